"""Read the float: watch it, say what is wrong, and be judged by how likely that was by what could be seen."""

from __future__ import annotations

from collections.abc import Callable
from math import degrees
from typing import Literal, NamedTuple

from pydantic import Field

from brookwind.core.edits.change import apply
from brookwind.core.edits.set_conditions import SetConditions
from brookwind.core.errors import BrookwindError, OutOfRange
from brookwind.core.figures import Told, share
from brookwind.core.floats.immersion import immersion_at_load_m
from brookwind.core.frozen import Frozen
from brookwind.core.limits import FloatStatus
from brookwind.core.practice.deal import Dealt, Luck, Score, luck
from brookwind.core.reading.causes import CAUSES
from brookwind.core.reading.read import Reader
from brookwind.core.reading.seen import Look, Seen
from brookwind.core.rig.components import Bait, Shot
from brookwind.core.rig.document import Rig, of_kind
from brookwind.core.rig.threading import is_free_shot
from brookwind.core.situation import Situation

OFFERED = {1: 3, 2: 4, 3: 6}
"""Answers to choose from, by level."""
TRIES = 40
"""Faults drawn until one shows."""
_SHOWS = 1.0
"""A tip is seen to be off from this many of the float's tolerances on."""
_LEANS_DEG = 6.0
"""A lean is seen from this on. [degrees]"""
_SIGNS: tuple[tuple[str, Look], ...] = (
    ("fish-above", "dips"), ("fish-touch", "taps"), ("fish-on-line", "knocked"), ("fish-follow", "follows"),
)  # fmt: skip


class Option(Frozen):
    """An answer to choose."""

    id: str
    says: str


class ReadTask(Frozen):
    """What is seen, as a picture that moves, and what it may be."""

    rig: str
    float_type: str
    length_m: float
    usual_tip_m: float
    """What it should show."""
    status: FloatStatus
    tip_m: float
    lean_deg: float
    """Downstream more than 0."""
    moves: Literal["still", "dips", "taps", "knocked", "follows"]
    flows: bool
    ripple_m: float
    """Height of the waves it rides on."""
    bead: bool
    """The stop has come to the float."""
    wound: str
    """What was found when it was wound in; empty when nobody looked."""
    options: tuple[Option, ...]
    says: Told


class ReadMoves(Frozen):
    """What it is taken for."""

    answer: str | None = Field(default=None, max_length=40)


class Chance(Frozen):
    """How likely an answer was by what could be seen."""

    id: str
    says: str
    likely: float


class ReadPlay(Frozen):
    """How it stands."""

    chances: tuple[Chance, ...]
    remedy: Told | None
    """What to do about what it was."""
    score: Score | None


class _Fault(NamedTuple):
    cause: str
    rig: Rig
    more_n: float = 0.0
    lean_deg: float = 0.0
    look: Look | None = None
    bead: bool = True
    wound: str = ""


def _bait(rig: Rig, _: Luck) -> _Fault | None:
    baits = of_kind(rig, Bait)
    if not baits:
        return None
    left = tuple(c for c in rig.components if c.id != baits[0].id)
    return _Fault("bait-gone", rig.replace_components(left), wound="bait-gone")


def _shot(rig: Rig, draw: Luck) -> _Fault | None:
    free = [c for c in rig.components if isinstance(c, Shot) and is_free_shot(c)]
    if not free:
        return None
    lost = draw.choice(free)
    return _Fault("shot-gone", rig.replace_components(tuple(c for c in rig.components if c.id != lost.id)),
                  wound="shot-gone")  # fmt: skip


def _shallower(rig: Rig, draw: Luck) -> _Fault:
    less = draw.uniform(0.08, 0.35) * min(1.0, 0.5 * rig.water.depth_m)
    shallower = rig.water.model_copy(update={"depth_m": rig.water.depth_m - less})
    return _Fault("shallower", rig.model_copy(update={"water": shallower}))


def _weed(rig: Rig, draw: Luck) -> _Fault:
    load = Situation(rig).as_fished.pull_n
    return _Fault("weed", rig, more_n=load * draw.uniform(0.03, 0.2), wound="weed")


def _line(rig: Rig, draw: Luck) -> _Fault:
    lean = draw.uniform(9.0, 26.0)
    load = Situation(rig).as_fished.pull_n
    return _Fault("line-pulls", rig, more_n=0.14 * load * lean / 57.3, lean_deg=-lean)


def _held(rig: Rig, draw: Luck) -> _Fault | None:
    if rig.conditions.current_m_s <= 0.0:
        return None
    held = (rig.conditions.hold or 1.0) * draw.uniform(0.3, 0.6)
    return _Fault("held-hard", apply(rig, SetConditions(conditions={"hold": held})))


def _caught(rig: Rig, draw: Luck) -> _Fault | None:
    if rig.float_piece.position_m is not None:
        return None
    return _Fault("caught", rig, more_n=-Situation(rig).as_fished.pull_n * draw.uniform(0.6, 0.95), bead=False,
                  wound="caught")  # fmt: skip


def _sign(rig: Rig, draw: Luck) -> _Fault:
    cause, look = draw.choice(_SIGNS)
    return _Fault(cause, rig, look=look)


_MAKES: tuple[Callable[[Rig, Luck], _Fault | None], ...] = (
    _bait, _shot, _shallower, _weed, _line, _held, _caught, _sign,
)  # fmt: skip
_NAMES = {c.id: c.says for c in CAUSES}


class _Scene(NamedTuple):
    rig: Rig
    fault: _Fault
    status: FloatStatus
    tip_m: float
    lean_deg: float
    usual_m: float
    seen: Seen


def _scene(dealt: Dealt, rigs: tuple[Rig, ...]) -> _Scene:
    """A fault that shows, on one of the rigs."""
    draw = luck("read", dealt)
    usable = [r for r in rigs if Situation(r).as_fished.status == "stands"]
    if not usable:
        raise OutOfRange.one("no-rigs", "There is no rig whose float stands.", "Balance a rig first.", ("rigs",))
    usable.sort(key=lambda r: r.id)
    for _ in range(TRIES):
        rig = draw.choice(usable)
        try:
            fault = draw.choice(_MAKES)(rig, draw)
            found = None if fault is None else _shown(rig, fault)
        except BrookwindError:
            continue
        if found is not None:
            return found
    raise OutOfRange.one("no-fault", "No fault shows on these rigs.", "Deal another.", ("seed",))


def _state(rig: Rig, fault: _Fault) -> tuple[FloatStatus, float, float]:
    situation = Situation(fault.rig)
    moving, rest = situation.moving, situation.as_fished
    load = (moving.carried_n if moving else rest.pull_n) + fault.more_n
    lean = fault.lean_deg
    if moving is not None:
        lean += degrees(moving.float_lean_rad) * (-1.0 if situation.shape.resting.side_n > 0 else 1.0)
    z = immersion_at_load_m(rest.body, max(load, 0.0), rest.water_kg_m3)
    if z is None:
        return "sinks", 0.0, lean
    lies = rest.status == "lies" or load < 0.35 * Situation(rig).as_fished.pull_n
    return ("lies" if lies else "stands"), rest.body.length_m - z, lean


def _shown(rig: Rig, fault: _Fault) -> _Scene | None:
    _, usual, upright = _state(rig, _Fault("", rig))
    status, tip, lean = _state(rig, fault)
    body = Situation(rig).as_fished.body
    near = body.type.tolerance_m
    leans = lean - upright
    look: Look | None = fault.look
    if look is None:
        if status != "stands":
            look = "under" if status == "sinks" else "flat"
        elif abs(leans) > _LEANS_DEG and abs(leans) / _LEANS_DEG > abs(tip - usual) / near:
            look = "down" if leans > 0.0 else "up"
        elif abs(tip - usual) > _SHOWS * near:
            look = "high" if tip > usual else "low"
    if look is None:
        return None
    moves = Situation(rig).moves
    if look == "down" and not moves:
        return None
    step = max(0.0005, round(0.5 * near, 4))
    told: dict[str, object] = {"look": look, "bead": fault.bead if rig.float_piece.position_m is None else None}
    if look in {"high", "low"}:
        told["tip_m"] = min(body.length_m, max(0.0, round(tip / step) * step))
    return _Scene(rig, fault, status, tip, lean, usual, Seen.model_validate(told))


def _seen(dealt: Dealt, scene: _Scene) -> Seen:
    """At the first level it was wound in and looked at as well."""
    if dealt.level > 1 or scene.fault.look is not None:
        return scene.seen
    return scene.seen.model_copy(update={"wound": scene.fault.wound or "in-order"})


def _options(dealt: Dealt, scene: _Scene, chances: dict[str, float]) -> tuple[Option, ...]:
    """What it was, and what is as likely by what is seen, and others."""
    draw = luck("read", dealt, "options")
    by_chance = sorted(chances, key=lambda c: -chances[c])
    others = [c for c in by_chance if c != scene.fault.cause]
    rest = [c.id for c in CAUSES if c.id not in chances and c.id != "right"]
    draw.shuffle(rest)
    picked = [scene.fault.cause, *others, *rest][: OFFERED[dealt.level]]
    draw.shuffle(picked)
    return tuple(Option(id=c, says=_NAMES[c].format(piece="A shot")) for c in picked)


def _chances(scene: _Scene, seen: Seen) -> tuple[dict[str, float], dict[str, Told]]:
    found = Reader(Situation(scene.rig)).read(seen)
    return {c.id: c.likely for c in found.causes}, {c.id: c.remedy for c in found.causes}


def read_task(dealt: Dealt, rigs: tuple[Rig, ...]) -> ReadTask:
    """A float that shows something, and what it may be.

    dealt: which exercise.
    rigs: rigs to choose from.
    Raises: OutOfRange when none of them stands, or nothing shows on them.
    """
    scene = _scene(dealt, rigs)
    seen = _seen(dealt, scene)
    chances, _ = _chances(scene, seen)
    situation = Situation(scene.rig).as_fished
    look = scene.fault.look
    return ReadTask(
        rig=scene.rig.name, float_type=situation.body.type.id, length_m=situation.body.length_m,
        usual_tip_m=scene.usual_m,
        status=scene.status, tip_m=scene.tip_m, lean_deg=scene.lean_deg,
        moves="dips" if look == "dips" else "taps" if look == "taps" else "knocked" if look == "knocked"
        else "follows" if look == "follows" else "still",
        flows=Situation(scene.rig).moves, ripple_m=0.004 * dealt.level,
        bead=scene.fault.bead, wound=seen.wound or "", options=_options(dealt, scene, chances),
        says=Told(says=f"“{scene.rig.name}” is out. What is the float telling you?"),
    )  # fmt: skip


def read_play(dealt: Dealt, rigs: tuple[Rig, ...], moves: ReadMoves) -> ReadPlay:
    """How likely the answer was by what could be seen, and what it was.

    dealt: which exercise.
    rigs: rigs to choose from.
    moves: the answer.
    Raises: OutOfRange for an answer that is not offered.
    Source: the reading engine; an answer that was as likely as any scores in full although it was wrong.
    """
    scene = _scene(dealt, rigs)
    seen = _seen(dealt, scene)
    chances, remedies = _chances(scene, seen)
    options = {o.id: o.says for o in _options(dealt, scene, chances)}
    if moves.answer is None:
        return ReadPlay(chances=(), remedy=None, score=None)
    if moves.answer not in options:
        raise OutOfRange.one("no-such-answer", "That is not among the answers.", "Choose one of them.", ("answer",))
    offered = {o: chances.get(o, 0.0) for o in options}
    best = max(*offered.values(), 0.01)
    truth = scene.fault.cause
    right = moves.answer == truth
    mark = 1.0 if right else 0.9 * offered[moves.answer] / best
    told = [Told(says=f"It was this: {options[truth]}") if not right else Told(says="So it was.")]
    if not right:
        told.append(
            Told(says="By what could be seen your answer was {yours} likely, and what it was {truth}.",
                 figures={"yours": share(offered[moves.answer]), "truth": share(offered[truth])})
        )  # fmt: skip
    listed = tuple(Chance(id=o, says=options[o], likely=offered[o]) for o in sorted(options, key=lambda o: -offered[o]))
    return ReadPlay(
        chances=listed, remedy=remedies.get(truth),
        score=Score(share=min(1.0, mark), says=tuple(told), truth=truth, chosen=moves.answer),
    )  # fmt: skip
