"""Working rigs and good starts, as anglers tie them: what is entered, and what must come out."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field
from functools import reduce
from random import Random
from typing import Any

from brookwind.core.advice.purpose import Purpose
from brookwind.core.answers.begin import begin
from brookwind.core.balance.ready import SHOP
from brookwind.core.box.stock import FloatStock, Stock, stock_of
from brookwind.core.edits.change import apply
from brookwind.core.edits.means import Means
from brookwind.core.edits.tie import Tie
from brookwind.core.errors import BrookwindError
from brookwind.core.rig.document import Conditions, Rig, Water
from brookwind.core.rig.families import FAMILIES, FAMILY, Start, new_rig, usual_conditions
from brookwind.core.rig.fish import Lie
from brookwind.core.situation import Situation
from brookwind.demo.load import demo_box

BOX = demo_box()
FLOATS = tuple(i for i in BOX if isinstance(i, FloatStock))
STOCK = stock_of(BOX)


@dataclass(frozen=True)
class Working:
    """A rig that catches fish: typed, in its water."""

    family: str
    fish: str
    depth_m: float
    lie: Lie
    bait: str
    typed: str
    conditions: Mapping[str, Any] = field(default_factory=dict)

    def tied(self, stop: bool = True) -> Rig:
        """The rig, tied part by part, its stop set unless that is refused."""
        conditions = usual_conditions(FAMILY[self.family]).model_copy(update=dict(self.conditions))
        purpose = Purpose(water=Water(depth_m=self.depth_m), species=self.fish, conditions=conditions, lie=self.lie)
        rig = begin(self.family, "r", "Working rig", purpose, FLOATS, self.bait).rig
        means = Means(STOCK, floats=FLOATS)
        rig = reduce(lambda r, text: apply(r, Tie(text=text), means), self.typed.split(";"), rig)
        return Situation(rig).stop_set.rig if stop else rig


def bed(height_m: float) -> Lie:
    """So high off the bed."""
    return Lie(bait_from="bed", bait_m=height_m)


def down(depth_m: float) -> Lie:
    """So far below the surface."""
    return Lie(bait_from="surface", bait_m=depth_m)


WORKING = {
    "shallow pole": Working(
        "pole-fixed", "common-carp", 1.6, down(0.6), "pellet",
        "float 0.3 g short; hooklength 10 cm of 0.13; main 0.15; hook 18; 5 x No 8 on the knot",
        {"rod_m": 11.0},
    ),
    "sliding pole float": Working(
        "pole-slider", "carp-hybrid", 1.8, down(0.9), "maggot",
        "float 5 x No 9; hooklength 12 cm; 5 x No 9 on the knot; lash 20 cm; main 0.16; hook 16",
    ),
    "slider": Working(
        "bottom-slider", "roach", 5.2, bed(0.0), "double-maggot",
        "float 4 g; rubber at 2 m; 3 x 1.2 g balls at 1.2 m; 3 x No 9 at 60 cm; swivel; main 0.22; "
        "hooklength 0.12; hook 16",
        {"distance_m": 26.0, "rod_m": 4.0},
    ),
    "stick": Working(
        "top-and-bottom", "roach", 2.0, bed(0.05), "caster",
        "stick 6x4; 0.75 g olivette at 1.2 m on 6 No 9; No 9 at 30 cm; No 9 at 60 cm; main 0.17; "
        "hooklength 0.10; hook 18",
        {"current_m_s": 0.35, "hold": 0.8, "distance_m": 7.0, "rod_m": 4.5},
    ),
    "drift": Working(
        "river-drift", "atlantic-salmon", 1.8, bed(0.1), "egg-cluster",
        "20 g float; three-way swivel; 15 g lead on a weak link at the swivel; leader 0.9 m; hook 4; "
        "top shot 6 m of 0.30",
        {"current_m_s": 0.9},
    ),
    "balloon": Working(
        "balloon", "wels-catfish", 4.0, down(2.5), "live-fish", "100 g lead; leader 0.8 m of 0.7; hook 8/0"
    ),
    "dragging": Working(
        "dragging", "brown-trout", 1.3, bed(0.0), "single-egg",
        "foam float 12 g; 8 g lead on a clip at the swivel; leader 1.5 m; pegged bead 8 mm at 5 cm; "
        "pegged bead 10 mm at 75 cm",
        {"current_m_s": 0.5},
    ),
    "slider and jig": Working(
        "slider-and-jig", "zander", 3.4, bed(0.5), "worm",
        "20 g float; 12 g bullet; leader 0.75 m; 2 g jig; two stops; bead 8 mm; main braid 0.13",
    ),
}  # fmt: skip


@dataclass(frozen=True)
class GoodStart:
    """What a start sheet asks, and what an angler would tie: family, capacity, the finest shot below the float."""

    fish: str
    depth_m: float
    distance_m: float
    families: tuple[str, ...]
    carries_g: tuple[float, float]
    current_m_s: float = 0.0
    tackle: str = "rod"
    rod_m: float = 3.9
    salinity: float = 0.0
    finest: str | None = None
    lead_alone: bool = False

    @property
    def purpose(self) -> Purpose:
        """As it is asked."""
        conditions = Conditions(
            distance_m=self.distance_m,
            tackle=self.tackle,
            rod_m=self.rod_m,
            current_m_s=self.current_m_s,  # type: ignore[arg-type]
        )
        water = Water(depth_m=self.depth_m, salinity=self.salinity)
        return Purpose(water=water, species=self.fish, conditions=conditions)


STARTS = (
    GoodStart("roach", 3.0, 20.0, ("waggler", "bottom-slider"), (1.5, 5.0), finest="10"),
    GoodStart("bream", 4.5, 30.0, ("bottom-slider",), (4.0, 10.0), rod_m=4.2, finest="8"),
    GoodStart("tench", 1.5, 12.0, ("lift", "waggler"), (1.0, 4.0)),
    GoodStart("common-carp", 1.0, 8.0, ("pole-fixed",), (0.2, 1.0), tackle="pole", rod_m=11.0),
    GoodStart("chub", 2.5, 15.0, ("waggler", "top-and-bottom"), (2.5, 8.0), 0.5, finest="8"),
    GoodStart("grayling", 1.2, 8.0, ("top-and-bottom",), (1.5, 5.0), 0.6, finest="10"),
    GoodStart("dace", 1.0, 6.0, ("top-and-bottom", "waggler"), (0.6, 2.5), 0.5, finest="11"),
    GoodStart("pike", 3.0, 25.0, ("in-line-slider", "balloon"), (12.0, 60.0), lead_alone=True),
    GoodStart("walleye", 4.5, 20.0, ("in-line-slider", "slider-and-jig"), (5.0, 20.0), rod_m=2.4, lead_alone=True),
    GoodStart("crappie", 3.0, 8.0, ("slider-and-jig", "peg"), (1.5, 7.0), rod_m=2.4, lead_alone=True),
    GoodStart("steelhead", 1.8, 14.0, ("river-drift", "dragging"), (12.0, 30.0), 0.9, lead_alone=True),
    GoodStart("rainbow-trout", 3.0, 18.0, ("bubble", "pinched-slider", "waggler"), (5.0, 20.0)),
    GoodStart("mackerel", 8.0, 35.0, ("in-line-slider",), (25.0, 100.0), salinity=35.0, lead_alone=True),
    GoodStart("wels-catfish", 4.0, 20.0, ("balloon", "in-line-slider"), (30.0, 250.0), lead_alone=True),
)


def drawn(seed: int) -> tuple[Rig, Stock] | None:
    """A rig of any family in any water it may be fished in, and a box that may be poor; None where none is tied."""
    draw = Random(seed)
    family = draw.choice(FAMILIES)
    low, high = family.depth_m
    conditions = usual_conditions(family).model_copy(update={"current_m_s": draw.choice([0.0, 0.0, 0.0, 0.3, 0.6])})
    water = Water(depth_m=round(draw.uniform(max(low, 0.3), min(high, 8.0)), 2))
    try:
        rig = new_rig(family.id, water, "r", "Drawn", Start(conditions=conditions))
    except BrookwindError:
        return None
    shot = draw.sample(SHOP.shot, draw.choice([1, 2, 3, len(SHOP.shot)]))
    leads = draw.sample(SHOP.leads, draw.choice([1, 4, len(SHOP.leads)]))
    counted = tuple(s.model_copy(update={"count": draw.choice([3, 10, 40])}) for s in shot)
    return rig, Stock(shot=counted, leads=tuple(leads))
