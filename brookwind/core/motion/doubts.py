"""How far the answer may be off because the water and the drag are not known exactly, and which of them counts."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, replace

import numpy as np

from brookwind.core.flow.line_drag import LINE_DRAG_RANGE, SKIN_FRICTION, SKIN_FRICTIONS
from brookwind.core.flow.profile import EXPONENTS, NEAR_BEDS
from brookwind.core.frozen import Frozen
from brookwind.core.motion.afloat import Afloat
from brookwind.core.motion.chain import Array
from brookwind.core.motion.equilibrium import variants
from brookwind.core.motion.forces import State
from brookwind.core.rig.document import Conditions

FLOAT_DRAG_RANGE = (0.6, 1.4)
"""Share of a float's drag that it may really have. Editable default."""
GIVEN_EXPONENT = (0.8, 1.25)
"""Share of an entered exponent that it may really be. Editable default."""
_BALANCED_M = 5e-3
"""A disturbed shape this far out of balance is solved anew. [m]"""


class Range(Frozen):
    """A figure and where it may lie. [m]"""

    value_m: float
    low_m: float
    high_m: float


class Doubt(Frozen):
    """One thing not known exactly, and how far it alone moves the bait up and down."""

    id: str
    name: str
    low_m: float
    """Height of the bait with the one end of what is plausible; the other is `high_m`. [m]"""
    high_m: float
    says: str


@dataclass(frozen=True)
class _Unknown:
    id: str
    name: str
    ends: Callable[[Afloat, Conditions], tuple[float, float]]
    says: str


def _exponents(_: Afloat, conditions: Conditions) -> tuple[float, float]:
    if conditions.exponent is None:
        return EXPONENTS
    low, high = GIVEN_EXPONENT
    return max(1.0, low * conditions.exponent), high * conditions.exponent


_UNKNOWNS = (
    _Unknown("profile", "how the current slows towards the bed", _exponents, "Time a drift below the surface."),
    _Unknown("layer", "the slow layer at the bed", lambda a, c: NEAR_BEDS, "Hold the bait clear of the bed."),
    _Unknown("line", "the drag of the line", lambda a, c: LINE_DRAG_RANGE, "A thinner line would matter most."),
    _Unknown("skin", "the friction along the line", lambda a, c: SKIN_FRICTIONS, "It cannot be measured at the water."),
    _Unknown("float", "the drag of the float", lambda a, c: FLOAT_DRAG_RANGE, "Time the float over a few metres."),
)


def bait_height_m(afloat: Afloat, state: State) -> Array:
    """Height of the hook above the bed below it, lying line counted as less than nothing. [m, shape (...)]

    afloat: whose chain it is.
    state: places of its nodes.
    """
    flow, slope = afloat.setup.flow, afloat.setup.slope
    bed = np.asarray(flow.depth_m) + slope * (state.x - state.x[..., :1])
    found: Array = np.maximum(bed[..., -1] - state.z[..., -1], 0.0)
    return found


def doubts(afloat: Afloat, conditions: Conditions) -> tuple[Range, Range, tuple[Doubt, ...]] | None:
    """Ranges of the bait's height and of its lead, and what each unknown does to the height; None if not found.

    afloat: the shape as reckoned.
    conditions: what the angler says of the water.
    Each unknown is moved to both ends of what is plausible, the others kept; the changes are added in squares.
    Source: propagation of errors; ranges are `EXPONENTS`, `NEAR_BEDS`, `LINE_DRAG_RANGE`, `SKIN_FRICTIONS`,
    `FLOAT_DRAG_RANGE`.
    """
    unknowns = [u for u in _UNKNOWNS if u.id != "float" or conditions.hold is None]
    m = 2 * len(unknowns)
    flow, setup, top = afloat.setup.flow, afloat.setup, afloat.top
    columns = {
        "profile": np.full((m, 1), float(flow.exponent)),
        "layer": np.full((m, 1), float(np.max(flow.near_bed))),
        "line": np.ones((m, 1)),
        "skin": np.full((m, 1), SKIN_FRICTION),
        "float": np.ones((m, 1)),
    }
    for i, unknown in enumerate(unknowns):
        columns[unknown.id][2 * i : 2 * i + 2, 0] = unknown.ends(afloat, conditions)
    varied = replace(
        setup,
        flow=replace(flow, exponent=columns["profile"], near_bed=columns["layer"]),
        line_drag=columns["line"],
        skin=columns["skin"],
    )
    held = replace(top, drag_kg_m=top.drag_kg_m * columns["float"][:, 0])
    try:
        state, off = variants(afloat.chain, varied, held, afloat.resting.state, m)
    except ArithmeticError:
        return None
    if np.max(off) > _BALANCED_M:
        return None
    known = afloat.resting.state
    heights, leads = bait_height_m(afloat, state), state.x[:, -1] - state.x[:, 0]
    found = tuple(
        Doubt(id=u.id, name=u.name, low_m=float(heights[2 * i]), high_m=float(heights[2 * i + 1]), says=u.says)
        for i, u in enumerate(unknowns)
    )
    height, lead = float(bait_height_m(afloat, known)), float(known.x[-1] - known.x[0])
    return _range(height, heights, 0.0), _range(lead, leads, -np.inf), found


def _range(value: float, ends: Array, least: float) -> Range:
    pairs = (ends - value).reshape(-1, 2)
    down, up = np.minimum(pairs.min(axis=1), 0.0), np.maximum(pairs.max(axis=1), 0.0)
    low, high = value - float(np.sqrt(np.sum(down**2))), value + float(np.sqrt(np.sum(up**2)))
    return Range(value_m=value, low_m=max(least, low), high_m=high)


def dominant(found: tuple[Doubt, ...]) -> Doubt | None:
    """What moves the bait most; None when nothing moves it by a centimetre.

    found: all of them.
    """
    most = max(found, key=lambda d: abs(d.high_m - d.low_m), default=None)
    return most if most and abs(most.high_m - most.low_m) >= 0.01 else None
