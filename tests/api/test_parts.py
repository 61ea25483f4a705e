"""Calls that are made at once and later: each is reached, and what nobody answers is told as ever."""

from __future__ import annotations

import re

from fastapi import FastAPI
from fastapi.routing import APIRoute
from fastapi.testclient import TestClient
from sqlalchemy import Engine
from starlette.routing import Match

from brookwind.api.app import make_app
from brookwind.api.part import Later, Part


def test_every_call_is_reached_at_its_own_address(application: FastAPI) -> None:
    first = [r for r in application.routes if isinstance(r, APIRoute) and r.path.startswith("/api/")]
    calls = first + [r for r in application.state.others.ready().routes if isinstance(r, APIRoute)]
    assert len(first) > 20
    assert len(calls) > 150
    for call in calls:
        for method in call.methods:
            scope = {"type": "http", "method": method, "path": re.sub(r"{\w+}", "any-1", call.path), "root_path": ""}
            reached = next(c for c in calls if c.matches(scope)[0] is Match.FULL)
            assert reached is call, f"{method} {call.path} is taken by {reached.path}"


def test_what_is_loaded_later_is_loaded_by_the_first_that_asks_and_once(engine: Engine) -> None:
    application = make_app(engine)
    with TestClient(application, base_url="http://127.0.0.1") as client:
        assert client.get("/api/rigs").status_code == 200
        assert "_made" not in vars(application.state.others), "what no page begins with is not loaded for it"
        assert client.get("/api/trips").status_code == 200
        made = application.state.others.ready()
        assert client.get("/api/log").status_code == 200
        assert application.state.others.ready() is made


def test_nothing_there_and_not_so_are_told_by_calls_of_both_kinds(client: TestClient) -> None:
    assert client.get("/api/nowhere").status_code == 404
    assert client.delete("/api/evaluate").status_code == 405
    assert client.delete("/api/trips").status_code == 405


def test_a_part_keeps_its_prefix_and_headings_and_makes_nothing_by_itself() -> None:
    part = Part("/api/thing", ["things"])

    @part.get("/one", tags=["ones"])
    def one() -> str:
        return "one"

    assert part.routes == []
    later = Later("/api/", lambda: (part,), {})
    (route,) = later.ready().routes
    assert isinstance(route, APIRoute)
    assert (route.path, route.tags, route.endpoint()) == ("/api/thing/one", ["things", "ones"], "one")
    assert later.matches({"type": "http", "method": "POST", "path": "/api/thing/one"})[0] is Match.PARTIAL
    assert later.matches({"type": "websocket", "path": "/api/thing/one"})[0] is Match.NONE
