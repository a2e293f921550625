"""Reference evapotranspiration, with every missing-data procedure of FAO-56 and a named tier for each day."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from typing import Any, Final

import numpy as np
import numpy.typing as npt

from agronomy.air import humidity as hum
from agronomy.air import radiation as rad
from agronomy.air.humidity import Numbers
from agronomy.describe.errors import NotEnoughWeatherError
from agronomy.describe.weather import WeatherTable

DEFAULT_WIND = 2.0  # m s-1 at 2 m; FAO-56 chapter 3, world average for places without a record

# From the best-founded to the poorest. The doubt of a day follows its tier (balance/spreads.py).
TIERS: Final = {
    "full": "measured radiation or sunshine, humidity and wind",
    "no-wind": "radiation or sunshine and humidity; wind taken as 2 m/s",
    "no-humidity": "radiation or sunshine; dew point taken from the minimum temperature",
    "no-radiation": "humidity; radiation from the temperature range",
    "mean-temperature": "radiation, humidity and only a mean temperature",
    "temperature-wind": "temperatures and wind only; dew point and radiation estimated",
    "hargreaves": "temperatures only, by Hargreaves and Samani",
    "temperature-only": "temperatures only, by Penman-Monteith with every estimate",
}


def wind_at_2m(wind: Numbers, height_m: float) -> Numbers:
    """u2 [m/s] from wind measured at height_m [m]. FAO-56 eq. 47."""
    if height_m == 2.0:
        return np.asarray(wind, dtype=float)
    return np.asarray(wind, dtype=float) * 4.87 / np.log(67.8 * height_m - 5.42)


def penman_monteith(
    tmin: Numbers,
    tmax: Numbers,
    ea: Numbers,
    u2: Numbers,
    rn: Numbers,
    pressure: Numbers,
    soil_heat_flux: Numbers = 0.0,
    es: Numbers | None = None,
) -> Numbers:
    """ET0 [mm/d] of the reference grass. FAO-56 eq. 6. es [kPa]: of the day's extremes, where it is known already."""
    t = (np.asarray(tmin) + np.asarray(tmax)) / 2.0
    delta = hum.slope_of_saturation(t)
    gamma = hum.psychrometric_constant(pressure)
    vpd = (hum.mean_saturation_vapour_pressure(tmin, tmax) if es is None else es) - ea
    energy = 0.408 * delta * (np.asarray(rn) - soil_heat_flux)
    air = gamma * 900.0 / (t + 273.0) * u2 * vpd
    return (energy + air) / (delta + gamma * (1 + 0.34 * np.asarray(u2)))


def hargreaves(tmin: Numbers, tmax: Numbers, ra: Numbers) -> Numbers:
    """ET0 [mm/d] from temperatures only; 0.408 turns MJ m-2 into mm. FAO-56 eq. 52."""
    spread = np.maximum(np.asarray(tmax) - np.asarray(tmin), 0.0)
    t = (np.asarray(tmin) + np.asarray(tmax)) / 2.0
    return np.maximum(0.0023 * (t + 17.8) * np.sqrt(spread) * 0.408 * np.asarray(ra), 0.0)


@dataclass(frozen=True)
class ReferenceET:
    """Reference ET of each day. Arrays share the table's shape (days, or days x members)."""

    et0_mm: npt.NDArray[np.float64]
    tier: npt.NDArray[np.str_]
    u2: npt.NDArray[np.float64]  # m/s at 2 m, default where missing
    rhmin: npt.NDArray[np.float64]  # %, for the climate terms of chapter 6 and 7
    rs: npt.NDArray[np.float64]  # MJ m-2 d-1, measured or estimated
    ea: npt.NDArray[np.float64]  # kPa, measured or estimated


def reference_et(
    days: WeatherTable,
    *,
    rs_floor: float = 0.0,
    coastal: bool = False,
    dryness: float = 0.0,
    hargreaves_when_only_temperatures: bool = True,
) -> ReferenceET:
    """Daily ET0 over a table of weather, each day by the best tier its values allow.

    Raises NotEnoughWeatherError naming the first date for which no tier fits.
    """
    w = days.columns
    ra, daylight = _sun(days)
    rso = rad.clear_sky_radiation(days.elevation_m, ra)
    if _whole(w):
        x = _Known(w["tmin"], w["tmax"], w["ea"], wind_at_2m(w["wind"], days.wind_height_m), w["rs"], _FULL)
    else:
        krs = rad.KRS_COASTAL if coastal else rad.KRS_INTERIOR
        lone = "hargreaves" if hargreaves_when_only_temperatures else "temperature-only"
        x = _filled(days, ra, rso, daylight, krs, dryness, lone)

    rn = rad.net_radiation(x.tmin, x.tmax, x.ea, x.rs, rso, rs_floor)
    at_high, pressure = hum.saturation_vapour_pressure(x.tmax), hum.atmospheric_pressure(days.elevation_m)
    es = (hum.saturation_vapour_pressure(x.tmin) + at_high) / 2.0  # FAO-56 eq. 12
    et0 = np.maximum(penman_monteith(x.tmin, x.tmax, x.ea, x.u2, rn, pressure, es=es), 0.0)
    if "hargreaves" in x.tier:
        et0 = np.where(x.tier == "hargreaves", hargreaves(x.tmin, x.tmax, ra), et0)
    rhmin, no_rhmin = w["rhmin"], np.isnan(w["rhmin"])
    if no_rhmin.any():
        rhmin = np.where(no_rhmin, hum.relative_humidity(x.tmax, x.ea, at_high), rhmin)
    tier = np.broadcast_to(x.tier, et0.shape)
    return ReferenceET(np.asarray(et0), tier, np.asarray(x.u2), np.asarray(rhmin), np.asarray(x.rs), np.asarray(x.ea))


@dataclass(frozen=True)
class _Known:
    """What Penman-Monteith takes, each day's own or by the procedure for what is missing; and the day's tier."""

    tmin: Numbers
    tmax: Numbers
    ea: Numbers
    u2: Numbers
    rs: Numbers
    tier: npt.NDArray[np.str_]


_FULL = np.array("full", dtype="<U16")


def _whole(w: dict[str, npt.NDArray[np.float64]]) -> bool:
    """Whether no day lacks what Penman-Monteith takes: one test for all, since a gap in one is a gap in the sum."""
    return not np.isnan(w["tmin"] + w["tmax"] + w["ea"] + w["wind"] + w["rs"]).any()


def _filled(
    days: WeatherTable, ra: Numbers, rso: Numbers, daylight: Numbers, krs: float, dryness: float, lone: str
) -> _Known:
    """Every day by the best tier its values allow; each procedure for missing data runs only where data are missing."""
    w = days.columns
    tmin, tmax, only_mean = _temperatures(w)
    has_rs, has_sun = ~np.isnan(w["rs"]), ~np.isnan(w["sunshine_h"])
    rs = w["rs"]
    if not has_rs.all():
        from_sun = rad.radiation_from_sunshine(w["sunshine_h"], daylight, ra)
        from_range = rad.radiation_from_temperatures(tmin, tmax, ra, rso, krs)
        rs = np.where(has_rs, rs, np.where(has_sun, from_sun, from_range))
    ea, has_humidity = _vapour_pressure(w, tmin, tmax, dryness)
    has_wind = ~np.isnan(w["wind"])
    u2 = np.where(has_wind, wind_at_2m(w["wind"], days.wind_height_m), DEFAULT_WIND)
    measured = has_rs | has_sun
    _refuse_unusable(days, np.isnan(tmin) | np.isnan(tmax), only_mean & ~(measured & has_humidity))
    return _Known(tmin, tmax, ea, u2, rs, _tiers(only_mean, measured, has_humidity, has_wind, lone))


def _tiers(
    only_mean: Numbers, measured: Numbers, has_humidity: Numbers, has_wind: Numbers, lone: str
) -> npt.NDArray[np.str_]:
    """The name of each day's tier; `lone` where only temperatures are known."""
    full = measured & has_humidity & has_wind & ~only_mean
    named: Any = np.select(
        [only_mean, full, measured & has_humidity, measured, has_humidity, has_wind],
        ["mean-temperature", "full", "no-wind", "no-humidity", "no-radiation", "temperature-wind"],
        default=lone,
    )
    return np.asarray(named)


def _sun(days: WeatherTable) -> tuple[npt.NDArray[np.float64], npt.NDArray[np.float64]]:
    """Ra [MJ m-2 d-1] and daylight [h] of each day, shaped to broadcast over members."""
    at = days.day_of_year.astype(np.intp) - 1
    shape = (-1,) + (1,) * (days.columns["tmin"].ndim - 1)
    ra, hours = rad.sun_of_year(days.latitude)
    return ra[at].reshape(shape), hours[at].reshape(shape)


def _temperatures(w: dict[str, npt.NDArray[np.float64]]) -> tuple[Numbers, Numbers, Numbers]:
    """Tmin and Tmax; a missing one from the other and the mean; both from the mean where nothing else is known."""
    tmin, tmax, tmean = w["tmin"], w["tmax"], w["tmean"]
    no_low, no_high = np.isnan(tmin), np.isnan(tmax)
    if not (no_low.any() or no_high.any()):
        return tmin, tmax, np.zeros_like(no_low)
    only_mean = no_low & no_high & ~np.isnan(tmean)
    low = np.where(no_low, np.where(only_mean, tmean, 2 * tmean - tmax), tmin)
    high = np.where(no_high, np.where(only_mean, tmean, 2 * tmean - tmin), tmax)
    return low, high, only_mean


def _vapour_pressure(
    w: dict[str, npt.NDArray[np.float64]], tmin: Numbers, tmax: Numbers, dryness: float
) -> tuple[Numbers, Numbers]:
    """ea [kPa] by precedence: ea, dew point, RHmax with RHmin, RHmax alone, RHmean, then Tdew = Tmin.

    Each procedure runs only while some day still lacks a value.
    """
    ea, known = w["ea"], ~np.isnan(w["ea"])
    procedures: tuple[Callable[[], npt.NDArray[np.float64]], ...] = (
        lambda: hum.actual_from_dew_point(w["tdew"]),
        lambda: hum.actual_from_rh_extremes(tmin, tmax, w["rhmin"], w["rhmax"]),
        lambda: hum.actual_from_rh_mean(tmin, tmax, w["rhmean"]),
        lambda: hum.actual_from_rh_max(tmin, w["rhmax"]),
    )
    for procedure in procedures:
        if known.all():
            return ea, known
        found = procedure()
        ea = np.where(known, ea, found)
        known = known | ~np.isnan(found)
    return np.where(known, ea, hum.actual_from_minimum_temperature(tmin, dryness)), known


def _refuse_unusable(days: WeatherTable, no_temperature: Numbers, lonely_mean: Numbers) -> None:
    for bad, need in (
        (no_temperature, "tmin and tmax (or one of them with tmean)"),
        (lonely_mean, "tmin and tmax, or tmean with radiation (rs or sunshine_h) and humidity"),
    ):
        if np.any(bad):
            row = int(np.argwhere(bad)[0][0])
            raise NotEnoughWeatherError(f"weather of {days.dates[row].isoformat()}", "these columns", need)
