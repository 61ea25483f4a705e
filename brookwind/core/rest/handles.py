"""What may be slid along the line, how far, and what moves with it."""

from __future__ import annotations

from brookwind.core.frozen import Frozen
from brookwind.core.gravity import sphere_diameter_m
from brookwind.core.rest.stop import LEAST_SETTING_M, rides_with_float
from brookwind.core.rig.components import Component, LineSection, Shot
from brookwind.core.rig.document import Rig
from brookwind.core.rig.threading import hooklength_join_m

LEAST_GAP_M = 0.005
"""Shot is kept this far from knot, hook, swivel and float. [m] Editable default."""


class Handle(Frozen):
    """A piece, or pieces that move as one, and the positions `position_m` may take. [m]"""

    id: str
    name: str
    moves: tuple[str, ...]
    position_m: float
    range_m: tuple[float, float]


def handles(rig: Rig) -> tuple[Handle, ...]:
    """Every handle of a rig, from the rod down.

    A piece cannot pass its neighbours on the line, the hooklength's knot, the float or the hook. A bulk moves as one.

    rig: the rig.
    """
    riders = rides_with_float(rig)
    groups = groups_of(rig)
    placed = [(c.id in riders, p) for c in rig.components if (p := getattr(c, "position_m", None)) is not None]
    lowest_rider = min(p for rides, p in placed if rides)
    least = max([LEAST_SETTING_M, *(p + 2 * LEAST_GAP_M for rides, p in placed if not rides)])
    return (
        _float_handle(rig, riders, least + rig.setting_m - lowest_rider),
        *sorted(
            (
                *(_shot_handle(rig, g, i, groups, lowest_rider) for i, g in enumerate(groups)),
                *(_piece_handle(rig, c, lowest_rider) for c in rig.components if _slides(rig, c, riders)),
            ),
            key=lambda h: -h.position_m,
        ),
    )


def _slides(rig: Rig, c: Component, riders: tuple[str, ...]) -> bool:
    """A larger weight, a pegged bead, a buffer or a second hook may be slid like a shot; what is tied in a knot not."""
    if c.id in riders or c.kind not in {"weight", "bead", "stop", "hook"}:
        return False
    return bool(getattr(c, "position_m", None))


def _piece_handle(rig: Rig, piece: Component, lowest_rider: float) -> Handle:
    here: float = getattr(piece, "position_m", 0.0)
    others = [p for c in rig.components if c is not piece and (p := getattr(c, "position_m", None)) is not None]
    knot = hooklength_join_m(rig)
    low = max([0.0, *(p for p in (*others, knot) if p <= here)]) + LEAST_GAP_M
    high = min([lowest_rider, *(p for p in (*others, knot) if p >= here)]) - LEAST_GAP_M
    return Handle(
        id=piece.id,
        # A stop below the float is called what it is for: the setting's own handle is the stop.
        name="buffer" if piece.kind == "stop" else piece.label or piece.kind,
        moves=(piece.id,),
        position_m=here,
        range_m=(min(low, here), max(high, here)),
    )


def groups_of(rig: Rig) -> list[list[Shot]]:
    """Shot that does not ride with the float, from the float down; neighbouring shot of a bulk are one group.

    rig: the rig.
    """
    riders = set(rides_with_float(rig))
    groups: list[list[Shot]] = []
    last: Component | None = None
    for c in rig.components:
        if isinstance(c, Shot) and c.id not in riders:
            if groups and c.role == "bulk" and last is groups[-1][-1] and groups[-1][-1].role == "bulk":
                groups[-1].append(c)
            else:
                groups.append([c])
        last = c
    return groups


def _float_handle(rig: Rig, riders: tuple[str, ...], low: float) -> Handle:
    setting = rig.setting_m
    holder = rig.stop or rig.rests_on
    sliding = holder is not None
    return Handle(
        id=holder.id if holder else rig.float_piece.id,
        name="stop" if sliding else "float",
        moves=riders,
        position_m=setting,
        range_m=(min(low, setting), min(60.0, max(setting, 1.5 * rig.water.depth_m + 1.0))),
    )


def _half(shot: Shot) -> float:
    return 0.5 * sphere_diameter_m(shot.mass_kg, shot.density_kg_m3)


def _shot_handle(rig: Rig, group: list[Shot], index: int, groups: list[list[Shot]], lowest_rider: float) -> Handle:
    top, bottom = group[0], group[-1]
    low = LEAST_GAP_M + _half(bottom)
    high = lowest_rider - LEAST_GAP_M - _half(top)
    if index + 1 < len(groups):
        lower = groups[index + 1][0]
        low = max(low, lower.position_m + _half(lower) + _half(bottom))
    if index > 0:
        upper = groups[index - 1][-1]
        high = min(high, upper.position_m - _half(upper) - _half(top))
    for barrier in _barriers(rig):
        if barrier <= bottom.position_m:
            low = max(low, barrier + LEAST_GAP_M + _half(bottom))
        elif barrier >= top.position_m:
            high = min(high, barrier - LEAST_GAP_M - _half(top))
    # Positions are those of the lowest piece; where there is no room, it may stay where it is.
    high -= top.position_m - bottom.position_m
    here = bottom.position_m
    return Handle(
        id=bottom.id,
        name=_name(group),
        moves=tuple(s.id for s in group),
        position_m=here,
        range_m=(min(low, here), max(high, here)),
    )


def _barriers(rig: Rig) -> list[float]:
    """Positions that shot cannot be slid across: knots, swivels, larger weights."""
    fixed = [c.position_m for c in rig.components if c.kind in {"swivel", "weight"}]
    tied = hooklength_join_m(rig)
    return [*fixed, *([tied] if tied and any(isinstance(c, LineSection) for c in rig.components) else [])]


def _name(group: list[Shot]) -> str:
    if len(group) > 1:
        labels = dict.fromkeys(s.label for s in group)
        return "bulk of " + " and ".join(f"{sum(s.label == n for s in group)} × {n}" for n in labels)
    return f"{group[0].label} {group[0].role}".strip()
