"""Reading a float from plain data."""

from __future__ import annotations

from pydantic import ValidationError

from brookwind.core.errors import NotUnderstood
from brookwind.core.floats.spec import FloatSpec
from brookwind.core.rig.refusals import from_validation


def read_float(data: object) -> FloatSpec:
    """Read a float from plain data, with sentences for what is wrong.

    data: what a JSON reader returned.
    Raises: BrookwindError with a path for each problem.
    """
    if not isinstance(data, dict):
        raise NotUnderstood.one("not-a-float", "This is not a float.", "A float is a JSON object with a type.")
    try:
        return FloatSpec.model_validate(data)
    except ValidationError as error:
        raise from_validation(error) from error
