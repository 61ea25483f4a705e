"""How good one has become: a rating for each exercise, and the level that suits it."""

from __future__ import annotations

from collections import Counter
from collections.abc import Sequence
from datetime import datetime
from typing import NamedTuple

from brookwind.core.figures import Told
from brookwind.core.frozen import Frozen
from brookwind.core.practice.deal import LEVELS, ExerciseId

BEGINS = 1000.0
"""Rating before the first exercise; a level's own, at the first."""
A_LEVEL = 250.0
"""By how much a level is harder than the one before. Editable default."""
FIRST_K, LEAST_K, SETTLES = 80.0, 24.0, 10
"""How far one exercise moves a rating: at first, at least, and after how many it has settled. Editable defaults."""
WANTED = 0.7
"""The level at which so much of the score is expected is the one to play. Editable default."""
_LEAST_CONFUSED = 2
"""Confused so often it is told."""


class Played(NamedTuple):
    """One exercise that was played to its end."""

    exercise: ExerciseId
    level: int
    share: float
    at: datetime
    truth: str | None = None
    chosen: str | None = None


class Standing(Frozen):
    """How good one is at an exercise."""

    exercise: str
    rating: float
    played: int
    level: int
    """To play next."""
    recent: tuple[float, ...]
    """Scores of the last ten, the latest last."""
    confuses: tuple[Told, ...]
    """What is taken for what."""


def expected(rating: float, level: int) -> float:
    """Share of the score that is expected.

    E = 1 / (1 + 10^((d - r) / 400))

    rating: r.
    level: 1 to 3, of difficulty d = `BEGINS` + (level - 1) `A_LEVEL`.
    Source: A. Elo, "The Rating of Chessplayers", 1978, the exercise taken for the opponent.
    >>> expected(1000.0, 1)
    0.5
    """
    return float(1.0 / (1.0 + 10.0 ** ((BEGINS + (level - 1) * A_LEVEL - rating) / 400.0)))


def rated(rating: float, played: int, level: int, share: float) -> float:
    """The rating after one more exercise.

    r' = r + K (S - E)

    rating: before.
    played: how many were played before.
    level: of this one.
    share: its score. [0 to 1]
    Source: as `expected`; K falls from `FIRST_K` to `LEAST_K` over the first `SETTLES`.
    """
    k = max(LEAST_K, FIRST_K - (FIRST_K - LEAST_K) * played / SETTLES)
    return rating + k * (share - expected(rating, level))


def standing(exercise: ExerciseId, played: Sequence[Played], names: dict[str, str]) -> Standing:
    """How good one is at an exercise, from all that was played, in order of time.

    exercise: which.
    played: everything that was played.
    names: what causes are called, for what is confused.
    """
    rating, mine = BEGINS, sorted((p for p in played if p.exercise == exercise), key=lambda p: p.at)
    for n, one in enumerate(mine):
        rating = rated(rating, n, one.level, one.share)
    fits = [level for level in LEVELS if expected(rating, level) >= WANTED]
    wrong = Counter((p.truth, p.chosen) for p in mine if p.truth and p.chosen and p.truth != p.chosen)
    told = tuple(
        Told(says=f"You read “{names.get(truth or '', truth)}” as “{names.get(chosen or '', chosen)}”, {times} times.")
        for (truth, chosen), times in wrong.most_common(3)
        if times >= _LEAST_CONFUSED
    )
    return Standing(
        exercise=exercise, rating=round(rating, 1), played=len(mine), level=min(3, max(fits, default=0) + 1),
        recent=tuple(p.share for p in mine[-10:]), confuses=told,
    )  # fmt: skip
