"""The line laid down in still water, piece by piece, against what can be reckoned by hand."""

from __future__ import annotations

from math import pi

import pytest

from brookwind.core.gravity import G_M_S2
from brookwind.core.rest.hang import hanging, lay_out, line_weight_between_n
from brookwind.core.rig.document import Rig
from brookwind.core.rig.threading import hooklength_join_m, take_off, thread_on


def test_plumb_line_puts_every_piece_at_setting_less_position(rigs: dict[str, Rig]) -> None:
    rig = rigs["rudd-strung"]
    laid = lay_out(hanging(rig, 999.0), 0.18, 50.0)
    for c in rig.components:
        if c.kind == "shot" and c.role == "strung":
            assert laid.depth_m[c.id] == pytest.approx(0.18 + rig.setting_m - c.position_m)
    assert laid.hook_depth_m == pytest.approx(0.18 + rig.setting_m)
    assert not laid.on_bed


def test_line_weighs_its_sections_by_their_own_thickness(rigs: dict[str, Rig]) -> None:
    rig = rigs["rudd-strung"]
    join = hooklength_join_m(rig)
    assert 0 < join < rig.setting_m
    hung = hanging(rig, 1000.0)

    def by_hand(diameter_m: float, length_m: float) -> float:
        return pi * diameter_m**2 / 4 * length_m * G_M_S2 * (1140.0 - 1000.0)

    whole = by_hand(0.0001, join) + by_hand(0.00016, rig.setting_m - join)
    assert line_weight_between_n(hung, 0.0, rig.setting_m) == pytest.approx(whole, rel=1e-9)
    assert line_weight_between_n(hung, 0.0, join / 2) == pytest.approx(by_hand(0.0001, join / 2), rel=1e-9)


def test_what_lies_on_the_bed_is_exactly_what_the_line_has_to_spare(rigs: dict[str, Rig]) -> None:
    rig = rigs["rudd-strung"]
    hung = hanging(rig, 999.0)
    free = lay_out(hung, 0.18, 50.0)
    for depth in (0.85, 0.6, 0.4):
        laid = lay_out(hung, 0.18, depth)
        assert laid.bed_from_m == pytest.approx(0.18 + rig.setting_m - depth)
        left = {i.component.id for i in hung.items if not i.above and i.position_m < laid.bed_from_m}
        assert left <= laid.on_bed
        lying = sum(i.weight_n for i in hung.items if i.component.id in laid.on_bed)
        spared = line_weight_between_n(hung, 0.0, laid.bed_from_m)
        assert laid.pull_n == pytest.approx(free.pull_n - lying - spared, rel=1e-9)


def test_slider_holds_no_line_in_the_air(rigs: dict[str, Rig]) -> None:
    hung = hanging(rigs["bream-slider"], 999.0)
    assert hung.stop_above_m == pytest.approx(0.005)
    laid = lay_out(hung, -0.03, 50.0)
    assert laid.line_in_water_m == pytest.approx(rigs["bream-slider"].setting_m - 0.03)
    assert "stop-bead" in laid.in_air
    # The cushion bead and the lead slide down to the swivel.
    assert laid.depth_m["cushion"] == laid.depth_m["swivel"] == laid.depth_m["lead-1"]


def test_a_piece_taken_off_and_threaded_on_again_is_where_it_was(rigs: dict[str, Rig]) -> None:
    for rig in rigs.values():
        for piece in rig.components:
            if piece.kind == "shot" and piece.role != "lock":
                gone = take_off(rig, lambda c, gone=piece.id: c.id == gone)  # type: ignore[misc]
                assert piece not in gone.components
                assert thread_on(gone, piece) == rig
