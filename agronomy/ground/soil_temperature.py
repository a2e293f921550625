"""How warm the soil is a hand's breadth down, from the air above it."""

from __future__ import annotations

from typing import Any, Final

import numpy as np
import numpy.typing as npt

FOLLOWS: Final = 0.25  # of the gap to the air's mean that the soil closes in a day
LEAST_DAYS: Final = 10  # of air temperatures; fewer leave too much of the guess that it starts from


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
