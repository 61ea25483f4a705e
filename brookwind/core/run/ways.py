"""Ways to feed, and the one that is usual for a rig where it is fished."""

from __future__ import annotations

from collections.abc import Sequence
from types import MappingProxyType
from typing import Literal

from brookwind.core.figures import Told
from brookwind.core.frozen import Frozen, Sourced
from brookwind.core.motion.feed import FEED
from brookwind.core.rig.book import Book
from brookwind.core.rig.components import Bait
from brookwind.core.rig.document import Rig, of_kind
from brookwind.core.rig.families import FAMILY
from brookwind.core.run.feeding import Thrown, amount

WayId = Literal["each-cast", "by-the-clock", "slap", "bed", "none"]


class FeedWay(Sourced):
    """A way to feed. Figures are editable defaults."""

    id: WayId
    name: str
    says: str
    thrown: Thrown | None
    """How it is done; None where nothing is fed."""


WAYS = (
    FeedWay(
        id="each-cast", name="little and often", source="default",
        says="A few with every cast: fish stay, look up and compete. Usual in running water and on the drop.",
        thrown=Thrown(each=12, by="cast", casts_an_hour=90.0),
    ),
    FeedWay(
        id="by-the-clock", name="by the clock", source="default",
        says="A pouch every few minutes, whatever bites: steady where casts are few.",
        thrown=Thrown(each=40, by="clock", casts_an_hour=8.0),
    ),
    FeedWay(
        id="slap", name="a pinch and three taps", source="default",
        says="Tap the tip on the water three times, as feed is heard, and let the rig in among a pinch of it.",
        thrown=Thrown(each=6, by="cast", casts_an_hour=120.0),
    ),
    FeedWay(
        id="bed", name="a bed, then topped up", source="default",
        says="Balls at the beginning, then one after each fish: holds a shoal that feeds on the bottom.",
        thrown=Thrown(feed="groundbait", each=1, by="clock", casts_an_hour=4.0),
    ),
    FeedWay(id="none", name="nothing", source="default", says="Hunters are looked for, not fed.", thrown=None),
)  # fmt: skip
WAY = MappingProxyType({w.id: w for w in WAYS})

BRACKISH = 5.0
"""In saltier water cut fish is fed where nothing else goes with the bait. [g/kg] Editable default."""


def feed_like_bait(rig: Rig, book: Book) -> str | None:
    """Return the feed that goes with what is on the hook; None where nothing particular does.

    rig: the rig.
    book: the angler's book.
    """
    kinds = (book.baits.get(bait.item or "") for bait in of_kind(rig, Bait))
    return next((kind.feed for kind in kinds if kind is not None and kind.feed in FEED), None)


def usual_way(rig: Rig, book: Book) -> FeedWay:
    """How a rig is usually fed for: nothing for hunters, a bed for shoals in still water, else little and often.

    rig: the rig, with its fish and its water.
    book: the angler's book.
    """
    fish = book.species.get(rig.species or "")
    if fish is not None and (fish.fed_for == "not-fed" or fish.bites_through):
        return WAY["none"]
    family = FAMILY.get(rig.family)
    if family is not None and family.fed is not None:
        return WAY[family.fed]
    if rig.conditions.surface_m_s == 0.0:
        if fish is not None and fish.fed_for == "bed" and rig.aim.bait_from == "bed":
            return WAY["bed"]
        return WAY["each-cast"] if rig.aim.bait_from == "surface" else WAY["by-the-clock"]
    return WAY["each-cast"]


def usual_thrown(rig: Rig, book: Book, way: WayId | None = None) -> Thrown | None:
    """What is fed for a rig, and how; None for nothing.

    rig: the rig.
    book: the angler's book.
    way: the way to do it; the usual one when not given.
    """
    chosen = WAY[way] if way is not None else usual_way(rig, book)
    if chosen.thrown is None:
        return None
    if chosen.id == "bed":
        return chosen.thrown
    feed = feed_like_bait(rig, book) or ("fish" if rig.water.salinity > BRACKISH else chosen.thrown.feed)
    # As much at a time, whatever it is: a few large pieces for a pinch of small ones.
    each = max(1, min(chosen.thrown.each, round(chosen.thrown.each * FEED["maggots"].mass_kg / FEED[feed].mass_kg)))
    return chosen.thrown.model_copy(update={"feed": feed, "each": each})


class FeedPack(Frozen):
    """Feed to take along."""

    id: str
    says: Told
    """What, and how much."""


def feed_to_pack(rigs: Sequence[Rig], book: Book, hours: float) -> tuple[FeedPack, ...]:
    """What is usually fed for some rigs over a day, each feed once, by the rig that takes most of it.

    rigs: the rigs of the day.
    book: the angler's book.
    hours: how long is fished. [h, more than 0]
    """
    most: dict[str, tuple[float, Told]] = {}
    for rig in rigs:
        thrown = usual_thrown(rig, book)
        if thrown is None:
            continue
        much = amount(thrown.model_copy(update={"hours": round(hours, 1)}))
        name = FEED[thrown.feed].name
        if much.kg > most.get(thrown.feed, (0.0, much.says))[0]:
            most[thrown.feed] = (much.kg, Told(says=f"{name}: {much.says.says}", figures=much.says.figures))
    return tuple(FeedPack(id=feed, says=says) for feed, (_, says) in most.items())
