"""Edits that need a rule: where a new shot goes, which size is next, what a new fish changes."""

from __future__ import annotations

from itertools import pairwise
from typing import Annotated, Literal, TypeAlias

from pydantic import Field

from brookwind.core.box.stock import ShotStock, Stock
from brookwind.core.edits.tackle import (
    ChangeBait,
    ChangeHook,
    ChangeLeader,
    ChangeLine,
    ChangeMetal,
    ChangeSpecies,
    ChangeStop,
    change_bait,
    change_hook,
    change_leader,
    change_line,
    change_metal,
    change_species,
    change_stop,
)
from brookwind.core.errors import Infeasible, NotUnderstood
from brookwind.core.floats.spec import FloatSpec
from brookwind.core.floats.types import FLOAT_TYPE
from brookwind.core.frozen import Frozen
from brookwind.core.motion.setting import with_stop_set
from brookwind.core.rest.handles import LEAST_GAP_M, handles
from brookwind.core.rest.span import span_of
from brookwind.core.rig.book import SHIPPED, Book
from brookwind.core.rig.components import Float, Shot
from brookwind.core.rig.document import Rig
from brookwind.core.rig.habits import Habits
from brookwind.core.rig.switch import switch
from brookwind.core.rig.threading import free_id, thread_on

TackleChange: TypeAlias = ChangeSpecies | ChangeBait | ChangeHook | ChangeLine | ChangeLeader | ChangeStop | ChangeMetal


class SetStop(Frozen):
    """Put the stop where it belongs."""

    do: Literal["set-stop"]


class AddShot(Frozen):
    """Pinch one more shot on, above the piece named or where there is room."""

    do: Literal["add-shot"]
    item: str
    above: str | None = None


class Resize(Frozen):
    """Swap a shot for the next size up (1) or down (-1) that the box holds."""

    do: Literal["resize"]
    piece: str
    step: Literal[1, -1]


class ChangeFloat(Frozen):
    """Put another float on."""

    do: Literal["change-float"]
    spec: FloatSpec
    item: str | None = None


class ChangeFamily(Frozen):
    """Another family; what can be kept is."""

    do: Literal["change-family"]
    family: str


Change: TypeAlias = Annotated[
    SetStop
    | AddShot
    | Resize
    | ChangeFloat
    | ChangeFamily
    | ChangeSpecies
    | ChangeBait
    | ChangeHook
    | ChangeLine
    | ChangeLeader
    | ChangeStop
    | ChangeMetal,
    Field(discriminator="do"),
]


def edit(rig: Rig, change: Change, stock: Stock, book: Book = SHIPPED, habits: Habits | None = None) -> Rig:
    """The rig after a change.

    rig: the rig; it is not altered.
    change: what to do.
    stock: what the box holds, for shot.
    book: fish, baits and hooks.
    habits: how the angler ties, for what is new.
    Raises: NotUnderstood when what is named is not there; Infeasible when there is none left or no room;
    OutOfRange when the stop cannot be set.
    """
    match change:
        case SetStop():
            return with_stop_set(rig)
        case AddShot():
            return _add_shot(rig, change, stock)
        case Resize():
            return _resize(rig, change, stock)
        case ChangeFloat():
            return _change_float(rig, change)
        case ChangeFamily():
            return switch(rig, change.family, habits, book).rig
        case _:
            return _change_tackle(rig, change, book)


def _change_tackle(rig: Rig, change: TackleChange, book: Book) -> Rig:
    match change:
        case ChangeSpecies():
            return change_species(rig, change.species, book)
        case ChangeBait():
            return change_bait(rig, change.bait, book)
        case ChangeHook():
            return change_hook(rig, change, book)
        case ChangeLine():
            return change_line(rig, change)
        case ChangeLeader():
            return change_leader(rig, change.length_m)
        case ChangeStop():
            return change_stop(rig, change.material)
        case ChangeMetal():
            return change_metal(rig, change.material)


def _compartment(stock: Stock, item: str) -> ShotStock:
    for i, s in enumerate(stock.shot):
        if s.item == item:
            if s.count <= 0:
                raise Infeasible.one(
                    "none-left", f"There is no {s.label} left in the box.", "Take another size.", ("stock", i)
                )
            return s
    raise NotUnderstood.one(
        "no-compartment", f"The box has no compartment {item!r}.", "Pick one that is shown.", ("item",)
    )


def _add_shot(rig: Rig, change: AddShot, stock: Stock) -> Rig:
    s = _compartment(stock, change.item)
    near = next((c for c in rig.components if c.id == change.above and isinstance(c, Shot) and c.role != "lock"), None)
    shot = Shot(
        id=free_id(rig, "shot"),
        item=s.item,
        label=s.label,
        role="strung" if near is None or near.role == "bulk" else near.role,
        mass_kg=s.mass_kg,
        material=s.material,
        density_kg_m3=s.density_kg_m3,
        position_m=_room(rig, near),
    )
    return thread_on(rig, shot)


def _room(rig: Rig, near: Shot | None) -> float:
    """Half way from a shot to whatever is above it; without one, the middle of the widest free stretch. [m]"""
    span = span_of(rig)
    taken = sorted(
        {
            span.low_m,
            span.high_m,
            *(h.position_m for h in handles(rig)[1:] if span.low_m <= h.position_m <= span.high_m),
        }
    )
    gaps = list(pairwise(taken))
    if near is not None:
        above = next(((a, b) for a, b in gaps if a >= near.position_m - 1e-9), None)
        gaps = [above] if above else gaps
    low, high = max(gaps, key=lambda g: g[1] - g[0], default=span)
    if high - low < 2 * LEAST_GAP_M:
        raise Infeasible.one(
            "no-room", "There is no room for another shot there.", "Slide others apart first.", ("above",)
        )
    return 0.5 * (low + high)


def _resize(rig: Rig, change: Resize, stock: Stock) -> Rig:
    shot = next((c for c in rig.components if c.id == change.piece and isinstance(c, Shot)), None)
    if shot is None:
        raise NotUnderstood.one("no-shot", f"The rig has no shot {change.piece!r}.", "Select a shot.", ("piece",))
    larger = change.step > 0
    held = [s for s in stock.shot if s.count > 0 and s.material == shot.material]
    fitting = [s for s in held if (s.mass_kg > shot.mass_kg + 1e-9 if larger else s.mass_kg < shot.mass_kg - 1e-9)]
    if not fitting:
        size = "larger" if larger else "smaller"
        raise Infeasible.one("no-size", f"The box has no {shot.material} shot {size} than this one.", "", ("piece",))
    s = min(fitting, key=lambda f: abs(f.mass_kg - shot.mass_kg))
    swapped = shot.model_copy(
        update={"item": s.item, "label": s.label, "mass_kg": s.mass_kg, "density_kg_m3": s.density_kg_m3}
    )
    return rig.replace_components(tuple(swapped if c.id == shot.id else c for c in rig.components))


def _change_float(rig: Rig, change: ChangeFloat) -> Rig:
    kind = FLOAT_TYPE.get(change.spec.type)
    mount = rig.float_piece.mount
    if kind is None or mount not in kind.mounts:
        name = kind.name if kind else change.spec.type
        raise NotUnderstood.one(
            "float-for-family",
            f"A {name} cannot be put on this kind of rig.",
            "Take another float or start another rig.",
            ("spec", "type"),
        )
    old = rig.float_piece
    new = Float(
        id=old.id, label=change.spec.label, item=change.item, spec=change.spec, mount=mount, position_m=old.position_m
    )
    # A wish that was only the old float's habit becomes the new one's; a tip the angler chose stays.
    habit = FLOAT_TYPE[old.spec.type].usual_tip_m
    aim = rig.aim.model_copy(update={"tip_m": kind.usual_tip_m}) if rig.aim.tip_m == habit else rig.aim
    return rig.replace_components(tuple(new if c.id == old.id else c for c in rig.components), aim=aim)
