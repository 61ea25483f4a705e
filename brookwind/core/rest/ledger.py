"""The ledger: everything on the rig with its submerged weight, and whether the float carries it."""

from __future__ import annotations

from typing import Literal

from brookwind.core.frozen import Frozen
from brookwind.core.gravity import lead_mass_kg
from brookwind.core.rest.hang import Item
from brookwind.core.rest.settle import Settled

Reason = Literal[
    "hangs",
    "touches-bed",
    "rests-on-bed",
    "in-the-air",
    "dry",
    "above-the-float",
    "line-in-water",
    "tight-line",
    "current",
]


class Entry(Frozen):
    """One line of the ledger. `share` is the part of its pull that the float carries."""

    id: str
    kind: str
    label: str
    mass_kg: float | None
    length_m: float | None = None
    pull_n: float
    lead_kg: float
    """The pull as lead shot under the same water. [kg]"""
    share: float
    carried_kg: float
    """What the float carries of it, as lead. [kg]"""
    reason: Reason
    why: str


_TOLD_N = 1e-5
"""What the current changes by less is not listed. [N]"""

_WHY: dict[Reason, str] = {
    "hangs": "hangs on the float",
    "touches-bed": "just touches the bed: float and bed share it",
    "rests-on-bed": "rests on the bed, which carries it",
    "in-the-air": "is above the water: the rod holds it",
    "dry": "rests on the float's top, out of the water, and weighs all of itself",
    "above-the-float": "is above the float: it pulls on the line behind, not on the float",
    "line-in-water": "line under water between float and hook",
    "current": "the current draws line and pieces down or up, and the bed bears what touches it there",
    "tight-line": "a tight line from the rod carries it, or draws by so much",
}


def ledger(settled: Settled, in_current_n: float | None = None) -> tuple[Entry, ...]:
    """List what the float carries and what it does not, with the reason.

    settled: the rig at rest in still water.
    in_current_n: what its float carries in moving water; None in still water. [N]
    The shares times the pulls add up to what the float carries.
    """
    touching = _touching(settled)
    entries = [_entry(item, settled, touching) for item in settled.hanging.items]
    laid = settled.laid
    entries.append(
        Entry(
            id="line",
            kind="line",
            label="line",
            length_m=laid.line_in_water_m,
            mass_kg=None,
            pull_n=laid.line_pull_n,
            lead_kg=lead_mass_kg(laid.line_pull_n, settled.water_kg_m3),
            share=1.0,
            carried_kg=lead_mass_kg(laid.line_pull_n, settled.water_kg_m3),
            reason="line-in-water",
            why=_WHY["line-in-water"],
        )
    )
    if settled.rod_n:
        held = lead_mass_kg(settled.rod_n, settled.water_kg_m3)
        entries.append(
            Entry(
                id="tight-line",
                kind="rod",
                label="held by the rod" if held > 0.0 else "drawn by the rod",
                mass_kg=None,
                pull_n=-settled.rod_n,
                lead_kg=-held,
                share=1.0,
                carried_kg=-held,
                reason="tight-line",
                why=_WHY["tight-line"],
            )
        )
    if in_current_n is not None and abs(in_current_n - settled.pull_n) > _TOLD_N:
        entries.append(_of_current(in_current_n - settled.pull_n, settled.water_kg_m3))
    return tuple(entries)


def _of_current(pull_n: float, water_kg_m3: float) -> Entry:
    lead = lead_mass_kg(pull_n, water_kg_m3)
    label = "the current draws down" if pull_n > 0.0 else "the current and the bed bear"
    return Entry(
        id="current", kind="current", label=label,
        mass_kg=None, pull_n=pull_n, lead_kg=lead, share=1.0, carried_kg=lead, reason="current", why=_WHY["current"],
    )  # fmt: skip


def _touching(settled: Settled) -> Item | None:
    """The piece nearest the float among those on the bed: the one the float still lifts in part."""
    if settled.touching_n <= 1e-9:
        return None
    on_bed = [i for i in settled.hanging.items if i.component.id in settled.laid.on_bed and i.weight_n > 0.0]
    return max(on_bed, key=lambda i: i.position_m - i.link_m, default=None)


def _entry(item: Item, settled: Settled, touching: Item | None) -> Entry:
    c, laid = item.component, settled.laid
    share, reason, pull = 1.0, "hangs", item.weight_n
    if item.above:
        share, reason = 0.0, "above-the-float"
    elif item is touching:
        share, reason = settled.touching_n / item.weight_n, "touches-bed"
    elif c.id in laid.on_bed:
        share, reason = 0.0, "rests-on-bed"
    elif c.id in laid.in_air and item.dry_n:
        reason, pull = "dry", item.dry_n
    elif c.id in laid.in_air:
        share, reason = 0.0, "in-the-air"
    return Entry(
        id=c.id,
        kind=c.kind,
        label=c.label or c.kind,
        mass_kg=getattr(c, "mass_kg", None),
        pull_n=pull,
        lead_kg=lead_mass_kg(pull, settled.water_kg_m3),
        share=share,
        carried_kg=share * lead_mass_kg(pull, settled.water_kg_m3),
        reason=reason,
        why=_WHY[reason],  # type: ignore[index]
    )
