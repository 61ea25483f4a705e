"""Where good anglers disagree: both sides, the default as stated, and what follows from a choice.

Which way is the default, and the depths and distances in them, are editable defaults.
"""

from __future__ import annotations

from types import MappingProxyType

from brookwind.core.advice.purpose import Purpose, band_of, kind_of, lie_of
from brookwind.core.advice.school import Question, School
from brookwind.core.errors import NotUnderstood
from brookwind.core.frozen import Frozen
from brookwind.core.rig.baits import BaitKind
from brookwind.core.rig.book import SHIPPED, Book
from brookwind.core.rig.fish import Species
from brookwind.core.rig.habits import Habits

OF_THE_FAMILY = frozenset({"line-above", "terminal", "stack", "tip"})
BOTH = "both"
"""Chosen instead of a school: show me both."""
SHALLOW_M = 0.6
"""Up to here fish are in the upper layer. [m] Editable default."""
DEEP_M = 2.0
"""Below here the other school begins. [m] Editable default."""


class Answered(Frozen):
    """The school that holds for a question here, and why."""

    question: str
    asks: str
    school: str
    name: str
    says: str
    why: str
    chosen: bool
    """The angler chose it; otherwise it is the default."""
    both: bool
    """Both sides are to be shown."""


def _band(purpose: Purpose, fish: Species | None) -> str:
    lie = lie_of(purpose, fish)
    return band_of(lie, purpose.water.depth_m) if lie else "near-bed"


def _weights(purpose: Purpose, fish: Species | None, bait: BaitKind | None) -> tuple[str, str]:
    depth, band = purpose.water.depth_m, _band(purpose, fish)
    if depth <= SHALLOW_M:
        return "bulk", "in water as shallow as this nothing falls far"
    if band in {"upper", "surface", "mid-water"}:
        return "strung", "fish up in the water take on the drop"
    if depth > DEEP_M or kind_of(purpose) == "running":
        return "bulk-and-droppers", "down to the bed in deep or moving water, and natural at the end"
    return "bulk", "at the bed in shallow still water the bait has only to get there"


def _tip(purpose: Purpose, fish: Species | None, bait: BaitKind | None) -> tuple[str, str]:
    windy = purpose.conditions.wind_m_s >= 3.0 or purpose.conditions.dragging
    return ("extra", "wind, chop or drag needs more") if windy else ("dotted", "calm water shows the smallest pull")


def _line_above(purpose: Purpose, fish: Species | None, bait: BaitKind | None) -> tuple[str, str]:
    if kind_of(purpose) == "running":
        return "floats", "moving water: it is mended on the surface"
    if purpose.conditions.wind_m_s >= 2.0:
        return "sinks", "wind on still water drags a floating line"
    return "floats", "there is no wind to drag it"


def _braid(purpose: Purpose, fish: Species | None, bait: BaitKind | None) -> tuple[str, str]:
    return ("top-shot", "the water is clear") if purpose.conditions.clear else ("straight", "with two stops it holds")


def _stop(purpose: Purpose, fish: Species | None, bait: BaitKind | None) -> tuple[str, str]:
    deep = purpose.water.depth_m > purpose.conditions.rod_m
    return ("thread", "it must pass the rod rings") if deep else ("thread", "it holds and passes rings")


def _bead(purpose: Purpose, fish: Species | None, bait: BaitKind | None) -> tuple[str, str]:
    return "always", "it is also the signal that the stop has arrived"


def _terminal(purpose: Purpose, fish: Species | None, bait: BaitKind | None) -> tuple[str, str]:
    lively = bait is not None and bait.lively
    return ("jig", "the bait is lively") if lively else ("plain", "the bait is still")


def _leader(purpose: Purpose, fish: Species | None, bait: BaitKind | None) -> tuple[str, str]:
    return ("long", "clear water and shy fish") if purpose.conditions.clear else ("short", "castable and positive")


def _stack(purpose: Purpose, fish: Species | None, bait: BaitKind | None) -> tuple[str, str]:
    if kind_of(purpose) == "running":
        return "many", "each can be moved while trotting"
    return "few", "they fall together and tangle less"


def _first_depth(purpose: Purpose, fish: Species | None, bait: BaitKind | None) -> tuple[str, str]:
    if kind_of(purpose) == "running" or _band(purpose, fish) in {"mid-water", "upper", "surface"}:
        return "shallow-first", "fish are up in the water or on the move"
    return "bed-first", "still water and fish that feed on the bed"


def _above_fish(purpose: Purpose, fish: Species | None, bait: BaitKind | None) -> tuple[str, str]:
    if bait is not None and bait.drags:
        return "dragging", "eggs and beads drag"
    return "above", "they come up for it, rarely down"


def _lash(purpose: Purpose, fish: Species | None, bait: BaitKind | None) -> tuple[str, str]:
    if purpose.conditions.clear and purpose.water.depth_m < 1.5:
        return "long", "sun and shallow clear water: keep pole and shadow off"
    return "short", "quick, and the fish hooks itself"


def _feed(purpose: Purpose, fish: Species | None, bait: BaitKind | None) -> tuple[str, str]:
    return "larger", "same feed, a larger or brighter piece on the hook"


def _strike(purpose: Purpose, fish: Species | None, bait: BaitKind | None) -> tuple[str, str]:
    if fish is None:
        return "at-once", "small baits are let go quickly"
    why = {"at-once": "it lets go quickly", "tighten": "feel it first", "wait": "it needs time to take a large bait",
           "self": "it hooks itself against the line"}  # fmt: skip
    return fish.strike, f"{fish.name}: {why[fish.strike]}"


QUESTIONS = (
    Question("weights", "Weights together or spread?", (
        School("bulk", "bulk", "Down fast, holds its depth, fewer tangles.", {"weights": "bulk"}),
        School("strung", "strung", "A slow natural fall.", {"weights": "strung"}),
        School("bulk-and-droppers", "bulk and droppers", "Down fast, natural at the end.",
               {"weights": "bulk-and-droppers"}),
    ), _weights),
    Question("tip", "How much tip?", (
        School("dotted", "dotted to a few millimetres", "The smallest pull shows.", {"tip": "dotted"}),
        School("extra", "extra tip", "Seen in wind and waves; carries a heavy or dragging bait.", {"tip": "extra"}),
        School("overloaded", "overloaded on a tight line", "The angler carries the weight; only where it is allowed."),
    ), _tip),
    Question("line-above", "The line above the float?", (
        School("floats", "floats", "For running water and natural drift.", {"greased": True}),
        School("sinks", "sinks", "Out of the wind; for sliders and wagglers.", {"greased": False}),
    ), _line_above),
    Question("braid", "Braid?", (
        School("straight", "straight to the rig", "Floats, no stretch; tie two stops.",
               {"main": "braid", "top_shot": False, "stop": "two"}),
        School("top-shot", "with a top shot", "Nylon at least as long as the deepest setting.",
               {"main": "braid", "top_shot": True}),
        School("none", "no braid", "Nylon throughout.", {"main": "nylon"}),
    ), lambda p, f, b: ("none", "nylon unless you say otherwise")),
    Question("stop", "Which stop?", (
        School("thread", "thread knot, ends left on", "Passes the rod rings.", {"stop": "thread"}),
        School("rubber", "rubber", "Moved without wetting it; catches in rings.", {"stop": "rubber"}),
        School("two", "two in series", "Does not slip on braid.", {"stop": "two"}),
    ), _stop),
    Question("bead", "A bead under the stop?", (
        School("always", "always", "And a bright one: it shows that the stop has arrived.", {"bead": True}),
        School("if-needed", "only when the bore is larger than the stop", "One piece less to forget.", {"bead": False}),
    ), _bead),
    Question("terminal", "What at the end?", (
        School("jig", "a weighted jig", "For a lively bait, or where rigs tangle.", {"jig": True}),
        School("plain", "a plain hook, shot half way up the leader", "A still bait moves on its own.", {"jig": False}),
    ), _terminal),
    Question("leader", "How long a leader?", (
        School("short", "short", "Castable, positive; a buoyant bait stays low.", {"leader": "short"}),
        School("long", "long", "Clear water and shy fish.", {"leader": "long"}),
    ), _leader),
    Question("stack", "A few big weights or many small?", (
        School("few", "three at most", "Fall together; for sliders.", {"stack": "few"}),
        School("many", "many small", "Each can be moved; for trotting.", {"stack": "many"}),
    ), _stack),
    Question("first-depth", "Which depth first?", (
        School("shallow-first", "from shallow to deep", "Running water and suspended fish."),
        School("bed-first", "plumb and start at the bed", "Come up when fish show above."),
    ), _first_depth),
    Question("above-fish", "The bait against the fish?", (
        School("above", "a little above them", "By a forearm or two: they come up, rarely down."),
        School("level", "level with them", "When they will not rise."),
        School("dragging", "dragging", "Eggs and beads on the bed."),
    ), _above_fish),
    Question("lash", "How long a lash?", (
        School("short", "short", "Self-hooking and quick; coloured water.", {"lash": "short"}),
        School("long", "long, with a back shot", "Keeps pole and shadow off.", {"lash": "long"}),
    ), _lash),
    Question("feed", "Feed and hook bait?", (
        School("same", "the same", "Nothing looks different."),
        School("larger", "a larger or brighter piece on the hook", "It stands out."),
    ), _feed),
    Question("strike", "The strike?", (
        School("at-once", "at once", "Small baits are let go quickly."),
        School("tighten", "tighten, then strike", "Soft mouths, circle hooks, fish that feel the line."),
        School("wait", "let it develop", "Large baits: two or three seconds."),
        School("self", "none, it hooks itself", "Short tight rigs and strong takers."),
    ), _strike),
)  # fmt: skip
QUESTION = MappingProxyType({q.id: q for q in QUESTIONS})


def check_choices(choices: dict[str, str]) -> None:
    """Refuse choices between schools that do not exist.

    choices: school by question.
    Raises: NotUnderstood, listing what there is.
    """
    for key, school in choices.items():
        if key not in QUESTION:
            raise NotUnderstood.one(
                "no-question", f"There is no question {key!r}.", f"Questions are {', '.join(QUESTION)}.", ("schools",)
            )
        known = [s.id for s in QUESTION[key].schools]
        if school != BOTH and school not in known:
            raise NotUnderstood.one(
                "no-school",
                f"There is no school {school!r} on {key!r}.",
                f"Choose one of {', '.join([*known, BOTH])}.",
                ("schools", key),
            )


def answered(purpose: Purpose, book: Book = SHIPPED) -> tuple[Answered, ...]:
    """The school that holds here for every question: the angler's, else the default with its reason.

    purpose: what for and where, with the angler's choices.
    book: fish, baits and hooks.
    Raises: NotUnderstood for a choice that does not exist.
    """
    check_choices(purpose.schools)
    fish = book.species.get(purpose.species or "")
    bait = book.baits.get(fish.bait) if fish is not None else None
    out = []
    for q in QUESTIONS:
        choice = purpose.schools.get(q.id)
        usual, why = q.usual(purpose, fish, bait)
        both = choice == BOTH
        key = usual if choice is None or both else choice
        school = q.school(key)
        reason = "your choice" if choice is not None and not both else f"usual here: {why}"
        out.append(
            Answered(
                question=q.id, asks=q.asks, school=key, name=school.name, says=school.says, why=reason,
                chosen=choice is not None and not both, both=both,
            )
        )  # fmt: skip
    return tuple(out)


def habits_for(purpose: Purpose, book: Book = SHIPPED) -> Habits:
    """How to tie here: the habits that follow from the schools that hold.

    purpose: what for and where, with the angler's choices.
    book: fish, baits and hooks.
    """
    habits: dict[str, object] = {}
    for a in answered(purpose, book):
        # What every family has its own way of is only changed when the angler decided so.
        if a.chosen or a.question not in OF_THE_FAMILY:
            habits.update(QUESTION[a.question].school(a.school).habits)
    return Habits.model_validate(habits)
