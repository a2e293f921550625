"""What of the last rain came to the roots, bed by bed; and which pots are looked at after it."""

from __future__ import annotations

import datetime as dt
from dataclasses import dataclass
from typing import Final, Literal

from agronomy.air.microclimate import rain_share
from agronomy.balance.run import each_day
from agronomy.decide.plan import BedPlan, Plan

LOOKS_BACK: Final = 3  # days
RAIN_MM: Final = 3.0  # of a day, from which it is told; common practice, no source
LOOK_FROM_MM: Final = 5.0  # of the last two days together; common practice, no source
LITTLE: Final = 0.5  # of what fell: a pot that got less is looked at; common practice, no source

Kept = Literal["cover", "leaves", "run_off", "none"]
Look = Literal["hangs", "little", "stands"]


@dataclass(frozen=True)
class RainOn:
    """One bed on the last day of rain: what came to its roots [mm over them], and what kept most of the rest."""

    bed: str
    came_mm: float
    kept_by: Kept


@dataclass(frozen=True)
class LastRain:
    """The last day behind on which RAIN_MM or more fell [mm], by bed; the least served first."""

    date: dt.date
    fell_mm: float
    beds: tuple[RainOn, ...]


def last_rain(plan: Plan) -> LastRain | None:
    """What of the last rain counts; None where none fell in LOOKS_BACK days. The ledger's own terms."""
    w = plan.run.weather
    days = [k for k in _told(plan, LOOKS_BACK) if float(w.rain[k].mean()) >= RAIN_MM]
    if not days:
        return None
    day = days[-1]
    fell = float(w.rain[day].mean())
    beds = (_rain_on(plan, i, b, day, fell) for i, b in enumerate(plan.beds) if plan.run.opened_at[i] <= day)
    return LastRain(w.dates[day], fell, tuple(sorted(beds, key=lambda x: x.came_mm)))


def _told(plan: Plan, back: int) -> list[int]:
    """The days just behind whose rain somebody saw; what was only expected fell for nobody yet."""
    w, n = plan.run.weather, plan.run.n_behind
    return [k for k in range(max(0, n - back), n) if w.dates[k] not in w.sky.hoped]


def _rain_on(plan: Plan, i: int, b: BedPlan, day: int, fell: float) -> RainOn:
    terms = next(iter(each_day(plan.run.behind(i, day))))
    share = max(plan.run.rooted_share(i, day - plan.run.n_behind), 1e-9)
    came = terms.rain_rooted / share
    covered = b.today.exposure.cover != "none"
    lost: dict[Kept, float] = {"cover" if covered else "leaves": terms.interception, "run_off": terms.runoff}
    most = max(lost, key=lambda x: lost[x])
    return RainOn(b.bed.name, came, most if came < fell * (1 - LITTLE / 2) and lost[most] > 0 else "none")


@dataclass(frozen=True)
class LookAt:
    """A container to look at after rain: it hangs and dries fast, little came in past its leaves or eaves, or water may
    stand in it."""

    bed: str
    why: Look


def looks(plan: Plan) -> tuple[LookAt, ...]:
    """Which containers to look at within two days after rain, if nobody did since. Common practice."""
    w = plan.run.weather
    recent = [k for k in _told(plan, 2) if float(w.rain[k].mean()) > 0]
    fell = sum(float(w.rain[k].mean()) for k in recent)
    if fell < LOOK_FROM_MM or not recent:
        return ()
    since, last = w.dates[recent[0]], last_rain(plan)
    came = {x.bed: x.came_mm for x in last.beds} if last else {}
    found = []
    for b in plan.beds:
        if not b.today.container or b.plants == 0 or any(x.date > since for x in b.bed.observations):
            continue
        if b.bed.kind == "hanging_basket":
            found.append(LookAt(b.bed.name, "hangs"))
        elif b.today.exposure.saucer or b.bed.drain_holes is False:
            found.append(LookAt(b.bed.name, "stands"))
        elif (
            last is not None
            and rain_share(b.today.exposure) > 0
            and came.get(b.bed.name, last.fell_mm) < LITTLE * last.fell_mm
        ):
            found.append(LookAt(b.bed.name, "little"))
    return tuple(found)
