"""What a timer on a line does, whether or not anybody sees it."""

from __future__ import annotations

import datetime as dt
from collections.abc import Iterator
from typing import Final

from agronomy.describe.water import Programme, Rig

MORNING_STARTS_H: Final = 6.0  # a run of which no hour was told; common practice, no source
EVENING_FROM_H: Final = 15.0  # a start from then on waters the night and the next day; common practice, no source


def programme_on(rig: Rig, date: dt.date, outlet: int = 1) -> Programme | None:
    """What an outlet of a line's timer is set to on a date: the latest programme not after it; None where it is off or
    has none. Arithmetic."""
    known = [p for p in rig.programmes if p.date <= date and p.outlet == outlet]
    latest = max(known, key=lambda p: p.date) if known else None
    return latest if latest and latest.on else None


def is_due(programme: Programme, date: dt.date) -> bool:
    """Whether a programme runs on a date: on its weekdays, else on its first day and every so many days from there.
    Arithmetic."""
    if programme.weekdays:
        return date >= programme.date and date.isoweekday() in programme.weekdays
    return date >= programme.date and (date - programme.date).days % programme.every_days == 0


def runs_on(rig: Rig, date: dt.date, outlet: int = 1) -> Programme | None:
    """The programme by which an outlet runs on a date; None where it does not. Arithmetic."""
    programme = programme_on(rig, date, outlet)
    return programme if programme is not None and is_due(programme, date) else None


def starts_of(programme: Programme) -> tuple[float, ...]:
    """The hours [h] at which it starts on a day on which it runs. Common practice where none was told."""
    return tuple(sorted(programme.starts)) or (MORNING_STARTS_H,)


def runs_of(
    rig: Rig, start: dt.date, n_days: int, outlet: int = 1, until_told: dt.date | None = None
) -> Iterator[tuple[int, Programme]]:
    """The days from `start` on which an outlet runs by itself, by their place.

    until_told: of a timer that reports, the runs before this date are left to its reports. Arithmetic.
    """
    if not rig.programmes:
        return
    for i in range(n_days):
        date = start + dt.timedelta(days=i)
        run = runs_on(rig, date, outlet)
        if run and not (run.tells and until_told is not None and date < until_told):
            yield i, run


def next_run(rig: Rig, after: dt.date, days: int = 60, outlet: int = 1) -> dt.date | None:
    """The first run after a date; None within so many days. Arithmetic."""
    runs = runs_of(rig, after + dt.timedelta(days=1), days, outlet)
    return next((after + dt.timedelta(days=i + 1) for i, _ in runs), None)
