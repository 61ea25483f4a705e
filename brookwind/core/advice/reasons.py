"""Reasons for and against a family: one function each. Their weights are editable defaults."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from typing import TypeAlias

from pydantic import Field

from brookwind.core.advice.fixed_or_sliding import Decision
from brookwind.core.advice.purpose import Purpose
from brookwind.core.advice.schools import Answered
from brookwind.core.figures import Figure, depth
from brookwind.core.floats.types import FLOAT_TYPE
from brookwind.core.frozen import Frozen
from brookwind.core.proof.tackle import SWING_ROOM_M
from brookwind.core.rig.family import Band, Family
from brookwind.core.rig.fish import Kind, Species

SHY_N = 0.006
"""A fish that puts up with less than this wants a light float. [N] Editable default."""
HEAVY_KG = 0.004
"""A float of this capacity is no light one. [kg] Editable default."""
STRONG_N = 60.0
"""Line this strong is for fish that run. [N] Editable default."""


class Reason(Frozen):
    """A reason for or against a family. Weights are editable defaults."""

    says: str
    weight: float
    school: str | None = None
    """The question between schools it comes from."""
    impossible: bool = False
    figures: dict[str, Figure] = Field(default_factory=dict)


@dataclass(frozen=True)
class Sought:
    """What a reason looks at."""

    purpose: Purpose
    fish: Species | None
    band: Band
    kind: Kind
    slides: Decision
    school: dict[str, Answered]
    hangs_m: float
    """How deep the bait hangs. [m]"""


Judge: TypeAlias = Callable[[Family, Sought], Reason | None]

_KINDS: dict[Kind, str] = {"still": "still water", "running": "running water", "sea": "the sea"}
_BANDS: dict[Band, str] = {
    "bed": "on the bed", "near-bed": "near the bed", "mid-water": "in mid-water", "upper": "in the upper water",
    "surface": "at the surface",
}  # fmt: skip


def for_fish(family: Family, sought: Sought) -> Reason | None:
    """It is how the fish is usually caught.

    family: the family.
    sought: what for and where.
    """
    fish = sought.fish
    if fish is None or family.id not in fish.families:
        return None
    place = fish.families.index(family.id)
    order = "the usual way" if place == 0 else "a usual way"
    return Reason(says=f"It is {order} for {fish.name}.", weight=max(1.0, 3.6 - 0.8 * place))


def for_kind(family: Family, sought: Sought) -> Reason | None:
    """It is made for still, running or salt water.

    family: the family.
    sought: what for and where.
    """
    if sought.kind in family.waters:
        return Reason(says=f"Made for {_KINDS[sought.kind]}.", weight=1.0)
    made = " and ".join(_KINDS[k] for k in family.waters)
    return Reason(says=f"Made for {made}, not for {_KINDS[sought.kind]}.", weight=-2.5)


def for_band(family: Family, sought: Sought) -> Reason | None:
    """It fishes the band where the fish are.

    family: the family.
    sought: what for and where.
    """
    if sought.band in family.bands:
        return Reason(says=f"Fishes well {_BANDS[sought.band]}.", weight=1.5)
    return Reason(says=f"Not meant to fish {_BANDS[sought.band]}.", weight=-2.0)


def for_depth(family: Family, sought: Sought) -> Reason | None:
    """The water is within its depths.

    family: the family.
    sought: what for and where.
    """
    least, most = family.depth_m
    hangs = _hangs_m(family, sought)
    if least <= sought.purpose.water.depth_m and hangs <= most:
        return None
    return Reason(
        says="It is for {least} to {most} of water.",
        weight=-5.0,
        impossible=True,
        figures={"least": depth(least), "most": depth(most)},
    )


def _hangs_m(family: Family, sought: Sought) -> float:
    """How deep the family hangs the bait: on the bed, no deeper than it may, or where the fish are. [m]"""
    if family.laid is not None:
        return sought.purpose.water.depth_m
    return min(sought.hangs_m, family.deepest_m or sought.hangs_m)


def for_sliding(family: Family, sought: Sought) -> Reason | None:
    """Fixed or sliding, from depth and rod.

    family: the family.
    sought: what for and where.
    """
    decision, tackle = sought.slides, sought.purpose.conditions
    hangs = _hangs_m(family, sought)
    if not family.slides and decision.answer == "sliding" and hangs > tackle.rod_m - SWING_ROOM_M:
        return Reason(says=f"Its float is fixed: the bait would hang deeper than the {tackle.tackle} swings in.",
                      weight=-5.0, impossible=True)  # fmt: skip
    if family.slides and decision.answer == "sliding":
        return Reason(says="It slides, as it must at this depth.", weight=1.5)
    if family.slides and decision.answer == "fixed" and family.layout.overload <= 1.0:
        # One held on a tight line slides to search the depths, not to reach them.
        return Reason(says="It slides; a fixed float would reach.", weight=-0.7)
    return None


def for_tackle(family: Family, sought: Sought) -> Reason | None:
    """Rod, pole or whip.

    family: the family.
    sought: what for and where.
    """
    have = sought.purpose.conditions.tackle
    if have in family.tackle:
        return Reason(says=f"For a {have}.", weight=0.5) if have != "rod" else None
    return Reason(says=f"It needs a {' or '.join(family.tackle)}.", weight=-4.0, impossible=True)


def for_distance(family: Family, sought: Sought) -> Reason | None:
    """It reaches.

    family: the family.
    sought: what for and where.
    """
    low, high = family.distance_m
    far = sought.purpose.conditions.distance_m
    if low <= far <= high:
        return Reason(says="It reaches the distance.", weight=0.3)
    given = {"low": Figure(value=low, quantity="distance"), "high": Figure(value=high, quantity="distance")}
    if far > 1.5 * high:
        return Reason(says="It does not reach: {low} to {high}.", weight=-4.0, impossible=True, figures=given)
    return Reason(says="It is for {low} to {high}.", weight=-1.0, figures=given)


def for_current(family: Family, sought: Sought) -> Reason | None:
    """It stands the current.

    family: the family.
    sought: what for and where.
    """
    low, high = family.current_m_s
    flow = sought.purpose.conditions.current_m_s
    given = {"flow": Figure(value=flow, quantity="speed"), "high": Figure(value=high, quantity="speed")}
    if flow > high:
        return Reason(says="A surface of {flow} is too quick for it; to about {high}.", weight=-2.0, figures=given)
    if 0.0 < low <= flow:
        return Reason(says="Built for this current.", weight=1.0)
    return None


def for_rules(family: Family, sought: Sought) -> Reason | None:
    """The place allows it.

    family: the family.
    sought: what for and where.
    """
    rules = sought.purpose.rules
    if rules is None:
        return None
    kind = FLOAT_TYPE[family.float_type]
    if rules.no_overloading and family.layout.overload > 1.0:
        says = "Overloaded floats are forbidden here."
    elif kind.id in rules.no_floats:
        says = f"This kind of float is forbidden here: {kind.name}."
    elif rules.hooks_most is not None and family.hooks > rules.hooks_most:
        says = "It has more hooks than are allowed here."
    elif rules.lash_least_m and family.lash_m and family.lash_m[1] < rules.lash_least_m:
        says = "Its lash is shorter than is ruled here."
    else:
        return None
    return Reason(says=says, weight=-5.0, impossible=True)


def for_weights(family: Family, sought: Sought) -> Reason | None:
    """It can be shotted as the school has it.

    family: the family.
    sought: what for and where.
    """
    a = sought.school["weights"]
    if a.school in family.patterns:
        return Reason(says=f"Takes its shot {a.name} ({a.why}).", weight=0.7, school="weights")
    return None


def for_tip_school(family: Family, sought: Sought) -> Reason | None:
    """Overloading is asked for.

    family: the family.
    sought: what for and where.
    """
    if sought.school["tip"].school == "overloaded" and family.layout.overload > 1.0:
        return Reason(says="Overloaded on a tight line, as you choose.", weight=2.0, school="tip")
    return None


def for_terminal(family: Family, sought: Sought) -> Reason | None:
    """A jig or a plain hook.

    family: the family.
    sought: what for and where.
    """
    a = sought.school["terminal"]
    if family.jig:
        weight = 0.8 if a.school == "jig" else -0.8
        return Reason(says=f"Ends in a jig; the school here is {a.name} ({a.why}).", weight=weight, school="terminal")
    return None


def for_line_above(family: Family, sought: Sought) -> Reason | None:
    """Its line lies as the school has it.

    family: the family.
    sought: what for and where.
    """
    a = sought.school["line-above"]
    if family.line_wants in {"either", a.school} or "rod" not in family.tackle:
        return None
    return Reason(says=f"Its line {family.line_wants}; here it better {a.name} ({a.why}).", weight=-0.5,
                  school="line-above")  # fmt: skip


def for_lash(family: Family, sought: Sought) -> Reason | None:
    """A long lash keeps the pole off.

    family: the family.
    sought: what for and where.
    """
    a = sought.school["lash"]
    if a.school == "long" and family.lash_m and family.lash_m[1] >= 1.5:
        return Reason(says=f"Its long lash keeps the pole off ({a.why}).", weight=0.8, school="lash")
    return None


def for_shy_fish(family: Family, sought: Sought) -> Reason | None:
    """A light float for shy fish, a reel for strong ones.

    family: the family.
    sought: what for and where.
    """
    fish = sought.fish
    if fish is None:
        return None
    if fish.pull_n < SHY_N and family.capacity_kg > HEAVY_KG:
        return Reason(says=f"A heavy float for the bites of {fish.name}.", weight=-1.5)
    if fish.line_n[1] > STRONG_N and family.tackle == ("whip",):
        return Reason(says=f"No line to give: {fish.name} would break a whip's.", weight=-3.0)
    return None


JUDGES: tuple[Judge, ...] = (
    for_fish, for_kind, for_band, for_depth, for_sliding, for_tackle, for_distance, for_current, for_rules,
    for_weights, for_tip_school, for_terminal, for_line_above, for_lash, for_shy_fish,
)  # fmt: skip
