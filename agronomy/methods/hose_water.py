"""The first hot water of a hose that lay in the sun: how much, how long, and when."""

from __future__ import annotations

import math
from dataclasses import dataclass
from typing import Final

from agronomy.describe.garden import Rig

USUAL_HOSE_M, USUAL_BORE_MM = 25.0, 19.0  # common practice, no source
TIMES_ITS_OWN: Final = 2.5  # what it holds runs through so often until it is cool, since its wall is hot too; practice
HOT_FROM_H_AFTER_SUNRISE, COOL_H_BEFORE_SUNSET = 4.0, 0.5  # the hours it lies hot; common practice, no source
WARM_DAY_C: Final = 22.0  # a cooler day leaves it lukewarm; common practice, no source


@dataclass(frozen=True)
class Purge:
    """litres and minutes until a hose runs cool, between two clock hours [h]."""

    litres: float
    minutes: float
    from_h: float
    to_h: float


def purge(rig: Rig, sunrise: float, sunset: float, tmax: float) -> Purge | None:
    """What runs hot of a rig's hose on a day (clock hours [h], tmax [degrees C]); None on a cool one.

    What it holds is arithmetic: bore and length; the rest common practice.
    """
    if tmax < WARM_DAY_C:
        return None
    length, bore = rig.hose_m or USUAL_HOSE_M, (rig.bore_mm or USUAL_BORE_MM) / 1000
    litres = TIMES_ITS_OWN * 1000 * math.pi / 4 * bore**2 * length
    hot = (sunrise + HOT_FROM_H_AFTER_SUNRISE, sunset - COOL_H_BEFORE_SUNSET)
    return Purge(litres, litres / rig.flow_l_per_min, *hot)
