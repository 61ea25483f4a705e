"""From what is known of a float to a body that can be put in the water."""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache
from math import pi

from brookwind.core.errors import BrookwindError, NotUnderstood, OutOfRange
from brookwind.core.figures import load
from brookwind.core.figures import tip as short
from brookwind.core.floats.kind import FloatType
from brookwind.core.floats.outline import (
    FEED_KG_M3,
    Dimensions,
    calibrated,
    dimensions,
    materials_of,
    measured_dimensions,
    outline_of,
)
from brookwind.core.floats.profile import Profile
from brookwind.core.floats.spec import FloatSpec
from brookwind.core.floats.types import FLOAT_TYPE
from brookwind.core.gravity import LABEL_LEAD_NET, LABEL_WATER_KG_M3
from brookwind.core.roots import crossing

USED_RESERVE = 0.3
"""Share of the reserve that leader, jig and bait use up below a labelled lead. Editable default."""
_MEASURES = ("own_mass_kg", *Dimensions.__annotations__)


@dataclass(frozen=True, eq=False)
class FloatBody:
    """A float as a solid: outline, mass with its centre, where the line leaves it."""

    type: FloatType
    dimensions: Dimensions
    profile: Profile
    mass_kg: float
    """Own mass with built-in load, ballast and feed. [kg]"""
    centre_of_mass_m: float
    """Height above the base. [m]"""
    setting_from_m: float
    """Height above the base of the point the setting is measured to. [m]"""
    design_tip_m: float
    capacity_kg: float
    """Lead shot to be added, fresh water, design waterline, as it is now filled; below 0 it sits lower alone. [kg]"""
    rated_kg: float
    """The same with ballast and feed out: what a label means. [kg]"""
    built_in_kg: float
    guessed: tuple[str, ...]
    tested: bool
    """Volume and mass come from a tube test."""

    @property
    def length_m(self) -> float:
        """Length of the float. [m]"""
        return self.profile.height_m

    @property
    def tip_foot_m(self) -> float:
        """Height above the base at which the tip begins. [m]"""
        return self.length_m - self.dimensions.tip_length_m

    @property
    def mean_width_m(self) -> float:
        """Diameter of the tube of the same length and volume. [m]"""
        return float((4.0 * self.profile.volume_m3 / (pi * self.length_m)) ** 0.5)

    @property
    def longest_tip_m(self) -> float:
        """The most that can sensibly be wanted to show: its tip; nearly all of a float without one. [m]

        One whose mark is on its body has none to speak of.
        """
        tip = self.dimensions.tip_length_m
        return tip if tip > self.design_tip_m else 0.95 * self.length_m

    @property
    def usual_tip_m(self) -> float:
        """Tip it is fished with: its type's, or what shows when a little hangs below the labelled load. [m]"""
        if self.type.usual_tip_m is not None:
            return self.type.usual_tip_m
        more = USED_RESERVE * (self.type.reserve or 0.0) * self.rated_kg * LABEL_LEAD_NET / LABEL_WATER_KG_M3
        marked = self.profile.volume_below_m3(self.length_m - self.design_tip_m)
        return round(self.length_m - self.profile.level_for_volume_m(marked + more), 3)


@lru_cache(maxsize=2048)
def float_body(spec: FloatSpec) -> FloatBody:
    """Build the body of a float.

    Lengths not given follow the type's proportions with the cube root of capacity. Then one unknown is solved so that
    the float carries its capacity at the design waterline in fresh water: the body's diameter or, when that or the
    whole outline is given, the own mass. When both are given, or a tube test was made, these decide and the capacity
    follows from them. Ballast, feed and the built-in load are added last.

    spec: the float as entered.
    Raises: NotUnderstood for an unknown type; OutOfRange when no float can have those measures.
    Source: Archimedes' principle at the design waterline; proportions are the type's editable defaults.
    """
    kind = FLOAT_TYPE.get(spec.type)
    if kind is None:
        raise NotUnderstood.one(
            "float-type", f"There is no float type {spec.type!r}.", f"Types are {', '.join(FLOAT_TYPE)}.", ("type",)
        )
    _check_fits_type(spec, kind)
    built_in = _said_built_in(spec, kind)
    dims, profile = _measured(spec, kind) if spec.profile else _proportioned(spec, kind, built_in)
    bare = materials_of(spec, kind, dims, profile)
    own, built_in = _masses(spec, kind, bare.mass_kg, built_in, _bearing(spec, kind, dims, profile))
    dry = own + built_in
    # The mark is painted on the float: a tube test finds how much it carries there, not another place.
    design_tip = design_tip_m(spec, kind, dims, profile, dry)
    if spec.calibration:
        profile = calibrated(profile, dims.shoulder_m, spec.calibration)
        dry = spec.calibration.mass_kg
    displaced = _displaced(profile, design_tip)
    rated = (displaced - dry) / LABEL_LEAD_NET
    if rated <= 0.0:
        raise _too_heavy(dry, displaced)
    feed = (kind.feed_kg * _grow_of(spec, kind) ** 3 if spec.feed_kg is None else spec.feed_kg) * spec.feed
    water = spec.ballast * kind.chamber * profile.volume_m3 * LABEL_WATER_KG_M3
    load_at = kind.load_at * dims.shoulder_m
    middle = dims.stem_length_m + 0.5 * dims.body_length_m
    moment = (dry - built_in) * bare.centre_m + built_in * load_at + feed * 0.5 * dims.stem_length_m + water * middle
    if feed > 0.0:
        # Feed round the stem takes room as well as weight.
        profile = outline_of(dims, kind, feed / FEED_KG_M3)
    mass = dry + feed + water
    _check_floats(profile, mass)
    return FloatBody(
        type=kind,
        dimensions=dims,
        profile=profile,
        mass_kg=mass,
        centre_of_mass_m=moment / mass,
        setting_from_m={"base": 0.0, "eye": dims.shoulder_m, "top": profile.height_m}[kind.setting_from],
        design_tip_m=design_tip,
        capacity_kg=(_displaced(profile, design_tip) - mass) / LABEL_LEAD_NET,
        rated_kg=rated,
        built_in_kg=built_in,
        guessed=_guessed(spec, kind),
        tested=spec.calibration is not None,
    )


def is_usual_tip(tip_m: float, spec: FloatSpec) -> bool:
    """A tip is only the float's habit, not one the angler chose.

    tip_m: the tip. [m]
    spec: the float as entered; one that cannot be has no habit.
    """
    try:
        return abs(float_body(spec).usual_tip_m - tip_m) < 1e-6
    except BrookwindError:
        return False


def design_tip_m(spec: FloatSpec, kind: FloatType, dims: Dimensions, profile: Profile, dry_kg: float) -> float:
    """What shows at the design waterline: the float's own mark, else by its type's reserve or habit. [m]

    With a reserve r, what it displaces there is  D = m + (D_all - m) / (1 + r).

    spec: the float as entered.
    kind: the float's type.
    dims: its measures.
    profile: its outline.
    dry_kg: its mass with the built-in load. [kg]
    Source: Archimedes' principle; the reserve is the type's editable default.
    """
    if spec.mark_m is not None:
        _check_mark(spec.mark_m, profile.height_m)
        return spec.mark_m
    if kind.reserve is None:
        return _habit_m(kind, dims, profile)
    spare = LABEL_WATER_KG_M3 * profile.volume_m3 - dry_kg
    at_mark = (dry_kg + spare / (1.0 + kind.reserve)) / LABEL_WATER_KG_M3
    return profile.height_m - profile.level_for_volume_m(at_mark)


def _check_mark(mark_m: float, length_m: float) -> None:
    if mark_m >= length_m:
        raise OutOfRange.one(
            "mark-too-high",
            "The mark is {mark} below the top of a float that is {length} long.",
            "Enter what stands out above the mark.",
            ("mark_m",),
            {"mark": short(mark_m), "length": short(length_m)},
        )


def _habit_m(kind: FloatType, dims: Dimensions, profile: Profile) -> float:
    """What stands out at the mark of a type without a reserve. [m]"""
    if kind.design_out is not None:
        return kind.design_out * profile.height_m
    return min(kind.design_tip_m, 0.8 * dims.tip_length_m)


def _displaced(profile: Profile, design_tip: float) -> float:
    return LABEL_WATER_KG_M3 * profile.volume_below_m3(profile.height_m - design_tip)


def _reserve(spec: FloatSpec, kind: FloatType) -> float:
    """The share by which more than the label sinks it, where that is what sets the mark; 0 where a mark is given."""
    return 0.0 if spec.mark_m is not None or kind.reserve is None else kind.reserve


def _bearing(spec: FloatSpec, kind: FloatType, dims: Dimensions, profile: Profile) -> float:
    """What is displaced where it bears the label and the reserve: all of it, or up to a mark that is given. [kg]"""
    if _reserve(spec, kind):
        return LABEL_WATER_KG_M3 * profile.volume_m3
    if spec.mark_m is not None:
        _check_mark(spec.mark_m, profile.height_m)
    out = _habit_m(kind, dims, profile) if spec.mark_m is None else spec.mark_m
    return _displaced(profile, out)


def _said_built_in(spec: FloatSpec, kind: FloatType) -> float | None:
    """Built-in load as said, or the type's usual share beside the capacity; None when neither is known. [kg]"""
    if spec.built_in_kg is not None:
        return spec.built_in_kg
    if not kind.built_in_share:
        return 0.0
    return None if spec.capacity_kg is None else spec.capacity_kg * _usual_built_in(kind)


def _usual_built_in(kind: FloatType) -> float:
    """Usual built-in load over the load to add."""
    return kind.built_in_share / (1.0 - kind.built_in_share)


def _grow_of(spec: FloatSpec, kind: FloatType) -> float:
    """Lengths of this float over the type's own."""
    usual = kind.at_kg * (1.0 + _usual_built_in(kind))
    if spec.capacity_kg is not None:
        built_in = _said_built_in(spec, kind)
        return float(((spec.capacity_kg + (built_in or 0.0)) / usual) ** (1.0 / 3.0))
    if spec.body_diameter_m is not None:
        typical = float_body(FloatSpec(type=kind.id, capacity_kg=kind.at_kg))
        return spec.body_diameter_m / typical.dimensions.body_diameter_m
    return 1.0


def _proportioned(spec: FloatSpec, kind: FloatType, built_in: float | None) -> tuple[Dimensions, Profile]:
    grow = _grow_of(spec, kind)
    diameter = spec.body_diameter_m or _solve_diameter(spec, kind, grow, built_in or 0.0)
    dims = dimensions(spec, kind, diameter, grow)
    return dims, outline_of(dims, kind)


def _measured(spec: FloatSpec, kind: FloatType) -> tuple[Dimensions, Profile]:
    assert spec.profile is not None
    try:
        profile = Profile([(p.height_m, p.diameter_m / 2.0) for p in spec.profile])
    except BrookwindError as error:
        raise error.under("profile") from error
    return measured_dimensions(spec, kind, profile), profile


def _masses(
    spec: FloatSpec, kind: FloatType, by_material: float, built_in: float | None, displaced: float
) -> tuple[float, float]:
    """Own mass and built-in load. [kg]"""
    said, borne = spec.own_mass_kg, LABEL_LEAD_NET * (1.0 + _reserve(spec, kind))
    if built_in is None:
        # Neither label nor load is known: the spare buoyancy is shared as the type usually shares it.
        own = said or by_material
        share = _usual_built_in(kind)
        return own, max(0.0, share * (displaced - own) / (borne + share))
    if said is not None:
        return said, built_in
    sized = spec.body_diameter_m is not None or spec.profile is not None
    if not sized or spec.capacity_kg is None:
        return by_material, built_in
    own = displaced - built_in - spec.capacity_kg * borne
    if own <= 0.0 and spec.calibration is None:
        raise OutOfRange.one(
            "float-too-small",
            "A float of these measures displaces {displaced} of water at its waterline: too little to carry {label} of "
            "shot.",
            "Check the diameter and lengths, or leave the diameter out and it is worked out from the label.",
            ("body_diameter_m",),
            {"displaced": load(displaced), "label": load(spec.capacity_kg)},
        )
    return max(own, 1e-9), built_in


def _surplus_kg(spec: FloatSpec, kind: FloatType, grow: float, built_in: float, diameter: float) -> float:
    """By how much a float this wide bears more than its label and reserve. [kg]"""
    dims = dimensions(spec, kind, diameter, grow)
    profile = outline_of(dims, kind)
    own = spec.own_mass_kg or materials_of(spec, kind, dims, profile).mass_kg
    assert spec.capacity_kg is not None
    borne = spec.capacity_kg * LABEL_LEAD_NET * (1.0 + _reserve(spec, kind))
    return _bearing(spec, kind, dims, profile) - own - built_in - borne


def _solve_diameter(spec: FloatSpec, kind: FloatType, grow: float, built_in: float) -> float:
    # Volume goes roughly with the square: in squares the curve is nearly straight and soon solved.
    def surplus(square: float) -> float:
        return _surplus_kg(spec, kind, grow, built_in, square**0.5)

    assert spec.capacity_kg is not None
    low = max(spec.stem_diameter_m or 0.0, spec.tip_diameter_m or 0.0, 0.0003)
    if surplus(low**2) > 0.0:
        raise OutOfRange.one(
            "float-too-thick",
            f"A {kind.name} of these measures carries more than {{label}} before it has a body.",
            "Enter a thinner stem or tip, a shorter float, or a larger capacity.",
            ("capacity_kg",),
            {"label": load(spec.capacity_kg)},
        )
    if surplus(kind.widest_m**2) < 0.0:
        raise OutOfRange.one(
            "float-too-heavy",
            f"No {kind.name} up to {{widest}} thick carries {{label}} besides its own weight.",
            "Check its label, own mass, built-in load and measures.",
            ("capacity_kg",),
            {"widest": short(kind.widest_m), "label": load(spec.capacity_kg)},
        )
    return float(crossing(surplus, low**2, kind.widest_m**2, 1e-15) ** 0.5)


def _guessed(spec: FloatSpec, kind: FloatType) -> tuple[str, ...]:
    """What is still guessed: an outline leaves the mass, a tube test the lengths; a ball has no stem or tip."""
    lacking = [n for n in ("stem", "body", "tip") if not getattr(kind, f"{n}_length_m")]
    has_no = {f"{n}_length_m" for n in lacking} | {f"{n}_diameter_m" for n in lacking if n != "body"}
    names = [n for n in _MEASURES if getattr(spec, n) is None and n not in has_no]
    if spec.profile:
        names = [n for n in names if n == "own_mass_kg"]
    if spec.calibration:
        names = [n for n in names if n not in {"own_mass_kg", "body_diameter_m"}]
    return tuple(names)


def _check_fits_type(spec: FloatSpec, kind: FloatType) -> None:
    if spec.ballast and not kind.chamber:
        raise OutOfRange.one(
            "no-chamber",
            f"A {kind.name} has no chamber to fill.",
            "Leave the ballast at 0, or take a bubble float.",
            ("ballast",),
        )
    if spec.feed_kg and not kind.feed_kg:
        raise OutOfRange.one(
            "no-frame",
            f"A {kind.name} has no frame for feed.",
            "Leave the feed out, or take a feeder float.",
            ("feed_kg",),
        )
    for name in ("stem_diameter_m", "body_diameter_m", "tip_diameter_m"):
        diameter = getattr(spec, name)
        if diameter is not None and diameter > kind.widest_m:
            raise OutOfRange.one(
                "float-too-wide",
                f"A {kind.name} {{given}} across is no float.",
                "Enter at most {most}; check the unit.",
                (name,),
                {"given": short(diameter), "most": short(kind.widest_m)},
            )


def _check_floats(profile: Profile, mass: float) -> None:
    displaced = LABEL_WATER_KG_M3 * profile.volume_m3
    if mass >= displaced:
        raise _too_heavy(mass, displaced)


def _too_heavy(mass: float, displaced: float) -> OutOfRange:
    return OutOfRange.one(
        "float-too-heavy",
        "The float weighs {own} but displaces only {displaced} of water: it sinks by itself.",
        "Check its own mass, built-in load, filling and measures.",
        ("own_mass_kg",),
        {"own": load(mass), "displaced": load(displaced)},
    )
