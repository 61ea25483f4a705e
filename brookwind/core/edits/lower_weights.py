"""Bring the weights down under a shorter setting."""

from __future__ import annotations

from typing import Literal

from brookwind.core.edits.means import Edit, Means
from brookwind.core.rest.stop import CLEAR_M, hangs_past, least_setting_m, rides_with_float
from brookwind.core.rig.document import Rig
from brookwind.core.rig.threading import each, hooklength_join_m
from brookwind.core.situation import Situation


class LowerWeights(Edit):
    """Bring what sits between knot and float closer together, in proportion, so that the stop can be set. The same rig
    when it fits; OutOfRange when the leader alone is too long, or the stop belongs nowhere.
    """

    do: Literal["lower-weights"] = "lower-weights"

    def on(self, rig: Rig, means: Means) -> Rig:
        """With the weights lower; the stop is left where it is."""
        wanted, least = Situation(rig).setting_m, least_setting_m(rig)
        if wanted >= least - 1e-9:
            return rig
        knot = hooklength_join_m(rig)
        old, new = least - knot, wanted - knot - CLEAR_M
        if new < CLEAR_M:
            raise hangs_past(rig, wanted, least)
        riders = set(rides_with_float(rig))

        def lowered(position: float) -> float:
            return knot + (position - knot) * new / old if position > knot else position

        return each(
            rig,
            lambda c: (
                c.model_copy(update={"position_m": lowered(c.position_m)})
                if c.id not in riders and getattr(c, "position_m", None) is not None
                else c
            ),
        )
