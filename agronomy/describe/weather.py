"""A table of daily weather, and how it is read from rows of text."""

from __future__ import annotations

import csv
import datetime as dt
import functools
import itertools
import math
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, field
from typing import Annotated, Any, Final

import numpy as np
import numpy.typing as npt

from agronomy.describe.cells import decimal, delimiter_of, refuse_wide
from agronomy.describe.errors import FormatError, InputError, MissingError, OutOfRangeError, require_date
from agronomy.describe.fields import Date, at_most, bounds_of, means, number
from agronomy.describe.words import DayQuarter, SeenInSky, WeatherGroup, WeatherSource

MAX_ROWS: Final = 200_000


@dataclass(frozen=True)
class TypedDay:
    """A day of weather; what is left out is not known. Bounds wider than any day on record, narrower than a slip of
    the unit."""

    date: Date
    tmin: Annotated[float | None, number(-60.0, 50.0, "degrees C", "coldest")] = None
    tmax: Annotated[float | None, number(-50.0, 60.0, "degrees C", "warmest")] = None
    tmean: Annotated[float | None, number(-55.0, 55.0, "degrees C", "mean")] = None
    rhmin: Annotated[float | None, number(0.0, 100.0, "%", "least relative humidity")] = None
    rhmax: Annotated[float | None, number(1.0, 100.0, "%", "highest relative humidity")] = None
    rhmean: Annotated[float | None, number(1.0, 100.0, "%", "mean relative humidity")] = None
    tdew: Annotated[float | None, number(-70.0, 40.0, "degrees C", "dew point")] = None
    ea: Annotated[float | None, number(0.0, 8.0, "kPa", "vapour pressure")] = None
    wind: Annotated[float | None, number(0.0, 50.0, "m/s", "mean wind at the station's height")] = None
    sunshine_h: Annotated[float | None, number(0.0, 24.0, "hours", "hours of sunshine")] = None
    rs: Annotated[float | None, number(0.0, 50.0, "MJ m-2 d-1", "solar radiation")] = None
    rain: Annotated[float | None, number(0.0, 1900.0, "mm", "rain")] = None
    rain_chance: Annotated[
        float | None, number(0.0, 1.0, "", "how likely it is, while it is only expected; blank: sure")
    ] = None


@dataclass(frozen=True)
class SkySeen:
    """What the gardener saw come from the sky, or lie on the leaves at dawn, beside rain."""

    date: Date
    what: Annotated[SeenInSky, means("what was seen")]


@dataclass(frozen=True)
class Trust:
    """Whom a garden believes about one part of the weather; sources that are left out follow in their usual order."""

    what: Annotated[WeatherGroup, means("what it is about")]
    order: Annotated[tuple[WeatherSource, ...], at_most(4, "the most trusted first")]


def check_trust(trust: Trust) -> Trust:
    """Each source once. Raises InputError."""
    twice = next((x for i, x in enumerate(trust.order) if x in trust.order[:i]), None)
    if twice is not None:
        raise InputError("order", twice, "each source once")
    return trust


# Column -> (lowest, highest, unit)
WEATHER_BOUNDS: Final[dict[str, tuple[float, float, str]]] = bounds_of(TypedDay)
COLUMNS: Final = tuple(WEATHER_BOUNDS)


@dataclass(frozen=True)
class WeatherTable:
    """Daily weather of one site.

    columns: every name of COLUMNS to an array of shape (days,) or (days, members), NaN where unknown.
    `observed` [bool, days]: True for days that happened, False for the outlook.
    """

    dates: tuple[dt.date, ...]
    columns: dict[str, npt.NDArray[np.float64]]
    latitude: float
    elevation_m: float
    wind_height_m: float = 2.0
    observed: npt.NDArray[np.bool_] | None = None

    @functools.cached_property
    def day_of_year(self) -> npt.NDArray[np.float64]:
        days = np.array(self.dates, dtype="datetime64[D]")
        return np.asarray((days - days.astype("datetime64[Y]")).astype(float) + 1.0)


def check_weather_value(column: str, value: float | None, where: str = "") -> float:
    """The value as a float, NaN for unknown (None or NaN); OutOfRangeError outside WEATHER_BOUNDS."""
    if value is None or math.isnan(value):
        return math.nan
    low, high, unit = WEATHER_BOUNDS[column]
    if not (math.isfinite(value) and low <= value <= high):
        raise OutOfRangeError(where + column, value, f"a number from {low:g} to {high:g} {unit}, or blank")
    return float(value)


SAID = {"tmax": "highest", "tmean": "mean", "rhmax": "highest humidity"}  # what a day's least may not pass


def check_day(values: Mapping[str, float | None], where: str = "") -> dict[str, float]:
    """One day's values, each in bounds and agreeing with the others; all of COLUMNS returned."""
    day = {name: check_weather_value(name, values.get(name), where) for name in COLUMNS}
    for low, high in (("tmin", "tmax"), ("tmin", "tmean"), ("tmean", "tmax"), ("rhmin", "rhmax")):
        if day[low] > day[high]:
            raise OutOfRangeError(where + low, day[low], f"at most the {SAID[high]} of the same day")
    if math.isnan(day["rain"]) and not math.isnan(day["rain_chance"]):
        raise InputError(where + "rain_chance", day["rain_chance"], "a chance beside an amount of rain")
    return day


def in_doubt(day: Mapping[str, float | None]) -> bool:
    """Whether a day's rain is only expected: told with a chance below 1. Arithmetic."""
    chance = day.get("rain_chance")
    return chance is not None and chance < 1.0


def check_typed(day: TypedDay) -> TypedDay:
    """A day whose values agree with each other. Raises OutOfRangeError."""
    check_day({name: getattr(day, name) for name in COLUMNS})
    return day


def table_from_days(
    days: Sequence[tuple[dt.date, Mapping[str, float | None]]],
    latitude: float,
    elevation_m: float,
    wind_height_m: float = 2.0,
) -> WeatherTable:
    """A table with one row for each (date, values), in order of date; a date given twice is refused."""
    return table_of_checked(
        [(date, check_day(values, f"{date.isoformat()} ")) for date, values in days],
        latitude,
        elevation_m,
        wind_height_m,
    )


def table_of_checked(
    days: Sequence[tuple[dt.date, Mapping[str, float | None]]],
    latitude: float,
    elevation_m: float,
    wind_height_m: float = 2.0,
) -> WeatherTable:
    """The same from days whose values were checked when they came in; None and what is not named are unknown."""
    ordered = sorted(days, key=lambda d: d[0])
    for (a, _), (b, _) in itertools.pairwise(ordered):
        if a == b:
            raise InputError("date", b.isoformat(), "each date once")
    columns = {name: np.array([values.get(name) for _, values in ordered], dtype=float) for name in COLUMNS}
    return WeatherTable(tuple(d for d, _ in ordered), columns, latitude, elevation_m, wind_height_m)


@dataclass(frozen=True)
class WeatherRow:
    """One line of a weather file."""

    line: int
    date: dt.date
    member: int | None
    values: dict[str, float]


def read_weather_rows(lines: Iterable[str], name: str = "weather") -> list[WeatherRow]:
    """The rows of a weather CSV. Needs `date`; any of COLUMNS; `member` makes an ensemble; the rest is ignored.

    Raises InputError naming file, line and column.
    """
    told = iter(lines)
    first = next(told, "")
    delimiter = delimiter_of(first)
    reader = csv.reader(itertools.chain([first], told), delimiter=delimiter)
    try:
        return _rows(reader, name, delimiter)
    except csv.Error as error:
        raise FormatError(f"{name} line {reader.line_num}", str(error), "comma-separated values") from error


def _rows(reader: Any, name: str, delimiter: str) -> list[WeatherRow]:
    header = _header(next(reader, None), name)
    wanted = {i: h for i, h in enumerate(header) if h in WEATHER_BOUNDS}
    if not wanted:
        raise FormatError(f"{name} line 1 header", ",".join(header)[:60], "date and some of " + ", ".join(COLUMNS))
    date_at = header.index("date")
    member_at = header.index("member") if "member" in header else None
    rows: list[WeatherRow] = []
    seen: dict[tuple[dt.date, int | None], int] = {}
    for cells in reader:
        line = reader.line_num
        if not any(c.strip() for c in cells):
            continue
        if len(rows) >= MAX_ROWS:
            raise InputError(f"{name} line {line}", "more rows", f"at most {MAX_ROWS} rows")
        if len(cells) != len(header):
            raise FormatError(f"{name} line {line}", f"{len(cells)} cells", f"{len(header)} cells, as in the header")
        date = require_date(f"{name} line {line} date", cells[date_at].strip())
        member = None if member_at is None else _member(cells[member_at], f"{name} line {line} member")
        if (date, member) in seen:
            first = seen[date, member]
            raise InputError(f"{name} line {line} date", date.isoformat(), f"each date once (already on line {first})")
        seen[date, member] = line
        values = {h: _number(decimal(cells[i], delimiter), f"{name} line {line} {h}", h) for i, h in wanted.items()}
        rows.append(WeatherRow(line, date, member, check_day(values, f"{name} line {line} ")))
    if not rows:
        raise MissingError(f"{name} rows", "at least one day below the header")
    return rows


def _header(cells: list[str] | None, name: str) -> list[str]:
    if not cells:
        raise MissingError(f"{name} line 1 header", "a header naming date and some of " + ", ".join(COLUMNS))
    refuse_wide(cells, name)
    header = [c.strip().lstrip("\ufeff").lower() for c in cells]
    if "date" not in header:
        raise MissingError(f"{name} line 1 column date", "a column named date")
    for h in header:
        if header.count(h) > 1 and (h in WEATHER_BOUNDS or h in ("date", "member")):
            raise FormatError(f"{name} line 1 header", h, "each column once")
    return header


def _member(text: str, where: str) -> int | None:
    """The member's number; blank on observed days."""
    if not text.strip():
        return None
    if not text.strip().isdecimal() or len(text.strip()) > 6:
        raise FormatError(where, text, "a whole number from 0, or blank for an observed day")
    return int(text)


def _number(text: str, where: str, column: str) -> float | None:
    if not text.strip():
        return None
    low, high, unit = WEATHER_BOUNDS[column]
    try:
        value = float(text)
    except ValueError:
        raise FormatError(where, text, f"a number from {low:g} to {high:g} {unit}, or blank") from None
    if math.isnan(value):
        raise FormatError(where, text, f"a number from {low:g} to {high:g} {unit}, or blank")
    return value


@dataclass(frozen=True)
class Sky:
    """All the weather a plan rests on.

    behind: observed days, arrays (days,). ahead: the outlook from today on, arrays (days, members).
    gauged: dates whose rain was read from the gardener's own gauge.
    source: "forecast" (members of a provider), "typed" (one outlook, entered by hand) or "climate" (years of it).
    typed: dates of a climate's outlook that were typed by hand. filled: dates behind that are the climate's usual ones,
    and the share of the years in which it rains on each.
    fallen_today: rain of today that has fallen already [mm].
    hoped: dates behind whose rain was only expected and never told, with its chance [0..1]; what stands is its mean.
    fell: when in the day rain fell, where the gauge's reader said so. seen: hail and frost, the latest last.
    usual_hot: the highest temperature that nine in ten of the climate's days about this date stay below [degrees C].
    """

    behind: WeatherTable
    ahead: WeatherTable
    gauged: frozenset[dt.date] = frozenset()
    source: str = "forecast"
    typed: frozenset[dt.date] = frozenset()
    filled: Mapping[dt.date, float] = field(default_factory=dict)
    fallen_today: float = 0.0
    usual_hot: float | None = None
    hoped: Mapping[dt.date, float] = field(default_factory=dict)
    fell: Mapping[dt.date, DayQuarter] = field(default_factory=dict)
    seen: tuple[SkySeen, ...] = ()

    def saw(self, what: SeenInSky, date: dt.date) -> bool:
        """Whether hail or frost was seen on a date."""
        return SkySeen(date, what) in self.seen

    @property
    def members(self) -> int:
        return int(self.ahead.columns["tmin"].shape[1])


def outlook_from_rows(
    rows: Sequence[WeatherRow], today: dt.date, latitude: float, elevation_m: float, wind_height_m: float = 2.0
) -> WeatherTable | None:
    """The members of the rows from `today` on; None where there are none.

    Raises InputError when days have not the same members.
    """
    future: dict[dt.date, dict[int, Mapping[str, float | None]]] = {}
    for row in rows:
        if row.date >= today:
            future.setdefault(row.date, {})[row.member or 0] = row.values
    if not future:
        return None
    members = sorted(future[min(future)])
    for date, of_day in future.items():
        if sorted(of_day) != members:
            allowed = f"the same members as on {min(future).isoformat()} ({len(members)})"
            raise InputError(f"weather of {date.isoformat()} member", f"{len(of_day)} members", allowed)
    dates = tuple(sorted(future))
    columns = {n: np.array([[future[d][m].get(n) for m in members] for d in dates], dtype=float) for n in COLUMNS}
    return WeatherTable(dates, columns, latitude, elevation_m, wind_height_m)
