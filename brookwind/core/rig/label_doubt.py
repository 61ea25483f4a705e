"""How far a float's label may be off."""

from __future__ import annotations

from itertools import pairwise
from math import log

from brookwind.core.errors import NotUnderstood
from brookwind.core.figures import NINE_IN_TEN
from brookwind.core.floats.spec import FloatSpec
from brookwind.core.floats.types import FLOAT_TYPE
from brookwind.core.rig.labels import parse_label

POLE_LABEL = ((0.0001, 0.40), (0.0003, 0.25), (0.0006, 0.15))
"""(capacity, how far off) of pole floats, nine times in ten: the tiny ones most. [kg, share] Editable defaults."""
SHOT_LABEL = 0.12
"""The same of floats labelled in shot. Editable default."""
GRAMS_LABEL = 0.09
"""The same of floats printed in grams or ounces. Editable default."""


def label_error(spec: FloatSpec, rated_kg: float) -> float:
    """Standard error of what a label says, as a share of it.

    spec: the float as entered.
    rated_kg: its capacity. [kg, more than 0]
    """
    kind = FLOAT_TYPE.get(spec.type)
    if kind is not None and kind.mounts[0].startswith("pole"):
        return _of_pole_float(rated_kg) / NINE_IN_TEN
    return (SHOT_LABEL if _in_shot(spec.label) else GRAMS_LABEL) / NINE_IN_TEN


def _of_pole_float(rated_kg: float) -> float:
    """Between the sizes that are known, on straight lines over the logarithm of capacity."""
    if rated_kg <= POLE_LABEL[0][0]:
        return POLE_LABEL[0][1]
    for (low, at_low), (high, at_high) in pairwise(POLE_LABEL):
        if rated_kg <= high:
            return at_low + (at_high - at_low) * log(rated_kg / low) / log(high / low)
    return POLE_LABEL[-1][1]


def _in_shot(label: str) -> bool:
    try:
        return parse_label(label).reading in {"shot", "pole-code"}
    except NotUnderstood:
        return False
