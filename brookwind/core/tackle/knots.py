"""Knots, and how much of the line's strength each leaves. Every factor is an editable default without a source."""

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
    says: str


KNOTS = (
    Knot(id="half-blood", name="tucked half blood", keeps=0.80, says="Line to eye; slips on braid.", source="default"),
    Knot(id="grinner", name="grinner", keeps=0.88, says="Line to eye, also on fluorocarbon.", source="default"),
    Knot(id="doubled", name="doubled loop through the eye", keeps=0.93, says="Line to eye; good on braid.",
         source="default"),
    Knot(id="snell", name="snell", keeps=0.90, says="Round the shank; for spade ends and two hooks.", source="default"),
    Knot(id="loop-to-loop", name="loop to loop", keeps=0.78, says="Quick change of hooklength.", source="default"),
    Knot(id="water-knot", name="water knot", keeps=0.80, says="Line to line, small and flat.", source="default"),
    Knot(id="line-to-line", name="two grinners back to back", keeps=0.75, says="Braid to nylon.", source="default"),
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
