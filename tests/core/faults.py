"""Faults made up with the whole models, and an angler who looks at the float with an honest eye."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, field
from math import degrees, exp, log
from random import Random
from typing import Any

from brookwind.core.edits.change import apply
from brookwind.core.edits.set_conditions import SetConditions
from brookwind.core.errors import BrookwindError
from brookwind.core.floats.immersion import immersion_at_load_m
from brookwind.core.floats.standing import righting_stiffness_n_m
from brookwind.core.reading.read import FloatReading, Reader
from brookwind.core.reading.seen import LIFT_M, Seen
from brookwind.core.rest.tip_range import doubts
from brookwind.core.rig.components import Bait, Shot
from brookwind.core.rig.document import Rig
from brookwind.core.rig.threading import is_free_shot
from brookwind.core.situation import Situation


@dataclass
class Shown:
    """What a float really does."""

    status: str
    tip_m: float
    lean_deg: float = 0.0
    """Downstream more than 0."""
    late: float = 1.0
    slower: float = 0.0
    """Speed more than planned, over the foam's."""
    bed_n: float = 0.0


@dataclass
class Fault:
    """What is wrong, and how the rig then is."""

    cause: str
    rig: Rig
    more_n: float = 0.0
    lean_deg: float = 0.0
    late: float = 1.0
    slower: float = 0.0
    bead: float = 0.98
    part: float = 0.05
    before: float = 0.5
    wound: dict[str, float] = field(default_factory=dict)
    sign: str = ""
    held: bool = True
    alone: Shown | None = None
    """What the float does with nothing else unsure."""


def shown(rig: Rig, more_n: float = 0.0, clings_n: float = 0.0, held: bool = True) -> Shown:
    """A rig's float by the models.

    more_n: what hangs more.
    clings_n: what the skin of the water pulls at the tip; it takes no float under.
    held: a tight line, where the family has one, makes up for what hangs more.
    """
    situation = Situation(rig)
    moving, rest = situation.moving, situation.as_fished
    bed = sum(i.weight_n for i in rest.hanging.items if i.component.id in situation.settled.laid.on_bed)
    load, lean = rest.pull_n, 0.0
    if moving is not None and not rest.rod_n:
        load = moving.carried_n
        side = situation.shape.resting.side_n
        lean = degrees(moving.float_lean_rad) * (-1.0 if side > 0 else 1.0)
        bed = float(sum(situation.shape.resting.bed_n))
    if rest.rod_n and held:
        return Shown(rest.status, rest.tip_m, bed_n=bed)
    body, water = rest.body, rest.water_kg_m3
    z = immersion_at_load_m(body, load + more_n, water)
    if z is None:
        return Shown("sinks", 0.0, lean, bed_n=bed)
    stands = z > 0.0 and righting_stiffness_n_m(body, z, water) > 0.0
    z = immersion_at_load_m(body, load + more_n + clings_n, water) or body.length_m
    return Shown("stands" if stands else "lies", body.length_m - z, lean, bed_n=bed)


def _at_depth(rig: Rig, depth_m: float) -> Rig:
    return rig.model_copy(update={"water": rig.water.model_copy(update={"depth_m": depth_m})})


def _without(rig: Rig, piece: str) -> Rig:
    return rig.replace_components(tuple(c for c in rig.components if c.id != piece))


class World:
    """One rig, and faults of it as often as they are."""

    def __init__(self, rig: Rig) -> None:
        self.rig, self.situation = rig, Situation(rig)
        self.rest = self.situation.weighed.settled
        self.usual = shown(rig)
        self.moves = self.situation.moving is not None
        # What is wrong with it, as often, and how it is made.
        self.kinds: list[tuple[str, float, Callable[[Random], Fault | None]]] = [
            ("bait-gone", 15, self._bait), ("shot-gone", 7, self._shot), ("shallower", 15, self._shallower),
            ("deeper", 5, self._deeper), ("load-off", 12, self._off), ("weed", 7, self._weed),
            ("water-in", 3, self._water), ("line-pulls", 7, self._line), ("held-hard", 4, self._held),
            ("current", 3, self._current), ("tangle", 5, self._tangle), ("caught", 3, self._caught),
            ("fish-holds", 4, self._holds), ("fish-above", 4, lambda r: self._fish("fish-above", "dips")),
            ("fish-touch", 4, lambda r: self._fish("fish-touch", "taps")),
            ("fish-on-line", 3, lambda r: self._fish("fish-on-line", "knocked")),
            ("fish-follow", 3, lambda r: self._fish("fish-follow", "follows")),
        ]  # fmt: skip

    def fault(self, random: Random) -> tuple[Fault, Shown] | None:
        """Something wrong, and what it looks like; None when nobody would see it."""
        makes = random.choices([k[2] for k in self.kinds], [k[1] for k in self.kinds])[0]
        try:
            fault = makes(random)
            if fault is None:
                return None
            fault.alone = shown(fault.rig, fault.more_n, held=fault.held)
            bait, skin = self._unsure(random)
            showing = shown(fault.rig, fault.more_n + bait, skin, fault.held)
        except BrookwindError:
            return None
        for one in (fault.alone, showing):
            one.lean_deg += fault.lean_deg
            one.late, one.slower = fault.late, fault.slower
        return fault, showing

    def _unsure(self, random: Random) -> tuple[float, float]:
        """Bait is never quite as reckoned, and the skin of the water clings up or down. [N]"""
        found = {d.id: d.sigma_n for d in doubts(self.rest, self.rig.float_piece.spec)}
        return random.gauss(0.0, found.get("bait", 0.0)), random.uniform(-0.5, 0.5) * found.get("skin", 0.0)

    def _carried(self) -> float:
        return self.situation.moving.carried_n if self.situation.moving else self.rest.pull_n

    def _bait(self, random: Random) -> Fault | None:
        baits = [c for c in self.rig.components if isinstance(c, Bait)]
        if not baits:
            return None
        return Fault("bait-gone", _without(self.rig, baits[0].id), before=0.85, wound={"bait-gone": 0.95})

    def _shot(self, random: Random) -> Fault | None:
        free = [c for c in self.rig.components if isinstance(c, Shot) and is_free_shot(c)][::-1]
        if not free:
            return None
        lost = next((c for c in free if random.random() < 0.5), free[0])
        return Fault("shot-gone", _without(self.rig, lost.id), before=0.85, wound={"shot-gone": 0.8})

    def _spread_m(self) -> float:
        return min(0.12 + 0.03 * self.rig.water.depth_m, 0.6)

    def _bed(self, cause: str, rig: Rig) -> Fault:
        more = shown(rig).bed_n - self.usual.bed_n
        most = sum(i.weight_n for i in self.rest.hanging.items if not i.above and i.weight_n > 0)
        all_lie = more > 0.85 * most
        return Fault(
            cause, rig, part=0.55 if self.moves else 0.05, before=0.5, bead=0.1 if all_lie else 0.98,
            slower=-0.25 if self.moves and more > 0.02 * most else 0.0, late=2.5 if all_lie else 1.0,
        )  # fmt: skip

    def _shallower(self, random: Random) -> Fault:
        d = min(abs(random.gauss(0.0, self._spread_m())), 0.8 * self.rig.water.depth_m)
        return self._bed("shallower", _at_depth(self.rig, self.rig.water.depth_m - d))

    def _deeper(self, random: Random) -> Fault:
        return self._bed(
            "deeper", _at_depth(self.rig, self.rig.water.depth_m + abs(random.gauss(0.0, self._spread_m())))
        )

    def _off(self, random: Random) -> Fault:
        sigma = sum(d.sigma_n**2 for d in doubts(self.rest, self.rig.float_piece.spec) if d.id != "bait") ** 0.5
        return Fault("load-off", self.rig, more_n=random.gauss(0.0, sigma), before=0.05)

    def _weed(self, random: Random) -> Fault:
        more = self._carried() * (0.005 + random.expovariate(1 / 0.08))
        lean, slow = (random.gauss(6.0, 2.0), -0.15) if self.moves else (0.0, 0.0)
        return Fault("weed", self.rig, more, lean, 1.15, slow, part=0.1, before=0.85, wound={"weed": 0.95})

    def _water(self, random: Random) -> Fault:
        return Fault(
            "water-in", self.rig, self._carried() * random.uniform(0.01, 0.15), before=0.9, wound={"water": 0.7}
        )

    def _line(self, random: Random) -> Fault | None:
        if self.rig.conditions.tackle != "rod" and not self.moves and self.rig.conditions.wind_m_s == 0.0:
            return None
        lean = random.uniform(5.0, 30.0)
        draws = self._carried() * lean / 57.3 * exp(random.gauss(log(0.14), 0.8))
        return Fault("line-pulls", self.rig, draws, -lean, slower=0.2 if lean > 12 else 0.1, before=0.5, held=False)

    def _held(self, random: Random) -> Fault | None:
        if not self.moves:
            return None
        held = self.rig.conditions.hold or 1.0
        less = held * random.uniform(0.15, 0.75)
        rig = apply(self.rig, SetConditions(conditions={"hold": held - less}))
        return Fault("held-hard", rig, slower=-less, late=1.2, before=0.5)

    def _current(self, random: Random) -> Fault | None:
        if not self.moves:
            return None
        n = min(max(exp(random.gauss(log(6.5), 0.45)), 1.5), 18.0)
        rig = apply(self.rig, SetConditions(conditions={"exponent": n}))
        return Fault("current", rig, late=exp(0.3 * log(6.5 / n) / 0.45), before=0.3, part=0.2)

    def _tangle(self, random: Random) -> Fault:
        return Fault("tangle", self.rig, -self._carried() * random.random(), late=0.8, before=0.85,
                     wound={"tangle": 0.95}, held=False)  # fmt: skip

    def _caught(self, random: Random) -> Fault | None:
        if self.rig.stop is None:
            return None
        lost = self._carried() * random.uniform(0.6, 1.0)
        return Fault("caught", self.rig, -lost, late=3.0, bead=0.05, before=0.7, wound={"caught": 0.8},
                     held=False)  # fmt: skip

    def _holds(self, random: Random) -> Fault:
        ends = [i for i in self.rest.hanging.items if i.component.kind in {"hook", "bait"} and not i.above]
        shot = [i for i in self.rest.hanging.items if isinstance(i.component, Shot) and not i.above]
        tail = sum(i.weight_n for i in ends) + (shot[-1].weight_n if shot else 0.0)
        if self.rest.rod_n < 0.0:
            # It is drawn down on a shot that lies: lifted, that draws no more.
            tail = -self.rest.rod_n / 1.5
        return Fault("fish-holds", self.rig, -tail * random.uniform(0.3, 1.5), late=1.5, before=0.8, part=0.1,
                     held=False)  # fmt: skip

    def _fish(self, cause: str, sign: str) -> Fault:
        return Fault(cause, self.rig, before=0.7, sign=sign)


class Angler:
    """Looks, says the most striking, and answers what is asked; all with errors."""

    def __init__(self, world: World, random: Random) -> None:
        self.world, self.random = world, random
        self.eye_m = world.rest.body.type.tolerance_m

    def glance(self, fault: Fault, showing: Shown) -> Seen | None:
        """What is said at first; None when it looks as it should."""
        usual, random = self.world.usual, self.random
        if fault.sign and random.random() < 0.92:
            return Seen(look=fault.sign)  # type: ignore[arg-type]
        if showing.status == "sinks":
            return Seen(look="under")
        if showing.status == "lies" and usual.status != "lies":
            return Seen(look="flat")
        off = showing.tip_m - usual.tip_m
        seen = off + random.gauss(0.0, 0.5 * self.eye_m + 0.12 * abs(off))
        lean = showing.lean_deg - usual.lean_deg + random.gauss(0.0, 2.0)
        late = log(showing.late) + random.gauss(0.0, 0.1)
        strikes = {"high": seen / self.eye_m, "low": -seen / self.eye_m, "down": lean / 6.0, "up": -lean / 6.0,
                   "late": late / 0.35}  # fmt: skip
        look = max(strikes, key=lambda k: strikes[k])
        if strikes[look] < 1.0 or not self._shows(fault):
            return None
        if look in {"high", "low"} and random.random() < 0.7:
            step = max(0.0005, round(0.5 * self.eye_m, 4))
            tip = max(0.0, round((usual.tip_m + seen) / step) * step)
            return Seen(look=look, tip_m=min(tip, self.world.rest.body.length_m))  # type: ignore[arg-type]
        return Seen(look=look)  # type: ignore[arg-type]

    def _shows(self, fault: Fault) -> bool:
        """The fault leaves a trace on the float: of the others nothing can be read from it."""
        usual, showing = self.world.usual, fault.alone
        assert showing is not None
        return (
            showing.status != usual.status
            or abs(showing.tip_m - usual.tip_m) > 0.7 * self.eye_m
            or abs(showing.lean_deg - usual.lean_deg) > 4.0
            or log(showing.late) > 0.2
        )

    def answers(self, fault: Fault, showing: Shown, reading: FloatReading) -> Seen:
        """What is then seen."""
        ask = reading.ask
        assert ask is not None
        chosen = self._look(ask.id, fault, showing)
        return next(a.seen for a in ask.answers if chosen(a.seen))

    def _look(self, ask: str, fault: Fault, showing: Shown) -> Callable[[Seen], bool]:
        random, usual = self.random, self.world.usual
        value: Any
        match ask:
            case "before" | "part" | "bead":
                value = random.random() < getattr(fault, ask)
                return lambda s: getattr(s, ask) is value
            case "much":
                off = abs(showing.tip_m - usual.tip_m) / self.eye_m * exp(random.gauss(0, 0.15))
                value = "lot" if off > 2.3 else "little"
                return lambda s: s.much == value
            case "lean":
                lean = showing.lean_deg - usual.lean_deg + random.gauss(0.0, 2.0)
                return lambda s: (s.lean_deg or 0.0) * lean > 0 if abs(lean) > 6.0 else s.lean_deg == 0.0
            case "speed":
                seen = showing.slower + random.gauss(0.0, 0.08)
                value = "slower" if seen < -0.12 else "faster" if seen > 0.12 else "same"
                return lambda s: s.speed == value
            case "lift":
                value = self._drops(fault, showing)
                return lambda s: s.drops is value
            case "wind-in":
                value = self._found(fault)
                return lambda s: s.wound == value
        raise AssertionError(ask)

    def _drops(self, fault: Fault, showing: Shown) -> bool:
        """The same water, and the rig hung shallower: as good as so much more water below it."""
        try:
            now = shown(fault.rig, fault.more_n, held=fault.held)
            lifted = shown(_at_depth(fault.rig, fault.rig.water.depth_m + LIFT_M), fault.more_n, held=fault.held)
        except BrookwindError:
            return False
        return now.tip_m - lifted.tip_m + self.random.gauss(0.0, 0.3 * self.eye_m) > 0.7 * self.eye_m

    def _found(self, fault: Fault) -> str:
        odds = dict(fault.wound)
        left = 1.0 - sum(odds.values())
        for found, share in {"bait-gone": 0.05, "weed": 0.02}.items():
            odds[found] = odds.get(found, 0.0) + left * share
        odds["in-order"] = odds.get("in-order", 0.0) + 1.0 - sum(odds.values())
        return self.random.choices(list(odds), list(odds.values()))[0]


def asked(reader: Reader, seen: Seen, angler: Angler, fault: Fault, showing: Shown, times: int) -> FloatReading:
    """Read, look where one is told to, read again."""
    reading = reader.read(seen)
    for _ in range(times):
        if reading.ask is None:
            break
        reading = reader.read(angler.answers(fault, showing, reading))
    return reading
