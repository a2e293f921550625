"""The days a garden's climate usually brings, where no forecast and no typed day says more: a climate, not a forecast.

A climate is a set of years. Those of a generic climate are drawn from its monthly figures; those of the gardener's own
come from a weather file. Each year gives the days ahead as one member, so that wet and dry spells stay together.
"""

from __future__ import annotations

import datetime as dt
import functools
import statistics
from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from typing import Any, Final

import numpy as np
import numpy.typing as npt

from agronomy.describe.errors import MissingError, require_one_of
from agronomy.describe.garden import Garden
from agronomy.describe.weather import COLUMNS
from agronomy.describe.words import CLIMATES

Array = npt.NDArray[np.float64]
Months = tuple[float, ...]  # January to December, as they are north of the equator

YEARS_DRAWN: Final = 31
LEAST_MEMBERS: Final = 15  # a short weather file is looked at a week or two to either side until it gives as many
SHIFTS: Final = (0, 7, -7, 14, -14, 21, -21)
USUAL_WITHIN_DAYS: Final = 7
LEAST_FOR_T90 = 45  # days: three years of them; common practice, no source
AHEAD_DAYS: Final = 16
# Lag-one correlation and standard deviation [degrees C] of daily temperatures, and how much cooler the afternoon of a
# wet day is: common practice after Richardson (1981), no source for the figures.
LAPSE_C: Final = 6.5  # K a km: the standard atmosphere
OFF_BY_C, OFF_BY_RAIN = 2.5, 0.4  # standard deviations [K; of the logarithm]: a place about its class; common practice
SUMMERS: Final = ("dry", "wet")
WINTERS: Final = ("mild", "cold")
LAG_ONE, TMAX_SD, TMIN_SD, WET_DAY_COOLER = 0.65, 3.2, 2.4, 3.0


@dataclass(frozen=True)
class Climate:
    """A generic climate: monthly means of Tmin and Tmax [degrees C], rain [mm a month], days with rain, wind [m/s];
    how far the dew point lies below Tmin [K]; the latitude and height [m] of a usual place. Round figures after the
    classes of the Koeppen scheme, from memory."""

    name: str
    latitude: float
    elevation_m: float
    tmin: Months
    tmax: Months
    rain: Months
    rain_days: Months
    wind: float
    dryness: float


GENERIC: Final[dict[str, Climate]] = {
    "cool_maritime": Climate(
        "cool and maritime: mild winters, rain at any time", 53, 50,
        (2, 2, 3, 4, 7, 10, 12, 12, 10, 7, 4, 3), (7, 7, 10, 12, 15, 18, 20, 20, 17, 13, 10, 8),
        (85, 65, 65, 60, 60, 65, 65, 75, 75, 95, 95, 95), (16, 13, 13, 12, 11, 11, 11, 12, 12, 15, 16, 16), 3.5, 0),
    "temperate": Climate(
        "temperate: warm summers, frost in winter", 48, 250,
        (-2, -2, 1, 4, 8, 12, 14, 13, 10, 6, 2, -1), (3, 5, 10, 15, 19, 23, 25, 25, 20, 14, 8, 4),
        (50, 45, 50, 50, 70, 75, 75, 70, 60, 55, 55, 55), (11, 10, 10, 9, 11, 11, 10, 10, 9, 10, 10, 11), 2.5, 0),
    "cold_winter": Climate(
        "cold winters and warm, showery summers", 45, 250,
        (-14, -12, -5, 1, 8, 13, 16, 15, 10, 4, -3, -10), (-4, -2, 4, 13, 20, 25, 28, 27, 22, 14, 5, -2),
        (25, 25, 45, 65, 90, 105, 95, 95, 75, 65, 45, 30), (7, 6, 8, 10, 11, 11, 10, 9, 9, 9, 8, 8), 3.0, 0),
    "dry_summer": Climate(
        "dry summers, rain in the mild winter", 38, 60,
        (5, 6, 8, 10, 13, 17, 19, 19, 17, 13, 9, 6), (13, 14, 17, 20, 25, 29, 32, 32, 28, 23, 18, 14),
        (85, 75, 60, 45, 25, 10, 3, 5, 25, 65, 90, 95), (10, 9, 8, 6, 4, 2, 1, 1, 3, 7, 9, 10), 2.5, 2),
    "cool_dry_summer": Climate(
        "cool, dry summers, rain in the mild winter", 46, 60,
        (2, 2, 3, 5, 8, 11, 13, 13, 11, 8, 4, 2), (8, 10, 13, 16, 19, 22, 25, 25, 22, 16, 11, 8),
        (140, 105, 100, 70, 50, 40, 20, 25, 45, 95, 150, 145), (18, 15, 16, 14, 11, 9, 5, 5, 8, 13, 18, 18), 2.8, 1),
    "hot_dry": Climate(
        "hot and dry inland, cool nights", 34, 700,
        (1, 3, 6, 10, 14, 19, 23, 22, 18, 11, 5, 1), (13, 16, 20, 25, 30, 35, 37, 36, 32, 26, 18, 13),
        (25, 25, 25, 15, 10, 5, 15, 20, 15, 15, 15, 20), (4, 4, 4, 2, 2, 1, 3, 3, 2, 2, 2, 3), 2.8, 4),
    "humid_summer": Climate(
        "hot, humid summers with thunderstorms, mild winters", 33, 100,
        (2, 3, 7, 11, 16, 20, 22, 22, 19, 12, 7, 3), (12, 14, 19, 23, 27, 31, 33, 32, 29, 24, 18, 13),
        (105, 110, 125, 95, 95, 105, 130, 105, 95, 75, 85, 100), (10, 9, 10, 8, 9, 10, 12, 10, 8, 6, 8, 10), 2.5, 0),
    "wet_tropical": Climate(
        "wet tropics: warm, with rain in every month", 4, 30,
        (23,) * 12, (31, 31, 32, 32, 31, 31, 31, 31, 31, 31, 31, 30),
        (240, 160, 200, 230, 210, 170, 170, 180, 200, 230, 280, 290), (16, 12, 14, 16, 15, 13, 13, 14, 15, 17, 19, 18),
        1.5, 0),
    "monsoon": Climate(
        "a dry season and a rainy season", 14, 30,
        (19, 21, 23, 25, 25, 25, 24, 24, 24, 23, 21, 19), (31, 33, 35, 36, 34, 33, 32, 32, 32, 32, 31, 30),
        (5, 10, 20, 55, 190, 180, 190, 230, 280, 190, 40, 8), (1, 1, 2, 5, 14, 16, 17, 19, 20, 14, 4, 1), 1.8, 0),
    "cool_highland": Climate(
        "tropical highland: cool nights all year, two rainy seasons", 1, 1900,
        (11, 12, 13, 14, 13, 12, 11, 11, 11, 13, 13, 12), (25, 26, 26, 24, 23, 22, 22, 22, 24, 25, 23, 24),
        (55, 50, 90, 190, 150, 40, 20, 25, 30, 60, 140, 90), (5, 5, 9, 16, 13, 6, 4, 5, 5, 8, 15, 9), 2.2, 1),
}  # fmt: skip
assert tuple(GENERIC) == CLIMATES[:-1], "describe/words.py lists these names"


def climate_at(latitude: float, elevation_m: float, summers: str | None = None, winters: str | None = None) -> str:
    """The generic climate to begin with: by what the gardener says of summers ("dry", "wet") and winters ("mild",
    "cold"), and by latitude and height; by these alone it is often wrong, which the wide spread of its years owns to.

    latitude [degrees north], elevation_m [m]. Common practice. Raises UnknownNameError.
    """
    for name, said, words in (("summers", summers, SUMMERS), ("winters", winters, WINTERS)):
        if said is not None:
            require_one_of(name, said, words)
    north = abs(latitude)
    if north < 12:
        return "cool_highland" if elevation_m > 1300 else "wet_tropical"
    if north < 24:
        return "wet_tropical" if winters == "cold" and summers == "wet" else "monsoon"
    dry = {"dry": True, "wet": False}.get(summers or "", 36 <= north < 42)
    cold = {"cold": True, "mild": False}.get(winters or "", False)
    if dry:
        return "hot_dry" if cold else "dry_summer" if north < 43 else "cool_dry_summer"
    if cold:
        return "cold_winter"
    return "humid_summer" if north < 40 else "temperate" if north < 51 else "cool_maritime"


@dataclass(frozen=True, eq=False)
class Years:
    """Whole years of days: each column of COLUMNS as an array (366, years), NaN where unknown. source: in words."""

    columns: dict[str, Array]
    source: str

    def members(self, dates: tuple[dt.date, ...]) -> dict[str, Array]:
        """Each column as (days, members): the years' own days of these dates, a year being used where its
        temperatures are known throughout. At the turn of the year a member goes on in the same year's January.

        Raises MissingError where not one year has all these days.
        """
        at = np.array([_index(d) for d in dates])
        chosen: list[tuple[int, int]] = []
        for shift in SHIFTS:
            days = (at + shift) % 366
            known = self._known()[days].all(axis=0)
            chosen += [(shift, int(year)) for year in np.flatnonzero(known)]
            if len(chosen) >= LEAST_MEMBERS:
                break
        if not chosen:
            raise MissingError("climate", f"a year with every day from {dates[0]} to {dates[-1]}, or three weeks off")
        index = np.stack([(at + shift) % 366 for shift, _ in chosen], axis=1)
        years = np.array([year for _, year in chosen])
        return {name: column[index, years] for name, column in self.columns.items()}

    def wet_share(self, date: dt.date) -> float:
        """Share of the years [0..1] in which it rains on a day about a date."""
        near = (_index(date) + np.arange(-USUAL_WITHIN_DAYS, USUAL_WITHIN_DAYS + 1)) % 366
        rain = self.columns["rain"][near]
        known = ~np.isnan(rain)
        return float((rain[known] > 0).mean()) if known.any() else 1.0

    def hotter_than(self, date: dt.date, share: float) -> float | None:
        """The highest temperature [degrees C] that this share of the years' days stays below, a week to either side of
        a date; None where too few are known. By WMO's climate indices, from memory: a window of 15 days."""
        near = (_index(date) + np.arange(-USUAL_WITHIN_DAYS, USUAL_WITHIN_DAYS + 1)) % 366
        tmax = self.columns["tmax"][near]
        known = tmax[~np.isnan(tmax)]
        return float(np.quantile(known, share)) if known.size >= LEAST_FOR_T90 else None

    def usual(self, date: dt.date) -> dict[str, float | None]:
        """The mean of each column over all years, a week to either side of a date; None where nothing is known."""
        i = _index(date)
        return {name: None if np.isnan(mean[i]) else float(mean[i]) for name, mean in self._usual.items()}

    @functools.cached_property
    def _usual(self) -> dict[str, Array]:
        """The usual day of each of 366, by column."""
        near = (np.arange(366)[:, None] + np.arange(-USUAL_WITHIN_DAYS, USUAL_WITHIN_DAYS + 1)) % 366
        out = {}
        for name, column in self.columns.items():
            known = ~np.isnan(column)
            n = known.sum(axis=1)[near].sum(axis=1)
            total = np.where(known, column, 0.0).sum(axis=1)[near].sum(axis=1)
            out[name] = np.where(n > 0, total / np.maximum(n, 1), np.nan)
        return out

    def _known(self) -> npt.NDArray[np.bool_]:
        c = self.columns
        return ~((np.isnan(c["tmin"]) | np.isnan(c["tmax"])) & np.isnan(c["tmean"]))


def _index(date: dt.date) -> int:
    """Place of a date in a leap year, so that one day of the year is one row in all years."""
    return dt.date(2000, date.month, date.day).timetuple().tm_yday - 1


def years_of_file(days: Iterable[tuple[dt.date, Mapping[str, float | None]]]) -> Years:
    """The years of a weather file. Values in degrees C, %, kPa, m/s, h, MJ m-2 d-1 and mm."""
    rows = list(days)
    first = min((d.year for d, _ in rows), default=0)
    n = max((d.year for d, _ in rows), default=0) - first + 1
    columns = {name: np.full((366, n), np.nan) for name in COLUMNS}
    for date, values in rows:
        for name in COLUMNS:
            value = values.get(name)
            if value is not None:
                columns[name][_index(date), date.year - first] = value
    return Years(columns, f"your weather file, {first} to {first + n - 1}")


@functools.lru_cache(maxsize=32)
def years_of(climate: str, southern: bool, elevation_m: float | None = None) -> Years:
    """YEARS_DRAWN years drawn from a generic climate, always the same ones; at a height [m], so much cooler than its
    usual place (the standard atmosphere's 6.5 K a km).

    How far a place lies off its class nobody knows: each year lies off by its own, in warmth and in rain.

    Wet and dry days as a two-state chain, amounts from a gamma distribution, both fitted from the month's rain and
    number of wet days (Geng, Penning de Vries and Supit 1986, Agric. For. Meteorol. 36:363); temperatures about
    their mean with a lag-one correlation and cooler afternoons on wet days (Richardson 1981, Water Resour. Res. 17).

    Raises UnknownNameError.
    """
    c = GENERIC[require_one_of("climate", climate, GENERIC)]
    month = np.array([dt.date(2000, 1, 1) + dt.timedelta(days=i) for i in range(366)], dtype="datetime64[D]")
    month_of = month.astype("datetime64[M]").astype(int) % 12
    shifted = (month_of + 6) % 12 if southern else month_of
    rng = np.random.default_rng(int.from_bytes(climate.encode()[:6], "big") + int(southern))
    wet = _wet_days(np.array(c.rain_days)[shifted] / 30.4, rng)
    tmin, tmax = _by_day(c.tmin, southern), _by_day(c.tmax, southern)
    wet_share = wet.mean(axis=1)[:, None]
    warm, cool = _wander(rng), _wander(rng)
    high = tmax[:, None] + TMAX_SD * warm - WET_DAY_COOLER * (wet - wet_share)
    low = np.minimum(tmin[:, None] + TMIN_SD * (0.6 * warm + 0.8 * cool), high - 1.0)
    higher = 0.0 if elevation_m is None else (elevation_m - c.elevation_m) / 1000
    warmer, wetter = _off_by(rng, OFF_BY_C) - LAPSE_C * higher, np.exp(_off_by(rng, OFF_BY_RAIN) - OFF_BY_RAIN**2 / 2)
    low, high = low + warmer, high + warmer
    unknown = np.full_like(low, np.nan)
    columns = dict.fromkeys(COLUMNS, unknown) | {
        "tmin": low,
        "tmax": high,
        "tdew": low - c.dryness,
        "wind": np.full_like(low, c.wind),
        "rain": np.where(wet, _amounts(np.array(c.rain), np.array(c.rain_days), shifted, wet.shape, rng), 0.0) * wetter,
    }
    return Years(columns, c.name)


def _off_by(rng: np.random.Generator, sd: float) -> Array:
    """How far each year lies off: evenly spread normal values in an order of their own (years,)."""
    inverse = statistics.NormalDist().inv_cdf
    return sd * rng.permutation([inverse((i + 0.5) / YEARS_DRAWN) for i in range(YEARS_DRAWN)])


def _by_day(months: Months, southern: bool) -> Array:
    """Monthly means at mid-month, joined over the year."""
    turned = np.roll(months, 6) if southern else np.array(months, dtype=float)
    middles = 15.0 + 30.5 * np.arange(-1, 13)
    return np.asarray(np.interp(np.arange(366), middles, np.concatenate([turned[-1:], turned, turned[:1]])))


def _wet_days(chance: Array, rng: np.random.Generator) -> npt.NDArray[np.bool_]:
    """(366, years): whether it rains. After a dry day by 0.75 of the month's share of wet days, after a wet one by
    0.25 more. Geng et al. (1986) eq. 4 and 5."""
    wet = np.zeros((366, YEARS_DRAWN), dtype=bool)
    before = rng.random(YEARS_DRAWN) < chance[-1]
    for day in range(366):
        p = 0.75 * chance[day] + np.where(before, 0.25, 0.0)
        wet[day] = before = rng.random(YEARS_DRAWN) < p
    return wet


def _amounts(rain: Array, rain_days: Array, month: Any, shape: tuple[int, ...], rng: np.random.Generator) -> Array:
    """Rain of a wet day [mm] from a gamma distribution by its month's mean. Geng et al. (1986): beta = -2.16 + 1.83 r,
    alpha the mean over beta; the smallest beta is common practice."""
    mean = np.maximum(rain / rain_days, 0.5)
    scale = np.maximum(-2.16 + 1.83 * mean, 1.0)
    drawn = rng.gamma((mean / scale)[month][:, None], scale[month][:, None], shape)
    return np.asarray(np.round(drawn, 1))


def _wander(rng: np.random.Generator) -> Array:
    """(366, years): standard normal from day to day, with LAG_ONE."""
    out = np.empty((366, YEARS_DRAWN))
    out[0] = rng.standard_normal(YEARS_DRAWN)
    for day in range(1, 366):
        out[day] = LAG_ONE * out[day - 1] + (1 - LAG_ONE**2) ** 0.5 * rng.standard_normal(YEARS_DRAWN)
    return out


def climate_of(garden: Garden) -> Years | None:
    """The years of a described garden's climate; None where it names none."""
    if garden.climate == "file":
        return years_of_file((x.date, vars(x)) for x in garden.climate_days)
    return years_of(garden.climate, garden.latitude < 0, garden.elevation_m) if garden.climate else None
