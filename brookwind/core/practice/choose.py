"""Which float, where the weight: a water, a fish, four rigs; the models fish them and tell what each costs."""

from __future__ import annotations

from collections.abc import Sequence
from math import exp

from pydantic import Field

from brookwind.core.errors import BrookwindError, OutOfRange
from brookwind.core.figures import Figure, Told, depth, length, load
from brookwind.core.floats.immersion import sinking_load_n
from brookwind.core.frozen import Frozen
from brookwind.core.practice.deal import Dealt, Score, luck
from brookwind.core.rest.stop import set_stop
from brookwind.core.rig.book import Book
from brookwind.core.rig.components import Component, Float, Shot
from brookwind.core.rig.document import Rig, of_kind, read_rig
from brookwind.core.rig.threading import is_free_shot
from brookwind.core.situation import Situation

OFF_M, LATE_S, FELT_N = 0.1, 10.0, 0.02
"""A bait so far off its place, so many seconds until it fishes, and so much that a fish feels, cost one each. Editable
defaults."""
SMALL = {1: 0.4, 2: 0.55, 3: 0.7}
"""How much smaller and, upside down, larger the wrong floats are, by level."""
_LOST = 6.0
"""What a rig costs that cannot be fished."""


class Offered(Frozen):
    """A rig to choose."""

    id: str
    float_kg: float | None
    """What hangs on it beside hook and bait. [kg]"""
    setting_m: float
    shot: tuple[tuple[float, float], ...]
    """(height above the hook, mass) of the shot, from the hook. [m, kg]"""
    says: Told


class ChooseTask(Frozen):
    """The water, the fish and the rigs."""

    water: Told
    rigs: tuple[Offered, ...]
    says: Told


class ChooseMoves(Frozen):
    """What is chosen."""

    choice: str | None = Field(default=None, max_length=20)


class FishedBy(Frozen):
    """What a rig costs, fished by the models."""

    id: str
    says: Told
    cost: float


class ChoosePlay(Frozen):
    """How it stands."""

    fished: tuple[FishedBy, ...]
    score: Score | None


def _scaled(rig: Rig, by: float) -> Rig:
    """A float and shot so many times as heavy."""

    def changed(c: Component) -> Component:
        if isinstance(c, Float):
            spec = c.spec.model_copy(
                update={"capacity_kg": None if c.spec.capacity_kg is None else by * c.spec.capacity_kg,
                        "calibration": None, "label": "", "own_mass_kg": None}
            )  # fmt: skip
            return c.model_copy(update={"spec": spec})
        if isinstance(c, Shot) and is_free_shot(c):
            return c.model_copy(update={"mass_kg": by * c.mass_kg})
        return c

    return _with(rig, [changed(c) for c in rig.components])


def _with(rig: Rig, components: Sequence[Component]) -> Rig:
    return read_rig({**rig.model_dump(mode="json"), "components": [c.model_dump(mode="json") for c in components]})


def _raised(rig: Rig) -> Rig:
    """All its shot up in the upper half of the line: the tail falls by itself."""
    free = sorted((s for s in of_kind(rig, Shot) if is_free_shot(s) and s.position_m < rig.setting_m),
                  key=lambda s: s.position_m)  # fmt: skip
    low, high = 0.5 * rig.setting_m, 0.9 * rig.setting_m
    up = {s.id: low + (high - low) * k / max(1, len(free)) for k, s in enumerate(free)}
    moved = [c.model_copy(update={"position_m": up[c.id]}) if c.id in up else c for c in rig.components]
    return _with(rig, moved)


def _pool(rigs: tuple[Rig, ...]) -> list[Rig]:
    """Rigs whose float could be another size: told by its capacity, with shot of its own."""
    return sorted(
        (r for r in rigs if r.float_piece.spec.capacity_kg and r.float_piece.spec.profile is None
         and sum(is_free_shot(s) for s in of_kind(r, Shot)) >= 2), key=lambda r: r.id,
    )  # fmt: skip


def _rigs(dealt: Dealt, rigs: tuple[Rig, ...]) -> tuple[Rig, dict[str, Rig]]:
    draw = luck("choose", dealt)
    pool = _pool(rigs)
    draw.shuffle(pool)
    by = SMALL[dealt.level]
    for rig in pool:
        try:
            right = Situation(rig).stop_set_somehow.rig
            wrong = {
                "small": _scaled(right, by),
                "large": _scaled(right, 1.0 / by),
                "short": set_stop(right, max(0.1, right.setting_m - 0.12 - 0.1 * right.water.depth_m)),
                "high": _raised(right),
            }
            left_out = draw.choice(list(wrong))
            made = {"right": right, **{k: r for k, r in wrong.items() if k != left_out}}
            for one in made.values():
                _ = Situation(one).settled
        except BrookwindError:
            continue
        return right, made
    raise OutOfRange.one(
        "no-rigs", "There is no rig with shot to choose by.", "Balance one with split shot.", ("rigs",)
    )


def _named(dealt: Dealt, made: dict[str, Rig]) -> dict[str, Rig]:
    names = list(made)
    luck("choose", dealt, "order").shuffle(names)
    return {f"rig-{k + 1}": made[name] for k, name in enumerate(names)}


def choose_task(dealt: Dealt, rigs: tuple[Rig, ...], book: Book) -> ChooseTask:
    """A water, a fish and four rigs.

    dealt: which exercise.
    rigs: rigs to choose from.
    book: the angler's book.
    Raises: OutOfRange when none of the rigs has shot of its own.
    """
    right, made = _rigs(dealt, rigs)
    c, aim = right.conditions, right.aim
    fish = book.species.get(right.species or "")
    figures = {
        "deep": depth(right.water.depth_m), "far": Figure(value=c.distance_m, quantity="distance"),
        "current": Figure(value=c.current_m_s, quantity="speed"), "bait": length(aim.bait_m),
    }  # fmt: skip
    where = "{bait} off the bed" if aim.bait_from == "bed" else "{bait} under the surface"
    flows = ", the surface running at {current}" if c.current_m_s > 0.0 else ", still"
    name = fish.name.capitalize() if fish else "Fish"
    says = f"{name} in {{deep}} of water, {{far}} out{flows}. The bait is wanted {where}."
    return ChooseTask(
        water=Told(says=says, figures=figures), rigs=tuple(_offered(k, r) for k, r in _named(dealt, made).items()),
        says=Told(says="Which would you tie on?"),
    )  # fmt: skip


def _offered(name: str, rig: Rig) -> Offered:
    shot = sorted((s.position_m, s.mass_kg) for s in of_kind(rig, Shot) if s.position_m < rig.setting_m)
    carried = sum(m for _, m in shot)
    figures = {"load": load(carried), "setting": length(rig.setting_m)}
    says = f"A float that takes {{load}}, {len(shot)} shot, {{setting}} to the hook."
    return Offered(
        id=name, float_kg=carried, setting_m=rig.setting_m, shot=tuple(shot), says=Told(says=says, figures=figures)
    )


def _fish(name: str, rig: Rig, pull_n: float) -> FishedBy:
    situation = Situation(rig)
    try:
        rest, moving = situation.as_fished, situation.moving
        height = moving.hook_height_m if moving else rig.water.depth_m - rest.laid.hook_depth_m
    except BrookwindError:
        return FishedBy(id=name, says=Told(says="It cannot be fished here."), cost=_LOST)
    if rest.status == "sinks":
        return FishedBy(id=name, says=Told(says="The float goes under."), cost=_LOST)
    aim = rig.aim
    wanted = max(0.0, aim.bait_m) if aim.bait_from == "bed" else rig.water.depth_m - aim.bait_m
    off, ready = height - wanted, situation.ready_s
    felt = max(0.0, sinking_load_n(rest.body, rest.water_kg_m3) - rest.pull_n)
    over = max(0.0, felt - pull_n)
    cost = abs(off) / OFF_M + (ready or 30.0) / LATE_S + over / FELT_N
    figures = {
        "off": length(abs(off)), "felt": Figure(value=felt, quantity="force"),
        "time": Figure(value=float(round(ready or 0.0)), quantity="time"),
    }  # fmt: skip
    way = "too high" if off > 0.0 else "too low"
    where = "The bait in its place" if abs(off) < 0.03 else f"The bait {{off}} {way}"
    when = ", down after {time}" if ready is not None else ", never quite down"
    return FishedBy(id=name, says=Told(says=f"{where}{when}; the fish feels {{felt}}.", figures=figures), cost=cost)


def choose_play(dealt: Dealt, rigs: tuple[Rig, ...], book: Book, moves: ChooseMoves) -> ChoosePlay:
    """What each rig costs, once one is chosen.

    dealt: which exercise.
    rigs: rigs to choose from.
    book: the angler's book.
    moves: the choice.
    Raises: OutOfRange for a rig that is not offered.
    Source: `Situation` of each; what it costs is a sum by `OFF_M`, `LATE_S`, `FELT_N`.
    """
    right, made = _rigs(dealt, rigs)
    named = _named(dealt, made)
    if moves.choice is None:
        return ChoosePlay(fished=(), score=None)
    if moves.choice not in named:
        raise OutOfRange.one("no-such-rig", "That rig is not offered.", "Choose one of them.", ("choice",))
    fish = book.species.get(right.species or "")
    pull = fish.pull_n if fish else 0.05
    fished = tuple(_fish(k, r, pull) for k, r in named.items())
    costs = {f.id: f.cost for f in fished}
    best = min(costs, key=lambda k: costs[k])
    mark = exp(-max(0.0, costs[moves.choice] - costs[best]))
    says = "None costs less." if moves.choice == best else f"Rig {best[-1]} costs least."
    return ChoosePlay(fished=fished, score=Score(share=mark, says=(Told(says=says),)))
