"""The ordered list: what goes on next, from rod to hook, and what cannot be added later."""

from __future__ import annotations

from math import ceil
from typing import Literal

from pydantic import Field

from brookwind.core.figures import Figure, length, thickness
from brookwind.core.frozen import Frozen
from brookwind.core.matter.materials import LINE_MATERIAL
from brookwind.core.rig.components import Bait, Bead, Component, Float, Hook, Shot, Stop, Swivel, Weight
from brookwind.core.rig.document import Rig, of_kind
from brookwind.core.tackle.knots import KNOT, STOP_KNOT, Knot
from brookwind.core.tackle.passing import HOLE_SHARE, passing
from brookwind.core.tying.stretches import Stretch, is_threaded, pinched, stretches

LOOP_KNOT = KNOT["loop-to-loop"]
LASH_M = 0.5
"""Line above a pole float, where the rig says nothing of it. [m] Editable default."""
TRIMMED_M = 0.01
"""Lengths are cut to this. [m]"""

Act = Literal["run", "cut", "thread", "knot", "link", "pinch", "set", "bait"]


class TyingStep(Frozen):
    """One thing to do at the table, or at the water."""

    do: Act
    pieces: tuple[str, ...] = ()
    """Ids of what is put on."""
    title: str
    """What it is, in a few words."""
    says: str = ""
    warns: str = ""
    """Why it has to be now."""
    figures: dict[str, Figure] = Field(default_factory=dict)
    knot: str | None = None
    """Id of the knot that is tied."""
    ends: int | None = None
    """The length of line that this knot ends, counted from the rod; None for every other step."""
    on_already: tuple[str, ...] = ()
    """Before this knot: what has to be on the line by now, by name, from the rod."""
    at_water: bool = False
    """Left to the bank."""


class CutLine(Frozen):
    """A length of line to cut."""

    label: str
    fished_m: float
    """Between its knots. [m]"""
    cut_m: float
    """With what the knots take. [m]"""


class Threading(Frozen):
    """How a rig is tied."""

    steps: tuple[TyingStep, ...]
    cuts: tuple[CutLine, ...]


def name_of(c: Component) -> str:
    """A piece in a few words.

    c: the piece.
    """
    match c:
        case Stop() if c.material == "thread":
            return c.label or "stop knot"
        case Bead():
            return c.label or "bead"
        case Float():
            return c.label if "float" in c.label else f"{c.label} float".strip()
        case Weight():
            return c.label or f"{c.shape} weight"
        case _:
            return c.label or c.kind


def threading(rig: Rig) -> Threading:
    """The steps of tying a rig, in order.

    rig: the rig.
    What is threaded goes on in the order of the line, each stretch before its lower knot; shot, stop knots and what
    hangs on links follow when every knot is tied; the setting and the bait come last.
    """
    parts = stretches(rig)
    steps: list[TyingStep] = []
    cuts: list[CutLine] = []
    for i, part in enumerate(parts):
        begins, cut = _begin(rig, part, parts[i - 1].knot if i else None)
        steps.append(begins)
        if cut:
            cuts.append(cut)
        if part.above is not None:
            steps.append(_tie_upper(part, parts[i - 1].knot))
        steps += [_thread(rig, c, part) for c in part.threaded]
        steps.append(_knot(part, parts[i + 1] if i + 1 < len(parts) else None).model_copy(update={"ends": i}))
    steps += _later(rig)
    steps.append(_set(rig))
    steps += [_bait(b) for b in of_kind(rig, Bait)]
    return Threading(steps=tuple(steps), cuts=tuple(cuts))


def fished_m(part: Stretch, rig: Rig) -> float:
    """Length of a stretch between its knots; on a pole or whip the first goes up to the tip. [m]

    part: the stretch.
    rig: its rig.
    """
    if part.upper_m is not None:
        return part.upper_m - part.lower_m
    if rig.conditions.tackle == "whip":
        # The line of a whip is as long as the whip.
        return max(rig.setting_m + LASH_M, rig.conditions.rod_m) - part.lower_m
    return rig.setting_m + (rig.lash_m or LASH_M) - part.lower_m


def cut_m(part: Stretch, rig: Rig, knot_above: Knot | None) -> float | None:
    """What is cut for a stretch, with what its knots take; None for the line that stays on the reel. [m]

    part: the stretch.
    rig: its rig.
    knot_above: the knot at its upper end; None at the tip of rod or pole.
    """
    if part.upper_m is None and rig.conditions.tackle == "rod":
        return None
    whole = fished_m(part, rig) + (knot_above or LOOP_KNOT).takes_m + part.knot.takes_m
    return round(ceil(whole / TRIMMED_M - 1e-6) * TRIMMED_M, 6)


def _line_name(part: Stretch) -> str:
    line = part.line
    material = LINE_MATERIAL.get(line.material)
    return line.label or f"{line.diameter_m * 1000:.2f} mm {material.name if material else line.material}"


def _begin(rig: Rig, part: Stretch, knot_above: Knot | None) -> tuple[TyingStep, CutLine | None]:
    wanted = cut_m(part, rig, knot_above)
    name = _line_name(part)
    if wanted is None:
        return TyingStep(
            do="run", pieces=(part.line.id,), title=f"Main line, {name}",
            says="Through every ring of the rod, and as much off the tip as you need to work.",
        ), None  # fmt: skip
    fished = fished_m(part, rig)
    figures = {"cut": length(wanted), "fished": length(fished)}
    role = {"main": "Line", "hooklength": "Hooklength", "top-shot": "Top shot", "lash": "Lash"}[part.line.role]
    says = "Cut {cut}: {fished} between the knots, the rest goes into them."
    if part.upper_m is None:
        says += " A loop in the upper end goes to the tip."
    cut = CutLine(label=name, fished_m=fished, cut_m=wanted)
    return TyingStep(do="cut", pieces=(part.line.id,), title=f"{role}, {name}", says=says, figures=figures), cut


def _tie_upper(part: Stretch, knot_above: Knot) -> TyingStep:
    assert part.above is not None
    return TyingStep(
        do="knot", title=f"Tie it to the {name_of(part.above)}", knot=knot_above.id,
        says=f"A {knot_above.name}: wet it, draw it down slowly, trim it.",
    )  # fmt: skip


def _ends_at(part: Stretch) -> str:
    if part.ends_in is None:
        return "off the loop below" if part.knot.id == LOOP_KNOT.id else "at the knot below"
    return f"at the {name_of(part.ends_in)}"


def _thread(rig: Rig, c: Component, part: Stretch) -> TyingStep:
    says, figures = _how(rig, c, part)
    return TyingStep(
        do="thread", pieces=(c.id,), title=_capital(name_of(c)), says=says, figures=figures,
        warns=f"It cannot be added later without cutting {_ends_at(part)}.",
    )  # fmt: skip


def _how(rig: Rig, c: Component, part: Stretch) -> tuple[str, dict[str, Figure]]:
    """How a piece is threaded, with what runs through what."""
    line = thickness(part.line.diameter_m)
    match c:
        case Stop():
            return "Off its wire loop over the end of the line, up and out of the way.", {}
        case Bead():
            figures = {"size": thickness(c.length_m), "hole": thickness(c.hole_m or HOLE_SHARE * c.length_m)}
            if c.position_m is None:
                return "{size}, hole {hole}.", figures
            return "{size}, hole {hole}. Peg it {at} above the hook.", {**figures, "at": length(c.position_m)}
        case Float():
            return _float_how(rig, c, {"line": line})
        case Weight():
            if c.link is not None:
                return "A snap or swivel that runs on the line: the weight hangs from it.", {}
            if c.runs:
                return "It runs free on the line.", {}
            return "Up the line to {at} above the hook, when the rest is tied.", {"at": length(c.position_m)}
        case Hook():
            return "Its eye over the line; it is snelled on {at} above the lowest hook.", {"at": length(c.position_m)}
        case _:
            return "Over the end of the line.", {}


def _float_how(rig: Rig, c: Float, figures: dict[str, Figure]) -> tuple[str, dict[str, Figure]]:
    if c.mount == "bottom-end-fixed":
        return "Through the eye at its foot, or its adaptor: the float can then be changed, the adaptor cannot.", {}
    if c.mount == "pole-fixed":
        return "Through the eye on its body; the stem goes into the silicones.", {}
    if c.mount == "top-and-bottom-fixed":
        return "Between its rubbers; it is pushed into them at the end.", {}
    way = passing(rig)
    if way is None:
        return "The line goes through it.", {}
    return "Line of {line} through a bore of {bore}: it runs.", {**figures, "bore": thickness(way.bore_m)}


def _knot(part: Stretch, below: Stretch | None) -> TyingStep:
    on = tuple(name_of(c) for c in part.threaded)
    knot = part.knot
    if isinstance(part.ends_in, Hook):
        how = "Whip it on" if knot.id == "snell" else "Tie it on"
        return TyingStep(
            do="knot", pieces=(part.ends_in.id,), title=_capital(name_of(part.ends_in)), knot=knot.id, on_already=on,
            says=f"{how} with a {knot.name}: wet it, draw it down slowly, trim it.",
        )  # fmt: skip
    if isinstance(part.ends_in, Swivel):
        return TyingStep(
            do="knot", pieces=(part.ends_in.id,), title=_capital(name_of(part.ends_in)), knot=knot.id, on_already=on,
            says=f"Its upper eye, with a {knot.name}.",
        )  # fmt: skip
    assert below is not None
    if knot.id == LOOP_KNOT.id:
        says = "A loop in the end. The next line has one too: it is put on when it is ready."
    else:
        says = f"Join the next line to it with a {knot.name}: cut that first."
    return TyingStep(do="knot", title=f"Knot to the {_line_name(below)}", knot=knot.id, says=says, on_already=on)


def _later(rig: Rig) -> list[TyingStep]:
    """What is put on when the knots are tied: stop knots, links, what is pegged or laid in, shot."""
    steps: list[TyingStep] = []
    for c in rig.components:
        if isinstance(c, Stop) and not is_threaded(c):
            says = "Tied round the line above the bead. Leave a finger's width of each end, to tighten it by."
            steps.append(TyingStep(do="knot", pieces=(c.id,), title=_capital(name_of(c)), knot=STOP_KNOT.id, says=says))
        elif isinstance(c, Float) and not is_threaded(c):
            steps.append(
                TyingStep(
                    do="link", pieces=(c.id,), title=_capital(name_of(c)), says="The line goes into it from the side."
                )
            )
        elif isinstance(c, Weight | Hook) and _hangs(c):
            steps.append(_on_link(c))
    return steps + [_pinch(bunch, rig, i == 0) for i, bunch in enumerate(pinched(rig))]


def _hangs(c: Weight | Hook) -> bool:
    if isinstance(c, Weight) and c.shape == "jig":
        return True
    return c.link is not None and not is_threaded(c)


def _on_link(c: Weight | Hook) -> TyingStep:
    if c.link is None:
        return TyingStep(
            do="link", pieces=(c.id,), title=_capital(name_of(c)), says="It goes on with the hook it carries."
        )
    weak = c.link.diameter_m
    figures = {"link": length(c.link.length_m)}
    says = "On {link} of line"
    if weak is not None:
        figures["thick"] = thickness(weak)
        says += " of {thick}, weaker than the rest: a snag costs no more than it"
    return TyingStep(do="link", pieces=(c.id,), title=_capital(name_of(c)), says=says + ".", figures=figures)


def _pinch(bunch: tuple[Shot, ...], rig: Rig, first: bool) -> TyingStep:
    low, high = bunch[-1].position_m, bunch[0].position_m
    counts: dict[str, int] = {}
    for c in bunch:
        counts[name_of(c)] = counts.get(name_of(c), 0) + 1
    title = " + ".join(name if n == 1 else f"{n} × {name}" for name, n in counts.items())
    role = bunch[0].role
    says = {
        "lock": f"{'Above' if low >= rig.setting_m else 'Below'} the float, tight to it.",
        "back": "Above the float, {at} from the hook.",
        "lift": "{at} from the hook: it rests on the bed.",
    }.get(role, "{at} above the hook.")
    if len(bunch) > 1 and role != "lock":
        says = "Touching, the lowest {at} above the hook."
    if first:
        says += " Pinch each so that it holds and can still be slid."
    figures = {"at": length(low if role != "back" else high)}
    return TyingStep(
        do="pinch", pieces=tuple(c.id for c in bunch), title=_capital(title),
        says=says, figures=figures,
    )  # fmt: skip


def _set(rig: Rig) -> TyingStep:
    figures = {"setting": length(rig.setting_m)}
    join = stretches(rig)[-1].upper_m or 0.0
    what = "Slide the stop" if rig.stop is not None else "Push the float" if rig.float_piece.position_m else "It rests"
    says = f"{what} to {{setting}} from the hook"
    if 0.0 < join < rig.setting_m:
        figures |= {"tape": length(rig.setting_m - join), "leader": length(join)}
        says += ": {tape} to the knot, and {leader} of hooklength"
    return TyingStep(do="set", title="The setting", says=f"{says}.", figures=figures)


def _bait(b: Bait) -> TyingStep:
    return TyingStep(do="bait", pieces=(b.id,), title=_capital(name_of(b)), says="At the water.", at_water=True)


def _capital(text: str) -> str:
    return text[:1].upper() + text[1:]
