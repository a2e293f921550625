"""What a household can do on a day: minutes of its people, and the hours in which its taps may run."""

from __future__ import annotations

import datetime as dt
from dataclasses import dataclass

from agronomy.describe.garden import Garden


@dataclass(frozen=True)
class Limits:
    """Of one day. minutes: of all people together; tap_minutes: of each tap. None: no limit was given."""

    minutes: float | None
    tap_minutes: float | None


def allowed_windows(garden: Garden, date: dt.date) -> tuple[tuple[float, float], ...]:
    """The clock hours [h] in which watering is allowed on a date, merged; the whole day where no rule was given.

    Arithmetic.
    """
    if not garden.allowed:
        return ((0.0, 24.0),)
    windows: list[tuple[float, float]] = []
    for rule in sorted(garden.allowed, key=lambda a: a.from_h):
        if date.weekday() not in rule.weekdays:
            continue
        if windows and rule.from_h <= windows[-1][1]:
            windows[-1] = (windows[-1][0], max(windows[-1][1], rule.to_h))
        else:
            windows.append((rule.from_h, rule.to_h))
    return tuple(windows)


def limits_on(garden: Garden, date: dt.date) -> Limits:
    """What the household can do on a date."""
    minutes = sum(p.minutes[date.weekday()] for p in garden.people) if garden.people else None
    tap = sum(to - since for since, to in allowed_windows(garden, date)) * 60 if garden.allowed else None
    return Limits(minutes, tap)
