"""Shopping and packing: what chosen rigs need, what the box holds of it, and what is missing or short."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass
from typing import Literal

from brookwind.core.box.items import (
    BaitStock,
    BeadStock,
    BoxItem,
    HookStock,
    LeaderStock,
    LineStock,
    LinkStock,
    StopStock,
    SwivelStock,
)
from brookwind.core.box.stock import FloatStock, LeadStock, ShotStock
from brookwind.core.frozen import Frozen
from brookwind.core.matter.materials import LINE_MATERIAL
from brookwind.core.rig.components import Bait, Bead, Component, Float, Hook, LineSection, Shot, Stop, Swivel, Weight
from brookwind.core.rig.document import Rig
from brookwind.core.rig.hooks import size_name

NEAR = 0.06
"""Masses, diameters and capacities that differ by no more than this share serve for one another. Editable default."""

Fits = Callable[[BoxItem], bool]


class PackRow(Frozen):
    """One thing to pack."""

    tray: str
    label: str
    need: int
    have: int
    state: Literal["there", "short", "missing"]
    items: tuple[str, ...]
    """Compartments it lies in."""
    rigs: tuple[str, ...]
    """Names of the rigs it is for."""

    @property
    def short(self) -> int:
        """How many are lacking."""
        return max(0, self.need - self.have)


@dataclass(frozen=True)
class _Need:
    tray: str
    label: str
    fits: Fits
    shared: bool = False
    """One spool or bottle serves however many rigs."""


def packing(rigs: Sequence[Rig], box: Sequence[BoxItem], copies: int = 1) -> tuple[PackRow, ...]:
    """What rigs need against what the box holds; missing first, then short, then what is there.

    rigs: the rigs of the trip.
    box: every compartment.
    copies: how often each rig is to be tied. [1 or more]
    """
    needs: dict[tuple[str, str], tuple[_Need, int, dict[str, None]]] = {}
    for rig in rigs:
        for c in rig.components:
            for need in _needs(c):
                key = (need.tray, need.label)
                _, count, names = needs.get(key, (need, 0, {}))
                names[rig.name] = None
                needs[key] = (need, 1 if need.shared else count + copies, names)
    rows = [_row(need, count, tuple(names), box) for need, count, names in needs.values()]
    order = {"missing": 0, "short": 1, "there": 2}
    return tuple(sorted(rows, key=lambda r: order[r.state]))


def _row(need: _Need, count: int, rigs: tuple[str, ...], box: Sequence[BoxItem]) -> PackRow:
    found = [i for i in box if need.fits(i) and i.count > 0]
    have = sum(i.count for i in found)
    state: Literal["there", "short", "missing"] = "there" if have >= count else "short" if have else "missing"
    items = tuple(i.item for i in found)
    return PackRow(tray=need.tray, label=need.label, need=count, have=have, state=state, items=items, rigs=rigs)


def _near(one: float | None, other: float | None) -> bool:
    return one is not None and other is not None and abs(one - other) <= NEAR * max(one, other)


def _needs(c: Component) -> Iterator[_Need]:
    match c:
        case Shot():
            yield _Need("weights", f"{c.label} {c.material} shot", lambda i: isinstance(i, ShotStock)
                        and i.material == c.material and _near(i.mass_kg, c.mass_kg))  # fmt: skip
        case Weight():
            yield _Need("weights", c.label or f"{c.mass_kg * 1000:g} g {c.shape}", lambda i: isinstance(i, LeadStock)
                        and (i.material, i.shape) == (c.material, c.shape) and _near(i.mass_kg, c.mass_kg))  # fmt: skip
            if c.link:
                yield _Need("links", "weak link", lambda i: isinstance(i, LinkStock))
        case Float():
            name = f"{c.spec.type.replace('-', ' ')} {c.label or c.spec.label}".strip()
            yield _Need("floats", name, lambda i: isinstance(i, FloatStock)
                        and (i.item == c.item or (i.spec.type == c.spec.type
                             and _near(i.spec.capacity_kg, c.spec.capacity_kg))))  # fmt: skip
        case LineSection():
            yield _line(c)
        case Hook():
            yield _Need("hooks", f"hook {size_name(c.size)} {c.pattern}", lambda i: isinstance(i, HookStock)
                        and (i.size, i.pattern, i.barb) == (c.size, c.pattern, c.barb))  # fmt: skip
        case _:
            yield from _small_needs(c)


def _small_needs(c: Component) -> Iterator[_Need]:
    match c:
        case Swivel():
            yield _Need("swivels", "swivel", lambda i: isinstance(i, SwivelStock))
        case Stop():
            name = "stop knot thread" if c.material == "thread" else "rubber stop"
            yield _Need("stops", name, lambda i: isinstance(i, StopStock) and i.material == c.material,
                        shared=c.material == "thread")  # fmt: skip
        case Bead():
            yield _Need("beads", f"{c.length_m * 1000:g} mm bead", lambda i: isinstance(i, BeadStock)
                        and abs(i.length_m - c.length_m) <= 0.3 * c.length_m)  # fmt: skip
        case Bait():
            yield _Need("baits", c.label or str(c.item), lambda i: isinstance(i, BaitStock)
                        and i.bait == c.item)  # fmt: skip


def _line(c: LineSection) -> _Need:
    name = LINE_MATERIAL[c.material].name if c.material in LINE_MATERIAL else c.material
    what = f"{c.diameter_m * 1000:.2f} mm {name}"

    def fits(i: BoxItem) -> bool:
        kinds = (LineStock, LeaderStock) if c.role == "hooklength" else (LineStock,)
        return isinstance(i, kinds) and i.material == c.material and _near(i.diameter_m, c.diameter_m)

    if c.role == "hooklength":
        return _Need("leaders", f"hooklength, {what}", fits)
    return _Need("lines", f"line, {what}", fits, shared=True)
