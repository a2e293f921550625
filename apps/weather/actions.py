"""Changes to the weather facts."""

from __future__ import annotations

import collections
import datetime as dt
import io
import logging
import math
import uuid
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass
from typing import Any, ClassVar

from django.db import transaction

from agronomy.describe import garden as g
from agronomy.describe.errors import InputError, OutOfRangeError
from agronomy.describe.weather import COLUMNS, SkySeen, check_day, read_weather_rows
from agronomy.describe.words import DayQuarter
from agronomy.formats.described import read, write
from agronomy.formats.station_file import StationMapping, read_station
from apps.accounts.actor import Actor
from apps.base.action import Action
from apps.garden.action import GardenAction, RecordEvent
from apps.garden.actions.gardens import CreateGarden
from apps.garden.models import Event, Garden
from apps.garden.revision import raise_revision
from apps.weather import provider
from apps.weather.bulk import insert_days
from apps.weather.convert import gauge_and_seen, seen_of
from apps.weather.models import ForecastDay, ForecastSnapshot, Source, StationDay, WeatherDay

log = logging.getLogger(__name__)

PAST_DAYS_FIRST = 90
OLDEST_TYPED = dt.timedelta(days=3 * 366)
FURTHEST_TYPED = dt.timedelta(days=15)
MOST_TYPED = 1200
MOST_CLIMATE_DAYS = MOST_STATION_DAYS = 20_000
LATELY = dt.timedelta(days=366)
LEAST_CLIMATE_DAYS = 360  # days of the year on which a climate must know its temperatures


def refresh_weather(garden: Garden) -> bool:
    """Bring a demonstration garden's weather up to its own day; False when the provider does not answer.

    Nothing is asked when today's forecast is already here.
    """
    today = garden.today
    if not garden.demonstration:
        return True
    if ForecastSnapshot.objects.filter(garden=garden, issued=today).exists():
        return True
    newest = garden.weather_days.filter(source=Source.PROVIDER).order_by("-date").values_list("date", flat=True).first()
    past = PAST_DAYS_FIRST if newest is None else min(400, max(1, (today - newest).days))
    try:
        answer = provider.fetch(garden.latitude, garden.longitude, garden.elevation_m, today, past)
    except provider.ProviderError as error:
        log.warning("weather of garden %s stays as it is: %s", garden.pk, error)
        return False
    with transaction.atomic():
        raise_revision(garden.pk)
        WeatherDay.objects.bulk_create(
            [WeatherDay(garden=garden, date=d, source=Source.PROVIDER, **v) for d, v in answer.observed.items()],
            ignore_conflicts=True,
        )
        snapshot, new = ForecastSnapshot.objects.get_or_create(garden=garden, issued=today)
        if new:
            days = ({"date": d, "member": m, **v} for (d, m), v in answer.ahead.items())
            insert_days(ForecastDay, {"snapshot": snapshot.pk}, days)
    return True


def climate_rows(text: str) -> list[dict[str, Any]]:
    """The days of a weather file as a climate's. Raises InputError naming line and column."""
    rows = read_weather_rows(io.StringIO(text, newline=""), "weather file")
    member = next((r for r in rows if r.member is not None), None)
    if member is not None:
        raise InputError(f"weather file line {member.line} member", member.member, "one row a day, without members")
    if len(rows) > MOST_CLIMATE_DAYS:
        raise InputError("weather file", f"{len(rows)} days", f"at most {MOST_CLIMATE_DAYS} days")
    warm = {(r.date.month, r.date.day) for r in rows if not math.isnan(r.values["tmin"] + r.values["tmax"])}
    if len(warm) < LEAST_CLIMATE_DAYS:
        raise InputError("weather file", f"{len(warm)} days with tmin and tmax", "at least a whole year of them")
    return [{"date": r.date, **{k: None if math.isnan(v) else v for k, v in r.values.items()}} for r in rows]


@dataclass
class CreateGardenOfClimate(Action[Garden]):
    """A new garden whose climate is the years of a weather file, the text of a CSV."""

    by: Actor
    values: dict[str, Any]
    weather_file: str

    def run(self) -> Garden:
        rows = climate_rows(self.weather_file)
        garden = CreateGarden(self.by, {**self.values, "climate": None}).run()
        keep_climate(garden, rows)
        return garden


@dataclass
class ReadClimate(GardenAction[int]):
    """Take a garden's climate from the years of a weather file; it replaces the file before."""

    text: str

    kind: ClassVar = "climate_read"

    def do(self) -> int:
        rows = climate_rows(self.text)
        keep_climate(self.garden, rows)
        self.told = {"days": len(rows)}
        return len(rows)

    def again(self, known: Event) -> int:
        return int(known.told["days"])


def keep_climate(garden: Garden, rows: Iterable[Mapping[str, Any]]) -> None:
    """Make these days the climate of a garden. Inside a transaction that holds the garden."""
    WeatherDay.objects.filter(garden=garden, source=Source.CLIMATE).delete()
    insert_days(WeatherDay, {"garden": garden.pk, "source": Source.CLIMATE.value}, rows)
    garden.climate, garden.climate_stamp = "file", uuid.uuid4().hex
    garden.save(update_fields=["climate", "climate_stamp"])


@dataclass
class TypeDays(GardenAction[int]):
    """Days typed by hand: past ones were observed, from today on they are the outlook. An all-blank day is cleared."""

    days: list[dict[str, Any]]

    kind: ClassVar = "days_typed"

    def do(self) -> int:
        garden, today = self.garden, self.garden.today
        if len(self.days) > MOST_TYPED:
            raise InputError("days", len(self.days), f"at most {MOST_TYPED} days at a time")
        times = collections.Counter(d["date"] for d in self.days)
        checked: dict[dt.date, dict[str, float | None]] = {}
        for i, day in enumerate(self.days):
            where = f"days[{i}]."
            if times[day["date"]] > 1:
                raise InputError(f"{where}date", day["date"].isoformat(), "each date once")
            if not today - OLDEST_TYPED <= day["date"] <= today + FURTHEST_TYPED:
                allowed = f"a date from {today - OLDEST_TYPED} to {today + FURTHEST_TYPED}"
                raise OutOfRangeError(f"{where}date", day["date"].isoformat(), allowed)
            values = {c: day.get(c) for c in COLUMNS}
            check_day(values, where)
            if any(v is not None for v in values.values()):
                self._need_temperatures({**self._known_otherwise(garden, day["date"]), **_said(values)}, where)
            checked[day["date"]] = values
        self.changes.remove(WeatherDay.objects.filter(garden=garden, date__in=checked, source=Source.TYPED))
        self.changes.add_all(
            [
                WeatherDay(garden=garden, date=date, source=Source.TYPED, **values)
                for date, values in checked.items()
                if any(v is not None for v in values.values())
            ]
        )
        self.told = {"days": len(checked)}
        return len(checked)

    def again(self, known: Event) -> int:
        return int(known.told["days"])

    @staticmethod
    def _known_otherwise(garden: Garden, date: dt.date) -> dict[str, float | None]:
        """What another source says of a day behind, beside which one typed figure may stand."""
        others = WeatherDay.objects.filter(garden=garden, date=date).exclude(source=Source.TYPED)
        known = others.order_by("-source").values(*COLUMNS).first() if date < garden.today else None
        return known or {}

    @staticmethod
    def _need_temperatures(values: Mapping[str, float | None], where: str) -> None:
        for name in ("tmin", "tmax"):
            if values.get(name) is None:
                raise InputError(f"{where}{name}", None, "the day's lowest and highest temperature, both")
        check_day({name: values[name] for name in ("tmin", "tmax")}, where)


def _said(values: Mapping[str, float | None]) -> dict[str, float | None]:
    return {name: value for name, value in values.items() if value is not None}


@dataclass
class ReadStation(RecordEvent):
    """Take the days of a station's file in, as one event; struck, what was known before counts again."""

    text: str
    mapping: StationMapping | None = None

    kind: ClassVar = "station_read"

    def tell(self) -> None:
        self.found = read_station(self.text, self.mapping)
        today = self.garden.today
        self.date = self.day()
        self.rows = {date: day for date, day in self.found.days.items() if date <= today}
        if not self.rows:
            raise InputError("file", len(self.found.days), f"at least one day up to {today}")
        if len(self.rows) > MOST_STATION_DAYS:
            raise InputError("file", len(self.rows), f"at most {MOST_STATION_DAYS} days at a time")
        self.told = {
            "days": len(self.rows),
            "since": min(self.rows).isoformat(),
            "until": max(self.rows).isoformat(),
            "faults": self.found.fault_count,
            "form": self.found.form,
            "mapping": write(self.found.mapping),
        }

    def note(self, made: Any = None) -> Event:
        event = super().note(made)
        insert_days(StationDay, {"event": str(event.pk)}, ({"date": date, **day} for date, day in self.rows.items()))
        return event


def keep_station_days(garden: Garden, by: Actor, days: Sequence[g.TypedDay]) -> None:
    """The days of a station as a garden's file holds them, as one event."""
    if not days:
        return
    dates = [x.date for x in days]
    told = {"days": len(days), "since": min(dates).isoformat(), "until": max(dates).isoformat(), "faults": 0}
    told |= {"form": "garden", "mapping": write(StationMapping())}
    event = Event.objects.create(
        garden=garden, kind="station_read", date=garden.today, told=told, actor=by.kind, by=by.user
    )
    insert_days(StationDay, {"event": str(event.pk)}, map(vars, days))


def mapping_kept(garden: Garden, header: tuple[str, ...]) -> StationMapping | None:
    """How a file with these headers was read before in this garden; None where none was."""
    events = Event.objects.filter(garden=garden, kind="station_read").order_by("-recorded_at")
    for told in events.values_list("told", flat=True)[:20]:
        mapping = read(StationMapping, told["mapping"])
        if mapping.columns and {mapping.date, *(x.column for x in mapping.columns)} <= set(header):
            return mapping
    return None


@dataclass
class ReadGauge(RecordEvent):
    """Rain in the gardener's own gauge for a date; of today, it is what has fallen by now."""

    rain: float
    on: dt.date | None = None
    fell: DayQuarter | None = None

    kind: ClassVar = "gauge"

    def tell(self) -> None:
        today = self.garden.today
        self.date = self.on or self.day()
        read(g.Gauge, {"date": self.date, "rain": self.rain, "fell": self.fell})
        require_lately(self.date, today)
        self.told = {"rain": self.rain, "so_far": self.date == today, "fell": self.fell}


@dataclass
class SeeInSky(RecordEvent):
    """Hail, or frost at dawn, as it was seen on a date."""

    what: str
    on: dt.date | None = None

    kind: ClassVar = "sky_seen"

    def tell(self) -> None:
        self.date = self.on or self.day()
        seen = read(SkySeen, {"date": self.date, "what": self.what})
        require_lately(self.date, self.garden.today)
        _, before = gauge_and_seen(self.garden)
        if any(seen_of(x) == seen for x in before):
            raise InputError("what", self.what, f"something that is not noted yet for {self.date}")
        self.told = {"what": self.what}


def require_lately(date: dt.date, today: dt.date) -> None:
    """A date of the last year, today included. Raises OutOfRangeError."""
    earliest = today - LATELY
    if not earliest <= date <= today:
        raise OutOfRangeError("date", date.isoformat(), f"a date from {earliest} to {today}")
