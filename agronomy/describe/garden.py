"""A garden: its beds, and all that belongs to the whole of it. In the same words as the open garden file."""

from __future__ import annotations

import datetime as dt
import functools
import zoneinfo
from collections.abc import Mapping
from dataclasses import dataclass
from typing import Annotated, Any, Final, TypeVar

from pydantic import AfterValidator, Field

from agronomy.describe.bed import Bed, CheckedBed, Exposure, Hour, LeavesOff, Mulch, Turn
from agronomy.describe.errors import InputError, MissingError, OutOfRangeError, require_one_of, require_zone
from agronomy.describe.feeding import CheckedFeed, Feed
from agronomy.describe.fields import Date, Name, Note, Yes, at_most, means, number, some, whole
from agronomy.describe.planting import Count, OwnCrop, Planting, Size
from agronomy.describe.signs import LookTaken, SignsSeen
from agronomy.describe.soil import Jar, Layer, Part, Soil
from agronomy.describe.water import (
    CheckedRig,
    Drip,
    MapMetres,
    Observation,
    Pressure,
    Programme,
    Reservoir,
    Rig,
    Sprinkler,
    Watering,
)
from agronomy.describe.weather import SkySeen, Trust, TypedDay, check_trust, check_typed
from agronomy.describe.words import (
    ClimateName,
    DayQuarter,
    Exempt,
    FeedSchool,
    Growth,
    HeatRule,
    MethodName,
    RuleDates,
    Style,
    TestKind,
    ThingKind,
    TimeOfDay,
    Wetness,
)

__all__ = [
    "Absence", "Allowed", "Ban", "Bed", "CheckedAbsence", "CheckedRig", "Count", "Drip", "Exposure", "Feed",
    "FingerMark", "Garden", "Gauge", "Jar", "Layer", "LeavesOff", "LookTaken", "Measurement", "Move", "Mulch",
    "Observation", "OwnCrop", "Part", "Person", "Planting", "Pressure", "Programme", "Reservoir", "Rig", "Season",
    "SignsSeen", "Size", "SkySeen", "Soil", "Sprinkler", "Thing", "Trust", "TypedDay", "Watering", "check_ban",
    "check_line_after", "check_opened", "on_date", "utc_offset_on", "zone_offset_h",
]  # fmt: skip

OLDEST_OPENED: Final = dt.timedelta(days=20 * 366)  # of a bed, in whatever way it comes in
FURTHEST_OPENED: Final = dt.timedelta(days=366)  # of a bed to come, in a garden file


@dataclass(frozen=True)
class Thing:
    """Something on the map that matters for water or light."""

    kind: ThingKind
    x_m: Annotated[MapMetres, means("its centre, to the right")]
    y_m: Annotated[MapMetres, means("its centre, up")]
    length_m: Annotated[float, number(0.1, 200.0, "m")]
    width_m: Annotated[float, number(0.05, 200.0, "m")] = 0.2
    height_m: Annotated[float | None, number(0.0, 60.0, "m", "else the usual of its kind")] = None
    turn_deg: Turn = 0.0
    name: Note = ""


@dataclass(frozen=True)
class FingerMark:
    """What one reading of a finger stands for with the people of this garden (bench/finger.py)."""

    reading: Wetness
    share_of_taw: Annotated[float, number(0.0, 1.0, "share", "depletion, of the total available water")]
    spread: Annotated[float, number(0.0, 1.0, "share", "its standard deviation")]


@dataclass(frozen=True)
class Measurement:
    """A small test of the bench on a date: what was read and what came of it, in the bench's own words."""

    date: Date
    kind: TestKind
    given: Annotated[Mapping[str, Any], Field(max_length=40, description="what was read")]
    found: Annotated[Mapping[str, Any], Field(max_length=40, description="what came of it")]
    bed: Annotated[Name | None, means("the bed it was about")] = None
    rig: Annotated[Name | None, means("the hose or tap it was about")] = None


@dataclass(frozen=True)
class Season:
    """A season that was brought to its end."""

    name: Name
    ended: Date


@dataclass(frozen=True)
class Person:
    """Somebody who waters."""

    name: Name
    minutes: Annotated[
        tuple[Annotated[float, number(0.0, 1440.0, "minutes")], ...],
        some(7, 7, "minutes on each weekday, from Monday"),
    ]


@dataclass(frozen=True)
class Allowed:
    """Clock hours in which watering is allowed."""

    from_h: Hour
    to_h: Hour
    weekdays: Annotated[
        tuple[Annotated[int, whole(0, 6, "(0 is Monday)")], ...],
        at_most(7, "on which it is so; else on all"),
        AfterValidator(lambda days: tuple(sorted(set(days)))),
    ] = (0, 1, 2, 3, 4, 5, 6)
    dates: Annotated[RuleDates, means("of the month on which it is so")] = "all"


@dataclass(frozen=True)
class Ban:
    """Dates on which taps may not run at all."""

    since: Annotated[Date, means("its first day")]
    until: Annotated[Date | None, means("its last; left out: until it is lifted")] = None


def check_ban(ban: Ban) -> Ban:
    """It ends when it began, or later. Raises OutOfRangeError."""
    if ban.until is not None and ban.until < ban.since:
        raise OutOfRangeError("until", ban.until.isoformat(), f"a date from {ban.since}")
    return ban


def check_allowed(allowed: Allowed) -> Allowed:
    """They end after they begin, on at least one day. Raises OutOfRangeError, MissingError."""
    if allowed.from_h >= allowed.to_h:
        raise OutOfRangeError("to_h", allowed.to_h, f"later than from_h ({allowed.from_h:g})")
    if not allowed.weekdays:
        raise MissingError("weekdays", "at least one weekday")
    return allowed


@dataclass(frozen=True)
class Move:
    """A soak of a bed that the gardener moved from one date to another."""

    bed: Name
    from_date: Date
    to_date: Date


@dataclass(frozen=True)
class Absence:
    """Days away: from after the round of `leaves` until the morning of `returns`."""

    leaves: Annotated[Date, means("the last round is that morning's")]
    returns: Annotated[Date, means("the first round is that morning's again")]
    wanted: Annotated[float, number(0.5, 0.99, "", "the chance to come through that is enough")] = 0.9
    visits: Annotated[tuple[Date, ...], at_most(45, "days on which someone looks in and waters")] = ()


LONGEST_ABSENCE_DAYS = 45


def check_absence(x: Absence) -> Absence:
    """In order, and not for ever. Raises InputError."""
    if not 1 <= (x.returns - x.leaves).days <= LONGEST_ABSENCE_DAYS:
        raise InputError(
            "returns", x.returns.isoformat(), f"1 to {LONGEST_ABSENCE_DAYS} days after {x.leaves}, the day of leaving"
        )
    for visit in x.visits:
        if not x.leaves < visit < x.returns:
            raise InputError("visits", visit.isoformat(), f"a day after {x.leaves} and before {x.returns}")
    return x


CheckedAbsence = Annotated[Absence, AfterValidator(check_absence)]


@dataclass(frozen=True)
class Gauge:
    """Rain read from the gardener's own gauge for a date; it beats every other source."""

    date: Date
    rain: Annotated[float, number(0.0, 1900.0, "mm")]
    so_far: Annotated[Yes, means("read on the day itself: what had fallen by then")] = False
    fell: Annotated[DayQuarter | None, means("when in the day most of it fell, from midnight on by six hours each")] = (
        None
    )


@dataclass(frozen=True)
class Garden:
    """A place, its beds and what happened in them."""

    name: Name
    latitude: Annotated[float, number(-66.0, 66.0, "degrees north")]
    elevation_m: Annotated[float, number(-430.0, 5500.0, "m", "above the sea")]
    longitude: Annotated[float, number(-180.0, 180.0, "degrees east")] = 0.0
    utc_offset_h: Annotated[float, number(-12.0, 14.0, "h", "of its clocks, where it names no time zone")] = 0.0
    style: Annotated[Style, means("how readily its beds are watered")] = "steady"
    coastal: Annotated[Yes, means("within some 20 km of a large water")] = False
    wind_height_m: Annotated[float, number(0.5, 100.0, "m", "at which the wind is measured")] = 2.0
    rigs: Annotated[tuple[CheckedRig, ...], at_most(50, "hoses and taps")] = ()
    beds: Annotated[tuple[CheckedBed, ...], at_most(400)] = ()
    gauge: Annotated[tuple[Gauge, ...], at_most(20000, "the gardener's own rain gauge")] = ()
    seen: Annotated[tuple[SkySeen, ...], at_most(2000, "hail and frost, as they were seen")] = ()
    own_crops: Annotated[tuple[OwnCrop, ...], at_most(200, "crops of the gardener's own")] = ()
    growth: Annotated[Growth, means("whether plants grow by the calendar or by warmth")] = "calendar"
    prefers: Annotated[TimeOfDay, means("when its people like to water")] = "any"
    round_price_mm: Annotated[float, number(0.0, 10.0, "mm", "of a bed's use that may be missed for a soak less")] = 0.0
    heat_rule: Annotated[HeatRule, means("what a heat wave is: by degrees, unusual for the place, or own")] = "absolute"
    cold_offset_c: Annotated[
        float | None, number(-10.0, 10.0, "degrees C", "by which its coldest of a night is milder than what is told")
    ] = None
    heat_own_c: Annotated[float, number(15.0, 50.0, "degrees C", "by its own rule: warmest of a hot day")] = 32.0
    heat_own_days: Annotated[int, whole(1, 14, "days", "by its own rule: so many in a row")] = 3
    people: Annotated[tuple[Person, ...], at_most(20, "who waters")] = ()
    allowed: Annotated[
        tuple[Annotated[Allowed, AfterValidator(check_allowed)], ...], at_most(20, "hours in which watering is allowed")
    ] = ()
    moves: Annotated[tuple[Move, ...], at_most(2000, "soaks that the gardener moved")] = ()
    absences: Annotated[tuple[CheckedAbsence, ...], at_most(200, "days away, as they were planned")] = ()
    things: Annotated[tuple[Thing, ...], at_most(300, "what stands on the map beside the beds")] = ()
    north_deg: Annotated[Turn, means("where north points on the map, clockwise from up")] = 0.0
    time_zone: Annotated[str, Field(strict=True, max_length=64, description="of the IANA list")] = ""
    days: Annotated[
        tuple[Annotated[TypedDay, AfterValidator(check_typed)], ...], at_most(20000, "days typed by hand")
    ] = ()
    feeds: Annotated[tuple[CheckedFeed, ...], at_most(30, "what its plants are fed with")] = ()
    feeding: Annotated[FeedSchool, means("how often its beds are fed")] = "none"
    feed: Annotated[Name | None, means("what they are fed with, of its feeds")] = None
    bloom_feed: Annotated[Name | None, means("what fruiting crops are fed with from first bloom on")] = None
    climate: Annotated[
        ClimateName | None, means("what stands in where no day is known: a generic one, or `file`: its `climate_days`")
    ] = None
    climate_days: Annotated[
        tuple[Annotated[TypedDay, AfterValidator(check_typed)], ...], at_most(20000, "years of a weather file")
    ] = ()
    bans: Annotated[
        tuple[Annotated[Ban, AfterValidator(check_ban)], ...], at_most(20, "dates on which taps may not run")
    ] = ()
    exempt: Annotated[tuple[Exempt, ...], at_most(4, "what hours, dates and bans do not hold for")] = ()
    trust: Annotated[
        tuple[Annotated[Trust, AfterValidator(check_trust)], ...], at_most(5, "whom to believe about the weather")
    ] = ()
    station_days: Annotated[
        tuple[Annotated[TypedDay, AfterValidator(check_typed)], ...], at_most(20000, "days of a station's file")
    ] = ()
    method: Annotated[MethodName, means("how most of its beds are watered")] = "hose"
    can_l: Annotated[float, number(0.5, 50.0, "L", "what its can holds")] = 10.0
    can_minutes: Annotated[float, number(0.05, 60.0, "min", "to fill, carry and pour one can")] = 1.5
    finger: Annotated[tuple[FingerMark, ...], at_most(4, "what its people's fingers feel")] = ()
    measurements: Annotated[tuple[Measurement, ...], at_most(2000, "small tests of the bench")] = ()
    seasons: Annotated[tuple[Season, ...], at_most(100, "seasons that ended")] = ()


def check_garden(garden: Garden) -> Garden:
    """What is named twice, and what names a bed or hose that is not there. Raises InputError."""
    rigs, beds = _unique("rigs", [x.name for x in garden.rigs]), _unique("beds", [x.name for x in garden.beds])
    _unique("own_crops", [x.name for x in garden.own_crops])
    _unique("finger", [x.reading for x in garden.finger])
    _unique("seasons", [x.name for x in garden.seasons])
    _unique("trust", [x.what for x in garden.trust])
    feeds = _unique("feeds", [x.name for x in garden.feeds])
    for name in ("feed", "bloom_feed"):
        if getattr(garden, name) is not None:
            require_one_of(name, getattr(garden, name), feeds)
    for name in ("gauge", "days", "climate_days", "station_days"):
        _unique(name, [x.date.isoformat() for x in getattr(garden, name)])
    if garden.time_zone:
        require_zone("time_zone", garden.time_zone)
    if garden.climate == "file" and not garden.climate_days:
        raise MissingError("climate_days", "the days of the weather file that the climate is taken from")
    _known("rig", garden.beds, "beds", rigs)
    _known("line_after", garden.beds, "beds", beds)
    for i, bed in enumerate(garden.beds):
        check_line_after({x.name: x.line_after for x in garden.beds}, bed.name, f"beds[{i}].line_after")
    _known("bed", garden.moves, "moves", beds)
    _known("bed", garden.measurements, "measurements", beds)
    _known("rig", garden.measurements, "measurements", rigs)
    return garden


def check_line_after(after: Mapping[str, str | None], name: str, field: str = "line_after") -> None:
    """What a bed's line goes on from: another bed's, to which no other goes on, and never in a ring. after: of every
    bed of a garden. field: by which it is told. Raises InputError."""
    before = after[name]
    if before is None:
        return
    other = next((bed for bed, x in after.items() if x == before and bed != name), None)
    if other is not None:
        raise InputError(field, before, f"a bed whose line goes on to no other; it goes on to {other}")
    seen, at = {name}, before
    while at in after:
        if at in seen:
            raise InputError(field, before, "a bed whose own line does not come from this one")
        seen.add(at)
        at = after[at] or ""


def _unique(where: str, names: list[str]) -> list[str]:
    seen: set[str] = set()
    for i, name in enumerate(names):
        if name in seen:
            raise InputError(f"{where}[{i}]", name, "each name or date once")
        seen.add(name)
    return names


def _known(field: str, records: tuple[Any, ...], where: str, names: list[str]) -> None:
    for i, record in enumerate(records):
        if getattr(record, field) is not None:
            require_one_of(f"{where}[{i}].{field}", getattr(record, field), names)


CheckedGarden = Annotated[Garden, AfterValidator(check_garden)]
FromDate = TypeVar("FromDate", Soil, Exposure)


def check_opened(field: str, opened: dt.date, today: dt.date, latest: dt.date) -> None:
    """Hold the first day of a bed's ledger between OLDEST_OPENED before today and a latest date.

    Raises OutOfRangeError.
    """
    earliest = today - OLDEST_OPENED
    if not earliest <= opened <= latest:
        raise OutOfRangeError(field, opened.isoformat(), f"a date from {earliest} to {latest}")


def utc_offset_on(garden: Garden, date: dt.date) -> float:
    """Hours by which the garden's clocks are ahead of UTC at noon of a date: by its zone, where it names one."""
    return zone_offset_h(garden.time_zone, date) if garden.time_zone else garden.utc_offset_h


@functools.lru_cache(maxsize=8192)
def zone_offset_h(time_zone: str, date: dt.date) -> float:
    """Hours by which clocks in a zone of the IANA list are ahead of UTC at noon of a date."""
    offset = dt.datetime.combine(date, dt.time(12), zoneinfo.ZoneInfo(time_zone)).utcoffset()
    return offset.total_seconds() / 3600 if offset else 0.0


def on_date(records: tuple[FromDate, ...], date: dt.date) -> FromDate | None:
    """The record that holds on a date: the latest not after it; before the first of them, the first."""
    known = [r for r in records if r.date is None or r.date <= date]
    if not known:
        return records[0] if records else None
    return max(known, key=lambda r: r.date or dt.date.min)
