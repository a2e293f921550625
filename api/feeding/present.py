"""Food as plain values."""

from __future__ import annotations

import datetime as dt

from agronomy.decide.feeding import Feeding
from api.present import Json
from apps.planning.feeding import feeding_now
from apps.planning.situation import Situation


def feeding_out(x: Feeding) -> Json:
    return {**vars(x), "dose": vars(x.dose) if x.dose else None, "acting": [vars(a) for a in x.acting]}


def page(now: Situation) -> list[Json]:
    """Every bed in which something grows, what is due first."""
    if now.plan is None:
        return []
    told = []
    for i, b in enumerate(now.plan.beds):
        if b.plants:
            x = feeding_now(now.plan, i)
            own = {"own_school": b.bed.feeding, "own_feed": b.bed.feed}
            line = {"id": int(b.bed.key), "name": b.bed.name, "feeding": feeding_out(x), **own}
            told.append((x.due or dt.date.max, line))
    return [line for _, line in sorted(told, key=lambda x: x[0])]
