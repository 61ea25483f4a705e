"""What the angler is after: fish, water, distance, tackle. Families are ranked and schools chosen by it."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field

from brookwind.core.frozen import Frozen
from brookwind.core.matter.density import SALT_WATER
from brookwind.core.rig.document import Conditions, Rig, Water
from brookwind.core.rig.families import known_lie, usual_lie
from brookwind.core.rig.family import Band
from brookwind.core.rig.fish import Kind, Lie, Species
from brookwind.core.rig.species import feeding
from brookwind.core.rules.place_rules import PlaceRules

NEAR_BED_M = 0.5
"""A bait this near the bed is near it. [m] Editable default."""
SURFACE_M = 0.5
"""A bait this near the surface is at it, in shallow water one in the upper three tenths. [m] Editable default."""
RUNNING_M_S = 0.08
"""Water this quick is running. [m/s] Editable default."""

SchoolChoices = dict[Annotated[str, Field(max_length=40)], Annotated[str, Field(max_length=40)]]


class Purpose(Frozen):
    """What for, where, and with what. `lie` is where the fish feeds; the fish's own when not given."""

    water: Water
    species: str | None = Field(default=None, max_length=40)
    lie: Lie | None = None
    conditions: Conditions = Conditions()
    month: int | None = Field(default=None, ge=1, le=12)
    rules: PlaceRules | None = None
    schools: SchoolChoices = Field(default_factory=dict, max_length=40)


def purpose_of(rig: Rig, schools: SchoolChoices | None = None, rules: PlaceRules | None = None) -> Purpose:
    """What a rig is tied for.

    rig: the rig.
    schools: choices between schools.
    rules: of the place.
    """
    aim = rig.aim
    return Purpose(
        water=rig.water,
        species=rig.species,
        lie=Lie(bait_from=aim.bait_from, bait_m=aim.bait_m),
        conditions=rig.conditions,
        rules=rules,
        schools=schools or {},
    )


def kind_of(purpose: Purpose) -> Kind:
    """Still water, running water, or the sea.

    purpose: where it is fished.
    """
    if purpose.water.salinity > SALT_WATER:
        return "sea"
    return "running" if purpose.conditions.current_m_s >= RUNNING_M_S else "still"


def lie_of(purpose: Purpose, fish: Species | None) -> Lie | None:
    """Where the fish are now, else where such fish usually are, within the water there is.

    purpose: where it is fished.
    fish: what for.
    """
    water = purpose.water
    if purpose.lie is not None:
        return known_lie(purpose.lie, water.depth_m)
    return usual_lie(feeding(fish, water.temperature_c).lie, water.depth_m) if fish else None


def band_of(lie: Lie, depth_m: float) -> Band:
    """The band of the water that a bait hangs in.

    lie: where it hangs.
    depth_m: depth of the water. [m]
    """
    up = lie.bait_m if lie.bait_from == "bed" else depth_m - lie.bait_m
    down = depth_m - up
    if up <= 0.05:
        return "bed"
    if up <= min(NEAR_BED_M, 0.35 * depth_m):
        return "near-bed"
    if down <= min(SURFACE_M, 0.3 * depth_m):
        return "surface"
    return "upper" if down <= max(1.0, depth_m / 3.0) else "mid-water"
