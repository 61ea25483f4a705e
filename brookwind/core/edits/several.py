"""Several pieces at once: moved, copied, bunched, spread."""

from __future__ import annotations

from typing import Annotated, Any, Literal, TypeAlias

from pydantic import Field

from brookwind.core.edits.means import Edit, Means, piece_of
from brookwind.core.edits.move import check_below_float, check_may_move, placed
from brookwind.core.errors import NotUnderstood, OutOfRange
from brookwind.core.gravity import sphere_diameter_m
from brookwind.core.rig.components import PieceId, Position
from brookwind.core.rig.document import Rig
from brookwind.core.rig.threading import free_id, thread_on

APART_M = 0.002
"""Bunched pieces sit this much further apart than they are thick. [m] Editable default."""
Pieces: TypeAlias = Annotated[tuple[PieceId, ...], Field(min_length=1, max_length=200)]


def _chosen(rig: Rig, ids: Pieces) -> list[Any]:
    """The pieces, from the hook up. Raises: NotUnderstood for those that cannot be moved."""
    pieces = [piece_of(rig, p) for p in dict.fromkeys(ids)]
    for piece in pieces:
        check_may_move(rig, piece)
    return sorted(pieces, key=lambda c: getattr(c, "position_m", 0.0))


class MoveSeveral(Edit):
    """Move pieces together, the lowest to a place. NotUnderstood and OutOfRange as for one."""

    do: Literal["move-several"] = "move-several"
    pieces: Pieces
    position_m: Position
    """Of the lowest of them."""

    def on(self, rig: Rig, means: Means) -> Rig:
        """With them there."""
        pieces = _chosen(rig, self.pieces)
        shift = self.position_m - pieces[0].position_m
        check_below_float(rig, pieces[-1].position_m + shift)
        return placed(rig, {c.id: c.position_m + shift for c in pieces})


class Copy(Edit):
    """The same pieces once more, the lowest of them at a place. NotUnderstood for hooks; OutOfRange as for moving."""

    do: Literal["copy"] = "copy"
    pieces: Pieces
    position_m: Position

    def on(self, rig: Rig, means: Means) -> Rig:
        """With both."""
        pieces = _chosen(rig, self.pieces)
        if any(c.kind == "hook" for c in pieces):
            raise NotUnderstood.one("copy-hook", "A hook is not copied.", "Type it, such as hook 16 at 9 cm.")
        shift = self.position_m - pieces[0].position_m
        check_below_float(rig, pieces[-1].position_m + shift)
        for c in reversed(pieces):
            again = c.model_copy(update={"id": free_id(rig, c.kind), "position_m": c.position_m + shift})
            rig = thread_on(rig, again)
        return rig


class Bunch(Edit):
    """Push pieces together on the lowest of them, each touching the next. OutOfRange where they do not fit."""

    do: Literal["bunch"] = "bunch"
    pieces: Pieces

    def on(self, rig: Rig, means: Means) -> Rig:
        """With them touching; shot among them is a bulk."""
        pieces = _chosen(rig, self.pieces)
        at, places = pieces[0].position_m, {}
        for low, high in zip(pieces, [*pieces[1:], None], strict=True):
            places[low.id] = at
            at += 0.5 * (_thick_m(low) + _thick_m(high)) + APART_M if high else 0.0
        check_below_float(rig, at)
        bunched = placed(rig, places)
        return bunched.replace_components(
            tuple(
                c.model_copy(update={"role": "bulk"}) if c.kind == "shot" and c.id in places else c
                for c in bunched.components
            )
        )


def _thick_m(piece: Any) -> float:
    if piece.kind == "bead":
        return float(piece.length_m)
    mass = getattr(piece, "mass_kg", None)
    return sphere_diameter_m(mass, piece.density_kg_m3) if mass else 0.003


class Spread(Edit):
    """Spread pieces between the lowest and the highest of them, or between given places. OutOfRange for a stretch that
    is none, or not below the float.
    """

    do: Literal["spread"] = "spread"
    pieces: Annotated[tuple[PieceId, ...], Field(min_length=2, max_length=200)]
    ratio: float = Field(default=1.0, ge=0.4, le=2.5)
    """A gap over the one above it: 1 even, below 1 closing towards the hook."""
    low_m: Position | None = None
    high_m: Position | None = None

    def on(self, rig: Rig, means: Means) -> Rig:
        """With them so."""
        pieces = _chosen(rig, self.pieces)
        low = pieces[0].position_m if self.low_m is None else self.low_m
        high = pieces[-1].position_m if self.high_m is None else self.high_m
        if high - low < APART_M * (len(pieces) - 1):
            raise OutOfRange.one(
                "spread", "There is no room between the lowest and the highest.", "Move one of them apart first."
            )
        check_below_float(rig, high)
        # From the rod down each gap is the one above times the ratio.
        gaps = [self.ratio**i for i in range(len(pieces) - 1)]
        unit, at, places = (high - low) / sum(gaps), high, {}
        for i, c in enumerate(reversed(pieces)):
            places[c.id] = at
            at -= unit * gaps[i] if i < len(gaps) else 0.0
        spread = placed(rig, places)
        return spread.replace_components(
            tuple(
                c.model_copy(update={"role": "strung"}) if c.kind == "shot" and c.id in places else c
                for c in spread.components
            )
        )
