"""What a float type says of its floats."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from brookwind.core.floats.shapes import Shape

Mount = Literal[
    "bottom-end-fixed",
    "top-and-bottom-fixed",
    "in-line-fixed",
    "pole-fixed",
    "pole-sliding",
    "in-line-sliding",
    "bottom-end-sliding",
]
"""How a line is held by a float."""


@dataclass(frozen=True, kw_only=True)
class FloatType:
    """Proportions at `at_kg` of capacity; lengths and the tip's thickness grow with the cube root of capacity. All
    editable defaults.

    Lengths and diameters in m; `stem`, `body` and `tip` name materials of `FLOAT_MATERIALS`. `setting_from` is the
    point of the float that the setting is measured to.
    """

    id: str
    name: str
    says: str
    mounts: tuple[Mount, ...]
    at_kg: float
    stem_length_m: float = 0.0
    stem_diameter_m: float = 0.0003
    body_length_m: float
    """0: as long as it is wide."""
    tip_length_m: float = 0.0
    tip_diameter_m: float | None
    """None: as thick as the body."""
    paint_m: float
    reserve: float | None = None
    """Load that sinks it over the load at its mark, less 1; None: as what stands out at the mark gives it."""
    design_tip_m: float = 0.0
    """What stands out at the mark, where that is not set by the reserve."""
    design_out: float | None = None
    """The same as a share of its height, for floats without a tip."""
    usual_tip_m: float | None = None
    """Tip it is fished with; None: what shows under its label and the little that hangs below the lead."""
    tolerance_m: float = 0.0025
    """A tip this near to the wanted one is as wanted. [m]"""
    shape: Shape
    setting_from: Literal["base", "eye", "top"]
    stem: str
    body: str
    tip: str
    shell_kg_m2: float = 0.0
    """Mass of a thin wall by its area, for hollow bodies. [kg/m2]"""
    built_in_share: float = 0.0
    """Built-in load over built-in and added together, when the label says nothing of it."""
    load_at: float = 0.25
    """Height of the built-in load, as a share of stem and body."""
    chamber: float = 0.0
    """Ballast chamber over the whole volume."""
    feed_kg: float = 0.0
    """Feed that the frame holds at `at_kg`, damp, in air. [kg]"""
    bore_m: float = 0.0012
    """Hole or eye that the line runs through."""
    widest_m: float = 0.06
    """A body wider than this is a slip of the pen. [m]"""
    blown_up: bool = False
    """Blown up to carry what hangs, and drifted or carried out."""
    splashes: bool = True
    """Its splash may scare; others are meant to be heard."""
    litter: bool = False
    """Lost, it does harm: it is to be brought home."""
    source: str = "default"

    @property
    def slides(self) -> bool:
        """It is made to run on the line, and is not fixed on it."""
        return all(m.endswith("sliding") for m in self.mounts)
