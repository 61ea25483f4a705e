"""Shot and larger weights as they are typed, tied on."""

from __future__ import annotations

from math import pi
from typing import Any

from brookwind.core.edits.add_shot import room_m
from brookwind.core.edits.means import Means
from brookwind.core.edits.move import BELOW_FLOAT_M
from brookwind.core.edits.several import APART_M
from brookwind.core.edits.tie_tackle import above_float, knot_m
from brookwind.core.errors import OutOfRange
from brookwind.core.figures import length
from brookwind.core.matter.materials import WEIGHT_MATERIAL
from brookwind.core.rig.builds import WEAK_LINK_M
from brookwind.core.rig.components import Link, Shot, ShotRole, Weight
from brookwind.core.rig.document import Rig
from brookwind.core.rig.shot_series import MODERN_MASS_KG, size_label
from brookwind.core.rig.threading import free_id, take_off, thread_on
from brookwind.core.rig.typed_parts import RUNNING, TypedShot, TypedWeight

CLIP_M = 0.03
"""Length of a clip or snap that a weight hangs on. [m] Editable default."""


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


def bunch(
    rig: Rig, means: Means, part: TypedShot, at: float | None, role: ShotRole | None = None
) -> tuple[Rig, float | None]:
    """The rig with shot touching one the next, and where the next part of the same line goes.

    rig: the rig.
    means: the box.
    part: the shot.
    at: where the lowest goes; where there is room when not given. [m]
    role: its task; by how many and where when not given.
    Raises: OutOfRange when it does not fit below the float.
    """
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
        rig = above_float(rig, shot) if above else thread_on(rig, shot)
    return rig, place + tall + step


def weigh(rig: Rig, means: Means, part: TypedWeight, at: float | None) -> tuple[Rig, float | None]:
    """The rig with larger weights, and where the next part of the same line goes.

    rig: the rig.
    means: the box.
    part: the weights.
    at: where the lowest goes; above the knot, or half way up, when not given. [m]
    Raises: OutOfRange for more jigs than hooks.
    """
    if part.on is not None:
        rig, at = bunch(rig, means, part.on, at, role="stack")
    if part.shape == "jig":
        if part.count > 1:
            raise OutOfRange.one("typed-count", f"{part.count} jigs on one hook.", "Tie one.")
        rig, place = take_off(rig, lambda c: isinstance(c, Weight) and c.shape == "jig"), 0.0
    else:
        place = (knot_m(rig) or 0.5 * rig.setting_m) if at is None else at
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
    link = None if part.link is None else Link(length_m=WEAK_LINK_M if part.link == "weak" else CLIP_M)
    for i in range(part.count):
        weight = Weight(
            id=free_id(rig, "weight"), **fields, shape=part.shape, runs=link is None and part.shape in RUNNING,
            position_m=place + i * step, link=link,
        )  # fmt: skip
        rig = thread_on(rig, weight)
    return rig, None if at is None else at + part.count * step


def _thickness_m(fields: dict[str, Any]) -> float:
    """How thick a ball of that mass and density is. [m]"""
    thick: float = (6.0 * fields["mass_kg"] / (pi * fields["density_kg_m3"])) ** (1.0 / 3.0)
    return thick
