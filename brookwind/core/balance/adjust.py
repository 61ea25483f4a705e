"""From a balanced rig to one that is right again: the smallest change, not a new rig."""

from __future__ import annotations

from collections import Counter
from dataclasses import dataclass
from functools import reduce
from itertools import combinations_with_replacement
from typing import Literal

from pydantic import Field

from brookwind.core.balance.target import Target, target_for
from brookwind.core.box.stock import ShotStock, Stock
from brookwind.core.edits.add_shot import AddShot
from brookwind.core.edits.change import Change
from brookwind.core.edits.means import Means
from brookwind.core.edits.move import Move
from brookwind.core.edits.proposed import Proposed
from brookwind.core.edits.remove import Remove
from brookwind.core.edits.set_stop import SetStop
from brookwind.core.edits.swap import Swap
from brookwind.core.errors import BrookwindError, Infeasible, OutOfRange
from brookwind.core.figures import Figure, load, tip
from brookwind.core.floats.immersion import load_at_immersion_n
from brookwind.core.floats.spec import FloatSpec
from brookwind.core.floats.tube import TubeFit, fit_tube
from brookwind.core.floats.tube_readings import TubeReading, TubeTest
from brookwind.core.frozen import Frozen
from brookwind.core.gravity import LEAD_KG_M3, lead_mass_kg, submerged_weight_n
from brookwind.core.matter.density import water_density_kg_m3
from brookwind.core.moment import Moment
from brookwind.core.rest.settle import Settled
from brookwind.core.rest.span import span_of
from brookwind.core.rig.components import Shot
from brookwind.core.rig.document import Rig, of_kind
from brookwind.core.rig.threading import is_free_shot, take_off
from brookwind.core.situation import Situation

GOOD_ENOUGH_M = 0.0005
"""An error of tip nobody changes shot for. [m] Editable default."""
_OFFERS = 4
"""Adjustments shown at most."""


class Step(Frozen):
    """One thing to do to the rig."""

    do: Literal["swap", "add", "take-off", "move-up"]
    piece: str | None = None
    """The piece it is done to; None for one that is added."""
    old: str = ""
    new: str = ""
    says: str


class Adjustment(Proposed):
    """A changed rig, and what was changed."""

    rig: Rig
    steps: tuple[Step, ...]
    tip_m: float
    error_m: float
    """Tip shown less tip wanted. [m]"""


class Adjusted(Frozen):
    """What is off, and the smallest changes that put it right."""

    off_m: float
    """Tip as it is, or as seen, less tip wanted. [m]"""
    missing_kg: float
    """Lead that is missing; below 0 there is too much. [kg]"""
    options: tuple[Adjustment, ...]
    """Fewest steps first; each next one comes nearer."""
    says: str
    figures: dict[str, Figure] = Field(default_factory=dict)


@dataclass(frozen=True)
class _Move:
    gain_n: float
    step: Step
    piece: Shot | None
    stock: ShotStock | None


def adjust(rig: Rig, stock: Stock, seen_tip_m: float | None = None) -> Adjusted:
    """The fewest changes of shot that bring the wanted tip after a new bait, water or float, or from what is seen.

    One change at a time is looked for first: swap a piece for another size, add one, take one off, move up one that
    lies on the bed. Two together are offered only when they come nearer by more than `GOOD_ENOUGH_M`.

    rig: the rig as it is; fixed pieces stay.
    stock: what the box holds.
    seen_tip_m: the tip seen at the water, when it is not what the rig should show. [m]
    Raises: OutOfRange when the wanted or the seen tip is longer than the float's; Infeasible when nothing helps or
    a tight line holds the float.
    """
    situation = Situation(rig)
    target, settled = target_for(situation), situation.as_fished
    if settled.rod_n:
        raise Infeasible.one(
            "held-by-the-rod",
            "A tight line holds this float at its tip, so shot does not put it right.",
            "Tighten or give line; balance the rig anew after a change.",
            ("rig",),
        )
    if seen_tip_m is None:
        pull, off = settled.pull_n, settled.tip_m - rig.aim.tip_m
    else:
        _check_seen(seen_tip_m, settled)
        pull = load_at_immersion_n(settled.body, settled.body.length_m - seen_tip_m, settled.water_kg_m3)
        off = seen_tip_m - rig.aim.tip_m
    missing = lead_mass_kg(target.pull_n - pull, target.water_kg_m3)
    figures = {"off": tip(abs(off)), "lead": load(abs(missing))}
    # What is seen at the water may be put right to a hair; what is only reckoned is not known so well.
    if target.error_m(pull) <= (GOOD_ENOUGH_M if seen_tip_m is not None else max(GOOD_ENOUGH_M, target.gate_m)):
        return Adjusted(
            off_m=off, missing_kg=missing, options=(), figures=figures, says="The tip is as wanted: nothing to change."
        )
    options = _options(rig, _moves(rig, settled, stock, target), pull, target, seen_tip_m, settled, Means(stock))
    if not options:
        raise Infeasible.one(
            "no-adjustment",
            "No single change of shot brings the tip nearer.",
            "Balance the rig anew, or add sizes to the box.",
            ("components",),
        )
    side = "more" if off > 0.0 else "less"
    lacking = "missing" if missing > 0.0 else "too much"
    return Adjusted(
        off_m=off,
        missing_kg=missing,
        options=options,
        says=f"{{off}} {side} tip than wanted: {{lead}} of lead {lacking}.",
        figures=figures,
    )


def _check_seen(seen_m: float, settled: Settled) -> None:
    if not 0.0 <= seen_m <= settled.body.length_m:
        raise OutOfRange.one(
            "seen-tip",
            "A tip of {seen} was entered, but the float is {length} long.",
            "Enter how much of it stands out of the water.",
            ("seen_tip_m",),
            {"seen": tip(seen_m), "length": tip(settled.body.length_m)},
        )


def _moves(rig: Rig, settled: Settled, stock: Stock, target: Target) -> list[_Move]:
    free = [s for s in of_kind(rig, Shot) if is_free_shot(s)]
    metal = free[0].material if free else next((s.material for s in stock.shot), "lead")
    on_rig = Counter(c.item for c in rig.components if isinstance(c, Shot))
    held = [s for s in stock.shot if s.material == metal and s.count > on_rig[s.item]]

    def pull(s: Shot | ShotStock) -> float:
        return submerged_weight_n(s.mass_kg, s.density_kg_m3, target.water_kg_m3)

    moves = []
    # Of pieces alike with the same task, one stands for all: the lowest, which is the easiest to get at.
    alike = {(s.item, s.label, s.role): s for s in free if s.id not in settled.laid.on_bed}
    for piece in alike.values():
        name = f"{piece.label} {piece.role}"
        off = Step(do="take-off", piece=piece.id, old=piece.label, says=f"take off one {name}")
        moves.append(_Move(-pull(piece), off, piece, None))
        for s in held:
            if abs(s.mass_kg - piece.mass_kg) > 1e-9:
                says = f"swap one {name} for a {s.label}"
                swap = Step(do="swap", piece=piece.id, old=piece.label, new=s.label, says=says)
                moves.append(_Move(pull(s) - pull(piece), swap, piece, s))
    for s in held:
        moves.append(_Move(pull(s), Step(do="add", new=s.label, says=f"add a {s.label}"), None, s))
    for piece in free:
        if piece.id in settled.laid.on_bed:
            says = f"move the {piece.label} {piece.role} up until it hangs"
            up = Step(do="move-up", piece=piece.id, old=piece.label, says=says)
            moves.append(_Move(pull(piece), up, piece, None))
    return moves


def _options(
    rig: Rig, moves: list[_Move], pull: float, target: Target, seen_m: float | None, settled: Settled, means: Means
) -> tuple[Adjustment, ...]:
    now = target.error_m(pull)

    def error(chosen: tuple[_Move, ...]) -> float:
        return target.error_m(pull + sum(m.gain_n for m in chosen))

    def clash(chosen: tuple[_Move, ...]) -> bool:
        pieces = [m.piece.id for m in chosen if m.piece]
        return len(set(pieces)) < len(pieces)

    singles = sorted(((m,) for m in moves), key=error)
    # The tip falls steadily with the load: the pairs nearest in load are the nearest in tip.
    need = target.pull_n - pull
    pairs = sorted(
        (p for p in combinations_with_replacement(moves, 2) if not clash(p)),
        key=lambda p: abs(need - sum(m.gain_n for m in p)),
    )[:6]
    wanted: list[tuple[_Move, ...]] = list(singles[: _OFFERS - 1])
    if singles and pairs:
        best = min(pairs, key=error)
        if error(singles[0]) > GOOD_ENOUGH_M and error(best) < error(singles[0]) - GOOD_ENOUGH_M:
            wanted = [*wanted, best]
    found = []
    for chosen in wanted:
        if error(chosen) >= now:
            continue
        try:
            changes = _changes(rig, chosen, settled)
            changed = Situation(reduce(lambda r, c: c.on(r, means), changes, rig)).stop_set_somehow
            shown = changed.as_fished.tip_m if seen_m is None else target.tip_m + _signed(target, pull, chosen)
        except BrookwindError:
            continue
        steps = tuple(m.step for m in chosen)
        found.append(
            Adjustment(
                says=", ".join(s.says for s in steps), changes=(*changes, SetStop()), rig=changed.rig, steps=steps,
                tip_m=shown, error_m=shown - rig.aim.tip_m,
            )
        )  # fmt: skip
    return tuple(sorted(found, key=lambda a: (len(a.steps), abs(a.error_m)))[:_OFFERS])


def _signed(target: Target, pull: float, chosen: tuple[_Move, ...]) -> float:
    after = pull + sum(m.gain_n for m in chosen)
    return target.error_m(after) * (1.0 if after < target.pull_n else -1.0)


def _changes(rig: Rig, chosen: tuple[_Move, ...], settled: Settled) -> tuple[Change, ...]:
    beside = next((c.id for c in of_kind(rig, Shot) if c.role == "bulk" and is_free_shot(c)), None)
    return tuple(_change(rig, move, settled, beside) for move in chosen)


def _change(rig: Rig, move: _Move, settled: Settled, beside: str | None) -> Change:
    piece, s = move.piece, move.stock
    if s is not None:
        return AddShot(item=s.item, above=beside) if piece is None else Swap(piece=piece.id, item=s.item)
    assert piece is not None
    if move.step.do == "take-off":
        return Remove(pieces=(piece.id,))
    # High enough to clear the bed, in the stretch that shot may sit on.
    span = span_of(take_off(rig, lambda c: c.id == piece.id))
    over = settled.laid.bed_from_m + 0.05
    return Move(piece=piece.id, position_m=min(max(over, span.low_m), span.high_m))


class Observed(Frozen):
    """A tip seen at the water, kept as a reading of the float."""

    test: TubeTest
    fit: TubeFit
    spec: FloatSpec
    """The float with the fit in use."""


def observe(rig: Rig, seen_tip_m: float, at: Moment, test: TubeTest | None = None) -> Observed:
    """Take a seen tip as a reading of the float's tube test: what hangs on it is known, and where the water stood.

    rig: the rig that was fished.
    seen_tip_m: the tip seen. [m]
    at: when.
    test: readings the float has already; a first one is made in the rig's water.
    Raises: OutOfRange when the tip cannot be, the load is held by bed or rod, or the readings contradict.
    """
    settled = Situation(rig).as_fished
    _check_seen(seen_tip_m, settled)
    if settled.rod_n or settled.laid.on_bed:
        raise OutOfRange.one(
            "load-unknown",
            "Bed or rod carries part of the load, so the tip says nothing certain of the float.",
            "Read the tip while everything hangs free.",
            ("rig",),
        )
    own = test or TubeTest(temperature_c=max(0.0, rig.water.temperature_c), salinity=rig.water.salinity)
    theirs = water_density_kg_m3(own.temperature_c, own.salinity)
    # What the float bears less its own weight grows with the water: bring the reading to the water of the test.
    body = settled.body
    displaced = load_at_immersion_n(body, body.length_m - seen_tip_m, theirs) - load_at_immersion_n(
        body, body.length_m - seen_tip_m, settled.water_kg_m3
    )
    hung = settled.pull_n + displaced
    reading = TubeReading(
        label="seen on the water",
        load_kg=max(0.0, lead_mass_kg(hung, theirs)),
        density_kg_m3=LEAD_KG_M3,
        tip_m=seen_tip_m,
        at=at,
    )
    whole = own.model_copy(update={"readings": (*own.readings, reading)})
    spec = rig.float_piece.spec
    fit = fit_tube(spec, TubeTest.model_validate(whole.model_dump()))
    return Observed(test=whole, fit=fit, spec=spec.model_copy(update={"calibration": fit.calibration}))
