"""The registry of checks: what is true of every entry, and how they are told, muted and remedied."""

from __future__ import annotations

import re

import pytest

from brookwind.core.answers.catalogue import CATALOGUE
from brookwind.core.answers.evaluate import evaluate
from brookwind.core.balance.ready import SHOP
from brookwind.core.edits.change import apply
from brookwind.core.edits.means import Means
from brookwind.core.edits.mute import Mute
from brookwind.core.proof.check import Check
from brookwind.core.proof.checks import CHECK, CHECKS, judge
from brookwind.core.situation import Situation

from .breaking import ALWAYS, RIGS, firing, keeping

REMEDIED = {
    "tip-longer-than-tip", "stop-off", "bait-on-bed", "weights-on-bed", "bait-rides", "steps-up", "light-for-fish",
    "bites-through", "give-too-hard", "fluorocarbon-main", "line-floats", "line-sinks", "bore-too-narrow", "stop-slips",
    "stop-on-braid", "shot-at-hook", "hook-for-bait", "hook-over-bait", "hangs-too-long", "rule-hooks", "rule-barbs",
    "rule-hook-size", "rule-lead", "rule-lash", "rule-braid", "rule-hooklength",
}  # fmt: skip
"""Checks that bring the change which applies their remedy."""


def _refused(situation: Situation) -> set[str]:
    return {f.id for f in judge(situation).findings if f.severity == "refuse"}


@pytest.mark.parametrize("check", CHECKS, ids=lambda c: c.id)
def test_check_has_a_source_fires_is_kept_and_its_remedy_silences_it(check: Check) -> None:
    assert CHECK[check.id] is check, "its id is its own"
    assert check.source
    assert check.name
    broken = firing(check.id)
    found = check.finding(broken)
    assert found is not None, "it fires"
    told = (found.says + found.remedy).format(**{k: str(f) for k, f in found.figures.items()})
    assert told.endswith(".")
    assert not re.search(r"\{\w+\}", told), "every figure named is there"
    if check.id not in ALWAYS:
        assert check.finding(keeping(check.id)) is None, "it is kept"
    assert (found.change is not None) == (check.id in REMEDIED)
    if found.change is not None:
        mended = apply(broken.rig, found.change, Means(SHOP, broken.book))
        after = Situation(mended, broken.place, broken.book)
        assert check.finding(after) is None, "its remedy silences it"
        assert _refused(after) <= _refused(broken), "and refuses nothing that was not refused before"


def test_every_sentence_leaves_its_units_to_the_edge() -> None:
    for check in CHECKS:
        found = check.finding(firing(check.id))
        assert found is not None
        if check.severity != "mind":
            bare = re.sub(r"\{\w+\}", "", found.says + found.remedy)
            assert not re.search(r"\d ?(mm|cm|m|g|kg|°|N|m/s)\b", bare), check.id


def test_the_catalogue_lists_every_check_in_the_order_they_are_told() -> None:
    assert [c.id for c in CATALOGUE.checks] == [c.id for c in CHECKS]


def test_refusals_are_told_first_and_cautions_by_themselves() -> None:
    judged = judge(firing("cannot-hold"))
    severities = [f.severity for f in judged.findings]
    assert severities == sorted(severities, key=lambda s: s != "refuse")
    assert "refuse" in severities
    assert {f.severity for f in judged.mind} == {"mind"}


def test_a_note_is_muted_with_a_reason_that_stays_on_the_rig_and_a_refusal_is_not() -> None:
    off = firing("stop-off").rig
    muted = apply(off, Mute(check="stop-off", reason="I fish it over-depth here."))
    assert muted.muted[0].reason == "I fish it over-depth here."
    answer = evaluate(muted)
    assert "stop-off" not in {f.id for f in answer.findings}
    assert [f.id for f in answer.muted] == ["stop-off"]
    heard = apply(muted, Mute(check="stop-off", reason=None))
    assert heard.muted == ()
    assert "stop-off" in {f.id for f in evaluate(heard).findings}
    sunk = apply(firing("sinks").rig, Mute(check="sinks", reason="It cannot be."))
    assert "sinks" in {f.id for f in evaluate(sunk).findings}


def test_a_good_rig_is_told_nothing() -> None:
    assert judge(Situation(RIGS["rudd-strung"])).findings == ()
