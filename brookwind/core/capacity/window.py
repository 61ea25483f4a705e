"""The capacity window: a bound from each need, the floats of the box as marks, and what to give up when it is shut."""

from __future__ import annotations

from collections.abc import Sequence
from functools import lru_cache
from math import exp, isfinite, log
from typing import Literal

from pydantic import Field

from brookwind.core.balance.stock import FloatStock
from brookwind.core.capacity.needs import NEEDS, Need, working_load_n
from brookwind.core.capacity.plan import Plan
from brookwind.core.errors import BrookwindError
from brookwind.core.figures import Figure
from brookwind.core.floats.body import FloatBody, float_body
from brookwind.core.floats.immersion import immersion_at_load_m
from brookwind.core.floats.spec import FloatSpec
from brookwind.core.floats.types import FLOAT_TYPE
from brookwind.core.frozen import Frozen

_LEAST_KG, _MOST_KG, _STEPS = 0.00005, 0.2, 37
"""Capacities the bounds are looked for between. [kg]"""
_HOPELESS = 1e6
_FAVOURED = 0.35
"""Where in an open window the favoured capacity lies, from its light end. Editable default."""


class Bound(Frozen):
    """What one need asks of the capacity."""

    need: str
    name: str
    side: Literal["lower", "upper"]
    capacity_kg: float | None
    """None: met at any capacity (lower), or by none (upper); `unmet` says when no capacity meets it. [kg]"""
    unmet: bool
    says: str
    figures: dict[str, Figure] = Field(default_factory=dict)
    why: str
    source: str


class Check(Frozen):
    """One need against one float."""

    need: str
    name: str
    ok: bool
    says: str
    figures: dict[str, Figure] = Field(default_factory=dict)


class FloatMark(Frozen):
    """A float of the box on the scale."""

    item: str
    label: str
    type: str
    capacity_kg: float
    """As it is filled; from the tube test when there was one. [kg]"""
    label_kg: float | None
    tested: bool
    fits: bool
    rank: int
    """1 is the first to take."""
    checks: tuple[Check, ...]
    """Unmet needs first."""
    outline: tuple[tuple[float, float], ...]
    immersion_m: float
    """Height of the waterline with the wanted tip, or as near as the float comes. [m]"""
    paint_m: float


class Concession(Frozen):
    """Something to give up that opens the window."""

    needs: tuple[str, ...]
    says: str
    figures: dict[str, Figure] = Field(default_factory=dict)
    change: dict[str, float] | None
    """Fields of the conditions to set; None when it is not a setting."""
    share: float
    """How far the limit moves, relative to itself."""


class Faulty(Frozen):
    """A float of the box that cannot be built."""

    item: str
    label: str
    says: str


class Window(Frozen):
    """The window and the floats in it."""

    low_kg: float | None
    high_kg: float | None
    empty: bool
    bounds: tuple[Bound, ...]
    marks: tuple[FloatMark, ...]
    concessions: tuple[Concession, ...]
    """Smallest first; only when the window is shut."""
    faulty: tuple[Faulty, ...]
    says: str
    figures: dict[str, Figure] = Field(default_factory=dict)


def capacity_window(plan: Plan, floats: Sequence[FloatStock] = ()) -> Window:
    """The window of a plan, and the floats of a box against it.

    Bounds are where each need's figure crosses its limit along floats of the plan's type from 0.05 to 200 g; the
    floats of the box are checked each by its own body.

    plan: water, fish and tackle.
    floats: of the box; those that the rig cannot hold are passed over.
    Source: `NEEDS`.
    """
    bounds = [b for need in NEEDS if (b := _bound(plan, need))]
    low = max((b.capacity_kg for b in bounds if b.side == "lower" and b.capacity_kg), default=None)
    high = min((b.capacity_kg for b in bounds if b.side == "upper" and b.capacity_kg), default=None)
    unmet = [b for b in bounds if b.unmet]
    empty = bool(unmet) or (low is not None and high is not None and low > high)
    marks, faulty = _marks(plan, floats, low, high)
    concessions = _concessions(plan, bounds, low, high) if empty else ()
    says, figures = _says(bounds, low, high, empty, unmet)
    return Window(
        low_kg=low,
        high_kg=high,
        empty=empty,
        bounds=tuple(bounds),
        marks=marks,
        concessions=concessions,
        faulty=faulty,
        says=says,
        figures=figures,
    )


@lru_cache(maxsize=32)
def _ladder(kind: str) -> tuple[FloatBody, ...]:
    """Floats of one type from small to large; sizes the type cannot have are left out."""
    bodies = []
    for i in range(_STEPS):
        capacity = _LEAST_KG * exp(i / (_STEPS - 1) * log(_MOST_KG / _LEAST_KG))
        try:
            bodies.append(float_body(FloatSpec(type=kind, capacity_kg=capacity, feed=0.0)))
        except BrookwindError:
            continue
    return tuple(bodies)


def _met(need: Need, figure: float, limit: float) -> bool:
    return figure >= limit if need.best == "more" else figure <= limit


def _bound(plan: Plan, need: Need) -> Bound | None:
    limit = need.limit(plan)
    if limit is None:
        return None
    ladder = _ladder(plan.type)
    figures = [need.figure(plan, b) for b in ladder]
    met = [_met(need, f, limit) for f in figures]
    capacity: float | None = None
    if need.side == "lower":
        # Met from the first size from which all larger ones meet it.
        first = len(met) - next((i for i, ok in enumerate(reversed(met)) if not ok), len(met))
        unmet = first == len(met)
        if 0 < first < len(met):
            capacity = _between(ladder, figures, first, limit)
    else:
        first = next((i for i, ok in enumerate(met) if not ok), len(met))
        unmet = first == 0
        if 0 < first < len(met):
            capacity = _between(ladder, figures, first, limit)
    given = {"limit": Figure(value=limit, quantity=need.quantity)}
    return Bound(
        need=need.id,
        name=need.name,
        side=need.side,
        capacity_kg=capacity,
        unmet=unmet,
        says=_bound_says(need, capacity, unmet),
        figures={**given, **({"capacity": Figure(value=capacity, quantity="load")} if capacity else {})},
        why=need.why,
        source=need.source,
    )


def _bound_says(need: Need, capacity: float | None, unmet: bool) -> str:
    wish = need.says.split(", ")[-1]
    if unmet:
        return f"no size of this type meets it: {wish}"
    if capacity is None:
        return f"any size meets it: {wish}"
    return f"{'from' if need.side == 'lower' else 'up to'} {{capacity}}: {wish}"


def _between(ladder: Sequence[FloatBody], figures: Sequence[float], i: int, limit: float) -> float:
    """Capacity at which the figure crosses the limit between two rungs, on a logarithmic scale. [kg]"""
    a, b = figures[i - 1], figures[i]
    low, high = log(ladder[i - 1].capacity_kg), log(ladder[i].capacity_kg)
    if not (isfinite(a) and isfinite(b)) or a == b:
        return exp(high)
    logs = a > 0.0 and b > 0.0 and limit > 0.0
    share = (log(limit) - log(a)) / (log(b) - log(a)) if logs else (limit - a) / (b - a)
    return exp(low + min(max(share, 0.0), 1.0) * (high - low))


def _at(plan: Plan, need: Need, capacity: float) -> float:
    """The figure of a need for a float of the plan's type of any capacity."""
    ladder = _ladder(plan.type)
    i = next((i for i, b in enumerate(ladder) if b.capacity_kg >= capacity), len(ladder) - 1) or 1
    a, b = need.figure(plan, ladder[i - 1]), need.figure(plan, ladder[i])
    if not (isfinite(a) and isfinite(b)):
        # The smallest floats carry nothing at that tip: what the next one does is the answer, if it does anything.
        return b
    low, high = log(ladder[i - 1].capacity_kg), log(ladder[i].capacity_kg)
    return a + (b - a) * min(max((log(capacity) - low) / (high - low), 0.0), 1.0)


def _marks(
    plan: Plan, floats: Sequence[FloatStock], low: float | None, high: float | None
) -> tuple[tuple[FloatMark, ...], tuple[Faulty, ...]]:
    needs = [(n, limit) for n in NEEDS if (limit := n.limit(plan)) is not None]
    middle = _favoured(low, high)
    ranked, faulty = [], []
    for stock in floats:
        kind = FLOAT_TYPE.get(stock.spec.type)
        if kind is None or plan.mount not in kind.mounts:
            continue
        try:
            body = float_body(stock.spec)
        except BrookwindError as error:
            faulty.append(Faulty(item=stock.item, label=stock.label, says=str(error)))
            continue
        checks, worst = [], 0.0
        for need, limit in needs:
            figure = need.figure(plan, body)
            ok = _met(need, figure, limit)
            worst += 0.0 if ok else min(abs(figure - limit) / limit, 1e6)
            checks.append(_check(need, figure, limit, ok))
        broken = sum(not c.ok for c in checks)
        away = abs(log(max(body.capacity_kg, 1e-6) / middle)) if middle else 0.0
        # Of floats that suit alike, those of the type that is fished come first.
        other = kind.id != plan.type
        ranked.append(((broken, worst, other, away), stock, body, tuple(sorted(checks, key=lambda c: c.ok))))
    ranked.sort(key=lambda r: r[0])
    marks = [_mark(plan, i + 1, stock, body, checks) for i, (_, stock, body, checks) in enumerate(ranked)]
    return tuple(marks), tuple(faulty)


def _favoured(low: float | None, high: float | None) -> float | None:
    if low and high:
        return exp(log(low) + _FAVOURED * (log(high) - log(low)))
    # Open on one side: as light as the needs allow, or as the fish allows.
    return 1.3 * low if low else high


def _check(need: Need, figure: float, limit: float, ok: bool) -> Check:
    limited = {"limit": Figure(value=limit, quantity=need.quantity)}
    if not isfinite(figure):
        return Check(need=need.id, name=need.name, ok=ok, says="carries nothing at that tip", figures=limited)
    given = {"figure": Figure(value=figure, quantity=need.quantity), **limited}
    return Check(need=need.id, name=need.name, ok=ok, says=need.says, figures=given)


def _mark(plan: Plan, rank: int, stock: FloatStock, body: FloatBody, checks: tuple[Check, ...]) -> FloatMark:
    return FloatMark(
        item=stock.item,
        label=stock.label,
        type=body.type.name,
        capacity_kg=body.capacity_kg,
        label_kg=stock.spec.capacity_kg,
        tested=body.tested,
        fits=all(c.ok for c in checks),
        rank=rank,
        checks=checks,
        outline=body.profile.points,
        immersion_m=immersion_at_load_m(body, working_load_n(plan, body), plan.water_kg_m3) or 0.0,
        paint_m=body.type.paint_m,
    )


def _concessions(plan: Plan, bounds: Sequence[Bound], low: float | None, high: float | None) -> tuple[Concession, ...]:
    """What to move on either side so that one capacity meets everything: all that stands beyond the other side."""
    by_id = {n.id: n for n in NEEDS}
    ladder = _ladder(plan.type)
    found = []
    stuck = {b.need for b in bounds if b.unmet}
    tops = (high if high is not None else ladder[-1].capacity_kg, low if low is not None else ladder[0].capacity_kg)
    for side, at in zip(("lower", "upper"), tops, strict=True):
        beyond = [
            by_id[b.need]
            for b in bounds
            if b.side == side
            and (
                b.unmet or (b.capacity_kg or at) * (1 if side == "lower" else -1) > at * (1 if side == "lower" else -1)
            )
        ]
        # Giving way on this side only helps when nothing on the other is met by no float at all.
        if not beyond or stuck - {n.id for n in beyond}:
            continue
        found.append(_concession(plan, beyond, at))
    if not any(found) and stuck:
        found.append(_concession(plan, [by_id[s] for s in sorted(stuck)], _favoured(low, high) or 0.003))
    offered = [c for c in found if c is not None]
    return tuple(sorted(offered, key=lambda c: c.share)) or (_NO_WAY,)


_NO_WAY = Concession(
    needs=(), says="Take another type of float, or ask for something else here.", change=None, share=_HOPELESS
)


def _concession(plan: Plan, needs: Sequence[Need], capacity: float) -> Concession | None:
    """What these needs would have to accept at a capacity; None when nothing would do."""
    says, figures, change, share = [], {}, {}, 0.0
    settable = True
    for need in needs:
        figure, limit = _at(plan, need, capacity), need.limit(plan)
        assert limit is not None
        if not isfinite(figure):
            return None
        # A hair beyond, so that setting it opens the window.
        figure *= 0.98 if need.best == "more" else 1.02
        says.append(need.give.replace("{figure}", f"{{{need.id}_figure}}").replace("{limit}", f"{{{need.id}_limit}}"))
        figures[f"{need.id}_figure"] = Figure(value=figure, quantity=need.quantity)
        figures[f"{need.id}_limit"] = Figure(value=limit, quantity=need.quantity)
        share += min(abs(figure - limit) / limit, _HOPELESS) if limit else _HOPELESS
        if need.change is None:
            settable = False
        else:
            change.update(need.change(plan, figure))
    sentence = ", and ".join(says)
    return Concession(
        needs=tuple(n.id for n in needs),
        says=sentence[:1].upper() + sentence[1:] + ".",
        figures=figures,
        change=change if settable else None,
        share=share,
    )


def _says(
    bounds: Sequence[Bound], low: float | None, high: float | None, empty: bool, unmet: Sequence[Bound]
) -> tuple[str, dict[str, Figure]]:
    figures = {
        **({"low": Figure(value=low, quantity="load")} if low else {}),
        **({"high": Figure(value=high, quantity="load")} if high else {}),
    }
    if unmet:
        return f"No size of this type meets: {', '.join(b.name.lower() for b in unmet)}.", {}
    by_low = next((b.name.lower() for b in bounds if b.side == "lower" and b.capacity_kg == low and low), "")
    by_high = next((b.name.lower() for b in bounds if b.side == "upper" and b.capacity_kg == high and high), "")
    if empty:
        return (
            f"No capacity suits everything: {by_low} asks for at least {{low}}, {by_high} for at most {{high}}.",
            figures,
        )
    if low and high:
        return f"From {{low}} ({by_low}) to {{high}} ({by_high}).", figures
    if low:
        return f"From {{low}} up ({by_low}).", figures
    if high:
        return f"Up to {{high}} ({by_high}).", figures
    return "Any capacity will do.", figures
