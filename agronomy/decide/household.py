"""What a household can do on a day: minutes of its people, and the hours in which its taps may run."""

from __future__ import annotations

import datetime as dt
from dataclasses import dataclass

from agronomy.beds.today import BedToday
from agronomy.describe.garden import Garden
from agronomy.describe.words import RuleDates
from agronomy.methods.choose import by_today
from agronomy.plants.crops import crop_of

EDIBLE = ("vegetable", "herb", "fruit")


@dataclass(frozen=True)
class Limits:
    """Of one day. minutes: of all people together; tap_minutes: of each tap. None: no limit was given."""

    minutes: float | None
    tap_minutes: float | None


def allowed_windows(garden: Garden, date: dt.date) -> tuple[tuple[float, float], ...]:
    """The clock hours [h] in which watering is allowed on a date, merged; the whole day where no rule was given; none
    on a day of a ban.

    Arithmetic.
    """
    if any(x.since <= date and (x.until is None or date <= x.until) for x in garden.bans):
        return ()
    if not garden.allowed:
        return ((0.0, 24.0),)
    windows: list[tuple[float, float]] = []
    for rule in sorted(garden.allowed, key=lambda a: a.from_h):
        if date.weekday() not in rule.weekdays or not _falls_on(rule.dates, date):
            continue
        if windows and rule.from_h <= windows[-1][1]:
            windows[-1] = (windows[-1][0], max(windows[-1][1], rule.to_h))
        else:
            windows.append((rule.from_h, rule.to_h))
    return tuple(windows)


def _falls_on(dates: RuleDates, date: dt.date) -> bool:
    return dates == "all" or (date.day % 2 == 1) == (dates == "odd")


def spared(garden: Garden, today: BedToday) -> bool:
    """Whether local hours, dates and bans do not hold for a bed: for the way it is watered, or for what it feeds people
    with. What is exempt is the law of the place, as its gardener tells it."""
    if "edible" in garden.exempt and any(crop_of(p).group in EDIBLE for p, _ in today.standing):
        return True
    return by_today(today.bed.method, today.stand.drills) in garden.exempt


def limits_on(garden: Garden, date: dt.date) -> Limits:
    """What the household can do on a date."""
    minutes = sum(p.minutes[date.weekday()] for p in garden.people) if garden.people else None
    tap = sum(to - since for since, to in allowed_windows(garden, date)) * 60 if garden.allowed or garden.bans else None
    return Limits(minutes, tap)
