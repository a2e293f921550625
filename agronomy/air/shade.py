"""What walls, trees and sheds of the garden take from a bed's direct sun."""

from __future__ import annotations

import math
from typing import Any, Final

import numpy as np
import numpy.typing as npt

from agronomy.air import radiation as rad
from agronomy.air.humidity import Numbers
from agronomy.air.microclimate import beam_weight
from agronomy.air.sun import sun_day
from agronomy.describe.garden import Thing
from agronomy.describe.kinds import THINGS

Array = npt.NDArray[np.float64]
Point = tuple[float, float]

STEP_H: Final = 0.25
LEAF_LETS_THROUGH: Final = {"tree": 0.25, "hedge": 0.1}  # of the beam; common practice, no source


def sun_height_and_bearing(latitude: float, day_of_year: Numbers, hour_angle: Array) -> tuple[Array, Array]:
    """Height of the sun [rad] and the bearing it stands at [rad, clockwise from north], from the hour angle [rad]; of
    one day or of days that broadcast with the angles.

    Spherical astronomy, any text; pvlib agrees in the tests.

    FAO-56 eq. 24 for the declination.
    """
    phi, delta = math.radians(latitude), rad.solar_declination(day_of_year)
    sine = math.sin(phi) * np.sin(delta) + math.cos(phi) * np.cos(delta) * np.cos(hour_angle)
    height = np.arcsin(np.clip(sine, -1.0, 1.0))
    east = -np.cos(delta) * np.sin(hour_angle)
    north = math.cos(phi) * np.sin(delta) - math.sin(phi) * np.cos(delta) * np.cos(hour_angle)
    return height, np.arctan2(east, north) % (2 * math.pi)


def light_past(thing: Thing, point: tuple[Numbers, Numbers], bearing: Array, height: Array, north_deg: float) -> Array:
    """Share of the beam [0..1] that comes past a thing to a point of the map, for each sun bearing and height [rad]; or
    to points, whose x and y broadcast with these.

    The thing is a box over its footprint. x runs right and y up on the map; north_deg: where north points, clockwise
    from up.

    Arithmetic.
    """
    if THINGS[thing.kind][0] <= 0 and thing.height_m is None:
        return np.ones_like(bearing)
    tall: float = thing.height_m if thing.height_m is not None else THINGS[thing.kind][0]
    on_map = bearing + math.radians(north_deg)
    turn = math.radians(thing.turn_deg)
    # Into the thing's own axes: turned back, its footprint is centred on the origin.
    px, py = _turned(point[0] - thing.x_m, point[1] - thing.y_m, turn)
    dx, dy = _turned(np.sin(on_map), np.cos(on_map), turn)
    near, far = np.full_like(bearing, 0.0), np.full_like(bearing, np.inf)
    for p, d, half in ((px, dx, thing.length_m / 2), (py, dy, thing.width_m / 2)):
        with np.errstate(divide="ignore", invalid="ignore"):
            a, b = (-half - p) / d, (half - p) / d
        parallel = np.abs(d) < 1e-12
        outside = parallel & (np.abs(p) > half)
        near = np.maximum(near, np.where(parallel, 0.0, np.minimum(a, b)))
        far = np.where(outside, -1.0, np.minimum(far, np.where(parallel, np.inf, np.maximum(a, b))))
    hit = (far > near) & (far > 0) & (near * np.tan(np.maximum(height, 0.0)) < tall)
    return np.where(hit, LEAF_LETS_THROUGH.get(thing.kind, 0.0), 1.0)


def _turned(x: Any, y: Any, turn: float) -> tuple[Any, Any]:
    """A vector in the axes of something turned clockwise by `turn` [rad]."""
    return x * math.cos(turn) - y * math.sin(turn), x * math.sin(turn) + y * math.cos(turn)


LOWEST_SUN: Final = math.radians(3)  # a lower sun is behind something in any garden; common practice, no source


def sun_hours(
    things: tuple[Thing, ...],
    points: tuple[Point, ...],
    latitude: float,
    longitude: float,
    utc_offset_h: float,
    day_of_year: int,
    north_deg: float,
    from_h: float,
    to_h: float,
) -> float:
    """Hours of a clear day [h] in which the sun reaches these points (none: open ground), past the things and within
    the clock hours [h] in which it can. Arithmetic."""
    sun = sun_day(latitude, longitude, utc_offset_h, day_of_year)
    hours = np.arange(STEP_H / 2, 24.0, STEP_H)
    height, bearing = sun_height_and_bearing(latitude, float(day_of_year), np.radians(15 * (hours - sun.noon)))
    up = (height > LOWEST_SUN) & (hours >= from_h) & (hours < to_h)
    past = _past_all(things, points, bearing, height, north_deg) if points else np.ones((1, hours.size))
    return float((past.mean(axis=0) * up).sum() * STEP_H)


def past_by_hour(
    things: tuple[Thing, ...],
    points: tuple[Point, ...],
    latitude: float,
    noon: float,
    day_of_year: float,
    north_deg: float,
    hours: Array,
) -> Array:
    """Share of the beam [0..1] that comes past the things to these points at each of these clock hours [h].

    noon: solar noon [h]; north_deg as for light_past. Arithmetic.
    """
    height, bearing = sun_height_and_bearing(latitude, day_of_year, np.radians(15 * (hours - noon)))
    return np.asarray(_past_all(things, points, bearing, height, north_deg).mean(axis=0))


def _past_all(
    things: tuple[Thing, ...], points: tuple[Point, ...], bearing: Array, height: Array, north_deg: float
) -> Array:
    """Share of the beam that comes past all things to each point (point, n)."""
    x, y = np.array(points).T[:, :, None]
    past = np.ones((len(points), bearing.size))
    for thing in things:
        past *= light_past(thing, (x, y), bearing, height, north_deg)
    return past


def sunlit_share(
    things: tuple[Thing, ...],
    points: tuple[Point, ...],
    latitude: float,
    longitude: float,
    utc_offset_h: float,
    days: npt.NDArray[np.int64],
    north_deg: float,
    from_h: float,
    to_h: float,
) -> Array:
    """Share of the direct radiation of these days of the year on level ground [0..1] that reaches these points, past
    the things and within the clock hours [h] in which the sun can reach the bed: (day,). Arithmetic."""
    noon = np.array([sun_day(latitude, longitude, utc_offset_h, int(d)).noon for d in days])
    hours = np.arange(STEP_H / 2, 24.0, STEP_H)
    angle, day = np.radians(15 * (hours - noon[:, None])), days[:, None].astype(float)
    weight = beam_weight(angle, latitude, day)
    height, bearing = sun_height_and_bearing(latitude, day, angle)
    lit = (weight > 0) & (hours >= from_h) & (hours < to_h)
    reaching = np.zeros_like(weight)
    reaching[lit] = _past_all(things, points, bearing[lit], height[lit], north_deg).mean(axis=0)
    of_day = weight.sum(axis=1)
    with np.errstate(invalid="ignore"):
        return np.where(of_day > 0, (weight * reaching).sum(axis=1) / of_day, 1.0)
