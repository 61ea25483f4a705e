"""Tie on what is typed in a line."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from brookwind.core.edits.change_hook import ChangeHook
from brookwind.core.edits.means import Edit, Means
from brookwind.core.edits.move import check_below_float
from brookwind.core.edits.set_conditions import SetConditions
from brookwind.core.edits.tie_tackle import (
    knot_m,
    second_hook,
    tie_bait,
    tie_beads,
    tie_float,
    tie_line,
    tie_stop,
    tie_swivel,
)
from brookwind.core.edits.tie_weights import bunch, weigh
from brookwind.core.errors import NotUnderstood, OutOfRange
from brookwind.core.rig.components import Component, Shot, Weight
from brookwind.core.rig.document import MAX_COMPONENTS, Rig
from brookwind.core.rig.threading import hooklength_join_m, take_off
from brookwind.core.rig.typed import LONGEST_LINES, read_lines
from brookwind.core.rig.typed_parts import (
    Part,
    Typed,
    TypedBait,
    TypedBare,
    TypedBead,
    TypedElastic,
    TypedFloat,
    TypedHook,
    TypedLine,
    TypedShot,
    TypedStop,
    TypedSwivel,
    TypedWeight,
)


class Tie(Edit):
    """Tie on what is typed, from the box where it has it: one line, or several parted by semicolons. NotUnderstood for
    what cannot be read; OutOfRange for a place that is none.
    """

    do: Literal["tie"] = "tie"
    text: str = Field(max_length=LONGEST_LINES)

    def on(self, rig: Rig, means: Means) -> Rig:
        """With it."""
        for typed in read_lines(self.text):
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
    at = {"knot": knot_m(rig), "hooklength": 0.5 * join, "hook": 0.0}.get(typed.where or "", typed.at_m)
    if at is not None and not all(_may_sit_above(p) for p in typed.parts):
        check_below_float(rig, at)
    return at


def _may_sit_above(part: Part) -> bool:
    return isinstance(part, TypedShot | TypedStop)


def _tie(rig: Rig, means: Means, part: Part, at: float | None) -> tuple[Rig, float | None]:
    """The rig with a part, and where the next one of the same line goes."""
    match part:
        case TypedShot():
            return bunch(rig, means, part, at)
        case TypedWeight():
            return weigh(rig, means, part, at)
        case _:
            return _tie_tackle(rig, means, part, at), at


def _tie_tackle(rig: Rig, means: Means, part: Part, at: float | None) -> Rig:
    match part:
        case TypedStop():
            return tie_stop(rig, part, at)
        case TypedBead():
            return tie_beads(rig, part, at)
        case TypedSwivel():
            return tie_swivel(rig, part, at)
        case TypedHook():
            return _hook(rig, means, part, at)
        case TypedLine():
            return tie_line(rig, means, part)
        case TypedFloat():
            return tie_float(rig, means, part)
        case TypedBait():
            return tie_bait(rig, means, part)
        case TypedBare():
            return take_off(rig, _is_weight)
        case TypedElastic():
            return SetConditions(conditions={"give_n": part.give_n}).on(rig, means)
        case _:
            raise AssertionError(part)


def _is_weight(c: Component) -> bool:
    return isinstance(c, Shot) or (isinstance(c, Weight) and c.shape != "jig")


def _hook(rig: Rig, means: Means, part: TypedHook, at: float | None) -> Rig:
    if at:
        return second_hook(rig, means, part, at)
    rig = ChangeHook(size=part.size).on(rig, means)
    return rig if part.line_m is None else tie_line(rig, means, TypedLine(role="hooklength", line_m=part.line_m))
