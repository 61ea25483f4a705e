"""A float's way down the swim on its line: how fast, how far in, when the line is mended, how much of it is given."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, field
from math import atan2, hypot
from typing import Literal

import numpy as np
from pydantic import Field

from brookwind.core.errors import OutOfRange
from brookwind.core.frozen import Frozen
from brookwind.core.matter.fluid import Fluid, fluid_of
from brookwind.core.rig.document import Rig
from brookwind.core.run.cable import End, pull_near
from brookwind.core.run.line_out import Lane, between
from brookwind.core.run.mend import LASTS, Bowing, bowing
from brookwind.core.run.of_rig import HowHeld, line_at
from brookwind.core.run.slip import Slip

STEPS = 10
"""Moments at which the line's shape is found along a run."""
FINE = 5
"""Moments told between two of them."""
HELD_FROM = 0.58
"""A float can be held back once it is so far downstream of the rod, over how far out it is: 30 degrees. Editable
default."""
WORTH_SHARE, WORTH_M_S = 0.04, 0.02
"""A mend is worth its disturbance once the line changes the float's speed by more than both of these: a share of it,
and [m/s]. Editable defaults."""
_FLAT_M = 0.05
"""A line with no more bow than this has nothing to be laid over. [m]"""
TURNED_S = 0.5
"""A mend takes so long. [s] Editable default."""
COMES_IN = 0.35
"""A run is ended where the float has come in by this share of the distance. Editable default."""
GOES_BACK_M = 1.0
"""And where the line has drawn it so far back upstream. [m] Editable default."""

Why = Literal["stretch", "swings-in", "line", "back", "stands"]


class Moment(Frozen):
    """The run at one moment; x downstream of the angler, y out. [m]"""

    time_s: float
    x_m: float
    y_m: float
    speed_m_s: float
    """Of the float along the current. [m/s]"""
    by_line_m_s: float
    """What the line makes of that; negative: it holds it up. [m/s]"""
    along_n: float
    """Pull of the line on it, along the current. [N]"""
    across_n: float
    """And out; towards the angler it is negative. [N]"""
    out_m: float
    """Line between rod tip and float. [m]"""
    held: bool
    """It is held back."""
    line: tuple[tuple[float, float, float], ...]
    """From the tip to the float: x, y, height; empty between the moments at which its shape is found. [m]"""


class Mend(Frozen):
    """The line is laid to the other side."""

    time_s: float
    way: Literal["upstream", "downstream"]
    bow_m: float
    """How far it is laid over. [m]"""
    lasts_s: float
    """Until a fifth of the pull is back. [s]"""


class RunDrift(Frozen):
    """A run from where the float lands to where it ends."""

    moments: tuple[Moment, ...]
    mends: tuple[Mend, ...]
    began: tuple[float, float] | None = Field(default=None, exclude=True)
    """How its line lay as it landed: tension where it leaves the water, and its turn from the straight way. [N, rad]"""
    end: Why
    """The stretch is fished, the float swings in, the line or the bed takes it out of its way, the line draws it
    back upstream, or it stands still."""

    def at(self, time_s: float) -> Moment:
        """The moment nearest to a time.

        time_s: since it landed. [s]
        """
        return min(self.moments, key=lambda m: abs(m.time_s - time_s))


@dataclass(frozen=True)
class Water:
    """What a float runs in, and how its rig gives way there."""

    rig: Rig
    how: HowHeld
    slip: Slip
    lanes: tuple[Lane, ...]
    free_m_s: float
    """Where it is fished and nothing pulls. [m/s]"""
    sinks_s: float
    """Until the bait is down. [s]"""
    sinking_m_s: float
    """Mean speed of the float until then. [m/s]"""
    held_m_s: float | None
    """Speed it is held back to; None when it runs free. [m/s]"""
    hold_n: float
    """What that takes. [N]"""

    @property
    def on_pole(self) -> bool:
        """Its tip is held over the float: no line lies on the water."""
        return self.rig.conditions.tackle != "rod"

    @property
    def fluid(self) -> Fluid:
        """The water."""
        return fluid_of(self.rig.water.temperature_c, self.rig.water.salinity)


@dataclass
class _Line:
    """The line as it lies now, found anew now and then."""

    water: Water
    fluid: Fluid
    end: End | None = None
    """Its direction as seen from the straight way."""
    before: End | None = None
    along_n: float = 0.0
    across_n: float = 0.0
    bow: Bowing = field(default_factory=lambda: Bowing(0.0, 0.0))
    out_m: float = 0.0
    path: tuple[tuple[float, float, float], ...] = ()

    def _guess(self, straight: float) -> End | None:
        """Where it goes on to, as seen from the straight way, if it changes as it did."""
        if self.end is None:
            return None
        pull, turned = self.end
        if self.before is not None:
            pull *= min(2.0, max(0.5, pull / self.before[0]))
            turned += turned - self.before[1]
        return pull, straight + turned

    def find(self, x: float, y: float, speed: float) -> None:
        """Where its forces balance. Raises: OutOfRange."""
        w = self.water
        if w.on_pole:
            # The tip goes along above the float.
            self.path = ((x, y, w.how.tip_height_m), (x, y, 0.0))
            self.out_m = w.how.tip_height_m
            return
        line, (tip_x, tip_y) = line_at(w.rig, w.how, x, y, speed, w.lanes)
        straight = atan2(line.across_m, line.along_m)
        pulled, end = pull_near(line, self.fluid, self._guess(straight))
        self.before, self.end = self.end, end and (end[0], end[1] - straight)
        self.along_n, self.across_n = pulled.along_n, pulled.across_n
        self.bow, self.out_m = bowing(line, pulled), line.out_m
        self.path = tuple((a + tip_x, b + tip_y, c) for a, b, c in pulled.path)


def drift(
    water: Water, from_m: float, to_m: float, mended: bool, longest_s: float, like: RunDrift | None = None
) -> RunDrift:
    """The run.

    dx/dt = slip(line's pull) + speed of its own,  the line where its forces balance at each of `STEPS` moments

    water: what it runs in.
    from_m: where it lands, downstream of the angler. [m]
    to_m: where the stretch that is fished ends. [m]
    mended: the line is laid over whenever it changes the float's speed by enough; else it is left to itself.
    longest_s: it is given up after this time. [s]
    like: a run from the same place, whose line lay alike as it landed.
    Raises: OutOfRange for a stretch that ends where it begins, and when it is not found how the line lies as it lands.
    The slack is kept as a share of the way. While held back the line is taken to be straight. A landed line is as one
    that has just come straight.
    Source: `pull_of`, `Slip`, `Bowing.share`.
    """
    if to_m <= from_m:
        raise OutOfRange.one(
            "run-short", "The stretch ends before the float lands.", "Let it end further downstream.", ("fish_to_m",)
        )
    run = _Run(water, to_m, mended, longest_s)
    run.line.end = like.began if like is not None else None
    return run.go(from_m)


class _Run:
    """A run on its way."""

    def __init__(self, water: Water, to_m: float, mended: bool, longest_s: float) -> None:
        self.water, self.to_m, self.mended, self.longest_s = water, to_m, mended, longest_s
        self.line = _Line(water, water.fluid)
        self.still = water.slip.speed(0.0, 0.0)[0]
        self.lanes = [(a.across_m, a.speed_m_s) for a in water.lanes]
        self.far_m = water.rig.conditions.distance_m
        self.top_m_s = between(self.lanes, self.far_m)
        # As if it had been laid over and had just come straight.
        self.since_s = 0.0
        self.began: End | None = None
        self.goes: tuple[float, float] | None = None
        self.by_line_m_s = 0.0
        self.moments: list[Moment] = []
        self.mends: list[Mend] = []

    def go(self, from_m: float) -> RunDrift:
        x, y, t = from_m, self.far_m, 0.0
        pace = max(0.02, abs(self.water.free_m_s))
        step = min(self.longest_s, 1.15 * (self.to_m - from_m) / pace) / STEPS
        self.line.find(x, y, self.water.sinking_m_s)
        self.since_s = self.line.bow.turns_s
        self.began = self.line.end
        end: Why = "stands"
        self._tell(t, x, y, 0.0, True)
        while t < self.longest_s and end == "stands":
            for k in range(FINE):
                vx, vy = self._speed(t, x, y)
                dt = step / FINE
                if vx > 0.0 and x + vx * dt >= self.to_m:
                    # The last part of the way ends where the stretch does.
                    dt, end = (self.to_m - x) / vx, "stretch"
                x, y, t = x + vx * dt, max(0.5, y + vy * dt), t + dt
                self.since_s += dt
                if end == "stretch":
                    break
                if k < FINE - 1:
                    self._tell(t, x, y, vx, False)
            if not self._held(t, x, y):
                try:
                    self.line.find(x, y, vx)
                except OutOfRange:
                    return self._done("line")
            self._tell(t, x, y, vx, True)
            if end == "stands":
                end = self._ends(x, y)
            if self.mended and end == "stands" and not self._held(t, x, y):
                self._mend(t)
        return self._done(end)

    def _ends(self, x: float, y: float) -> Why:
        """Why it is ended short of its stretch; it stands until one is found."""
        if y < (1.0 - COMES_IN) * self.far_m:
            return "swings-in"
        return "back" if x < max(m.x_m for m in self.moments) - GOES_BACK_M else "stands"

    def _done(self, end: Why) -> RunDrift:
        return RunDrift(moments=tuple(self.moments), mends=tuple(self.mends), end=end, began=self.began)

    def _held(self, t: float, x: float, y: float) -> bool:
        if self.water.held_m_s is None or t < self.water.sinks_s:
            return False
        return self.water.on_pole or x >= HELD_FROM * y

    def _inward_n(self, x: float, y: float) -> float:
        """What holding it back pulls it towards the rod. [N]"""
        return 0.0 if self.water.on_pole else -self.water.hold_n * y / max(x, 1e-3)

    @property
    def _pull(self) -> tuple[float, float]:
        share = self.line.bow.share(self.since_s)
        return share * self.line.along_n, share * self.line.across_n

    def _speed(self, t: float, x: float, y: float) -> tuple[float, float]:
        w = self.water
        slower = between(self.lanes, y) / self.top_m_s if self.top_m_s else 1.0
        if self._held(t, x, y) and w.held_m_s is not None:
            inward = w.slip.speed(-w.hold_n, self._inward_n(x, y))[1]
            self.by_line_m_s = w.held_m_s - w.free_m_s
            return w.held_m_s * slower, inward
        along, across = self._pull
        vx, vy = self.goes = w.slip.speed(along, across, self.goes)
        own = w.sinking_m_s if t < w.sinks_s else w.free_m_s
        self.by_line_m_s = vx - self.still
        return own * slower + self.by_line_m_s, vy

    def _mend(self, t: float) -> None:
        bow = self.line.bow
        if abs(self.by_line_m_s) < max(WORTH_M_S, WORTH_SHARE * abs(self.water.free_m_s)) or bow.bow_m < _FLAT_M:
            return
        way: Literal["upstream", "downstream"] = "upstream" if bow.past_m_s > 0.0 else "downstream"
        self.mends.append(Mend(time_s=t + TURNED_S, way=way, bow_m=bow.bow_m, lasts_s=LASTS * bow.turns_s))
        self.since_s = -TURNED_S

    def _tell(self, t: float, x: float, y: float, vx: float, shape: bool) -> None:
        held = self._held(t, x, y)
        along, across = self._pull
        if held:
            along, across = -self.water.hold_n, self._inward_n(x, y)
        self.moments.append(
            Moment(
                time_s=t, x_m=x, y_m=y, speed_m_s=vx, by_line_m_s=self.by_line_m_s, along_n=along, across_n=across,
                out_m=self._out(x, y), held=held, line=self._lies(held) if shape else (),
            )
        )  # fmt: skip

    def _out(self, x: float, y: float) -> float:
        if self.water.on_pole:
            return self.line.out_m
        tip = self.water.how.tip_height_m
        far = hypot(x, y)
        lead = hypot(self.line.path[0][0], self.line.path[0][1]) if self.line.path else 0.0
        return hypot(max(0.0, far - lead), tip) * (1.0 + self.water.how.slack)

    def _lies(self, held: bool) -> tuple[tuple[float, float, float], ...]:
        """The line as drawn: over to the other side after a mend, straight while it is held."""
        path = self.line.path
        if not path:
            return ()
        over = min(1.0, max(-1.0, self.since_s / max(self.line.bow.turns_s, 1e-6) - 1.0))
        over = 0.0 if held else over
        (ax, ay, _), (bx, by, _) = path[0], path[-1]
        n = len(path) - 1
        along = np.array([((px - ax) * (bx - ax) + (py - ay) * (by - ay)) for px, py, _ in path])
        along = along / max((bx - ax) ** 2 + (by - ay) ** 2, 1e-9)
        keep = [k for k in range(n + 1) if k % 2 == 0 or k == n]
        return tuple(_towards(path[k], (ax + along[k] * (bx - ax), ay + along[k] * (by - ay)), over) for k in keep)


def _towards(p: Sequence[float], chord: tuple[float, float], over: float) -> tuple[float, float, float]:
    """A point of the bow, its distance from the chord taken `over` times."""
    x, y = chord[0] + over * (p[0] - chord[0]), chord[1] + over * (p[1] - chord[1])
    return round(float(x), 3), round(float(y), 3), round(float(p[2]), 3)
