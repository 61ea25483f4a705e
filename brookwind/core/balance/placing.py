"""Pieces put on the line where a pattern wants them, moved clear of knots, fixed pieces and one another."""

from __future__ import annotations

from collections.abc import Sequence
from typing import NamedTuple

from brookwind.core.balance.arrange import Grain, Placed
from brookwind.core.errors import Infeasible
from brookwind.core.figures import length
from brookwind.core.gravity import sphere_diameter_m
from brookwind.core.rest.handles import LEAST_GAP_M
from brookwind.core.rig.components import LineSection, Shot, Swivel, Weight
from brookwind.core.rig.document import Rig, of_kind


class Taken(NamedTuple):
    """A stretch of line that is occupied. [m]"""

    low_m: float
    high_m: float


def taken_stretches(rig: Rig) -> list[Taken]:
    """What a shot may not sit on: knots, swivels and the pieces already there, from the hook up.

    rig: the rig without the pieces to be placed.
    """
    stretches = [
        Taken(s.lower_m - LEAST_GAP_M, s.lower_m + LEAST_GAP_M) for s in of_kind(rig, LineSection) if s.lower_m > 0.0
    ]
    stretches += [Taken(s.position_m - LEAST_GAP_M, s.position_m + LEAST_GAP_M) for s in of_kind(rig, Swivel)]
    for c in rig.components:
        if isinstance(c, Shot) or (isinstance(c, Weight) and not c.runs and c.link is None and c.position_m > 0.0):
            half = 0.5 * sphere_diameter_m(c.mass_kg, c.density_kg_m3)
            stretches.append(Taken(c.position_m - half, c.position_m + half))
    return sorted(stretches)


def clear_of_others(grains: Sequence[Grain], placed: Placed, stretches: Sequence[Taken]) -> Placed:
    """The pieces moved up, no further than needed, so that none lies on another or on what is there.

    grains: the pieces, in the order of `placed`.
    placed: role and position wanted. [m]
    stretches: what is occupied, from the hook up.
    """
    order = sorted(range(len(placed)), key=lambda i: (placed[i][1], -i))
    done = list(placed)
    edge = 0.0
    for i in order:
        role, wanted = placed[i]
        half = 0.5 * grains[i].across_m
        at = max(wanted, edge + half)
        for low, high in stretches:
            if at + half > low + 1e-9 and at - half < high - 1e-9:
                at = high + half
        done[i], edge = (role, at), at + half - 1e-12
    return done


def check_room(placed: Placed, setting_m: float) -> None:
    """Refuse pieces that reach into the float.

    placed: role and position of each. [m]
    setting_m: distance from float or stop to hook. [m]
    Raises: Infeasible.
    """
    top = max(position for _, position in placed)
    if top > setting_m - LEAST_GAP_M:
        raise Infeasible.one(
            "no-room",
            "The shot would reach {top} up a line that is {line} long below the float.",
            "Take a smaller float, fewer pieces, or fish deeper.",
            ("components",),
            {"top": length(top), "line": length(setting_m)},
        )
