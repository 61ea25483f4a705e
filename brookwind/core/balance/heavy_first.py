"""What carries most of the load and is chosen first: locking shot, a lead, a stack, an olivette."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from typing import Any, NamedTuple, TypeAlias

from brookwind.core.balance.target import Target
from brookwind.core.box.stock import LeadStock, ShotStock, Stock
from brookwind.core.gravity import sphere_diameter_m, submerged_weight_n
from brookwind.core.rest.span import BULK_HIGHEST_M, BULK_SHARE_OF_SETTING
from brookwind.core.rig.builds import WEAK_LINK_M
from brookwind.core.rig.components import Component, Link, Shot, Weight
from brookwind.core.rig.document import Rig
from brookwind.core.rig.families import layout_of
from brookwind.core.rig.family import Heavy as Kind
from brookwind.core.rig.threading import free_id, hooklength_join_m, take_off, thread_on

SHARES: dict[Kind, tuple[float, float]] = {
    "lock": (0.45, 0.8),
    "lead": (0.6, 1.0),
    "linked-lead": (0.6, 1.0),
    "stack": (0.6, 0.96),
    "olivette": (0.6, 0.9),
}
"""Least and most of the load that the heavy piece takes. Editable defaults."""
MOST_IN_STACK = 3
"""Weights in a slider's stack. Editable default."""
NEARLY_LOADED = 0.75
"""Two or three weights alike that are this share of the load nearly load a slider. Editable default."""
WEAK_LINK = 0.7
"""Its diameter over the leader's: with half the strength it breaks first. Editable default."""


class HeavyPiece(NamedTuple):
    """A compartment to take from and how many pieces."""

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


def is_heavy(c: Component) -> bool:
    """True for what carries most of a rig's load and is chosen first.

    c: a component.
    """
    if isinstance(c, Weight):
        return c.runs or c.link is not None or c.shape == "olivette"
    return isinstance(c, Shot) and c.role in {"lock", "stack"}


def keeps_heavy(rig: Rig, asked: bool) -> bool:
    """True when the heavy pieces stay: it was asked for, or the angler has fixed one.

    rig: the rig.
    asked: the wish.
    """
    return asked or any(is_heavy(c) and getattr(c, "fixed", False) for c in rig.components)


def strip_heavy(rig: Rig, layout_asks: bool = True) -> Rig:
    """The rig without its heavy pieces, where its family has them chosen.

    rig: the rig.
    layout_asks: false takes them off whatever the family.
    """
    return take_off(rig, is_heavy) if layout_of(rig).heavy or not layout_asks else rig


def with_jig(rig: Rig, jig: LeadStock) -> Rig:
    """The rig with another jig at its hook.

    rig: the rig.
    jig: the compartment it comes from.
    """
    bare = take_off(rig, is_jig)
    head = Weight(id=free_id(bare, "jig"), **jig.on_line, shape="jig", position_m=0.0)
    at = next(i for i, c in enumerate(bare.components) if c.kind == "hook" and c.position_m == 0.0)
    return bare.replace_components((*bare.components[:at], head, *bare.components[at:]))


def is_jig(c: Component) -> bool:
    """True for a jig that may be exchanged.

    c: a component.
    """
    return isinstance(c, Weight) and c.shape == "jig" and not c.fixed


def heavy_options(rig: Rig, stock: Stock, target: Target, hung_n: float, alone: bool) -> list[Heavy]:
    """The beginnings worth trying, or nothing to begin with.

    rig: the rig without them.
    stock: what the box holds.
    target: the wanted tip.
    hung_n: what hangs already. [N]
    alone: nothing is added to it.
    """
    need = target.pull_n - hung_n

    def share(piece: HeavyPiece) -> float:
        s = piece.stock
        return piece.pieces * submerged_weight_n(s.mass_kg, s.density_kg_m3, target.water_kg_m3) / need

    kind = layout_of(rig).heavy
    if need <= 0.0 or kind is None:
        return [None]
    held = _held(kind, stock)
    least, most = SHARES[kind]
    if alone:
        # One that shows less tip than wanted, and still counts as wanted, will do.
        most = max(most, (target.most_n - hung_n) / need)
    fitting = [p for p in held if least <= share(p) <= most]
    if kind == "stack" and any(p.pieces > 1 and share(p) >= NEARLY_LOADED for p in fitting):
        # A single ball only where no two or three alike are heavy enough.
        fitting = [p for p in fitting if p.pieces > 1]
    return [*(fitting or _largest_below([p for p in held if share(p) <= most], share))] or [None]


def _held(kind: Kind, stock: Stock) -> list[HeavyPiece]:
    if kind == "lock":
        return [HeavyPiece(s, 2) for s in stock.shot if s.count >= 2]
    if kind == "stack":
        round_ones: tuple[ShotStock | LeadStock, ...] = (
            *stock.shot,
            *(s for s in stock.leads if s.shape == "ball"),
        )
        return [
            HeavyPiece(s, n)
            for s in round_ones
            for n in range(1 if isinstance(s, LeadStock) else 2, MOST_IN_STACK + 1)
            if s.count >= n
        ]
    wanted = kind == "olivette"
    leads = [s for s in stock.leads if s.count >= 1 and s.shape != "jig"]
    return [HeavyPiece(s, 1) for s in leads if (s.shape == "olivette") == wanted]


def _largest_below(pieces: list[HeavyPiece], share: Callable[[HeavyPiece], float]) -> list[HeavyPiece]:
    return [max(pieces, key=share)] if pieces else []


def with_heavy(rig: Rig, heavy: HeavyPiece, share: float | None = None) -> Rig:
    """The rig with its heavy pieces where its family has them.

    rig: the rig without them.
    heavy: what to put on.
    share: where a stack or olivette is wanted, as a share of the line below the float. [0 to 1]
    """
    kind = layout_of(rig).heavy
    s = heavy.stock
    common = s.on_line
    if kind == "lock":
        return _locked(rig, common)
    if kind == "stack":
        return _stacked(rig, common, heavy.pieces, share)
    assert isinstance(s, LeadStock)
    if kind == "olivette":
        fixed = Weight(id=free_id(rig, "olivette"), **common, shape=s.shape, position_m=_heavy_at_m(rig, share))
        return thread_on(rig, fixed)
    lead = Weight(id=free_id(rig, "lead"), **common, shape=s.shape, runs=True, position_m=hooklength_join_m(rig))
    if kind == "linked-lead":
        leader = next(c for c in reversed(rig.components) if c.kind == "line")
        link = Link(length_m=WEAK_LINK_M, diameter_m=max(0.00003, WEAK_LINK * leader.diameter_m))
        return _after_swivel(rig, lead.model_copy(update={"runs": False, "link": link}))
    return _before_cushion(rig, lead)


def _heavy_at_m(rig: Rig, share: float | None) -> float:
    """Where a stack or olivette sits: a third of the way up, at most a metre, clear of the leader's knot. [m]"""
    low, wanted = hooklength_join_m(rig) + 0.1, min(BULK_SHARE_OF_SETTING * rig.setting_m, BULK_HIGHEST_M)
    if share is not None:
        wanted = share * rig.setting_m
    return min(max(low, wanted), max(0.7, share or 0.0) * rig.setting_m)


def _locked(rig: Rig, common: dict[str, Any]) -> Rig:
    return lock_at_float(rig, [common, common])


def lock_at_float(rig: Rig, pieces: Sequence[dict[str, Any]]) -> Rig:
    """The rig with locking shot on either side of its float, in turn above and below, largest next to it.

    rig: the rig; its float is fixed.
    pieces: fields of each shot, largest first.
    """
    edges = [rig.setting_m, rig.setting_m]
    for n, fields in enumerate(pieces):
        half = 0.5 * sphere_diameter_m(fields["mass_kg"], fields["density_kg_m3"])
        above = n % 2 == 0
        at = edges[0] + half if above else edges[1] - half
        edges[0 if above else 1] = at + half if above else at - half
        lock = Shot(id=free_id(rig, "lock"), **fields, role="lock", position_m=at)
        rig = thread_above_others(rig, lock) if above else thread_on(rig, lock)
    return rig


def thread_above_others(rig: Rig, lock: Shot) -> Rig:
    """The rig with one more lock above those already above its float.

    rig: the rig.
    lock: the new piece.
    """
    components = list(rig.components)
    at = next(i for i, c in enumerate(components) if c.kind == "float")
    while at > 0 and isinstance(components[at - 1], Shot):
        at -= 1
    components.insert(at, lock)
    return rig.replace_components(tuple(components))


def _stacked(rig: Rig, common: dict[str, Any], pieces: int, share: float | None) -> Rig:
    across, low = sphere_diameter_m(common["mass_kg"], common["density_kg_m3"]), _heavy_at_m(rig, share)
    for i in reversed(range(pieces)):
        at = low + (i + 0.5) * across
        rig = thread_on(rig, Shot(id=free_id(rig, "stack"), **common, role="stack", position_m=at))
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


def _after_swivel(rig: Rig, lead: Weight) -> Rig:
    components = list(rig.components)
    at = next((i for i, c in enumerate(components) if c.kind == "swivel"), None)
    if at is None:
        return thread_on(rig, lead)
    components.insert(at + 1, lead)
    return rig.replace_components(tuple(components))
