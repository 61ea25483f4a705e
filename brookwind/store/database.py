"""Where the database is, how it is opened, and how it is brought up to date."""

from __future__ import annotations

import json
import os
import sqlite3
import time
from collections.abc import Iterator
from contextlib import closing, contextmanager, suppress
from pathlib import Path
from typing import Any

from platformdirs import user_data_path
from sqlalchemy import Connection, Engine, event, inspect, text
from sqlalchemy.exc import DatabaseError
from sqlmodel import Session, create_engine

from brookwind.core.errors import BrookwindError

_MIGRATIONS = Path(__file__).parent / "migrations"
WAIT_S = 10
"""Patience with another process that writes. [s]"""
_BEGIN = "brookwind_begin"
"""Name of a connection's option: how its transactions begin."""


class Unusable(BrookwindError):
    """The database's file can not be used; what is in it was not touched."""


def database_path() -> Path:
    """The person's own database: `BROOKWIND_DB` if set, else a file in the platform's data folder."""
    return _path("BROOKWIND_DB", "brookwind.db")


def demo_database_path() -> Path:
    """The demo's database, never the person's own: `BROOKWIND_DEMO_DB` if set, else beside it in the data folder."""
    return _path("BROOKWIND_DEMO_DB", "demo.db")


def _path(variable: str, name: str) -> Path:
    told = os.environ.get(variable)
    return Path(told).expanduser() if told else user_data_path("brookwind", appauthor=False) / name


def files_of(path: Path) -> tuple[Path, ...]:
    """A database's own files: itself, and what SQLite keeps beside it.

    path: the file.
    """
    return (path, *(path.with_name(path.name + end) for end in ("-wal", "-shm", "-journal")))


def open_database(path: Path) -> Engine:
    """Open a database, made and brought up to date if needed. Only its owner may read the file.

    path: the file.
    Raises: Unusable when it is no database, is damaged, cannot be written, or was made by a later version.
    """
    try:
        _make_private(path)
        engine = engine_at(path)
        migrate(engine)
    except (OSError, DatabaseError, sqlite3.Error) as error:
        raise _unusable(path, error) from error
    return engine


def _make_private(path: Path) -> None:
    if not path.parent.exists():
        path.parent.mkdir(parents=True, mode=0o700)
    # Made before SQLite opens it, so that it is never readable by others, not even for a moment.
    with suppress(FileExistsError):
        os.close(os.open(path, os.O_CREAT | os.O_EXCL | os.O_RDWR, 0o600))
    if path.stat().st_mode & 0o077:
        with suppress(PermissionError):
            path.chmod(0o600)


def engine_at(path: Path) -> Engine:
    """A database as it is, not brought up to date.

    path: the file.
    """
    engine = create_engine(
        f"sqlite:///{path}",
        connect_args={"check_same_thread": False, "timeout": WAIT_S},
        json_deserializer=_document,
    )

    @event.listens_for(engine, "connect")
    def _set_up(connection: Any, _record: Any) -> None:
        # The driver's own transactions begin too late, and not at all before a change of the tables.
        connection.isolation_level = None
        cursor = connection.cursor()
        # SQLite forgets foreign keys at every connection; WAL lets a reader go on while another tab saves.
        cursor.execute("PRAGMA foreign_keys = ON")
        _use_wal(cursor)
        # What was acknowledged is on the disk: it outlives a power cut, not only a crash of ours.
        cursor.execute("PRAGMA synchronous = FULL")
        cursor.close()

    @event.listens_for(engine, "begin")
    def _begin(connection: Connection) -> None:
        connection.exec_driver_sql(f"BEGIN {connection.get_execution_options().get(_BEGIN, 'DEFERRED')}")

    return engine


def _use_wal(cursor: sqlite3.Cursor) -> None:
    # Changing the mode needs the file alone, and SQLite does not wait for that by itself.
    for left in range(int(WAIT_S / 0.05), -1, -1):
        try:
            if cursor.execute("PRAGMA journal_mode").fetchone()[0] != "wal":
                cursor.execute("PRAGMA journal_mode = WAL")
            return
        except sqlite3.OperationalError as error:
            if "locked" not in str(error) or not left:
                raise
            time.sleep(0.05)


def _document(text: str) -> Any:
    """A document of a row; of one that is no JSON what its reader will refuse, so that the others are still read."""
    with suppress(ValueError, RecursionError):
        document = json.loads(text)
        if isinstance(document, dict):
            return document
    return {"unreadable": text[:200]}


def _unusable(path: Path, error: Exception) -> Unusable:
    said = str(getattr(error, "orig", error))
    for sign, code, message, remedy in (
        ("not a database", "no-database", "is not a Brookwind database", "Name another file, or restore a copy of it."),
        ("malformed", "damaged", "is damaged", "`brookwind doctor` says what can be had out of it."),
        ("full", "disk-full", "cannot be brought up to date: the disk is full", "Make room and start again."),
        ("locked", "busy", "is in use by something that does not let go", "Close it and start again."),
    ):
        if sign in said:
            return Unusable.one(code, f"{path} {message}.", remedy)
    return Unusable.one(
        "no-access", f"{path} cannot be opened and written ({said}).", "Check the rights of the file and its folder."
    )


def migrate(engine: Engine, revision: str = "head") -> None:
    """Bring the tables to a revision: each step is done wholly or not at all, and the file is copied before.

    A copy is made of what was there, none of a file that is new.

    Of two processes that open a file at once, one does it and the other waits and finds it done.

    engine: the database.
    revision: name of the revision, newest by default.
    Raises: Unusable for a database of a later version.
    """
    began = revision_of(engine)
    if revision == "head" and began == newest():
        return
    # Only now: loading the migration tool would double the time to the first answer.
    from alembic import command
    from alembic.config import Config

    config = Config()
    config.set_main_option("script_location", str(_MIGRATIONS))
    while True:
        with writing(engine) as connection:
            here = revision_of(connection)
            step = _step(here, newest() if revision == "head" else revision)
            if step is None:
                return
            if began is not None and here == began:
                _copy_before(engine, here)
            config.attributes["connection"] = connection
            command.upgrade(config, step)


def _step(here: str | None, wanted: str) -> str | None:
    """The revision after this one on the way to the one wanted; None when that is reached."""
    known = _revisions()
    if here is not None and here not in known:
        raise Unusable.one(
            "later-version",
            f"The database was written by a later Brookwind (schema {here}; this one knows {known[-1]}).",
            "Start that one, or restore the copy made before it was brought up to date.",
        )
    at = -1 if here is None else known.index(here)
    return known[at + 1] if at < known.index(wanted) else None


def _copy_before(engine: Engine, revision: str) -> None:
    """A copy of the file as it is, beside it; the first one made at a revision stays."""
    path = Path(str(engine.url.database))
    kept = path.with_name(f"{path.name}.schema-{revision}")
    if kept.exists():
        return
    # Of its own connection: what was begun on the other has changed nothing yet.
    with closing(sqlite3.connect(path)) as source:
        copy_to(source, kept)


def copy_to(source: sqlite3.Connection, path: Path) -> None:
    """Copy a database while it is used; the copy is there wholly or not at all, and its owner's alone.

    source: the database.
    path: where the copy goes.
    """
    half = path.with_name(f"{path.name}.{os.getpid()}.part")
    half.unlink(missing_ok=True)
    os.close(os.open(half, os.O_CREAT | os.O_EXCL | os.O_RDWR, 0o600))
    try:
        with closing(sqlite3.connect(half)) as target:
            source.backup(target)
            target.execute("PRAGMA journal_mode = DELETE")
        half.replace(path)
    finally:
        half.unlink(missing_ok=True)


def _revisions() -> list[str]:
    return sorted(p.name.split("_")[0] for p in (_MIGRATIONS / "versions").glob("[0-9]*.py"))


def newest() -> str:
    """Name of the newest revision."""
    return _revisions()[-1]


def revision_of(at: Engine | Connection) -> str | None:
    """Revision a database is at; None for an empty one.

    at: the database, or a connection to it.
    """
    if isinstance(at, Engine):
        with at.connect() as connection:
            return revision_of(connection)
    if not inspect(at).has_table("alembic_version"):
        return None
    told = at.execute(text("SELECT version_num FROM alembic_version")).scalar()
    return None if told is None else str(told)


@contextmanager
def writing(engine: Engine) -> Iterator[Connection]:
    """A connection that holds the right to write from the first, and commits at the end, or not at all.

    engine: the database.
    """
    with engine.connect() as plain:
        connection = plain.execution_options(**{_BEGIN: "IMMEDIATE"})
        with connection.begin():
            yield connection


def take_right_to_write(session: Session) -> None:
    """Let a session's transaction begin anew with the right to write, before it reads what its write depends on.

    One that first reads and then wants to write is refused when another wrote in between. What it read before is read
    again. Does nothing the second time.

    session: the unit of work; nothing was written in it yet.
    """
    if session.info.get(_BEGIN):
        return
    session.rollback()
    session.connection(execution_options={_BEGIN: "IMMEDIATE"})
    session.info[_BEGIN] = True


@contextmanager
def unit_of_work(engine: Engine) -> Iterator[Session]:
    """A session that commits once at the end, or not at all.

    engine: the database.
    """
    with Session(engine) as session:
        yield session
        session.commit()
