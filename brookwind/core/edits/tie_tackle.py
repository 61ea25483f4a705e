"""Stops, beads, swivels, hooks, lines, float and bait as they are typed, tied on."""

from __future__ import annotations

from math import pi
from typing import Literal

from brookwind.core.edits.change_bait import with_bait
from brookwind.core.edits.change_float import ChangeFloat
from brookwind.core.edits.change_leader import with_leader
from brookwind.core.edits.change_line import ChangeLine, with_line
from brookwind.core.edits.change_main import ChangeMain
from brookwind.core.edits.change_stop import with_stops
from brookwind.core.edits.means import Means, lowest_hook
from brookwind.core.edits.set_lash import SetLash
from brookwind.core.errors import NotUnderstood, OutOfRange
from brookwind.core.floats.spec import FloatSpec
from brookwind.core.floats.types import FLOAT_TYPE
from brookwind.core.matter.materials import BEAD_DENSITY_KG_M3, BRASS_KG_M3
from brookwind.core.rig.book import hook_size
from brookwind.core.rig.builds import SWIVEL_KG
from brookwind.core.rig.components import Bead, Shot, Stop, Swivel
from brookwind.core.rig.document import Rig
from brookwind.core.rig.hooks import hook_of
from brookwind.core.rig.lines import diameter_for_m
from brookwind.core.rig.threading import each, free_id, hooklength_join_m, take_off, thread_on
from brookwind.core.rig.typed_parts import (
    Form,
    TypedBait,
    TypedBead,
    TypedFloat,
    TypedHook,
    TypedLine,
    TypedStop,
    TypedSwivel,
)
from brookwind.core.rig.written import SWIVELS

ON_KNOT_M = 0.002
"""What rests on a knot sits this far above it. [m] Editable default."""
SWIVEL_FORM_KG: dict[Form, float] = {"plain": SWIVEL_KG, "snap": 0.0006, "three-way": 0.0007}
"""Small ones. [kg] Editable defaults."""


def tie_stop(rig: Rig, part: TypedStop, at: float | None) -> Rig:
    """The rig with one or two stops above its float, or with more anywhere.

    rig: the rig.
    part: the stops.
    at: where the lowest goes; above the float when not given. [m]
    Raises: NotUnderstood when a fixed float's stop has no place; OutOfRange for too many.
    """
    material: Literal["thread", "rubber"] = "rubber" if part.rubber else "thread"
    if at is None:
        if rig.stop is None:
            raise NotUnderstood.one(
                "no-stop", "The float is fixed: no stop belongs above it.", "Say where, such as stop at 90 cm."
            )
        if part.count > 2:
            raise OutOfRange.one("typed-count", f"{part.count} stops above a float.", "One or two are tied.")
        return with_stops(rig, 2 if part.count == 2 else 1)
    label = "rubber stop" if part.rubber else "stop knot"
    for i in range(part.count):
        stop = Stop(id=free_id(rig, "stop"), label=label, material=material, position_m=at + 0.005 * i)
        rig = above_float(rig, stop) if at >= rig.setting_m else thread_on(rig, stop)
    return rig


def above_float(rig: Rig, piece: Shot | Stop) -> Rig:
    """The rig with a piece above the float, between what is nearer the rod and what is nearer the float.

    rig: the rig.
    piece: the piece, with its position.
    """
    to = rig.components.index(rig.float_piece)
    for i, c in enumerate(rig.components[:to]):
        position = getattr(c, "position_m", None)
        if position is not None and position <= piece.position_m:
            to = i
            break
    return rig.replace_components((*rig.components[:to], piece, *rig.components[to:]))


def second_hook(rig: Rig, means: Means, part: TypedHook, at: float) -> Rig:
    """The rig with a second hook.

    rig: the rig.
    means: the book.
    part: the hook.
    at: its distance from the first. [m]
    """
    lowest = lowest_hook(rig)
    pattern = means.book.patterns.get(lowest.pattern, next(iter(means.book.patterns.values())))
    fields = hook_of(hook_size(part.size), pattern)
    second = lowest.model_copy(
        update={
            "id": free_id(rig, "hook"), "size": part.size, "label": fields.label, "mass_kg": fields.mass_kg,
            "position_m": at, "item": None,
        }
    )  # fmt: skip
    return thread_on(rig, second)


def tie_beads(rig: Rig, part: TypedBead, at: float | None) -> Rig:
    """The rig with beads between stop and float, or pegged somewhere.

    rig: the rig.
    part: the beads.
    at: where the lowest is pegged; they slide above the float when not given. [m]
    Raises: NotUnderstood when they have no place.
    """
    if part.pegged and at is None:
        raise NotUnderstood.one("pegged", "Where the bead is pegged is not said.", "Say it: pegged bead 8 mm at 5 cm.")

    def bead(position_m: float | None) -> Bead:
        size = part.length_m
        return Bead(
            id=free_id(rig, "bead"), label=f"{size * 1000:g} mm bead", length_m=size, hole_m=part.hole_m,
            mass_kg=BEAD_DENSITY_KG_M3 * pi * size**3 / 6.0, density_kg_m3=BEAD_DENSITY_KG_M3, position_m=position_m,
        )  # fmt: skip

    for i in range(part.count):
        if at is not None:
            rig = thread_on(rig, bead(at + i * part.length_m))
            continue
        if rig.stop is None:
            raise NotUnderstood.one(
                "no-stop", "The float is fixed: no bead belongs above it.", "Say where, such as bead 5 mm at 40 cm."
            )
        above = rig.components.index(rig.float_piece)
        rig = rig.replace_components((*rig.components[:above], bead(None), *rig.components[above:]))
    return rig


def tie_swivel(rig: Rig, part: TypedSwivel, at: float | None) -> Rig:
    """The rig with a swivel, instead of one that is there already.

    rig: the rig.
    part: the swivel.
    at: where; at the leader's top when not given. [m]
    Raises: NotUnderstood when there is no leader for it to hold.
    """
    place = hooklength_join_m(rig) if at is None else at
    if not place:
        raise NotUnderstood.one(
            "no-leader", "The rig has no leader for a swivel to hold.", "Say where: swivel at 60 cm."
        )
    swivel = Swivel(
        id=free_id(rig, "swivel"), label=SWIVELS[part.form], mass_kg=SWIVEL_FORM_KG[part.form],
        density_kg_m3=BRASS_KG_M3, position_m=place, form=part.form,
    )  # fmt: skip
    # One that is there already is the one that is meant.
    bare = take_off(rig, lambda c: isinstance(c, Swivel) and abs(c.position_m - place) < 1e-6)
    on = thread_on(bare, swivel)
    if abs(place - hooklength_join_m(rig)) > 1e-6:
        return on
    # At the knot it is tied on before the leader.
    leader = next(i for i, c in reversed(list(enumerate(bare.components))) if c.kind == "line")
    return bare.replace_components((*bare.components[:leader], swivel, *bare.components[leader:]))


def tie_line(rig: Rig, means: Means, part: TypedLine) -> Rig:
    """The rig with another length of line, by its task.

    rig: the rig.
    means: the box: a line of that thickness that lies in it is taken.
    part: the line.
    Raises: NotUnderstood where the rig has no such line, or a length that it cannot have; OutOfRange as the edits.
    """
    if part.role == "lash":
        if part.length_m is None:
            raise NotUnderstood.one("lash", "How long the lash is is not said.", "Type it like lash 20 cm.")
        return SetLash(lash_m=part.length_m).on(rig, means)
    if part.role == "top-shot":
        rig = _with_top_shot(rig, means, part)
    elif part.role == "main" and part.length_m is not None:
        raise NotUnderstood.one("main-length", "The main line goes on to the rod.", "Type only how thick it is.")
    thick = part.line_m or (None if part.strength_n is None else _as_strong_m(rig, part))
    if part.material or thick:
        rig = with_line(rig, ChangeLine(role=part.role, material=part.material, diameter_m=thick))
    if part.strength_n is not None:
        rig = each(
            rig, lambda c: c.model_copy(update={"strength_n": part.strength_n}) if getattr(c, "role", "") == part.role
            and c.kind == "line" else c,
        )  # fmt: skip
    return with_leader(rig, part.length_m) if part.role == "hooklength" and part.length_m is not None else rig


def _as_strong_m(rig: Rig, part: TypedLine) -> float:
    """Thickness of a line of that strength. [m]"""
    line = next((c for c in rig.components if c.kind == "line" and c.role == part.role), None)
    return diameter_for_m(part.strength_n or 0.0, part.material or (line.material if line else "nylon"))


def _with_top_shot(rig: Rig, means: Means, part: TypedLine) -> Rig:
    if not any(c.kind == "line" and c.role == "top-shot" for c in rig.components):
        rig = ChangeMain(main="braid-and-top-shot").on(rig, means)
    if part.length_m is None:
        return rig
    knot = hooklength_join_m(rig) + part.length_m
    main = next(c for c in rig.components if c.kind == "line" and c.role == "main")
    return each(rig, lambda c: c.model_copy(update={"lower_m": knot}) if c.id == main.id else c)


def tie_float(rig: Rig, means: Means, part: TypedFloat) -> Rig:
    """The rig under another float: one of the box of that label, else one made by it.

    rig: the rig.
    means: the box.
    part: the float.
    Raises: NotUnderstood when the rig cannot hold it.
    """
    mount, now = rig.float_piece.mount, rig.float_piece.spec.type
    held = [t for t in part.types if mount in FLOAT_TYPE[t].mounts]
    # The words may say what it is already, or what this kind of rig cannot hold.
    kind = now if now in held or not part.types else held[0] if held else part.types[0]
    wanted = part.label.replace(" ", "").casefold()
    own = next(
        (
            f for f in means.floats
            if f.count > 0 and mount in FLOAT_TYPE[f.spec.type].mounts and (not part.types or f.spec.type in part.types)
            and f.label.replace(" ", "").casefold() == wanted
        ),
        None,
    )  # fmt: skip
    if own:
        return ChangeFloat(spec=own.spec, item=own.item).on(rig, means)
    spec = FloatSpec(type=kind, label=part.label, capacity_kg=part.load_kg, built_in_kg=part.built_in_kg or None)
    return ChangeFloat(spec=spec).on(rig, means)


def tie_bait(rig: Rig, means: Means, part: TypedBait) -> Rig:
    """The rig with a bait of the book, by its name.

    rig: the rig.
    means: the book.
    part: the bait.
    Raises: NotUnderstood with those that come near.
    """
    words = part.name.split()
    kinds = means.book.baits.values()
    exact = [b for b in kinds if part.name in (b.name, b.id)]
    near = exact or [b for b in kinds if all(w.rstrip("s") in f"{b.name} {b.id} {b.also}" for w in words)]
    if not near:
        some = ", ".join(b.name for b in kinds if any(w.rstrip("s") in b.name for w in words)) or "those in the book"
        raise NotUnderstood.one("typed-bait", f"There is no bait {part.name!r} in the book.", f"Type one of {some}.")
    return with_bait(rig, min(near, key=lambda b: len(b.name)).id, means.book)


def knot_m(rig: Rig) -> float:
    """Where a piece rests on the knot or swivel of the leader, from above; 0 when there is none. [m]

    rig: the rig.
    """
    join = hooklength_join_m(rig)
    return join + ON_KNOT_M if join else 0.0
