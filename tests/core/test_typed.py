"""Parts as they are typed: what they are read as, where they are tied, and what is said of those that are none."""

from __future__ import annotations

from contextlib import suppress
from itertools import pairwise
from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from brookwind.core.box.stock import Stock
from brookwind.core.edits.change import apply
from brookwind.core.edits.means import Means
from brookwind.core.edits.tie import Tie
from brookwind.core.errors import BrookwindError
from brookwind.core.matter.materials import WEIGHT_MATERIAL
from brookwind.core.rig.components import Bead, Component, Shot, Stop, Swivel, Weight
from brookwind.core.rig.document import Rig
from brookwind.core.rig.shot_series import MODERN_MASS_KG, size_label
from brookwind.core.rig.typed import LONGEST_TEXT, read_lines, read_typed
from brookwind.core.rig.written import written
from brookwind.core.situation import Situation
from brookwind.demo.load import demo_rigs

READ: list[tuple[str, dict[str, Any]]] = [
    ("5 x No 8 at 12 cm", {"kind": "shot", "size": "8", "count": 5, "at": 0.12}),
    ("5x8 at 12cm", {"kind": "shot", "size": "8", "count": 5, "at": 0.12}),
    ("5 × No. 8 @ 12 cm", {"kind": "shot", "size": "8", "count": 5, "at": 0.12}),
    ("five no 8 at 12 cm", {"kind": "shot", "size": "8", "count": 5, "at": 0.12}),
    ("5 #8 at 120 mm", {"kind": "shot", "size": "8", "count": 5, "at": 0.12}),
    ("No 8", {"kind": "shot", "size": "8", "count": 1, "at": None}),
    ("BB 30 cm", {"kind": "shot", "size": "BB", "count": 1, "at": 0.30}),
    ("2 BB, 0,3 m", {"kind": "shot", "size": "BB", "count": 2, "at": 0.30}),
    ("3 BBs at 1 ft", {"kind": "shot", "size": "BB", "count": 3, "at": 0.3048}),
    ("a swan at 12 in", {"kind": "shot", "size": "SSG", "count": 1, "at": 0.3048}),
    ("two AAA at 40 cm above the hook", {"kind": "shot", "size": "AAA", "count": 2, "at": 0.40}),
    ("3 No 8 bulk on the hooklength", {"kind": "shot", "size": "8", "count": 3, "bulk": True, "where": "hooklength"}),
    ("five no 8 on the knot", {"kind": "shot", "size": "8", "count": 5, "where": "knot"}),
    ("BB on the leader", {"kind": "shot", "size": "BB", "where": "hooklength"}),
    ("no 10 above the swivel", {"kind": "shot", "size": "10", "where": "knot"}),
    ("0.75 g olivette at 1.2 m", {"kind": "weight", "shape": "olivette", "mass_kg": 0.00075, "at": 1.2}),
    ("0,75 g olivet at 1,2 m", {"kind": "weight", "shape": "olivette", "mass_kg": 0.00075, "at": 1.2}),
    ("7 g bullet", {"kind": "weight", "shape": "bullet", "mass_kg": 0.007, "at": None}),
    ("7 g tungsten bullet", {"kind": "weight", "shape": "bullet", "metal": "tungsten"}),
    ("1/4 oz egg sinker at 50 cm", {"kind": "weight", "shape": "egg", "mass_kg": 0.00708738078125, "at": 0.5}),
    ("15 g running lead", {"kind": "weight", "shape": "ball", "mass_kg": 0.015}),
    ("8 g in-line", {"kind": "weight", "shape": "in-line", "mass_kg": 0.008}),
    ("10 g barrel lead on the swivel", {"kind": "weight", "shape": "barrel", "where": "knot"}),
    ("1/16 oz jig", {"kind": "weight", "shape": "jig", "mass_kg": 0.0017718451953125}),
    ("3 x 1.2 g balls at 1.2 m", {"kind": "weight", "shape": "ball", "count": 3, "mass_kg": 0.0012, "at": 1.2}),
    ("three 1.2 g balls", {"kind": "weight", "shape": "ball", "count": 3, "mass_kg": 0.0012}),
    ("a 7 g bullet", {"kind": "weight", "shape": "bullet", "count": 1, "mass_kg": 0.007}),
    ("2 g jig head", {"kind": "weight", "shape": "jig", "mass_kg": 0.002}),
    ("½ oz ball", {"kind": "weight", "shape": "ball", "mass_kg": 0.0141747615625}),
    ("two stops", {"kind": "stop", "count": 2, "rubber": False, "at": None}),
    ("a stop knot", {"kind": "stop", "count": 1, "rubber": False}),
    ("bobber stop", {"kind": "stop", "count": 1, "rubber": False}),
    ("2 rubber stops at 1.5 m", {"kind": "stop", "count": 2, "rubber": True, "at": 1.5}),
    ("rubber at 90 cm", {"kind": "stop", "rubber": True, "at": 0.9}),
    ("bead 5 mm", {"kind": "bead", "length_m": 0.005, "at": None}),
    ("5 mm bead at 40 cm", {"kind": "bead", "length_m": 0.005, "at": 0.4}),
    ("bead 8 mm, hole 1.5 mm at 70 cm", {"kind": "bead", "length_m": 0.008, "hole_m": 0.0015, "at": 0.7}),
    ("two 3 mm beads", {"kind": "bead", "count": 2, "length_m": 0.003}),
    ("bead", {"kind": "bead", "count": 1}),
    ("swivel at 60 cm", {"kind": "swivel", "at": 0.6}),
    ("a swivel", {"kind": "swivel"}),
    ("hook 16 on 0.12", {"kind": "hook", "size": 16, "line_m": 0.00012}),
    ("hook 2/0", {"kind": "hook", "size": -2}),
    ("hook size 10 at 9 cm", {"kind": "hook", "size": 10, "at": 0.09}),
    ("leader 60 cm", {"kind": "line", "role": "hooklength", "length_m": 0.6}),
    ("hooklength 0,10 of 25 cm", {"kind": "line", "role": "hooklength", "length_m": 0.25, "line_m": 0.0001}),
    ("hooklength 10 cm of 0.13", {"role": "hooklength", "length_m": 0.1, "line_m": 0.00013}),
    ("snell 18 in", {"kind": "line", "length_m": 0.4572}),
    ("wire trace 40 cm", {"role": "hooklength", "material": "wire", "length_m": 0.4}),
    ("leader 0.8 m of 0.25 fluorocarbon", {"material": "fluorocarbon", "length_m": 0.8, "line_m": 0.00025}),
    ("leader 6 lb", {"role": "hooklength", "strength_n": 26.689, "length_m": None}),
    ("main 0.16", {"role": "main", "line_m": 0.00016, "material": None}),
    ("main braid 0.13 mm", {"role": "main", "line_m": 0.00013, "material": "braid"}),
    ("top shot 6 m of 0.30", {"role": "top-shot", "length_m": 6.0, "line_m": 0.0003}),
    ("bumper 4 m", {"role": "top-shot", "length_m": 4.0}),
    ("lash 20 cm", {"role": "lash", "length_m": 0.2}),
    ("float 4x14", {"kind": "float", "load_kg": 0.0004, "label": "4x14", "types": ()}),
    ("float 0.2", {"kind": "float", "load_kg": 0.0002}),
    ("float 0,2", {"kind": "float", "load_kg": 0.0002}),
    ("stick 6x4", {"kind": "float", "load_kg": 0.0012, "types": ("stick",)}),
    ("20 g in-line float", {"kind": "float", "load_kg": 0.020, "types": ("cigar-slider", "torpedo-slider")}),
    ("foam float 12 g", {"kind": "float", "load_kg": 0.012, "types": ("foam-slip",)}),
    ("a bobber 1/4 oz", {"kind": "float", "load_kg": 0.00708738078125}),
    ("float 2+1 g", {"kind": "float", "load_kg": 0.001, "built_in_kg": 0.002}),
    ("dibber 4x10", {"kind": "float", "load_kg": 0.0001, "types": ("pole-shallow",)}),
    ("15 g lead on a weak link at the swivel", {"kind": "weight", "link": "weak", "where": "knot"}),
    ("8 g lead on a clip", {"kind": "weight", "link": "clip", "at": None}),
    ("10 g slinky", {"kind": "weight", "shape": "in-line"}),
    ("snap swivel at 60 cm", {"kind": "swivel", "form": "snap", "at": 0.6}),
    ("three-way swivel", {"kind": "swivel", "form": "three-way"}),
    ("pegged bead 8 mm at 5 cm", {"kind": "bead", "pegged": True, "length_m": 0.008, "at": 0.05}),
    ("second hook 6 at 70 cm", {"kind": "hook", "size": 6, "at": 0.7}),
    ("hook 12/0", {"kind": "hook", "size": -12}),
    ("bait double maggot", {"kind": "bait", "name": "double maggot"}),
    ("elastic No 8", {"kind": "elastic", "give_n": 8.8}),
    ("bare line", {"kind": "bare"}),
    ("no shot", {"kind": "bare"}),
    ("elastic 12 n", {"kind": "elastic", "give_n": 12.0}),
]  # fmt: skip


@pytest.mark.parametrize(("text", "wanted"), READ)
def test_a_typed_part_is_what_an_angler_means(text: str, wanted: dict[str, Any]) -> None:
    typed = read_typed(text.upper() if text.startswith("five") else text)
    [part] = typed.parts
    got = part.model_dump() | {"at": typed.at_m, "where": typed.where}
    assert {k: pytest.approx(v, rel=1e-4) if isinstance(v, float) else v for k, v in wanted.items()} == {
        k: got[k] for k in wanted
    }


def test_lines_parted_by_semicolons_are_read_one_after_another() -> None:
    assert [t.parts[0].kind for t in read_lines("two stops; bead 5 mm ;hook 16 on 0.12;")] == ["stop", "bead", "hook"]


def test_several_parts_in_a_line_and_what_a_weight_sits_on() -> None:
    both = read_typed("2 BB + No 4, 30 cm")
    assert [(p.kind, getattr(p, "size", "")) for p in both.parts] == [("shot", "BB"), ("shot", "4")]
    [sits] = read_typed("0.75 g olivette at 1.2 m on 6 No 9").parts
    assert sits.kind == "weight"
    assert sits.on is not None
    assert (sits.on.size, sits.on.count) == ("9", 6)


WRONG = [
    ("4 x No 99 at 16 cm", "no shot No 99"), ("4 x No 8 at 16", "'16' has no unit"), ("0.2", "no unit"),
    ("no 8 at -3 cm", "below the hook"), ("BB at 99 m", "no place on the line"), ("", "Nothing is typed"),
    ("   ", "Nothing is typed"), ("a second float", "exactly one float"), ("two floats 3 g", "exactly one float"),
    ("float", "not said"),
    ("elastic 99", "no elastic"),
    ("bead 5 mm, hole 0 mm", "hole"), ("bead 5 mm, hole 9 mm", "hole"), ("100 no 8", "100 shot at once"),
    ("0 no 8", "0 shot at once"), ("3 bananas", "no part that is known"), ("x" * 300, "300 characters"),
    ("0.5 g olivette on nothing", "no shot to sit on"), ("olivette", "no part that is known"),
    ("hook", "no part that is known"), ("leader", "no part that is known"), ("900 g bullet", "at most 500 g"),
    ("0 g bullet", "more than 0"), ("1/0 oz jig", "divides by zero"), ("no 8 at 12 parsecs", "no part that is known"),
    ("+", "no part that is known"), ("5 x", "no part that is known"), ("\x00", "no part that is known"),
]  # fmt: skip


@pytest.mark.parametrize(("text", "says"), WRONG)
def test_what_is_no_part_is_said_in_a_sentence(text: str, says: str) -> None:
    with pytest.raises(BrookwindError) as refused:
        read_typed(text)
    assert says in str(refused.value)
    assert len(str(refused.value)) < 400


@settings(max_examples=200)
@given(st.text(max_size=LONGEST_TEXT + 20))
def test_whatever_is_typed_is_read_or_refused(text: str) -> None:
    with suppress(BrookwindError):
        assert read_typed(text).parts


LEAD = WEIGHT_MATERIAL["lead"]
SLIDER = next(r for r in demo_rigs() if r.id == "bream-slider")
PIECES = st.one_of(
    st.builds(
        lambda size, at: Shot(
            id="p", label=size_label(size), role="strung", mass_kg=MODERN_MASS_KG[size], material="lead",
            density_kg_m3=LEAD.density_kg_m3, position_m=at,
        ),
        st.sampled_from(sorted(MODERN_MASS_KG)), st.floats(0.01, 5.0).map(lambda x: round(x, 4)),
    ),
    st.builds(
        lambda shape, mg, at: Weight(
            id="p", shape=shape, mass_kg=mg / 1e6, material="lead", density_kg_m3=LEAD.density_kg_m3,
            position_m=0.0 if shape == "jig" else at,
        ),
        st.sampled_from(["ball", "egg", "barrel", "bullet", "in-line", "olivette", "jig"]), st.integers(200, 90_000),
        st.floats(0.01, 5.0).map(lambda x: round(x, 4)),
    ),
    st.builds(
        lambda rubber, at: Stop(id="p", material="rubber" if rubber else "thread", position_m=at),
        st.booleans(), st.floats(0.01, 5.0).map(lambda x: round(x, 4)),
    ),
    st.builds(
        lambda mm, hole, at: Bead(
            id="p", length_m=mm / 1000, hole_m=hole * mm / 4000, mass_kg=1e-5, density_kg_m3=1050.0, position_m=at,
        ),
        st.integers(2, 20), st.integers(1, 3), st.floats(0.01, 5.0).map(lambda x: round(x, 4)),
    ),
    st.builds(
        lambda at: Swivel(id="p", mass_kg=4e-4, density_kg_m3=8500.0, position_m=at),
        st.floats(0.01, 5.0).map(lambda x: round(x, 4)),
    ),
)  # fmt: skip


@settings(max_examples=300)
@given(PIECES)
def test_what_the_describer_writes_ties_the_same_piece_again(piece: Component) -> None:
    rig = SLIDER
    text = written(piece)
    assert text is not None
    again = apply(rig, Tie(text=text))
    [got] = [c for c in again.components if c.id not in {x.id for x in rig.components}]
    own = {"id", "label", "item", "role", "scatter", "fixed", "runs", "link", "diameter_m"}
    # What a bead or a swivel weighs is not typed.
    own |= {"mass_kg", "density_kg_m3"} if piece.kind in {"bead", "swivel"} else set()
    for name, value in piece.model_dump(exclude=own).items():
        wanted = pytest.approx(value, rel=1e-6) if isinstance(value, float) else value
        assert getattr(got, name) == wanted, name
    assert again.setting_m == rig.setting_m


def test_shot_comes_from_the_box_bunched_below_the_float_and_moves_nothing_else(
    rigs: dict[str, Rig], stock: Stock
) -> None:
    rig = rigs["roach-pole"]
    tied = apply(rig, Tie(text="5 x No 8 on the knot"), Means(stock))
    fresh = [c for c in tied.components if c not in rig.components]
    assert [c.item for c in fresh if isinstance(c, Shot)] == ["lead-11-8"] * 5
    places = sorted(c.position_m for c in fresh if isinstance(c, Shot))
    assert places[0] == pytest.approx(0.152)
    assert all(0.003 < b - a < 0.006 for a, b in pairwise(places))
    assert [c for c in tied.components if c in rig.components] == list(rig.components)
    backed = apply(rig, Tie(text="two no 10 at 2.2 m"))
    assert [c.role for c in backed.components if c not in rig.components and isinstance(c, Shot)] == ["back", "back"]


def test_a_stop_below_a_sliding_float_is_a_buffer_and_stays_when_the_setting_is_changed(rigs: dict[str, Rig]) -> None:
    rig = rigs["bream-slider"]
    buffered = apply(rig, Tie(text="rubber stop at 90 cm"))
    assert buffered.setting_m == rig.setting_m
    assert Situation(buffered).settled.tip_m == pytest.approx(Situation(rig).settled.tip_m, abs=1e-6)
    deeper = buffered.model_copy(update={"water": rig.water.model_copy(update={"depth_m": rig.water.depth_m + 1.0})})
    moved = Situation(deeper).stop_set.rig
    assert moved.setting_m == pytest.approx(rig.setting_m + 1.0, abs=0.05)
    assert [c.position_m for c in moved.components if isinstance(c, Stop)][-1] == pytest.approx(0.9)


def test_where_a_part_can_not_sit_the_nearest_place_is_named(rigs: dict[str, Rig]) -> None:
    rig = rigs["rudd-strung"]
    for text, says in (
        ("0.75 g olivette at 1.5 m", "nearest place"),
        ("30 no 8 at 60 cm", "do not fit"),
        ("swivel at 3 m", "not below the float"),
        ("stop", "The float is fixed"),
        ("bead 5 mm", "The float is fixed"),
    ):
        with pytest.raises(BrookwindError, match=says):
            apply(rig, Tie(text=text))


def test_a_whole_rig_is_tied_by_typing(rigs: dict[str, Rig], stock: Stock) -> None:
    rig = rigs["bream-slider"]
    for text in ("two stops", "bead 5 mm", "rubber stop at 2 m", "hook 14 on 0.14", "leader 75 cm", "hook 14 at 9 cm"):
        rig = apply(rig, Tie(text=text), Means(stock))
    kinds = [c.kind for c in rig.components]
    assert kinds.count("stop") == 3
    assert kinds.count("hook") == 2
    assert Situation(rig).settled.status in {"stands", "sinks"}


def test_what_rests_on_the_knot_is_threaded_above_it_and_below_what_holds_the_float(rigs: dict[str, Rig]) -> None:
    slider = apply(SLIDER, Tie(text="12 g bullet on the swivel"))
    order = [c.id for c in slider.components]
    lead = next(c.id for c in slider.components if c.kind == "weight" and c not in SLIDER.components)
    assert order.index(lead) < order.index(next(c.id for c in slider.components if c.kind == "swivel"))
    stick = apply(rigs["grayling-avon"], Tie(text="0.75 g olivette at 60 cm"))
    kinds = [c.kind for c in stick.components]
    assert kinds.index("weight") > max(i for i, k in enumerate(kinds) if k == "sleeve")
    balls = apply(SLIDER, Tie(text="3 x 1.2 g balls at 1.2 m"))
    places = [c.position_m for c in balls.components if c not in SLIDER.components and isinstance(c, Weight)]
    assert places[-1] == pytest.approx(1.2)
    assert all(0.005 < a - b < 0.012 for a, b in pairwise(places))
