"""New things in the box from what is typed of them."""

from __future__ import annotations

import re

from brookwind.core.box.items import (
    BaitStock,
    BeadStock,
    BoxItem,
    HookStock,
    LeaderStock,
    LineStock,
    StopStock,
    SwivelStock,
)
from brookwind.core.box.stock import FloatStock, LeadStock
from brookwind.core.errors import BrookwindError, NotUnderstood
from brookwind.core.floats.spec import FloatSpec
from brookwind.core.matter.materials import WEIGHT_MATERIAL
from brookwind.core.rig.book import SHIPPED, hook_size
from brookwind.core.rig.builds import SWIVEL_KG
from brookwind.core.rig.labels import parse_label
from brookwind.core.rig.lines import diameter_for_m
from brookwind.core.rig.typed import read_typed
from brookwind.core.rig.typed_parts import (
    Part,
    TypedBait,
    TypedBead,
    TypedFloat,
    TypedHook,
    TypedLine,
    TypedStop,
    TypedSwivel,
    TypedWeight,
)
from brookwind.core.rig.written import SWIVELS

LARGE_FLOAT_KG = 0.005
"""A float printed in grams that carries this much and is of no named type runs on the line. [kg] Editable default."""
FLOAT_BY_READING = {"pole-code": "pole-body-up", "shot": "straight-waggler", "built-in-and-added": "loaded-waggler"}
"""What a float is that is only labelled, by how its label reads. Editable default."""
_LINE = re.compile(r"^0?[.,]\d+(?:\s*mm)?\s+(?:nylon|mono|fluorocarbon|fluoro|braid|wire)$|^(?:nylon|braid|wire)\b.*")


def part_of(text: str) -> tuple[int, Part] | None:
    """A thing that is typed, and how many of it; None when it is none, or shot, which the box knows by its size.

    text: such as `1/4 oz bullet`, `4x14 pole float`, `0.17 nylon`, `10 beads 5 mm`.
    """
    try:
        [part, *more] = read_typed(f"main {text}" if _LINE.match(text.lower()) else text).parts
    except BrookwindError:
        return None
    return None if more or part.kind in {"shot", "bare", "elastic"} else (getattr(part, "count", 1), part)


def made(part: Part) -> BoxItem:
    """The compartment for a typed part, with none in it yet.

    part: what was typed.
    Raises: NotUnderstood for what is not kept in a box, an unknown hook or bait.
    """
    match part:
        case TypedWeight():
            metal = WEIGHT_MATERIAL[part.metal or "lead"]
            label = part.label if metal.id == "lead" else f"{part.label}, {metal.name}"
            return LeadStock(
                item=_slug("lead", label), label=label[:60], shape=part.shape, mass_kg=part.mass_kg, material=metal.id,
                density_kg_m3=metal.density_kg_m3, count=0,
            )  # fmt: skip
        case TypedBead():
            label = f"bead {part.length_m * 1000:g} mm"
            return BeadStock(item=_slug("", label), label=label, length_m=part.length_m, hole_m=part.hole_m, count=0)
        case TypedStop():
            label = "rubber stop" if part.rubber else "stop knot thread"
            return StopStock(
                item=_slug("", label), label=label, material="rubber" if part.rubber else "thread", count=0
            )
        case TypedSwivel():
            label = SWIVELS[part.form]
            return SwivelStock(item=_slug("", label), label=label, mass_kg=SWIVEL_KG, count=0)
        case TypedHook():
            label = f"hook {hook_size(part.size).label}"
            return HookStock(item=_slug("", label), label=label, size=part.size, count=0)
        case TypedFloat():
            return _float(part)
        case TypedLine():
            return _line(part)
        case TypedBait():
            return _bait(part)
        case _:
            raise NotUnderstood.one("not-boxed", "That is not kept in a box.", "Type a thing that is.", ("text",))


def _float(part: TypedFloat) -> FloatStock:
    by_label = FLOAT_BY_READING.get(parse_label(part.label).reading) if re.search(r"\D", part.label) else None
    kind = (*part.types, by_label, "cigar-slider" if part.load_kg >= LARGE_FLOAT_KG else "straight-waggler")
    float_type = next(k for k in kind if k)
    spec = FloatSpec(type=float_type, label=part.label, capacity_kg=part.load_kg, built_in_kg=part.built_in_kg or None)
    return FloatStock(item=_slug(float_type, part.label), label=part.label, spec=spec, count=0)


def _line(part: TypedLine) -> LineStock | LeaderStock:
    material = part.material or "nylon"
    diameter = part.line_m or diameter_for_m(part.strength_n or 30.0, material)
    label = f"{diameter * 1000:.2f} mm {material}"
    if part.role == "hooklength" and part.length_m is not None:
        label = f"{label}, {part.length_m * 100:g} cm"
        return LeaderStock(
            item=_slug("leader", label), label=label, material=material, diameter_m=diameter, length_m=part.length_m,
            strength_n=part.strength_n, count=0,
        )  # fmt: skip
    return LineStock(
        item=_slug("line", label), label=label, material=material, diameter_m=diameter, strength_n=part.strength_n,
        count=0,
    )  # fmt: skip


def _bait(part: TypedBait) -> BaitStock:
    kind = next((b for b in SHIPPED.baits.values() if part.name in (b.id, b.name)), None)
    if kind is None:
        raise NotUnderstood.one(
            "typed-bait", f"There is no bait {part.name!r} in the book.", "Type its name as in the book.", ("text",)
        )
    return BaitStock(
        item=_slug("bait", kind.id), label=kind.name, bait=kind.id, mass_kg=kind.mass_kg,
        density_kg_m3=kind.density_kg_m3, count=0,
    )  # fmt: skip


def _slug(*words: str) -> str:
    return re.sub(r"[^a-z0-9.]+", "-", "-".join(w for w in words if w).lower()).strip("-")[:60]
