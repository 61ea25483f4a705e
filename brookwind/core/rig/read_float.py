"""Reading a float from plain data."""

from __future__ import annotations

from brookwind.core.floats.spec import FloatSpec
from brookwind.core.rig.refusals import read_as


def read_float(data: object) -> FloatSpec:
    """Read a float from plain data, with sentences for what is wrong.

    data: what a JSON reader returned.
    Raises: BrookwindError with a path for each problem.
    """
    return read_as(FloatSpec, data, "float", "A float is a JSON object with a type.")
