"""The mean of some trials, and how far it may be out."""

from __future__ import annotations

import math
import statistics
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Final

EIGHT_OF_TEN: Final = statistics.NormalDist().inv_cdf(0.9)  # standard deviations to either side that hold 80 %


@dataclass(frozen=True)
class Mean:
    """value; cv: coefficient of variation of it; n: of how many trials."""

    value: float
    cv: float
    n: int

    @property
    def low(self) -> float:
        """10 % lie below; no measure is less than nothing."""
        return max(0.0, self.value * (1 - EIGHT_OF_TEN * self.cv))

    @property
    def high(self) -> float:
        """10 % lie above."""
        return self.value * (1 + EIGHT_OF_TEN * self.cv)


def mean_of(values: Sequence[float], cv_of_one: float, floor: float) -> Mean:
    """The mean of trials. Its CV is that of the mean (s over the root of n), never below `floor`, which no repetition
    mends; with one trial, cv_of_one. Values in any unit, the same for all; coefficients of variation are shares."""
    n, value = len(values), statistics.fmean(values)
    if n == 1 or value == 0:
        return Mean(value, cv_of_one, n)
    return Mean(value, math.hypot(floor, statistics.stdev(values) / math.sqrt(n) / abs(value)), n)
