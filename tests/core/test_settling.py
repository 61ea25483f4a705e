"""The rig at rest: forces balance, the ledger adds up, the bed takes its share, the stop is where it should be."""

from __future__ import annotations

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from brookwind.core.answers.evaluate import evaluate
from brookwind.core.errors import OutOfRange
from brookwind.core.gravity import G_M_S2
from brookwind.core.rest.ledger import ledger
from brookwind.core.rest.settle import settle
from brookwind.core.rest.stop import least_setting_m, set_stop, stop_setting
from brookwind.core.rig.components import Component, Shot, Weight
from brookwind.core.rig.document import Rig
from brookwind.demo.load import demo_rigs

RIGS = demo_rigs()


def free(c: Component) -> bool:
    """A weight well below the float."""
    return (isinstance(c, Shot) and c.role != "lock") or isinstance(c, Weight)


def with_depth(rig: Rig, depth_m: float) -> Rig:
    return rig.model_copy(update={"water": rig.water.model_copy(update={"depth_m": depth_m})})


@settings(max_examples=200)
@given(rig=st.sampled_from(RIGS), setting=st.floats(0.05, 12), depth=st.floats(0.3, 12))
def test_water_displaced_weighs_what_the_float_carries(rig: Rig, setting: float, depth: float) -> None:
    s = settle(with_depth(set_stop(rig, max(setting, least_setting_m(rig))), depth))
    if s.status == "sinks":
        return
    displaced = s.water_kg_m3 * G_M_S2 * s.body.profile.volume_below_m3(s.immersion_m)
    assert displaced == pytest.approx(s.body.mass_kg * G_M_S2 + s.pull_n, rel=1e-9)
    assert sum(e.pull_n * e.share for e in ledger(s)) == pytest.approx(s.pull_n, rel=1e-6, abs=1e-8)


@given(rig=st.sampled_from([r for r in RIGS if any(free(c) for c in r.components)]), extra=st.floats(1e-6, 2e-3))
def test_a_heavier_shot_never_raises_the_tip(rig: Rig, extra: float) -> None:
    shot = next(c for c in rig.components if free(c))
    assert isinstance(shot, Shot | Weight)
    heavier = shot.model_copy(update={"mass_kg": shot.mass_kg + extra})
    more = rig.replace_components(tuple(heavier if c.id == shot.id else c for c in rig.components))
    assert settle(more).tip_m < settle(rig).tip_m


@given(rig=st.sampled_from(RIGS), depth=st.floats(1.1, 14), height=st.integers(0, 300).map(lambda mm: mm / 1000))
def test_stop_set_puts_the_hook_where_it_is_wanted(rig: Rig, depth: float, height: float) -> None:
    aim = rig.aim.model_copy(update={"bait_from": "bed", "bait_m": height})
    asked = with_depth(rig, depth).model_copy(update={"aim": aim})
    done = set_stop(asked, stop_setting(asked).wanted_m)
    at_rest = settle(done)
    if at_rest.status != "stands":
        # Metres of line more can pull a fine tip under; the setting is then that of the wanted tip.
        return
    assert at_rest.laid.hook_depth_m == pytest.approx(depth - height, abs=1e-6)
    assert stop_setting(done).slide_m == pytest.approx(0, abs=1e-6)


def test_bottom_end_is_set_shorter_by_its_draft_and_slider_longer_by_what_stands_out(rigs: dict[str, Rig]) -> None:
    waggler, slider = settle(rigs["rudd-strung"]), settle(rigs["bream-slider"])
    for rig, settled in ((rigs["rudd-strung"], waggler), (rigs["bream-slider"], slider)):
        stop = stop_setting(rig, settled)
        assert stop.wanted_m == pytest.approx(stop.hook_depth_wanted_m - stop.attachment_m, abs=1e-9)
    # The waggler's bottom is its immersed length down: setting = hook depth - draft.
    assert stop_setting(rigs["rudd-strung"]).wanted_m == pytest.approx(0.9 - waggler.immersion_m, abs=1e-5)
    # The slider's stop lies on its 5 mm bead on its tip: setting = hook depth + tip + 5 mm.
    assert stop_setting(rigs["bream-slider"]).wanted_m == pytest.approx(8.98 + slider.tip_m + 0.005, abs=1e-5)


def test_lift_rig_shot_rests_on_the_bed_and_is_carried_in_part(rigs: dict[str, Rig]) -> None:
    rig = rigs["rudd-strung"]
    deep = set_stop(with_depth(rig, 1.0), 1.2)
    s = settle(deep)
    entries = {e.id: e for e in ledger(s)}
    on_bed = [e for e in entries.values() if e.reason in {"rests-on-bed", "touches-bed"} and e.kind == "shot"]
    assert on_bed, "with this setting shot must reach the bed"
    assert s.tip_m > settle(rig).tip_m
    assert all(e.share < 1 for e in on_bed)
    assert entries["hook"].share == 0


def test_raising_the_bed_under_a_rig_never_lowers_the_tip(rigs: dict[str, Rig]) -> None:
    rig = rigs["rudd-strung"]
    tips = [settle(with_depth(rig, d)).tip_m for d in (1.5, 0.95, 0.85, 0.8, 0.7, 0.6, 0.45, 0.3)]
    assert tips == sorted(tips)


def test_floating_bait_stands_up_from_the_last_shot_and_the_stop_allows_for_it(rigs: dict[str, Rig]) -> None:
    roach = rigs["roach-pole"]
    # High enough off the bed that the last shot, which hangs below the bait, is clear of it.
    rig = roach.model_copy(update={"aim": roach.aim.model_copy(update={"bait_m": 0.3})})
    cork = {"mass_kg": 0.0001, "density_kg_m3": 850.0}
    floats = rig.replace_components(tuple(c.model_copy(update=cork) if c.kind == "bait" else c for c in rig.components))
    s = settle(floats)
    lowest = min(c.position_m for c in rig.components if isinstance(c, Shot))
    lowest_depth = max(s.laid.depth_m[c.id] for c in rig.components if isinstance(c, Shot))
    assert s.laid.hook_depth_m < lowest_depth
    stop = stop_setting(floats, s)
    assert stop.standing_line_m > lowest
    again = settle(set_stop(floats, stop.wanted_m))
    assert again.laid.hook_depth_m == pytest.approx(stop.hook_depth_wanted_m, abs=1e-6)


def test_sea_raises_the_tip_of_a_rig_balanced_in_a_lake(rigs: dict[str, Rig]) -> None:
    slider = rigs["rudd-strung"]
    salt = slider.model_copy(update={"water": slider.water.model_copy(update={"salinity": 35.0})})
    assert 0.003 < settle(salt).tip_m - settle(slider).tip_m < 0.05


def test_a_float_that_does_not_stand_is_told_the_setting_of_the_wanted_tip(rigs: dict[str, Rig]) -> None:
    rig = rigs["rudd-strung"]
    right = stop_setting(rig).wanted_m
    bare = rig.replace_components(tuple(c for c in rig.components if c.kind != "shot"))
    heavy = rig.replace_components(
        tuple(c.model_copy(update={"mass_kg": 0.002}) if isinstance(c, Shot) else c for c in rig.components)
    )
    assert (settle(bare).status, settle(heavy).status) == ("lies", "sinks")
    assert stop_setting(bare).wanted_m == pytest.approx(right, abs=1e-4)
    assert stop_setting(heavy).wanted_m == pytest.approx(right, abs=1e-4)


def test_water_too_shallow_for_the_float_is_an_answer_with_its_reason(rigs: dict[str, Rig]) -> None:
    shallow = with_depth(rigs["rudd-strung"], 0.12)
    answer = evaluate(shallow)
    assert answer.stop is None
    assert answer.stop_problem is not None
    assert any(f.severity == "refuse" and f.station == "stop" for f in answer.findings)
    with pytest.raises(OutOfRange):
        stop_setting(shallow)
