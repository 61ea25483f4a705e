"""What each rig is for, told by what sets its cases apart, and what stays uncovered."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from types import MappingProxyType

import numpy as np
from numpy.typing import NDArray

from brookwind.core.figures import Figure, Told
from brookwind.core.quantities import Quantity
from brookwind.core.rig.book import Book
from brookwind.core.trip.day import Cases, Haunt
from brookwind.core.trip.judging import Flags

Array = NDArray[np.float64]

APART = 0.35
"""Standard deviations by which a thing must differ to set cases apart. Editable default."""
MIDDLE = (0.05, 0.95)
"""Between these shares of its cases a span is told."""

_ROLES: Mapping[tuple[str, bool], str] = MappingProxyType({
    ("wind", True): "If it blows", ("wind", False): "If it falls calm",
    ("current", True): "When it runs", ("current", False): "When it slackens",
    ("up", True): "If they come up", ("up", False): "If they go down",
    ("depth", True): "At high water", ("depth", False): "At low water",
})  # fmt: skip


@dataclass(frozen=True)
class Apart:
    """What sets some cases apart from others, and which way."""

    by: str
    more: bool
    by_much: float


def features(cases: Cases, haunts: Sequence[Haunt]) -> dict[str, Array]:
    """What cases differ in.

    cases: of the day.
    haunts: where the fish may be.
    """
    found = {
        "wind": cases.wind_m_s,
        "current": cases.current_m_s,
        "up": 1.0 - cases.hangs_m / cases.depth_m,
        "depth": cases.depth_m,
    }
    species = np.array([haunts[h].species for h in cases.haunt])
    for name in {h.species for h in haunts}:
        found[name] = (species == name).astype(np.float64)
    return found


def apart(these: Flags, others: Flags, found: Mapping[str, Array]) -> list[Apart]:
    """What sets cases apart from others, the strongest first.

    these: the cases.
    others: those they are held against.
    found: what cases differ in.
    """
    told = []
    if not these.any() or not others.any():
        return []
    for name, values in found.items():
        spread = float(values.std())
        # A depth that hardly changes, or a current of centimetres, sets nothing apart.
        if spread <= 0.02 * max(1e-9, float(np.abs(values).max())):
            continue
        off = float(values[these].mean() - values[others].mean()) / spread
        told.append(Apart(name, off > 0.0, abs(off)))
    return sorted((a for a in told if a.by_much >= APART), key=lambda a: -a.by_much)


def role_of(first: bool, differs: Sequence[Apart], book: Book, taken: Sequence[str]) -> str:
    """What a rig is for, in a word or two.

    first: it covers most.
    differs: what sets its cases apart.
    book: names of fish.
    taken: roles of the rigs before it.
    """
    if first:
        return "First"
    for a in differs:
        role = _ROLES.get((a.by, a.more))
        if role is None and a.more:
            role = f"For {book.fish(a.by).name.lower()}"
        if role is not None and role not in taken:
            return role
    return "Beside it"


def ranges(these: Flags, cases: Cases, haunts: Sequence[Haunt]) -> tuple[Told, ...]:
    """What some cases span: current, wind, where the bait hangs.

    these: the cases.
    cases: of the day.
    haunts: where the fish may be.
    """
    if not these.any():
        return ()
    told = [_spanned("bait {low} to {high} down", _span(cases.hangs_m[these], "depth"))]
    quantity: Quantity
    for name, quantity, values in (("current", "speed", cases.current_m_s), ("wind", "wind", cases.wind_m_s)):
        if float(values.max()) <= 0.0:
            continue
        figures = _span(values[these], quantity)
        if figures["high"].value <= 0.0:
            told.append(Told(says=f"no {name}"))
        elif figures["low"].value <= 0.0:
            told.append(Told(says=f"{name} up to {{high}}", figures={"high": figures["high"]}))
        else:
            told.append(_spanned(f"{name} {{low}} to {{high}}", figures))
    return tuple(told)


def _spanned(says: str, figures: Mapping[str, Figure]) -> Told:
    """A range in words; one figure where both ends are told as the same."""
    if figures["low"].value == figures["high"].value:
        return Told(says=says.replace("{low} to ", ""), figures={"high": figures["high"]})
    return Told(says=says, figures=dict(figures))


_STEP: Mapping[str, float] = MappingProxyType({"depth": 0.05, "speed": 0.05, "wind": 1.0})
"""What is told of a day is told to this. [m, m/s, m/s]"""


def _span(values: Array, quantity: Quantity) -> dict[str, Figure]:
    low, high = (_told(float(v), quantity) for v in np.quantile(values, MIDDLE))
    return {"low": Figure(value=low, quantity=quantity), "high": Figure(value=high, quantity=quantity)}


def _told(value: float, quantity: Quantity) -> float:
    return round(value / _STEP[quantity]) * _STEP[quantity]


_LACKS: Mapping[tuple[str, bool], tuple[str, str]] = MappingProxyType({
    ("wind", True): ("wind over {wind}", "wind"), ("wind", False): ("wind under {wind}", "wind"),
    ("current", True): ("current over {current}", "current"),
    ("current", False): ("current under {current}", "current"),
    ("up", True): ("fish less than {hangs} down", "hangs"), ("up", False): ("fish more than {hangs} down", "hangs"),
    ("depth", True): ("water over {depth}", "depth"), ("depth", False): ("water under {depth}", "depth"),
})  # fmt: skip


def lacks(these: Flags, cases: Cases, differs: Sequence[Apart], book: Book) -> Told:
    """What is not covered, by the one or two things that set it apart.

    these: the cases not covered.
    cases: of the day.
    differs: what sets them apart.
    book: names of fish.
    """
    parts: list[str] = []
    figures: dict[str, Figure] = {}
    values = {
        "wind": cases.wind_m_s, "current": cases.current_m_s, "hangs": cases.hangs_m, "depth": cases.depth_m,
    }  # fmt: skip
    for a in differs[:2]:
        known = _LACKS.get((a.by, a.more))
        if known is None:
            if a.more:
                parts.append(book.fish(a.by).name.lower())
            continue
        says, key = known
        over = "over" in says or "more" in says
        at = float(np.quantile(values[key][these], 0.1 if over else 0.9))
        quantity: Quantity = "wind" if key == "wind" else "speed" if key == "current" else "depth"
        figures[key] = Figure(value=_told(at, quantity), quantity=quantity)
        parts.append(says)
    return Told(says=" with ".join(parts) if parts else "cases here and there", figures=figures)
