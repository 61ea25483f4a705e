"""What to look at next: the observation that is likely to tell the most for its trouble."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass
from typing import Any

import numpy as np

from brookwind.core.reading.floating import Array, Floating
from brookwind.core.reading.likely import Eye
from brookwind.core.reading.seen import WOUND, Seen
from brookwind.core.reading.worlds import Worlds

LEAST_TOLD = 0.04
"""An observation that is expected to tell less is not asked for. [nat]"""


@dataclass(frozen=True)
class Outcome:
    """One thing that may be seen: what it is called, what it adds to what is seen, and how likely it is."""

    says: str
    seen: Mapping[str, Any]
    likely: Callable[[Eye, Worlds], Array | float]


@dataclass(frozen=True)
class Observation:
    """Something that can be looked at."""

    id: str
    ask: str
    trouble: float
    """What it costs, a glance being 1. Editable default."""
    due: Callable[[Floating, Seen], bool]
    outcomes: tuple[Outcome, ...]


_FOUND = {
    "bait-gone": "the bait is gone", "shot-gone": "a shot is gone", "weed": "weed on it", "tangle": "a tangle",
    "water": "the float is heavy with water", "caught": "the line is caught", "in-order": "all in order",
}  # fmt: skip


OBSERVATIONS: tuple[Observation, ...] = (
    Observation(
        "before", "Did it sit right in this swim before?", 0.6, lambda f, s: s.before is None,
        (Outcome("yes", {"before": True}, lambda e, w: w.before),
         Outcome("no", {"before": False}, lambda e, w: 1.0 - w.before)),
    ),
    Observation(
        "much", "How far is it off?", 0.6,
        lambda f, s: s.look in {"high", "low"} and s.much is None and s.tip_m is None,
        (Outcome("a little", {"much": "little"}, lambda e, w: e.much("little")),
         Outcome("a lot", {"much": "lot"}, lambda e, w: e.much("lot"))),
    ),
    Observation(
        "lean", "Does it lean?", 0.8,
        lambda f, s: f.moves and s.lean_deg is None and s.look not in {"flat", "under", "down", "up"},
        (Outcome("no", {"lean_deg": 0.0}, lambda e, w: e.leans(0)),
         Outcome("downstream", {"lean_deg": 12.0}, lambda e, w: e.leans(1)),
         Outcome("upstream", {"lean_deg": -12.0}, lambda e, w: e.leans(-1))),
    ),
    Observation(
        "speed", "Against what it should do beside the foam, how fast does it go?", 0.8,
        lambda f, s: f.moves and s.speed is None,
        (Outcome("slower", {"speed": "slower"}, lambda e, w: w.speeds("slower")),
         Outcome("as it should", {"speed": "same"}, lambda e, w: w.speeds("same")),
         Outcome("faster", {"speed": "faster"}, lambda e, w: w.speeds("faster"))),
    ),
    Observation(
        "part", "Is it so on the whole run?", 1.0, lambda f, s: f.moves and s.part is None,
        (Outcome("all along", {"part": False}, lambda e, w: 1.0 - w.part),
         Outcome("only on a part", {"part": True}, lambda e, w: w.part)),
    ),
    Observation(
        "bead", "Has the bead come to the float?", 0.7, lambda f, s: f.slides and s.bead is None,
        (Outcome("yes", {"bead": True}, lambda e, w: w.bead),
         Outcome("no", {"bead": False}, lambda e, w: 1.0 - w.bead)),
    ),
    Observation(
        "lift", "Slide the float a hand's width down the line, cast again and look: does the tip drop back?", 2.0,
        lambda f, s: s.drops is None,
        (Outcome("it drops back", {"drops": True}, lambda e, w: e.drops),
         Outcome("it stays", {"drops": False}, lambda e, w: 1.0 - e.drops)),
    ),
    Observation(
        "wind-in", "Wind in and look: what do you find?", 2.0, lambda f, s: s.wound is None,
        tuple(
            Outcome(_FOUND[k], {"wound": k}, lambda e, w, k=k: w.found(k))  # type: ignore[misc]
            for k in WOUND
        ),
    ),
)  # fmt: skip


def entropy(p: Array) -> float:
    """Of shares that sum to 1. [nat]

    p: the shares.
    Source: C. E. Shannon, 1948.
    """
    some = p[p > 0.0]
    return float(-(some * np.log(some)).sum())


def told(likely: Array, outcomes: Array) -> float:
    """How much an observation is expected to tell of the cause. [nat]

    likely: of each cause, summing to 1.
    outcomes: how likely each outcome is with each cause, of shape (causes, outcomes).
    Source: mutual information; T. M. Cover and J. A. Thomas, "Elements of Information Theory", 2.4.
    """
    joint = likely[:, None] * outcomes
    joint = joint / max(joint.sum(), 1e-12)
    seen = joint.sum(axis=0)
    left = sum(float(p) * entropy(joint[:, k] / p) for k, p in enumerate(seen) if p > 1e-9)
    return entropy(joint.sum(axis=1)) - left
