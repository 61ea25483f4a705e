"""What a rig family says of its rigs, and what one is tied from."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, field
from typing import Literal, TypeAlias

from brookwind.core.floats.kind import Mount
from brookwind.core.floats.spec import FloatSpec
from brookwind.core.matter.materials import LINE_MATERIAL
from brookwind.core.rig.baits import BaitKind
from brookwind.core.rig.components import Component, LineSection
from brookwind.core.rig.fish import Kind
from brookwind.core.rig.habits import Habits
from brookwind.core.rig.hooks import HookPattern, HookSize
from brookwind.core.rig.usual_size import Sizes

Parts: TypeAlias = tuple[Component, ...]
Heavy: TypeAlias = Literal["lock", "lead", "linked-lead", "stack", "olivette"]
ShotOn: TypeAlias = Literal["line", "leader", "above-leader", "nowhere"]
Tackle: TypeAlias = Literal["rod", "pole", "whip"]
Band: TypeAlias = Literal["bed", "near-bed", "mid-water", "upper", "surface"]
LONGEST_M: dict[Tackle, float] = {"rod": 5.5, "pole": 16.0, "whip": 9.0}
"""The longest there are. [m] Editable defaults."""


@dataclass(frozen=True, kw_only=True)
class Layout:
    """How the weights of a family are arranged and what carries them."""

    heavy: Heavy | None = None
    """What carries most of the load and is chosen first."""
    shot_on: ShotOn = "line"
    """The stretch of line that free shot may sit on."""
    overload: float = 1.0
    """Load over what the wanted tip asks; above 1 a tight line from the rod carries the rest."""
    bulk_on_knot: bool = False
    """Fished shallow, a bulk sits right on the hooklength's knot."""
    draws: bool = False
    """The angler tightens until what lies on the bed draws the float to its tip."""
    hangs_for_balance: bool = False
    """Balanced as if nothing touched the bed, though something is meant to."""
    drags: bool = False
    """Its lead is drawn along the bed in a current: the float's lean says that the setting is right."""
    load_share: float | None = None
    """Share of the label that is hung on it; None: all of it."""
    fill: Literal["ballast", "air"] | None = None
    """What trims the float instead of shot."""


@dataclass(frozen=True, kw_only=True)
class Family:
    """A rig family. Lengths in m, masses in kg; defaults without a source, editable on the rig."""

    id: str
    number: int
    name: str
    says: str
    special: str
    mount: Mount
    float_type: str
    light: tuple[str, float] | None = None
    """Type of float for less than a capacity. [kg]"""
    size: Sizes
    """Capacities in use, by water, distance and fish."""
    at_depth_m: float
    """Depth it is usually fished in. [m]"""
    patterns: tuple[str, ...]
    """Patterns that can be tied on it, the usual one first."""
    species: str
    build: Callable[[Tie], Parts]
    layout: Layout = field(default_factory=Layout)
    tackle: tuple[Tackle, ...] = ("rod",)
    waters: tuple[Kind, ...] = ("still", "running")
    depth_m: tuple[float, float]
    """Depths it can be fished in."""
    distance_m: tuple[float, float]
    bands: tuple[Band, ...]
    current_m_s: tuple[float, float] = (0.0, 0.3)
    line_wants: Literal["floats", "sinks", "either"] = "either"
    main_line_m: float
    hooklength_m: float
    lash_m: tuple[float, float] | None = None
    """Short and long line between pole tip and float."""
    laid: Literal["weight", "lead"] | None = None
    """What is meant to rest on the bed: the shot near the hook, or the lead at the leader's top."""
    deepest_m: float | None = None
    """The bait hangs no deeper than this."""
    bait: str | None = None
    """The bait the family is for, when it is not the fish's usual one."""
    fed: Literal["slap"] | None = None
    """The way it is fed for, when it is not the fish's and the water's usual one."""
    dragging: bool = False
    hold: float | None = None
    """Speed the float is usually held back to in a current, over the surface's; free when not given."""
    jig: bool = False
    """It ends in a jig unless the angler ties otherwise."""
    hooks: int = 1
    source: str = "default"

    @property
    def slides(self) -> bool:
        """The float slides up to a stop."""
        return self.mount.endswith("sliding")


@dataclass(frozen=True, kw_only=True)
class Tie:
    """What one rig of a family is tied from. Positions from the hook. [m]"""

    family: Family
    spec: FloatSpec
    setting_m: float
    join_m: float
    hook: HookSize
    pattern: HookPattern
    bait: BaitKind
    main_m: float
    leader_m: float
    leader_material: str = "nylon"
    habits: Habits


def line(
    role: Literal["main", "top-shot", "hooklength"], material: str, diameter_m: float, lower_m: float
) -> LineSection:
    """A section of line.

    role: its task; the main line goes on to the rod.
    material: of `LINE_MATERIALS`.
    diameter_m: thickness. [m]
    lower_m: where it ends towards the hook. [m]
    """
    return LineSection(
        id="main-line" if role == "main" else role,
        role=role,
        material=material,
        diameter_m=diameter_m,
        density_kg_m3=LINE_MATERIAL[material].density_kg_m3,
        lower_m=lower_m,
        label=f"{diameter_m * 1000:.2f} mm {LINE_MATERIAL[material].name}",
    )
