"""A float that carries another load than its label says is found out by its tip, and only then."""

from __future__ import annotations

from datetime import UTC, datetime, timedelta

import pytest
from fastapi.testclient import TestClient

from brookwind.core.answers.learnt import SeenCast, SeenTip, learnt_floats, learnt_rods
from brookwind.core.box.rods import RodStock
from brookwind.core.box.stock import FloatStock
from brookwind.core.floats.body import float_body
from brookwind.core.floats.spec import Calibration
from brookwind.core.gravity import LABEL_LEAD_NET
from brookwind.core.rest.settle import settle
from brookwind.core.rig.document import Rig, RodThrows
from brookwind.core.run.casting import thrown_of
from brookwind.core.run.rod_test import reach_in_m

BEGINS = datetime(2026, 6, 1, 6, tzinfo=UTC)


def seen(rig: Rig, truth: float, times: int = 3) -> list[SeenTip]:
    """What its tip shows when the float has so many times the volume it is taken for."""
    spec = rig.float_piece.spec
    fit = Calibration(
        volume_scale=truth, mass_kg=float_body(spec).mass_kg, capacity_sigma_kg=0.0, readings=1, on="2026-06-01"
    )
    real = spec.model_copy(update={"calibration": fit})
    true = rig.model_copy(
        update={
            "components": tuple(c.model_copy(update={"spec": real}) if c.kind == "float" else c for c in rig.components)
        }
    )
    tip = settle(true).tip_m
    return [SeenTip(BEGINS + timedelta(hours=k + 1), round(tip, 3), rig) for k in range(times)]


@pytest.fixture
def rig(rigs: dict[str, Rig]) -> Rig:
    return rigs["rudd-strung"]


@pytest.fixture
def box(rig: Rig) -> dict[str, FloatStock]:
    piece = rig.float_piece
    assert piece.item is not None
    return {piece.item: FloatStock(item=piece.item, label=piece.label, spec=piece.spec)}


@pytest.mark.parametrize("truth", [1.08, 1.12])
def test_what_it_truly_carries_is_found_within_its_range(rig: Rig, box: dict[str, FloatStock], truth: float) -> None:
    spec = rig.float_piece.spec
    body = float_body(spec)
    (learnt,) = learnt_floats(seen(rig, truth), box)
    calibrated = float_body(learnt.stock.spec)
    # The volume below the mark grew, the mass stayed: all of the growth is load.
    wanted = body.rated_kg + (truth - 1.0) * (body.mass_kg + LABEL_LEAD_NET * body.rated_kg) / LABEL_LEAD_NET
    assert calibrated.rated_kg == pytest.approx(wanted, rel=0.04)
    assert "more than" in learnt.says.says
    low, high = (learnt.why.figures[k].value for k in ("low", "high"))
    assert low < wanted < high
    # Shot as it is and a tip seen from the bank are never known to a hundredth.
    assert high - low > 0.08 * wanted
    assert learnt.stock.tube is not None
    assert [r.label for r in learnt.stock.tube.readings] == ["at the water"] * 3
    # Taken, it is not offered again.
    assert learnt_floats(seen(rig, truth), {learnt.item: learnt.stock}) == ()


def test_a_float_as_it_is_labelled_once_noted_or_in_a_current_teaches_nothing(
    rig: Rig, box: dict[str, FloatStock]
) -> None:
    assert learnt_floats(seen(rig, 1.0), box) == ()
    assert learnt_floats(seen(rig, 1.02), box) == (), "within what shot and eye allow"
    assert learnt_floats(seen(rig, 1.1, times=1), box) == ()
    flowing = rig.model_copy(update={"conditions": rig.conditions.model_copy(update={"current_m_s": 0.4})})
    assert learnt_floats([s._replace(rig=flowing) for s in seen(rig, 1.1)], box) == ()
    assert learnt_floats(seen(rig, 1.1), {}) == ()


def test_tips_noted_at_the_water_are_offered_and_read_back(client: TestClient, rig: Rig) -> None:
    before = client.get("/api/log/learnt").json()
    session = {"id": "o-tips", "place": "Reed gap", "begins": "2026-06-01T06:00:00Z", "ends": "2026-06-02T06:00:00Z"}
    assert client.post("/api/log/outings", json=session).status_code == 201
    noted = [{"id": "e-rig", "at": "2026-06-01T05:59:00Z", "kind": "rig", "rig": rig.model_dump(mode="json")}]
    assert client.post("/api/log/outings/o-tips/events", json=noted[0]).status_code == 422
    noted[0]["at"] = "2026-06-01T06:00:00Z"
    noted += [
        {"id": f"e-{k}", "at": s.at.isoformat(), "kind": "tip", "tip_m": s.tip_m} for k, s in enumerate(seen(rig, 1.1))
    ]
    for event in noted:
        assert client.post("/api/log/outings/o-tips/events", json=event).status_code == 201
    assert client.get("/api/log/outings/o-tips/events").json()[1]["tip_m"] == noted[1]["tip_m"]
    learnt = client.get("/api/log/learnt").json()
    assert len(learnt) == len({o["item"] for o in before} | {rig.float_piece.item})
    # A tip without what it showed is refused with its field.
    bare = client.post("/api/log/outings/o-tips/events", json={"id": "e-9", "at": noted[1]["at"], "kind": "tip"})
    assert bare.json()["errors"][0]["message"].startswith("A look at the tip")


def test_a_rod_that_throws_further_is_found_out_by_casts_noted_at_the_water(rigs: dict[str, Rig]) -> None:
    true = RodThrows(speed_m_s=42.0, moved_kg=0.005)
    rod = RodStock(item="r", label="the long rod", throws=RodThrows(rod="r"))
    casts = []
    for name in ("rudd-strung", "bream-slider"):
        rig = rigs[name]
        there = {**rig.conditions.model_dump(), "throws": {"rod": "r"}}
        on = Rig.model_validate({**rig.model_dump(), "conditions": there})
        far = reach_in_m(true, *thrown_of(on))
        # Casts that were not meant to go far teach nothing of the rod.
        for k, share in enumerate((1.0, 0.97, 0.5, 0.6)):
            casts.append(SeenCast(BEGINS + timedelta(minutes=10 * k + len(name)), round(share * far, 1), on))
    (learnt,) = learnt_rods(casts, {"r": rod})
    assert "further than" in learnt.says.says
    assert learnt.stock.throws is not None
    mass, drag = thrown_of(rigs["bream-slider"])
    assert reach_in_m(learnt.stock.throws, mass, drag) == pytest.approx(reach_in_m(true, mass, drag), rel=0.08)
    assert learnt_rods(casts, {"r": learnt.stock}) == (), "taken once, it is known"
    assert learnt_rods(casts, {}) == ()
    assert learnt_rods(casts[:1], {"r": rod}) == ()


def test_casts_and_wind_are_kept_over_the_api_and_offered(client: TestClient, rigs: dict[str, Rig]) -> None:
    session = {"id": "o-cast", "place": "The wall", "begins": BEGINS.isoformat(), "wind_m_s": 6.5}
    assert client.post("/api/log/outings", json=session).status_code == 201
    rig = rigs["mullet-slider"].model_dump(mode="json")
    rig["conditions"]["throws"] = {"rod": "float-rod"}
    client.post(
        "/api/log/outings/o-cast/events",
        json={"id": "e-on", "at": (BEGINS + timedelta(minutes=1)).isoformat(), "kind": "rig", "rig": rig},
    )
    for k, far in enumerate((62.0, 60.0, 63.0)):
        at = (BEGINS + timedelta(minutes=5 + k)).isoformat()
        made = {"id": f"e-far-{k}", "at": at, "kind": "cast", "reach_m": far}
        assert client.post("/api/log/outings/o-cast/events", json=made).status_code in (200, 201)
    wrong = {"id": "e-no", "at": (BEGINS + timedelta(minutes=9)).isoformat(), "kind": "bite", "reach_m": 20.0}
    refused = client.post("/api/log/outings/o-cast/events", json=wrong)
    assert refused.json()["errors"][0]["code"] == "reach-of"
    offered = [o for o in client.get("/api/log/learnt").json() if o["stock"]["kind"] == "rod"]
    assert [o["item"] for o in offered] == ["float-rod"]
    table = client.get("/api/log/log.csv").text
    assert "wind_m_s" in table.splitlines()[0]
    assert ",6.5," in table
