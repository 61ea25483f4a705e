"""Nominal masses of split shot. The mass belongs to the item in the box; these are where it starts."""

from __future__ import annotations

from types import MappingProxyType

from brookwind.core.errors import NotUnderstood
from brookwind.core.frozen import Sourced

NOMINAL_SCATTER = 0.06
"""Standard deviation of one shot over its mass, where none was weighed. Editable default, of the usual 5 to 8 %."""


def size_label(size: str) -> str:
    """A size as an angler says it: `BB`, `No 8`.

    size: name of the size.
    """
    return f"No {size}" if size.isdigit() else size


class ShotSize(Sourced):
    """A size name and its nominal mass in lead. [kg]"""

    name: str
    mass_kg: float


def _series(source: str, **grams: float) -> tuple[ShotSize, ...]:
    return tuple(ShotSize(name=n.removeprefix("n"), mass_kg=g / 1000.0, source=source) for n, g in grams.items())


MODERN = _series(
    "usual modern series; makers differ by 10 %: an editable default",
    SSG=1.6, AAA=0.8, AB=0.6, BB=0.4, n1=0.3, n3=0.25, n4=0.2, n5=0.15, n6=0.1,
    n7=0.08, n8=0.06, n9=0.05, n10=0.04, n11=0.03, n12=0.02, n13=0.015,
)  # fmt: skip
OLDER = _series("older series; only what differs is listed: an editable default", SSG=1.9, n4=0.17, n8=0.063)

MODERN_MASS_KG = MappingProxyType({s.name: s.mass_kg for s in MODERN})
FINEST_KG = min(MODERN_MASS_KG.values())
"""The finest shot of the series. [kg]"""
OLDER_MASS_KG = MappingProxyType({**MODERN_MASS_KG, **{s.name: s.mass_kg for s in OLDER}})


def nominal_shot_mass_kg(size: str, older: bool = False) -> float:
    """Nominal mass of a shot size in lead. [kg]

    size: `SSG` to `BB`, or a number from 1 to 13, with or without "No".
    older: take the older series where it differs.
    Raises: NotUnderstood, listing the sizes.
    Source: `MODERN` and `OLDER`, editable defaults.
    >>> nominal_shot_mass_kg("BB")
    0.0004
    """
    table = OLDER_MASS_KG if older else MODERN_MASS_KG
    key = size.strip().upper().removeprefix("NO").strip(" .")
    if key not in table:
        raise NotUnderstood.one(
            "shot-size", f"There is no shot size {size.strip()!r}.", f"Sizes are {', '.join(table)}."
        )
    return table[key]
