"""What the log teaches: the true capacity of floats whose tips were noted, how rods throw whose casts were."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Iterable, Mapping
from datetime import datetime
from math import hypot
from typing import NamedTuple

from brookwind.core.box.rods import CastReading, RodStock
from brookwind.core.box.stock import FloatStock
from brookwind.core.errors import BrookwindError
from brookwind.core.figures import NINE_IN_TEN, Figure, Told, load
from brookwind.core.floats.tube import fit_tube
from brookwind.core.floats.tube_readings import TubeReading, TubeTest
from brookwind.core.frozen import Frozen
from brookwind.core.gravity import lead_mass_kg
from brookwind.core.rest.settle import settle
from brookwind.core.rig.document import Rig, RodThrows
from brookwind.core.run.casting import thrown_of
from brookwind.core.run.rod_test import cast_test, reach_in_m

LEAST_NOTED = 2
"""A tip noted once may be a slip. Editable default."""
STILL_M_S = 0.15
"""In more current than this the line's pull moves the tip as well. [m/s] Editable default."""
AT_WATER = 0.03
"""Standard error of a load at the water, as a share: shot and bait as they are, the same each time the rig is on, and a
tip seen from where one stands. Editable default."""
_SAME_SALT = 2.0
"""Waters whose salinities differ by less are one. [g/kg]"""


class SeenTip(NamedTuple):
    """A tip noted at the water, and the rig that was on."""

    at: datetime
    tip_m: float
    rig: Rig


class SeenCast(NamedTuple):
    """A cast whose distance was noted, and the rig that was on."""

    at: datetime
    reach_m: float
    rig: Rig


class FloatLearnt(Frozen):
    """A float that carries another load than its label says, by what was seen at the water."""

    item: str
    """Its compartment in the box."""
    says: Told
    why: Told
    stock: FloatStock
    """The compartment with what was seen among the readings of its tube test, and their fit in use."""


def learnt_floats(seen: Iterable[SeenTip], box: Mapping[str, FloatStock]) -> tuple[FloatLearnt, ...]:
    """Floats of the box whose noted tips say that they carry more or less than they are taken for.

    seen: tips noted in still water, in any order.
    box: the floats of the box by compartment.
    Source: what the rig's other parts pull is the load of a tube test (`fit_tube`).
    """
    of: dict[str, list[SeenTip]] = defaultdict(list)
    for one in seen:
        item = one.rig.float_piece.item
        if item is not None and item in box:
            of[item].append(one)
    found = (_learnt(box[item], noted) for item, noted in sorted(of.items()))
    return tuple(f for f in found if f is not None)


def _learnt(stock: FloatStock, noted: list[SeenTip]) -> FloatLearnt | None:
    had = stock.tube or TubeTest()
    known = {r.at for r in had.readings}
    new = sorted((n for n in noted if n.at not in known), key=lambda n: n.at)
    water = had if had.readings else None
    readings = []
    for one in new:
        fished = one.rig.water
        if water is None:
            water = TubeTest(temperature_c=fished.temperature_c, salinity=fished.salinity)
        reading = _reading(one) if abs(fished.salinity - water.salinity) < _SAME_SALT else None
        readings += [reading] if reading else []
    if len(readings) < LEAST_NOTED or water is None:
        return None
    test = water.model_copy(update={"readings": (*had.readings, *readings)})
    try:
        fit = fit_tube(stock.spec, test)
        before = fit_tube(stock.spec, had).capacity_kg if had.readings and stock.spec.calibration else fit.label_kg
    except BrookwindError:
        # Readings that contradict each other teach nothing.
        return None
    # A tube's own error is that of weighed loads and of a rule held to the float.
    sigma = hypot(fit.calibration.capacity_sigma_kg, AT_WATER * fit.capacity_kg)
    low, high = fit.capacity_kg - NINE_IN_TEN * sigma, fit.capacity_kg + NINE_IN_TEN * sigma
    if low <= before <= high:
        return None
    more = fit.capacity_kg > before
    calibration = fit.calibration.model_copy(update={"capacity_sigma_kg": sigma})
    spec = stock.spec.model_copy(update={"calibration": calibration})
    return FloatLearnt(
        item=stock.item,
        says=Told(
            says=f"{stock.label} carries {{found}}, {'more' if more else 'less'} than the {{before}} it is taken for.",
            figures={"found": load(fit.capacity_kg), "before": load(before)},
        ),
        why=Told(
            says=f"By its tip as noted at the water {len(readings)} times; nine in ten it is {{low}} to {{high}}.",
            figures={"low": load(low), "high": load(high)},
        ),
        stock=stock.model_copy(update={"tube": test, "spec": spec}),
    )


def _reading(seen: SeenTip) -> TubeReading | None:
    """What hung on the float then, as a reading; None where something else held it as well, or moved it."""
    if seen.rig.conditions.current_m_s > STILL_M_S:
        return None
    try:
        rest = settle(seen.rig)
    except BrookwindError:
        return None
    if rest.status != "stands" or rest.touching_n > 0.0 or rest.rod_n != 0.0:
        return None
    return TubeReading(
        label="at the water", load_kg=lead_mass_kg(rest.pull_n, rest.water_kg_m3), tip_m=seen.tip_m, at=seen.at
    )


class RodLearnt(Frozen):
    """A rod that throws otherwise than it is taken to, by the casts noted at the water."""

    item: str
    """Its compartment in the box."""
    says: Told
    why: Told
    stock: RodStock
    """The compartment with those casts among the readings of its cast test, and what comes of them."""


def learnt_rods(seen: Iterable[SeenCast], box: Mapping[str, RodStock]) -> tuple[RodLearnt, ...]:
    """Rods of the box whose noted casts say that they throw further or less far than they are taken to.

    seen: casts, in any order; they are taken to be of all the rod has.
    box: the rods of the box by compartment.
    Source: `cast_test`, what was thrown by the rig that was on. Casts that fall short were not meant to go further:
    only the farther half of those with one mass counts.
    """
    of: dict[str, list[SeenCast]] = defaultdict(list)
    for one in seen:
        rod = one.rig.conditions.throws.rod
        if rod is not None and rod in box:
            of[rod].append(one)
    found = (_rod_learnt(box[item], noted) for item, noted in sorted(of.items()))
    return tuple(f for f in found if f is not None)


def _rod_learnt(stock: RodStock, noted: list[SeenCast]) -> RodLearnt | None:
    by_mass: dict[float, list[CastReading]] = defaultdict(list)
    for one in sorted(noted, key=lambda n: n.at):
        try:
            mass_kg, drag_m2 = thrown_of(one.rig)
        except BrookwindError:
            continue
        reading = CastReading(mass_kg=mass_kg, distance_m=one.reach_m, drag_m2=drag_m2, at=one.at)
        by_mass[round(mass_kg, 3)].append(reading)
    farther = (sorted(some, key=lambda r: -r.distance_m)[: (len(some) + 1) // 2] for some in by_mass.values())
    known = {c.at for c in stock.casts}
    best = [r for some in farther for r in some if r.at not in known]
    if len(best) < LEAST_NOTED:
        return None
    before = stock.throws or RodThrows()
    try:
        test = cast_test((*stock.casts, *best), stock.item)
    except BrookwindError:
        return None
    middle = best[len(best) // 2]
    now_m, then_m = (reach_in_m(rod, middle.mass_kg, middle.drag_m2 or 0.0) for rod in (test.throws, before))
    if abs(now_m / then_m - 1.0) <= NINE_IN_TEN * test.error:
        return None
    figures = {
        "mass": load(middle.mass_kg), "now": Figure(value=float(round(now_m)), quantity="distance"),
        "then": Figure(value=float(round(then_m)), quantity="distance"),
    }  # fmt: skip
    return RodLearnt(
        item=stock.item,
        says=Told(
            says=f"{stock.label} throws {{mass}} {{now}}, {'further' if now_m > then_m else 'less far'} than the "
            "{then} it is taken for.",
            figures=figures,
        ),
        why=Told(says=f"By {len(best)} casts noted at the water, the farther ones of each rig."),
        stock=stock.model_copy(update={"casts": (*stock.casts, *best), "throws": test.throws}),
    )
