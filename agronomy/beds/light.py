"""How sky and wind reach a bed: its exposure, its share of the sun, its hours, and ET0 there over the garden's."""

from __future__ import annotations

import dataclasses
import datetime as dt
import functools

import numpy as np
import numpy.typing as npt

from agronomy.air import microclimate
from agronomy.air import radiation as rad
from agronomy.air.hourly import STEPS, Hours, hourly_shares
from agronomy.air.microclimate import AirParts
from agronomy.air.shade import past_by_hour, sunlit_share
from agronomy.air.sun import sun_day
from agronomy.beds.ground import spans
from agronomy.describe.footprint import Point, corners
from agronomy.describe.garden import Bed, Exposure, Garden, Thing, on_date, utc_offset_on, zone_offset_h


def noon_sun(latitude: float, start: dt.date, n_days: int) -> npt.NDArray[np.float64]:
    """Height of the sun at noon [rad] on each day from `start`. Spherical astronomy; FAO-56 eq. 24."""
    first = start.timetuple().tm_yday
    declination = rad.solar_declination(np.arange(first, first + n_days, dtype=float))
    return np.asarray(np.pi / 2 - np.abs(np.radians(latitude) - declination))


def exposure_on(bed: Bed, date: dt.date) -> Exposure:
    """How sky and wind reach the bed on a date; the open garden where nothing was said."""
    return on_date(bed.exposures, date) or microclimate.OPEN


def exposures(bed: Bed, start: dt.date, n_days: int) -> list[tuple[int, int, Exposure]]:
    """How sky and wind reach the bed over days: (since, until, exposure)."""
    return [
        (since, until, exposure_on(bed, start + dt.timedelta(days=since)))
        for since, until in spans((x.date for x in bed.exposures), start, n_days)
    ]


def points_of(bed: Bed) -> tuple[Point, ...]:
    """Five points of a bed on the map [m]: its middle, and half way to its corners; none where it is not placed."""
    if bed.x_m is None or bed.y_m is None:
        return ()
    across = bed.length_m if bed.round else bed.width_m
    half_way = corners(bed.x_m, bed.y_m, bed.turn_deg, bed.length_m / 2, across / 2)
    return ((bed.x_m, bed.y_m), *half_way)


def hours_of_demand(garden: Garden, bed: Bed, date: dt.date, tmin: float, tmax: float) -> Hours:
    """Share of a day's demand at a bed in each clock hour (24,), past what stands around it; tmin, tmax [degrees C].

    By air/hourly.py and the sun's way (air/shade.py).
    """
    points = points_of(bed) if garden.things else ()
    offset_h = utc_offset_on(garden, date)
    return _hours_of_demand(
        garden.things if points else (),
        points,
        garden.latitude,
        garden.longitude,
        offset_h,
        date.timetuple().tm_yday,
        garden.north_deg,
        tmin,
        tmax,
        dataclasses.replace(exposure_on(bed, date), date=None),
    )


@functools.lru_cache(maxsize=512)
def _hours_of_demand(
    things: tuple[Thing, ...],
    points: tuple[Point, ...],
    latitude: float,
    longitude: float,
    offset_h: float,
    day: int,
    north_deg: float,
    tmin: float,
    tmax: float,
    exposure: Exposure,
) -> Hours:
    sun = sun_day(latitude, longitude, offset_h, day)
    at = (np.arange(24 * STEPS) + 0.5) / STEPS
    lit = past_by_hour(things, points, latitude, sun.noon, float(day), north_deg, at) if things else None
    return hourly_shares(sun, latitude, float(day), tmin, tmax, exposure, lit)


def direct_share(garden: Garden, exposure: Exposure, points: tuple[Point, ...], date: dt.date) -> float:
    """Share of the day's beam [0..1] that reaches a bed in its sun hours, past what stands around.

    One figure serves the days around. Arithmetic over the sun's way (air/sun.py, air/shade.py).
    """
    step, offset_h = _step_of(date), utc_offset_on(garden, date)
    return float(_direct_of_year(garden, exposure, points, offset_h)[step])


STEP_DAYS = 5  # one figure serves so many days


def _step_of(date: dt.date) -> int:
    return round(date.timetuple().tm_yday / STEP_DAYS)


def _direct_of_year(
    garden: Garden, exposure: Exposure, points: tuple[Point, ...], offset_h: float
) -> npt.NDArray[np.float64]:
    """The same for every step of a year, the clocks so far ahead of UTC [h]."""
    between = exposure.sun_from_h, exposure.sun_to_h
    if garden.things and points:
        at = garden.latitude, garden.longitude, offset_h, garden.north_deg
        return _past_things(garden.things, points, *at, *between)
    if between == (0.0, 24.0):
        return _ALL_OF_IT
    return _between_hours(garden.latitude, garden.longitude, offset_h, *between)


_STEPS = np.arange(0, 366 + STEP_DAYS, STEP_DAYS)  # days of the year
_ALL_OF_IT = np.ones(len(_STEPS))


@functools.lru_cache(maxsize=1024)
def _past_things(
    things: tuple[Thing, ...],
    points: tuple[Point, ...],
    lat: float,
    lon: float,
    offset_h: float,
    north_deg: float,
    from_h: float,
    to_h: float,
) -> npt.NDArray[np.float64]:
    return sunlit_share(things, points, lat, lon, offset_h, _STEPS, north_deg, from_h, to_h)


@functools.lru_cache(maxsize=1024)
def _between_hours(lat: float, lon: float, offset_h: float, from_h: float, to_h: float) -> npt.NDArray[np.float64]:
    days = (int(d) for d in _STEPS)
    share = microclimate.direct_share
    return np.array([share(sun_day(lat, lon, offset_h, d), lat, float(d), from_h, to_h) for d in days])


def direct_shares(
    garden: Garden, exposure: Exposure, points: tuple[Point, ...], dates: tuple[dt.date, ...]
) -> npt.NDArray[np.float64]:
    """direct_share of many dates (day,) [0..1]. Arithmetic."""
    steps, offsets = _steps_and_offsets(garden.time_zone, garden.utc_offset_h, dates)
    shares = np.empty(len(dates))
    for offset_h in set(offsets.tolist()):
        here = offsets == offset_h
        shares[here] = _direct_of_year(garden, exposure, points, offset_h)[steps[here]]
    return shares


@functools.lru_cache(maxsize=64)
def _steps_and_offsets(
    time_zone: str, offset_h: float, dates: tuple[dt.date, ...]
) -> tuple[npt.NDArray[np.int64], npt.NDArray[np.float64]]:
    offsets = [zone_offset_h(time_zone, d) if time_zone else offset_h for d in dates]
    return np.array([_step_of(d) for d in dates], dtype=np.int64), np.array(offsets)


def in_the_wind(bed: Bed, exposure: Exposure) -> Exposure:
    """A hanging basket has the wind all round it, where nobody said that it hangs in shelter. Common practice."""
    hangs = bed.kind == "hanging_basket" and exposure.shelter == "open"
    return dataclasses.replace(exposure, shelter="exposed") if hangs else exposure


Known = dict[tuple[object, ...], npt.NDArray[np.float64]]


def air_factor(
    garden: Garden, bed: Bed, dates: tuple[dt.date, ...], parts: AirParts, known: Known | None = None
) -> npt.NDArray[np.float64]:
    """ET0 at a bed over ET0 of the open garden (day,) [-], by its sun hours, shade, shelter, cover and what stands
    around it on the map. FAO-56 eq. 6 with the bed's own light and wind; shares common practice.

    known: what was found for other beds of the garden under the same weather; beds that stand alike share it.
    """
    factor, known = np.ones(len(dates)), {} if known is None else known
    points = points_of(bed) if garden.things else ()
    if not bed.exposures and not points and bed.kind != "hanging_basket":
        return factor
    for since, until, exposure in exposures(bed, dates[0], len(dates)):
        undated = in_the_wind(bed, dataclasses.replace(exposure, date=None))
        key = (since, until, undated, points)
        if key not in known:
            direct = direct_shares(garden, undated, points, dates[since:until])
            known[key] = microclimate.et0_factor(parts.between(since, until), undated, direct)
        factor[since:until] = known[key]
    return factor
