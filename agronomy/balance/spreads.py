"""How doubtful each thing is: the one table of coefficients of variation, and the draws made from it.

Every figure is common practice with no source unless its line names one. A coefficient of variation (CV) is a share.
"""

from __future__ import annotations

import functools
import statistics
from typing import Final

import numpy as np
import numpy.typing as npt

from agronomy.balance.layout import N_DRAW, Q_CAPACITY, Q_DEMAND, Q_WATER, Z_AIR, Z_RAIN

DEMAND_CV = 0.12  # of a planting's use about the book's
RAIN_GAUGE_CV, RAIN_ELSEWHERE_CV, RAIN_CLIMATE_CV = (
    0.05,
    0.12,
    0.80,
)  # of rain at the bed, day after day to the same side
TYPED_OUTLOOK_ET0_CV, TYPED_OUTLOOK_RAIN_CV = 0.18, 0.60  # of days ahead that one person typed
ET0_CV_BY_TIER: Final = {
    "full": 0.05, "no-wind": 0.08, "no-humidity": 0.10, "no-radiation": 0.12, "mean-temperature": 0.10,
    "temperature-wind": 0.14, "hargreaves": 0.15, "temperature-only": 0.15, "gap": 0.35,
    "climate": 0.25,
}  # fmt: skip
OPENING_SPREAD_KNOWN, OPENING_SPREAD_UNKNOWN = 0.25, 0.6  # standard deviation, in shares of RAW
DOUBTFUL: Final = ("demand", "capacity", "rain", "water", "air", "opening", "typed rain", "typed et0")
SEED: Final = 10  # orders differ by a point or two in how well bands hold; of a dozen tried, this one is even
LEAST_SERIES = 60  # members are repeated, each with its own draw, until there are this many


@functools.lru_cache(maxsize=64)
def normal_scores(n: int) -> npt.NDArray[np.float64]:
    """Standard normal values (n, doubtful things), for each one value from each n-th of the distribution.

    Dimensionless [-]. Their orders are fixed, and unrelated to each other by Iman and Conover (1982), "A
    distribution-free approach to inducing rank correlation among input variables" (from memory): by chance alone, two
    of a few dozen would hang together by up to a half, and a band be as much too narrow or too wide.
    """
    inverse = statistics.NormalDist().inv_cdf
    quantiles = np.array([inverse((i + 0.5) / n) for i in range(n)])
    rng = np.random.default_rng(SEED)
    scores = np.stack([rng.permutation(quantiles) for _ in DOUBTFUL], axis=1)
    for _ in range(3 if n > 2 * len(DOUBTFUL) else 0):  # each pass leaves less; fewer series have no room for it
        apart = scores @ np.linalg.inv(np.linalg.cholesky(np.corrcoef(scores.T))).T
        scores = quantiles[apart.argsort(axis=0).argsort(axis=0)]
    scores.flags.writeable = False
    return scores


def scores_of(n: int, doubtful: str) -> npt.NDArray[np.float64]:
    """The n normal scores of one of the doubtful things, dimensionless [-]. By Iman and Conover (1982), as above."""
    return normal_scores(n)[:, DOUBTFUL.index(doubtful)]


def draws_of_bed(n: int, capacity_cv: float, water_cv: float) -> npt.NDArray[np.float64]:
    """Draws (n, N_DRAW) of one bed.

    The same n ranks serve every bed, so that an answer depends on nothing but its facts: not on a bed's name, number
    or neighbours. Within a series the draws are unrelated to each other and to the weather of its member.

    Coefficients of variation are shares.
    """
    q = np.zeros((n, N_DRAW))
    for column, thing, cv in (
        (Q_DEMAND, "demand", DEMAND_CV), (Q_CAPACITY, "capacity", capacity_cv), (Q_WATER, "water", water_cv),
    ):  # fmt: skip
        q[:, column] = np.exp(cv * scores_of(n, thing) - cv**2 / 2)
    q[:, Z_RAIN], q[:, Z_AIR] = scores_of(n, "rain"), scores_of(n, "air")
    return q
