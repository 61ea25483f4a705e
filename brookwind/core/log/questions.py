"""What the log is asked, and what it answers: rates side by side with their ranges, and how sure the best is."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Sequence
from dataclasses import dataclass
from itertools import pairwise
from typing import Literal

from pydantic import Field

from brookwind.core.figures import Figure, Told, length
from brookwind.core.frozen import Frozen
from brookwind.core.log.entries import CAME
from brookwind.core.log.looks import DAY_H, HOURS, Piece, by_hour
from brookwind.core.log.rates import INTERVAL, Counted, Rate, better, rates

HEIGHTS_M = (0.02, 0.08, 0.12, 0.25, 0.6)
"""Edges of the heights off the bed that are told apart. [m] Editable default."""
VERY_SURE, SURE = 0.95, 0.80
"""Chances from which the best is called very likely, and likely. Editable defaults."""
FEW_H = 1.5
"""Less than so many hours of a thing are too few to say. [h] Editable default."""
WIDE = 3.0
"""A range so many times its lower end is too wide to say, when its upper end reaches past the mean of all."""
MOST_GROUPS = 12
"""Things told side by side at most, those with the most hours."""
LEAST_SIDE_H = 1.0 / 3.0
"""A change within a session needs so long on either side. [h] Editable default."""
MOST_CHANGES = 5
"""Changes and suggestions told at most."""
WORTH_H = 4.0
"""Tried for less than this, a thing that may be better is worth an hour. [h] Editable default."""

Asked = Literal["height", "pattern", "bait", "hour", "place", "rig", "came", "tide"]


class Group(Frozen):
    """One thing that was tried, and how it did."""

    name: Told
    n: int
    hours: float
    mean: float
    """An hour."""
    low: float
    high: float
    """Nine times in ten it lies between."""
    enough: bool
    """There is enough to say something."""


class LogAnswer(Frozen):
    """What the log says to a question."""

    id: Asked
    ask: str
    says: Told
    """The answer in a line."""
    why: Told
    groups: tuple[Group, ...]
    best: int | None = None
    """Which group is the best; None where nothing can be said."""
    sure: float = Field(default=0.0, ge=0, le=1)
    """Chance that it is better than the next."""


class Changed(Frozen):
    """A change within a session, and what came of it."""

    outing: str
    place: str
    at: float
    says: Told
    before: float
    after: float
    """Fish an hour on either side, with small numbers drawn together."""
    sure: float


class Suggestion(Frozen):
    """What to try next time, and why."""

    says: Told
    why: Told
    how_sure: Literal["sure enough", "worth an hour"]


@dataclass(frozen=True)
class Question:
    """Something that can be asked of the log: how its pieces are told apart, and what each kind is called."""

    id: Asked
    ask: str
    of: Callable[[Iterable[Piece]], dict[int | str, Counted]]
    name: Callable[[int | str], Told]
    ordered: bool = False


def _by(key: Callable[[Piece], int | str | None]) -> Callable[[Iterable[Piece]], dict[int | str, Counted]]:
    def counted(found: Iterable[Piece]) -> dict[int | str, Counted]:
        totals: dict[int | str, Counted] = {}
        for p in found:
            k = key(p)
            if k is not None:
                n, hours = totals.get(k, Counted(0, 0.0))
                totals[k] = Counted(n + len(p.fish), hours + p.hours)
        return totals

    return counted


def _height(p: Piece) -> int | None:
    return None if p.fished is None else sum(p.fished.height_m >= edge for edge in HEIGHTS_M)


def _height_name(k: int | str) -> Told:
    assert isinstance(k, int)
    if k == 0:
        return Told(says="on the bed")
    if k == len(HEIGHTS_M):
        return Told(says="over {low}", figures={"low": length(HEIGHTS_M[-1])})
    low, high = HEIGHTS_M[k - 1], HEIGHTS_M[k]
    return Told(says="{low} to {high}", figures={"low": length(low), "high": length(high)})


def _hours(found: Iterable[Piece]) -> dict[int | str, Counted]:
    totals: dict[int | str, Counted] = {}
    for p in found:
        for k, hours, fish in by_hour(p):
            n, so_far = totals.get(k, Counted(0, 0.0))
            totals[k] = Counted(n + fish, so_far + hours)
    return totals


def _hour_name(k: int | str) -> Told:
    assert isinstance(k, int)
    return Told(says=f"{HOURS[k]:.0f} to {HOURS[k + 1] % DAY_H:.0f} h")


def _came(found: Iterable[Piece]) -> dict[int | str, Counted]:
    all_ = list(found)
    # What was not noted says nothing: only pieces in which some bite was noted count.
    noted = [p for p in all_ if p.came]
    hours = sum(p.hours for p in noted)
    came = [c for p in noted for c in p.came]
    return {k: Counted(came.count(c), hours) for k, c in enumerate(CAME)} if noted else {}


_CAME_NAMES = ("on the drop", "settled", "end of the run", "held back")


def _plain(k: int | str) -> Told:
    return Told(says=str(k))


QUESTIONS: tuple[Question, ...] = (
    Question("height", "Which height off the bed?", _by(_height), _height_name, ordered=True),
    Question(
        "pattern", "Which pattern?", _by(lambda p: p.fished.pattern.replace("-", " ") if p.fished else None), _plain
    ),
    Question("bait", "Which bait?", _by(lambda p: p.fished.bait if p.fished else None), _plain),
    Question("hour", "What time of day?", _hours, _hour_name, ordered=True),
    Question("place", "Which swim?", _by(lambda p: p.place), _plain),
    Question("rig", "Which rig?", _by(lambda p: p.fished.rig if p.fished else None), _plain),
    Question("came", "On the drop or settled?", _came, lambda k: Told(says=_CAME_NAMES[int(k)]), ordered=True),
)


def answers(found: Sequence[Piece]) -> tuple[LogAnswer, ...]:
    """What the log says to every question.

    found: the pieces of it that are asked.
    """
    return tuple(answer(q, found) for q in QUESTIONS)


def answer(question: Question, found: Sequence[Piece]) -> LogAnswer:
    """What the log says to one question.

    question: the question.
    found: the pieces of it that are asked.
    """
    counted = question.of(found)
    most = sorted(counted, key=lambda k: -counted[k].hours)[:MOST_GROUPS]
    keys = sorted(most, key=lambda k: int(k)) if question.ordered else most
    known = rates([counted[k] for k in keys]) if keys else ()
    usual = sum(counted[k].n for k in keys) / max(sum(counted[k].hours for k in keys), 1e-9)
    groups = tuple(_group(question.name(k), counted[k], rate, usual) for k, rate in zip(keys, known, strict=True))
    ranked = sorted((i for i, g in enumerate(groups) if g.enough), key=lambda i: -groups[i].mean)
    if len(ranked) < 2:
        one = len(groups) == 1
        return LogAnswer(
            id=question.id, ask=question.ask, says=Told(says="Only one was tried" if one else "Too few to say"),
            why=Told(says="Two things must have been tried for some hours each, with some fish."), groups=groups,
        )  # fmt: skip
    best, second = ranked[0], ranked[1]
    sure = better(known[best], known[second])
    return LogAnswer(
        id=question.id,
        ask=question.ask,
        says=_says(groups[best].name, sure),
        why=_why(groups, best, second, sure),
        groups=groups,
        best=best if sure >= SURE else None,
        sure=sure,
    )


def _group(name: Told, counted: Counted, rate: Rate, usual: float) -> Group:
    low, high = (rate.quantile(p) for p in INTERVAL)
    wide = high > WIDE * low and high > usual > low
    return Group(
        name=name, n=counted.n, hours=counted.hours, mean=rate.mean, low=low, high=high,
        enough=counted.hours >= FEW_H and not (wide and counted.n < 3),
    )  # fmt: skip


def _says(name: Told, sure: float) -> Told:
    how = ", very likely" if sure >= VERY_SURE else ", likely"
    if sure < SURE:
        return Told(says="No clear best")
    return Told(says=f"{name.says[:1].upper()}{name.says[1:]}{how}", figures=name.figures)


def _why(groups: Sequence[Group], best: int, second: int, sure: float) -> Told:
    a, b = groups[best], groups[second]
    figures: dict[str, Figure] = {f"a_{k}": f for k, f in a.name.figures.items()}
    figures |= {f"b_{k}": f for k, f in b.name.figures.items()}
    hours = sum(g.hours for g in groups)
    first, next_ = (_with(t.name.says, p) for t, p in ((a, "a_"), (b, "b_")))
    return Told(
        says=f"{first[:1].upper()}{first[1:]}: {a.mean:.1f} an hour, {a.low:.1f} to {a.high:.1f}. Next {next_}: "
        f"{b.mean:.1f}. The first is the better {sure:.0%} of the time. {hours:.0f} hours looked at.",
        figures=figures,
    )


def _with(says: str, prefix: str) -> str:
    return says.replace("{", "{" + prefix)


def changes(found: Sequence[Piece]) -> tuple[Changed, ...]:
    """Changes within sessions after which it got better, the surest first.

    found: the pieces of the log, those of a session in the order of time.
    """
    told: list[Changed] = []
    for one, other in pairwise(found):
        if one.outing != other.outing or min(one.hours, other.hours) < LEAST_SIDE_H or other.fished is None:
            continue
        before, after = rates([Counted(len(one.fish), one.hours), Counted(len(other.fish), other.hours)])
        sure = better(after, before)
        if sure >= SURE and (says := _what_changed(one, other)):
            told.append(
                Changed(
                    outing=one.outing, place=one.place, at=other.begins, says=says,
                    before=before.mean, after=after.mean, sure=sure,
                )
            )  # fmt: skip
    return tuple(sorted(told, key=lambda c: -c.sure)[:MOST_CHANGES])


def _what_changed(one: Piece, other: Piece) -> Told | None:
    if one.fished is None or other.fished is None:
        return None
    a, b = one.fished, other.fished
    parts, figures = [], {}
    step = b.setting_m - a.setting_m
    if abs(step) >= 0.005:
        parts.append(f"{{step}} {'deeper' if step > 0 else 'shallower'}")
        figures["step"] = length(abs(step))
    if b.bait != a.bait:
        parts.append(f"{b.bait} for {a.bait}")
    if b.pattern != a.pattern:
        parts.append(f"{b.pattern.replace('-', ' ')} for {a.pattern.replace('-', ' ')}")
    if not parts and b.rig != a.rig:
        parts.append(f"{b.rig} for {a.rig}")
    return Told(says=", ".join(parts), figures=figures) if parts else None


_TRY = {
    "height": "Begin {thing} off the bed.", "pattern": "Begin with {thing}.", "bait": "Begin with {thing}.",
    "hour": "Be there from {thing}.", "place": "Fish {thing}.", "rig": "Take {thing} first.",
    "tide": "Be there at {thing}.",
}  # fmt: skip


def next_time(answered: Sequence[LogAnswer]) -> tuple[Suggestion, ...]:
    """What to try next time: what is surely better, and what may be and was hardly tried.

    answered: the answers.
    Source: chosen by the upper end of the range, so that what is little known is tried; P. Auer et al., Machine
    Learning 47, 2002, for the idea.
    """
    told: list[Suggestion] = []
    for a in answered:
        if a.id not in _TRY:
            continue
        if a.best is not None and a.sure >= VERY_SURE:
            told.append(Suggestion(says=_try(a, a.best), why=a.why, how_sure="sure enough"))
        lead = max((g.mean for g in a.groups if g.enough), default=None)
        if lead is None:
            continue
        for k, g in enumerate(a.groups):
            if k != a.best and 0.0 < g.hours < WORTH_H and g.high > 1.3 * lead and g.n > 0:
                why = f"{g.n} in {g.hours:.1f} hours only; it may be as much as {g.high:.1f} an hour."
                told.append(Suggestion(says=_try(a, k), why=Told(says=why), how_sure="worth an hour"))
    return tuple(sorted(told, key=lambda s: s.how_sure != "sure enough")[:MOST_CHANGES])


def _try(answer: LogAnswer, k: int) -> Told:
    name = answer.groups[k].name
    thing = f"at {name.says}" if answer.id == "height" and k > 0 else name.says
    sentence = _TRY[answer.id].replace("{thing}", thing)
    # On the bed nothing is off it.
    return Told(says=sentence.replace("on the bed off the bed", "on the bed"), figures=name.figures)
