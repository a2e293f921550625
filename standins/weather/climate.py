"""A seeded stochastic daily climate and an ensemble that knows it imperfectly. All places and days are invented.

Every day has four latent standard normal values (rain, temperature, cloud, wind). The year that "happens" draws them
with memory from day to day; a forecast's members draw them around a signal that truth shares with them, so that truth
ranks evenly among the members at every lead, and their spread grows with lead.
"""

from __future__ import annotations

import dataclasses
import datetime as dt
import functools
import math
from dataclasses import dataclass

import numpy as np
import numpy.typing as npt

Array = npt.NDArray[np.float64]
RAIN, WARMTH, CLOUD, BREEZE = range(4)
HORIZON_DAYS = 16
MEMBERS = 51


@dataclass(frozen=True)
class Climate:
    """Parameters. Temperatures in degrees C, rain in mm, wind in m/s at 2 m; clearness is Rs over clear-sky Rs."""

    after_dry: float = 0.20  # chance of a wet day after a dry one
    after_wet: float = 0.55  # and after a wet one
    rain_mean: float = 6.0  # of a wet day
    tmax_dry: float = 18.0  # mean over the year
    tmax_wet_less: float = 3.0
    range_dry: float = 9.5  # tmax - tmin
    range_wet: float = 6.0
    season_half_range: float = 6.5
    warmest_day: int = 205  # day of year, northern; 182 days later in the south
    warmth_sd: float = 2.4
    warmth_memory: float = 0.65
    clearness_dry: float = 0.74
    clearness_wet: float = 0.42
    clearness_sd: float = 0.09
    rhmax_dry: float = 91.0  # at dawn, %
    rhmax_wet: float = 97.0
    wind_mean: float = 2.8
    wind_sd_log: float = 0.35
    rains_from: int = 1  # day of year on which the rainy season begins, and
    rains_to: int = 366  # ends; outside it the three figures below hold
    after_dry_rainless: float = 0.03
    after_wet_rainless: float = 0.15
    rain_mean_rainless: float = 3.0

    def on(self, day_of_year: int) -> Climate:
        """The climate as it is on a day of the year."""
        if self.rains_from <= day_of_year <= self.rains_to:
            return self
        return dataclasses.replace(
            self,
            after_dry=self.after_dry_rainless,
            after_wet=self.after_wet_rainless,
            rain_mean=self.rain_mean_rainless,
        )

    @property
    def wet_share(self) -> float:
        """Long-run share of wet days of the two-state chain."""
        return self.after_dry / (1 - self.after_wet + self.after_dry)


@dataclass(frozen=True)
class Overlay:
    """A scenario laid over some dates: "heat" (tmax at least), "wet" (rain at least), "dry" (no rain, at most
    `level` degrees C warmer) or "storm" (rain by chance).

    level: degrees C or mm. chance: of a storm, for each member. comes: whether the storm happens.
    """

    kind: str
    start: dt.date
    days: int
    level: float
    chance: float = 1.0
    comes: bool = True

    def covers(self, date: dt.date) -> bool:
        return self.start <= date < self.start + dt.timedelta(days=self.days)


def normal_quantile(p: Array) -> Array:
    """Inverse of the normal distribution (Acklam's rational approximation, relative error below 1.2e-9)."""
    a = (-3.969683028665376e01, 2.209460984245205e02, -2.759285104469687e02, 1.383577518672690e02,
         -3.066479806614716e01, 2.506628277459239e00)  # fmt: skip
    b = (-5.447609879822406e01, 1.615858368580409e02, -1.556989798598866e02, 6.680131188771972e01,
         -1.328068155288572e01)  # fmt: skip
    c = (-7.784894002430293e-03, -3.223964580411365e-01, -2.400758277161838e00, -2.549732539343734e00,
         4.374664141464968e00, 2.938163982698783e00)  # fmt: skip
    d = (7.784695709041462e-03, 3.224671290700398e-01, 2.445134137142996e00, 3.754408661907416e00)
    p = np.clip(p, 1e-12, 1 - 1e-12)
    tail = np.minimum(p, 1 - p)
    q = np.sqrt(-2 * np.log(tail))
    low = np.polyval(c, q) / np.polyval((*d, 1.0), q)
    middle = p - 0.5
    r = middle * middle
    centre = np.polyval(a, r) * middle / np.polyval((*b, 1.0), r)
    return np.where(tail < 0.02425, np.where(p < 0.5, low, -low), centre)


def normal_share(z: Array) -> Array:
    """The normal distribution function."""
    return np.asarray(0.5 * np.vectorize(math.erfc)(-np.asarray(z) / math.sqrt(2)))


def rain_of(z: Array, climate: Climate) -> Array:
    """Rain [mm] of a latent value: dry below the wet share, exponential above."""
    u = normal_share(z)
    dry = 1 - climate.wet_share
    over = np.clip((u - dry) / climate.wet_share, 0.0, 1 - 1e-9)
    return np.where(u <= dry, 0.0, 0.2 - (climate.rain_mean - 0.2) * np.log(1 - over))


@functools.lru_cache(maxsize=64)
def latent_year(year: int, seed: int, climate: Climate) -> Array:
    """Latent values (366, 4) of the year that happens."""
    rng = np.random.default_rng([seed, year])
    days = 366
    wet = np.zeros(days, dtype=bool)
    of_day = [climate.on(i + 1) for i in range(days)]
    for i, now in enumerate(of_day):
        chance = now.wet_share if i == 0 else (now.after_wet if wet[i - 1] else now.after_dry)
        wet[i] = rng.random() < chance
    u = rng.random(days)
    share = np.array([now.wet_share for now in of_day])
    dry = 1 - share
    z = rng.standard_normal((days, 4))
    z[:, RAIN] = normal_quantile(np.where(wet, dry + share * u, dry * u))
    memory = climate.warmth_memory
    for i in range(1, days):
        z[i, WARMTH] = memory * z[i - 1, WARMTH] + math.sqrt(1 - memory**2) * z[i, WARMTH]
    return z


def latent_truth(date: dt.date, seed: int, climate: Climate) -> Array:
    return np.asarray(latent_year(date.year, seed, climate)[date.timetuple().tm_yday - 1])


def skill(lead: int) -> float:
    """Correlation of a member's latent values with the signal at a lead [days, from 0]: it falls with lead."""
    return max(0.10, 0.985 - 0.055 * lead)


def latent_members(date: dt.date, issued: dt.date, seed: int, climate: Climate, members: int = MEMBERS) -> Array:
    """Latent values (members, 4) of a forecast for a date. Truth and members share a signal and are exchangeable."""
    lead = (date - issued).days
    rho = skill(lead)
    rng = np.random.default_rng([seed, issued.toordinal(), lead, 7])
    truth = latent_truth(date, seed, climate)
    rest = math.sqrt(1 - rho**2)
    signal = rho * truth + rest * rng.standard_normal(4)
    return rho * signal + rest * rng.standard_normal((members, 4))


def clear_sky(latitude: float, elevation: float, day_of_year: int) -> float:
    """Clear-sky radiation [MJ m-2 d-1]."""
    phi = math.radians(latitude)
    delta = 0.409 * math.sin(2 * math.pi / 365 * day_of_year - 1.39)
    omega = math.acos(max(-1.0, min(1.0, -math.tan(phi) * math.tan(delta))))
    distance = 1 + 0.033 * math.cos(2 * math.pi / 365 * day_of_year)
    ra = 37.586 * distance
    ra *= omega * math.sin(phi) * math.sin(delta) + math.cos(phi) * math.cos(delta) * math.sin(omega)
    return (0.75 + 2e-5 * elevation) * ra


def weather_of(z: Array, date: dt.date, latitude: float, elevation: float, climate: Climate) -> dict[str, Array]:
    """Weather of latent values (n, 4): tmin, tmax, rhmin, rhmax, wind, rs, rain; arrays (n,)."""
    doy = date.timetuple().tm_yday
    warmest = climate.warmest_day + (0 if latitude >= 0 else 182)
    season = climate.season_half_range * math.cos(2 * math.pi * (doy - warmest) / 365)
    rain = rain_of(z[:, RAIN], climate.on(doy))
    wet = rain > 0
    tmax = (
        climate.tmax_dry + season - 0.006 * elevation - climate.tmax_wet_less * wet + climate.warmth_sd * z[:, WARMTH]
    )
    spread = np.where(wet, climate.range_wet, climate.range_dry)
    clearness = np.where(wet, climate.clearness_wet, climate.clearness_dry) + climate.clearness_sd * z[:, CLOUD]
    rs = np.clip(clearness, 0.12, 1.0) * clear_sky(latitude, elevation, doy)
    wind = climate.wind_mean * np.exp(climate.wind_sd_log * z[:, BREEZE] - climate.wind_sd_log**2 / 2)
    tmin = tmax - spread
    rhmax = np.where(wet, climate.rhmax_wet, climate.rhmax_dry) - 1.5 * np.abs(z[:, CLOUD])
    vapour = rhmax / 100 * np.exp(17.27 * tmin / (tmin + 237.3))
    rhmin = np.minimum(100 * vapour / np.exp(17.27 * tmax / (tmax + 237.3)), rhmax)
    return {"tmin": tmin, "tmax": tmax, "rhmin": rhmin, "rhmax": rhmax, "wind": wind, "rs": rs, "rain": rain}


def lay_over(
    days: dict[str, Array], date: dt.date, overlays: tuple[Overlay, ...], rng: np.random.Generator, truth: bool
) -> dict[str, Array]:
    """The same weather with the scenarios of a date laid on. A storm takes each member by its own chance."""
    out = {k: v.copy() for k, v in days.items()}
    n = out["rain"].shape[0]
    for o in overlays:
        if not o.covers(date):
            continue
        if o.kind == "wet":
            out["rain"] = np.maximum(out["rain"], o.level * (0.6 + 0.8 * rng.random(n)))
            out["rs"] = out["rs"] * 0.6
        elif o.kind == "heat":
            lift = np.maximum(0.0, o.level + 0.6 * rng.standard_normal(n) - out["tmax"])
            out["tmax"] += lift
            out["tmin"] += 0.7 * lift
            out["rain"][:] = 0.0
            out["rhmin"] = np.minimum(out["rhmin"], 38.0)
        elif o.kind == "dry":
            out["tmax"] += o.level * rng.random(n)
            out["rain"][:] = 0.0
            out["rs"] = np.maximum(out["rs"], 22.0)
        elif o.kind == "storm":
            hit = np.full(n, o.comes) if truth else rng.random(n) < o.chance
            out["rain"] = np.where(hit, o.level * (0.7 + 0.6 * rng.random(n)), 0.0)
    return out


def observed_day(
    date: dt.date, latitude: float, elevation: float, seed: int, climate: Climate, overlays: tuple[Overlay, ...]
) -> dict[str, float]:
    """What happened on a date: the same whenever it is asked for."""
    z = latent_truth(date, seed, climate)[None, :]
    rng = np.random.default_rng([seed, date.toordinal(), 1])
    day = lay_over(weather_of(z, date, latitude, elevation, climate), date, overlays, rng, truth=True)
    return {k: round(float(v[0]), 2) for k, v in day.items()}


def ensemble_day(
    date: dt.date,
    issued: dt.date,
    latitude: float,
    elevation: float,
    seed: int,
    climate: Climate,
    overlays: tuple[Overlay, ...],
) -> dict[str, list[float]]:
    """What each member of the forecast issued on a date says of a day."""
    z = latent_members(date, issued, seed, climate)
    rng = np.random.default_rng([seed, issued.toordinal(), date.toordinal(), 2])
    day = lay_over(weather_of(z, date, latitude, elevation, climate), date, overlays, rng, truth=False)
    return {k: [round(float(x), 2) for x in v] for k, v in day.items()}
