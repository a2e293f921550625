"""The garden's weather over all days of a run: behind, ahead, gaps filled and named."""

from __future__ import annotations

import datetime as dt
import functools
from dataclasses import dataclass

import numpy as np
import numpy.typing as npt

from agronomy.air.microclimate import AirParts
from agronomy.air.reference_et import ReferenceET, reference_et
from agronomy.balance import layout as s
from agronomy.balance import spreads
from agronomy.balance.checkpoints import hash_of_each
from agronomy.describe.garden import Garden
from agronomy.describe.weather import Sky
from agronomy.plants.demand import climate_of_day

Array = npt.NDArray[np.float64]

RESAMPLED_DAYS = 30
RESAMPLED_MEMBERS = 31
LEAST_CHANCE = 0.05  # of rain that was expected, for what leaves hold of it; arithmetic


@dataclass(frozen=True)
class AirDays:
    """Weather for the kernel and for what the views show. air: (day, member, N_AIR)."""

    dates: tuple[dt.date, ...]
    n_behind: int
    air: Array
    tmin: Array  # (day, member) degrees C
    tmax: Array
    rain: Array
    rhmin: Array
    et0: Array
    tier: tuple[str, ...]  # of each day, of its first member
    parts: AirParts  # the means over the members
    usual_tmax: Array  # of all observed days, however far behind
    outlook: tuple[str, ...]  # of each day: "observed", "gap", "climate", "forecast", "typed" or "resampled"
    sky: Sky  # what they rest on

    @functools.cached_property
    def hashes(self) -> npt.NDArray[np.uint8]:
        """A hash of each day behind (day, 32), worked out once for all runs under this weather."""
        return hash_of_each(self.air[: self.n_behind])


def air_days(garden: Garden, sky: Sky, first: dt.date, today: dt.date, days: int) -> AirDays:
    """Weather of every day from `first` to the last of `days` from today, gaps filled and named.

    A missing past day takes ET0 and temperatures between its neighbours and no rain; a day ahead without an outlook
    is drawn from the last RESAMPLED_DAYS observed days, a different one for each member.
    """
    behind = reference_et(sky.behind, coastal=garden.coastal)
    ahead = reference_et(sky.ahead, coastal=garden.coastal)
    n_behind = (today - first).days
    dates = tuple(first + dt.timedelta(days=i) for i in range(n_behind + days))
    members = sky.members if set(dates[n_behind:]) <= set(sky.ahead.dates) else max(sky.members, RESAMPLED_MEMBERS)
    n = -(-spreads.LEAST_SERIES // members) * members  # the members, repeated to at least LEAST_SERIES
    fields = ("et0", "rain", "tmin", "tmax", "rhmin", "u2", "rs", "ea")
    known_b = _fields(behind, sky.behind.columns)
    known_a = _fields(ahead, sky.ahead.columns)
    out = {k: np.zeros((len(dates), n)) for k in fields}
    tier, outlook = [""] * len(dates), [""] * len(dates)

    ordinals = np.array([d.toordinal() for d in sky.behind.dates], dtype=float)
    where_b = {d: i for i, d in enumerate(sky.behind.dates)}
    for i, d in enumerate(dates[:n_behind]):
        at = where_b.get(d)
        for k in fields:
            if at is not None:
                out[k][i] = known_b[k][at]
            elif k != "rain":
                out[k][i] = np.interp(d.toordinal(), ordinals, known_b[k])
        tier[i] = "gap" if at is None else str(behind.tier[at])
        outlook[i] = "gap" if at is None else "observed"
        if d in sky.filled:
            tier[i] = outlook[i] = "climate"

    where_a = {d: i for i, d in enumerate(sky.ahead.dates)}
    recent = np.arange(max(0, len(sky.behind.dates) - RESAMPLED_DAYS), len(sky.behind.dates))
    rng = np.random.default_rng(today.toordinal())
    for i, d in enumerate(dates[n_behind:], n_behind):
        at = where_a.get(d)
        drawn = rng.choice(recent, n)
        for k in fields:
            out[k][i] = known_b[k][drawn] if at is None else np.resize(known_a[k][at], n)
        tier[i] = "gap" if at is None else str(ahead.tier[at, 0])
        outlook[i] = "resampled" if at is None else "typed" if d in sky.typed else sky.source

    air = np.zeros((len(dates), n, s.N_AIR))
    air[:, :, s.ET0], air[:, :, s.RAIN] = out["et0"], out["rain"]
    air[:, :, s.SHOWERS] = 1.0
    air[:, :, s.CLIMATE] = climate_of_day(out["u2"], out["rhmin"])
    _doubt(air, sky, dates, n_behind, tier, outlook)
    air[n_behind, :, s.FALLEN] = sky.fallen_today
    air[n_behind, :, s.RAIN] = np.maximum(air[n_behind, :, s.RAIN], sky.fallen_today)
    means = {k: out[k].mean(axis=1) for k in ("tmin", "tmax", "ea", "u2", "rs")}
    parts = AirParts(
        **means, day_of_year=_days_of_year(dates), latitude=garden.latitude, elevation_m=garden.elevation_m
    )
    return AirDays(
        dates,
        n_behind,
        air,
        out["tmin"],
        out["tmax"],
        out["rain"],
        out["rhmin"],
        out["et0"],
        tuple(tier),
        parts,
        known_b["tmax"],
        tuple(outlook),
        sky,
    )


def _doubt(
    air: Array, sky: Sky, dates: tuple[dt.date, ...], n_behind: int, tier: list[str], outlook: list[str]
) -> None:
    """How doubtful each day's demand and rain are, by where they are from."""
    n = air.shape[1]
    for i, d in enumerate(dates):
        air[i, :, s.ET0_CV] = spreads.ET0_CV_BY_TIER[tier[i]]
        if i < n_behind:
            air[i, :, s.RAIN_CV] = spreads.RAIN_GAUGE_CV if d in sky.gauged else spreads.RAIN_ELSEWHERE_CV
            if d in sky.filled and d not in sky.gauged:
                air[i, :, s.SHOWERS] = sky.filled[d]  # a mean over wet days and dry: leaves hold some on the wet ones
                air[i, :, s.RAIN_CV] = spreads.RAIN_CLIMATE_CV
            if d in sky.hoped:
                air[i, :, s.SHOWERS] = max(sky.hoped[d], LEAST_CHANCE)
                air[i, :, s.RAIN_CV] = spreads.RAIN_CLIMATE_CV
        elif outlook[i] == "typed":
            # What is typed may turn out otherwise, and the gardener will know it by then: each member has its own.
            air[i, :, s.ET0_CV] = 0.0
            air[i, :, s.ET0] *= 1 + spreads.TYPED_OUTLOOK_ET0_CV * spreads.scores_of(n, "typed et0")
            rain = 1 + spreads.TYPED_OUTLOOK_RAIN_CV * spreads.scores_of(n, "typed rain")
            air[i, :, s.RAIN] *= np.maximum(0.0, rain)


def _fields(et: ReferenceET, columns: dict[str, Array]) -> dict[str, Array]:
    tmin = np.where(np.isnan(columns["tmin"]), columns["tmean"], columns["tmin"])
    tmax = np.where(np.isnan(columns["tmax"]), columns["tmean"], columns["tmax"])
    rain = np.nan_to_num(columns["rain"], nan=0.0)
    return {
        "et0": et.et0_mm,
        "rain": rain,
        "tmin": tmin,
        "tmax": tmax,
        "rhmin": et.rhmin,
        "u2": et.u2,
        "rs": et.rs,
        "ea": et.ea,
    }


def _days_of_year(dates: tuple[dt.date, ...]) -> Array:
    return np.array([d.timetuple().tm_yday for d in dates], dtype=float)
