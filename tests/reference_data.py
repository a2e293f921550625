"""Readers of tests/reference: outside values with their sources."""

from __future__ import annotations

import csv
import datetime as dt
import functools
import json
import math
import pathlib
from typing import Any

from agronomy.describe.weather import COLUMNS, WeatherTable, table_from_days

FOLDER = pathlib.Path(__file__).parent / "reference"
SITES = {  # file -> (latitude, elevation m, wind height m)
    "nsrdb_2017_colorado_plateau": (40.53, 2168.0, 10.0),
    "pvgis_tmy_45n_8e": (45.0, 250.0, 10.0),
    "seattle_2012_15": (47.44, 130.0, 10.0),
    "nyc_ewr_2013": (40.6925, 5.5, 10.0),
}


class Case:
    """One outside value: `case["tmax"]` is an input, `case.expect("es")` is (value, tolerance)."""

    def __init__(self, raw: dict[str, Any]) -> None:
        self.raw = raw
        self.id = raw["id"]

    def __getitem__(self, name: str) -> Any:
        return self.raw["inputs"][name]["value"]

    def get(self, name: str, otherwise: Any) -> Any:
        entry = self.raw["inputs"].get(name)
        return otherwise if entry is None else entry["value"]

    def __contains__(self, name: str) -> bool:
        return name in self.raw["inputs"]

    def expect(self, name: str) -> tuple[Any, float]:
        e = self.raw["expected"][name]
        return e["value"], e["tolerance"]


@functools.cache
def cases() -> dict[str, Case]:
    return {c["id"]: Case(c) for c in json.loads((FOLDER / "cases.json").read_text())["cases"]}


def group(name: str) -> list[Case]:
    return [c for c in cases().values() if c.raw["group"] == name]


@functools.cache
def tables() -> dict[str, Any]:
    found: dict[str, Any] = json.loads((FOLDER / "tables.json").read_text())
    return found


@functools.cache
def rows(site: str) -> list[dict[str, str]]:
    with (FOLDER / f"{site}.csv").open(newline="") as f:
        return list(csv.DictReader(f))


RENAMED = {"uz": "wind", "precip": "rain"}


def weather(site: str, *columns: str) -> WeatherTable:
    """The site's weather, only the named columns of COLUMNS filled."""
    latitude, elevation, height = SITES[site]
    days = []
    for row in rows(site):
        known = {RENAMED.get(k, k): float(v) for k, v in row.items() if RENAMED.get(k, k) in COLUMNS and v != ""}
        days.append((dt.date.fromisoformat(row["date"]), {c: known.get(c) for c in columns}))
    return table_from_days(days, latitude, elevation, height)


def column(site: str, name: str) -> list[float]:
    return [float(r[name]) if r[name] else math.nan for r in rows(site)]


def one_day(
    date: str = "2025-07-11", latitude: float = 45.0, elevation: float = 100.0, **values: float
) -> WeatherTable:
    return table_from_days([(dt.date.fromisoformat(date), values)], latitude, elevation)
