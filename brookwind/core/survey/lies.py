"""Where on a section to fish for a species, and why."""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass

from brookwind.core.frozen import Frozen
from brookwind.core.rig.fish import Ground, Species
from brookwind.core.survey.current import Crease
from brookwind.core.survey.document import Sounding
from brookwind.core.survey.section import Feature, Section


class Spot(Frozen):
    """A distance worth fishing, and why."""

    distance_m: float
    name: str
    why: str


@dataclass(frozen=True)
class Bed:
    """What there is to choose from."""

    section: Section
    soundings: Sequence[Sounding]
    crease: Crease | None


def _first(g: Bed, *names: str) -> Feature | None:
    return next((f for f in g.section.features if f.name in names), None)


def _foot(g: Bed) -> list[tuple[float, str]]:
    shelf = _first(g, "shelf")
    return [(shelf.to_m + 0.5, "foot of the shelf")] if shelf else []


def _top(g: Bed) -> list[tuple[float, str]]:
    shelf = _first(g, "shelf")
    return [(max(0.5, shelf.from_m - 0.5), "top of the shelf")] if shelf else []


def _deep_flat(g: Bed) -> list[tuple[float, str]]:
    flats = [f for f in g.section.features if f.kind == "flat"]
    if not flats:
        return []
    deepest = min(flats, key=lambda f: f.bed_from_m)
    return [(0.5 * (deepest.from_m + deepest.to_m), deepest.name)]


def _near_flat(g: Bed) -> list[tuple[float, str]]:
    flats = [f for f in g.section.features if f.kind == "flat"]
    return [(0.5 * (flats[0].from_m + flats[0].to_m), flats[0].name)] if flats else []


def _crease(g: Bed) -> list[tuple[float, str]]:
    return [(g.crease.distance_m, "crease")] if g.crease else []


def _weed(g: Bed) -> list[tuple[float, str]]:
    here = [s for s in g.soundings if s.id in g.section.used and (s.feature == "weed" or s.bed == "weed")]
    return [(max(0.5, s.distance_m - 0.7), "beside the weed") for s in here[:2]]


FIND: Mapping[Ground, Callable[[Bed], list[tuple[float, str]]]] = {
    "foot": _foot,
    "deep-flat": _deep_flat,
    "crease": _crease,
    "weed": _weed,
    "top": _top,
    "near-flat": _near_flat,
}
"""How each kind of place is found on a section, best first."""


def spots(bed: Bed, fish: Species | None) -> tuple[Spot, ...]:
    """Return the places on a section for a fish, best first; without a fish, every place there is.

    bed: section, soundings and crease.
    fish: the fish, with the kinds of place that it uses.
    """
    found: list[Spot] = []
    for kind, find in FIND.items():
        if fish is None or kind in fish.lies:
            why = fish.lies[kind] if fish is not None else ""
            found.extend(Spot(distance_m=at, name=name, why=why) for at, name in find(bed))
    return tuple(found)
