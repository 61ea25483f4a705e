"""Every call is reached at its own address, and what nobody answers is told."""

from __future__ import annotations

import re

from fastapi.routing import APIRoute
from fastapi.testclient import TestClient
from starlette.routing import Match

from brookwind.api.app import SUBJECTS


def test_every_call_is_reached_at_its_own_address() -> None:
    calls = [r for subject in SUBJECTS for r in subject.router.routes if isinstance(r, APIRoute)]
    assert len(calls) > 150
    for call in calls:
        for method in call.methods:
            scope = {"type": "http", "method": method, "path": re.sub(r"{\w+}", "any-1", call.path), "root_path": ""}
            reached = next(c for c in calls if c.matches(scope)[0] is Match.FULL)
            assert reached is call, f"{method} {call.path} is taken by {reached.path}"


def test_nothing_there_and_another_method_are_told(client: TestClient) -> None:
    assert client.get("/api/nowhere").status_code == 404
    assert client.get("/api/evaluate").status_code == 405
    assert client.delete("/api/evaluate").status_code == 405
    assert client.delete("/api/trips").status_code == 405
