"""How a line lies between rod and float: a cable through the air, then along the surface, seen from above."""

from __future__ import annotations

from collections.abc import Callable
from math import asinh, atan2, atanh, cos, exp, hypot, log, pi, sin, sinh, sqrt
from typing import NamedTuple

from brookwind.core.errors import OutOfRange
from brookwind.core.figures import Figure
from brookwind.core.flow.line_drag import SKIN_FRICTION, cylinder_drag
from brookwind.core.flow.profile import WIND_SKIN
from brookwind.core.gravity import G_M_S2
from brookwind.core.matter.air import AIR_KG_M3, AIR_VISCOSITY_M2_S
from brookwind.core.matter.fluid import Fluid
from brookwind.core.run.line_out import LineOut, Pulled, between, own_share
from brookwind.core.survey.current import LINE_LIES

STEPS, AIR_STEPS = 32, 10
"""Steps in which the line is followed on the water, and in the air."""
COARSE, AIR_COARSE = 16, 6
"""The same where it is followed again and again as it changes: a pull within 1 %."""
MOST_ROUNDS = 40
"""Rounds in which its end must be found from one guess."""
EFFORT = 500
"""Shapes followed at most: forty are usual, two hundred do for all but two in a hundred."""
_CLOSE, _NEAR = 1e-5, 1e-3
"""It has found the rod tip when it misses it by no more than this share of its length; where its lifting off in steps
lets it come no nearer, the second will do."""
_TAUT, _SLOWEST = 0.01, 1.02
"""Slack from which a shape that is not found at once is followed, and the least growth of a step."""
_MENDED = 6
"""Steps taken by slopes that are mended, not found anew."""
_NO_LOAD_N_M = 1e-9
"""A line that is pushed by less lies where it was put. [N/m]"""

Drag = Callable[[float], float]


def pull_of(line: LineOut, water: Fluid, drag: Drag | None = None) -> Pulled:
    """How the line lies at this moment, and its pull on the float.

    Each piece on the water takes normal drag 1/2 rho C d w_n|w_n| and friction along itself on the part of it that is
    in the water, at the speed of the water past it, and the wind's on the part above; in the air the wind takes all of
    it. What hangs in the air is a catenary that leaves the water level: its arc is sqrt(H^2 + 2 H T / (lambda g)).

    line: the line out.
    water: its water.
    drag: coefficient of a cylinder by Reynolds number; White's curve when not given.
    Raises: OutOfRange when it cannot be found how it lies.
    Quasi-static: the line has no mass to speak of and is where its forces balance. The surface holds it down with
    nothing, and what it does while it is lifted or laid is not followed.
    Source: inextensible cable under distributed loads, J. P. Den Hartog, "Mechanics", 1948; shooting from the float.
    """
    return _pulled(_Cable(line, water, drag or cylinder_drag, STEPS, AIR_STEPS), None)[0]


End = tuple[float, float]
"""Tension where the line leaves the water, and its direction. [N, rad]"""


def pull_near(line: LineOut, water: Fluid, begin: End | None, drag: Drag | None = None) -> tuple[Pulled, End | None]:
    """As `pull_of`, looked for from how the line lay a moment ago; and where to look from next.

    line: the line out.
    water: its water.
    begin: what a line much like it ended in; None when nothing is known. It is followed in coarser steps, and begun
        there found to a thousandth of its length.
    drag: coefficient of a cylinder by Reynolds number; White's curve when not given.
    Raises: OutOfRange when it cannot be found how it lies.
    """
    return _pulled(_Cable(line, water, drag or cylinder_drag, COARSE, AIR_COARSE), begin)


def _pulled(cable: _Cable, begin: End | None) -> tuple[Pulled, End | None]:
    if cable.idle:
        return cable.slack(), None
    end = cable.solve(begin)
    return cable.told(*end), end


class _Shape(NamedTuple):
    """The line followed from the rod tip to the float."""

    miss: tuple[float, float]
    """By how much it misses the float. [m]"""
    pull: tuple[float, float]
    """On the float. [N]"""
    path: tuple[tuple[float, float, float], ...]
    on_water_m: float


class _Cable:
    """The line as a cable of one length, followed from the float."""

    def __init__(self, line: LineOut, water: Fluid, drag: Drag, steps: int, air_steps: int) -> None:
        self.line, self.water, self.drag = line, water, drag
        self.steps, self.air_steps = steps, air_steps
        self.lies = next(x for x in LINE_LIES if x.id == line.lies)
        self.out, self.high = line.out_m, line.tip_height_m
        self.far = hypot(line.across_m, line.along_m)
        self.weight_n_m = line.density_kg_m3 * pi / 4.0 * line.diameter_m**2 * G_M_S2
        self.float_m_s, self.diameter_m = line.own_m_s, line.diameter_m
        self.lanes = [(x.across_m, x.speed_m_s) for x in line.lanes]
        self.skin = self.lies.skin * WIND_SKIN
        self.followed = 0

    def load(self, across_m: float, ex: float, ey: float, share: float, wet: bool) -> tuple[float, float]:
        """Force on a metre of line that lies along (ex, ey); `share` of the float's speed is its own. [N/m]"""
        line, own = self.line, share * self.float_m_s
        wx, wy = line.wind_along_m_s - own, line.wind_across_m_s
        if not wet:
            return self._drag(wx, wy, ex, ey, AIR_KG_M3, AIR_VISCOSITY_M2_S, 0.0)
        ux = between(self.lanes, across_m) + self.skin * line.wind_along_m_s - own
        uy = self.skin * line.wind_across_m_s
        in_x, in_y = self._drag(ux, uy, ex, ey, self.water.kg_m3, self.water.viscosity_m2_s, SKIN_FRICTION)
        over = self.lies.air
        if over == 0.0:
            return in_x, in_y
        up_x, up_y = self._drag(wx, wy, ex, ey, AIR_KG_M3, AIR_VISCOSITY_M2_S, 0.0)
        return (1.0 - over) * in_x + over * up_x, (1.0 - over) * in_y + over * up_y

    def _drag(
        self, wx: float, wy: float, ex: float, ey: float, density: float, viscosity: float, friction: float
    ) -> tuple[float, float]:
        if wx == 0.0 and wy == 0.0:
            return 0.0, 0.0
        d = self.diameter_m
        t = wx * ex + wy * ey
        nx, ny = wx - t * ex, wy - t * ey
        speed = hypot(nx, ny)
        across = 0.5 * density * d * self.drag(speed * d / viscosity) * speed if speed > 0.0 else 0.0
        along = 0.5 * density * pi * d * friction * abs(t) * t
        return across * nx + along * ex, across * ny + along * ey

    def follow(self, pull_n: float, angle: float) -> _Shape:
        """The line that is pulled by this where it leaves the water: from there up to the rod, and out to the float.

        d(T e)/ds = -f, dr/ds = e; as seen from above a piece of the catenary counts by the cosine of its slope.

        pull_n: tension there. [N]
        angle: its direction, out towards the float. [rad]
        """
        a = pull_n / self.weight_n_m
        arc, low = sqrt(self.high**2 + 2.0 * self.high * a), 0.0
        if arc >= self.out:
            # All of it hangs: its lowest point lies beyond the float.
            arc = self.out
            low = a * sinh(atanh(self.high / self.out) - asinh(sqrt(self.out**2 - self.high**2) / (2.0 * a)))
        qx, qy = pull_n * cos(angle), pull_n * sin(angle)
        x, y, ds = 0.0, 0.0, arc / self.air_steps
        air = [(0.0, 0.0, 0.0)]
        for k in range(self.air_steps):
            first, last = low + k * ds, low + (k + 1) * ds
            level = a * (asinh(last / a) - asinh(first / a))
            share = own_share(self.line.moves, (arc - (k + 0.5) * ds) / self.out)
            tension = hypot(qx, qy)
            fx, fy = self.load(0.0, qx / tension, qy / tension, share, False)
            hx, hy = qx + 0.5 * ds * fx, qy + 0.5 * ds * fy
            half = hypot(hx, hy)
            qx, qy = qx + ds * fx, qy + ds * fy
            # Upwards to the rod: against the direction of the pull.
            x, y = x - level * hx / half, y - level * hy / half
            air.append((x, y, hypot(a, last) - hypot(a, low)))
        # The rod tip is the origin.
        path = [(u - x, v - y, z) for u, v, z in reversed(air)]
        x, y = -x, -y
        qx, qy, wet = pull_n * cos(angle), pull_n * sin(angle), self.out - arc
        ds = wet / self.steps
        for k in range(self.steps if wet > 0.0 else 0):
            share = own_share(self.line.moves, (arc + (k + 0.5) * ds) / self.out)
            tension = hypot(qx, qy)
            ex, ey = qx / tension, qy / tension
            fx, fy = self.load(y, ex, ey, share, True)
            hx, hy = qx - 0.5 * ds * fx, qy - 0.5 * ds * fy
            half = hypot(hx, hy)
            ex, ey = hx / half, hy / half
            fx, fy = self.load(y + 0.5 * ds * ey, ex, ey, share, True)
            qx, qy = qx - ds * fx, qy - ds * fy
            x, y = x + ds * ex, y + ds * ey
            path.append((x, y, 0.0))
        return _Shape((x - self.line.along_m, y - self.line.across_m), (-qx, -qy), tuple(path), wet)

    @property
    def idle(self) -> bool:
        """Nothing pushes it and it is long enough to hang straight down: it pulls by nothing."""
        if self.out < self.far + self.high:
            return False
        ex, ey = -self.line.along_m / self.far, -self.line.across_m / self.far
        pushes = [
            self.load(share * self.line.across_m, ex, ey, share if self.line.moves == "swings" else 1.0, True)
            for share in (0.0, 0.25, 0.5, 0.75, 1.0)
        ]
        return max(hypot(*p) for p in pushes) < _NO_LOAD_N_M

    def slack(self) -> Pulled:
        """As it was laid down, with no pull."""
        to = self.line
        path = ((to.along_m, to.across_m, 0.0), (0.0, 0.0, 0.0), (0.0, 0.0, self.high))
        return Pulled(along_n=0.0, across_n=0.0, on_water_m=self.out - self.high, bow_m=0.0, path=path[::-1])

    def solve(self, begin: End | None = None) -> End:
        """The pull whose line ends at the rod tip."""
        if begin is not None:
            found = self._nearby(log(begin[0]), begin[1]) or self._newton(log(begin[0]), begin[1], _NEAR)
            if found is not None:
                return found
        straight = atan2(self.line.across_m, self.line.along_m)
        for pull, turned in self._guesses():
            found = self._newton(log(pull), straight + turned)
            if found is not None:
                return found
        found = self._from_taut()
        if found is not None:
            return found
        raise OutOfRange.one(
            "line-lost", "How a line of {out} lies here cannot be found.", "Give it a little more or less slack.",
            ("slack",), {"out": Figure(value=self.out, quantity="distance")},
        )  # fmt: skip

    def _from_taut(self) -> tuple[float, float] | None:
        """From a line with hardly any slack, which lies nearly straight, paid out in growing steps."""
        whole, slack, grow, known = self.out, min(_TAUT, self.line.slack), 1.3, None
        straight = atan2(self.line.across_m, self.line.along_m)
        self.out = self.line.straight_m * (1.0 + slack)
        for pull, turned in self._guesses():
            known = known or self._newton(log(pull), straight + turned)
        while known is not None and self.out < whole:
            before = slack
            slack = min(self.line.slack, grow * slack)
            self.out = whole if slack == self.line.slack else self.line.straight_m * (1.0 + slack)
            found = self._newton(log(known[0]), known[1])
            if found is not None:
                known, grow = found, min(2.0, grow**1.3)
                continue
            slack, grow = before, grow**0.5
            self.out = self.line.straight_m * (1.0 + slack)
            if grow < _SLOWEST:
                known = None
        self.out = whole
        return known

    def _newton(self, log_t: float, angle: float, close: float = _CLOSE) -> tuple[float, float] | None:
        """Newton's method in (log of the pull, its direction): the pull and its direction when it is found."""
        rest = self._miss(log_t, angle)
        for _ in range(MOST_ROUNDS):
            if self.followed > EFFORT:
                return None
            here = hypot(*rest)
            if here < close * self.out:
                return exp(log_t), angle
            tilt = 1e-4
            by_t = self._miss(log_t + tilt, angle)
            by_a = self._miss(log_t, angle + tilt)
            a, b = (by_t[0] - rest[0]) / tilt, (by_a[0] - rest[0]) / tilt
            c, d = (by_t[1] - rest[1]) / tilt, (by_a[1] - rest[1]) / tilt
            det = a * d - b * c
            if abs(det) < 1e-12:
                return None
            step_t = max(-1.0, min(1.0, (-d * rest[0] + b * rest[1]) / det))
            step_a = max(-0.5, min(0.5, (c * rest[0] - a * rest[1]) / det))
            for part in (1.0, 0.5, 0.25, 0.1, 0.03):
                tried = self._miss(log_t + part * step_t, angle + part * step_a)
                if hypot(*tried) < here:
                    break
            else:
                return (exp(log_t), angle) if here < _NEAR * self.out else None
            log_t, angle, rest = log_t + part * step_t, angle + part * step_a, tried
        return None

    def _nearby(self, log_t: float, angle: float) -> tuple[float, float] | None:
        """From close by: one set of slopes, mended by what each step shows. None when that does not get there.

        Source: C. G. Broyden, Mathematics of Computation 19, 1965.
        """
        x, y = self._miss(log_t, angle)
        if hypot(x, y) < _NEAR * self.out:
            return exp(log_t), angle
        tilt = 1e-4
        (tx, ty), (ax, ay) = self._miss(log_t + tilt, angle), self._miss(log_t, angle + tilt)
        a, b, c, d = (tx - x) / tilt, (ax - x) / tilt, (ty - y) / tilt, (ay - y) / tilt
        for _ in range(_MENDED):
            det = a * d - b * c
            if abs(det) < 1e-12:
                return None
            step_t = max(-1.0, min(1.0, (-d * x + b * y) / det))
            step_a = max(-0.5, min(0.5, (c * x - a * y) / det))
            log_t, angle = log_t + step_t, angle + step_a
            u, v = self._miss(log_t, angle)
            if hypot(u, v) < _NEAR * self.out:
                return exp(log_t), angle
            if hypot(u, v) > hypot(x, y):
                return None
            size = step_t * step_t + step_a * step_a
            ex, ey = (u - x - a * step_t - b * step_a) / size, (v - y - c * step_t - d * step_a) / size
            a, b, c, d = a + ex * step_t, b + ex * step_a, c + ey * step_t, d + ey * step_a
            x, y = u, v
        return None

    def _miss(self, log_t: float, angle: float) -> tuple[float, float]:
        self.followed += 1
        return self.follow(exp(max(-40.0, min(5.0, log_t))), angle).miss

    def _guesses(self) -> list[tuple[float, float]]:
        """What the tension and its turn from the straight way may be, the likeliest first."""
        low, high = 1e-9, 10.0
        for _ in range(50):
            middle = sqrt(low * high)
            a = middle / self.weight_n_m
            arc = min(self.out, sqrt(self.high**2 + 2.0 * self.high * a))
            enough = self.out - arc + a * asinh(arc / a) >= 1.01 * self.far
            low, high = (low, middle) if enough else (middle, high)
        # So much is lifted that the rest just reaches; or the bow of what lies on the water is this deep.
        reaches = high
        on = max(0.2, self.out - sqrt(self.high**2 + 2.0 * self.high * reaches / self.weight_n_m))
        ex, ey = self.line.along_m / self.far, self.line.across_m / self.far
        near = max(0.0, 1.0 - on / self.out)
        pushes = [
            self.load(s * self.line.across_m, ex, ey, own_share(self.line.moves, s), True)
            for s in (near, 0.5 * (near + 1.0), 0.95)
        ]
        px, py = sum(p[0] for p in pushes) / 3.0, sum(p[1] for p in pushes) / 3.0
        spare = max(1e-3, self.out / (self.far + 0.3 * self.high) - 1.0)
        bows = max(hypot(px, py) * on / sqrt(24.0 * spare), 1e-7)
        # Out over the side it is pushed to.
        side = 1.0 if px * -ey + py * ex > 0.0 else -1.0
        turn = side * min(1.2, sqrt(6.0 * spare))
        best = max(reaches, bows)
        return [
            (best, 0.5 * turn), (best, turn), (bows, turn), (0.4 * bows, turn), (2.5 * bows, turn), (best, 0.0),
            (bows, 1.5 * turn), (0.15 * bows, turn), (best, -0.5 * turn), (bows, -turn),
        ]  # fmt: skip

    def told(self, tension: float, angle: float) -> Pulled:
        """What comes of an end that was found."""
        shape = self.follow(tension, angle)
        side = (self.line.across_m / self.far, -self.line.along_m / self.far)
        return Pulled(
            along_n=shape.pull[0], across_n=shape.pull[1], on_water_m=shape.on_water_m,
            bow_m=max(abs(x * side[0] + y * side[1]) for x, y, _ in shape.path), path=shape.path,
        )  # fmt: skip
