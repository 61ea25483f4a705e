"""The log asked of the tide."""

from __future__ import annotations

from datetime import UTC, datetime, timedelta

import numpy as np
import pytest

from brookwind.core.answers.tides import STATES, by_state, level_over, state_at, tide_answer
from brookwind.core.log.looks import Piece
from brookwind.core.survey.document import Steady, TideTable, Turn

LOW = datetime(2026, 11, 23, 0, tzinfo=UTC)
HALF_H = 6.2
TABLE = TideTable(
    turns=tuple(
        Turn(what="low" if i % 2 == 0 else "high", at=LOW + timedelta(hours=HALF_H * i), height_m=0.5 + 3.5 * (i % 2))
        for i in range(-4, 9)
    )
)


def at(hours: float) -> float:
    return (LOW + timedelta(hours=hours)).timestamp()


def piece(begins_h: float, ends_h: float, *fish_h: float) -> Piece:
    return Piece("o", "Skerry", at(begins_h), at(ends_h), 0.0, None, tuple(at(h) for h in fish_h), ())


def test_states_follow_the_cosine_between_low_and_high() -> None:
    times = np.array([at(h) for h in np.arange(0.0, 12.4, 1.0 / 6.0)])
    states = state_at(TABLE, times)
    # Half a cosine is within 15 % of an end for arccos(1 - 0.3)/pi of the half tide.
    slack_h = np.arccos(1.0 - 0.3) / np.pi * HALF_H
    assert [STATES[s] for s in states[[0, 18, 37, 56]]] == ["low water", "the rise", "high water", "the fall"]
    assert (states == 0).sum() / 6.0 == pytest.approx(2 * slack_h, abs=0.4)
    assert (states == 2).sum() / 6.0 == pytest.approx(2 * slack_h, abs=0.4)


def test_fish_and_hours_are_told_by_state_and_add_up() -> None:
    found = [piece(1.0, 11.5, 3.0, 3.1, 9.0), piece(5.0, 7.5, 6.2)]
    totals = by_state(found, {"Skerry": TABLE})
    assert sum(c.hours for c in totals.values()) == pytest.approx(13.0)
    assert {STATES[int(k)]: c.n for k, c in totals.items() if c.n} == {"the rise": 2, "high water": 1, "the fall": 1}


def test_a_place_without_a_tide_is_not_asked() -> None:
    assert tide_answer([piece(0, 5, 1)], {}) is None
    told = tide_answer([piece(1.5, 4.5, *np.linspace(1.6, 4.4, 30)), piece(7.8, 10.8, 8.0)], {"Skerry": TABLE})
    assert told is not None
    assert [g.name.says for g in told.groups][:1] == ["the rise"] or told.best is not None
    assert "rise" in told.groups[told.best or 0].name.says


def test_the_level_over_a_session_goes_from_end_to_end_and_is_nothing_without_a_tide() -> None:
    rise = level_over(TABLE, LOW, LOW + timedelta(hours=HALF_H))
    assert (rise[0], rise[-1]) == ((LOW, 0.5), (LOW + timedelta(hours=HALF_H), 4.0))
    heights = [h for _, h in rise]
    assert heights == sorted(heights)
    # Half way up at half the time, by the cosine.
    assert heights[len(heights) // 2] == pytest.approx(2.25, abs=0.2)
    assert level_over(Steady(), LOW, LOW + timedelta(hours=3)) == ()
    assert level_over(TideTable(turns=TABLE.turns[::2]), LOW, LOW + timedelta(hours=3)) == ()
