"""Set some fields of the conditions and their limits."""

from __future__ import annotations

from typing import Annotated, Any, Literal

from pydantic import Field, ValidationError

from brookwind.core.edits.means import Edit, Means
from brookwind.core.rig.document import Conditions, Rig
from brookwind.core.rig.refusals import from_validation

Value = float | bool | str | None
Fields = Annotated[dict[Annotated[str, Field(max_length=40)], Value], Field(max_length=40)]


class SetConditions(Edit):
    """Set fields of the conditions the rig is fished in, and of the limits its capacity is judged by.

    What is not named stays. BrookwindError with the field's path when a value cannot be.
    """

    do: Literal["set-conditions"] = "set-conditions"
    conditions: Fields = Field(default_factory=dict)
    limits: Fields = Field(default_factory=dict)

    def on(self, rig: Rig, means: Means) -> Rig:
        """With them set."""
        old = rig.conditions.model_dump()
        changed: dict[str, Any] = {**old, **self.conditions, "limits": {**old["limits"], **self.limits}}
        try:
            return rig.model_copy(update={"conditions": Conditions.model_validate(changed)})
        except ValidationError as error:
            raise from_validation(error).under("conditions") from error
