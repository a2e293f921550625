"""What a timer that only runs is best set to for the days ahead: every so many days, so many minutes.

Such a timer gives all lines on it the same, rain or shine. Every setting it can hold is tried, and the cheapest kept;
but none that wets the top alone, day by day: roots stay where the water is.
"""

from __future__ import annotations

import dataclasses
import datetime as dt
import itertools
from dataclasses import dataclass
from typing import Final

import numpy as np

from agronomy.balance.terms import Array
from agronomy.balance.timers import as_it_asks, under_settings
from agronomy.decide import styles
from agronomy.decide.plan import BedPlan, Plan
from agronomy.describe.water import Programme, Rig
from agronomy.methods.drip import WHEN_DUE, bulb
from agronomy.methods.timer import MORNING_STARTS_H, is_due, programme_on, starts_of
from agronomy.methods.tubes import Opened, by_outlet, outlet_of

EVERY_DAYS: Final = (1, 2, 3, 4, 5, 7)
MINUTES: Final = (5, 10, 15, 20, 30, 40, 50, 60, 75, 90, 120, 150, 180)  # that such timers can be set to; practice
WETS_ROOTS, WETS_AT_LEAST_M = 0.35, 0.15  # of the roots' depth, and the most that is asked, of a run; common practice
ANEW_FROM = 0.15  # of its cost, that another setting would save before it is worth the walk; common practice, no source


@dataclass(frozen=True)
class Setting:
    """every_days, or the weekdays of one that is set by them; minutes: of a day, in all its starts. litres_a_week: of
    all lines on it; missed: share of what plants want that they go without, of the line that fares worst.
    lost_l_a_week: what drains away."""

    every_days: int
    minutes: float
    litres_a_week: float
    missed: float
    lost_l_a_week: float
    weekdays: tuple[int, ...] = ()


@dataclass(frozen=True)
class TimerNow:
    """best: what it is best set to for the days ahead; now: what it is set to, None where it has no timer yet; ideal_l:
    litres a week of a hand that waters as each line asks. anew: whether `best` is worth the walk."""

    rig: str
    outlet: int
    beds: tuple[str, ...]
    best: Setting
    now: Setting | None
    ideal_l_a_week: float
    anew: bool


def timers(plan: Plan, days: int = 14) -> tuple[TimerNow, ...]:
    """Of every tap with a drip line: its timer, or the one it might have. Common practice over the balance's days."""
    found = []
    days = min(days, plan.run.n_ahead)
    for rig in plan.garden.rigs:
        fed = [i for i, b in enumerate(plan.beds) if b.today.rig == rig and _dripped(b)]
        hangs_on = {i: outlet_of(plan.garden, plan.beds[i].bed) for i in fed}
        for outlet in sorted(set(hangs_on.values())):
            found.append(_timer(plan, rig, outlet, [i for i in fed if hangs_on[i] == outlet], days))
    return tuple(found)


def _dripped(b: BedPlan) -> bool:
    return b.bed.method == "drip" and b.bed.drip is not None and b.plants > 0


def _timer(plan: Plan, rig: Rig, outlet: int, fed: list[int], days: int) -> TimerNow:
    settings: list[tuple[int, float]] = list(itertools.product(EVERY_DAYS, map(float, MINUTES)))
    programme = programme_on(rig, plan.today, outlet)
    has = programme is not None and programme.minutes is not None
    if programme is not None and programme.minutes is not None:
        settings.append((programme.every_days, programme.minutes * programme.runs_a_day))
    runs = np.stack([_runs(plan, x, days, programme) for x in settings], axis=1)  # (day, setting)
    cost, missed = np.zeros(len(settings)), np.zeros(len(settings))
    litres, lost, ideal = np.zeros(len(settings)), np.zeros(len(settings)), 0.0
    hour = starts_of(programme)[0] if programme else MORNING_STARTS_H
    for i in fed:
        b = plan.beds[i]
        opened = _opened(plan, i, hour)
        poured_l = runs * np.array([opened.litres_of(minutes) for _, minutes in settings])
        ahead = under_settings(plan.run, i, poured_l * b.today.arrives / b.ground_m2)
        weight = styles.dryness_weight(plan.garden, b.bed, plan.today)
        dry, gone = _mean(ahead.stress) + styles.HURT_DAY_MM * _mean(ahead.hurt), _mean(ahead.lost)
        cost += (weight * dry + styles.WASTE_WEIGHT * gone) * b.ground_m2
        wanted = max(float(np.asarray(plan.run.only([i]).terms_ahead(np.zeros((days, 1))).potential).sum()), 1e-9)
        missed = np.maximum(missed, _mean(ahead.stress) / wanted)
        litres += poured_l.sum(axis=0)
        lost += gone * b.ground_m2
        by_hand = as_it_asks(plan.run, i, days).watered.sum(axis=0)[0].mean() * b.ground_m2 / b.today.arrives
        ideal += float(by_hand)
    to_week = 7.0 / days
    told = [
        Setting(every, minutes, float(litres[k]) * to_week, float(missed[k]), float(lost[k]) * to_week)
        for k, (every, minutes) in enumerate(settings)
    ]
    tried = len(EVERY_DAYS) * len(MINUTES)
    short = np.array([any(_wets_the_top_alone(plan, i, minutes, hour) for i in fed) for _, minutes in settings[:tried]])
    best = int(np.where(short & ~short.all(), np.inf, cost[:tried]).argmin())
    now = dataclasses.replace(told[-1], weekdays=programme.weekdays) if has and programme else None
    anew = now is not None and cost[best] < (1 - ANEW_FROM) * cost[-1] - 1e-9
    names = tuple(plan.beds[i].bed.name for i in fed)
    return TimerNow(rig.name, outlet, names, told[best], now, ideal * to_week, bool(anew))


def _opened(plan: Plan, i: int, hour: float) -> Opened:
    """The line of a bed with all that its outlet opens, at an hour of the day."""
    opened = by_outlet(plan.garden, plan.beds[i].bed)
    assert opened is not None
    return opened.at(hour)


def _wets_the_top_alone(plan: Plan, i: int, minutes: float, hour: float) -> bool:
    """Whether so short a run keeps roots at the top of a bed that stands in it for long. Schwartzman and Zur (1986)."""
    b, opened = plan.beds[i], _opened(plan, i, hour)
    roots_m = min(b.today.stand.root_depth_m, b.today.depth_m)
    each = opened.inflow_l_h / opened.drip.emitters
    wets = bulb(opened.drip, each, minutes, b.today.profile.top.ksat, WHEN_DUE).depth_m
    return wets < min(WETS_ROOTS * roots_m, WETS_AT_LEAST_M)


def _runs(plan: Plan, setting: tuple[int, float], days: int, programme: Programme | None) -> Array:
    """1 on each day ahead on which a setting runs, else 0: what it is set to runs on by its own first day."""
    every, minutes = setting
    if programme is not None and programme.minutes is not None:
        its_own = (programme.every_days, programme.minutes * programme.runs_a_day)
        if (every, minutes) == its_own:
            dates = (plan.today + dt.timedelta(days=d) for d in range(days))
            return np.array([float(is_due(programme, date)) for date in dates])
    return np.array([1.0 if d % every == 0 else 0.0 for d in range(days)])


def _mean(x: Array) -> Array:
    """Sum over the days, mean over the series, of each setting."""
    return np.asarray(np.asarray(x).sum(axis=0).mean(axis=1))
