"""Rates from small numbers: fish are counted, hours are few, and both are said."""

from __future__ import annotations

from collections.abc import Sequence
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

SHAPES = (0.5, 0.8, 1.3, 2.0, 3.5, 6.0, 12.0, 30.0)
"""How alike groups may be: with small shapes they differ much, with large ones hardly."""
MEANS = tuple(np.exp(np.linspace(-1.2, 1.2, 9)))
"""What is usual for all, as a multiple of what was counted in all."""
USUAL_SHAPE, SPREAD = 2.0, 1.2
"""Prior of the shape: the middle of its logarithm, and its standard error. Editable defaults."""
INTERVAL = (0.05, 0.95)
"""Ends of what is told as the range: nine times in ten."""
Array = NDArray[np.float64]


class Counted(NamedTuple):
    """So many in so many hours."""

    n: int
    hours: float


class Rate(NamedTuple):
    """What is known of a rate: a mixture of Gamma distributions, one for each way groups may be alike. [an hour]"""

    weight: Array
    shape: Array
    per: Array
    """Hours each stands on, those of the prior too."""

    @property
    def mean(self) -> float:
        """The best single figure."""
        return float(self.weight @ (self.shape / self.per))

    def quantile(self, p: float) -> float:
        """It is less than this with this chance.

        p: the chance.
        """
        from scipy.special import gammainc, gammaincinv

        ends = gammaincinv(self.shape, p) / self.per
        low, high = float(ends.min()), float(ends.max())
        # Rates are told to a tenth: a thousandth of them is found.
        while high - low > 1e-3 * high:
            middle = 0.5 * (low + high)
            if float(self.weight @ gammainc(self.shape, self.per * middle)) < p:
                low = middle
            else:
                high = middle
        return 0.5 * (low + high)


def rates(groups: Sequence[Counted]) -> tuple[Rate, ...]:
    """What is known of each group's rate, small groups drawn towards what is usual for all.

    groups: what was counted; those without hours know only the prior.
    Source: hierarchical Gamma-Poisson model; mean and shape of the prior are not taken for known but weighed by how
    likely they make the counts; A. Gelman et al., "Bayesian Data Analysis", 2.6 and 5.
    """
    n = np.array([g.n for g in groups], float)
    hours = np.array([g.hours for g in groups], float)
    usual = (n.sum() + 0.5) / max(float(hours.sum()) + 0.5, 1e-9)
    shape, mean = (a.ravel() for a in np.meshgrid(np.array(SHAPES), usual * np.array(MEANS), indexing="ij"))
    per = shape / mean
    weight = _weights(n, hours, shape, per)
    return tuple(Rate(weight, shape + k, per + h) for k, h in zip(n, hours, strict=True))


def _weights(n: Array, hours: Array, shape: Array, per: Array) -> Array:
    """How likely each prior is by the counts (negative binomial marginal), summing to 1."""
    from scipy.special import gammaln

    a, b = shape[:, None], per[:, None]
    likely = (gammaln(a + n) - gammaln(a) + a * np.log(b) - (a + n) * np.log(b + hours)).sum(axis=1)
    likely = likely - 0.5 * (np.log(shape / USUAL_SHAPE) / SPREAD) ** 2
    weight = np.exp(likely - likely.max())
    found: Array = weight / weight.sum()
    return found


def better(one: Rate, other: Rate) -> float:
    """The chance that one rate is higher than another, of the same groups.

    one: what is known of the first.
    other: of the second.
    Source: the ratio of two Gamma variables is Beta prime distributed.
    """
    from scipy.special import betainc

    # Weights that sum to 1 do so to the last digit only.
    return min(1.0, float(one.weight @ betainc(other.shape, one.shape, other.per / (one.per + other.per))))
