"""Fish for something else."""

from __future__ import annotations

from math import sqrt
from typing import Literal

from brookwind.core.edits.change_bait import with_bait
from brookwind.core.edits.change_hook import ChangeHook
from brookwind.core.edits.change_line import ChangeLine, with_line
from brookwind.core.edits.means import Edit, Means
from brookwind.core.rig.components import LineSection
from brookwind.core.rig.document import Aim, Rig, of_kind
from brookwind.core.rig.families import FAMILY, family_aim, usual_lie
from brookwind.core.rig.habits import Habits
from brookwind.core.rig.lines import diameter_for_m, line_strength_n
from brookwind.core.rig.species import feeding


class ChangeSpecies(Edit):
    """Fish for something else: where it feeds now, its usual bait and hook, and a hooklength that bears it.

    NotUnderstood for an unknown fish.
    """

    do: Literal["change-species"] = "change-species"
    species: str

    def on(self, rig: Rig, means: Means) -> Rig:
        """For that fish."""
        species = means.book.fish(self.species)
        family = FAMILY.get(rig.family)
        if family is None:
            lie = usual_lie(feeding(species, rig.water.temperature_c).lie, rig.water.depth_m)
            aim = Aim(tip_m=rig.aim.tip_m, bait_from=lie.bait_from, bait_m=lie.bait_m)
        else:
            aim = family_aim(family, species, rig.water, rig.float_piece.spec, Habits())
            aim = aim.model_copy(update={"tip_m": rig.aim.tip_m})
        changed = rig.replace_components(rig.components, aim=aim, species=species.id)
        hook = min(species.hooks[0], max(species.hooks[1], species.hook_size))
        changed = ChangeHook(size=hook).on(with_bait(changed, species.bait, means.book), means)
        return _strong_enough(changed, species.line_n)


def _strong_enough(rig: Rig, line_n: tuple[float, float]) -> Rig:
    """Another hooklength when the one there is too weak or too strong for the fish, and a main line above it."""
    leader = next((s for s in of_kind(rig, LineSection) if s.role == "hooklength"), None)
    if leader is None or 0.9 * line_n[0] <= line_strength_n(leader) <= 1.3 * line_n[1]:
        return rig
    wanted = diameter_for_m(sqrt(line_n[0] * line_n[1]), leader.material)
    return with_line(rig, ChangeLine(role="hooklength", diameter_m=wanted))
