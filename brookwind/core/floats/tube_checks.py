"""Which readings of a tube test cannot be."""

from __future__ import annotations

from itertools import combinations

from brookwind.core.errors import OutOfRange
from brookwind.core.figures import load, tip
from brookwind.core.floats.attitude import least_cocking_load_n
from brookwind.core.floats.body import FloatBody
from brookwind.core.floats.immersion import load_at_immersion_n
from brookwind.core.floats.tube_readings import TubeTest, net_kg, tip_of
from brookwind.core.gravity import G_M_S2, LABEL_LEAD_NET, lead_mass_kg

_OUT_OF_ORDER_M = 0.002
"""Readings may contradict each other by this, as a hand shakes. [m] Editable default."""


def check_readings(test: TubeTest, body: FloatBody, water: float) -> None:
    """Refuse readings that cannot be, by their number.

    test: the readings.
    body: the float as it was taken for.
    water: density of the water. [kg/m3]
    Raises: OutOfRange for the first that cannot be, or the first two that contradict each other.
    """
    if not test.readings:
        raise OutOfRange.one(
            "tube-empty", "There is no reading yet.", "Hang a known load on and enter it.", ("readings",)
        )
    stands = least_cocking_load_n(body, water) or 0.0
    for i, r in enumerate(test.readings):
        pull = net_kg(r, water) * G_M_S2
        shown = tip_of(r, body)
        given = {"load": load(r.load_kg), "stands": load(lead_mass_kg(stands, water)), "tip": tip(shown)}
        if r.seen == "sunk" and pull < stands:
            raise OutOfRange.one(
                "tube-sunk-too-soon",
                f"Reading {i + 1} says {{load}} pulled it under, but this float only stands from {{stands}}.",
                "Check the load and its unit, and whether the float has taken water.",
                ("readings", i, "load_kg"),
                given,
            )
        if r.seen != "sunk" and shown > body.length_m:
            raise OutOfRange.one(
                "tube-tip-too-long",
                f"Reading {i + 1} shows {{tip}} of a float that is {{length}} long.",
                "Check the millimetres.",
                ("readings", i, "tip_m"),
                {**given, "length": tip(body.length_m)},
            )
        implied = body.rated_kg + (pull - _shown_pull_n(body, shown, water)) / G_M_S2 / LABEL_LEAD_NET
        if r.seen != "sunk" and not 0.4 < implied / body.rated_kg < 2.5:
            raise OutOfRange.one(
                "tube-no-such-float",
                f"Reading {i + 1} would make this a float of {{implied}}, where it was taken for {{rated}}.",
                "Check the load and its unit; if both are right, enter the float's label or measures anew.",
                ("readings", i, "load_kg"),
                {"implied": load(implied), "rated": load(body.rated_kg)},
            )
        if r.seen != "sunk" and pull < 0.5 * stands:
            raise OutOfRange.one(
                "tube-lies",
                f"Under the {{load}} of reading {i + 1} this float lies flat: it stands from about {{stands}}.",
                "Use loads near its capacity.",
                ("readings", i, "load_kg"),
                given,
            )
    _check_order(test, body, water)


def _shown_pull_n(body: FloatBody, tip_m: float, water: float) -> float:
    return load_at_immersion_n(body, body.length_m - tip_m, water)


def _check_order(test: TubeTest, body: FloatBody, water: float) -> None:
    """More load never shows more tip."""
    for (i, one), (j, other) in combinations(enumerate(test.readings), 2):
        (a, light), (b, heavy) = sorted([(i, one), (j, other)], key=lambda x: net_kg(x[1], water))
        if net_kg(heavy, water) - net_kg(light, water) < 0.02 * net_kg(heavy, water):
            continue
        low = -1.0 if light.seen == "sunk" else tip_of(light, body)
        high = -1.0 if heavy.seen == "sunk" else tip_of(heavy, body)
        if low == -1.0 and high == -1.0:
            continue
        if high > low + (_OUT_OF_ORDER_M if low >= 0.0 else 0.0):
            before = "was pulled under" if low < 0.0 else "showed {low}"
            raise OutOfRange.one(
                "tube-contradiction",
                f"Readings {a + 1} and {b + 1} contradict each other: with {{light}} it {before}, "
                "with {heavy}, which is more, it showed {high}.",
                "Take one of the two out, or repeat both.",
                ("readings", b),
                {
                    "light": load(light.load_kg),
                    "heavy": load(heavy.load_kg),
                    "low": tip(max(low, 0.0)),
                    "high": tip(high),
                },
            )
