"""Sessions and events: written as they happen, each once, and read in bulk for what is asked of them."""

from __future__ import annotations

import json
import sqlite3
from collections.abc import Callable, Iterable, Iterator, Sequence
from datetime import UTC, datetime
from operator import itemgetter
from typing import Any, cast

from sqlalchemy import ColumnElement, delete, func, insert, update
from sqlmodel import Session, col, select

from brookwind.clock import now
from brookwind.core.answers.learnt import SeenCast, SeenTip
from brookwind.core.edits.slide import slid
from brookwind.core.errors import OutOfRange
from brookwind.core.frozen import Frozen
from brookwind.core.log.entries import Came, Event, Fished, Kind, Outing, check_within, fished, is_within, over_at
from brookwind.core.log.looks import Happened, Visit
from brookwind.core.moment import in_utc, local
from brookwind.core.rig.document import Rig
from brookwind.store.database import take_right_to_write
from brookwind.store.repository import NotKept, Stale, Taken
from brookwind.store.tables import DroppedRow, EventRow, OutingRow, SwimRow

_CAME = """
SELECT outing_id, (julianday(at) - 2440587.5) * 86400.0, kind, came, species, NULL
FROM event INDEXED BY ix_event_came WHERE kind IN ('fish', 'bite'){which} ORDER BY outing_id, at
"""
_ANEW = """
SELECT outing_id, (julianday(at) - 2440587.5) * 86400.0, rig_name, height_m, setting_m, pattern, bait
FROM event INDEXED BY ix_event_how WHERE kind IN ('rig', 'slide'){which} ORDER BY outing_id, at
"""
"""In short what came, and how it was fished, in order; seconds since 1970. Each is read from its index alone."""
_OWN = ("id", "kind", "came", "species", "length_m", "mass_kg", "text", "setting_m", "depth_m", "tip_m", "reach_m")
_WRITTEN = """
SELECT outing_id, id, kind, came, species, length_m, mass_kg, text, CASE kind WHEN 'slide' THEN setting_m END, depth_m,
tip_m, reach_m, at, offset_min, CASE kind WHEN 'rig' THEN rig END FROM event ORDER BY at, id
"""
_FISHED_ANEW = frozenset({"rig", "slide"})
"""After these it is fished another way."""
MOST_TIPS = 300
"""Tips that are learnt from, the newest."""


class KeptOuting(Frozen):
    """A session, the version it is at, and what came of it in short."""

    version: int
    fields: Outing
    fish: int
    bites: int


class CaughtSpecies(Frozen):
    """A fish that was caught, and how often."""

    id: str
    n: int


class Asked(Frozen):
    """Which part of the log is asked: None is all of it."""

    species: str | None = None
    place: str | None = None
    since: datetime | None = None


def _part(asked: Asked) -> list[ColumnElement[bool]]:
    """What the sessions of a part of the log have."""
    part = []
    if asked.place is not None:
        part.append(col(OutingRow.place) == asked.place)
    if asked.since is not None:
        part.append(col(OutingRow.begins_at) >= in_utc(asked.since)[0])
    return part


def _reader(session: Session) -> Callable[[str, dict[str, str]], list[tuple[Any, ...]]]:
    """Rows as the driver gives them: a hundred thousand of them are made into nothing else on the way."""
    connection = session.connection().connection.driver_connection
    assert isinstance(connection, sqlite3.Connection)
    return lambda query, given: connection.execute(query, given).fetchall()


def was_dropped(session: Session, outing: str, key: str) -> bool:
    """What has this id was taken back in a session.

    session: the unit of work.
    outing: the session's id.
    key: the id.
    """
    row = session.get(DroppedRow, key)
    return row is not None and row.outing_id == outing


def note_dropped(session: Session, outing: str, key: str) -> None:
    """Remember what was taken back.

    session: the unit of work.
    outing: the session's id.
    key: the id of what was taken back.
    """
    if session.get(DroppedRow, key) is None:
        session.add(DroppedRow(id=key, outing_id=outing))
        session.flush()


class Log:
    """The log in a unit of work."""

    def __init__(self, session: Session) -> None:
        """Bind to a session.

        session: the unit of work.
        """
        self.session = session

    def outings(self, asked: Asked | None = None) -> list[KeptOuting]:
        """The sessions, the newest first."""
        counted = {
            (key, kind): n
            for key, kind, n in self.session.exec(
                select(EventRow.outing_id, EventRow.kind, func.count())
                .where(col(EventRow.kind).in_(("fish", "bite")))
                .group_by(col(EventRow.outing_id), col(EventRow.kind))
            ).all()
        }
        rows = self.session.exec(
            select(OutingRow).where(*_part(asked or Asked())).order_by(col(OutingRow.begins_at).desc())
        ).all()
        return [self._kept(r, counted.get((r.id, "fish"), 0), counted.get((r.id, "bite"), 0)) for r in rows]

    def get(self, key: str) -> KeptOuting:
        """One session. Raises: NotKept."""
        row = self._row(key)
        counts = dict(
            self.session.exec(
                select(EventRow.kind, func.count()).where(EventRow.outing_id == key).group_by(col(EventRow.kind))
            ).all()
        )
        return self._kept(row, counts.get("fish", 0), counts.get("bite", 0))

    def create(self, outing: Outing) -> KeptOuting:
        """Keep a new session; the same one once more is the one that is there. Raises: Taken when it is another."""
        take_right_to_write(self.session)
        row = self.session.get(OutingRow, outing.id)
        if row is not None:
            # A swim that is not kept is not noted, as it was not when it was sent first.
            swim = outing.swim if outing.swim and self.session.get(SwimRow, outing.swim) else None
            if self._fields(row) != outing.model_copy(update={"swim": swim}):
                raise Taken.one("taken", f"There is a session {outing.id!r} already.", "Use another id.", ("id",))
            return self.get(outing.id)
        self.session.add(OutingRow(id=outing.id, **self._columns(outing)))
        self.session.flush()
        return self.get(outing.id)

    def replace(self, key: str, version: int, outing: Outing) -> KeptOuting:
        """Write a session if it is still at the version read. Raises: Stale, NotKept; OutOfRange for its events."""
        take_right_to_write(self.session)
        for event in self.events(key):
            check_within(outing, event)
        changed = self.session.execute(
            update(OutingRow)
            .where(col(OutingRow.id) == key, col(OutingRow.version) == version)
            .values(version=version + 1, updated_at=now(), **self._columns(outing))
        )
        if cast(Any, changed).rowcount == 0:
            self._row(key)
            raise Stale.one("stale", "The session was changed since it was read.", "Read it again.", ("version",))
        self.session.expire_all()
        return self.get(key)

    def delete(self, key: str, version: int) -> None:
        """Remove a session with its events. Raises: Stale, NotKept."""
        take_right_to_write(self.session)
        gone = self.session.execute(
            delete(OutingRow).where(col(OutingRow.id) == key, col(OutingRow.version) == version)
        )
        if cast(Any, gone).rowcount == 0:
            self._row(key)
            raise Stale.one("stale", "The session was changed since it was read.", "Read it again.", ("version",))

    def events(self, key: str) -> list[Event]:
        """What happened in a session, in order. Raises: NotKept."""
        self._row(key)
        rows = self.session.exec(
            select(EventRow).where(EventRow.outing_id == key).order_by(col(EventRow.at), col(EventRow.id))
        ).all()
        return [self._event(r) for r in rows]

    def written(self) -> Iterator[tuple[Outing, list[Event]]]:
        """Every session with what happened in it, the oldest first; a rig that is the same in many is read once."""
        rigs: dict[str, Rig] = {}
        rows = self.session.exec(select(OutingRow).order_by(col(OutingRow.begins_at), col(OutingRow.id))).all()
        events: dict[str, list[Event]] = {r.id: [] for r in rows}
        for outing, *own, at, offset_min, rig in _reader(self.session)(_WRITTEN, {}):
            if rig is not None and rig not in rigs:
                rigs[rig] = Rig.model_validate(json.loads(rig))
            moment = local(datetime.fromisoformat(at).replace(tzinfo=UTC), offset_min)
            # Written by us from an event that was checked.
            fields = dict(zip(_OWN, own, strict=True))
            events[outing].append(Event.model_construct(**fields, at=moment, rig=rigs.get(rig)))
        for r in rows:
            yield self._fields(r), events[r.id]

    def add(self, key: str, event: Event) -> Event:
        """Keep an event; sent again it changes nothing, also when it was taken back meanwhile.

        Raises: NotKept, Taken; OutOfRange outside its session.
        """
        take_right_to_write(self.session)
        check_within(self._fields(self._row(key)), event)
        if was_dropped(self.session, key, event.id):
            return event
        row = self.session.get(EventRow, event.id)
        if row is not None:
            if row.outing_id != key or self._event(row) != event:
                raise Taken.one(
                    "taken", f"There is an event {event.id!r} already.", "Give it an id of its own.", ("id",)
                )
            return event
        self.session.add(EventRow(**_columns_of(key, event, self._rig_after(key, event))))
        self.session.flush()
        return event

    def _rig_after(self, key: str, event: Event) -> Rig | None:
        """The rig as it is fished from an event on: what was on before, its stop moved; None where no rig was said."""
        if event.kind != "slide":
            return event.rig
        return _slid(self._rig_at(key, in_utc(event.at)[0]), event)

    def _rig_at(self, key: str, at: datetime) -> Rig | None:
        row = self.session.exec(
            select(EventRow)
            .where(EventRow.outing_id == key, col(EventRow.kind).in_(_FISHED_ANEW), EventRow.at <= at)
            .order_by(col(EventRow.at).desc(), col(EventRow.id).desc())
        ).first()
        return None if row is None or row.rig is None else Rig.model_validate(row.rig)

    def drop(self, key: str, event_id: str) -> None:
        """Take an event back. One that is not there is taken back already. Raises: NotKept for the session."""
        take_right_to_write(self.session)
        self._row(key)
        self.session.execute(delete(EventRow).where(col(EventRow.id) == event_id, col(EventRow.outing_id) == key))
        note_dropped(self.session, key, event_id)

    def load(self, outings: Iterable[tuple[Outing, Sequence[Event]]]) -> None:
        """Keep many sessions with their events at once; those that are there already are left as they are.

        outings: each with what happened in it.
        Raises: OutOfRange for an event outside its session.
        """
        take_right_to_write(self.session)
        known_ids = set(self.session.exec(select(OutingRow.id)).all())
        known = set(self.session.exec(select(EventRow.id)).all())
        new = list(outings)
        for n, (outing, events) in enumerate(new):
            if outing.id in known_ids:
                # It may have been ended otherwise since: what is outside of it by now stays out.
                there = self._fields(self._row(outing.id))
                new[n] = (outing, [e for e in events if is_within(there, e)])
            else:
                for event in events:
                    check_within(outing, event)
            if outing.id not in known_ids:
                self.session.add(OutingRow(id=outing.id, **self._columns(outing)))
                known_ids.add(outing.id)
        # The sessions are there before what happened in them.
        self.session.flush()
        rows: list[dict[str, Any]] = []
        for outing, events in new:
            on: Rig | None = None
            for e in sorted(events, key=lambda e: e.at):
                on = _slid(on, e) if e.kind == "slide" else e.rig or on
                if e.id not in known:
                    rows.append(_columns_of(outing.id, e, on if e.kind in _FISHED_ANEW else None))
            known |= {e.id for e in events}
        if rows:
            self.session.execute(insert(EventRow), rows)

    def asked(self, asked: Asked) -> tuple[list[Visit], list[Happened]]:
        """The part of the log that is asked, in short: no rig is read for it.

        asked: which part.
        """
        moment = now()
        rows = self.session.execute(
            select(
                OutingRow.id,
                OutingRow.place,
                OutingRow.begins_at,
                OutingRow.ends_at,
            )
            .add_columns(col(OutingRow.offset_min))
            .where(*_part(asked))
            .order_by(col(OutingRow.begins_at))
        ).all()
        last = self._last_of_open()
        visits = [
            Visit(
                key, place, begins.timestamp(), (ends or over_at(begins, last.get(key), moment)).timestamp(),
                offset / 60.0,
            )
            for key, place, begins, ends, offset in rows
        ]  # fmt: skip
        whole = asked.place is None and asked.since is None
        which = "" if whole else f" AND outing_id IN ({', '.join(f':o{i}' for i in range(len(rows)))})"
        given = {} if whole else {f"o{i}": row[0] for i, row in enumerate(rows)}
        # Tens of thousands of rows: read as they lie, each way of fishing made once.
        ways: dict[tuple[Any, ...], Fished] = {}
        happened: list[tuple[Any, ...]] = []
        read = _reader(self.session)
        for outing, at, *how in read(_ANEW.format(which=which), given):
            key = tuple(how)
            way = None if how[0] is None else ways.get(key) or ways.setdefault(key, _how(*how))
            happened.append((outing, at, "rig", None, None, way))
        # Both lie in order: putting one into the other is quick, and a rig goes before what came at the same moment.
        happened = sorted(happened + read(_CAME.format(which=which), given), key=itemgetter(0, 1))
        return visits, cast(list[Happened], happened)

    def _last_of_open(self) -> dict[str, datetime]:
        """When something was noted last in each session that was not ended."""
        rows = self.session.exec(
            select(EventRow.outing_id, func.max(EventRow.at))
            .join(OutingRow, col(OutingRow.id) == EventRow.outing_id)
            .where(col(OutingRow.ends_at).is_(None))
            .group_by(col(EventRow.outing_id))
        ).all()
        return dict(rows)

    def tips(self) -> list[SeenTip]:
        """Tips noted at the water, each with the rig that was on; those before a rig was noted are left out."""
        rows = self.session.exec(
            select(EventRow)
            .where(col(EventRow.kind) == "tip", col(EventRow.tip_m).is_not(None))
            .order_by(col(EventRow.at).desc())
            .limit(MOST_TIPS)
        ).all()
        found = ((r, self._rig_at(r.outing_id, r.at)) for r in rows)
        return [SeenTip(local(r.at, r.offset_min), r.tip_m or 0.0, rig) for r, rig in found if rig is not None]

    def casts(self) -> list[SeenCast]:
        """Casts whose distance was noted, each with the rig that was on; those before a rig was noted are left out."""
        rows = self.session.exec(
            select(EventRow)
            .where(col(EventRow.kind) == "cast", col(EventRow.reach_m).is_not(None))
            .order_by(col(EventRow.at).desc())
            .limit(MOST_TIPS)
        ).all()
        found = ((r, self._rig_at(r.outing_id, r.at)) for r in rows)
        return [SeenCast(local(r.at, r.offset_min), r.reach_m or 1.0, rig) for r, rig in found if rig is not None]

    def places(self) -> list[str]:
        """Where sessions were, the most often fished first."""
        rows = self.session.exec(
            select(OutingRow.place, func.count()).group_by(col(OutingRow.place)).order_by(func.count().desc())
        ).all()
        return [place for place, _ in rows]

    def swims(self) -> list[tuple[str, str]]:
        """Names of the places and the swims they are."""
        rows = self.session.exec(
            select(OutingRow.place, OutingRow.swim_id).where(col(OutingRow.swim_id).is_not(None)).distinct()
        ).all()
        return [(place, swim or "") for place, swim in rows]

    def species(self) -> list[CaughtSpecies]:
        """What was caught, the most often caught first."""
        rows = self.session.exec(
            select(EventRow.species, func.count())
            .where(EventRow.kind == "fish", col(EventRow.species).is_not(None))
            .group_by(col(EventRow.species))
            .order_by(func.count().desc())
        ).all()
        return [CaughtSpecies(id=s or "", n=n) for s, n in rows]

    def _row(self, key: str) -> OutingRow:
        row = self.session.get(OutingRow, key)
        if row is None:
            raise NotKept.one("not-kept", f"There is no session {key!r}.", "Read the list of sessions again.", ("key",))
        return row

    def _columns(self, outing: Outing) -> dict[str, Any]:
        begins, offset = in_utc(outing.begins)
        swim = outing.swim if outing.swim and self.session.get(SwimRow, outing.swim) else None
        return {
            "swim_id": swim,
            "place": outing.place,
            "begins_at": begins,
            "ends_at": None if outing.ends is None else in_utc(outing.ends)[0],
            "offset_min": offset,
            "notes": outing.notes,
            "wind_m_s": outing.wind_m_s,
        }

    def _fields(self, row: OutingRow) -> Outing:
        return Outing(
            id=row.id, swim=row.swim_id, place=row.place, begins=local(row.begins_at, row.offset_min),
            ends=None if row.ends_at is None else local(row.ends_at, row.offset_min), notes=row.notes,
            wind_m_s=row.wind_m_s,
        )  # fmt: skip

    def _kept(self, row: OutingRow, fish: int, bites: int) -> KeptOuting:
        return KeptOuting(version=row.version, fields=self._fields(row), fish=fish, bites=bites)

    def _event(self, row: EventRow) -> Event:
        return Event(
            id=row.id, at=local(row.at, row.offset_min), kind=cast(Kind, row.kind), came=cast(Came | None, row.came),
            species=row.species, length_m=row.length_m, mass_kg=row.mass_kg, text=row.text,
            rig=None if row.rig is None or row.kind != "rig" else Rig.model_validate(row.rig),
            setting_m=row.setting_m if row.kind == "slide" else None, depth_m=row.depth_m, tip_m=row.tip_m,
            reach_m=row.reach_m,
        )  # fmt: skip


def _columns_of(key: str, event: Event, rig: Rig | None) -> dict[str, Any]:
    """An event of a session as it lies in its table, with the rig it is fished with from then on."""
    at, offset = in_utc(event.at)
    how: dict[str, Any] = {"setting_m": event.setting_m}
    if rig is not None:
        short = fished(rig).model_dump()
        # What it was moved to is kept as it was said.
        how = {"rig_name": short.pop("rig"), **short, "rig": rig.model_dump(mode="json")}
        how["setting_m"] = event.setting_m or how["setting_m"]
    return {
        "id": event.id, "outing_id": key, "at": at, "offset_min": offset, "kind": event.kind, "came": event.came,
        "species": event.species, "length_m": event.length_m, "mass_kg": event.mass_kg, "text": event.text,
        "depth_m": event.depth_m, "tip_m": event.tip_m, "reach_m": event.reach_m, **how,
    }  # fmt: skip


def _slid(rig: Rig | None, event: Event) -> Rig | None:
    """The rig after its stop was moved; None where it is not known, or could not be set so: what was done is kept."""
    if rig is None or event.setting_m is None:
        return None
    try:
        return slid(rig, event.setting_m, event.depth_m)
    except OutOfRange:
        return None


def _how(rig: str, height_m: float, setting_m: float, pattern: str, bait: str) -> Fished:
    # Written by us from a rig that was checked: not checked again for every plot.
    return Fished.model_construct(rig=rig, height_m=height_m, setting_m=setting_m, pattern=pattern, bait=bait)
