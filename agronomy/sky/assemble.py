"""The sky of a garden, assembled once: each variable of each day from the source that is trusted most.

For the days behind, from the most trusted down: the gardener's own gauge (rain alone), what they typed from their own
thermometer, a station's file, the provider, the days of a climate's file; or in the garden's own order. A typed maximum
keeps the provider's radiation. What a climate usually brings stands in where nobody knows the day at all. For the days
ahead: the members of a forecast; else what was typed, over the years of the climate; else the typed days alone.
"""

from __future__ import annotations

import dataclasses
import datetime as dt
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from typing import Any, Final

import numpy as np
import numpy.typing as npt

from agronomy.air.heat import HOT_SHARE
from agronomy.air.reference_et import wind_at_2m
from agronomy.describe.errors import MissingError
from agronomy.describe.garden import Gauge
from agronomy.describe.weather import COLUMNS, Sky, SkySeen, WeatherTable, in_doubt, table_of_checked
from agronomy.describe.words import WEATHER_SOURCES, WeatherGroup
from agronomy.sky.climates import AHEAD_DAYS, Years

Values = Mapping[str, float | None]
Days = Mapping[dt.date, Values]

TRUST: Final = WEATHER_SOURCES  # the most trusted first
# What is trusted together.
GROUPS: Final[dict[WeatherGroup, tuple[str, ...]]] = {
    "temperature": ("tmin", "tmax", "tmean"),
    "humidity": ("rhmin", "rhmax", "rhmean", "tdew", "ea"),
    "wind": ("wind",),
    "sun": ("sunshine_h", "rs"),
    "rain": ("rain",),
}
# Variables that must agree with each other in order; where two sources do not, the less trusted one's are left out.
ORDERED: Final = (("tmin", "tmean", "tmax"), ("rhmin", "rhmean", "rhmax"))
RUNS_IN_DOUBT: Final = 10  # of a typed outlook alone that tells a chance of rain: as many as chances are said in


@dataclass(frozen=True)
class Known:
    """Everything known of a garden's weather.

    sources: days by date, by the names of TRUST; typed and station's days from today on are an outlook.
    trust: the garden's own order of sources, by what they tell of; else TRUST.
    wind_height_m: at which typed and station's wind was measured [m]; others are at 2 m, or say so themselves.
    """

    latitude: float
    elevation_m: float
    sources: Mapping[str, Days] = field(default_factory=dict)
    gauge: Sequence[Gauge] = ()
    seen: Sequence[SkySeen] = ()
    forecast: WeatherTable | None = None
    years: Years | None = None
    wind_height_m: float = 2.0
    trust: Mapping[str, Sequence[str]] = field(default_factory=dict)

    def order(self, group: str) -> tuple[str, ...]:
        """All sources in the order in which they are believed."""
        own = tuple(self.trust.get(group, ()))
        return (*own, *(x for x in TRUST if x not in own))


def assemble(known: Known, today: dt.date, since: dt.date) -> Sky:
    """The sky that a plan of `today` rests on. since: the first day that beds were open.

    Raises MissingError when not a single past day is known, and nothing stands in for it.
    """
    past = {date: day_of(known, date)[0] for date in _dates(known, None, today)}
    _fill_from_forecast(past, known.forecast, today)
    outlook = {date: day_of(known, date)[0] for date in _dates(known, today, None)}
    forecast = known.forecast is not None and known.forecast.dates[-1] >= today
    filled: dict[dt.date, float] = {}
    if known.years is not None and not forecast:
        filled = _fill_from_climate(past, known.years, today, since)
    if not past:
        raise MissingError("weather", f"at least one day before {today.isoformat()}: type yesterday's in Sky")
    hoped = _take_expected_rain(past)
    gauged = _read_gauge(past, known.gauge, today)
    fallen = max((x.rain for x in known.gauge if x.date == today), default=0.0)
    more: dict[str, Any] = {
        "fallen_today": fallen,
        "hoped": {date: chance for date, chance in hoped.items() if date not in gauged},
        "fell": {x.date: x.fell for x in known.gauge if x.fell is not None},
        "seen": tuple(sorted((x for x in known.seen if x.date <= today), key=lambda x: x.date)),
    }
    behind = table_of_checked(list(past.items()), known.latitude, known.elevation_m)
    hot = known.years.hotter_than(today, HOT_SHARE) if known.years is not None else None
    if forecast and known.forecast is not None:
        return Sky(behind, _from(known.forecast, today), gauged, "forecast", usual_hot=hot, **more)
    if known.years is not None:
        ahead, typed = _climate_ahead(known, outlook, today)
        return Sky(behind, ahead, gauged, "climate", typed, filled, usual_hot=hot, **more)
    table = table_of_checked(list((outlook or {max(past): past[max(past)]}).items()), known.latitude, known.elevation_m)
    runs = RUNS_IN_DOUBT if any(map(in_doubt, outlook.values())) else 1
    columns = {c: np.repeat(v[:, None], runs, axis=1) for c, v in table.columns.items()}
    _lay_rain_in_doubt(columns["rain"], table.dates, outlook)
    return Sky(behind, dataclasses.replace(table, columns=columns), gauged, "typed", **more)


def day_of(known: Known, date: dt.date) -> tuple[dict[str, float | None], dict[str, str]]:
    """What is known of a day, each variable from the most trusted source that has it, and which source that is.

    Wind is brought to 2 m, FAO-56 eq. 47.

    Values in degrees C, %, kPa, m/s, h, MJ m-2 d-1 and mm.
    """
    values: dict[str, float | None] = dict.fromkeys(COLUMNS)
    by: dict[str, str] = {}
    for group, names in GROUPS.items():
        told = [(source, known.sources.get(source, {}).get(date, {})) for source in known.order(group)]
        if group == "rain":
            told.sort(key=lambda x: in_doubt(x[1]))  # what was only expected gives way to whoever saw it
        for source, day in told:
            for name in names:
                value = day.get(name)
                if value is None or values.get(name) is not None or not _agrees(values, name, value):
                    continue
                if name == "wind" and source in ("typed", "station") and known.wind_height_m != 2.0:
                    value = float(wind_at_2m(value, known.wind_height_m))  # the same wind at 2 m
                values[name], by[name] = value, source
    if "rain" in by:
        values["rain_chance"] = known.sources[by["rain"]][date].get("rain_chance")
    _take_whole_temperatures(known, date, values, by)
    return values, by


def _take_whole_temperatures(known: Known, date: dt.date, values: dict[str, float | None], by: dict[str, str]) -> None:
    """Where what is trusted leaves no whole day, the temperatures of the first source that has one stand."""

    def whole(day: Values) -> bool:
        return day.get("tmean") is not None or None not in (day.get("tmin"), day.get("tmax"))

    days = ((source, known.sources.get(source, {}).get(date, {})) for source in known.order("temperature"))
    found = None if whole(values) else next(((source, day) for source, day in days if whole(day)), None)
    if found is not None:
        for name in ORDERED[0]:
            values[name] = found[1].get(name)
            by[name] = found[0]


def _agrees(values: Values, name: str, value: float) -> bool:
    """Whether a value can stand beside what is known of its kind already."""
    for ordered in ORDERED:
        if name in ordered:
            at = ordered.index(name)
            below = [values[n] for n in ordered[:at] if values[n] is not None]
            above = [values[n] for n in ordered[at + 1 :] if values[n] is not None]
            return all(x <= value for x in below if x is not None) and all(x >= value for x in above if x is not None)
    return True


def _dates(known: Known, since: dt.date | None, until: dt.date | None) -> list[dt.date]:
    """The dates that any source knows, from one on and before another; the outlook is typed or a station's."""
    names = TRUST if since is None else TRUST[:2]
    dates = {d for name in names for d in known.sources.get(name, {})}
    return sorted(d for d in dates if (since is None or d >= since) and (until is None or d < until))


def _fill_from_forecast(
    past: dict[dt.date, dict[str, float | None]], forecast: WeatherTable | None, today: dt.date
) -> None:
    """Days since an old forecast was issued that nobody observed: its mean, for want of better."""
    for i, date in enumerate(forecast.dates if forecast else ()):
        if forecast is not None and date < today and date not in past:
            means = {c: float(np.mean(v[i])) for c, v in forecast.columns.items()}
            past[date] = {c: None if np.isnan(x) else x for c, x in means.items()}


def _fill_from_climate(
    past: dict[dt.date, dict[str, float | None]], years: Years, today: dt.date, since: dt.date
) -> dict[dt.date, float]:
    """Days from `since` on that nobody knows are the climate's usual ones; returns which, and the share of the years in
    which it rains on each."""
    filled = {}
    for n in range(1, max(1, (today - since).days) + 1):
        date = today - dt.timedelta(days=n)
        if date not in past:
            past[date] = years.usual(date)
            filled[date] = years.wet_share(date)
    return filled


def _take_expected_rain(past: dict[dt.date, dict[str, float | None]]) -> dict[dt.date, float]:
    """Rain behind that was only expected stands by its mean, until somebody says what fell; returns its dates and
    chances."""
    hoped = {}
    for date, day in past.items():
        if in_doubt(day):
            chance = day["rain_chance"] or 0.0
            past[date] = {**day, "rain": (day["rain"] or 0.0) * chance, "rain_chance": None}
            hoped[date] = chance
    return hoped


def _lay_rain_in_doubt(rain: npt.NDArray[np.float64], dates: Sequence[dt.date], outlook: Days) -> None:
    """Of rain that was typed with a chance, let it fall in so many of the members [mm, (days, members)]: first in those
    whose own year is wet about that date, so that wet and dry spells stay together. Arithmetic."""
    for i, date in enumerate(dates):
        day = outlook.get(date, {})
        if in_doubt(day):
            n = rain.shape[1]
            by_lot = np.random.default_rng(date.toordinal()).permutation(n)
            own = np.zeros(n) if np.ptp(rain[i]) == 0 else rain[i]
            wettest = np.lexsort((by_lot, -own))
            wet = wettest[: round((day["rain_chance"] or 0.0) * n)]
            rain[i] = 0.0
            rain[i, wet] = day["rain"]


def _read_gauge(
    past: dict[dt.date, dict[str, float | None]], gauge: Sequence[Gauge], today: dt.date
) -> frozenset[dt.date]:
    """Rain as the gauge had it, by rain_read.

    Returns the dates whose rain the gauge settled.
    """
    settled = set()
    for reading in gauge:
        if reading.date >= today:
            continue
        day = past.get(reading.date) or dict(past[min(past, key=lambda d: abs((d - reading.date).days))])
        rain = rain_read(reading, day.get("rain"))
        past[reading.date] = {**day, "rain": rain}
        if rain == reading.rain:
            settled.add(reading.date)
    return frozenset(settled)


def rain_read(reading: Gauge, told: float | None) -> float:
    """Rain of a past day that has a reading [mm]: the gauge's, or what other sources told [mm] where that is more and
    the gauge was read before the day was over. Common practice, no source."""
    return max(reading.rain, told or 0.0) if reading.so_far else reading.rain


def _from(table: WeatherTable, today: dt.date) -> WeatherTable:
    """The part of a forecast from today on."""
    keep = [i for i, d in enumerate(table.dates) if d >= today]
    columns = {c: v[keep] for c, v in table.columns.items()}
    return dataclasses.replace(table, dates=tuple(table.dates[i] for i in keep), columns=columns)


def _climate_ahead(known: Known, outlook: Days, today: dt.date) -> tuple[WeatherTable, frozenset[dt.date]]:
    """Each year of the climate is a member; what was typed is the same in all of them.

    Beside typed temperatures the years' own humidity, wind and sun are left out, as what was typed may be quite
    another kind of day; rain that was not typed stays the years' own.
    """
    assert known.years is not None
    dates = tuple(today + dt.timedelta(days=i) for i in range(AHEAD_DAYS))
    ahead = known.years.members(dates)
    for i, date in enumerate(dates):
        if date not in outlook:
            continue
        for name in COLUMNS:
            value = outlook[date].get(name)
            if name == "rain" and in_doubt(outlook[date]):
                continue  # below: in some of the years only
            if value is not None or name != "rain":
                ahead[name][i] = np.nan if value is None else value
    _lay_rain_in_doubt(ahead["rain"], dates, outlook)
    table = WeatherTable(dates, ahead, known.latitude, known.elevation_m)
    return table, frozenset(outlook) & frozenset(dates)
