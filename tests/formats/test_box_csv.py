"""The box as CSV: exact round trip, other habits of spreadsheets, bad lines with reasons."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from brookwind.core.box.changes import incoming
from brookwind.core.box.stock import ShotStock
from brookwind.core.errors import NotUnderstood
from brookwind.demo.load import demo_box
from brookwind.formats.box_csv import read_box, write_box


def test_every_tray_comes_back_exactly() -> None:
    box = demo_box()
    read = read_box(write_box(box).encode())
    assert not read.refused
    assert [r.fields for r in read.rows] == box
    assert write_box(r.fields for r in read.rows) == write_box(box)


@given(
    mass=st.floats(1e-6, 0.4),
    scatter=st.none() | st.floats(0.0, 0.5),
    count=st.integers(0, 10_000),
    name=st.text(min_size=1, max_size=60).filter(lambda t: t.strip() == t and "\r" not in t and "\0" not in t),
)
def test_any_shot_comes_back_exactly(mass: float, scatter: float | None, count: int, name: str) -> None:
    shot = ShotStock(item=name, size="X", mass_kg=mass, density_kg_m3=11340.0, count=count, scatter=scatter)
    text = write_box([shot]).encode("utf-8", "surrogatepass")
    try:
        read = read_box(text)
    except NotUnderstood:
        assert any(0xD800 <= ord(c) <= 0xDFFF for c in name)
        return
    assert [r.fields for r in read.rows] == [shot], read.refused


def test_semicolons_decimal_commas_and_utf16_are_understood() -> None:
    german = "size;mass_g;count\nBB;0,412;20\n8;;30\n"
    for data in (german.encode(), german.encode("utf-16"), b"\xef\xbb\xbf" + german.encode()):
        read = read_box(data)
        first, second = (r.fields for r in read.rows)
        assert isinstance(first, ShotStock)
        assert first.mass_kg == 0.000412
        assert isinstance(second, ShotStock)
        assert second.mass_kg == pytest.approx(6e-5), "nominal when not given"
        assert any("semicolons" in n for n in read.notes)


def test_bad_lines_are_listed_and_good_ones_stand() -> None:
    lines = [
        "kind,item,size,mass_g,material,count,colour",
        "shot,a,BB,0.4,lead,12,grey",
        "shot,b,AAA,0.8,lead,-1,",
        "shot,c,AB,0,lead,3,",
        "shot,d,BB,0.4,lead,3,",
        "shot,a,8,0.06,lead,3,",
        'shot,e,4,"0,2",lead,3,',
        "shot,f,6,0.1,lead,many,",
        "whistle,g,6,0.1,lead,1,",
        "shot,h,6,0.1,lead,1,,7,8",
        "",
    ]
    read = read_box("\n".join(lines).encode())
    assert [r.fields.item for r in read.rows] == ["a"]
    says = {r.line: r.says for r in read.refused}
    assert sorted(says) == [3, 4, 5, 6, 7, 8, 9, 10]
    assert "count" in says[3]
    assert "mass_g" in says[4]
    assert "stands in line 2 already" in says[5]
    assert "stands in line 2 already" in says[6]
    assert "with a point" in says[7]
    assert "not a number" in says[8]
    assert "There is no kind" in says[9]
    assert "9 cells under 7 headings" in says[10]
    assert any("colour" in n for n in read.notes)


@pytest.mark.parametrize(
    ("data", "says"),
    [
        (b"", "empty"),
        (b"BB,0.4,12\n", "name columns"),
        ("size,mass_g,count\nBéBé,0.4,3\n".encode("latin-1"), "not UTF-8"),
        (b"size,count,count\nBB,1,2\n", "twice"),
    ],
)
def test_what_is_no_box_is_refused(data: bytes, says: str) -> None:
    with pytest.raises(NotUnderstood, match=says):
        read_box(data)


def test_shot_without_its_name_goes_into_its_compartment() -> None:
    there = {i.item: (3, i) for i in demo_box()}
    read = read_box(b"size,mass_g,count\nBB,0.4,99\nQ,0.4,1\n")
    known, new = incoming(((r.line, r.fields) for r in read.rows), there)
    assert (known.what, known.version, known.fields.item) == ("changed", 3, "lead-04-bb")
    assert [c.name for c in known.changes] == ["count"]
    assert (new.what, new.version) == ("new", 0)
