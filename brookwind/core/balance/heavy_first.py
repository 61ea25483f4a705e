"""What carries most of the load and is chosen first: a waggler's locking shot, a slider's running lead."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any, NamedTuple, TypeAlias

from brookwind.core.balance.stock import LeadStock, ShotStock, Stock
from brookwind.core.balance.target import Target
from brookwind.core.gravity import sphere_diameter_m, submerged_weight_n
from brookwind.core.rig.components import Component, Shot, Weight
from brookwind.core.rig.document import Rig
from brookwind.core.rig.threading import free_id, hooklength_join_m, take_off, thread_on

LOCK_SHARE = (0.45, 0.8)
"""Least and most of the load that the locking pair takes. Editable default."""
LEAD_SHARE_LEAST = 0.6
"""Least of the load that a running lead takes. Editable default."""


class HeavyPiece(NamedTuple):
    """A compartment to take from and how many pieces: two locking shot, or one lead."""

    stock: ShotStock | LeadStock
    pieces: int

    @property
    def item(self) -> str:
        """Compartment."""
        return self.stock.item

    @property
    def label(self) -> str:
        """As an angler says it."""
        return self.stock.label


Heavy: TypeAlias = HeavyPiece | None


def _is_heavy(c: Component) -> bool:
    return (isinstance(c, Shot) and c.role == "lock") or (isinstance(c, Weight) and c.runs)


def strip_heavy(rig: Rig) -> Rig:
    """The rig without locking shot and running lead, where its family has them chosen.

    rig: the rig.
    """
    return take_off(rig, _is_heavy) if _wants(rig) else rig


def _wants(rig: Rig) -> str | None:
    return {"bottom-end-fixed": "lock", "in-line-sliding": "lead"}.get(rig.float_piece.mount)


def heavy_options(rig: Rig, stock: Stock, target: Target, hung_n: float) -> list[Heavy]:
    """The beginnings worth trying, or nothing to begin with.

    rig: the rig without them.
    stock: what the box holds.
    target: the wanted tip.
    hung_n: what hangs already. [N]
    """
    need = target.pull_n - hung_n

    def share(piece: HeavyPiece) -> float:
        s = piece.stock
        return piece.pieces * submerged_weight_n(s.mass_kg, s.density_kg_m3, target.water_kg_m3) / need

    wants = _wants(rig)
    if need <= 0.0 or wants is None:
        return [None]
    if wants == "lock":
        pairs = [HeavyPiece(s, 2) for s in stock.shot if s.count >= 2]
        fitting = [p for p in pairs if LOCK_SHARE[0] <= share(p) <= LOCK_SHARE[1]]
        return [*(fitting or _largest_below([p for p in pairs if share(p) <= LOCK_SHARE[1]], share))] or [None]
    leads = [HeavyPiece(s, 1) for s in stock.leads if s.count >= 1]
    fitting = [p for p in leads if LEAD_SHARE_LEAST <= share(p) <= 1.0]
    return [*(fitting or _largest_below([p for p in leads if share(p) <= 1.0], share))] or [None]


def _largest_below(pieces: list[HeavyPiece], share: Callable[[HeavyPiece], float]) -> list[HeavyPiece]:
    return [max(pieces, key=share)] if pieces else []


def with_heavy(rig: Rig, heavy: HeavyPiece) -> Rig:
    """The rig with locking shot either side of the float, or a lead running down to the swivel.

    rig: the rig without them.
    heavy: what to put on.
    """
    s = heavy.stock
    common: dict[str, Any] = {"item": s.item, "label": s.label, "mass_kg": s.mass_kg, "material": s.material}
    if isinstance(s, LeadStock):
        lead = Weight(
            id=free_id(rig, "lead"),
            **common,
            density_kg_m3=s.density_kg_m3,
            shape=s.shape,
            runs=True,
            position_m=hooklength_join_m(rig),
        )
        return _before_cushion(rig, lead)
    half = 0.5 * sphere_diameter_m(s.mass_kg, s.density_kg_m3)
    for above in (True, False):
        position = rig.setting_m + (half if above else -half)
        lock = Shot(id=free_id(rig, "lock"), **common, density_kg_m3=s.density_kg_m3, role="lock", position_m=position)
        rig = thread_on(rig, lock, above_float=above)
    return rig


def _before_cushion(rig: Rig, lead: Weight) -> Rig:
    """Thread a lead above the swivel, and above the bead that keeps it off the knot."""
    components = list(rig.components)
    swivel = next((i for i, c in enumerate(components) if c.kind == "swivel"), None)
    if swivel is None:
        return thread_on(rig, lead)
    at = swivel
    while components[at - 1].kind == "bead":
        at -= 1
    components.insert(max(at, next(i for i, c in enumerate(components) if c.kind == "float") + 1), lead)
    return rig.replace_components(tuple(components))
