"""Edits of fish, bait, hook, line, leader and metal: what follows from each."""

from __future__ import annotations

from math import sqrt
from typing import Any, Literal

from pydantic import Field

from brookwind.core.errors import NotUnderstood, OutOfRange
from brookwind.core.figures import length
from brookwind.core.frozen import Frozen
from brookwind.core.gravity import submerged_weight_n
from brookwind.core.matter.density import water_density_kg_m3
from brookwind.core.matter.materials import LINE_MATERIAL, WEIGHT_MATERIAL
from brookwind.core.rig.book import SHIPPED, Book, found, hook_size
from brookwind.core.rig.components import Bait, Component, Hook, LineDiameter, LineSection, Shot, Stop, Weight
from brookwind.core.rig.document import Rig, of_kind
from brookwind.core.rig.families import FAMILY, family_aim, usual_aim
from brookwind.core.rig.habits import Habits
from brookwind.core.rig.hooks import hook_of
from brookwind.core.rig.lines import diameter_for_m, line_strength_n
from brookwind.core.rig.species import feeding
from brookwind.core.rig.threading import each, hooklength_join_m


class ChangeSpecies(Frozen):
    """Fish for something else: where it feeds now, its usual bait and hook, and a hooklength that bears it."""

    do: Literal["change-species"]
    species: str


class ChangeBait(Frozen):
    """Another bait on the lowest hook."""

    do: Literal["change-bait"]
    bait: str


class ChangeHook(Frozen):
    """Another lowest hook. What is None stays."""

    do: Literal["change-hook"]
    size: int | None = None
    pattern: str | None = None
    barb: Literal["barbed", "micro", "barbless"] | None = None


class ChangeLine(Frozen):
    """Another line in one place. What is None stays."""

    do: Literal["change-line"]
    role: Literal["main", "top-shot", "hooklength"]
    material: str | None = None
    diameter_m: LineDiameter | None = None
    greased: bool | None = None


class ChangeLeader(Frozen):
    """Another length of hooklength or leader."""

    do: Literal["change-leader"]
    length_m: float = Field(gt=0.01, le=10)


class ChangeStop(Frozen):
    """Another stop over a sliding float."""

    do: Literal["change-stop"]
    material: Literal["thread", "rubber"]


class ChangeMetal(Frozen):
    """The same pull in another metal: each weight of lead becomes a heavier or lighter one that pulls alike."""

    do: Literal["change-metal"]
    material: str


LEAST_ABOVE_LEADER_M = 0.02


def change_species(rig: Rig, species_id: str, book: Book = SHIPPED) -> Rig:
    """Fish for something else.

    rig: the rig.
    species_id: the fish.
    book: fish, baits and hooks.
    Raises: NotUnderstood for an unknown fish.
    """
    species = book.fish(species_id)
    family = FAMILY.get(rig.family)
    if family is None:
        lie = feeding(species, rig.water.temperature_c).lie
        aim = usual_aim(lie, rig.water.depth_m, rig.aim.tip_m)
    else:
        aim = family_aim(family, species, rig.water, rig.float_piece.spec, Habits())
        aim = aim.model_copy(update={"tip_m": rig.aim.tip_m})
    changed = rig.replace_components(rig.components, aim=aim, species=species.id)
    hook = min(species.hooks[0], max(species.hooks[1], species.hook_size))
    changed = change_hook(change_bait(changed, species.bait, book), ChangeHook(do="change-hook", size=hook), book)
    return _strong_enough(changed, species.line_n)


def _strong_enough(rig: Rig, line_n: tuple[float, float]) -> Rig:
    """Another hooklength when the one there is too weak or too strong for the fish, and a main line above it."""
    leader = next((s for s in of_kind(rig, LineSection) if s.role == "hooklength"), None)
    if leader is None or 0.9 * line_n[0] <= line_strength_n(leader) <= 1.3 * line_n[1]:
        return rig
    wanted = diameter_for_m(sqrt(line_n[0] * line_n[1]), leader.material)
    return change_line(rig, ChangeLine(do="change-line", role="hooklength", diameter_m=wanted))


def change_bait(rig: Rig, bait_id: str, book: Book = SHIPPED) -> Rig:
    """Another bait on the lowest hook.

    rig: the rig.
    bait_id: the bait.
    book: fish, baits and hooks.
    Raises: NotUnderstood for an unknown bait.
    """
    kind, hook = book.bait(bait_id), lowest_hook(rig)
    bait = Bait(
        id="bait", label=kind.name, item=kind.id, hook=hook.id, mass_kg=kind.mass_kg, density_kg_m3=kind.density_kg_m3
    )
    others = [c for c in rig.components if not (isinstance(c, Bait) and c.hook == hook.id)]
    others.insert(others.index(hook) + 1, bait)
    return rig.replace_components(tuple(others))


def change_hook(rig: Rig, change: ChangeHook, book: Book = SHIPPED) -> Rig:
    """Another lowest hook.

    rig: the rig.
    change: size, pattern, barb.
    book: fish, baits and hooks.
    Raises: NotUnderstood for an unknown size or pattern.
    """
    old = lowest_hook(rig)
    pattern = book.pattern(change.pattern or (old.pattern if old.pattern in book.patterns else "round"))
    fields: dict[str, Any] = {"barb": change.barb or old.barb}
    if change.size is not None or change.pattern is not None:
        new = hook_of(hook_size(old.size if change.size is None else change.size), pattern)
        fields |= {"size": change.size or old.size, "pattern": pattern.id, "mass_kg": new.mass_kg, "label": new.label}
    return each(rig, lambda c: c.model_copy(update=fields) if c.id == old.id else c)


def change_line(rig: Rig, change: ChangeLine) -> Rig:
    """Another line in one place.

    rig: the rig.
    change: where, and what.
    Raises: NotUnderstood for an unknown material or a line the rig does not have.
    """
    old = next((s for s in of_kind(rig, LineSection) if s.role == change.role), None)
    if old is None:
        roles = ", ".join(s.role for s in of_kind(rig, LineSection))
        raise NotUnderstood.one("no-line", f"The rig has no {change.role} line.", f"It has {roles}.", ("role",))
    material = found(LINE_MATERIAL, change.material or old.material, "line material", "material")
    diameter = change.diameter_m or old.diameter_m
    same = material.id == old.material and diameter == old.diameter_m
    fields = {
        "material": material.id,
        "diameter_m": diameter,
        "density_kg_m3": old.density_kg_m3 if material.id == old.material else material.density_kg_m3,
        "label": old.label if same else f"{diameter * 1000:.2f} mm {material.name}",
        "strength_n": old.strength_n if same else None,
        "greased": old.greased if change.greased is None else change.greased,
    }
    return each(rig, lambda c: c.model_copy(update=fields) if c.id == old.id else c)


def change_leader(rig: Rig, length_m: float) -> Rig:
    """Another length of leader: its knot, and what is tied there, moves; shot that would be passed moves along.

    rig: the rig.
    length_m: the new length. [m]
    Raises: OutOfRange when it reaches up to the float or there is no leader.
    """
    old = hooklength_join_m(rig)
    if not old:
        raise NotUnderstood.one("no-leader", "The rig has no leader.", "Tie one in first.", ("length_m",))
    most = rig.setting_m - LEAST_ABOVE_LEADER_M
    if length_m > most:
        raise OutOfRange.one(
            "leader-too-long",
            "A leader of {wanted} would reach up to the float.",
            "At most {most} fits below it.",
            ("length_m",),
            {"wanted": length(length_m), "most": length(most)},
        )
    below, above = length_m / old, (rig.setting_m - length_m) / (rig.setting_m - old)

    def at(position: float) -> float:
        if position <= old:
            return position * below
        return length_m + (position - old) * above if position < rig.setting_m else position

    def moved(c: Component) -> Component:
        if isinstance(c, LineSection):
            return c.model_copy(update={"lower_m": at(c.lower_m)})
        position = getattr(c, "position_m", None)
        return c if position is None else c.model_copy(update={"position_m": at(position)})

    return each(rig, moved)


def change_stop(rig: Rig, material: Literal["thread", "rubber"]) -> Rig:
    """Another stop over a sliding float.

    rig: the rig.
    material: thread or rubber.
    Raises: NotUnderstood when the float is fixed.
    """
    if rig.stop is None:
        raise NotUnderstood.one("no-stop", "The float is fixed: there is no stop.", "Choose a sliding family.", ())
    label = "stop knot" if material == "thread" else "rubber stop"
    fields = {"material": material, "label": label, "diameter_m": None}
    sliding = {s.id for s in of_kind(rig, Stop)}
    return each(rig, lambda c: c.model_copy(update=fields) if c.id in sliding else c)


def change_metal(rig: Rig, material_id: str) -> Rig:
    """The same pull under water in another metal.

    m' = m (1 - rho_w / rho) / (1 - rho_w / rho')

    rig: the rig; shot and weights change.
    material_id: of `WEIGHT_MATERIALS`.
    Raises: NotUnderstood for an unknown metal; OutOfRange when one would be heavier than any weight may be.
    Source: equal submerged weight, Archimedes' principle.
    """
    metal = found(WEIGHT_MATERIAL, material_id, "metal", "material")
    water = water_density_kg_m3(rig.water.temperature_c, rig.water.salinity)

    def cast(c: Component) -> Component:
        if not isinstance(c, Shot | Weight) or c.material == metal.id:
            return c
        pull = submerged_weight_n(c.mass_kg, c.density_kg_m3, water)
        mass = pull / submerged_weight_n(1.0, metal.density_kg_m3, water)
        base = c.label.split(" in ")[0]
        label = base if metal.id == "lead" else f"{base} in {metal.name}"
        fields = {
            "mass_kg": mass, "material": metal.id, "density_kg_m3": metal.density_kg_m3, "item": None,
            "label": label[:60],
        }  # fmt: skip
        return c.model_copy(update=fields)

    return each(rig, cast)


def lowest_hook(rig: Rig) -> Hook:
    """The hook at position 0.

    rig: the rig.
    """
    return next(c for c in reversed(rig.components) if isinstance(c, Hook) and c.position_m == 0.0)
