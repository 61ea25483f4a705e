"""A float that carries feed: what it shows full and empty, how deep it dives as it lands, when it is empty."""

from __future__ import annotations

from math import pi

from pydantic import Field

from brookwind.core.errors import OutOfRange
from brookwind.core.figures import Figure, Told
from brookwind.core.figures import tip as tip_of
from brookwind.core.floats.body import FloatBody, float_body
from brookwind.core.flow.line_drag import FLOAT_END_DRAG
from brookwind.core.frozen import Frozen
from brookwind.core.gravity import G_M_S2
from brookwind.core.rest.settle import settle
from brookwind.core.rig.document import Rig
from brookwind.core.run.casting import CastWish, casting
from brookwind.core.situation import Situation

SHARES = (1.0, 0.5, 0.0)
"""How full it is looked at."""
EMPTIES_S = 90.0
"""Damp feed is out of a frame after about so long. [s] Editable default."""
ADDED = 0.5
"""Water that moves along with a body going down, over what it displaces. Source: a sphere, Lamb, "Hydrodynamics"."""
_STEP_S = 2e-3
"""Step in which its dive is followed. [s]"""
_LONGEST_S = 3.0
"""A dive is followed no longer. [s]"""


class FeederWish(Frozen):
    """What it carries."""

    empties_s: float = Field(default=EMPTIES_S, ge=5, le=3600)
    """When the feed is out. [s]"""
    per_cast: float = Field(default=1.0, ge=0, le=1)
    """How full it is cast."""


class FeederShows(Frozen):
    """What it shows with a share of its feed."""

    share: float
    tip_m: float
    status: str


class FeederAnswer(Frozen):
    """A feeder float from landing to empty."""

    shows: tuple[FeederShows, ...]
    """Full, half full, empty."""
    dives_m: float
    """How deep its foot goes as it lands. [m]"""
    touches: bool
    """That is the bed."""
    feed_kg: float
    """Feed it is cast with. [kg]"""
    says: tuple[Told, ...]


def feeder(rig: Rig, wish: FeederWish | None = None, situation: Situation | None = None) -> FeederAnswer:
    """What a feeder float does from landing to empty.

    rig: the rig; its float holds feed.
    wish: what it carries.
    situation: its situation, where it is worked out already.
    Raises: OutOfRange for a float that holds none; BrookwindError as `casting`.
    """
    ask = wish or FeederWish()
    body = float_body(rig.float_piece.spec)
    if body.type.feed_kg <= 0.0:
        raise OutOfRange.one(
            "no-feeder", f"A {body.type.name} holds no feed.", "Put a feeder float on.", ("components",)
        )  # fmt: skip
    shows = []
    for share in SHARES:
        rest = settle(_filled(rig, share))
        shows.append(FeederShows(share=share, tip_m=rest.tip_m, status=rest.status))
    full = _filled(rig, ask.per_cast)
    cast = casting(full, CastWish(), situation if full is rig else None)
    flown = cast.flight
    lands_m_s = (2.0 * G_M_S2 * flown.highest_m) ** 0.5
    loaded = float_body(full.float_piece.spec)
    dives = dive_m(loaded, loaded.mass_kg, min(lands_m_s, flown.lands_m_s), 1000.0)
    empty = float_body(_filled(rig, 0.0).float_piece.spec).mass_kg
    found = FeederAnswer(
        shows=tuple(shows), dives_m=min(dives, rig.water.depth_m), touches=dives >= rig.water.depth_m,
        feed_kg=loaded.mass_kg - empty, says=(),
    )  # fmt: skip
    return found.model_copy(update={"says": _says(found, ask)})


def _filled(rig: Rig, share: float) -> Rig:
    its = rig.float_piece
    if its.spec.feed == share:
        return rig
    changed = its.model_copy(update={"spec": its.spec.model_copy(update={"feed": share})})
    return rig.model_copy(update={"components": tuple(changed if c is its else c for c in rig.components)})


def dive_m(body: FloatBody, mass_kg: float, speed_m_s: float, water_kg_m3: float) -> float:
    """How deep the foot of a float goes that lands upright. [m]

    (m + m_a) dv/dt = m g - rho g V(z) - rho C A v^2 / 2

    body: the float.
    mass_kg: of it, with what is fast to it. [kg]
    speed_m_s: down, as it meets the water. [m/s, 0 or more]
    water_kg_m3: density of the water. [kg/m3]
    What hangs on its line is left out: it lands behind it and pulls later.
    Source: balance of forces; added mass of `ADDED` of what is under.
    """
    widest = max(r for _, r in body.profile.points)
    drag = 0.5 * water_kg_m3 * FLOAT_END_DRAG * pi * widest**2
    z, v, deepest, t = 0.0, speed_m_s, 0.0, 0.0
    while t < _LONGEST_S and (v > 0.0 or z <= 0.0):
        under = body.profile.volume_below_m3(min(z, body.length_m))
        force = mass_kg * G_M_S2 - water_kg_m3 * G_M_S2 * under - drag * v * abs(v) * min(1.0, z / body.length_m)
        v += _STEP_S * force / (mass_kg + ADDED * water_kg_m3 * under)
        z += _STEP_S * v
        deepest, t = max(deepest, z), t + _STEP_S
    return deepest


def _says(a: FeederAnswer, ask: FeederWish) -> tuple[Told, ...]:
    full, empty = a.shows[0], a.shows[-1]
    figures = {
        "full": tip_of(full.tip_m), "empty": tip_of(empty.tip_m),
        "time": Figure(value=float(round(ask.empties_s)), quantity="time"),
        "dive": Figure(value=round(a.dives_m, 1), quantity="depth"),
        "feed": Figure(value=a.feed_kg, quantity="load"),
    }  # fmt: skip
    if full.status == "stands":
        rises = "Full it shows {full}, empty {empty}: it rises as the feed goes, and is out after about {time}."
    elif full.status == "sinks":
        rises = "Full it is under; it comes up as the feed goes, shows {empty} empty, after about {time}."
    else:
        rises = "Full it lies over; empty it shows {empty}, after about {time}."
    dives = "Landing it dives to the bed: let it in gently, or fill it less." if a.touches else (
        "Landing with {feed} of feed its foot dives to about {dive}."
    )  # fmt: skip
    return (Told(says=rises, figures=figures), Told(says=dives, figures=figures))
