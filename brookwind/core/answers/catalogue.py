"""Everything the angler picks from, in one answer, made from the registries."""

from __future__ import annotations

from brookwind.core.balance.patterns import PATTERNS
from brookwind.core.box.items import TRAYS, Tray
from brookwind.core.floats.kind import Mount
from brookwind.core.floats.types import FLOAT_TYPES
from brookwind.core.frozen import Frozen, Sourced
from brookwind.core.matter.materials import FLOAT_MATERIALS, LINE_MATERIALS, WEIGHT_MATERIALS, LineMaterial, Material
from brookwind.core.motion.feed import FEEDS
from brookwind.core.proof.check import Severity, Subject
from brookwind.core.proof.checks import CHECKS
from brookwind.core.rig.baits import BAIT_KINDS, BaitKind
from brookwind.core.rig.book import SHIPPED, Book
from brookwind.core.rig.families import FAMILIES, USUAL_DISTANCE_M, USUAL_ROD_M
from brookwind.core.rig.family import Tackle
from brookwind.core.rig.fish import Kind, Species
from brookwind.core.rig.hooks import HOOK_PATTERNS, HOOK_SIZES, HookPattern
from brookwind.core.rig.lines import DIAMETERS_MM
from brookwind.core.rig.shot_series import MODERN, ShotSize
from brookwind.core.rig.species import SPECIES
from brookwind.core.tackle.knots import KNOTS, STOP_KNOT, Knot
from brookwind.core.water.stations import STATIONS
from brookwind.core.water.tide import Station


class Choice(Sourced):
    """Something to pick, in words."""

    id: str
    name: str
    says: str


class FamilyChoice(Choice):
    """A rig family."""

    number: int
    special: str
    mount: Mount
    patterns: tuple[str, ...]
    """Patterns it can be shotted in, the usual one first."""
    species: str
    tackle: tuple[Tackle, ...]
    slides: bool
    waters: tuple[Kind, ...]
    usual_depth_m: float
    """Water it is drawn in where the present one is not for it."""


class FloatTypeChoice(Choice):
    """A float type."""

    mounts: tuple[Mount, ...]
    slides: bool
    """It is made to run on the line up to a stop."""
    chamber: bool
    """It has a chamber for ballast water."""
    frame: bool
    """It has a frame for feed."""
    sized: bool
    """It has no label to go by: its diameter says what it carries."""
    stem: str
    body: str
    tip: str


class PatternChoice(Choice):
    """A pattern."""

    droppers: int
    """Single shot below the rest that it has unless another number is asked for; 0 when it has none."""
    gap_ratio: float


class TackleChoice(Frozen):
    """Rod, pole or whip, with what is usual."""

    id: Tackle
    rod_m: float
    distance_m: float


class HookChoice(Sourced):
    """A hook size."""

    size: int
    label: str
    mass_kg: float


class CheckChoice(Sourced):
    """A check: what it is about and what it can say."""

    id: str
    name: str
    station: Subject
    severity: Severity


class FeedChoice(Frozen):
    """A feed, as it is picked from."""

    id: str
    name: str


class Catalogue(Frozen):
    """The registries as the API shows them."""

    families: tuple[FamilyChoice, ...]
    tackle: tuple[TackleChoice, ...]
    float_types: tuple[FloatTypeChoice, ...]
    patterns: tuple[PatternChoice, ...]
    species: tuple[Species, ...]
    baits: tuple[BaitKind, ...]
    feeds: tuple[FeedChoice, ...]
    """What is fed, to go with a bait."""
    hooks: tuple[HookChoice, ...]
    hook_patterns: tuple[HookPattern, ...]
    lines: tuple[LineMaterial, ...]
    diameters_m: tuple[float, ...]
    """Diameters line is sold in."""
    knots: tuple[Knot, ...]
    stop_knot: Knot
    weights: tuple[Material, ...]
    float_materials: tuple[Material, ...]
    shot: tuple[ShotSize, ...]
    stations: tuple[Station, ...]
    """Tide stations that ship."""
    trays: tuple[Tray, ...]
    """Trays of the box, with the words that find what lies in them."""
    checks: tuple[CheckChoice, ...]
    """Checks that every rig is put through, in the order in which they are told."""


CATALOGUE = Catalogue(
    families=tuple(
        FamilyChoice(
            id=f.id,
            number=f.number,
            name=f.name,
            says=f.says,
            special=f.special,
            mount=f.mount,
            patterns=f.patterns,
            species=f.species,
            tackle=f.tackle,
            slides=f.slides,
            waters=f.waters,
            usual_depth_m=f.at_depth_m,
            source=f.source,
        )
        for f in FAMILIES
    ),
    tackle=tuple(TackleChoice(id=t, rod_m=m, distance_m=USUAL_DISTANCE_M[t]) for t, m in USUAL_ROD_M.items()),
    float_types=tuple(
        FloatTypeChoice(
            id=t.id,
            name=t.name,
            says=t.says,
            mounts=t.mounts,
            slides=t.slides,
            chamber=t.chamber > 0.0,
            frame=t.feed_kg > 0.0,
            sized=t.blown_up,
            stem=t.stem,
            body=t.body,
            tip=t.tip,
            source=t.source,
        )
        for t in FLOAT_TYPES
    ),
    patterns=tuple(
        PatternChoice(id=p.id, name=p.name, says=p.says, droppers=p.droppers, gap_ratio=p.gap_ratio, source=p.source)
        for p in PATTERNS
    ),
    species=SPECIES,
    baits=BAIT_KINDS,
    feeds=tuple(FeedChoice(id=f.id, name=f.name) for f in FEEDS),
    hooks=tuple(HookChoice(size=h.size, label=h.label, mass_kg=h.mass_kg, source=h.source) for h in HOOK_SIZES),
    hook_patterns=HOOK_PATTERNS,
    lines=LINE_MATERIALS,
    diameters_m=tuple(round(mm * 1e-3, 6) for mm in DIAMETERS_MM),
    knots=KNOTS,
    stop_knot=STOP_KNOT,
    weights=WEIGHT_MATERIALS,
    float_materials=FLOAT_MATERIALS,
    shot=MODERN,
    stations=STATIONS,
    trays=TRAYS,
    checks=tuple(
        CheckChoice(id=c.id, name=c.name, station=c.station, severity=c.severity, source=c.source) for c in CHECKS
    ),
)


def catalogue(book: Book = SHIPPED) -> Catalogue:
    """Everything to pick from, with the angler's own fish, baits and hook patterns.

    book: fish, baits and hooks.
    """
    if book is SHIPPED:
        return CATALOGUE
    by_name = sorted(book.species.values(), key=lambda s: s.name.lower())
    return CATALOGUE.model_copy(
        update={
            "species": tuple(by_name),
            "baits": tuple(book.baits.values()),
            "hook_patterns": tuple(book.patterns.values()),
        }
    )
