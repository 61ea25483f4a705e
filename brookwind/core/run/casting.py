"""The cast of a rig: how far, where to aim and clip, how far to draw back, and how it lies when it lands."""

from __future__ import annotations

from math import atan2, degrees, hypot, pi
from typing import Literal

from pydantic import Field

from brookwind.core.box.rods import TURN_M
from brookwind.core.errors import BrookwindError, OutOfRange
from brookwind.core.figures import NINE_IN_TEN, Figure, Told
from brookwind.core.floats.body import FloatBody, float_body
from brookwind.core.frozen import Frozen
from brookwind.core.gravity import sphere_diameter_m
from brookwind.core.motion.fall import fall
from brookwind.core.motion.fall_answer import FallWish
from brookwind.core.motion.paying import QUICK
from brookwind.core.motion.tangle import Risk
from brookwind.core.rig.components import LineSection
from brookwind.core.rig.document import Rig
from brookwind.core.roots import crossing
from brookwind.core.run.flight import Flight, Flown, flight
from brookwind.core.run.reach import cast_speed_m_s, shown_drag_m2
from brookwind.core.run.rod_test import ACCURATE, BALL_DRAG
from brookwind.core.situation import Situation

SINK_LINE_M = 2.0
"""Wound in with the tip under water, to sink the line behind a float in still water. [m] Editable default."""
NEARLY = 0.9
"""A rod is not known better than this: a mark no further beyond its reach is reached on a good cast."""
EASY = 0.85
"""A cast that takes no more than this share of the rod's speed can be repeated all day. Editable default."""
WIDE = 0.6
"""A cast misses sideways by so much of what it misses in length. Editable default."""
_SLOWEST_M_S = 2.0
"""The gentlest throw. [m/s]"""


class CastWish(Frozen):
    """How it is cast."""

    wind_along_m_s: float = Field(default=0.0, ge=-40, le=40)
    """With the cast; negative in its face. [m/s]"""
    wind_across_m_s: float = Field(default=0.0, ge=-40, le=40)
    """From the left. [m/s]"""
    angle_deg: float = Field(default=45.0, ge=5, le=80)
    """Of the throw, over the horizontal. [degrees]"""
    draw_back_m: float | None = Field(default=None, ge=0, le=20)
    """Wound in after it has landed; what sinks the line in still water when not given. [m]"""
    bail: Literal["open", "closed"] = "open"
    """Whether line is paid out to a sliding float while it sinks."""
    turn_m: float = Field(default=TURN_M, gt=0.1, le=2)
    """Line that a turn of the reel takes in. [m]"""
    accuracy: float = Field(default=ACCURATE, gt=0, le=0.5)
    """By how much a cast misses its mark, as a share of the distance."""


class CastAnswer(Frozen):
    """The cast."""

    mass_kg: float
    """All that is thrown. [kg]"""
    reach_m: float
    """As far as it goes with all the rod has, in this wind. [m]"""
    reaches: bool
    """It reaches past the mark far enough to be drawn back to it."""
    effort: float | None
    """Speed it needs over what the rod has; None where it does not reach."""
    draw_back_m: float
    drawn_m: float
    """How much nearer a sliding float comes while it sinks with the bail closed. [m]"""
    clip_m: float
    """Where it is to land, and the line is clipped. [m]"""
    aside_m: float
    """How far the wind takes it to the right; negative left. [m]"""
    aim_deg: float
    """Aim so far to the left; negative right. [degrees]"""
    turns: float
    """Turns of the reel from there to the rod."""
    back_turns: float
    """Turns that draw it back."""
    ring_m: tuple[float, float]
    """Nine casts in ten land within these of the mark: in length, sideways. [m]"""
    leads: Literal["float", "tail"]
    """Which flies ahead."""
    risk: Risk | None
    """Of a tangle as it falls, laid out straight; None where the fall is not followed."""
    flight: Flight
    says: tuple[Told, ...]


def casting(rig: Rig, wish: CastWish | None = None, situation: Situation | None = None) -> CastAnswer:
    """The cast of a rig to where it is fished.

    rig: the rig; its distance and how its rod throws are taken.
    wish: how it is cast.
    situation: its situation, where it is worked out already.
    Raises: OutOfRange for a pole or whip, which swings it out; BrookwindError for a float that is no body.
    Source: `flight`; the speed for the distance by closing in.
    """
    ask = wish or CastWish()
    c = rig.conditions
    if c.tackle != "rod":
        raise OutOfRange.one(
            "cast-of-pole", f"A {c.tackle} swings its rig out; it is not cast.", "Fish it with a rod to cast it.",
            ("conditions", "tackle"),
        )  # fmt: skip
    situation = situation or Situation(rig)
    its_float = rig.float_piece
    body, loads = float_body(its_float.spec), _loads(rig)
    mass, drag_m2 = thrown_of(rig)
    main = next(x for x in rig.components if isinstance(x, LineSection))
    most = cast_speed_m_s(mass, c.throws)

    def thrown(speed: float) -> Flight:
        return flight(
            Flown(
                mass_kg=mass, drag_m2=drag_m2, speed_m_s=speed,
                angle_deg=ask.angle_deg, wind_along_m_s=ask.wind_along_m_s, wind_across_m_s=ask.wind_across_m_s,
                line_kg_m=main.density_kg_m3 * pi / 4.0 * main.diameter_m**2, line_m=main.diameter_m,
            )
        )  # fmt: skip

    furthest = thrown(most)
    drawn = _drawn_m(situation) if ask.bail == "closed" and its_float.position_m is None else 0.0
    back = ask.draw_back_m
    if back is None:
        # Only as far as the cast leaves room for it.
        room = max(0.0, furthest.reach_m - c.distance_m - drawn)
        back = 0.0 if c.surface_m_s else min(SINK_LINE_M, round(2.0 * room) / 2.0)
    clip = c.distance_m + back + drawn
    reaches = furthest.reach_m >= NEARLY * clip
    speed = most
    if furthest.reach_m >= clip > thrown(_SLOWEST_M_S).reach_m:
        speed = crossing(lambda v: thrown(v).reach_m - clip, _SLOWEST_M_S, most, 0.02)
    flown = thrown(speed)
    off = NINE_IN_TEN * ask.accuracy * clip
    answer = CastAnswer(
        mass_kg=mass, reach_m=furthest.reach_m, reaches=reaches, effort=speed / most if reaches else None,
        draw_back_m=back, drawn_m=drawn, clip_m=clip, aside_m=flown.aside_m,
        aim_deg=degrees(atan2(flown.aside_m, max(flown.reach_m, 0.1))), turns=clip / ask.turn_m,
        back_turns=back / ask.turn_m, ring_m=(off, WIDE * off), leads=_leads(body, loads), flight=flown, says=(),
        risk=None if situation.fallen is None else situation.fallen.risk,
    )  # fmt: skip
    return answer.model_copy(update={"says": _says(answer, c.distance_m)})


def _loads(rig: Rig) -> tuple[tuple[float, float], ...]:
    """(mass, density) of everything on the line but the float."""
    return tuple(
        (x.mass_kg, x.density_kg_m3) for x in rig.components if hasattr(x, "mass_kg") and hasattr(x, "density_kg_m3")
    )


def thrown_of(rig: Rig) -> tuple[float, float]:
    """What is thrown when a rig is cast: its mass, and its drag coefficient times area. [kg, m2]

    rig: the rig.
    Source: sums; `shown_drag_m2` of the float, a ball for everything else.
    """
    body, loads = float_body(rig.float_piece.spec), _loads(rig)
    below = sum(BALL_DRAG * pi / 4.0 * sphere_diameter_m(m, d) ** 2 for m, d in loads)
    return body.mass_kg + sum(m for m, _ in loads), shown_drag_m2(body.profile.surface_m2) + below


def _drawn_m(situation: Situation) -> float:
    """How much nearer a sliding float comes whose line is fast at the rod while its weights run down. [m]"""
    try:
        found = fall(situation.rig, FallWish(bail="closed"), situation.settled, QUICK)
    except BrookwindError:
        return 0.0
    return abs(found.drift_m)


def _leads(body: FloatBody, loads: tuple[tuple[float, float], ...]) -> Literal["float", "tail"]:
    """What keeps its speed better flies ahead: mass over drag."""
    below = sum(BALL_DRAG * pi / 4.0 * sphere_diameter_m(m, d) ** 2 for m, d in loads)
    tail = sum(m for m, _ in loads) / max(below, 1e-9)
    return "float" if body.mass_kg / shown_drag_m2(body.profile.surface_m2) > tail else "tail"


def _says(a: CastAnswer, distance_m: float) -> tuple[Told, ...]:
    return tuple(t for t in (_far_says(a, distance_m), _aim_says(a), _lands_says(a)) if t is not None)


def _far_says(a: CastAnswer, distance_m: float) -> Told:
    figures = {
        "reach": Figure(value=a.reach_m, quantity="distance"), "clip": Figure(value=a.clip_m, quantity="distance"),
        "far": Figure(value=distance_m, quantity="distance"), "back": Figure(value=a.draw_back_m, quantity="distance"),
        "drawn": Figure(value=a.drawn_m, quantity="distance"),
    }  # fmt: skip
    if a.effort is None:
        return Told(
            says="It is cast {reach} at most, and {clip} are wanted: take a heavier float, or fish nearer.",
            figures=figures,
        )
    hard = "" if a.effort <= EASY else " That takes nearly all the rod has."
    if a.clip_m == distance_m:
        return Told(says=f"Cast {{far}}: {_turns(a.turns)}.{hard}", figures=figures)
    parts = ["draw it back {back} under the surface, which sinks the line"] if a.draw_back_m else []
    if a.drawn_m >= 0.1:
        parts.append("the weights draw it {drawn} nearer as they sink")
    return Told(says=f"Clip at {{clip}}, {_turns(a.turns)}: {' and '.join(parts)}.{hard}", figures=figures)


def _turns(turns: float) -> str:
    return f"{turns:.0f} turns of the reel"


def _aim_says(a: CastAnswer) -> Told | None:
    if abs(a.aside_m) < 0.3:
        return None
    figures = {"aside": Figure(value=abs(a.aside_m), quantity="distance")}
    side, other = ("right", "left") if a.aside_m > 0.0 else ("left", "right")
    return Told(says=f"The wind takes it {{aside}} to the {side}: aim as far to the {other}.", figures=figures)


def _lands_says(a: CastAnswer) -> Told:
    figures = {
        "ring": Figure(value=hypot(*a.ring_m) / 2**0.5, quantity="distance"),
    }
    if a.leads == "float":
        how = "The float flies ahead: stop the line just before it lands, so that the tail swings out beyond it"
    else:
        how = "The weights fly ahead: slow the line a little before it lands, so that they lie out beyond the float"
    return Told(says=f"{how}. Nine casts in ten land within {{ring}}.", figures=figures)
