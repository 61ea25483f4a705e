"""From what is seen to what is likely: causes ranked by their chances, each with its size and what to do."""

from __future__ import annotations

from dataclasses import dataclass
from math import exp, log

import numpy as np
from pydantic import Field

from brookwind.core.edits.change import Change
from brookwind.core.edits.set_conditions import SetConditions
from brookwind.core.edits.set_depth import SetDepth
from brookwind.core.errors import OutOfRange
from brookwind.core.figures import Figure, Told, angle, depth, load, share, tip
from brookwind.core.flow.profile import EXPONENTS, USUAL_EXPONENT
from brookwind.core.frozen import Frozen
from brookwind.core.gravity import lead_mass_kg
from brookwind.core.reading.asking import LEAST_TOLD, OBSERVATIONS, Observation, told
from brookwind.core.reading.causes import CAUSES, UNEXPLAINED, Cause
from brookwind.core.reading.floating import Array, Floating
from brookwind.core.reading.likely import LATE, Eye, likelihood, unexplained
from brookwind.core.reading.seen import LOOKS, Look, Seen
from brookwind.core.reading.worlds import HALF, Worlds
from brookwind.core.situation import Situation

NONE_SHARE = 0.5
"""When something that is not thought of is as likely as this, no cause explains what is seen. Editable default."""
LEAST_SHOWN = 0.02
"""Causes less likely are not shown."""
_SHOWN = 6
"""Causes shown at most."""
STEP_M = 0.05
"""A depth is changed by no finer steps from what a float shows. [m] Editable default."""
_NINE = (0.05, 0.95)


class Likely(Frozen):
    """A cause, how likely it is, and what to do."""

    id: str
    says: str
    likely: float = Field(ge=0, le=1)
    effect: Told
    """What it would do, at the size that fits best."""
    low: Figure | None = None
    """Its size lies between this and `high` nine times in ten; None for what has no size."""
    high: Figure | None = None
    remedy: Told
    change: Change | None = None
    """What applies the remedy and keeps what is learnt; None where nothing of the rig's document changes."""
    keeps: str = "none"
    """Where what is learnt belongs: the float, the depth, the profile of the current, or nowhere."""


class Answer(Frozen):
    """One answer to what is asked, what it adds to what is seen, and what it would make likely."""

    says: str
    seen: Seen
    then: str
    """The cause that would be the likeliest."""
    likely: float


class Ask(Frozen):
    """What to look at next."""

    id: str
    ask: str
    answers: tuple[Answer, ...]


class FloatReading(Frozen):
    """What the float says."""

    shows: Told
    """What it should show."""
    tip_m: float
    looks: tuple[Look, ...]
    """What a float may do with such a rig in such water."""
    moves: bool
    """Its water moves."""
    seen: Seen
    explained: bool
    """A cause among those known explains what is seen."""
    causes: tuple[Likely, ...]
    """Likeliest first; empty while nothing has been seen."""
    ask: Ask | None = None
    """None when nothing would tell much more."""


@dataclass(frozen=True)
class _Weighed:
    """A cause with what is seen weighed in."""

    cause: Cause
    eye: Eye
    share: Array
    """Of each size, summing to 1."""
    likely: float

    @property
    def worlds(self) -> Worlds:
        return self.eye.w

    @property
    def middle(self) -> int:
        """The size in the middle of those that fit; of single pieces the likeliest."""
        return int(np.argmax(self.share)) if self.cause.piece else self._at(HALF)

    @property
    def size(self) -> float:
        return float(self.worlds.size[self.middle])

    @property
    def span(self) -> tuple[float, float]:
        """Where its size lies, nine times in ten, the smaller first."""
        low, high = sorted(abs(float(self.worlds.size[self._at(p)])) for p in _NINE)
        return low, high

    def _at(self, p: float) -> int:
        order = np.argsort(self.worlds.size)
        total = np.cumsum(self.share[order])
        return int(order[min(int(np.searchsorted(total, p)), len(order) - 1)])


class Reader:
    """A rig whose float is read, once or again and again as more is seen."""

    def __init__(self, situation: Situation) -> None:
        self.f = Floating(situation)
        if self.f.settled.status == "sinks":
            raise OutOfRange.one(
                "sinks-anyway",
                "By its figures this float goes under with what hangs on it, so what it shows cannot be read by them.",
                "Balance it first, or press that this shot already sits right.",
                ("rig",),
            )
        self.eyes = tuple((c, Eye(self.f, w)) for c in CAUSES if (w := c.sizes(self.f)) is not None)

    @property
    def looks(self) -> tuple[Look, ...]:
        """In still water nothing goes downstream: it is drawn aside, or not."""
        return LOOKS if self.f.moves else tuple(k for k in LOOKS if k != "down")

    def read(self, seen: Seen) -> FloatReading:
        """Rank what may be wrong by what is seen.

        seen: what is seen of its float, and what was tried.
        Raises: OutOfRange when a tip longer than the float was seen.
        Source: Bayes' rule over the sizes of every cause; priors and the errors of the eye are editable defaults.
        """
        f = self.f
        _check(f, seen)
        shows = Told(says="It should show {tip} of tip.", figures={"tip": tip(f.tip_m)})
        if not seen.anything:
            return FloatReading(
                shows=shows, tip_m=f.tip_m, looks=self.looks, moves=f.moves, seen=seen, explained=True, causes=()
            )
        weighed, odd = self._weigh(seen)
        ranked = sorted(weighed, key=lambda w: -w.likely)
        shown = [w for w in ranked if w.likely >= LEAST_SHOWN][:_SHOWN]
        return FloatReading(
            shows=shows,
            tip_m=f.tip_m,
            looks=self.looks,
            moves=f.moves,
            seen=seen,
            explained=odd < NONE_SHARE,
            causes=tuple(_likely(f, w) for w in shown),
            ask=_ask(f, seen, ranked),
        )

    def _weigh(self, seen: Seen) -> tuple[list[_Weighed], float]:
        """Every cause that can be, with its chance; and the chance that it is something else."""
        found: list[tuple[Cause, Eye, Array, float]] = []
        for cause, eye in self.eyes:
            fits = eye.w.share * likelihood(eye, seen)
            found.append((cause, eye, fits, cause.prior * float(fits.sum())))
        other = UNEXPLAINED * unexplained(self.f, seen)
        whole = max(sum(x for *_, x in found) + other, 1e-300)
        return [_Weighed(c, e, s / max(float(s.sum()), 1e-300), x / whole) for c, e, s, x in found], other / whole


def read(situation: Situation, seen: Seen) -> FloatReading:
    """Rank what may be wrong with a rig by what is seen of its float.

    situation: the rig as it is fished.
    seen: what is seen, and what was tried.
    Raises: OutOfRange when the rig's float would go under by itself, or a tip longer than the float was seen.
    """
    return Reader(situation).read(seen)


def _check(f: Floating, seen: Seen) -> None:
    length = f.settled.body.length_m
    if seen.tip_m is not None and seen.tip_m > length:
        raise OutOfRange.one(
            "seen-tip",
            "A tip of {seen} was entered, but the float is {length} long.",
            "Enter how much of it stands out of the water.",
            ("seen", "tip_m"),
            {"seen": tip(seen.tip_m), "length": tip(length)},
        )


def _likely(f: Floating, w: _Weighed) -> Likely:
    cause = w.cause
    low, high = (_size(f, cause, size) for size in w.span)
    middle = _remedied(f, w)
    return Likely(
        id=cause.id,
        says=cause.says.format(piece=_piece(f, w)),
        likely=w.likely,
        effect=_effect(f, w),
        low=low if low != high else None,
        high=high if low != high else None,
        remedy=Told(says=cause.remedy, figures={"size": middle} if middle and "{size}" in cause.remedy else {}),
        change=_change(f, w),
        keeps=cause.keeps,
    )


def _piece(f: Floating, w: _Weighed) -> str:
    if not w.cause.piece:
        return ""
    label = f.shot[w.middle].component.label
    return f"A {label}" if label else "A shot"


def _size(f: Floating, cause: Cause, size: float) -> Figure | None:
    match cause.told:
        case "depth":
            return depth(abs(size))
        case "load":
            return load(abs(lead_mass_kg(size, f.settled.water_kg_m3)))
        case "angle":
            return angle(np.degrees(abs(size)))
        case "share":
            return share(abs(size))
        case "none":
            return None


def _step_m(w: _Weighed) -> float:
    """The depth it is off by, as one would slide a stop. [m]"""
    return float(np.sign(w.size)) * max(STEP_M, round(abs(w.size) / STEP_M) * STEP_M)


def _remedied(f: Floating, w: _Weighed) -> Figure | None:
    if w.cause.told == "depth":
        return depth(abs(_step_m(w)))
    return _size(f, w.cause, w.size)


def _change(f: Floating, w: _Weighed) -> Change | None:
    rig = f.situation.rig
    if w.cause.keeps == "depth":
        return SetDepth(depth_m=max(0.05, round(rig.water.depth_m - _step_m(w), 2)))
    if w.cause.keeps == "profile" and not rig.conditions.speeds:
        return SetConditions(conditions={"exponent": round(_exponent(rig.conditions.exponent, w.size), 1)})
    return None


def _exponent(now: float | None, t: float) -> float:
    """The exponent of a bait that hangs so many standard errors higher than reckoned: the lower the higher it hangs."""
    usual = USUAL_EXPONENT if now is None else now
    end = min(EXPONENTS[0], usual) if t > 0 else max(EXPONENTS[1], usual)
    return exp(log(usual) + min(abs(t) / 1.645, 1.0) * (log(end) - log(usual)))


def _effect(f: Floating, weighed: _Weighed) -> Told:
    """What a cause does to the float, in words."""
    eye, w, k = weighed.eye, weighed.worlds, weighed.middle
    for look in w.signs:
        return Told(says={"dips": "it would dip on the drop", "taps": "it would tap", "knocked": "it would be knocked "
                          "about", "follows": "nothing would show on the float"}[look])  # fmt: skip
    if eye.under[k] > 0.5:
        return Told(says="would take it under")
    if eye.lies[k] > 0.5:
        return Told(says="would let it lie flat")
    off, lean = float(eye.off_m[k]), float(np.degrees(w.lean_rad[k] - f.lean_rad))
    parts, figures = [], {}
    if abs(off) >= 0.3 * f.eye_m:
        parts.append(f"would {'lift' if off > 0 else 'sink'} the tip {{by}}")
        figures["by"] = tip(abs(off))
    if abs(lean) >= 3.0:
        parts.append(f"would lean it {{lean}} {'downstream' if lean > 0 else 'upstream'}")
        figures["lean"] = angle(abs(lean))
    if w.late[k] >= 1.0 + 0.5 * LATE:
        parts.append("would make it late")
    return Told(says=" and ".join(parts) or "would not show on the float", figures=figures)


def _ask(f: Floating, seen: Seen, ranked: list[_Weighed]) -> Ask | None:
    """The observation worth most for its trouble."""
    some = [w for w in ranked if w.likely > 1e-4]
    likely = np.array([w.likely for w in some])
    best: tuple[float, Observation, Array] | None = None
    for o in OBSERVATIONS:
        if not o.due(f, seen):
            continue
        table = np.array(
            [[float(w.share @ np.broadcast_to(k.likely(w.eye, w.worlds), w.share.shape))
              for k in o.outcomes] for w in some]
        )  # fmt: skip
        worth = told(likely, table)
        if worth >= LEAST_TOLD and (best is None or worth / o.trouble > best[0]):
            best = worth / o.trouble, o, table
    if best is None:
        return None
    _, o, table = best
    answers = []
    for k, outcome in enumerate(o.outcomes):
        after = likely * table[:, k]
        top = int(np.argmax(after))
        answers.append(
            Answer(
                says=outcome.says,
                seen=seen.model_copy(update=dict(outcome.seen)),
                then=some[top].cause.says.format(piece=_piece(f, some[top])),
                likely=float(after[top] / max(after.sum(), 1e-300)),
            )
        )
    return Ask(id=o.id, ask=o.ask, answers=tuple(answers))
