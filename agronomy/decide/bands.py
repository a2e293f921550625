"""Bands: 10, 50 and 90 % of a set of series, and how many of them see rain."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Final

import numpy as np
import numpy.typing as npt

Array = npt.NDArray[np.float64]
QUANTILES: Final = (0.1, 0.5, 0.9)
RAIN_DAY_MM: Final = 0.5  # from here a forecast day counts as one of rain; common practice, no source


@dataclass(frozen=True)
class Band:
    """10, 50 and 90 % of the series."""

    low: float
    mid: float
    high: float

    def at_least(self, value: float) -> Band:
        """The band with whatever lies below a value raised to it."""
        return Band(max(self.low, value), max(self.mid, value), max(self.high, value))

    def scaled_to(self, mid: float) -> Band:
        """The band around another middle, its bounds as far from it in proportion."""
        by = mid / self.mid if self.mid > 0 else 0.0
        return Band(self.low * by, mid, self.high * by) if by else Band(mid, mid, mid)


def band(values: Array) -> Band:
    """10 to 90 % band of a set of series, by sorting. In the unit of the values."""
    return bands(values.reshape(1, -1))[0]


def bands(values: Array) -> list[Band]:
    """The band of each row of values (n, series), in the unit of the values.

    A quantile q stands at rank q (n + 1) of n sorted series (Weibull's plotting position), so that one more of their
    kind lies inside as often as the band says.
    """
    v = np.sort(values, axis=1)
    n = v.shape[1]
    at = np.clip(np.array(QUANTILES) * (n + 1) - 1, 0, n - 1)
    low = at.astype(int)
    between = v[:, low] + (at - low) * (v[:, np.minimum(low + 1, n - 1)] - v[:, low])
    return [Band(*row) for row in between.tolist()]


def rain_chance(rain: Array) -> float:
    """Share of the members [0..1] in which a day's rain [mm] makes it a day of rain; one not known counts as dry.

    Common practice.
    """
    return float((np.nan_to_num(rain) >= RAIN_DAY_MM).mean())
