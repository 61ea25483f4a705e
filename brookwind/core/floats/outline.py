"""From lengths and diameters to an outline, and what stem, body and tip weigh."""

from __future__ import annotations

from dataclasses import dataclass
from math import cos, pi, sqrt

from brookwind.core.floats.kind import FloatType
from brookwind.core.floats.profile import Profile
from brookwind.core.floats.spec import Calibration, FloatSpec
from brookwind.core.matter.materials import FLOAT_MATERIAL

FEED_KG_M3 = 1250.0
"""Damp groundbait pressed into a frame. [kg/m3] Editable default."""

_SLICES = 24
"""Slices of a rounded body; twice as many move the capacity by less than 0.1 %."""


@dataclass(frozen=True)
class Dimensions:
    """The lengths and diameters of stem, body and tip. [m]"""

    stem_length_m: float
    stem_diameter_m: float
    body_length_m: float
    body_diameter_m: float
    tip_length_m: float
    tip_diameter_m: float

    @property
    def shoulder_m(self) -> float:
        """Height above the base at which the tip begins. [m]"""
        return self.stem_length_m + self.body_length_m


def dimensions(spec: FloatSpec, kind: FloatType, body_diameter_m: float, grow: float) -> Dimensions:
    """The measures of a float: as entered, else the type's.

    spec: the float as entered.
    kind: its type.
    body_diameter_m: diameter of the body. [m]
    grow: lengths over the type's own. [more than 0]
    """
    wide = body_diameter_m
    return Dimensions(
        stem_length_m=spec.stem_length_m or kind.stem_length_m * grow,
        stem_diameter_m=spec.stem_diameter_m or min(kind.stem_diameter_m, wide),
        body_length_m=spec.body_length_m or kind.body_length_m * grow or wide,
        body_diameter_m=wide,
        # A tip is a bought length of cane or bristle: larger floats have a thicker one, not a longer one.
        tip_length_m=spec.tip_length_m or kind.tip_length_m,
        tip_diameter_m=spec.tip_diameter_m or min(kind.tip_diameter_m * grow if kind.tip_diameter_m else wide, wide),
    )


def measured_dimensions(spec: FloatSpec, kind: FloatType, outline: Profile) -> Dimensions:
    """Stem, body and tip of a measured outline: cut where entered, else by the type's proportions.

    spec: the float as entered.
    kind: its type.
    outline: the measured outline.
    """
    high = outline.height_m
    usual = kind.stem_length_m + kind.body_length_m + kind.tip_length_m or 1.0
    stem = min(spec.stem_length_m or high * kind.stem_length_m / usual, high)
    tip = min(spec.tip_length_m or high * kind.tip_length_m / usual, high - stem)
    return Dimensions(
        stem_length_m=stem,
        stem_diameter_m=2.0 * outline.radius_m(0.5 * stem),
        body_length_m=high - stem - tip,
        body_diameter_m=2.0 * max(r for _, r in outline.points),
        tip_length_m=tip,
        tip_diameter_m=2.0 * outline.radius_m(high - 0.5 * tip),
    )


def outline_of(dims: Dimensions, kind: FloatType, feed_m3: float = 0.0) -> Profile:
    """The outline of a float.

    dims: its measures.
    kind: its type, for the shape of the body.
    feed_m3: feed packed round the stem, taken as an even sleeve. [m3]
    """
    stem, tip, wide = dims.stem_diameter_m / 2.0, dims.tip_diameter_m / 2.0, dims.body_diameter_m / 2.0
    foot, shoulder = dims.stem_length_m, dims.shoulder_m
    packed = sqrt(stem * stem + feed_m3 / (pi * foot)) if foot > 0.0 else stem
    points = [(0.0, packed), (foot, packed)]
    for i in range(_SLICES + 1):
        # Slices close up at both ends, where bodies are blunt.
        t = 0.5 - 0.5 * cos(pi * i / _SLICES)
        end = stem + (tip - stem) * t
        points.append((foot + dims.body_length_m * t, end + (wide - end) * kind.shape(t)))
    return Profile([*points, (shoulder, tip), (shoulder + dims.tip_length_m, tip)])


def calibrated(profile: Profile, shoulder_m: float, found: Calibration) -> Profile:
    """An outline with the volume and tip that a tube test found; heights stay.

    profile: the outline as guessed or measured.
    shoulder_m: height at which the tip begins; at the top for a float without one. [m]
    found: what the test found.
    """
    body, tip = sqrt(found.volume_scale), sqrt(found.tip_scale)
    foot = shoulder_m - 1e-12
    points = [(z, r * (body if z <= foot else tip)) for z, r in _with_cut(profile, shoulder_m)]
    return Profile(points)


def _with_cut(profile: Profile, z_m: float) -> list[tuple[float, float]]:
    """The points of an outline, with one just below and one at a height."""
    if z_m >= profile.height_m:
        return list(profile.points)
    below = [p for p in profile.points if p[0] < z_m]
    above = [p for p in profile.points if p[0] >= z_m]
    just = z_m - 1e-9
    if below and just > below[-1][0]:
        below.append((just, profile.radius_m(just)))
    return [*below, (z_m, profile.radius_m(z_m)), *above]


@dataclass(frozen=True)
class Materials:
    """Mass of the bare float from what it is made of, and the height of its centre."""

    mass_kg: float
    centre_m: float


def materials_of(spec: FloatSpec, kind: FloatType, dims: Dimensions, profile: Profile) -> Materials:
    """Weigh stem, body and tip by their volumes, and a hollow wall by its area.

    spec: the float as entered, for its materials.
    kind: its type.
    dims: where stem, body and tip part.
    profile: the outline, without feed.
    Source: densities of `FLOAT_MATERIALS`.
    """
    cuts = (0.0, dims.stem_length_m, dims.shoulder_m, profile.height_m)
    names = (spec.stem_material or kind.stem, spec.body_material or kind.body, spec.tip_material or kind.tip)
    mass = moment = 0.0
    for name, low, high in zip(names, cuts, cuts[1:], strict=False):
        density = FLOAT_MATERIAL[name].density_kg_m3
        mass += density * (profile.volume_below_m3(high) - profile.volume_below_m3(low))
        moment += density * (profile.moment_below_m4(high) - profile.moment_below_m4(low))
    if kind.shell_kg_m2:
        wall = kind.shell_kg_m2 * profile.surface_m2
        mass += wall
        moment += wall * (dims.stem_length_m + 0.5 * dims.body_length_m)
    return Materials(mass, moment / mass)
