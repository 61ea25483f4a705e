"""Answers of 300 rigs, written to a file and compared with it: shows that a change of the code changes no answer.

    python -m benchmarks.recorded write answers.json      before the change
    python -m benchmarks.recorded compare answers.json    after it

Everything goes through the calls of the application, so that the file outlives any move of the code behind them.
Fields that came since are passed over; a field that went, or differs by more than `TOLERANCE`, is told.
"""

from __future__ import annotations

import json
import sys
import tempfile
from collections.abc import Iterator
from datetime import date
from pathlib import Path
from random import Random
from typing import Any

from fastapi.testclient import TestClient

from brookwind.api.app import make_app
from brookwind.demo.load import demo_rigs, load_demo
from brookwind.store.database import open_database

TOLERANCE = 1e-9
"""Relative to figures above 1, absolute below."""
_FISH = ("roach", "bream", "grayling", "pike", "mackerel", "rudd", "chub", "walleye")


def _rigs(client: TestClient) -> Iterator[tuple[str, dict[str, Any]]]:
    draw = Random(14)
    families = client.get("/api/catalogue").json()["families"]
    for rig in demo_rigs():
        for current, hold in ((None, None), (0.0, None), (0.3, None), (0.5, 0.7)):
            data = rig.model_dump(mode="json")
            if current is not None:
                data["conditions"] |= {"current_m_s": current, "hold": hold}
            yield f"{rig.id} {current} {hold}", data
    for family in families:
        for n in range(7):
            fish = draw.choice(_FISH)
            depth = round(family["usual_depth_m"] * draw.choice((0.7, 1.0, 1.4)), 2)
            salinity = draw.choice((0.0, 0.0, 0.0, 35.0))
            water = {"depth_m": depth, "temperature_c": draw.choice((6.0, 14.0, 20.0)), "salinity": salinity}
            body = {"family": family["id"], "water": water, "name": "Recorded", "species": fish}
            answer = client.post("/api/rigs/start", json=body)
            if answer.status_code != 200:
                continue
            rig = answer.json()["rig"] | {"id": f"rig-{n}"}
            conditions = {"current_m_s": draw.choice((0.0, 0.0, 0.15, 0.4)), "hold": draw.choice((None, None, 0.8))}
            rig["conditions"] |= conditions
            wish = {"pattern": draw.choice(family["patterns"])}
            balanced = client.post("/api/balance", json={"rig": rig, "wish": wish})
            yield f"{family['id']} {n} bare", rig
            if balanced.status_code == 200:
                yield f"{family['id']} {n} balanced", balanced.json()["rig"]


def _asked(client: TestClient, name: str, rig: dict[str, Any], n: int) -> Iterator[tuple[str, Any]]:
    def post(path: str, body: dict[str, Any]) -> Any:
        answer = client.post(path, json=body)
        return {"status": answer.status_code, "body": answer.json()}

    yield f"{name} evaluate", post("/api/evaluate", {"rig": rig})
    yield f"{name} balance", post("/api/balance", {"rig": rig, "wish": {"pattern": rig["pattern"]}})
    yield f"{name} stop", post("/api/motion/stop", {"rig": rig, "bed": []})
    yield f"{name} set-stop", post("/api/edit", {"rig": rig, "change": {"do": "set-stop"}})
    if n % 4 == 0:
        yield f"{name} falls", post("/api/motion/falls", {"rigs": [rig]})
        yield f"{name} adjust", post("/api/adjust", {"rig": rig, "seen_tip_m": None})
    if n % 12 == 0:
        yield f"{name} choose", post("/api/float/choose", {"rig": rig})
        yield f"{name} offers", post("/api/offers", {"rig": rig, "wish": {"pattern": rig["pattern"]}})
        yield f"{name} compare", post("/api/advice/compare", {"rig": rig, "question": "weights"})


def _answers() -> Iterator[tuple[str, Any]]:
    with tempfile.TemporaryDirectory() as folder:
        engine = open_database(Path(folder) / "recorded.db")
        load_demo(engine, date(2026, 11, 23))
        with TestClient(make_app(engine), base_url="http://127.0.0.1") as client:
            rigs = list(_rigs(client))
            print(f"{len(rigs)} rigs")
            for n, (name, rig) in enumerate(rigs):
                yield from _asked(client, name, rig, n)
            for swim in ("wend-mere-reed-gap", "tarrow-mill-glide", "quarrel-pit-deep-flat", "skerry-wall-steps"):
                kept = client.get(f"/api/surveys/{swim}").json()["fields"]
                for rig in demo_rigs()[:4]:
                    body = {"survey": kept, "at": "2026-11-23T14:00:00Z", "rig": rig.model_dump(mode="json")}
                    yield f"{swim} {rig.id} look", client.post("/api/water/look", json=body).json()
        engine.dispose()


def _differences(old: Any, new: Any, at: str) -> Iterator[str]:
    if isinstance(old, dict) and isinstance(new, dict):
        for key, value in old.items():
            if key not in new:
                yield f"{at}.{key}: gone"
            else:
                yield from _differences(value, new[key], f"{at}.{key}")
    elif isinstance(old, list) and isinstance(new, list) and len(old) == len(new):
        for i, (a, b) in enumerate(zip(old, new, strict=True)):
            yield from _differences(a, b, f"{at}[{i}]")
    elif isinstance(old, float | int) and isinstance(new, float | int) and not isinstance(old, bool):
        if abs(old - new) > TOLERANCE * max(1.0, abs(old)):
            yield f"{at}: {old!r} is now {new!r}"
    elif old != new:
        yield f"{at}: {str(old)[:150]!r} is now {str(new)[:150]!r}"


def main(what: str, file: str) -> int:
    """Write the answers, or compare with written ones; how many calls differ."""
    if what == "write":
        Path(file).write_text(json.dumps(dict(_answers())))
        return 0
    written, calls, differing = json.loads(Path(file).read_text()), 0, 0
    for name, answer in _answers():
        calls += 1
        found = list(_differences(written[name], answer, name)) if name in written else [f"{name}: not written"]
        differing += bool(found)
        for line in found[:6]:
            print(line)
    print(f"{calls} calls, {differing} differ")
    return differing


if __name__ == "__main__":
    sys.exit(1 if main(*sys.argv[1:3]) else 0)
