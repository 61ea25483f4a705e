"""Cast test: how a rod throws, from how far known masses went."""

from __future__ import annotations

from collections.abc import Sequence
from math import exp, log, pi

import numpy as np

from brookwind.core.box.rods import CastReading
from brookwind.core.errors import OutOfRange
from brookwind.core.figures import NINE_IN_TEN, Figure, Told
from brookwind.core.frozen import Frozen
from brookwind.core.gravity import LEAD_KG_M3, sphere_diameter_m
from brookwind.core.rig.document import RodThrows
from brookwind.core.run.flight import Flown, flight
from brookwind.core.run.reach import cast_speed_m_s

CAST_ERROR = 0.08
"""By how much one cast differs from the next, and a paced distance from the true, as a share. Editable default."""
ACCURATE = 0.06
"""By how much a cast misses its mark, over its distance, where nothing is measured. Editable default."""
BALL_DRAG = 0.47
"""Drag coefficient of a ball in flight. Source: standard drag curve, Reynolds numbers of 1e3 to 1e5."""
_USUAL = RodThrows()
_UNSURE = (0.4, 0.7)
"""Standard deviations of the logarithms of speed and moved mass before any cast. Editable defaults."""
LINE_KG_M, LINE_M = 3e-5, 0.00018
"""Line of a cast test: nylon of 0.18 mm. [kg/m, m] Editable defaults."""
_ROUNDS = 12
"""Rounds of the search, at most."""
_APART = 0.3
"""Casts that lie further than this from what any likely rod does, as a share, are not believed."""


class CastTest(Frozen):
    """What the casts say of a rod."""

    throws: RodThrows
    error: float
    """Standard error of a distance reckoned from it, as a share, at the masses thrown."""
    accuracy: float
    """By how much a cast misses its mark, as a share of the distance; usual until three were aimed."""
    says: Told


def cast_test(readings: Sequence[CastReading], rod: str | None = None) -> CastTest:
    """How a rod throws.

    The two figures of a rod, the speed of its bare tip and the mass that it throws of itself, are those likeliest to
    make the distances, against what rods are like before any cast: one mass tells the speed, several tell both.

    readings: at least one.
    rod: which rod of the box it is.
    Raises: OutOfRange without readings, or when a cast went further than anything is thrown.
    Source: maximum of the posterior of log-normal readings, Gauss-Newton; `flight`.
    """
    if not readings:
        raise OutOfRange.one("no-readings", "There is no cast yet.", "Pace one cast of a known mass.", ("readings",))
    prior = np.array([log(_USUAL.speed_m_s), log(_USUAL.moved_kg)])
    at, measured = prior.copy(), np.log([r.distance_m for r in readings])
    weigh = np.diag([1.0 / s**2 for s in _UNSURE])
    normal = weigh
    for _ in range(_ROUNDS):
        here = _reaches(readings, at)
        slope = np.stack([(_reaches(readings, at + 1e-3 * e) - here) / 1e-3 for e in np.eye(2)], axis=1)
        normal = slope.T @ slope / CAST_ERROR**2 + weigh
        step = np.linalg.solve(normal, slope.T @ (measured - here) / CAST_ERROR**2 + weigh @ (prior - at))
        step = np.clip(step, -0.4, 0.4)
        at = at + step
        if float(np.abs(step).max()) < 1e-4:
            break
    speed, moved = exp(float(at[0])), exp(float(at[1]))
    apart = float(np.abs(np.mean(measured - _reaches(readings, at))))
    if not 3.0 < speed < 80.0 or apart > _APART:
        raise OutOfRange.one(
            "cast-unlikely", "No rod throws what these casts say.", "Check the masses and the distances.", ("readings",)
        )
    slope = np.stack([(_reaches(readings, at + 1e-3 * e) - _reaches(readings, at)) / 1e-3 for e in np.eye(2)], axis=1)
    spread = slope @ np.linalg.inv(normal) @ slope.T
    error = float(np.sqrt(np.mean(np.diag(spread))))
    middle = readings[len(readings) // 2]
    figures = {
        "reach": Figure(value=float(round(exp(float(_reaches([middle], at)[0])))), quantity="distance"),
        "mass": Figure(value=middle.mass_kg, quantity="load"),
        "error": Figure(value=NINE_IN_TEN * error, quantity="share"),
    }
    one = len({round(r.mass_kg, 4) for r in readings}) == 1
    says = "It throws {mass} {reach} in still air, give or take {error}."
    if one:
        says += " Cast another mass too, and it is known for light and heavy rigs."
    return CastTest(
        throws=RodThrows(speed_m_s=speed, moved_kg=moved, rod=rod), error=error, accuracy=accuracy(readings),
        says=Told(says=says, figures=figures),
    )  # fmt: skip


def _reaches(readings: Sequence[CastReading], at: np.ndarray) -> np.ndarray:
    """Logarithms of the distances that a rod of this speed and moved mass would reach."""
    rod = RodThrows(speed_m_s=min(79.9, max(3.01, exp(float(at[0])))), moved_kg=min(0.2, max(1e-6, exp(float(at[1])))))
    kinds = [(r.mass_kg, drag_of(r), r.wind_along_m_s) for r in readings]
    reaches = {kind: reach_in_m(rod, *kind) for kind in dict.fromkeys(kinds)}
    return np.log([reaches[kind] for kind in kinds])


def drag_of(reading: CastReading) -> float:
    """Drag coefficient times area of what was thrown. [m2]

    reading: the cast.
    """
    if reading.drag_m2 is not None:
        return reading.drag_m2
    return BALL_DRAG * pi / 4.0 * sphere_diameter_m(reading.mass_kg, LEAD_KG_M3) ** 2


def reach_in_m(rod: RodThrows, mass_kg: float, drag_m2: float, wind_along_m_s: float = 0.0) -> float:
    """How far a rod throws a mass. [m]

    rod: how it throws.
    mass_kg: of what is thrown. [kg]
    drag_m2: its drag coefficient times its area. [m2]
    wind_along_m_s: with the cast. [m/s]
    Source: `flight`, with line of `LINE_M`.
    """
    thrown = Flown(
        mass_kg=mass_kg, drag_m2=drag_m2, speed_m_s=cast_speed_m_s(mass_kg, rod), wind_along_m_s=wind_along_m_s,
        line_kg_m=LINE_KG_M, line_m=LINE_M,
    )  # fmt: skip
    return max(0.1, flight(thrown).reach_m)


def accuracy(readings: Sequence[CastReading]) -> float:
    """By how much casts miss their mark, as a share of the distance.

    readings: casts; those that were aimed count.
    Source: root of the mean square of what was aimed, with `ACCURATE` as three more casts.
    """
    missed = [r.distance_m / r.aimed_m - 1.0 for r in readings if r.aimed_m is not None]
    return float(((sum(m * m for m in missed) + 3.0 * ACCURATE**2) / (len(missed) + 3)) ** 0.5)
