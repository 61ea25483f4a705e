"""Knots: how much of the line's strength each leaves, what it takes of it, and how it is tied.

Every figure is an editable default without a source.
"""

from __future__ import annotations

from types import MappingProxyType

from pydantic import Field

from brookwind.core.frozen import Sourced
from brookwind.core.rig.components import LineSection
from brookwind.core.rig.document import Rig, of_kind


class Knot(Sourced):
    """A knot and the share of the line's strength that it leaves when wetted and drawn down with care."""

    id: str
    name: str
    keeps: float = Field(gt=0, le=1)
    takes_m: float = Field(gt=0, le=1)
    """Line that it takes of each line tied, with what is trimmed off. [m]"""
    says: str
    steps: tuple[str, ...] = ()
    """How it is tied, a sentence for each drawing; none for a knot that is not drawn."""


STOP_KNOT = Knot(
    id="stop-knot", name="stop knot", keeps=1.0, takes_m=0.15, says="A thread tied round the line.", source="default",
    steps=(
        "Lay a loop of thread along the line.",
        "Take one end five times round line and loop, and through the loop.",
        "Wet it, draw both ends down. Leave a finger's width of each, to tighten it by and to pass the rings.",
    ),
)  # fmt: skip
"""The one knot that joins nothing: it is tied round the line."""
KNOTS = (
    Knot(
        id="half-blood", name="tucked half blood", keeps=0.80, takes_m=0.12, says="Line to eye; slips on braid.",
        source="default",
        steps=(
            "Pass the end through the eye and take it five times round the line.",
            "Bring it back through the first loop, next to the eye.",
            "Tuck it through the large loop that this made. Wet it, draw it down.",
        ),
    ),
    Knot(
        id="grinner", name="grinner", keeps=0.88, takes_m=0.15, says="Line to eye, also on fluorocarbon.",
        source="default",
        steps=(
            "Pass the end through the eye and lay it back along the line in a loop.",
            "Take the end five times round both lines, inside the loop.",
            "Wet it, draw the end until it grips, then slide it down to the eye.",
        ),
    ),
    Knot(id="doubled", name="doubled loop through the eye", keeps=0.93, takes_m=0.20,
         says="Line to eye; good on braid.", source="default"),
    Knot(
        id="snell", name="snell", keeps=0.90, takes_m=0.15, says="Round the shank; for spade ends and two hooks.",
        source="default",
        steps=(
            "Lay a loop along the shank, the end beyond the bend.",
            "Take the loop seven times round shank and line, towards the bend.",
            "Hold the turns, wet them, draw line and end. The line leaves at the front of the shank.",
        ),
    ),
    Knot(
        id="loop-to-loop", name="loop to loop", keeps=0.78, takes_m=0.10, says="Quick change of hooklength.",
        source="default",
        steps=(
            "Tie a loop in each end: double it, twice round, through.",
            "Put the upper loop through the lower one, and the hook through the upper one.",
            "Draw them together; the two must lie square, as two hands clasped.",
        ),
    ),
    Knot(id="water-knot", name="water knot", keeps=0.80, takes_m=0.15, says="Line to line, small and flat.",
         source="default"),
    Knot(
        id="line-to-line", name="two grinners back to back", keeps=0.75, takes_m=0.18, says="Braid to nylon.",
        source="default",
        steps=(
            "Lay the ends past one another, and make a loop with the one back along the other.",
            "Take it round both: five times with nylon, eight with braid. Draw it down.",
            "Do the same with the other end. Wet both, draw them together.",
        ),
    ),
)  # fmt: skip
KNOT = MappingProxyType({k.id: k for k in KNOTS})


def knot_of(section: LineSection, rig: Rig) -> Knot:
    """The knot at a line's lower end: as entered, else the usual one for what it is tied to.

    section: the line.
    rig: the rig it is on.
    """
    if section.knot is not None and section.knot in KNOT:
        return KNOT[section.knot]
    lines = of_kind(rig, LineSection)
    if section is lines[-1] or section.id == lines[-1].id:
        return KNOT["half-blood"]
    below = lines[[s.id for s in lines].index(section.id) + 1]
    if below.role == "top-shot":
        return KNOT["line-to-line"]
    swivel = any(c.kind == "swivel" and abs(c.position_m - section.lower_m) < 1e-6 for c in rig.components)
    return KNOT["grinner"] if swivel else KNOT["loop-to-loop"]
