"""What is reckoned of a rig is reckoned once, and "the same but for this" is only that."""

from __future__ import annotations

from collections import Counter
from collections.abc import Callable
from typing import Any

import pytest

from brookwind.core import situation
from brookwind.core.answers import water
from brookwind.core.answers.evaluate import evaluate
from brookwind.core.balance.proposal import Wish
from brookwind.core.balance.propose import balance_rig
from brookwind.core.box.stock import Stock
from brookwind.core.motion import setting as moving_setting
from brookwind.core.rest import stop
from brookwind.core.rest.stop import set_stop
from brookwind.core.rig.components import Bait
from brookwind.core.rig.document import Rig
from brookwind.core.rig.threading import take_off
from brookwind.core.situation import Situation
from brookwind.demo.load import demo_rigs, demo_surveys

RIGS = {r.id: r for r in demo_rigs()}


@pytest.fixture
def reckoned(monkeypatch: pytest.MonkeyPatch) -> Callable[[str], Counter[Any]]:
    """Counts what is brought to rest and what is solved for its shape, by all that it hangs on."""
    counts: dict[str, Counter[Any]] = {"settle": Counter(), "go": Counter()}
    for module in (situation, stop, moving_setting):
        for name in ("settle", "go"):
            if not hasattr(module, name):
                continue
            real = getattr(module, name)

            def counted(rig: Rig, *rest: Any, real: Any = real, name: str = name, **more: Any) -> Any:
                hung = next((r for r in rest[2:] if hasattr(r, "items") and hasattr(r, "setting_m")), None)
                weights = None if hung is None else tuple(i.weight_n for i in hung.items)
                counts[name][rig, weights] += 1
                return real(rig, *rest, **more)

            monkeypatch.setattr(module, name, counted)
    return counts.__getitem__


@pytest.mark.parametrize("rig_id", RIGS)
@pytest.mark.parametrize("current_m_s", [0.0, 0.35])
def test_an_evaluation_reckons_each_state_once(rig_id: str, current_m_s: float, reckoned: Any) -> None:
    rig = RIGS[rig_id]
    rig = rig.model_copy(update={"conditions": rig.conditions.model_copy(update={"current_m_s": current_m_s})})
    evaluate(rig)
    assert set(reckoned("settle").values()) == {1}
    assert set(reckoned("go").values()) <= {1}
    assert sum(reckoned("settle").values()) <= 4


def test_a_balance_reckons_each_state_once_and_few_of_them(reckoned: Any, stock: Stock) -> None:
    # Not what it has already: that would be the same state twice.
    balance_rig(RIGS["grayling-avon"], stock, Wish(pattern="bulk-and-droppers", droppers=3))
    assert set(reckoned("settle").values()) == {1}
    assert sum(reckoned("settle").values()) <= 16
    assert sum(reckoned("go").values()) <= 11


def test_the_water_screen_settles_the_rig_once_and_evaluates_nothing(reckoned: Any) -> None:
    survey = next(s for s in demo_surveys() if "quarrel" in s.swim_id)
    rig, at = RIGS["bream-slider"], survey.session.start
    assert at is not None
    assert not hasattr(water, "evaluate")
    answer = water.look(water.Look(survey=survey, at=at, rig=rig))
    assert answer.rig is not None
    assert answer.rig.hook_depth_m == pytest.approx(Situation(rig).settled.laid.hook_depth_m)
    assert reckoned("settle")[rig, None] == 2, "once for the screen, once for what it is compared with"
    assert sum(reckoned("go").values()) == 0


def test_varied_changes_what_is_asked_and_nothing_else() -> None:
    situation = Situation(RIGS["tench-lift"])
    deeper = situation.varied(lambda r: r.model_copy(update={"water": r.water.model_copy(update={"depth_m": 1.7})}))
    assert deeper.rig.components == situation.rig.components
    assert deeper.stop.wanted_m - situation.stop.wanted_m == pytest.approx(
        1.7 - situation.rig.water.depth_m, abs=1e-3
    ), "but for what the line weighs"
    bare = situation.varied(lambda r: take_off(r, lambda c: isinstance(c, Bait)))
    assert bare.settled.pull_n < situation.settled.pull_n or bare.settled.rod_n < situation.settled.rod_n
    assert situation.varied(lambda r: r) is situation


def test_a_stop_that_is_set_is_the_same_situation(stock: Stock) -> None:
    done = Situation(RIGS["rudd-strung"]).stop_set
    assert done.stop_set is done
    situation = Situation(set_stop(done.rig, done.rig.setting_m + 0.2))
    assert situation.stop_set.rig.setting_m == pytest.approx(done.rig.setting_m, abs=1e-6)
    # Brought to rest on the way to the setting: not once more.
    assert situation.set_for_still.settled.tip_m == pytest.approx(done.settled.tip_m, abs=1e-9)


def test_what_cannot_be_is_told_and_the_rest_still_holds() -> None:
    rig = RIGS["rudd-strung"]
    high = rig.model_copy(update={"aim": rig.aim.model_copy(update={"bait_from": "bed", "bait_m": 40.0})})
    situation = Situation(high)
    assert situation.stop_problem is not None
    assert situation.stop_problem.code == "bait-above-surface"
    assert situation.settled.status == "stands"
    with pytest.raises(ValueError, match="off the bed"):
        _ = situation.stop
