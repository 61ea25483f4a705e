"""What an import would change in the box, before it does."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Iterable, Mapping
from math import isclose
from typing import Any, Literal

from brookwind.core.box.items import BoxItem
from brookwind.core.box.stock import ShotStock
from brookwind.core.frozen import Frozen

_SAME_MASS = 0.02
"""Shot of one size and metal whose masses differ by no more than this share lie in one compartment. Default."""


class FieldChange(Frozen):
    """A field that would change."""

    name: str
    before: Any
    after: Any


class Incoming(Frozen):
    """A compartment that comes in, and what it changes."""

    line: int
    what: Literal["new", "changed", "same"]
    version: int
    """Version of the compartment it goes into; 0 for a new one."""
    fields: BoxItem
    changes: tuple[FieldChange, ...] = ()


def incoming(rows: Iterable[tuple[int, BoxItem]], box: Mapping[str, tuple[int, BoxItem]]) -> tuple[Incoming, ...]:
    """How compartments that come in meet the box.

    rows: where each was read, and the compartment; shot whose name is not there goes into the compartment of the same
        size, metal and mass.
    box: version and fields of every compartment by name.
    """
    shot: dict[tuple[str, str], list[tuple[int, ShotStock]]] = defaultdict(list)
    for version, old in box.values():
        if isinstance(old, ShotStock):
            shot[old.size, old.material].append((version, old))
    return tuple(_incoming(line, new, box.get(new.item) or _alike(new, shot)) for line, new in rows)


def _incoming(line: int, new: BoxItem, found: tuple[int, BoxItem] | None) -> Incoming:
    if found is None:
        return Incoming(line=line, what="new", version=0, fields=new)
    version, old = found
    new = new.model_copy(update={"item": old.item})
    before, after = old.model_dump(mode="json"), new.model_dump(mode="json")
    changes = tuple(
        FieldChange(name=k, before=before.get(k), after=v)
        for k, v in after.items()
        if before.get(k) != v and not _rounding(before.get(k), v)
    )
    return Incoming(line=line, what="changed" if changes else "same", version=version, fields=new, changes=changes)


def _rounding(one: Any, other: Any) -> bool:
    """True for figures that differ in their last binary digits only."""
    return isinstance(one, float) and isinstance(other, float) and isclose(one, other, rel_tol=1e-9)


def _alike(new: BoxItem, shot: Mapping[tuple[str, str], list[tuple[int, ShotStock]]]) -> tuple[int, BoxItem] | None:
    if not isinstance(new, ShotStock):
        return None
    same = shot.get((new.size, new.material), ())
    return next((s for s in same if abs(s[1].mass_kg - new.mass_kg) <= _SAME_MASS * s[1].mass_kg), None)
