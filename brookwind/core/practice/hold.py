"""Hold back: a float run down a stream by a hand on the line, its bait kept in its band over an uneven bed."""

from __future__ import annotations

from math import pi, sin
from typing import Annotated

import numpy as np
from pydantic import Field

from brookwind.core.edits.change import apply
from brookwind.core.edits.set_conditions import SetConditions
from brookwind.core.errors import BrookwindError, OutOfRange
from brookwind.core.figures import Told, length, share
from brookwind.core.frozen import Frozen
from brookwind.core.practice.deal import Dealt, Score, luck
from brookwind.core.rig.document import Rig
from brookwind.core.run.mend import GROWS, Bowing
from brookwind.core.situation import Situation

HOLDS = (0.3, 0.45, 0.55, 0.65, 0.7, 0.75, 0.8, 0.85, 0.9, 0.95)
"""Speeds of the float, over the surface's, at which the bait's place is reckoned."""
BAND_M = {1: 0.12, 2: 0.09, 3: 0.06}
"""Height of the band, by level. [m]"""
BUMPS_M = {1: 0.04, 2: 0.07, 3: 0.1}
"""How uneven the bed is, by level. [m]"""
BOW = {1: 0.0, 2: 0.06, 3: 0.1}
"""What the bow of the line, once grown, adds to the float's speed over the surface's, by level: at 14 to 16 m with
5 % of slack. Editable defaults, about what `drift` finds."""
TURNS_S = 2.5
"""Time in which a mended line comes straight. [s] Editable default, about what `bowing` finds."""
RUN_M = 14.0
"""Length of the run. [m]"""
SLOWEST_S = 120.0
"""A run takes no longer. [s]"""
FOLLOWS_S = 0.6
"""The rig comes to a new way of hanging in about so long. [s] Editable default."""
STEP_S = 0.02
"""Step in which a run is followed: the same however often the screen is drawn. [s]"""


class Hangs(Frozen):
    """Where the bait is when the float is held so."""

    hold: float
    speed_m_s: float
    height_m: float
    """Off a bed as deep as plumbed."""
    lead_m: float
    """Ahead of the float; behind it less than 0."""


class HoldTask(Frozen):
    """The run, and where the bait is at every hold."""

    rig: str
    run_m: float
    depth_m: float
    low_m: float
    high_m: float
    """The bait is to stay between these, off the bed."""
    hangs: tuple[Hangs, ...]
    follows_s: float
    pulls: tuple[tuple[float, float], ...]
    """(time since the line was laid straight, what its bow adds to the hold); none near the rod. [s, 0 to 1]"""
    bed: tuple[tuple[float, float], ...]
    """(distance, how much the bed stands up there). [m, m]"""
    says: Told


class HeldAt(Frozen):
    """From then on it is held so."""

    time_s: float = Field(ge=0, le=SLOWEST_S)
    hold: float = Field(ge=0.0, le=1.0)


class HoldMoves(Frozen):
    """Everything the hand did, in order."""

    held: tuple[HeldAt, ...] = Field(default=(), max_length=4000)
    mends_s: tuple[Annotated[float, Field(ge=0, le=SLOWEST_S)], ...] = Field(default=(), max_length=200)
    """When the line was mended."""
    done: bool = False


class HoldPlay(Frozen):
    """The run as it went."""

    score: Score | None
    path: tuple[tuple[float, float, float], ...]
    """(time, float, bait off the bed) a few times a second. [s, m, m]"""


def _rig(rigs: tuple[Rig, ...]) -> Rig:
    runs = sorted((r for r in rigs if r.conditions.current_m_s >= 0.2), key=lambda r: r.id)
    if not runs:
        raise OutOfRange.one("no-stream", "None of the rigs is for a stream.", "Tie one for moving water.", ("rigs",))
    return runs[0]


def _hangs(rig: Rig) -> tuple[Hangs, ...]:
    found = []
    for hold in HOLDS:
        try:
            moving = Situation(apply(rig, SetConditions(conditions={"hold": hold}))).moving
        except BrookwindError:
            continue
        if moving is not None:
            found.append(
                Hangs(hold=hold, speed_m_s=moving.speed_m_s, height_m=moving.hook_height_m, lead_m=moving.lead_m)
            )
    if len(found) < 3:
        raise OutOfRange.one("no-run", "This rig takes no shape in its stream.", "Balance it first.", ("rigs",))
    return tuple(found)


def _bed(dealt: Dealt) -> tuple[tuple[float, float], ...]:
    draw = luck("hold", dealt)
    high = BUMPS_M[dealt.level]
    waves = [(draw.uniform(2.0, 6.0), draw.uniform(0.0, 2.0 * pi), draw.uniform(0.3, 0.6)) for _ in range(3)]
    places = np.arange(0.0, RUN_M + 2.01, 0.25)
    return tuple(
        (float(x), round(high * sum(a * sin(2.0 * pi * x / long + at) for long, at, a in waves), 3)) for x in places
    )


def hold_task(dealt: Dealt, rigs: tuple[Rig, ...]) -> HoldTask:
    """The run, and where the bait is at every hold.

    dealt: which exercise.
    rigs: rigs to choose from: the first of a stream is taken.
    Raises: OutOfRange without a rig for a stream.
    Source: `Situation.moving` at each hold; a mended line's pull by `Bowing.share`; the bed is three waves of random
    length.
    """
    rig = _rig(rigs)
    hangs = _hangs(rig)
    middle = float(np.interp(0.8, [h.hold for h in hangs], [h.height_m for h in hangs]))
    low = max(0.01, middle - 0.25 * BAND_M[dealt.level])
    figures = {"low": length(low), "high": length(low + BAND_M[dealt.level])}
    return HoldTask(
        rig=rig.name, run_m=RUN_M, depth_m=rig.water.depth_m, low_m=low, high_m=low + BAND_M[dealt.level],
        hangs=hangs, follows_s=FOLLOWS_S, pulls=_pulls(BOW[dealt.level]), bed=_bed(dealt),
        says=Told(says="Run it through, the bait {low} to {high} off the bed all the way.", figures=figures),
    )  # fmt: skip


def _pulls(bow: float) -> tuple[tuple[float, float], ...]:
    if bow == 0.0:
        return ()
    line = Bowing(bow_m=TURNS_S, past_m_s=1.0)
    times = np.linspace(0.0, TURNS_S * GROWS**0.5, 25)
    return tuple((round(float(t), 3), round(bow * line.share(float(t)), 5)) for t in times)


def hold_play(dealt: Dealt, rigs: tuple[Rig, ...], moves: HoldMoves) -> HoldPlay:
    """The run by what the hand did.

    dx/dt = V(h),  dh/dt = (held + bow(t) - h) / `FOLLOWS_S`,  bait = height(h) - bed(x + lead(h))

    t since the last mend; all three are read off the tables of the task.

    dealt: which exercise.
    rigs: rigs to choose from.
    moves: how it was held, and from when on.
    Raises: OutOfRange when the moments go back.
    Source: as `hold_task`.
    """
    times = [h.time_s for h in moves.held]
    if times != sorted(times) or list(moves.mends_s) != sorted(moves.mends_s):
        raise OutOfRange.one("held-order", "The moments go back.", "Send them in order.", ("held",))
    task = hold_task(dealt, rigs)
    table = [[getattr(h, k) for h in task.hangs] for k in ("hold", "speed_m_s", "height_m", "lead_m")]
    at, beds = zip(*task.bed, strict=True)
    x = t = inside = snagged = 0.0
    hand = now = 0.8
    path, k, mended = [], 0, 0
    since, pulls = zip(*(task.pulls or ((0.0, 0.0),)), strict=True)
    laid = 0.0
    while x < task.run_m and t < SLOWEST_S:
        while k < len(moves.held) and moves.held[k].time_s <= t + 1e-9:
            hand, k = moves.held[k].hold, k + 1
        while mended < len(moves.mends_s) and moves.mends_s[mended] <= t + 1e-9:
            laid, mended = moves.mends_s[mended], mended + 1
        target = min(1.0, hand + float(np.interp(t - laid, since, pulls)))
        now += (target - now) * STEP_S / FOLLOWS_S
        speed, height, lead = (float(np.interp(now, table[0], row)) for row in table[1:])
        bait = height - float(np.interp(x + lead, at, beds))
        inside += STEP_S * (task.low_m <= bait <= task.high_m)
        snagged += STEP_S * (bait <= 0.0)
        if round(t / STEP_S) % 10 == 0:
            path.append((round(t, 2), round(x, 3), round(bait, 4)))
        x, t = x + speed * STEP_S, t + STEP_S
    if not moves.done:
        return HoldPlay(score=None, path=tuple(path))
    part, dragged = inside / max(t, STEP_S), snagged / max(t, STEP_S)
    told = [Told(says="In its band for {part} of the run.", figures={"part": share(part)})]
    if dragged > 0.01:
        told.append(Told(says="On the bed for {dragged} of it.", figures={"dragged": share(dragged)}))
    return HoldPlay(score=Score(share=min(1.0, part / 0.85), says=tuple(told)), path=tuple(path))
