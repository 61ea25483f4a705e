"""What the log teaches the models: the true capacity of floats whose tips were noted at the water."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Iterable, Mapping
from datetime import datetime
from math import hypot
from typing import NamedTuple

from brookwind.core.box.stock import FloatStock
from brookwind.core.errors import BrookwindError
from brookwind.core.figures import NINE_IN_TEN, Told, load
from brookwind.core.floats.tube import fit_tube
from brookwind.core.floats.tube_readings import TubeReading, TubeTest
from brookwind.core.frozen import Frozen
from brookwind.core.gravity import lead_mass_kg
from brookwind.core.rest.settle import settle
from brookwind.core.rig.document import Rig

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
        there = one.rig.water
        if water is None:
            water = TubeTest(temperature_c=there.temperature_c, salinity=there.salinity)
        reading = _reading(one) if abs(water.salinity - there.salinity) < _SAME_SALT else None
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
