"""Fish: where each is usually sought, its usual bait and hook. Every figure is an editable default."""

from __future__ import annotations

from types import MappingProxyType
from typing import Literal

from brookwind.core.frozen import Sourced


class Species(Sourced):
    """A fish: where it is usually sought, and the usual bait and hook."""

    id: str
    name: str
    bait_from: Literal["bed", "surface"]
    bait_m: float
    bait: str
    hook_size: int
    pull_n: float
    """The pull a wary fish of the kind still puts up with when it takes the float under. [N] Editable default."""
    says: str


_LISTED = (
    Species(
        id="rudd", name="rudd", bait_from="surface", bait_m=0.9, bait="caster", hook_size=18,
        pull_n=0.004, source="default", says="Takes in the upper third, often on the drop.",
    ),
    Species(
        id="roach", name="roach", bait_from="bed", bait_m=0.1, bait="maggot", hook_size=18,
        pull_n=0.004, source="default", says="Just off the bed; comes up when fed steadily.",
    ),
    Species(
        id="bream", name="bream", bait_from="bed", bait_m=0.02, bait="worm", hook_size=12,
        pull_n=0.02, source="default", says="On the bed, over an even bottom.",
    ),
    Species(
        id="tench", name="tench", bait_from="bed", bait_m=0.0, bait="sweetcorn", hook_size=12,
        pull_n=0.006, source="default", says="On the bed along reeds, best at dawn.",
    ),
    Species(
        id="crucian-carp", name="crucian carp", bait_from="bed", bait_m=0.01, bait="double-maggot", hook_size=16,
        source="default", pull_n=0.0025, says="On the bed in the margin; shy bites, fine tip.",
    ),
    Species(
        id="perch", name="perch", bait_from="bed", bait_m=0.2, bait="worm", hook_size=10,
        pull_n=0.02, source="default", says="Off the bed beside cover.",
    ),
    Species(
        id="mullet", name="mullet", bait_from="surface", bait_m=1.2, bait="bread-flake", hook_size=8,
        pull_n=0.012, source="default", says="Mid-water to surface along walls, on the tide.",
    ),
    Species(
        id="grayling", name="grayling", bait_from="bed", bait_m=0.08, bait="maggot", hook_size=16,
        pull_n=0.008, source="default", says="Near the bed of steady glides, in shoals.",
    ),
    Species(
        id="dace", name="dace", bait_from="bed", bait_m=0.4, bait="maggot", hook_size=18,
        pull_n=0.004, source="default", says="Mid-water on the fast side of a crease; quick bites.",
    ),
    Species(
        id="chub", name="chub", bait_from="bed", bait_m=0.1, bait="bread-flake", hook_size=10,
        pull_n=0.015, source="default", says="Under cover and creases; follows a steady feed.",
    ),
    Species(
        id="zander", name="zander", bait_from="bed", bait_m=0.1, bait="fish-strip", hook_size=4,
        pull_n=0.03, source="default", says="Near the bed in coloured water, best at dusk.",
    ),
    Species(
        id="char", name="char", bait_from="surface", bait_m=2.0, bait="worm", hook_size=12,
        pull_n=0.015, source="default", says="Deep in clear cold lakes, higher in low light.",
    ),
    Species(
        id="brown-trout", name="brown trout", bait_from="bed", bait_m=0.2, bait="worm", hook_size=12,
        pull_n=0.015, source="default", says="Beside the current, near cover.",
    ),
    Species(
        id="barbel", name="barbel", bait_from="bed", bait_m=0.0, bait="large-worm", hook_size=8,
        pull_n=0.03, source="default", says="On gravel in the current, often laid on.",
    ),
    Species(
        id="common-carp", name="common carp", bait_from="bed", bait_m=0.0, bait="sweetcorn", hook_size=8,
        pull_n=0.025, source="default", says="On the bed along margins; in warm weather under the surface.",
    ),
    Species(
        id="carp-hybrid", name="carp hybrid", bait_from="bed", bait_m=0.02, bait="double-maggot", hook_size=14,
        pull_n=0.008, source="default", says="On or near the bed; bites between those of its parents.",
    ),
    Species(
        id="ide", name="ide", bait_from="bed", bait_m=0.4, bait="bread-flake", hook_size=12,
        pull_n=0.01, source="default", says="Mid-water and up, in shoals, quick to come to feed.",
    ),
    Species(
        id="pike", name="pike", bait_from="bed", bait_m=0.5, bait="whole-fish", hook_size=2,
        pull_n=0.15, source="default", says="Off the bed beside weed and drop-offs; mind local rules on baits.",
    ),
    Species(
        id="wels-catfish", name="wels catfish", bait_from="bed", bait_m=0.3, bait="whole-fish", hook_size=-2,
        pull_n=0.4, source="default", says="Off the bed in deep holes, best at night.",
    ),
    Species(
        id="channel-catfish", name="channel catfish", bait_from="bed", bait_m=0.1, bait="fish-strip", hook_size=4,
        pull_n=0.08, source="default", says="Near the bed in slack beside current, by scent.",
    ),
    Species(
        id="bullhead", name="bullhead", bait_from="bed", bait_m=0.0, bait="worm", hook_size=8,
        pull_n=0.03, source="default", says="On the bed after dark; slow sure bites.",
    ),
    Species(
        id="atlantic-salmon", name="Atlantic salmon", bait_from="bed", bait_m=0.4, bait="prawn", hook_size=4,
        pull_n=0.06, source="default", says="Resting lies off the main current; rules are strict in many places.",
    ),
    Species(
        id="chinook-salmon", name="Chinook salmon", bait_from="bed", bait_m=0.3, bait="egg-cluster", hook_size=-1,
        pull_n=0.08, source="default", says="Low in deep slots and seams.",
    ),
    Species(
        id="coho-salmon", name="coho salmon", bait_from="bed", bait_m=0.6, bait="egg-cluster", hook_size=2,
        pull_n=0.06, source="default", says="Slower pockets and edges, often suspended.",
    ),
    Species(
        id="chum-salmon", name="chum salmon", bait_from="bed", bait_m=0.3, bait="prawn", hook_size=2,
        pull_n=0.06, source="default", says="Inside seams and slower runs, in numbers.",
    ),
    Species(
        id="steelhead", name="steelhead", bait_from="bed", bait_m=0.3, bait="egg-cluster", hook_size=6,
        pull_n=0.04, source="default", says="Seams and tail-outs of cold runs, near the bed.",
    ),
    Species(
        id="rainbow-trout", name="rainbow trout", bait_from="surface", bait_m=1.2, bait="worm", hook_size=10,
        pull_n=0.02, source="default", says="Mid-water in lakes, near cover and bubbles in streams.",
    ),
    Species(
        id="walleye", name="walleye", bait_from="bed", bait_m=0.15, bait="large-worm", hook_size=6,
        pull_n=0.025, source="default", says="Near the bed over edges, best in low light; gentle takes.",
    ),
    Species(
        id="sauger", name="sauger", bait_from="bed", bait_m=0.1, bait="large-worm", hook_size=6,
        pull_n=0.02, source="default", says="On the bed in deep coloured water.",
    ),
    Species(
        id="crappie", name="crappie", bait_from="surface", bait_m=1.8, bait="worm", hook_size=8,
        pull_n=0.008, source="default", says="Suspended round brush and posts; comes up for a bait above it.",
    ),
    Species(
        id="bluegill", name="bluegill", bait_from="surface", bait_m=0.8, bait="worm", hook_size=10,
        pull_n=0.006, source="default", says="Along weed edges in the upper water.",
    ),
    Species(
        id="largemouth-bass", name="largemouth bass", bait_from="surface", bait_m=1.0, bait="large-worm", hook_size=2,
        pull_n=0.06, source="default", says="Beside weed and timber.",
    ),
    Species(
        id="smallmouth-bass", name="smallmouth bass", bait_from="bed", bait_m=0.4, bait="large-worm", hook_size=4,
        pull_n=0.05, source="default", says="Over rock and gravel, off the bed.",
    ),
    Species(
        id="mackerel", name="mackerel", bait_from="surface", bait_m=3.0, bait="fish-strip", hook_size=4,
        pull_n=0.04, source="default", says="Mid-water in shoals, moving with the tide.",
    ),
    Species(
        id="pollack", name="pollack", bait_from="bed", bait_m=1.5, bait="large-worm", hook_size=2,
        pull_n=0.06, source="default", says="Above rough ground and kelp, nearer the surface at dusk.",
    ),
    Species(
        id="bass", name="sea bass", bait_from="surface", bait_m=1.5, bait="prawn", hook_size=2,
        pull_n=0.05, source="default", says="In white water and along walls on the flood.",
    ),
    Species(
        id="wrasse", name="wrasse", bait_from="bed", bait_m=0.3, bait="prawn", hook_size=4,
        pull_n=0.05, source="default", says="Tight to rock and kelp; strike and hold.",
    ),
)  # fmt: skip

SPECIES = tuple(sorted(_LISTED, key=lambda s: s.name.lower()))
"""By name, as they are picked from."""
SPECIES_BY_ID = MappingProxyType({s.id: s for s in SPECIES})
