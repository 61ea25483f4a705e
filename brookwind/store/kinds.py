"""Every kind of record there is, for what is done with all of them."""

from __future__ import annotations

from typing import Any

from sqlmodel import Session

from brookwind.core.errors import Problem
from brookwind.store.book import Baits, Fish, HookPatterns, SchoolsKept
from brookwind.store.repositories import Box, OwnPatterns, PlaceRulesOf, Rigs, Surveys, Swims, Trips, Wallet, Waters
from brookwind.store.repository import Repository

KINDS: tuple[type[Repository[Any]], ...] = (
    Waters, Swims, Surveys, PlaceRulesOf, Box, Rigs, OwnPatterns, Fish, Baits, HookPatterns, SchoolsKept, Trips, Wallet,
)  # fmt: skip


def set_aside(session: Session) -> list[Problem]:
    """The records that are there and cannot be read.

    session: the unit of work.
    """
    return [e.problems[0] for kind in KINDS for e in kind(session).set_aside()]
