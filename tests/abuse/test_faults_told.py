"""What is wrong with disk, file, port or record is told as it is, and what is whole goes on."""

from __future__ import annotations

import json
import os
import signal
import socket
import sqlite3
import subprocess
import sys
import time
from contextlib import closing
from datetime import UTC, date, datetime, timedelta
from itertools import pairwise
from pathlib import Path
from typing import Any

import pytest
from fastapi.testclient import TestClient
from sqlalchemy import Engine, event
from typer.testing import CliRunner

from brookwind.cli import app
from brookwind.demo.load import load_demo
from brookwind.store import repositories
from brookwind.store.copies import DAILY_KEPT, back_up, keep_daily, look_into, restore
from brookwind.store.database import Unusable, open_database, unit_of_work
from brookwind.store.repositories import Rigs

run = CliRunner()


@pytest.fixture
def kept(tmp_path: Path) -> Path:
    """A file with the demo in it."""
    path = tmp_path / "kept.db"
    engine = open_database(path)
    load_demo(engine, date(2026, 11, 23))
    engine.dispose()
    return path


def spoil(path: Path, key: str, text: str) -> None:
    with closing(sqlite3.connect(path)) as connection, connection:
        connection.execute("UPDATE rig SET fields = ? WHERE id = ?", (text, key))


def test_a_full_disk_is_told_and_what_was_there_stays(engine: Engine, client: TestClient) -> None:
    rig = client.get("/api/rigs/rudd-strung").json()

    def fill(connection: Any, *_: Any) -> None:
        pages = connection.execute("PRAGMA page_count").fetchone()[0]
        connection.execute(f"PRAGMA max_page_count = {pages}")

    engine.dispose()
    event.listen(engine, "checkout", fill)
    big = {**rig["fields"], "notes": "x" * 4000}
    answers = [client.put("/api/rigs/rudd-strung", json={"version": rig["version"], "fields": big})]
    answers += [client.post("/api/rigs", json={**big, "id": f"copy-{i}"}) for i in range(20)]
    full = next(a for a in answers if a.status_code != 201 and a.status_code != 200)
    assert full.status_code == 507
    assert "disk is full" in full.json()["detail"]
    assert "not kept" in full.json()["detail"]
    assert client.get("/api/rigs/grayling-avon").status_code == 200


def test_a_database_that_can_not_be_written_is_told(engine: Engine, client: TestClient) -> None:
    engine.dispose()
    event.listen(engine, "checkout", lambda connection, *_: connection.execute("PRAGMA query_only = ON"))
    answer = client.post("/api/waters", json={"id": "pool", "name": "Pool"})
    assert answer.status_code == 507
    assert "cannot be written" in answer.json()["detail"]


@pytest.mark.parametrize("text", ['{"a": 1', "[]", '{"id": "rudd-strung"}', "[" * 5000, '"\\ud800"'])
def test_one_record_that_can_not_be_read_is_set_aside_and_the_others_are_there(
    text: str, engine: Engine, client: TestClient
) -> None:
    assert client.get("/api/set-aside").json() == []
    spoil(Path(str(engine.url.database)), "rudd-strung", text)
    assert {r["id"] for r in client.get("/api/rigs").json()} >= {"grayling-avon", "bream-slider"}
    assert client.get("/api/box").status_code == 200
    wish = {"rig": client.get("/api/rigs/roach-pole").json()["fields"], "wish": {"pattern": "bulk"}}
    assert client.post("/api/balance", json=wish).is_success
    [aside] = client.get("/api/set-aside").json()
    assert "rudd-strung" in aside["message"]
    one = client.get("/api/rigs/rudd-strung")
    assert one.status_code == 422
    assert "nothing of it was deleted" in one.json()["detail"]


def test_after_a_clock_that_was_ahead_every_save_has_its_revision(
    engine: Engine, monkeypatch: pytest.MonkeyPatch
) -> None:
    def save_at(moment: datetime) -> int:
        monkeypatch.setattr(repositories, "now", lambda: moment)
        with unit_of_work(engine) as session:
            rigs = Rigs(session)
            kept = rigs.get("rudd-strung")
            rigs.replace("rudd-strung", kept.version, kept.fields)
            return len(rigs.revisions("rudd-strung"))

    here = datetime(2026, 11, 23, 12, tzinfo=UTC)
    save_at(here + timedelta(days=400))
    counts = [save_at(here + timedelta(minutes=5 * i)) for i in range(1, 5)]
    assert [b - a for a, b in pairwise(counts)] == [1, 1, 1]


def test_a_copy_is_made_looked_into_and_put_back(kept: Path, tmp_path: Path) -> None:
    copy, database = tmp_path / "copy.db", ["--database", str(kept)]
    made = run.invoke(app, ["backup", str(copy), *database])
    assert made.exit_code == 0, made.output
    assert "8 × rig" in made.output
    assert run.invoke(app, ["backup", str(copy), *database]).exit_code == 3, "what is there is not written over unasked"
    before = look_into(kept).documents
    with closing(sqlite3.connect(kept)) as connection, connection:
        connection.execute("DELETE FROM rig WHERE id != 'rudd-strung'")
    looked = run.invoke(app, ["restore", str(copy), *database])
    assert "Nothing was changed" in looked.output
    assert len(look_into(kept).documents["rig"]) == 1
    assert run.invoke(app, ["restore", str(copy), "--yes", *database]).exit_code == 0
    assert look_into(kept).documents == before
    assert len(look_into(kept.with_name("kept.db.before-restore")).documents["rig"]) == 1


def test_a_copy_made_while_others_write_is_whole(kept: Path, tmp_path: Path) -> None:
    engine = open_database(kept)
    with unit_of_work(engine) as session:
        held = Rigs(session).get("rudd-strung")
        Rigs(session).replace("rudd-strung", held.version, held.fields.model_copy(update={"notes": "half way"}))
        copied = back_up(kept, tmp_path / "copy.db")
        assert copied.documents["rig"]["rudd-strung"]["notes"] != "half way"
    engine.dispose()
    assert copied.sound


def test_what_can_not_be_put_back_is_refused_and_nothing_is_touched(kept: Path, tmp_path: Path) -> None:
    torn = tmp_path / "torn.db"
    torn.write_bytes(kept.read_bytes()[:9000])
    later = tmp_path / "later.db"
    back_up(kept, later)
    with closing(sqlite3.connect(later)) as connection, connection:
        connection.execute("UPDATE alembic_version SET version_num = '9999'")
    before = look_into(kept).documents
    for bad in (torn, later, tmp_path / "none.db", tmp_path):
        with pytest.raises(Unusable):
            restore(kept, bad)
    assert look_into(kept).documents == before
    with pytest.raises(Unusable, match="database itself"):
        back_up(kept, kept)


def test_a_copy_a_day_and_the_newest_ones_stay(kept: Path) -> None:
    days = [date(2026, 11, 1) + timedelta(days=i) for i in range(DAILY_KEPT + 3)]
    other = kept.parent / "copies" / "kept-of-mine.db"
    for day in days:
        assert keep_daily(kept, day) is not None
        assert keep_daily(kept, day) is None
        other.touch()
    names = sorted(p.name for p in (kept.parent / "copies").glob("kept-2*"))
    assert names == [f"kept-{d.isoformat()}.db" for d in days[-DAILY_KEPT:]]
    assert other.exists(), "what we did not make is not ours to remove"


def test_the_doctor_says_what_is_wrong_and_writes_out_what_can_be_had(kept: Path, tmp_path: Path) -> None:
    database, out = ["--database", str(kept)], tmp_path / "out.json"
    assert run.invoke(app, ["doctor", *database]).exit_code == 0
    spoil(kept, "rudd-strung", '{"a": 1')
    told = run.invoke(app, ["doctor", "--rescue", str(out), *database])
    assert told.exit_code == 3
    assert "rudd-strung" in told.output
    rescued = json.loads(out.read_text())
    assert len(rescued["rig"]) == 7
    assert len(rescued["outing"]) == 61
    assert {e["kind"] for e in rescued["event"].values()} == {"rig", "bite", "fish", "tip"}
    assert rescued["unreadable"][0]["text"] == '{"a": 1'
    page = kept.read_bytes().index(b'"kind": "shot", "item": "lead-04-bb"') // 4096
    with kept.open("r+b") as file:
        file.seek(page * 4096)
        file.write(b"\xff" * 4096)
    torn = run.invoke(app, ["doctor", "--rescue", str(out), "--over", *database])
    assert torn.exit_code == 3
    assert "Damaged" in torn.output
    assert "Traceback" not in torn.output
    had = json.loads(out.read_text())
    assert 60 < len(had["box_item"]) < 90
    assert len(had["rig"]) == 7


def _start(database: Path, port: int, *what: str) -> subprocess.Popen[str]:
    env = {**os.environ, "BROOKWIND_DB": str(database), "BROOKWIND_DEMO_DB": str(database)}
    command = [sys.executable, "-m", "brookwind.cli", *what, "--port", str(port)]
    return subprocess.Popen(command, env=env, stdout=subprocess.PIPE, stderr=subprocess.PIPE, text=True)


def test_a_server_that_can_not_start_says_why_in_a_line(tmp_path: Path) -> None:
    with socket.create_server(("127.0.0.1", 0)) as taken:
        busy = _start(tmp_path / "a.db", taken.getsockname()[1], "serve")
        (tmp_path / "b.db").write_text("no database at all, only words")
        bad = _start(tmp_path / "b.db", 0, "serve")
        for process, says in ((busy, "cannot be used"), (bad, "not a Brookwind database")):
            _, said = process.communicate(timeout=60)
            assert process.returncode == 3
            assert says in said
            assert "Traceback" not in said


def test_a_fresh_demo_throws_its_own_files_away_and_no_others(tmp_path: Path) -> None:
    path, neighbour = tmp_path / "demo.db", tmp_path / "demo.db.mine"
    neighbour.write_text("keep me")
    (tmp_path / "demo.db-old").write_text("and me")
    path.write_text("a demo that went wrong")
    server = _start(path, 0, "demo", "--fresh")
    try:
        assert server.stdout is not None
        assert "Brookwind" in server.stdout.readline()
    finally:
        server.send_signal(signal.SIGTERM)
        server.wait(30)
    assert neighbour.read_text() == "keep me"
    assert (tmp_path / "demo.db-old").exists()
    assert look_into(path).sound


def test_only_this_machine_is_asked_by_any_name_when_it_listens_to_itself(tmp_path: Path) -> None:
    with socket.socket(socket.AF_INET6) as probe:
        try:
            probe.bind(("::1", 0))
        except OSError:
            pytest.skip("this machine has no second loopback address")
        port = probe.getsockname()[1]
    server = _start(tmp_path / "c.db", port, "serve", "--host", "::1")
    try:
        assert server.stdout is not None
        assert f"http://[::1]:{port}" in server.stdout.readline()
        answers = {}
        for host in (f"[::1]:{port}", "elsewhere.example"):
            for _ in range(200):
                try:
                    link = socket.create_connection(("::1", port), timeout=5)
                    break
                except OSError:
                    time.sleep(0.05)
            with link:
                link.sendall(f"GET /api/rigs HTTP/1.1\r\nhost: {host}\r\nconnection: close\r\n\r\n".encode())
                answers[host] = link.recv(12)
        assert list(answers.values()) == [b"HTTP/1.1 200", b"HTTP/1.1 400"]
    finally:
        server.send_signal(signal.SIGTERM)
        server.wait(30)


def test_what_is_written_out_takes_no_others_place_and_is_its_owners_alone(kept: Path, tmp_path: Path) -> None:
    database, out = ["--database", str(kept)], tmp_path / "out.json"
    before = kept.read_bytes()
    (tmp_path / "there.json").write_text("mine")
    link = tmp_path / "link.json"
    link.symlink_to(kept)
    for where, says in (
        (kept, "is the database itself"),
        (link, "is the database itself"),
        (tmp_path / "there.json", "is there already. Name another file, or add --over."),
        (tmp_path, "cannot be written"),
        (tmp_path / "nowhere" / "out.json", "cannot be written: No such file or directory"),
        (Path("/dev/full"), "cannot be written"),
    ):
        over = [] if "add --over" in says else ["--over"]
        told = run.invoke(app, ["doctor", "--rescue", str(where), *over, *database])
        assert told.exit_code == 3, where
        assert says in " ".join(told.output.split()), where
        assert "Traceback" not in told.output
    assert kept.read_bytes() == before
    assert (tmp_path / "there.json").read_text() == "mine"
    other = tmp_path / "other.db"
    other.write_bytes(before)
    refused = run.invoke(app, ["doctor", "--rescue", str(other), "--over", *database])
    assert "is a database" in refused.output
    assert other.read_bytes() == before
    assert run.invoke(app, ["doctor", "--rescue", str(out), *database]).exit_code == 0
    assert out.stat().st_mode & 0o077 == 0
