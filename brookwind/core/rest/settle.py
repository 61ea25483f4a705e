"""The float and what hangs on it, come to rest in still water."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from typing import Literal

from brookwind.core.errors import BrookwindError
from brookwind.core.floats.attitude import Attitude, Pull, attitude
from brookwind.core.floats.body import FloatBody, float_body
from brookwind.core.floats.immersion import immersion_at_load_m, load_at_immersion_n, sinking_load_n
from brookwind.core.floats.standing import righting_stiffness_n_m
from brookwind.core.limits import FloatStatus
from brookwind.core.matter.density import water_density_kg_m3
from brookwind.core.rest.hang import Hanging, Laid, hanging, lay_out
from brookwind.core.rig.document import Rig
from brookwind.core.rig.families import layout_of

_TOLERANCE_M = 1e-10
"""Waterlines are found within this. [m]"""


@dataclass(frozen=True)
class Settled:
    """A rig at rest. When it sinks, the float is just under and `spare_n` is negative by the excess."""

    status: FloatStatus
    immersion_m: float
    """Height of the waterline above the base; of a float that lies, as if it stood. [m]"""
    tip_m: float
    """Length of float above the water; of one that lies, of its axis. [m]"""
    lean_rad: float
    """Lean from upright. [rad]"""
    pull_n: float
    """What the float carries; under water, what hangs on it. [N]"""
    touching_n: float
    """Part of the pull that is a piece just touching the bed, carried by float and bed together. [N]"""
    attachment_m: float
    """Depth of the stop or of the point the setting is measured to; negative above the surface. [m]"""
    laid: Laid
    hanging: Hanging
    body: FloatBody
    water_kg_m3: float
    rod_n: float = 0.0
    """What a tight line from the rod holds of it; negative: by so much it draws the float down. [N]"""


def attachment_depth_m(body: FloatBody, immersion_m: float, stop_above_m: float = 0.0) -> float:
    """Depth of the point from which the setting is measured; negative above the surface. [m]

    a = z - z_ref - b

    body: the float.
    immersion_m: height of the waterline above the float's base. [m]
    stop_above_m: beads between the stop and the float. [m, 0 or more]
    Source: geometry: a bottom-end float holds the line its draft below the surface, an in-line slider's stop rests on
    top of what stands out.
    """
    return immersion_m - body.setting_from_m - stop_above_m


def settle(rig: Rig) -> Settled:
    """Bring a rig to rest in the still water it is tied for.

    The float's buoyancy grows with immersion and what it carries never does (pieces reach the bed), so the balance is
    a single crossing, found by halving. At a jump, a piece touching the bed is carried in part.

    rig: the rig.
    Raises: OutOfRange or NotUnderstood when the float cannot be.
    Source: Archimedes' principle; `lay_out`.
    """
    water = water_density_kg_m3(rig.water.temperature_c, rig.water.salinity)
    try:
        body = float_body(rig.float_piece.spec)
    except BrookwindError as error:
        raise error.under("components", rig.components.index(rig.float_piece), "spec") from error
    hung = hanging(rig, water)
    depth = rig.water.depth_m

    def laid_at(z: float) -> Laid:
        return lay_out(hung, attachment_depth_m(body, z, hung.stop_above_m), depth)

    z = _balance(body, water, laid_at)
    tight = _on_a_tight_line(rig, body, water, hung, laid_at, z)
    if tight is not None:
        return tight
    if z is None:
        length = body.length_m
        laid = laid_at(length)
        return Settled(
            "sinks", length, 0.0, 0.0, laid.pull_n, 0.0, _attach(body, hung, length), laid, hung, body, water
        )
    laid = laid_at(z)
    carried = load_at_immersion_n(body, z, water)
    at, tip, lean = _attach(body, hung, z), body.length_m - z, 0.0
    status: Literal["stands", "lies"] = "stands"
    touching = carried - laid.pull_n if laid.on_bed else 0.0
    if righting_stiffness_n_m(body, z, water) <= 0.0:
        # Lying down it lets the line hang from elsewhere, which changes what hangs by a hair: put in a few times.
        for _ in range(4):
            rest = _lying(body, carried, water)
            at = rest.depth_of_m(body.setting_from_m) - hung.stop_above_m
            laid = lay_out(hung, at, depth)
            again = laid.pull_n + touching
            if abs(again - carried) < 1e-12:
                break
            carried = again
        z = immersion_at_load_m(body, carried, water) or 0.0
        lean, tip = rest.lean_rad, rest.tip_m
        status = "stands" if rest.stands else "lies"
    return Settled(status, z, tip, lean, carried, touching, at, laid, hung, body, water)


def _on_a_tight_line(
    rig: Rig, body: FloatBody, water: float, hung: Hanging, laid_at: Callable[[float], Laid], z: float | None
) -> Settled | None:
    """The float at its wanted tip when the family has the angler hold the rest, or tighten down to it; else None.

    A loaded-over float that would go under is held up by the excess; one that floats is not held. One whose shot lies
    on the bed is drawn down by what is missing, as far as that shot stays where it is.
    """
    layout = layout_of(rig)
    wanted = body.length_m - rig.aim.tip_m
    if wanted <= 0.0 or not (layout.overload > 1.0 or layout.draws):
        return None
    laid, at_wish = laid_at(wanted), load_at_immersion_n(body, wanted, water)
    if layout.overload > 1.0 and z is None and laid.pull_n > at_wish:
        waterline: float | None = wanted
    elif layout.draws and laid.pull_n < at_wish:
        lying = sum(i.weight_n for i in hung.items if i.component.id in laid.on_bed and i.weight_n > 0.0)
        waterline = immersion_at_load_m(body, min(at_wish, laid.pull_n + lying), water) if lying else None
    else:
        waterline = None
    if waterline is None or righting_stiffness_n_m(body, waterline, water) <= 0.0:
        return None
    laid, carried = laid_at(waterline), load_at_immersion_n(body, waterline, water)
    at, tip = _attach(body, hung, waterline), body.length_m - waterline
    held = laid.pull_n - carried
    return Settled("stands", waterline, tip, 0.0, carried, 0.0, at, laid, hung, body, water, rod_n=held)


def _lying(body: FloatBody, carried_n: float, water: float) -> Attitude:
    # Carried up to the very brim it is still afloat.
    most = (1.0 - 1e-9) * sinking_load_n(body, water)
    rest = attitude(body, Pull(min(max(0.0, carried_n), most)), water)
    assert rest is not None, "a float that has a waterline is not under"
    return rest


def _attach(body: FloatBody, hung: Hanging, z: float) -> float:
    return attachment_depth_m(body, z, hung.stop_above_m)


def _balance(body: FloatBody, water: float, laid_at: Callable[[float], Laid]) -> float | None:
    # Hanging free, the pull hardly depends on the immersion: putting it back in a few times settles it.
    free = body.length_m - body.design_tip_m
    for _ in range(6):
        again = immersion_at_load_m(body, laid_at(free).pull_n, water)
        if again is not None and abs(again - free) < _TOLERANCE_M:
            return again
        if again is None:
            break
        free = again
    low, high = 0.0, body.length_m
    if laid_at(high).pull_n > load_at_immersion_n(body, high, water):
        return None
    while high - low > _TOLERANCE_M:
        middle = 0.5 * (low + high)
        if laid_at(middle).pull_n > load_at_immersion_n(body, middle, water):
            low = middle
        else:
            high = middle
    return high
