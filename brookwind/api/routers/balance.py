"""Balancing: one proposal, several offers, the smallest change, what is seen at the water, patterns of one's own."""

from __future__ import annotations

from fastapi import APIRouter
from pydantic import BaseModel, Field

from brookwind.api.session import BoxOfRequest, OwnPatternsOfRequest, RulesOfRequest
from brookwind.core.balance.adjust import Adjusted, Observed, adjust, observe
from brookwind.core.balance.allowed import wish_within_rules, within_rules
from brookwind.core.balance.offers import Offers, offers
from brookwind.core.balance.own_pattern import OwnPattern, own_pattern_of
from brookwind.core.balance.proposal import Proposal, Wish
from brookwind.core.balance.propose import balance_rig
from brookwind.core.box.stock import Stock
from brookwind.core.floats.tube_readings import TubeTest
from brookwind.core.moment import Moment
from brookwind.core.rig.components import PieceId
from brookwind.core.rig.document import Rig
from brookwind.store.records import Kept, Version

router = APIRouter(prefix="/api", tags=["balance"])


class BalanceRequest(BaseModel):
    """A rig to balance; from the box when no stock is sent. What its water forbids is left out."""

    rig: Rig
    wish: Wish
    stock: Stock | None = None


class OffersRequest(BalanceRequest):
    """A rig to balance in several ways."""

    tolerance_m: float | None = Field(default=None, gt=0, le=0.05)


class AdjustRequest(BaseModel):
    """A rig that is a little off, by what it should show or by what is seen."""

    rig: Rig
    seen_tip_m: float | None = Field(default=None, ge=0, le=2)
    stock: Stock | None = None


class ObserveRequest(BaseModel):
    """A tip seen at the water, to be kept as a reading of the float."""

    rig: Rig
    seen_tip_m: float = Field(ge=0, le=2)
    at: Moment
    test: TubeTest | None = None


class SaveRequest(BaseModel):
    """A rig whose arrangement is to be saved under a name."""

    rig: Rig
    id: PieceId
    name: str = Field(min_length=1, max_length=60)


def _stock(rig: Rig, sent: Stock | None, box: BoxOfRequest, rules: RulesOfRequest) -> Stock:
    return within_rules(sent or box.stock(), rules.at_swim(rig.water.swim))


@router.post("/balance")
def balance(request: BalanceRequest, box: BoxOfRequest, rules: RulesOfRequest) -> Proposal:
    """The rig balanced in one pattern."""
    wish = wish_within_rules(request.rig, request.wish, rules.at_swim(request.rig.water.swim))
    return balance_rig(request.rig, _stock(request.rig, request.stock, box, rules), wish)


@router.post("/offers")
def several(request: OffersRequest, box: BoxOfRequest, rules: RulesOfRequest, patterns: OwnPatternsOfRequest) -> Offers:
    """The rig balanced in several ways that differ in kind; what to relax where it cannot be as asked."""
    stock = _stock(request.rig, request.stock, box, rules)
    own = [k.fields for k in patterns.all()]
    wish = wish_within_rules(request.rig, request.wish, rules.at_swim(request.rig.water.swim))
    return offers(request.rig, stock, wish, own, request.tolerance_m)


@router.post("/adjust")
def smallest_change(request: AdjustRequest, box: BoxOfRequest, rules: RulesOfRequest) -> Adjusted:
    """The smallest changes that put a rig right."""
    return adjust(request.rig, _stock(request.rig, request.stock, box, rules), request.seen_tip_m)


@router.post("/observe")
def seen(request: ObserveRequest) -> Observed:
    """A seen tip as a reading of the float, and the float with it in use. Nothing is kept yet."""
    return observe(request.rig, request.seen_tip_m, request.at, request.test)


@router.get("/patterns")
def list_patterns(patterns: OwnPatternsOfRequest) -> list[Kept[OwnPattern]]:
    """Every pattern of the angler's own."""
    return patterns.all()


@router.post("/patterns", status_code=201)
def save_pattern(request: SaveRequest, patterns: OwnPatternsOfRequest) -> Kept[OwnPattern]:
    """Save the arrangement of a rig under a name."""
    return patterns.create(own_pattern_of(request.rig, request.id, request.name))


@router.delete("/patterns/{key}", status_code=204)
def drop_pattern(key: str, version: Version, patterns: OwnPatternsOfRequest) -> None:
    """Remove one."""
    patterns.delete(key, version)
