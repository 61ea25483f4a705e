"""What a question between schools is made of."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass, field
from typing import Any

from brookwind.core.advice.purpose import Purpose
from brookwind.core.rig.baits import BaitKind
from brookwind.core.rig.fish import Species


@dataclass(frozen=True)
class School:
    """One answer: what it holds, and the habits it brings with it."""

    id: str
    name: str
    says: str
    habits: Mapping[str, Any] = field(default_factory=dict)


@dataclass(frozen=True)
class Question:
    """Where good anglers differ, and the answer taken when nobody chose, with its reason."""

    id: str
    asks: str
    schools: tuple[School, ...]
    usual: Callable[[Purpose, Species | None, BaitKind | None], tuple[str, str]]
    source: str = "default"

    def school(self, key: str) -> School:
        """One of its schools by id."""
        return next(s for s in self.schools if s.id == key)
