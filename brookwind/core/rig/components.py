"""The pieces of a rig: one model per kind, told apart by `kind`.

Positions are measured along the line from the lowest hook (0) towards the rod, in metres.
A piece on a short side line carries a `link`: its position is where the link leaves the line.
"""

from __future__ import annotations

from typing import Annotated, ClassVar, Literal, get_args

from pydantic import Field

from brookwind.core.floats.kind import Mount
from brookwind.core.floats.spec import FloatSpec
from brookwind.core.frozen import Frozen

PieceId = Annotated[str, Field(pattern=r"^[a-z0-9][a-z0-9-]{0,39}$")]
LONGEST_M = 60.0
"""Nothing sits further from the hook. [m] Editable default."""
Position = Annotated[float, Field(ge=0, le=LONGEST_M)]
Mass = Annotated[float, Field(ge=0, le=0.5)]
PieceMass = Annotated[float, Field(gt=0, le=0.5)]
Density = Annotated[float, Field(gt=10, le=22600)]
LineDiameter = Annotated[float, Field(ge=0.00003, le=0.003)]

ShotRole = Literal["lock", "back", "bulk", "dropper", "strung", "lift", "cushion", "stack"]


class Link(Frozen):
    """A short side line from the main line to a piece, hanging from its own position."""

    length_m: float = Field(gt=0, le=3)
    diameter_m: LineDiameter | None = None


class Piece(Frozen):
    """What every component has. `item` names the compartment of the box it came from."""

    id: PieceId
    label: str = Field(default="", max_length=60)
    item: str | None = Field(default=None, max_length=60)


class LineSection(Piece):
    """A length of line. The main line has no upper end: it goes on to the rod."""

    kind: Literal["line"] = "line"
    role: Literal["main", "top-shot", "lash", "hooklength"]
    material: str
    diameter_m: LineDiameter
    density_kg_m3: Density
    strength_n: float | None = Field(default=None, gt=0, le=2000)
    greased: bool = False
    """Treated to float."""
    knot: str | None = Field(default=None, max_length=40)
    """Knot at its lower end; the usual one for what it is tied to when not given."""
    lower_m: Position
    """Where this section ends, towards the hook. [m]"""
    position_m: ClassVar[None] = None
    """It has no one place."""


class Stop(Piece):
    """A thread knot or rubber that a sliding float runs up to."""

    kind: Literal["stop"] = "stop"
    material: Literal["thread", "rubber"] = "thread"
    diameter_m: float | None = Field(default=None, gt=0, le=0.02)
    """Thickness of the knot or rubber; its material's usual when not given. [m]"""
    position_m: Position


class Bead(Piece):
    """A bead that slides between its neighbours (no position) or sits at one place."""

    kind: Literal["bead"] = "bead"
    length_m: float = Field(gt=0, le=0.05)
    """Length along the line; a round bead is as thick. [m]"""
    hole_m: float | None = Field(default=None, gt=0, le=0.02)
    """Its hole; the usual for its size when not given. [m]"""
    mass_kg: Mass
    density_kg_m3: Density
    position_m: Position | None = None


class Sleeve(Piece):
    """A rubber or silicone that holds a float to the line."""

    kind: Literal["sleeve"] = "sleeve"
    position_m: ClassVar[None] = None
    """It goes with the float."""


class Float(Piece):
    """The float. Fixed floats have a position; a sliding float hangs below its stop."""

    kind: Literal["float"] = "float"
    spec: FloatSpec
    mount: Mount
    position_m: Position | None = None


class Shot(Piece):
    """A split shot pinched on the line."""

    kind: Literal["shot"] = "shot"
    role: ShotRole
    mass_kg: PieceMass
    scatter: float | None = Field(default=None, ge=0, le=0.5)
    """Standard deviation of one such shot over its mass, as measured; the usual one when not given."""
    material: str
    density_kg_m3: Density
    position_m: Position
    fixed: bool = False
    """Balancing leaves it as it is and where it is."""


class Weight(Piece):
    """A larger weight. If it runs, its position is where it rests."""

    kind: Literal["weight"] = "weight"
    shape: Literal["ball", "egg", "barrel", "bullet", "in-line", "olivette", "jig", "plummet"]
    mass_kg: PieceMass
    material: str
    density_kg_m3: Density
    runs: bool = False
    position_m: Position
    link: Link | None = None
    fixed: bool = False
    """Balancing leaves it as it is and where it is."""


class Swivel(Piece):
    """A swivel between two lengths of line, or three; a snap holds what is clipped to it."""

    kind: Literal["swivel"] = "swivel"
    form: Literal["plain", "snap", "three-way"] = "plain"
    mass_kg: PieceMass
    density_kg_m3: Density
    position_m: Position


class Hook(Piece):
    """A hook. The lowest is at 0; a second sits higher or on a link."""

    kind: Literal["hook"] = "hook"
    size: int = Field(ge=-12, le=30)
    """Printed size; -1 stands for 1/0, -2 for 2/0 and so on."""
    pattern: str = Field(default="round", max_length=40)
    barb: Literal["barbed", "micro", "barbless"] = "barbed"
    mass_kg: PieceMass
    density_kg_m3: Density
    position_m: Position = 0.0
    link: Link | None = None


class Bait(Piece):
    """A bait on a hook. Less dense than the water, it floats."""

    kind: Literal["bait"] = "bait"
    hook: PieceId
    mass_kg: PieceMass
    density_kg_m3: Density
    position_m: ClassVar[None] = None
    """It is where its hook is."""


Component = Annotated[
    LineSection | Stop | Bead | Sleeve | Float | Shot | Weight | Swivel | Hook | Bait, Field(discriminator="kind")
]

COMPONENT_KINDS: frozenset[str] = frozenset(
    model.model_fields["kind"].default for model in get_args(get_args(Component)[0])
)
