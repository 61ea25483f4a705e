"""Leaning floats against closed forms, brute force, energy and Archimedes' criterion."""

from __future__ import annotations

from math import cos, pi, radians, sin, sqrt, tan

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from brookwind.core.floats.attitude import Attitude, Pull, attitude, least_cocking_load_n, potential_j
from brookwind.core.floats.body import FloatBody, float_body
from brookwind.core.floats.immersion import load_at_immersion_n
from brookwind.core.floats.profile import Profile
from brookwind.core.floats.spec import FloatSpec
from brookwind.core.floats.tilted import Pieces, Submerged
from brookwind.core.floats.types import FLOAT_TYPE, FLOAT_TYPES
from brookwind.core.gravity import G_M_S2

WATER = 1000.0


def solid(profile: Profile, mass_kg: float, centre_m: float) -> FloatBody:
    """A body that is no float of the catalogue."""
    like = float_body(FloatSpec(type="straight-waggler", capacity_kg=0.001))
    return FloatBody(
        **{**vars(like), "profile": profile, "mass_kg": mass_kg, "centre_of_mass_m": centre_m, "setting_from_m": 0.0}
    )


def wetted(profile: Profile, lean: float, depth: float) -> Submerged:
    return Pieces(profile).submerged(np.array([lean]), np.array([depth]))


def test_cylinder_with_both_ends_clear() -> None:
    r, draft = 0.01, 0.1
    tube = Profile([(0.0, r), (0.3, r)])
    for degrees in (0.5, 10.0, 45.0, 70.0, 84.0):
        lean = radians(degrees)
        got = wetted(tube, lean, draft * cos(lean))
        assert got.volume_m3[0] == pytest.approx(pi * r * r * draft, rel=1e-9)
        assert got.across_m4[0] == pytest.approx(-pi * r**4 * tan(lean) / 4, rel=1e-4)
        along = pi * r * r * draft**2 / 2 + pi * r**4 * tan(lean) ** 2 / 8
        assert got.along_m4[0] == pytest.approx(along, rel=5e-5)


def test_cylinder_on_its_side_is_a_circular_segment() -> None:
    tube = Profile([(0.0, 0.01), (0.3, 0.01)])
    for over in (-0.006, 0.0, 0.004):
        segment = 0.01**2 * np.arccos(-over / 0.01) + over * sqrt(0.01**2 - over**2)
        assert wetted(tube, pi / 2, over).volume_m3[0] == pytest.approx(0.3 * segment, rel=1e-9)


def test_cone_on_its_point_at_any_lean() -> None:
    k = 0.1
    cone = Profile([(0.0, 0.0), (0.5, 0.5 * k)])
    for degrees in (1.0, 20.0, 50.0):
        lean, c = radians(degrees), 0.08
        exact = pi * k * k * c**3 / (3.0 * (cos(lean) ** 2 - (k * sin(lean)) ** 2) ** 1.5)
        assert wetted(cone, lean, c).volume_m3[0] == pytest.approx(exact, rel=1e-6)


def brute_force(profile: Profile, lean: float, depth: float) -> tuple[float, float, float]:
    """Volume and moments by small slabs across the axis and strips along the chords: nothing of the quadrature."""
    volume = along = across = 0.0
    edge = (np.arange(200) + 0.5) / 200
    strip, half = -np.cos(pi * edge), 0.5 * pi / 200 * np.sin(pi * edge)
    for low, height, r0, slope in profile.frustums:
        z = low + height * edge
        r = (r0 + slope * (z - low))[:, None]
        x = r * strip
        # A cell at the surface is wet in part, as far as the surface goes through it.
        spare = depth - z[:, None] * cos(lean) - x * sin(lean)
        reach = r * half * sin(lean) + 0.5 * height / 200 * abs(cos(lean))
        wet = np.clip(0.5 + 0.5 * spare / reach, 0.0, 1.0)
        # dx = r pi / 200 sin(pi e); the chord is 2 r sin(pi e).
        area = wet * 2.0 * (r * np.sin(pi * edge)) ** 2 * pi / 200 * height / 200
        volume, along, across = volume + area.sum(), along + (area * z[:, None]).sum(), across + (area * x).sum()
    return float(volume), float(along), float(across)


outlines = st.lists(st.tuples(st.floats(0.004, 0.06), st.floats(0.0005, 0.02)), min_size=2, max_size=5).map(
    lambda steps: Profile(
        [(z, r) for z, (_, r) in zip(np.cumsum([0.0, *(s[0] for s in steps[1:])]), steps, strict=False)]
    )
)


@settings(max_examples=500)
@given(profile=outlines, lean=st.floats(0.001, pi - 0.001), share=st.floats(0.1, 0.9))
def test_tilted_volume_and_moments_against_brute_force(profile: Profile, lean: float, share: float) -> None:
    pieces = Pieces(profile)
    depth, now = pieces.floating(np.array([lean]), share * profile.volume_m3)
    assert now.volume_m3[0] == pytest.approx(share * profile.volume_m3, rel=1e-7)
    volume, along, across = brute_force(profile, lean, float(depth[0]))
    wide = max(r for _, r in profile.points)
    # The strips themselves are good to a part in a thousand of the body's own size.
    assert now.volume_m3[0] == pytest.approx(volume, rel=1e-3, abs=1e-3 * profile.volume_m3)
    assert now.along_m4[0] == pytest.approx(along, rel=1e-3, abs=1e-3 * profile.volume_m3 * profile.height_m)
    assert now.across_m4[0] == pytest.approx(across, rel=1e-3, abs=1e-3 * profile.volume_m3 * wide)


@pytest.mark.parametrize("density", [0.1, 0.3, 0.5, 0.7, 0.9])
def test_archimedes_criterion_of_a_floating_cylinder(density: float) -> None:
    # Upright is stable when (R/H)^2 > 2 s (1 - s).
    height = 0.1
    edge = height * sqrt(2.0 * density * (1.0 - density))
    for over, stands in ((0.97, False), (1.03, True)):
        r = over * edge
        log = solid(Profile([(0.0, r), (height, r)]), WATER * density * pi * r * r * height, height / 2)
        rest = attitude(log, Pull(0.0), WATER)
        # A flat disc stays on its edge too, but stood up it stays up.
        assert rest is not None
        assert (rest.lean_rad < 1e-3 or rest.could_stand) == stands


def test_lean_of_a_weighted_cylinder_is_the_closed_form() -> None:
    r, height = 0.01, 0.3
    tube = Profile([(0.0, r), (height, r)])
    for mass, centre in ((0.04, 0.067), (0.05, 0.0825)):
        rest = attitude(solid(tube, mass, centre), Pull(0.0), WATER)
        draft = mass / (WATER * pi * r * r)
        squared = 8.0 / (pi * r**4) * (mass * centre / WATER - pi * r * r * draft**2 / 2 - pi * r**4 / 4)
        assert squared > 0.1
        assert rest is not None
        assert tan(rest.lean_rad) ** 2 == pytest.approx(squared, rel=1e-3)


def around(body: FloatBody, pull: Pull, rest: Attitude) -> list[float]:
    here = rest.lean_rad
    moves = [(da, dc) for da in (-0.02, 0.0, 0.02) for dc in (-2e-4, 0.0, 2e-4)]
    return [potential_j(body, pull, WATER, max(1e-6, here + da), rest.depth_m + dc) for da, dc in moves if da or dc]


@given(
    kind=st.sampled_from([t.id for t in FLOAT_TYPES]),
    share=st.floats(0.0, 0.97),
    side=st.sampled_from([0.0, 0.0, 0.05, 0.2]),
)
def test_rest_is_a_minimum_of_potential_energy(kind: str, share: float, side: float) -> None:
    body = float_body(FloatSpec(type=kind, capacity_kg=FLOAT_TYPE[kind].at_kg, feed=0.0))
    full = load_at_immersion_n(body, body.length_m - body.design_tip_m, WATER)
    pull = Pull(share * full, side * full, push_at_m=0.6 * body.length_m)
    rest = attitude(body, pull, WATER)
    assert rest is not None
    least = potential_j(body, pull, WATER, max(1e-6, rest.lean_rad), rest.depth_m)
    scale = body.mass_kg * G_M_S2 * body.length_m
    assert min(around(body, pull, rest)) >= least - 1e-6 * scale


def test_more_load_leans_less_and_a_sideways_pull_leans_more() -> None:
    body = float_body(FloatSpec(type="cigar-slider", capacity_kg=0.015))
    full = load_at_immersion_n(body, body.length_m - body.design_tip_m, WATER)
    leans = [a.lean_rad for s in (0.05, 0.12, 0.2, 0.9) if (a := attitude(body, Pull(s * full), WATER))]
    assert leans == sorted(leans, reverse=True)
    assert leans[0] > 1.3
    assert leans[-1] == 0.0
    pulled = [a.lean_rad for s in (0.0, 0.05, 0.15) if (a := attitude(body, Pull(0.9 * full, s * full), WATER))]
    assert pulled == sorted(pulled)
    assert pulled[0] == 0.0
    assert pulled[1] > 0.01


def test_standing_is_abrupt_and_loaded_floats_stand_alone() -> None:
    body = float_body(FloatSpec(type="straight-waggler", capacity_kg=0.0012))
    least = least_cocking_load_n(body, WATER)
    assert least is not None
    below, above = attitude(body, Pull(0.9 * least), WATER), attitude(body, Pull(1.03 * least), WATER)
    assert below
    assert above
    assert below.lean_deg > 70
    assert above.lean_deg < 15
    for kind in ("loaded-waggler", "self-loaded", "feeder-float", "pole-body-down"):
        assert least_cocking_load_n(float_body(FloatSpec(type=kind, capacity_kg=FLOAT_TYPE[kind].at_kg)), WATER) == 0.0


def test_overload_has_no_attitude() -> None:
    body = float_body(FloatSpec(type="stick", capacity_kg=0.001))
    assert attitude(body, Pull(0.02), WATER) is None
