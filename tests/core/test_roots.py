"""The one root finder: smooth, steep, flat and jumping functions."""

from __future__ import annotations

from math import exp, tanh

import pytest
from hypothesis import given
from hypothesis import strategies as st

from brookwind.core.roots import crossing


@given(root=st.floats(-0.9, 0.9), steep=st.floats(0.01, 300.0), falling=st.booleans())
def test_smooth_and_steep_functions(root: float, steep: float, falling: bool) -> None:
    sign = -1.0 if falling else 1.0
    found = crossing(lambda x: sign * tanh(steep * (x - root)), -1.0, 1.0, 1e-9)
    assert found == pytest.approx(root, abs=1e-8)


@given(at=st.floats(-0.99, 0.99))
def test_a_jump_is_found_where_it_is(at: float) -> None:
    assert crossing(lambda x: 1.0 if x > at else -1.0, -1.0, 1.0, 1e-9) == pytest.approx(at, abs=1e-8)


def test_a_function_flat_beside_its_root_is_not_given_up() -> None:
    assert crossing(lambda x: (x - 0.3) ** 9, 0.0, 1.0, 1e-9) == pytest.approx(0.3, abs=1e-2)
    assert crossing(lambda x: exp(40 * x) - 2.0, -1.0, 1.0, 1e-12) == pytest.approx(0.017328679, abs=1e-9)


def test_ends_already_known_are_not_asked_again() -> None:
    asked: list[float] = []

    def f(x: float) -> float:
        asked.append(x)
        return x - 0.25

    assert crossing(f, 0.0, 1.0, 1e-12, ends=(-0.25, 0.75)) == pytest.approx(0.25)
    assert 0.0 not in asked
    assert 1.0 not in asked
