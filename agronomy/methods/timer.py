"""What a timer on a line does, whether or not anybody sees it."""

from __future__ import annotations

import datetime as dt
from collections.abc import Iterator

from agronomy.describe.water import Programme, Rig


def programme_on(rig: Rig, date: dt.date) -> Programme | None:
    """What a line's timer is set to on a date: the latest programme not after it; None where it is off or has none.
    Arithmetic."""
    known = [p for p in rig.programmes if p.date <= date]
    latest = max(known, key=lambda p: p.date) if known else None
    return latest if latest and latest.on else None


def runs_on(rig: Rig, date: dt.date) -> Programme | None:
    """The programme by which a line runs on a date: on its first day, and every so many days from there."""
    programme = programme_on(rig, date)
    due = programme is not None and (date - programme.date).days % programme.every_days == 0
    return programme if due else None


def runs_of(rig: Rig, start: dt.date, n_days: int) -> Iterator[tuple[int, Programme]]:
    """The days from `start` on which a line runs by itself, by their place."""
    if not rig.programmes:
        return
    for i in range(n_days):
        if run := runs_on(rig, start + dt.timedelta(days=i)):
            yield i, run


def next_run(rig: Rig, after: dt.date, days: int = 60) -> dt.date | None:
    """The first run after a date; None within so many days."""
    runs = runs_of(rig, after + dt.timedelta(days=1), days)
    return next((after + dt.timedelta(days=i + 1) for i, _ in runs), None)
