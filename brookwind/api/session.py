"""The unit of work of a request: committed before the answer is sent, or not at all."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Annotated

from fastapi import Depends, Request
from sqlmodel import Session

from brookwind.core.rig.book import Book
from brookwind.store.book import Baits, Fish, HookPatterns, SchoolsKept, book_of
from brookwind.store.database import unit_of_work
from brookwind.store.repositories import Box, OwnPatterns, PlaceRulesOf, Rigs, Surveys, Swims, Waters


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


def _place_rules(session: SessionOfRequest) -> PlaceRulesOf:
    return PlaceRulesOf(session)


def _fish(session: SessionOfRequest) -> Fish:
    return Fish(session)


def _baits(session: SessionOfRequest) -> Baits:
    return Baits(session)


def _hook_patterns(session: SessionOfRequest) -> HookPatterns:
    return HookPatterns(session)


def _own_patterns(session: SessionOfRequest) -> OwnPatterns:
    return OwnPatterns(session)


def _schools(session: SessionOfRequest) -> SchoolsKept:
    return SchoolsKept(session)


def _book(session: SessionOfRequest) -> Book:
    return book_of(session)


WatersOfRequest = Annotated[Waters, Depends(_waters)]
SwimsOfRequest = Annotated[Swims, Depends(_swims)]
SurveysOfRequest = Annotated[Surveys, Depends(_surveys)]
BoxOfRequest = Annotated[Box, Depends(_box)]
RigsOfRequest = Annotated[Rigs, Depends(_rigs)]
RulesOfRequest = Annotated[PlaceRulesOf, Depends(_place_rules)]
FishOfRequest = Annotated[Fish, Depends(_fish)]
BaitsOfRequest = Annotated[Baits, Depends(_baits)]
HookPatternsOfRequest = Annotated[HookPatterns, Depends(_hook_patterns)]
SchoolsOfRequest = Annotated[SchoolsKept, Depends(_schools)]
OwnPatternsOfRequest = Annotated[OwnPatterns, Depends(_own_patterns)]
BookOfRequest = Annotated[Book, Depends(_book)]
