"""Photographs of sessions: kept once however often they are sent."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Any, NamedTuple

from sqlalchemy import ColumnElement, delete, func, update
from sqlalchemy.orm import defer
from sqlmodel import Session, col, select
from sqlmodel.sql.expression import SelectOfScalar

from brookwind.core.errors import OutOfRange
from brookwind.core.log.entries import Outing, Photograph
from brookwind.core.moment import in_utc, local
from brookwind.formats.photograph import Picture
from brookwind.store.database import take_right_to_write
from brookwind.store.log import note_dropped, was_dropped
from brookwind.store.repository import NotKept, Taken
from brookwind.store.tables import OutingRow, PhotographRow

MOST = 60
"""Photographs of a session. Editable default."""


class Filed(NamedTuple):
    """A photograph with where it belongs, for a folder of all of them."""

    place: str
    of: Photograph
    jpeg: bytes


class Photographs:
    """Photographs in a unit of work."""

    def __init__(self, session: Session) -> None:
        """Bind to a session.

        session: the unit of work.
        """
        self.session = session

    def of(self, outing: str) -> list[Photograph]:
        """Those of a session, in order. Raises: NotKept."""
        self._check_there(outing)
        rows = self.session.exec(
            _short().where(PhotographRow.outing_id == outing).order_by(col(PhotographRow.at), col(PhotographRow.id))
        ).all()
        return [_told(row) for row in rows]

    def add(self, outing: Outing, of: Photograph, picture: Picture) -> Photograph:
        """Keep a photograph; sent again it changes nothing.

        outing: the session it belongs to.
        of: when, and what is on it.
        picture: its pixels.
        Raises: NotKept; Taken when the id is another session's; OutOfRange for too many.
        """
        take_right_to_write(self.session)
        self._check_there(outing.id)
        taken = self.session.exec(select(PhotographRow.outing_id).where(PhotographRow.id == of.id)).first()
        if taken == outing.id:
            return self._one(outing.id, of.id)
        if taken is not None:
            raise Taken.one("taken", f"There is a photograph {of.id!r} already.", "Give it an id of its own.", ("id",))
        if was_dropped(self.session, outing.id, of.id):
            return of
        n = self.session.exec(
            select(func.count()).select_from(PhotographRow).where(PhotographRow.outing_id == outing.id)
        ).one()
        if n >= MOST:
            raise OutOfRange.one(
                "many-photographs", f"The session has {MOST} photographs already.", "Take one out first.", ()
            )
        at, offset = in_utc(of.at)
        self.session.add(
            PhotographRow(outing_id=outing.id, at=at, offset_min=offset, id=of.id, text=of.text, **picture._asdict())
        )
        self.session.flush()
        return of

    def say(self, outing: str, key: str, text: str) -> Photograph:
        """Change what is said of one.

        outing: its session.
        key: its id.
        text: what is on it.
        Raises: NotKept.
        """
        take_right_to_write(self.session)
        self.session.execute(update(PhotographRow).where(*_this(outing, key)).values(text=text))
        return self._one(outing, key)

    def drop(self, outing: str, key: str) -> None:
        """Take one out; one that is not there is out already.

        outing: its session.
        key: its id.
        """
        take_right_to_write(self.session)
        self.session.execute(delete(PhotographRow).where(*_this(outing, key)))
        if self.session.get(OutingRow, outing) is not None:
            note_dropped(self.session, outing, key)

    def picture(self, outing: str, key: str, small: bool) -> bytes:
        """A picture as JPEG.

        outing: its session.
        key: its id.
        small: as it stands in a list, else as it is kept.
        Raises: NotKept.
        """
        wanted = PhotographRow.small if small else PhotographRow.jpeg
        found = self.session.exec(select(wanted).where(*_this(outing, key))).first()
        if found is None:
            raise _not_kept(key)
        return found

    def all(self) -> Iterator[Filed]:
        """Every one with its place, one after another: together they may be more than fits into memory."""
        rows = self.session.exec(
            select(PhotographRow, OutingRow.place)
            .join(OutingRow, col(OutingRow.id) == PhotographRow.outing_id)
            .order_by(col(PhotographRow.at))
            .execution_options(yield_per=1)
        )
        for row, place in rows:
            yield Filed(place, _told(row), row.jpeg)
            self.session.expunge(row)

    def _one(self, outing: str, key: str) -> Photograph:
        row = self.session.exec(_short().where(*_this(outing, key))).first()
        if row is None:
            raise _not_kept(key)
        return _told(row)

    def _check_there(self, outing: str) -> None:
        if self.session.get(OutingRow, outing) is None:
            raise NotKept.one(
                "not-kept", f"There is no session {outing!r}.", "Read the list of sessions again.", ("key",)
            )


def _short() -> SelectOfScalar[PhotographRow]:
    """Rows without their pixels."""
    pixels: tuple[Any, Any] = (PhotographRow.jpeg, PhotographRow.small)
    return select(PhotographRow).options(*(defer(p) for p in pixels))


def _this(outing: str, key: str) -> tuple[ColumnElement[bool], ...]:
    return (col(PhotographRow.outing_id) == outing, col(PhotographRow.id) == key)


def _told(row: PhotographRow) -> Photograph:
    return Photograph(
        id=row.id, at=local(row.at, row.offset_min), text=row.text, width=row.width, height=row.height
    )  # fmt: skip


def _not_kept(key: str) -> NotKept:
    return NotKept.one("not-kept", f"There is no photograph {key!r}.", "Read the list of them again.", ("id",))
