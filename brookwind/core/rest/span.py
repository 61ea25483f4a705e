"""The stretch of line that shot may sit on. Every length is an editable default without a source."""

from __future__ import annotations

from typing import NamedTuple

from brookwind.core.gravity import sphere_diameter_m
from brookwind.core.rig.components import Hook, Shot, Weight
from brookwind.core.rig.document import Rig, of_kind
from brookwind.core.rig.families import layout_of
from brookwind.core.rig.threading import hooklength_join_m

LEAST_ABOVE_HOOK_M = 0.04
"""Shot keeps so far over the hook. [m] Editable default."""
CLEAR_OF_KNOT_M = 0.03
"""Shot keeps so far over a knot. [m] Editable default."""
CLEAR_OF_FLOAT_M = 0.12
"""Shot keeps so far below the float. [m] Editable default."""
ABOVE_LEADER_M = 0.4
"""Shot that belongs above the leader sits within this of its knot."""
CLEAR_OF_HEAVY_M = 0.001
"""Shot keeps so far below a heavy weight. [m] Editable default."""


BULK_SHARE_OF_SETTING = 1.0 / 3.0
"""How far up a bulk goes, as a share of the line below the float. Editable default."""
BULK_HIGHEST_M = 1.0
"""The highest a bulk is put over the hook. [m] Editable default."""
SHALLOW_M = 1.0
"""With no more line below the float a bulk sits right on the hooklength's knot. [m] Editable default."""
ON_KNOT_M = 0.002
"""There it keeps so far over the knot. [m] Editable default."""


class Span(NamedTuple):
    """The stretch of line weights may sit on, positions from the hook. [m]"""

    low_m: float
    high_m: float
    bulk_m: float
    """The lowest piece of a bulk."""

    def at(self, share: float) -> float:
        """Position a share of the way up. [m]

        share: 0 lowest to 1 highest.
        """
        return self.low_m + share * (self.high_m - self.low_m)


def bulk_at_m(rig: Rig, low_m: float, high_m: float, share: float | None = None) -> float:
    """Lowest piece of a bulk: a third of the way up, at most a metre; as far up as is asked. [m]

    rig: the rig.
    low_m: the lowest it may sit. [m]
    high_m: the highest. [m]
    share: how far up, as a share of the line below the float. [0 to 1]
    """
    if share is None:
        return min(max(BULK_SHARE_OF_SETTING * high_m, low_m), BULK_HIGHEST_M, high_m)
    return min(max(share * rig.setting_m, low_m), high_m)


def span_of(rig: Rig, on_hooklength: bool = False, bulk_share: float | None = None) -> Span:
    """The stretch of line that free shot may sit on, from its family. [m]

    Clear of the hooklength's knot and of the float, under an olivette or a stack; on the leader where the float slides
    down to the swivel; close above the leader where it slides down to the shot.

    rig: the rig, with its heavy pieces on.
    on_hooklength: shot may also sit on the hooklength.
    bulk_share: where a bulk is wanted, as a share of the line below the float. [0 to 1]
    """
    layout, join, setting = layout_of(rig), hooklength_join_m(rig), rig.setting_m
    upper_hook = max(h.position_m for h in of_kind(rig, Hook))
    if layout.shot_on == "leader":
        low, high = min(LEAST_ABOVE_HOOK_M * 2.0, 0.3 * join), 0.75 * join
        if upper_hook > 0.0:
            low, high = upper_hook + 0.2 * (join - upper_hook), upper_hook + 0.8 * (join - upper_hook)
        return Span(low, high, 0.5 * (low + high))
    low = max(join + CLEAR_OF_KNOT_M, upper_hook + LEAST_ABOVE_HOOK_M)
    if on_hooklength:
        low = upper_hook + 2.0 * LEAST_ABOVE_HOOK_M
    high = setting - min(CLEAR_OF_FLOAT_M, 0.2 * setting)
    if layout.shot_on == "above-leader":
        high = min(high, low + ABOVE_LEADER_M)
    heavy = lowest_heavy_m(rig)
    if heavy is not None:
        high = min(high, heavy - CLEAR_OF_HEAVY_M)
    if high <= low:
        # Too short for both rules: keep off the float, and share what is left.
        low = 0.5 * high
    if layout.bulk_on_knot and setting <= SHALLOW_M and bulk_share is None and join > upper_hook:
        return Span(low, high, min(join + ON_KNOT_M, high))
    return Span(low, high, bulk_at_m(rig, low, high, bulk_share))


def lowest_heavy_m(rig: Rig) -> float | None:
    """Lower edge of a stack or olivette fixed on the line, None when there is none. [m]

    rig: the rig.
    """
    fixed = [s for s in of_kind(rig, Shot) if s.role == "stack"]
    olivettes = [w for w in of_kind(rig, Weight) if w.shape == "olivette"]
    pieces: tuple[Shot | Weight, ...] = (*fixed, *olivettes)
    edges = [p.position_m - 0.5 * sphere_diameter_m(p.mass_kg, p.density_kg_m3) for p in pieces]
    return min(edges, default=None)
