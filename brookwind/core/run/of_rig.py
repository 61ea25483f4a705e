"""The line out of a rig: what its main line does to its float where it is fished."""

from __future__ import annotations

from collections.abc import Callable
from math import hypot
from typing import Literal

from pydantic import Field

from brookwind.core.errors import BrookwindError, OutOfRange
from brookwind.core.figures import Figure, Told, distance
from brookwind.core.frozen import Frozen
from brookwind.core.matter.fluid import fluid_of
from brookwind.core.matter.materials import LINE_MATERIAL
from brookwind.core.rig.components import LineSection
from brookwind.core.rig.document import Rig
from brookwind.core.run.cable import pull_of
from brookwind.core.run.line_out import LONGEST_M, QUICKEST_M_S, Lane, LineOut, Moves, Pulled, between
from brookwind.core.situation import Situation
from brookwind.core.survey.current import Current

TIP_M = 2.0
"""Rod tip over the water. [m] Editable default."""
SLACK = 0.05
"""Line out over the straight way. Editable default."""
FINE_N = 1e-4
"""Pulls are told to this: a tenth of a millinewton, a hundredth of a gram. [N]"""
_SLOW_NEAR = 0.4
"""Speed of the surface at the bank over that at the float, where no lanes are known. Editable default."""
HAND_M = 1.2
"""The hand that holds the rod, over the water. [m] Editable default."""
_NEAREST_M = 0.3
"""A rod tip is held no nearer than this to the float. [m]"""


class HowHeld(Frozen):
    """How the line is held."""

    along_m: float = Field(default=0.0, ge=-100, le=100)
    """How far downstream of the angler the float is; negative upstream. [m]"""
    tip_height_m: float = Field(default=TIP_M, ge=0.02, le=20)
    slack: float = Field(default=SLACK, ge=0.001, le=3)
    moves: Moves = "swings"
    lanes: tuple[Lane, ...] = Field(default=(), max_length=40)
    """Of the surface, from the angler outwards; slower near the bank when not given."""
    wind_along_m_s: float = Field(default=0.0, ge=-40, le=40)
    """Downstream; negative upstream. [m/s]"""
    wind_across_m_s: float = Field(default=0.0, ge=-40, le=40)
    """Away from the angler; negative towards. [m/s]"""


Other = Literal["higher", "less-slack", "finer", "braid", "sunk"]


class OtherLine(Frozen):
    """What another line or rod would do."""

    id: Other
    says: str
    along_n: float | None
    """None where it cannot be found. [N]"""


class LineAnswer(Frozen):
    """What the line does to the float, in words, and what else would do."""

    line: LineOut
    pulled: Pulled
    says: Told
    others: tuple[OtherLine, ...]


def reach_m(rig: Rig, tip_height_m: float) -> float:
    """How far out the tip of a rod is that points at the float. [m]

    rig: the rig; its rod's length is taken.
    tip_height_m: of the rod tip over the water. [m]
    Source: right triangle over a hand `HAND_M` above the water.
    """
    return float(max(0.0, rig.conditions.rod_m**2 - (tip_height_m - HAND_M) ** 2) ** 0.5)


def lanes_of(rig: Rig, how: HowHeld) -> tuple[Lane, ...]:
    """Speeds of the surface from the angler outwards: as given, else slower near the bank.

    rig: the rig, with the current where it is fished.
    how: how the line is held.
    """
    c = rig.conditions
    top = c.surface_m_s
    return how.lanes or (Lane(across_m=0.0, speed_m_s=_SLOW_NEAR * top), Lane(across_m=c.distance_m, speed_m_s=top))


def surveyed_lanes(rig: Rig, found: Current) -> tuple[Lane, ...]:
    """Speeds of the surface as its swim's drifts have them, made to agree with the rig's own current where it fishes.

    rig: the rig, with the current where it is fished.
    found: what the drifts tell.
    Empty where fewer than two lanes were timed, or none of them runs.
    """
    c = rig.conditions
    top = c.surface_m_s
    lanes: dict[float, list[float]] = {}
    for s in found.speeds:
        if s.depth_m == 0.0:
            lanes.setdefault(round(s.distance_m, 1), []).append(s.speed_m_s)
    timed = [(far, sum(v) / len(v)) for far, v in sorted(lanes.items())]
    here = between(timed, c.distance_m) if len(timed) > 1 else 0.0
    if here <= 0.0 or top <= 0.0:
        return ()
    return tuple(Lane(across_m=far, speed_m_s=min(5.0, v * top / here)) for far, v in timed)


def line_at(
    rig: Rig, how: HowHeld, x_m: float, y_m: float, float_m_s: float | None, lanes: tuple[Lane, ...]
) -> tuple[LineOut, tuple[float, float]]:
    """The line out to a float at a place, and where the rod tip is then.

    rig: the rig; its main line, rod and conditions are taken.
    how: how the line is held.
    x_m: of the float, downstream of the angler. [m]
    y_m: of the float, out from the angler. [m]
    float_m_s: its speed along the current; as the water when not given. [m/s]
    lanes: of the surface, from the angler outwards.
    Raises: OutOfRange for a pole or whip, whose line hangs from its tip above the float, and for more line than
    `LONGEST_M`.
    """
    if rig.conditions.tackle != "rod":
        raise OutOfRange.one(
            "line-of-pole", f"A {rig.conditions.tackle}'s line hangs from its tip above the float, not out from a rod.",
            "Keep the tip near the float; fish it with a rod to have this reckoned.", ("conditions", "tackle"),
        )  # fmt: skip
    main = next(c for c in rig.components if isinstance(c, LineSection))
    far = max(hypot(x_m, y_m), 1e-6)
    if far > LONGEST_M:
        raise OutOfRange.one(
            "line-too-long", "The float is {far} off, more than {most}.", "Fish nearer.",
            ("conditions", "distance_m"), {"far": distance(far), "most": distance(LONGEST_M)},
        )  # fmt: skip
    share = min(reach_m(rig, how.tip_height_m), max(0.0, far - _NEAREST_M)) / far
    tip_x, tip_y = share * x_m, share * y_m
    braid = main.material == "braid"
    line = LineOut(
        across_m=max(0.2, y_m - tip_y), along_m=x_m - tip_x, tip_height_m=how.tip_height_m, slack=how.slack,
        diameter_m=main.diameter_m, density_kg_m3=main.density_kg_m3,
        lies="braid" if braid else "floating" if main.greased or main.density_kg_m3 < 1200.0 else "sinking",
        lanes=tuple(Lane(across_m=a.across_m - tip_y, speed_m_s=a.speed_m_s) for a in lanes),
        float_m_s=None if float_m_s is None else min(QUICKEST_M_S, max(-QUICKEST_M_S, float_m_s)),
        wind_along_m_s=how.wind_along_m_s, wind_across_m_s=how.wind_across_m_s, moves=how.moves,
    )  # fmt: skip
    return line, (tip_x, tip_y)


def line_of(rig: Rig, how: HowHeld) -> LineOut:
    """The line out of a rig where it is fished, across the current.

    rig: the rig; its main line, rod, distance and current are taken.
    how: how the line is held.
    Raises: as `line_at`.
    """
    c = rig.conditions
    moving = Situation(rig.model_copy(update={"conditions": c.model_copy(update={"line_pull_n": 0.0})})).moving
    speed = moving.speed_m_s if moving else None
    return line_at(rig, how, how.along_m, c.distance_m, speed, lanes_of(rig, how))[0]


def line_answer(rig: Rig, how: HowHeld) -> LineAnswer:
    """What the line does to the float of a rig, and what another line or rod would do.

    rig: the rig.
    how: how the line is held.
    Raises: OutOfRange when it cannot be found how the line lies.
    """
    line = line_of(rig, how)
    water = fluid_of(rig.water.temperature_c, rig.water.salinity)
    pulled = pull_of(line, water)
    others = []
    for id_, says, change in _OTHERS:
        changed = line.model_copy(update=change(line))
        try:
            along: float | None = pull_of(changed, water).along_n
        except BrookwindError:
            along = None
        if changed != line:
            others.append(OtherLine(id=id_, says=says, along_n=along))
    return LineAnswer(line=line, pulled=pulled, says=_says(line, pulled), others=tuple(others))


_OTHERS: tuple[tuple[Other, str, Callable[[LineOut], dict[str, object]]], ...] = (
    ("higher", "the tip a metre higher", lambda x: {"tip_height_m": min(20.0, x.tip_height_m + 1.0)}),
    ("less-slack", "half the slack", lambda x: {"slack": max(0.001, 0.5 * x.slack)}),
    ("finer", "a line two thirds as thick", lambda x: {"diameter_m": max(0.00003, 2.0 / 3.0 * x.diameter_m)}),
    (
        "braid", "fine braid, riding high",
        lambda x: {"lies": "braid", "diameter_m": 0.0001, "density_kg_m3": LINE_MATERIAL["braid"].density_kg_m3},
    ),
    ("sunk", "the same line sunk", lambda x: {"lies": "sinking"}),
)  # fmt: skip


def _says(line: LineOut, p: Pulled) -> Told:
    figures = {
        "pull": Figure(value=abs(p.along_n), quantity="force"),
        "inward": Figure(value=max(0.0, -p.across_n), quantity="force"),
        "on": Figure(value=p.on_water_m, quantity="distance"),
        "bow": Figure(value=p.bow_m, quantity="distance"),
    }
    lies = "{on} of it lie on the water, {bow} off the straight way at most."
    if p.on_water_m <= 0.0:
        lies = "None of it lies on the water."
    flows = any(lane.speed_m_s != 0.0 for lane in line.lanes)
    if abs(p.along_n) < FINE_N:
        pulls = f"The line hardly pulls {'along the current' if flows else 'sideways'}, and by {{inward}} in."
    elif not flows:
        pulls = "The line draws the float sideways with the wind by {pull}, and by {inward} in."
    elif p.along_n > 0.0:
        pulls = "The line pulls the float by {pull} downstream, so the float runs too quick, and by {inward} in."
    else:
        pulls = "The line pulls the float by {pull} back, so the float runs slow, and by {inward} in."
    return Told(says=f"{pulls} {lies}", figures=figures)
