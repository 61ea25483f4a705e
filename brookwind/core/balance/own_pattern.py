"""Patterns of the angler's own: saved from a rig, used again at another depth and capacity."""

from __future__ import annotations

from collections.abc import Sequence
from math import inf

from pydantic import Field

from brookwind.core.balance.arrange import Grain, Placed, shoulder_to_shoulder
from brookwind.core.balance.patterns import Pattern
from brookwind.core.errors import OutOfRange
from brookwind.core.frozen import Frozen
from brookwind.core.rest.handles import groups_of
from brookwind.core.rest.span import Span, span_of
from brookwind.core.rig.components import PieceId, ShotRole
from brookwind.core.rig.document import Rig
from brookwind.core.rig.threading import is_free_shot

OWN_ALIKE = 2.0
"""A string of single shot keeps sizes within at least this factor. Editable default."""


class Node(Frozen):
    """A place on the line with one shot or several together."""

    role: ShotRole
    at: float = Field(ge=-0.5, le=1.5)
    """Where, as a share of the stretch shot may sit on: 0 its lower end, 1 its upper. Its lowest piece."""
    load: float = Field(gt=0, le=1)
    """Its share of all free shot, by mass."""
    pieces: int = Field(ge=1, le=60)


class OwnPattern(Frozen):
    """A named arrangement, free of depth and capacity."""

    id: PieceId
    name: str = Field(min_length=1, max_length=60)
    says: str = Field(default="", max_length=400)
    spread: float = Field(default=OWN_ALIKE, ge=1, le=1000)
    """Heaviest over lightest shot of the rig it came from."""
    nodes: tuple[Node, ...] = Field(min_length=1, max_length=60)
    """From the float down."""

    @property
    def bulk(self) -> int | None:
        """Index of the place whose pieces are chosen to the wanted tip; None when all are single shot."""
        several = [i for i, n in enumerate(self.nodes) if n.pieces > 1]
        return max(several, key=lambda i: self.nodes[i].load, default=None)


def own_pattern_of(rig: Rig, pattern_id: str, name: str) -> OwnPattern:
    """The arrangement of a rig's free shot, to be used again.

    rig: the rig.
    pattern_id: id of the new pattern.
    name: its name.
    Raises: OutOfRange when the rig has no free shot.
    """
    groups = [g for g in groups_of(rig) if all(is_free_shot(s) for s in g)]
    total = sum(s.mass_kg for g in groups for s in g)
    if not total:
        raise OutOfRange.one(
            "nothing-to-save", "The rig has no free shot to make a pattern of.", "Pinch shot on first.", ("rig",)
        )
    span = span_of(rig)
    length = max(span.high_m - span.low_m, 1e-6)
    masses = [s.mass_kg for g in groups for s in g]
    nodes = tuple(
        Node(
            role=g[0].role,
            at=min(1.5, max(-0.5, (g[-1].position_m - span.low_m) / length)),
            load=sum(s.mass_kg for s in g) / total,
            pieces=len(g),
        )
        for g in groups
    )
    return OwnPattern(id=pattern_id, name=name, nodes=nodes, spread=max(masses) / min(masses))


def pattern_of(own: OwnPattern) -> Pattern:
    """An own pattern as one that balancing can use.

    own: the pattern.
    Its largest group of several is chosen to the tip; every other place gets as many shot as it had, of the size
    nearest to its share. All single: as many shot as there were, chosen to the tip, largest first.
    """
    bulk = own.bulk

    def place(chosen: Sequence[Grain], singles: Sequence[Grain], span: Span, ratio: float) -> Placed:
        if bulk is None:
            return [(n.role, span.at(n.at)) for n in own.nodes[: len(chosen)]]
        node = own.nodes[bulk]
        done: Placed = [(node.role, p) for p in shoulder_to_shoulder(chosen, span.at(node.at), span)]
        rest, at = list(singles), 0
        for i, n in enumerate(own.nodes):
            if i != bulk:
                together = shoulder_to_shoulder(rest[at : at + n.pieces], span.at(n.at), span)
                done += [(n.role, p) for p in together]
                at += n.pieces
        return done

    count = len(own.nodes) if bulk is None else 1
    return Pattern(
        id=own.id,
        name=own.name,
        says=own.says,
        least_pieces=count,
        most_pieces=count if bulk is None else None,
        droppers=0,
        alike=max(OWN_ALIKE, own.spread) if bulk is None else inf,
        place=place,
    )
