"""For every check a rig that fires it and one that keeps it."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

from brookwind.core.balance.ready import SHOP, ready_rig
from brookwind.core.edits.change_bait import ChangeBait
from brookwind.core.edits.change_line import ChangeLine
from brookwind.core.edits.change_metal import ChangeMetal
from brookwind.core.edits.tie import Tie
from brookwind.core.rest.stop import set_stop
from brookwind.core.rig.components import Hook, Shot
from brookwind.core.rig.document import Conditions, Rig, Water
from brookwind.core.rig.families import Start
from brookwind.core.rules.place_rules import Place, PlaceRules
from brookwind.core.situation import Situation
from brookwind.demo.load import demo_rigs

from ..tying import edit
from .test_place_rules import CASES

RIGS = {r.id: r for r in demo_rigs()}
RUDD, GRAYLING = RIGS["rudd-strung"], RIGS["grayling-avon"]
SLIDER = ready_rig("in-line-slider", Water(depth_m=5.0), "s", "Slider", Start(species="bream")).rig
WAGGLER = ready_rig("waggler", Water(depth_m=2.0), "w", "Waggler").rig
BALLOON = ready_rig("balloon", Water(depth_m=6.0), "b", "Balloon").rig
STACK = ready_rig("bottom-slider", Water(depth_m=6.0), "k", "Stack").rig
HELD = ready_rig("pole-slider", Water(depth_m=3.0), "h", "Held").rig


def with_(rig: Rig, which: str, **fields: Any) -> Rig:
    return rig.replace_components(
        tuple(c.model_copy(update=fields) if which in (c.id, c.kind) else c for c in rig.components)
    )


def with_line(rig: Rig, role: str, **fields: Any) -> Rig:
    return edit(rig, ChangeLine(role=role, **fields), SHOP)  # type: ignore[arg-type]


def conditions(rig: Rig, **fields: Any) -> Rig:
    data = {**rig.conditions.model_dump(), **fields}
    return rig.model_copy(update={"conditions": Conditions.model_validate(data)})


def water(rig: Rig, **fields: Any) -> Rig:
    return rig.model_copy(update={"water": rig.water.model_copy(update=fields)})


def aim(rig: Rig, **fields: Any) -> Rig:
    return rig.model_copy(update={"aim": rig.aim.model_copy(update=fields)})


def measured(rig: Rig) -> Rig:
    """Its bore and the thickness of its stop are entered: what does not pass is no guess."""
    bored = with_(rig, "float", spec=rig.float_piece.spec.model_copy(update={"bore_m": 0.0015}))
    return with_(bored, "stop", diameter_m=0.0012)


def without_shot(rig: Rig) -> Rig:
    return rig.replace_components(tuple(c for c in rig.components if not isinstance(c, Shot)))


def two_hooks(rig: Rig, apart_m: float) -> Rig:
    """With a second hook above the first, on the same bait."""
    [hook] = [c for c in rig.components if isinstance(c, Hook)]
    upper = hook.model_copy(update={"id": "upper-hook", "position_m": apart_m})
    at = rig.components.index(hook)
    return rig.replace_components((*rig.components[:at], upper, *rig.components[at:]))


def measured_otherwise(rig: Rig) -> Rig:
    spec = rig.float_piece.spec.model_copy(update={"body_diameter_m": 0.0046, "own_mass_kg": 0.0004})
    return with_(rig, "float", spec=spec)


def running(rig_id: str, current_m_s: float, **fields: Any) -> Rig:
    return conditions(RIGS[rig_id], current_m_s=current_m_s, **fields)


MEASURED = measured(SLIDER)

BREAKS: dict[str, Callable[[], Rig]] = {
    "sinks": lambda: with_(RUDD, "shot", mass_kg=0.002),
    "lies": lambda: without_shot(RUDD),
    "bait-below-bed": lambda: water(RUDD, depth_m=0.6),
    "bait-above-surface": lambda: aim(RUDD, bait_from="bed", bait_m=5.0),
    "too-shallow-for-float": lambda: aim(water(RUDD, depth_m=0.12), bait_from="bed", bait_m=0.02),
    "bait-floats-up": lambda: with_(RUDD, "bait", density_kg_m3=20.0),
    "weight-below-bait": lambda: aim(edit(SLIDER, ChangeBait(bait="bread-crust"), SHOP), bait_m=0.01),
    "setting-too-long": lambda: aim(water(SLIDER, depth_m=60.0), bait_m=-2.0),
    "longer-than-water": lambda: water(SLIDER, depth_m=0.7),
    "family-depth": lambda: water(WAGGLER, depth_m=0.2),
    "tight-line": lambda: HELD,
    "tip-high": lambda: RUDD.replace_components(tuple(c for c in RUDD.components if c.id != "shot-1")),
    "tip-low": lambda: aim(RUDD, tip_m=0.012),
    "tip-longer-than-tip": lambda: aim(RUDD, tip_m=0.09),
    "tip-unseen": lambda: conditions(RUDD, distance_m=40.0),
    "winder": lambda: HELD,
    "run-lost": lambda: running("grayling-avon", 1.2, hold=None, limits={"run_lost_m": 2.0}),
    "stop-late": lambda: conditions(SLIDER, settle_s=1.0),
    "ready-late": lambda: conditions(RUDD, settle_s=2.0),
    "stop-off": lambda: set_stop(RUDD, RUDD.setting_m + 0.05),
    "bait-on-bed": lambda: aim(water(set_stop(RUDD, 1.3), depth_m=1.1), bait_from="bed", bait_m=0.1),
    "weights-on-bed": lambda: aim(water(set_stop(RUDD, 1.4), depth_m=0.9), bait_from="bed", bait_m=0.05),
    "label-differs": lambda: measured_otherwise(RUDD),
    "no-shape": lambda: running("char-bubble", 1.0, line_pull_n=0.5),
    "drawn-under": lambda: conditions(
        water(ready_rig("olivette", Water(depth_m=8.0), "o", "O").rig, depth_m=4.0), current_m_s=1.6
    ),
    "back-shot-let-go": lambda: with_(edit(RIGS["roach-pole"], Tie(text="No 4 at 1.9 m"), SHOP), "x"),
    "bait-trails": lambda: running("grayling-avon", 1.0, hold=None),
    "cannot-hold": lambda: running("grayling-avon", 1.2, hold=0.2),
    "hold-too-hard": lambda: with_(running("grayling-avon", 1.0, hold=0.0), "line", strength_n=0.3),
    "leans-in-current": lambda: running("mullet-slider", 0.8, hold=0.2),
    "stuck-on-bed": lambda: running("bream-slider", 0.1, line_pull_n=-0.3),
    "bait-rides": lambda: set_stop(running("grayling-avon", 0.55), GRAYLING.setting_m - 0.15),
    "speeds-rise": lambda: running(
        "grayling-avon", 0.2, speeds=[{"depth_m": 0.1, "speed_m_s": 0.2}, {"depth_m": 1.0, "speed_m_s": 0.5}]
    ),
    "bites-through": lambda: with_line(BALLOON, "hooklength", material="nylon"),
    "steps-up": lambda: with_line(SLIDER, "hooklength", diameter_m=0.0004),
    "light-for-fish": lambda: with_line(SLIDER, "hooklength", diameter_m=0.0001),
    "give-too-hard": lambda: conditions(SLIDER, give_n=60.0),
    "fluorocarbon-main": lambda: with_line(SLIDER, "main", material="fluorocarbon"),
    "line-floats": lambda: conditions(with_line(WAGGLER, "main", greased=True), wind_m_s=5.0),
    "line-sinks": lambda: with_line(
        ready_rig("top-and-bottom", Water(depth_m=1.5), "t", "T").rig, "main", greased=False
    ),
    "bore-too-narrow": lambda: with_line(MEASURED, "main", diameter_m=0.0015),
    "stop-slips": lambda: MEASURED.replace_components(tuple(c for c in MEASURED.components if c.id != "stop-bead")),
    "stop-on-braid": lambda: with_line(SLIDER, "main", material="braid"),
    "hook-for-bait": lambda: with_(SLIDER, "hook", size=16),
    "hook-over-bait": lambda: with_(edit(WAGGLER, ChangeBait(bait="maggot"), SHOP), "hook", size=2),
    "beyond-reach": lambda: set_stop(WAGGLER, 3.8),
    "hangs-too-long": lambda: conditions(SLIDER, rod_m=1.2),
    "no-cushion": lambda: STACK.replace_components(
        tuple(c for c in STACK.components if not isinstance(c, Shot) or c.role == "stack")
    ),
    "hooks-apart": lambda: two_hooks(edit(BALLOON, ChangeBait(bait="fish-15-cm"), SHOP), 0.02),
    "lead-on-knot": lambda: SLIDER.replace_components(
        tuple(c for c in SLIDER.components if c.id not in {"cushion", "swivel"})
    ),
    "shot-at-hook": lambda: edit(RUDD, Tie(text="No 8 at 3 cm"), SHOP),
    "power-lines": lambda: RIGS["roach-pole"],
    "lightning": lambda: RIGS["roach-pole"],
    "hooks": lambda: RUDD,
    "lead": lambda: RUDD,
    "swell": lambda: water(SLIDER, salinity=34.0),
    "tide": lambda: water(SLIDER, salinity=34.0),
    "wading": lambda: conditions(RUDD, wading=True),
    "cold": lambda: water(RUDD, temperature_c=3.0),
    "ice": lambda: water(RUDD, temperature_c=0.5),
    "warm": lambda: water(RUDD, temperature_c=24.0),
    "fish-care": lambda: RUDD,
    "balloon": lambda: BALLOON,
    "live-bait": lambda: edit(BALLOON, ChangeBait(bait="live-fish"), SHOP),
    "overload": lambda: HELD,
}
"""What fires a check that asks for no rules of a place."""

KEEPS: dict[str, Callable[[], Rig]] = {
    "no-cushion": lambda: STACK,
    "hooks-apart": lambda: two_hooks(edit(BALLOON, ChangeBait(bait="fish-15-cm"), SHOP), 0.1),
    "lead-on-knot": lambda: SLIDER,
    "lead": lambda: edit(RUDD, ChangeMetal(material="tin"), SHOP),
    "power-lines": lambda: conditions(RUDD, rod_m=3.9),
    "lightning": lambda: conditions(RUDD, rod_m=3.9),
}
"""What keeps a check that the strung waggler does not."""
ALWAYS = {"hooks", "fish-care"}
"""Cautions that are due for every rig."""


def ruled(check_id: str, which: int) -> Situation:
    """A rig that breaks (0) or keeps (1) a rule, in the place that has it."""
    rules, *rigs = CASES[check_id.removeprefix("rule-")]
    rig, day = rigs[which]
    return Situation(rig, Place(rules=PlaceRules(water_id="wend-mere", **rules), day=day))


def firing(check_id: str) -> Situation:
    """A rig that fires a check."""
    return ruled(check_id, 0) if check_id.startswith("rule-") else Situation(BREAKS[check_id]())


def keeping(check_id: str) -> Situation:
    """A rig that keeps it."""
    return ruled(check_id, 1) if check_id.startswith("rule-") else Situation(KEEPS.get(check_id, lambda: RUDD)())
