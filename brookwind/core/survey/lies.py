"""Where on a section to fish for a species, and why."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from types import MappingProxyType

from brookwind.core.frozen import Frozen
from brookwind.core.survey.current import Crease
from brookwind.core.survey.document import Sounding
from brookwind.core.survey.section import Feature, Section


class Spot(Frozen):
    """A distance worth fishing, and why."""

    distance_m: float
    name: str
    why: str


@dataclass(frozen=True)
class Ground:
    """What there is to choose from."""

    section: Section
    soundings: Sequence[Sounding]
    crease: Crease | None


@dataclass(frozen=True)
class Lie:
    """A kind of place, how to find it, and the species that use it with the reason. Reasons are editable defaults."""

    id: str
    find: Callable[[Ground], list[tuple[float, str]]]
    whom: MappingProxyType[str, str]
    source: str = "default"


def _first(g: Ground, *names: str) -> Feature | None:
    return next((f for f in g.section.features if f.name in names), None)


def _foot(g: Ground) -> list[tuple[float, str]]:
    shelf = _first(g, "shelf")
    return [(shelf.to_m + 0.5, "foot of the shelf")] if shelf else []


def _top(g: Ground) -> list[tuple[float, str]]:
    shelf = _first(g, "shelf")
    return [(max(0.5, shelf.from_m - 0.5), "top of the shelf")] if shelf else []


def _deep_flat(g: Ground) -> list[tuple[float, str]]:
    flats = [f for f in g.section.features if f.kind == "flat"]
    if not flats:
        return []
    deepest = min(flats, key=lambda f: f.bed_from_m)
    return [(0.5 * (deepest.from_m + deepest.to_m), deepest.name)]


def _near_flat(g: Ground) -> list[tuple[float, str]]:
    flats = [f for f in g.section.features if f.kind == "flat"]
    return [(0.5 * (flats[0].from_m + flats[0].to_m), flats[0].name)] if flats else []


def _crease(g: Ground) -> list[tuple[float, str]]:
    return [(g.crease.distance_m, "crease")] if g.crease else []


def _weed(g: Ground) -> list[tuple[float, str]]:
    here = [s for s in g.soundings if s.id in g.section.used and (s.feature == "weed" or s.bed == "weed")]
    return [(max(0.5, s.distance_m - 0.7), "beside the weed") for s in here[:2]]


LIES = (
    Lie("foot", _foot, MappingProxyType({
        "bream": "Food rolls down and gathers there; shoals patrol along it.",
        "roach": "Food gathers there in cold water.",
        "perch": "They wait under the edge for small fish.",
        "tench": "They follow the foot of the slope in daylight.",
        "zander": "They lie under the edge at dusk, looking up.",
    })),
    Lie("deep-flat", _deep_flat, MappingProxyType({
        "bream": "An even bed lets a shoal graze, and the bait lies as it was set.",
        "crucian-carp": "Soft even bed to root in.",
        "char": "Cool water over even ground.",
    })),
    Lie("crease", _crease, MappingProxyType({
        "grayling": "They hold in the slower water and take what the faster brings.",
        "roach": "They hold just inside and tip up into the flow.",
        "dace": "They feed on the fast side of it.",
        "chub": "They hold under it where the flow brings food.",
        "brown-trout": "They hold beside it and rise into the faster water.",
    })),
    Lie("weed", _weed, MappingProxyType({
        "rudd": "Cover below and insects above.",
        "tench": "They work along its edge at dawn.",
        "mullet": "They graze on it and along it.",
        "perch": "Small fish shelter there.",
    })),
    Lie("top", _top, MappingProxyType({
        "rudd": "They rise over the edge into the warmer upper water.",
        "perch": "They come up over the edge to hunt when the light goes.",
        "tench": "Warmer water, early and late in the day.",
    })),
    Lie("near-flat", _near_flat, MappingProxyType({
        "tench": "Close in along even ground, best at dawn.",
        "crucian-carp": "Close in over soft even ground.",
        "mullet": "They come in over it with the flood.",
        "roach": "Even ground in reach, fed steadily.",
    })),
)  # fmt: skip


def spots(ground: Ground, species: str | None) -> tuple[Spot, ...]:
    """Places on a section for a species, best first; without a species, every place there is.

    ground: section, soundings and crease.
    species: id of the species.
    """
    found: list[Spot] = []
    for lie in LIES:
        if species is not None and species not in lie.whom:
            continue
        why = lie.whom[species] if species is not None else ""
        found.extend(Spot(distance_m=at, name=name, why=why) for at, name in lie.find(ground))
    return tuple(found)
