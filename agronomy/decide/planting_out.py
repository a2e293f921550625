"""Raising and planting out: which of the next days suit, how plants are hardened off, and the water that goes with it.

All figures here are common practice with no source unless a line names one.
"""

from __future__ import annotations

import dataclasses
import datetime as dt
from collections.abc import Mapping
from dataclasses import dataclass
from typing import Final

import numpy as np

from agronomy.air import radiation as rad
from agronomy.balance.weather import AirDays
from agronomy.decide.bands import Band, band
from agronomy.describe.garden import Bed, Planting
from agronomy.ground.soil_temperature import LEAST_DAYS, soil_temperature
from agronomy.plants.crops import TENDER, Crop, is_watered
from agronomy.plants.starts import WATER_IN_L

DAYS: Final = 14
FROST_MARGIN_C: Final = 1.0  # the ground is colder than the air that is forecast
FROST_NIGHTS: Final = 7  # after planting out in which a frost would undo it
FROST_BARS: Final = 0.2  # chance of a frost in those nights from which a day is barred
COLD_BARS_C: Final = 1.0  # soil so much colder than the crop wants bars a day
COOL_C, HOT_C = 20.0, 30.0
OVERCAST, CLEAR = 0.4, 0.8  # of clear-sky radiation
CALM, WINDY = 2.0, 6.0  # m/s
DRIZZLE_MM: Final = (0.2, 8.0)
SOAKED_MM: Final = 15.0  # of rain a day beats plants down and puddles the soil
WEIGHTS: Final = {"cool": 0.30, "overcast": 0.25, "drizzle": 0.15, "calm": 0.15, "kind_after": 0.15}
DRY_FOR_WORK: Final = 0.5  # of RAW: a drier bed is wetted the day before it is planted
# Hours outside, day by day, and in what light.
HARDENING: Final = (
    (2, "shade"), (3, "shade"), (4, "shade"), (5, "morning_sun"), (6, "sun"), (8, "sun"), (12, "all_day"),
    (24, "day_and_night"),
)  # fmt: skip
MOST_OUTSIDE_C: Final = 32.0  # warmest of a day that scorches what is not hardened yet
LEAST_OUTSIDE_C: Final = {True: 12.0, False: 8.0}  # warmest of a day that is worth the carrying, tender or not


@dataclass(frozen=True)
class DayOut:
    """How a day suits planting out. score and parts: 0 to 1; barred: "", "frost", "cold_soil" or "soft" (not hardened
    off by then)."""

    date: dt.date
    score: float
    barred: str
    parts: Mapping[str, float]
    frost_chance: float
    soil_c: float | None
    tmax: Band
    rain: Band
    wind: float


@dataclass(frozen=True)
class HardDay:
    """A day of hardening off: hours outside and in what light; held: why plants stay in instead ("" if they go out)."""

    date: dt.date
    hours: int
    light: str
    held: str


def comes_on(bed: Bed, today: dt.date) -> dt.date | None:
    """The first date after today on which something is to be planted or sown."""
    return min((p.planted for p in bed.plantings if p.planted > today), default=None)


def water_in_l(bed: Bed, date: dt.date) -> float:
    """Litres with which what is planted on a date is watered in."""
    return sum(p.count * WATER_IN_L[p.start] for p in _set_in(bed, date))


def hollows(bed: Bed, date: dt.date) -> int:
    """How many plants are set into a hollow of their own on a date, and watered in."""
    return sum(p.count for p in _set_in(bed, date))


def _set_in(bed: Bed, date: dt.date) -> list[Planting]:
    return [p for p in bed.plantings if p.planted == date and p.start in WATER_IN_L and is_watered(p)]


def soil_over(weather: AirDays) -> np.ndarray | None:
    """Soil temperature on each day of a run [degrees C]; None where too few days are known behind."""
    if weather.n_behind < LEAST_DAYS:
        return None
    return soil_temperature(((weather.tmin + weather.tmax) / 2).mean(axis=1))


def rank_days(
    weather: AirDays, crop: Crop, days: int = DAYS, hardened_from: dt.date | None = None
) -> tuple[DayOut, ...]:
    """The next days from today on, the best for planting this crop out first, those that are barred last.

    hardened_from: the first day on which plants that were raised are hard enough; None: they are.
    """
    n, soil = weather.n_behind, soil_over(weather)
    last = len(weather.dates) - n
    found = [_day_out(weather, crop, d, None if soil is None else float(soil[n + d])) for d in range(min(days, last))]
    if hardened_from is not None:
        found = [dataclasses.replace(x, barred="soft") if not x.barred and x.date < hardened_from else x for x in found]
    return tuple(sorted(found, key=lambda x: (bool(x.barred), -x.score, x.date)))


def hardened_from(days: tuple[HardDay, ...]) -> dt.date:
    """The first day after hardening off has run its course; after the last day that is known where it has not."""
    return days[-1].date + dt.timedelta(days=1)


def _day_out(w: AirDays, crop: Crop, d: int, soil_c: float | None) -> DayOut:
    i = w.n_behind + d
    nights = w.tmin[i : i + FROST_NIGHTS]
    frost = float((nights < crop.frost_c + FROST_MARGIN_C).any(axis=0).mean())
    rain, tmax = w.rain[i], w.tmax[i]
    after = w.tmax[i + 1 : i + 4]
    clear = float(_clear_share(w)[i])
    parts = {
        "cool": float(_between(tmax, HOT_C, COOL_C).mean()),
        "overcast": float(_between(np.array(clear), CLEAR, OVERCAST)),
        "drizzle": float(((rain >= DRIZZLE_MM[0]) & (rain <= DRIZZLE_MM[1])).mean() - (rain > SOAKED_MM).mean()),
        "calm": float(_between(np.array(w.parts.u2[i]), WINDY, CALM)),
        "kind_after": float(_between(after, HOT_C, COOL_C).mean()) if len(after) else 0.5,
    }
    parts["drizzle"] = max(parts["drizzle"], 0.0)
    barred = "frost" if frost >= FROST_BARS else ""
    if not barred and soil_c is not None and soil_c < crop.soil_c - COLD_BARS_C:
        barred = "cold_soil"
    score = sum(WEIGHTS[name] * parts[name] for name in WEIGHTS)
    return DayOut(w.dates[i], score, barred, parts, frost, soil_c, band(tmax), band(rain), float(w.parts.u2[i]))


def _between(x: np.ndarray, worst: float, best: float) -> np.ndarray:
    """0 at worst, 1 at best, in between linear."""
    return np.asarray(np.clip((x - worst) / (best - worst), 0.0, 1.0))


def _clear_share(w: AirDays) -> np.ndarray:
    """Radiation over that of a clear sky. FAO-56 eq. 37."""
    ra = rad.extraterrestrial_radiation(w.parts.latitude, w.parts.day_of_year)
    return np.asarray(w.parts.rs / np.maximum(rad.clear_sky_radiation(w.parts.elevation_m, ra), 0.1))


def harden(weather: AirDays, crop: Crop, days: int = DAYS) -> tuple[HardDay, ...]:
    """Day by day from today: each day that is held moves the rest on. The last step waits for a night without frost."""
    out: list[HardDay] = []
    n, step = weather.n_behind, 0
    for d in range(min(days, len(weather.dates) - n)):
        if step == len(HARDENING):
            break
        hours, light = HARDENING[step]
        held = _held_in(weather, crop, n + d, light == "day_and_night")
        out.append(HardDay(weather.dates[n + d], hours, light, held))
        step += not held
    return tuple(out)


def _held_in(w: AirDays, crop: Crop, i: int, overnight: bool) -> str:
    tender = crop.frost_c >= TENDER
    if float(np.median(w.tmax[i])) < LEAST_OUTSIDE_C[tender]:
        return "cold"
    if float(np.median(w.tmax[i])) > MOST_OUTSIDE_C:
        return "heat"
    if overnight and float((w.tmin[i : i + 2] < crop.frost_c + FROST_MARGIN_C).any(axis=0).mean()) >= FROST_BARS:
        return "frost"
    if w.parts.u2[i] > WINDY:
        return "wind"
    return "rain" if float(np.median(w.rain[i])) > SOAKED_MM else ""
