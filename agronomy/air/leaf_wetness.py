"""Hours of the night in which leaves stay wet, and what plants that stand close add to them."""

from __future__ import annotations

from typing import Final

import numpy as np
import numpy.typing as npt

from agronomy.air import humidity as hum
from agronomy.air.sun import SunDay, temperature_at
from agronomy.describe.words import DayQuarter

Steps = npt.NDArray[np.bool_]

WET_FROM_RH: Final = 90.0  # %; leaves count as wet from it on: Sentelhas et al. (2008), Agric. For. Meteorol. 148:392,
# from memory
CLOSED_LAG_H: Final = 3.0  # a closed stand dries so much later than an open one; common practice, no source
OPEN_BELOW: Final = 0.6  # share of the ground under leaves up to which air moves freely; common practice, no source
RISKY_H: Final = 10.0  # of wet leaves a night from which leaf disease is to be minded; common practice, no source
STEPS: Final = 6


def damp_at(sun: SunDay, tmin: float, tmax: float, ea: float) -> Steps:
    """Whether relative humidity reaches WET_FROM_RH at each of the STEPS of a day's hours, from its temperatures
    [degrees C] and vapour pressure [kPa]. Sentelhas et al. (2008), from memory."""
    hours = (np.arange(24 * STEPS) + 0.5) / STEPS
    warmth = np.array([temperature_at(float(h), tmin, tmax, sun) for h in hours])
    return np.asarray(hum.relative_humidity(warmth, ea) >= WET_FROM_RH)


def damp_hours(sun: SunDay, tmin: float, tmax: float, ea: float) -> float:
    """Hours a day whose relative humidity reaches WET_FROM_RH [h]. Sentelhas et al. (2008), from memory."""
    return float(damp_at(sun, tmin, tmax, ea).mean() * 24)


def in_a_stand(damp_h: float, covered: float) -> float:
    """Hours with wet leaves [h] where the air is damp so long [h], under leaves over so much of the ground [0..1]: up
    to CLOSED_LAG_H more as the stand closes. Common practice, no source."""
    closed = min(max((covered - OPEN_BELOW) / (1 - OPEN_BELOW), 0.0), 1.0)
    return min(damp_h + (CLOSED_LAG_H * closed if damp_h > 0 else 0.0), 24.0)


def wet_leaf_hours(sun: SunDay, tmin: float, tmax: float, ea: float, covered: float) -> float:
    """Hours a day with wet leaves [h], from the day's temperatures [degrees C], vapour pressure [kPa] and the share of
    the ground under leaves [0..1].

    The hours whose relative humidity reaches WET_FROM_RH, and CLOSED_LAG_H more as the stand closes.

    Sentelhas et al. (2008), from memory.
    """
    return in_a_stand(damp_hours(sun, tmin, tmax, ea), covered)


RAIN_MM_H: Final = 2.0  # how hard it usually rains while it does; common practice, no source
LEAVES_HOLD_MM: Final = 0.4  # of rain, that dries off them again by the air's thirst; common practice, no source
DAYLIGHT_H: Final = 12.0  # in which that thirst is spent; arithmetic
WET_RAIN_MM: Final = 0.2  # from which rain wets them; common practice, no source


def wet_by_rain_h(rain_mm: float, et0_mm: float) -> float:
    """Hours with wet leaves that a day's rain [mm] makes [h]: while it falls, and until what leaves hold is dried off
    again by the air's thirst, ET0 [mm/d]. Common practice, no source."""
    if rain_mm < WET_RAIN_MM:
        return 0.0
    dries = LEAVES_HOLD_MM / max(et0_mm / DAYLIGHT_H, 0.05)
    return min(rain_mm / RAIN_MM_H + dries, 24.0)


FALLS_FROM_H: Final[dict[DayQuarter, float]] = {"night": 0.0, "morning": 6.0, "afternoon": 12.0, "evening": 18.0}


def wet_by_rain_at(rain_mm: float, et0_mm: float, shares: npt.NDArray[np.float64], fell: DayQuarter) -> Steps:
    """Whether leaves are wet by a day's rain [mm] at each of the STEPS of its hours, where it is known when it fell:
    while it falls, and until the air's thirst of those hours has dried off what they hold. shares: of the day's ET0
    [mm] in each clock hour (24,). What is still wet at midnight is the next day's. Common practice, no source."""
    wet = np.zeros(24 * STEPS, dtype=bool)
    if rain_mm < WET_RAIN_MM:
        return wet
    begins = int(FALLS_FROM_H[fell] * STEPS)
    ends = begins + max(1, round(rain_mm / RAIN_MM_H * STEPS))
    thirst = np.repeat(et0_mm * shares / STEPS, STEPS)
    dried = np.cumsum(thirst[ends:]) >= LEAVES_HOLD_MM
    until = ends + int(np.argmax(dried)) + 1 if dried.any() else wet.size
    wet[begins:until] = True
    return wet


SMITH_DAYS: Final = 2  # in a row, each so warm and so long so damp: Smith (1956), potato blight, from memory
SMITH_TMIN_C, SMITH_H = 10.0, 11.0


def smith_day(tmin: float, damp_h: float) -> bool:
    """Whether a day so cold at its coldest [degrees C], with so many hours of 90 % humidity or wet leaves [h], counts
    towards potato and tomato blight. Smith (1956), from memory."""
    return tmin >= SMITH_TMIN_C and damp_h >= SMITH_H
