"""Catapults: elastic cut so that full stretch throws one distance."""

from __future__ import annotations

from math import pi

from brookwind.core.box.rods import CatapultStock
from brookwind.core.errors import OutOfRange
from brookwind.core.figures import Figure, Told
from brookwind.core.frozen import Frozen
from brookwind.core.gravity import sphere_diameter_m
from brookwind.core.roots import crossing
from brookwind.core.run.flight import Flown, flight
from brookwind.core.run.rod_test import BALL_DRAG

BALL_KG_M3 = 1150.0
"""What is thrown, squeezed or in the pouch. [kg/m3] Editable default."""
SPAN = (0.5, 2.5)
"""Elastic is cut by calibration no shorter and no longer than these shares of the one that was measured."""
NEAR_M, FAR_M = 5.0, 60.0
"""Distances a catapult is cut for. [m] Editable defaults."""
STEP_M = 0.005
"""Elastic is cut to this. [m]"""


class Cut(Frozen):
    """Elastic for a distance."""

    elastic_m: float
    speed_m_s: float
    says: Told


def elastic_for(catapult: CatapultStock, distance_m: float) -> Cut:
    """How long to cut the elastic so that full stretch throws a distance.

    L / L0 = (v / v0)^2: fully stretched, elastic holds so much energy a length, and all of it goes into the throw.

    catapult: a catapult of the same elastic that was measured.
    distance_m: how far it is to throw. [m]
    Raises: OutOfRange for one that was not measured, or beyond what its measurement bears.
    Source: conservation of energy; `flight` of a ball of `BALL_KG_M3`.
    """
    if catapult.throws_m is None:
        raise OutOfRange.one(
            "catapult-unmeasured", f"{catapult.label}: how far it throws was not measured.",
            "Stretch it fully a few times and pace the distance.", ("throws_m",),
        )  # fmt: skip
    if not NEAR_M <= distance_m <= FAR_M:
        raise OutOfRange.one(
            "catapult-far", "A catapult is cut for {near} to {far}.", "Enter a distance between them.", ("distance_m",),
            {"near": Figure(value=NEAR_M, quantity="distance"), "far": Figure(value=FAR_M, quantity="distance")},
        )  # fmt: skip
    first, wanted = (_speed_m_s(d, catapult.pouch_kg) for d in (catapult.throws_m, distance_m))
    share = (wanted / first) ** 2
    length = catapult.elastic_m * share
    if not SPAN[0] <= share <= SPAN[1]:
        raise OutOfRange.one(
            "catapult-beyond", "{far} would want {elastic} of elastic, too far from the {measured} that was measured.",
            "Measure a catapult nearer to that distance.", ("distance_m",),
            {
                "far": Figure(value=distance_m, quantity="distance"), "elastic": Figure(value=length, quantity="line"),
                "measured": Figure(value=catapult.elastic_m, quantity="line"),
            },
        )  # fmt: skip
    cut = round(length / STEP_M) * STEP_M
    figures = {"elastic": Figure(value=cut, quantity="line"), "far": Figure(value=distance_m, quantity="distance")}
    return Cut(
        elastic_m=cut, speed_m_s=wanted,
        says=Told(says="Cut it to {elastic}: full stretch then throws {far}.", figures=figures),
    )  # fmt: skip


def _speed_m_s(distance_m: float, mass_kg: float) -> float:
    """Speed at which a ball has to leave a catapult. [m/s]"""
    drag = BALL_DRAG * pi / 4.0 * sphere_diameter_m(mass_kg, BALL_KG_M3) ** 2

    def short(speed: float) -> float:
        thrown = Flown(mass_kg=mass_kg, drag_m2=drag, speed_m_s=speed, angle_deg=40.0, from_m=1.5)
        return flight(thrown).reach_m - distance_m

    low, high = 1.0, 90.0
    if short(high) < 0.0:
        raise OutOfRange.one(
            "catapult-light", "Nothing that light flies so far.", "Throw more at a time, or a shorter way.",
            ("distance_m",),
        )  # fmt: skip
    return low if short(low) > 0.0 else crossing(short, low, high, 1e-3)
