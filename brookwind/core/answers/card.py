"""What stands on a rig's card: distances, pieces, setting, threading, what to look for."""

from __future__ import annotations

from math import degrees
from typing import Literal

from brookwind.core.figures import Figure, Told, angle, depth, speed, tip
from brookwind.core.frozen import Frozen
from brookwind.core.gravity import sphere_diameter_m
from brookwind.core.proof.checks import judge
from brookwind.core.rig.components import Bait, Bead, Hook, Shot, Stop, Swivel, Weight
from brookwind.core.rig.document import Rig, of_kind
from brookwind.core.situation import Situation
from brookwind.core.tackle.knots import KNOT
from brookwind.core.tying.steps import name_of, threading
from brookwind.core.tying.stretches import pinched, stretches

LEAN_TOLD_DEG = 2.0
"""A lean less than this is none to the eye. [degrees] Editable default."""
MOST_FINDINGS = 3
"""Findings that have room on a card."""

What = Literal["hook", "knot", "swivel", "shot", "weight", "bead", "stop", "float"]


class CardMark(Frozen):
    """A piece at its place on the line."""

    position_m: float
    """From the lowest hook; of a bunch the lowest. [m]"""
    top_m: float
    """Of a bunch the highest, else the same. [m]"""
    what: What
    says: str
    thick_m: float = 0.0
    """Diameter of the largest piece there. [m]"""


class Card(Frozen):
    """What is printed of a rig."""

    rig_id: str
    name: str
    water: Told
    float_says: str
    setting_m: float
    to_load_m: float | None
    """From stop or float to the heaviest weight; None without one. [m]"""
    marks: tuple[CardMark, ...]
    """From the hook up."""
    strip_m: float
    """As far up the line as anything sits below the float. [m]"""
    look: tuple[Told, ...]
    """Tip, lean, how soon it fishes."""
    thread: tuple[str, ...]
    """What goes on, from the rod, in a word each."""
    checks: tuple[Told, ...]
    pieces: str
    """Float, shot and hook in a line, for a label."""


def card(situation: Situation) -> Card:
    """The card of a rig.

    situation: the rig as it is fished.
    Raises: BrookwindError when its float cannot be.
    """
    rig = situation.rig
    marks = _marks(rig)
    below = [m for m in marks if m.what not in {"float", "stop"} and m.position_m < rig.setting_m - 1e-6]
    return Card(
        rig_id=rig.id,
        name=rig.name,
        water=_water(rig),
        float_says=name_of(rig.float_piece),
        setting_m=rig.setting_m,
        to_load_m=_to_load_m(rig),
        marks=marks,
        strip_m=max((m.top_m for m in below), default=0.0),
        look=_look(situation),
        thread=tuple(s.title for s in threading(rig).steps if s.do == "thread" or s.ends is not None),
        checks=tuple(
            Told(says=f"{f.says} {f.remedy}".strip(), figures=f.figures)
            for f in judge(situation).findings[:MOST_FINDINGS]
        ),
        pieces=_pieces(rig),
    )


def _water(rig: Rig) -> Told:
    figures = {"depth": depth(rig.water.depth_m)}
    says = f"{rig.water.name.replace('{', '(').replace('}', ')')} · {{depth}}" if rig.water.name else "{depth}"
    if rig.conditions.current_m_s > 0:
        figures["current"] = speed(rig.conditions.current_m_s)
        says += " · {current} on top"
    return Told(says=says, figures=figures)


def _to_load_m(rig: Rig) -> float | None:
    """Over a tape one measures from the stop to the heaviest weight below the float. [m]"""
    bunches = [(sum(s.mass_kg for s in b), b[-1].position_m) for b in pinched(rig) if b[0].role not in {"lock", "back"}]
    weights = [(w.mass_kg, w.position_m) for w in of_kind(rig, Weight) if w.position_m > 0.0]
    hung = [(kg, at) for kg, at in (*bunches, *weights) if at < rig.setting_m]
    return rig.setting_m - max(hung)[1] if hung else None


def _marks(rig: Rig) -> tuple[CardMark, ...]:
    """Everything that has a place below the stop, from the hook up."""
    found = [_bunch_mark(b) for b in pinched(rig) if b[0].role != "back"]
    for c in rig.components:
        if isinstance(c, Hook) and c.link is None:
            baits = [b.label for b in of_kind(rig, Bait) if b.hook == c.id]
            found.append(_mark(c.position_m, "hook", ", ".join([name_of(c), *baits])))
        elif isinstance(c, Weight) and c.position_m > 0.0:
            found.append(_mark(c.position_m, "weight", name_of(c), _thick_m(c)))
        elif isinstance(c, Swivel):
            found.append(_mark(c.position_m, "swivel", name_of(c)))
        elif isinstance(c, Bead) and c.position_m is not None:
            found.append(_mark(c.position_m, "bead", name_of(c), c.length_m))
        elif isinstance(c, Stop):
            found.append(_mark(c.position_m, "stop", name_of(c)))
    found += [
        _mark(s.lower_m, "knot", f"knot: {KNOT[s.knot.id].name}") for s in stretches(rig)[:-1] if s.ends_in is None
    ]
    found.append(_mark(rig.setting_m, "float", name_of(rig.float_piece)))
    return tuple(sorted(found, key=lambda m: (m.position_m, _ORDER[m.what])))


_ORDER: dict[What, int] = {
    "hook": 0, "knot": 1, "swivel": 2, "bead": 3, "shot": 4, "weight": 5, "stop": 6, "float": 7,
}  # fmt: skip
"""Which of two pieces at one place is nearer the hook."""


def _mark(at_m: float, what: What, says: str, thick_m: float = 0.0) -> CardMark:
    return CardMark(position_m=at_m, top_m=at_m, what=what, says=says, thick_m=thick_m)


def _bunch_mark(bunch: tuple[Shot, ...]) -> CardMark:
    counts: dict[str, int] = {}
    for shot in bunch:
        counts[name_of(shot)] = counts.get(name_of(shot), 0) + 1
    says = " + ".join(name if n == 1 else f"{n} × {name}" for name, n in counts.items())
    return CardMark(
        position_m=bunch[-1].position_m,
        top_m=bunch[0].position_m,
        what="shot",
        says=says + (", touching" if len(bunch) > 1 else ""),
        thick_m=max(_thick_m(s) for s in bunch),
    )


def _thick_m(c: Shot | Weight) -> float:
    return sphere_diameter_m(c.mass_kg, c.density_kg_m3)


def _look(situation: Situation) -> tuple[Told, ...]:
    rest, m = situation.as_fished, situation.moving
    status = m.status if m is not None else rest.status
    if status == "sinks":
        return (Told(says="It goes under."),)
    look = []
    tip_m, lean = (rest.tip_m, rest.lean_rad) if m is None else (m.tip_m, m.float_lean_rad)
    if status == "stands":
        told = Told(says="Tip {tip}.", figures={"tip": tip(tip_m)})
        if degrees(abs(lean)) >= LEAN_TOLD_DEG:
            told = Told(says="Tip {tip}, leans {lean}.", figures={**told.figures, "lean": angle(degrees(abs(lean)))})
        look.append(told)
    else:
        look.append(Told(says="It lies over."))
    fall = situation.fallen
    if fall is None:
        return tuple(look)
    if fall.to_stop_s is not None:
        look.append(Told(says="The stop arrives after {time}.", figures={"time": _seconds(fall.to_stop_s)}))
    if fall.to_depth_s is not None:
        figures = {"time": _seconds(fall.to_depth_s)}
        says = "Fishes after {time}."
        if abs(fall.drift_m) >= 0.5:
            figures["drift"] = Figure(value=abs(fall.drift_m), quantity="distance")
            says = "Fishes after {time}, {drift} down."
        look.append(Told(says=says, figures=figures))
    return tuple(look)


def _seconds(time_s: float) -> Figure:
    """Counted, not measured: whole seconds."""
    return Figure(value=max(1.0, round(time_s)), quantity="time")


def _pieces(rig: Rig) -> str:
    counts: dict[str, int] = {}
    for c in rig.components:
        if isinstance(c, Shot | Weight):
            counts[name_of(c)] = counts.get(name_of(c), 0) + 1
    shot = [name if n == 1 else f"{n} {name}" for name, n in counts.items()]
    last = stretches(rig)[-1]
    hooks = [name_of(h) for h in of_kind(rig, Hook)]
    end = f"{', '.join(hooks)} to {last.line.diameter_m * 1000:.2f}"
    return " · ".join([name_of(rig.float_piece), *([", ".join(shot)] if shot else []), end])
