"""Another family for a rig: what can be kept is kept, what cannot is named."""

from __future__ import annotations

from typing import Any, TypeVar

from brookwind.core.floats.body import float_body, is_usual_tip
from brookwind.core.floats.types import FLOAT_TYPE
from brookwind.core.frozen import Frozen
from brookwind.core.rig.book import SHIPPED, Book, found
from brookwind.core.rig.components import Bait, Component, Hook, LineSection, Piece, Shot, Stop, Swivel, Weight
from brookwind.core.rig.document import Aim, Conditions, Rig, of_kind
from brookwind.core.rig.families import FAMILY, USUAL_ROD_M, Start, hangs_at_m, new_rig
from brookwind.core.rig.family import Family
from brookwind.core.rig.habits import Habits
from brookwind.core.rig.hooks import HOOK_SIZE
from brookwind.core.rig.threading import each

SELF_LOADED_SHARE = 0.5
"""A float with more of its load built in than this can be fished without shot. Editable default."""


class Switched(Frozen):
    """The rig as another family, and what was kept and dropped, in words."""

    rig: Rig
    kept: tuple[str, ...]
    dropped: tuple[str, ...]


def suits_float(family: Family, float_type: str) -> bool:
    """True when a float of the type can be put on a rig of the family.

    family: the family.
    float_type: id of the type.
    """
    kind = FLOAT_TYPE.get(float_type)
    if kind is None or family.mount not in kind.mounts:
        return False
    usual = FLOAT_TYPE[family.float_type]
    if family.layout.fill:
        return kind.id == usual.id
    # Balloons and bubbles are for their own families, and a rig without shot needs a float that carries its load.
    if kind.chamber or kind.widest_m > 0.2:
        return False
    return family.patterns[0] != "none" or kind.built_in_share >= SELF_LOADED_SHARE


def switch(rig: Rig, family_id: str, habits: Habits | None = None, book: Book = SHIPPED) -> Switched:
    """The rig as a rig of another family, without its weights.

    Fish, water, hook, bait, lines, stop and notes are kept; float, aim and tackle where the new family can hold them.

    rig: the rig.
    family_id: the new family.
    habits: how the angler ties, for what is new.
    book: fish, baits and hooks.
    Raises: NotUnderstood for an unknown family; OutOfRange when it cannot be fished in the rig's water.
    """
    family = found(FAMILY, family_id, "family", "family")
    keeps_float = suits_float(family, rig.float_piece.spec.type)
    aim = _aim(rig, family)
    conditions, tackle_dropped = _conditions(rig, family)
    hook = _lowest(rig)
    fish = rig.species if rig.species in book.species else None
    start = Start(
        species=fish, hook=hook.size if hook.size in HOOK_SIZE else None, spec=rig.float_piece.spec if keeps_float else
        None, aim=aim, conditions=conditions, habits=habits or Habits(), book=book,
    )  # fmt: skip
    fresh = new_rig(family_id, rig.water, rig.id, rig.name, start)
    kept: list[str] = ["water", "fish", "hook", "bait", "lines"]
    dropped: list[str] = list(tackle_dropped)
    (kept if keeps_float else dropped).append(f"float ({rig.float_piece.label or rig.float_piece.spec.type})")
    (kept if aim else dropped).append("where the bait hangs")
    components = _carry_over(rig, fresh.components, dropped)
    weights = _weights(rig)
    if weights:
        dropped.append(f"{weights}: to be chosen anew")
    if aim is not None and not keeps_float and is_usual_tip(aim.tip_m, rig.float_piece.spec):
        # A tip that was only the old float's habit becomes the new one's.
        tip = float_body(fresh.float_piece.spec).usual_tip_m
        fresh = fresh.model_copy(update={"aim": aim.model_copy(update={"tip_m": tip})})
    new = fresh.replace_components(components, notes=rig.notes, species=rig.species)
    if keeps_float and rig.float_piece.item:
        new = each(new, lambda c: c.model_copy(update={"item": rig.float_piece.item}) if c.kind == "float" else c)
    return Switched(rig=new, kept=tuple(kept), dropped=tuple(dict.fromkeys(dropped)))


def _aim(rig: Rig, family: Family) -> Aim | None:
    """The rig's aim where the family can hold it."""
    if family.laid is not None or rig.aim.bait_m < 0.0:
        return None
    if family.deepest_m is not None:
        return rig.aim if hangs_at_m(rig.aim, rig.water.depth_m) <= family.deepest_m else None
    return rig.aim


def _conditions(rig: Rig, family: Family) -> tuple[Conditions, list[str]]:
    old, low, high = rig.conditions, *family.distance_m
    change: dict[str, Any] = {"dragging": family.dragging}
    dropped = []
    if old.tackle not in family.tackle:
        tackle = family.tackle[0]
        change |= {"tackle": tackle, "rod_m": USUAL_ROD_M[tackle]}
        dropped.append(f"{old.tackle}: it is for a {tackle}")
    if not low <= old.distance_m <= high:
        change["distance_m"] = min(high, max(low, old.distance_m))
        dropped.append("distance: brought into what the family reaches")
    return old.model_copy(update=change), dropped


def _lowest(rig: Rig) -> Hook:
    return next(h for h in of_kind(rig, Hook) if h.position_m == 0.0)


PieceT = TypeVar("PieceT", bound=Piece)


def _copied(new: PieceT, old: Piece | None, *fields: str) -> PieceT:
    """The new piece with some fields of the old one."""
    return new if old is None else new.model_copy(update={f: getattr(old, f) for f in fields})


_LINE = ("label", "item", "material", "diameter_m", "density_kg_m3", "strength_n", "greased")
_HOOK = ("label", "item", "size", "pattern", "barb", "mass_kg", "density_kg_m3")
_BAIT = ("label", "item", "mass_kg", "density_kg_m3")


def _carry_over(rig: Rig, fresh: tuple[Component, ...], dropped: list[str]) -> tuple[Component, ...]:
    lines = {s.role: s for s in of_kind(rig, LineSection)}
    hooks = sorted(of_kind(rig, Hook), key=lambda h: h.position_m)
    baits = [next((b for b in of_kind(rig, Bait) if b.hook == h.id), None) for h in hooks]
    new_hooks = sorted((c for c in fresh if isinstance(c, Hook)), key=lambda h: h.position_m)
    if len(hooks) > len(new_hooks):
        dropped.append("the second hook and its bait")
    rank = {h.id: min(i, len(hooks) - 1) for i, h in enumerate(new_hooks)}
    swivel = next(iter(of_kind(rig, Swivel)), None)
    out: list[Component] = []
    for c in fresh:
        if isinstance(c, LineSection):
            out.append(_copied(c, lines.get(c.role), *_LINE))
        elif isinstance(c, Hook):
            out.append(_copied(c, hooks[rank[c.id]], *_HOOK))
        elif isinstance(c, Bait):
            out.append(_copied(c, baits[rank[c.hook]], *_BAIT))
        elif isinstance(c, Stop) and rig.stop and c.id == "stop":
            out.append(_copied(c, rig.stop, "label", "item", "material", "diameter_m"))
        elif isinstance(c, Swivel):
            out.append(_copied(c, swivel, "label", "item", "mass_kg", "density_kg_m3"))
        else:
            out.append(c)
    if not any(isinstance(c, Stop) and c.id == "stop" for c in fresh) and rig.stop:
        dropped.append("the stop and what belongs to a sliding float")
    without_bait = {h.id for h, b in zip(hooks, baits, strict=True) if b is None}
    if without_bait:
        out = [c for c in out if not (isinstance(c, Bait) and hooks[rank[c.hook]].id in without_bait)]
    return tuple(out)


def _weights(rig: Rig) -> str:
    shot, heavy = len(of_kind(rig, Shot)), len([w for w in of_kind(rig, Weight) if w.shape != "jig"])
    words = [f"{shot} shot" if shot else "", f"{heavy} larger weight{'s' if heavy > 1 else ''}" if heavy else ""]
    return " and ".join(w for w in words if w)
