"""Compartments of the box: one model per tray, told apart by `kind`."""

from __future__ import annotations

from typing import Annotated, Literal, TypeAlias, get_args

from pydantic import Field

from brookwind.core.box.jug import JugReading
from brookwind.core.box.rods import CatapultStock, RodStock
from brookwind.core.box.stock import Compartment, FloatStock, LeadStock, ShotStock
from brookwind.core.frozen import Frozen
from brookwind.core.rig.components import Density, LineDiameter, PieceMass

Name = Annotated[str, Field(min_length=1, max_length=60)]
Count = Annotated[int, Field(ge=0, le=10_000)]


class LineStock(Compartment):
    """Line on a reel or spool."""

    kind: Literal["line"] = "line"
    item: Name
    label: Name
    material: str = Field(default="nylon", max_length=40)
    diameter_m: LineDiameter
    strength_n: float | None = Field(default=None, gt=0, le=2000)
    """As printed. [N]"""
    length_m: float = Field(default=100.0, gt=0, le=5000)
    """Line left on each. [m]"""
    count: Count = 1


class LeaderStock(Compartment):
    """Tied hooklengths, leaders or traces."""

    kind: Literal["leader"] = "leader"
    item: Name
    label: Name
    material: str = Field(default="nylon", max_length=40)
    diameter_m: LineDiameter
    strength_n: float | None = Field(default=None, gt=0, le=2000)
    """As printed. [N]"""
    length_m: float = Field(gt=0, le=10)
    hook_size: int | None = Field(default=None, ge=-12, le=30)
    """Size of the hook tied to it, if one is."""
    count: Count = 1


class HookStock(Compartment):
    """Hooks of one size and pattern."""

    kind: Literal["hook"] = "hook"
    item: Name
    label: Name
    size: int = Field(ge=-12, le=30)
    """Printed size; -1 stands for 1/0, -2 for 2/0 and so on."""
    pattern: str = Field(default="round", max_length=40)
    barb: Literal["barbed", "micro", "barbless"] = "barbed"
    count: Count


class SwivelStock(Compartment):
    """Swivels."""

    kind: Literal["swivel"] = "swivel"
    item: Name
    label: Name
    mass_kg: PieceMass
    count: Count


class StopStock(Compartment):
    """Thread for stop knots, or rubbers."""

    kind: Literal["stop"] = "stop"
    item: Name
    label: Name
    material: Literal["thread", "rubber"] = "thread"
    diameter_m: float | None = Field(default=None, gt=0, le=0.02)
    count: Count


class BeadStock(Compartment):
    """Beads."""

    kind: Literal["bead"] = "bead"
    item: Name
    label: Name
    length_m: float = Field(gt=0, le=0.05)
    hole_m: float | None = Field(default=None, gt=0, le=0.02)
    count: Count


class LinkStock(Compartment):
    """Snap links and weak links."""

    kind: Literal["link"] = "link"
    item: Name
    label: Name
    length_m: float | None = Field(default=None, gt=0, le=3)
    count: Count


class BaitStock(Compartment):
    """Bait: what there is, and what one piece weighs and how it sinks."""

    kind: Literal["bait"] = "bait"
    item: Name
    label: Name
    bait: str | None = Field(default=None, max_length=40)
    """Its entry in the book."""
    mass_kg: PieceMass
    """Of one piece. [kg]"""
    density_kg_m3: Density
    sink_m_s: float | None = Field(default=None, ge=0, le=3)
    """Measured sink rate. [m/s]"""
    jug: tuple[JugReading, ...] = Field(default=(), max_length=100)
    """Raw readings of its jug test."""
    count: Count
    """Pieces, or portions of loose feed."""


BoxItem: TypeAlias = Annotated[
    ShotStock
    | LeadStock
    | FloatStock
    | LineStock
    | LeaderStock
    | HookStock
    | SwivelStock
    | StopStock
    | BeadStock
    | LinkStock
    | BaitStock
    | RodStock
    | CatapultStock,
    Field(discriminator="kind"),
]

MODELS: dict[str, type[Frozen]] = {m.model_fields["kind"].default: m for m in get_args(get_args(BoxItem)[0])}
"""Model of each kind of compartment."""


class Tray(Frozen):
    """A tray of the box: what lies in it, and other words for it."""

    id: str
    name: str
    kinds: tuple[str, ...]
    words: tuple[str, ...]
    """Other words that find what lies in it."""


TRAYS = (
    Tray(id="weights", name="Weights", kinds=("shot", "lead"), words=(
        "split shot", "shot", "lead", "sinker", "weight", "bullet", "barrel", "egg", "ball", "olivette", "olivet",
        "jig", "swan", "slinky", "drilled", "dropper", "trimming",
    )),
    Tray(id="floats", name="Floats", kinds=("float",), words=(
        "float", "bobber", "waggler", "stick", "dibber", "slider", "cork", "slip float", "jigger", "bristle",
    )),
    Tray(id="lines", name="Lines", kinds=("line",), words=("main line", "reel line", "top shot", "bumper", "braid")),
    Tray(id="leaders", name="Leaders", kinds=("leader",), words=(
        "hooklength", "leader", "trace", "snell", "dropper", "tippet", "wire",
    )),
    Tray(id="hooks", name="Hooks", kinds=("hook",), words=("hook",)),
    Tray(id="swivels", name="Swivels", kinds=("swivel",), words=("swivel",)),
    Tray(id="stops", name="Stops", kinds=("stop",), words=("stop knot", "bobber stop", "float stop", "rubber")),
    Tray(id="beads", name="Beads", kinds=("bead",), words=("bead",)),
    Tray(id="links", name="Links", kinds=("link",), words=("link", "snap", "clip", "weak link")),
    Tray(id="baits", name="Baits", kinds=("bait",), words=(
        "bait", "feed", "hookbait", "spawn", "skein", "roe", "nymph", "pellet",
    )),
    Tray(id="rods", name="Rods", kinds=("rod", "catapult"), words=(
        "rod", "reel", "pole", "whip", "catapult", "elastic",
    )),
)  # fmt: skip
"""Every tray, in the order they are shown."""
