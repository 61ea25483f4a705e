"""The fall: from landing to fishing, for fixed and sliding floats, in still and moving water."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from typing import NamedTuple

import numpy as np

from brookwind.core.errors import BrookwindError, OutOfRange
from brookwind.core.figures import Figure
from brookwind.core.flow.profile import Flow
from brookwind.core.matter.fluid import Fluid, fluid_of
from brookwind.core.motion.afloat import go
from brookwind.core.motion.chain import COARSE, Grain, ball_m
from brookwind.core.motion.fall_answer import Fall, FallPiece, FallStep, FallWish, FeedFall, Frame
from brookwind.core.motion.feed import FEED, falls_at_m_s, free_fall
from brookwind.core.motion.paying import USUAL, Detail, Sinking
from brookwind.core.motion.setup import Setup, moves, setup_of
from brookwind.core.rest.hang import Item
from brookwind.core.rest.settle import Settled, settle
from brookwind.core.rig.components import Shot, Weight
from brookwind.core.rig.document import Rig

HAND_M, AT_DEPTH_SHARE, NO_MORE_SHARE = 0.10, 0.02, 0.25
"""A bait within a hand of where it comes to rest is at depth; in deep water a share of the depth, and in shallow water
never more than this share of it. [m] Editable defaults."""
AT_FLOAT_SHARE = 0.97
"""Weights further up than this share of the setting sit at the float."""
MORE_LINKS, FINER = 7, 0.4
"""How the line is cut up otherwise: more links, and pieces share a node only when they are so much nearer."""
_QUIET_S = 1.0
"""The bait counts as at depth when it has stayed so long. [s]"""
_STIRS_M_S = 4e-3
"""Slower than this nothing stirs. [m/s] Editable default."""
_LONG_QUIET_S = 3.0
"""After so long without stirring the fall is over. [s] Editable default."""
_FRAME_S = 0.05
"""Between pictures. [s]"""
_MOST_FRAMES = 240
"""Pictures sent at most."""
_RUNS_M_S = 0.01
"""A float slower than this does not run. [m/s]"""


def falling(
    rig: Rig, wish: FallWish | None = None, settled: Settled | None = None, detail: Detail = USUAL
) -> Iterator[float | Fall]:
    """Let a rig fall: shares of the work done as it goes on, the fall at last. Close it to cancel.

    rig: the rig.
    wish: how it is thrown.
    settled: it at rest in still water, if known.
    detail: how finely it is followed.
    Raises: OutOfRange when there is no room for it, or its fall cannot be followed.
    Source: lumped masses on inextensible links; `step`.
    """
    ask = wish or FallWish()
    rest = settled or settle(rig)
    setup = setup_of(rig, rest.water_kg_m3)
    final = final_depth_m(rig, rest, ask.pinned)
    try:
        yield from _followed(rig, rest, setup, ask, final, detail)
    except OutOfRange:
        # Cut up otherwise, the line passes the moment at which it could not be followed.
        grain = Grain(links=detail.grain.links + MORE_LINKS, merge_m=FINER * detail.grain.merge_m)
        yield from _followed(rig, rest, setup, ask, final, detail._replace(grain=grain))


def _followed(
    rig: Rig, rest: Settled, setup: Setup, ask: FallWish, final: float, detail: Detail
) -> Iterator[float | Fall]:
    near = min(max(HAND_M, AT_DEPTH_SHARE * final), max(0.02, NO_MORE_SHARE * final))
    sinking = Sinking(rig, rest, setup, ask.landing, ask, detail)
    record = _Record(final, near, _main_weight(sinking.items, rig.setting_m), ask.to_still)
    record.take(sinking)
    said = 0.0
    while sinking.time_s < ask.longest_s and not record.done(sinking):
        try:
            sinking.step()
        except ArithmeticError as error:
            raise _cannot_follow(sinking.time_s) from error
        record.look(sinking)
        share = min(0.99, max(sinking.time_s / ask.longest_s, record.share(sinking)))
        if share - said >= 0.02:
            said = share
            yield share
    yield record.fall(rig, sinking, ask, setup.flow, rest.water_kg_m3)


def fall(rig: Rig, wish: FallWish | None = None, settled: Settled | None = None, detail: Detail = USUAL) -> Fall:
    """The fall in one go.

    rig: the rig.
    wish: how it is thrown.
    settled: it at rest in still water, if known.
    detail: how finely it is followed.
    Raises: as `falling`.
    """
    return next(f for f in falling(rig, wish, settled, detail) if isinstance(f, Fall))


def final_depth_m(rig: Rig, settled: Settled, pinned: bool = False) -> float:
    """Depth at which the bait should come to rest. [m]

    rig: the rig.
    settled: it at rest in still water.
    pinned: the float stays over one place.
    """
    if pinned:
        rig = rig.model_copy(update={"conditions": rig.conditions.model_copy(update={"hold": 0.0})})
    setup = setup_of(rig, settled.water_kg_m3)
    if not moves(rig, setup):
        return settled.laid.hook_depth_m
    try:
        return float(go(rig, settled, setup, grain=COARSE).resting.state.z[-1])
    except BrookwindError:
        return settled.laid.hook_depth_m


def _cannot_follow(time_s: float) -> OutOfRange:
    return OutOfRange.one(
        "fall-lost",
        "The fall could not be followed beyond {moment}.",
        "Let it land stretched out, or take shorter line.",
        ("conditions",),
        {"moment": Figure(value=time_s, quantity="time")},
    )


def _main_weight(items: Sequence[Item], setting_m: float) -> int | None:
    """Which item carries the line down: the heaviest well below the float."""
    heavy = [
        (i.weight_n, n)
        for n, i in enumerate(items)
        if isinstance(i.component, Shot | Weight) and not i.above and i.position_m < AT_FLOAT_SHARE * setting_m
    ]
    return max(heavy)[1] if heavy else None


class _At(NamedTuple):
    """The hook at one moment."""

    time_s: float
    depth_m: float
    speed_m_s: float
    float_x_m: float
    bait_x_m: float
    stopped: bool


class _Record:
    """What is kept of a fall."""

    def __init__(self, final_m: float, near_m: float, weight: int | None, to_still: bool) -> None:
        self.final_m, self.near_m = final_m, near_m
        self.weight, self.to_still = weight, to_still
        self.sunk: list[tuple[float, float]] = []
        self.frames: list[Frame] = []
        self.hook: list[_At] = []
        self.flat_s = self.away_s = self.stirred_s = 0.0

    def take(self, sinking: Sinking) -> None:
        """Keep a frame."""
        self.frames.append(
            Frame(
                time_s=round(sinking.time_s, 4),
                float_x_m=round(float(sinking.state.x[0]), 4),
                load_n=sinking.load_n,
                path=tuple((round(x, 4), round(z, 4)) for x, z in sinking.path()),
                pieces=tuple((round(x, 4), round(z, 4)) for x, z in sinking.places()),
            )
        )

    def look(self, sinking: Sinking) -> None:
        """Look at the rig after a step."""
        s, now = sinking.state, sinking.time_s
        depth, speed = float(s.z[-1]), float(np.hypot(s.vx[-1], s.vz[-1]))
        self.hook.append(_At(now, depth, speed, float(s.x[0]), float(s.x[-1]), sinking.stopped))
        if self.weight is not None:
            self.sunk.append((now, sinking.places()[self.weight][1]))
        if abs(depth - self.final_m) > self.near_m or not sinking.stopped:
            self.away_s = now
        if float(np.max(np.hypot(s.vx - s.vx[0], s.vz))) > _STIRS_M_S:
            self.stirred_s = now
        if sinking.flat:
            self.flat_s = now
        if now - self.frames[-1].time_s >= _FRAME_S:
            self.take(sinking)

    def done(self, sinking: Sinking) -> bool:
        """The bait has been at depth for a while, or nothing stirs any more."""
        calm = sinking.time_s - self.stirred_s > _LONG_QUIET_S
        return calm or (not self.to_still and sinking.time_s - self.away_s > _QUIET_S)

    def told(self, sinking: Sinking, arrived: float | None) -> tuple[FallStep, ...]:
        """The fall in the steps an angler knows."""
        steps = []
        if self.weight is not None:
            c, last = sinking.items[self.weight].component, self.sunk[-1][1]
            away = max((t for t, z in self.sunk if abs(z - last) > self.near_m), default=0.0)
            steps.append(FallStep(what="weight", says=f"{c.label or c.kind} at its depth", time_s=away))
        if arrived is not None:
            steps.append(FallStep(what="bait", says="the bait within a hand of its place", time_s=arrived))
        if sinking.time_s - self.stirred_s > _LONG_QUIET_S:
            steps.append(FallStep(what="still", says="hanging still", time_s=self.stirred_s))
        return tuple(steps)

    def _arrival(self) -> tuple[_At | None, float]:
        """When the bait came to depth for good, and that depth: where it should rest, or else where it does."""
        last = self.hook[-1]
        calm = last.time_s - self.stirred_s > _LONG_QUIET_S
        final = last.depth_m if calm and last.stopped else self.final_m
        found, before = None, None
        for at in reversed(self.hook):
            if abs(at.depth_m - final) > self.near_m or not at.stopped:
                before = at
                break
            found = at
        return (found if found is None or before is None else self._between(before, found, final)), final

    def _between(self, before: _At, found: _At, final: float) -> _At:
        """The moment between two steps at which it comes near."""
        off, now = abs(before.depth_m - final), abs(found.depth_m - final)
        if not before.stopped or off <= now:
            return found
        share = min(1.0, max(0.0, (off - self.near_m) / (off - now)))
        return found._replace(
            time_s=before.time_s + share * (found.time_s - before.time_s),
            depth_m=before.depth_m + share * (found.depth_m - before.depth_m),
            float_x_m=before.float_x_m + share * (found.float_x_m - before.float_x_m),
            bait_x_m=before.bait_x_m + share * (found.bait_x_m - before.bait_x_m),
        )

    def share(self, sinking: Sinking) -> float:
        """Share of the depth the bait has fallen."""
        return 0.95 * max(0.0, float(sinking.state.z[-1])) / max(self.final_m, 0.1)

    def fall(self, rig: Rig, sinking: Sinking, ask: FallWish, flow: Flow, water: float) -> Fall:
        """The answer."""
        self.take(sinking)
        reached, final = self._arrival()
        arrived = None if reached is None else reached.time_s
        arrival = reached or self.hook[-1]
        drift = arrival.float_x_m
        every = -(-len(self.frames) // _MOST_FRAMES)
        frames = self.frames[:-1:every] + self.frames[-1:]
        speed, run_s = float(sinking.state.vx[0]), None
        left = 0.0 if ask.run_m is None or reached is None else ask.run_m - abs(frames[-1].float_x_m)
        if left > 0.0 and abs(speed) > _RUNS_M_S:
            run_s = frames[-1].time_s + left / abs(speed)
            frames.append(_carried_on(frames[-1], run_s, speed))
        flat_at_end = self.flat_s >= sinking.time_s - 1e-9
        return Fall(
            rig_id=rig.id,
            to_stop_s=sinking.stopped_s,
            to_cock_s=None if flat_at_end else self.flat_s,
            to_depth_s=arrived,
            told=self.told(sinking, arrived),
            depth_m=final,
            last_metre_m_s=_last_metre(self.hook, reached),
            drift_m=drift,
            bait_x_m=arrival.bait_x_m,
            fishes_m=None if ask.run_m is None or arrived is None else max(0.0, ask.run_m - abs(drift)),
            speed_m_s=speed,
            run_s=run_s,
            risk=sinking.tangles.risk,
            crossing_share=sinking.tangles.crossing_share,
            closest=sinking.tangles.closest,
            pieces=tuple(
                FallPiece(
                    id=i.component.id, kind=i.component.kind, position_m=i.position_m, across_m=ball_m(i.component)
                )
                for i in sinking.items
            ),
            frames=tuple(frames),
            feed=tuple(
                _feed(name, ask, flow, fluid_of(rig.water.temperature_c, rig.water.salinity), arrived, final)
                for name in ask.feed
                if name in FEED
            ),
            steps=sinking.steps,
        )


def _carried_on(last: Frame, time_s: float, speed_m_s: float) -> Frame:
    """The rig as it was last, gone on with its float."""
    far = speed_m_s * (time_s - last.time_s)
    return Frame(
        time_s=time_s,
        float_x_m=last.float_x_m + far,
        load_n=last.load_n,
        path=tuple((x + far, z) for x, z in last.path),
        pieces=tuple((x + far, z) for x, z in last.pieces),
    )


def _feed(name: str, ask: FallWish, flow: Flow, water: Fluid, arrived: float | None, depth_m: float) -> FeedFall:
    feed = FEED[name]
    path = free_fall(feed.mass_kg, feed.density_kg_m3, flow, water, length_m=feed.length_m)
    later = tuple((t + ask.feed_after_s, x, z) for t, x, z in path)
    reached = next((t for t, _, z in later if z >= depth_m - 1e-6), None)
    return FeedFall(
        id=feed.id,
        name=feed.name,
        speed_m_s=falls_at_m_s(feed.mass_kg, feed.density_kg_m3, water, feed.length_m),
        path=later,
        ahead_s=None if reached is None or arrived is None else arrived - reached,
    )


def _last_metre(hook: list[_At], arrived: _At | None) -> float | None:
    """Mean speed of the bait between a metre above where it comes to depth and that depth. [m/s]"""
    if arrived is None:
        return None
    within = [h.speed_m_s for h in hook if h.depth_m >= arrived.depth_m - 1.0 and h.time_s <= arrived.time_s]
    return float(np.mean(within))
