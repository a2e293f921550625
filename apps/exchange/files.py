"""A garden out to a file and in from one: the open garden file, its plan, its beds and its days."""

from __future__ import annotations

import collections
import dataclasses
import io
import math
import zoneinfo
from dataclasses import dataclass
from typing import Any, ClassVar

from django.utils import timezone

from agronomy.describe import garden as g
from agronomy.describe.errors import FormatError, InputError
from agronomy.describe.weather import COLUMNS, read_weather_rows
from agronomy.formats.read_garden import garden_and_faults
from apps.accounts.actor import Actor
from apps.base.action import Action
from apps.exchange.write_garden import write_garden
from apps.garden.action import GardenAction
from apps.garden.actions.bench import kept_tests
from apps.garden.actions.gardens import refuse_one_too_many
from apps.garden.actions.seasons import ended_seasons
from apps.garden.convert import own_crop
from apps.garden.models import Event, Garden
from apps.planning.facts import core_garden, read_beds
from apps.record.away import absence_of
from apps.weather.actions import TypeDays
from apps.weather.convert import gauge_and_seen, seen_of, station_days
from apps.weather.models import Source, WeatherDay

MOST_BYTES = 5_000_000


class FaultyFileError(InputError):
    """A file with its faults, each with its place."""

    code = "faulty_file"

    def __init__(self, found: list[InputError]) -> None:
        super().__init__(found[0].field, found[0].value, found[0].allowed)
        self.faults = found


def refuse_too_large(text: str, name: str) -> None:
    """Raises FormatError when a file's text is over MOST_BYTES."""
    size = len(text.encode())
    if size > MOST_BYTES:
        raise FormatError(name, f"{size} bytes", f"at most {MOST_BYTES} bytes")


def described_garden(garden: Garden) -> g.Garden:
    """All that counts in a garden, by its names: what the garden file holds. Struck events are left out."""
    beds = read_beds(garden)
    core = core_garden(garden, beds, to_come=True)
    days = WeatherDay.objects.filter(garden=garden).values("source", "date", *COLUMNS)
    by_source: dict[str, list[g.TypedDay]] = collections.defaultdict(list)
    for day in days:
        by_source[day.pop("source")].append(g.TypedDay(**day))
    read, seen = gauge_and_seen(garden)
    gauge = {date: g.Gauge(date, **x.told) for date, x in read.items()}
    rigs = {rig.pk: rig.name for rig in garden.rigs.all()}
    more: dict[str, Any] = {
        "name": garden.name,
        "own_crops": tuple(own_crop(row) for row in garden.own_crops.filter(removed_at=None)),
        "gauge": tuple(gauge[date] for date in sorted(gauge)),
        "seen": tuple(map(seen_of, seen)),
        "days": tuple(by_source[Source.TYPED]),
        "station_days": tuple(g.TypedDay(date, **day) for date, day in sorted(station_days(garden).items())),
        "absences": tuple(absence_of(x) for x in garden.events.filter(kind="away", struck_at=None)),
        "climate": garden.climate,
        "climate_days": tuple(by_source[Source.CLIMATE]) if garden.climate == "file" else (),
        "method": garden.method,
        "seasons": tuple(g.Season(x.told["name"], x.date) for x in ended_seasons(garden)),
        "measurements": tuple(_measurement(x, rigs) for x in kept_tests(garden) if not (x.bed and x.bed.removed_at)),
    }
    return dataclasses.replace(core, **more)


def _measurement(x: Event, rigs: dict[int, str]) -> g.Measurement:
    told = {**x.told, "rig": rigs.get(x.told["rig"])}
    return g.Measurement(date=x.date, bed=x.bed.name if x.bed else None, **told)


@dataclass
class ImportGarden(Action[Garden]):
    """A new garden of the person's from a garden file: everything is validated first; all of it is kept, or nothing."""

    by: Actor
    text: str

    def run(self) -> Garden:
        user = self.by.signed_in()
        refuse_too_large(self.text, "garden file")
        garden, found = garden_and_faults(self.text)
        if garden is None:
            raise FaultyFileError(found)
        zone = garden.time_zone or _zone_of(garden)
        today = timezone.now().astimezone(zoneinfo.ZoneInfo(zone)).date()
        for i, bed in enumerate(garden.beds):
            g.check_opened(f"beds[{i}].opened", bed.opened, today, today + g.FURTHEST_OPENED)
        refuse_one_too_many(user)
        return write_garden(garden, user, time_zone=zone)


def _zone_of(garden: g.Garden) -> str:
    """A zone with the file's offset, where it names none. (Etc zones count westwards.)"""
    hours = round(garden.utc_offset_h)
    return "Etc/GMT" if hours == 0 else f"Etc/GMT{-hours:+d}"


@dataclass
class ImportDays(GardenAction[int]):
    """Days of weather from a CSV, as if typed: past ones were observed, from today on they are the outlook."""

    text: str

    kind: ClassVar = "days_typed"

    def do(self) -> int:
        refuse_too_large(self.text, "days file")
        rows = read_weather_rows(io.StringIO(self.text, newline=""), "days file")
        member = next((r for r in rows if r.member is not None), None)
        if member is not None:
            raise InputError(f"days file line {member.line} member", member.member, "one row a day, without members")
        days = [{"date": r.date, **{k: None if math.isnan(v) else v for k, v in r.values.items()}} for r in rows]
        self.told = {"days": len(days)}
        return TypeDays(self.by, self.garden_id, days).part_of(self)

    def again(self, known: Event) -> int:
        return int(known.told["days"])
