"""In which state of the tide most is caught: the log asked with the levels of the places it was fished at."""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from datetime import UTC, datetime

import numpy as np
from numpy.typing import NDArray

from brookwind.core.errors import BrookwindError
from brookwind.core.figures import Told
from brookwind.core.log.looks import Piece
from brookwind.core.log.questions import LogAnswer, Question, answer
from brookwind.core.log.rates import Counted
from brookwind.core.survey.document import LevelSource
from brookwind.core.survey.level import levels_m

Array = NDArray[np.float64]

STATES = ("low water", "the rise", "high water", "the fall")
SLACK_SHARE = 0.15
"""So near to the top or the bottom of its range the tide is about high or low. Editable default."""
_STEP_S, _HALF_S = 600.0, 6.5 * 3600.0
"""Between moments looked at; a high and a low lie within so long to either side. [s]"""
TIDAL = {"tide-station", "tide-table"}
"""Kinds of level that have a tide."""


def level_over(source: LevelSource, begins: datetime, ends: datetime) -> tuple[tuple[datetime, float], ...]:
    """The level over a session: moment, and level over the datum. [m] Empty where there is no tide, or it is not known.

    source: levels of the place.
    begins: of the session.
    ends: of the session.
    Source: `levels_m`.
    """
    if source.kind not in TIDAL:
        return ()
    last = ends.timestamp()
    times = np.append(np.arange(begins.timestamp(), last, _STEP_S), last)
    try:
        heights = levels_m(source, times)
    except BrookwindError:
        return ()
    return tuple((datetime.fromtimestamp(t, UTC), round(float(h), 3)) for t, h in zip(times, heights, strict=True))


def tide_answer(found: Sequence[Piece], levels: Mapping[str, LevelSource]) -> LogAnswer | None:
    """What the log says of the tide; None where nothing was fished in one.

    found: the pieces of it that are asked.
    levels: of each place that has a tide, by its name.
    """
    here = [p for p in found if p.place in levels]
    if not here:
        return None
    asked = Question(
        "tide",
        "Which state of the tide?",
        lambda pieces: by_state(pieces, levels),
        lambda k: Told(says=STATES[int(k)]),
        ordered=True,
    )
    return answer(asked, here)


def by_state(found: Iterable[Piece], levels: Mapping[str, LevelSource]) -> dict[int | str, Counted]:
    """Fish and hours in each state of the tide.

    found: pieces of places that have a tide; one whose levels cannot be reckoned is left out.
    levels: of each place, by its name.
    """
    totals: dict[int | str, Counted] = {}
    for p in found:
        times = np.arange(p.begins, p.ends, _STEP_S)
        if not len(times):
            continue
        try:
            states = state_at(levels[p.place], times)
        except BrookwindError:
            continue
        ends = np.minimum(times + _STEP_S, p.ends)
        came = np.clip(((np.array(p.fish) - p.begins) / _STEP_S).astype(int), 0, len(times) - 1)
        for k in range(len(STATES)):
            hours = float((ends - times)[states == k].sum() / 3600.0)
            if hours > 0.0:
                n, so_far = totals.get(k, Counted(0, 0.0))
                totals[k] = Counted(n + int((states[came] == k).sum()), so_far + hours)
    return totals


def state_at(source: LevelSource, unix_s: Array) -> NDArray[np.int64]:
    """The state of the tide at moments, as an index of `STATES`.

    source: levels of the place.
    unix_s: the moments, in even steps. [s]
    Raises: OutOfRange when the level cannot be reckoned.
    Source: where the level stands between the last and next high and low, and which way it goes.
    """
    about = int(_HALF_S / _STEP_S)
    before, after = -_STEP_S * np.arange(about, 0, -1), _STEP_S * np.arange(1, about + 1)
    heights = levels_m(source, np.concatenate([unix_s[0] + before, unix_s, unix_s[-1] + after]))
    windows = np.lib.stride_tricks.sliding_window_view(heights, 2 * about + 1)
    low, high = windows.min(axis=1), windows.max(axis=1)
    here = heights[about:-about]
    rises = np.gradient(heights)[about:-about] > 0.0
    share = (here - low) / np.maximum(high - low, 1e-9)
    states = np.where(rises, 1, 3)
    states = np.where(share <= SLACK_SHARE, 0, states)
    return np.where(share >= 1.0 - SLACK_SHARE, 2, states).astype(np.int64)
