"""Where the database is, how it is opened, and how it is brought up to date."""

from __future__ import annotations

import os
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path

from platformdirs import user_data_path
from sqlalchemy import Engine, event, inspect, text
from sqlmodel import Session, create_engine

_MIGRATIONS = Path(__file__).parent / "migrations"


def database_path() -> Path:
    """The person's own database: `BROOKWIND_DB` if set, else a file in the platform's data folder."""
    return _path("BROOKWIND_DB", "brookwind.db")


def demo_database_path() -> Path:
    """The demo's database, never the person's own: `BROOKWIND_DEMO_DB` if set, else beside it in the data folder."""
    return _path("BROOKWIND_DEMO_DB", "demo.db")


def _path(variable: str, name: str) -> Path:
    told = os.environ.get(variable)
    return Path(told).expanduser() if told else user_data_path("brookwind", appauthor=False) / name


def open_database(path: Path) -> Engine:
    """Open a database, made and brought up to date if needed.

    path: the file.
    """
    path.parent.mkdir(parents=True, exist_ok=True)
    engine = create_engine(f"sqlite:///{path}", connect_args={"check_same_thread": False, "timeout": 10})

    @event.listens_for(engine, "connect")
    def _set_up(connection, _record) -> None:  # type: ignore[no-untyped-def]
        # SQLite forgets foreign keys at every connection; WAL lets a reader go on while another tab saves.
        cursor = connection.cursor()
        cursor.execute("PRAGMA foreign_keys = ON")
        cursor.execute("PRAGMA journal_mode = WAL")
        cursor.execute("PRAGMA synchronous = NORMAL")
        cursor.close()

    migrate(engine)
    return engine


def migrate(engine: Engine, revision: str = "head") -> None:
    """Bring the tables to a revision.

    engine: the database.
    revision: name of the revision, newest by default.
    """
    if revision == "head" and _is_newest(engine):
        return
    # Only now: loading the migration tool would double the time to the first answer.
    from alembic import command
    from alembic.config import Config

    config = Config()
    config.set_main_option("script_location", str(_MIGRATIONS))
    with engine.begin() as connection:
        config.attributes["connection"] = connection
        command.upgrade(config, revision)


def _is_newest(engine: Engine) -> bool:
    newest = max(p.name.split("_")[0] for p in (_MIGRATIONS / "versions").glob("[0-9]*.py"))
    with engine.connect() as connection:
        if not inspect(connection).has_table("alembic_version"):
            return False
        return connection.execute(text("SELECT version_num FROM alembic_version")).scalar() == newest


@contextmanager
def unit_of_work(engine: Engine) -> Iterator[Session]:
    """A session that commits once at the end, or not at all.

    engine: the database.
    """
    with Session(engine) as session:
        yield session
        session.commit()
