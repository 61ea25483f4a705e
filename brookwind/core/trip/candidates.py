"""What might be made up for the day: families that suit, each under every float of the box that it can hold."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass

import numpy as np

from brookwind.core.advice.schools import habits_for
from brookwind.core.answers.begin import HOLDS_SHARES, in_use, tackle_for
from brookwind.core.balance.ready import weighted
from brookwind.core.box.stock import FloatStock
from brookwind.core.capacity.plan import plan_of
from brookwind.core.edits.change_float import ChangeFloat
from brookwind.core.edits.means import Means, lowest_hook
from brookwind.core.edits.switch import suits_float
from brookwind.core.errors import BrookwindError
from brookwind.core.floats.body import FloatBody, float_body
from brookwind.core.rig.book import Book
from brookwind.core.rig.components import LineSection
from brookwind.core.rig.document import Rig, of_kind
from brookwind.core.rig.families import FAMILY
from brookwind.core.rig.fish import Species
from brookwind.core.rig.lines import line_strength_n
from brookwind.core.trip.cover import Choice
from brookwind.core.trip.day import Cases, Haunt, fish_of
from brookwind.core.trip.document import MadeUp, Trip
from brookwind.core.trip.judging import Flags, Judge, covered_by, depth_allows
from brookwind.core.trip.suiting import Suiting, purpose_at
from brookwind.core.trip.tackled import Tackled

OTHER_TYPE_SHARE, BUYING_SHARE = 0.03, 0.15
"""And that its float is of another type than the method's usual, or is to be bought. Editable defaults."""
LEFT_SHARE = 0.05
"""Share of a fish's cases that better suited methods must leave for another to be looked at. Editable default."""
TIED_AT = 0.1
"""A rig is tied for the shallow end of what it covers, so that its weights leave the stop room: for this share of the
way into its depths. Editable default."""


@dataclass(frozen=True)
class Candidate:
    """A rig that could be made up, or is."""

    rig: Rig
    """With its float; without its weights, unless it is made up."""
    body: FloatBody
    covers: Flags
    against: float = 0.0
    """What speaks against it, as a share of the day."""
    made: MadeUp | None = None
    stock: FloatStock | None = None
    """None for one that is made up, or whose float is to be bought."""

    def choice(self, covers: Flags) -> Choice:
        """As the cover chooses it.

        covers: the cases it covers, as far as that is known now.
        """
        return Choice(as_bits(covers), self.against * len(covers), self.stock.item if self.stock else None)


def as_bits(flags: Flags) -> int:
    """Flags as one number, the first the lowest bit.

    flags: one a case.
    """
    return int.from_bytes(np.packbits(flags, bitorder="little").tobytes(), "little")


def candidates(
    trip: Trip, cases: Cases, haunts: Sequence[Haunt], tackled: Tackled
) -> Iterator[tuple[float, list[Candidate]]]:
    """What there is to choose from, piece by piece, with how far the work has come.

    trip: the day.
    cases: of the day.
    haunts: where the fish may be.
    tackled: what the angler has.
    """
    suiting = Suiting(trip, cases, haunts, tackled)
    made = [m for m in tackled.made if not m.cut_down]
    work = [(fish, family) for fish in trip.fish for family in suiting.families(fish)]
    total = max(1, len(work) + len(made))
    covered = np.zeros(cases.n, dtype=bool)
    for i, one in enumerate(made):
        found = _of_wallet(one, trip, cases, suiting, tackled)
        yield i / total, found
    for i, (species, family) in enumerate(work, len(made)):
        # A method that suits less is looked at only for what those before it leave.
        left = suiting.of(species, family) & ~covered
        if left.mean() < LEFT_SHARE * suiting.part(species):
            continue
        found = _of_family(species, family, trip, cases, haunts, suiting, tackled)
        for c in found:
            covered |= c.covers
        yield i / total, found


def _of_family(
    species: str, family: str, trip: Trip, cases: Cases, haunts: Sequence[Haunt], suiting: Suiting, tackled: Tackled
) -> list[Candidate]:
    """A family's rigs for a fish: one for where it mostly is, and one for where that one cannot be set."""
    left = suiting.of(species, family)
    found: list[Candidate] = []
    while left.any():
        # Where most of what is left is, the rig is tied for.
        here = left & (cases.haunt == np.bincount(cases.haunt[left]).argmax())
        left = left & ~here
        try:
            rig = _tackle(species, family, here, trip, cases, haunts, tackled)
            floats = _floats_for(rig, tackled)
            fits = _fits(rig, floats, cases, tackled)
            these = _also_for(rig, species, family, trip, suiting, tackled) & fits
            if these.any():
                found += _under_floats(rig, floats, these, suiting.against(species, family), cases, tackled)
        except BrookwindError:
            continue
        left &= ~fits
    return found


def _tackle(
    species: str, family: str, here: Flags, trip: Trip, cases: Cases, haunts: Sequence[Haunt], tackled: Tackled
) -> Rig:
    haunt = haunts[int(cases.haunt[here][0])]
    shallow = float(np.quantile(cases.depth_m[here], TIED_AT))
    purpose = purpose_at(trip, haunt, shallow, float(np.median(cases.current_m_s[here])), tackled)
    like = next((r for r in tackled.earlier if r.family == family and r.conditions.tackle == trip.tackle), None)
    return tackle_for(
        family, f"{family}-{species}-{haunt.where}", FAMILY[family].name, purpose, None, like,
        habits_for(purpose, tackled.book), tackled.book,
    )[0]  # fmt: skip


def _fits(rig: Rig, floats: Sequence[tuple[FloatStock, FloatBody]], cases: Cases, tackled: Tackled) -> Flags:
    """The cases a rig can be set for: how high its weights reach is known from tying it under one of the floats."""
    if not floats:
        return depth_allows(rig, cases)
    middle = sorted(floats, key=lambda f: f[1].capacity_kg)[len(floats) // 2][0]
    try:
        own = ChangeFloat(spec=middle.spec, item=middle.item).on(rig, Means(book=tackled.book))
        return depth_allows(weighted(own, tackled.stock).rig, cases, tied=True)
    except BrookwindError:
        return depth_allows(rig, cases)


def _floats_for(rig: Rig, tackled: Tackled) -> list[tuple[FloatStock, FloatBody]]:
    """The floats of the box that a rig can hold and that are of a size in use."""
    usual, family = plan_of(rig, tackled.book).usual, FAMILY[rig.family]
    floats: list[tuple[FloatStock, FloatBody]] = []
    for stock in tackled.floats:
        if not suits_float(family, stock.spec.type):
            continue
        try:
            body = float_body(stock.spec)
        except BrookwindError:
            continue
        if in_use(usual, max(body.capacity_kg, stock.spec.capacity_kg or 0.0)):
            floats.append((stock, body))
    return floats


def _under_floats(
    rig: Rig, floats: Sequence[tuple[FloatStock, FloatBody]], these: Flags, against: float, cases: Cases,
    tackled: Tackled,
) -> list[Candidate]:  # fmt: skip
    """A rig under each float; under its own, to be bought, where none does.

    rig: with its tackle.
    floats: of the box.
    these: the cases it is for, at least one.
    against: what speaks against its method, as a share of the day.
    """
    family = FAMILY[rig.family]
    own = float_body(rig.float_piece.spec)
    judge = Judge(rig, cases, these, tackled.book, [b.capacity_kg for _, b in floats] or [own.capacity_kg])
    found = []
    for stock, body in floats:
        covers = judge.covers(body)
        if covers.any():
            tied = ChangeFloat(spec=stock.spec, item=stock.item).on(rig, Means(book=tackled.book))
            other = OTHER_TYPE_SHARE if stock.spec.type != family.float_type else 0.0
            found.append(Candidate(tied, body, covers, against + other, stock=stock))
    if not found and (covers := judge.covers(own)).any():
        found.append(Candidate(rig, own, covers, against + BUYING_SHARE))
    return found


def _of_wallet(one: MadeUp, trip: Trip, cases: Cases, suiting: Suiting, tackled: Tackled) -> list[Candidate]:
    """A rig that is made up, as it is."""
    rig = fished_on(one.rig, trip)
    these = np.zeros(cases.n, dtype=bool)
    for fish in fish_of(trip, tackled.book):
        if takes(rig, fish, tackled.book):
            these |= suiting.of(fish.id, rig.family)
    try:
        these &= depth_allows(rig, cases, True, one.length_m)
        body = float_body(rig.float_piece.spec)
        covers = covered_by(rig, body, cases, these, tackled.book)
    except BrookwindError:
        return []
    return [Candidate(rig, body, covers, made=one)] if covers.any() else []


def fished_on(rig: Rig, trip: Trip) -> Rig:
    """A made-up rig in the water of the day.

    rig: as it was tied.
    trip: the day.
    """
    water = rig.water.model_copy(
        update={"swim": trip.swim, "temperature_c": trip.temperature_c, "salinity": trip.salinity}
    )
    conditions = rig.conditions.model_copy(
        update={"distance_m": trip.distance_m, "rod_m": trip.rod_m, "tackle": trip.tackle, "clear": trip.clear}
    )
    return rig.model_copy(update={"water": water, "conditions": conditions})


def _also_for(rig: Rig, species: str, family: str, trip: Trip, suiting: Suiting, tackled: Tackled) -> Flags:
    """The cases a family's rig is for: its own fish's, and those of other fish that its hook, line and bait do for."""
    these = suiting.of(species, family)
    for fish in fish_of(trip, tackled.book):
        if fish.id != species and takes(rig, fish, tackled.book):
            these = these | suiting.of(fish.id, family)
    return these


def takes(rig: Rig, fish: Species, book: Book) -> bool:
    """Another fish would take what is on the hook, and hook and last line do for it.

    rig: the rig.
    fish: the fish.
    book: baits as the angler has them.
    """
    if rig.species == fish.id:
        return True
    last = of_kind(rig, LineSection)[-1]
    bait = next((c.item for c in rig.components if c.kind == "bait"), None)
    if bait is not None and bait not in {fish.bait, *fish.baits}:
        return False
    if fish.bites_through and last.material != "wire":
        return False
    small, large = fish.hooks
    least, most = HOLDS_SHARES
    strong = least * fish.line_n[0] <= line_strength_n(last) <= most * fish.line_n[1]
    return strong and large <= lowest_hook(rig).size <= small
