"""Devices of the home network that were let in: each by a token of which only the hash is kept."""

from __future__ import annotations

import secrets
from datetime import datetime, timedelta
from hashlib import sha256

from sqlalchemy import delete
from sqlmodel import Session, col, select

from brookwind.clock import now
from brookwind.core.errors import OutOfRange
from brookwind.core.frozen import Frozen
from brookwind.store.database import take_right_to_write
from brookwind.store.tables import DeviceRow

MOST_DEVICES = 20
"""Devices let in at once."""
_SEEN_AGAIN = timedelta(minutes=5)
"""When a device was seen is written down no more often."""


class Device(Frozen):
    """A device that was let in."""

    id: str
    name: str
    made_at: datetime
    seen_at: datetime


def _hash(token: str) -> str:
    return sha256(token.encode()).hexdigest()


class Devices:
    """The devices in a unit of work."""

    def __init__(self, session: Session) -> None:
        """Bind to a session.

        session: the unit of work.
        """
        self.session = session

    def all(self) -> list[Device]:
        """Every device, the last seen first."""
        rows = self.session.exec(select(DeviceRow).order_by(col(DeviceRow.seen_at).desc())).all()
        return [Device(id=r.id, name=r.name, made_at=r.made_at, seen_at=r.seen_at) for r in rows]

    def let_in(self, name: str) -> str:
        """Let a device in; its token, which is told once and kept nowhere.

        name: what the person calls it.
        Raises: OutOfRange when there are too many.
        """
        take_right_to_write(self.session)
        if len(self.all()) >= MOST_DEVICES:
            raise OutOfRange.one(
                "too-many-devices", f"{MOST_DEVICES} devices are let in already.", "Take one out first.", ("name",)
            )
        token = secrets.token_urlsafe(32)
        self.session.add(DeviceRow(id=secrets.token_hex(8), name=name, token_hash=_hash(token)))
        self.session.flush()
        return token

    def knows(self, token: str) -> bool:
        """A device with this token was let in, and not taken out since.

        token: as it was told.
        """
        row = self.session.exec(select(DeviceRow).where(DeviceRow.token_hash == _hash(token))).first()
        if row is None:
            return False
        moment = now()
        if moment - row.seen_at.replace(tzinfo=moment.tzinfo) > _SEEN_AGAIN:
            row.seen_at = moment
            self.session.add(row)
        return True

    def take_out(self, key: str) -> None:
        """A device is let in no longer; its token is worth nothing from now on.

        key: its id.
        """
        take_right_to_write(self.session)
        self.session.execute(delete(DeviceRow).where(col(DeviceRow.id) == key))
