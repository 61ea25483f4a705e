"""From a plumbed spot to a sounding of the section."""

from __future__ import annotations

from datetime import datetime

from brookwind.core.errors import OutOfRange
from brookwind.core.survey.document import Sounding
from brookwind.core.survey.plumbing.infer import plumb
from brookwind.core.survey.plumbing.readings import Plumbing

_LEAST_HALF_M = 0.01
"""Nobody plumbs nearer than this. [m] Editable default."""


def sounding_from(spot: Plumbing, at: datetime | None = None) -> Sounding:
    """The sounding a plumbing amounts to, under the plumbing's own id so that keeping it again replaces it.

    spot: the spot with its readings.
    at: the moment its level is of; that of the last reading when left out.
    Raises: OutOfRange when nothing was read, or two readings disagree.
    """
    found = plumb(spot)
    if found.state in {"nothing", "clash", "beyond"}:
        raise OutOfRange.one(
            "plumbing-open",
            found.says.format(**found.figures) if found.figures else found.says,
            "Make that clear before keeping it as a sounding.",
            ("readings",),
        )
    times: list[datetime] = [r.at for r in spot.readings if r.at is not None]
    return Sounding(
        id=spot.id,
        distance_m=spot.distance_m,
        bearing_deg=spot.bearing_deg,
        depth_m=round(found.interval.depth_m, 3),
        half_m=round(max(_LEAST_HALF_M, found.interval.half_m), 3),
        level_m=spot.level_m,
        at=at or max(times, default=None),
        note=spot.note[:200],
    )
