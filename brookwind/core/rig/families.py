"""The twenty rig families, and a new rig of one."""

from __future__ import annotations

from dataclasses import dataclass
from math import sqrt
from types import MappingProxyType

from brookwind.core import figures
from brookwind.core.errors import OutOfRange
from brookwind.core.floats.body import float_body
from brookwind.core.floats.kind import Mount
from brookwind.core.floats.spec import FloatSpec
from brookwind.core.floats.types import FLOAT_TYPE
from brookwind.core.gravity import lead_mass_kg, submerged_weight_n
from brookwind.core.matter.density import water_density_kg_m3
from brookwind.core.matter.materials import STEEL_KG_M3
from brookwind.core.rig import builds
from brookwind.core.rig.baits import BaitKind
from brookwind.core.rig.book import SHIPPED, Book, found, hook_size
from brookwind.core.rig.components import LineSection
from brookwind.core.rig.document import Aim, Conditions, Rig, Water
from brookwind.core.rig.families_fixed import FIXED
from brookwind.core.rig.families_pole import POLES
from brookwind.core.rig.families_sliding import SLIDING
from brookwind.core.rig.family import LONGEST_M, Family, Layout, Tackle, Tie, line
from brookwind.core.rig.fish import Lie, Species
from brookwind.core.rig.habits import Habits
from brookwind.core.rig.hooks import HookPattern, HookSize
from brookwind.core.rig.lines import diameter_for_m, line_strength_n
from brookwind.core.rig.species import feeding

FAMILIES = tuple(sorted((*FIXED, *POLES, *SLIDING), key=lambda f: f.number))
FAMILY = MappingProxyType({f.id: f for f in FAMILIES})

USUAL_ROD_M: dict[Tackle, float] = {"rod": 3.9, "pole": 11.0, "whip": 5.0}
"""Editable defaults. [m]"""
USUAL_DISTANCE_M: dict[Tackle, float] = {"rod": 12.0, "pole": 8.0, "whip": 4.0}
"""Editable defaults. [m]"""
MAIN_STRONGER = 1.4
"""The main line bears this many times the hooklength's load. Editable default."""
DOTTED_M = 0.004
"""A tip dotted down. [m] Editable default."""
EXTRA_TIP = 1.6
"""Extra tip over the usual. Editable default."""
LONG_LEADER = 1.6
"""A long leader is this many times the usual one. Editable default."""
LAID_ON_M = 0.04
"""A lift rig is set this much over-depth beyond its shot. [m] Editable default."""
TACKLE_SHARE = 0.4
"""Hook, bait and swivel take at most this share of a new float's capacity. Editable default."""

_BY_MOUNT: dict[Mount, Layout] = {
    "bottom-end-fixed": Layout(heavy="lock"),
    "in-line-sliding": Layout(heavy="lead", shot_on="leader"),
    "bottom-end-sliding": Layout(heavy="stack"),
    "pole-sliding": Layout(shot_on="above-leader"),
}


def layout_of(rig: Rig) -> Layout:
    """How the weights of a rig are arranged: as its family says, else as its float is held.

    rig: the rig; its family may be one that Brookwind does not know.
    """
    family = FAMILY.get(rig.family)
    if family is not None and family.mount == rig.float_piece.mount:
        return family.layout
    return _BY_MOUNT.get(rig.float_piece.mount, Layout())


USUAL_HABITS = Habits()


@dataclass(frozen=True, kw_only=True)
class Start:
    """What a new rig starts from. What is None is the family's or the fish's usual."""

    species: str | None = None
    bait: str | None = None
    hook: int | None = None
    hook_pattern: str = "round"
    spec: FloatSpec | None = None
    aim: Aim | None = None
    conditions: Conditions | None = None
    habits: Habits = USUAL_HABITS
    book: Book = SHIPPED


def new_rig(family_id: str, water: Water, rig_id: str, name: str, start: Start | None = None) -> Rig:
    """A rig of a family, tied for a water, without the weights that are chosen with its load.

    family_id: one of `FAMILIES`.
    water: the water; lengths shrink in shallow water.
    rig_id: id of the new rig.
    name: name of the new rig.
    start: fish, bait, float and habits, where they are not the usual ones.
    Raises: NotUnderstood for an unknown family, fish or bait, listing the choices; OutOfRange when the family cannot
    be fished in this depth.
    """
    start = start or Start()
    family = found(FAMILY, family_id, "family", "family")
    species = start.book.fish(start.species or family.species)
    conditions = start.conditions or usual_conditions(family)
    bait = start.book.bait(start.bait or family.bait or species.bait)
    hook, pattern = hook_size(start.hook or _hook_for(species, bait)), start.book.pattern(start.hook_pattern)
    leader_m = diameter_for_m(sqrt(species.line_n[0] * species.line_n[1]), "nylon")
    spec = start.spec or _float_for(family, water, hook, pattern, bait)
    aim = start.aim or family_aim(family, species, water, spec, start.habits)
    check_depth(family, water.depth_m, hangs_at_m(aim, water.depth_m), conditions)
    reach = aim.bait_m if aim.bait_from == "surface" else water.depth_m
    setting = max(reach, 0.08)
    tie = Tie(
        family=family, spec=spec, setting_m=setting, join_m=leader_length_m(family, start.habits, reach),
        hook=hook, pattern=pattern, bait=bait, leader_m=leader_m, habits=start.habits,
        main_m=max(family.main_line_m, _main_for(line("hooklength", "nylon", leader_m, 0.0), start.habits.main)),
    )  # fmt: skip
    wanted = _pattern_for(family, start.habits)
    return Rig(
        id=rig_id,
        name=name,
        family=family.id,
        species=species.id,
        pattern=wanted,
        lash_m=family.lash_m[start.habits.lash == "long"] if family.lash_m else None,
        water=water,
        aim=aim,
        conditions=conditions,
        components=family.build(tie),
    )


def _pattern_for(family: Family, habits: Habits) -> str:
    """The family's usual pattern, or the school's where the family takes it."""
    wished = [habits.weights, *(["strung"] if habits.stack == "many" else [])]
    if habits.stack == "few":
        wished.append("bulk")
    return next((w for w in reversed(wished) if w in family.patterns), family.patterns[0])


def leader_length_m(family: Family, habits: Habits, reach_m: float) -> float:
    """Length of the hooklength or leader: the family's, longer by habit, shorter where the bait hangs shallow. [m]

    family: the family.
    habits: how the angler ties.
    reach_m: how deep the bait reaches. [m]
    """
    usual = family.hooklength_m * (LONG_LEADER if habits.leader == "long" else 1.0)
    return round(min(usual, 0.3 * reach_m), 3)


def usual_conditions(family: Family) -> Conditions:
    """What a family is usually fished with and how far.

    family: the family.
    """
    low, high = family.distance_m
    tackle = family.tackle[0]
    return Conditions(
        distance_m=min(high, max(low, USUAL_DISTANCE_M[tackle])),
        tackle=tackle,
        rod_m=USUAL_ROD_M[tackle],
        rod_most_kg=0.25 if family.capacity_kg > 0.05 else 0.03,
        dragging=family.dragging,
    )


def hangs_at_m(aim: Aim, depth_m: float) -> float:
    """How deep the bait hangs; one that is laid on lies on the bed. [m]

    aim: where it is wanted.
    depth_m: depth of the water. [m]
    """
    return aim.bait_m if aim.bait_from == "surface" else min(depth_m, depth_m - aim.bait_m)


def check_depth(family: Family, depth_m: float, hangs_m: float, conditions: Conditions) -> None:
    """Refuse water that a family cannot be fished in.

    family: the family.
    depth_m: of the water; it may be too shallow. [m]
    hangs_m: how deep the bait hangs; it may be too deep. [m]
    conditions: the rod or pole.
    Raises: OutOfRange with the depths it suits.
    """
    least, most = family.depth_m
    longest = LONGEST_M[conditions.tackle]
    if conditions.rod_m > longest:
        raise OutOfRange.one(
            "rod-too-long",
            f"A {conditions.tackle} of {{rod}} is entered.",
            f"A {conditions.tackle} is at most {{longest}} long; enter its real length, or choose a pole.",
            ("conditions", "rod_m"),
            {"rod": figures.depth(conditions.rod_m), "longest": figures.depth(longest)},
        )
    if depth_m < least or hangs_m > most:
        raise OutOfRange.one(
            "family-depth",
            f"A {family.name} cannot be fished in {{depth}} of water.",
            "It is for {least} to {most}."
            + (" Take a fixed float." if family.slides and depth_m < least else "")
            + (" Take a sliding float." if not family.slides and hangs_m > most else ""),
            ("water", "depth_m"),
            {
                "depth": figures.depth(hangs_m if depth_m >= least else depth_m),
                "least": figures.depth(least),
                "most": figures.depth(most),
            },
        )


def _hook_for(species: Species, bait: BaitKind) -> int:
    """The fish's usual hook, brought into what the bait suits. Larger hooks have smaller numbers."""
    small, large = bait.hooks
    return min(small, max(large, species.hook_size))


def _main_for(leader: LineSection, material: str) -> float:
    return diameter_for_m(MAIN_STRONGER * line_strength_n(leader), material)


def _float_for(family: Family, water: Water, hook: HookSize, pattern: HookPattern, bait: BaitKind) -> FloatSpec:
    grows = min(2.5, max(0.5, sqrt(water.depth_m / family.at_depth_m)))
    capacity = family.capacity_kg * (1.0 if family.layout.fill == "ballast" else grows)
    there = water_density_kg_m3(water.temperature_c, water.salinity)
    pull = submerged_weight_n(hook.mass_kg * pattern.mass, STEEL_KG_M3, there)
    pull += max(0.0, submerged_weight_n(bait.mass_kg, bait.density_kg_m3, there))
    as_lead = lead_mass_kg(pull, there)
    own = builds.SWIVEL_KG + builds.JIG_KG if family.jig else 0.0
    if "none" not in family.patterns:
        capacity = max(capacity, (as_lead + own) / TACKLE_SHARE)
    capacity = float(f"{capacity:.2g}")
    return FloatSpec(type=family.float_type, capacity_kg=capacity, label=f"{capacity * 1000:g} g")


def family_aim(family: Family, species: Species, water: Water, spec: FloatSpec, habits: Habits) -> Aim:
    """Where the bait of a family hangs for a fish in a water, and the tip it shows.

    family: the family; it may lay its weight on the bed, or fish shallow only.
    species: the fish.
    water: depth and temperature.
    spec: the float, which has its usual tip.
    habits: they shape the tip and the leader that is laid.
    """
    kind = found(FLOAT_TYPE, spec.type, "float type", "type")
    lie = feeding(species, water.temperature_c).lie
    tip = {None: kind.usual_tip_m, "dotted": min(kind.usual_tip_m, DOTTED_M), "extra": EXTRA_TIP * kind.usual_tip_m}
    aim = usual_aim(lie, water.depth_m, min(tip[habits.tip], 0.8 * float_body(spec).longest_tip_m))
    leader = leader_length_m(family, habits, water.depth_m)
    if family.laid == "lead":
        return aim.model_copy(update={"bait_from": "bed", "bait_m": -(leader - builds.WEAK_LINK_M)})
    if family.laid == "weight":
        return aim.model_copy(update={"bait_from": "bed", "bait_m": -(min(builds.LIFT_SHOT_M, leader / 2) + LAID_ON_M)})
    if family.deepest_m is not None:
        deepest = min(hangs_at_m(aim, water.depth_m), family.deepest_m, 0.7 * water.depth_m)
        return aim.model_copy(update={"bait_from": "surface", "bait_m": round(deepest, 2)})
    return aim


def usual_aim(lie: Lie, depth_m: float, tip_m: float) -> Aim:
    """Where a fish is sought, brought into the depth there is.

    lie: where the bait should hang.
    depth_m: depth of the water. [m]
    tip_m: tip wanted. [m]
    Source: the species' editable defaults; shallower than they suppose, the upper 70 % or the lower tenth.
    """
    bait_m = lie.bait_m
    if lie.bait_from == "surface":
        bait_m = max(0.01, min(bait_m, 0.7 * depth_m))
    elif bait_m >= 0.5 * depth_m:
        bait_m = 0.1 * depth_m
    return Aim(tip_m=tip_m, bait_from=lie.bait_from, bait_m=bait_m)
