"""Where the stop goes in still water, and how that figure is composed."""

from __future__ import annotations

from collections.abc import Callable
from typing import Literal

from brookwind.core.errors import OutOfRange
from brookwind.core.figures import depth, length
from brookwind.core.floats.body import FloatBody
from brookwind.core.frozen import Frozen
from brookwind.core.rest.hang import hanging, lay_out, stop_above_m
from brookwind.core.rest.settle import Settled, attachment_depth_m, settle
from brookwind.core.rig.components import LONGEST_M, Component
from brookwind.core.rig.document import Aim, Rig, Water
from brookwind.core.rig.threading import hooklength_join_m, is_free_shot

LEAST_SETTING_M = 0.03
"""A float closer to the hook than this cannot be fished. [m] Editable default."""
CLEAR_M = 0.01
"""Room between what is tied below the float and what holds the float. [m] Editable default."""


_FAR_M, _SAME_SETTING_M = 1000.0, 1e-10


SET_M = 0.0005
"""Nearer than this a stop is where it is wanted: less cannot be slid. [m] Editable default."""


class StopSetting(Frozen):
    """The setting wanted, and the parts it is made of: hook depth less attachment depth, plus line that stands up."""

    now_m: float
    wanted_m: float
    slide_m: float
    """How far to slide the stop or float: positive away from the hook (deeper). [m]"""
    is_set: bool
    """It is there within `SET_M`."""
    hook_depth_now_m: float
    hook_depth_wanted_m: float
    attachment_m: float
    """Depth of the point the setting is measured to; negative above the surface. [m]"""
    standing_line_m: float
    """Extra line because a floating bait or line stands up from the last weight. [m]"""
    measured_to: Literal["base", "eye", "top"]
    """The point of the float the setting is measured to; `top` is the stop that rests there."""


def wanted_hook_depth_m(water: Water, aim: Aim) -> float:
    """Depth at which the hook should hang; more than the water's depth when laying on. [m]

    water: the water.
    aim: what the angler wants.
    Raises: OutOfRange when the bait would be above the surface or below the bed.
    """
    if aim.bait_from == "surface":
        if aim.bait_m > water.depth_m:
            raise OutOfRange.one(
                "bait-below-bed",
                "The bait would be {bait} down in {depth} of water.",
                "Enter less than the depth, or measure from the bed.",
                ("aim", "bait_m"),
                {"bait": length(aim.bait_m), "depth": depth(water.depth_m)},
            )
        return aim.bait_m
    if aim.bait_m >= water.depth_m:
        raise OutOfRange.one(
            "bait-above-surface",
            "The bait would hang {bait} off the bed in {depth} of water.",
            "Enter a height less than the depth.",
            ("aim", "bait_m"),
            {"bait": length(aim.bait_m), "depth": depth(water.depth_m)},
        )
    return water.depth_m - aim.bait_m


def plumb_setting_m(rig: Rig, body: FloatBody, immersion_m: float) -> float:
    """Setting that puts the hook where it is wanted if the whole line hangs straight down. [m]

    S = h_hook - a

    rig: the rig.
    body: its float.
    immersion_m: height of the waterline above the float's base. [m]
    Raises: OutOfRange when the water is too shallow for this float.
    Source: geometry; the attachment is the draft below the surface for a bottom-end float and above it for an in-line
    one.
    """
    hook = wanted_hook_depth_m(rig.water, rig.aim)
    setting = hook - attachment_depth_m(body, immersion_m, stop_above_m(rig.components))
    if setting < LEAST_SETTING_M:
        raise OutOfRange.one(
            "too-shallow-for-float",
            "The float alone reaches {reach} down: no line would be left below it.",
            "Take a shorter float, or fish deeper.",
            ("water", "depth_m") if rig.aim.bait_from == "bed" else ("aim", "bait_m"),
            {"reach": length(immersion_m)},
        )
    return setting


def setting_for(rig: Rig, body: FloatBody, immersion_m: float, water_kg_m3: float) -> float:
    """Setting that puts the hook where it is wanted with the weights the rig has. [m]

    S = h_hook - a + extra, where extra is twice the line that stands up under a floating end

    rig: the rig; its weights decide what stands up.
    body: its float.
    immersion_m: height of the waterline above the float's base. [m]
    water_kg_m3: density of the water. [kg/m3]
    Raises: OutOfRange when the water is too shallow for this float, when the bait floats up with everything, or when
    the weight it stands on would rest on the bed.
    Source: `plumb_setting_m` and `lay_out`.
    """
    setting = plumb_setting_m(rig, body, immersion_m)
    hung = hanging(rig, water_kg_m3)
    # Laid out far from surface and bed: only what hangs and what stands up matters.
    free = lay_out(hung, _FAR_M, float("inf"))
    if free.path[1][1] < _FAR_M:
        raise OutOfRange.one(
            "bait-floats-up",
            "The bait lifts the line up to the surface.",
            "Pinch more weight near the hook, or take a bait that floats less.",
            ("components",),
        )
    _check_clear_of_bed(rig, max(depth_m for _, depth_m in free.path) - free.hook_depth_m)
    return setting + _FAR_M + hung.setting_m - free.hook_depth_m


def _check_clear_of_bed(rig: Rig, below_hook_m: float) -> None:
    """Refuse an aim that would put the weight a floating bait stands on into the bed."""
    hook = wanted_hook_depth_m(rig.water, rig.aim)
    if below_hook_m <= 1e-9 or hook > rig.water.depth_m or hook + below_hook_m <= rig.water.depth_m + 1e-6:
        return
    raise OutOfRange.one(
        "weight-below-bait",
        "The bait stands up {rise} above the last weight, which would rest on the bed.",
        "Let the bait hang at least {rise} off the bed, or pinch a shot nearer to it.",
        ("aim", "bait_m"),
        {"rise": length(below_hook_m)},
    )


def stop_setting(rig: Rig, settled: Settled | None = None) -> StopSetting:
    """Where the stop should go for the rig as it is weighted now.

    rig: the rig.
    settled: the rig at rest, if already known.
    Raises: OutOfRange when the water is too shallow for this float or aim.
    Source: `stop_and_rest`.
    """
    return stop_and_rest(rig, settled)[0]


def stop_and_rest(rig: Rig, settled: Settled | None = None) -> tuple[StopSetting, Settled | None]:
    """Where the stop should go, and the rig at rest with it there; None for the latter when it was not needed.

    The float's immersion at the new setting is found by setting the stop and settling again; it changes only by the
    weight of a little line, so few rounds are needed. A float that lies over or is pulled under even
    then has no waterline to reckon from: the setting is that for the wanted tip, which it shows once it is balanced.

    rig: the rig.
    settled: the rig at rest, if already known.
    Raises: OutOfRange when the water is too shallow for this float or aim.
    """
    now = settled or settle(rig)
    tip = min(rig.aim.tip_m, now.body.longest_tip_m)
    immersion = now.immersion_m if now.status == "stands" else now.body.length_m - tip
    wanted = setting_for(rig, now.body, immersion, now.water_kg_m3)
    rest = None
    for _ in range(8):
        # Where the stop is there already, the rig is at rest as it is known.
        rest = now if abs(wanted - rig.setting_m) < _SAME_SETTING_M else settle(set_stop(rig, wanted))
        if rest.status != "stands" or abs(rest.immersion_m - immersion) < 1e-9:
            break
        immersion, rest = rest.immersion_m, None
        wanted = setting_for(rig, now.body, immersion, now.water_kg_m3)
    return _composed(rig, now, wanted, immersion), rest


def _composed(rig: Rig, now: Settled, wanted: float, immersion: float) -> StopSetting:
    attachment = attachment_depth_m(now.body, immersion, now.hanging.stop_above_m)
    hook_wanted = wanted_hook_depth_m(rig.water, rig.aim)
    return StopSetting(
        now_m=rig.setting_m,
        wanted_m=wanted,
        slide_m=wanted - rig.setting_m,
        is_set=abs(wanted - rig.setting_m) < SET_M,
        hook_depth_now_m=now.laid.hook_depth_m,
        hook_depth_wanted_m=hook_wanted,
        attachment_m=attachment,
        standing_line_m=wanted - (hook_wanted - attachment),
        measured_to=now.body.type.setting_from,
    )


def set_stop(rig: Rig, setting_m: float) -> Rig:
    """The rig with its float (fixed) or stop (sliding) moved, and what holds it or sits above it moved along.

    Everything below keeps its distance from the hook, and so does the knot of a top shot. Only shot that balancing may
    place anew is pushed down where a shorter setting would leave it above the float: see `least_setting_m`.

    rig: the rig.
    setting_m: new distance from stop or float to hook. [m, 0.03 to 60]
    Raises: OutOfRange when something would come to sit further from the hook than a line is long, or when leader or
    weights reach higher than the float would be.
    """
    delta = setting_m - rig.setting_m
    riders = set(rides_with_float(rig))
    held = [p for c in rig.components if c.id in riders and (p := getattr(c, "position_m", None)) is not None]
    if max(held) + delta > LONGEST_M:
        raise OutOfRange.one(
            "setting-too-long",
            "The setting would be {setting}, and what sits highest {highest} from the hook.",
            "At most {longest} can be tied: fish shallower, or lay less line on the bed.",
            ("water", "depth_m"),
            {"setting": depth(setting_m), "highest": depth(max(held) + delta), "longest": depth(LONGEST_M)},
        )
    least = least_setting_m(rig, is_free_shot)
    if setting_m < least - 1e-9:
        raise hangs_past(rig, setting_m, least)
    ceiling = max(0.0, min(held) + delta - CLEAR_M)
    return rig.replace_components(tuple(_moved(c, delta, c.id in riders, ceiling) for c in rig.components))


def least_setting_m(rig: Rig, may_move: Callable[[Component], bool] = lambda c: False) -> float:
    """The shortest setting that leaves room for what is tied below the float. [m]

    rig: the rig.
    may_move: true for pieces that need not stay where they are.
    """
    riders = set(rides_with_float(rig))
    held: list[float] = [
        p for c in rig.components if c.id in riders and (p := getattr(c, "position_m", None)) is not None
    ]
    stays: list[float] = [p for c in rig.components if c.id not in riders and not may_move(c)
             and (p := getattr(c, "position_m", None)) is not None]  # fmt: skip
    highest = max([hooklength_join_m(rig), *stays])
    return max(LEAST_SETTING_M, highest + (CLEAR_M if highest > 0.0 else 0.0) + rig.setting_m - min(held))


def hangs_past(rig: Rig, setting_m: float, least_m: float) -> OutOfRange:
    """The refusal of a setting shorter than what hangs below the float.

    rig: the rig.
    setting_m: the setting wanted. [m]
    least_m: the shortest there is. [m]
    """
    leader = hooklength_join_m(rig)
    by_leader = leader > 0.0 and least_m - leader < 2 * CLEAR_M
    what = "the leader is {leader} long" if by_leader else "what is tied below the float reaches up to {highest}"
    return OutOfRange.one(
        "longer-than-water",
        f"The setting would be {{setting}}, but {what}.",
        "Tie a shorter leader, fish it over-depth, or take another family."
        if by_leader
        else "Bring the weights down, fish it over-depth, or take another family.",
        ("water", "depth_m"),
        {"setting": length(setting_m), "leader": length(leader), "highest": length(least_m - CLEAR_M)},
    )


def _moved(c: Component, delta: float, rides: bool, ceiling: float) -> Component:
    position = getattr(c, "position_m", None)
    if position is None:
        return c
    if rides:
        return c.model_copy(update={"position_m": max(position + delta, ceiling)})
    return c.model_copy(update={"position_m": ceiling}) if position > ceiling else c


def rides_with_float(rig: Rig) -> tuple[str, ...]:
    """Ids of the pieces that move when the float or its stop is slid: float, stop, locking shot, all above them.

    rig: the rig.
    """
    fixed, holder = rig.float_piece.position_m is not None, rig.rests_on
    return tuple(c.id for c in rig.components if c is holder or _rides(c, rig.setting_m, fixed))


def _rides(c: Component, setting_m: float, fixed: bool) -> bool:
    position = getattr(c, "position_m", None)
    if position is None:
        return False
    # Stops hold a fixed float from both sides. Below a sliding one a stop is a buffer and stays where it is.
    return (
        c.kind == "float" or (fixed and c.kind == "stop") or getattr(c, "role", "") == "lock" or position >= setting_m
    )
