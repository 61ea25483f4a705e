"""Balancing a rig: the wanted tip, the pattern, the stock, and clear words when it cannot be."""

from __future__ import annotations

from collections import Counter
from itertools import pairwise

import pytest
from hypothesis import given
from hypothesis import strategies as st

from brookwind.core.answers.evaluate import evaluate
from brookwind.core.balance.adjust import adjust
from brookwind.core.balance.patterns import PATTERNS
from brookwind.core.balance.proposal import Wish
from brookwind.core.balance.propose import balance_rig
from brookwind.core.box.stock import ShotStock, Stock
from brookwind.core.edits.add_shot import AddShot
from brookwind.core.edits.change_bait import ChangeBait
from brookwind.core.edits.change_float import ChangeFloat
from brookwind.core.edits.change_hook import ChangeHook
from brookwind.core.edits.change_species import ChangeSpecies
from brookwind.core.edits.resize import Resize
from brookwind.core.edits.set_stop import SetStop
from brookwind.core.errors import BrookwindError, Infeasible, NotUnderstood, OutOfRange
from brookwind.core.floats.spec import FloatSpec
from brookwind.core.rest.handles import handles
from brookwind.core.rest.settle import settle
from brookwind.core.rest.tip_range import tip_gate_m
from brookwind.core.rig.baits import BAIT_KINDS
from brookwind.core.rig.components import Shot
from brookwind.core.rig.document import Rig, Water, positions
from brookwind.core.rig.families import FAMILIES, FAMILY, Start, new_rig
from brookwind.core.rig.species import SPECIES
from brookwind.core.situation import Situation
from brookwind.demo.load import demo_box, demo_rigs

from ..tying import edit

STILL = {"current_m_s": 0.0, "wind_m_s": 0.0}
RIGS = {r.id: r.model_copy(update={"conditions": r.conditions.model_copy(update=STILL)}) for r in demo_rigs()}
LARGER = {"No 8": "No 7", "No 7": "No 6", "No 6": "No 5", "No 5": "No 4"}
SHOT = tuple(i for i in demo_box() if isinstance(i, ShotStock) and i.material == "lead")


TIED = [(r.id, p) for r in RIGS.values() for p in FAMILY[r.family].patterns if p not in {"none", "lift", "lead", "jig"}]
"""Every demo rig in every pattern that its family can be tied in and that shot can trim."""
HOLDS_DOWN = [(r, p) for r, p in TIED if p not in {"locked", "tapered", "tapered-opening", "lower-third", "strung"}]
"""Those with shot near enough to the hook to hold a floating bait down."""


def near(rig: Rig) -> float:
    """What counts as the wanted tip."""
    return tip_gate_m(settle(rig), rig.aim.tip_m) + 1e-6


@pytest.mark.parametrize(("rig_id", "pattern"), TIED)
def test_balanced_rig_stands_at_its_wish_with_the_stop_set(rig_id: str, pattern: str, stock: Stock) -> None:
    proposal = balance_rig(RIGS[rig_id], stock, Wish(pattern=pattern))
    answer = evaluate(proposal.rig)
    assert answer.afloat.status == "stands"
    assert answer.afloat.tip_m == pytest.approx(RIGS[rig_id].aim.tip_m, abs=near(proposal.rig))
    assert answer.stop is not None
    assert answer.stop.slide_m == pytest.approx(0, abs=1e-6)
    assert answer.findings == ()
    assert proposal.proved
    free = [c for c in proposal.rig.components if isinstance(c, Shot) and c.role != "lock"]
    assert [c.mass_kg for c in free] == sorted((c.mass_kg for c in free), reverse=True), "no larger towards the hook"
    used = Counter(c.item for c in proposal.rig.components if isinstance(c, Shot))
    held = {s.item: s.count for s in stock.shot}
    assert all(count <= held[item or ""] for item, count in used.items())
    assert {c.material for c in proposal.rig.components if isinstance(c, Shot)} == {"lead"}


@pytest.mark.parametrize(("rig_id", "hold"), [("grayling-avon", None), ("roach-pole", None), ("mullet-slider", 0.6)])
def test_a_rig_for_running_water_shows_its_tip_there_with_its_stop_set_for_the_current(
    rig_id: str, hold: float | None, stock: Stock
) -> None:
    rig = RIGS[rig_id]
    conditions = rig.conditions.model_copy(update={"current_m_s": 0.35, "hold": hold, "wind_m_s": 0.0})
    done = balance_rig(rig.model_copy(update={"conditions": conditions}), stock, Wish(pattern=rig.pattern))
    answer = evaluate(done.rig)
    assert answer.moving is not None
    assert answer.moving.tip_m == pytest.approx(done.tip_m, abs=1e-4), "what is promised is what shows"
    assert answer.moving.tip_m == pytest.approx(rig.aim.tip_m, abs=near(done.rig))
    assert Situation(done.rig).weighed.settled.tip_m < answer.moving.tip_m, "in still water it would sit deeper"
    assert answer.moving.hook_height_m == pytest.approx(rig.aim.bait_m, abs=2e-3)
    assert answer.findings == ()
    # Held much harder it is lifted more than shot should make up for: then it is weighed as in still water.
    hard = done.rig.model_copy(update={"conditions": conditions.model_copy(update={"hold": 0.1})})
    assert Situation(hard).lifted_n == 0.0
    put_right = adjust(done.rig, stock, seen_tip_m=rig.aim.tip_m + 0.004)
    assert put_right.missing_kg > 0.0


def test_patterns_place_as_they_say(stock: Stock) -> None:
    rig = RIGS["roach-pole"]
    bulk = balance_rig(rig, stock, Wish(pattern="bulk")).rig
    tops = [c.position_m for c in bulk.components if isinstance(c, Shot)]
    assert max(tops) - min(tops) < 0.02
    dropped = balance_rig(rig, stock, Wish(pattern="bulk-and-droppers", droppers=3)).rig
    droppers = [c for c in dropped.components if isinstance(c, Shot) and c.role == "dropper"]
    assert len(droppers) == 3
    assert len({d.mass_kg for d in droppers}) == 1
    # On a short line the bulk makes room: droppers never lie on one another.
    short = balance_rig(RIGS["rudd-strung"], stock, Wish(pattern="bulk-and-droppers", droppers=3)).rig
    below = [c.position_m for c in short.components if isinstance(c, Shot) and c.role == "dropper"]
    assert min(a - b for a, b in pairwise(below)) > 0.03
    strung = [
        c.position_m for c in balance_rig(rig, stock, Wish(pattern="strung")).rig.components if isinstance(c, Shot)
    ]
    gaps = [a - b for a, b in pairwise(strung)]
    assert len(strung) >= 3
    assert max(gaps) - min(gaps) < 1e-6


sizes = st.lists(st.sampled_from(SHOT), min_size=1, max_size=5, unique_by=lambda s: s.size)


@given(some=sizes, count=st.integers(1, 3), tip=st.floats(0.003, 0.02))
def test_bulk_from_a_small_box_is_as_near_as_any_single_change_can_make_it(
    some: list[ShotStock], count: int, tip: float
) -> None:
    # Exchanging, adding or leaving out one piece of the free shot never comes nearer to the wish.
    rig = RIGS["roach-pole"].model_copy(update={"aim": RIGS["roach-pole"].aim.model_copy(update={"tip_m": tip})})
    small = Stock(shot=tuple(s.model_copy(update={"count": count}) for s in some))
    try:
        best = balance_rig(rig, small, Wish(pattern="bulk", tie_m=1e-5, smallest_kg=1e-6))
    except Infeasible as error:
        refused = error.problems[0].remedy
        assert refused
        return
    used = Counter(c.item for c in best.rig.components if isinstance(c, Shot))
    for s in small.shot:
        if used[s.item] >= s.count:
            continue
        piece = Shot(
            id="extra", item=s.item, role="bulk", mass_kg=s.mass_kg, material="lead",
            density_kg_m3=s.density_kg_m3, position_m=0.2,
        )  # fmt: skip
        at = next(i for i, p in positions(best.rig.components) if p < 0.2)
        more = best.rig.replace_components((*best.rig.components[:at], piece, *best.rig.components[at:]))
        settled = settle(more)
        error = abs(settled.tip_m - tip) if settled.status != "sinks" else float("inf")
        assert error >= abs(best.error_m) - 1e-6


@pytest.mark.parametrize(("rig_id", "pattern"), HOLDS_DOWN)
def test_floating_bait_is_balanced_and_hangs_where_it_should(rig_id: str, pattern: str, stock: Stock) -> None:
    crust = edit(RIGS[rig_id], ChangeBait(bait="bread-crust"), stock)
    high = crust.model_copy(update={"aim": crust.aim.model_copy(update={"bait_from": "bed", "bait_m": 0.7})})
    answer = evaluate(balance_rig(high, stock, Wish(pattern=pattern)).rig)
    # Crust wants a larger hook than some of these rigs have; nothing else is to be said.
    assert {f.id for f in answer.findings} <= {"hook-for-bait"}
    assert answer.afloat.tip_m == pytest.approx(high.aim.tip_m, abs=near(high))
    assert answer.hook_height_m == pytest.approx(0.7, abs=1e-6)
    assert answer.stop is not None
    assert answer.stop.standing_line_m > 0.05


def test_floating_bait_cannot_hang_lower_than_the_weight_it_stands_on(stock: Stock) -> None:
    crust = edit(RIGS["bream-slider"], ChangeBait(bait="bread-crust"), stock)
    with pytest.raises(OutOfRange, match=r"at least \d+ cm off the bed"):
        balance_rig(crust, stock, Wish(pattern="bulk"))


def test_empty_and_short_boxes_say_what_is_missing() -> None:
    rig = RIGS["rudd-strung"]
    none = Stock(shot=tuple(s.model_copy(update={"count": 0}) for s in SHOT))
    with pytest.raises(Infeasible, match="The box holds no shot"):
        balance_rig(rig, none, Wish(pattern="bulk"))
    little = Stock(shot=(SHOT[-1].model_copy(update={"count": 3}),))
    with pytest.raises(Infeasible, match=r"needs 1\.\d+ g of shot and the box holds 0\.045 g"):
        balance_rig(rig, little, Wish(pattern="bulk"))


@pytest.mark.parametrize(
    ("wish", "aim", "error", "says"),
    [
        ({"pattern": "spiral"}, {}, NotUnderstood, "Patterns are bulk"),
        ({"pattern": "bulk", "material": "gold"}, {}, Infeasible, "It holds lead, tin"),
        ({"pattern": "bulk"}, {"tip_m": 0.2}, OutOfRange, "Ask for at most 30 mm"),
        ({"pattern": "strung", "max_pieces": 4}, {}, Infeasible, "allow more pieces"),
        ({"pattern": "bulk"}, {"bait_m": 5.0}, OutOfRange, "Enter less than the depth"),
    ],
)
def test_what_cannot_be_is_refused_with_what_would(
    wish: dict[str, object], aim: dict[str, object], error: type[BrookwindError], says: str, stock: Stock
) -> None:
    rig = RIGS["rudd-strung"]
    asked = rig.model_copy(update={"aim": rig.aim.model_copy(update=aim)})
    with pytest.raises(error, match=says):
        balance_rig(asked, stock, Wish.model_validate(wish))


def test_hook_and_lead_too_heavy_for_the_float_are_named(stock: Stock) -> None:
    rig = RIGS["bream-slider"]
    small = edit(rig, ChangeFloat(spec=FloatSpec(type="cigar-slider", capacity_kg=0.008)), stock)
    with pytest.raises(Infeasible, match=r"pulls .* too much"):
        balance_rig(small, stock, Wish(pattern="bulk", keep_heavy=True))
    assert balance_rig(small, stock, Wish(pattern="bulk")).error_m == pytest.approx(0, abs=0.001)


@given(
    family=st.sampled_from([f.id for f in FAMILIES]),
    species=st.sampled_from([s.id for s in SPECIES]),
    bait=st.sampled_from([b.id for b in BAIT_KINDS]),
    depth=st.floats(0.05, 60),
    pattern=st.sampled_from([p.id for p in PATTERNS]),
)
def test_any_family_fish_bait_and_depth_gives_a_rig_or_a_sentence(
    family: str, species: str, bait: str, depth: float, pattern: str
) -> None:
    try:
        rig = new_rig(family, Water(depth_m=depth), "r", "Trial", Start(species=species))
        rig = edit(rig, ChangeBait(bait=bait), Stock())
        balanced = balance_rig(rig, Stock(shot=SHOT), Wish(pattern=pattern)).rig
        assert Rig.model_validate(balanced.model_dump()) == balanced
        evaluate(balanced)
    except BrookwindError as error:
        said = error.problems[0].message
        assert said.endswith(".")


def test_edits_keep_to_their_rules(stock: Stock) -> None:
    rig = RIGS["rudd-strung"]
    more = edit(rig, AddShot(item="lead-09-6", above="shot-3"), stock)
    added = next(c for c in more.components if isinstance(c, Shot) and c.item == "lead-09-6")
    third = next(c for c in rig.components if c.id == "shot-3")
    assert third.position_m < added.position_m  # type: ignore[union-attr]
    assert isinstance(third, Shot)
    larger = edit(rig, Resize(piece="shot-3", step=1), stock)
    assert next(c for c in larger.components if c.id == "shot-3").label == LARGER[third.label]
    with pytest.raises(Infeasible):
        edit(
            rig,
            AddShot(item="x", above=None),
            Stock(shot=(SHOT[0].model_copy(update={"item": "x", "count": 0}),)),
        )
    bream = edit(rig, ChangeSpecies(species="bream"), stock)
    assert (bream.aim.bait_from, bream.species) == ("bed", "bream")
    assert edit(rig, ChangeHook(size=-1), stock).components[-2].label == "hook 1/0"
    assert edit(rig, SetStop(), stock).setting_m == pytest.approx(rig.setting_m, abs=1e-6)
    for bad in (
        ChangeHook(size=3),
        ChangeBait(bait="x"),
        Resize(piece="hook", step=1),
    ):
        with pytest.raises(NotUnderstood):
            edit(rig, bad, stock)
    with pytest.raises(NotUnderstood, match="cannot be put on"):
        edit(rig, ChangeFloat(spec=FloatSpec(type="pole-slim", capacity_kg=0.0004)), stock)


@pytest.mark.parametrize("rig_id", RIGS)
def test_sliding_any_handle_to_either_end_leaves_a_rig_that_can_be_threaded(rig_id: str) -> None:
    rig = RIGS[rig_id]
    for handle in handles(rig):
        assert handle.range_m[0] <= handle.position_m <= handle.range_m[1]
        for end in handle.range_m:
            delta = end - handle.position_m
            moved = tuple(
                c.model_copy(update={"position_m": c.position_m + delta}) if c.id in handle.moves else c  # type: ignore[union-attr]
                for c in rig.components
            )
            evaluate(rig.replace_components(moved))
