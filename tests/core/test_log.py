"""The log: small numbers are told as such, ranges hold what they say, and what is there is found and nothing else."""

from __future__ import annotations

from datetime import UTC, date, datetime, timedelta, timezone
from random import Random

import numpy as np
import pytest
from pydantic import ValidationError

from brookwind.core.log.entries import Event, Fished, Outing, check_within, fished
from brookwind.core.log.looks import HOURS, Happened, Piece, Visit, by_hour, pieces
from brookwind.core.log.questions import QUESTIONS, VERY_SURE, LogAnswer, answer, answers, changes, next_time
from brookwind.core.log.rates import INTERVAL, Counted, Rate, better, rates
from brookwind.demo.load import demo_rigs
from brookwind.demo.seasons import seasons

T = datetime(2026, 6, 1, 6, tzinfo=UTC)


def how(bait: str = "corn", height_m: float = 0.1, setting_m: float = 1.2) -> Fished:
    return Fished(rig="Rig", height_m=height_m, setting_m=setting_m, pattern="bulk", bait=bait)


def fishing(random: Random, hours: float, an_hour: float, bait: str, outing: str = "s", begins: float = 0.0) -> Piece:
    fish, at = [], begins
    while (at := at + 3600 * random.expovariate(an_hour)) < begins + 3600 * hours:
        fish.append(at)
    return Piece(outing, "Here", begins, begins + 3600 * hours, 0.0, how(bait), tuple(fish), ())


def bait_of(found: list[Piece]) -> LogAnswer:
    return answer(next(q for q in QUESTIONS if q.id == "bait"), found)


def test_ranges_hold_the_true_rate_nine_times_in_ten() -> None:
    random, held, asked = Random(3), 0, 0
    for _ in range(300):
        usual = random.choice([0.4, 1.0, 2.5])
        true = [random.gammavariate(2.0, usual / 2.0) for _ in range(6)]
        hours = [random.uniform(1.0, 12.0) for _ in true]
        counted = [Counted(int(np.random.default_rng(random.randrange(2**32)).poisson(r * h)), h)
                   for r, h in zip(true, hours, strict=True)]  # fmt: skip
        for rate, really in zip(rates(counted), true, strict=True):
            asked += 1
            held += rate.quantile(INTERVAL[0]) <= really <= rate.quantile(INTERVAL[1])
    assert 0.87 <= held / asked <= 0.93


def test_twice_the_fish_is_named_after_twenty_hours_of_each_and_no_difference_hardly_ever() -> None:
    random = Random(5)

    def named(one: float, other: float, hours: float) -> float:
        found = [bait_of([fishing(random, hours, one, "corn"), fishing(random, hours, other, "worm")])
                 for _ in range(150)]  # fmt: skip
        return sum(a.best == 0 and a.sure >= VERY_SURE for a in found) / len(found)

    assert named(2.0, 1.0, 20.0) >= 0.75
    assert named(2.0, 1.0, 2.0) <= 0.25
    assert named(1.0, 1.0, 20.0) <= 0.05


def test_a_better_rate_is_better_by_the_ratio_of_two_gammas() -> None:
    draws = np.random.default_rng(1)
    one, other = (Rate(np.ones(1), np.array([a]), np.array([b])) for a, b in ((5.0, 3.0), (4.0, 4.0)))
    drawn = (draws.gamma(5.0, 1 / 3.0, 200_000) > draws.gamma(4.0, 1 / 4.0, 200_000)).mean()
    assert better(one, other) == pytest.approx(drawn, abs=0.005)
    assert better(one, other) + better(other, one) == pytest.approx(1.0)


def test_every_chance_lies_within_nought_and_one() -> None:
    rng = np.random.default_rng(7)
    for _ in range(2000):
        hours = rng.uniform(0.5, 400, size=int(rng.integers(2, 9)))
        found = rates(
            [Counted(int(n), float(h)) for n, h in zip(rng.poisson(rng.uniform(0, 9) * hours), hours, strict=True)]
        )
        chances = [better(a, b) for a in found[:3] for b in found[-3:]]
        assert all(0.0 <= c <= 1.0 for c in chances)
    one_sided = rates([Counted(4000, 100.0), Counted(1, 100.0)])
    assert better(*one_sided) == 1.0


def test_few_hours_are_too_few_to_say() -> None:
    random = Random(2)
    found = bait_of([fishing(random, 0.5, 4.0, "corn"), fishing(random, 0.5, 1.0, "worm")])
    assert (found.best, found.says.says) == (None, "Too few to say")
    assert bait_of([fishing(random, 5, 1, "corn")]).says.says == "Only one was tried"
    assert all(a.best is None for a in answers([]))


def test_the_pattern_in_the_demo_is_found_and_the_one_that_is_not_there_is_not() -> None:
    made = seasons(demo_rigs(), date(2026, 11, 23))
    visits = [Visit(o.id, o.place, o.begins.timestamp(), o.ends.timestamp(), 0.0) for o, _ in made if o.ends]
    happened = [
        Happened(o.id, e.at.timestamp(), e.kind, e.came, e.species, fished(e.rig) if e.rig else None)
        for o, events in made
        for e in events
    ]

    def asked(species: str, question: str) -> LogAnswer:
        return next(a for a in answers(pieces(visits, happened, species)) if a.id == question)

    height = asked("grayling", "height")
    assert height.best is not None
    assert height.groups[height.best].name.says.format(**height.groups[height.best].name.figures) == "8 cm to 12 cm"
    assert asked("rudd", "came").best == 0, "on the drop"
    assert asked("mullet", "bait").best is None
    assert "grayling" not in {p.place for p in pieces(visits, happened, "grayling")}
    assert {p.place for p in pieces(visits, happened, "mullet")} == {"The steps, Skerry Wall"}
    told = next_time(answers(pieces(visits, happened, "grayling")))
    assert told[0].how_sure == "sure enough"
    assert told[0].says.says.format(**told[0].says.figures) == "Begin at 8 cm to 12 cm off the bed."


def test_what_changed_before_it_got_better() -> None:
    random = Random(4)
    before = fishing(random, 2.0, 0.3, "corn")._replace(fished=how(setting_m=1.3))
    after = fishing(random, 2.0, 5.0, "corn", begins=7200.0)._replace(fished=how(setting_m=1.38))
    [found] = changes([before, after])
    assert found.says.says.format(**found.says.figures) == "8 cm deeper"
    assert found.after > found.before
    assert changes([after._replace(outing="other"), before]) == ()


def test_a_session_across_midnight_and_a_change_of_the_clock_counts_its_hours_once() -> None:
    piece = Piece("s", "Here", 20 * 3600.0, 31 * 3600.0, 2.0, how(), (22.5 * 3600.0,), ())
    parts = {HOURS[k]: (hours, fish) for k, hours, fish in by_hour(piece)}
    assert sum(h for h, _ in parts.values()) == pytest.approx(11.0)
    assert parts[0.0] == (6.0, 1)
    assert sum(n for _, n in parts.values()) == 1


def test_pieces_begin_with_each_rig_and_cover_the_session() -> None:
    visit = Visit("s", "Here", 0.0, 7200.0, 0.0)
    happened = [
        Happened("s", 600.0, "rig", None, None, how("corn")), Happened("s", 900.0, "fish", "drop", "rudd", None),
        Happened("s", 3600.0, "rig", None, None, how("worm")), Happened("s", 4000.0, "bite", "settled", None, None),
    ]  # fmt: skip
    found = pieces([visit], happened)
    assert [(p.fished and p.fished.bait, p.hours) for p in found] == [
        (None, pytest.approx(1 / 6)), ("corn", pytest.approx(5 / 6)), ("worm", pytest.approx(1.0)),
    ]  # fmt: skip
    assert [len(p.fish) for p in found] == [0, 1, 0]
    assert [p.came for p in found] == [(), ("drop",), ("settled",)]


@pytest.mark.parametrize(
    ("fields", "says"),
    [
        ({"ends": T - timedelta(hours=1)}, "ends before"),
        ({"ends": T + timedelta(days=4)}, "longer than three days"),
        ({"place": ""}, "place"),
    ],
)
def test_a_session_that_cannot_be(fields: dict[str, object], says: str) -> None:
    with pytest.raises(ValidationError, match=says):
        Outing.model_validate({"id": "s", "place": "Here", "begins": T, **fields})


@pytest.mark.parametrize(
    "fields",
    [{"kind": "fish", "mass_kg": 400.0}, {"kind": "rig"}, {"kind": "cast", "came": "drop"}, {"kind": "note"},
     {"kind": "fish", "rig": demo_rigs()[0].model_dump()}],
)  # fmt: skip
def test_an_event_that_cannot_be(fields: dict[str, object]) -> None:
    with pytest.raises(ValidationError):
        Event.model_validate({"id": "e", "at": T, **fields})


def test_a_catch_belongs_in_its_session_whatever_clock_it_was_read_from() -> None:
    outing = Outing(id="s", place="Here", begins=T, ends=T + timedelta(hours=2))
    east = timezone(timedelta(hours=9))
    check_within(outing, Event(id="e", at=(T + timedelta(hours=1)).astimezone(east), kind="cast"))
    for at in (T - timedelta(minutes=1), T + timedelta(hours=3)):
        with pytest.raises(Exception, match="session"):
            check_within(outing, Event(id="e", at=at, kind="cast"))
