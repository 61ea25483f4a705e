"""The float as it stands where it is fished: what hangs on it, and what the current adds to that or takes off."""

from __future__ import annotations

from dataclasses import replace

from brookwind.core.errors import BrookwindError
from brookwind.core.floats.immersion import immersion_at_load_m
from brookwind.core.motion.afloat import go
from brookwind.core.motion.setup import moves, setup_of
from brookwind.core.rest.hang import hanging
from brookwind.core.rest.settle import Settled, settle
from brookwind.core.rest.stop import set_stop, stop_setting
from brookwind.core.rig.document import Rig

MADE_UP_SHARE = 0.05
"""What the current takes off the load or adds to it is made up with shot as far as this share of it; beyond, the float
is held too hard, and with so much more shot it would go under when it is let go. Editable default."""


def weighed(rig: Rig) -> Settled:
    """A rig at rest with everything hanging that hangs when it is fished.

    In a current a longer setting is right, and the hook would lie on the bed in still water: it is weighed with its
    stop as for still water.

    rig: the rig.
    Raises: BrookwindError when the float cannot be.
    """
    settled = settle(rig)
    if not settled.laid.on_bed or not moves(rig, setup_of(rig, settled.water_kg_m3)):
        return settled
    try:
        return settle(set_stop(rig, stop_setting(rig, settled).wanted_m))
    except BrookwindError:
        return settled


def lifted_n(rig: Rig, hung: Settled | None = None) -> float:
    """What the current takes off the float's load, less than nothing when it adds to it. [N]

    rig: the rig.
    hung: it as `weighed`, if known.
    Nothing in still water, for a float that a tight line holds or that does not stand, for a rig that lies on the bed,
    and where it is more than `MADE_UP_SHARE`.
    Source: `go`.
    """
    rest = hung or weighed(rig)
    setup = setup_of(rig, rest.water_kg_m3)
    if not moves(rig, setup) or rest.status != "stands" or rest.rod_n or rest.laid.on_bed:
        return 0.0
    try:
        found = go(rig, rest, setup, hanging(rig, rest.water_kg_m3))
    except BrookwindError:
        return 0.0
    lifted = rest.pull_n - found.resting.load_n
    made_up = found.status == "stands" and abs(lifted) <= MADE_UP_SHARE * rest.pull_n
    return lifted if made_up else 0.0


def as_fished(rig: Rig, lifted: float | None = None) -> Settled:
    """A rig as `weighed`, its load and waterline as the current has them.

    rig: the rig.
    lifted: what `lifted_n` says of it, if known. [N]
    Raises: BrookwindError when the float cannot be.
    """
    rest = weighed(rig)
    if lifted is None:
        lifted = lifted_n(rig, rest)
    carried = rest.pull_n - lifted
    immersion = immersion_at_load_m(rest.body, carried, rest.water_kg_m3) if lifted else None
    if immersion is None:
        return rest
    return replace(rest, pull_n=carried, immersion_m=immersion, tip_m=rest.body.length_m - immersion)
