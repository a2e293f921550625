"""Bands: 10, 50 and 90 % of a set of series, and how many of them see rain."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Final

import numpy as np
import numpy.typing as npt

Array = npt.NDArray[np.float64]
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


def band(values: Array) -> Band:
    """10 to 90 % band of a set of series, by sorting. In the unit of the values."""
    return bands(values.reshape(1, -1))[0]


def bands(values: Array) -> list[Band]:
    """The band of each row of values (n, series). In the unit of the values."""
    v = np.sort(values, axis=1)
    last = v.shape[1] - 1
    return [Band(*row) for row in v[:, [round(q * last) for q in (0.1, 0.5, 0.9)]].tolist()]


def rain_chance(rain: Array) -> float:
    """Share of the members [0..1] in which a day's rain [mm] makes it a day of rain; one not known counts as dry.

    Common practice.
    """
    return float((np.nan_to_num(rain) >= RAIN_DAY_MM).mean())
