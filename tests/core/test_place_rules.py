"""Rules of a place: each has a rig that breaks it and one that keeps it; those that contradict are refused."""

from __future__ import annotations

from datetime import date, time
from typing import Any

import pytest

from brookwind.core.answers.evaluate import evaluate
from brookwind.core.balance.ready import SHOP, ready_rig
from brookwind.core.edits.change_bait import ChangeBait
from brookwind.core.edits.change_hook import ChangeHook
from brookwind.core.edits.change_line import ChangeLine
from brookwind.core.edits.change_metal import ChangeMetal
from brookwind.core.errors import BrookwindError
from brookwind.core.floats.types import FLOAT_TYPES
from brookwind.core.proof.checks import judge
from brookwind.core.proof.mind import MIND
from brookwind.core.proof.place import PLACE
from brookwind.core.rig.document import Rig, Water
from brookwind.core.rig.refusals import read_as
from brookwind.core.rules.example_rules import EXAMPLES
from brookwind.core.rules.place_rules import Closed, Day, LeadBand, Place, PlaceRules, is_closed
from brookwind.core.situation import Situation

from ..tying import edit

WAGGLER = ready_rig("waggler", Water(depth_m=2.0), "w", "Waggler").rig
POLE = ready_rig("pole-fixed", Water(depth_m=1.5), "p", "Pole").rig
TANDEM = ready_rig("dragging", Water(depth_m=2.0), "d", "Dragging").rig
HELD = ready_rig("pole-slider", Water(depth_m=3.0), "h", "Held").rig
BALLOON = ready_rig("balloon", Water(depth_m=6.0), "b", "Balloon").rig
BRAID = edit(WAGGLER, ChangeLine(role="main", material="braid"), SHOP)
LIVE = edit(BALLOON, ChangeBait(bait="live-fish"), SHOP)
TIN = edit(WAGGLER, ChangeMetal(material="tin"), SHOP)
PRESSED = edit(WAGGLER, ChangeHook(barb="barbless"), SHOP)
SPRING, SUMMER = date(2026, 4, 2), date(2026, 7, 2)

CASES: dict[str, tuple[dict[str, Any], tuple[Rig, Day], tuple[Rig, Day]]] = {
    "hooks": ({"hooks_most": 1}, (TANDEM, Day()), (WAGGLER, Day())),
    "barbs": ({"barbs": "barbless"}, (WAGGLER, Day()), (PRESSED, Day())),
    "hook-size": ({"smallest_hook": 16, "largest_hook": 6}, (WAGGLER, Day()), (TANDEM, Day())),
    "lead": ({"lead": (LeadBand(from_kg=0.00006, to_kg=0.0284),)}, (WAGGLER, Day()), (TIN, Day())),
    "lash": ({"lash_least_m": 0.5}, (POLE, Day()), (POLE.model_copy(update={"lash_m": 0.5}), Day())),
    "overloading": ({"no_overloading": True}, (HELD, Day()), (POLE, Day())),
    "braid": ({"no_braid": True}, (BRAID, Day()), (WAGGLER, Day())),
    "float": ({"no_floats": ("balloon",)}, (BALLOON, Day()), (WAGGLER, Day())),
    "bait": ({"no_baits": ("caster",)}, (WAGGLER, Day()), (BALLOON, Day())),
    "live-bait": ({"no_live_bait": True}, (LIVE, Day()), (BALLOON, Day())),
    "hooklength": ({"hooklength_least_n": 20.0}, (WAGGLER, Day()), (BALLOON, Day())),
    "feed": ({"feed_most_kg": 1.0}, (WAGGLER, Day(feed_kg=1.5)), (WAGGLER, Day(feed_kg=1.0))),
    "rods": ({"rods_most": 1}, (WAGGLER, Day(rods=2)), (WAGGLER, Day(rods=1))),
    "keepnets": ({"no_keepnets": True}, (WAGGLER, Day(keepnet=True)), (WAGGLER, Day())),
    "dates": ({"closed": (Closed(first="03-15", last="06-15"),)}, (WAGGLER, Day(on=SPRING)), (WAGGLER, Day(on=SUMMER))),
    "hours": ({"opens": "06:00", "closes": "21:00"}, (WAGGLER, Day(at=time(5, 59))), (WAGGLER, Day(at=time(6, 0)))),
}


def broken(rig: Rig, day: Day, **rules: Any) -> dict[str, str]:
    place = Place(rules=PlaceRules(water_id="wend-mere", **rules), day=day)
    answer = evaluate(rig, place)
    return {
        f.id.removeprefix("rule-"): f"{f.says} {f.remedy}".format(**f.figures)
        for f in answer.findings
        if f.id.startswith("rule-")
    }


@pytest.mark.parametrize("rule", [r.id.removeprefix("rule-") for r in PLACE])
def test_rule_has_a_rig_that_breaks_it_and_one_that_keeps_it(rule: str) -> None:
    rules, breaks, keeps = CASES[rule]
    said = broken(*breaks, **rules)
    assert list(said) == [rule]
    assert said[rule].endswith(".")
    assert broken(*keeps, **rules) == {}
    assert broken(*breaks) == {}, "what is not ruled is allowed"


def test_a_lead_band_ends_before_its_heavier_weight() -> None:
    shot = min(c.mass_kg for c in WAGGLER.components if c.kind == "shot")
    assert "lead" not in broken(WAGGLER, Day(), lead=(LeadBand(from_kg=0.0, to_kg=shot),))
    assert "lead" in broken(WAGGLER, Day(), lead=(LeadBand(from_kg=shot, to_kg=shot + 1e-6),))


def test_closed_times_and_hours_run_over_new_year_and_midnight() -> None:
    winter = Closed(first="11-01", last="02-28")
    assert is_closed(winter, date(2026, 12, 31))
    assert is_closed(winter, date(2027, 1, 1))
    assert not is_closed(winter, date(2027, 3, 1))
    night = {"opens": "20:00", "closes": "02:00"}
    assert broken(WAGGLER, Day(at=time(1, 30)), **night) == {}
    assert "hours" in broken(WAGGLER, Day(at=time(12, 0)), **night)
    one_fish = {"closed": (Closed(first="03-15", last="06-15", species="tench"),)}
    assert broken(WAGGLER, Day(on=SPRING), **one_fish) == {}
    assert "tench" in broken(WAGGLER.model_copy(update={"species": "tench"}), Day(on=SPRING), **one_fish)["dates"]


CONTRADICTIONS = {
    "hook-rules-clash": {"smallest_hook": 6, "largest_hook": 16},
    "lead-band-empty": {"lead": [{"from_kg": 0.02, "to_kg": 0.01}]},
    "hours-half": {"opens": "06:00"},
    "hours-empty": {"opens": "06:00", "closes": "06:00"},
    "closed-all-year": {"closed": [{"first": "01-01", "last": "06-30"}, {"first": "07-01", "last": "12-31"}]},
    "no-such-day": {"closed": [{"first": "02-30", "last": "03-15"}]},
    "no-floats": {"no_floats": [t.id for t in FLOAT_TYPES]},
}


@pytest.mark.parametrize("code", CONTRADICTIONS)
def test_rules_that_contradict_each_other_are_refused_in_a_sentence(code: str) -> None:
    with pytest.raises(BrookwindError) as refused:
        read_as(PlaceRules, {"water_id": "wend-mere", **CONTRADICTIONS[code]}, "rules", "Rules are an object.")
    [problem] = refused.value.problems
    assert problem.code == code
    assert problem.path
    assert problem.message.endswith(".")
    assert problem.remedy


def test_starter_sets_are_marked_as_examples() -> None:
    for example in EXAMPLES:
        assert example.name.startswith("Example: ")
        assert example.rules.kind == "example"


def test_cautions_come_where_the_act_is_and_none_is_for_always_or_never() -> None:
    sea = ready_rig("in-line-slider", Water(depth_m=5, salinity=34), "s", "Sea").rig
    cold = ready_rig("waggler", Water(depth_m=2, temperature_c=1), "c", "Cold").rig
    wading = WAGGLER.model_copy(update={"conditions": WAGGLER.conditions.model_copy(update={"wading": True})})
    warm = ready_rig("waggler", Water(depth_m=2, temperature_c=24), "x", "Warm").rig
    due = [
        {c.id: c.station for c in judge(Situation(r)).mind}
        for r in (POLE, sea, cold, wading, BALLOON, LIVE, HELD, warm, TIN)
    ]
    assert due[0]["power-lines"] == "line"
    assert due[0]["lead"] == "load"
    assert "power-lines" not in due[1]
    assert {"swell", "tide"} <= set(due[1])
    assert {"cold", "ice"} <= set(due[2])
    assert due[3]["wading"] == "water"
    assert "lead" not in due[8]
    seen = set().union(*due)
    assert seen == {c.id for c in MIND}
