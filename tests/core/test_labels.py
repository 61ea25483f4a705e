"""Labels as printed on floats and weights."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from brookwind.core.errors import NotUnderstood
from brookwind.core.rig.labels import parse_label
from brookwind.core.rig.shot_series import MODERN, nominal_shot_mass_kg


@pytest.mark.parametrize(
    ("text", "grams", "built_in", "reading"),
    [
        ("0.4 g", 0.4, 0, "mass"),
        ("0,4g", 0.4, 0, "mass"),
        (".4 gr", 0.4, 0, "mass"),
        ("15 g", 15, 0, "mass"),
        ("3BB", 1.2, 0, "shot"),
        ("3 x bb", 1.2, 0, "shot"),
        ("2SSG", 3.2, 0, "shot"),
        ("SSG", 1.6, 0, "shot"),
        ("4 x No 8", 0.24, 0, "shot"),
        ("4×#8", 0.24, 0, "shot"),
        ("No. 8", 0.06, 0, "shot"),
        ("8x4", 1.6, 0, "shot"),
        ("4x10", 0.1, 0, "pole-code"),
        ("4x12", 0.2, 0, "pole-code"),
        ("4x14", 0.4, 0, "pole-code"),
        ("4x16", 0.5, 0, "pole-code"),
        ("4 x 18", 0.75, 0, "pole-code"),
        ("4x20", 1.0, 0, "pole-code"),
        ("4 x No 10", 0.16, 0, "shot"),
        ("2+1 g", 1, 2, "built-in-and-added"),
        ("1/4 oz", 7.0874, 0, "mass"),
        ("¾ oz", 21.2621, 0, "mass"),
        ("1½oz", 42.5243, 0, "mass"),
        ("3 BB + 1g", 2.2, 0, "shot"),
    ],
)
def test_label_reads_as(text: str, grams: float, built_in: float, reading: str) -> None:
    label = parse_label(text)
    assert label.load_kg * 1000 == pytest.approx(grams, abs=1e-4)
    assert label.built_in_kg * 1000 == pytest.approx(built_in)
    assert label.reading == reading


@pytest.mark.parametrize(
    "text", ["", "   ", "3 bananas", "3", "4x", "g", "0 g", "-1 g", "1/0 oz", "8x99", "3BB +", "900 g", "1e9 g"]
)
def test_label_not_understood_says_what_would_be(text: str) -> None:
    with pytest.raises(NotUnderstood) as refused:
        parse_label(text)
    problem = refused.value.problems[0]
    assert problem.message.endswith(".")
    assert len(problem.sentence()) > 20


@given(st.text(max_size=24))
def test_any_text_gives_a_label_or_a_sentence(text: str) -> None:
    try:
        said, load_kg = "", parse_label(text).load_kg
    except NotUnderstood as refused:
        said, load_kg = refused.problems[0].message, None
    assert said.endswith(".") if load_kg is None else 0 < load_kg <= 0.5


def test_older_series_differs_where_it_should() -> None:
    assert nominal_shot_mass_kg("SSG", older=True) == pytest.approx(0.0019)
    assert nominal_shot_mass_kg("BB", older=True) == nominal_shot_mass_kg("BB")
    assert len(MODERN) == 16
