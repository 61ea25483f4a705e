"""The twenty rig families, and a new rig of one."""

from __future__ import annotations

from dataclasses import dataclass
from math import sqrt
from types import MappingProxyType

from brookwind.core import figures
from brookwind.core.errors import OutOfRange
from brookwind.core.floats.body import FloatBody, float_body
from brookwind.core.floats.kind import Mount
from brookwind.core.floats.spec import FloatSpec
from brookwind.core.gravity import LABEL_LEAD_NET, LABEL_WATER_KG_M3, lead_mass_kg, submerged_weight_n
from brookwind.core.matter.density import SALT_WATER, water_density_kg_m3
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
from brookwind.core.rig.usual_size import Fished

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
POLE_LEADER_M, POLE_HOOK = 0.00017, 16
"""On a pole no leader is thicker and no hook larger for its own sake. [m] Editable defaults."""
STOUT_M = 0.00055
"""A main line of nylon that would have to be thicker is tied of braid. [m] Editable default."""
TACKLE_SHARE = 0.4
"""Hook, bait and swivel take at most this share of a new float's capacity. Editable default."""
LEAD_TACKLE_SHARE = 0.85
"""The same, with a jig, where a lead carries the load. Editable default."""

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
WIRE_TRACE_M = 0.4
"""A wire trace for teeth is at least so long. [m] Editable default."""


@dataclass(frozen=True, kw_only=True)
class Start:
    """What a new rig starts from. What is None is the family's or the fish's usual."""

    species: str | None = None
    bait: str | None = None
    hook: int | None = None
    hook_pattern: str = "round"
    spec: FloatSpec | None = None
    aim: Aim | None = None
    lie: Lie | None = None
    """Where the fish are, when that is known better than from their habits."""
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
    if conditions.hold is None and family.hold is not None:
        conditions = conditions.model_copy(update={"hold": family.hold})
    bait = start.book.bait(start.bait or family.bait or species.bait)
    on_pole = conditions.tackle != "rod"
    hook, pattern = hook_size(start.hook or _hook_for(species, bait, on_pole)), start.book.pattern(start.hook_pattern)
    stuff = "wire" if species.bites_through else "nylon"
    leader_m = diameter_for_m(sqrt(species.line_n[0] * species.line_n[1]), stuff)
    if on_pole:
        # The elastic gives before a fine line does.
        leader_m = min(leader_m, POLE_LEADER_M)
    spec = start.spec or _float_for(family, fished(water, conditions, species), water, hook, pattern, bait)
    aim = start.aim or family_aim(family, species, water, spec, start.habits, start.lie)
    check_depth(family, water.depth_m, hangs_at_m(aim, water.depth_m), conditions)
    reach = aim.bait_m if aim.bait_from == "surface" else water.depth_m
    join_m = leader_length_m(family, start.habits, reach)
    if species.bites_through:
        join_m = max(WIRE_TRACE_M, join_m)
    setting = max(reach, 0.08, join_m + 0.05)
    habits, main_m = _main(family, line("hooklength", stuff, leader_m, 0.0), start.habits)
    tie = Tie(
        family=family, spec=spec, setting_m=setting, join_m=join_m, leader_material=stuff,
        hook=hook, pattern=pattern, bait=bait, leader_m=leader_m, habits=habits, main_m=main_m,
    )  # fmt: skip
    wanted = _pattern_for(family, habits)
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
        dragging=family.dragging,
    )


def hangs_at_m(aim: Aim | Lie, depth_m: float) -> float:
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


def _hook_for(species: Species, bait: BaitKind, on_pole: bool) -> int:
    """The fish's usual hook, small on a pole, brought into what the bait suits. Larger hooks have smaller numbers."""
    small, large = bait.hooks
    usual = max(species.hook_size, POLE_HOOK) if on_pole else species.hook_size
    return min(small, max(large, usual))


def _main(family: Family, leader: LineSection, habits: Habits) -> tuple[Habits, float]:
    """Habits with the stuff of the main line that is tied, and its diameter: braid where nylon would be stout. [m]"""
    main_m = max(family.main_line_m, _main_for(leader, habits.main))
    if main_m <= STOUT_M:
        return habits, main_m
    return habits.model_copy(update={"main": "braid", "stop": "two"}), _main_for(leader, "braid")


def _main_for(leader: LineSection, material: str) -> float:
    return diameter_for_m(MAIN_STRONGER * line_strength_n(leader), material)


def fished(water: Water, conditions: Conditions, species: Species | None) -> Fished:
    """What a float is put on for.

    water: depth and salt.
    conditions: distance and current.
    species: the fish, if it is known; a medium one else.
    """
    low, high = species.line_n if species else (20.0, 40.0)
    return Fished(
        depth_m=water.depth_m, distance_m=conditions.distance_m, current_m_s=conditions.current_m_s,
        sea=water.salinity > SALT_WATER, strength_n=sqrt(low * high),
    )  # fmt: skip


def _float_for(
    family: Family, what_for: Fished, water: Water, hook: HookSize, pattern: HookPattern, bait: BaitKind
) -> FloatSpec:
    capacity = family.size(what_for).usual_kg
    water_kg_m3 = water_density_kg_m3(water.temperature_c, water.salinity)
    pull = submerged_weight_n(hook.mass_kg * pattern.mass, STEEL_KG_M3, water_kg_m3)
    pull += max(0.0, submerged_weight_n(bait.mass_kg, bait.density_kg_m3, water_kg_m3))
    as_lead = lead_mass_kg(pull, water_kg_m3)
    own = builds.SWIVEL_KG + builds.JIG_KG if family.jig else 0.0
    if "none" not in family.patterns:
        capacity = max(
            capacity, (as_lead + own) / (LEAD_TACKLE_SHARE if family.layout.heavy == "lead" else TACKLE_SHARE)
        )
    capacity = float(f"{capacity:.2g}")
    kind = family.light[0] if family.light and capacity < family.light[1] else family.float_type
    return FloatSpec(type=kind, capacity_kg=capacity, label=f"{capacity * 1000:g} g")


def family_aim(
    family: Family, species: Species, water: Water, spec: FloatSpec, habits: Habits, lie: Lie | None = None
) -> Aim:
    """Where the bait of a family hangs for a fish in a water, and the tip it shows.

    family: the family; it may lay its weight on the bed, or fish shallow only.
    species: the fish.
    water: depth and temperature.
    spec: the float, which has its usual tip.
    habits: they shape the tip and the leader that is laid.
    lie: where the fish are, if they were seen, marked or felt.
    """
    body = float_body(spec)
    usual = body.usual_tip_m
    if family.layout.load_share is not None:
        usual = _tip_under_m(body, family.layout.load_share)
    tip = {None: usual, "dotted": min(usual, DOTTED_M), "extra": EXTRA_TIP * usual}
    shown = min(tip[habits.tip], 0.8 * body.longest_tip_m)
    sought = (
        known_lie(lie, water.depth_m) if lie else usual_lie(feeding(species, water.temperature_c).lie, water.depth_m)
    )
    aim = Aim(tip_m=shown, bait_from=sought.bait_from, bait_m=sought.bait_m)
    leader = leader_length_m(family, habits, water.depth_m)
    if family.laid == "lead":
        return aim.model_copy(update={"bait_from": "bed", "bait_m": -(leader - builds.WEAK_LINK_M)})
    if family.laid == "weight":
        return aim.model_copy(update={"bait_from": "bed", "bait_m": -(min(builds.LIFT_SHOT_M, leader / 2) + LAID_ON_M)})
    if family.deepest_m is not None:
        deepest = min(hangs_at_m(aim, water.depth_m), family.deepest_m, 0.7 * water.depth_m)
        return aim.model_copy(update={"bait_from": "surface", "bait_m": round(deepest, 2)})
    return aim


def _tip_under_m(body: FloatBody, share: float) -> float:
    """Tip under a share of what the label says. [m]"""
    mark_m = body.length_m - body.design_tip_m
    displaced = (
        body.profile.volume_below_m3(mark_m) * LABEL_WATER_KG_M3 - (1.0 - share) * body.rated_kg * LABEL_LEAD_NET
    )
    return round(body.length_m - body.profile.level_for_volume_m(displaced / LABEL_WATER_KG_M3), 3)


def known_lie(lie: Lie, depth_m: float) -> Lie:
    """Where fish were seen, marked or felt, within the water there is.

    lie: where they are.
    depth_m: depth of the water. [m]
    """
    return Lie(bait_from=lie.bait_from, bait_m=min(lie.bait_m, 0.95 * depth_m))


def usual_lie(lie: Lie, depth_m: float) -> Lie:
    """Where such fish usually are, brought into the depth there is.

    lie: where the bait should hang.
    depth_m: depth of the water. [m]
    Source: the species' editable defaults; shallower than they suppose, the upper 70 % or the lower tenth.
    """
    bait_m = lie.bait_m
    if lie.bait_from == "surface":
        bait_m = max(0.01, min(bait_m, 0.7 * depth_m))
    elif bait_m >= 0.5 * depth_m:
        bait_m = 0.1 * depth_m
    return Lie(bait_from=lie.bait_from, bait_m=bait_m)
