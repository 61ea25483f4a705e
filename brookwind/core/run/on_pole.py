"""The line between a pole's tip and its float: what the wind on it does, and what a back shot is for."""

from __future__ import annotations

from math import asin, tan
from typing import Literal

from pydantic import Field

from brookwind.core.errors import OutOfRange
from brookwind.core.figures import Figure, Told
from brookwind.core.floats.immersion import sinking_load_n
from brookwind.core.flow.line_drag import cylinder_drag
from brookwind.core.frozen import Frozen
from brookwind.core.gravity import submerged_weight_n
from brookwind.core.limits import WindSpeed
from brookwind.core.matter.air import AIR_KG_M3, AIR_VISCOSITY_M2_S
from brookwind.core.rig.components import LineSection, Shot
from brookwind.core.rig.document import Rig
from brookwind.core.run.slip import slip_of
from brookwind.core.situation import Situation
from brookwind.core.tying.steps import LASH_M


class PoleHeld(Frozen):
    """How a pole's line hangs."""

    lash_m: float | None = Field(default=None, gt=0.05, le=16)
    """Line between tip and float; the rig's when not given. [m]"""
    wind_m_s: WindSpeed = 3.0
    """Wind across the lash. [m/s]"""


class OtherLash(Frozen):
    """What another lash would do."""

    id: Literal["shorter", "finer", "back-shot", "no-back-shot"]
    says: str
    pull_n: float


class PoleLine(Frozen):
    """What the lash does to the float."""

    lash_m: float
    wind_n: float
    """Load of the wind on the lash. [N]"""
    pull_n: float
    """What of it reaches the float. [N]"""
    drags_m_s: float
    """How fast that would draw the float along if the tip did not follow. [m/s]"""
    back_shot_kg: float
    sinks_if_let_go: bool
    """Its back shot hangs on a tight line; let go, it takes the float under."""
    says: Told
    others: tuple[OtherLash, ...]


def wind_on_line_n(length_m: float, diameter_m: float, wind_m_s: float) -> float:
    """Load of the wind on a line across it. [N]

    F = rho_a C d L W^2 / 2

    length_m: of the line. [m]
    diameter_m: of the line. [m]
    wind_m_s: speed of the wind. [m/s]
    Source: drag of a cylinder, `cylinder_drag`.
    >>> round(wind_on_line_n(1.0, 0.0001, 0.0), 6)
    0.0
    """
    if wind_m_s == 0.0:
        return 0.0
    drag = cylinder_drag(wind_m_s * diameter_m / AIR_VISCOSITY_M2_S)
    return 0.5 * AIR_KG_M3 * drag * diameter_m * length_m * wind_m_s**2


def reaching_float_n(wind_n: float, lash_m: float, back_n: float, back_above_m: float) -> float:
    """What of the wind's load on a lash reaches the float. [N]

    Half of it hangs on either end. A back shot takes the lower half: it swings out until its weight balances it, and
    the float feels only what is left when the line between the two is drawn out.

    wind_n: load on the lash. [N]
    lash_m: its length. [m]
    back_n: submerged weight of the back shot; 0 without one. [N]
    back_above_m: line between it and the float. [m]
    Source: a pendulum in balance.
    """
    half = 0.5 * wind_n
    if back_n <= 0.0:
        return half
    above = max(lash_m - back_above_m, 1e-3)
    held = back_n * tan(asin(min(0.99, back_above_m / above)))
    return max(0.0, half - held)


def pole_line(rig: Rig, held: PoleHeld | None = None) -> PoleLine:
    """What the lash of a pole or whip does to its float in the wind.

    rig: the rig.
    held: how it hangs.
    Raises: OutOfRange for a rod, whose line lies on the water; BrookwindError for a float that is no body.
    """
    ask = held or PoleHeld()
    if rig.conditions.tackle == "rod":
        raise OutOfRange.one(
            "lash-of-rod", "A rod has no lash: its line lies on the water.", "Ask for the line on the water instead.",
            ("conditions", "tackle"),
        )  # fmt: skip
    situation = Situation(rig)
    lash = ask.lash_m or rig.lash_m or LASH_M
    main = next(c for c in rig.components if isinstance(c, LineSection))
    back = [c for c in rig.components if isinstance(c, Shot) and c.position_m > rig.setting_m]
    water = situation.settled.water_kg_m3
    back_kg = sum(s.mass_kg for s in back)
    back_n = sum(submerged_weight_n(s.mass_kg, s.density_kg_m3, water) for s in back)
    above = min(s.position_m for s in back) - rig.setting_m if back else 0.1

    def pull(length: float = lash, diameter: float = main.diameter_m, shot_n: float = back_n) -> float:
        return reaching_float_n(wind_on_line_n(length, diameter, ask.wind_m_s), length, shot_n, above)

    fine = 2.0 / 3.0 * main.diameter_m
    others = [
        OtherLash(id="shorter", says="half the lash", pull_n=pull(length=0.5 * lash)),
        OtherLash(id="finer", says="a line two thirds as thick", pull_n=pull(diameter=fine)),
    ]
    if back:
        others.append(OtherLash(id="no-back-shot", says="without the back shot", pull_n=pull(shot_n=0.0)))
    else:
        no_10 = submerged_weight_n(4e-5, 11340.0, water)
        others.append(OtherLash(id="back-shot", says="with a No 10 back shot", pull_n=pull(shot_n=no_10)))
    drags = slip_of(situation.shape)
    along = pull()
    goes = abs(drags.speed(along, 0.0)[0] - drags.speed(0.0, 0.0)[0])
    sinks = bool(back) and back_n > sinking_load_n(situation.settled.body, water) - situation.settled.pull_n
    return PoleLine(
        lash_m=lash, wind_n=wind_on_line_n(lash, main.diameter_m, ask.wind_m_s), pull_n=along, drags_m_s=goes,
        back_shot_kg=back_kg, sinks_if_let_go=sinks, says=_says(along, goes, sinks), others=tuple(others),
    )  # fmt: skip


def _says(pull_n: float, goes_m_s: float, sinks: bool) -> Told:
    figures = {"pull": Figure(value=pull_n, quantity="force"), "speed": Figure(value=goes_m_s, quantity="speed")}
    says = "The wind on the lash draws the float by {pull}: keep the tip over it, or it goes along at {speed}."
    if pull_n < 1e-5:
        says = "The wind on the lash hardly reaches the float."
    if sinks:
        says += " Hold the back shot on a tight line: let go, it takes the float under."
    return Told(says=says, figures=figures)
