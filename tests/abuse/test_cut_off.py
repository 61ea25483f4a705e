"""Instruments that break off, drip, lie or shout."""

from __future__ import annotations

import json
import socket
import threading
import time
from collections.abc import Callable, Iterator
from contextlib import contextmanager, suppress
from datetime import datetime

import pytest

from brookwind.core.errors import BrookwindError, NotUnderstood
from brookwind.instruments.fetch import fetch
from brookwind.instruments.gauge import read_gauge
from brookwind.instruments.hub import Hub
from brookwind.instruments.state import Address

from ..hour import USUAL

NOW = datetime.fromisoformat(USUAL.now)
CSV = b"at,level_m\n2026-11-23T10:00:00Z,1.40\n2026-11-23T10:15:00Z,1.45\n"


@contextmanager
def says(answer: Callable[[socket.socket], None]) -> Iterator[str]:
    """A server that answers every connection so."""
    listening = socket.create_server(("127.0.0.1", 0))

    def serve() -> None:
        while True:
            try:
                link, _ = listening.accept()
            except OSError:
                return
            threading.Thread(target=one, args=(link,), daemon=True).start()

    def one(link: socket.socket) -> None:
        with suppress(OSError), link:
            link.recv(4096)
            answer(link)

    threading.Thread(target=serve, daemon=True).start()
    try:
        yield f"http://127.0.0.1:{listening.getsockname()[1]}/level.csv"
    finally:
        listening.close()


def whole(head: bytes, body: bytes) -> Callable[[socket.socket], None]:
    return lambda link: link.sendall(b"HTTP/1.1 200 OK\r\ncontent-type: text/csv\r\n" + head + b"\r\n\r\n" + body)


def test_a_transfer_that_is_cut_off_is_no_level() -> None:
    cut = CSV[: CSV.rindex(b".45")]
    with says(whole(b"content-length: %d" % len(CSV), cut)) as url, pytest.raises(NotUnderstood, match="broke off"):
        fetch(url)
    with says(whole(b"transfer-encoding: chunked", b"%x\r\n%s\r\n" % (len(cut), cut))) as url:  # noqa: SIM117
        with pytest.raises(NotUnderstood, match="broke off"):
            fetch(url)
    # One that does not say how long it is may have been cut anywhere: its last line counts only with its end.
    with says(whole(b"connection: close", cut)) as url:
        got = fetch(url)
    assert [r.level_m for r in read_gauge(*got[:2], NOW, got.whole).readings] == [1.40]
    with says(whole(b"content-length: %d" % len(CSV), CSV)) as url:
        got = fetch(url)
    assert [r.level_m for r in read_gauge(*got[:2], NOW, got.whole).readings] == [1.40, 1.45]


@pytest.mark.parametrize("drips", [b"HTTP/1.1 200 OK\r\n", b"HTTP/1.1 200 OK\r\ncontent-length: 99\r\n\r\n"])
def test_one_that_drips_is_given_up_in_time_and_asked_once_at_a_time(drips: bytes) -> None:
    def drip(link: socket.socket) -> None:
        link.sendall(drips)
        for _ in range(1000):
            link.sendall(b"x")
            time.sleep(0.02)

    with says(drip) as url, pytest.raises(NotUnderstood, match="did not answer wholly"):
        fetch(url, patience_s=0.3)
    asked, refused = threading.Event(), []

    def hold(link: socket.socket) -> None:
        asked.set()
        drip(link)

    hub = Hub()
    with says(hold) as url:
        first = threading.Thread(target=lambda: _connect(hub, url, []))
        first.start()
        assert asked.wait(5)
        _connect(hub, url, refused)
        assert refused == ["instrument-busy"]
        first.join(20)
    hub.close()


def _connect(hub: Hub, url: str, refused: list[str]) -> None:
    try:
        hub.connect(Address(kind="gauge", where=url))
    except BrookwindError as error:
        refused.append(error.problems[0].code)


@pytest.mark.parametrize(
    "answer",
    [
        b"", b"\x00\xff" * 50, b"HTTP/9.9 abc\r\n\r\n", b"HTTP/1.1 200 OK\r\ncontent-length: -5\r\n\r\nx",
        b"HTTP/1.1 200 OK\r\ncontent-length: 5\r\ncontent-length: 9\r\n\r\nhello",
        b"HTTP/1.1 200 OK\r\ntransfer-encoding: chunked\r\n\r\nzz\r\n", b"HTTP/1.1 302 Found\r\nlocation: file:///\r\n\r\n",
        b"HTTP/1.1 200 OK\r\nx: " + b"y" * 200_000 + b"\r\n\r\n", b"HTTP/1.1 204 No Content\r\n\r\n",
        b"HTTP/1.1 200 OK\r\ncontent-length: 4\r\ncontent-encoding: gzip\r\n\r\nabcd",
    ],
)  # fmt: skip
def test_odd_answers_are_no_level_and_no_fault(answer: bytes) -> None:
    hub = Hub()
    with says(lambda link: link.sendall(answer)) as url, pytest.raises(BrookwindError):
        hub.connect(Address(kind="gauge", where=url))


@pytest.mark.parametrize(
    "where", ["http://127.0.0.1:²/x", "http://[::1/x", "http://a b/", "http://\x00/", "http://x:99999/"]
)
def test_odd_addresses_are_none(where: str) -> None:
    with pytest.raises(BrookwindError, match="not a web address"):
        fetch(where)
    with pytest.raises(BrookwindError, match="not a host and a port"):
        Hub().connect(Address(kind="sounder", where="127.0.0.1:²"))


def _gauge(*rows: object) -> bytes:
    readings = [{"at": f"2026-11-23T10:{i:02}:00Z", "level": level} for i, level in enumerate(rows)]
    return json.dumps({"units": {"level": "m"}, "readings": readings}).encode()


def test_levels_that_no_water_has_are_left_out_and_said() -> None:
    told = read_gauge(_gauge(1.4, 1.41), "application/json", NOW)
    assert len(told.readings) == 2
    for odd in (float("nan"), float("inf"), 1e9, 31.0):
        told = read_gauge(_gauge(odd, 1.4), "application/json", NOW)
        assert [r.level_m for r in told.readings] == [1.4]
    for data in (_gauge(10**400), _gauge("9" * 400), _gauge(True, [1]), b'{"units": {"level": []}, "readings": []}'):
        with pytest.raises(NotUnderstood):
            read_gauge(data, "application/json", NOW)
    with pytest.raises(NotUnderstood):
        read_gauge(b'at,level_m\n2026-11-23T10:00:00Z,"' + b"1" * 200_000, "text/csv", NOW)


def test_connections_that_race_leave_one_held_and_none_after_the_end() -> None:
    hub = Hub()
    with says(lambda link: time.sleep(0.2)) as url:
        where = url.removeprefix("http://").removesuffix("/level.csv")
        racing = [threading.Thread(target=hub.connect, args=(Address(kind="sounder", where=where),)) for _ in range(4)]
        for thread in racing:
            thread.start()
        for thread in racing:
            thread.join(20)
        assert sum(t.name == "sounder" for t in threading.enumerate()) == 1
        hub.close()
        hub.connect(Address(kind="sounder", where=where))
        assert not [t for t in threading.enumerate() if t.name == "sounder"]
