"""Which rigs to tie tonight: the fewest that cover the day, what each is for, and what is to be done before."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass

import numpy as np

from brookwind.core.answers.begin import in_use
from brookwind.core.box.packing import PackRow, packing
from brookwind.core.capacity.ladder import ladder
from brookwind.core.capacity.plan import plan_of
from brookwind.core.errors import BrookwindError, Problem
from brookwind.core.figures import Figure, Told
from brookwind.core.frozen import Frozen
from brookwind.core.rig.document import Rig
from brookwind.core.rig.families import FAMILY, hangs_at_m
from brookwind.core.run.ways import FeedPack, feed_to_pack
from brookwind.core.survey.document import Survey
from brookwind.core.survey.timetable import Move
from brookwind.core.trip.candidates import Candidate, candidates, takes
from brookwind.core.trip.choosing import Choosing
from brookwind.core.trip.cover import WORTH_SHARE
from brookwind.core.trip.day import CASES, DayDepth, Haunt, cases_of, fish_of, haunts_of, water_over
from brookwind.core.trip.document import Trip
from brookwind.core.trip.judging import Flags, Judge, depth_allows
from brookwind.core.trip.roles import apart, features, lacks, ranges, role_of
from brookwind.core.trip.strip import Strip, moves_of, strip_of
from brookwind.core.trip.tackled import Tackled
from brookwind.core.tying.batch import Leaders, leaders_of
from brookwind.core.tying.minutes import LEADER_MIN

ROUNDS = 12
"""How often the choice is made anew when a rig, tied in full, turns out to cover less."""
MOSTLY = 0.5
"""A float that is lacking is named when it covers so much of what is left."""
SPARES = 2
"""Leaders tied for each rig: one on it, one for when it breaks. Editable default."""


class TonightRig(Frozen):
    """One of the rigs of the day."""

    role: str
    rig: Rig
    family: str
    share: float
    """Of the day, covered by it and by none before it."""
    covers: float
    """Of the day, covered by it."""
    from_share: float
    """Of the day, covered by those before it."""
    spans: tuple[Told, ...]
    setting_low_m: float
    setting_high_m: float
    """Between these its stop moves over the day. [m]"""
    moves: tuple[Move, ...]
    """When its stop is moved over the day."""
    ready_s: float | None
    minutes: float
    made: str | None
    """Id of the made-up rig it is."""
    buy: bool
    """Its float is not in the box."""


class WalletFit(Frozen):
    """How a made-up rig serves the day."""

    id: str
    share: float
    """Of the day, that it covers by itself."""
    chosen: bool
    age_days: int | None


class ToTie(Frozen):
    """Something to do before the day."""

    id: str
    what: Told
    minutes: float


class Tonight(Frozen):
    """The answer."""

    cases: int
    water: DayDepth
    strip: Strip
    haunts: tuple[Haunt, ...]
    shares: tuple[float, ...]
    """Of the day, covered by the best 1, 2, … rigs."""
    worth: int
    """How many are worth tying."""
    rigs: tuple[TonightRig, ...]
    share: float
    lacking: Told | None
    lacking_share: float
    would: Told | None
    """A float that is not in the box and would cover most of what is left."""
    wallet: tuple[WalletFit, ...]
    leaders: tuple[Leaders, ...]
    to_tie: tuple[ToTie, ...]
    pack: tuple[PackRow, ...]
    feed: tuple[FeedPack, ...]
    """What is usually fed for these rigs, over the day."""
    problem: Problem | None = None
    """Why no rig covers anything."""


@dataclass(frozen=True)
class Progress:
    """How far the work has come, and the answer with the last."""

    share: float
    answer: Tonight | None = None


def tonight(trip: Trip, survey: Survey, swim_depth_m: float, tackled: Tackled, n: int = CASES) -> Iterator[Progress]:
    """Find the fewest rigs that cover the day; closing the generator cancels it.

    trip: the day.
    survey: what is known of its swim.
    swim_depth_m: depth kept for the swim. [m]
    tackled: what the angler has.
    n: cases drawn.
    Raises: OutOfRange when the level cannot be reckoned; NotUnderstood for an unknown fish.
    """
    fish_of(trip, tackled.book)
    water = water_over(trip, survey, swim_depth_m)
    haunts = haunts_of(trip, water, tackled.book)
    cases = cases_of(trip, water, haunts, n)
    found: list[Candidate] = []
    for share, some in candidates(trip, cases, haunts, tackled):
        found += some
        yield Progress(0.75 * share)
    work = Choosing(trip, cases, haunts, tackled, found)
    for i in range(ROUNDS):
        if work.settled():
            break
        yield Progress(0.75 + 0.2 * (i + 1) / ROUNDS)
    yield Progress(1.0, _answer(work, water, survey))


def _answer(work: Choosing, water: DayDepth, survey: Survey) -> Tonight:
    cases, tackled = work.cases, work.tackled
    rigs, covered = _rigs(work, survey)
    left = ~covered
    found = features(cases, work.haunts)
    differs = apart(left, covered, found)
    tied = [r for r in rigs if r.made is None]
    leaders = leaders_of([r.rig for r in rigs])
    return Tonight(
        cases=cases.n,
        water=water,
        strip=strip_of(work.trip, survey),
        haunts=work.haunts,
        shares=tuple(s.covers.bit_count() / cases.n for s in work.sets),
        worth=work.worth,
        rigs=tuple(rigs),
        share=float(covered.mean()),
        lacking=lacks(left, cases, differs, tackled.book) if left.any() else None,
        lacking_share=float(left.mean()),
        would=_would(work, left) if rigs else None,
        wallet=_wallet(work),
        leaders=leaders,
        to_tie=_to_tie(leaders, tied),
        pack=packing([r.rig for r in rigs], tackled.box),
        feed=feed_to_pack([r.rig for r in rigs], tackled.book, _hours(work.trip)),
        problem=None if rigs else _why_none(work),
    )


def _hours(trip: Trip) -> float:
    return (trip.ends - trip.begins).total_seconds() / 3600.0


def _rigs(work: Choosing, survey: Survey) -> tuple[list[TonightRig], Flags]:
    covered = np.zeros(work.cases.n, dtype=bool)
    found = features(work.cases, work.haunts)
    rigs: list[TonightRig] = []
    for i in work.chosen:
        mine = work.covers[i] & ~covered
        if not mine.any() or i not in work.made:
            continue
        made, candidate = work.made[i], work.found[i]
        rig = made.rig
        role = role_of(not rigs, apart(mine, covered, found), work.tackled.book, [r.role for r in rigs])
        hangs = work.cases.hangs_m[mine]
        # A stop goes up and down with the bait: what is between them does not change.
        off = rig.setting_m - hangs_at_m(rig.aim, rig.water.depth_m)
        low, high = (float(v) for v in np.quantile(hangs, (0.05, 0.95)))
        rigs.append(
            TonightRig(
                role=role,
                rig=rig.model_copy(update={"name": _name(role, rig, work, candidate)}),
                family=rig.family,
                share=float(mine.mean()),
                covers=float(work.covers[i].mean()),
                from_share=float(covered.mean()),
                spans=ranges(mine, work.cases, work.haunts),
                setting_low_m=max(0.05, low + off),
                setting_high_m=max(0.05, high + off),
                moves=moves_of(work.trip, survey, rig),
                ready_s=made.ready_s,
                minutes=made.minutes,
                made=candidate.made.id if candidate.made else None,
                buy=candidate.made is None and candidate.stock is None,
            )
        )
        covered |= mine
    return rigs, covered


def _name(role: str, rig: Rig, work: Choosing, candidate: Candidate) -> str:
    if candidate.made is not None:
        return candidate.made.label
    fish = work.tackled.book.fish(rig.species).name if rig.species else "any fish"
    what = FAMILY[rig.family].name.split(",")[0] if role.startswith("For ") else f"{role[0].lower()}{role[1:]}"
    return f"{fish[0].upper()}{fish[1:]}, {what}"[:80]


def _wallet(work: Choosing) -> tuple[WalletFit, ...]:
    covers = {c.made.id: (i, work.covers[i]) for i, c in enumerate(work.found) if c.made}
    today = work.tackled.today
    told = []
    for one in work.tackled.made:
        i, flags = covers.get(one.id, (-1, None))
        told.append(
            WalletFit(
                id=one.id,
                share=0.0 if flags is None else float(flags.mean()),
                chosen=i in work.chosen,
                age_days=(today - one.tied_on).days if today and one.tied_on and one.tied_on <= today else None,
            )
        )
    return tuple(told)


def _to_tie(leaders: tuple[Leaders, ...], rigs: list[TonightRig]) -> tuple[ToTie, ...]:
    told = [
        ToTie(
            id=f"leaders {x.line} {x.hook} {x.length_m:g}",
            what=Told(
                says=f"{SPARES * x.count} leaders of {{length}}, {x.line}, {x.hook}",
                figures={"length": Figure(value=x.length_m, quantity="line")},
            ),
            minutes=SPARES * x.count * LEADER_MIN,
        )
        for x in leaders
    ]
    told += [
        ToTie(id=f"rig {r.rig.name}", what=Told(says=f"Rig “{r.rig.name}”"), minutes=round(r.minutes)) for r in rigs
    ]
    return tuple(told)


def _would(work: Choosing, left: Flags) -> Told | None:
    """The float that is lacking: of the type of a rig of the day, a size in use that covers most of what is left."""
    if left.mean() < WORTH_SHARE:
        return None
    best: tuple[float, Told] | None = None
    for i in work.chosen:
        rig = work.made[i].rig
        kind, usual = rig.float_piece.spec.type, plan_of(rig, work.tackled.book).usual
        meant = [takes(rig, work.tackled.book.fish(h.species), work.tackled.book) for h in work.haunts]
        here = left & depth_allows(rig, work.cases) & np.array(meant)[work.cases.haunt]
        bodies = [b for b in ladder(kind) if in_use(usual, b.capacity_kg)]
        if here.mean() < MOSTLY * left.mean() or not bodies:
            continue
        try:
            judge = Judge(rig, work.cases, here, work.tackled.book, [b.capacity_kg for b in bodies])
        except BrookwindError:
            continue
        for body in bodies:
            share = float(judge.covers(body).sum() / left.sum())
            if share >= MOSTLY and (best is None or share > best[0] + 0.05):
                size = {"size": Figure(value=body.capacity_kg, quantity="capacity")}
                says = f"A {{size}} {kind.replace('-', ' ')} would; there is none in the box."
                best = (share, Told(says=says, figures=size))
    return best[1] if best else None


def _why_none(work: Choosing) -> Problem:
    if work.refused:
        message, remedy = f"No rig from your box will do: {work.refused}", "See the rules, or add weights to the box."
    elif not work.tackled.floats:
        message, remedy = "The box holds no float.", "Enter your floats, or plan with a starter box."
    elif work.found:
        message, remedy = "No rig covers any of the day.", "Narrow the day, or look at the rig on the bench."
    else:
        message, remedy = (
            "No float of the box fits a method that suits this fish in this water.",
            "Change fish, tackle or distance, or add floats to the box.",
        )
    return Problem(code="no-rig-covers", message=message, remedy=remedy, path=("trip",))
