"""Cautions, short, each where the act happens. They defer to the law, the owner and the people on the spot."""

from __future__ import annotations

from collections.abc import Callable

from brookwind.core.floats.types import FLOAT_TYPE
from brookwind.core.matter.density import SALT_WATER
from brookwind.core.proof.check import Check, Subject
from brookwind.core.rig.components import Bait, Shot, Weight
from brookwind.core.rig.document import Rig
from brookwind.core.rig.families import FAMILY
from brookwind.core.situation import Situation

LONG_ROD_M = 4.5
"""A rod longer than this reaches up like a pole. [m] Editable default."""
STRONG_CURRENT_M_S = 0.3
"""A current to mind when wading. [m/s] Editable default."""
COLD_C = 5.0
"""Water this cold takes strength within minutes. [°C] Editable default."""
WARM_C = 21.0
"""Water this warm holds little oxygen. [°C] Editable default."""


def _due(id: str, station: Subject, says: str, due: Callable[[Rig], bool], source: str = "default") -> Check:
    """A caution, due for some rigs."""
    name = f"mind: {id.replace('-', ' ')}"
    return Check(
        id, name, station, "mind", lambda c, situation: c.finds() if due(situation.rig) else None, says, source=source
    )


def _lead(rig: Rig) -> bool:
    return any(isinstance(c, Shot | Weight) and c.material == "lead" for c in rig.components)


def _live(situation: Situation) -> bool:
    kinds = (situation.book.baits.get(c.item or "") for c in situation.rig.components if isinstance(c, Bait))
    return any(kind is not None and kind.live for kind in kinds)


def _long(rig: Rig) -> bool:
    return rig.conditions.tackle != "rod" or rig.conditions.rod_m > LONG_ROD_M


MIND = (
    _due("power-lines", "line", "Look up before you lift a pole or long rod: keep well clear of power lines, obey "
            "the notices, and mind how far it reaches when you unship it.", _long),
    _due("lightning", "line", "Thunder: put the rod down and leave the water.", _long),
    _due("hooks", "line", "Hooks: draw knots down with pliers or a loop, look behind before you cast, wear glasses.",
            lambda rig: True),
    _due("lead", "load", "Lead: many places forbid it in some sizes. Never close shot with your teeth; wash your "
            "hands before you eat.", _lead),
    _due("winder", "line", "Not on a flat winder: kinks stop the line in the float. Keep it on a spool or the top kit.",
            lambda rig: rig.float_piece.mount == "pole-sliding"),
    _due("swell", "water", "Sea mark: watch the swell for ten minutes first, never go alone, wear a lifejacket.",
            lambda rig: rig.water.salinity > SALT_WATER),
    _due("tide", "water", "Know your way out before the tide cuts it off.",
            lambda rig: rig.water.salinity > SALT_WATER),
    _due("wading", "water", "Wading: staff and belt, feel for each step, leave at the first sign of rising water.",
            lambda rig: rig.conditions.wading or rig.conditions.current_m_s >= STRONG_CURRENT_M_S),
    _due("cold", "water", "Cold water takes your strength within minutes: a flotation suit, and somebody near.",
            lambda rig: rig.water.temperature_c <= COLD_C),
    _due("ice", "water", "Ice: do not stand on it to fish a float.", lambda rig: rig.water.temperature_c <= 1.0),
    _due("warm", "bait", "Warm water: fish tire for good. Play them quickly, keep them in the water, or stop.",
            lambda rig: rig.water.temperature_c >= WARM_C),
    _due("fish-care", "bait", "Wet hands, unhook over water or a wet mat, hold it into the flow until it swims off. "
            "Check, clean and dry your nets.", lambda rig: True),
    _due("balloon", "float", "Bring the balloon home: a lost one kills. Leave no line or tube behind.",
            lambda rig: FLOAT_TYPE[rig.float_piece.spec.type].litter),
    Check("live-bait", "mind: live bait", "bait", "mind", lambda c, situation: c.finds() if _live(situation) else None,
          "Live bait is forbidden in many places: read the rule first.", source="default"),
    _due("overload", "load", "An overloaded float is forbidden in some places.",
            lambda rig: (f := FAMILY.get(rig.family)) is not None and f.layout.overload > 1.0),
)  # fmt: skip
