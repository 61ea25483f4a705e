"""A piece in the words in which `typed` reads it."""

from __future__ import annotations

from brookwind.core.rig.components import Bead, Component, Shot, Stop, Swivel, Weight
from brookwind.core.rig.shot_series import MODERN_MASS_KG, size_label

SWIVELS = {"plain": "swivel", "snap": "snap swivel", "three-way": "three-way swivel"}
"""What the forms of a swivel are called."""


def written(piece: Component) -> str | None:
    """A piece as it would be typed, with its place; None for one that is not tied by typing.

    piece: a component.
    """
    match piece:
        case Shot():
            size = piece.label.removeprefix("No ").split()[0] if piece.label else ""
            if size not in MODERN_MASS_KG:
                return None
            name, at = size_label(size), piece.position_m
        case Weight() if piece.shape != "plummet":
            name, at = f"{piece.mass_kg * 1000:.6g} g {piece.material} {piece.shape}", piece.position_m
        case Stop():
            name, at = ("rubber stop" if piece.material == "rubber" else "stop"), piece.position_m
        case Bead() if piece.position_m is not None:
            hole = "" if piece.hole_m is None else f", hole {piece.hole_m * 1000:.6g} mm"
            name, at = f"bead {piece.length_m * 1000:.6g} mm{hole}", piece.position_m
        case Swivel():
            name, at = SWIVELS[piece.form], piece.position_m
        case _:
            return None
    return f"{name} at {at * 100:.6g} cm"
