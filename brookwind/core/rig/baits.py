"""Baits: what one weighs, whether it floats, the hooks that suit, how to mount it, how it fails.

Masses and densities are editable defaults without a source; weigh yours and time its fall.
"""

from __future__ import annotations

from math import pi

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
    notes: str = Field(default="", max_length=4000)
    """The angler's own."""

    @property
    def thickness_m(self) -> float:
        """Thickness of an ellipsoid of its length and volume. [m]

        d = sqrt(6 V / (pi l))
        """
        volume = self.mass_kg / self.density_kg_m3
        return float((6.0 * volume / (pi * self.length_m)) ** 0.5)


def _bait(
    id: str, name: str, mg: float, density: float, mm: float, hooks: tuple[int, int], mounted: str,
    casts: int, fails: str, live: bool = False,
) -> BaitKind:  # fmt: skip
    return BaitKind(
        id=id, name=name, mass_kg=mg * 1e-6, density_kg_m3=density, length_m=mm * 1e-3, hooks=hooks,
        mounted=mounted, lasts_casts=casts, fails=fails, live=live, source="default",
    )  # fmt: skip


BAIT_KINDS = (
    _bait("maggot", "maggot", 45, 1080, 10, (22, 16), "Nick the skin at the blunt end; let it wriggle.", 3,
          "Sucked to a skin by small fish."),
    _bait("double-maggot", "two maggots", 90, 1080, 12, (20, 14), "Blunt ends, back to back, so that it does not spin.",
          3, "One is taken and the other left."),
    _bait("caster", "caster", 40, 1060, 9, (20, 16), "Thread it on and bury the hook, or nick the blunt end.", 1,
          "The shell cracks; one bite, one bait."),
    _bait("floating-caster", "floating caster", 30, 930, 9, (18, 16), "As caster; it takes weight off the hook.", 1,
          "The shell cracks."),
    _bait("hemp", "hemp seed", 25, 1150, 4, (20, 16), "Push the bend into the split.", 2, "Falls off a coarse hook."),
    _bait("bloodworm", "bloodworm", 8, 1040, 12, (22, 20), "Through the third ring, one or two.", 1,
          "Bursts on anything but fine wire."),
    _bait("worm", "small worm", 500, 1050, 45, (14, 8), "Once through the saddle, or threaded up a long shank.", 5,
          "Bitten short below the hook."),
    _bait("large-worm", "large worm", 2500, 1050, 90, (8, 2), "Head up the shank, tail free.", 6,
          "The tail is pulled off."),
    _bait("sweetcorn", "sweetcorn", 350, 1100, 9, (16, 8), "Through the skin at the pale end.", 6,
          "The inside washes out; the skin stays."),
    _bait("bread-flake", "bread flake", 800, 1010, 18, (12, 6), "Fold over the shank and pinch, edges loose.", 1,
          "Washes off within minutes."),
    _bait("bread-crust", "bread crust", 400, 600, 15, (10, 6), "In through the crumb, out through the crust.", 2,
          "Soaks and sinks."),
    _bait("paste", "paste", 1200, 1150, 13, (12, 6), "Mould it round the bend, point just under.", 1,
          "Falls off the cast when soft."),
    _bait("pellet", "soft pellet", 200, 1180, 7, (18, 12), "Through the middle, point out.", 2, "Swells and splits."),
    _bait("bean", "bean, cooked", 700, 1090, 14, (12, 8), "Along the long side, point out.", 8,
          "The skin slides off."),
    _bait("insect", "natural insect", 60, 900, 15, (14, 10), "Once through the back.", 1, "Drowns and tears."),
    _bait("crayfish-tail", "prawn tail, small", 900, 1060, 25, (10, 4), "From the thick end, along the curl.", 3,
          "Softens and slides down."),
    _bait("prawn", "prawn", 1500, 1070, 45, (6, -1), "Through the tail, up the body, so that it does not spin.", 3,
          "Pulled off from the tail."),
    _bait("egg-cluster", "egg cluster, floating", 900, 960, 14, (8, 2), "Under a loop of the snell, point free.", 8,
          "Washes pale and stops smelling."),
    _bait("single-egg", "salmon egg", 120, 1070, 7, (14, 10), "Through the skin twice.", 2, "Milks out and shrivels."),
    _bait("soft-bead", "soft bead, pegged", 250, 1000, 10, (10, 6), "Pegged above the hook; mind the rule on distance.",
          60, "The peg slips."),
    _bait("foam-grub", "foam-bodied grub", 300, 700, 20, (10, 4), "Foam on the shank; it lifts the hook.", 40,
          "Torn by teeth."),
    _bait("soft-lure", "soft lure", 1800, 1150, 55, (6, -1), "Threaded straight: a bend makes it spin.", 40,
          "Tears at the head and slides down."),
    _bait("ragworm", "ragworm", 3000, 1060, 100, (6, -1), "Head first up the shank, tail loose.", 2,
          "Tail bitten off; goes limp in fresh water."),
    _bait("lugworm", "lugworm", 5000, 1070, 110, (4, -2), "Threaded up to the eye.", 2, "Bursts on a hard cast."),
    _bait("mussel", "mussel", 4000, 1060, 40, (4, -2), "Through the tough foot, tied with thin thread.", 1,
          "Flies off without thread."),
    _bait("crab", "small crab, peeled", 9000, 1100, 35, (2, -2), "Tied along the shank with thin thread.", 2,
          "Picked to nothing by small fish."),
    _bait("fish-strip", "strip of fish", 1500, 1060, 70, (6, -1), "Once through the thick end, so that it flutters.",
          4, "Washes out; change it."),
    _bait("whole-fish", "small dead fish", 15000, 1040, 110, (2, -4), "Front hook at the head, rear hook hanging at "
          "the tail; a knot of thread keeps it straight.", 4, "Softens and folds, then spins."),
    _bait("live-fish", "small live fish", 12000, 1030, 90, (2, -4), "Through the lips; only where it is allowed.", 4,
          "Tires and lies over.", live=True),
)  # fmt: skip
"""By kind, from the smallest; the first of a kind is the usual one."""
