"""Reasons for and against a family: one function each. Their weights are editable defaults."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from typing import TypeAlias

from pydantic import Field

from brookwind.core.advice.fixed_or_sliding import FAR_M, Decision
from brookwind.core.advice.purpose import Purpose
from brookwind.core.advice.schools import Answered
from brookwind.core.figures import Figure, depth
from brookwind.core.floats.types import FLOAT_TYPE
from brookwind.core.frozen import Frozen
from brookwind.core.proof.tackle import SWING_ROOM_M
from brookwind.core.rig.families import fished
from brookwind.core.rig.family import Band, Family
from brookwind.core.rig.fish import Kind, Species

SHY_N = 0.006
"""A fish that puts up with less than this wants a light float. [N] Editable default."""
HEAVY_KG = 0.0035
"""A float of this capacity is no light one. [kg] Editable default."""
STRONG_N = 60.0
"""Line this strong is for fish that run. [N] Editable default."""


NEARLY_DEEP = 0.6
"""Hung to this share of the fish's depth a bait still meets them. Editable default."""
STRONG_LEAST_N, JIG_N = 40.0, 25.0
HELD_BEYOND_M = 2.0
"""A float on a tight line is held no further beyond the rod's tip than this. [m] Editable default."""
"""Fish on no weaker line than this want strong tackle, and those take a jig readily. [N] Editable defaults."""
BALLOON_N = 90.0
"""Fish on weaker line are too small for a balloon. [N] Editable default."""
HABIT_SHARE, KNOWN_LIE = 0.6, 1.5
"""Where the fish are known to be, their habits count less and the band more. Editable defaults."""


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
    # Where they are now beats habit.
    share = HABIT_SHARE if sought.purpose.lie is not None else 1.0
    return Reason(says=f"It is {order} for {fish.name}.", weight=share * max(1.0, 3.6 - 0.8 * place))


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
    known = KNOWN_LIE if sought.purpose.lie is not None else 1.0
    if sought.band in family.bands:
        return Reason(says=f"Fishes well {_BANDS[sought.band]}.", weight=known * 1.5)
    return Reason(says=f"Not meant to fish {_BANDS[sought.band]}.", weight=known * -2.0)


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
    if family.slides and decision.answer == "either" and family.layout.overload <= 1.0:
        return Reason(says="Deep and far out a sliding float casts better.", weight=1.0)
    if not family.slides and decision.answer == "either":
        return Reason(says="Deep and far out a fixed float is awkward to cast.", weight=-1.0)
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
    tackle = sought.purpose.conditions
    far = tackle.distance_m
    if family.layout.overload > 1.0 and far > tackle.rod_m + HELD_BEYOND_M:
        # What is loaded beyond its float is carried by the line from above.
        says = f"Held on a tight line, it is fished no further than the {tackle.tackle} reaches."
        return Reason(says=says, weight=-4.0, impossible=far > 1.5 * high)
    if low <= far <= high:
        return Reason(says="It reaches the distance.", weight=0.3)
    given = {"low": Figure(value=low, quantity="distance"), "high": Figure(value=high, quantity="distance")}
    if far > 1.5 * high:
        return Reason(says="It does not reach: {low} to {high}.", weight=-4.0, impossible=True, figures=given)
    return Reason(says="It is for {low} to {high}.", weight=-1.0, figures=given)


def for_casting(family: Family, sought: Sought) -> Reason | None:
    """Held by its foot it casts far and straight, and the line behind it sinks.

    family: the family.
    sought: what for and where.
    """
    if sought.purpose.conditions.distance_m <= FAR_M or sought.kind != "still":
        return None
    if family.layout.fill == "ballast":
        return Reason(says="The water in it casts far.", weight=1.0)
    if family.layout.fill is not None or not family.mount.startswith("bottom-end"):
        return None
    return Reason(says="Held by its foot it casts far, and the line behind it sinks.", weight=1.0)


def for_reach(family: Family, sought: Sought) -> Reason | None:
    """It hangs the bait as deep as the fish are.

    family: the family.
    sought: what for and where.
    """
    deepest = family.deepest_m
    if deepest is None or deepest >= NEARLY_DEEP * sought.hangs_m:
        return None
    return Reason(says="It hangs the bait no deeper than {deepest}.", weight=-2.0, figures={"deepest": depth(deepest)})


def for_current(family: Family, sought: Sought) -> Reason | None:
    """It stands the current.

    family: the family.
    sought: what for and where.
    """
    low, high = family.current_m_s
    flow = sought.purpose.conditions.current_m_s
    given = {"flow": Figure(value=flow, quantity="speed"), "high": Figure(value=high, quantity="speed")}
    if flow > high:
        says = "A surface of {flow} is too quick for it; to about {high}."
        return Reason(says=says, weight=-2.0 * min(2.0, flow / high), figures=given)
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
        return Reason(says="Overloading is forbidden here: it is loaded as its label says.", weight=-0.3)
    if kind.id in rules.no_floats:
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
        takes_it = sought.fish is not None and sought.fish.line_n[0] >= JIG_N
        weight = 0.8 if a.school == "jig" else -0.3 if takes_it else -1.0
        return Reason(says=f"Ends in a jig; the school here is {a.name} ({a.why}).", weight=weight, school="terminal")
    return None


def for_line_above(family: Family, sought: Sought) -> Reason | None:
    """Its line lies as the school has it.

    family: the family.
    sought: what for and where.
    """
    a = sought.school["line-above"]
    sinks_behind = family.line_wants == "sinks" and sought.purpose.conditions.distance_m > FAR_M
    if family.line_wants in {"either", a.school} or "rod" not in family.tackle or sinks_behind:
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
    what_for = fished(sought.purpose.water, sought.purpose.conditions, fish)
    runs_free = family.mount == "bottom-end-sliding" and family.layout.fill is None
    if fish.pull_n < SHY_N and family.size(what_for).low_kg > HEAVY_KG and not runs_free:
        return Reason(says=f"A heavy float for the bites of {fish.name}.", weight=-1.5)
    delicate = not family.slides or family.layout.overload > 1.0 or runs_free
    if fish.line_n[0] >= STRONG_LEAST_N and delicate and family.id not in fish.families[:3]:
        return Reason(says=f"Light tackle for {fish.name}.", weight=-min(3.0, fish.line_n[0] / STRONG_LEAST_N))
    if family.layout.fill == "air" and fish.line_n[1] < BALLOON_N:
        return Reason(says=f"No balloon for fish as small as {fish.name}.", weight=-4.0)
    if fish.line_n[1] > STRONG_N and family.tackle == ("whip",):
        return Reason(says=f"No line to give: {fish.name} would break a whip's.", weight=-3.0)
    return None


JUDGES: tuple[Judge, ...] = (
    for_fish, for_reach, for_casting, for_kind, for_band, for_depth, for_sliding, for_tackle, for_distance,
    for_current, for_rules,
    for_weights, for_tip_school, for_terminal, for_line_above, for_lash, for_shy_fish,
)  # fmt: skip
