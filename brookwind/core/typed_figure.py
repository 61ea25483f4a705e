"""Reading a figure as it is typed: a number, with or without its unit."""

from __future__ import annotations

import re

from brookwind.core.errors import NotUnderstood
from brookwind.core.quantities import FOOT_M, INCH_M, METRIC, SPELT, TABLE, TYPED, Quantity, Units, way_of

_NUMBER = r"([+-]?(?:\d+(?:[.,]\d*)?|[.,]\d+))"
_SIMPLE = re.compile(rf"{_NUMBER}\s*([a-z°%'\"″′/³0-9]*)")
_FEET = re.compile(rf"{_NUMBER}\s*(?:ft|feet|foot|'|′)\s*{_NUMBER}\s*(?:in|inch|inches|\"|″)?")


def read_figure(typed: str, quantity: Quantity, units: Units = METRIC) -> float:
    """Return what was typed as an SI value.

    typed: such as `1.9 m`, `6 ft 3`, `0,4 g` or `25`; a bare number is in the person's own unit.
    quantity: what is wanted.
    units: the person's.
    Raises: NotUnderstood with an example of what would be right.
    >>> [round(read_figure(t, q), 3) for t, q in (("6 ft 3", "depth"), ("25", "line"), ("61 °F", "temperature"))]
    [1.905, 0.25, 16.111]
    """
    text = typed.strip().lower().replace("−", "-")
    entry = TABLE[quantity]
    if entry.reads == "length" and (both := _FEET.fullmatch(text)):
        feet, inches = _number(both[1]), _number(both[2])
        if 0 <= inches < 12:
            return (-1 if both[1].startswith("-") else 1) * (abs(feet) * FOOT_M + inches * INCH_M)
        raise _unread(typed, quantity, " in feet and inches")
    found = _SIMPLE.fullmatch(text)
    if found is None:
        raise _unread(typed, quantity)
    value, unit = _number(found[1]), SPELT.get(found[2], found[2])
    if entry.reads == "temperature":
        degrees = unit.strip("°") or units.temperature.lower()
        if degrees not in {"c", "f"}:
            raise _unread(typed, quantity)
        return (value - 32.0) / 1.8 if degrees == "f" else value
    scale = TYPED[entry.reads].get(unit or own_unit(quantity, units))
    if scale is None:
        raise _unread(typed, quantity)
    return value * scale


def own_unit(quantity: Quantity, units: Units = METRIC) -> str:
    """Return the unit that a bare number of this quantity is in.

    quantity: what is wanted.
    units: the person's.
    """
    if quantity in {"depth", "line", "tip", "thickness"}:
        return {"depth": units.depth, "line": units.line}.get(quantity, units.fine)
    return way_of(0.0, quantity, units).unit


def _number(text: str) -> float:
    return float(text.replace(",", "."))


def _unread(typed: str, quantity: Quantity, how: str = "") -> NotUnderstood:
    entry = TABLE[quantity]
    shown = typed.strip()[:60]
    says = f"“{shown}” is not {entry.what}{how}." if shown else f"{entry.what[0].upper()}{entry.what[1:]} is missing."
    return NotUnderstood.one(f"figure-{quantity}", says, f"Write it like {entry.example}.")
