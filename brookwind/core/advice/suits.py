"""Which families suit: the sum of the reasons ranks them, what is impossible comes last."""

from __future__ import annotations

from brookwind.core.advice.fixed_or_sliding import Decision, fixed_or_sliding
from brookwind.core.advice.purpose import Purpose, band_of, kind_of, lie_of
from brookwind.core.advice.reasons import JUDGES, Reason, Sought
from brookwind.core.advice.schools import Answered, answered
from brookwind.core.frozen import Frozen
from brookwind.core.rig.book import SHIPPED, Book
from brookwind.core.rig.families import FAMILIES, hangs_at_m
from brookwind.core.rig.family import Band, Family
from brookwind.core.rig.fish import Kind


class Suit(Frozen):
    """A family with its reasons, the strongest first."""

    family: str
    number: int
    name: str
    score: float
    possible: bool
    reasons: tuple[Reason, ...]


class Suits(Frozen):
    """Families from the best suited to the impossible."""

    ranked: tuple[Suit, ...]
    band: Band
    kind: Kind
    slides: Decision
    schools: tuple[Answered, ...]


def which_suits(purpose: Purpose, book: Book = SHIPPED) -> Suits:
    """Every family ranked for a purpose, with reasons.

    purpose: what for, where, and with what.
    book: fish, baits and hooks.
    Raises: NotUnderstood for an unknown fish or school.
    """
    fish = book.fish(purpose.species) if purpose.species else None
    lie = lie_of(purpose, fish)
    said = answered(purpose, book)
    hangs = hangs_at_m(lie, purpose.water.depth_m) if lie else purpose.water.depth_m
    sought = Sought(
        purpose=purpose,
        fish=fish,
        band=band_of(lie, purpose.water.depth_m) if lie else "near-bed",
        kind=kind_of(purpose),
        slides=fixed_or_sliding(hangs, purpose.conditions),
        hangs_m=hangs,
        school={a.question: a for a in said},
    )
    ranked = sorted((_suit(f, sought) for f in FAMILIES), key=lambda s: (not s.possible, -s.score, s.number))
    return Suits(ranked=tuple(ranked), band=sought.band, kind=sought.kind, slides=sought.slides, schools=said)


def _suit(family: Family, sought: Sought) -> Suit:
    reasons = [r for judge in JUDGES if (r := judge(family, sought))]
    reasons.sort(key=lambda r: (not r.impossible, -abs(r.weight)))
    return Suit(
        family=family.id,
        number=family.number,
        name=family.name,
        score=round(sum(r.weight for r in reasons), 2),
        possible=not any(r.impossible for r in reasons),
        reasons=tuple(reasons),
    )
