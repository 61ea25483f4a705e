"""Balance a rig from the box: choose the pieces, place them, set the stop."""

from __future__ import annotations

from collections import Counter
from dataclasses import dataclass, field
from math import inf

from brookwind.core.balance.choose import Choice, choose_pieces, least_error
from brookwind.core.balance.hang import hanging, lay_out
from brookwind.core.balance.heavy_first import Heavy, heavy_options, strip_heavy, with_heavy
from brookwind.core.balance.patterns import DROPPER_SHARE_MOST, NONE, OLIVETTE, PATTERN, STACK, Grain, Pattern, Placed
from brookwind.core.balance.proposal import Proposal, Taken, Wish, proposal_of, taken_of
from brookwind.core.balance.settle import attachment_depth_m
from brookwind.core.balance.span import span_of
from brookwind.core.balance.stock import ShotStock, Stock
from brookwind.core.balance.target import Target, target_for
from brookwind.core.balance.unshotted import no_heavy, without_shot
from brookwind.core.depth.stop import plumb_setting_m, set_stop
from brookwind.core.errors import Infeasible, NotUnderstood
from brookwind.core.figures import length, load
from brookwind.core.gravity import lead_mass_kg, submerged_weight_n
from brookwind.core.handles import LEAST_GAP_M
from brookwind.core.rig.components import Shot
from brookwind.core.rig.document import Rig
from brookwind.core.rig.families import layout_of
from brookwind.core.rig.threading import free_id, is_free_shot, take_off, thread_on

Rank = tuple[float, int, int]
"""Error in ties, pieces, sizes: less is better."""


@dataclass(frozen=True)
class _Scheme:
    """What is fixed beforehand, and what may still be chosen."""

    heavy: Heavy
    droppers: tuple[int, ...] = ()
    """Index of the dropper size, once for each."""
    allowed: tuple[int, ...] = field(default=())


def balance_rig(rig: Rig, stock: Stock, wish: Wish) -> Proposal:
    """The rig with the best weights for its wanted tip in one pattern, its stop set.

    Everything that hangs with the float at the wanted tip is weighed; the rest of the float's load is made up from the
    stock: first what carries most (locking shot, running lead), then the free shot. Over all those beginnings the
    least error in tip wins, then the fewest pieces, then the fewest sizes.

    rig: the rig; its aim says the tip. Shot with another task than locking stays.
    stock: what the box holds.
    wish: pattern and limits.
    Raises: NotUnderstood for an unknown pattern; Infeasible with what to relax; OutOfRange when the float cannot.
    """
    pattern = PATTERN.get(wish.pattern)
    if pattern is None:
        raise NotUnderstood.one(
            "pattern", f"There is no pattern {wish.pattern!r}.", f"Patterns are {', '.join(PATTERN)}.", ("pattern",)
        )
    stock = _allowed(stock, wish)
    if pattern is NONE:
        return without_shot(rig, stock, wish)
    target = target_for(rig)
    bare = take_off(rig, is_free_shot)
    if not wish.keep_heavy:
        bare = strip_heavy(bare)
    at_tip = set_stop(bare, plumb_setting_m(bare, target.body, target.immersion_m))
    shot = tuple(s for s in stock.shot if s.count > 0)
    best: tuple[Rank, Rig, Choice, _Scheme] | None = None
    for heavy in [None] if wish.keep_heavy else heavy_options(at_tip, stock, target, _hung_pull(at_tip, target)):
        if heavy is None and pattern in (STACK, OLIVETTE) and not wish.keep_heavy:
            raise no_heavy(pattern)
        base = with_heavy(at_tip, heavy) if heavy else at_tip
        need = target.pull_n - _hung_pull(base, target)
        if need < 0.0:
            _complain_full(need, target, heavy is None, best is None)
            continue
        found = _best_shot(shot, need, pattern, wish, target, heavy, best[0] if best else None)
        if found and (best is None or _wins(found[0], best[0])):
            best = (found[0], base, found[1], found[2])
    if best is None:
        raise _nothing_fits(pattern, shot, target.pull_n - _hung_pull(at_tip, target), target)
    _check_enough(best[2], best[1], target, shot, wish)
    return _finish(best[1], best[2], best[3], pattern, shot, target)


def _allowed(stock: Stock, wish: Wish) -> Stock:
    held = Counter({s.material: 0 for s in stock.shot})
    for s in stock.shot:
        held[s.material] += s.count
    metal = wish.material or max(held, key=lambda m: held[m], default="lead")
    if metal not in held and stock.shot:
        raise Infeasible.one(
            "no-such-metal", f"The box holds no shot of {metal}.", f"It holds {', '.join(held)}.", ("material",)
        )
    return Stock(
        shot=tuple(s for s in stock.shot if s.material == metal),
        leads=tuple(s for s in stock.leads if s.material == metal),
    )


def _hung_pull(rig: Rig, target: Target) -> float:
    hung = hanging(rig, target.water_kg_m3)
    attachment = attachment_depth_m(target.body, target.immersion_m, hung.stop_above_m)
    # Only a bait laid on is meant to rest on the bed; until its weights are on, a floating one is not where it will be.
    # A lift shot or a dragged lead is part of the load although it touches.
    laid_on = rig.aim.bait_from == "bed" and rig.aim.bait_m < 0.0 and not layout_of(rig).hangs_for_balance
    return lay_out(hung, attachment, rig.water.depth_m if laid_on else float("inf")).pull_n


def _pull(s: ShotStock, water_kg_m3: float) -> float:
    return submerged_weight_n(s.mass_kg, s.density_kg_m3, water_kg_m3)


def _schemes(pattern: Pattern, shot: tuple[ShotStock, ...], need: float, wish: Wish, water: float) -> list[_Scheme]:
    everything = tuple(range(len(shot)))
    if not pattern.droppers and pattern.alike == inf:
        return [_Scheme(None, (), everything)]
    if not pattern.droppers:
        return [
            _Scheme(None, (), tuple(j for j in everything if s.mass_kg <= shot[j].mass_kg <= pattern.alike * s.mass_kg))
            for s in shot
            if pattern.least_pieces * _pull(s, water) <= need * 1.5
        ]
    count = wish.droppers or pattern.droppers
    return [
        _Scheme(None, (i,) * count, tuple(j for j in everything if shot[j].mass_kg >= s.mass_kg))
        for i, s in enumerate(shot)
        if s.count >= count and count * _pull(s, water) <= DROPPER_SHARE_MOST * need
    ]


def _wins(one: Rank, other: Rank) -> bool:
    """Less error by more than a tie, or else fewer pieces, then fewer sizes."""
    if abs(one[0] - other[0]) > 1.0:
        return one[0] < other[0]
    return one[1:] < other[1:]


def _best_shot(
    shot: tuple[ShotStock, ...],
    need: float,
    pattern: Pattern,
    wish: Wish,
    target: Target,
    heavy: Heavy,
    to_beat: Rank | None,
) -> tuple[Rank, Choice, _Scheme] | None:
    pulls = [_pull(s, target.water_kg_m3) for s in shot]
    best = None
    for scheme in _schemes(pattern, shot, need, wish, target.water_kg_m3):
        fixed = sum(pulls[i] for i in scheme.droppers)
        left = Counter({i: shot[i].count for i in scheme.allowed})
        left.subtract(scheme.droppers)
        sizes_n, held = [pulls[i] for i in scheme.allowed], [left[i] for i in scheme.allowed]
        most = wish.max_pieces - len(scheme.droppers)

        def error_of(total: float, fixed: float = fixed) -> float:
            return target.error_m(target.pull_n - need + fixed + total)

        beat = best[0] if best else to_beat
        if beat:
            bound = least_error(sizes_n, held, need - fixed, most, error_of) / target.tie_m
            if bound > beat[0] + 1.0:
                continue
            if bound >= beat[0] - 1.0:
                # It can come no nearer than what is to be beaten: it can only win with no more pieces.
                most = min(most, beat[1] - len(scheme.droppers))
        least = max(0, pattern.least_pieces - len(scheme.droppers))
        choice = choose_pieces(sizes_n, held, need - fixed, most, least, error_of) if most >= least else None
        if choice is None:
            continue
        sizes = {i for i, c in zip(scheme.allowed, choice.counts, strict=True) if c} | set(scheme.droppers)
        rank = (choice.error / target.tie_m, choice.pieces + len(scheme.droppers), len(sizes))
        if best is None or _wins(rank, best[0]):
            best = (rank, choice, _Scheme(heavy, scheme.droppers, scheme.allowed))
    return best


def _finish(
    base: Rig, choice: Choice, scheme: _Scheme, pattern: Pattern, shot: tuple[ShotStock, ...], target: Target
) -> Proposal:
    used = Counter({i: c for i, c in zip(scheme.allowed, choice.counts, strict=True) if c})
    used.update(scheme.droppers)
    # Largest first; of equals, the same compartment together.
    order = sorted(used.elements(), key=lambda i: (-shot[i].mass_kg, i))
    span = span_of(base)
    grains = [Grain(shot[i].mass_kg, shot[i].density_kg_m3) for i in order]
    rig = base.model_copy(update={"pattern": pattern.id})
    if grains:
        placed = pattern.place(grains, len(scheme.droppers), span)
        _check_room(placed, base.setting_m)
        for i, (role, position) in zip(order, placed, strict=True):
            s = shot[i]
            rig = thread_on(
                rig,
                Shot(
                    id=free_id(rig, "shot"),
                    item=s.item,
                    label=s.label,
                    role=role,
                    mass_kg=s.mass_kg,
                    material=s.material,
                    density_kg_m3=s.density_kg_m3,
                    position_m=position,
                ),
            )
    taken = [Taken(item=shot[i].item, label=shot[i].label, count=c) for i, c in sorted(used.items())]
    if scheme.heavy:
        taken.insert(0, taken_of(scheme.heavy))
    return proposal_of(rig, pattern, taken, choice.proved)


def _check_room(placed: Placed, setting_m: float) -> None:
    top = max(position for _, position in placed)
    if top > setting_m - LEAST_GAP_M:
        raise Infeasible.one(
            "no-room",
            "The shot would reach {top} up a line that is {line} long below the float.",
            "Take a smaller float, fewer pieces, or fish deeper.",
            ("components",),
            {"top": length(top), "line": length(setting_m)},
        )


def _check_enough(choice: Choice, base: Rig, target: Target, shot: tuple[ShotStock, ...], wish: Wish) -> None:
    """Refuse an answer so light that the float does not even settle to its tip."""
    pull = _hung_pull(base, target) + choice.total_n
    if choice.error <= target.hopeless_m or pull > target.pull_n:
        return
    raise _nothing_fits(PATTERN[wish.pattern], shot, target.pull_n - _hung_pull(base, target), target)


def _complain_full(need: float, target: Target, kept: bool, nothing_yet: bool) -> None:
    if not (kept and nothing_yet):
        return
    over = lead_mass_kg(-need, target.water_kg_m3)
    raise Infeasible.one(
        "already-too-heavy",
        "What hangs on the float without any free shot already pulls {over} too much for the wanted tip.",
        "Take a larger float, a lighter hook or lead, or let more of the tip go under.",
        ("components",),
        {"over": load(over)},
    )


def _nothing_fits(pattern: Pattern, shot: tuple[ShotStock, ...], need: float, target: Target) -> Infeasible:
    needed = lead_mass_kg(need, target.water_kg_m3)
    held = sum(lead_mass_kg(_pull(s, target.water_kg_m3) * s.count, target.water_kg_m3) for s in shot)
    given = {"needed": load(needed), "held": load(held), "more": load(needed - held)}
    if not shot:
        return Infeasible.one(
            "no-shot",
            "The box holds no shot, and the float needs {needed}.",
            "Enter stock in the box.",
            ("stock",),
            given,
        )
    if held < needed:
        return Infeasible.one(
            "too-little-shot",
            "The float needs {needed} of shot and the box holds {held}.",
            "Add at least {more} of shot to the box, or take a smaller float.",
            ("stock",),
            given,
        )
    return Infeasible.one(
        "pattern-does-not-fit",
        f"No {pattern.name} can be made of {{needed}} from the sizes and number of pieces allowed.",
        "Take another pattern, allow more pieces, or add other sizes to the box.",
        ("pattern",),
        given,
    )
