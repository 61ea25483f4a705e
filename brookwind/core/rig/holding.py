"""What holds the float of a rig on its line."""

from __future__ import annotations

from brookwind.core.rig.components import Component, Float, Stop

HOLDS = frozenset({"stop", "shot", "swivel"})
"""Kinds of piece that a running float comes to rest on."""


class Held:
    """The float among the components, and what it hangs from."""

    def __init__(self, of: tuple[Component, ...]) -> None:
        """Find it once.

        of: the components, in threading order, with one float.
        """
        self.of = of
        at, self.float_piece = next((i, c) for i, c in enumerate(of) if isinstance(c, Float))
        fixed = self.float_piece.position_m is not None
        self.stop = None if fixed else next((c for c in reversed(of[:at]) if isinstance(c, Stop)), None)
        free = not fixed and self.stop is None
        below = (c for c in of[at + 1 :] if c.kind in HOLDS and getattr(c, "position_m", None))
        self.rests_on: Component | None = next(below, None) if free else None
        holder = self.float_piece if fixed else self.stop or self.rests_on
        self.setting_m: float = getattr(holder, "position_m", 0.0)
