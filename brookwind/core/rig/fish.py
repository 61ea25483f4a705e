"""What is known of a fish: where and when it feeds, what it takes and how, and what to mind."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Annotated, Literal

from pydantic import Field

from brookwind.core.frozen import Frozen, Sourced
from brookwind.core.limits import BaitHeight
from brookwind.core.rig.components import PieceId

Strike = Literal["at-once", "tighten", "wait", "self"]
Kind = Literal["still", "running", "sea"]
FedFor = Literal["steady", "bed", "not-fed"]
"""Fed for little by little; held over a bed of feed in still water; looked for, not fed."""
Ground = Literal["foot", "deep-flat", "crease", "weed", "top", "near-flat"]
"""Kinds of place on a section: foot and top of a shelf, flats, a crease, beside weed."""


class Lie(Frozen):
    """Where the bait should hang for it."""

    bait_from: Literal["bed", "surface"]
    bait_m: BaitHeight
    """Height off the bed, or depth below the surface. [m]"""


class Species(Sourced):
    """A fish. Every figure is an editable default without a source."""

    id: PieceId
    name: str = Field(min_length=1, max_length=60)
    says: str = Field(default="", max_length=400)
    usual: Lie
    cold: Lie
    """In water colder than it likes."""
    warm: Lie
    """In the upper third of what it likes, and warmer."""
    best_c: tuple[float, float]
    """Water temperature it feeds best in. [°C]"""
    least_c: float = Field(ge=-2, le=40)
    """Below this it hardly feeds. [°C]"""
    months: Annotated[str, Field(pattern=r"^[0-3]{12}$")]
    """How well it feeds in each month, January first: 0 hardly to 3 best. Northern half of the globe."""
    waters: tuple[Kind, ...]
    bait: PieceId
    baits: tuple[PieceId, ...]
    hook_size: int = Field(ge=-12, le=30)
    hooks: tuple[int, int]
    """Smallest and largest hook in use; -1 stands for 1/0."""
    line_n: tuple[float, float]
    """Breaking load of the hooklength in use, lightest and strongest. [N]"""
    pull_n: float = Field(gt=0, le=5)
    """The pull a wary fish of the kind still puts up with when it takes the float under. [N]"""
    takes: str = Field(default="", max_length=300)
    """How the bite shows on the float."""
    strike: Strike
    wait_s: float = Field(default=0.0, ge=0, le=60)
    """How long to wait, when waiting. [s]"""
    families: tuple[PieceId, ...] = ()
    """Rig families it is usually fished with, the first choice first."""
    fed_for: FedFor = "steady"
    """How it is fed for."""
    lies: dict[Ground, Annotated[str, Field(min_length=1, max_length=300)]] = Field(default_factory=dict)
    """The kinds of place it uses on a section, and why."""
    bites_through: bool = False
    """Its teeth cut nylon and fluorocarbon: the last line is wire."""
    warns: str = Field(default="", max_length=400)
    also: str = Field(default="", max_length=200)
    """Other words that find it."""
    notes: str = Field(default="", max_length=4000)
    """The angler's own; they come first."""


def _lie(text: str) -> Lie:
    where, metres = text.split()
    return Lie(bait_from="bed" if where == "bed" else "surface", bait_m=float(metres))


def fish(
    id: str, name: str, says: str, *, usual: str, cold: str = "", warm: str = "", best: tuple[float, float],
    least: float, months: str, waters: str, baits: str, hook: int, hooks: tuple[int, int],
    line: tuple[float, float], pull: float, takes: str, strike: Strike, wait: float = 0.0, families: str,
    warns: str = "", bites_through: bool = False, fed_for: FedFor = "steady", lies: Mapping[Ground, str] | None = None,
) -> Species:  # fmt: skip
    """A row of the catalogue: lies as `bed 0.1` or `surface 0.9`, lists as words with blanks between.

    id: short name.
    name: as an angler says it.
    says: where it is found, in a sentence.
    usual: its lie.
    cold: its lie in cold water, the usual one when empty.
    warm: its lie in warm water, the usual one when empty.
    best: water temperature it feeds best in. [°C]
    least: temperature below which it hardly feeds. [°C]
    months: twelve digits from 0 to 3.
    waters: of `still running sea`.
    baits: ids, the usual one first.
    hook: usual hook.
    hooks: smallest and largest.
    line: breaking load of the hooklength, lightest and strongest. [N]
    pull: pull it puts up with. [N]
    takes: how the bite shows.
    strike: what to do then.
    wait: how long. [s]
    families: ids, the first choice first.
    warns: what to mind.
    bites_through: its teeth cut nylon.
    fed_for: how it is fed for.
    lies: kinds of place it uses, and why.
    """
    kinds: tuple[Kind, ...] = tuple(k for k in ("still", "running", "sea") if k in waters.split())
    usual_lie, listed = _lie(usual), tuple(baits.split())
    return Species(
        id=id, name=name, says=says, bites_through=bites_through, usual=usual_lie,
        cold=_lie(cold) if cold else usual_lie,
        warm=_lie(warm) if warm else usual_lie, best_c=best, least_c=least, months=months, waters=kinds,
        bait=listed[0], baits=listed, hook_size=hook, hooks=hooks, line_n=line, pull_n=pull, takes=takes,
        strike=strike, wait_s=wait, families=tuple(families.split()), warns=warns, fed_for=fed_for,
        lies=dict(lies or {}), source="default",
    )  # fmt: skip
