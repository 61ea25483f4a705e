"""The unit of work of a request: committed before the answer is sent, or not at all."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from typing import Annotated, Any, TypeVar

from fastapi import Depends, Request
from sqlmodel import Session

from brookwind.core.rig.book import Book
from brookwind.store.book import SchoolsKept, book_of
from brookwind.store.database import unit_of_work
from brookwind.store.repositories import Box, OwnPatterns, PlaceRulesOf, Rigs, Surveys, Swims, Trips, Wallet, Waters
from brookwind.store.repository import Repository


def _session(request: Request) -> Iterator[Session]:
    with unit_of_work(request.app.state.engine) as session:
        yield session


# The function scope ends before the response is sent: a commit that fails is an error the client sees.
SessionOfRequest = Annotated[Session, Depends(_session, scope="function")]


RepositoryT = TypeVar("RepositoryT", bound=Repository[Any])


def of_request(kind: type[RepositoryT]) -> Callable[[Session], RepositoryT]:
    """A dependency: the records of a kind in the request's unit of work.

    kind: the kind.
    """

    def made(session: SessionOfRequest) -> RepositoryT:
        return kind(session)

    return made


def _book(session: SessionOfRequest) -> Book:
    return book_of(session)


WatersOfRequest = Annotated[Waters, Depends(of_request(Waters))]
SwimsOfRequest = Annotated[Swims, Depends(of_request(Swims))]
SurveysOfRequest = Annotated[Surveys, Depends(of_request(Surveys))]
BoxOfRequest = Annotated[Box, Depends(of_request(Box))]
RigsOfRequest = Annotated[Rigs, Depends(of_request(Rigs))]
RulesOfRequest = Annotated[PlaceRulesOf, Depends(of_request(PlaceRulesOf))]
SchoolsOfRequest = Annotated[SchoolsKept, Depends(of_request(SchoolsKept))]
OwnPatternsOfRequest = Annotated[OwnPatterns, Depends(of_request(OwnPatterns))]
TripsOfRequest = Annotated[Trips, Depends(of_request(Trips))]
WalletOfRequest = Annotated[Wallet, Depends(of_request(Wallet))]
BookOfRequest = Annotated[Book, Depends(_book)]
