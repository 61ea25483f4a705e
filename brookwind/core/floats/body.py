"""From what is known of a float to a body that can be put in the water."""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache

from brookwind.core.errors import NotUnderstood, OutOfRange
from brookwind.core.floats.profile import Profile
from brookwind.core.floats.spec import FloatSpec
from brookwind.core.floats.types import FLOAT_TYPE, FloatType
from brookwind.core.gravity import LABEL_WATER_KG_M3, LEAD_KG_M3

_SLICES = 24
_WIDEST_M = 0.2
_LEAD_NET = 1.0 - LABEL_WATER_KG_M3 / LEAD_KG_M3


@dataclass(frozen=True)
class Dimensions:
    """The lengths and diameters of stem, body and tip. [m]"""

    stem_length_m: float
    stem_diameter_m: float
    body_length_m: float
    body_diameter_m: float
    tip_length_m: float
    tip_diameter_m: float


@dataclass(frozen=True, eq=False)
class FloatBody:
    """A float as a solid: outline, mass with its centre, where the line leaves it."""

    type: FloatType
    dimensions: Dimensions
    profile: Profile
    mass_kg: float
    """Own mass with the built-in load. [kg]"""
    centre_of_mass_m: float
    """Height above the base. [m]"""
    setting_from_m: float
    """Height above the base of the point the setting is measured to. [m]"""
    design_tip_m: float
    capacity_kg: float
    """Lead shot to be added, fresh water, design waterline; from the measures when they say all. [kg]"""
    guessed: tuple[str, ...]

    @property
    def length_m(self) -> float:
        """Length of the float. [m]"""
        return self.profile.height_m

    @property
    def tip_foot_m(self) -> float:
        """Height above the base at which the tip begins. [m]"""
        return self.length_m - self.dimensions.tip_length_m


@lru_cache(maxsize=1024)
def float_body(spec: FloatSpec) -> FloatBody:
    """Build the body of a float.

    Lengths not given follow the type's proportions with the cube root of capacity. Then one unknown is solved so that
    the float carries its capacity at the design waterline in fresh water: the body's diameter or, when that is given,
    the own mass. When both are given the measures decide and the capacity follows from them.

    spec: the float as entered.
    Raises: NotUnderstood for an unknown type; OutOfRange when no float can have those measures.
    Source: Archimedes' principle at the design waterline; proportions are the type's editable defaults.
    """
    kind = FLOAT_TYPE.get(spec.type)
    if kind is None:
        raise NotUnderstood.one(
            "float-type", f"There is no float type {spec.type!r}.", f"Types are {', '.join(FLOAT_TYPE)}.", ("type",)
        )
    diameter = spec.body_diameter_m or _solve_diameter(spec, kind)
    dims = _dimensions(spec, kind, diameter)
    profile = _outline(dims, kind)
    own = spec.own_mass_kg or _own_mass(spec, kind, profile, dims)
    mass = own + spec.built_in_kg
    _check_floats(profile, mass)
    design_tip = _design_tip(kind, dims)
    displaced = LABEL_WATER_KG_M3 * profile.volume_below_m3(profile.height_m - design_tip)
    capacity = (displaced - mass) / _LEAD_NET
    if capacity <= 0.0:
        raise _too_heavy(mass, displaced)
    return FloatBody(
        type=kind,
        dimensions=dims,
        profile=profile,
        mass_kg=mass,
        centre_of_mass_m=_centre_of_mass(profile, dims, kind, own, spec.built_in_kg),
        setting_from_m=_setting_from(kind, dims, profile),
        design_tip_m=design_tip,
        capacity_kg=capacity,
        guessed=tuple(n for n in ("own_mass_kg", *Dimensions.__annotations__) if getattr(spec, n) is None),
    )


def _dimensions(spec: FloatSpec, kind: FloatType, body_diameter: float) -> Dimensions:
    grow = ((spec.capacity_kg + spec.built_in_kg) / kind.at_kg) ** (1.0 / 3.0)
    return Dimensions(
        stem_length_m=spec.stem_length_m or kind.stem_length_m * grow,
        stem_diameter_m=spec.stem_diameter_m or min(kind.stem_diameter_m, body_diameter),
        body_length_m=spec.body_length_m or kind.body_length_m * grow,
        body_diameter_m=body_diameter,
        tip_length_m=spec.tip_length_m or kind.tip_length_m,
        tip_diameter_m=spec.tip_diameter_m or min(kind.tip_diameter_m or body_diameter, body_diameter),
    )


def _outline(dims: Dimensions, kind: FloatType) -> Profile:
    stem, tip, wide = dims.stem_diameter_m / 2.0, dims.tip_diameter_m / 2.0, dims.body_diameter_m / 2.0
    foot, shoulder = dims.stem_length_m, dims.stem_length_m + dims.body_length_m
    points = [(0.0, stem), (foot, stem)]
    for i in range(_SLICES + 1):
        t = i / _SLICES
        end = stem + (tip - stem) * t
        points.append((foot + (shoulder - foot) * t, end + (wide - end) * kind.shape(t)))
    return Profile([*points, (shoulder, tip), (shoulder + dims.tip_length_m, tip)])


def _parts(profile: Profile, dims: Dimensions, kind: FloatType) -> list[tuple[float, float, float]]:
    """(density, volume, moment) of stem, body and tip."""
    cuts = (0.0, dims.stem_length_m, dims.stem_length_m + dims.body_length_m, profile.height_m)
    v = [profile.volume_below_m3(z) for z in cuts]
    m = [profile.moment_below_m4(z) for z in cuts]
    densities = (kind.stem_kg_m3, kind.body_kg_m3, kind.tip_kg_m3)
    return [(densities[i], v[i + 1] - v[i], m[i + 1] - m[i]) for i in range(3)]


def _material_mass(profile: Profile, dims: Dimensions, kind: FloatType) -> float:
    return sum(density * volume for density, volume, _ in _parts(profile, dims, kind))


def _centre_of_mass(profile: Profile, dims: Dimensions, kind: FloatType, own: float, built_in: float) -> float:
    parts = _parts(profile, dims, kind)
    centre = sum(d * m for d, _, m in parts) / sum(d * v for d, v, _ in parts)
    # A built-in load sits in the foot, taken as half way up the stem.
    return (own * centre + built_in * 0.5 * dims.stem_length_m) / (own + built_in)


def _design_tip(kind: FloatType, dims: Dimensions) -> float:
    return min(kind.design_tip_m, 0.8 * dims.tip_length_m)


def _setting_from(kind: FloatType, dims: Dimensions, profile: Profile) -> float:
    return {"base": 0.0, "eye": dims.stem_length_m + dims.body_length_m, "top": profile.height_m}[kind.setting_from]


def _surplus_kg(spec: FloatSpec, kind: FloatType, diameter: float) -> float:
    """By how much a float this wide carries more than its label says, at the design waterline. [kg]"""
    dims = _dimensions(spec, kind, diameter)
    profile = _outline(dims, kind)
    own = spec.own_mass_kg or _material_mass(profile, dims, kind)
    displaced = LABEL_WATER_KG_M3 * profile.volume_below_m3(profile.height_m - _design_tip(kind, dims))
    return displaced - own - spec.built_in_kg - spec.capacity_kg * _LEAD_NET


def _solve_diameter(spec: FloatSpec, kind: FloatType) -> float:
    low = max(spec.stem_diameter_m or 0.0, spec.tip_diameter_m or 0.0, 0.0003)
    high = _WIDEST_M
    if _surplus_kg(spec, kind, low) > 0.0:
        raise OutOfRange.one(
            "float-too-thick",
            f"A {kind.name} of these measures carries more than {spec.capacity_kg * 1000:g} g before it has a body.",
            "Enter a thinner stem or tip, a shorter float, or a larger capacity.",
            ("capacity_kg",),
        )
    if _surplus_kg(spec, kind, high) < 0.0:
        raise _too_heavy(spec.built_in_kg + (spec.own_mass_kg or 0.0), 0.0)
    while high - low > 1e-12:
        middle = 0.5 * (low + high)
        low, high = (middle, high) if _surplus_kg(spec, kind, middle) < 0.0 else (low, middle)
    return 0.5 * (low + high)


def _own_mass(spec: FloatSpec, kind: FloatType, profile: Profile, dims: Dimensions) -> float:
    if spec.body_diameter_m is None:
        return _material_mass(profile, dims, kind)
    displaced = LABEL_WATER_KG_M3 * profile.volume_below_m3(profile.height_m - _design_tip(kind, dims))
    own = displaced - spec.built_in_kg - spec.capacity_kg * _LEAD_NET
    if own <= 0.0:
        raise OutOfRange.one(
            "float-too-small",
            f"A float of these measures displaces {displaced * 1000:.2f} g of water at its waterline: "
            f"too little to carry {spec.capacity_kg * 1000:g} g of shot.",
            "Check the diameter and lengths, or leave the diameter out and it is worked out from the label.",
            ("body_diameter_m",),
        )
    return own


def _check_floats(profile: Profile, mass: float) -> None:
    displaced = LABEL_WATER_KG_M3 * profile.volume_m3
    if mass >= displaced:
        raise _too_heavy(mass, displaced)


def _too_heavy(mass: float, displaced: float) -> OutOfRange:
    most = (
        f"displaces only {displaced * 1000:.2f} g of water" if displaced else "cannot be made wide enough to carry that"
    )
    return OutOfRange.one(
        "float-too-heavy",
        f"The float weighs {mass * 1000:.2f} g but {most}: it sinks by itself.",
        "Check its own mass, built-in load and measures.",
        ("own_mass_kg",),
    )
