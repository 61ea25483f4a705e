"""Another device of the network: refused, let in by a code once, and out again."""

from __future__ import annotations

import sqlite3
from collections.abc import Iterator
from datetime import timedelta
from typing import Any

import pytest
from fastapi import FastAPI
from fastapi.testclient import TestClient
from sqlalchemy import Engine

from brookwind.api.app import make_app
from brookwind.api.door import COOKIE, MOST_TRIES, from_here
from brookwind.clock import now

LAN = "http://192.168.1.20:8750"


@pytest.fixture
def app(engine: Engine) -> FastAPI:
    app = make_app(engine, ("*",))
    app.state.listens = True
    return app


@pytest.fixture
def here(app: FastAPI) -> Iterator[TestClient]:
    with TestClient(app, base_url="http://127.0.0.1:8750", client=("127.0.0.1", 4000)) as client:
        yield client


def phone_of(app: FastAPI, address: str = "192.168.1.50") -> TestClient:
    return TestClient(app, base_url=LAN, client=(address, 4001))


def code_of(answer: Any) -> str:
    assert answer.status_code == 200
    return str(answer.json()["code"])


def test_a_stranger_is_told_to_be_let_in_whatever_it_asks(app: FastAPI) -> None:
    phone = phone_of(app)
    asked = (
        ("GET", "/api/rigs"), ("GET", "/api/log/log.csv"), ("DELETE", "/api/rigs/rudd-strung?version=1"),
        ("GET", "/api/devices"), ("POST", "/api/devices/code"), ("GET", "/api/openapi.json"),
    )  # fmt: skip
    for method, path in asked:
        answer = phone.request(method, path)
        assert (answer.status_code, answer.json()["errors"][0]["code"]) == (401, "not-let-in"), path
    # The pages hold nothing of anybody's: they ask for the code.
    assert phone.get("/").status_code in {200, 503}


def test_a_code_lets_one_device_in_until_it_is_taken_out(app: FastAPI, here: TestClient) -> None:
    code = code_of(here.post("/api/devices/code"))
    phone, other = phone_of(app), phone_of(app, "192.168.1.51")
    done = phone.post("/api/devices/pair", json={"code": f"{code[:4]} {code[4:]}", "name": "phone"})
    assert done.status_code == 204
    said = done.headers["set-cookie"].lower()
    assert "httponly" in said
    assert "samesite=strict" in said
    assert phone.get("/api/rigs").status_code == 200
    # Used once, it is worth nothing.
    again = other.post("/api/devices/pair", json={"code": code, "name": "other"})
    assert again.json()["errors"][0]["code"] == "no-code"
    assert other.get("/api/rigs").status_code == 401
    # A device that was let in lets in nobody itself.
    assert phone.post("/api/devices/code").json()["errors"][0]["code"] == "only-here"
    state = here.get("/api/devices").json()
    assert [d["name"] for d in state["devices"]] == ["phone"]
    key = state["devices"][0]["id"]
    assert phone.delete(f"/api/devices/{key}").json()["errors"][0]["code"] == "only-here"
    assert here.delete(f"/api/devices/{key}").status_code == 204
    assert phone.get("/api/rigs").status_code == 401


def test_a_code_is_not_guessed(app: FastAPI, here: TestClient, monkeypatch: pytest.MonkeyPatch) -> None:
    code = code_of(here.post("/api/devices/code"))
    wrong = f"{(int(code) + 1) % 10**8:08}"
    phone = phone_of(app)
    for _ in range(MOST_TRIES):
        answer = phone.post("/api/devices/pair", json={"code": wrong, "name": "x"})
        assert answer.json()["errors"][0]["code"] == "wrong-code"
    # Now the right one is worth nothing either.
    assert phone.post("/api/devices/pair", json={"code": code, "name": "x"}).status_code == 422
    late = code_of(here.post("/api/devices/code"))
    soon = now() + timedelta(minutes=6)
    monkeypatch.setattr("brookwind.api.door.now", lambda: soon)
    assert phone.post("/api/devices/pair", json={"code": late, "name": "x"}).json()["errors"][0]["code"] == "no-code"


def test_no_token_is_kept_and_a_made_up_one_opens_nothing(app: FastAPI, here: TestClient, engine: Engine) -> None:
    phone = phone_of(app)
    phone.post("/api/devices/pair", json={"code": code_of(here.post("/api/devices/code")), "name": "phone"})
    token = phone.cookies[COOKIE]
    with sqlite3.connect(str(engine.url.database)) as raw:
        assert token not in "\n".join(raw.iterdump())
    for bad in ("", "x", token[:-1], f"{token}x", "a" * 5000):
        thief = phone_of(app, "192.168.1.66")
        assert thief.get("/api/rigs", headers={"cookie": f"{COOKIE}={bad}"}).status_code == 401


@pytest.mark.parametrize(
    ("client", "host", "trusted"),
    [
        (("127.0.0.1", 1), b"127.0.0.1:8750", True),
        (("::1", 1), b"[::1]:8750", True),
        # A page of another place whose name was turned to this machine.
        (("127.0.0.1", 1), b"elsewhere.example:8750", False),
        (("192.168.1.5", 1), b"127.0.0.1:8750", False),
        (("::ffff:192.168.1.5", 1), b"localhost", False),
    ],
)
def test_who_is_this_machine(client: tuple[str, int], host: bytes, trusted: bool) -> None:
    assert from_here(client, {b"host": host}) is trusted
