"""The unit of work of a request: committed before the answer is sent, or not at all."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Annotated

from fastapi import Depends, Request
from sqlmodel import Session

from brookwind.store.database import unit_of_work
from brookwind.store.repositories import Box, Rigs, Surveys, Swims, Waters


def _session(request: Request) -> Iterator[Session]:
    with unit_of_work(request.app.state.engine) as session:
        yield session


# The function scope ends before the response is sent: a commit that fails is an error the client sees.
SessionOfRequest = Annotated[Session, Depends(_session, scope="function")]


def _waters(session: SessionOfRequest) -> Waters:
    return Waters(session)


def _swims(session: SessionOfRequest) -> Swims:
    return Swims(session)


def _surveys(session: SessionOfRequest) -> Surveys:
    return Surveys(session)


def _box(session: SessionOfRequest) -> Box:
    return Box(session)


def _rigs(session: SessionOfRequest) -> Rigs:
    return Rigs(session)


WatersOfRequest = Annotated[Waters, Depends(_waters)]
SwimsOfRequest = Annotated[Swims, Depends(_swims)]
SurveysOfRequest = Annotated[Surveys, Depends(_surveys)]
BoxOfRequest = Annotated[Box, Depends(_box)]
RigsOfRequest = Annotated[Rigs, Depends(_rigs)]
