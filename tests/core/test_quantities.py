"""Figures as they are written and read. The web runs the same file of cases (`web/src/units/quantity.test.ts`)."""

from __future__ import annotations

import json
from pathlib import Path
from typing import get_args

import pytest
from hypothesis import given
from hypothesis import strategies as st

from brookwind.core.errors import NotUnderstood
from brookwind.core.quantities import IMPERIAL, SYSTEMS, TABLE, Quantity, write
from brookwind.core.typed_figure import own_unit, read_figure

CASES = json.loads((Path(__file__).parents[1] / "cases" / "figures.json").read_text(encoding="utf-8"))
IN_BOTH_COUNTRIES = {"time", "angle", "share", "density"}


@pytest.mark.parametrize(("value", "quantity", "system", "text"), CASES["written"])
def test_a_figure_is_written_as_a_person_reads_it(value: float, quantity: Quantity, system: str, text: str) -> None:
    assert write(value, quantity, SYSTEMS[system]) == text


@pytest.mark.parametrize(("text", "quantity", "system", "value"), CASES["read"])
def test_a_typed_figure_is_read_or_refused(text: str, quantity: Quantity, system: str, value: float | None) -> None:
    if value is None:
        with pytest.raises(NotUnderstood, match="Write it like"):
            read_figure(text, quantity, SYSTEMS[system])
    else:
        assert read_figure(text, quantity, SYSTEMS[system]) == pytest.approx(value, rel=1e-4)


def test_every_quantity_has_its_entry_and_cases() -> None:
    assert set(TABLE) == set(get_args(Quantity))
    assert {case[1] for case in CASES["written"]} == set(TABLE)


@pytest.mark.parametrize("quantity", [q for q in TABLE if q not in IN_BOTH_COUNTRIES])
@pytest.mark.parametrize("value", [1e-5, 0.0007, 0.02, 0.4, 3.0, 70.0])
def test_imperial_shows_no_metric_unit(quantity: Quantity, value: float) -> None:
    unit = write(value, quantity, IMPERIAL).split(" ", 1)[1]
    assert set(unit.replace("in/s", "in").replace("ft/s", "ft").split()) <= {
        "ft", "in", "oz", "lb", "mph", "°F", *(c for c in unit.split() if c.isdigit()),
    }  # fmt: skip


@given(quantity=st.sampled_from(sorted(TABLE)), system=st.sampled_from(sorted(SYSTEMS)), value=st.floats(-90, 90))
def test_what_is_written_is_read_back_within_its_step(quantity: Quantity, system: str, value: float) -> None:
    units = SYSTEMS[system]
    text = write(value, quantity, units)
    again = read_figure(text, quantity, units)
    assert write(again, quantity, units) == text
    assert read_figure(text.split(" ")[0].rstrip("°"), quantity, units) is not None
    assert own_unit(quantity, units)
