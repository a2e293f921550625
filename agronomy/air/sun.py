"""When the sun rises and sets by the garden's clock, and how a day's temperature runs between them."""

from __future__ import annotations

import math
from dataclasses import dataclass

from agronomy.air.radiation import daylight_hours

HOURS_AFTER_NOON_WARMEST = 3.0  # practice: the day is warmest about three hours after solar noon


@dataclass(frozen=True)
class SunDay:
    """Hours by the garden's clock [h, 0 to 24]."""

    sunrise: float
    noon: float
    sunset: float


def sun_day(latitude: float, longitude: float, utc_offset_h: float, day_of_year: int) -> SunDay:
    """Sunrise, solar noon and sunset for a place and date.

    Longitude in degrees east. Seasonal correction for solar time: FAO-56 eq. 32 and 33.
    """
    b = 2 * math.pi * (day_of_year - 81) / 364
    correction = 0.1645 * math.sin(2 * b) - 0.1255 * math.cos(b) - 0.025 * math.sin(b)
    noon = 12.0 - (longitude / 15.0 - utc_offset_h) - correction
    half = float(daylight_hours(latitude, day_of_year)) / 2.0
    return SunDay(noon - half, noon, noon + half)


def temperature_at(hour: float, tmin: float, tmax: float, sun: SunDay) -> float:
    """Temperature [degrees C] at a clock hour: a half sine from sunrise to the warmest hour and back (practice)."""
    warmest = sun.noon + HOURS_AFTER_NOON_WARMEST
    if hour < sun.sunrise:
        hour += 24
    if hour <= warmest:
        share = (1 - math.cos(math.pi * (hour - sun.sunrise) / (warmest - sun.sunrise))) / 2
    else:
        share = (1 + math.cos(math.pi * (hour - warmest) / (sun.sunrise + 24 - warmest))) / 2
    return tmin + (tmax - tmin) * share
