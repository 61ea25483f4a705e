"""All twenty families: from choice through tying and balancing to rest; switching loses nothing both can hold."""

from __future__ import annotations

import itertools

import pytest
from hypothesis import given
from hypothesis import strategies as st

from brookwind.core.advice.fixed_or_sliding import fixed_or_sliding
from brookwind.core.advice.purpose import Purpose
from brookwind.core.advice.suits import which_suits
from brookwind.core.answers.evaluate import evaluate
from brookwind.core.balance.ready import SHOP, ready_rig, weighted
from brookwind.core.edits.change_bait import ChangeBait
from brookwind.core.edits.change_family import ChangeFamily
from brookwind.core.edits.change_hook import ChangeHook
from brookwind.core.edits.change_line import ChangeLine
from brookwind.core.edits.switch import switch
from brookwind.core.errors import BrookwindError, OutOfRange
from brookwind.core.proof.checks import judge
from brookwind.core.reading.read import Reader
from brookwind.core.reading.seen import Seen
from brookwind.core.rest.stop import set_stop
from brookwind.core.rig.baits import BAIT_KINDS
from brookwind.core.rig.components import Bait, Float, Hook, LineSection, Shot, Stop, Weight
from brookwind.core.rig.document import Conditions, Rig, Water, of_kind, read_rig
from brookwind.core.rig.families import FAMILIES, FAMILY, Start, new_rig, usual_conditions
from brookwind.core.rig.family import Family
from brookwind.core.rig.species import SPECIES, feeding
from brookwind.core.situation import Situation

from ..tying import edit

IDS = [f.id for f in FAMILIES]
MEANT = {"tight-line", "weights-on-bed", "tip-high"}
"""What may be said of a family that is meant to be held, drawn or dragged."""


def usual_water(family: Family, salinity: float = 0.0) -> Water:
    low, high = family.depth_m
    return Water(depth_m=min(high, max(low, family.at_depth_m)), salinity=salinity)


def test_there_are_the_twenty_in_order() -> None:
    assert [f.number for f in FAMILIES] == list(range(1, 21))


CASES = [(f.id, s) for f in FAMILIES for s in ((0.0, 34.0) if "sea" in f.waters else (0.0,))]


@pytest.mark.parametrize(("family_id", "salinity"), CASES)
def test_family_goes_from_choice_to_rest_in_its_water(family_id: str, salinity: float) -> None:
    family = FAMILY[family_id]
    water = usual_water(family, salinity)
    flow = 0.4 if family.waters == ("running",) else 0.0
    conditions = usual_conditions(family).model_copy(update={"current_m_s": flow})
    suits = which_suits(Purpose(water=water, species=family.species, conditions=conditions))
    assert family_id in [s.family for s in suits.ranked if s.possible], "it can be chosen for what it is meant for"
    rig = ready_rig(family_id, water, "r", "Trial", Start(conditions=conditions)).rig
    assert read_rig(rig.model_dump(mode="json")) == rig
    answer = evaluate(rig)
    assert (answer.moving or answer.afloat).status == "stands"
    assert {f.id for f in answer.findings} <= (MEANT if family.laid or family.layout.overload > 1 else set())
    assert judge(Situation(rig), falls=True).findings == answer.findings, "nor does its fall stand against it"
    assert answer.stop is not None
    if answer.moving is None:
        assert answer.stop.slide_m == pytest.approx(0, abs=1e-6)
    else:
        assert answer.moving.hook_height_m == pytest.approx(max(0.0, rig.aim.bait_m), abs=5e-3)
    carried = sum(e.carried_kg for e in answer.ledger)
    # What the current changes by less than a milligram is not listed.
    bears, least = (answer.moving, 1.1e-6) if answer.moving else (answer.afloat, 1e-9)
    assert carried == pytest.approx(bears.carried_kg, abs=least), "the ledger adds up to what the float carries"
    # The drawing's parts are all there: the path from the float to the hook, and every piece at a depth in the water.
    assert answer.path[-1][0] == 0.0
    assert all(-0.5 < p.depth_m <= water.depth_m + 1e-9 for p in answer.pieces)
    reader = Reader(Situation(rig))
    assert reader.f.tip_m == pytest.approx((answer.moving or answer.afloat).tip_m, abs=3e-3)
    for look in reader.looks:
        causes = reader.read(Seen(look=look)).causes
        assert 0.0 < sum(c.likely for c in causes) <= 1.0 + 1e-9, look


SPECIAL = {
    "waggler": lambda r: sum(s.role == "lock" for s in of_kind(r, Shot)) == 2,
    "top-and-bottom": lambda r: sum(c.kind == "sleeve" for c in r.components) == 2,
    "pole-fixed": lambda r: r.lash_m is not None,
    "sight-float": lambda r: r.aim.bait_from == "surface" and r.aim.bait_m <= 0.3 and r.lash_m >= 1.5,
    "slap-rig": lambda r: any(s.role == "back" and s.position_m > r.setting_m for s in of_kind(r, Shot)),
    "pole-slider": lambda r: evaluate(r).afloat.held_kg > 0.0003,
    "whip": lambda r: max(s.position_m for s in of_kind(r, Shot)) < 0.5 * r.setting_m,
    "bottom-slider": lambda r: 2 <= sum(s.role == "stack" for s in of_kind(r, Shot)) <= 3,
    "in-line-slider": lambda r: any(w.runs for w in of_kind(r, Weight)),
    "slider-and-jig": lambda r: [w.position_m for w in of_kind(r, Weight) if w.shape == "jig"] == [0.0],
    "pinched-slider": lambda r: not of_kind(r, Weight) and all(
        s.position_m > of_kind(r, LineSection)[0].lower_m for s in of_kind(r, Shot)),
    "river-drift": lambda r: all(
        w.link.diameter_m < of_kind(r, LineSection)[-1].diameter_m for w in of_kind(r, Weight)),
    "dragging": lambda r: len(of_kind(r, Hook)) == len(of_kind(r, Bait)) == 2 and r.aim.bait_m < 0,
    "self-loaded": lambda r: not of_kind(r, Shot) and len(of_kind(r, Stop)) == 2 and r.stop is None,
    "feeder-float": lambda r: r.float_piece.spec.feed == 1.0,
    "bubble": lambda r: 0.0 < r.float_piece.spec.ballast < 1.0 and of_kind(r, LineSection)[0].greased,
    "balloon": lambda r: 0.05 < r.float_piece.spec.body_diameter_m < 0.2,
    "peg": lambda r: any(c.id == "peg" for c in r.components),
    "olivette": lambda r: any(w.shape == "olivette" for w in of_kind(r, Weight)),
    "lift": lambda r: evaluate(r).afloat.held_kg < -0.0002,
}  # fmt: skip


@pytest.mark.parametrize("family_id", IDS)
def test_family_has_what_is_special_about_it(family_id: str) -> None:
    rig = ready_rig(family_id, usual_water(FAMILY[family_id]), "r", "Trial").rig
    assert SPECIAL[family_id](rig)  # type: ignore[no-untyped-call]


def test_an_overloaded_float_is_held_and_a_drawn_one_drawn_by_exactly_what_is_missing() -> None:
    for family_id, sign in (("pole-slider", 1), ("lift", -1)):
        rig = ready_rig(family_id, usual_water(FAMILY[family_id]), "r", "Trial").rig
        answer = evaluate(rig)
        hung = sum(e.carried_kg for e in answer.ledger if e.kind != "rod")
        assert sign * (hung - answer.afloat.carried_kg) > 0.0
        assert hung - answer.afloat.carried_kg == pytest.approx(answer.afloat.held_kg, abs=1e-9)
    # The same weights under a family that nobody holds take the float under, or leave it high.
    held = ready_rig("pole-slider", Water(depth_m=3), "r", "Trial").rig
    assert evaluate(held.model_copy(update={"family": "unheard-of"})).afloat.status == "sinks"


def test_lift_shot_off_the_bed_lets_the_float_rise_by_its_weight() -> None:
    rig = ready_rig("lift", Water(depth_m=1.6), "r", "Trial").rig
    lifted = rig.replace_components(tuple(c for c in rig.components if c.id != "lift-shot"))
    assert evaluate(lifted).afloat.tip_m > evaluate(rig).afloat.tip_m + 0.005


@given(
    family=st.sampled_from(IDS),
    species=st.sampled_from([s.id for s in SPECIES]),
    bait=st.sampled_from([b.id for b in BAIT_KINDS]),
    depth=st.floats(0.2, 20),
    salinity=st.sampled_from([0.0, 34.0]),
    temperature=st.floats(0, 28),
)
def test_any_family_at_any_depth_with_any_bait_is_a_document_or_a_sentence(
    family: str, species: str, bait: str, depth: float, salinity: float, temperature: float
) -> None:
    water = Water(depth_m=depth, salinity=salinity, temperature_c=temperature)
    low, high = FAMILY[family].depth_m
    try:
        rig = new_rig(family, water, "r", "Trial", Start(species=species, bait=bait))
    except OutOfRange as error:
        refused = error.problems[0].remedy
        assert not low <= depth <= high, "a family is refused only outside its depths"
        assert refused.startswith("It is for")
        return
    assert Rig.model_validate(rig.model_dump()) == rig
    try:
        answer = evaluate(weighted(rig, SHOP).rig)
    except BrookwindError as error:
        said = error.problems[0]
        assert said.message.endswith(".")
        assert said.remedy
        return
    assert answer.afloat.status in {"stands", "lies", "sinks"}


SLOTS = {
    "fish": lambda r: r.species,
    "hook": lambda r: [(h.size, h.pattern, h.barb, h.mass_kg) for h in of_kind(r, Hook)][-1:],
    "bait": lambda r: [(b.item, b.mass_kg, b.density_kg_m3) for b in of_kind(r, Bait)][-1:],
    "lines": lambda r: [(s.role, s.material, s.diameter_m) for s in of_kind(r, LineSection)],
    "water": lambda r: (r.water, r.notes, r.name, r.id),
}


@pytest.mark.parametrize(("a", "b"), list(itertools.permutations(IDS, 2)))
def test_there_and_back_loses_nothing_that_both_can_hold(a: str, b: str) -> None:
    low = max(FAMILY[a].depth_m[0], FAMILY[b].depth_m[0])
    water = Water(depth_m=max(1.0, low))
    rig = new_rig(a, water, "r", "There and back", Start(species="perch"))
    rig = edit(rig, ChangeBait(bait="large-worm"), SHOP).model_copy(update={"notes": "Off the second stone."})
    rig = edit(rig, ChangeHook(size=8, pattern="wide-gape", barb="barbless"), SHOP)
    rig = edit(rig, ChangeLine(role="main", diameter_m=0.0003), SHOP)
    there = switch(rig, b)
    back = switch(there.rig, a)
    for name, of in SLOTS.items():
        assert of(back.rig) == of(rig), name
    dropped = {d.split(" (")[0].split(":")[0] for d in there.dropped}
    if "float" not in dropped:
        assert back.rig.float_piece.spec == rig.float_piece.spec
    if "where the bait hangs" not in dropped and "where the bait hangs" not in back.dropped:
        assert back.rig.aim.bait_m == rig.aim.bait_m
    if FAMILY[a].slides and FAMILY[b].slides:
        assert back.rig.stop.material == rig.stop.material  # type: ignore[union-attr]


def test_switching_says_what_it_drops_and_keeps_a_float_that_fits() -> None:
    rig = ready_rig("waggler", Water(depth_m=1.6), "r", "Trial").rig
    to_lift = switch(rig, "lift")
    assert to_lift.rig.float_piece.spec == rig.float_piece.spec
    assert any("shot: to be chosen anew" in d for d in to_lift.dropped)
    to_pole = switch(rig, "pole-fixed")
    assert {"rod: it is for a pole", f"float ({rig.float_piece.label})"} <= set(to_pole.dropped)
    dragged = ready_rig("dragging", Water(depth_m=2.0), "r", "Trial").rig
    assert "the second hook and its bait" in switch(dragged, "river-drift").dropped
    with pytest.raises(OutOfRange, match="cannot be fished in"):
        edit(rig, ChangeFamily(family="balloon"), SHOP)


IMPOSSIBLE = [
    ("balloon", 1.0, None, "for 2.00 m to 40.00 m. Take a fixed float"),
    ("whip", 12.0, None, "Take a sliding float"),
    ("whip", 2.0, 12.0, "A whip is at most 9.00 m long"),
    ("sight-float", 2.0, 17.0, "A pole is at most 16.00 m long"),
]


@pytest.mark.parametrize(("family", "depth", "rod", "says"), IMPOSSIBLE)
def test_a_family_that_cannot_be_here_is_refused_with_what_could(
    family: str, depth: float, rod: float | None, says: str
) -> None:
    conditions = usual_conditions(FAMILY[family])
    if rod:
        conditions = conditions.model_copy(update={"rod_m": rod})
    with pytest.raises(OutOfRange, match=says):
        new_rig(family, Water(depth_m=depth), "r", "Trial", Start(conditions=conditions))


def test_moving_the_stop_takes_the_stops_along_and_leaves_the_top_shots_knot_where_it_is_tied() -> None:
    from brookwind.core.rig.habits import Habits

    habits = Habits(main="braid", top_shot=True, stop="two")
    rig = new_rig("in-line-slider", Water(depth_m=6), "r", "Trial", Start(habits=habits))
    moved = set_stop(rig, rig.setting_m + 1.5)
    top = of_kind(moved, LineSection)[0].lower_m
    assert top == of_kind(rig, LineSection)[0].lower_m
    assert sorted(s.position_m for s in of_kind(moved, Stop))[0] == pytest.approx(moved.setting_m)


def test_where_a_fish_feeds_follows_the_temperature() -> None:
    rudd = next(s for s in SPECIES if s.id == "rudd")
    assert [feeding(rudd, t).appetite for t in (5, 10, 18, 22, 30)] == ["hardly", "slowly", "well", "well", "poorly"]
    assert feeding(rudd, 10).lie == rudd.cold
    assert feeding(rudd, 22).lie == rudd.warm
    assert "not its month" in feeding(rudd, 10, month=1).says
    for fish in SPECIES:
        assert set(fish.families) <= set(IDS)
        assert set(fish.baits) <= {b.id for b in BAIT_KINDS}
        assert fish.hooks[1] <= fish.hook_size <= fish.hooks[0]
        assert fish.line_n[0] < fish.line_n[1]
        assert fish.least_c < fish.best_c[0] < fish.best_c[1]


@pytest.mark.parametrize(
    ("depth", "rod", "far", "answer"),
    [(1.5, 3.9, 12, "fixed"), (3.7, 3.9, 12, "sliding"), (3.2, 3.9, 25, "either"), (9.0, 3.9, 20, "sliding")],
)
def test_fixed_or_sliding_follows_depth_rod_and_cast(depth: float, rod: float, far: float, answer: str) -> None:
    decision = fixed_or_sliding(depth, Conditions(rod_m=rod, distance_m=far))
    assert decision.answer == answer
    assert decision.says.format(**decision.figures)


def test_changing_bait_reaches_the_lowest_hook_only() -> None:
    rig = ready_rig("dragging", Water(depth_m=2.0), "r", "Trial").rig
    changed = edit(rig, ChangeBait(bait="prawn"), SHOP)
    assert [b.item for b in of_kind(changed, Bait)] == [of_kind(rig, Bait)[0].item, "prawn"]
    assert len(of_kind(changed, Float)) == 1
