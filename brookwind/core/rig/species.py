"""The fish of the catalogue, and where one feeds in water of a temperature."""

from __future__ import annotations

from types import MappingProxyType
from typing import Literal

from brookwind.core.frozen import Frozen
from brookwind.core.rig.fish import Lie, Species
from brookwind.core.rig.species_running import RUNNING, SEA
from brookwind.core.rig.species_still import STILL

SPECIES = tuple(sorted((*STILL, *RUNNING, *SEA), key=lambda s: s.name.lower()))
"""By name, as they are picked from."""
SPECIES_BY_ID = MappingProxyType({s.id: s for s in SPECIES})

COMMONEST = "roach"
"""Hoped for where nothing is said: most waters hold it. Editable default."""

TOO_WARM_C = 4.0
"""So much above its best a fish stops feeding well. [K] Editable default."""

WARM_SHARE = 2.0 / 3.0
"""From this share of the range it likes a fish is found where it is in warm water. Editable default."""

Appetite = Literal["hardly", "slowly", "well", "poorly"]


class Feeding(Frozen):
    """Where a fish feeds, and how."""

    lie: Lie
    appetite: Appetite
    says: str


def feeding(species: Species, temperature_c: float, month: int | None = None) -> Feeding:
    """Where a fish feeds in water of a temperature, and how well.

    Colder than it likes: its cold lie. In the upper third of what it likes and above: its warm one.

    species: the fish.
    temperature_c: of the water. [°C]
    month: 1 to 12, when it is known.
    Source: the species' editable defaults.
    """
    low, high = species.best_c
    lie, says = species.usual, "It feeds well at this temperature."
    appetite: Appetite = "well"
    if temperature_c < species.least_c:
        lie, appetite, says = species.cold, "hardly", "It hardly feeds in water as cold as this."
    elif temperature_c < low:
        lie, appetite, says = species.cold, "slowly", "It feeds slowly: the water is colder than it likes."
    elif temperature_c > high + TOO_WARM_C:
        lie, appetite, says = species.warm, "poorly", "The water is too warm for it; one caught now may not recover."
    elif temperature_c >= low + WARM_SHARE * (high - low):
        lie, says = species.warm, "It feeds well, and higher in warm water." if species.warm != species.usual else says
    if month is not None and species.months[month - 1] == "0":
        says = f"{says} This is not its month."
    return Feeding(lie=lie, appetite=appetite, says=says)
