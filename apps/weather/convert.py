"""From weather rows to the core's Sky."""

from __future__ import annotations

import dataclasses
import datetime as dt
import functools
import math
from dataclasses import dataclass

import numpy as np
from django.db.models import Q

from agronomy.air import climates
from agronomy.air.climates import Years
from agronomy.describe.errors import MissingError
from agronomy.describe.weather import COLUMNS, Sky, WeatherTable, table_of_checked
from apps.garden.models import Garden
from apps.weather.models import ForecastDay, ForecastSnapshot, GaugeReading, Source, WeatherDay

Values = dict[str, float | None]
CLIMATE_OBSERVED = dt.timedelta(days=730)
FORECAST_COLUMNS = ("tmin", "tmax", "rhmin", "rhmax", "wind", "rs", "rain")


@dataclass(frozen=True)
class WeatherFacts:
    """Everything known of a garden's weather: observed days (best source first), the outlook, the gauge.

    forecast: the newest snapshot's members, from its day of issue on.
    """

    observed: dict[dt.date, Values]
    observed_source: dict[dt.date, str]
    typed_ahead: dict[dt.date, Values]
    snapshot: ForecastSnapshot | None
    forecast: WeatherTable | None
    gauge: dict[dt.date, float]
    climate: Years | None = None

    def member_values(self, date: dt.date) -> list[Values]:
        """What each member says of a date; empty where the forecast does not reach."""
        if self.forecast is None or date not in self.forecast.dates:
            return []
        i = self.forecast.dates.index(date)
        columns = {c: self.forecast.columns[c][i] for c in FORECAST_COLUMNS}
        return [{c: float(v[m]) for c, v in columns.items()} for m in range(len(columns["tmin"]))]


def weather_facts(garden: Garden, today: dt.date) -> WeatherFacts:
    """Read the weather facts of a garden: at most four queries, whatever its size."""
    observed: dict[dt.date, Values] = {}
    source: dict[dt.date, str] = {}
    typed: dict[dt.date, Values] = {}
    # "typed" sorts after "provider": a day typed by hand replaces the provider's.
    # "climate" sorts before both: the last days of a climate's file were observed, for want of better.
    old = Q(source=Source.CLIMATE, date__lt=today - CLIMATE_OBSERVED)
    rows = WeatherDay.objects.filter(garden=garden).exclude(old).order_by("source", "date")
    for date, of, *row in rows.values_list("date", "source", *COLUMNS):
        values = dict(zip(COLUMNS, row, strict=True))
        if date < today:
            observed[date], source[date] = values, of
        elif of == Source.TYPED:
            typed[date] = values
    readings = GaugeReading.objects.filter(garden=garden, struck_at=None).order_by("recorded_at")
    snapshot = ForecastSnapshot.objects.filter(garden=garden, issued__lte=today).order_by("-issued").first()
    forecast = _forecast(snapshot.pk, garden.latitude, garden.elevation_m) if snapshot else None
    gauge = dict(readings.values_list("date", "rain"))
    return WeatherFacts(observed, source, typed, snapshot, forecast, gauge, climate_of(garden))


def climate_of(garden: Garden) -> Years | None:
    """The years of a garden's climate; None where it was given none."""
    if garden.climate == "file":
        return _file_years(garden.pk, garden.climate_stamp)
    return climates.years_of(garden.climate, garden.latitude < 0) if garden.climate else None


@functools.lru_cache(maxsize=32)
def _file_years(garden_id: int, stamp: str) -> Years:
    """The years of a garden's weather file. The stamp changes with the file, so memory may hold them."""
    rows = WeatherDay.objects.filter(garden_id=garden_id, source=Source.CLIMATE).values_list("date", *COLUMNS)
    return climates.years_of_file((date, dict(zip(COLUMNS, row, strict=True))) for date, *row in rows.iterator())


@functools.lru_cache(maxsize=64)
def _forecast(snapshot_id: int, latitude: float, elevation_m: float) -> WeatherTable:
    """A snapshot's members as arrays. A snapshot never changes once it is kept, so memory may hold it."""
    rows = list(
        ForecastDay.objects.filter(snapshot_id=snapshot_id)
        .order_by("date", "member")
        .values_list("date", *FORECAST_COLUMNS)
    )
    dates = tuple(dict.fromkeys(r[0] for r in rows))
    values = np.array([[math.nan if v is None else v for v in r[1:]] for r in rows], dtype=float)
    shaped = values.reshape(len(dates), -1, len(FORECAST_COLUMNS))
    unknown = np.full(shaped.shape[:2], math.nan)
    columns = dict.fromkeys(COLUMNS, unknown) | {c: shaped[:, :, i].copy() for i, c in enumerate(FORECAST_COLUMNS)}
    return WeatherTable(dates, columns, latitude, elevation_m)


def sky_of(garden: Garden, facts: WeatherFacts, today: dt.date, since: dt.date) -> Sky:
    """The core's Sky: a forecast where there is one, else the typed outlook over the garden's climate, else days drawn
    from those behind. since: the first day that beds were open.

    Raises MissingError when not a single past day is known.
    """
    past = dict(facts.observed)
    for date in facts.forecast.dates if facts.forecast else ():
        if date < today and date not in past:  # since an old forecast was issued: its mean, for want of better
            members = facts.member_values(date)
            past[date] = {c: float(np.mean([m[c] for m in members])) for c in FORECAST_COLUMNS}
    if facts.climate and not (facts.forecast and facts.forecast.dates[-1] >= today):
        place = (garden.latitude, garden.elevation_m)
        gauge = {d: mm for d, mm in facts.gauge.items() if d < today}
        return climates.sky_of_climate(facts.climate, past, facts.typed_ahead, gauge, since, today, *place)
    if not past:
        raise MissingError("weather", f"at least one day before {today.isoformat()}: type yesterday's in Sky")
    gauged = frozenset(d for d in facts.gauge if d < today)
    for date in gauged:
        past[date] = {**past.get(date, past[_nearest(past, date)]), "rain": facts.gauge[date]}
    behind = table_of_checked(list(past.items()), garden.latitude, garden.elevation_m)
    if facts.forecast and facts.forecast.dates[-1] >= today:
        return Sky(behind, _from(facts.forecast, today), gauged, "forecast")
    typed = facts.typed_ahead or {max(past): past[max(past)]}
    ahead = table_of_checked(list(typed.items()), garden.latitude, garden.elevation_m)
    columns = {c: v[:, None] for c, v in ahead.columns.items()}
    return Sky(behind, dataclasses.replace(ahead, columns=columns), gauged, "typed")


def _nearest(past: dict[dt.date, Values], date: dt.date) -> dt.date:
    return min(past, key=lambda d: abs((d - date).days))


def _from(table: WeatherTable, today: dt.date) -> WeatherTable:
    """The part of a forecast from today on."""
    keep = [i for i, d in enumerate(table.dates) if d >= today]
    columns = {c: v[keep] for c, v in table.columns.items()}
    return dataclasses.replace(table, dates=tuple(table.dates[i] for i in keep), columns=columns)
