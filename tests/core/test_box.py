"""The box: weighing, timing, quick entry, packing; and balancing with limits, sureness and the smallest change."""

from __future__ import annotations

import random
from datetime import UTC, datetime
from itertools import pairwise
from math import inf

import pytest

from brookwind.core.balance.adjust import GOOD_ENOUGH_M, adjust, observe
from brookwind.core.balance.allowed import holds, within_rules
from brookwind.core.balance.arrange import gaps_m
from brookwind.core.balance.offers import MOST_OFFERS, offers
from brookwind.core.balance.own_pattern import own_pattern_of
from brookwind.core.balance.proposal import Wish
from brookwind.core.balance.propose import balance_rig
from brookwind.core.balance.sureness import share_below, sureness
from brookwind.core.box.items import BoxItem
from brookwind.core.box.jug import JugReading, jug_test
from brookwind.core.box.packing import packing
from brookwind.core.box.quick import quick_entry
from brookwind.core.box.stock import LeadStock, ShotStock, Stock
from brookwind.core.box.weighing import Weighing, scale_test
from brookwind.core.edits.change_bait import ChangeBait
from brookwind.core.errors import BrookwindError, Infeasible, NotUnderstood, OutOfRange
from brookwind.core.flow.sphere import fall_speed_m_s
from brookwind.core.gravity import sphere_diameter_m, submerged_weight_n
from brookwind.core.matter.fluid import fluid_of
from brookwind.core.rest.settle import settle
from brookwind.core.rest.tip_range import tip_gate_m
from brookwind.core.rig.components import Shot, Weight
from brookwind.core.rig.document import Rig, Water, of_kind
from brookwind.core.rig.families import new_rig
from brookwind.core.rig.threading import each, hooklength_join_m
from brookwind.core.rules.place_rules import LeadBand, PlaceRules
from brookwind.demo.load import demo_box, demo_rigs

from ..tying import edit

NOW = datetime(2026, 11, 23, 10, tzinfo=UTC)
RIGS = {r.id: r for r in demo_rigs()}
BOX: list[tuple[int, BoxItem]] = [(1, i) for i in demo_box()]


def shot_of(rig: Rig, *roles: str) -> list[Shot]:
    return [s for s in of_kind(rig, Shot) if not roles or s.role in roles]


def test_scale_test_finds_mass_and_scatter_of_made_up_shot() -> None:
    draw = random.Random(5)
    masses = [draw.gauss(0.0004, 0.000024) for _ in range(400)]
    found = scale_test([Weighing(pieces=1, mass_kg=m, at=NOW) for m in masses])
    assert found.mass_kg == pytest.approx(sum(masses) / 400)
    assert found.scatter == pytest.approx(0.06, abs=0.006)
    together = scale_test([Weighing(pieces=20, mass_kg=0.00804, at=NOW)], 0.0004)
    assert together.mass_kg == pytest.approx(0.000402)
    assert together.scatter is None
    with pytest.raises(OutOfRange, match="Check how many lay on the pan"):
        scale_test([Weighing(pieces=1, mass_kg=0.0004, at=NOW), Weighing(pieces=1, mass_kg=0.004, at=NOW)])


def test_jug_test_gives_back_the_density_that_sinks_so() -> None:
    mass, density = 0.00012, 1180.0
    rate = fall_speed_m_s(submerged_weight_n(mass, density, 999.1), sphere_diameter_m(mass, density), fluid_of(15.0))
    found = jug_test([JugReading(fall_m=0.4, time_s=0.4 / rate, at=NOW)] * 3, mass, fluid_of(15.0))
    assert found.sink_m_s == pytest.approx(rate)
    assert found.density_kg_m3 == pytest.approx(density, abs=1.0)
    with pytest.raises(OutOfRange, match="Nothing that weighs"):
        jug_test([JugReading(fall_m=4.0, time_s=0.1, at=NOW)], mass, fluid_of(15.0))


@pytest.mark.parametrize(
    ("text", "item", "count"),
    [
        ("BB 30", "lead-04-bb", 30),
        ("no 8 +10", "lead-11-8", 50),
        ("#8 - 4", "lead-11-8", 36),
        ("tin AAA = 3", "tin-01-aaa", 3),
        ("24 x BB", "lead-04-bb", 24),
        ("12 g ball 5", "running-12", 5),
        ("bismuth BB 6", "bismuth-bb", 6),
    ],
)
def test_quick_entry_reads_what_anglers_write(text: str, item: str, count: int) -> None:
    entry = quick_entry(text, BOX)
    assert (entry.after.item, entry.after.count) == (item, count)
    assert (entry.before is None) == (entry.version == 0)


@pytest.mark.parametrize(
    ("text", "error", "says"),
    [
        ("BB -99", OutOfRange, "There are 24 of BB lead; 99 cannot be taken out"),
        ("BB = -1", OutOfRange, "fewer than 0"),
        ("BB", NotUnderstood, "no name and count"),
        ("unobtainium 3", NotUnderstood, "Nothing in the box is called"),
        ("ball 3", NotUnderstood, "fits several compartments"),
        ("BB 99999", OutOfRange, "more than a box holds"),
    ],
)
def test_quick_entry_refuses_with_a_sentence(text: str, error: type[BrookwindError], says: str) -> None:
    with pytest.raises(error, match=says):
        quick_entry(text, BOX)


def test_packing_counts_over_rigs_and_says_what_is_short() -> None:
    box = [i for _, i in BOX]
    rows = {r.label: r for r in packing([RIGS["rudd-strung"], RIGS["bream-slider"]], box, 3)}
    assert rows["BB lead shot"].need == 3 * len([s for s in shot_of(RIGS["rudd-strung"]) if s.label == "BB"])
    assert rows["stop knot thread"].need == 1, "one spool serves all"
    assert all(r.state == "missing" and r.have == 0 for r in packing([RIGS["rudd-strung"]], []))
    assert packing([], box) == ()


def test_chance_of_a_normal_and_an_even_error_agrees_with_drawing_lots() -> None:
    draw = random.Random(2)
    lots = [draw.gauss(0.0, 1.3) + draw.uniform(-2.0, 2.0) for _ in range(60_000)]
    for x in (-3.0, -1.0, 0.0, 0.7, 2.5):
        assert share_below(x, 1.3, 2.0) == pytest.approx(sum(v <= x for v in lots) / len(lots), abs=0.01)
    assert share_below(inf, 1.0, 1.0) == 1.0


@pytest.mark.parametrize("rig_id", ["rudd-strung", "roach-pole", "grayling-avon", "mullet-slider"])
def test_chances_add_up_and_grow_with_care(rig_id: str, stock: Stock) -> None:
    rig = balance_rig(RIGS[rig_id], stock, Wish(pattern=RIGS[rig_id].pattern)).rig
    sure = sureness(settle(rig), rig.float_piece.spec, rig.aim.tip_m, stock.shot)
    assert sure is not None
    for c in (sure.tied, sure.trimmed):
        assert c.sinks + c.low + c.within + c.high == pytest.approx(1.0, abs=1e-9)
    assert sure.trimmed.within >= sure.tied.within
    wide = sureness(settle(rig), rig.float_piece.spec, rig.aim.tip_m, stock.shot, 0.012)
    assert wide is not None
    assert wide.tied.within > sure.tied.within
    weighed = each(rig, lambda c: c.model_copy(update={"scatter": 0.005}) if isinstance(c, Shot) else c)
    less = sureness(settle(weighed), rig.float_piece.spec, rig.aim.tip_m, stock.shot)
    assert less is not None
    assert less.load_sigma_n < sure.load_sigma_n or not shot_of(rig), "a lead has no shot's scatter"
    assert sure.trims
    assert sure.trims[-1].moves_m <= sure.tolerance_m or sure.trims[-1].label == "No 13"


def test_gaps_close_open_or_stay_and_fill_the_stretch(stock: Stock) -> None:
    for ratio in (0.5, 0.75, 1.0, 1.5):
        gaps = gaps_m(0.9, 5, ratio)
        assert sum(gaps) == pytest.approx(0.9)
        assert all(b / a == pytest.approx(ratio) for a, b in pairwise(gaps))
    for pattern, closing in (("tapered", True), ("tapered-opening", False)):
        at = [s.position_m for s in shot_of(balance_rig(RIGS["grayling-avon"], stock, Wish(pattern=pattern)).rig)]
        gaps = [a - b for a, b in pairwise(at)]
        assert all((b < a) == closing for a, b in pairwise(gaps))


def test_locked_lead_and_jig_patterns_put_the_load_where_they_say(stock: Stock) -> None:
    locked = balance_rig(RIGS["rudd-strung"], stock, Wish(pattern="locked", droppers=3)).rig
    locks, below = shot_of(locked, "lock"), shot_of(locked, "strung")
    assert len(below) == 3
    assert all(abs(s.position_m - locked.setting_m) < 0.02 for s in locks)
    assert sum(s.mass_kg for s in locks) > sum(s.mass_kg for s in below)
    lead = balance_rig(RIGS["mullet-slider"], stock, Wish(pattern="lead")).rig
    join = hooklength_join_m(lead)
    assert len(shot_of(lead)) <= 2
    assert all(0.25 * join < s.position_m < 0.75 * join for s in shot_of(lead))
    with pytest.raises(Infeasible, match="cannot be locked"):
        balance_rig(RIGS["mullet-slider"], stock, Wish(pattern="locked"))
    with pytest.raises(Infeasible, match="holds no jig"):
        balance_rig(RIGS["rudd-strung"], Stock(shot=stock.shot), Wish(pattern="jig"))
    jigs = tuple(
        LeadStock(item=f"jig-{n}", label="jig", shape="jig", mass_kg=n * 2e-4, density_kg_m3=11340.0, count=1)
        for n in range(1, 40)
    )
    jigged = balance_rig(new_rig("pinched-slider", Water(depth_m=3), "r", "R"), Stock(leads=jigs), Wish(pattern="jig"))
    assert [w.shape for w in of_kind(jigged.rig, Weight)] == ["jig"]
    assert not shot_of(jigged.rig)
    assert settle(jigged.rig).status == "stands"


def test_limits_of_a_wish_are_kept(stock: Stock) -> None:
    rig = RIGS["rudd-strung"]
    for wish in (
        Wish(pattern="bulk", largest_kg=0.0003),
        Wish(pattern="bulk", smallest_kg=0.0001),
        Wish(pattern="bulk", max_pieces=4),
        Wish(pattern="bulk", material="tin"),
    ):
        got = balance_rig(rig, stock, wish)
        # Locking shot is not bound to the sizes of free shot by the line alone.
        assert got.pieces <= wish.max_pieces
        for s in shot_of(got.rig):
            assert (wish.smallest_kg or 0.0) <= s.mass_kg + 1e-9
            assert s.mass_kg <= (wish.largest_kg or 1.0) + 1e-9
            assert s.material == (wish.material or "lead")
            assert holds(s.mass_kg, s.density_kg_m3, 0.00016)
    with pytest.raises(OutOfRange, match="Swap the two"):
        balance_rig(rig, stock, Wish(pattern="bulk", smallest_kg=0.001, largest_kg=0.0001))
    ruled = within_rules(stock, PlaceRules(water_id="w", lead=(LeadBand(from_kg=0.0, to_kg=1.0),)))
    assert {s.material for s in shot_of(balance_rig(rig, ruled, Wish(pattern="bulk")).rig)} == {"tin"}


def test_nothing_sits_on_a_knot_and_the_hooklength_only_when_asked(stock: Stock) -> None:
    rig = RIGS["grayling-avon"]
    join = hooklength_join_m(rig)
    usual = shot_of(balance_rig(rig, stock, Wish(pattern="strung")).rig)
    assert min(s.position_m for s in usual) > join
    asked = shot_of(balance_rig(rig, stock, Wish(pattern="strung", on_hooklength=True)).rig)
    assert min(s.position_m for s in asked) < join
    for s in (*usual, *asked):
        assert abs(s.position_m - join) > 0.5 * sphere_diameter_m(s.mass_kg, s.density_kg_m3)


def test_fixed_pieces_stay_and_are_named_when_they_sink_the_float(stock: Stock) -> None:
    rig = RIGS["rudd-strung"]
    first = next(s for s in shot_of(rig) if s.role != "lock")
    fixed = each(rig, lambda c: c.model_copy(update={"fixed": True}) if c.id == first.id else c)
    got = balance_rig(fixed, stock, Wish(pattern="bulk")).rig
    kept = next(c for c in got.components if c.id == first.id)
    assert isinstance(kept, Shot)
    assert (kept.position_m, kept.mass_kg) == (first.position_m, first.mass_kg)
    assert settle(got).tip_m == pytest.approx(rig.aim.tip_m, abs=tip_gate_m(settle(got), rig.aim.tip_m))
    heavy = each(fixed, lambda c: c.model_copy(update={"mass_kg": 0.004}) if c.id == first.id else c)
    with pytest.raises(Infeasible, match="With what you have fixed"):
        balance_rig(heavy, stock, Wish(pattern="bulk"))
    relaxed = offers(heavy, stock, Wish(pattern="bulk")).relaxed
    assert "fixed" in {r.constraint for r in relaxed}


def test_offers_differ_in_kind_and_say_what_to_relax(stock: Stock) -> None:
    for rig in RIGS.values():
        found = offers(rig, stock, Wish(pattern=rig.pattern))
        assert 1 <= len(found.offers) <= MOST_OFFERS
        assert found.offers[0].kind in {"asked", "label"}
        assert any("asked" in o.says for o in found.offers), "what was asked is among them"
        ways = [(o.proposal.pattern, tuple((t.item, t.count) for t in o.proposal.taken)) for o in found.offers]
        assert len(set(ways)) == len(ways)
    two = tuple(s.model_copy(update={"count": 2}) for s in stock.shot if s.size in {"BB", "4"})
    short = offers(RIGS["roach-pole"], Stock(shot=two), Wish(pattern="bulk", max_pieces=2))
    assert not short.offers
    buy = next(r for r in short.relaxed if r.constraint == "stock")
    assert buy.buy
    assert "Buy" in buy.says


def test_own_pattern_is_used_again_at_another_depth_and_capacity(stock: Stock) -> None:
    rig = balance_rig(RIGS["grayling-avon"], stock, Wish(pattern="bulk-and-droppers", droppers=3)).rig
    own = own_pattern_of(rig, "mine", "Mine")
    deeper = RIGS["roach-pole"].replace_components(RIGS["roach-pole"].components, water=Water(depth_m=3.2))
    again = balance_rig(deeper, stock, Wish(pattern="mine", own=own))
    assert len(shot_of(again.rig, "dropper")) == 3
    assert again.error_m == pytest.approx(0.0, abs=tip_gate_m(settle(again.rig), deeper.aim.tip_m))
    droppers = [s.position_m for s in shot_of(again.rig, "dropper")]
    assert droppers[0] - droppers[1] == pytest.approx(droppers[1] - droppers[2], abs=0.005)
    with pytest.raises(OutOfRange, match="no free shot"):
        own_pattern_of(RIGS["char-bubble"].replace_components(
            tuple(c for c in RIGS["char-bubble"].components if not isinstance(c, Shot))), "x", "X")  # fmt: skip


def test_smallest_change_after_a_new_bait_and_from_a_seen_tip(stock: Stock) -> None:
    rig = balance_rig(RIGS["rudd-strung"], stock, Wish(pattern="strung")).rig
    assert adjust(rig, stock).options == ()
    high = adjust(rig, stock, rig.aim.tip_m + 0.003)
    assert high.missing_kg > 0
    assert len(high.options[0].steps) == 1
    # What was added carries the seen float from 3 mm too high to its wish.
    assert abs(high.options[0].error_m) <= GOOD_ENOUGH_M
    low = adjust(rig, stock, rig.aim.tip_m - 0.003)
    assert low.missing_kg < 0
    assert all(s.do in {"swap", "take-off"} for s in low.options[0].steps)
    corn = edit(rig, ChangeBait(bait="sweetcorn"), stock)
    better = adjust(corn, stock)
    assert abs(settle(better.options[0].rig).tip_m - rig.aim.tip_m) < abs(settle(corn).tip_m - rig.aim.tip_m)
    with pytest.raises(Infeasible, match="A tight line holds this float"):
        adjust(RIGS["tench-lift"], stock, 0.007)
    with pytest.raises(OutOfRange, match="was entered, but the float is"):
        adjust(rig, stock, 1.0)


def test_a_seen_tip_kept_as_a_reading_makes_the_rig_show_it(stock: Stock) -> None:
    rig = balance_rig(RIGS["rudd-strung"], stock, Wish(pattern="strung")).rig
    kept = observe(rig, rig.aim.tip_m + 0.003, NOW)
    assert kept.fit.capacity_kg > kept.fit.label_kg
    corrected = each(rig, lambda c: c.model_copy(update={"spec": kept.spec}) if c.kind == "float" else c)
    # One reading moves the float most of the way from its label, not all.
    assert rig.aim.tip_m + 0.0015 < settle(corrected).tip_m < rig.aim.tip_m + 0.0035
    with pytest.raises(OutOfRange, match="Bed or rod carries"):
        observe(RIGS["tench-lift"], 0.01, NOW)


def test_most_used_compartments_are_taken_from_first(stock: Stock) -> None:
    bb = next(s for s in stock.shot if s.size == "BB" and s.material == "lead")
    twin = bb.model_copy(update={"item": "other-bb"})
    both = (*(s for s in stock.shot if s.material == "lead"), twin)
    for liked in (bb.item, twin.item):
        got = balance_rig(RIGS["rudd-strung"], Stock(shot=both, used={liked: 50}), Wish(pattern="bulk"))
        assert liked in {t.item for t in got.taken}


def test_shot_stock_is_checked() -> None:
    good = {"item": "a", "size": "8", "mass_kg": 6e-5, "density_kg_m3": 11340.0, "count": 1}
    for bad in ({"count": -1}, {"mass_kg": 0.0}, {"size": ""}):
        with pytest.raises(ValueError, match=r"greater than|at least"):
            ShotStock.model_validate(good | bad)
