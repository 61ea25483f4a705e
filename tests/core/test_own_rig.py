"""The angler's own rig: nothing moves that was not asked to move, and what cannot sit is answered with what can."""

from __future__ import annotations

from itertools import pairwise
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from brookwind.core.advice.purpose import Purpose
from brookwind.core.answers.begin import begin
from brookwind.core.answers.evaluate import evaluate
from brookwind.core.box.stock import FloatStock, Stock
from brookwind.core.edits.change import Change, apply
from brookwind.core.edits.change_leader import ChangeLeader
from brookwind.core.edits.means import Means
from brookwind.core.edits.move import Move
from brookwind.core.edits.replace import Replace
from brookwind.core.edits.set_stop import SetStop
from brookwind.core.edits.several import Bunch, Copy, MoveSeveral, Spread
from brookwind.core.edits.tie import Tie
from brookwind.core.errors import BrookwindError
from brookwind.core.rest.settle import settle
from brookwind.core.rig.components import Shot
from brookwind.core.rig.document import Rig, Water, read_rig
from brookwind.core.rig.families import FAMILIES, FAMILY, Start, new_rig, usual_conditions
from brookwind.core.rig.fish import Lie
from brookwind.core.rig.habits import Habits
from brookwind.core.situation import Situation
from brookwind.demo.load import demo_box, demo_rigs

RIGS = {r.id: r for r in demo_rigs()}
FLOATS = [i for i in demo_box() if isinstance(i, FloatStock)]
TOP_SHOT = new_rig(
    "river-drift", Water(depth_m=2.0), "drift", "Drift", Start(habits=Habits(main="braid", top_shot=True, stop="two"))
)


def with_depth(rig: Rig, depth_m: float) -> Rig:
    return rig.model_copy(update={"water": rig.water.model_copy(update={"depth_m": depth_m})})


def places(rig: Rig) -> dict[str, float | None]:
    return {c.id: c.lower_m if c.kind == "line" else getattr(c, "position_m", None) for c in rig.components}


@given(rig=st.sampled_from([*RIGS.values(), TOP_SHOT]), depth=st.floats(0.2, 12.0))
def test_setting_the_stop_moves_nothing_below_it_and_no_knot_or_says_why_not(rig: Rig, depth: float) -> None:
    asked = with_depth(rig, depth)
    try:
        done = apply(asked, SetStop())
    except BrookwindError:
        return
    before, after = places(asked), places(done)
    moved = {c.id for c in rig.components if before[c.id] != after[c.id]}
    at = rig.components.index(rig.float_piece)
    below = {c.id for c in rig.components[at + 1 :] if getattr(c, "role", "") != "lock" and c.kind != "stop"}
    assert not moved & below
    assert not any(c.kind == "line" and c.id in moved for c in rig.components)


@pytest.mark.parametrize("current", [0.0, 0.4, 0.9])
@pytest.mark.parametrize("depth", [0.6, 1.8])
def test_a_leader_longer_than_the_water_is_kept_and_asks_how_to_go_on(depth: float, current: float) -> None:
    conditions = TOP_SHOT.conditions.model_copy(update={"current_m_s": current})
    there = with_depth(TOP_SHOT, depth).model_copy(update={"conditions": conditions})
    rig = apply(there, Tie(text="leader 0.9 m; 15 g lead on a weak link at the swivel"))
    answer = evaluate(rig)
    assert answer.leader_m == 0.9
    if depth > 1.0:
        assert "longer-than-water" not in {f.id for f in answer.findings}
        assert apply(rig, SetStop()).setting_m > 1.0
        return
    # In a current the line that lies may catch and lift by turns, which is said instead.
    with pytest.raises(
        BrookwindError, match=r"the leader is 90 cm long" if current == 0.0 else r"by turns|long|No steady shape"
    ):
        apply(rig, SetStop())
    ways = next(f.ways for f in answer.findings if f.id == "longer-than-water")
    assert [w.says.split()[0] for w in ways] == ["Tie", "Fish", "Take"]
    for way in ways[:-1]:
        there = rig
        for change in way.changes:
            there = apply(there, change)
        set_so = Situation(there)
        assert abs(set_so.stop.slide_m) < 0.005 or current > 0.0, way.says
        assert "longer-than-water" not in {f.id for f in evaluate(there).findings}, way.says
        assert set_so.settled.status in {"stands", "lies", "sinks"}


def test_weights_that_would_sit_above_the_float_are_brought_down_only_when_asked() -> None:
    tied = RIGS["roach-pole"]
    highest = max(c.position_m for c in tied.components if isinstance(c, Shot) and c.role != "back")
    rig = with_depth(tied, highest)
    with pytest.raises(BrookwindError, match="tied below the float reaches up"):
        apply(rig, SetStop())
    down = next(w for f in evaluate(rig).findings for w in f.ways if "weights down" in w.says)
    there = rig
    for change in down.changes:
        there = apply(there, change)
    assert Situation(there).stop.is_set
    old, new = ([c.position_m for c in r.components if isinstance(c, Shot)] for r in (rig, there))
    assert len(old) == len(new)
    assert sorted(new, reverse=True) == new


def test_a_setting_the_search_does_not_find_is_refused_and_never_the_end_of_its_range() -> None:
    for rig in RIGS.values():
        for speed in (0.3, 0.8, 1.5):
            conditions = rig.conditions.model_copy(update={"current_m_s": speed, "hold": 0.3})
            situation = Situation(rig.model_copy(update={"conditions": conditions}))
            try:
                setting = situation.setting_m
            except BrookwindError:
                continue
            assert setting < min(60.0, 3.0 * (rig.water.depth_m + 1.0)) - 0.05


def test_a_running_float_that_only_a_shot_below_stops_is_tied_and_lies_where_the_shot_is() -> None:
    data = apply(RIGS["char-bubble"], Tie(text="No 8 at 90 cm")).model_dump(mode="json")
    data["components"] = [c for c in data["components"] if c["kind"] != "stop"]
    for c in data["components"]:
        if c["kind"] == "float":
            c |= {"mount": "in-line-sliding", "position_m": None, "spec": {"type": "cigar-slider", "capacity_kg": 0.01}}
    rig = read_rig(data)
    shot = next(c for c in rig.components if isinstance(c, Shot))
    assert rig.rests_on == shot
    assert rig.setting_m == shot.position_m
    assert settle(rig).status in {"stands", "lies"}
    set_so = apply(rig, SetStop())
    assert next(c.position_m for c in set_so.components if isinstance(c, Shot)) == pytest.approx(set_so.setting_m)


def test_of_a_pair_of_beads_the_large_one_meets_the_float_and_the_small_one_the_stop() -> None:
    rig = apply(RIGS["bream-slider"], Tie(text="bead 8 mm, hole 3 mm"))
    way = Situation(rig).passing
    assert way is not None
    assert way.bead_m == pytest.approx(0.008)
    assert way.bead_hole_m is not None
    assert way.bead_hole_m < 0.003
    assert {"bore", "stop", "hole"} >= set(way.assumed)
    assert not [f for f in evaluate(rig).findings if f.id == "stop-slips"]


POLE = RIGS["roach-pole"]
FREE = [c.id for c in POLE.components if isinstance(c, Shot) and c.role != "back"]


@st.composite
def several(draw: st.DrawFn) -> Change:
    pieces = tuple(draw(st.lists(st.sampled_from(FREE), min_size=2, unique=True)))
    at = draw(st.floats(0.0, 3.0))
    changes: list[Any] = [
        MoveSeveral(pieces=pieces, position_m=at), Copy(pieces=pieces, position_m=at), Bunch(pieces=pieces),
        Spread(pieces=pieces, ratio=draw(st.floats(0.5, 2.0))), Move(piece=pieces[0], position_m=at),
        Replace(pieces=pieces[:1], text="No 10"), ChangeLeader(length_m=draw(st.floats(0.05, 0.6))),
    ]  # fmt: skip
    change: Change = draw(st.sampled_from(changes))
    return change


@given(several())
def test_pieces_moved_together_read_back_equal_keep_their_scatter_and_leave_the_others(change: Change) -> None:
    measured = POLE.replace_components(
        tuple(c.model_copy(update={"scatter": 0.031}) if isinstance(c, Shot) else c for c in POLE.components)
    )
    try:
        after = apply(measured, change)
    except BrookwindError:
        return
    assert read_rig(after.model_dump(mode="json")) == after
    touched = set(getattr(change, "pieces", ())) | {getattr(change, "piece", "")}
    before, now = {c.id: c for c in measured.components}, {c.id: c for c in after.components}
    if not isinstance(change, ChangeLeader):
        assert all(now[i] == c for i, c in before.items() if i not in touched)
        assert after.setting_m == measured.setting_m
    if not isinstance(change, Replace):
        assert {c.scatter for c in after.components if isinstance(c, Shot)} == {0.031}
        assert set(before) <= set(now)


def test_even_and_tapered_spreads_and_bunches_have_the_gaps_they_say() -> None:
    def gaps(rig: Rig) -> list[float]:
        at = [c.position_m for c in rig.components if c.id in FREE and isinstance(c, Shot)]
        return [a - b for a, b in pairwise(at)]

    even = gaps(apply(POLE, Spread(pieces=tuple(FREE))))
    assert even == pytest.approx([even[0]] * len(even))
    closing = gaps(apply(POLE, Spread(pieces=tuple(FREE), ratio=0.7)))
    assert [b / a for a, b in pairwise(closing)] == pytest.approx([0.7] * (len(closing) - 1))
    assert max(gaps(apply(POLE, Bunch(pieces=tuple(FREE))))) < 0.01


def test_a_place_above_the_float_is_answered_with_the_nearest_below_it() -> None:
    with pytest.raises(BrookwindError, match="The nearest place is"):
        apply(POLE, Move(piece=FREE[0], position_m=9.0))
    with pytest.raises(BrookwindError, match="where distances are measured from"):
        apply(POLE, MoveSeveral(pieces=("hook",), position_m=0.3))


@pytest.mark.parametrize("family", FAMILIES, ids=lambda f: f.id)
def test_a_rig_of_every_family_is_begun_under_a_float_of_the_box_or_says_that_it_is_made_up(family: Any) -> None:
    depth = min(max(family.at_depth_m, family.depth_m[0]), family.depth_m[1])
    purpose = Purpose(water=Water(depth_m=depth), species=family.species, conditions=usual_conditions(family))
    begun = begin(family.id, "r", "Trial", purpose, FLOATS)
    if begun.rig.float_piece.item is None:
        assert "made up" in begun.float_says
    else:
        assert begun.rig.float_piece.item in {f.item for f in FLOATS}
        assert "out of your box" in begun.float_says
    assert read_rig(begun.rig.model_dump(mode="json")) == begun.rig


def test_an_earlier_rigs_tackle_is_tied_again_for_another_fish_and_depth(stock: Stock) -> None:
    like = RIGS["grayling-avon"]
    lie = Lie(bait_from="bed", bait_m=0.0)
    purpose = Purpose(water=Water(depth_m=1.9), species="chub", conditions=like.conditions, lie=lie)
    again = begin("top-and-bottom", "new", "Chub", purpose, FLOATS, like=like, whole=True)
    assert again.weighed
    assert [c.label for c in again.rig.components if c.kind != "bait"] == [
        c.label for c in like.components if c.kind != "bait"
    ]
    assert (again.rig.id, again.rig.species, again.rig.aim.bait_m) == ("new", "chub", 0.0)
    same_fish = purpose.model_copy(update={"lie": None, "species": like.species})
    tackle = begin("waggler", "new", "Chub", same_fish, FLOATS, like=like)
    lines = {c.role: c.diameter_m for c in like.components if c.kind == "line"}
    assert {c.role: c.diameter_m for c in tackle.rig.components if c.kind == "line"} == lines
    assert not tackle.weighed
    # A chub is not fished for with a grayling's line.
    stronger = begin("waggler", "new", "Chub", purpose, FLOATS, like=like)
    assert min(c.diameter_m for c in stronger.rig.components if c.kind == "line") > min(lines.values())
    assert "Lines for chub" in stronger.tackle_says
    assert apply(tackle.rig, Tie(text="2 x No 8 at 30 cm"), Means(stock)).components


@pytest.mark.parametrize("family", ["in-line-slider", "balloon", "peg"])
def test_for_teeth_a_wire_trace_is_tied_and_nylon_is_refused(family: str) -> None:
    purpose = Purpose(water=Water(depth_m=3.0), species="pike", conditions=usual_conditions(FAMILY[family]))
    rig = begin(family, "pike", "Pike", purpose, FLOATS).rig
    leader = [c for c in rig.components if c.kind == "line"][-1]
    assert leader.material == "wire"
    assert evaluate(rig).leader_m >= 0.4
    assert "bites-through" not in {f.id for f in evaluate(rig).findings}
    # Tackle of another fish is not tied again for it.
    again = begin(family, "pike", "Pike", purpose, FLOATS, like=RIGS["bream-slider"]).rig
    assert [c for c in again.components if c.kind == "line"][-1].material == "wire"
    short = apply(rig, Tie(text="leader 25 cm of 0.30 nylon"))
    refused = next(f for f in evaluate(short).findings if f.id == "bites-through")
    assert refused.severity == "refuse"
    for change in refused.ways[0].changes:
        short = apply(short, change)
    assert "bites-through" not in {f.id for f in evaluate(short).findings}
