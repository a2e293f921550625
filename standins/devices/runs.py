"""When a timer's programmes run, by the protocol's own words."""

from __future__ import annotations

import datetime as dt
from collections.abc import Iterator
from typing import Any

Json = dict[str, Any]
MORNING_H = 6.0


def due(programmes: list[Json], date: dt.date) -> Iterator[tuple[int, float, float]]:
    """(outlet, hour, minutes) of each run of a date: of each outlet the latest programme not after it counts."""
    latest: dict[int, Json] = {}
    for p in sorted(programmes, key=lambda p: str(p["date"])):
        if dt.date.fromisoformat(p["date"]) <= date:
            latest[int(p.get("outlet", 1))] = p
    for outlet, p in sorted(latest.items()):
        if not p.get("on", True) or not p.get("minutes"):
            continue
        began = dt.date.fromisoformat(p["date"])
        days = p.get("weekdays") or []
        runs = date.isoweekday() in days if days else (date - began).days % int(p.get("every_days", 1)) == 0
        if runs:
            for hour in sorted(p.get("starts") or [MORNING_H]):
                yield outlet, float(hour), float(p["minutes"])
