"""Another hook."""

from __future__ import annotations

from typing import Any, Literal

from brookwind.core.edits.means import Edit, Means, lowest_hook
from brookwind.core.rig.book import hook_size
from brookwind.core.rig.components import Hook
from brookwind.core.rig.document import Rig
from brookwind.core.rig.hooks import hook_of
from brookwind.core.rig.threading import each


class ChangeHook(Edit):
    """Another lowest hook, or another barb on every hook. What is None stays. NotUnderstood for unknown ones."""

    do: Literal["change-hook"] = "change-hook"
    size: int | None = None
    pattern: str | None = None
    barb: Literal["barbed", "micro", "barbless"] | None = None
    every: bool | None = None
    """The barb of every hook, not only of the lowest."""

    def on(self, rig: Rig, means: Means) -> Rig:
        """With it."""
        old = lowest_hook(rig)
        pattern = means.book.pattern(self.pattern or (old.pattern if old.pattern in means.book.patterns else "round"))
        fields: dict[str, Any] = {"barb": self.barb or old.barb}
        if self.size is not None or self.pattern is not None:
            new = hook_of(hook_size(old.size if self.size is None else self.size), pattern)
            fields |= {"size": self.size or old.size, "pattern": pattern.id, "mass_kg": new.mass_kg, "label": new.label}
        changed = each(rig, lambda c: c.model_copy(update=fields) if c.id == old.id else c)
        if not self.every:
            return changed
        barb = {"barb": fields["barb"]}
        return each(changed, lambda c: c.model_copy(update=barb) if isinstance(c, Hook) else c)
