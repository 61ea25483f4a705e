"""Reading the float: faults made up with the whole models are found, chances are honest, and what is odd is said."""

from __future__ import annotations

import os
from random import Random

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from pydantic import ValidationError

from brookwind.core.answers.card import card
from brookwind.core.answers.proof import proof
from brookwind.core.edits.change import apply
from brookwind.core.edits.means import Means
from brookwind.core.edits.tie import Tie
from brookwind.core.errors import NotUnderstood, OutOfRange
from brookwind.core.proof.checks import judge
from brookwind.core.reading.asking import entropy, told
from brookwind.core.reading.causes import CAUSES
from brookwind.core.reading.read import FloatReading, Reader, read
from brookwind.core.reading.seen import LOOKS, Seen, Trial
from brookwind.core.reading.words import said, seen_of
from brookwind.core.rig.document import Rig
from brookwind.core.situation import Situation
from brookwind.core.tying.steps import threading
from brookwind.demo.load import demo_rigs

from .faults import Angler, World, asked
from .practice import WORKING, Working

RIGS = {r.id: r for r in demo_rigs()}
MANY = int(os.environ.get("MANY", "400"))


def _seen(rig: str, **seen: object) -> FloatReading:
    return read(Situation(RIGS[rig]), Seen.model_validate(seen))


def _first(rig: str, **seen: object) -> str:
    return _seen(rig, **seen).causes[0].id


def test_faults_of_the_demo_rigs_are_found_and_the_chances_are_honest() -> None:
    """Only faults that leave a trace on the float count; the angler looks twice more where Brookwind asks for it."""
    random = Random(20261129)
    worlds = [World(r) for r in RIGS.values()]
    readers = [Reader(w.situation) for w in worlds]
    ranks, called = [], []
    while len(ranks) < MANY:
        k = random.randrange(len(worlds))
        made = worlds[k].fault(random)
        if made is None:
            continue
        fault, there = made
        angler = Angler(worlds[k], random)
        glance = angler.glance(fault, there)
        if glance is None:
            continue
        causes = asked(readers[k], glance, angler, fault, there, times=2).causes
        ids = [c.id for c in causes]
        ranks.append(ids.index(fault.cause) if fault.cause in ids else len(ids))
        called += [(c.likely, c.id == fault.cause) for c in causes if 0.7 <= c.likely < 0.9]
    assert np.mean([r == 0 for r in ranks]) >= 0.75
    assert np.mean([r <= 1 for r in ranks]) >= 0.90
    stated, true = np.mean(called, axis=0)
    assert abs(true - stated) <= 0.08


@pytest.mark.parametrize("working", WORKING.values(), ids=list(WORKING))
def test_nothing_stands_against_a_working_rig_and_one_that_sits_right_is_right(working: Working) -> None:
    situation = Situation(working.tied())
    assert [f.id for f in judge(situation, falls=True).findings if f.severity == "refuse"] == []
    found = read(situation, Seen(look="right", before=True, wound="in-order"))
    assert found.causes[0].id == "right"


@pytest.mark.parametrize(
    ("rig", "seen", "cause"),
    [
        ("bream-slider", {"look": "flat", "bead": False, "drops": True}, "shallower"),
        ("bream-slider", {"look": "flat", "bead": False, "drops": False}, "caught"),
        ("rudd-strung", {"look": "flat"}, "tangle"),
        ("grayling-avon", {"look": "up", "speed": "slower"}, "held-hard"),
        ("grayling-avon", {"look": "up", "speed": "faster"}, "line-pulls"),
        ("grayling-avon", {"look": "down", "speed": "slower", "part": True, "wound": "in-order"}, "shallower"),
        ("grayling-avon", {"look": "high", "tip_m": 0.0135, "before": True, "wound": "shot-gone"}, "shot-gone"),
        ("roach-pole", {"look": "under", "before": True, "wound": "water"}, "water-in"),
        ("roach-pole", {"look": "dips"}, "fish-above"),
        ("roach-pole", {"look": "taps"}, "fish-touch"),
        ("roach-pole", {"look": "low", "before": False}, "load-off"),
    ],
)
def test_what_an_old_hand_would_say(rig: str, seen: dict[str, object], cause: str) -> None:
    assert _first(rig, **seen) == cause


def test_a_setting_that_drags_and_one_that_does_not_tell_the_depth() -> None:
    rig = RIGS["grayling-avon"]
    now = rig.setting_m
    # It drags 15 cm before it should: so much less water.
    trials = (Trial(setting_m=now - 0.02, drags=True), Trial(setting_m=now - 0.10, drags=False))
    found = read(Situation(rig), Seen(look="down", speed="slower", wound="in-order", trials=trials))
    cause = found.causes[0]
    assert cause.id == "shallower"
    assert cause.low is not None
    assert cause.high is not None
    assert cause.low.value <= 0.17 <= cause.high.value + 0.06
    changed = apply(rig, cause.change)  # type: ignore[arg-type]
    assert changed.water.depth_m < rig.water.depth_m
    assert changed.setting_m < rig.setting_m


def test_the_next_look_tells_and_is_not_asked_twice() -> None:
    first = _seen("grayling-avon", look="high", tip_m=0.0135)
    assert first.ask is not None
    was = max(c.likely for c in first.causes)
    surer = [max(c.likely for c in read(Situation(RIGS["grayling-avon"]), a.seen).causes) for a in first.ask.answers]
    assert max(surer) > was + 0.2
    for answer in first.ask.answers:
        again = read(Situation(RIGS["grayling-avon"]), answer.seen).ask
        assert again is None or again.id != first.ask.id


def test_what_nothing_explains_is_said() -> None:
    found = _seen("mullet-slider", look="high", tip_m=0.001, bead=True, drops=True, wound="water")
    assert not found.explained
    assert _seen("mullet-slider", look="high").explained


def test_what_an_observation_tells_is_shannons() -> None:
    even = np.array([0.5, 0.5])
    assert entropy(even) == pytest.approx(np.log(2))
    assert told(even, np.array([[1.0, 0.0], [0.0, 1.0]])) == pytest.approx(np.log(2))
    assert told(even, np.array([[0.3, 0.7], [0.3, 0.7]])) == pytest.approx(0.0, abs=1e-12)


@settings(max_examples=60, deadline=None)
@given(
    look=st.sampled_from(LOOKS),
    tip_mm=st.none() | st.floats(0, 29),
    lean=st.none() | st.floats(-60, 60),
    before=st.none() | st.booleans(),
    drops=st.none() | st.booleans(),
    late=st.none() | st.floats(0.2, 20),
)
def test_chances_are_chances_whatever_is_seen(
    look: str, tip_mm: float | None, lean: float | None, before: bool | None, drops: bool | None, late: float | None
) -> None:
    tip = None if tip_mm is None or look == "under" else tip_mm / 1000.0
    found = _seen("rudd-strung", look=look, tip_m=tip, lean_deg=lean, before=before, drops=drops, late=late)
    assert sum(c.likely for c in found.causes) <= 1.0 + 1e-9
    assert list(found.causes) == sorted(found.causes, key=lambda c: -c.likely)
    for cause in found.causes:
        for told_ in (cause.effect, cause.remedy):
            assert told_.says.format(**told_.figures)
        assert (cause.low is None) == (cause.high is None)
        assert cause.low is None or cause.high is None or 0.0 <= cause.low.value <= cause.high.value


@pytest.mark.parametrize(
    ("text", "fields"),
    [
        ("flat, bead arrived", {"look": "flat", "bead": True}),
        ("too high by 3 mm, right before", {"look": "high", "tip_m": 0.013, "before": True}),
        ("about 2,5 mm too low; only half way down the run", {"look": "low", "tip_m": 0.0075, "part": True}),
        ("leans 12° downstream, slower than the foam", {"look": "down", "lean_deg": 12.0, "speed": "slower"}),
        ("tip 14 mm, bait gone", {"tip_m": 0.014, "wound": "bait-gone"}),
        ("at 1.60 it drags, at 1.50 not",
         {"trials": (Trial(setting_m=1.6, drags=True), Trial(setting_m=1.5, drags=False))}),
    ],
)  # fmt: skip
def test_words_are_read(text: str, fields: dict[str, object]) -> None:
    seen = seen_of(said(text, 0.010))
    wanted = Seen.model_validate(fields)
    assert seen.tip_m == (None if wanted.tip_m is None else pytest.approx(wanted.tip_m))
    assert seen.model_copy(update={"tip_m": wanted.tip_m}) == wanted


def test_what_cannot_be_is_refused_in_a_sentence() -> None:
    with pytest.raises(NotUnderstood, match="purple"):
        said("high, purple", 0.01)
    with pytest.raises(ValidationError, match="drags"):
        Seen(trials=(Trial(setting_m=1.5, drags=True), Trial(setting_m=1.6, drags=False)))
    with pytest.raises(ValidationError, match="under"):
        Seen(look="under", tip_m=0.01)
    with pytest.raises(OutOfRange, match="long"):
        _seen("roach-pole", look="high", tip_m=0.4)
    with pytest.raises(OutOfRange, match="goes under"):
        Reader(Situation(apply(RIGS["rudd-strung"], Tie(text="30 g lead at 40 cm"), Means())))


def test_causes_have_names_of_their_own_and_priors_that_can_be() -> None:
    assert len({c.id for c in CAUSES}) == len(CAUSES)
    assert 0.9 <= sum(c.prior for c in CAUSES) <= 1.3


@pytest.mark.parametrize("rig", RIGS.values(), ids=list(RIGS))
def test_a_rig_of_a_family_that_is_gone_is_proved_tied_read_and_carded(rig: Rig) -> None:
    situation = Situation(rig.model_copy(update={"family": "gone"}))
    assert proof(situation).asked
    assert threading(situation.rig).steps
    assert card(situation).marks
    assert Reader(situation).read(Seen(look="flat")).causes
