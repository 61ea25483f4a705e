"""The parts that can be typed, and the words for them."""

from __future__ import annotations

from typing import Literal, TypeAlias

from brookwind.core.frozen import Frozen
from brookwind.core.rig.shot_series import MODERN_MASS_KG

Shape: TypeAlias = Literal["ball", "egg", "barrel", "bullet", "in-line", "olivette", "jig"]
Where: TypeAlias = Literal["knot", "hooklength", "hook"]
LineRole: TypeAlias = Literal["main", "top-shot", "hooklength", "lash"]
Form: TypeAlias = Literal["plain", "snap", "three-way"]

COUNTS = {
    w: i
    for i, w in enumerate(
        ["one", "two", "three", "four", "five", "six", "seven", "eight", "nine", "ten", "eleven", "twelve"], 1
    )
}
COUNTS["a"] = COUNTS["an"] = 1
SIZES = {"SWAN": "SSG", "SSG": "SSG", **{s: s for s in MODERN_MASS_KG if not s.isdigit()}}
SHAPES: dict[str, Shape] = {
    "ball": "ball", "round": "ball", "egg": "egg", "barrel": "barrel", "drilled": "barrel", "bullet": "bullet",
    "in-line": "in-line", "inline": "in-line", "olivette": "olivette", "olivet": "olivette", "slinky": "in-line",
    "jig": "jig", "lead": "ball", "sinker": "ball", "weight": "ball",
}  # fmt: skip
PLAIN = frozenset({"lead", "sinker", "weight"})
RUNNING: frozenset[Shape] = frozenset({"ball", "egg", "barrel", "bullet"})
"""Shapes that the line runs through."""
LINES: dict[str, LineRole] = {
    "main line": "main", "main": "main", "reel line": "main", "top shot": "top-shot", "topshot": "top-shot",
    "bumper": "top-shot", "hooklength": "hooklength", "leader": "hooklength", "trace": "hooklength",
    "snell": "hooklength", "dropper line": "hooklength", "lash": "lash", "top line": "lash",
}  # fmt: skip
STUFF = {"nylon": "nylon", "mono": "nylon", "fluorocarbon": "fluorocarbon", "fluoro": "fluorocarbon",
         "braid": "braid", "wire": "wire"}  # fmt: skip
FLOATS: dict[str, tuple[str, ...]] = {
    "waggler": ("straight-waggler", "bodied-waggler"), "insert": ("insert-waggler",), "bodied": ("bodied-waggler",),
    "loaded": ("loaded-waggler",), "stick": ("stick",), "avon": ("avon",), "balsa": ("balsa",), "peg": ("peg",),
    "bubble": ("bubble",), "balloon": ("balloon",), "feeder": ("feeder-float",), "dibber": ("pole-shallow",),
    "short": ("pole-shallow",), "strong": ("pole-shallow",), "slim": ("pole-slim",),
    "pole": ("pole-body-up", "pole-shallow", "pole-slider"), "bristle": ("pole-slim",), "jigger": ("pole-slider",),
    "sliding": ("pole-slider", "bottom-end-slider", "cigar-slider"), "slider": ("bottom-end-slider", "cigar-slider"),
    "in-line": ("cigar-slider", "torpedo-slider"), "inline": ("cigar-slider", "torpedo-slider"),
    "cigar": ("cigar-slider",), "torpedo": ("torpedo-slider",), "foam": ("foam-slip",), "slip": ("foam-slip",),
    "cork": ("foam-slip",), "flat": ("foam-slip",), "flat-bottomed": ("foam-slip",),
}  # fmt: skip
"""Words for float types: those that a word may mean, the usual one first."""


class TypedShot(Frozen):
    """Shot of one size."""

    kind: Literal["shot"] = "shot"
    size: str
    count: int
    bulk: bool = False


class TypedWeight(Frozen):
    """Larger weights of a kind, the shot they sit on, or the link they hang on."""

    kind: Literal["weight"] = "weight"
    shape: Shape
    count: int = 1
    mass_kg: float
    metal: str | None = None
    label: str
    on: TypedShot | None = None
    link: Literal["weak", "clip"] | None = None


class TypedStop(Frozen):
    """Stops: thread knots or rubbers."""

    kind: Literal["stop"] = "stop"
    count: int
    rubber: bool = False


class TypedBead(Frozen):
    """Beads. One that is pegged needs its place."""

    kind: Literal["bead"] = "bead"
    count: int
    length_m: float
    hole_m: float | None = None
    pegged: bool = False


class TypedSwivel(Frozen):
    """A swivel."""

    kind: Literal["swivel"] = "swivel"
    form: Form = "plain"


class TypedHook(Frozen):
    """Another hook, and the line it is tied to."""

    kind: Literal["hook"] = "hook"
    size: int
    line_m: float | None = None


class TypedLine(Frozen):
    """Another length of line, what it is and how thick."""

    kind: Literal["line"] = "line"
    role: LineRole
    length_m: float | None = None
    line_m: float | None = None
    material: str | None = None
    strength_n: float | None = None


class TypedFloat(Frozen):
    """Another float: what its label says, and the words for its type."""

    kind: Literal["float"] = "float"
    label: str
    load_kg: float
    built_in_kg: float = 0.0
    types: tuple[str, ...] = ()


class TypedBait(Frozen):
    """Another bait on the lowest hook, by its name."""

    kind: Literal["bait"] = "bait"
    name: str


class TypedElastic(Frozen):
    """A pole's elastic, by its number or by what it takes."""

    kind: Literal["elastic"] = "elastic"
    give_n: float


class TypedBare(Frozen):
    """No weights: those there are come off."""

    kind: Literal["bare"] = "bare"


Part: TypeAlias = (
    TypedShot | TypedWeight | TypedStop | TypedBead | TypedSwivel | TypedHook | TypedLine | TypedFloat | TypedBait
    | TypedElastic | TypedBare
)  # fmt: skip


class Typed(Frozen):
    """What was typed: parts, and where they go."""

    parts: tuple[Part, ...]
    at_m: float | None = None
    """Of the lowest of them. [m from the hook]"""
    where: Where | None = None
