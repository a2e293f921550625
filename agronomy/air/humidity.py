"""Vapour pressure, pressure and the psychrometric constant (FAO-56 chapter 3).

All functions take scalars or arrays and broadcast. Temperatures in degrees C, pressures in kPa.
"""

from __future__ import annotations

from typing import Any

import numpy as np

# A scalar or an array; results broadcast.
Numbers = Any


def atmospheric_pressure(elevation_m: Numbers) -> Numbers:
    """Pressure [kPa] at an elevation [m]. FAO-56 eq. 7."""
    return 101.3 * ((293.0 - 0.0065 * np.asarray(elevation_m)) / 293.0) ** 5.26


def psychrometric_constant(pressure: Numbers) -> Numbers:
    """gamma [kPa per degree C] from pressure [kPa]. FAO-56 eq. 8."""
    return 0.665e-3 * pressure


def saturation_vapour_pressure(t: Numbers) -> Numbers:
    """e0(T) [kPa] at temperature t [degrees C]. FAO-56 eq. 11."""
    t = np.asarray(t, dtype=float)
    return 0.6108 * np.exp(17.27 * t / (t + 237.3))


def mean_saturation_vapour_pressure(tmin: Numbers, tmax: Numbers) -> Numbers:
    """es [kPa], the mean at the day's two extremes. FAO-56 eq. 12."""
    return (saturation_vapour_pressure(tmin) + saturation_vapour_pressure(tmax)) / 2.0


def slope_of_saturation(t: Numbers) -> Numbers:
    """Delta [kPa per degree C] at temperature t. FAO-56 eq. 13."""
    t = np.asarray(t, dtype=float)
    return 4098.0 * saturation_vapour_pressure(t) / (t + 237.3) ** 2


def actual_from_dew_point(tdew: Numbers) -> Numbers:
    """ea [kPa] from dew point. FAO-56 eq. 14."""
    return saturation_vapour_pressure(tdew)


def actual_from_rh_extremes(tmin: Numbers, tmax: Numbers, rhmin: Numbers, rhmax: Numbers) -> Numbers:
    """ea [kPa] from both extremes of relative humidity [%]. FAO-56 eq. 17."""
    return (saturation_vapour_pressure(tmin) * rhmax + saturation_vapour_pressure(tmax) * rhmin) / 200.0


def actual_from_rh_max(tmin: Numbers, rhmax: Numbers) -> Numbers:
    """ea [kPa] when only the highest relative humidity [%] is trusted. FAO-56 eq. 18."""
    return saturation_vapour_pressure(tmin) * rhmax / 100.0


def actual_from_rh_mean(tmin: Numbers, tmax: Numbers, rhmean: Numbers) -> Numbers:
    """ea [kPa] from mean relative humidity [%]. FAO-56 eq. 19."""
    return rhmean / 100.0 * mean_saturation_vapour_pressure(tmin, tmax)


def actual_from_minimum_temperature(tmin: Numbers, dryness: float = 0.0) -> Numbers:
    """ea [kPa] taking Tdew = Tmin - dryness [degrees C]. FAO-56 eq. 48 and its note for dry places."""
    return saturation_vapour_pressure(np.asarray(tmin, dtype=float) - dryness)


def relative_humidity(t: Numbers, ea: Numbers, saturated: Numbers | None = None) -> Numbers:
    """Relative humidity [%] at temperature t [degrees C] and vapour pressure ea [kPa]. FAO-56 eq. 10.

    saturated [kPa]: e0(t), where it is known already.
    """
    e0 = saturation_vapour_pressure(t) if saturated is None else saturated
    return np.minimum(np.maximum(100.0 * np.asarray(ea) / e0, 0.0), 100.0)
