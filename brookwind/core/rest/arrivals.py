"""What the float does as each weight arrives, as one is lifted off the bed or laid on it, and as it empties."""

from __future__ import annotations

from brookwind.core.errors import BrookwindError
from brookwind.core.floats.attitude import Pull, attitude
from brookwind.core.floats.types import FLOAT_TYPE
from brookwind.core.frozen import Frozen
from brookwind.core.gravity import lead_mass_kg
from brookwind.core.limits import FloatStatus
from brookwind.core.rest.hang import Item
from brookwind.core.rest.settle import Settled, settle
from brookwind.core.rig.components import Shot
from brookwind.core.rig.document import Rig


class Arrival(Frozen):
    """The float with so many of its weights hanging."""

    says: str
    carried_kg: float
    """As lead. [kg]"""
    status: FloatStatus
    lean_rad: float
    tip_m: float | None
    """None when it is under. [m]"""


def arrivals(settled: Settled) -> tuple[Arrival, ...]:
    """The float with nothing on it, then with each weight in turn from the float down, then with lift shot lifted.

    settled: the rig at rest.
    Weights alike that lie together are taken together. Source: `attitude` under each load.
    """
    hung = [i for i in settled.hanging.items if not i.above]
    elsewhere = settled.laid.on_bed | settled.laid.in_air
    carried = [i for i in hung if i.component.id not in elsewhere and i.weight_n != 0.0]
    steps = [_state(settled, "landed, nothing pulling yet", 0.0)]
    total = settled.laid.line_pull_n + sum(i.dry_n for i in hung if i.component.id in settled.laid.in_air)
    for says, pull in _groups(carried):
        total += pull
        steps.append(_state(settled, says, total))
    if settled.touching_n:
        # What just touches the bed is carried in part, and not by any one piece.
        steps.append(_state(settled, "with what just touches the bed", settled.pull_n))
    lying = [i for i in hung if i.component.id in settled.laid.on_bed and i.weight_n > 0.0]
    for i in lying:
        label = i.component.label or i.component.kind
        steps.append(_state(settled, f"a fish lifts the {label} off the bed", settled.pull_n + i.weight_n))
    for i in carried:
        if isinstance(i.component, Shot) and i.component.role == "lift":
            steps.append(
                _state(settled, f"the {i.component.label} comes to rest on the bed", settled.pull_n - i.weight_n)
            )
    return tuple(steps)


def _groups(items: list[Item]) -> list[tuple[str, float]]:
    """Neighbours of one name together: (words, pull)."""
    groups: list[tuple[str, int, float]] = []
    for i in sorted(items, key=lambda i: -i.position_m):
        name = i.component.label or i.component.kind
        if groups and groups[-1][0] == name:
            groups[-1] = (name, groups[-1][1] + 1, groups[-1][2] + i.weight_n)
        else:
            groups.append((name, 1, i.weight_n))
    return [(name if n == 1 else f"{n} × {name}", pull) for name, n, pull in groups]


def _state(settled: Settled, says: str, pull_n: float) -> Arrival:
    rest = attitude(settled.body, Pull(max(0.0, pull_n)), settled.water_kg_m3)
    carried = lead_mass_kg(pull_n, settled.water_kg_m3)
    if rest is None:
        return Arrival(says=says, carried_kg=carried, status="sinks", lean_rad=0.0, tip_m=None)
    return Arrival(
        says=says,
        carried_kg=carried,
        status="stands" if rest.stands else "lies",
        lean_rad=rest.lean_rad,
        tip_m=rest.tip_m,
    )


def fillings(rig: Rig) -> tuple[Arrival, ...]:
    """A float with a frame or a chamber, from full to empty: landed with nothing pulling, then with its rig hanging.

    rig: the rig.
    Empty for a float without either. Source: `settle` with the float filled so.
    """
    afloat = rig.float_piece
    kind = FLOAT_TYPE.get(afloat.spec.type)
    if kind is None or not (kind.feed_kg or kind.chamber):
        return ()
    share = "feed" if kind.feed_kg else "ballast"
    what = "feed" if kind.feed_kg else "water"
    found = []
    for name, filled in (("full", 1.0), ("half full", 0.5), ("empty", 0.0)):
        spec = afloat.spec.model_copy(update={share: filled})
        changed = afloat.model_copy(update={"spec": spec})
        others = tuple(changed if c.id == afloat.id else c for c in rig.components)
        try:
            s = settle(rig.replace_components(others))
        except BrookwindError:
            # Too much in it to float at all.
            found.append(Arrival(says=f"{name} of {what}", carried_kg=0.0, status="sinks", lean_rad=0.0, tip_m=None))
            continue
        if filled == 1.0:
            found.append(_state(s, f"landing, full of {what}, nothing pulling yet", 0.0))
        found.append(
            Arrival(
                says=f"{name} of {what}" if filled else "empty",
                carried_kg=lead_mass_kg(s.pull_n, s.water_kg_m3),
                status=s.status,
                lean_rad=s.lean_rad,
                tip_m=None if s.status == "sinks" else s.tip_m,
            )
        )
    return tuple(found)
