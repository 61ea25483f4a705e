"""Figures of a sentence: SI values and what kind of quantity they are; the edge writes them in the person's units."""

from __future__ import annotations

from pydantic import BaseModel, ConfigDict, Field

from brookwind.core.frozen import Frozen
from brookwind.core.quantities import METRIC, Quantity, Units, write

NINE_IN_TEN = 1.645
"""Standard errors to either side that hold nine cases in ten. Source: normal distribution."""


class Figure(BaseModel):
    """A figure, SI, and what kind of quantity it is."""

    model_config = ConfigDict(frozen=True)

    value: float
    quantity: Quantity

    def __str__(self) -> str:
        return self.written()

    def written(self, units: Units = METRIC) -> str:
        """The figure as the person reads it off their gear.

        units: the person's.
        """
        return write(self.value, self.quantity, units)


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


def distance(value_m: float) -> Figure:
    """A distance over the water.

    value_m: the distance. [m]
    """
    return Figure(value=value_m, quantity="distance")


def temperature(value_c: float) -> Figure:
    """A temperature.

    value_c: the temperature. [°C]
    """
    return Figure(value=value_c, quantity="temperature")
