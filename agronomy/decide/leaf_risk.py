"""How long leaves stay wet, day by day, and from when leaf disease is to be minded at each bed."""

from __future__ import annotations

import datetime as dt
import functools
from dataclasses import dataclass
from typing import Final

import numpy as np

from agronomy.air.hourly import Hours, hourly_shares
from agronomy.air.leaf_wetness import (
    OPEN_BELOW,
    RISKY_H,
    SMITH_DAYS,
    STEPS,
    Steps,
    damp_at,
    in_a_stand,
    smith_day,
    wet_by_rain_at,
    wet_by_rain_h,
)
from agronomy.air.microclimate import OPEN, rain_share
from agronomy.air.sun import sun_day
from agronomy.decide.plan import BedPlan, Plan
from agronomy.describe.garden import utc_offset_on
from agronomy.describe.words import DayQuarter
from agronomy.methods.sprinkler import Overhead, leaf_wet_hours

DAYS: Final = 7  # ahead
BLIGHT: Final = frozenset({"tomato", "bush_tomato", "cherry_tomato", "large_tomato", "potato"})  # by Smith's days
MILD_C: Final = (8.0, 30.0)  # mean of a day in which mildews, moulds and rots grow; common practice, no source


@dataclass(frozen=True)
class LeafRisk:
    """One bed. wet_h: hours with wet leaves on each of the next days [h]; aired_h: the same if its plants stood open or
    its lower leaves were off. first: the first day of risk; rule: "smith" (potato and tomato blight) or "wet" (others).
    from_above_h: of today's hours, those that watering from above adds."""

    bed: str
    wet_h: tuple[float, ...]
    aired_h: tuple[float, ...]
    first: dt.date | None
    rule: str
    from_above_h: float


@dataclass(frozen=True, eq=False)
class _Air:
    """The open garden's air on a day of a plan's run: damp or not at each of the STEPS of its hours, its rain and its
    ET0 [mm], the share of that in each hour, and when its rain fell, where that was said."""

    damp: Steps
    rain: float
    et0: float
    shares: Hours
    fell: DayQuarter | None


@functools.lru_cache(maxsize=128)
def _air(plan: Plan, day: int) -> _Air:
    w, garden, p = plan.run.weather, plan.garden, plan.run.weather.parts
    date = w.dates[day]
    sun = sun_day(garden.latitude, garden.longitude, utc_offset_on(garden, date), date.timetuple().tm_yday)
    low, high = float(p.tmin[day]), float(p.tmax[day])
    return _Air(
        damp_at(sun, low, high, float(p.ea[day])),
        float(np.median(w.rain[day])),
        float(w.et0[day].mean()),
        hourly_shares(sun, garden.latitude, date.timetuple().tm_yday, low, high, OPEN),
        w.sky.fell.get(date),
    )


def wet_hours(plan: Plan, day: int, covered: float, rain: float = 1.0) -> float:
    """Hours with wet leaves on a day of a plan's run [h], under leaves over so much of the ground [0..1]; rain: share
    of it that falls there. Where it is known when it fell, hours that are damp anyway count once. Sentelhas et al.
    (2008), from memory, and common practice for rain."""
    air = _air(plan, day)
    damp_h, fell = float(air.damp.mean() * 24), rain * air.rain
    if air.fell is None:
        return min(24.0, in_a_stand(damp_h, covered) + wet_by_rain_h(fell, air.et0))
    more = wet_by_rain_at(fell, air.et0, air.shares, air.fell) & ~air.damp
    return min(24.0, in_a_stand(damp_h, covered) + float(more.sum()) / STEPS)


def leaf_risks(plan: Plan) -> tuple[LeafRisk, ...]:
    """Every bed in which something grows whose leaves matter, the first at risk first. Smith (1956) and Sentelhas et
    al. (2008), from memory."""
    found = [_risk(plan, b) for b in plan.beds if b.plants > 0 and b.today.standing]
    return tuple(sorted(found, key=lambda x: (x.first or dt.date.max, -max(x.wet_h))))


def _risk(plan: Plan, b: BedPlan) -> LeafRisk:
    n = plan.run.n_behind
    days = range(n, min(n + DAYS, len(plan.run.weather.dates)))
    covered = min(1.0, b.today.stand.canopy_m2 / b.ground_m2)
    rain = rain_share(b.today.exposure)
    method, above = b.today.method, 0.0
    if isinstance(method, Overhead) and b.dose and b.dose.in_hand.run_minutes:
        above = leaf_wet_hours(b.dose.in_hand.run_minutes)
    wet = [wet_hours(plan, k, covered, rain) + (above if k == n else 0.0) for k in days]
    aired = [wet_hours(plan, k, min(covered, OPEN_BELOW), rain) + (above if k == n else 0.0) for k in days]
    crops = {p.crop for p, _ in b.today.standing}
    rule = "smith" if crops & BLIGHT else "wet"
    first = _first_smith(plan, list(days), wet) if rule == "smith" else _first_wet(plan, list(days), wet)
    return LeafRisk(b.bed.name, tuple(wet), tuple(aired), first, rule, above)


def _first_smith(plan: Plan, days: list[int], wet: list[float]) -> dt.date | None:
    """The day on which Smith's days are together; the two behind count."""
    w = plan.run.weather
    before = [k for k in (days[0] - 2, days[0] - 1) if k >= 0]
    hours = {**{k: wet_hours(plan, k, OPEN_BELOW) for k in before}, **dict(zip(days, wet, strict=True))}
    run = 0
    for k, h in sorted(hours.items()):
        run = run + 1 if smith_day(float(w.parts.tmin[k]), h) else 0
        if run >= SMITH_DAYS and k >= days[0]:
            return w.dates[k]
    return None


def _first_wet(plan: Plan, days: list[int], wet: list[float]) -> dt.date | None:
    """The first day with RISKY_H of wet leaves in mild air. Common practice."""
    p = plan.run.weather.parts
    for k, h in zip(days, wet, strict=True):
        if h >= RISKY_H and MILD_C[0] <= (float(p.tmin[k]) + float(p.tmax[k])) / 2 <= MILD_C[1]:
            return plan.run.weather.dates[k]
    return None
