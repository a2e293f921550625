"""A station's days as a file of text: CSV of any header, by a mapping of its columns, and GHCN-Daily.

GHCN-Daily's forms, elements, tenths and quality flags are by its readme, from memory.
"""

from __future__ import annotations

import collections
import csv
import datetime as dt
import io
import math
import re
import statistics
from collections.abc import Callable, Iterator, Mapping
from dataclasses import dataclass, field
from typing import Annotated, Final, Literal

from agronomy.describe.errors import FormatError, InputError, MissingError, OutOfRangeError
from agronomy.describe.fields import at_most, means
from agronomy.describe.weather import COLUMNS, WEATHER_BOUNDS, check_day, check_weather_value
from agronomy.describe.words import DATE_ORDERS, DateOrder, WeatherUnit, WeatherVariable

Form = Literal["table", "hours", "ghcn_rows", "ghcn_wide"]

# Unit -> (factor, offset) into FAO-56's units; definitions. A day's mean of 1 W/m2 is 0.0864 MJ/m2.
INTO: Final[dict[WeatherUnit, tuple[float, float]]] = {
    "c": (1.0, 0.0), "f": (5 / 9, -160 / 9), "tenths_c": (0.1, 0.0), "pct": (1.0, 0.0), "kpa": (1.0, 0.0),
    "hpa": (0.1, 0.0), "m_s": (1.0, 0.0), "km_h": (1 / 3.6, 0.0), "mph": (0.44704, 0.0), "kn": (1852 / 3600, 0.0),
    "tenths_m_s": (0.1, 0.0), "h": (1.0, 0.0), "min": (1 / 60, 0.0), "mj_m2": (1.0, 0.0), "w_m2": (0.0864, 0.0),
    "kwh_m2": (3.6, 0.0), "cal_cm2": (0.041868, 0.0), "mm": (1.0, 0.0), "in": (25.4, 0.0), "cm": (10.0, 0.0),
    "tenths_mm": (0.1, 0.0),
}  # fmt: skip
_TEMPERATURE: Final[tuple[WeatherUnit, ...]] = ("c", "f", "tenths_c")
UNITS_OF: Final[dict[WeatherVariable, tuple[WeatherUnit, ...]]] = {
    **dict.fromkeys(("tmin", "tmax", "tmean", "tdew"), _TEMPERATURE),
    **dict.fromkeys(("rhmin", "rhmax", "rhmean"), ("pct",)),
    "ea": ("kpa", "hpa"),
    "wind": ("m_s", "km_h", "mph", "kn", "tenths_m_s"),
    "sunshine_h": ("h", "min"),
    "rs": ("mj_m2", "w_m2", "kwh_m2", "cal_cm2"),
    "rain": ("mm", "in", "cm", "tenths_mm"),
}
GHCN: Final[dict[str, tuple[WeatherVariable, WeatherUnit]]] = {
    "TMIN": ("tmin", "tenths_c"), "TMAX": ("tmax", "tenths_c"), "TAVG": ("tmean", "tenths_c"),
    "PRCP": ("rain", "tenths_mm"), "AWND": ("wind", "tenths_m_s"), "TSUN": ("sunshine_h", "min"),
    "RHMN": ("rhmin", "pct"), "RHMX": ("rhmax", "pct"), "RHAV": ("rhmean", "pct"),
}  # fmt: skip
UNKNOWN: Final = frozenset({"", "na", "nan", "null", "none", "-", "--", "-999", "-9999", "-999.0", "-9999.0", "m"})
TRACE: Final = frozenset({"t", "trace"})  # of rain: too little to measure
LEAST_A_DAY: Final = 4  # rows that most dates have: the file holds hours, not days
WHOLE_DAY: Final = 0.75  # of the rows a date usually has; common practice, no source
MOST_LINES, MOST_COLUMNS, MOST_FAULTS, SHOWN_DAYS = 200_000, 80, 50, 6

# What a header says, and what it then is; the first that fits. Common practice, no source.
GUESSES: Final[tuple[tuple[str, WeatherVariable], ...]] = (
    (r"dew", "tdew"), (r"(max|high).*(hum|rh)|rh.?max|rhmx", "rhmax"), (r"(min|low).*(hum|rh)|rh.?min|rhmn", "rhmin"),
    (r"hum|^rh", "rhmean"), (r"vap|^ea\b", "ea"), (r"sunsh|sun.?hours|^tsun", "sunshine_h"),
    (r"solar|radiation|^rs\b|global|w/?m|mj", "rs"), (r"wind|^awnd|^ws", "wind"),
    (r"rain|prec|prcp|^rr\b", "rain"), (r"(max|high|warm)|tmax|^tx", "tmax"), (r"(min|low|cold)|tmin|^tn", "tmin"),
    (r"mean|avg|average|^temp|tavg|^tg", "tmean"),
)  # fmt: skip
UNIT_GUESSES: Final[tuple[tuple[str, WeatherUnit], ...]] = (
    (r"°\s?f|\(f\)|fahr|_f\b|\bf\b", "f"), (r"°\s?c|\(c\)|_c\b", "c"), (r"km/?h|kph|kmh", "km_h"), (r"mph", "mph"),
    (r"knot|\bkt|\bkn\b", "kn"), (r"m/?s|m s", "m_s"), (r"kwh", "kwh_m2"), (r"w/?m|watt", "w_m2"), (r"mj", "mj_m2"),
    (r"cal|langley", "cal_cm2"), (r"hpa|mbar", "hpa"), (r"kpa", "kpa"), (r"inch|\(in\)|\bin\b|_in\b", "in"),
    (r"mm", "mm"), (r"\bcm\b", "cm"), (r"min\)|minutes", "min"),
)  # fmt: skip


@dataclass(frozen=True)
class StationColumn:
    """One column of a station's file that is read."""

    column: Annotated[str, means("its header")]
    variable: Annotated[WeatherVariable, means("what it holds")]
    unit: Annotated[WeatherUnit, means("in which unit")]


@dataclass(frozen=True)
class StationMapping:
    """How a station's file is read. GHCN-Daily says so itself."""

    date: Annotated[str, means("the header of the column that holds the date")] = ""
    order: Annotated[DateOrder, means("in which order a date is written")] = "ymd"
    columns: Annotated[tuple[StationColumn, ...], at_most(12, "each variable once")] = ()


@dataclass(frozen=True)
class LineFault:
    """What could not be read on a line, counted from 1, and what was left out: the value, or the line."""

    line: int
    field: str
    value: str
    allowed: str
    whole_line: bool


@dataclass(frozen=True)
class Station:
    """What a file gives: days by date, and its faults; fault_count: of all, where more than MOST_FAULTS are kept."""

    form: Form
    header: tuple[str, ...]
    mapping: StationMapping
    days: Mapping[dt.date, Mapping[str, float]]
    faults: tuple[LineFault, ...]
    fault_count: int
    lines: int


@dataclass
class _Faults:
    kept: list[LineFault] = field(default_factory=list)
    count: int = 0

    def add(self, line: int, what: InputError, whole_line: bool) -> None:
        self.count += 1
        if len(self.kept) < MOST_FAULTS:
            self.kept.append(LineFault(line, what.field, str(what.value)[:60], what.allowed, whole_line))


def read_station(text: str, mapping: StationMapping | None = None) -> Station:
    """The days of a station's file. mapping: how its columns are read; None: as their headers make one guess.

    What cannot be read is left out and told by its line. Raises InputError where the file is none, holds no day, or
    the mapping does not fit it.
    """
    lines = text.removeprefix("\ufeff").splitlines()
    if len(lines) > MOST_LINES:
        raise InputError("file", f"{len(lines)} lines", f"at most {MOST_LINES} lines")
    first = next((x for x in lines if x.strip()), "")
    if not first:
        raise MissingError("file", "a file with a line for each day")
    faults = _Faults()
    if _is_ghcn_row(first):
        days = _checked(_ghcn_rows(lines, faults), faults)
        return _told("ghcn_rows", (), StationMapping(), days, faults, len(lines))
    delimiter = max(",;\t", key=first.count)
    rows = csv.reader(io.StringIO("\n".join(lines), newline=""), delimiter=delimiter)
    header = tuple(x.strip() for x in next(rows, []))
    if not 2 <= len(header) <= MOST_COLUMNS:
        raise FormatError("file line 1", first[:60], f"a header of 2 to {MOST_COLUMNS} columns: date and weather")
    wide = "STATION" in header and "DATE" in header and any(f"{x}_ATTRIBUTES" in header for x in GHCN)
    used = ghcn_mapping(header) if wide else mapping or guessed_mapping(header, lines[1:200], delimiter)
    _check_mapping(used, header)
    table = list(enumerate(rows, 2))
    usual = 0 if wide else _rows_a_day(table, header.index(used.date), used.order, _has_hour(header))
    values = _table(table, header, used, delimiter, faults, wide, usual > 0)
    days = _checked(_whole_days(values, used, usual, faults) if usual else values, faults)
    return _told("ghcn_wide" if wide else "hours" if usual else "table", header, used, days, faults, len(lines))


def look_at_station(text: str, kept: Callable[[tuple[str, ...]], StationMapping | None]) -> Station:
    """A file as it would be read: by how its headers were read before, else by a guess; of one that no guess fits, its
    headers alone. Raises InputError where it is no file of days at all."""
    try:
        found = read_station(text)
    except InputError as fault:
        if not fault.field.startswith("mapping"):
            raise
        header = header_of(text)
        return Station("table", header, kept(header) or StationMapping(), {}, (), 0, text.count("\n"))
    before = kept(found.header) if found.form in ("table", "hours") else None
    return read_station(text, before) if before else found


def header_of(text: str) -> tuple[str, ...]:
    """The headers of a table. Arithmetic."""
    first = next((x for x in text.removeprefix("\ufeff").splitlines() if x.strip()), "")
    return tuple(x.strip() for x in next(csv.reader([first], delimiter=max(",;\t", key=first.count)), []))


def _told(
    form: Form,
    header: tuple[str, ...],
    mapping: StationMapping,
    days: dict[dt.date, dict[str, float]],
    faults: _Faults,
    lines: int,
) -> Station:
    if not days and not faults.count and form not in ("table", "hours"):
        raise MissingError("file", "a day with a value")
    return Station(form, header, mapping, days, tuple(faults.kept), faults.count, lines)


def guessed_mapping(header: tuple[str, ...], lines: list[str], delimiter: str = ",") -> StationMapping:
    """What the headers make one guess, and the order of dates that the lines bear out. Common practice, no source."""
    found: list[StationColumn] = []
    date = next((h for h in header if re.search(r"date|day|datum|fecha|^time", h, re.I)), "")
    for h in header:
        if h == date:
            continue
        variable = next((v for pattern, v in GUESSES if re.search(pattern, h, re.I)), None)
        if variable is None or any(x.variable == variable for x in found):
            continue
        units = UNITS_OF[variable]
        unit = next((u for pattern, u in UNIT_GUESSES if u in units and re.search(pattern, h, re.I)), units[0])
        found.append(StationColumn(h, variable, unit))
    return StationMapping(date, _order_of(header, lines, date, delimiter), tuple(found))


def ghcn_mapping(header: tuple[str, ...]) -> StationMapping:
    """The mapping of a GHCN-Daily file with a column for each element."""
    return StationMapping("DATE", "ymd", tuple(StationColumn(x, *GHCN[x]) for x in header if x in GHCN))


def _order_of(header: tuple[str, ...], lines: list[str], date: str, delimiter: str) -> DateOrder:
    if date not in header:
        return "ymd"
    at = header.index(date)
    cells = [cell[at] for cell in csv.reader(lines, delimiter=delimiter) if len(cell) > at]

    def fit(order: DateOrder) -> tuple[int, int]:
        """How many are dates, and how close together: days of a station follow each other."""
        dates = [date for c in cells if (date := _date(c, order))]
        return len(dates), -(max(dates) - min(dates)).days if dates else 0

    return max(DATE_ORDERS, key=fit)  # the first of those alike


def _check_mapping(mapping: StationMapping, header: tuple[str, ...]) -> None:
    if not mapping.date:
        raise MissingError("mapping.date", "the column that holds the date: one of " + ", ".join(header))
    for place, name in (("date", mapping.date), *((f"columns[{i}]", x.column) for i, x in enumerate(mapping.columns))):
        if name not in header:
            raise InputError(f"mapping.{place}", name, "one of " + ", ".join(header))
    if not mapping.columns:
        raise MissingError("mapping.columns", "at least one column of weather")
    twice = [v for v, n in collections.Counter(x.variable for x in mapping.columns).items() if n > 1]
    if twice:
        raise InputError("mapping.columns", twice[0], "each variable once")
    for i, x in enumerate(mapping.columns):
        if x.unit not in UNITS_OF[x.variable]:
            raise InputError(f"mapping.columns[{i}].unit", x.unit, "one of " + ", ".join(UNITS_OF[x.variable]))


def _has_hour(header: tuple[str, ...]) -> bool:
    return any(re.search(r"^(time|hour|hh|uhrzeit|hora)\b", h, re.I) for h in header)


def _rows_a_day(table: list[tuple[int, list[str]]], date_at: int, order: DateOrder, has_hour: bool) -> int:
    """How many rows a date usually has, where the file holds hours and says which; 0 where it holds days."""
    cells = [cells[date_at].strip() for _, cells in table if len(cells) > date_at]
    if not has_hour and len(set(cells)) < LEAST_A_DAY * len({_date(x, order) for x in cells}):
        return 0
    dates = collections.Counter(_date(x, order) for x in cells)
    dates.pop(None, None)
    usual = int(statistics.median(dates.values())) if dates else 0
    return usual if usual >= LEAST_A_DAY else 0


def _whole_days(
    values: Iterator[tuple[int, dt.date, str, float]], mapping: StationMapping, usual: int, faults: _Faults
) -> Iterator[tuple[int, dt.date, str, float]]:
    """The days that rows of hours make: sums of rain, sunshine and energy, means of what is a state, and the least and
    most of temperature and humidity. A date with less than WHOLE_DAY of its usual rows is left out."""
    amounts = ("rain", "sunshine_h", "rs")
    summed = {x.variable for x in mapping.columns if x.variable in amounts and x.unit != "w_m2"}
    told = {x.variable for x in mapping.columns}
    of_day: dict[dt.date, dict[str, list[float]]] = {}
    first: dict[dt.date, int] = {}
    for line, date, variable, value in values:
        of_day.setdefault(date, {}).setdefault(variable, []).append(value)
        first.setdefault(date, line)
    for date, by_variable in of_day.items():
        most = max(len(x) for x in by_variable.values())
        if most < WHOLE_DAY * usual:
            allowed = f"about {usual} rows, a whole day"
            faults.add(first[date], InputError(mapping.date, f"{date}: {most} rows", allowed), True)
            continue
        for name, x in by_variable.items():
            if len(x) < WHOLE_DAY * usual:
                continue  # a mean of the morning alone, or a sum of it, is not the day's
            if name in ("tmin", "rhmin"):
                yield first[date], date, name, min(x)
            elif name in ("tmax", "rhmax"):
                yield first[date], date, name, max(x)
            else:
                yield first[date], date, name, math.fsum(x) / (1 if name in summed else len(x))
            for end, of in (("min", min), ("max", max)):
                if name in ("tmean", "rhmean") and (less := name.replace("mean", end)) not in told:
                    yield first[date], date, less, of(x)


def _table(
    rows: list[tuple[int, list[str]]],
    header: tuple[str, ...],
    mapping: StationMapping,
    delimiter: str,
    faults: _Faults,
    flagged: bool,
    hours: bool,
) -> Iterator[tuple[int, dt.date, str, float]]:
    """Every value of a table with its line, date and variable."""
    date_at = header.index(mapping.date)
    wanted = [(header.index(x.column), x) for x in mapping.columns]
    seen: dict[dt.date, int] = {}
    for line, cells in rows:
        if not any(x.strip() for x in cells):
            continue
        if len(cells) <= date_at:
            faults.add(line, FormatError("line", delimiter.join(cells), "cells as in the header"), True)
            continue
        date = _date(cells[date_at], mapping.order)
        if date is None:
            faults.add(line, FormatError(mapping.date, cells[date_at], f"a date, {mapping.order}"), True)
            continue
        if date in seen and not hours:
            allowed = f"each date once (already on line {seen[date]})"
            faults.add(line, InputError(mapping.date, date.isoformat(), allowed), True)
            continue
        seen[date] = line
        for at, x in wanted:
            cell = cells[at] if at < len(cells) else ""
            flag = cells[at + 1].split(",") if flagged and at + 1 < len(cells) else []
            if len(flag) > 1 and flag[1].strip():
                faults.add(line, InputError(x.column, cell, f"a value without the quality flag {flag[1]}"), False)
                continue
            yield from _value(line, date, x, cell, delimiter != ",", faults, hours)


def _value(
    line: int, date: dt.date, x: StationColumn, cell: str, commas: bool, faults: _Faults, hour: bool = False
) -> Iterator[tuple[int, dt.date, str, float]]:
    told = cell.strip().lower()
    if told in UNKNOWN:
        return
    if x.variable == "rain" and told in TRACE:
        yield line, date, x.variable, 0.0
        return
    factor, offset = INTO[x.unit]
    try:
        value = float(told.replace(",", ".") if commas else told) * factor + offset
    except ValueError:
        faults.add(line, FormatError(x.column, cell, "a number"), False)
        return
    if hour and x.variable == "rs":  # bounded as the day it makes: an hour at noon is far above a day's mean
        yield line, date, x.variable, value
        return
    try:
        yield line, date, x.variable, check_weather_value(x.variable, value)
    except OutOfRangeError:
        low, high, _ = WEATHER_BOUNDS[x.variable]
        allowed = f"{(low - offset) / factor:.4g} to {(high - offset) / factor:.4g} in its unit"
        faults.add(line, OutOfRangeError(x.column, cell.strip(), allowed), False)


def _is_ghcn_row(line: str) -> bool:
    """Whether a line is one of GHCN-Daily's, a value on each: station, date, element, value, flags."""
    cells = line.split(",")
    return len(cells) >= 4 and bool(re.fullmatch(r"\d{8}", cells[1])) and bool(re.fullmatch(r"[A-Z0-9]{4}", cells[2]))


def _ghcn_rows(lines: list[str], faults: _Faults) -> Iterator[tuple[int, dt.date, str, float]]:
    stations: set[str] = set()
    seen: set[tuple[dt.date, str]] = set()
    for line, cells in enumerate(csv.reader(lines), 1):
        if not cells or len(cells) < 4 or cells[2] not in GHCN:
            continue
        stations.add(cells[0])
        if len(stations) > 1:
            raise InputError(f"file line {line} station", cells[0], f"days of one station ({min(stations)})")
        date = _date(f"{cells[1][:4]}-{cells[1][4:6]}-{cells[1][6:]}", "ymd")
        x = StationColumn(cells[2], *GHCN[cells[2]])
        if date is None:
            faults.add(line, FormatError("date", cells[1], "a date as YYYYMMDD"), True)
        elif (date, cells[2]) in seen:
            faults.add(line, InputError("date", cells[1], f"each day's {cells[2]} once"), True)
        elif len(cells) > 5 and cells[5].strip():
            faults.add(line, InputError(cells[2], cells[3], f"a value without the quality flag {cells[5]}"), False)
        else:
            seen.add((date, cells[2]))
            yield from _value(line, date, x, cells[3], False, faults)


def _checked(values: Iterator[tuple[int, dt.date, str, float]], faults: _Faults) -> dict[dt.date, dict[str, float]]:
    """Days whose values agree with each other; of one whose do not, the line is left out."""
    days: dict[dt.date, dict[str, float]] = {}
    line_of: dict[dt.date, int] = {}
    for line, date, variable, value in values:
        days.setdefault(date, {})[variable] = value
        line_of[date] = line
    for date in list(days):
        try:
            days[date] = {k: v for k, v in check_day(days[date]).items() if k in COLUMNS and not math.isnan(v)}
        except OutOfRangeError as fault:
            faults.add(line_of[date], fault, True)
            del days[date]
    return dict(sorted(days.items()))


def _date(cell: str, order: DateOrder) -> dt.date | None:
    """A date in some order; an hour after it is left out. None where it is none."""
    parts = re.findall(r"\d+", cell.strip().split("T")[0].split(" ")[0])
    if len(parts) == 1 and len(parts[0]) == 8:
        parts = [parts[0][:4], parts[0][4:6], parts[0][6:]]
    if len(parts) != 3:
        return None
    year, month, day = (int(parts[order.index(x)]) for x in "ymd")
    try:
        return dt.date(year + 2000 if year < 100 else year, month, day)
    except ValueError:
        return None
