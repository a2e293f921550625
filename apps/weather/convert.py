"""From weather rows to the core's Sky."""

from __future__ import annotations

import collections
import datetime as dt
import functools
import math
from dataclasses import dataclass

import numpy as np
from django.db.models import Q

from agronomy.describe.garden import Gauge
from agronomy.describe.weather import COLUMNS, Sky, SkySeen, WeatherTable
from agronomy.sky import climates
from agronomy.sky.assemble import TRUST, Known, assemble
from agronomy.sky.climates import Years
from apps.garden.models import Event, Garden
from apps.weather.models import ForecastDay, ForecastSnapshot, Source, StationDay, WeatherDay

Values = dict[str, float | None]
CLIMATE_OBSERVED = dt.timedelta(days=730)
FORECAST_COLUMNS = ("tmin", "tmax", "rhmin", "rhmax", "wind", "rs", "rain")


@dataclass(frozen=True)
class WeatherFacts:
    """Everything known of a garden's weather: days by source, the gauge, the outlook.

    forecast: the newest snapshot's members, from its day of issue on.
    """

    today: dt.date
    sources: dict[str, dict[dt.date, Values]]
    snapshot: ForecastSnapshot | None
    forecast: WeatherTable | None
    gauge: tuple[Gauge, ...]
    seen: tuple[SkySeen, ...] = ()
    climate: Years | None = None

    @property
    def last_observed(self) -> dt.date | None:
        """The newest day behind that any source knows; None where none is known."""
        return max((d for days in self.sources.values() for d in days if d < self.today), default=None)

    @property
    def typed_ahead(self) -> dict[dt.date, Values]:
        """What was typed of today and later."""
        return {date: values for date, values in self.sources.get("typed", {}).items() if date >= self.today}

    def sources_of(self, date: dt.date) -> list[str]:
        """Which sources know a date, the most trusted first."""
        return [name for name in TRUST if date in self.sources.get(name, {})]

    @property
    def station_until(self) -> dt.date | None:
        """The newest day of a station's files."""
        return max(self.sources.get("station", {}), default=None)

    def member_values(self, date: dt.date) -> list[Values]:
        """What each member says of a date; empty where the forecast does not reach."""
        if self.forecast is None or date not in self.forecast.dates:
            return []
        i = self.forecast.dates.index(date)
        columns = {c: self.forecast.columns[c][i] for c in FORECAST_COLUMNS}
        return [{c: float(v[m]) for c, v in columns.items()} for m in range(len(columns["tmin"]))]


def weather_facts(garden: Garden, today: dt.date) -> WeatherFacts:
    """Read the weather facts of a garden: at most five queries, whatever its size."""
    sources: dict[str, dict[dt.date, Values]] = collections.defaultdict(dict)
    old = Q(source=Source.CLIMATE, date__lt=today - CLIMATE_OBSERVED)
    ahead = Q(date__gte=today) & ~Q(source=Source.TYPED)  # an outlook is typed, or a forecast's
    rows = WeatherDay.objects.filter(garden=garden).exclude(old | ahead).order_by("date")
    for date, source, *row in rows.values_list("date", "source", *COLUMNS):
        sources[source][date] = dict(zip(COLUMNS, row, strict=True))
    if station := station_days(garden, today - CLIMATE_OBSERVED, today):
        sources["station"] = station
    read, seen = gauge_and_seen(garden)
    gauge = tuple(Gauge(date, **x.told) for date, x in read.items() if date <= today)
    snapshot = ForecastSnapshot.objects.filter(garden=garden, issued__lte=today).order_by("-issued").first()
    forecast = _forecast(snapshot.pk, garden.latitude, garden.elevation_m) if snapshot else None
    return WeatherFacts(today, dict(sources), snapshot, forecast, gauge, tuple(map(seen_of, seen)), climate_of(garden))


def station_days(garden: Garden, since: dt.date | None = None, before: dt.date | None = None) -> dict[dt.date, Values]:
    """The days of a station's files: of two that have a date, the one read later."""
    rows = StationDay.objects.filter(event__garden=garden, event__struck_at=None)
    if since is not None:
        rows = rows.filter(date__gte=since)
    if before is not None:
        rows = rows.filter(date__lt=before)
    ordered = rows.order_by("event__recorded_at", "event_id").values_list("date", *COLUMNS)
    days: dict[dt.date, Values] = {}
    for date, *row in ordered:
        days[date] = dict(zip(COLUMNS, row, strict=True))
    return days


def stations_read(garden: Garden) -> list[Event]:
    """The files of a station that count, the newest first."""
    kept = Event.objects.filter(garden=garden, kind="station_read", struck_at=None)
    return list(kept.order_by("-recorded_at")[:20])


def gauge_and_seen(garden: Garden) -> tuple[dict[dt.date, Event], list[Event]]:
    """What the gauge said of each date, of two readings the later one; and hail and frost that were seen: one query."""
    kept = Event.objects.filter(garden=garden, kind__in=("gauge", "sky_seen"), struck_at=None)
    events = list(kept.order_by("occurred_at", "recorded_at"))
    return {x.date: x for x in events if x.kind == "gauge"}, [x for x in events if x.kind == "sky_seen"]


def seen_of(event: Event) -> SkySeen:
    """What an event of kind "sky_seen" told."""
    return SkySeen(event.date, **event.told)


def climate_of(garden: Garden) -> Years | None:
    """The years of a garden's climate; None where it was given none."""
    if garden.climate == "file":
        return _file_years(garden.pk, garden.climate_stamp)
    return climates.years_of(garden.climate, garden.latitude < 0, garden.elevation_m) if garden.climate else None


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


def known_of(garden: Garden, facts: WeatherFacts) -> Known:
    """What is known of a garden's weather, as the core's assembler takes it."""
    return Known(
        garden.latitude,
        garden.elevation_m,
        sources=facts.sources,
        gauge=facts.gauge,
        seen=facts.seen,
        forecast=facts.forecast,
        years=facts.climate,
        wind_height_m=garden.wind_height_m,
        trust={x["what"]: tuple(x["order"]) for x in garden.trust},
    )


def sky_of(garden: Garden, facts: WeatherFacts, today: dt.date, since: dt.date) -> Sky:
    """The core's Sky of a garden. since: the first day that beds were open. Raises MissingError."""
    return assemble(known_of(garden, facts), today, since)
