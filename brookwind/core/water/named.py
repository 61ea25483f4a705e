"""Water by its name: `fresh`, `fresh:12`, `sea`, `sea:35,12`."""

from __future__ import annotations

import re

from brookwind.core.errors import NotUnderstood

_NAMED = re.compile(r"(fresh|sea|brackish)(?::(-?\d+(?:\.\d+)?)(?:,(-?\d+(?:\.\d+)?))?)?")
_SALT = {"fresh": 0.0, "brackish": 12.0, "sea": 35.0}
_USUAL_C = 15.0
"""Of a water of which no temperature is said. [°C] Editable default."""


def named_water(text: str) -> tuple[float, float]:
    """Temperature and salinity of a water by its name. [°C, g/kg]

    text: `fresh` or `fresh:12` with a temperature; `sea:35,12` or `brackish:10,14` with salinity and temperature.
    Raises: NotUnderstood with examples.
    >>> named_water("sea:35,12")
    (12.0, 35.0)
    """
    found = _NAMED.fullmatch(text.strip().lower().replace(" ", ""))
    if not found or (found[1] == "fresh" and found[3]):
        raise NotUnderstood.one(
            "water-name", f"{text!r} is no water Brookwind knows.", "Write fresh:12, sea:35,12 or brackish:10,14."
        )
    first, second = found[2], found[3]
    if found[1] == "fresh":
        return (float(first) if first else _USUAL_C), 0.0
    return (float(second) if second else _USUAL_C), (float(first) if first else _SALT[found[1]])
