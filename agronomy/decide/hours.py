"""The good hours of a day: when to water, when to rest, when pots have cooled."""

from __future__ import annotations

import datetime as dt
from dataclasses import dataclass

from agronomy.air.heat import heat_index, heat_index_class
from agronomy.air.sun import sun_day, temperature_at
from agronomy.describe.garden import Garden, utc_offset_on

WARM_AT = 22.0  # degrees C; past this water goes on warm leaves and soil: common practice, no source
HOT_AT = 27.0  # degrees C; rest and shade: common practice, no source
STEP_H = 0.25


@dataclass(frozen=True)
class Hours:
    """Clock hours of a day [h]; `hot` is None on a day that stays below HOT_AT."""

    sunrise: float
    sunset: float
    morning: tuple[float, float]
    evening: tuple[float, float]
    hot: tuple[float, float] | None
    tmin: float
    tmax: float
    heat_class: str


def good_hours(garden: Garden, date: dt.date, tmin: float, tmax: float, rhmin: float) -> Hours:
    """Good hours of a date for hand watering.

    Morning runs from half an hour before sunrise to when the air passes WARM_AT, at the latest four hours after
    sunrise and never less than an hour and a half; evening from when it has fallen below HOT_AT again, at the earliest
    an hour and a half before sunset, to an hour after it.
    """
    sun = sun_day(garden.latitude, garden.longitude, utc_offset_on(garden, date), date.timetuple().tm_yday)
    hours = [i * STEP_H for i in range(int(24 / STEP_H))]
    curve = {h: temperature_at(h, tmin, tmax, sun) for h in hours}
    warm = next((h for h in hours if h > sun.sunrise and curve[h] >= WARM_AT), 24.0)
    end = min(max(warm, sun.sunrise + 1.0), sun.sunrise + 4.0)
    hot = [h for h in hours if curve[h] >= HOT_AT]
    hot_span = (hot[0], hot[-1] + STEP_H) if hot else None
    cool_again = hot_span[1] if hot_span else 0.0
    evening_from = min(max(sun.sunset - 1.5, cool_again), sun.sunset)
    return Hours(
        sun.sunrise,
        sun.sunset,
        (sun.sunrise - 0.5, end),
        (evening_from, sun.sunset + 1.0),
        hot_span,
        tmin,
        tmax,
        heat_index_class(heat_index(tmax, rhmin)),
    )
