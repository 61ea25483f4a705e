"""Baits: what one weighs, whether it floats, the hooks that suit, how to mount it, how it fails.

Masses and densities are editable defaults without a source; weigh yours and time its fall.
"""

from __future__ import annotations

from pydantic import Field

from brookwind.core.frozen import Sourced
from brookwind.core.rig.components import Density, PieceId, PieceMass


class BaitKind(Sourced):
    """A bait as it is put on one hook."""

    id: PieceId
    name: str = Field(min_length=1, max_length=60)
    mass_kg: PieceMass
    density_kg_m3: Density
    length_m: float = Field(gt=0, le=0.5)
    """Its longest measure. [m]"""
    hooks: tuple[int, int]
    """Smallest and largest hook that suit; -1 stands for 1/0."""
    mounted: str = Field(default="", max_length=300)
    """How to put it on so that it hangs straight."""
    lasts_casts: int | None = Field(default=None, ge=1, le=1000)
    """Casts it usually stands."""
    fails: str = Field(default="", max_length=300)
    live: bool = False
    """A living fish, which many places forbid."""
    lively: bool = False
    """It moves on the hook, so a weighted jig carries it well."""
    drags: bool = False
    """Fish take it where it drags along the bed."""
    feed: PieceId | None = None
    """The feed that goes with it: the same particle, a larger piece of it on the hook."""
    also: str = Field(default="", max_length=200)
    """Other words that find it."""
    notes: str = Field(default="", max_length=4000)
    """The angler's own."""


def _bait(
    id: str, name: str, mg: float, density: float, mm: float, hooks: tuple[int, int], mounted: str,
    casts: int, fails: str, live: bool = False, also: str = "", feed: str | None = None, lively: bool = False,
    drags: bool = False,
) -> BaitKind:  # fmt: skip
    return BaitKind(
        id=id, name=name, mass_kg=mg * 1e-6, density_kg_m3=density, length_m=mm * 1e-3, hooks=hooks,
        mounted=mounted, lasts_casts=casts, fails=fails, live=live, also=also, feed=feed,
        lively=lively, drags=drags, source="default",
    )  # fmt: skip


BAIT_KINDS = (
    _bait("maggot", "maggot", 45, 1080, 10, (22, 16), "Nick the skin at the blunt end; let it wriggle.", 3,
          "Sucked to a skin by small fish.", feed="maggots"),
    _bait("double-maggot", "two maggots", 90, 1080, 12, (20, 14), "Blunt ends, back to back, so that it does not spin.",
          3, "One is taken and the other left.", feed="maggots"),
    _bait("caster", "caster", 40, 1060, 9, (20, 16), "Thread it on and bury the hook, or nick the blunt end.", 1,
          "The shell cracks; one bite, one bait.", feed="casters"),
    _bait("floating-caster", "floating caster", 30, 930, 9, (18, 16), "As caster; it takes weight off the hook.", 1,
          "The shell cracks.", feed="casters"),
    _bait("hemp", "hemp seed", 25, 1150, 4, (20, 16), "Push the bend into the split.", 2, "Falls off a coarse hook.",
          feed="hemp"),
    _bait("bloodworm", "bloodworm", 8, 1040, 12, (22, 20), "Through the third ring, one or two.", 1,
          "Bursts on anything but fine wire."),
    _bait("worm", "small worm", 500, 1050, 45, (14, 8), "Once through the saddle, or threaded up a long shank.", 5,
          "Bitten short below the hook.", feed="worm"),
    _bait("large-worm", "large worm", 2500, 1050, 90, (8, 2), "Head up the shank, tail free.", 6,
          "The tail is pulled off.", feed="worm", lively=True),
    _bait("sweetcorn", "sweetcorn", 350, 1100, 9, (16, 8), "Through the skin at the pale end.", 6,
          "The inside washes out; the skin stays.", feed="corn"),
    _bait("bread-flake", "bread flake", 800, 1010, 18, (12, 6), "Fold over the shank and pinch, edges loose.", 1,
          "Washes off within minutes.", feed="bread"),
    _bait("bread-crust", "bread crust", 400, 600, 15, (10, 6), "In through the crumb, out through the crust.", 2,
          "Soaks and sinks.", feed="bread"),
    _bait("paste", "paste", 1200, 1150, 13, (12, 6), "Mould it round the bend, point just under.", 1,
          "Falls off the cast when soft."),
    _bait("pellet", "soft pellet", 200, 1180, 7, (18, 12), "Through the middle, point out.", 2, "Swells and splits.",
          feed="pellets-4"),
    _bait("banded-pellet", "banded pellet, 8 mm", 350, 1240, 8, (20, 10), "Held by a band on the bend, the hook free.",
          12, "The band perishes; it softens within the hour.", also="hard pellet", feed="pellets"),
    _bait("hair-pellet", "hair-rigged pellet, 10 mm", 680, 1240, 10, (16, 6), "On a hair behind the bend.", 15,
          "Softens and falls off the hair.", also="hard pellet", feed="pellets"),
    _bait("boilie", "boilie, 14 mm", 1650, 1150, 14, (12, 4), "On a hair behind the bend.", 60,
          "Small fish round it off.", also="boiled bait"),
    _bait("bean", "bean, cooked", 700, 1090, 14, (12, 8), "Along the long side, point out.", 8,
          "The skin slides off."),
    _bait("insect", "natural insect", 60, 900, 15, (14, 10), "Once through the back.", 1, "Drowns and tears."),
    _bait("nymph", "mayfly nymph", 30, 1050, 12, (16, 12), "Once behind the head.", 2, "Its gills go; it tears.",
          also="larva insect"),
    _bait("dragonfly-nymph", "dragonfly nymph", 350, 1060, 30, (10, 6), "Once behind the head, from below.", 4,
          "Tears and drops its legs.", also="larva insect wiggler"),
    _bait("leech", "leech", 600, 1060, 60, (10, 4), "Through the sucker at the tail.", 8, "Balls up when it is cold."),
    _bait("crayfish-tail", "prawn tail, small", 900, 1060, 25, (10, 4), "From the thick end, along the curl.", 3,
          "Softens and slides down."),
    _bait("prawn", "prawn", 1500, 1070, 45, (6, -1), "Through the tail, up the body, so that it does not spin.", 3,
          "Pulled off from the tail.", feed="fish"),
    _bait("egg-cluster", "egg cluster, floating", 900, 960, 14, (8, 2), "Under a loop of the snell, point free.", 8,
          "Washes pale and stops smelling.", also="spawn skein roe", drags=True),
    _bait("spawn-bag", "spawn bag", 1500, 1040, 18, (8, 2), "Once through the netting, point free.", 10,
          "Milks out to a white bag.", also="spawn skein roe eggs sack"),
    _bait("floating-egg", "egg bait, floating", 120, 940, 8, (14, 8), "Once through the middle.", 20,
          "Soaks and sinks.", also="spawn egg bead"),
    _bait("sinking-egg", "egg bait, sinking", 140, 1080, 8, (14, 8), "Once through the middle.", 20, "Washes out.",
          also="spawn egg bead"),
    _bait("single-egg", "salmon egg", 120, 1070, 7, (14, 10), "Through the skin twice.", 2, "Milks out and shrivels.",
          also="spawn roe", drags=True),
    _bait("soft-bead", "soft bead, pegged", 250, 1000, 10, (10, 6), "Pegged above the hook; mind the rule on distance.",
          60, "The peg slips.", drags=True),
    _bait("foam-grub", "foam-bodied grub", 300, 700, 20, (10, 4), "Foam on the shank; it lifts the hook.", 40,
          "Torn by teeth."),
    _bait("soft-lure", "soft lure", 1800, 1150, 55, (6, -1), "Threaded straight: a bend makes it spin.", 40,
          "Tears at the head and slides down.", lively=True),
    _bait("ragworm", "ragworm", 3000, 1060, 100, (6, -1), "Head first up the shank, tail loose.", 2,
          "Tail bitten off; goes limp in fresh water.", feed="fish"),
    _bait("lugworm", "lugworm", 5000, 1070, 110, (4, -2), "Threaded up to the eye.", 2, "Bursts on a hard cast.",
          feed="fish"),
    _bait("mussel", "mussel", 4000, 1060, 40, (4, -2), "Through the tough foot, tied with thin thread.", 1,
          "Flies off without thread."),
    _bait("crab", "small crab, peeled", 9000, 1100, 35, (2, -2), "Tied along the shank with thin thread.", 2,
          "Picked to nothing by small fish."),
    _bait("fish-strip", "strip of fish", 1500, 1060, 70, (6, -1), "Once through the thick end, so that it flutters.",
          4, "Washes out; change it."),
    _bait("whole-fish", "small dead fish", 15000, 1040, 110, (2, -4), "Front hook at the head, rear hook hanging at "
          "the tail; a knot of thread keeps it straight.", 4, "Softens and folds, then spins."),
    _bait("fish-8-cm", "dead fish, 8 cm", 6000, 1040, 80, (6, -1), "Lips to tail, threaded; thread keeps it straight.",
          4, "Softens and folds, then spins.", also="minnow whole small fish"),
    _bait("fish-15-cm", "dead fish, 15 cm", 35000, 1040, 150, (2, -4), "Front hook at the head, rear hook at the tail.",
          4, "Softens and folds, then spins.", also="whole small fish deadbait"),
    _bait("large-live-fish", "live fish, 300 g", 300000, 1030, 280, (-4, -12), "Through the lips or the back, "
          "only where it is allowed.", 8, "Tires and lies over.", live=True, also="livebait"),
    _bait("live-fish", "small live fish", 12000, 1030, 90, (2, -4), "Through the lips; only where it is allowed.", 4,
          "Tires and lies over.", live=True, also="livebait minnow", lively=True),
)  # fmt: skip
"""By kind, from the smallest; the first of a kind is the usual one."""
