"""The line between rod and float: closed forms, a boundary value solver, orderings, and what cannot be."""

from __future__ import annotations

from itertools import pairwise
from math import asinh, hypot, pi, sqrt

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from pydantic import ValidationError
from scipy.integrate import solve_bvp
from scipy.optimize import brentq

import brookwind.core.run.cable as module
from brookwind.core.errors import BrookwindError, OutOfRange
from brookwind.core.flow.line_drag import cylinder_drag
from brookwind.core.matter.fluid import fluid_of
from brookwind.core.run.cable import pull_of
from brookwind.core.run.line_out import Lane, LineOut

WATER = fluid_of(12.0)
STILL = (Lane(across_m=0.0, speed_m_s=0.0),)
STREAM = (Lane(across_m=0.0, speed_m_s=0.2), Lane(across_m=8.0, speed_m_s=0.5))


def line(**changes: object) -> LineOut:
    return LineOut.model_validate({"across_m": 8.0, "diameter_m": 0.00018, "lanes": STREAM, **changes})


def test_a_uniform_cross_current_bends_it_to_a_catenary(monkeypatch: pytest.MonkeyPatch) -> None:
    """Without friction along it and with one drag coefficient T is the same all along and tan(angle) grows by k/T a
    metre, k = rho C d u^2 / 2: a catenary with a = T/k."""
    monkeypatch.setattr(module, "SKIN_FRICTION", 0.0)
    u, c = 0.12, 1.4
    out = line(lanes=(Lane(across_m=0.0, speed_m_s=u),), lies="sinking", moves="held", slack=0.1, across_m=14.0)
    found = pull_of(out, WATER, drag=lambda _: c)
    on = [(x, y) for x, y, z in found.path if z == 0.0]
    slopes = [(b[0] - a[0]) / (b[1] - a[1]) for a, b in pairwise(on)]
    step = [hypot(b[0] - a[0], b[1] - a[1]) for a, b in pairwise(on)]
    k = 0.5 * WATER.kg_m3 * c * out.diameter_m * u * u
    tension = hypot(found.along_n, found.across_n)
    grown = [(t - s) / d for (s, t), d in zip(pairwise(slopes), step[1:], strict=True)]
    assert len(grown) > 20
    assert np.mean(grown) == pytest.approx(-k / tension, rel=0.01)
    assert np.std(grown) < 0.02 * k / tension
    # All that pushes it ends at the float and at the rod.
    assert sum(step) == pytest.approx(found.on_water_m, rel=1e-3)


def test_in_still_water_it_hangs_as_a_catenary_and_slack_line_pulls_by_nothing() -> None:
    """D = (L - s) + a asinh(s/a),  s = sqrt(H^2 + 2 H a),  T = a lambda g."""
    out = line(lanes=STILL, slack=0.02)
    weight = out.density_kg_m3 * pi / 4.0 * out.diameter_m**2 * 9.80665

    def over(a: float) -> float:
        s = sqrt(out.tip_height_m**2 + 2.0 * out.tip_height_m * a)
        return float(out.out_m - s + a * asinh(s / a) - 8.0)

    a = brentq(over, 1e-6, 17.0)
    found = pull_of(out, WATER)
    assert found.across_n == pytest.approx(-a * weight, rel=1e-3)
    assert abs(found.along_n) < 1e-9
    assert found.on_water_m == pytest.approx(out.out_m - sqrt(4.0 + 4.0 * a), abs=0.01)
    nothing = pull_of(line(lanes=STILL, slack=0.4), WATER)
    assert (nothing.along_n, nothing.across_n) == (0.0, 0.0)
    # Carried along at the speed of water and float alike there is no difference of speed either.
    same = pull_of(
        line(lanes=(Lane(across_m=0.0, speed_m_s=0.4),), float_m_s=0.4, moves="paid", lies="sinking", slack=0.4), WATER
    )
    assert (same.along_n, same.across_n) == (0.0, 0.0)


@pytest.mark.parametrize("changes", [{}, {"moves": "paid"}, {"moves": "held"}, {"along_m": -4.0, "slack": 0.12}])
def test_the_line_on_the_water_solves_the_boundary_value_problem(changes: dict[str, object]) -> None:
    """(T e)' = -f(y, e), r' = e between where it leaves the water and the float, by collocation."""
    out = line(lies="sinking", **changes)
    found = pull_of(out, WATER)
    first = next(k for k, p in enumerate(found.path) if p[2] < 1e-9)
    begin, wet = found.path[first], found.on_water_m
    from_tip = out.out_m - wet
    own = {"held": 0.0, "paid": 1.0}
    speed = float(np.interp(out.across_m, [0.0, 8.0], [0.2, 0.5]))
    unit = hypot(found.along_n, found.across_n)

    def along(s: np.ndarray, v: np.ndarray) -> np.ndarray:
        tension = np.hypot(v[2], v[3])
        e = v[2:] / tension
        share = own.get(out.moves, 0.0) if out.moves != "swings" else (from_tip + s) / out.out_m
        w = np.stack((np.interp(v[1], [0.0, 8.0], [0.2, 0.5]) - share * speed, np.zeros_like(s)))
        t = (w * e).sum(axis=0)
        n = w - t * e
        fast = np.hypot(*n)
        c = np.array([cylinder_drag(r) for r in fast * out.diameter_m / WATER.viscosity_m2_s])
        f = 0.5 * WATER.kg_m3 * out.diameter_m * (c * fast * n + pi * module.SKIN_FRICTION * np.abs(t) * t * e)
        return np.vstack((e, -f / unit))

    def ends(a: np.ndarray, b: np.ndarray) -> np.ndarray:
        return np.array([a[0] - begin[0], a[1] - begin[1], b[0] - out.along_m, b[1] - out.across_m])

    # Begun near the shape that was found, bent a little; in units of the pull, so that places and tensions weigh alike.
    pull = np.array([-found.along_n, -found.across_n])
    places = np.array([p[:2] for p in found.path[first:]]).T
    s = np.linspace(0.0, wet, places.shape[1])
    heading = np.gradient(places, s, axis=1)
    guess = np.vstack((places[0] + 0.02 * wet * np.sin(np.pi * s / wet), places[1], heading))
    solved = solve_bvp(along, ends, s, guess, tol=1e-6, max_nodes=4000)
    assert solved.success
    assert np.hypot(*(solved.y[2:, -1] * unit - pull)) < 0.03 * unit
    # Where it leaves the water the tension holds the arc that hangs in the air.
    weight = out.density_kg_m3 * pi / 4.0 * out.diameter_m**2 * 9.80665
    a = float(np.hypot(*solved.y[2:, 0])) * unit / weight
    assert from_tip == pytest.approx(sqrt(out.tip_height_m**2 + 2.0 * out.tip_height_m * a), rel=0.02)


def test_what_anglers_know_of_it() -> None:
    usual = pull_of(line(), WATER)
    assert 0.0005 < usual.along_n < 0.003, "a few millinewtons"
    assert 2.0 < usual.on_water_m < 5.0, "with the tip two metres up only a few metres lie on the water"
    braid = pull_of(line(lies="braid", diameter_m=0.0001, density_kg_m3=970.0), WATER)
    assert braid.along_n < usual.along_n
    for low, high in pairwise((1.0, 2.0, 3.0, 4.0)):
        a, b = (pull_of(line(tip_height_m=h), WATER) for h in (low, high))
        assert b.on_water_m < a.on_water_m
        assert b.along_n < a.along_n
    slack = pull_of(line(slack=0.2), WATER)
    assert slack.along_n > usual.along_n
    assert -slack.across_n < -usual.across_n, "more slack swaps pull toward the angler for pull downstream"
    assert pull_of(line(wind_along_m_s=2.0, slack=0.15), WATER).along_n > pull_of(line(slack=0.15), WATER).along_n
    assert pull_of(line(along_m=-5.0), WATER).along_n > usual.along_n > pull_of(line(along_m=5.0), WATER).along_n
    strong = pull_of(line(wind_along_m_s=4.0), WATER)
    assert strong.on_water_m == 0.0, "four metres a second lift it all"


@given(
    st.floats(2.0, 30.0), st.floats(0.5, 5.0), st.floats(0.01, 0.12), st.floats(0.0, 0.3), st.floats(0.05, 0.7),
    st.sampled_from(["braid", "floating", "sinking"]), st.sampled_from(["swings", "paid", "held"]),
)  # fmt: skip
def test_it_joins_tip_and_float_with_all_of_its_length_or_says_so(
    across: float, high: float, slack: float, near: float, far: float, lies: str, moves: str
) -> None:
    lanes = (Lane(across_m=0.0, speed_m_s=near), Lane(across_m=across, speed_m_s=far))
    out = line(across_m=across, tip_height_m=high, slack=slack, lanes=lanes, lies=lies, moves=moves)
    try:
        found = pull_of(out, WATER)
    except OutOfRange:
        return
    if found.along_n == found.across_n == 0.0:
        # Nothing pushes it: it lies as it was put.
        return
    (x, y, z), (u, v, w) = found.path[0], found.path[-1]
    assert (x, y) == (0.0, 0.0)
    assert z == pytest.approx(high, rel=1e-3)
    assert hypot(u, v - across) < 2e-3 * out.out_m
    assert w == pytest.approx(0.0, abs=1e-9)
    long = sum(hypot(b[0] - a[0], b[1] - a[1], b[2] - a[2]) for a, b in pairwise(found.path))
    assert long == pytest.approx(out.out_m, rel=0.01)
    assert found.across_n <= 1e-9, "a line never pushes the float out"


@pytest.mark.parametrize(
    ("changes", "says"),
    [
        ({"tip_height_m": -1.0}, "greater than or equal to 0.02"),
        ({"wind_along_m_s": 41.0}, "less than or equal to 40"),
        ({"across_m": -3.0}, "greater than or equal to 0.2"),
        ({"lanes": ()}, "at least 1"),
        ({"lanes": (STREAM[1], STREAM[0])}, "near to far"),
    ],
)
def test_what_cannot_be_is_refused(changes: dict[str, object], says: str) -> None:
    with pytest.raises((ValidationError, BrookwindError), match=says):
        line(**changes)
