"""What hangs below a float in still water: where every piece is, and what the bed carries."""

from __future__ import annotations

from dataclasses import dataclass, field
from functools import cached_property
from itertools import pairwise
from math import pi

from brookwind.core.gravity import G_M_S2, submerged_weight_n
from brookwind.core.rig.components import Bead, Component, LineSection, Shot, Stop
from brookwind.core.rig.document import Rig, of_kind


@dataclass(frozen=True)
class Item:
    """A piece that may hang on the float. `above` pieces sit over the attachment and never do."""

    component: Component
    position_m: float
    link_m: float
    weight_n: float
    above: bool = False
    dry_n: float = 0.0
    """What it weighs on the float's top while that stands out of the water: a bead below the stop. [N]"""


@dataclass(frozen=True)
class Hanging:
    """Items in threading order, the weight of the line per metre, and the length it hangs on."""

    items: tuple[Item, ...]
    line: tuple[tuple[float, float], ...]
    """(lower end, weight per metre) of each section, from the rod down. [m, N/m]"""
    setting_m: float
    stop_above_m: float
    """Beads between stop and float: by so much the stop sits above the point of the float they rest on. [m]"""

    @cached_property
    def stretches(self) -> tuple[tuple[float, float, float], ...]:
        """(upper end, lower end, pull of everything at or below the lower end) of the line between pieces. [m, m, N]

        From the stop down. They are the same however deep the float sits, so they are reckoned once.
        """
        hung = [i for i in self.items if not i.above]
        places = sorted({self.setting_m, 0.0, *(i.position_m for i in hung)})
        total, last, below = 0.0, 0.0, []
        for place in places:
            total += line_weight_between_n(self, last, place)
            total += sum(i.weight_n for i in hung if i.position_m == place)
            below.append(total)
            last = place
        return tuple((high, low, n) for (low, high), n in zip(pairwise(places), below, strict=False))[::-1]


@dataclass
class Laid:
    """The line laid out for one height of its attachment: depths, and the pull on the float."""

    depth_m: dict[str, float] = field(default_factory=dict)
    pull_n: float = 0.0
    on_bed: set[str] = field(default_factory=set)
    in_air: set[str] = field(default_factory=set)
    bed_from_m: float = 0.0
    """Position from which the line rests on the bed, 0 when it does not reach it. [m]"""
    hook_depth_m: float = 0.0
    line_pull_n: float = 0.0
    line_in_water_m: float = 0.0
    path: list[tuple[float, float]] = field(default_factory=list)
    """(position, depth) along the line from the attachment down. [m]"""


def hanging(rig: Rig, water_kg_m3: float) -> Hanging:
    """Gather what hangs on the float of a rig.

    rig: the rig.
    water_kg_m3: density of the water. [kg/m3]
    Beads without a position slide down to the piece threaded below them, or rest on the float under its stop.
    """
    setting = rig.setting_m
    at = {c.id: i for i, c in enumerate(rig.components)}
    float_at = at[rig.float_piece.id]
    items = []
    for i, c in enumerate(rig.components):
        mass, density = getattr(c, "mass_kg", None), getattr(c, "density_kg_m3", None)
        if mass is None or density is None or isinstance(c, Stop):
            continue
        link = getattr(c, "link", None)
        items.append(
            Item(
                component=c,
                position_m=min(resting_position_m(rig.components, i, setting), setting),
                link_m=link.length_m if link else 0.0,
                weight_n=submerged_weight_n(mass, density, water_kg_m3),
                dry_n=mass * G_M_S2 if i < float_at and isinstance(c, Bead) and c.position_m is None else 0.0,
                above=i < float_at and not (isinstance(c, Bead) or (isinstance(c, Shot) and c.role == "lock")),
            )
        )
    sections = tuple((s.lower_m, line_weight_n_m(s, water_kg_m3)) for s in of_kind(rig, LineSection))
    return Hanging(tuple(items), sections, setting, stop_above_m(rig.components))


def stop_above_m(components: tuple[Component, ...]) -> float:
    """By how much beads between the stop and the float hold the stop above it. [m]

    components: in threading order.
    """
    above = components[: next(i for i, c in enumerate(components) if c.kind == "float")]
    return sum(c.length_m for c in above if isinstance(c, Bead) and c.position_m is None)


def resting_position_m(components: tuple[Component, ...], index: int, setting_m: float) -> float:
    """Where a component is along the line: its own position, or that of what it slides down to or hangs on. [m]

    components: in threading order.
    index: which one. [0 to n - 1]
    setting_m: distance from stop or float to hook. [m]
    """
    c = components[index]
    position = getattr(c, "position_m", None)
    if position is not None:
        return float(position)
    if c.kind == "bait":
        return next((h.position_m for h in components if h.kind == "hook" and h.id == c.hook), 0.0)
    for below in components[index + 1 :]:
        if below.kind == "float":
            return setting_m
        lower = getattr(below, "position_m", None)
        if lower is not None:
            return float(lower)
    return 0.0


def line_weight_n_m(section: LineSection, water_kg_m3: float) -> float:
    """Submerged weight of a metre of line. [N/m]

    w = pi d^2 / 4 * rho g (1 - rho_water / rho)

    section: the line.
    water_kg_m3: density of the water. [kg/m3]
    Source: Archimedes' principle on a round line.
    """
    area = pi * section.diameter_m**2 / 4.0
    return submerged_weight_n(area * section.density_kg_m3, section.density_kg_m3, water_kg_m3)


def line_weight_between_n(hanging: Hanging, low_m: float, high_m: float) -> float:
    """Submerged weight of the line between two positions. [N]

    hanging: what hangs.
    low_m: position nearer the hook. [m]
    high_m: position nearer the rod. [m]
    """
    total, upper = 0.0, float("inf")
    for lower, per_m in hanging.line:
        total += per_m * max(0.0, min(upper, high_m) - max(lower, low_m))
        upper = lower
    return total


def lay_out(hanging: Hanging, attachment_m: float, depth_m: float) -> Laid:
    """Lay the line straight down from its attachment, still water, with whatever rests on the bed left there.

    A stretch hangs when what is below it pulls down, and stands up from its lower end when what is below it floats:
    its depth changes by +length or -length. At the bed, what still pulls down comes to rest.

    hanging: what hangs.
    attachment_m: depth of the stop or attachment; negative above the surface. [m]
    depth_m: depth of the water. [m]
    Source: equilibrium of a perfectly flexible line under vertical forces.
    """
    laid = Laid(path=[(hanging.setting_m, attachment_m)])
    depth, resting_from = attachment_m, 0.0
    resting = False
    for high, low, below in hanging.stretches:
        step = high - low if below >= 0.0 else low - high
        if depth + step > depth_m:
            if not resting:
                resting, resting_from = True, high - max(0.0, depth_m - depth)
                laid.path.append((resting_from, depth_m))
            depth = depth_m
        else:
            # What floats rises no further than the surface.
            depth = max(depth + step, 0.0) if step < 0.0 else depth + step
        laid.path.append((low, depth))
    laid.hook_depth_m, laid.bed_from_m = depth, resting_from
    _share_out(hanging, laid, depth_m, resting)
    return laid


def depth_at_m(laid: Laid, position_m: float) -> float:
    """Depth of a position on a laid-out line. [m]

    laid: the line laid out.
    position_m: distance from the hook along the line. [m]
    """
    for (s1, d1), (s0, d0) in pairwise(laid.path):
        if s0 <= position_m <= s1:
            return d0 if s1 == s0 else d0 + (d1 - d0) * (position_m - s0) / (s1 - s0)
    return laid.path[0][1] if position_m > laid.path[0][0] else laid.path[-1][1]


def _share_out(hanging: Hanging, laid: Laid, depth_m: float, resting: bool) -> None:
    # Pieces sit where the stretches end; what sits above the float may not.
    ends = dict(laid.path)
    for item in hanging.items:
        at = ends.get(item.position_m)
        own = (depth_at_m(laid, item.position_m) if at is None else at) + item.link_m
        laid.depth_m[item.component.id] = min(own, depth_m)
        if item.above:
            continue
        on_the_line = resting and item.position_m < laid.bed_from_m - 1e-12
        if on_the_line or (own > depth_m and item.weight_n > 0.0):
            laid.on_bed.add(item.component.id)
        elif own < 0.0:
            laid.in_air.add(item.component.id)
            laid.pull_n += item.dry_n
        else:
            laid.pull_n += item.weight_n
    start = laid.path[0][1]
    wet_to = hanging.setting_m + min(0.0, start)
    laid.line_in_water_m = max(0.0, wet_to - laid.bed_from_m)
    laid.line_pull_n = line_weight_between_n(hanging, laid.bed_from_m, wet_to)
    laid.pull_n += laid.line_pull_n
