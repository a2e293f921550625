"""A heat wave day by day: what is soaked before, which pots drink twice, what comes first, what gives; and what mulch,
shade and a roof would save in it."""

from __future__ import annotations

import datetime as dt
import functools
from dataclasses import dataclass

import numpy as np

from agronomy.air.heat import heat_index, heat_index_class
from agronomy.balance import absence
from agronomy.balance.terms import NEVER
from agronomy.beds.alterations import open_to
from agronomy.decide import styles
from agronomy.decide.away import CARRY_MIN, LEAST_MULCH_MIN, MULCH_MIN_PER_M2, SHADE_MIN, TO_BUY, altered_on
from agronomy.decide.bands import Band, bands
from agronomy.decide.fortnight import Fortnight
from agronomy.decide.household import limits_on
from agronomy.decide.plan import BedPlan, Plan
from agronomy.decide.sequence import BedAhead
from agronomy.describe.words import CropName, Measure
from agronomy.ground.soil_temperature import hottest_c
from agronomy.plants.crops import crop_of, is_watered
from agronomy.plants.fruit_set import pauses

MEASURES: tuple[Measure, ...] = ("mulch_on", "shade_on", "into_shade")
MOST_TRIED = 10  # beds: those that suffer or drink most
LEAST_LITRES, LEAST_RISK = 0.5, 0.05  # a measure that saves less of both is not told; common practice, no source


@dataclass(frozen=True)
class Drink:
    """What one bed gets on a day [L]; again: of these, by a second drink; minutes of a person."""

    bed: str
    litres: float
    minutes: float
    again: float


@dataclass(frozen=True)
class HotDay:
    """beds: soaked on the evening before, or at first light. pots: in the morning, and those with `again` once more
    before dark. first: seedlings in drills, whose tops dry within hours, and pots about to be lost. gives: beds that
    the day has not room for. runs_dry: reservoirs that are down this evening. limit_minutes: of all people; None: no
    limit. heat_class: NWS, for whoever waters. bare_c, mulched_c: of ground in the sun at the roots, bare and under
    mulch."""

    date: dt.date
    tmax: Band
    tmin: Band
    heat_class: str
    beds: tuple[Drink, ...]
    pots: tuple[Drink, ...]
    first: tuple[str, ...]
    gives: tuple[str, ...]
    runs_dry: tuple[str, ...]
    minutes: float
    limit_minutes: float | None
    bare_c: float
    mulched_c: float
    no_fruit: tuple[CropName, ...]


@dataclass(frozen=True)
class Spared:
    """What one measure at one bed would do in the heat: litres [L] and minutes saved, and the chance that plants suffer
    (Ks below THIRSTY_KS) before and with it. effort [min]; buy: what it takes."""

    bed: str
    what: Measure
    effort: float
    buy: str | None
    litres: float
    minutes: float
    risk: float
    risk_then: float


@dataclass(frozen=True)
class HeatSheet:
    """evening_before: the date on whose evening the first day's beds are soaked, None where that is over."""

    days: tuple[HotDay, ...]
    spared: tuple[Spared, ...]
    litres: float
    minutes: float
    evening_before: dt.date | None


def heat_sheet(plan: Plan, ahead: Fortnight) -> HeatSheet | None:
    """The sheet of the heat wave in sight; None where there is none. Over the days ahead as every view shows them."""
    if plan.heat is None:
        return None
    dates = [x for x in plan.heat.dates if x >= plan.today]
    days = tuple(_day(plan, ahead, (date - plan.today).days) for date in dates if (date - plan.today).days < plan.days)
    if not days:
        return None
    drinks = [x for day in days for x in (*day.beds, *day.pots)]
    before = days[0].date - dt.timedelta(days=1)
    return HeatSheet(
        days,
        _spared(plan, ahead, (days[0].date - plan.today).days, (days[-1].date - plan.today).days),
        sum(x.litres for x in drinks),
        sum(x.minutes for x in drinks),
        before if before >= plan.today else None,
    )


def _day(plan: Plan, ahead: Fortnight, d: int) -> HotDay:
    w, n = plan.run.weather, plan.run.n_behind
    date = plan.today + dt.timedelta(days=d)
    tmax, tmin = (bands(x[n + d : n + d + 1])[0] for x in (w.tmax, w.tmin))
    rhmin = float(np.median(w.rhmin[n + d]))
    both = list(zip(plan.beds, ahead.beds, strict=True))
    drinks = [(b, _drink(line, d)) for b, line in both]
    sun = float(w.parts.rs[n + d])
    bare, mulched = (hottest_c(tmin.mid, tmax.mid, sun, 0.0, mulch) for mulch in (0.0, 1.0))
    kinds = {crop_of(p).name: p.crop for b in plan.beds for p, _ in b.today.standing if is_watered(p)}
    return HotDay(
        date=date,
        tmax=tmax,
        tmin=tmin,
        heat_class=heat_index_class(heat_index(tmax.mid, rhmin)),
        beds=tuple(x for b, x in drinks if x and not b.today.container),
        pots=tuple(x for b, x in drinks if x and b.today.container),
        first=tuple(b.bed.name for i, (b, line) in enumerate(both) if _first(plan, i, b, line, d)),
        gives=tuple(b.bed.name for b, line in both if line.days[d].gave in ("minutes", "taps")),
        runs_dry=tuple(b.bed.name for i, (b, line) in enumerate(both) if _down(plan, i, line, d)),
        minutes=sum(x.minutes for _, x in drinks if x),
        limit_minutes=limits_on(plan.garden, date).minutes,
        bare_c=bare,
        mulched_c=mulched,
        no_fruit=tuple(sorted({crop for crop in kinds.values() if pauses(crop, tmin.mid, tmax.mid)})),
    )


def _drink(line: BedAhead, d: int) -> Drink | None:
    soak = line.days[d].soak
    return Drink(line.bed, soak.litres.mid, soak.minutes, soak.again) if soak else None


def _first(plan: Plan, i: int, b: BedPlan, line: BedAhead, d: int) -> bool:
    if d == 0 and b.collapsing:
        return True
    return bool(plan.run.stands[i].drills[plan.run.n_behind + d] > 0) and line.days[d].soak is not None


def _down(plan: Plan, i: int, line: BedAhead, d: int) -> bool:
    """Whether a reservoir stands below its fill mark on the evening of a day, in the middle of its series."""
    left = line.days[d].reservoir_l
    return left is not None and left.mid / plan.beds[i].ground_m2 < plan.run.figures_of(i).fill_below


def _spared(plan: Plan, ahead: Fortnight, since: int, until: int) -> tuple[Spared, ...]:
    """Every measure that is open and worth telling, what spares most risk for its effort first."""
    drunk = {
        i: sum(x.soak.litres.mid for x in line.days[since : until + 1] if x.soak) for i, line in enumerate(ahead.beds)
    }
    tried = sorted((i for i in drunk if plan.beds[i].plants > 0), key=lambda i: -drunk[i])[:MOST_TRIED]
    soaked = tuple(tuple(x.soak is not None for x in ahead.beds[i].days[: until + 1]) for i in tried)
    found = _tried(plan, tuple(tried), soaked)
    told = [x for x in found if x.litres >= LEAST_LITRES or x.risk - x.risk_then >= LEAST_RISK]
    return tuple(sorted(told, key=lambda x: (-(x.risk - x.risk_then) / x.effort, -x.litres / x.effort)))


@functools.lru_cache(maxsize=8)
def _tried(plan: Plan, beds: tuple[int, ...], soaked: tuple[tuple[bool, ...], ...]) -> tuple[Spared, ...]:
    """Kept in memory by the plan it rests on, which never changes."""
    return tuple(x for i, days in zip(beds, soaked, strict=True) for x in _of_bed(plan, i, days))


def _of_bed(plan: Plan, i: int, soaked: tuple[bool, ...]) -> tuple[Spared, ...]:
    """What each open measure does at one bed from today to the end of the heat, refilled on the same days."""
    b = plan.beds[i]
    may = [x for x in MEASURES if x in open_to(b.today)]
    if not may:
        return ()
    left = absence.Absence(plan.run, i, 0, len(soaked), styles.trigger_of(plan.garden, b.bed, plan.today))
    done = [absence.Before()]
    done += [absence.Before(altered_on(plan, i, frozenset({x}), plan.today)) for x in may]
    policies = np.where(np.array(soaked), absence.WHOLE_REFILL, NEVER)[:, None]
    gone = left.gone(done, np.repeat(policies, len(done), axis=1))
    to_litres = b.ground_m2 / b.today.arrives
    litres = gone.poured.sum(axis=0).mean(axis=1) * to_litres
    times = (gone.poured > 0).sum(axis=0).mean(axis=1)
    method = b.today.method
    minutes = [method.person_minutes(float(x), float(n)) for x, n in zip(litres, times, strict=True)]
    effort: dict[Measure, float] = {
        "mulch_on": max(LEAST_MULCH_MIN, MULCH_MIN_PER_M2 * b.ground_m2),
        "shade_on": SHADE_MIN,
        "into_shade": CARRY_MIN * b.bed.alike,
    }
    risk = 1.0 - gone.through
    return tuple(
        Spared(
            b.bed.name,
            what,
            effort[what],
            TO_BUY.get(what, (None, 0.0))[0],
            float(litres[0] - litres[k]),
            minutes[0] - minutes[k],
            float(risk[0]),
            float(risk[k]),
        )
        for k, what in enumerate(may, 1)
    )
