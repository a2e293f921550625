"""Butts that a roof fills: what stands in each, and how long it lasts as the days ahead draw on it."""

from __future__ import annotations

import collections
import datetime as dt
from dataclasses import dataclass

import numpy as np

from agronomy.balance.terms import Array
from agronomy.decide.fortnight import Fortnight
from agronomy.decide.outlook import Dates, first_days
from agronomy.decide.plan import Plan
from agronomy.describe.water import Rig

ROOF_YIELD = 0.85  # of the rain beyond what wets the roof, that comes down into a butt; common practice, no source
WETS_ROOF_MM = 0.5  # of a day's rain; common practice, no source
UNKNOWN_LEVEL = 0.5  # of what it holds, where nobody looked; common practice, no source
AS_GOOD_AS_EMPTY = 0.05  # of what it holds: below the tap of the butt; common practice, no source


@dataclass(frozen=True)
class Butt:
    """level_l: this morning; empty_on: when it runs dry, as the days ahead draw on it. feeds: the beds it waters."""

    rig: str
    holds_l: float
    level_l: float
    looked: dt.date | None
    empty_on: Dates
    feeds: tuple[str, ...]


def butts(plan: Plan, ahead: Fortnight) -> tuple[Butt, ...]:
    """Every butt of a garden that waters something."""
    return tuple(_butt(plan, ahead, rig) for rig in plan.garden.rigs if rig.holds_l is not None)


def caught_l(rain_mm: Array | float, roof_m2: float) -> Array | float:
    """What comes down from a roof [L] of a day's rain [mm]. Arithmetic: 1 mm is a litre on each square metre."""
    return np.maximum(rain_mm - WETS_ROOF_MM, 0.0) * roof_m2 * ROOF_YIELD


def _butt(plan: Plan, ahead: Fortnight, rig: Rig) -> Butt:
    holds = rig.holds_l or 0.0
    fed = [i for i, b in enumerate(plan.beds) if b.today.rig == rig]
    levels = np.full(plan.run.weather.rain.shape[1], _this_morning(plan, rig))
    level = float(levels.mean())
    held = []
    for d in range(len(ahead.beds[0].days) if ahead.beds else 0):
        soaks = [ahead.beds[i].days[d].soak for i in fed]
        drawn = sum(x.litres.mid for x in soaks if x)
        rain = plan.run.weather.rain[plan.run.n_behind + d]
        levels = np.minimum(np.maximum(levels - drawn, 0.0) + caught_l(rain, rig.roof_m2 or 0.0), holds)
        held.append(levels)
    dry = np.array(held) < AS_GOOD_AS_EMPTY * holds if held else np.zeros((0, 1), dtype=bool)
    return Butt(
        rig.name,
        holds,
        level,
        rig.seen_on,
        first_days(plan.run, dry) if fed and held else (None, None, None),
        tuple(plan.beds[i].bed.name for i in fed),
    )


def _this_morning(plan: Plan, rig: Rig) -> float:
    """What it holds [L]: from when somebody looked on, with what fell since and was poured; today's pouring too."""
    holds, weather = rig.holds_l or 0.0, plan.run.weather
    since = rig.seen_on or weather.dates[0]
    level = holds * UNKNOWN_LEVEL if rig.seen_l is None else rig.seen_l
    poured: collections.defaultdict[dt.date, float] = collections.defaultdict(float)
    for b in plan.beds:
        for w in b.bed.waterings:
            if w.date >= since and (w.rig or b.today.rig.name) == rig.name:
                poured[w.date] += w.litres
    for d, date in enumerate(weather.dates[: plan.run.n_behind + 1]):
        if date < since:
            continue
        level = max(0.0, level - poured[date])
        if d < plan.run.n_behind:
            level = min(holds, level + float(np.mean(caught_l(weather.rain[d], rig.roof_m2 or 0.0))))
    return level
