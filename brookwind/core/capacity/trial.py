"""Trial rigs: what a float of any capacity would do on this line in this water, by the models of shape and fall.

A few sizes are followed, and what lies between them is read off. Curves are kept by what they hang on: water, line and
the places of the weights, not the tip or the fish.
"""

from __future__ import annotations

from collections.abc import Callable, Sequence
from functools import lru_cache
from math import atan2, degrees, exp, inf, isfinite, log
from typing import Literal, NamedTuple, TypeVar

from pydantic import ValidationError

from brookwind.core.capacity.ladder import ladder
from brookwind.core.capacity.plan import LOW_SHARE, Plan
from brookwind.core.errors import BrookwindError
from brookwind.core.floats.body import FloatBody
from brookwind.core.floats.immersion import load_at_immersion_n
from brookwind.core.floats.kind import Mount
from brookwind.core.floats.spec import FloatSpec
from brookwind.core.floats.types import FLOAT_TYPE
from brookwind.core.gravity import LEAD_KG_M3, submerged_weight_n
from brookwind.core.matter.density import water_density_kg_m3
from brookwind.core.motion.afloat import Afloat, go
from brookwind.core.motion.fall import AT_FLOAT_SHARE, fall
from brookwind.core.motion.fall_answer import FallWish
from brookwind.core.motion.paying import QUICK
from brookwind.core.motion.setup import setup_of
from brookwind.core.rest.hang import Item, hanging
from brookwind.core.rest.settle import settle
from brookwind.core.rest.span import CLEAR_OF_KNOT_M
from brookwind.core.rig.components import Component, Float, Hook, LineSection, Shot, Stop, Weight
from brookwind.core.rig.document import Aim, Conditions, Rig, Water
from brookwind.core.rig.threading import hooklength_join_m, thread_on

_LONGEST_S, _LEAST_DRIFT_M = 60.0, 1e-3
_FALLS, _SHAPES = (0.3, 3.0), (0.08, 0.2, 0.5, 1.2, 3.0, 7.0, 16.0)
"""Capacities that are tried, over the type's usual one."""
_HOOK_KG_M3, _NYLON_KG_M3 = 7850.0, 1140.0
_LEAST_KG, _MOST_KG = 1e-6, 0.5
_ONE_PLACE = 0.25
"""Share of the line below weights whose places are not known. Editable default."""


class Trial(NamedTuple):
    """What a curve hangs on."""

    type: str
    mount: Mount
    water: Water
    line_m: float
    line_diameter_m: float
    pieces: tuple[Component, ...]
    tackle_kg: float
    moving: tuple[object, ...]
    """Fields of the conditions that move the water and the float."""


class Lean(NamedTuple):
    """What the current does to a trial rig."""

    line_deg: float
    """Of the line at the float. [degrees]"""
    lift_m: float
    """Of the hook over where it hangs in still water; 0 when it is lower. [m]"""


_MOVING = ("current_m_s", "exponent", "speeds", "hold", "wind_m_s", "line_pull_n", "bed", "bed_slope")


def trial_of(plan: Plan) -> Trial:
    """What the curves of a plan hang on.

    plan: the plan.
    """
    water = Water(depth_m=plan.depth_m, temperature_c=plan.temperature_c, salinity=plan.salinity)
    moving = tuple(getattr(plan.conditions, name) for name in _MOVING)
    return Trial(
        plan.type, plan.mount, water, plan.line_m, plan.line_diameter_m, plan.pieces, plan.tackle_kg, moving
    )  # fmt: skip


def settle_s(plan: Plan, low_n: float) -> float:
    """Time from a feathered landing to the bait at depth. [s]

    plan: the plan.
    low_n: what is well down the line. [N]
    Between the sizes that were followed, and beyond them, it goes as a power of the load.
    Source: `fall`, of `trial_rig`.
    """
    return _as_power(plan, low_n, 1)


def run_lost_m(plan: Plan, low_n: float) -> float:
    """How far the float has gone over the ground when the bait is at depth. [m]

    plan: the plan.
    low_n: what is well down the line. [N]
    Source: as `settle_s`.
    """
    return _as_power(plan, low_n, 2)


def _as_power(plan: Plan, low_n: float, which: int) -> float:
    """A figure of the falls at a load, on straight lines of logarithms."""
    found = _falls(trial_of(plan))
    if low_n <= 0.0 or not found[0]:
        return inf
    return exp(_between(log(low_n), found[0], found[which]))


def lean(plan: Plan, low_n: float) -> Lean:
    """Lean of the line and lift of the hook as the float is held.

    plan: the plan.
    low_n: what is well down the line. [N]
    Source: `go`, of `trial_rig`.
    """
    return _leans(trial_of(plan)).at(low_n)


class Leans(NamedTuple):
    """What a current or a wind does to trial rigs of a few sizes, the lightest first."""

    loads: tuple[float, ...]
    """Logarithms of what is well down the line. [N]"""
    line_deg: tuple[float, ...]
    lift_m: tuple[float, ...]

    def at(self, low_n: float) -> Lean:
        """At a load: on straight lines between the sizes; beyond them, as the nearest.

        low_n: what is well down the line. [N]
        """
        if low_n <= 0.0 or not self.loads:
            return Lean(inf, inf)
        at = min(max(log(low_n), self.loads[0]), self.loads[-1])
        return Lean(_between(at, self.loads, self.line_deg), _between(at, self.loads, self.lift_m))


def leans_of(plan: Plan, capacities_kg: Sequence[float], enough_deg: float) -> Leans:
    """Leans of sizes from heavy to light, until one leans beyond what is of interest: lighter ones lean more.

    plan: the plan.
    capacities_kg: the sizes. [kg]
    enough_deg: where it ends. [degrees]
    Source: as `lean`.
    """
    trial, usual = trial_of(plan), FLOAT_TYPE[plan.type].at_kg
    heavy_first = sorted(capacities_kg, reverse=True)
    return _leaning(trial, _sizes(trial, [c / usual for c in heavy_first]), enough_deg)


def _between(at: float, known: Sequence[float], values: Sequence[float]) -> float:
    """On straight lines through what is known, the outer ones drawn on."""
    if len(known) == 1:
        return values[0]
    i = min(max(sum(k < at for k in known), 1), len(known) - 1)
    share = (at - known[i - 1]) / (known[i] - known[i - 1])
    return values[i - 1] + share * (values[i] - values[i - 1])


@lru_cache(maxsize=64)
def _falls(trial: Trial) -> tuple[tuple[float, ...], tuple[float, ...], tuple[float, ...]]:
    """Logarithms of loads, times and drifts of the sizes that come to depth."""
    found = []
    for body in _sizes(trial, _FALLS):
        done = _tried(trial, body, lambda rig: fall(rig, FallWish(longest_s=_LONGEST_S), None, QUICK))
        if done is not None and done.to_depth_s:
            found.append((log(_low_n(trial, body)), log(done.to_depth_s), log(max(_LEAST_DRIFT_M, abs(done.drift_m)))))
    loads, times, drifts = zip(*found, strict=True) if found else ((), (), ())
    return loads, times, drifts


@lru_cache(maxsize=64)
def _leans(trial: Trial) -> Leans:
    """The sizes whose line takes a shape."""
    return _leaning(trial, _sizes(trial, _SHAPES), inf)


def _leaning(trial: Trial, bodies: Sequence[FloatBody], enough_deg: float) -> Leans:
    found: list[tuple[float, Lean]] = []
    for body in bodies:
        leaning = _tried(trial, body, _lean_of)
        if leaning is not None and isfinite(leaning.line_deg):
            found.append((log(_low_n(trial, body)), leaning))
            if leaning.line_deg > enough_deg:
                break
    found.sort()
    return Leans(tuple(a for a, _ in found), tuple(b.line_deg for _, b in found), tuple(b.lift_m for _, b in found))


def _sizes(trial: Trial, shares: Sequence[float]) -> list[FloatBody]:
    """Rungs of the ladder nearest to shares of the type's usual capacity, each once."""
    rungs, usual = ladder(trial.type), FLOAT_TYPE[trial.type].at_kg
    nearest = [min(rungs, key=lambda b, s=share: abs(log(b.capacity_kg / (s * usual)))) for share in shares]  # type: ignore[misc]
    return [b for i, b in enumerate(nearest) if b is not nearest[i - 1] or i == 0]


_T = TypeVar("_T")


def _tried(trial: Trial, body: FloatBody, ask: Callable[[Rig], _T]) -> _T | None:
    try:
        return ask(trial_rig(trial, body))
    except (BrookwindError, ValidationError):
        return None


def _lean_of(rig: Rig) -> Lean:
    rest = settle(rig)
    found: Afloat = go(rig, rest, setup_of(rig, rest.water_kg_m3), grain=QUICK.grain)
    s = found.resting.state
    line = atan2(abs(float(s.x[1] - s.x[0])), float(s.z[1] - s.z[0]))
    return Lean(degrees(line), max(0.0, rest.laid.hook_depth_m - float(s.z[-1])))


def _density(trial: Trial) -> float:
    return water_density_kg_m3(trial.water.temperature_c, trial.water.salinity)


def _load_n(trial: Trial, body: FloatBody) -> float:
    """What a trial float carries at its design waterline. [N]"""
    return load_at_immersion_n(body, body.length_m - body.design_tip_m, _density(trial))


def _low_n(trial: Trial, body: FloatBody) -> float:
    return LOW_SHARE[trial.mount] * _load_n(trial, body)


def trial_rig(trial: Trial, body: FloatBody) -> Rig:
    """A rig with this line and a float of this size, its weights made heavier or lighter until the float has its load.

    trial: water, line and pieces; without pieces one weight on plain line.
    body: a float of the trial's type.
    Raises: BrookwindError when it cannot be threaded.
    Source: what is well down the line by `LOW_SHARE`, the rest at the float.
    """
    spec = FloatSpec(type=trial.type, capacity_kg=body.capacity_kg, feed=0.0)
    pieces = [
        c.model_copy(update={"spec": spec}) if isinstance(c, Float) else c for c in trial.pieces or _plain(trial, spec)
    ]
    moving = dict(zip(_MOVING, trial.moving, strict=True))
    bare = Rig(
        id="trial", name="trial", family="trial", water=trial.water, aim=Aim(tip_m=max(1e-4, body.design_tip_m)),
        conditions=Conditions.model_validate(moving), components=tuple(pieces),
    )  # fmt: skip
    bare = _with_weights(trial, bare)
    weights = [
        i for i in hanging(bare, _density(trial)).items if isinstance(i.component, Shot | Weight) and not i.above
    ]
    low = _low_n(trial, body)
    heavier: dict[str, float] = {}
    for load, part in (
        (low, [i for i in weights if i.position_m < AT_FLOAT_SHARE * trial.line_m]),
        (_load_n(trial, body) - low, [i for i in weights if i.position_m >= AT_FLOAT_SHARE * trial.line_m]),
    ):
        now = sum(i.weight_n for i in part)
        heavier |= {i.component.id: load / now for i in part if now > 0.0}
    return bare.replace_components(tuple(_heavier(c, heavier.get(c.id)) for c in bare.components))


def _with_weights(trial: Trial, rig: Rig) -> Rig:
    """A rig whose weights are not chosen yet gets a plain line's: one well down it, and one at a float with locks."""
    hung = [i for i in hanging(rig, _density(trial)).items if isinstance(i.component, Shot | Weight) and not i.above]
    if any((i.position_m < AT_FLOAT_SHARE * trial.line_m and i.component.kind == "shot") or _carries(i) for i in hung):
        return rig
    at = max(_ONE_PLACE * trial.line_m, hooklength_join_m(rig) + CLEAR_OF_KNOT_M)
    rig = thread_on(rig, _shot("trial-low", "bulk", min(at, 0.9 * trial.line_m)))
    if LOW_SHARE[trial.mount] < 0.5 and rig.float_piece.position_m is not None:
        rig = thread_on(rig, _shot("trial-lock", "lock", rig.setting_m - 0.002))
    return rig


def _carries(item: Item) -> bool:
    """It is what carries the load: not a jig at the hook."""
    return isinstance(item.component, Weight) and item.component.shape != "jig"


def _shot(name: str, role: Literal["lock", "bulk"], position_m: float) -> Shot:
    return Shot(id=name, role=role, mass_kg=0.001, material="lead", density_kg_m3=LEAD_KG_M3, position_m=position_m)


def _heavier(piece: Component, times: float | None) -> Component:
    if times is None or not isinstance(piece, Shot | Weight):
        return piece
    return piece.model_copy(update={"mass_kg": min(_MOST_KG, max(_LEAST_KG, times * piece.mass_kg))})


def _plain(trial: Trial, spec: FloatSpec) -> list[Component]:
    """Plain line with one weight, what is needed at the float, and a hook as heavy as hook and bait."""
    slides, density = trial.mount.endswith("sliding"), _density(trial)
    line = LineSection(
        id="line", role="main", material="nylon", diameter_m=trial.line_diameter_m, density_kg_m3=_NYLON_KG_M3,
        lower_m=0.0,
    )  # fmt: skip
    setting = None if slides else trial.line_m
    afloat = Float(id="float", spec=spec, mount=trial.mount, position_m=setting)
    places = [_ONE_PLACE * trial.line_m] if slides else [trial.line_m, _ONE_PLACE * trial.line_m]
    shot = [_shot(f"shot-{i}", "lock" if place == trial.line_m else "bulk", place) for i, place in enumerate(places)]
    hook_n = trial.tackle_kg * submerged_weight_n(1.0, LEAD_KG_M3, density)
    mass = min(_MOST_KG, max(_LEAST_KG, hook_n / submerged_weight_n(1.0, _HOOK_KG_M3, density)))
    hook = Hook(id="hook", size=14, mass_kg=mass, density_kg_m3=_HOOK_KG_M3)
    stop = [Stop(id="stop", position_m=trial.line_m)] if slides else []
    return [line, *stop, afloat, *shot, hook]
