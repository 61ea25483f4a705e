"""Processes that are killed while they write, and what must be there afterwards."""

from __future__ import annotations

import os
import signal
import time
from collections.abc import Callable
from datetime import UTC, datetime, timedelta
from pathlib import Path
from random import Random

from sqlmodel import Session

from brookwind.core.log.entries import Event, Outing
from brookwind.core.rig.document import Rig
from brookwind.demo.load import demo_rigs, load_demo
from brookwind.store.copies import look_into
from brookwind.store.database import engine_at, migrate, open_database, unit_of_work
from brookwind.store.log import Log
from brookwind.store.repositories import Rigs

RIG: Rig = demo_rigs()[0]


def kill_after(work: Callable[[int], None], seconds: float) -> bytes:
    """Let a process work and kill it. What it had acknowledged by then.

    work: given where to write what is acknowledged.
    seconds: from its first word, or from its beginning when it says none.
    """
    read, write = os.pipe()
    pid = os.fork()
    if pid == 0:
        os.close(read)
        try:
            work(write)
        finally:
            os._exit(0)
    os.close(write)
    time.sleep(seconds)
    os.kill(pid, signal.SIGKILL)
    os.waitpid(pid, 0)
    said = b""
    while part := os.read(read, 65536):
        said += part
    os.close(read)
    return said


def _save_for_ever(path: Path) -> Callable[[int], None]:
    def work(out: int) -> None:
        engine = open_database(path)
        with Session(engine) as session:
            version = Rigs(session).get(RIG.id).version
        while True:
            with unit_of_work(engine) as session:
                version = (
                    Rigs(session)
                    .replace(RIG.id, version, RIG.model_copy(update={"notes": f"save {version + 1}"}))
                    .version
                )
            # Only now: what is told as kept is on the disk.
            os.write(out, version.to_bytes(4, "big"))

    return work


def lost_by_a_kill_in_mid_save(path: Path, draw: Random) -> str:
    """Kill a process that saves for ever; what is missing afterwards, empty when nothing is."""
    if not path.exists():
        engine = open_database(path)
        with unit_of_work(engine) as session:
            Rigs(session).create(RIG)
        engine.dispose()
    said = kill_after(_save_for_ever(path), draw.uniform(0.02, 0.12))
    acknowledged = int.from_bytes(said[-4:], "big") if len(said) >= 4 else 0
    found = look_into(path)
    if found.damage:
        return f"damaged: {found.damage[0]}"
    engine = open_database(path)
    with Session(engine) as session:
        kept = Rigs(session).get(RIG.id)
    engine.dispose()
    if kept.version < acknowledged:
        return f"version {acknowledged} was acknowledged, {kept.version} is kept"
    if kept.version > 1 and kept.fields.notes != f"save {kept.version}":
        return f"version {kept.version} holds {kept.fields.notes!r}"
    return ""


def lost_by_a_kill_in_mid_migration(path: Path, draw: Random) -> str:
    """Kill a process that brings an old database up to date; what is missing when it is opened again."""
    old = engine_at(path)
    migrate(old, "0001")
    with old.begin() as connection:
        document = RIG.model_dump_json(exclude={"muted"})
        connection.exec_driver_sql(
            "INSERT INTO rig (id, version, fields, updated_at, schema_version) VALUES (?, 7, ?, ?, 1)",
            (RIG.id, document, "2026-11-23 08:00:00"),
        )
    old.dispose()
    kill_after(lambda _: open_database(path).dispose(), draw.uniform(0.0, 0.25))
    engine = open_database(path)
    with Session(engine) as session:
        kept = Rigs(session).get(RIG.id)
    engine.dispose()
    if kept.version != 7 or kept.fields != RIG:
        return "the rig of the old database is not what it was"
    return "" if look_into(path).sound else "the database is damaged"


def lost_by_a_kill_in_mid_demo(path: Path, draw: Random) -> str:
    """Kill a process that loads the demo; it must be there wholly when it is started again."""
    kill_after(lambda _: bool(load_demo(open_database(path))), draw.uniform(0.0, 0.6))
    engine = open_database(path)
    load_demo(engine)
    engine.dispose()
    found = look_into(path)
    if not found.sound:
        return "the database is damaged"
    rigs, box = len(found.documents["rig"]), len(found.documents["box_item"])
    return "" if (rigs, box) == (8, 92) else f"{rigs} rigs and {box} compartments are there"


_OUTING = Outing(id="o", place="Wend Mere", begins=datetime(2026, 11, 23, 8, tzinfo=UTC))


def _write_down_for_ever(path: Path) -> Callable[[int], None]:
    def work(out: int) -> None:
        engine = open_database(path)
        with Session(engine) as session:
            n = len(Log(session).events("o"))
        while True:
            at = _OUTING.begins + timedelta(seconds=n)
            with unit_of_work(engine) as session:
                Log(session).add("o", Event(id=f"e-{n:06}", at=at, kind="cast"))
            n += 1
            os.write(out, n.to_bytes(4, "big"))

    return work


def lost_by_a_kill_in_mid_log(path: Path, draw: Random) -> str:
    """Kill a process that writes down what happens for ever; what of it is missing, or there twice."""
    if not path.exists():
        engine = open_database(path)
        with unit_of_work(engine) as session:
            Log(session).create(_OUTING)
        engine.dispose()
    said = kill_after(_write_down_for_ever(path), draw.uniform(0.05, 0.2))
    acknowledged = int.from_bytes(said[-4:], "big") if len(said) >= 4 else 0
    engine = open_database(path)
    with Session(engine) as session:
        kept = [e.id for e in Log(session).events("o")]
    engine.dispose()
    if kept != [f"e-{n:06}" for n in range(len(kept))]:
        return "an event is missing, or there twice"
    return "" if len(kept) >= acknowledged else f"{acknowledged} were acknowledged, {len(kept)} are kept"
