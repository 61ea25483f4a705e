"""Find the depth: a hidden bed, a float that shows what it would, and as few casts as can be."""

from __future__ import annotations

from typing import Literal

import numpy as np
from pydantic import Field

from brookwind.core.errors import OutOfRange
from brookwind.core.figures import Told, depth, length
from brookwind.core.floats.body import float_body
from brookwind.core.floats.spec import FloatSpec
from brookwind.core.frozen import Frozen
from brookwind.core.practice.deal import Dealt, Score, luck
from brookwind.core.survey.plumbing.infer import Plumbed, plumb
from brookwind.core.survey.plumbing.likelihood import CLEAR_ERROR, UNDER_ERROR, tip_error_m
from brookwind.core.survey.plumbing.readings import AsWanted, Cast, Flat, Gone, High, Plumbing, Seen, Setup, Under
from brookwind.core.survey.plumbing.response import response

MOST_CASTS = 20
"""Casts of one exercise, at most."""
A_CAST = 0.12
"""What a cast more than the helper's takes off the score. Editable default."""
OFF_M = 0.2
"""A guess as wrong as this is worth nothing. [m] Editable default."""
_BEDS = {1: (0.5, 3.0), 2: (0.5, 4.0), 3: (0.5, 6.0)}
"""Between which depths the bed is hidden, by level. [m]"""
_CURRENT_M_S = {1: 0.0, 2: 0.0, 3: 0.35}
"""Speed of the surface, by level. [m/s]"""


class DepthTask(Frozen):
    """What is known before the first cast."""

    least_m: float
    most_m: float
    wanted_tip_m: float
    float_m: float
    """Length of the float."""
    surface_m_s: float
    enough_m: float
    """A guess within this is right."""
    says: Told


class DepthMoves(Frozen):
    """The casts made, and the depth guessed at last."""

    settings_m: tuple[float, ...] = Field(default=(), max_length=MOST_CASTS)
    guess_m: float | None = Field(default=None, ge=0, le=60)


class Sighting(Frozen):
    """What a cast shows."""

    setting_m: float
    what: Literal["gone", "under", "as-wanted", "high", "flat"]
    tip_m: float | None
    """What stands out; None where the float is under or lies."""
    below_m: float | None
    """How deep its top is, where it can be seen."""


class DepthPlay(Frozen):
    """How it stands."""

    looks: tuple[Sighting, ...]
    score: Score | None
    """None until a depth is guessed."""
    depth_m: float | None
    """The bed, once it is over."""
    helper: tuple[Sighting, ...]
    """The casts the helper would have made, once it is over."""


def _between_m(dealt: Dealt) -> tuple[float, float]:
    """Between which depths the bed is hidden: about the swim's own, where one is rehearsed. [m]"""
    if dealt.about_m is None:
        return _BEDS[dealt.level]
    return round(max(0.2, 0.6 * dealt.about_m), 1), round(1.3 * dealt.about_m + 0.3, 1)


def _spot(dealt: Dealt) -> Plumbing:
    least, most = _between_m(dealt)
    setup = Setup(
        spec=FloatSpec(type="straight-waggler", capacity_kg=0.003), plummet_kg=0.03, wanted_tip_m=0.01,
        surface_m_s=_CURRENT_M_S[dealt.level],
    )  # fmt: skip
    return Plumbing(id="bed", distance_m=10.0, setup=setup, least_m=least, most_m=most, bait_m=0.5)


def hidden_m(dealt: Dealt) -> float:
    """Where the bed is. [m]

    dealt: which exercise.
    """
    return round(luck("depth", dealt).uniform(*_between_m(dealt)), 2)


def depth_task(dealt: Dealt) -> DepthTask:
    """What is known before the first cast.

    dealt: which exercise.
    """
    spot = _spot(dealt)
    enough = plumb(spot).good_enough_m
    figures = {"least": depth(spot.least_m), "most": depth(spot.most_m), "enough": length(enough)}
    return DepthTask(
        least_m=spot.least_m, most_m=spot.most_m, wanted_tip_m=spot.setup.wanted_tip_m,
        float_m=float_body(spot.setup.spec).length_m, surface_m_s=spot.setup.surface_m_s, enough_m=enough,
        says=Told(says="The bed is {least} to {most} down. Find it to {enough} with as few casts as you can.",
                  figures=figures),
    )  # fmt: skip


def _see(dealt: Dealt, n: int, setting_m: float) -> Seen:
    """What the float does at the n-th cast, with the errors of setting, bed and eye that plumbing reckons with."""
    setup = _spot(dealt).setup
    draw = luck("depth", dealt, f"cast {n}")
    r = response(setup, setting_m)
    x = setting_m - hidden_m(dealt) + draw.gauss(0.0, r.error_m)
    below = r.awash_m - x
    if below > 0.0:
        if below > setup.clear_m * (1.0 + CLEAR_ERROR * draw.gauss(0.0, 1.0)):
            return Gone()
        return Under(below_m=round(max(0.0, below + draw.gauss(0.0, max(0.03, UNDER_ERROR * below))), 2))
    if x > r.slack_m and r.lies:
        return Flat()
    by = float(r.tip_at(np.array([x]))[0]) + draw.gauss(0.0, tip_error_m(10.0)) - setup.wanted_tip_m
    return AsWanted() if by <= 0.002 else High(by_m=round(min(1.0, by), 3))


def _looked(setting_m: float, seen: Seen, wanted_m: float) -> Sighting:
    what = seen.what
    if what == "no-bead":
        what = "flat"
    tip = wanted_m + seen.by_m if isinstance(seen, High) else wanted_m if isinstance(seen, AsWanted) else None
    return Sighting(
        setting_m=setting_m, what=what, tip_m=tip, below_m=seen.below_m if isinstance(seen, Under) else None
    )  # fmt: skip


def depth_play(dealt: Dealt, moves: DepthMoves) -> DepthPlay:
    """What the casts made so far show, and the score once a depth is guessed.

    dealt: which exercise.
    moves: the casts, and the guess.
    Raises: OutOfRange for a setting that cannot be set, or a guess without a cast.
    """
    spot = _spot(dealt)
    for k, setting in enumerate(moves.settings_m):
        if not 0.05 <= setting <= spot.most_m + 2.0:
            raise OutOfRange.one(
                "cast-setting", "The stop cannot be set there.", "Set it between the float and the bed.",
                ("settings_m", k),
            )  # fmt: skip
    wanted = spot.setup.wanted_tip_m
    looks = tuple(_looked(s, _see(dealt, n, s), wanted) for n, s in enumerate(moves.settings_m))
    if moves.guess_m is None:
        return DepthPlay(looks=looks, score=None, depth_m=None, helper=())
    if not looks:
        raise OutOfRange.one("no-cast", "Nothing was plumbed yet.", "Make a cast first.", ("settings_m",))
    true, helper = hidden_m(dealt), depth_auto(dealt)
    return DepthPlay(looks=looks, score=_score(moves, true, len(helper)), depth_m=true, helper=helper)


def _helped(dealt: Dealt) -> tuple[tuple[Sighting, ...], Plumbed]:
    spot, looks = _spot(dealt), []
    casts: list[Cast] = []
    found = plumb(spot)
    while found.next is not None and len(casts) < MOST_CASTS:
        setting = found.next.setting_m
        seen = _see(dealt, len(casts), setting)
        casts.append(Cast(id=f"c{len(casts)}", setting_m=setting, seen=seen))
        looks.append(_looked(setting, seen, spot.setup.wanted_tip_m))
        found = plumb(spot.model_copy(update={"readings": tuple(casts)}))
    return tuple(looks), found


def depth_auto(dealt: Dealt) -> tuple[Sighting, ...]:
    """The casts the helper makes until it knows the bed well enough.

    dealt: which exercise.
    Source: `next_cast`, by what each cast tells.
    """
    return _helped(dealt)[0]


def known_m(dealt: Dealt) -> float:
    """The depth as the helper's casts have it. [m]

    dealt: which exercise.
    """
    return _helped(dealt)[1].interval.depth_m


def _score(moves: DepthMoves, true_m: float, helper: int) -> Score:
    guess = moves.guess_m or 0.0
    off, casts = abs(guess - true_m), len(moves.settings_m)
    right = 1.0 if off <= 0.05 else max(0.0, 1.0 - (off - 0.05) / (OFF_M - 0.05))
    share = right * max(0.2, 1.0 - A_CAST * max(0, casts - helper))
    figures = {"true": depth(true_m), "off": length(off), "guess": depth(guess)}
    where = "deeper" if true_m > guess else "shallower"
    says = f"The bed is {{true}} down, {{off}} {where}."
    if off <= 0.05:
        says = "The bed is {true} down: you were right to {off}."
    needed = f"You cast {casts} times; the helper needs {helper}."
    return Score(share=share, says=(Told(says=says, figures=figures), Told(says=needed)))
