"""Figures in the person's units, for what is written outside the pages."""

from __future__ import annotations

from typing import Literal

from pydantic import BaseModel, ConfigDict

from brookwind.core.figures import Figure

FOOT_M, INCH_M, OUNCE_KG = 0.3048, 0.0254, 0.028349523125
"""Source: the international yard and pound of 1959."""


class Units(BaseModel):
    """What a person reads depths, lengths along the line and loads in."""

    model_config = ConfigDict(frozen=True)

    depth: Literal["m", "ft"] = "m"
    line: Literal["cm", "in"] = "cm"
    mass: Literal["g", "oz"] = "g"


METRIC = Units()


def write(figure: Figure, units: Units = METRIC) -> str:
    """A figure as a person would read it off their gear.

    figure: SI value and quantity.
    units: the person's.
    >>> write(Figure(value=1.238, quantity="line")), write(Figure(value=0.36, quantity="line"))
    ('1.24 m', '36 cm')
    >>> write(Figure(value=1.238, quantity="line"), Units(line="in"))
    '48.7 in'
    """
    value = figure.value
    match figure.quantity:
        case "line":
            return line(value, units)
        case "depth" if units.depth == "ft":
            return _feet(value)
        case "distance" if units.depth == "ft":
            return f"{value / FOOT_M:.0f} ft"
        case "speed" if units.depth == "ft":
            return f"{value / FOOT_M:.2f} ft/s"
        case "load" if units.mass == "oz":
            return f"{value / OUNCE_KG:.3f} oz"
        case "time":
            # Counted at the water, in whole seconds.
            return f"{max(1, round(value))} s"
        case _:
            return str(figure)


def line(value_m: float, units: Units = METRIC) -> str:
    """A length along the line.

    value_m: the length. [m]
    units: the person's.
    """
    if units.line == "in":
        return _feet(value_m) if abs(value_m) >= 6 * FOOT_M else f"{value_m / INCH_M:.1f} in"
    if abs(value_m) >= 0.995:
        return f"{value_m:.2f} m"
    return f"{value_m * 100:.{1 if 0 < abs(value_m) < 0.0995 else 0}f} cm"


def _feet(value_m: float) -> str:
    inches = round(abs(value_m) / INCH_M)
    sign = "-" if value_m < 0 < inches else ""
    return f"{sign}{inches // 12} ft {inches % 12} in" if inches >= 12 else f"{sign}{inches} in"
