"""Two seasons of made-up sessions on the scenario's waters, with things in them that the log can find.

In them grayling come best with the bait about a hand off the bed, tench in the first hours, rudd on the drop, and
mullet no better on one bait than on another. The 3BB of the rudd rig carries more than its label says.
"""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from datetime import UTC, date, datetime, timedelta
from itertools import pairwise
from random import Random

from brookwind.core.log.entries import Came, Event, Outing
from brookwind.core.rest.stop import set_stop
from brookwind.core.rig.components import Bait
from brookwind.core.rig.document import Rig

SEED = 61
SESSIONS = 61
NOTED = 14
"""In the last so many, tips were noted."""


@dataclass(frozen=True)
class _Water:
    """Where, with what, and how fish come there."""

    swim: str
    place: str
    rig: str
    species: str
    others: tuple[str, ...]
    begins_h: tuple[float, float]
    lasts_h: tuple[float, float]
    an_hour: float
    length_m: float
    heights_m: tuple[float, ...]
    """Heights off the bed, or depths where the rig hangs from the surface."""
    baits: tuple[str, ...]
    better: Callable[[float, float, str], float]
    """Times as many by height, hour and bait."""
    drops: float = 0.2
    """Share that comes on the drop."""
    tip_m: float | None = None
    """What the tip showed when it was noted, in the last of the sessions: more than its label lets expect. [m]"""


def _flat(height_m: float, hour: float, bait: str) -> float:
    return 1.0


def _grayling(height_m: float, hour: float, bait: str) -> float:
    return {0.0: 0.5, 0.05: 0.9, 0.1: 1.8, 0.2: 0.9}[height_m]


def _tench(height_m: float, hour: float, bait: str) -> float:
    return 2.2 if hour < 9.0 else 0.7


_WATERS = (
    _Water("tarrow-mill-glide", "Mill glide, the Tarrow", "grayling-avon", "grayling", ("brown-trout",), (9.0, 10.5),
           (2.5, 4.5), 1.4, 0.31, (0.0, 0.05, 0.1, 0.2), ("maggot", "red worm"), _grayling),
    _Water("wend-mere-lily-bay", "Lily bay, Wend Mere", "tench-lift", "tench", ("rudd",), (4.5, 6.0), (4.0, 6.0), 0.6,
           0.42, (0.0,), ("corn", "red worm"), _tench),
    _Water("wend-mere-reed-gap", "Reed gap, Wend Mere", "rudd-strung", "rudd", ("roach",), (14.0, 16.0), (2.5, 4.0),
           4.0, 0.19, (0.6, 0.9), ("maggot", "caster"), _flat, drops=0.7, tip_m=0.018),
    _Water("skerry-wall-steps", "The steps, Skerry Wall", "mullet-slider", "mullet", (), (7.0, 11.0), (3.0, 4.5), 0.5,
           0.44, (0.4, 0.8), ("bread flake", "mackerel strip"), _flat),
)  # fmt: skip


def seasons(rigs: Sequence[Rig], today: date) -> list[tuple[Outing, list[Event]]]:
    """Sessions of the two years before a day, the same whenever they are made but for their dates.

    rigs: the demo's rigs.
    today: the day.
    """
    random, by_id = Random(SEED), {r.id: r for r in rigs}
    made = []
    for k in range(SESSIONS):
        water = _WATERS[k % len(_WATERS)]
        day = today - timedelta(days=5 + 11 * (SESSIONS - 1 - k) + random.randrange(6))
        outing, events = _session(f"s{k:03}", water, by_id[water.rig], day, random)
        if water.tip_m is not None and k >= SESSIONS - NOTED:
            at = outing.begins + timedelta(minutes=20)
            events = sorted([*events, Event(id=f"{outing.id}-tip", at=at, kind="tip", tip_m=water.tip_m)], key=_at)
        made.append((outing, events))
    return made


def _at(event: Event) -> datetime:
    return event.at


def _session(key: str, water: _Water, rig: Rig, day: date, random: Random) -> tuple[Outing, list[Event]]:
    begins = datetime(day.year, day.month, day.day, tzinfo=UTC) + timedelta(
        minutes=5 * round(12 * random.uniform(*water.begins_h))
    )
    ends = begins + timedelta(minutes=5 * round(12 * random.uniform(*water.lasts_h)))
    outing = Outing(id=key, swim=water.swim, place=water.place, begins=begins, ends=ends)
    turns = random.randint(1, 3)
    at = [begins + (ends - begins) * i / turns for i in range(turns + 1)]
    events: list[Event] = []

    def put(moment: datetime, **fields: object) -> None:
        events.append(Event.model_validate({"id": f"{key}-{len(events):02}", "at": moment, **fields}))

    for start, stop in pairwise(at):
        height, bait = random.choice(water.heights_m), random.choice(water.baits)
        start = start.replace(second=0, microsecond=0)
        put(max(start, begins), kind="rig", rig=_fished(rig, height, bait))
        moment = start
        while True:
            hour = moment.hour + moment.minute / 60.0
            moment += timedelta(hours=random.expovariate(water.an_hour * water.better(height, hour, bait)))
            moment = moment.replace(microsecond=0)
            if moment >= stop:
                break
            came: Came = "drop" if random.random() < water.drops else "settled"
            other = water.others and random.random() < 0.15
            long = random.gauss(1.0, 0.12) * (0.7 if other else 1.0) * water.length_m
            species = random.choice(water.others) if other else water.species
            put(moment, kind="fish", came=came, species=species, length_m=round(max(long, 0.08), 2))
            if random.random() < 0.5:
                missed = moment + timedelta(minutes=random.uniform(1, 9))
                if missed < stop:
                    put(missed.replace(microsecond=0), kind="bite", came=came)
    return outing, sorted(events, key=_at)


def _fished(rig: Rig, height_m: float, bait: str) -> Rig:
    aim = rig.aim.model_copy(update={"bait_m": height_m})
    setting = rig.setting_m + (rig.aim.bait_m - height_m if rig.aim.bait_from == "bed" else height_m - rig.aim.bait_m)
    baited = tuple(c.model_copy(update={"label": bait}) if isinstance(c, Bait) else c for c in rig.components)
    return set_stop(rig.replace_components(baited, aim=aim), setting)
