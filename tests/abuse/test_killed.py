"""Nothing that was acknowledged is lost, whenever the process is killed; and of several at once all come out right."""

from __future__ import annotations

import os
import sqlite3
from collections.abc import Callable
from concurrent.futures import ThreadPoolExecutor
from pathlib import Path
from random import Random
from threading import Barrier
from typing import Any

import pytest
from fastapi.testclient import TestClient
from sqlalchemy import Engine

from brookwind.demo.load import load_demo
from brookwind.store.copies import look_into
from brookwind.store.database import Unusable, migrate, newest, open_database

from .killed import (
    RIG,
    lost_by_a_kill_in_mid_demo,
    lost_by_a_kill_in_mid_log,
    lost_by_a_kill_in_mid_migration,
    lost_by_a_kill_in_mid_save,
)


@pytest.mark.parametrize("lost_by", [lost_by_a_kill_in_mid_save, lost_by_a_kill_in_mid_log])
def test_ten_kills_in_mid_save_lose_nothing(lost_by: Callable[[Path, Random], str], tmp_path: Path) -> None:
    draw = Random(3)
    assert [lost for _ in range(10) if (lost := lost_by(tmp_path / "saved.db", draw))] == []


@pytest.mark.parametrize("lost_by", [lost_by_a_kill_in_mid_migration, lost_by_a_kill_in_mid_demo])
def test_five_kills_leave_it_wholly_done_or_not_begun(lost_by: Callable[[Path, Random], str], tmp_path: Path) -> None:
    draw = Random(5)
    assert [lost for i in range(5) if (lost := lost_by(tmp_path / f"{i}.db", draw))] == []


@pytest.mark.parametrize("statement", range(1, 14))
def test_a_migration_cut_off_at_any_statement_is_taken_up_again(
    statement: int, tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    from sqlalchemy import event

    path, seen = tmp_path / "cut.db", 0

    def cut(_connection: Any, _cursor: Any, text: str, *_: Any) -> None:
        nonlocal seen
        seen += text.lstrip().upper().startswith(("CREATE", "INSERT", "UPDATE"))
        if seen == statement:
            raise KeyboardInterrupt

    event.listen(Engine, "before_cursor_execute", cut)
    try:
        with pytest.raises(KeyboardInterrupt):
            open_database(path)
    finally:
        event.remove(Engine, "before_cursor_execute", cut)
    engine = open_database(path)
    assert load_demo(engine)
    engine.dispose()
    assert look_into(path).sound


def test_processes_that_open_a_fresh_file_at_once_all_come_out_right(tmp_path: Path) -> None:
    path = tmp_path / "fresh.db"
    children = []
    for _ in range(4):
        pid = os.fork()
        if pid == 0:
            code = 1
            try:
                load_demo(open_database(path))
                code = 0
            finally:
                os._exit(code)
        children.append(pid)
    assert [os.waitpid(pid, 0)[1] for pid in children] == [0, 0, 0, 0]
    found = look_into(path)
    assert found.sound
    assert len(found.documents["rig"]) == 8


def test_of_a_save_and_a_stale_delete_at_once_one_is_refused(client: TestClient) -> None:
    for _ in range(8):
        key = RIG.id
        kept = client.get(f"/api/rigs/{key}").json()
        together = Barrier(2)

        def put(kept: Any = kept, together: Barrier = together) -> int:
            together.wait()
            return client.put(
                f"/api/rigs/{kept['fields']['id']}", json={"version": kept["version"], "fields": kept["fields"]}
            ).status_code

        def drop(kept: Any = kept, together: Barrier = together) -> int:
            together.wait()
            return client.delete(f"/api/rigs/{kept['fields']['id']}?version={kept['version']}").status_code

        with ThreadPoolExecutor(2) as pool:
            saved, dropped = [f.result() for f in (pool.submit(put), pool.submit(drop))]
        if saved == 200:
            assert dropped == 409
            assert client.get(f"/api/rigs/{key}").json()["version"] == kept["version"] + 1
        else:
            assert (saved, dropped) == (404, 204)
            assert client.post("/api/rigs", json=kept["fields"]).status_code == 201


def test_twenty_at_once_create_twenty_and_of_twenty_of_one_name_one(client: TestClient) -> None:
    def create(name: str) -> int:
        return client.post("/api/waters", json={"id": name, "name": name}).status_code

    with ThreadPoolExecutor(20) as pool:
        assert list(pool.map(create, [f"water-{i}" for i in range(20)])) == [201] * 20
        same = sorted(pool.map(create, ["pool"] * 20))
    assert same == [201] + [409] * 19


def test_the_file_and_its_folder_are_the_owners_alone(tmp_path: Path) -> None:
    path = tmp_path / "new" / "own.db"
    engine = open_database(path)
    load_demo(engine)
    modes = {p.name: p.stat().st_mode & 0o777 for p in path.parent.iterdir()}
    assert set(modes.values()) == {0o600}, modes
    assert path.parent.stat().st_mode & 0o777 == 0o700
    engine.dispose()
    path.chmod(0o644)
    open_database(path).dispose()
    assert path.stat().st_mode & 0o777 == 0o600


def _later(path: Path) -> None:
    open_database(path).dispose()
    with sqlite3.connect(path) as connection:
        connection.execute("UPDATE alembic_version SET version_num = '9999'")


def _torn(path: Path) -> None:
    engine = open_database(path)
    load_demo(engine)
    engine.dispose()
    size = path.stat().st_size
    with path.open("r+b") as file:
        file.seek(4096)
        file.write(b"\xff" * (size - 4096))


BAD: list[tuple[Callable[[Path], object], str]] = [
    (_later, "written by a later Brookwind"),
    (_torn, "damaged"),
    (lambda p: p.write_bytes(b"no database at all, only words" * 200), "not a Brookwind database"),
    (lambda p: p.mkdir(), "cannot be opened and written"),
]


@pytest.mark.parametrize(("spoil", "says"), BAD)
def test_a_file_that_can_not_be_used_is_told_in_a_sentence(
    spoil: Callable[[Path], object], says: str, tmp_path: Path
) -> None:
    path = tmp_path / "bad.db"
    spoil(path)
    with pytest.raises(Unusable, match=says):
        open_database(path)


def test_what_an_update_of_the_tables_began_from_is_kept_beside_it(tmp_path: Path) -> None:
    from brookwind.store.database import engine_at

    path = tmp_path / "old.db"
    old = engine_at(path)
    migrate(old, "0003")
    old.dispose()
    open_database(path).dispose()
    [copy] = tmp_path.glob("old.db.schema-*")
    assert look_into(copy).revision == "0003"
    assert look_into(path).revision == newest()
