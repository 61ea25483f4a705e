"""The beginnings a rig can be balanced from, and the best of them put on the line."""

from __future__ import annotations

from collections import Counter
from dataclasses import dataclass
from math import inf

from brookwind.core.balance.arrange import Grain
from brookwind.core.balance.choose import Entry, best_of
from brookwind.core.balance.heavy_first import (
    Heavy,
    HeavyPiece,
    heavy_options,
    is_jig,
    lock_at_float,
    with_heavy,
    with_jig,
)
from brookwind.core.balance.patterns import DROPPER_RANGE, DROPPER_SHARE_MOST, SMALL_SHARE, Pattern
from brookwind.core.balance.placing import check_room, clear_of_others, taken_stretches
from brookwind.core.balance.proposal import Balanced, Taken, Wish, larger_below, proposal_of, taken_of
from brookwind.core.balance.refuse import already_full
from brookwind.core.balance.search import Search
from brookwind.core.balance.tail import FINEST_DROPPER_KG, tail_n
from brookwind.core.balance.target import Target
from brookwind.core.balance.totals import Choice, Effort, Lists
from brookwind.core.balance.unshotted import no_heavy
from brookwind.core.box.stock import ShotStock, Stock
from brookwind.core.gravity import submerged_weight_n
from brookwind.core.rest.hang import hanging, lay_out
from brookwind.core.rest.settle import attachment_depth_m
from brookwind.core.rest.span import span_of
from brookwind.core.rig.components import Shot, Weight
from brookwind.core.rig.document import Rig
from brookwind.core.rig.families import layout_of
from brookwind.core.rig.threading import free_id, thread_on

_TOUCHES_M = 1e-4
"""A bait this near to the bed rests on it. [m]"""
MOST_BEGINNINGS = 40
"""Sizes of single shot that are tried one by one; of more in a box, so many from the smallest to the largest. Editable
default: nobody carries as many."""


@dataclass(frozen=True)
class _Start:
    """A rig with its heavy pieces on, and the pull still missing."""

    base: Rig
    heavy: Heavy
    need_n: float


@dataclass(frozen=True)
class _Scheme:
    """What is fixed beforehand, and what may still be chosen, as indexes of the stock."""

    singles: tuple[int, ...]
    allowed: tuple[int, ...]
    least: int
    most: int


@dataclass(frozen=True)
class Best:
    """A beginning, what is fixed beforehand, and the choice made."""

    start: _Start
    scheme: _Scheme
    choice: Choice


def hung_pull_n(rig: Rig, target: Target) -> float:
    """What hangs on the float at the wanted tip. [N]

    rig: the rig.
    target: the float at that tip.
    """
    hung = hanging(rig, target.water_kg_m3)
    attachment = attachment_depth_m(target.body, target.immersion_m, hung.stop_above_m)
    # Only a bait on the bed, or laid on, is meant to rest there; until its weights are on, a floating one is not where
    # it will be. A lift shot or a dragged lead is part of the load although it touches.
    rests = rig.aim.bait_from == "bed" and rig.aim.bait_m <= 0.0 and not layout_of(rig).hangs_for_balance
    return lay_out(hung, attachment, rig.water.depth_m - _TOUCHES_M if rests else float("inf")).pull_n


class Balancing:
    """One pattern, tried from every beginning: what is fixed beforehand, then the free choice."""

    def __init__(
        self, pattern: Pattern, stock: Stock, wish: Wish, target: Target, lists: Lists, effort: Effort,
        finished: dict[Rig, Balanced],
    ) -> None:  # fmt: skip
        """Prepare; nothing is tried yet.

        pattern: where the weights go.
        stock: what may be taken.
        wish: limits.
        target: the float at the wanted tip.
        lists: totals listed before.
        effort: what may be spent.
        finished: rigs that were finished before.
        """
        self.pattern, self.stock, self.wish, self.target = pattern, stock, wish, target
        self.shot = stock.shot
        self.pulls = [submerged_weight_n(s.mass_kg, s.density_kg_m3, target.water_kg_m3) for s in self.shot]
        # Errors are counted in whole ties, rounded: within the gate all are none.
        self.tie_m = max(wish.tie_m or 2.0 * target.gate_m, target.tie_m)
        self.most_over_n = max(0.0, target.most_n - target.pull_n)
        self.lists = lists
        by_mass = sorted(range(len(self.shot)), key=lambda i: self.shot[i].mass_kg)
        step = max(1.0, len(by_mass) / MOST_BEGINNINGS)
        self.beginnings = sorted(by_mass[int(k * step)] for k in range(min(len(by_mass), MOST_BEGINNINGS)))
        self.effort, self.finished = effort, finished

    def fixed_n(self, scheme: _Scheme) -> float:
        """Pull of the single shot of a scheme. [N]"""
        return sum(self.pulls[i] for i in scheme.singles)

    def starts(self, at_tip: Rig, keep: bool) -> list[_Start]:
        """Every beginning worth trying; refuses when even the lightest is too heavy."""
        if self.pattern.carrier == "jig":
            jigs = [s for s in self.stock.leads if s.shape == "jig" and s.count > 0]
            fixed = any(isinstance(c, Weight) and c.shape == "jig" and not is_jig(c) for c in at_tip.components)
            if not jigs and not fixed:
                raise no_heavy(self.pattern)
            rigs = [(at_tip, None)] if fixed else [(with_jig(at_tip, s), HeavyPiece(s, 1)) for s in jigs]
            return [_Start(base, heavy, self._need(base)) for base, heavy in rigs]
        hung = self.target.pull_n - self._need(at_tip)
        if keep or self.pattern.carrier == "none":
            heavies: list[Heavy] = [None]
        else:
            heavies = heavy_options(at_tip, self.stock, self.target, hung, self.pattern.most_pieces == 0)
        jigged = any(is_jig(c) for c in at_tip.components)
        found = []
        for heavy in heavies:
            if heavy is None and self.pattern.needs_heavy and not keep and not jigged:
                raise no_heavy(self.pattern)
            base = with_heavy(at_tip, heavy, self.wish.bulk_share) if heavy else at_tip
            found.append(_Start(base, heavy, self._need(base)))
        fitting = [s for s in found if s.need_n >= -self.most_over_n]
        if not fitting:
            least = max(found, key=lambda s: s.need_n)
            raise already_full(least.base, -least.need_n, self.target)
        return fitting

    def _need(self, base: Rig) -> float:
        return self.target.pull_n - hung_pull_n(base, self.target)

    def best(self, starts: list[_Start]) -> Best | None:
        """The best of all beginnings and schemes."""
        tries = [
            (start, scheme, entry)
            for start in starts
            for scheme in self._schemes(start)
            if (entry := self._entry(start, scheme)) is not None
        ]
        found = best_of([entry for _, _, entry in tries])
        if found is None:
            return None
        start, scheme, _ = tries[found[0]]
        return Best(start, scheme, found[1])

    def _schemes(self, start: _Start) -> list[_Scheme]:
        pattern, everything, wish = self.pattern, self._beside(start), self.wish
        heavy = start.heavy.pieces if start.heavy else 0
        room = wish.max_pieces - heavy
        if room < 0:
            return []
        most = room if pattern.most_pieces is None else min(room, pattern.most_pieces)
        if wish.own and wish.own.bulk is not None:
            singles = self._nearest_singles(start.need_n)
            return [_Scheme(singles, everything, pattern.least_pieces, room - len(singles))]
        if pattern.droppers:
            count = wish.droppers or pattern.droppers
            return [
                _Scheme(
                    (i,) * count,
                    everything,
                    max(0, pattern.least_pieces - count),
                    most - count,
                )
                for i in self._dropper_sizes(start, count)
            ]
        if pattern.alike == inf:
            return [_Scheme((), everything, pattern.least_pieces, most)]
        return [
            _Scheme(
                (),
                tuple(j for j in everything if s.mass_kg <= self.shot[j].mass_kg <= pattern.alike * s.mass_kg),
                pattern.least_pieces,
                most,
            )
            for i, s in self._begun()
            if pattern.least_pieces * self.pulls[i] <= start.need_n * 1.5
        ]

    def _beside(self, start: _Start) -> tuple[int, ...]:
        """Sizes that may be chosen: under a stack or an olivette only what is small beside it."""
        heavy = start.heavy
        if heavy is None or not self.pattern.needs_heavy:
            return tuple(range(len(self.shot)))
        most = SMALL_SHARE * heavy.stock.mass_kg
        return tuple(i for i, s in enumerate(self.shot) if s.mass_kg <= most)

    def _dropper_sizes(self, start: _Start, count: int) -> list[int]:
        """Sizes that do a dropper's job: heavy enough for the tail, but no bulk; the nearest where none does."""
        most = DROPPER_SHARE_MOST * start.need_n / count
        fine = 0.0 if self.wish.smallest_kg is not None else FINEST_DROPPER_KG
        held = [
            i for i, s in self._begun() if s.count >= count and self.pulls[i] <= most and s.mass_kg >= fine - 1e-9
        ] or [i for i, s in self._begun() if s.count >= count and self.pulls[i] <= most]
        if not held:
            return []
        span = span_of(start.base, self.wish.on_hooklength, self.wish.bulk_share)
        least = tail_n(start.base, self.target.water_kg_m3, max(span.bulk_m, span.low_m)) / count
        enough = [i for i in held if least <= self.pulls[i] <= DROPPER_RANGE * least]
        return enough or [min(held, key=lambda i: abs(self.pulls[i] - least))]

    def _begun(self) -> list[tuple[int, ShotStock]]:
        return [(i, self.shot[i]) for i in self.beginnings]

    def _nearest_singles(self, need_n: float) -> tuple[int, ...]:
        """For every place of an own pattern but its bulk: the size nearest to its share."""
        own = self.wish.own
        assert own is not None
        left, found = [s.count for s in self.shot], []
        for n, node in enumerate(own.nodes):
            for _ in range(node.pieces if n != own.bulk else 0):
                share = node.load * need_n / node.pieces
                free = [i for i, c in enumerate(left) if c > 0]
                if not free:
                    break
                nearest = min(free, key=lambda i: abs(self.pulls[i] - share))
                left[nearest] -= 1
                found.append(nearest)
        return tuple(found)

    def _entry(self, start: _Start, scheme: _Scheme) -> Entry | None:
        fixed, heavy = self.fixed_n(scheme), start.heavy
        left = Counter({i: self.shot[i].count for i in scheme.allowed})
        left.subtract(scheme.singles)
        for i in scheme.allowed:
            if heavy and self.shot[i].item == heavy.item:
                left[i] -= heavy.pieces
        if scheme.most < scheme.least or min(left.values(), default=0) < 0:
            return None
        hung = self.target.pull_n - start.need_n + fixed
        search = Search(
            [self.pulls[i] for i in scheme.allowed],
            [left[i] for i in scheme.allowed],
            start.need_n - fixed,
            scheme.least,
            scheme.most,
            lambda total: self.target.error_m(hung + total),
            self.tie_m,
            self.lists,
            self.effort,
        )
        if search.most < scheme.least:
            return None
        extra = len(scheme.singles) + (heavy.pieces if heavy else 0)
        return Entry(search, extra, lambda counts: self._preference(start, scheme, counts))

    def _preference(self, start: _Start, scheme: _Scheme, counts: tuple[int, ...]) -> tuple[float, ...]:
        used = self.stock.used
        taken = Counter({i: c for i, c in zip(scheme.allowed, counts, strict=True) if c})
        taken.update(scheme.singles)
        heavy = {start.heavy.item} if start.heavy else set()
        items = {self.shot[i].item for i in taken} | heavy
        often = sum(c * used.get(self.shot[i].item, 0) for i, c in taken.items())
        return (float(len(items)), float(self._larger_below(start, scheme, counts)), -float(often))

    def _larger_below(self, start: _Start, scheme: _Scheme, counts: tuple[int, ...]) -> int:
        # Free shot is put on largest first: only what the angler has fixed, or an own pattern, can stand against it.
        if not self.wish.own and not any(getattr(c, "fixed", False) for c in start.base.components):
            return 0
        chosen = self._chosen(scheme, counts)
        return larger_below(self._put_on(start.base, scheme, chosen))

    def _chosen(self, scheme: _Scheme, counts: tuple[int, ...]) -> list[ShotStock]:
        """The free choice, largest first; of equals, one compartment together."""
        taken = Counter({i: c for i, c in zip(scheme.allowed, counts, strict=True) if c})
        return [self.shot[i] for i in sorted(taken.elements(), key=lambda i: (-self.shot[i].mass_kg, i))]

    def _put_on(self, rig: Rig, scheme: _Scheme, chosen: list[ShotStock]) -> Rig:
        """The rig with its free shot where the pattern has it."""
        singles = [self.shot[i] for i in scheme.singles]
        span = span_of(rig, self.wish.on_hooklength, self.wish.bulk_share)
        pieces = [*chosen, *singles]
        if not pieces:
            return rig
        grains = [Grain(s.mass_kg, s.density_kg_m3) for s in pieces]
        ratio = self.wish.gap_ratio or self.pattern.gap_ratio
        placed = self.pattern.place(grains[: len(chosen)], grains[len(chosen) :], span, ratio)
        if self.pattern.at_float:
            rig = lock_at_float(rig, [s.on_line for s in chosen])
            pieces, grains, placed = singles, grains[len(chosen) :], placed[len(chosen) :]
        placed = clear_of_others(grains, placed, taken_stretches(rig))
        check_room(placed, rig.setting_m)
        for s, (role, position) in sorted(zip(pieces, placed, strict=True), key=lambda p: -p[1][1]):
            rig = thread_on(rig, Shot(id=free_id(rig, "shot"), **s.on_line, role=role, position_m=position))
        return rig

    def pulls_n(self, best: Best) -> float:
        """What hangs on the float with it. [N]"""
        return self.target.pull_n - best.start.need_n + self.fixed_n(best.scheme) + best.choice.total_n

    def finish(self, best: Best) -> Balanced:
        """The best as a proposal."""
        scheme, choice = best.scheme, best.choice
        base = best.start.base.model_copy(update={"pattern": self.pattern.id})
        rig = self._put_on(base, scheme, self._chosen(scheme, choice.counts))
        proved = choice.proved and len(self.beginnings) == len(self.shot)
        if rig not in self.finished:
            self.finished[rig] = proposal_of(rig, self.pattern, self.taken_by(best), proved, choice.off_by)
        return self.finished[rig]

    def taken_by(self, best: Best) -> list[Taken]:
        """What leaves the box for it."""
        scheme, choice, heavy = best.scheme, best.choice, best.start.heavy
        used = Counter({i: c for i, c in zip(scheme.allowed, choice.counts, strict=True) if c})
        used.update(scheme.singles)
        counts = {i: c + (heavy.pieces if heavy and self.shot[i].item == heavy.item else 0) for i, c in used.items()}
        taken = [Taken(item=self.shot[i].item, label=self.shot[i].label, count=c) for i, c in sorted(counts.items())]
        if heavy and heavy.item not in {t.item for t in taken}:
            taken.insert(0, taken_of(heavy))
        return taken
