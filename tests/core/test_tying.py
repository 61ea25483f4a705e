"""Tying: the ordered list is followed with an imagined line in hand; a forgotten part costs the least."""

from __future__ import annotations

from collections.abc import Sequence
from random import Random

import pytest

from brookwind.core.balance.ready import ready_rig
from brookwind.core.edits.change import apply
from brookwind.core.edits.change_leader import ChangeLeader
from brookwind.core.edits.tie import Tie
from brookwind.core.errors import BrookwindError, OutOfRange
from brookwind.core.rig.components import Shot, Stop
from brookwind.core.rig.document import Conditions, Rig, Water
from brookwind.core.rig.families import FAMILIES, Start, new_rig, usual_conditions
from brookwind.core.tackle.knots import KNOT, STOP_KNOT
from brookwind.core.tying.batch import leaders_of
from brookwind.core.tying.forgotten import forgotten
from brookwind.core.tying.steps import TyingStep, threading

from .practice import drawn

BY_HAND = (
    "rubber stop at 60 cm", "two stops", "bead 5 mm", "7 g bullet at 40 cm", "swivel at 45 cm", "snap swivel at 50 cm",
    "3 x No 8 at 12 cm", "0.75 g olivette at 35 cm", "BB at 20 cm",
)  # fmt: skip


def by_hand(seed: int) -> Rig | None:
    """A drawn rig that somebody has tied more parts on."""
    got = drawn(seed)
    if got is None:
        return None
    rig, draw = got[0], Random(seed)
    for text in draw.sample(BY_HAND, draw.choice([0, 1, 2, 3])):
        try:
            rig = apply(rig, Tie(text=text))
        except BrookwindError:
            continue
    return rig


def fault_in(rig: Rig, steps: Sequence[TyingStep] | None = None) -> str | None:
    """Follow the list with a line in hand. What cannot be done, if anything."""
    steps = threading(rig).steps if steps is None else steps
    order = {c.id: i for i, c in enumerate(rig.components)}
    kind = {c.id: c.kind for c in rig.components}
    lines = [c.id for c in rig.components if c.kind == "line"]
    last, open_end, line_now = -1, False, -1
    done: list[str] = []
    for step in steps:
        done += step.pieces
        for piece in step.pieces:
            if kind[piece] == "line":
                if lines.index(piece) not in (line_now, line_now + 1):
                    return f"{piece} is begun out of turn"
                line_now, open_end = lines.index(piece), True
            elif step.do == "thread":
                if not open_end:
                    return f"{piece} goes on where no end is free"
                if order[piece] < last:
                    return f"{piece} should have been on before"
                last = order[piece]
        if step.ends is not None:
            if not open_end:
                return f"{step.title} is tied without an end"
            # Once tied, everything above it on this line has to be there.
            last, open_end = max([last, *(order[p] for p in step.pieces)]), False
    return put_on_late_or_never(rig, steps, done)


def put_on_late_or_never(rig: Rig, steps: Sequence[TyingStep], done: list[str]) -> str | None:
    kind = {c.id: c.kind for c in rig.components}
    if sorted(piece for piece in done if kind[piece] != "line") != sorted(i for i, k in kind.items() if k != "line"):
        return "a piece is left out or put on twice"
    threaded = {p for s in steps if s.do == "thread" for p in s.pieces}
    loose = [i for i, k in kind.items() if k in {"bead", "sleeve"} and i not in threaded]
    return f"{loose} cannot be put on late" if loose else None


@pytest.mark.parametrize("family", FAMILIES, ids=lambda f: f.id)
def test_every_family_is_tied_by_its_list(family: object) -> None:
    chosen = next(f for f in FAMILIES if f is family)
    low, high = chosen.depth_m
    water = Water(depth_m=min(high, max(low, chosen.at_depth_m)))
    rig = ready_rig(chosen.id, water, "r", "Trial", Start(conditions=usual_conditions(chosen))).rig
    assert fault_in(rig) is None
    steps = threading(rig).steps
    assert steps[-1].at_water
    assert any(s.ends is not None and "hook" in s.title.lower() for s in steps)
    assert all(s.knot is None or s.knot in KNOT or s.knot == STOP_KNOT.id for s in steps)


def test_five_hundred_rigs_never_need_a_part_already_passed() -> None:
    rigs = [rig for seed in range(700) if (rig := by_hand(seed)) is not None][:500]
    assert len(rigs) == 500
    assert sum(fault_in(r) is not None for r in rigs) == 0, [f for r in rigs if (f := fault_in(r))][:5]


def test_the_imagined_line_notices_a_wrong_list() -> None:
    rig = slider()
    steps = list(threading(rig).steps)
    at = next(i for i, s in enumerate(steps) if "cushion" in s.pieces)
    late = [*steps[:at], *steps[at + 1 :], steps[at]]
    assert fault_in(rig, late) == "cushion goes on where no end is free"
    swapped = [*steps[: at - 1], steps[at], steps[at - 1], *steps[at + 1 :]]
    assert fault_in(rig, swapped) == "lead-1 should have been on before"
    assert fault_in(rig, [s for s in steps if "cushion" not in s.pieces]) == "a piece is left out or put on twice"


def slider() -> Rig:
    return ready_rig("in-line-slider", Water(depth_m=4.0), "r", "Slider").rig


def test_cuts_hold_what_is_fished_and_what_the_knots_take() -> None:
    cuts = threading(apply(slider(), ChangeLeader(length_m=0.8))).cuts
    assert [round(c.fished_m, 6) for c in cuts] == [0.8]
    # The grinner at the swivel takes 15 cm, the half blood at the hook 12.
    assert cuts[0].cut_m == pytest.approx(0.8 + 0.15 + 0.12)
    pole = new_rig("pole-fixed", Water(depth_m=1.5), "r", "Pole", Start(conditions=Conditions(tackle="pole", rod_m=9)))
    upper = threading(pole).cuts[0]
    assert upper.fished_m == pytest.approx(pole.setting_m + (pole.lash_m or 0.5) - 0.15, abs=0.01)


def test_a_stop_knot_is_never_too_late_and_a_rubber_is() -> None:
    rig = slider()
    steps = threading(rig).steps
    assert next(s for s in steps if "stop" in s.pieces).warns == ""
    assert forgotten(rig, "stop", len(steps)).knots == 0
    rubber = rig.replace_components(
        tuple(c.model_copy(update={"material": "rubber"}) if isinstance(c, Stop) else c for c in rig.components)
    )
    assert "cannot be added later" in next(s for s in threading(rubber).steps if "stop" in s.pieces).warns
    undo = forgotten(rubber, "stop", len(steps))
    assert undo.knots == 1
    assert undo.off == ("cushion", "lead-1", "float", "stop-bead")


def test_a_part_forgotten_before_the_knot_costs_no_knot() -> None:
    rig = slider()
    steps = threading(rig).steps
    before = next(i for i, s in enumerate(steps) if s.ends == 0)
    early = forgotten(rig, "stop-bead", before)
    assert (early.knots, early.off) == (0, ("cushion", "lead-1", "float"))
    late = forgotten(rig, "cushion", len(steps))
    assert (late.knots, late.off) == (1, ())
    with pytest.raises(OutOfRange, match="no piece"):
        forgotten(rig, "anchor", 3)


def test_a_bead_on_the_leader_is_put_on_from_its_nearer_end() -> None:
    rig = slider()
    for text in ("bead 4 mm at 6 cm", "bead 4 mm at 5 cm", "bead 4 mm at 4 cm"):
        rig = apply(rig, Tie(text=text))
    beads = [c.id for c in rig.components if c.kind == "bead"][-3:]
    steps = len(threading(rig).steps)
    assert forgotten(rig, beads[0], steps).off == ()
    assert "upper knot" in forgotten(rig, beads[0], steps).says
    assert forgotten(rig, beads[2], steps).off == ()
    assert len(forgotten(rig, beads[1], steps).off) == 1


def test_leaders_alike_are_tied_together() -> None:
    one, deep = slider(), ready_rig("in-line-slider", Water(depth_m=6.0), "s", "Deeper").rig
    pole = new_rig("pole-fixed", Water(depth_m=1.5), "p", "Pole")
    batch = leaders_of([one, deep, pole, one])
    assert [(b.count, b.rigs) for b in batch] == [(3, ("Slider", "Deeper", "Slider")), (1, ("Pole",))]
    assert batch[0].cut_m > batch[0].length_m


def test_shot_that_touches_is_one_step() -> None:
    rig = apply(slider(), Tie(text="4 x No 8 bulk at 30 cm"))
    pinches = [s for s in threading(rig).steps if s.do == "pinch"]
    shots = [c.id for c in rig.components if isinstance(c, Shot)]
    assert [list(s.pieces) for s in pinches] == [shots]
    assert pinches[0].title == "4 × No 8"
