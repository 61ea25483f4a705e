"""How likely what is seen would be, were a cause true: an eye and how it errs. All figures editable defaults."""

from __future__ import annotations

from collections.abc import Callable
from math import degrees, log

import numpy as np

from brookwind.core.reading.floating import Array, Floating
from brookwind.core.reading.seen import LOOKS, Look, Seen, Trial
from brookwind.core.reading.worlds import Worlds

EYE_SHARE = 0.12
"""A tip is estimated to this share of what it differs by, beside half of what is seen at all."""
LEAN_DEG = 6.0
"""A lean so far from the usual is seen; estimates err by half of it and a sixth of the lean. [degrees]"""
LATE = 0.35
"""So much later, as the logarithm of the times' ratio, is noticed."""
TIME_ERROR = 0.2
"""Standard error of that logarithm."""
KEENNESS = 3.0
"""How surely the most striking is named: 0 any, large always."""
MOST_STRIKING = 5.0
"""Beyond so many times what is seen, more does not strike more."""
LITTLE, LOT = 1.6, 3.0
"""Times what is seen at all: "a little" is about so much, "a lot" more than that."""
BED_M = 0.04
"""A trial of a setting tells the depth to this. [m]"""
MISSED = 0.01
"""A share of what is told is wrong whatever is true."""


def _phi(x: Array) -> Array:
    """The standard normal distribution, near enough. Source: logistic approximation, error below 0.01."""
    found: Array = 1.0 / (1.0 + np.exp(-np.clip(1.702 * x, -60.0, 60.0)))
    return found


def _bell(x: Array, sigma: Array | float) -> Array:
    found: Array = np.exp(-0.5 * (x / sigma) ** 2) / (sigma * 2.5066)
    return found


class Eye:
    """What would be seen of each size of a cause."""

    def __init__(self, f: Floating, w: Worlds) -> None:
        self.f, self.w = f, w
        # The skin of the water moves a tip; it hardly takes a float under or lays it flat.
        sure_n = float(np.hypot(f.bait_error_n, w.doubt_n))
        self.under = _phi((w.load_n - f.sinks_n) / sure_n)
        self.lies = _phi((f.stands_n - w.load_n) / sure_n) * (1.0 - self.under)
        self.stands = np.clip(1.0 - self.under - self.lies, 0.0, 1.0)
        self.tip_m = f.tip_at_m(w.load_n)
        self.off_m = self.tip_m - f.tip_m
        self.blur_m = f.slope_m_n(w.load_n) * float(np.hypot(f.slack_n, w.doubt_n))

    def tip(self, seen_m: float) -> Array:
        """Density of an estimate of the tip. [1/m]

        seen_m: the estimate. [m]
        """
        error = np.sqrt(self.blur_m**2 + (0.5 * self.f.eye_m) ** 2 + (EYE_SHARE * self.off_m) ** 2)
        found: Array = self.stands * _bell(seen_m - self.tip_m, error)
        return found

    def looks(self) -> dict[Look, Array]:
        """How likely each look is named."""
        w, f = self.w, self.f
        signs = sum(w.signs.values())
        off = self.off_m / f.eye_m
        keen = KEENNESS / np.sqrt(1.0 + 0.39 * (KEENNESS * self.blur_m / f.eye_m) ** 2)
        lean = np.degrees(w.lean_rad - f.lean_rad) / LEAN_DEG
        strikes = {
            "right": np.ones_like(off),
            "high": off,
            "low": -off,
            "down": lean,
            "up": -lean,
            "late": np.log(w.late) / LATE,
        }
        weigh = {k: np.exp(keen * np.clip(v, 0.0, MOST_STRIKING)) for k, v in strikes.items()}
        # What does not differ at all is not named.
        for k in weigh:
            if k != "right":
                weigh[k] = np.where(strikes[k] > 0.05, weigh[k], 0.0)
        whole = sum(weigh.values(), np.zeros_like(off))
        named = {k: self.stands * v / whole for k, v in weigh.items()}
        found = {**named, "flat": self.lies, "under": self.under}
        told = {k: (1.0 - signs) * found.get(k, np.zeros_like(off)) + w.signs.get(k, 0.0) for k in LOOKS}
        return {k: (1.0 - MISSED) * v + MISSED / len(LOOKS) for k, v in told.items()}

    def much(self, much: str) -> Array:
        """How likely a difference is called a little, or a lot.

        much: which.
        """
        lot = _phi((np.abs(self.off_m) / self.f.eye_m - 0.5 * (LITTLE + LOT)) / 0.5)
        return 0.02 + 0.96 * (lot if much == "lot" else 1.0 - lot)

    def lean(self, seen_deg: float) -> Array:
        """Density of an estimated lean. [1/degree]

        seen_deg: it, downstream more than 0. [degrees]
        """
        lean = np.degrees(self.w.lean_rad)
        return _bell(seen_deg - lean, np.hypot(0.5 * LEAN_DEG, lean / 6.0))

    def late(self, ratio: float) -> Array:
        """Density of the time it took, over that reckoned.

        ratio: it.
        """
        return _bell(log(ratio) - np.log(self.w.late), TIME_ERROR) / ratio

    @property
    def sinks_m(self) -> Array:
        """How much further the tip sinks as the float is slid down. [m]"""
        found: Array = self.tip_m - self.f.tip_at_m(self.w.load_n + self.w.lifted_n)
        return found

    @property
    def drops(self) -> Array:
        """How likely it is seen to sink further then."""
        return MISSED + (1.0 - 2.0 * MISSED) * _phi((self.sinks_m / self.f.eye_m - 0.7) / 0.4)

    def leans(self, way: int) -> Array:
        """How likely a lean is seen.

        way: 1 downstream, -1 upstream, 0 none.
        """
        lean = np.degrees(self.w.lean_rad - self.f.lean_rad)
        down, up = _phi((lean - LEAN_DEG) / 3.0), _phi((-lean - LEAN_DEG) / 3.0)
        found: Array = {1: down, -1: up, 0: np.maximum(1.0 - down - up, 0.0)}[way]
        return 0.02 + 0.94 * found

    def trial(self, tried: Trial) -> Array:
        """How likely it drags at a setting, or does not, as was seen.

        tried: the setting and what was seen.
        """
        deeper = tried.setting_m - self.f.situation.rig.setting_m
        margin = self.f.clear_m - self.w.shallower_m - deeper
        drags = MISSED + (1.0 - 2.0 * MISSED) * _phi(-margin / BED_M)
        return drags if tried.drags else 1.0 - drags


def _yes(p: Array | float, yes: bool) -> Array | float:
    return p if yes else 1.0 - p


def likelihood(eye: Eye, seen: Seen) -> Array:
    """How likely what is seen is, for each size of a cause.

    eye: what would be seen of them.
    seen: what is seen.
    """
    w, found = eye.w, np.ones(len(eye.w.size))
    if seen.look:
        found *= eye.looks()[seen.look]
    parts: tuple[tuple[object, Callable[[], Array | float]], ...] = (
        (seen.tip_m, lambda: eye.tip(seen.tip_m or 0.0)),
        (seen.much, lambda: eye.much(seen.much or "little")),
        (seen.lean_deg, lambda: eye.lean(seen.lean_deg or 0.0)),
        (seen.late, lambda: eye.late(seen.late or 1.0)),
        (seen.bead, lambda: _yes(w.bead, bool(seen.bead))),
        (seen.before, lambda: _yes(w.before, bool(seen.before))),
        (seen.part, lambda: _yes(w.part, bool(seen.part))),
        (seen.speed, lambda: w.speeds(seen.speed or "same")),
        (seen.drops, lambda: _yes(eye.drops, bool(seen.drops))),
        (seen.wound, lambda: w.found(seen.wound or "in-order")),
    )
    for said, likely in parts:
        if said is not None:
            found = found * likely()
    for tried in seen.trials:
        found = found * eye.trial(tried)
    return found


def unexplained(f: Floating, seen: Seen) -> float:
    """The same where it is something that is not thought of: anything that can be seen is as likely.

    f: the float.
    seen: what is seen.
    """
    shown = f.settled.body.length_m
    found = 1.0
    for said, likely in (
        (seen.look, 1.0 / len(LOOKS)),
        (seen.tip_m, 1.0 / shown),
        (seen.much, 0.5),
        (seen.lean_deg, 1.0 / degrees(1.5)),
        (seen.late, 0.3 / (seen.late or 1.0)),
        (seen.bead, 0.5),
        (seen.before, 0.5),
        (seen.part, 0.5),
        (seen.speed, 1.0 / 3.0),
        (seen.drops, 0.5),
        (seen.wound, 0.3),
    ):
        if said is not None:
            found *= likely
    return float(found * 0.5 ** len(seen.trials))
