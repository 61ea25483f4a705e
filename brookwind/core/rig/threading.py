"""Putting pieces into a rig where they belong in threading order, and taking them off."""

from __future__ import annotations

from collections.abc import Callable
from itertools import pairwise
from typing import Any

from brookwind.core.rig.components import Component, LineSection, Shot
from brookwind.core.rig.document import Rig


def hooklength_join_m(rig: Rig) -> float:
    """Where the hooklength or leader begins: the lower end of the line above it. 0 when there is none. [m]

    rig: the rig.
    """
    lines = [c for c in rig.components if isinstance(c, LineSection)]
    return lines[-2].lower_m if len(lines) > 1 else 0.0


def take_off(rig: Rig, which: Callable[[Component], bool]) -> Rig:
    """The rig without some of its components.

    rig: the rig.
    which: true for what comes off; float, hooks and lines should stay.
    """
    return rig.replace_components(tuple(c for c in rig.components if not which(c)))


def each(rig: Rig, change: Callable[[Any], Any]) -> Rig:
    """The rig with every component put through a change, checked again.

    rig: the rig.
    change: gives the new component; the same one to leave it.
    """
    return rig.replace_components(tuple(change(c) for c in rig.components))


def free_id(rig: Rig, stem: str) -> str:
    """An id that no component has yet.

    rig: the rig.
    stem: what it begins with, such as `shot`.
    """
    taken = {c.id for c in rig.components}
    return next(name for n in range(1, len(taken) + 2) if (name := f"{stem}-{n}") not in taken)


def thread_on(rig: Rig, piece: Component, above_float: bool = False) -> Rig:
    """The rig with one more piece, threaded where its position puts it.

    Below the float it goes before the first piece nearer the hook; beads that rest on that piece, and the line it is
    tied to, stay with it. Above the float it goes directly above.

    rig: the rig.
    piece: the new piece; it needs a position.
    above_float: true for a piece pinched above the float.
    """
    components = list(rig.components)
    at = next(i for i, c in enumerate(components) if c.kind == "float")
    if not above_float:
        at = _index_below_float(components, at, getattr(piece, "position_m", 0.0))
    components.insert(at, piece)
    return rig.replace_components(tuple(components))


def _index_below_float(components: list[Component], float_at: int, position: float) -> int:
    joins = _line_starts(components)
    index = float_at + 1
    # What holds the float to the line from below is threaded with it, before any weight.
    while index < len(components) and components[index].kind == "sleeve":
        index += 1
    for i in range(index, len(components)):
        start = joins.get(i, getattr(components[i], "position_m", None))
        if start is None or components[i].kind == "bait":
            continue
        if start < position:
            break
        index = i + 1
    return index


def _line_starts(components: list[Component]) -> dict[int, float]:
    """Index of each line section below the first, and where it begins. [m]"""
    lines = [(i, c) for i, c in enumerate(components) if isinstance(c, LineSection)]
    return {i: above.lower_m for (_, above), (i, _) in pairwise(lines)}


def is_free_shot(c: Component) -> bool:
    """True for shot that balancing may take off and place anew: not what has another task, nor what is fixed.

    c: a component.
    """
    return isinstance(c, Shot) and not c.fixed and c.role not in {"lock", "back", "lift", "stack"}
