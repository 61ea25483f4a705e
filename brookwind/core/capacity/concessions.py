"""A shut window: which needs collide, and the least that opens it."""

from __future__ import annotations

from collections.abc import Sequence
from math import isfinite

from brookwind.core.capacity.bounds import Bound, favoured, figure_at
from brookwind.core.capacity.ladder import ladder
from brookwind.core.capacity.needs import NEEDS, Need
from brookwind.core.capacity.plan import Plan
from brookwind.core.edits.proposed import Proposed
from brookwind.core.edits.set_conditions import SetConditions
from brookwind.core.figures import Figure

_MOST_SHARE = 0.95
"""Nobody lets hook and bait be more of the load than this."""
_HOPELESS = 1e6
"""Stands for a share without end, so that sums stay finite."""


class Concession(Proposed):
    """Something to give up that opens the window."""

    needs: tuple[str, ...]
    share: float
    """How far the limit moves, relative to itself."""


def concessions(plan: Plan, bounds: Sequence[Bound], low: float | None, high: float | None) -> tuple[Concession, ...]:
    """What to move on either side so that one capacity meets everything: all that stands beyond the other side.

    plan: the plan.
    bounds: of its needs.
    low: the largest of the lower ones, if there is one. [kg]
    high: the smallest of the upper ones, if there is one. [kg]
    """
    by_id = {n.id: n for n in NEEDS}
    rungs = ladder(plan.type)
    found = []
    stuck = {b.need for b in bounds if b.unmet}
    tops = (high if high is not None else rungs[-1].capacity_kg, low if low is not None else rungs[0].capacity_kg)
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
        found.append(_concession(plan, [by_id[s] for s in sorted(stuck)], favoured(low, high) or 0.003))
    offered = [c for c in found if c is not None]
    return tuple(sorted(offered, key=lambda c: c.share)) or (_NO_WAY,)


_NO_WAY = Concession(needs=(), says="Take another type of float, or ask for something else here.", share=_HOPELESS)


def _setting(fields: dict[str, float]) -> SetConditions:
    """The change of the conditions; a name with a dot is one of their limits."""
    limits = {n.removeprefix("limits."): v for n, v in fields.items() if n.startswith("limits.")}
    return SetConditions(conditions={n: v for n, v in fields.items() if "." not in n}, limits=limits)


def _concession(plan: Plan, needs: Sequence[Need], capacity: float) -> Concession | None:
    """What these needs would have to accept at a capacity; None when nothing would do."""
    says, figures, change, share = [], {}, {}, 0.0
    settable = True
    for need in needs:
        figure, limit = figure_at(plan, need, capacity), need.limit(plan)
        assert limit is not None
        if not isfinite(figure) or (need.quantity == "share" and figure > _MOST_SHARE):
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
        changes=(_setting(change),) if settable else (),
        share=share,
    )
