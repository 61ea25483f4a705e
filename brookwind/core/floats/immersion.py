"""How deep a float sits under a load, and the load that sets it to a waterline."""

from __future__ import annotations

from math import pi

from brookwind.core.floats.body import FloatBody
from brookwind.core.gravity import G_M_S2


def load_at_immersion_n(body: FloatBody, immersion_m: float, water_kg_m3: float) -> float:
    """Pull that holds an upright float at this immersion. [N, positive down]

    P = g (rho V(z) - m)

    body: the float.
    immersion_m: height of the waterline above the base. [m, 0 to the float's length]
    water_kg_m3: density of the water. [kg/m3]
    Negative means the float must be held up. Surface tension on the stem is not in it.
    Source: Archimedes' principle.
    """
    return G_M_S2 * (water_kg_m3 * body.profile.volume_below_m3(immersion_m) - body.mass_kg)


def sinking_load_n(body: FloatBody, water_kg_m3: float) -> float:
    """Pull at which the whole float is under. [N]

    body: the float.
    water_kg_m3: density of the water. [kg/m3]
    Source: `load_at_immersion_n` at full immersion.
    """
    return load_at_immersion_n(body, body.length_m, water_kg_m3)


def immersion_at_load_m(body: FloatBody, load_n: float, water_kg_m3: float) -> float | None:
    """Immersion of an upright float under a load; None when the load sinks it. [m]

    body: the float.
    load_n: pull of what hangs on it, positive down. [N]
    water_kg_m3: density of the water. [kg/m3]
    Source: inverse of `load_at_immersion_n`.
    """
    volume = (load_n / G_M_S2 + body.mass_kg) / water_kg_m3
    if volume > body.profile.volume_m3 * (1.0 + 1e-12):
        return None
    return body.profile.level_for_volume_m(volume)


def tip_per_newton_m(body: FloatBody, immersion_m: float, water_kg_m3: float) -> float:
    """How far the tip goes down for a small extra pull. [m/N]

    dz/dP = 1 / (rho g pi r(z)^2)

    body: the float.
    immersion_m: height of the waterline above the base. [m]
    water_kg_m3: density of the water. [kg/m3]
    Source: derivative of `load_at_immersion_n`.
    """
    # At a point the waterline has no width and the tip no end: a hundredth of a millimetre stands for none.
    radius = max(body.profile.radius_m(immersion_m), 1e-5)
    return 1.0 / (water_kg_m3 * G_M_S2 * pi * radius * radius)
