"""How doubtful each thing is: the one table of coefficients of variation, and the draws made from it.

Every figure is common practice with no source unless its line names one. A coefficient of variation (CV) is a share.
"""

from __future__ import annotations

import functools
import statistics
import zlib
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
LEAST_SERIES = 31  # members are repeated, each with its own draw, until there are this many


@functools.lru_cache(maxsize=4096)
def normal_scores(n: int, seed: str) -> npt.NDArray[np.float64]:
    """n standard normal values, one from each n-th of the distribution, in an order fixed by the seed.

    Dimensionless [-].
    """
    scores = np.random.default_rng(zlib.crc32(seed.encode())).permutation(_quantiles(n))
    scores.flags.writeable = False
    return scores


@functools.lru_cache(maxsize=64)
def _quantiles(n: int) -> npt.NDArray[np.float64]:
    inverse = statistics.NormalDist().inv_cdf
    return np.array([inverse((i + 0.5) / n) for i in range(n)])


def draws_of_bed(n: int, capacity_cv: float, water_cv: float) -> npt.NDArray[np.float64]:
    """Draws (n + 1, N_DRAW) of one bed. Entry 0 is the central series, undisturbed.

    The same n ranks serve every bed, so that an answer depends on nothing but its facts: not on a bed's name, number
    or neighbours. Within a series the draws are unrelated to each other and to the weather of its member.

    Coefficients of variation are shares.
    """
    q = np.zeros((n + 1, N_DRAW))
    q[0, [Q_DEMAND, Q_CAPACITY, Q_WATER]] = 1.0
    for column, cv in ((Q_DEMAND, DEMAND_CV), (Q_CAPACITY, capacity_cv), (Q_WATER, water_cv)):
        q[1:, column] = np.exp(cv * normal_scores(n, f"draw {column}") - cv**2 / 2)
    for column in (Z_RAIN, Z_AIR):
        q[1:, column] = normal_scores(n, f"draw {column}")
    return q
