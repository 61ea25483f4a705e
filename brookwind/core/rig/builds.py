"""How rigs are threaded, from rod to hook. Each builder makes the components of one kind of rig."""

from __future__ import annotations

from math import pi
from typing import Any, Literal

from brookwind.core.floats.spec import FloatSpec
from brookwind.core.floats.types import FLOAT_TYPE
from brookwind.core.matter.materials import BEAD_DENSITY_KG_M3, BRASS_KG_M3, WEIGHT_MATERIAL
from brookwind.core.rig.components import Bait, Bead, Float, Hook, Shot, Sleeve, Stop, Swivel, Weight
from brookwind.core.rig.family import Parts, Tie, line
from brookwind.core.rig.hooks import hook_of
from brookwind.core.rig.shot_series import MODERN_MASS_KG

BACK_SHOT_ABOVE_M = 0.25
"""Back shot this far above a slapped float. [m] Editable default."""
LIFT_SHOT_M = 0.06
"""The lift shot sits this far above the hook. [m] Editable default."""
BUBBLE_SHOT_M = 0.9
"""The tiny shot under a bubble float. [m] Editable default; tied at 0.7 to 1.2 m."""
TOP_SHOT_SPARE_M = 1.0
"""The top shot is this much longer than the setting. [m] Editable default."""
WEAK_LINK_M = 0.12
"""Length of the link that a lead hangs on. [m] Editable default."""
BEAD_OVER_BORE = 4.0
"""A stop's bead over the bore it must not enter. Editable default."""
JIG_KG = 0.002
"""A jig's head. [kg] Editable default."""
SWIVEL_KG = 0.0004
"""A small swivel. [kg] Editable default."""


def main_line(tie: Tie) -> Parts:
    """The line from the rod down to the leader's knot, with its top shot if there is one.

    tie: what the rig is tied from.
    """
    if tie.habits.main == "nylon":
        return (_greased(tie, line("main", "nylon", tie.main_m, tie.join_m)),)
    if not tie.habits.top_shot:
        return (_greased(tie, line("main", "braid", tie.main_m, tie.join_m)),)
    above = tie.setting_m + TOP_SHOT_SPARE_M
    return (line("main", "braid", tie.main_m, above), line("top-shot", "nylon", tie.main_m, tie.join_m))


def _greased(tie: Tie, section: Any) -> Any:
    wants = tie.family.line_wants == "floats" if tie.habits.greased is None else tie.habits.greased
    return section.model_copy(update={"greased": wants})


def end(tie: Tie) -> Parts:
    """Hooklength, hook and bait.

    tie: what the rig is tied from.
    """
    return (line("hooklength", tie.leader_material, tie.leader_m, 0.0), *_jig(tie), *_hook(tie, "hook", "bait", 0.0))


def tandem(tie: Tie) -> Parts:
    """Two hooks in line, half the leader apart, each with its bait.

    tie: what the rig is tied from.
    """
    apart = 0.5 * tie.join_m
    return (
        line("hooklength", tie.leader_material, tie.leader_m, 0.0),
        *_hook(tie, "upper-hook", "upper-bait", apart),
        *_hook(tie, "hook", "bait", 0.0),
    )


def _jig(tie: Tie) -> Parts:
    wanted = tie.family.jig if tie.habits.jig is None else tie.habits.jig
    return (jig_head(),) if wanted and tie.family.slides else ()


def jig_head() -> Weight:
    """The weighted head of a jig, at the hook."""
    lead = WEIGHT_MATERIAL["lead"]
    return Weight(
        id="jig",
        label="2 g jig head",
        shape="jig",
        mass_kg=JIG_KG,
        material=lead.id,
        density_kg_m3=lead.density_kg_m3,
        position_m=0.0,
    )


def _hook(tie: Tie, hook_id: str, bait_id: str, position_m: float) -> Parts:
    hook, bait = hook_of(tie.hook, tie.pattern), tie.bait
    return (
        Hook(
            id=hook_id, label=hook.label, size=tie.hook.size, pattern=tie.pattern.id,
            barb=tie.habits.hooks, mass_kg=hook.mass_kg, density_kg_m3=hook.density_kg_m3, position_m=position_m,
        ),
        Bait(
            id=bait_id, label=bait.name, hook=hook_id, mass_kg=bait.mass_kg, density_kg_m3=bait.density_kg_m3,
            item=bait.id,
        ),
    )  # fmt: skip


def _float(tie: Tie) -> Float:
    position = None if tie.family.slides else tie.setting_m
    return Float(id="float", label=tie.spec.label, spec=tie.spec, mount=tie.family.mount, position_m=position)


def shot(id: str, size: str, role: Literal["back", "lift", "bulk"], position_m: float) -> Shot:
    """A lead shot of the modern series.

    id: of the piece.
    size: as printed.
    role: its task.
    position_m: from the hook. [m]
    """
    lead = WEIGHT_MATERIAL["lead"]
    return Shot(
        id=id, label=size if not size.isdigit() else f"No {size}", role=role, mass_kg=MODERN_MASS_KG[size],
        material=lead.id, density_kg_m3=lead.density_kg_m3, position_m=position_m,
    )  # fmt: skip


def waggler(tie: Tie) -> Parts:
    """A float held at its foot; locking shot are chosen with the load.

    tie: what the rig is tied from.
    """
    return (*main_line(tie), _float(tie), *end(tie))


def lift(tie: Tie) -> Parts:
    """A float held at its foot and one larger shot close to the hook.

    tie: what the rig is tied from.
    """
    at = min(LIFT_SHOT_M, 0.5 * tie.join_m)
    leader, *rest = end(tie)
    size = "BB" if (tie.spec.capacity_kg or 0.0) >= 0.0012 else "4"
    return (*main_line(tie), _float(tie), leader, shot("lift-shot", size, "lift", at), *rest)


def on_stops(tie: Tie) -> Parts:
    """A float between two rubbers on the line, at its foot or with the line through it.

    tie: what the rig is tied from.
    """
    gap = 0.008
    return (
        *main_line(tie),
        Stop(id="stop-above", label="rubber above", material="rubber", position_m=tie.setting_m + gap),
        _float(tie),
        Stop(id="stop-below", label="rubber below", material="rubber", position_m=max(0.0, tie.setting_m - gap)),
        *end(tie),
    )


def bubble(tie: Tie) -> Parts:
    """A ball between two rubbers and one tiny shot well above the hook.

    tie: what the rig is tied from.
    """
    *above, leader, hook, bait = on_stops(tie)
    at = min(BUBBLE_SHOT_M, 0.6 * tie.setting_m)
    tiny = shot("bubble-shot", "8", "bulk", at)
    if at > tie.join_m:
        return (*above, tiny, leader, hook, bait)
    return (*above, leader, tiny, hook, bait)


def pole(tie: Tie) -> Parts:
    """A pole float: eye and two silicones on the stem; with a long lash a back shot keeps the line tight.

    tie: what the rig is tied from.
    """
    return slapped(tie) if tie.habits.lash == "long" else bare_pole(tie)


def bare_pole(tie: Tie) -> Parts:
    """A pole float with nothing above it, however long the lash: nothing may splash over a fish that is seen.

    tie: what the rig is tied from.
    """
    return (*main_line(tie), _float(tie), *_silicones(), *end(tie))


def slapped(tie: Tie) -> Parts:
    """A pole float with a back shot on the lash.

    tie: what the rig is tied from.
    """
    back = shot("back-shot", "10", "back", tie.setting_m + BACK_SHOT_ABOVE_M)
    return (*main_line(tie), back, _float(tie), *_silicones(), *end(tie))


def _silicones() -> Parts:
    return (
        Sleeve(id="silicone-1", label="silicone on the stem"),
        Sleeve(id="silicone-2", label="silicone at the stem's foot"),
    )


def top_and_bottom(tie: Tie) -> Parts:
    """Rubbers at tip and base.

    tie: what the rig is tied from.
    """
    rubbers = Sleeve(id="rubber-1", label="rubber at the tip"), Sleeve(id="rubber-2", label="rubber at the base")
    return (*main_line(tie), rubbers[0], _float(tie), rubbers[1], *end(tie))


def peg(tie: Tie) -> Parts:
    """A peg through the float's middle pinches the line.

    tie: what the rig is tied from.
    """
    return (*main_line(tie), _float(tie), Sleeve(id="peg", label="peg through the float"), *end(tie))


def _stopped(tie: Tie) -> Parts:
    """Stop and bead over a sliding float."""
    material: Literal["thread", "rubber"] = "rubber" if tie.habits.stop == "rubber" else "thread"
    name = "rubber stop" if material == "rubber" else "stop knot"
    stops: list[Any] = [Stop(id="stop", label=name, material=material, position_m=tie.setting_m)]
    if tie.habits.stop == "two":
        stops.insert(0, Stop(id="stop-2", label="second stop knot", position_m=tie.setting_m + 0.01))
    return (*stops, *((stop_bead(tie.spec),) if tie.habits.bead else ()))


def stop_bead(spec: FloatSpec) -> Bead:
    """The bead between a stop and a sliding float, small on a small float: four times as wide as its bore.

    spec: the float.
    """
    kind = FLOAT_TYPE.get(spec.type)
    bore = spec.bore_m or (kind.bore_m if kind else 0.0012)
    return _bead("stop-bead", "stop bead", round(min(0.005, BEAD_OVER_BORE * bore), 4))


def _bead(id: str, label: str, length_m: float) -> Bead:
    mass = pi / 6.0 * length_m**3 * BEAD_DENSITY_KG_M3
    return Bead(id=id, label=label, length_m=length_m, mass_kg=round(mass, 9), density_kg_m3=BEAD_DENSITY_KG_M3)


def _swivel(tie: Tie) -> Swivel:
    return Swivel(id="swivel", label="swivel", mass_kg=SWIVEL_KG, density_kg_m3=BRASS_KG_M3, position_m=tie.join_m)


def slider(tie: Tie) -> Parts:
    """Stop, bead, float, and nothing it rests on but its weights.

    tie: what the rig is tied from.
    """
    return (*main_line(tie), *_stopped(tie), _float(tie), *end(tie))


def in_line_slider(tie: Tie) -> Parts:
    """Stop, bead, float on the line, cushion, swivel; the lead is chosen with the load.

    tie: what the rig is tied from.
    """
    cushion = _bead("cushion", "cushion bead", 0.006)
    return (*main_line(tie), *_stopped(tie), _float(tie), cushion, _swivel(tie), *end(tie))


def slider_to_swivel(tie: Tie) -> Parts:
    """Stop, bead, float, swivel; shot is pinched above the swivel, or a lead hangs there on a link.

    tie: what the rig is tied from.
    """
    return (*main_line(tie), *_stopped(tie), _float(tie), _swivel(tie), *end(tie))


def dragging(tie: Tie) -> Parts:
    """A slider over a swivel, with two baits in tandem.

    tie: what the rig is tied from.
    """
    return (*main_line(tie), *_stopped(tie), _float(tie), _swivel(tie), *tandem(tie))


def balloon(tie: Tie) -> Parts:
    """A balloon on a snap swivel under a stop, a running lead, a strong leader.

    tie: what the rig is tied from.
    """
    snap = Sleeve(id="snap", label="snap swivel for the balloon")
    cushion = _bead("cushion", "cushion bead", 0.008)
    return (*main_line(tie), *_stopped(tie), snap, _float(tie), cushion, _swivel(tie), *end(tie))
