"""Figures of a sentence: SI values and what kind of quantity they are; the edge writes them in the person's units."""

from __future__ import annotations

from collections.abc import Mapping
from math import isfinite
from typing import Literal

from pydantic import BaseModel, ConfigDict, Field

from brookwind.core.frozen import Frozen

Quantity = Literal[
    "depth", "line", "tip", "thickness", "load", "mass", "distance", "time", "angle", "speed", "force", "share",
    "temperature", "capacity", "wind",
]  # fmt: skip

NINE_IN_TEN = 1.645
"""Standard errors to either side that hold nine cases in ten. Source: normal distribution."""

_SI: Mapping[Quantity, tuple[float, int, str]] = {
    "depth": (1.0, 2, "m"),
    "line": (100.0, 1, "cm"),
    "tip": (1000.0, 1, "mm"),
    "thickness": (1000.0, 2, "mm"),
    "load": (1000.0, 2, "g"),
    "mass": (1.0, 2, "kg"),
    "distance": (1.0, 1, "m"),
    "time": (1.0, 1, "s"),
    "angle": (1.0, 0, "°"),
    "speed": (1.0, 2, "m/s"),
    # A pull in grams, as an angler feels it: grams under standard gravity.
    "force": (1000.0 / 9.80665, 2, "g"),
    "share": (100.0, 0, "%"),
    "temperature": (1.0, 1, "°C"),
    # What limits a float's size is an estimate: two figures are all that is known of it.
    "capacity": (1000.0, 2, "g"),
    # Nobody knows tomorrow's wind to the decimetre a second.
    "wind": (1.0, 0, "m/s"),
}


_STRONG_N = 2.0
"""A fish's pull is written in grams, a line's strength in kilograms."""
_THICK_M = 0.000995
"""Line is told to the hundredth of a millimetre, beads and bores to the tenth."""
_SMALL_KG = 0.0000995
"""Loads below this, as the finest shot are, are written to the milligram."""


def told_tip_step_m(tip_m: float) -> float:
    """A tip is told to this where nothing more is known of the float. [m]

    tip_m: the tip. [m]
    Source: handbook 11, sense of figures; editable default.
    >>> [str(tip(m)) for m in (0.0004, 0.0031, 0.0134)]
    ['0.4 mm', '3.0 mm', '13 mm']
    """
    return 0.0001 if abs(tip_m) < 0.001 else 0.0005 if abs(tip_m) < 0.005 else 0.001


class Figure(BaseModel):
    """A figure, SI, and what kind of quantity it is."""

    model_config = ConfigDict(frozen=True)

    value: float
    quantity: Quantity

    def __str__(self) -> str:
        scale, digits, unit = _SI[self.quantity]
        if self.quantity == "tip" and isfinite(self.value):
            step = told_tip_step_m(self.value)
            return f"{round(self.value / step) * step * scale:.{0 if step >= 0.001 else digits}f} {unit}"
        if self.quantity == "capacity":
            return f"{float(f'{self.value * scale:.2g}'):g} {unit}"
        if self.quantity == "force" and abs(self.value) >= _STRONG_N:
            scale, unit = scale / 1000.0, "kg"
        if self.quantity == "thickness" and abs(self.value) >= _THICK_M:
            digits = 1
        if self.quantity == "time" and float(self.value).is_integer():
            digits = 0
        if self.quantity == "load" and abs(self.value) < _SMALL_KG:
            digits = 3
        return f"{self.value * scale:.{digits}f}{'' if unit == '°' else ' '}{unit}"


class Told(Frozen):
    """A sentence with its figures, and nothing to be done about it."""

    says: str
    figures: dict[str, Figure] = Field(default_factory=dict)


def depth(value_m: float) -> Figure:
    """A depth or height in the water.

    value_m: the depth. [m]
    """
    return Figure(value=value_m, quantity="depth")


def length(value_m: float) -> Figure:
    """A length along the line.

    value_m: the length. [m]
    """
    return Figure(value=value_m, quantity="line")


def tip(value_m: float) -> Figure:
    """A length of tip.

    value_m: the tip. [m]
    """
    return Figure(value=value_m, quantity="tip")


def thickness(value_m: float) -> Figure:
    """A thickness or bore, read off in millimetres by everyone.

    value_m: the thickness. [m]
    """
    return Figure(value=value_m, quantity="thickness")


def load(value_kg: float) -> Figure:
    """A load as lead shot, or a small mass.

    value_kg: the mass. [kg]
    """
    return Figure(value=value_kg, quantity="load")


def mass(value_kg: float) -> Figure:
    """A mass of feed or fish.

    value_kg: the mass. [kg]
    """
    return Figure(value=value_kg, quantity="mass")


def force(value_n: float) -> Figure:
    """A pull or a strength.

    value_n: the force. [N]
    """
    return Figure(value=value_n, quantity="force")


def speed(value_m_s: float) -> Figure:
    """A speed.

    value_m_s: the speed. [m/s]
    """
    return Figure(value=value_m_s, quantity="speed")


def angle(value_deg: float) -> Figure:
    """An angle.

    value_deg: the angle. [degrees]
    """
    return Figure(value=value_deg, quantity="angle")


def share(value: float) -> Figure:
    """A part of a whole.

    value: the part, 1 the whole.
    """
    return Figure(value=value, quantity="share")


def temperature(value_c: float) -> Figure:
    """A temperature.

    value_c: the temperature. [°C]
    """
    return Figure(value=value_c, quantity="temperature")
