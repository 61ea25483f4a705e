"""What was practised: kept once however often it is sent, in order of time."""

from __future__ import annotations

from datetime import UTC, datetime
from typing import cast

from sqlmodel import Session, col, select

from brookwind.core.practice.deal import ExerciseId
from brookwind.core.practice.exercises import Moves
from brookwind.core.practice.rating import Played
from brookwind.store.tables import PracticeRow

MOST_KEPT = 5000
"""Exercises looked back on, the latest."""


class Practice:
    """The exercises that were played, in a session's unit of work."""

    def __init__(self, session: Session) -> None:
        self.session = session

    def keep(self, key: str, seed: int, played: Played, moves: Moves) -> None:
        """Keep one that was played to its end; sent again it changes nothing.

        key: its id, made where it was played.
        seed: of what was dealt.
        played: what came of it.
        moves: everything that was done.
        """
        if self.session.get(PracticeRow, key) is not None:
            return
        row = PracticeRow(
            id=key, at=played.at.astimezone(UTC), exercise=played.exercise, seed=seed,
            level=played.level, share=played.share, truth=played.truth, chosen=played.chosen,
            moves=moves.model_dump(mode="json", exclude_none=True),
        )  # fmt: skip
        self.session.add(row)
        self.session.flush()

    def rows(self) -> list[PracticeRow]:
        """Everything that was kept, the earliest first."""
        found = self.session.exec(select(PracticeRow).order_by(col(PracticeRow.at).desc()).limit(MOST_KEPT)).all()
        return list(reversed(found))

    def played(self) -> list[Played]:
        """The same, as ratings are made from."""
        return [
            Played(cast(ExerciseId, r.exercise), r.level, r.share, in_utc(r.at), r.truth, r.chosen) for r in self.rows()
        ]

    def forget(self) -> int:
        """Begin anew: everything that was kept is gone. How many there were."""
        rows = self.session.exec(select(PracticeRow)).all()
        for row in rows:
            self.session.delete(row)
        return len(rows)


def in_utc(at: datetime) -> datetime:
    """A moment as it was kept, with its zone.

    at: what the row holds.
    """
    return at.replace(tzinfo=UTC) if at.tzinfo is None else at.astimezone(UTC)
