"""What an angler enters while plumbing: the tackle, the casts, and cruder readings."""

from __future__ import annotations

from typing import Annotated, Literal, TypeAlias

from pydantic import Field

from brookwind.core.floats.spec import FloatSpec
from brookwind.core.floats.types import FLOAT_TYPE
from brookwind.core.frozen import Frozen
from brookwind.core.limits import BaitHeight, Salinity, WantedTip, WaterTemperature, WindSpeed
from brookwind.core.moment import Moment
from brookwind.core.rig.components import PieceId

MOST_DEPTH_M = 60.0
"""Deepest water a float is fished in here. [m] Editable default, the same as the rig document's."""

Depth = Annotated[float, Field(ge=0.02, le=MOST_DEPTH_M)]


class Gone(Frozen):
    """The float went under and out of sight."""

    what: Literal["gone"] = "gone"


class Under(Frozen):
    """The float is under but can be seen."""

    what: Literal["under"] = "under"
    below_m: float | None = Field(default=None, ge=0, le=3)
    """How deep its top is, if it can be judged. [m]"""


class AsWanted(Frozen):
    """The tip shows as wanted."""

    what: Literal["as-wanted"] = "as-wanted"


class High(Frozen):
    """The float stands but shows more than the wanted tip."""

    what: Literal["high"] = "high"
    by_m: float = Field(ge=0.001, le=1)
    """How much more. [m]"""


class Flat(Frozen):
    """The float lies on the water."""

    what: Literal["flat"] = "flat"


class NoBead(Frozen):
    """The stop never reached the sliding float."""

    what: Literal["no-bead"] = "no-bead"


Seen: TypeAlias = Annotated[Gone | Under | AsWanted | High | Flat | NoBead, Field(discriminator="what")]


class Cast(Frozen):
    """One cast with the plummet."""

    kind: Literal["cast"] = "cast"
    id: PieceId
    setting_m: float = Field(ge=0.02, le=MOST_DEPTH_M)
    """Distance from the stop, or from where the line leaves the float, to the plummet. [m]"""
    seen: Seen
    at: Moment | None = None
    level_m: float = Field(default=0.0, ge=-30, le=30)
    """Level of the water over the datum at the time. [m]"""


class Crude(Frozen):
    """A reading without float: wading, by eye against the body, a counted fall, an echo."""

    kind: Literal["crude"] = "crude"
    id: PieceId
    how: Literal["wading", "eye", "count", "sounder"]
    depth_m: Depth | None = None
    """What was read; for a count it follows from the time. [m]"""
    half_m: float | None = Field(default=None, ge=0.005, le=20)
    """Half the width it is trusted to, nine times in ten; from the kind of reading when left out. [m]"""
    fall_s: float | None = Field(default=None, ge=0.05, le=120)
    """Counted time of the fall. [s]"""
    sink_m_s: float = Field(default=1.2, ge=0.01, le=10)
    """Speed at which the weight sinks. [m/s] Editable default."""
    at: Moment | None = None
    level_m: float = Field(default=0.0, ge=-30, le=30)


Reading: TypeAlias = Annotated[Cast | Crude, Field(discriminator="kind")]


class Setup(Frozen):
    """What the plumbing is done with, and the conditions."""

    spec: FloatSpec
    carried_kg: float = Field(default=0.0, ge=0, le=0.5)
    """Lead shot the float carries besides the plummet, all of it off the bed. [kg]"""
    plummet_kg: float = Field(default=0.02, gt=0, le=0.5)
    """Mass of the plummet, taken as lead. [kg] Editable default."""
    wanted_tip_m: WantedTip = 0.005
    sliding: bool = False
    read: Literal["plumb", "taut"] = "plumb"
    """The line is held nearly plumb as the float passes over the plummet or is checked above it; or the plummet holds a
    float that leans on its line, as far out."""
    held: bool = False
    """Read taut, the rod or pole tip is held straight above the float and takes the push of current and wind on it."""
    line_diameter_m: float = Field(default=0.00018, ge=0.00003, le=0.002)
    line: Literal["nylon", "fluorocarbon", "braid"] = "nylon"
    surface_m_s: float = Field(default=0.0, ge=0, le=4)
    """Speed of the surface water. [m/s]"""
    wind_m_s: WindSpeed = 0.0
    clear_m: float = Field(default=0.4, ge=0.05, le=10)
    """Depth to which a sunk float can be seen. [m] Editable default."""
    temperature_c: WaterTemperature = 15.0
    salinity: Salinity = 0.0
    setting_error_m: float = Field(default=0.01, ge=0.002, le=0.2)
    """Standard error of a setting measured at the water. [m] Editable default."""
    bed_scatter_m: float = Field(default=0.015, ge=0.0, le=0.5)
    """Standard difference of the bed from one landing of the plummet to the next. [m] Editable default."""

    @property
    def slides(self) -> bool:
        """The float runs up to a stop: it is said so, or its type does nothing else."""
        kind = FLOAT_TYPE.get(self.spec.type)
        return self.sliding or (kind is not None and kind.slides)


class Plumbing(Frozen):
    """The readings of one spot."""

    id: PieceId
    distance_m: float = Field(default=5.0, ge=0, le=200)
    bearing_deg: float = Field(default=0.0, ge=-180, le=180)
    """Direction from the way the swim faces, positive to the right. [degrees]"""
    setup: Setup
    least_m: Depth = 0.2
    most_m: Depth = 6.0
    """Nothing is known beyond that the depth lies between these. [m]"""
    line_m: float | None = Field(default=None, gt=0, le=MOST_DEPTH_M)
    """Longest setting that can be fished: rod or pole for a fixed float. [m]"""
    bait_m: BaitHeight = 0.05
    """Height off the bed at which the bait is wanted. [m]"""
    level_m: float = Field(default=0.0, ge=-30, le=30)
    """Level for which the depth is wanted. [m]"""
    readings: tuple[Reading, ...] = Field(default=(), max_length=60)
    bed: str = Field(default="", max_length=40)
    note: str = Field(default="", max_length=400)


def good_enough_m(bait_m: float) -> float:
    """Half width of interval that will do for a bait at this height. [m]

    bait_m: wanted height off the bed; zero or less is laid on. [m]
    Half the height, held between 2 and 5 cm; laid on, 5 cm. Editable default.
    >>> [good_enough_m(b) for b in (0.0, 0.02, 0.06, 0.6)]
    [0.05, 0.02, 0.03, 0.05]
    """
    return 0.05 if bait_m <= 0.0 else min(0.05, max(0.02, 0.5 * bait_m))
