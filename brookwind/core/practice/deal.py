"""What every exercise has: a seed that repeats it, a level, and a score with the figure behind it."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Literal, TypeVar

import numpy as np
from pydantic import Field

from brookwind.core.figures import Told
from brookwind.core.frozen import Frozen

ExerciseId = Literal["depth", "cock", "read", "tie", "hold", "choose"]
LEVELS = (1, 2, 3)
"""From easy to hard."""


class Dealt(Frozen):
    """Which exercise it is; dealt again it is the same."""

    seed: int = Field(default=1, ge=0, le=2**31 - 1)
    level: int = Field(default=1, ge=1, le=3)
    about_m: float | None = Field(default=None, ge=0.3, le=20)
    """Depth of the swim that is rehearsed; any when not given. [m]"""


class Score(Frozen):
    """How well it was played."""

    share: float = Field(ge=0, le=1)
    """1 is as well as can be."""
    says: tuple[Told, ...]
    """What it hangs on, with the figures."""
    truth: str | None = None
    """What it was, where something was to be told apart."""
    chosen: str | None = None
    """What it was taken for."""


T = TypeVar("T")


class Luck:
    """Chance that is the same whenever it is drawn again, on every machine."""

    def __init__(self, *from_what: str | int) -> None:
        words = [int(b) for part in from_what for b in f"{part} ".encode()]
        self.rng = np.random.Generator(np.random.PCG64(np.random.SeedSequence(words)))

    def uniform(self, low: float, high: float) -> float:
        """Anything between two figures."""
        return float(self.rng.uniform(low, high))

    def gauss(self, middle: float, sigma: float) -> float:
        """Something about a figure."""
        return float(self.rng.normal(middle, sigma))

    def choice(self, some: Sequence[T]) -> T:
        """One of some."""
        return some[int(self.rng.integers(len(some)))]

    def shuffle(self, some: list[T]) -> None:
        """Some in another order, in place."""
        order = self.rng.permutation(len(some))
        some[:] = [some[int(k)] for k in order]


def luck(exercise: ExerciseId, dealt: Dealt, more: str = "") -> Luck:
    """The chance of an exercise.

    exercise: which.
    dealt: its seed and level.
    more: what sets several draws of one exercise apart.
    Source: PCG64, seeded by the letters of all of it.
    """
    return Luck(exercise, dealt.level, dealt.seed, more)
