"""The floats of a box against a plan: each checked by its own body, and ranked."""

from __future__ import annotations

from collections.abc import Sequence
from math import isfinite, log

from pydantic import Field

from brookwind.core.box.stock import FloatStock
from brookwind.core.capacity.bounds import favoured, meets
from brookwind.core.capacity.needs import NEEDS, Need, working_load_n
from brookwind.core.capacity.plan import Plan
from brookwind.core.errors import BrookwindError
from brookwind.core.figures import Figure
from brookwind.core.floats.body import FloatBody, float_body
from brookwind.core.floats.immersion import immersion_at_load_m
from brookwind.core.floats.types import FLOAT_TYPE
from brookwind.core.frozen import Frozen


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


class Faulty(Frozen):
    """A float of the box that cannot be built."""

    item: str
    label: str
    says: str


def rank(
    plan: Plan, floats: Sequence[FloatStock], low: float | None, high: float | None
) -> tuple[tuple[FloatMark, ...], tuple[Faulty, ...]]:
    """The floats of a box that the rig can hold, best first, and those that cannot be built.

    plan: the plan.
    floats: of the box.
    low: light end of the window, if there is one. [kg]
    high: heavy end, if there is one. [kg]
    """
    needs = [(n, limit) for n in NEEDS if (limit := n.limit(plan)) is not None]
    middle = favoured(low, high)
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
            ok = meets(need, figure, limit)
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
