"""Moving water: shape, setting, fall, and the bench's answer with all of it."""

from __future__ import annotations

import pytest
from pytest_benchmark.fixture import BenchmarkFixture

from brookwind.core.answers.evaluate import evaluate
from brookwind.core.motion.afloat import go
from brookwind.core.motion.fall import fall
from brookwind.core.motion.fall_answer import FallWish
from brookwind.core.motion.setting import moving_setting
from brookwind.core.motion.setup import setup_of
from brookwind.core.rest.settle import settle
from brookwind.core.rig.document import Rig, read_rig
from brookwind.demo.load import demo_rigs


def running(name: str, current: float = 0.4, hold: float | None = None) -> Rig:
    data = next(r for r in demo_rigs() if r.id == name).model_dump(mode="json")
    data["conditions"].update(current_m_s=current, wind_m_s=0.0, hold=hold)
    return read_rig(data)


def fifteen() -> Rig:
    """The grayling rig with its bulk shared out: fifteen pieces on the line."""
    data = running("grayling-avon").model_dump(mode="json")
    shot = [c for c in data["components"] if c["kind"] == "shot"]
    rest = [c for c in data["components"] if c["kind"] != "shot"]
    model, at = shot[0], next(i for i, c in enumerate(rest) if c["kind"] == "hook")
    mass = sum(c["mass_kg"] for c in shot) / 13
    strung = {**model, "mass_kg": mass, "role": "strung"}
    new = [{**strung, "id": f"shot-{i}", "position_m": 0.85 - 0.055 * i} for i in range(13)]

    def place(c: dict[str, float | None]) -> float:
        return -(c.get("position_m") or c.get("lower_m") or 9.0)

    data["components"] = sorted(rest[:at] + new, key=place) + rest[at:]
    return read_rig(data)


@pytest.mark.parametrize("name", ["fifteen", "grayling-avon", "bream-slider"])
def test_shape_free_float(benchmark: BenchmarkFixture, name: str) -> None:
    """Wanted: at most 8 ms."""
    rig = fifteen() if name == "fifteen" else running(name)
    rest = settle(rig)
    setup = setup_of(rig, rest.water_kg_m3)
    benchmark(go, rig, rest, setup)


@pytest.mark.parametrize(("name", "hold"), [("grayling-avon", None), ("mullet-slider", 0.7), ("roach-pole", 0.8)])
def test_setting(benchmark: BenchmarkFixture, name: str, hold: float | None) -> None:
    """Wanted: at most 40 ms."""
    rig = running(name, 0.3, hold)
    rest = settle(rig)
    setup = setup_of(rig, rest.water_kg_m3)
    benchmark(moving_setting, rig, rest, setup)


@pytest.mark.parametrize("name", ["grayling-avon", "bream-slider"])
def test_fall(benchmark: BenchmarkFixture, name: str) -> None:
    """Wanted: at most 300 ms for ten pieces on 3 m, 600 ms for a slider in 9 m."""
    rig = running(name, 0.3)
    benchmark(fall, rig, FallWish())


def test_evaluate_in_a_current(benchmark: BenchmarkFixture) -> None:
    benchmark(evaluate, running("grayling-avon", 0.55))
