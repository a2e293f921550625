"""What a tap with lines wants done by its date: filter and ends flushed, lines emptied before the frost."""

from __future__ import annotations

import datetime as dt
from dataclasses import dataclass
from typing import Final, Literal

from agronomy.decide.plan import Plan
from agronomy.decide.reservoirs import frost_on

EVERY_DAYS, EVERY_DAYS_DIRTY = 30, 14  # of a tap, and of rain or pond water, which blocks sooner; common practice
DRAINED_FOR: Final = dt.timedelta(days=150)  # once emptied, a winter is over after so long; common practice

Chore = Literal["filter", "flush", "drain"]


@dataclass(frozen=True)
class Upkeep:
    """last: when it was last done, None: never noted. due: from when it is to be done."""

    rig: str
    chore: Chore
    last: dt.date | None
    due: dt.date


def upkeep(plan: Plan) -> tuple[Upkeep, ...]:
    """The chores of every tap with a line, the first due first. Common practice, no source."""
    found: list[Upkeep] = []
    frost = frost_on(plan.run)
    for rig in plan.garden.rigs:
        lines = [b for b in plan.beds if b.today.rig == rig and b.bed.method == "drip" and b.bed.drip]
        if not lines:
            continue
        since = min(b.bed.opened for b in lines)
        every = dt.timedelta(days=EVERY_DAYS if rig.water == "tap" else EVERY_DAYS_DIRTY)
        if any(b.bed.drip and b.bed.drip.filtered for b in lines):
            found.append(Upkeep(rig.name, "filter", rig.filter_on, (rig.filter_on or since) + every))
        found.append(Upkeep(rig.name, "flush", rig.flushed_on, (rig.flushed_on or since) + every))
        emptied = rig.drained_on is not None and plan.today - rig.drained_on < DRAINED_FOR
        if frost is not None and not emptied:
            found.append(Upkeep(rig.name, "drain", rig.drained_on, frost))
    return tuple(sorted(found, key=lambda x: (x.due, x.rig, x.chore)))
