"""The name of a database, made with its file: what is meant for one is kept in no other."""

from __future__ import annotations

from collections.abc import Callable

from sqlalchemy import Engine
from sqlalchemy.exc import SQLAlchemyError
from sqlmodel import select

from brookwind.store.database import unit_of_work
from brookwind.store.tables import IdentityRow


class Identity:
    """The name of the database in use, read once until the file is exchanged."""

    def __init__(self, engine: Callable[[], Engine]) -> None:
        """Not read yet.

        engine: the database in use.
        """
        self._engine = engine
        self._known: tuple[Engine, str] | None = None

    def read(self) -> str:
        """The name, in 32 hexadecimal digits; empty when the database has none."""
        engine = self._engine()
        if self._known is None or self._known[0] is not engine:
            try:
                with unit_of_work(engine) as session:
                    self._known = (engine, session.exec(select(IdentityRow.id)).first() or "")
            except SQLAlchemyError:
                # What is wrong with it is said by what was asked for.
                return ""
        return self._known[1]

    def forget(self) -> None:
        """The file was exchanged: it is read anew."""
        self._known = None
