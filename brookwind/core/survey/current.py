"""Speeds of the water from timed drifts: surface, profile, crease; and how line on the water is carried off."""

from __future__ import annotations

from collections.abc import Sequence
from math import hypot, log
from typing import Literal

import numpy as np
from pydantic import Field

from brookwind.core.flow.line_drag import cylinder_drag
from brookwind.core.flow.profile import EXPONENTS, USUAL_EXPONENT, WIND_SKIN
from brookwind.core.frozen import Frozen, Sourced
from brookwind.core.matter.air import AIR_KG_M3, AIR_VISCOSITY_M2_S
from brookwind.core.matter.fluid import fluid_of
from brookwind.core.survey.document import Drift

_OVER_ERROR_M = 0.15
"""Error of a paced or judged length. [m] Editable default."""
_TIME_ERROR_S = 0.4
"""Error of a hand stopped time. [s] Editable default."""
_SAME_LANE_M = 1.5
"""Drifts this near run in the same lane. [m] Editable default."""
CREASE_RATIO = 1.35
"""Fast over slow water from which a crease is spoken of. Editable default."""


class Speed(Frozen):
    """A speed and its standard error. [m/s]"""

    distance_m: float
    depth_m: float
    speed_m_s: float
    error_m_s: float


class Crease(Frozen):
    """Where fast water meets slow."""

    distance_m: float
    slow_m_s: float
    fast_m_s: float
    fast_is_out: bool
    """The fast water lies beyond the crease."""


class Current(Frozen):
    """What the drifts tell."""

    speeds: tuple[Speed, ...]
    crease: Crease | None


class Profile(Frozen):
    """u(d) = U (1 - d/h)^(1/n) at one place."""

    surface_m_s: float
    exponent: float
    exponent_range: tuple[float, float]
    measured: bool
    """The exponent comes from measured depths, not from habit."""
    arrows: tuple[tuple[float, float], ...]
    """(depth, speed) for drawing. [m, m/s]"""


def drift_speed(d: Drift) -> Speed:
    """Speed of a timed drift with its error.

    u = L / t;  du/u = hypot(dL/L, dt/t)

    d: the drift.
    Source: propagation of errors, `_OVER_ERROR_M` and `_TIME_ERROR_S`.
    >>> round(drift_speed(Drift(id="a", distance_m=3, over_m=5, time_s=9)).speed_m_s, 3)
    0.556
    """
    speed = d.over_m / d.time_s
    error = speed * hypot(_OVER_ERROR_M / d.over_m, _TIME_ERROR_S / d.time_s)
    return Speed(distance_m=d.distance_m, depth_m=d.depth_m, speed_m_s=speed, error_m_s=error)


def current(drifts: Sequence[Drift]) -> Current:
    """Speeds of all drifts, and the crease between fast and slow surface water if there is one.

    drifts: the drifts.
    The crease lies midway between the neighbouring lanes whose speeds differ most per metre.
    """
    speeds = tuple(drift_speed(d) for d in drifts)
    lanes: dict[float, list[float]] = {}
    for s in sorted(speeds, key=lambda s: s.distance_m):
        if s.depth_m == 0.0:
            lane = next((at for at in lanes if abs(at - s.distance_m) <= 0.25), s.distance_m)
            lanes.setdefault(lane, []).append(s.speed_m_s)
    at = sorted(lanes)
    means = [float(np.mean(lanes[x])) for x in at]
    crease = None
    steepest = 0.0
    for i in range(len(at) - 1):
        slow, fast = sorted((means[i], means[i + 1]))
        shear = (fast - slow) / (at[i + 1] - at[i])
        if fast >= CREASE_RATIO * max(slow, 0.02) and shear > steepest:
            steepest = shear
            crease = Crease(
                distance_m=0.5 * (at[i] + at[i + 1]), slow_m_s=slow, fast_m_s=fast, fast_is_out=means[i + 1] > means[i]
            )
    return Current(speeds=speeds, crease=crease)


def profile_at(found: Current, distance_m: float, depth_m: float) -> Profile | None:
    """The profile at a distance: surface speed between lanes, exponent from drifts below the surface when there are
    any.

    found: what the drifts tell.
    distance_m: from the bank. [m]
    depth_m: depth of the water there. [m]
    None without any surface drift.
    Source: least squares of log u on log(1 - d/h) through the surface speed; form of
    the power law of a channel (Chow 1959).
    """
    surface = sorted((s.distance_m, s.speed_m_s) for s in found.speeds if s.depth_m == 0.0)
    if not surface:
        return None
    at_surface = float(np.interp(distance_m, [x for x, _ in surface], [u for _, u in surface]))
    below = [
        s for s in found.speeds if 0.0 < s.depth_m < 0.97 * depth_m and abs(s.distance_m - distance_m) <= _SAME_LANE_M
    ]
    exponent, span = USUAL_EXPONENT, EXPONENTS
    if below and at_surface > 0.0:
        x = np.array([-log(1.0 - s.depth_m / depth_m) for s in below])
        y = np.array([-log(max(1e-3, s.speed_m_s / at_surface)) for s in below])
        inverse = float(np.clip(x @ y / (x @ x), 1.0 / EXPONENTS[1], 1.0 / EXPONENTS[0]))
        error = float(np.sqrt(np.mean([(s.error_m_s / s.speed_m_s) ** 2 for s in below]) / (x @ x)))
        exponent = 1.0 / inverse
        span = (1.0 / min(1.0 / EXPONENTS[0], inverse + error), 1.0 / max(1.0 / EXPONENTS[1], inverse - error))
    depths = np.linspace(0.0, 0.97 * depth_m, 7)
    arrows = tuple((float(d), at_surface * float(1.0 - d / depth_m) ** (1.0 / exponent)) for d in depths)
    return Profile(surface_m_s=at_surface, exponent=exponent, exponent_range=span, measured=bool(below), arrows=arrows)


class LineLies(Sourced):
    """How much of wind and skin reaches a kind of line on the water."""

    id: Literal["braid", "floating", "sinking"]
    name: str
    skin: float
    """Share of the skin's drift the line takes up."""
    air: float
    """Share of its diameter that stands in the wind."""


LINE_LIES = (
    LineLies(id="braid", name="braid, riding high", skin=1.0, air=0.5, source="default"),
    LineLies(id="floating", name="floating line", skin=1.0, air=0.3, source="default"),
    LineLies(id="sinking", name="sunk line", skin=0.2, air=0.0, source="default"),
)


class Bow(Frozen):
    """What wind does to one kind of line on the water."""

    line: str
    name: str
    drift_m_s: float
    """Speed of the line across the float's own course. [m/s]"""
    bow_m: float
    """Bow after half a minute, at most a third of the line out. [m]"""
    pull_n: float = Field(ge=0)
    """Sideways pull on the float. [N]"""
    mend_s: float | None
    """Mend at least so often to keep the bow under a metre. None: no need. [s]"""


def bows(wind_m_s: float, line_out_m: float, line_diameter_m: float) -> tuple[Bow, ...]:
    """Bow, pull and mending for each way a line can lie.

    wind_m_s: across the line. [m/s, 0 or more]
    line_out_m: line on the water between rod and float. [m]
    line_diameter_m: of the line. [m]
    Drift of the skin `WIND_SKIN`; half the wind's and water's pull on the bow ends at the float.
    A rough estimate: the skin's drift changes within the top centimetre. Source: J. Wu 1975; drag of a cylinder.
    """
    # Fresh water on a mild day: a bow is estimated roughly.
    mild = fluid_of(15.0)
    answers = []
    for lies in LINE_LIES:
        drift = lies.skin * WIND_SKIN * wind_m_s
        reynolds = wind_m_s * line_diameter_m / AIR_VISCOSITY_M2_S
        air = 0.5 * AIR_KG_M3 * cylinder_drag(reynolds) * lies.air * line_diameter_m * wind_m_s**2 if wind_m_s else 0.0
        drag = cylinder_drag(drift * line_diameter_m / mild.viscosity_m2_s) if drift else 0.0
        water = 0.5 * mild.kg_m3 * drag * line_diameter_m * drift**2
        answers.append(
            Bow(
                line=lies.id,
                name=lies.name,
                drift_m_s=drift,
                bow_m=min(30.0 * drift, line_out_m / 3.0),
                pull_n=0.5 * (air + water) * line_out_m,
                mend_s=1.0 / drift if drift > 0.01 else None,
            )
        )
    return tuple(answers)
