"""What the box holds that may be put on a line."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from typing import Any, Literal

from pydantic import Field

from brookwind.core.box.weighing import Weighing
from brookwind.core.floats.spec import FloatSpec
from brookwind.core.floats.tube_readings import TubeTest
from brookwind.core.frozen import Frozen
from brookwind.core.rig.components import Density, PieceMass
from brookwind.core.rig.shot_series import size_label


class Compartment(Frozen):
    """What every compartment has."""

    notes: str = Field(default="", max_length=1000)
    """The angler's own."""


class ShotStock(Compartment):
    """A compartment of split shot: how many, and what one weighs."""

    kind: Literal["shot"] = "shot"
    item: str = Field(min_length=1, max_length=60)
    size: str = Field(min_length=1, max_length=20)
    mass_kg: PieceMass
    material: str = "lead"
    density_kg_m3: Density
    scatter: float | None = Field(default=None, ge=0, le=0.5)
    """Standard deviation of one piece over its mass, when singly weighed."""
    weighings: tuple[Weighing, ...] = Field(default=(), max_length=200)
    """Raw readings of its scale test."""
    count: int = Field(ge=0, le=10_000)

    @property
    def label(self) -> str:
        """Size as an angler says it: `BB`, `No 8`."""
        return size_label(self.size)

    @property
    def on_line(self) -> dict[str, Any]:
        """What a shot out of it is on a line, as fields."""
        return {
            "item": self.item, "label": self.label, "mass_kg": self.mass_kg, "scatter": self.scatter,
            "material": self.material, "density_kg_m3": self.density_kg_m3,
        }  # fmt: skip


class LeadStock(Compartment):
    """A compartment of larger weights: leads that run on the line, olivettes that are fixed on it."""

    kind: Literal["lead"] = "lead"
    item: str = Field(min_length=1, max_length=60)
    label: str = Field(min_length=1, max_length=60)
    shape: Literal["ball", "egg", "barrel", "bullet", "in-line", "olivette", "jig"]
    mass_kg: PieceMass
    material: str = "lead"
    density_kg_m3: Density
    weighings: tuple[Weighing, ...] = Field(default=(), max_length=200)
    """Raw readings of its scale test."""
    count: int = Field(ge=0, le=10_000)

    @property
    def on_line(self) -> dict[str, Any]:
        """What a weight out of it is on a line, as fields, its shape left out."""
        return {
            "item": self.item, "label": self.label, "mass_kg": self.mass_kg, "material": self.material,
            "density_kg_m3": self.density_kg_m3,
        }  # fmt: skip


class FloatStock(Compartment):
    """A float in the box."""

    kind: Literal["float"] = "float"
    item: str = Field(min_length=1, max_length=60)
    label: str = Field(min_length=1, max_length=60)
    spec: FloatSpec
    tube: TubeTest | None = None
    """Readings of its tube test, kept whether or not their fit is in use."""
    count: int = Field(default=1, ge=0, le=10_000)


MOST_COMPARTMENTS = 300
"""Of shot, and of leads, that are chosen from at once. Editable default."""


class Stock(Frozen):
    """Everything that balancing may take from."""

    shot: tuple[ShotStock, ...] = Field(default=(), max_length=MOST_COMPARTMENTS)
    leads: tuple[LeadStock, ...] = Field(default=(), max_length=MOST_COMPARTMENTS)
    used: dict[str, int] = Field(default_factory=dict, max_length=2 * MOST_COMPARTMENTS)
    """Pieces of each compartment on kept rigs: among equals the most used is taken from."""
    ruled_out: tuple[str, ...] = Field(default=(), max_length=2 * MOST_COMPARTMENTS)
    """Names of what the place forbids and was left out."""


def stock_of(items: Iterable[Frozen], used: Mapping[str, int] | None = None) -> Stock:
    """What of a box balancing may take from.

    items: compartments of any kind.
    used: pieces of each on kept rigs.
    """
    # Beyond what can be chosen from at once, empty compartments are left out first.
    kept = sorted(items, key=lambda i: getattr(i, "count", 0) == 0)
    return Stock(
        shot=tuple(i for i in kept if isinstance(i, ShotStock))[:MOST_COMPARTMENTS],
        leads=tuple(i for i in kept if isinstance(i, LeadStock))[:MOST_COMPARTMENTS],
        used=dict(used or {}),
    )
