"""Put another float on."""

from __future__ import annotations

from typing import Literal

from brookwind.core.edits.means import Edit, Means
from brookwind.core.errors import NotUnderstood
from brookwind.core.floats.body import float_body, is_usual_tip
from brookwind.core.floats.spec import FloatSpec
from brookwind.core.floats.types import FLOAT_TYPE
from brookwind.core.rig.components import Float
from brookwind.core.rig.document import Rig


class ChangeFloat(Edit):
    """Put another float on. NotUnderstood when it cannot be held so."""

    do: Literal["change-float"] = "change-float"
    spec: FloatSpec
    item: str | None = None

    def on(self, rig: Rig, means: Means) -> Rig:
        """With it."""
        kind, old = FLOAT_TYPE.get(self.spec.type), rig.float_piece
        if kind is None or old.mount not in kind.mounts:
            name = kind.name if kind else self.spec.type
            raise NotUnderstood.one(
                "float-for-family",
                f"A {name} cannot be put on this kind of rig.",
                "Take another float or start another rig.",
                ("spec", "type"),
            )
        new = Float(
            id=old.id, label=self.spec.label, item=self.item, spec=self.spec, mount=old.mount,
            position_m=old.position_m,
        )  # fmt: skip
        # A wish that was only the old float's habit becomes the new one's; a tip the angler chose stays.
        aim = rig.aim
        if is_usual_tip(aim.tip_m, old.spec):
            aim = aim.model_copy(update={"tip_m": float_body(self.spec).usual_tip_m})
        return rig.replace_components(tuple(new if c.id == old.id else c for c in rig.components), aim=aim)
