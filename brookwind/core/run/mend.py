"""What a mend wins: how long a line that was laid to the other side pulls by little."""

from __future__ import annotations

from dataclasses import dataclass

from brookwind.core.run.line_out import LineOut, Pulled, own_share

GROWS = 5.0
"""Square of the time, in bows over difference of speeds, after which a mended line pulls as before: fitted to lines of
eight kinds followed through time, each piece carried by the water and as long as it is (`tests/core/test_run.py`)."""
LASTS = 1.0
"""A mend lasts until a fifth of the pull is back: its bow over the difference of speeds."""
_SAME_M_S = 1e-3
"""Line that goes as fast as the float is bowed by nothing. [m/s]"""


@dataclass(frozen=True)
class Bowing:
    """A bow, and how fast it grows."""

    bow_m: float
    past_m_s: float
    """Speed of the water past the line that lies on it, along the current; negative: it lags. [m/s]"""

    @property
    def turns_s(self) -> float:
        """Time in which a line laid to the other side by its bow comes straight. [s]"""
        return self.bow_m / max(abs(self.past_m_s), _SAME_M_S)

    def share(self, since_s: float) -> float:
        """Share of its pull that is back so long after a mend: t^2/5, t in `turns_s`. [0 to 1]

        since_s: time since. [s]
        Source: `GROWS`.
        """
        return min(1.0, (since_s / self.turns_s) ** 2 / GROWS) if self.turns_s > 0.0 else 1.0


def bowing(line: LineOut, pulled: Pulled) -> Bowing:
    """How the bow of a line grows.

    line: the line out.
    pulled: how it lies.
    """
    wet = [p for p in pulled.path if p[2] <= 0.0]
    if len(wet) < 2:
        return Bowing(bow_m=0.0, past_m_s=0.0)
    (ax, ay, _), (bx, by, _) = wet[0], wet[-1]
    far = max(((bx - ax) ** 2 + (by - ay) ** 2) ** 0.5, 1e-9)
    bow = max(abs((x - ax) * (by - ay) - (y - ay) * (bx - ax)) / far for x, y, _ in wet)
    on, last = pulled.on_water_m / line.out_m, len(wet) - 1
    past = [
        line.surface_m_s(y) - own_share(line.moves, 1.0 - on + on * k / last) * line.own_m_s
        for k, (_, y, _) in enumerate(wet)
    ]
    return Bowing(bow_m=bow, past_m_s=sum(past) / len(past))
