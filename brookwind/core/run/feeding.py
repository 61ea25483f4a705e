"""Feed: where to throw it so that it meets the bait, how far it is scattered, and how much of it a day takes."""

from __future__ import annotations

from math import pi
from typing import Literal

import numpy as np
from numpy.typing import NDArray
from pydantic import Field

from brookwind.core.errors import NotUnderstood, OutOfRange
from brookwind.core.figures import NINE_IN_TEN, Figure, Told, depth, mass
from brookwind.core.flow.profile import Flow
from brookwind.core.frozen import Frozen
from brookwind.core.matter.fluid import Fluid, fluid_of
from brookwind.core.motion.feed import FEED, FEEDS, falls_at_m_s
from brookwind.core.motion.setup import setup_of
from brookwind.core.rig.document import Rig
from brookwind.core.situation import Situation

PACKED = 0.6
"""Share of a heap of grains that is grain. Editable default: loosely poured."""
PINT_L = 0.568
"""An imperial pint. [l] Source: Weights and Measures Act 1985."""
FAR_M = 6.0
"""Feed is not usually thrown further upstream of the float than this. [m] Editable default."""
BREAKS_UP_S = 180.0
"""A squeezed ball lies whole for about so long. [s] Editable default."""
_LAYERS = 200
"""Layers of water the integral is taken over."""

Array = NDArray[np.float64]


class Thrown(Frozen):
    """How it is fed."""

    feed: str = "maggots"
    each: int = Field(default=12, ge=1, le=5000)
    """Items at a time."""
    sink_m_s: float | None = Field(default=None, gt=0, le=3)
    """As a jug test found it; as its shape and mass have it when not given. [m/s]"""
    by: Literal["cast", "clock"] = "cast"
    """With every cast, or by the clock."""
    casts_an_hour: float = Field(default=30.0, gt=0, le=600)
    """Times an hour it is fed; in the plan of a run that is fed with every cast, as often as it is cast."""
    hours: float = Field(default=5.0, gt=0, le=72)


class OtherFeed(Frozen):
    """How other feed goes down here."""

    id: str
    name: str
    sink_m_s: float
    lead_m: float
    """How far downstream it is carried while it sinks. [m]"""
    fall_s: float
    meets: Literal["with", "before", "after"] | None


class FeedAnswer(Frozen):
    """Where to throw, where it lies, and how much it takes."""

    name: str
    sink_m_s: float
    fall_s: float
    lead_m: float
    """How far downstream it is carried while it sinks. [m]"""
    low_m: float
    high_m: float
    """Nine in ten of them are carried between these. [m]"""
    throw_m: float | None
    """Where to throw it for it to reach the bed where the bait comes to depth, from where the float lands; negative
    upstream. None where the bait's fall is not known. [m]"""
    meets: Literal["with", "before", "after"] | None
    """Thrown with the cast, it is down with the bait, before it or after."""
    items: int
    kg: float
    litres: float
    says: Told
    amount: Told
    others: tuple[OtherFeed, ...]
    """Other feed that sinks here, the quickest first."""


def feed_lead_m(flow: Flow, sink_m_s: float | Array, depth_m: float) -> Array:
    """How far the current carries what sinks, from the surface down to a depth. [m]

    L = integral of u(z)/w dz

    flow: how it flows.
    sink_m_s: speed at which it sinks, one or several. [m/s, more than 0]
    depth_m: how deep. [m]
    Source: an item goes along with the water around it; midpoint rule.
    """
    at = (np.arange(_LAYERS) + 0.5) * depth_m / _LAYERS
    carried = float(np.sum(flow.speed(at)) * depth_m / _LAYERS)
    return np.asarray(carried / np.asarray(sink_m_s, dtype=float))


def feeding(rig: Rig, thrown: Thrown, situation: Situation | None = None) -> FeedAnswer:
    """Where to throw feed for a rig where it is fished, and how much of it that takes.

    rig: the rig.
    thrown: what, and how it is fed.
    situation: the rig's situation, where it is worked out already.
    Raises: NotUnderstood for feed that is not known; OutOfRange for feed that floats here.
    Source: `feed_lead_m`; scatter of single items as a normal share of their speed.
    """
    feed = FEED.get(thrown.feed)
    if feed is None:
        raise NotUnderstood.one(
            "feed", f"There is no feed {thrown.feed[:40]!r}.", f"Known are {', '.join(FEED)}.", ("feed",)
        )
    water = fluid_of(rig.water.temperature_c, rig.water.salinity)
    sink = thrown.sink_m_s or falls_at_m_s(feed.mass_kg, feed.density_kg_m3, water, feed.length_m)
    if sink <= 0.0:
        raise OutOfRange.one(
            "feed-floats", f"{feed.name.capitalize()} float here.", "Take another, or put it in groundbait.", ("feed",)
        )
    situation = situation or Situation(rig)
    flow = setup_of(rig, water.kg_m3).flow
    deep = rig.water.depth_m
    spread = NINE_IN_TEN * feed.scatter
    lead, low, high = feed_lead_m(flow, np.array([sink, sink * (1.0 + spread), sink / (1.0 + spread)]), deep)
    fallen = situation.fallen
    ready = situation.ready_s
    throw = None if fallen is None or ready is None else float(fallen.bait_x_m - lead)
    fall_s = deep / sink
    much = amount(thrown)
    return FeedAnswer(
        name=feed.name, sink_m_s=sink, fall_s=fall_s, lead_m=float(lead), low_m=float(low), high_m=float(high),
        throw_m=throw, meets=_meets(fall_s, ready), says=_says(float(lead), float(low), float(high), throw, fall_s),
        items=much.items, kg=much.kg, litres=much.litres, amount=much.says,
        others=_others(feed.id, flow, deep, water, ready),
    )  # fmt: skip


def _others(but: str, flow: Flow, deep: float, water: Fluid, ready_s: float | None) -> tuple[OtherFeed, ...]:
    found = []
    for feed in FEEDS:
        sink = falls_at_m_s(feed.mass_kg, feed.density_kg_m3, water, feed.length_m)
        if feed.id != but and sink > 0.0:
            fall_s = deep / sink
            lead = float(feed_lead_m(flow, sink, deep))
            found.append(
                OtherFeed(
                    id=feed.id, name=feed.name, sink_m_s=sink, lead_m=lead, fall_s=fall_s, meets=_meets(fall_s, ready_s)
                )
            )
    return tuple(sorted(found, key=lambda f: f.fall_s))


def _meets(fall_s: float, ready_s: float | None) -> Literal["with", "before", "after"] | None:
    if ready_s is None:
        return None
    if abs(fall_s - ready_s) <= 0.15 * max(fall_s, ready_s):
        return "with"
    return "before" if fall_s < ready_s else "after"


def _half(metres: float) -> float:
    """Nobody throws feed any finer than to half a metre. [m]"""
    return round(2.0 * abs(metres)) / 2.0


def _says(lead: float, low: float, high: float, throw: float | None, fall_s: float) -> Told:
    figures = {
        "time": Figure(value=float(round(fall_s)), quantity="time"),
        "lead": Figure(value=_half(lead), quantity="distance"), "low": Figure(value=_half(low), quantity="distance"),
        "high": Figure(value=_half(high), quantity="distance"),
    }  # fmt: skip
    if figures["lead"].value == 0.0:
        return Told(says="It sinks straight down, in {time}: throw it where the bait is.", figures=figures)
    says = "It sinks for {time} and is carried {lead} meanwhile, most of it {low} to {high}."
    if throw is None:
        return Told(says=says, figures=figures)
    figures["throw"] = Figure(value=_half(throw), quantity="distance")
    where = "upstream of" if throw < 0.0 else "downstream of"
    if throw < -FAR_M:
        return Told(
            says=f"{says} To lie where the bait comes down it has to be thrown {{throw}} {where} the float: take feed "
            "that sinks quicker, or throw it a little upstream and let it come down through the swim.",
            figures=figures,
        )
    return Told(says=f"Throw it {{throw}} {where} where the float lands. {says}", figures=figures)


class Amount(Frozen):
    """How much feed a day takes."""

    items: int
    kg: float
    litres: float
    says: Told


def amount(thrown: Thrown) -> Amount:
    """How much feed a day takes.

    thrown: what, and how often; known feed.
    Source: pieces by their mass; a heap is `PACKED` full.
    """
    feed = FEED[thrown.feed]
    items = round(thrown.each * thrown.casts_an_hour * thrown.hours)
    kg = items * feed.mass_kg
    litres = 1000.0 * kg / feed.density_kg_m3 / PACKED
    how = "a handful" if litres < 0.05 else f"{litres:.1f} l or {litres / PINT_L:.1f} pints"
    says = f"About {int(float(f'{items:.2g}'))} in {thrown.hours:g} hours: {how}, {{kg}}."
    return Amount(items=items, kg=kg, litres=litres, says=Told(says=says, figures={"kg": mass(kg)}))


class Groundbait(Frozen):
    """Balls of groundbait: how they fall, and how many there are of so much."""

    dry_kg: float = Field(default=1.0, gt=0, le=50)
    water_share: float = Field(default=0.45, ge=0, le=2)
    """Water over the dry mass. Editable default."""
    soil_share: float = Field(default=0.0, ge=0, le=5)
    """Soil or clay over the dry mass, to take it down. [of dry mass]"""
    across_m: float = Field(default=0.06, gt=0.01, le=0.2)
    """Diameter of a ball. [m]"""

    @property
    def density_kg_m3(self) -> float:
        """Of a squeezed ball: its parts by their volumes, a tenth of air. [kg/m3] Densities are editable defaults."""
        parts = ((1.0, 1300.0), (self.water_share, 1000.0), (self.soil_share, 1900.0))
        return 0.9 * sum(m for m, _ in parts) / sum(m / d for m, d in parts)

    @property
    def ball_kg(self) -> float:
        """One ball. [kg]"""
        return self.density_kg_m3 * pi / 6.0 * self.across_m**3

    @property
    def balls(self) -> int:
        """How many there are."""
        return int(self.dry_kg * (1.0 + self.water_share + self.soil_share) / self.ball_kg)


class GroundbaitAnswer(Frozen):
    """What a mix makes, and how it goes down."""

    balls: int
    ball_kg: float
    density_kg_m3: float
    sink_m_s: float
    """0 when it floats."""
    fall_s: float | None
    says: Told


def groundbait(mix: Groundbait, depth_m: float, water: Fluid) -> GroundbaitAnswer:
    """What a mix makes, and how its balls go down.

    mix: its parts.
    depth_m: of the water. [m]
    water: its water.
    """
    sink = falls_at_m_s(mix.ball_kg, mix.density_kg_m3, water)
    figures = {"ball": Figure(value=mix.ball_kg, quantity="load"), "deep": depth(depth_m)}
    fall_s = depth_m / sink if sink > 0.0 else None
    if fall_s is None:
        says = f"{mix.balls} balls of {{ball}} that float: squeeze them harder, or add soil."
    else:
        figures["time"] = Figure(value=fall_s, quantity="time")
        figures["up"] = Figure(value=BREAKS_UP_S, quantity="time")
        says = f"{mix.balls} balls of {{ball}}, down through {{deep}} in {{time}}, broken up after about {{up}}."
    return GroundbaitAnswer(
        balls=mix.balls, ball_kg=mix.ball_kg, density_kg_m3=mix.density_kg_m3, sink_m_s=sink, fall_s=fall_s,
        says=Told(says=says, figures=figures),
    )  # fmt: skip
