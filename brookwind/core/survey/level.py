"""Levels of the water at any moment, from whatever is known of them."""

from __future__ import annotations

from datetime import datetime
from itertools import pairwise

import numpy as np
from numpy.typing import NDArray

from brookwind.core.errors import OutOfRange
from brookwind.core.survey.document import Changing, Gauged, LevelSource, Steady, TideStation, TideTable, Turn
from brookwind.core.water.tide import tide_heights_m

Array = NDArray[np.float64]

_HOUR = 3600.0
"""An hour. [s]"""
_HALF_TIDE_H = (3.0, 9.0)
"""A high and the next low are this far apart; a longer gap means one is missing. [h] Editable default: a semidiurnal
tide turns every 6.2 h."""

_RATE_OVER_H = 3.0
"""The last rate of a gauge is taken over the readings of these hours. [h] Editable default."""


def levels_m(source: LevelSource, unix_s: Array) -> Array:
    """Levels over the datum. [m]

    source: what is known.
    unix_s: moments as Unix time. [s]
    Readings are joined by straight lines and carried on at their last rate; a printed tide follows a half cosine from
    turn to turn.
    Raises: OutOfRange when a table misses a turn or is out of order.
    Source: Admiralty-style cosine between turns is the usual first approximation (Pugh 1987, section 1:5).
    """
    if isinstance(source, Steady):
        return np.full_like(unix_s, source.level_m)
    if isinstance(source, Changing):
        return source.level_m + source.rate_m_h * (unix_s - source.at.timestamp()) / _HOUR
    if isinstance(source, Gauged):
        return _gauged(source, unix_s)
    if isinstance(source, TideTable):
        return _table(source, unix_s)
    assert isinstance(source, TideStation)
    return tide_heights_m(source.station, unix_s) + source.offset_m


def level_m(source: LevelSource, at: datetime) -> float:
    """Level over the datum at one moment. [m]

    source: what is known.
    at: the moment.
    """
    return float(levels_m(source, np.array([at.timestamp()]))[0])


def rate_m_h(source: LevelSource, at: datetime) -> float:
    """How fast the level changes, positive when it rises. [m/h]

    source: what is known.
    at: the moment.
    Source: difference over ten minutes.
    """
    t = at.timestamp()
    before, after = levels_m(source, np.array([t - 300.0, t + 300.0]))
    return float((after - before) * 6.0)


def known_until(source: LevelSource) -> datetime | None:
    """Last moment the levels are entered for; later ones are carried on. None when there is no such limit.

    source: what is known.
    """
    if isinstance(source, TideTable):
        return max(t.at for t in source.turns)
    return max(r.at for r in source.readings) if isinstance(source, Gauged) else None


def _gauged(source: Gauged, unix_s: Array) -> Array:
    known = sorted((r.at.timestamp(), r.level_m) for r in source.readings)
    times, levels = np.array([t for t, _ in known]), np.array([v for _, v in known])
    if len(np.unique(times)) < len(times):
        raise OutOfRange.one(
            "level-twice", "Two level readings have the same time.", "Keep one of them.", ("level", "readings")
        )
    inside = np.interp(unix_s, times, levels)
    recent = times >= times[-1] - _RATE_OVER_H * _HOUR
    if recent.sum() < 2:
        recent = times >= times[max(0, len(times) - 2)]
    rate = np.polyfit(times[recent] - times[-1], levels[recent], 1)[0] if recent.sum() > 1 else 0.0
    return np.asarray(inside + rate * np.maximum(0.0, unix_s - times[-1]))


def _check_turns(source: TideTable) -> list[Turn]:
    turns = sorted(source.turns, key=lambda t: t.at)
    for a, b in pairwise(turns):
        where = ("level", "turns", source.turns.index(b))
        hours = (b.at - a.at).total_seconds() / _HOUR
        other = "low" if a.what == "high" else "high"
        this = f"the {a.what} water of {a.at:%d %b %H:%M}"
        if a.what == b.what or not _HALF_TIDE_H[0] <= hours <= _HALF_TIDE_H[1]:
            raise OutOfRange.one(
                "tide-table-gap",
                f"After {this} the next {other} is missing: the entry that follows is a {b.what} {hours:.1f} h later.",
                f"Enter the {other} water between, from the same table.",
                where,
            )
        if (a.height_m - b.height_m) * (1 if a.what == "high" else -1) <= 0.0:
            side = "above" if a.what == "high" else "below"
            raise OutOfRange.one(
                "tide-table-heights",
                f"{this.capitalize()} is not {side} the {b.what} that follows.",
                "Check the two heights.",
                (*where, "height_m"),
            )
    return turns


def _table(source: TideTable, unix_s: Array) -> Array:
    turns = _check_turns(source)
    times = np.array([t.at.timestamp() for t in turns])
    heights = np.array([t.height_m for t in turns])
    # One more turn at either end, like the nearest: an angler stays on past the last entry.
    times = np.concatenate([[2 * times[0] - times[1]], times, [2 * times[-1] - times[-2]]])
    heights = np.concatenate([[heights[1]], heights, [heights[-2]]])
    clipped = np.clip(unix_s, times[0], times[-1])
    i: NDArray[np.intp] = np.clip(np.searchsorted(times, clipped, side="right") - 1, 0, len(times) - 2)
    share = (clipped - times[i]) / (times[i + 1] - times[i])
    return np.asarray(0.5 * (heights[i] + heights[i + 1]) + 0.5 * (heights[i] - heights[i + 1]) * np.cos(np.pi * share))
