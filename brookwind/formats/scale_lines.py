"""Lines of a pocket scale: `ST,GS,+0.412 g`.

First the state (ST stable, US unsteady, OL overloaded, QT counting), then gross or net, then the value and its unit.
"""

from __future__ import annotations

import re
from typing import Literal

from pydantic import BaseModel, ConfigDict

from brookwind.core.quantities import OUNCE_KG

_LINE = re.compile(
    r"^(?P<state>ST|US|OL|QT)\s*,\s*(?P<kind>GS|NT|TR)\s*,?\s*(?P<value>[+\-]?\s*[\d.]+|[+\-]*)\s*(?P<unit>kg|g|mg|oz|ct|gn)?$",
    re.IGNORECASE,
)
_KG = {"kg": 1.0, "g": 1e-3, "mg": 1e-6, "oz": OUNCE_KG, "ct": 2e-4, "gn": 6.479891e-5}
"""Units of mass. [kg] Source: NIST special publication 811, appendix B."""


class ScaleReading(BaseModel):
    """One line of a scale."""

    model_config = ConfigDict(frozen=True)

    state: Literal["stable", "unsteady", "overload"]
    mass_kg: float | None
    """None when overloaded. [kg]"""


def read_scale_line(line: str) -> ScaleReading | None:
    """A line as a reading; None when it is none.

    line: without its end.
    """
    text = line.strip()
    match = _LINE.match(text)
    if match is None:
        return None
    if match["state"].upper() == "OL":
        return ScaleReading(state="overload", mass_kg=None)
    if match["kind"].upper() == "TR" or not match["unit"]:
        return None
    try:
        value = float(match["value"].replace(" ", ""))
    except ValueError:
        return None
    state: Literal["stable", "unsteady"] = "stable" if match["state"].upper() == "ST" else "unsteady"
    return ScaleReading(state=state, mass_kg=value * _KG[match["unit"].lower()])


def scale_line(mass_kg: float, state: str = "ST") -> str:
    """A line as a scale sends it.

    mass_kg: on the pan. [kg]
    state: ST, US or OL.
    """
    return "OL,GS,+" if state == "OL" else f"{state},GS,{mass_kg * 1000.0:+.3f} g"
