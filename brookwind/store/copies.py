"""Copies of the database: made, looked into, put back, and what can still be had out of a damaged one."""

from __future__ import annotations

import hashlib
import json
import re
import shutil
import sqlite3
import tempfile
from collections.abc import Iterator
from contextlib import closing, suppress
from datetime import date
from pathlib import Path
from typing import Any, NamedTuple

from sqlalchemy import Engine
from sqlmodel import SQLModel

from brookwind.store.database import WAIT_S, Unusable, copy_to, engine_at, migrate, newest, open_database
from brookwind.store.kinds import KINDS
from brookwind.store.repository import forget_read, unreadable_because

DAILY_KEPT = 7
"""Daily copies kept. Editable default."""
_MOST_MISSED = 300
"""Rows of a damaged table passed over in a search for the next whole one."""
_DAILY = re.compile(r"-\d{4}-\d\d-\d\d\.db$")
_TABLE = {str(kind.row.__tablename__): kind for kind in KINDS}
_NAMED_SINCE = "0011"
"""Before this schema a database had no name: an older copy takes that of the one it is put in the place of."""
_PLAIN = {"outing": "session", "event": "event", "photograph": "photograph"}
"""Tables of rows that are no documents, and what a person calls one."""


class Aside(NamedTuple):
    """A record that is there and cannot be read."""

    table: str
    id: str
    why: str
    text: str


class Contents(NamedTuple):
    """What a database holds, as far as it can be read."""

    revision: str | None
    documents: dict[str, dict[str, Any]]
    """Readable documents by table and id."""
    aside: tuple[Aside, ...]
    damage: tuple[str, ...]
    """What SQLite says is wrong with the file; none when it is sound."""
    changed_at: str
    """When it was last written to; empty when nothing is in it."""

    @property
    def sound(self) -> bool:
        """Nothing is wrong with it."""
        return not self.damage and not self.aside

    def says(self) -> str:
        """How many of each kind, in words."""
        counts = [f"{len(d)} × {_PLAIN.get(t) or _TABLE[t].name}" for t, d in self.documents.items() if d]
        return ", ".join(counts) or "nothing"


def _open(path: Path) -> sqlite3.Connection:
    if not path.is_file():
        raise Unusable.one("no-file", f"There is no file {path}.", "Name one that is there.")
    # Read only: looking must not change what is looked at.
    return sqlite3.connect(f"{path.resolve().as_uri()}?mode=ro", uri=True, timeout=WAIT_S)


def look_into(path: Path) -> Contents:
    """Read what can be read of a database, without changing it.

    path: the file.
    Raises: Unusable when there is no file, or it is no database at all.
    """
    with closing(_open(path)) as connection:
        try:
            damage = [row[0] for row in connection.execute("PRAGMA integrity_check(20)") if row[0] != "ok"]
        except sqlite3.DatabaseError as error:
            if "not a database" in str(error):
                raise Unusable.one("no-database", f"{path} is not a database.", "Name another file.") from error
            damage = [str(error)]
        documents: dict[str, dict[str, Any]] = {}
        aside: list[Aside] = []
        latest = ""
        for table in _TABLE:
            documents[table] = {}
            for key, text, at in _rows(connection, table, damage, ("id", "fields", "updated_at")):
                why = unreadable_because(_TABLE[table].model, text)
                latest = max(latest, str(at))
                if why is None:
                    documents[table][key] = json.loads(text)
                else:
                    aside.append(Aside(table, key, why, text))
        for table in _PLAIN:
            columns = _columns(connection, table)
            documents[table] = {
                row[0]: dict(zip(columns, row, strict=True))
                for row in _rows(connection, table, damage, tuple(columns.values()))
            }
        return Contents(_revision(connection), documents, tuple(aside), tuple(damage), latest)


def _revision(connection: sqlite3.Connection) -> str | None:
    with suppress(sqlite3.DatabaseError):
        told = connection.execute("SELECT version_num FROM alembic_version").fetchone()
        return str(told[0]) if told else None
    return None


def _columns(connection: sqlite3.Connection, table: str) -> dict[str, str]:
    """The columns of a table and how each is asked for, its id first; the id alone where there is none such."""
    # Pictures are told apart by their digest: all of them together may be more than fits into memory.
    connection.create_function("digest", 1, _digest, deterministic=True)
    with suppress(sqlite3.DatabaseError):
        found = {
            r[1]: f"digest({r[1]})" if r[2] == "BLOB" else r[1]
            for r in connection.execute(f"PRAGMA table_info({table})")
        }
        return {"id": "id", **found}
    return {"id": "id"}


def _digest(data: object) -> str:
    return hashlib.sha256(data if isinstance(data, bytes) else str(data).encode()).hexdigest()


def _rows(
    connection: sqlite3.Connection, table: str, damage: list[str], columns: tuple[str, ...]
) -> Iterator[tuple[Any, ...]]:
    # Text that is no UTF-8 is a document that cannot be read, not the end of the table.
    connection.text_factory = lambda raw: raw.decode("utf-8", "replace")
    # One by one: behind a damaged page there may be whole ones.
    query = f"SELECT rowid, {', '.join(columns)} FROM {table} WHERE rowid > ? ORDER BY rowid LIMIT 1"
    at = missed = 0
    while missed < _MOST_MISSED:
        try:
            row = connection.execute(query, (at,)).fetchone()
        except sqlite3.DatabaseError as error:
            # An earlier schema has no such table.
            if "no such table" in str(error):
                return
            if not missed:
                damage.append(f"{table}, behind row {at}: {error}")
            at, missed = at + 1, missed + 1
            continue
        if row is None:
            return
        at, missed = row[0], 0
        yield row[1:]


def back_up(path: Path, to: Path) -> Contents:
    """Copy a database while it is used, and see that the copy is sound and holds the same.

    path: the database.
    to: the copy; what was there before stays until the copy is whole.
    Raises: Unusable when there is nothing to copy, or the copy is not as it should be.
    """
    if to.resolve() == path.resolve():
        raise Unusable.one("same-file", f"{to} is the database itself.", "Name another file for the copy.")
    try:
        with closing(_open(path)) as source:
            copy_to(source, to)
    except (OSError, sqlite3.Error) as error:
        said = getattr(error, "strerror", None) or str(error)
        raise Unusable.one("not-copied", f"{to} cannot be written ({said}).", "Name another place.") from error
    copied = look_into(to)
    if copied.damage:
        raise Unusable.one("copy-damaged", f"The copy in {to} is damaged: {copied.damage[0]}.", "Keep the original.")
    return copied


def restore(path: Path, of: Path) -> Contents:
    """Put a copy in the place of the database, which is itself copied before; all of it, or nothing.

    path: the database.
    of: the copy.
    Raises: Unusable when the copy is damaged or of a later version, or what was put back is not what it holds.
    """
    wanted = look_into(of)
    if wanted.damage:
        raise Unusable.one("copy-damaged", f"{of} is damaged: {wanted.damage[0]}.", "`brookwind doctor` looks into it.")
    if wanted.revision is None or wanted.revision > newest():
        raise Unusable.one(
            "copy-revision",
            f"{of} is of schema {wanted.revision or 'none'}; this Brookwind knows up to {newest()}.",
            "Name a copy that Brookwind made.",
        )
    _check_plain(of)
    with tempfile.TemporaryDirectory(prefix="brookwind-restore-") as folder:
        candidate = _candidate(path, of, wanted, Path(folder))
        will_be = look_into(candidate)
        if path.exists():
            back_up(path, before_restoring(path))
        with closing(_open(candidate)) as source, closing(sqlite3.connect(path, timeout=WAIT_S)) as target:
            source.backup(target)
        got = look_into(path)
        if got.documents != will_be.documents:
            raise Unusable.one(
                "not-restored", "What was put back is not what the copy holds.", f"See {before_restoring(path)}."
            )
    return got


def _candidate(path: Path, of: Path, wanted: Contents, folder: Path) -> Path:
    """What a copy becomes when it is put back: brought up to date and looked through, with the devices of today.

    Raises: Unusable when it lacks a table or an index, or holds a value that no call could read.
    """
    candidate = folder / "candidate.db"
    with closing(sqlite3.connect(path if path.exists() else ":memory:", timeout=WAIT_S)) as now:
        page = now.execute("PRAGMA page_size").fetchone()[0]
    with closing(_open(of)) as source:
        # A database that is in use takes in no other size of page.
        source.execute(f"PRAGMA page_size = {page}")
        source.execute("VACUUM INTO ?", (str(candidate),))
    if look_into(candidate).documents != wanted.documents:
        raise Unusable.one("copy-damaged", f"{of} reads another way when it is copied.", "Name another copy.")
    try:
        open_database(candidate).dispose()
        _check_shape(candidate, folder)
        _check_values(candidate)
    except Exception as error:
        why = str(error).split("\n", 1)[0][:200]
        raise Unusable.one(
            "copy-strange", f"{of.name} is not as Brookwind makes a copy: {why}.", "`brookwind doctor` looks into it."
        ) from error
    with closing(sqlite3.connect(candidate)) as own:
        # Who was let in is said on this machine, today: a copy lets nobody in again.
        own.execute("DELETE FROM device")
        if path.exists():
            own.execute("ATTACH ? AS present", (str(path),))
            with suppress(sqlite3.OperationalError):
                own.execute("INSERT INTO device SELECT * FROM present.device")
                if (wanted.revision or "") < _NAMED_SINCE:
                    own.execute("UPDATE identity SET id = (SELECT id FROM present.identity)")
        own.commit()
        own.execute("PRAGMA main.journal_mode = DELETE")
    return candidate


def _shape(path: Path) -> dict[str, Any]:
    """Every table with its columns, and every index."""
    with closing(_open(path)) as connection:
        made = connection.execute("SELECT type, name FROM sqlite_master WHERE name NOT LIKE 'sqlite_%'").fetchall()
        return {
            f"{kind} {name}": [c[1:4] for c in connection.execute(f"PRAGMA table_info({name})")]
            for kind, name in made
        }  # fmt: skip


def _check_shape(candidate: Path, folder: Path) -> None:
    fresh = folder / "fresh.db"
    open_database(fresh).dispose()
    ours, its = _shape(fresh), _shape(candidate)
    lacks = next((part for part, columns in ours.items() if its.get(part) != columns), None)
    if lacks:
        raise ValueError(f"its {lacks} is missing or another")


def _check_values(candidate: Path) -> None:
    engine = engine_at(candidate)
    try:
        with engine.connect() as connection:
            broken = connection.exec_driver_sql("PRAGMA foreign_key_check").fetchone()
            if broken:
                raise ValueError(f"a row of {broken[0]} belongs to nothing")
            for table in SQLModel.metadata.sorted_tables:
                for _ in connection.execution_options(yield_per=100).execute(table.select()):
                    pass
    finally:
        engine.dispose()


def _check_plain(of: Path) -> None:
    """A copy of ours has tables and indexes; anything else in it would act by itself. Raises: Unusable."""
    with closing(_open(of)) as connection:
        strange = connection.execute("SELECT name FROM sqlite_master WHERE type NOT IN ('table', 'index')").fetchone()
    if strange:
        raise Unusable.one(
            "copy-strange", f"{of.name} holds {str(strange[0])[:60]!r}, which no copy of Brookwind has.",
            "Name a copy that Brookwind made.",
        )  # fmt: skip


def put_back(engine: Engine, of: Path) -> Contents:
    """Restore a copy while the database is used, and bring it up to date; an earlier copy is put back when that fails.

    engine: the database.
    of: the copy; it may be the one made before the last restoring.
    Raises: Unusable as `restore` does.
    """
    path = Path(str(engine.url.database))
    with tempfile.TemporaryDirectory(prefix="brookwind-restore-") as folder:
        # Of its own: what was there before is about to be written over.
        wanted = Path(folder) / "copy.db"
        shutil.copyfile(of, wanted)
        got = restore(path, wanted)
        forget_read(engine)
        try:
            migrate(engine)
        except Exception:
            shutil.copyfile(before_restoring(path), wanted)
            restore(path, wanted)
            forget_read(engine)
            raise
    return got


def before_restoring(path: Path) -> Path:
    """Where the database as it was goes when another is put in its place.

    path: the database.
    """
    return path.with_name(f"{path.name}.before-restore")


def keep_daily(path: Path, today: date) -> Path | None:
    """One copy a day in a folder beside the database, the newest ones kept. None when today's is there already.

    path: the database.
    today: the day.
    Raises: Unusable when it cannot be copied.
    """
    folder = path.parent / "copies"
    copy = folder / f"{path.stem}-{today.isoformat()}.db"
    if copy.exists():
        return None
    folder.mkdir(mode=0o700, exist_ok=True)
    back_up(path, copy)
    ours = sorted(p for p in folder.glob(f"{path.stem}-*.db") if _DAILY.search(p.name))
    for old in ours[:-DAILY_KEPT]:
        old.unlink(missing_ok=True)
    return copy


def rescued(contents: Contents) -> str:
    """All that can be had out of a database, as JSON: documents by kind, and the text of those that cannot be read.

    contents: what was read.
    """
    aside = [a._asdict() for a in contents.aside]
    return json.dumps({"schema": contents.revision, **contents.documents, "unreadable": aside}, indent=1)
