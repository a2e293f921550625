"""The headless command: `python -m agronomy plan | et0 | --schema`. Exit code 2 and one line on bad input."""

from __future__ import annotations

import argparse
import csv
import dataclasses
import datetime as dt
import io
import json
import math
import pathlib
import sys
from collections.abc import Sequence
from typing import Any, NoReturn

import numpy as np

from agronomy.air.reference_et import TIERS, reference_et
from agronomy.balance import ledger
from agronomy.balance.terms import NEVER
from agronomy.decide.compare import ways
from agronomy.decide.dose import Dose
from agronomy.decide.fortnight import fortnight
from agronomy.decide.plan import Plan, plan
from agronomy.decide.round import Stop, round_of
from agronomy.decide.sources import coefficients
from agronomy.describe.errors import CoreError, FormatError, InputError, MissingError, require_between
from agronomy.describe.garden import Garden
from agronomy.describe.weather import COLUMNS, Sky, WeatherRow, outlook_from_rows, read_weather_rows, table_from_days
from agronomy.formats.read_garden import garden_schema, read_garden
from agronomy.sky.assemble import Known, assemble
from agronomy.sky.climates import climate_of

MOST_BYTES = 50_000_000


class Parser(argparse.ArgumentParser):
    """argparse whose errors are one line."""

    def error(self, message: str) -> NoReturn:
        print(f"{self.prog}: {message}", file=sys.stderr)
        raise SystemExit(2)


def main(arguments: list[str] | None = None) -> int:
    parser = _parser()
    args = parser.parse_args(arguments)
    try:
        if args.schema:
            print(json.dumps(garden_schema(), indent=2))
        elif args.command == "plan":
            print(json.dumps(_plan(args), indent=2, allow_nan=False))
        elif args.command == "et0":
            sys.stdout.write(_et0(args))
        else:
            parser.error("say plan, et0 or --schema")
    except CoreError as error:
        print(f"agronomy: {' '.join(str(error).split())}", file=sys.stderr)
        return 2
    except BrokenPipeError:
        sys.stderr.close()
    return 0


def _parser() -> Parser:
    parser = Parser(prog="agronomy", description="What each bed needs, from weather, soil, plants and waterings.")
    parser.add_argument("--schema", action="store_true", help="print the garden file's JSON Schema")
    commands = parser.add_subparsers(dest="command", parser_class=Parser)
    p = commands.add_parser("plan", help="plan and daily ledger as JSON")
    p.add_argument("garden", metavar="GARDEN.json")
    p.add_argument("weather", metavar="WEATHER.csv")
    p.add_argument("--today", required=True, metavar="DATE")
    p.add_argument("--days", type=int, default=14)
    e = commands.add_parser(
        "et0", help="daily reference ET as CSV", epilog="Tiers: " + "; ".join(f"{k}: {v}" for k, v in TIERS.items())
    )
    e.add_argument("weather", metavar="WEATHER.csv")
    e.add_argument("--latitude", type=float, required=True, help="degrees north")
    e.add_argument("--elevation", type=float, required=True, help="m")
    e.add_argument("--wind-height", type=float, default=2.0, help="m at which wind was measured (2)")
    e.add_argument("--rs-floor", type=float, default=0.0, help="lowest Rs/Rso in net long-wave; ASCE uses 0.3 (0)")
    e.add_argument("--coastal", action="store_true", help="kRs 0.19 instead of 0.16")
    e.add_argument("--dryness", type=float, default=0.0, help="degrees C taken from Tmin for the dew point (0)")
    e.add_argument("--pm-always", action="store_true", help="Penman-Monteith also where only temperatures exist")
    return parser


def _read(path: str) -> str:
    file = pathlib.Path(path)
    try:
        if file.stat().st_size > MOST_BYTES:
            raise InputError(path, f"{file.stat().st_size} bytes", f"at most {MOST_BYTES} bytes")
        return file.read_text(encoding="utf-8-sig")
    except OSError as error:
        raise InputError(path, error.strerror or "unreadable", "a file that can be read") from error
    except UnicodeDecodeError as error:
        raise FormatError(path, f"byte {error.start}", "UTF-8 text") from error


def _et0(args: argparse.Namespace) -> str:
    latitude = require_between("--latitude", args.latitude, -90, 90, "degrees")
    elevation = require_between("--elevation", args.elevation, -430, 5500, "m")
    height = require_between("--wind-height", args.wind_height, 0.5, 100, "m")
    floor = require_between("--rs-floor", args.rs_floor, 0, 1)
    dryness = require_between("--dryness", args.dryness, 0, 10, "degrees C")
    rows = read_weather_rows(io.StringIO(_read(args.weather), newline=""), args.weather)
    member = next((r for r in rows if r.member is not None), None)
    if member is not None:
        raise InputError(f"{args.weather} line {member.line} member", member.member, "one row a day, without members")
    table = table_from_days([(r.date, r.values) for r in rows], latitude, elevation, height)
    et = reference_et(
        table,
        rs_floor=floor,
        coastal=args.coastal,
        dryness=dryness,
        hargreaves_when_only_temperatures=not args.pm_always,
    )
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\n")
    writer.writerow(["date", "et0_mm", "tier"])
    for date, value, tier in zip(table.dates, et.et0_mm, et.tier, strict=True):
        writer.writerow([date.isoformat(), f"{value:.4f}", tier])
    return out.getvalue()


def _plan(args: argparse.Namespace) -> dict[str, Any]:
    try:
        today = dt.date.fromisoformat(args.today)
    except ValueError:
        raise FormatError("--today", args.today, "a date as YYYY-MM-DD") from None
    try:
        garden = read_garden(_read(args.garden), args.garden)
    except InputError as error:
        if not error.field.startswith(args.garden):
            error.args = (f"{args.garden} {error.args[0]}",)
        raise
    rows = read_weather_rows(io.StringIO(_read(args.weather), newline=""), args.weather)
    return plan_as_json(plan(garden, _sky(garden, rows, today), today, args.days))


def _sky(garden: Garden, rows: Sequence[WeatherRow], today: dt.date) -> Sky:
    """The sky of a garden file and a weather file: rows before today are a station's, later ones an outlook.

    An outlook of members is a forecast; where a single one ends, the garden's climate goes on if it has one.
    """
    place = (garden.latitude, garden.elevation_m)
    past = {r.date: r.values for r in rows if r.date < today}
    later = {r.date: r.values for r in rows if r.date >= today}
    members = any(r.member is not None for r in rows)
    if not garden.climate:
        for found, field, allowed in (
            (past, "weather before today", f"at least one observed day before {today.isoformat()}"),
            (later, "weather from today on", f"at least one day from {today.isoformat()} on"),
        ):
            if not found:
                raise MissingError(field, allowed)
    typed = {x.date: {name: getattr(x, name) for name in COLUMNS} for x in garden.days}
    known = Known(
        *place,
        sources={"typed": typed, "station": {**past, **({} if members else later)}},
        gauge=garden.gauge,
        seen=garden.seen,
        forecast=outlook_from_rows(rows, today, *place, garden.wind_height_m) if members else None,
        years=climate_of(garden),
        wind_height_m=garden.wind_height_m,
    )
    return assemble(known, today, min((b.opened for b in garden.beds), default=today))


def plan_as_json(p: Plan) -> dict[str, Any]:
    """The plan and the daily ledger of each bed, units stated."""
    ahead = fortnight(p, p.days)
    return {
        "garden": p.garden.name,
        "today": p.today.isoformat(),
        "units": {name: meaning for name, (_, meaning) in ledger.COLUMNS.items()}
        | {"f": "share of the ground that roots and waterings reach, 0..1", "litres": "L", "*_mm": "mm"},
        "heat_wave": [d.isoformat() for d in p.heat.dates] if p.heat else [],
        "beds": [_bed_as_json(p, i, stop) for i, stop in enumerate(round_of(p, ahead))],
        "fortnight": _plain(ahead),
    }


def _bed_as_json(p: Plan, i: int, stop: Stop) -> dict[str, Any]:
    b = stop.bed
    return {
        "name": b.bed.name,
        "word": stop.word,
        "cause": stop.cause,
        "dose": _dose(stop.dose),
        "depletion_mm": _plain(b.net_mm),
        "RAW_mm": b.raw_mm,
        "TAW_mm": b.taw_mm,
        "trigger_mm": b.trigger_mm,
        "chance_asks": b.chance_asks,
        "waiting": _plain(b.choice),
        "today_by_the_hour": _plain(b.use),
        "ways": _plain(ways(p, i, min(14, p.days))),
        "rests_on": _plain(coefficients(p, b)),
        "since": b.story.since.isoformat(),
        "arithmetic_mm": {x.what: x.mm for x in b.story.parts} | {"depletion": b.story.depletion_mm},
        "next_soak": _plain(stop.next_soak),
        "reservoir_l": _plain(b.reservoir_l),
        "reservoir_empty": _plain(b.empty_on),
        "ledger": ledger.ledger_behind(p.run, i),
        "ledger_ahead_if_unwatered": ledger.ledger_ahead(p.run, i, np.full((p.days, len(p.beds)), NEVER)),
    }


def _dose(dose: Dose | None) -> dict[str, Any] | None:
    """The dose, with its amount in the hand's unit beside the rest."""
    if dose is None:
        return None
    plain: dict[str, Any] = _plain(dose)
    return {**plain, **plain.pop("in_hand")}


def _plain(value: Any) -> Any:
    """Dataclasses, dates and NumPy numbers as JSON values."""
    if dataclasses.is_dataclass(value) and not isinstance(value, type):
        return {f.name: _plain(getattr(value, f.name)) for f in dataclasses.fields(value)}
    if isinstance(value, dt.date):
        return value.isoformat()
    if isinstance(value, (list, tuple)):
        return [_plain(v) for v in value]
    if isinstance(value, (float, np.floating)):
        return float(value) if math.isfinite(value) else None
    return value


if __name__ == "__main__":
    sys.exit(main())
