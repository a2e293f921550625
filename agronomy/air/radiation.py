"""Solar geometry and the radiation terms of FAO-56 chapter 3. Radiation in MJ m-2 d-1."""

from __future__ import annotations

import functools

import numpy as np
import numpy.typing as npt

from agronomy.air.humidity import Numbers

SOLAR_CONSTANT = 0.0820  # MJ m-2 min-1, FAO-56 eq. 21
STEFAN_BOLTZMANN = 4.903e-9  # MJ K-4 m-2 d-1, FAO-56 eq. 39
ALBEDO = 0.23  # of the reference grass, FAO-56 eq. 38
KRS_INTERIOR, KRS_COASTAL = 0.16, 0.19  # FAO-56 eq. 50


def solar_declination(day_of_year: Numbers) -> Numbers:
    """delta [rad]. FAO-56 eq. 24."""
    return 0.409 * np.sin(2 * np.pi / 365.0 * np.asarray(day_of_year) - 1.39)


def sunset_hour_angle(latitude: Numbers, day_of_year: Numbers) -> Numbers:
    """omega_s [rad] from latitude [degrees]; 0 in polar night, pi in polar day. FAO-56 eq. 25."""
    phi = np.radians(latitude)
    x = np.clip(-np.tan(phi) * np.tan(solar_declination(day_of_year)), -1.0, 1.0)
    return np.arccos(x)


def extraterrestrial_radiation(latitude: Numbers, day_of_year: Numbers) -> Numbers:
    """Ra [MJ m-2 d-1]. FAO-56 eq. 21 to 25."""
    phi = np.radians(latitude)
    delta = solar_declination(day_of_year)
    omega = sunset_hour_angle(latitude, day_of_year)
    distance = 1 + 0.033 * np.cos(2 * np.pi / 365.0 * np.asarray(day_of_year))
    return (
        24
        * 60
        / np.pi
        * SOLAR_CONSTANT
        * distance
        * (omega * np.sin(phi) * np.sin(delta) + np.cos(phi) * np.cos(delta) * np.sin(omega))
    )


@functools.lru_cache(maxsize=512)
def sun_of_year(latitude: float) -> tuple[npt.NDArray[np.float64], npt.NDArray[np.float64]]:
    """Ra [MJ m-2 d-1] and N [h] of the days 1 to 366 at a latitude [degrees], by FAO-56 eq. 21 to 34 as this page has
    them; kept, since they are of the sun alone. Not to be written to."""
    days = np.arange(1.0, 367.0)
    ra, hours = extraterrestrial_radiation(latitude, days), daylight_hours(latitude, days)
    ra.flags.writeable = hours.flags.writeable = False
    return ra, hours


def daylight_hours(latitude: Numbers, day_of_year: Numbers) -> Numbers:
    """N [h]. FAO-56 eq. 34."""
    return 24.0 / np.pi * sunset_hour_angle(latitude, day_of_year)


def radiation_from_sunshine(sunshine_h: Numbers, daylight_h: Numbers, ra: Numbers) -> Numbers:
    """Rs [MJ m-2 d-1] from bright sunshine hours (Angstrom; as 0.25, bs 0.50). FAO-56 eq. 35."""
    share = np.clip(np.asarray(sunshine_h) / np.maximum(daylight_h, 1e-9), 0.0, 1.0)
    return (0.25 + 0.50 * share) * ra


def clear_sky_radiation(elevation_m: Numbers, ra: Numbers) -> Numbers:
    """Rso [MJ m-2 d-1]. FAO-56 eq. 37."""
    return (0.75 + 2e-5 * np.asarray(elevation_m)) * ra


def radiation_from_temperatures(tmin: Numbers, tmax: Numbers, ra: Numbers, rso: Numbers, krs: float) -> Numbers:
    """Rs [MJ m-2 d-1] from the day's temperature range, not above clear sky. FAO-56 eq. 50."""
    spread = np.maximum(np.asarray(tmax) - np.asarray(tmin), 0.0)
    return np.minimum(krs * np.sqrt(spread) * ra, rso)


def net_longwave(
    tmin: Numbers, tmax: Numbers, ea: Numbers, rs: Numbers, rso: Numbers, rs_floor: float = 0.0
) -> Numbers:
    """Rnl [MJ m-2 d-1]. FAO-56 eq. 39.

    Rs/Rso is capped at 1. FAO-56 sets no floor; ASCE-EWRI (2005) uses 0.3, given as `rs_floor`.
    """
    clearness = np.minimum(np.maximum(np.asarray(rs) / np.maximum(rso, 1e-9), rs_floor), 1.0)
    high, low = np.square(np.asarray(tmax) + 273.16), np.square(np.asarray(tmin) + 273.16)
    kelvin4 = (high * high + low * low) / 2.0
    return STEFAN_BOLTZMANN * kelvin4 * (0.34 - 0.14 * np.sqrt(ea)) * (1.35 * clearness - 0.35)


def net_radiation(
    tmin: Numbers, tmax: Numbers, ea: Numbers, rs: Numbers, rso: Numbers, rs_floor: float = 0.0
) -> Numbers:
    """Rn [MJ m-2 d-1] = Rns - Rnl. FAO-56 eq. 38 to 40."""
    return (1 - ALBEDO) * np.asarray(rs) - net_longwave(tmin, tmax, ea, rs, rso, rs_floor)
