"""Every change of a rig, and the one way to make it."""

from __future__ import annotations

from typing import Annotated, TypeAlias

from pydantic import Field, ValidationError

from brookwind.core.edits.add_shot import AddShot
from brookwind.core.edits.change_bait import ChangeBait
from brookwind.core.edits.change_bead import ChangeBead
from brookwind.core.edits.change_end import ChangeEnd
from brookwind.core.edits.change_family import ChangeFamily
from brookwind.core.edits.change_float import ChangeFloat
from brookwind.core.edits.change_hook import ChangeHook
from brookwind.core.edits.change_leader import ChangeLeader
from brookwind.core.edits.change_line import ChangeLine
from brookwind.core.edits.change_main import ChangeMain
from brookwind.core.edits.change_metal import ChangeMetal
from brookwind.core.edits.change_species import ChangeSpecies
from brookwind.core.edits.change_stop import ChangeStop
from brookwind.core.edits.fix import Fix
from brookwind.core.edits.lower_weights import LowerWeights
from brookwind.core.edits.means import Means
from brookwind.core.edits.move import Move
from brookwind.core.edits.mute import Mute
from brookwind.core.edits.remove import Remove
from brookwind.core.edits.replace import Replace
from brookwind.core.edits.resize import Resize
from brookwind.core.edits.set_aim import SetAim
from brookwind.core.edits.set_conditions import SetConditions
from brookwind.core.edits.set_depth import SetDepth
from brookwind.core.edits.set_for_mark import SetForMark
from brookwind.core.edits.set_lash import SetLash
from brookwind.core.edits.set_stop import SetStop
from brookwind.core.edits.several import Bunch, Copy, MoveSeveral, Spread
from brookwind.core.edits.swap import Swap
from brookwind.core.edits.take import Take
from brookwind.core.edits.tie import Tie
from brookwind.core.rig.document import Rig
from brookwind.core.rig.refusals import from_validation

Change: TypeAlias = Annotated[
    SetStop
    | SetForMark
    | LowerWeights
    | AddShot
    | Resize
    | Swap
    | Remove
    | Move
    | MoveSeveral
    | Copy
    | Bunch
    | Spread
    | Replace
    | Fix
    | ChangeFloat
    | ChangeFamily
    | ChangeSpecies
    | ChangeBait
    | ChangeHook
    | ChangeLine
    | ChangeMain
    | ChangeLeader
    | ChangeStop
    | ChangeBead
    | ChangeEnd
    | ChangeMetal
    | SetConditions
    | SetDepth
    | SetAim
    | SetLash
    | Take
    | Tie
    | Mute,
    Field(discriminator="do"),
]


def apply(rig: Rig, change: Change, means: Means | None = None) -> Rig:
    """The rig after a change, checked as if it had been read; the same one when nothing changes.

    rig: the rig; it is not altered.
    change: what to do.
    means: box, book and habits; an empty box and the book as it ships when left out.
    Raises: BrookwindError with a sentence when it cannot be done, or when the reader would refuse what comes of it.
    """
    changed = change.on(rig, means or Means())
    if changed is rig:
        return rig
    try:
        # Copies are not checked where they are made: the whole is checked here.
        return Rig.model_validate(changed.model_dump())
    except ValidationError as error:
        raise from_validation(error) from error
