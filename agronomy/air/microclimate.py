"""What sun hours, shade, shelter and covers make of the day's weather at one bed."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Final

import numpy as np
import numpy.typing as npt

from agronomy.air import humidity as hum
from agronomy.air import radiation as rad
from agronomy.air.reference_et import penman_monteith
from agronomy.air.sun import SunDay
from agronomy.describe.garden import Exposure

Array = npt.NDArray[np.float64]

# cover -> (light let through, wind let through, rain let through); common practice, no source. An unheated tunnel or
# house cuts ET0 to 0.6 to 0.8 of that outside: from memory.
COVER_EFFECTS: Final[dict[str, tuple[float, float, float]]] = {
    "none": (1.0, 1.0, 1.0), "eaves": (0.85, 0.8, 0.3), "roof": (0.65, 0.8, 0.0), "cloche": (0.80, 0.15, 0.0),
    "tunnel": (0.80, 0.15, 0.0), "indoors": (0.40, 0.05, 0.0), "fleece": (0.85, 0.40, 0.8), "sheet": (0.30, 0.20, 0.3),
}  # fmt: skip
WIND_BY_SHELTER: Final = {"exposed": 1.3, "open": 1.0, "sheltered": 0.6}  # common practice, no source
WALL_LIGHT, WALL_WARMTH_C = 1.08, 1.5  # a sunny wall or paving beside the bed; common practice, no source
OPEN: Final = Exposure()


@dataclass(frozen=True)
class AirParts:
    """The central weather of each day, as the energy balance needs it: arrays (days,) in FAO-56's units."""

    tmin: Array
    tmax: Array
    ea: Array
    u2: Array
    rs: Array
    day_of_year: Array
    latitude: float
    elevation_m: float

    def between(self, since: int, until: int) -> AirParts:
        """The same of some days only."""
        days = {name: getattr(self, name)[since:until] for name in ("tmin", "tmax", "ea", "u2", "rs", "day_of_year")}
        return AirParts(**days, latitude=self.latitude, elevation_m=self.elevation_m)


def diffuse_share(rs: Array, ra: Array, sunset_angle: Array) -> Array:
    """Share of the day's radiation [0..1] that is diffuse.

    Erbs, Klein and Duffie (1982), daily correlation, from memory; sunset hour angle [rad], 1.4208 is 81.4 degrees.
    """
    k = np.clip(rs / np.maximum(ra, 1e-9), 0.0, 1.0)
    low_sun = np.where(k < 0.715, 1 - 0.2727 * k + 2.4495 * k**2 - 11.9514 * k**3 + 9.3879 * k**4, 0.143)
    high_sun = np.where(k < 0.722, 1 + 0.2832 * k - 2.5557 * k**2 + 0.8448 * k**3, 0.175)
    return np.asarray(np.where(sunset_angle < 1.4208, low_sun, high_sun))


def beam_weight(hour_angle: Array, latitude: float, day_of_year: Array) -> Array:
    """Sine of the sun's height [-] at an hour angle [rad], 0 below the horizon: what a beam brings to level ground.

    Any text on solar geometry; FAO-56 eq. 28 integrates the same term over an hour.
    """
    phi, delta = np.radians(latitude), rad.solar_declination(day_of_year)
    height = np.sin(phi) * np.sin(delta) + np.cos(phi) * np.cos(delta) * np.cos(hour_angle)
    return np.asarray(np.maximum(height, 0.0))


def direct_share(sun: SunDay, latitude: float, day_of_year: float, from_h: float, to_h: float) -> float:
    """Share of a day's direct radiation on level ground [0..1] that falls between two clock hours. Arithmetic."""
    hours = np.arange(0.05, 24.0, 0.1)
    weight = beam_weight(np.radians(15 * (hours - sun.noon)), latitude, np.asarray(day_of_year))
    inside = (hours >= from_h) & (hours < to_h)
    total = weight.sum()
    return float(weight[inside].sum() / total) if total > 0 else 1.0


def light_share(air: AirParts, exposure: Exposure, direct: Array) -> Array:
    """Share of the day's radiation that reaches the bed [0..1]; direct: share of the day's beam in its sun hours.

    Common practice.
    """
    ra = rad.extraterrestrial_radiation(air.latitude, air.day_of_year)
    diffuse = diffuse_share(air.rs, ra, rad.sunset_hour_angle(air.latitude, air.day_of_year))
    through = COVER_EFFECTS[exposure.cover][0] * (1 - exposure.shade_pct / 100)
    wall = WALL_LIGHT if exposure.warm_wall else 1.0
    return np.asarray((diffuse + (1 - diffuse) * direct) * through * wall)


def et0_factor(air: AirParts, exposure: Exposure, direct: Array) -> Array:
    """ET0 at the bed over ET0 of the open garden [-] on each day: Penman-Monteith with the bed's own light and wind.

    FAO-56 eq. 6 with the bed's own light and wind.
    """
    if exposure == Exposure(date=exposure.date) and np.all(direct == 1.0):
        return np.ones_like(air.rs)
    _, wind, _ = COVER_EFFECTS[exposure.cover]
    warmer = WALL_WARMTH_C if exposure.warm_wall else 0.0
    light = light_share(air, exposure, direct)
    out = _et0(air, air.rs, air.u2, 0.0)
    here = _et0(air, air.rs * light, air.u2 * wind * WIND_BY_SHELTER[exposure.shelter], warmer)
    return np.asarray(np.where(out > 0.05, here / np.maximum(out, 0.05), 1.0))


def _et0(air: AirParts, rs: Array, u2: Array, warmer: float) -> Array:
    ra = rad.extraterrestrial_radiation(air.latitude, air.day_of_year)
    rso = rad.clear_sky_radiation(air.elevation_m, ra)
    # Long-wave loss keeps the open garden's cloudiness: shade does not make the night sky cloudier.
    rn = rad.net_radiation(air.tmin, air.tmax, air.ea, air.rs, rso) - (1 - rad.ALBEDO) * (air.rs - rs)
    pressure = hum.atmospheric_pressure(air.elevation_m)
    tmax = air.tmax + warmer
    return np.asarray(np.maximum(penman_monteith(air.tmin, tmax, air.ea, u2, np.maximum(rn, 0.0), pressure), 0.0))


def rain_share(exposure: Exposure) -> float:
    """Share of the rain that falls on the bed [0..1]. Common practice."""
    return COVER_EFFECTS[exposure.cover][2]
