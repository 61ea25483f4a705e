"""How much line above the hook free of shot lets the bait fall as the feed does."""

from __future__ import annotations

from functools import partial
from math import log

from brookwind.core.errors import NotUnderstood, OutOfRange
from brookwind.core.figures import Figure, Told, length
from brookwind.core.frozen import Frozen
from brookwind.core.matter.fluid import fluid_of
from brookwind.core.motion.feed import FEED, falls_at_m_s
from brookwind.core.rig.components import Shot
from brookwind.core.rig.document import Rig
from brookwind.core.rig.threading import is_free_shot
from brookwind.core.situation import Situation

BARE_M = (0.3, 0.6, 1.0)
"""Line above the hook that is kept free of shot, to choose from. [m] Editable defaults."""
STRETCH_M = (0.5, 0.1)
"""The bait is timed over this stretch above its place. [m]"""
ALIKE = 0.25
"""Speeds that differ by less than this share fall together. Editable default."""


class Matched(Frozen):
    """How the bait falls with so much line above it free of shot."""

    bare_m: float
    now: bool
    """It is as the rig is."""
    falls_m_s: float | None
    """Down, over the last half metre; None where the fall is not followed. [m/s]"""
    to_depth_s: float | None


class Matching(Frozen):
    """The feed, and what falls as it does."""

    feed: str
    sink_m_s: float
    ways: tuple[Matched, ...]
    nearest: int | None
    """Which of the ways."""
    says: Told


def matching(rig: Rig, feed_id: str, situation: Situation | None = None) -> Matching:
    """How much line above the hook free of shot lets the bait fall as the feed does.

    rig: the rig.
    feed_id: the feed.
    situation: its situation, where it is worked out already.
    Raises: NotUnderstood for feed that is not known; OutOfRange for feed that floats here, and without free shot.
    Source: the fall of each; the nearest by the ratio of speeds.
    """
    feed = FEED.get(feed_id)
    if feed is None:
        raise NotUnderstood.one(
            "feed", f"There is no feed {feed_id[:40]!r}.", f"Known are {', '.join(FEED)}.", ("feed",)
        )
    water = fluid_of(rig.water.temperature_c, rig.water.salinity)
    sink = falls_at_m_s(feed.mass_kg, feed.density_kg_m3, water, feed.length_m)
    if sink <= 0.0:
        raise OutOfRange.one("feed-floats", f"{feed.name.capitalize()} float here.", "Take another.", ("feed",))
    if not _below(rig):
        raise OutOfRange.one(
            "no-free-shot", "There is no shot on the line that could be spread otherwise.",
            "Put split shot on, or match by the hooklength.", ("components",),
        )  # fmt: skip
    situation = situation or Situation(rig)
    low = _below(rig)[0].position_m
    ways = [_falls(low, True, situation)]
    for bare in BARE_M:
        if low < bare < rig.setting_m - 0.1:
            ways.append(_falls(bare, False, situation.varied(partial(_bared, bare_m=bare))))
    known = [(abs(log(w.falls_m_s / sink)), k) for k, w in enumerate(ways) if w.falls_m_s]
    nearest = min(known)[1] if known else None
    return Matching(
        feed=feed.name, sink_m_s=sink, ways=tuple(ways), nearest=nearest,
        says=_says(feed.name, sink, ways, nearest),
    )  # fmt: skip


def _below(rig: Rig) -> list[Shot]:
    """Free shot on the line below the float, from the hook up."""
    free = [c for c in rig.components if isinstance(c, Shot) and is_free_shot(c) and c.position_m < rig.setting_m]
    return sorted(free, key=lambda s: s.position_m)


def _moved(rig: Rig, to: dict[str, float]) -> Rig:
    """Shot slid along the line, threading order kept."""
    moved = [c.model_copy(update={"position_m": to[c.id]}) if c.id in to else c for c in rig.components]
    shot = iter(sorted((c for c in moved if c.id in to), key=lambda c: -float(getattr(c, "position_m", 0.0) or 0.0)))
    return rig.model_copy(update={"components": tuple(next(shot) if c.id in to else c for c in moved)})


def _bared(rig: Rig, bare_m: float) -> Rig:
    """Shot nearer to the hook slid up, one above another."""
    low = [s for s in _below(rig) if s.position_m < bare_m]
    return _moved(rig, {s.id: bare_m + 0.004 * k for k, s in enumerate(low)})


def _falls(bare_m: float, now: bool, situation: Situation) -> Matched:
    fallen = situation.fallen
    if fallen is None or fallen.to_depth_s is None:
        return Matched(bare_m=bare_m, now=now, falls_m_s=None, to_depth_s=None)
    times = [f.time_s for f in fallen.frames]
    depths = [f.path[-1][1] for f in fallen.frames]
    far = min(STRETCH_M[0], 0.5 * fallen.depth_m)
    from_s, to_s = (_when(times, depths, fallen.depth_m - above) for above in (far, STRETCH_M[1]))
    falls = None if from_s is None or to_s is None or to_s <= from_s else (far - STRETCH_M[1]) / (to_s - from_s)
    return Matched(bare_m=bare_m, now=now, falls_m_s=falls, to_depth_s=fallen.to_depth_s)


def _when(times: list[float], depths: list[float], depth_m: float) -> float | None:
    """When a depth is first come to. [s]"""
    for k in range(1, len(depths)):
        if depths[k] >= depth_m > depths[k - 1]:
            share = (depth_m - depths[k - 1]) / (depths[k] - depths[k - 1])
            return times[k - 1] + share * (times[k] - times[k - 1])
    return None


def _says(feed: str, sink: float, ways: list[Matched], nearest: int | None) -> Told:
    now = ways[0].falls_m_s
    figures = {"sink": Figure(value=sink, quantity="sinking")}
    if nearest is None or now is None:
        return Told(says=f"{feed.capitalize()} sink at {{sink}}; how the bait falls is not known.", figures=figures)
    figures["now"] = Figure(value=now, quantity="sinking")
    if abs(log(now / sink)) < ALIKE:
        return Told(says=f"The bait falls its last half metre as {feed} do, at about {{sink}}.", figures=figures)
    says = f"{feed.capitalize()} sink at {{sink}}, the bait falls its last half metre at {{now}}"
    best = ways[nearest]
    if nearest == 0 or best.falls_m_s is None:
        return Told(says=f"{says}: no shot raised brings it nearer.", figures=figures)
    figures |= {"bare": length(best.bare_m), "near": Figure(value=best.falls_m_s, quantity="sinking")}
    return Told(says=f"{says}. With the last {{bare}} free of shot it falls at {{near}}.", figures=figures)
