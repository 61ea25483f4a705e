"""The rig document: what the core computes on, the API carries, the store keeps and the CLI reads."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Any, Literal, Self, TypeVar

from pydantic import Field, ValidationError, model_validator

from brookwind.core.errors import NotUnderstood, OutOfRange
from brookwind.core.figures import length
from brookwind.core.frozen import Frozen
from brookwind.core.limits import (
    BaitHeight,
    FishingDistance,
    Salinity,
    WantedTip,
    WaterDepth,
    WaterTemperature,
    WindSpeed,
)
from brookwind.core.rig.components import Component, Float, Hook, Piece, PieceId, Stop
from brookwind.core.rig.holding import HOLDS, Held
from brookwind.core.rig.refusals import from_validation, read_as

SCHEMA_VERSION = 1
"""Of the rig document; see docs/formats.md."""
MAX_COMPONENTS = 200
"""Pieces of a rig at most."""


class Water(Frozen):
    """The still water the rig is tied for."""

    name: str = Field(default="", max_length=80)
    swim: str | None = Field(default=None, max_length=60)
    depth_m: WaterDepth
    """Plumbed depth. [m]"""
    temperature_c: WaterTemperature = 15.0
    salinity: Salinity = 0.0


class Aim(Frozen):
    """What the angler wants to see and where the bait should hang."""

    tip_m: WantedTip
    """Length of float above the water. [m]"""
    bait_from: Literal["bed", "surface"] = "bed"
    bait_m: BaitHeight = 0.05
    """Height of the hook off the bed (negative: so much line laid on), or its depth below the surface. [m]"""
    lean_deg: float = Field(default=15.0, ge=5, le=30)
    """Of the float of a dragging rig, downstream, by which its setting is found. [degrees]"""

    @model_validator(mode="after")
    def _below_the_surface(self) -> Self:
        if self.bait_from == "surface" and self.bait_m <= 0:
            raise OutOfRange.one(
                "bait-above-surface",
                "The bait would hang above the surface.",
                "Enter how far below the surface it should be, more than 0.",
                ("bait_m",),
            )
        return self


class Limits(Frozen):
    """What is put up with when a capacity is chosen. All editable defaults."""

    tackle_share: float = Field(default=0.4, gt=0, le=1)
    """Hook, bait and swivel over what the float carries, at most."""
    lean_deg: float = Field(default=15.0, gt=0, le=80)
    """Lean of the line in current and wind. [degrees]"""
    lift_m: float = Field(default=0.3, gt=0, le=60)
    """Lift of the bait in the current, the stop left as for still water. [m]"""
    run_lost_m: float = Field(default=7.0, gt=0, le=200)
    """Run lost while the rig sinks in a current. [m]"""
    pull_n: float | None = Field(default=None, gt=0, le=5)
    """Pull a fish puts up with; the species' usual when not given. [N]"""
    splash_kg_m: float = Field(default=0.006, gt=0, le=1)
    """Mass that may land over each metre of calm water. [kg/m]"""


BedKind = Literal["silt", "sand", "gravel", "rock"]


class SpeedAt(Frozen):
    """A speed of the water as measured at a depth."""

    depth_m: float = Field(ge=0, le=60)
    speed_m_s: float = Field(ge=0, le=5)


class RodThrows(Frozen):
    """How a rod throws: as a cast test found it, or as usual."""

    speed_m_s: float = Field(default=32.0, gt=3, le=80)
    """Speed its tip reaches without a load. [m/s] Editable default, until a cast test."""
    moved_kg: float = Field(default=0.005, gt=0, le=0.2)
    """Mass of tip and line that is thrown along with the rig. [kg] Editable default, until a cast test."""
    rod: str | None = Field(default=None, max_length=60)
    """Which rod of the box that is."""


class Conditions(Frozen):
    """What the float has to cope with: where it is fished, the wind and the current there, and the tackle."""

    distance_m: FishingDistance = 12.0
    current_m_s: float = Field(default=0.0, ge=0, le=5)
    """Speed of the surface. [m/s]"""
    exponent: float | None = Field(default=None, ge=1, le=20)
    """n of the current's profile; the usual one, with its doubt, when not given."""
    speeds: tuple[SpeedAt, ...] = Field(default=(), max_length=12)
    """Speeds as measured, from the surface down: they take the place of surface speed and profile."""
    hold: float | None = Field(default=None, ge=0, le=1)
    """Speed the float is held back to, over the surface's: 0 anchored. It runs free when not given."""
    line_pull_n: float = Field(default=0.0, ge=-5, le=5)
    """Pull of the line on the water between float and rod, along the current; negative: against it. [N]"""
    bed: BedKind = "gravel"
    bed_slope: float = Field(default=0.0, ge=-1, le=1)
    """Metres the bed falls per metre downstream."""
    wind_m_s: WindSpeed = 0.0
    fetch_m: float = Field(default=50.0, ge=1, le=1e6)
    """Open water upwind. [m]"""
    wave_height_m: float | None = Field(default=None, ge=0, le=5)
    """Height of the waves as seen, crest to trough; from wind and fetch when not given. [m]"""
    wave_period_s: float | None = Field(default=None, gt=0.1, le=30)
    dragging: bool = False
    """Bait or weight is meant to drag over the bed."""
    settle_s: float = Field(default=25.0, ge=1, le=300)
    """Longest time from landing to fishing. [s]"""
    rod_most_kg: float | None = Field(default=None, gt=0, le=0.5)
    """The most the rod casts, as printed on it; it forbids nothing when not given. [kg]"""
    throws: RodThrows = RodThrows()
    """How the rod throws."""
    tackle: Literal["rod", "pole", "whip"] = "rod"
    rod_m: float = Field(default=3.9, ge=1, le=20)
    """Length of rod, pole or whip. [m]"""
    give_n: float | None = Field(default=None, gt=0, le=500)
    """Pull at which the drag slips, or the most the elastic takes; a third of the weakest line when not given. [N]"""
    wading: bool = False
    clear: bool = False
    """The water is clear, or the sun is on it."""
    limits: Limits = Limits()

    @property
    def surface_m_s(self) -> float:
        """Speed of the current at the surface, as measured or as told; the wind is no part of it. [m/s]"""
        return self.speeds[0].speed_m_s if self.speeds else self.current_m_s

    @model_validator(mode="after")
    def _speeds_go_down(self) -> Self:
        depths = [s.depth_m for s in self.speeds]
        for i in range(1, len(depths)):
            if depths[i] <= depths[i - 1]:
                raise OutOfRange.one(
                    "speeds-order",
                    f"Speed {i + 1} is not deeper than the one before it.",
                    "Enter the speeds from the surface down, each depth once.",
                    ("speeds", i, "depth_m"),
                )
        return self


class Muted(Frozen):
    """A check that says no more on a rig, and why."""

    check: str = Field(min_length=1, max_length=60)
    reason: str = Field(min_length=1, max_length=200)


_HELD = "_held_by"


class Rig(Frozen):
    """A rig: its components in threading order from rod to hook, what it aims at and the water it is tied for."""

    schema_version: Literal[1] = 1
    id: PieceId
    name: str = Field(min_length=1, max_length=80)
    family: str = Field(min_length=1, max_length=40)
    species: str | None = Field(default=None, max_length=40)
    pattern: str = Field(default="none", max_length=40)
    lash_m: float | None = Field(default=None, gt=0, le=20)
    """Line between pole tip and float. [m]"""
    water: Water
    aim: Aim
    conditions: Conditions = Conditions()
    components: tuple[Component, ...] = Field(min_length=2, max_length=MAX_COMPONENTS)
    notes: str = Field(default="", max_length=4000)
    muted: tuple[Muted, ...] = Field(default=(), max_length=100)

    @model_validator(mode="before")
    @classmethod
    def _is_of_this_version(cls, data: object) -> object:
        if isinstance(data, dict):
            _check_version(data.get("schema_version", SCHEMA_VERSION))
        return data

    @model_validator(mode="after")
    def _can_be_threaded(self) -> Self:
        _check_ids(self.components)
        _check_float(self.components)
        _check_hooks(self.components)
        _check_order(self.components)
        return self

    @property
    def _held(self) -> Held:
        # Asked tens of times for every state a rig is settled in. A copy may have other components by now.
        kept: Held | None = self.__dict__.get(_HELD)
        if kept is None or kept.of is not self.components:
            kept = self.__dict__[_HELD] = Held(self.components)
        return kept

    @property
    def float_piece(self) -> Float:
        """The one float."""
        return self._held.float_piece

    @property
    def stop(self) -> Stop | None:
        """The stop that a sliding float runs up to, the nearest above it; None for a fixed one.

        A stop below the float is a buffer.
        """
        return self._held.stop

    @property
    def rests_on(self) -> Component | None:
        """What a running float without a stop above it comes down to: the nearest piece that sits on the line below it.

        None for a fixed float, and for one that a stop holds.
        """
        return self._held.rests_on

    @property
    def setting_m(self) -> float:
        """Distance along the line from the stop (sliding float), the float, or what it rests on, to the hook. [m]"""
        return self._held.setting_m

    def replace_components(self, components: tuple[Component, ...], **changes: Any) -> Rig:
        """The rig with other components, checked again.

        components: the new components, in threading order.
        changes: other fields of the rig to set.
        Raises: BrookwindError when they cannot be threaded so.
        """
        try:
            return Rig(**{**dict(self), **changes, "components": components})
        except ValidationError as error:
            raise from_validation(error) from error


def _check_version(version: object) -> None:
    if version == SCHEMA_VERSION:
        return
    newer = isinstance(version, int) and version > SCHEMA_VERSION
    raise NotUnderstood.one(
        "schema-version",
        f"The rig is written in version {version}; this Brookwind reads version {SCHEMA_VERSION}.",
        "Update Brookwind, or save the rig again in the older form." if newer else f"Use version {SCHEMA_VERSION}.",
        ("schema_version",),
    )


def _check_ids(components: tuple[Component, ...]) -> None:
    seen: dict[str, int] = {}
    for i, c in enumerate(components):
        if c.id in seen:
            raise OutOfRange.one(
                "same-id",
                f"Components {seen[c.id] + 1} and {i + 1} are both called {c.id!r}.",
                "Give each its own id.",
                ("components", i, "id"),
            )
        seen[c.id] = i


def _check_float(components: tuple[Component, ...]) -> None:
    floats = [(i, c) for i, c in enumerate(components) if isinstance(c, Float)]
    if len(floats) != 1:
        raise OutOfRange.one(
            "one-float", f"The rig has {len(floats)} floats.", "A rig has exactly one float.", ("components",)
        )
    i, the_float = floats[0]
    sliding = the_float.mount.endswith("sliding")
    above = any(isinstance(c, Stop) for c in components[:i])
    below = any(c.kind in HOLDS and getattr(c, "position_m", None) for c in components[i + 1 :])
    if sliding and not above and not below:
        raise OutOfRange.one(
            "no-stop",
            "The float slides but nothing stops it.",
            "Thread a stop above it, or pinch a shot below it.",
            ("components", i),
        )
    if sliding != (the_float.position_m is None):
        message, remedy = (
            ("A sliding float has no position of its own.", "Leave position_m out; the stop decides.")
            if sliding
            else ("A fixed float needs its position.", "Enter position_m, the distance from float to hook.")
        )
        raise OutOfRange.one("float-position", message, remedy, ("components", i, "position_m"))


def _check_hooks(components: tuple[Component, ...]) -> None:
    hooks = [c for c in components if isinstance(c, Hook)]
    if not hooks or min(h.position_m for h in hooks) != 0.0:
        raise OutOfRange.one(
            "hook-at-zero",
            "No hook is at position 0." if hooks else "The rig has no hook.",
            "Positions are measured from the lowest hook: put it at 0.",
            ("components",),
        )
    names = {h.id for h in hooks}
    for i, c in enumerate(components):
        if c.kind == "bait" and c.hook not in names:
            raise OutOfRange.one(
                "bait-without-hook",
                f"The bait is on a hook called {c.hook!r}, which the rig does not have.",
                f"Use one of {', '.join(sorted(names))}.",
                ("components", i, "hook"),
            )


def _check_order(components: tuple[Component, ...]) -> None:
    last, at = float("inf"), 0
    for i, position in positions(components):
        if position > last + 1e-9:
            raise OutOfRange.one(
                "threading-order",
                f"Component {i + 1} is {{here}} from the hook but is threaded after component {at + 1}, which is at "
                "{above}.",
                "List the components from rod to hook.",
                ("components", i, "position_m"),
                {"here": length(position), "above": length(last)},
            )
        last, at = position, i


def positions(components: tuple[Component, ...]) -> Iterator[tuple[int, float]]:
    """Index and position of every component that has one (a line section counts where it begins). [m]

    components: in threading order.
    """
    for i, c in enumerate(components):
        if c.kind != "line":
            position = getattr(c, "position_m", None)
            if position is not None:
                yield i, position


def read_rig(data: object) -> Rig:
    """Read a rig document from plain data, with sentences for what is wrong.

    data: what a JSON reader returned.
    Raises: BrookwindError with a path for each problem.
    """
    return read_as(Rig, data, "rig document", "A rig is a JSON object with components.")


PieceT = TypeVar("PieceT", bound=Piece)


def of_kind(rig: Rig, kind: type[PieceT]) -> tuple[PieceT, ...]:
    """The rig's components of one kind, in threading order.

    rig: the rig.
    kind: the component class.
    """
    return tuple(c for c in rig.components if isinstance(c, kind))
