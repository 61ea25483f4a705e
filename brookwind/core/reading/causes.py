"""What may be wrong, each with how often it is, what it does, and what to do about it.

Priors are what an angler who asks has had wrong on average; they and the spreads of the sizes are editable defaults.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from typing import Literal

import numpy as np

from brookwind.core.reading.floating import Array, Floating
from brookwind.core.reading.worlds import NODES, Worlds, quantiles, worlds
from brookwind.core.rig.components import Bait

Size = Literal["none", "depth", "load", "angle", "share"]
"""What a size is told as."""


@dataclass(frozen=True)
class Cause:
    """One thing that may be wrong."""

    id: str
    says: str
    """`{piece}` names the piece, where there is one."""
    remedy: str
    """`{size}` is its size."""
    prior: float
    sizes: Callable[[Floating], Worlds | None]
    """None where it cannot be with such a rig."""
    told: Size = "none"
    keeps: Literal["none", "float", "depth", "profile"] = "none"
    """Where what is learnt of it belongs."""
    piece: bool = False
    """Its sizes are single pieces."""


ONE = np.ones(1)
_DRAWS_DOWN = np.array([0.05, 0.15, 0.4])
"""What a line that pulls a float over draws it down by: so much of its load per radian of lean."""
_SPREAD = (np.arange(NODES) + 0.5) / NODES
"""From just above 0 to just below 1."""


def _right(f: Floating) -> Worlds:
    return worlds(f, ONE, before=0.9, doubt_n=f.label_n * 0.3)


def _bait_gone(f: Floating) -> Worlds | None:
    if not any(isinstance(i.component, Bait) for i in f.hung):
        return None
    return worlds(f, ONE, more_n=-f.bait_n, before=0.85, wound={"bait-gone": 0.95})


def _shot_gone(f: Floating) -> Worlds | None:
    if not f.shot:
        return None
    weights = np.array([i.weight_n for i in f.shot])
    # The lowest is knocked most: each further up half as often.
    share = np.array([0.5**k + 0.1 for k in range(len(weights))])
    return worlds(f, weights, share, more_n=-weights, before=0.85, wound={"shot-gone": 0.8})


def _over_bed(f: Floating, shallower: Array) -> Worlds:
    """The float over a bed that is otherwise: what lies on it, what that drags, and whether the float is loaded."""
    lies = f.on_bed_n(shallower)
    whole = max(f.on_bed_n(np.array([1e3]))[0], 1e-9)
    dragged = np.zeros(len(shallower))
    if f.moves:
        dragged = -f.situation.setup.friction * np.maximum(lies - f.on_bed_n(np.zeros(1)), 0.0)
    load = f.carried_n(f.carried_over_bed_n(shallower))
    lean = f.lean_by_rad(dragged, load)
    # Once most of the weight lies, nothing draws line through a float that slides.
    bead = np.where(lies > 0.85 * whole, 0.1, 0.97)
    return worlds(
        f,
        shallower,
        lean_rad=lean,
        shallower_m=shallower,
        slower=np.where(lies > 0.02 * whole, -0.25, 0.0) if f.moves else 0.0,
        late=np.where(lies > 0.85 * whole, 2.5, 1.0),
        bead=bead,
        part=0.55,
        before=0.5,
    )


def uneven_m(f: Floating) -> float:
    """How far the depth may be off over a swim, as a standard error. [m]

    f: the float.
    """
    return min(0.12 + 0.03 * f.situation.rig.water.depth_m, 0.6)


def _shallower(f: Floating) -> Worlds | None:
    most = 0.8 * f.situation.rig.water.depth_m
    return _over_bed(f, np.minimum(uneven_m(f) * np.abs(_half_normal()), most))


def _deeper(f: Floating) -> Worlds | None:
    return _over_bed(f, -uneven_m(f) * np.abs(_half_normal()))


def _half_normal() -> Array:
    found: Array = quantiles(2 * NODES)[NODES:]
    return found


def _load_off(f: Floating) -> Worlds:
    error = f.label_n * quantiles()
    return worlds(f, error, more_n=error, before=0.05)


def _water_in(f: Floating) -> Worlds:
    more = f.load_n * (0.01 + 0.14 * _SPREAD)
    return worlds(f, more, more_n=more, before=0.9, late=1.0, wound={"water": 0.7})


def _weed(f: Floating) -> Worlds:
    more = f.load_n * (0.005 - 0.08 * np.log(1.0 - _SPREAD))
    lean, slower = (0.10, -0.15) if f.moves else (0.0, 0.0)
    return worlds(
        f, more, more_n=more, lean_rad=lean, slower=slower, late=1.15, part=0.1, before=0.85, wound={"weed": 0.95}
    )


def _line_pulls(f: Floating) -> Worlds | None:
    conditions = f.situation.rig.conditions
    if conditions.tackle != "rod" and not f.moves and conditions.wind_m_s == 0.0:
        # The short line from a pole hangs in still air: nothing draws at it.
        return None
    lean = np.radians(5.0 + 25.0 * np.repeat(_SPREAD, len(_DRAWS_DOWN)))
    more = f.load_n * lean * np.tile(_DRAWS_DOWN, NODES)
    slower = np.where(lean > 0.2, 0.2, 0.1)
    return worlds(f, lean, more_n=more, lean_rad=-lean, slower=slower, before=0.5, held=False)


def _current(f: Floating) -> Worlds | None:
    """The water slows otherwise towards the bed than taken: what that does to the height of the bait."""
    if not f.moves or f.situation.moving is None or f.situation.moving.height is None:
        return None
    found = f.situation.moving.height
    t = quantiles()
    rises = np.where(t > 0, found.high_m - found.value_m, found.value_m - found.low_m) * t / 1.645
    return worlds(f, t, shallower_m=-rises, late=np.exp(0.3 * t), before=0.3, part=0.2)


def _held_hard(f: Floating) -> Worlds | None:
    if not f.moves or f.drags_meant:
        return None
    hold = f.situation.rig.conditions.hold
    held = 1.0 if hold is None else hold
    slower = held * (0.15 + 0.6 * _SPREAD)
    push = f.push_n(held - slower) - f.push_n(np.array([held]))
    lift = np.minimum(push * np.abs(push) / max(f.load_n, 1e-9), 0.9 * f.load_n)
    lean = f.lean_by_rad(push, f.load_n - lift)
    return worlds(f, slower, more_n=-lift, lean_rad=lean, slower=-slower, late=1.2, before=0.5)


def _tangle(f: Floating) -> Worlds:
    lost = f.load_n * _SPREAD
    return worlds(f, lost, more_n=-lost, late=0.8, before=0.85, wound={"tangle": 0.95}, held=False)


def _caught(f: Floating) -> Worlds | None:
    if not f.slides:
        return None
    lost = f.load_n * (0.6 + 0.4 * _SPREAD)
    return worlds(f, lost, more_n=-lost, bead=0.05, late=3.0, before=0.7, wound={"caught": 0.8}, held=False)


def _fish_holds(f: Floating) -> Worlds:
    lost = f.drawn_n * (0.2 + 0.8 * _SPREAD) if f.drawn_n else f.tail_n * (0.3 + 1.2 * _SPREAD)
    # The bait it holds comes down when it lets go: soon, or much later.
    late = np.tile(np.array([1.3, 2.0, 3.5]), NODES // 3)
    return worlds(f, lost, more_n=-lost, late=late, before=0.8, part=0.1, held=False)


def _sign(look: Literal["dips", "taps", "knocked", "follows"], sure: float = 0.92) -> Callable[[Floating], Worlds]:
    """What only fish make it do; everything else is as it should be."""
    return lambda f: worlds(f, ONE, before=0.7, signs={look: sure})


CAUSES: tuple[Cause, ...] = (
    Cause("right", "Nothing is wrong", "Leave it as it is.", 0.20, _right),
    Cause("bait-gone", "The bait is gone", "Wind in and bait again.", 0.15, _bait_gone),
    Cause("shallower", "It is shallower than plumbed: weight lies on the bed", "Come {size} shallower.", 0.15,
          _shallower, told="depth", keeps="depth"),
    Cause("deeper", "It is deeper than plumbed: what should lie on the bed hangs", "Go {size} deeper.", 0.05, _deeper,
          told="depth", keeps="depth"),
    Cause("load-off", "Label and shot are off by a little", "Trim the shot, or keep what is seen with the float.", 0.12,
          _load_off, told="load", keeps="float"),
    Cause("shot-gone", "{piece} has slipped off", "Wind in and pinch it on again.", 0.07, _shot_gone,
          piece=True),
    Cause("weed", "Weed hangs on the line", "Wind in and clear it.", 0.07, _weed, told="load"),
    Cause("water-in", "The float has taken water", "Take it off, shake and dry it, or tie on another.", 0.03,
          _water_in, told="load"),
    Cause("line-pulls", "The line pulls at the float: a bow in it, or drift on it", "Mend or sink the line, lower or "
          "raise the rod.", 0.07, _line_pulls, told="angle"),
    Cause("current", "The water slows otherwise towards the bed than taken", "Time a drift below the surface.", 0.03,
          _current, keeps="profile"),
    Cause("held-hard", "It is held back harder than planned", "Give line: let it run faster by {size} of the foam.",
          0.04, _held_hard, told="share"),
    Cause("tangle", "Line or weights hang over the float", "Wind in; closer bulk, widest gap above, feather the "
          "landing.", 0.05, _tangle, told="load"),
    Cause("caught", "The line does not run through the float", "Wind in; look for a nick or a knot, wet the line, "
          "take a larger ring.", 0.03, _caught),
    Cause("fish-holds", "A fish holds the bait up", "Strike.", 0.04, _fish_holds, told="load"),
    Cause("fish-above", "Fish are above the bait", "Come up by a forearm and spread the weights.", 0.04,
          _sign("dips")),
    Cause("fish-touch", "Fish touch and leave it", "A finer tip, a shorter hooklength, a smaller bait; move the bulk.",
          0.04, _sign("taps")),
    Cause("fish-on-line", "Fish swim into the line above the bait", "Come up in the water, or feed less and heavier, "
          "so that it falls.", 0.03, _sign("knocked")),
    Cause("fish-follow", "Fish look and do not take", "Set it just above where they are; cast beyond and draw over "
          "them.", 0.03, _sign("follows")),
)  # fmt: skip
UNEXPLAINED = 0.02
"""How often it is something that is not among the causes. Editable default."""
