"""Hours of the night in which leaves stay wet, and what plants that stand close add to them."""

from __future__ import annotations

from typing import Final

import numpy as np

from agronomy.air import humidity as hum
from agronomy.air.sun import SunDay, temperature_at

WET_FROM_RH: Final = 90.0  # %; leaves count as wet from it on: Sentelhas et al. (2008), Agric. For. Meteorol. 148:392,
# from memory
CLOSED_LAG_H: Final = 3.0  # a closed stand dries so much later than an open one; common practice, no source
OPEN_BELOW: Final = 0.6  # share of the ground under leaves up to which air moves freely; common practice, no source
RISKY_H: Final = 10.0  # of wet leaves a night from which leaf disease is to be minded; common practice, no source
STEPS: Final = 6


def wet_leaf_hours(sun: SunDay, tmin: float, tmax: float, ea: float, covered: float) -> float:
    """Hours a day with wet leaves [h], from the day's temperatures [degrees C], vapour pressure [kPa] and the share of
    the ground under leaves [0..1].

    The hours whose relative humidity reaches WET_FROM_RH, and CLOSED_LAG_H more as the stand closes.

    Sentelhas et al. (2008), from memory.
    """
    hours = (np.arange(24 * STEPS) + 0.5) / STEPS
    warmth = np.array([temperature_at(float(h), tmin, tmax, sun) for h in hours])
    base = float((hum.relative_humidity(warmth, ea) >= WET_FROM_RH).mean() * 24)
    closed = min(max((covered - OPEN_BELOW) / (1 - OPEN_BELOW), 0.0), 1.0)
    return min(base + (CLOSED_LAG_H * closed if base > 0 else 0.0), 24.0)
