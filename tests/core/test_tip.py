"""How much tip: its range, the advice, the same rig elsewhere, and what each weight does."""

from __future__ import annotations

from dataclasses import replace

import numpy as np
import pytest

from brookwind.core.balance.equivalents import equivalents
from brookwind.core.box.stock import Stock
from brookwind.core.edits.change_float import ChangeFloat
from brookwind.core.errors import OutOfRange
from brookwind.core.floats.immersion import immersion_at_load_m, load_at_immersion_n
from brookwind.core.floats.skin import surface_tension_n
from brookwind.core.floats.spec import Calibration, FloatSpec
from brookwind.core.gravity import G_M_S2
from brookwind.core.rest.arrivals import arrivals, fillings
from brookwind.core.rest.settle import settle
from brookwind.core.rest.tip_advice import tip_advice
from brookwind.core.rest.tip_range import tip_range
from brookwind.core.rig.components import Shot
from brookwind.core.rig.document import Conditions, Rig
from brookwind.core.water.sight import least_seen_tip_m

from ..tying import edit


def test_skin_on_a_bristle_is_a_centimetre_and_the_page_says_so(rigs: dict[str, Rig]) -> None:
    # Handbook 5.10: some 20 mg on a 1 mm bristle, more than a centimetre per 10 mg.
    assert surface_tension_n(0.0005) / G_M_S2 == pytest.approx(24e-6, rel=0.03)
    pole = rigs["roach-pole"]
    fine = tip_range(settle(pole), pole.float_piece.spec)
    assert fine.fine
    assert "beyond anyone" in fine.says
    assert next(p for p in fine.parts if p.id == "skin").tip_m > 0.01


def test_range_narrows_with_a_tube_test_and_with_trimming(rigs: dict[str, Rig]) -> None:
    rig = rigs["rudd-strung"]
    s, spec = settle(rig), rig.float_piece.spec
    labelled = tip_range(s, spec)
    found = Calibration(volume_scale=1.0, mass_kg=s.body.mass_kg, capacity_sigma_kg=1e-5, readings=4, on="2026-11-01")
    tested = tip_range(replace(s, body=s.body), spec.model_copy(update={"calibration": found}))
    assert tested.high_m - tested.low_m < 0.75 * (labelled.high_m - labelled.low_m)
    assert tested.low_m <= tested.trimmed_low_m <= s.tip_m <= tested.trimmed_high_m <= tested.high_m
    assert [p.load_kg for p in labelled.parts] == sorted((p.load_kg for p in labelled.parts), reverse=True)


def test_tip_asked_for_grows_by_each_need(rigs: dict[str, Rig]) -> None:
    rig = rigs["rudd-strung"]
    calm = tip_advice(rig, settle(rig))
    assert calm.tip_m == pytest.approx(0.005)
    assert [n.id for n in calm.needs] == ["calm"]
    rough = rig.model_copy(update={"conditions": Conditions(wave_height_m=0.05, dragging=True)})
    more = tip_advice(rough, settle(rough))
    assert more.tip_m == pytest.approx(0.005 + 0.25 * 0.05 + 0.005, abs=0.001)
    assert {n.id for n in more.needs} == {"calm", "chop", "dragging"}


def test_too_small_to_see_says_what_would_be_seen(rigs: dict[str, Rig]) -> None:
    # One minute of arc at 20 m is 5.8 mm: 33.8 mm2, which on a 3.5 mm tip is 9.7 mm.
    assert least_seen_tip_m(20.0, 0.0035) == pytest.approx(0.00967, rel=0.01)
    rig = rigs["rudd-strung"].model_copy(update={"conditions": Conditions(distance_m=25)})
    advice = tip_advice(rig, settle(rig))
    assert not advice.seen
    assert advice.tip_m == pytest.approx(advice.seen_m + 0.0005, abs=0.0005)
    assert "too small to see" in advice.says
    far = rig.model_copy(update={"conditions": Conditions(distance_m=90)})
    assert "no tip of this float" in tip_advice(far, settle(far)).says


def test_sea_and_metal_rows_are_put_right_by_what_they_say(rigs: dict[str, Rig]) -> None:
    rig = rigs["rudd-strung"]
    table = equivalents(rig)
    rows = {r.name: r for r in table.rows}
    sea = rows["sea, 35 g/kg, 12 °C"]
    s = settle(rig)
    # Handbook 5.1: sea water lifts the whole submerged volume, not the capacity alone.
    volume = s.body.profile.volume_below_m3(s.immersion_m)
    assert sea.add_kg * (1 - 1026.6 / 11340) == pytest.approx(27.1 * volume, rel=0.15)
    assert sea.change_m is not None
    assert sea.change_m > 0.003
    assert sea.put_right.startswith("add ")
    assert rows["lead"].same
    assert rows["lead"].change_m == pytest.approx(0.0)
    assert rows["lead"].put_right == "as it is"
    tin, tungsten = rows["tin"], rows["tungsten"]
    assert tin.add_kg > 0.0 > tungsten.add_kg
    assert tungsten.put_right.startswith("take off")
    # In brackets of the periodic table: a tin gram pulls 0.863 g, lead 0.912, tungsten 0.948.
    assert tin.add_kg > rows["steel"].add_kg > rows["bismuth"].add_kg > 0.0


def test_equivalents_need_a_float_that_stands(rigs: dict[str, Rig]) -> None:
    rig = rigs["rudd-strung"]
    bare = rig.replace_components(tuple(c for c in rig.components if not isinstance(c, Shot)))
    with pytest.raises(OutOfRange, match="Balance the rig first"):
        equivalents(bare)


def test_weights_arrive_from_the_float_down_and_end_at_the_rig(rigs: dict[str, Rig]) -> None:
    s = settle(rigs["rudd-strung"])
    steps = arrivals(s)
    assert steps[0].status == "lies"
    assert steps[0].carried_kg == 0.0
    assert [a.carried_kg for a in steps] == sorted(a.carried_kg for a in steps)
    assert steps[-1].status == "stands"
    assert steps[-1].tip_m == pytest.approx(s.tip_m, abs=1e-6)


def test_lift_shot_lifted_and_laid_down(rigs: dict[str, Rig]) -> None:
    # Over-depth with a shot near the hook: it rests on the bed, and a fish that lifts it drowns the tip by its weight.
    rig = rigs["rudd-strung"]
    shot = [c for c in rig.components if isinstance(c, Shot)]
    low = shot[-1].model_copy(update={"role": "lift", "position_m": 0.05, "mass_kg": 0.0004, "label": "BB"})
    lifted = rig.replace_components(tuple(low if c.id == low.id else c for c in rig.components))
    deep = lifted.model_copy(update={"water": rig.water.model_copy(update={"depth_m": 0.79})})
    s = settle(deep)
    assert low.id in s.laid.on_bed
    last = next(a for a in arrivals(s) if "lifts the BB" in a.says)
    assert last.carried_kg > arrivals(s)[-2].carried_kg or last.status == "sinks"
    hanging = settle(lifted)
    assert any("comes to rest" in a.says and a.carried_kg < 0.002 for a in arrivals(hanging))


def test_feeder_float_from_landing_to_empty(rigs: dict[str, Rig]) -> None:
    spec = FloatSpec(type="feeder-float", label="4 g", capacity_kg=0.004)
    rig = edit(rigs["rudd-strung"], ChangeFloat(spec=spec), Stock())
    states = {a.says: a for a in fillings(rig)}
    assert list(states) == ["landing, full of feed, nothing pulling yet", "full of feed", "half full of feed", "empty"]
    # It must not dive on landing nor lie flat when empty.
    assert states["landing, full of feed, nothing pulling yet"].status == "stands"
    assert states["empty"].status == "stands"
    tips = [states[n].tip_m or 0.0 for n in ("full of feed", "half full of feed", "empty")]
    assert tips == sorted(tips)
    assert fillings(rigs["rudd-strung"]) == ()


def test_wrong_load_shows_in_the_right_place(rigs: dict[str, Rig]) -> None:
    s = settle(rigs["bream-slider"])
    heavy = load_at_immersion_n(s.body, s.body.length_m, s.water_kg_m3)
    assert tip_range(s, rigs["bream-slider"].float_piece.spec).may_sink == (
        0.09 * s.body.rated_kg * G_M_S2 > heavy - s.pull_n
    )


def test_range_holds_nine_rigs_in_ten(rigs: dict[str, Rig]) -> None:
    # Rigs tied by chance: every shot, the bait, the float and the skin of the water off by their own error.
    rig = rigs["bream-slider"]
    s = settle(rig)
    said = tip_range(s, rig.float_piece.spec)
    chance = np.random.default_rng(4)
    n = 20_000
    load = np.full(n, s.pull_n)
    for i in s.hanging.items:
        if i.above or i.component.id in s.laid.in_air:
            continue
        share = {"shot": 0.06, "weight": 0.02, "bait": 0.15}.get(i.component.kind, 0.0)
        load += i.weight_n * share * chance.standard_normal(n)
    net = 1 - s.water_kg_m3 / 11340
    load += 0.09 / 1.645 * s.body.rated_kg * net * G_M_S2 * chance.standard_normal(n)
    load += surface_tension_n(s.body.profile.radius_m(s.immersion_m)) * chance.uniform(-1, 1, n)
    tips = np.array(
        [s.body.length_m - (immersion_at_load_m(s.body, p, s.water_kg_m3) or s.body.length_m) for p in load]
    )
    held = np.mean((tips >= said.low_m - 1e-9) & (tips <= said.high_m + 1e-9))
    # The light end is exact; at the heavy end all that is under counts as held.
    assert np.mean(tips <= said.high_m) == pytest.approx(0.95, abs=0.01)
    assert held >= 0.9


def test_what_puts_it_right_does(rigs: dict[str, Rig]) -> None:
    rig = rigs["rudd-strung"]
    here = settle(rig)
    row = next(r for r in equivalents(rig).rows if r.name == "sea, 35 g/kg, 12 °C")
    assert row.put_right == "add No 9"
    sea = rig.model_copy(update={"water": rig.water.model_copy(update={"temperature_c": 12.0, "salinity": 35.0})})
    free = next(c for c in sea.components if isinstance(c, Shot) and c.role != "lock")
    more = free.model_copy(update={"id": "shot-more", "mass_kg": 0.00005, "label": "No 9"})
    at = sea.components.index(free)
    righted = settle(sea.replace_components((*sea.components[:at], more, *sea.components[at:])))
    assert abs(settle(sea).tip_m - here.tip_m) > 0.003
    assert righted.tip_m == pytest.approx(here.tip_m, abs=0.0006)
