"""From a sounder's many echoes to soundings worth keeping."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np

from brookwind.core.survey.document import Place, Sounding
from brookwind.core.survey.place import seen_from
from brookwind.core.survey.plumbing.likelihood import NINE_IN_TEN
from brookwind.formats.nmea import Echo

CELL_M = 1.0
"""Echoes within this distance are one sounding. [m] Editable default."""
MOST = 400
"""Soundings taken from a log at most."""
_CONE_DOUBT = 0.03
"""Half width of a single echo as a share of its depth: a wide beam answers from the nearest part of the bed. Editable
default."""
_LEAST_HALF_M = 0.05
"""A sounder is no surer than this. [m] Editable default."""


def soundings_from(
    echoes: Sequence[Echo], place: Place, level_m: float, distance_m: float, bearing_deg: float
) -> tuple[Sounding, ...]:
    """Soundings from echoes: one for every metre passed over, at the middle depth of those there.

    echoes: as the sounder gave them.
    place: the swim.
    level_m: level of the water over the datum at the time. [m]
    distance_m: where the sounder was, for echoes that do not say. [m]
    bearing_deg: likewise. [degrees]
    Echoes more than 300 m from the swim are of other water and left out.
    """
    cells: dict[tuple[int, int], list[tuple[Echo, float, float]]] = {}
    for echo in echoes:
        at, bearing = distance_m, bearing_deg
        if echo.latitude_deg is not None and echo.longitude_deg is not None:
            at, bearing = seen_from(place, echo.latitude_deg, echo.longitude_deg)
        if at > 300.0:
            continue
        turn = np.radians(bearing)
        key = (round(at * float(np.sin(turn)) / CELL_M), round(at * float(np.cos(turn)) / CELL_M))
        cells.setdefault(key, []).append((echo, at, bearing))
    groups = list(cells.values())
    thinned = groups[:: max(1, -(-len(groups) // MOST))]
    return tuple(_one(group, level_m, i) for i, group in enumerate(thinned, start=1))


def _one(group: list[tuple[Echo, float, float]], level_m: float, number: int) -> Sounding:
    depths = np.array([e.depth_m for e, _, _ in group])
    middle = float(np.median(depths))
    spread = NINE_IN_TEN * float(depths.std())
    last = group[-1][0]
    return Sounding(
        id=f"echo-{number}" if last.at is None else f"echo-{last.at:%y%m%d-%H%M%S}-{number}",
        distance_m=round(float(np.mean([d for _, d, _ in group])), 2),
        bearing_deg=round(float(group[len(group) // 2][2]), 1),
        depth_m=round(middle, 3),
        half_m=round(max(_LEAST_HALF_M, _CONE_DOUBT * middle, spread), 3),
        level_m=level_m,
        at=last.at,
        source="sounder",
    )
