"""Another page, another host, another kind of content: nothing is read, changed or set to work."""

from __future__ import annotations

import logging
import socket
import threading
import time
from collections.abc import Iterator
from typing import Any

import pytest
import uvicorn
from fastapi.testclient import TestClient
from sqlalchemy import Engine

from brookwind.api.app import make_app
from brookwind.api.guard import HEADERS

BUSY = b"kind,item,size,mass_g,count\nshot,a,BB,0.8,1e999999\n"
"""Fifty bytes that once hung every request for minutes."""
OWN = "http://127.0.0.1"


@pytest.mark.parametrize(
    "stranger",
    [
        {"origin": "http://elsewhere.example"},
        {"origin": "http://127.0.0.1:9999"},
        {"origin": "null"},
        {"sec-fetch-site": "cross-site"},
        {"sec-fetch-site": "same-site"},
        {"sec-fetch-site": "cross-site", "origin": OWN},
    ],
)
@pytest.mark.parametrize(
    ("method", "path", "body"),
    [
        ("GET", "/api/rigs", None),
        ("POST", "/api/label", b'{"text": "8x4"}'),
        ("POST", "/api/waters", b'{"id": "theirs", "name": "Theirs"}'),
        ("DELETE", "/api/rigs/rudd-strung?version=1", None),
        ("PUT", "/api/rigs/rudd-strung", b"{}"),
    ],
)
def test_a_foreign_page_is_refused(
    stranger: dict[str, str], method: str, path: str, body: bytes | None, client: TestClient
) -> None:
    before = client.get("/api/rigs").json(), client.get("/api/waters").json()
    answer = client.request(method, path, content=body, headers={"content-type": "application/json", **stranger})
    assert answer.status_code == 403
    assert "rudd" not in answer.text
    assert "access-control-allow-origin" not in answer.headers
    assert (client.get("/api/rigs").json(), client.get("/api/waters").json()) == before


@pytest.mark.parametrize(
    "ours", [{}, {"origin": OWN}, {"origin": OWN, "sec-fetch-site": "same-origin"}, {"sec-fetch-site": "none"}]
)
def test_our_own_pages_and_programs_are_answered(ours: dict[str, str], client: TestClient) -> None:
    assert client.post("/api/label", json={"text": "8x4"}, headers=ours).status_code == 200


@pytest.mark.parametrize(
    "media", ["text/plain", "application/x-www-form-urlencoded", "multipart/form-data; boundary=x", "", "text/csv"]
)
@pytest.mark.parametrize("path", ["/api/box/preview", "/api/label", "/api/rigs"])
def test_what_a_foreign_page_could_send_unasked_is_not_taken(media: str, path: str, client: TestClient) -> None:
    headers = {"content-type": media} if media else {}
    answer = client.post(path, content=BUSY, headers=headers)
    assert answer.status_code == 415
    assert "application/json" in answer.json()["detail"]


def test_no_page_may_ask_whether_it_may(client: TestClient) -> None:
    asked = {"origin": "http://elsewhere.example", "access-control-request-method": "PUT"}
    answer = client.options("/api/rigs/rudd-strung", headers=asked)
    assert answer.status_code == 403
    assert not [h for h in answer.headers if h.startswith("access-control")]


@pytest.mark.parametrize("host", ["elsewhere.example", "testserver", "127.0.0.1.elsewhere.example", ""])
def test_other_hosts_are_refused(host: str, client: TestClient) -> None:
    answer = client.get("/api/rigs", headers={"host": host})
    assert answer.status_code == 400
    assert answer.headers["x-frame-options"] == "DENY"


@pytest.mark.parametrize("host", ["127.0.0.1:8750", "localhost", "[::1]:8750"])
def test_this_machine_is_answered_by_each_of_its_names(host: str, client: TestClient) -> None:
    assert client.get("/api/rigs", headers={"host": host}).status_code == 200


def test_a_fault_of_ours_has_the_headers_and_leaves_no_escape_in_the_log(
    engine: Engine, monkeypatch: pytest.MonkeyPatch, caplog: pytest.LogCaptureFixture
) -> None:
    def broken(*_: Any) -> None:
        raise RuntimeError("as if")

    monkeypatch.setattr("brookwind.store.repositories.Rigs.get", broken)
    with TestClient(make_app(engine), base_url=OWN, raise_server_exceptions=False) as client, caplog.at_level("ERROR"):
        answer = client.get("/api/rigs/x%1b[31mred%0d%0a")
    assert answer.status_code == 500
    assert answer.json()["errors"][0]["code"] == "fault"
    for name, value in HEADERS.items():
        assert answer.headers[name] == value
    said = [r.getMessage() for r in caplog.records if r.name == "brookwind"]
    assert said
    assert not any(c in line for line in said for c in "\x1b\r\n")
    assert logging.getLogger("brookwind").name == "brookwind"


@pytest.fixture
def served(engine: Engine) -> Iterator[int]:
    """The application on a real port."""
    listening = socket.create_server(("127.0.0.1", 0))
    config = uvicorn.Config(make_app(engine), log_level="critical", http="httptools")
    server = uvicorn.Server(config)
    server.install_signal_handlers = lambda: None  # type: ignore[attr-defined]
    thread = threading.Thread(target=server.run, kwargs={"sockets": [listening]}, daemon=True)
    thread.start()
    while not server.started:
        time.sleep(0.01)
    yield listening.getsockname()[1]
    server.should_exit = True
    thread.join(10)


def _say(port: int, text: bytes) -> socket.socket:
    link = socket.create_connection(("127.0.0.1", port), timeout=10)
    link.sendall(text)
    return link


def test_slow_and_cut_connections_keep_nobody_waiting(served: int) -> None:
    head = b"POST /api/evaluate HTTP/1.1\r\nhost: 127.0.0.1\r\ncontent-type: application/json\r\n"
    dripping = [_say(served, head + b"content-length: 90000\r\n\r\n{") for _ in range(60)]
    for cut in range(20):
        _say(served, head + b"content-length: 90\r\n\r\n" + b"x" * cut).close()
    asked = _say(served, b"GET /api/rigs HTTP/1.1\r\nhost: 127.0.0.1\r\nconnection: close\r\n\r\n")
    assert asked.recv(15) == b"HTTP/1.1 200 OK"
    for link in [*dripping, asked]:
        link.close()
