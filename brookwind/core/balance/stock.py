"""What the box holds that may be put on a line."""

from __future__ import annotations

from typing import Annotated, Literal, TypeAlias

from pydantic import Field

from brookwind.core.floats.spec import FloatSpec
from brookwind.core.frozen import Frozen
from brookwind.core.rig.components import Density, PieceMass


class ShotStock(Frozen):
    """A compartment of split shot: how many, and what one weighs."""

    kind: Literal["shot"] = "shot"
    item: str = Field(min_length=1, max_length=60)
    size: str = Field(min_length=1, max_length=20)
    mass_kg: PieceMass
    material: str = "lead"
    density_kg_m3: Density
    count: int = Field(ge=0, le=10_000)

    @property
    def label(self) -> str:
        """Size as an angler says it: `BB`, `No 8`."""
        return f"No {self.size}" if self.size.isdigit() else self.size


class LeadStock(Frozen):
    """A compartment of larger weights for running on the line."""

    kind: Literal["lead"] = "lead"
    item: str = Field(min_length=1, max_length=60)
    label: str = Field(min_length=1, max_length=60)
    shape: Literal["ball", "egg", "barrel", "bullet", "in-line"]
    mass_kg: PieceMass
    material: str = "lead"
    density_kg_m3: Density
    count: int = Field(ge=0, le=10_000)


class FloatStock(Frozen):
    """A float in the box."""

    kind: Literal["float"] = "float"
    item: str = Field(min_length=1, max_length=60)
    label: str = Field(min_length=1, max_length=60)
    spec: FloatSpec
    count: int = Field(default=1, ge=0, le=10_000)


BoxItem: TypeAlias = Annotated[ShotStock | LeadStock | FloatStock, Field(discriminator="kind")]


class Stock(Frozen):
    """Everything that balancing may take from."""

    shot: tuple[ShotStock, ...] = Field(default=(), max_length=200)
    leads: tuple[LeadStock, ...] = Field(default=(), max_length=200)
