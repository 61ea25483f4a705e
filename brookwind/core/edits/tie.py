"""Tie on what is typed in a line."""

from __future__ import annotations

from math import pi
from typing import Any, Literal

from pydantic import Field

from brookwind.core.edits.add_shot import room_m
from brookwind.core.edits.change_hook import ChangeHook
from brookwind.core.edits.change_leader import with_leader
from brookwind.core.edits.change_line import ChangeLine, with_line
from brookwind.core.edits.change_stop import with_stops
from brookwind.core.edits.means import Edit, Means, lowest_hook
from brookwind.core.errors import NotUnderstood, OutOfRange
from brookwind.core.figures import length
from brookwind.core.matter.materials import BEAD_DENSITY_KG_M3, BRASS_KG_M3, WEIGHT_MATERIAL
from brookwind.core.rig.book import hook_size
from brookwind.core.rig.builds import SWIVEL_KG
from brookwind.core.rig.components import Bead, Shot, ShotRole, Stop, Swivel, Weight
from brookwind.core.rig.document import MAX_COMPONENTS, Rig
from brookwind.core.rig.hooks import hook_of
from brookwind.core.rig.shot_series import MODERN_MASS_KG, size_label
from brookwind.core.rig.threading import free_id, hooklength_join_m, take_off, thread_on
from brookwind.core.rig.typed import (
    LONGEST_TEXT,
    RUNNING,
    Part,
    Typed,
    TypedBead,
    TypedHook,
    TypedLeader,
    TypedShot,
    TypedStop,
    TypedSwivel,
    TypedWeight,
    read_typed,
)

APART_M = 0.002
"""Bunched shot sits this much further apart than it is thick. [m] Editable default."""
BELOW_FLOAT_M = 0.01
"""Nothing is tied nearer the float from below. [m] Editable default."""


class Tie(Edit):
    """Tie on what is typed, from the box where it has it. NotUnderstood for what cannot be read; OutOfRange for a
    place that is none.
    """

    do: Literal["tie"] = "tie"
    text: str = Field(max_length=LONGEST_TEXT)

    def on(self, rig: Rig, means: Means) -> Rig:
        """With it."""
        typed = read_typed(self.text)
        at = _at_m(rig, typed)
        for part in typed.parts:
            rig, at = _tie(rig, means, part, at)
            if len(rig.components) > MAX_COMPONENTS:
                raise OutOfRange.one(
                    "too-many-parts", "The rig would have too many parts.", f"At most {MAX_COMPONENTS} are tied."
                )
        return rig


def _at_m(rig: Rig, typed: Typed) -> float | None:
    """Where the lowest of what was typed goes; None where it finds its own place. [m]"""
    join = hooklength_join_m(rig)
    if typed.where in {"knot", "hooklength"} and not join:
        raise NotUnderstood.one("no-leader", "The rig has no leader, so it has no knot.", "Say where: at 20 cm.")
    at = {"knot": _knot_m(rig), "hooklength": 0.5 * join, "hook": 0.0}.get(typed.where or "", typed.at_m)
    if at is not None and at > rig.setting_m - BELOW_FLOAT_M and not all(_may_sit_above(p) for p in typed.parts):
        raise OutOfRange.one(
            "above-float",
            "{there} from the hook is not below the float: the setting is {setting}.",
            "The nearest place is {nearest} from the hook.",
            ("text",),
            {
                "there": length(at),
                "setting": length(rig.setting_m),
                "nearest": length(max(0.0, rig.setting_m - BELOW_FLOAT_M)),
            },
        )
    return at


def _knot_m(rig: Rig) -> float:
    """Where a piece rests on the knot or swivel of the leader, from above; 0 when there is none. [m]"""
    join = hooklength_join_m(rig)
    return join + APART_M if join else 0.0


def _may_sit_above(part: Part) -> bool:
    return isinstance(part, TypedShot | TypedStop)


def _tie(rig: Rig, means: Means, part: Part, at: float | None) -> tuple[Rig, float | None]:
    """The rig with a part, and where the next one of the same line goes."""
    match part:
        case TypedShot():
            return _bunch(rig, means, part, at)
        case TypedWeight():
            return _weigh(rig, means, part, at)
        case TypedStop():
            return _stop(rig, part, at), at
        case TypedBead():
            return _beads(rig, part, at), at
        case TypedSwivel():
            return _swivel(rig, at), at
        case TypedHook() if at:
            return _second_hook(rig, means, part, at), at
        case TypedHook():
            rig = ChangeHook(size=part.size).on(rig, means)
            return (rig if part.line_m is None else _line(rig, part.line_m)), at
        case TypedLeader():
            rig = rig if part.line_m is None else _line(rig, part.line_m)
            return (rig if part.length_m is None else with_leader(rig, part.length_m)), at


def _line(rig: Rig, thickness_m: float) -> Rig:
    return with_line(rig, ChangeLine(role="hooklength", diameter_m=thickness_m))


def _grain(means: Means, size: str) -> dict[str, Any]:
    """Shot of a size as it lies in the box, else as it is sold in lead."""
    held = [s for s in means.stock.shot if s.size.upper() == size and s.count > 0]
    if held:
        return min(held, key=lambda s: s.material != "lead").on_line
    lead = WEIGHT_MATERIAL["lead"]
    return {
        "label": size_label(size), "mass_kg": MODERN_MASS_KG[size], "material": lead.id,
        "density_kg_m3": lead.density_kg_m3,
    }  # fmt: skip


def _bunch(
    rig: Rig, means: Means, part: TypedShot, at: float | None, role: ShotRole | None = None
) -> tuple[Rig, float | None]:
    grain = _grain(means, part.size)
    step = _thickness_m(grain) + APART_M
    tall = step * (part.count - 1)
    place = room_m(rig, None) - 0.5 * tall if at is None else at
    place = max(0.0, place)
    above = at is not None and at >= rig.setting_m
    role = role or ("back" if above else "bulk" if part.count > 1 or part.bulk else "strung")
    if not above and place + tall > rig.setting_m - BELOW_FLOAT_M:
        raise OutOfRange.one(
            "no-room",
            f"{part.count} {size_label(part.size)} are {{tall}} long together and do not fit there.",
            "Begin no higher than {highest} from the hook.",
            ("text",),
            {"tall": length(tall + step), "highest": length(max(0.0, rig.setting_m - BELOW_FLOAT_M - tall))},
        )
    for i in range(part.count):
        shot = Shot(id=free_id(rig, "shot"), **grain, role=role, position_m=place + i * step)
        rig = _above(rig, shot) if above else thread_on(rig, shot)
    return rig, place + tall + step


def _weigh(rig: Rig, means: Means, part: TypedWeight, at: float | None) -> tuple[Rig, float | None]:
    if part.on is not None:
        rig, at = _bunch(rig, means, part.on, at, role="stack")
    if part.shape == "jig":
        if part.count > 1:
            raise OutOfRange.one("typed-count", f"{part.count} jigs on one hook.", "Tie one.")
        rig, place = take_off(rig, lambda c: isinstance(c, Weight) and c.shape == "jig"), 0.0
    else:
        place = (_knot_m(rig) or 0.5 * rig.setting_m) if at is None else at
    held = next(
        (
            s for s in means.stock.leads
            if s.shape == part.shape and s.count > 0 and abs(s.mass_kg - part.mass_kg) <= 0.01 * part.mass_kg
            and part.metal in (None, s.material)
        ),
        None,
    )  # fmt: skip
    metal = WEIGHT_MATERIAL[part.metal or "lead"]
    fields: dict[str, Any] = held.on_line if held else {
        "label": part.label, "mass_kg": part.mass_kg, "material": metal.id, "density_kg_m3": metal.density_kg_m3,
    }  # fmt: skip
    step = _thickness_m(fields) + APART_M
    for i in range(part.count):
        weight = Weight(
            id=free_id(rig, "weight"), **fields, shape=part.shape, runs=part.shape in RUNNING,
            position_m=place + i * step,
        )  # fmt: skip
        rig = thread_on(rig, weight)
    return rig, None if at is None else at + part.count * step


def _thickness_m(fields: dict[str, Any]) -> float:
    """How thick a ball of that mass and density is. [m]"""
    thick: float = (6.0 * fields["mass_kg"] / (pi * fields["density_kg_m3"])) ** (1.0 / 3.0)
    return thick


def _stop(rig: Rig, part: TypedStop, at: float | None) -> Rig:
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
        rig = _above(rig, stop) if at >= rig.setting_m else thread_on(rig, stop)
    return rig


def _above(rig: Rig, piece: Shot | Stop) -> Rig:
    """The rig with a piece above the float, between what is nearer the rod and what is nearer the float."""
    to = rig.components.index(rig.float_piece)
    for i, c in enumerate(rig.components[:to]):
        position = getattr(c, "position_m", None)
        if position is not None and position <= piece.position_m:
            to = i
            break
    return rig.replace_components((*rig.components[:to], piece, *rig.components[to:]))


def _second_hook(rig: Rig, means: Means, part: TypedHook, at: float) -> Rig:
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


def _beads(rig: Rig, part: TypedBead, at: float | None) -> Rig:
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


def _swivel(rig: Rig, at: float | None) -> Rig:
    place = hooklength_join_m(rig) if at is None else at
    if not place:
        raise NotUnderstood.one(
            "no-leader", "The rig has no leader for a swivel to hold.", "Say where: swivel at 60 cm."
        )
    swivel = Swivel(
        id=free_id(rig, "swivel"), label="swivel", mass_kg=SWIVEL_KG, density_kg_m3=BRASS_KG_M3, position_m=place
    )
    # One that is there already is the one that is meant.
    bare = take_off(rig, lambda c: isinstance(c, Swivel) and abs(c.position_m - place) < 1e-6)
    return thread_on(bare, swivel)
