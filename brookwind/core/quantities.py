"""The one table of quantities: in which units each is read and written, and how finely it is shown."""

from __future__ import annotations

from collections.abc import Mapping
from math import floor, isfinite, log10
from typing import Literal

from pydantic import BaseModel, ConfigDict

from brookwind.core.gravity import G_M_S2

Quantity = Literal[
    "depth", "line", "tip", "thickness", "load", "piece", "mass", "distance", "time", "angle", "speed", "sinking",
    "force", "share", "temperature", "capacity", "wind", "density",
]  # fmt: skip
"""The names that a figure may carry. `TABLE` has an entry for each."""

INCH_M, FOOT_M, YARD_M, OUNCE_KG, POUND_KG, MPH_M_S = 0.0254, 0.3048, 0.9144, 0.028349523125, 0.45359237, 0.44704
"""Source: the international yard and pound of 1959."""
KNOT_M_S = 1852.0 / 3600.0
"""Source: the international nautical mile."""


class Units(BaseModel):
    """The units that a person reads depths, lengths along the line, small sizes, loads and temperatures in."""

    model_config = ConfigDict(frozen=True)

    depth: Literal["m", "ft"] = "m"
    """Depths, distances and speeds."""
    line: Literal["cm", "in"] = "cm"
    """Lengths along the line."""
    fine: Literal["mm", "in"] = "mm"
    """Tips, thicknesses and bores."""
    mass: Literal["g", "oz"] = "g"
    """Loads, masses and pulls."""
    temperature: Literal["C", "F"] = "C"


METRIC = Units()
IMPERIAL = Units(depth="ft", line="in", fine="in", mass="oz", temperature="F")
MIXED = Units(depth="ft", line="in")
"""Depths in feet, floats in grams."""
SYSTEMS: Mapping[str, Units] = {"metric": METRIC, "imperial": IMPERIAL, "mixed": MIXED}


class Way(BaseModel):
    """One way to write a quantity, for values up to a limit."""

    model_config = ConfigDict(frozen=True)

    unit: str
    si: float
    """SI value of one unit."""
    zero: float = 0.0
    """What is written where the SI value is 0."""
    step: float = 1.0
    """Shown to the nearest multiple of this. [unit]"""
    figures: int = 0
    """Where not 0: this many significant figures, in place of a step."""
    under: float | None = None
    """Used for SI values smaller than this, either sign; None: for all."""
    keep_zeros: bool = False
    """1.90 m, not 1.9 m: a depth is set to the centimetre, and the zero says so."""


class Entry(BaseModel):
    """How one quantity is read and written."""

    model_config = ConfigDict(frozen=True)

    symbol: str
    """As in `docs/physics.md`."""
    what: str
    """What such a thing is called in a refusal."""
    example: str
    by: Literal["depth", "line", "fine", "mass", "temperature", ""] = ""
    """Which of the person's units decides; empty: everybody reads it in the same unit."""
    ways: Mapping[str, tuple[Way, ...]]
    """For each of those units, the ways from small values to large."""
    reads: Literal["length", "mass", "speed", "force", "time", "share", "temperature", "angle", "density"]
    """The units that may be typed, as named in `TYPED`."""
    hand: Mapping[str, tuple[float, float]] = {}
    """A small and a large step of a hand: a press, a key, a key with Shift. [unit]"""
    field_step: Mapping[str, float] = {}
    """In a field a value is shown to this, where that is finer than in a sentence. [unit]"""


TYPED: Mapping[str, Mapping[str, float]] = {
    "length": {"m": 1.0, "cm": 0.01, "mm": 0.001, "ft": FOOT_M, "in": INCH_M, "yd": YARD_M},
    "mass": {"g": 0.001, "kg": 1.0, "mg": 1e-6, "oz": OUNCE_KG, "lb": POUND_KG},
    "speed": {
        "m/s": 1.0, "cm/s": 0.01, "km/h": 1 / 3.6, "ft/s": FOOT_M, "in/s": INCH_M, "mph": MPH_M_S, "kn": KNOT_M_S,
    },
    "force": {
        "g": G_M_S2 / 1000, "kg": G_M_S2, "oz": G_M_S2 * OUNCE_KG, "lb": G_M_S2 * POUND_KG, "n": 1.0, "mn": 0.001,
    },
    "time": {"s": 1.0, "sec": 1.0, "min": 60.0, "h": 3600.0},
    "share": {"%": 0.01},
    "angle": {"°": 1.0},
    "density": {"kg/m3": 1.0, "kg/m³": 1.0},
}  # fmt: skip
"""SI value of each unit that may be typed. Temperatures have a zero of their own and are read by themselves."""

SPELT: Mapping[str, str] = {
    "metre": "m", "metres": "m", "meter": "m", "meters": "m", "centimetre": "cm", "centimetres": "cm",
    "centimeter": "cm", "centimeters": "cm", "millimetre": "mm", "millimetres": "mm", "millimeters": "mm",
    "feet": "ft", "foot": "ft", "'": "ft", "′": "ft", "inch": "in", "inches": "in", '"': "in", "″": "in",
    "yard": "yd", "yards": "yd", "yds": "yd", "gram": "g", "grams": "g", "gramme": "g", "grammes": "g", "gm": "g",
    "kilo": "kg", "kilos": "kg", "ounce": "oz", "ounces": "oz", "pound": "lb", "pounds": "lb", "lbs": "lb",
    "second": "s", "seconds": "s", "minute": "min", "minutes": "min", "mins": "min", "hour": "h", "hours": "h",
    "knot": "kn", "knots": "kn", "kmh": "km/h", "kph": "km/h", "percent": "%",
}  # fmt: skip
"""Other spellings of those units."""

_PULL_N = 2.0
"""A fish's pull is written in grams or ounces, a line's strength in kilograms or pounds. Editable default."""


def _same(way: Way, *others: Way) -> Mapping[str, tuple[Way, ...]]:
    return {"": (*others, way)}


TABLE: Mapping[Quantity, Entry] = {
    "depth": Entry(
        symbol="h", what="a length", example="1.9 m, 190 cm or 6 ft 3", by="depth", reads="length",
        ways={"m": (Way(unit="m", si=1.0, step=0.01, keep_zeros=True),), "ft": (Way(unit="ft in", si=INCH_M),)},
    ),
    "line": Entry(
        symbol="s", what="a length", example="25 cm, 0.25 m or 10 in", by="line", reads="length",
        ways={
            "cm": (
                Way(unit="cm", si=0.01, step=0.1, under=0.0995), Way(unit="cm", si=0.01, under=0.995),
                Way(unit="m", si=1.0, step=0.01, keep_zeros=True),
            ),
            # A hand sets a shot to a quarter of an inch.
            "in": (
                Way(unit="in", si=INCH_M, step=0.05, under=2 * INCH_M),
                Way(unit="in", si=INCH_M, step=0.25, under=FOOT_M),
                Way(unit="in", si=INCH_M, step=0.5, under=6 * FOOT_M), Way(unit="ft in", si=INCH_M),
            ),
        },
        hand={"cm": (1.0, 5.0), "in": (0.5, 2.0)},
        field_step={"cm": 0.1, "in": 0.05, "m": 0.001},
    ),
    "tip": Entry(
        symbol="t", what="a length", example="5 mm", by="fine", reads="length",
        ways={
            "mm": (
                Way(unit="mm", si=0.001, step=0.1, under=0.00095), Way(unit="mm", si=0.001, step=0.5, under=0.00475),
                Way(unit="mm", si=0.001),
            ),
            "in": (Way(unit="in", si=INCH_M, step=0.01, under=0.00475), Way(unit="in", si=INCH_M, step=0.05)),
        },
        hand={"mm": (1.0, 5.0), "in": (0.05, 0.2)},
        field_step={"mm": 0.1, "in": 0.01},
    ),
    "thickness": Entry(
        symbol="d", what="a thickness", example="0.16 mm", by="fine", reads="length",
        # Line is sold by the hundredth of a millimetre or the thousandth of an inch, beads and bores by the tenth.
        ways={
            "mm": (
                Way(unit="mm", si=0.001, step=0.01, under=0.000995, keep_zeros=True),
                Way(unit="mm", si=0.001, step=0.1),
            ),
            "in": (Way(unit="in", si=INCH_M, step=0.001, under=0.000995), Way(unit="in", si=INCH_M, step=0.01)),
        },
    ),
    "load": Entry(
        symbol="m", what="a mass", example="1.2 g", by="mass", reads="mass",
        ways={
            "g": (
                Way(unit="g", si=0.001, step=0.001, under=0.0000995), Way(unit="g", si=0.001, step=0.01, under=0.01),
                Way(unit="g", si=0.001, step=0.1, under=0.1), Way(unit="g", si=0.001),
            ),
            "oz": (
                Way(unit="oz", si=OUNCE_KG, step=0.0001, under=0.0000995),
                Way(unit="oz", si=OUNCE_KG, step=0.001, under=0.01), Way(unit="oz", si=OUNCE_KG, step=0.01),
            ),
        },
        field_step={"g": 0.001, "oz": 0.0001},
    ),
    "piece": Entry(
        symbol="m", what="a mass", example="0.06 g", by="mass", reads="mass",
        # One line of a ledger or of a weighing: its sum must come out.
        ways={"g": (Way(unit="g", si=0.001, step=0.001),), "oz": (Way(unit="oz", si=OUNCE_KG, step=0.0001),)},
    ),
    "mass": Entry(
        symbol="m", what="a mass", example="2 kg or 4 lb", by="mass", reads="mass",
        ways={"g": (Way(unit="kg", si=1.0, step=0.01),), "oz": (Way(unit="lb", si=POUND_KG, step=0.01),)},
    ),
    "distance": Entry(
        symbol="x", what="a length", example="12 m or 40 ft", by="depth", reads="length",
        ways={"m": (Way(unit="m", si=1.0, step=0.1),), "ft": (Way(unit="ft", si=FOOT_M),)},
    ),
    "time": Entry(
        symbol="τ", what="a time", example="9 s", reads="time",
        # Counted at the water, in whole seconds.
        ways=_same(Way(unit="s", si=1.0), Way(unit="s", si=1.0, step=0.1, under=0.95)),
        field_step={"s": 0.1},
    ),
    "angle": Entry(symbol="θ", what="a number", example="30", reads="angle", ways=_same(Way(unit="°", si=1.0))),
    "speed": Entry(
        symbol="u", what="a speed", example="0.6 m/s or 2 ft/s", by="depth", reads="speed",
        ways={
            "m": (Way(unit="m/s", si=1.0, step=0.01),),
            "ft": (Way(unit="ft/s", si=FOOT_M, step=0.05, under=1.0), Way(unit="ft/s", si=FOOT_M, step=0.1)),
        },
        field_step={"ft/s": 0.01},
    ),
    "sinking": Entry(
        symbol="w", what="a speed", example="5 cm/s or 2 in/s", by="line", reads="speed",
        ways={"cm": (Way(unit="cm/s", si=0.01, step=0.1),), "in": (Way(unit="in/s", si=INCH_M, step=0.1),)},
    ),
    "force": Entry(
        symbol="F", what="a pull", example="0.4 g", by="mass", reads="force",
        # A pull as an angler feels it: the mass that weighs as much.
        ways={
            "g": (
                Way(unit="g", si=G_M_S2 / 1000, step=0.01, under=0.1),
                Way(unit="g", si=G_M_S2 / 1000, step=0.1, under=0.5),
                Way(unit="g", si=G_M_S2 / 1000, under=_PULL_N), Way(unit="kg", si=G_M_S2, step=0.01),
            ),
            "oz": (
                Way(unit="oz", si=G_M_S2 * OUNCE_KG, step=0.001, under=0.1),
                Way(unit="oz", si=G_M_S2 * OUNCE_KG, step=0.01, under=_PULL_N),
                Way(unit="lb", si=G_M_S2 * POUND_KG, step=0.1),
            ),
        },
        field_step={"g": 0.01, "oz": 0.001},
    ),
    "share": Entry(symbol="k", what="a share", example="40 %", reads="share", ways=_same(Way(unit="%", si=0.01))),
    "temperature": Entry(
        symbol="T", what="a temperature", example="16 °C or 61 °F", by="temperature", reads="temperature",
        ways={
            "C": (Way(unit="°C", si=1.0, step=0.1),),
            "F": (Way(unit="°F", si=1 / 1.8, zero=32.0),),
        },
        field_step={"°F": 0.1},
    ),
    "capacity": Entry(
        symbol="m", what="a mass", example="4 g", by="mass", reads="mass",
        # What limits the size of a float is an estimate: two figures are all that is known of it.
        ways={"g": (Way(unit="g", si=0.001, figures=2),), "oz": (Way(unit="oz", si=OUNCE_KG, figures=2),)},
    ),
    "wind": Entry(
        symbol="U", what="a wind", example="4 m/s or 9 mph", by="depth", reads="speed",
        ways={"m": (Way(unit="m/s", si=1.0),), "ft": (Way(unit="mph", si=MPH_M_S),)},
        field_step={"m/s": 0.1, "mph": 0.1},
    ),
    "density": Entry(
        symbol="ρ", what="a density", example="1000 kg/m³", reads="density", ways=_same(Way(unit="kg/m³", si=1.0)),
    ),
}  # fmt: skip
"""Steps are what a hand can set or an eye can see. Source: handbook 11 and 12, sense of figures; editable defaults."""

_TIE = 1e-9
"""A value this near half a step is rounded away from zero, so that two languages round alike."""


def way_of(value: float, quantity: Quantity, units: Units = METRIC) -> Way:
    """The way in which a value is written.

    value: the value, SI.
    quantity: what it is.
    units: the person's.
    """
    entry = TABLE[quantity]
    ways = entry.ways[getattr(units, entry.by) if entry.by else ""]
    return next((way for way in ways if way.under is None or abs(value) < way.under), ways[-1])


def write(value: float, quantity: Quantity, units: Units = METRIC) -> str:
    """A value with its unit, as a person would read it off their gear.

    value: the value, SI.
    quantity: what it is.
    units: the person's.
    >>> [write(v, "line") for v in (0.08, 0.36, 1.238)], write(1.238, "line", MIXED)
    (['8 cm', '36 cm', '1.24 m'], '48.5 in')
    >>> write(1.9, "depth"), write(1.9, "depth", IMPERIAL), write(16, "temperature", IMPERIAL)
    ('1.90 m', '6 ft 3 in', '61 °F')
    """
    if not isfinite(value):
        return "–"
    way = way_of(value, quantity, units)
    if way.unit == "ft in":
        return _feet_and_inches(value)
    shown = value / way.si + way.zero
    text = _multiple(shown, 10.0 ** (floor(log10(abs(shown))) + 1 - way.figures) if way.figures and shown else way.step)
    if not way.keep_zeros and "." in text:
        text = text.rstrip("0").rstrip(".")
    return f"{text}{'' if way.unit == '°' else ' '}{way.unit}"


def _multiple(shown: float, step: float) -> str:
    digits = max(0, -floor(log10(step) + _TIE))
    if abs(step * 10**digits - round(step * 10**digits)) > _TIE:
        digits += 1
    count = floor(abs(shown) / step + 0.5 + _TIE)
    return f"{'-' if shown < 0 < count else ''}{count * step:.{digits}f}"


def _feet_and_inches(value_m: float) -> str:
    inches = floor(abs(value_m) / INCH_M + 0.5 + _TIE)
    sign = "-" if value_m < 0 < inches else ""
    feet, rest = divmod(inches, 12)
    if not feet:
        return f"{sign}{rest} in"
    return f"{sign}{feet} ft {rest} in" if rest else f"{sign}{feet} ft"
