"""Hail that was seen: which beds it may have torn, until somebody said how big their plants are now."""

from __future__ import annotations

import datetime as dt
from dataclasses import dataclass
from typing import Final

from agronomy.air.microclimate import rain_share
from agronomy.decide.plan import BedPlan, Plan

LOOKS_BACK: Final = dt.timedelta(days=4)  # in which torn leaves are seen to; common practice, no source
LETS_HAIL_IN: Final = 0.75  # share of the rain from which a cover lets hail in too; common practice, no source


@dataclass(frozen=True)
class Hail:
    """The last hail, on a date, and the names of the beds not seen to since."""

    date: dt.date
    beds: tuple[str, ...]


def after_hail(plan: Plan) -> Hail | None:
    """What the last hail may have torn; None where none was seen within LOOKS_BACK. Common practice."""
    dates = [x.date for x in plan.run.weather.sky.seen if x.what == "hail"]
    if not dates or plan.today - dates[-1] > LOOKS_BACK:
        return None
    date = dates[-1]
    beds = tuple(b.bed.name for b in plan.beds if _open_to_it(b, date))
    return Hail(date, beds) if beds else None


def _open_to_it(b: BedPlan, date: dt.date) -> bool:
    sized = all(any(x.date >= date for x in p.sizes) for p, _ in b.today.standing)
    return b.plants > 0 and not sized and rain_share(b.today.exposure) >= LETS_HAIL_IN
