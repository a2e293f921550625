"""The day issued: a visit, a step of the garden's clock, and the advice kept under the facts it rested on."""

from __future__ import annotations

import datetime as dt
from dataclasses import dataclass
from typing import Any

import cachetools
from django.conf import settings

from agronomy.decide.bands import bands, rain_chance
from agronomy.decide.plan import Plan
from agronomy.decide.round import Stop
from agronomy.decide.wait import HORIZON_DAYS
from agronomy.describe.errors import InputError
from apps.accounts.actor import Actor
from apps.base.action import Action
from apps.garden.access import permitted, reached
from apps.garden.models import Garden, Role
from apps.garden.revision import revision_of
from apps.planning.situation import Situation, situation, stops_of
from apps.record.models import IssuedAdvice
from apps.weather.actions import refresh_weather

# Gardens as they were when their advice was kept: what has not changed since is not read again.
_issued: cachetools.LRUCache[tuple[Any, ...], bool] = cachetools.LRUCache(10_000)


def issue_advice(now: Situation) -> IssuedAdvice | None:
    """Keep today's advice under the hash of the facts it rested on; the same facts are kept once."""
    if now.plan is None:
        return None
    beds = [_advice_on(x) for x in stops_of(now)]
    advice, _ = IssuedAdvice.objects.get_or_create(
        garden=now.garden,
        date=now.plan.today,
        facts_hash=now.facts_hash,
        defaults={"beds": beds, "snapshot": now.weather.snapshot, "rain": _rain_expected(now.plan)},
    )
    return advice


def _advice_on(stop: Stop) -> dict[str, Any]:
    """What was said of one bed and what it rested on, so that it can be held against what came."""
    b = stop.bed
    return {
        "bed": int(b.bed.key),
        "word": stop.word,
        "cause": stop.cause,
        "litres": round(stop.dose.litres, 2) if stop.dose else 0.0,
        "chance_asks": round(b.chance_asks, 4),
        "wait_days": b.choice.wait_days,
        "chance": round(b.choice.chance, 4),
        "costs": [round(c, 4) for c in b.choice.costs],
        "chances": [round(c, 4) for c in b.choice.chances],
        "net_mm": round(b.net_mm.mid, 3),
        "trigger_mm": round(b.trigger_mm, 3),
    }


def _rain_expected(p: Plan) -> list[dict[str, Any]]:
    """The rain of each of the days that a wait looks at [mm]: 10, 50, 90 % of the members and the chance of any; while
    a heat wave is told of, the chance that the day is as hot as that [degrees C] too."""
    w, looked_at = p.run.weather, slice(p.run.n_behind, p.run.n_behind + HORIZON_DAYS)
    rain = w.rain[looked_at]
    told = [
        {"date": date.isoformat(), "mm": [round(x, 3) for x in (b.low, b.mid, b.high)], "chance": rain_chance(members)}
        for date, members, b in zip(w.dates[looked_at], rain, bands(rain), strict=True)
    ]
    if p.heat is None:
        return told
    hot = p.heat.rule.hot
    shares = (w.tmax[looked_at] >= hot).mean(axis=1)
    return [{**x, "hot_c": hot, "hot": round(float(share), 3)} for x, share in zip(told, shares, strict=True)]


@dataclass
class Visit(Action[bool]):
    """Somebody opens the garden: its weather is brought up to date and the day's advice is kept."""

    by: Actor
    garden_id: int

    def execute(self) -> bool:
        return self.run()  # in no transaction of its own: the provider may take its time

    def run(self) -> bool:
        garden = reached(self.by, self.garden_id, Role.HELPER)
        fresh = refresh_weather(garden)
        key = garden.pk, revision_of(garden.pk).number, garden.today
        if key not in _issued or not settings.KEEP_ANSWERS:
            issue_advice(situation(garden))
            _issued[key] = True
        return fresh


@dataclass
class StepDay(Action[Garden]):
    """A garden with its own clock moves one day on; what was expected of the day arrives as observed.

    from_date: the day that was seen when the step was asked for; a garden that went on from there already stays.
    """

    by: Actor
    garden_id: int
    from_date: dt.date | None = None

    def execute(self) -> Garden:
        seen = reached(self.by, self.garden_id, Role.OWNER)
        if seen.clock_date is None:
            raise InputError("clock", "the real date", "only a garden with a clock of its own can be stepped")
        if self.from_date is not None and seen.clock_date > self.from_date:
            return seen
        issue_advice(situation(seen))
        self.from_date = seen.clock_date
        stepped = super().execute()
        refresh_weather(stepped)
        return stepped

    def run(self) -> Garden:
        garden = permitted(self.by, self.garden_id, Role.OWNER)
        if garden.clock_date is None or garden.clock_date != self.from_date:
            return garden  # the same step, asked for twice at once: the other one got there first
        garden.clock_date += dt.timedelta(days=1)
        garden.save(update_fields=["clock_date"])
        return garden
