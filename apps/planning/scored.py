"""How what was said turned out: rain of each next day, beds that waited for it, and hot days of heat that was told."""

from __future__ import annotations

import datetime as dt
from dataclasses import dataclass
from typing import Any

from agronomy.decide.bands import RAIN_DAY_MM
from agronomy.sky.scoring import Score, score
from apps.garden.models import Event, Garden
from apps.planning.situation import Situation
from apps.record.models import IssuedAdvice

LOOKS_BACK = dt.timedelta(days=120)
HELD = ("leave", "wait", "too_wet", "empty")  # words of a bed that wants no water now


@dataclass(frozen=True)
class Scored:
    """rain: of the day after each advice; waits: of beds that were told to wait for rain, whether it spared them; heat:
    of the day after each advice that told of a heat wave, whether it was so hot."""

    rain: Score | None
    waits: Score | None
    heat: Score | None


def scored(now: Situation) -> Scored:
    """From the last advice of each day and the days as they came: two queries."""
    advice = _by_date(now.garden)
    if now.plan is None:
        return Scored(None, None, None)
    w, n = now.plan.run.weather, now.plan.run.n_behind
    known = {date: k for k, date in enumerate(w.dates[:n]) if w.outlook[k] == "observed" and date not in w.sky.hoped}
    rain: list[tuple[float, bool]] = []
    heat: list[tuple[float, bool]] = []
    for date, told in advice.items():
        next_day = date + dt.timedelta(days=1)
        tomorrow = next((x for x in told.rain if x["date"] == next_day.isoformat()), None)
        if tomorrow is None or next_day not in known:
            continue
        k = known[next_day]
        rain.append((tomorrow["chance"], float(w.rain[k].mean()) >= RAIN_DAY_MM))
        if "hot" in tomorrow:
            heat.append((tomorrow["hot"], float(w.tmax[k].mean()) >= tomorrow["hot_c"]))
    return Scored(_score(rain), score(*_waits(now.garden, advice)), _score(heat))


def _score(told: list[tuple[float, bool]]) -> Score | None:
    return score([chance for chance, _ in told], [came for _, came in told])


def _by_date(garden: Garden) -> dict[dt.date, IssuedAdvice]:
    kept = IssuedAdvice.objects.filter(garden=garden, date__gte=garden.today - LOOKS_BACK).order_by("date", "issued_at")
    return {x.date: x for x in kept}


def _waits(garden: Garden, advice: dict[dt.date, IssuedAdvice]) -> tuple[list[float], list[bool]]:
    """Chances of waits that are over, and whether the bed then still wanted no water; one that was watered meanwhile
    tells nothing."""
    poured = set(Event.objects.filter(garden=garden, kind="watering", struck_at=None).values_list("bed_id", "date"))
    chances: list[float] = []
    came: list[bool] = []
    for date, told in advice.items():
        for bed in told.beds:
            end = date + dt.timedelta(days=bed["wait_days"])
            after = advice.get(end)
            if bed["word"] != "wait" or not bed["wait_days"] or after is None:
                continue
            between = (date + dt.timedelta(days=k) for k in range(bed["wait_days"] + 1))
            if any((bed["bed"], day) in poured for day in between):
                continue
            then: dict[str, Any] | None = next((x for x in after.beds if x["bed"] == bed["bed"]), None)
            if then is not None:
                chances.append(bed["chance"] if "chance" in bed else max(bed["chances"]))
                came.append(then["word"] in HELD)
    return chances, came
