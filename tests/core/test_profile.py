"""Frustum bodies against closed forms."""

from __future__ import annotations

from math import cbrt, isclose, pi

import pytest
from hypothesis import given
from hypothesis import strategies as st

from brookwind.core.errors import OutOfRange
from brookwind.core.floats.profile import Profile

CYLINDER = Profile([(0.0, 0.004), (0.2, 0.004)])
CONE = Profile([(0.0, 0.0), (0.3, 0.02)])


@pytest.mark.parametrize("z", [0.0, 1e-6, 0.0371, 0.1999, 0.2])
def test_cylinder_volume_moment_and_inverse(z: float) -> None:
    area = pi * 0.004**2
    assert isclose(CYLINDER.volume_below_m3(z), area * z, rel_tol=1e-12, abs_tol=1e-21)
    assert isclose(CYLINDER.moment_below_m4(z), area * z * z / 2, rel_tol=1e-12, abs_tol=1e-24)
    assert isclose(CYLINDER.level_for_volume_m(area * z), z, rel_tol=1e-9, abs_tol=1e-12)


@pytest.mark.parametrize("z", [1e-5, 0.0123, 0.15, 0.3])
def test_cone_on_its_point(z: float) -> None:
    volume = pi * (0.02 / 0.3) ** 2 * z**3 / 3
    assert isclose(CONE.volume_below_m3(z), volume, rel_tol=1e-12)
    # The centroid of a cone lies three quarters of its height from the apex.
    assert isclose(CONE.moment_below_m4(z), 0.75 * z * volume, rel_tol=1e-12)
    assert isclose(CONE.level_for_volume_m(volume), z, rel_tol=1e-9)
    assert isclose(CONE.level_for_volume_m(volume), cbrt(3 * volume / (pi * (0.02 / 0.3) ** 2)), rel_tol=1e-9)


radii = st.floats(0.0002, 0.03)
bodies = st.lists(st.tuples(st.floats(0.0005, 0.1), radii), min_size=1, max_size=12)


@given(first=radii, steps=bodies, share=st.floats(0, 1))
def test_level_is_the_inverse_of_volume_for_any_body(
    first: float, steps: list[tuple[float, float]], share: float
) -> None:
    z, points = 0.0, [(0.0, first)]
    for rise, radius in steps:
        z += rise
        points.append((z, radius))
    body = Profile(points)
    level = share * body.height_m
    assert isclose(body.level_for_volume_m(body.volume_below_m3(level)), level, rel_tol=1e-9, abs_tol=1e-9)


@given(first=radii, steps=bodies, cut=st.floats(0.01, 0.99))
def test_cutting_a_slice_in_two_changes_nothing(first: float, steps: list[tuple[float, float]], cut: float) -> None:
    rise, radius = steps[0]
    whole = Profile([(0.0, first), (rise, radius)])
    halved = Profile([(0.0, first), (cut * rise, first + (radius - first) * cut), (rise, radius)])
    assert isclose(whole.volume_m3, halved.volume_m3, rel_tol=1e-12)
    assert isclose(whole.moment_below_m4(rise), halved.moment_below_m4(rise), rel_tol=1e-12)


@pytest.mark.parametrize(
    ("points", "code"),
    [
        ([(0, 0.01)], "profile-start"),
        ([(0.1, 0.01), (0.2, 0.01)], "profile-start"),
        ([(0, 0.01), (0.2, 0.01), (0.1, 0.01)], "profile-order"),
        ([(0, 0.01), (0.2, -0.01)], "profile-radius"),
        ([(0, 0.01), (0.2, float("nan"))], "profile-radius"),
        ([(0, 0.0), (0.2, 0.0)], "profile-empty"),
    ],
)
def test_impossible_outlines_are_refused_with_a_sentence(points: list[tuple[float, float]], code: str) -> None:
    with pytest.raises(OutOfRange) as refused:
        Profile(points)
    assert refused.value.problems[0].code == code
    assert refused.value.problems[0].remedy
