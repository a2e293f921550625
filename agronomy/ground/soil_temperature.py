"""How warm the soil is a hand's breadth down, from the air above it."""

from __future__ import annotations

import math
from typing import Any, Final

import numpy as np
import numpy.typing as npt

FOLLOWS: Final = 0.25  # of the gap to the air's mean that the soil closes in a day
LEAST_DAYS: Final = 10  # of air temperatures; fewer leave too much of the guess that it starts from


SUN_LIFTS: Final = 0.55  # degrees C that a MJ m-2 d-1 lifts the face of bare dark ground above the day's warmest air
UNDER_MULCH: Final = 0.15  # of that lift still comes through a mulch that covers all; both common practice, no source
DIFFUSIVITY_M2_PER_S: Final = 0.5e-6  # of moist ground; any text on soil physics, from memory
AT_ROOTS_M: Final = 0.05


def hottest_c(
    tmin: float, tmax: float, rs: float, shaded: float, mulch_cover: float, depth_m: float = AT_ROOTS_M
) -> float:
    """The day's highest temperature of the ground at a depth [degrees C] under a clear day's sun.

    tmin, tmax: of the air [degrees C]; rs: radiation [MJ m-2 d-1]; shaded: share under leaves; mulch_cover: share under
    an organic mulch. The face is as much warmer than the air as sun reaches it (practice); the day's wave falls with
    exp(-z / d), d = sqrt(2 k / w), any text on soil physics.
    """
    lift = SUN_LIFTS * rs * (1 - shaded) * (1 - (1 - UNDER_MULCH) * mulch_cover)
    mean, damping = (tmin + tmax) / 2, math.sqrt(2 * DIFFUSIVITY_M2_PER_S * 86400 / (2 * math.pi))
    return mean + (tmax + lift - mean) * math.exp(-depth_m / damping)


def soil_temperature(tmean: npt.NDArray[Any], followed: float = FOLLOWS) -> npt.NDArray[np.float64]:
    """Daily mean soil temperature at about 10 cm [degrees C] of bare ground, from the air's daily means [degrees C].

    Each day it closes a quarter of the gap to the air: Zheng, Hunt and Running (1993), Clim. Res. 2:183, eq. 1 without
    its leaf and snow terms, from memory. It begins at the mean of the first LEAST_DAYS.
    """
    air = np.asarray(tmean, dtype=float)
    out = np.empty_like(air)
    now = float(air[:LEAST_DAYS].mean())
    for i, t in enumerate(air):
        now += followed * (t - now)
        out[i] = now
    return out
