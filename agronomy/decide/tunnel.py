"""When a tunnel or a cloche is opened and shut: by sun, warmth and wind."""

from __future__ import annotations

import datetime as dt
from dataclasses import dataclass
from typing import Final

import numpy as np

from agronomy.air.microclimate import COVER_EFFECTS, beam_weight
from agronomy.air.sun import sun_day, temperature_at
from agronomy.decide.cold import NIGHT_LIFT_C
from agronomy.decide.plan import BedPlan, Plan
from agronomy.describe.garden import utc_offset_on
from agronomy.sky.spells import FRESH_BREEZE_M_S

SHUTS: Final = ("tunnel", "cloche")
USED_UP: Final = 0.6  # of the light inside goes into water that plants and ground give off; common practice, no source
LOSS_W: Final = (
    12.0  # W m-2 K-1 of ground, a single film over half as much again, and its gaps: film 6.8 by ASABE EP406,
)
# from memory; the rest common practice
OPEN_FROM_C: Final = 27.0  # inside, while shut; common practice, no source
NIGHT_OPEN_C: Final = 16.0  # a night that stays so warm wants no shutting; common practice, no source
STEPS: Final = 6  # within an hour
W_PER_MJ_DAY: Final = 1e6 / 3600  # MJ in one hour as a mean of watts; arithmetic


@dataclass(frozen=True)
class Airing:
    """One bed on one day. from_h, to_h: clock hours in which it stands open [h]; None: all day shut. shut_c: the
    hottest inside if it stayed shut; night: it may stay open overnight; lee: open it on the side away from the wind."""

    bed: str
    date: dt.date
    from_h: float | None
    to_h: float | None
    shut_c: float
    night: bool
    lee: bool


def airing(plan: Plan, ahead: int = 0) -> tuple[Airing, ...]:
    """The tunnels and cloches in which something grows, so many days from today, by the middle of the weather."""
    covered = [b for b in plan.beds if b.plants > 0 and b.today.exposure.cover in SHUTS]
    return tuple(_airing(plan, b, plan.run.n_behind + ahead) for b in covered)


def _airing(plan: Plan, b: BedPlan, day: int) -> Airing:
    w, garden = plan.run.weather, plan.garden
    p, date, cover = w.parts, w.dates[day], b.today.exposure.cover
    sun = sun_day(garden.latitude, garden.longitude, utc_offset_on(garden, date), date.timetuple().tm_yday)
    hours = (np.arange(24 * STEPS) + 0.5) / STEPS
    outside = np.array([temperature_at(float(h), float(p.tmin[day]), float(p.tmax[day]), sun) for h in hours])
    shade = 1 - b.today.exposure.shade_pct / 100
    inside = outside + rise(hours - sun.noon, float(p.rs[day]) * shade, garden.latitude, date, COVER_EFFECTS[cover][0])
    hot = np.flatnonzero(inside >= OPEN_FROM_C)
    next_low = float(p.tmin[min(day + 1, len(w.dates) - 1)])
    return Airing(
        b.bed.name,
        date,
        float(hours[hot[0]]) if hot.size else None,
        float(hours[hot[-1]]) if hot.size else None,
        float(inside.max()),
        hot.size > 0 and next_low + NIGHT_LIFT_C[cover] >= NIGHT_OPEN_C,
        float(p.u2[day]) >= FRESH_BREEZE_M_S,
    )


def rise(from_noon_h: np.ndarray, rs: float, latitude: float, date: dt.date, through: float) -> np.ndarray:
    """By how much a shut tunnel is warmer than the air outside [K] at hours from noon, on a day with so much radiation
    rs [MJ m-2 d-1], of which `through` [0..1] comes in: what the light leaves, over what the film loses."""
    weight = beam_weight(np.radians(15 * from_noon_h), latitude, np.asarray(date.timetuple().tm_yday))
    hourly = rs * weight / weight.sum() * STEPS if weight.sum() > 0 else np.zeros_like(weight)
    return np.asarray(through * (1 - USED_UP) * hourly * W_PER_MJ_DAY / LOSS_W)
