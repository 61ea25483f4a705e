"""How an angler ties: the choices between schools that change what is threaded."""

from __future__ import annotations

from typing import Literal

from brookwind.core.frozen import Frozen


class Habits(Frozen):
    """Choices that shape a new rig. The defaults are those of the schools' table."""

    weights: Literal["bulk", "strung", "bulk-and-droppers", "usual"] = "usual"
    main: Literal["nylon", "braid"] = "nylon"
    top_shot: bool = False
    """A length of nylon between braid and rig."""
    greased: bool | None = None
    """The line above the float is greased to float; None: as the family wants."""
    stop: Literal["thread", "rubber", "two"] = "thread"
    bead: bool = True
    jig: bool | None = None
    """A weighted jig instead of a plain hook; None: as the family is."""
    leader: Literal["short", "long"] = "short"
    stack: Literal["few", "many"] | None = None
    """A few large weights or many small; None: as the family is."""
    tip: Literal["dotted", "extra"] | None = None
    """Less or more tip than is usual for the float; None: the usual."""
    lash: Literal["short", "long"] = "short"
    hooks: Literal["barbed", "barbless"] = "barbed"
