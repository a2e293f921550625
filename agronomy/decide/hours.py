"""The good hours of a day: when to water, when to rest, when pots have cooled."""

from __future__ import annotations

import datetime as dt
from dataclasses import dataclass

from agronomy.air.heat import heat_index, heat_index_class
from agronomy.air.sun import sun_day, temperature_at
from agronomy.beds.today import BedToday
from agronomy.beds.wall import MixHeat
from agronomy.decide.household import allowed_windows, spared
from agronomy.describe.garden import Garden, utc_offset_on

WARM_AT = 22.0  # degrees C; past this water goes on warm leaves and soil: common practice, no source
HOT_AT = 27.0  # degrees C; rest and shade: common practice, no source
POT_COOLS_H = 1.0  # after the sun has left it; a band of practice is 1 to 6 h
ALL_DAY_H = 24.0  # of a bed whose own light nobody told
LEAST_H = 0.5  # a shorter window is none
STEP_H = 0.25

Window = tuple[float, float]


@dataclass(frozen=True)
class Hours:
    """Clock hours of a day [h]; `hot` is None on a day that stays below HOT_AT."""

    date: dt.date
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
    an hour and a half before sunset, to an hour after either.
    """
    sun = sun_day(garden.latitude, garden.longitude, utc_offset_on(garden, date), date.timetuple().tm_yday)
    hours = [i * STEP_H for i in range(int(24 / STEP_H))]
    curve = {h: temperature_at(h, tmin, tmax, sun) for h in hours}
    warm = next((h for h in hours if h > sun.sunrise and curve[h] >= WARM_AT), 24.0)
    end = min(max(warm, sun.sunrise + 1.0), sun.sunrise + 4.0)
    hot = [h for h in hours if curve[h] >= HOT_AT]
    hot_span = (hot[0], hot[-1] + STEP_H) if hot else None
    cool_again = hot_span[1] if hot_span else 0.0
    evening_from = max(sun.sunset - 1.5, cool_again)
    return Hours(
        date,
        sun.sunrise,
        sun.sunset,
        (sun.sunrise - 0.5, end),
        (evening_from, max(sun.sunset, evening_from) + 1.0),
        hot_span,
        tmin,
        tmax,
        heat_index_class(heat_index(tmax, rhmin)),
    )


def windows(
    hours: Hours, garden: Garden, today: BedToday | None = None, mix: MixHeat | None = None
) -> tuple[Window, ...]:
    """The clock hours [h] in which to water: allowed, cool enough, and preferred, by bed where one is given.

    Where nothing of what is cool is left by the preference or the rules, the cool hours that are allowed; where none
    is, what is allowed. A bed whose sun comes late stays cool until then; a pot whose mix gets hot (mix) is let cool,
    and another for an hour after the sun has left it. Common practice, no source.
    """
    free = today is not None and spared(garden, today)
    allowed = ((0.0, 24.0),) if free else allowed_windows(garden, hours.date)
    morning, evening = hours.morning, hours.evening
    if today is not None:
        light, noon = today.exposure, hours.hot[0] if hours.hot else 12.0
        if light.sun_from_h > morning[1]:
            morning = (morning[0], max(morning[1], min(light.sun_from_h, noon)))
        cools = mix.cool_from_h if mix is not None else None
        if today.container and (light.sun_to_h < ALL_DAY_H or cools is not None):
            left = min(light.sun_to_h, hours.sunset)
            late = max(evening[0], left + POT_COOLS_H if light.sun_to_h < ALL_DAY_H else 0.0, cools or 0.0)
            evening = (late, max(evening[1], late + 1.0))
    wish = garden.prefers if today is None or today.bed.prefers is None else today.bed.prefers
    cool = {"any": (morning, evening), "dawn": (morning,), "dusk": (evening,)}
    return _common(allowed, cool[wish]) or _common(allowed, cool["any"]) or allowed


def _common(some: tuple[Window, ...], others: tuple[Window, ...]) -> tuple[Window, ...]:
    """What windows have in common, by the clock; less than LEAST_H is no window."""
    both = [(max(a[0], b[0]), min(a[1], b[1])) for a in some for b in others]
    return tuple(sorted(x for x in both if x[1] - x[0] >= LEAST_H))
