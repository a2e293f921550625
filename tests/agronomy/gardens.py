"""Small invented gardens and skies for the tests of decisions."""

from __future__ import annotations

import datetime as dt

import numpy as np

from agronomy.balance.run import Run
from agronomy.balance.under_weather import DaysOfBeds
from agronomy.describe import garden as g
from agronomy.describe.weather import COLUMNS, Sky, WeatherTable, table_from_days

TODAY = dt.date(2025, 7, 11)
OPENED = dt.date(2025, 6, 20)
LATITUDE, ELEVATION = 44.6, 31.0


def bed(name: str = "Bench", **changes: object) -> g.Bed:
    """A raised loam bed of six tomatoes, shoulder-high, watered by hose."""
    fields: dict[str, object] = {
        "name": name,
        "kind": "raised",
        "length_m": 2.4,
        "width_m": 1.2,
        "opened": OPENED,
        "opening_wetness": "moist",
        "soils": (g.Soil("loam"),),
        "rig": "Hose",
        "plantings": (planting("tomato", 6, "shoulder", 0.6),),
    }
    return g.Bed(**{**fields, **changes})


def planting(
    crop: str, count: int, height: str | None = None, spread: float | None = None, age: int = 60
) -> g.Planting:
    sizes = (g.Size(TODAY - dt.timedelta(days=3), height, spread),) if height and spread else ()
    return g.Planting(crop, count, TODAY - dt.timedelta(days=age), sizes)


def garden(*beds: g.Bed, style: str = "steady") -> g.Garden:
    rigs = (g.Rig("Hose", 15.0, OPENED),)
    return g.Garden("Test", LATITUDE, ELEVATION, rigs=rigs, beds=beds or (bed(),), style=style)


def days_of(start: dt.date, n: int, rain: dict[int, float] | None = None, **values: float) -> list:
    base = {"tmin": 14.0, "tmax": 25.0, "rhmin": 48.0, "rhmax": 92.0, "wind": 2.0, "rs": 23.0, "rain": 0.0} | values
    return [(start + dt.timedelta(days=i), {**base, "rain": (rain or {}).get(i, base["rain"])}) for i in range(n)]


def sky(
    rain_chance: float = 0.0,
    rain_mm: float = 20.0,
    rain_day: int = 1,
    tmax_ahead: float | None = None,
    heat_from: int | None = None,
    spread: float = 0.0,
    behind_rain: dict[int, float] | None = None,
    members: int = 40,
    days: int = 16,
    tmax: float = 25.0,
) -> Sky:
    """Three dry weeks behind; ahead, members that share a day of possible rain, a possible heat wave, a spread."""
    behind = table_from_days(days_of(OPENED, (TODAY - OPENED).days, behind_rain, tmax=tmax), LATITUDE, ELEVATION)
    dates = tuple(TODAY + dt.timedelta(days=i) for i in range(days))
    unknown = np.full((days, members), np.nan)
    columns = {c: unknown.copy() for c in COLUMNS}
    for name, value in (
        ("tmin", 14.0),
        ("tmax", tmax_ahead or tmax),
        ("rhmin", 48.0),
        ("rhmax", 92.0),
        ("wind", 2.0),
        ("rs", 23.0),
        ("rain", 0.0),
    ):
        columns[name][:] = value
    lift = np.linspace(-1, 1, members) * spread
    columns["tmax"] += lift
    columns["rs"] += lift
    if heat_from is not None:
        columns["tmax"][heat_from : heat_from + 6] = 34.0
        columns["tmin"][heat_from : heat_from + 6] = 20.0
    columns["rain"][rain_day, : round(rain_chance * members)] = rain_mm
    return Sky(behind, WeatherTable(dates, columns, LATITUDE, ELEVATION))


def watered(b: g.Bed, *poured: tuple[int, float]) -> g.Bed:
    """The bed with waterings: (days ago, litres)."""
    waterings = tuple(g.Watering(TODAY - dt.timedelta(days=ago), litres) for ago, litres in poured)
    return g.Bed(**{**b.__dict__, "waterings": waterings})


def days_laid(run: Run, bed: int = 0) -> np.ndarray:
    """A bed's days over all the weather of a run (day, N_BED_DAY), those behind among them."""
    return DaysOfBeds(run.garden, run.weather, run.today).of(bed)[0]


def just_past() -> g.Bed:
    """The same bed a little beyond its mark."""
    return watered(dried(4), (3, 8.0))


def dried(days: int, name: str = "Bench", **changes: object) -> g.Bed:
    """The same bed, full so many days ago and not watered since: about 4.5 mm of use a day, RAW about 17 mm."""
    return bed(name, opened=TODAY - dt.timedelta(days=days), opening_wetness="wet", **changes)
