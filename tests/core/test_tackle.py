"""Tackle that matches: knots and strengths, drag and sight, what runs through what, hook against bait."""

from __future__ import annotations

from typing import Any

import pytest

from brookwind.core.answers.evaluate import evaluate
from brookwind.core.balance.ready import SHOP
from brookwind.core.edits.change_hook import ChangeHook
from brookwind.core.edits.change_leader import ChangeLeader
from brookwind.core.edits.change_metal import ChangeMetal
from brookwind.core.edits.change_stop import ChangeStop
from brookwind.core.errors import NotUnderstood
from brookwind.core.proof.tackle import HOOK_OVER_BAIT
from brookwind.core.rig.baits import BAIT_KINDS
from brookwind.core.rig.components import LineSection, Shot, Weight
from brookwind.core.rig.document import Rig, of_kind
from brookwind.core.rig.hooks import HOOK_SIZES
from brookwind.core.rig.lines import diameter_for_m, line_strength_n
from brookwind.core.tackle.line_facts import line_facts, mirrored
from brookwind.core.tackle.passing import passing

from ..tying import edit
from .breaking import SLIDER, WAGGLER, with_, with_line


def found(rig: Rig) -> set[str]:
    return {f.id for f in evaluate(rig).findings}


def test_a_strand_bears_its_stress_times_its_section() -> None:
    line = of_kind(WAGGLER, LineSection)[0].model_copy(update={"diameter_m": 0.0002, "strength_n": None})
    # 0.95 GPa over the section of 0.2 mm, by hand.
    assert line_strength_n(line) == pytest.approx(29.85, abs=0.01)
    assert line_strength_n(line.model_copy(update={"strength_n": 21.0})) == 21.0
    for wanted in (3.0, 12.0, 40.0, 90.0):
        bought = line.model_copy(update={"diameter_m": diameter_for_m(wanted, "nylon")})
        assert line_strength_n(bought) >= wanted


def test_facts_of_the_lines_are_those_of_their_physics() -> None:
    facts = line_facts(SLIDER)
    main, leader = facts.lines
    assert facts.weakest == leader.id
    assert leader.bears_n == pytest.approx(leader.keeps * leader.strength_n)
    assert facts.give_n == pytest.approx(facts.weakest_n / 3)
    # Drag of a cylinder grows a little slower than its diameter, since its coefficient falls with the Reynolds number.
    assert main.drag_n_m > leader.drag_n_m
    assert 1.0 < main.thicker_drag < 1.25
    # Fluorocarbon throws back about a fifth of the light of nylon of the same thickness: Fresnel, by hand.
    assert mirrored(1.42) / mirrored(1.53) == pytest.approx((0.087 / 2.753) ** 2 / (0.197 / 2.863) ** 2, rel=1e-9)
    fluoro = line_facts(with_line(SLIDER, "hooklength", material="fluorocarbon")).lines[1]
    assert fluoro.seen_m < 0.3 * leader.seen_m
    assert (main.lies, fluoro.lies) == ("sinks slowly", "sinks")
    assert line_facts(with_line(SLIDER, "main", material="braid")).lines[0].lies == "floats"
    assert line_facts(with_line(SLIDER, "main", greased=True)).lines[0].lies == "floats"


def test_stop_bead_and_bore_hold_each_other() -> None:
    assert passing(WAGGLER) is None
    way = passing(SLIDER)
    assert way is not None
    assert way.bead_m > way.bore_m > way.line_m  # type: ignore[operator]
    bare = SLIDER.replace_components(tuple(c for c in SLIDER.components if c.id != "stop-bead"))
    assert "stop-slips" in found(bare), "a thread knot alone slips through a wide bore"
    thick = with_(bare, "stop", diameter_m=0.003)
    assert "stop-slips" not in found(thick)
    assert "stop-slips" in found(with_(SLIDER, "stop-bead", length_m=0.001)), "the bead itself goes through"
    assert passing(edit(SLIDER, ChangeStop(material="rubber"), SHOP)).stop_m > way.stop_m  # type: ignore[union-attr, operator]
    with pytest.raises(NotUnderstood, match="float is fixed"):
        edit(WAGGLER, ChangeStop(material="rubber"), SHOP)


@pytest.mark.parametrize("bait", BAIT_KINDS, ids=lambda b: b.id)
def test_hooks_that_suit_a_bait_are_smaller_than_it(bait: Any) -> None:
    small, large = bait.hooks
    suits = [h for h in HOOK_SIZES if large <= h.size <= small]
    assert suits
    assert max(h.gape_m for h in suits) <= HOOK_OVER_BAIT * bait.length_m


@pytest.mark.parametrize("metal", ["tin", "tungsten", "bismuth", "steel"])
@pytest.mark.parametrize("rig", [SLIDER, WAGGLER], ids=["slider", "waggler"])
def test_another_metal_pulls_the_same_with_one_press(rig: Rig, metal: str) -> None:
    cast = edit(rig, ChangeMetal(material=metal), SHOP)
    assert {c.material for c in cast.components if isinstance(c, Shot | Weight)} == {metal}
    before, after = evaluate(rig), evaluate(cast)
    assert after.afloat.carried_kg == pytest.approx(before.afloat.carried_kg, rel=1e-9)
    assert after.afloat.tip_m == pytest.approx(before.afloat.tip_m, abs=1e-7)
    heavier = sum(c.mass_kg for c in cast.components if isinstance(c, Shot | Weight))
    lead = sum(c.mass_kg for c in rig.components if isinstance(c, Shot | Weight))
    # A lighter metal is buoyed more, so it must weigh more in air.
    assert (heavier > lead) == (metal != "tungsten")
    back = edit(cast, ChangeMetal(material="lead"), SHOP)
    assert [c.label for c in back.components] == [c.label for c in rig.components]


def test_a_longer_leader_moves_what_is_tied_there_and_keeps_the_order() -> None:
    longer = edit(SLIDER, ChangeLeader(length_m=0.95), SHOP)
    swivel = next(c for c in longer.components if c.kind == "swivel")
    lead = next(c for c in longer.components if isinstance(c, Weight))
    assert swivel.position_m == pytest.approx(0.95)
    assert lead.position_m == pytest.approx(0.95)
    assert longer.setting_m == SLIDER.setting_m
    long = edit(SLIDER, ChangeLeader(length_m=9.0), SHOP)
    # A leader is as long as it is: the stop makes room, and what does not fit the water is said.
    assert long.setting_m == pytest.approx(9.02, abs=1e-3)
    assert "longer-than-water" in {f.id for f in evaluate(long).findings}


def test_a_hook_keeps_its_size_when_only_its_barb_changes() -> None:
    pressed = edit(WAGGLER, ChangeHook(barb="barbless"), SHOP)
    old, new = (next(c for c in r.components if c.kind == "hook") for r in (WAGGLER, pressed))
    assert new.model_copy(update={"barb": "barbed"}) == old
    with pytest.raises(NotUnderstood, match=r"Sizes are .*1/0"):
        edit(WAGGLER, ChangeHook(size=15), SHOP)
