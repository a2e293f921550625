"""The days ahead as a sequence: which bed is watered on which day, within what the household can do.

Each day starts from the state that the days before it left. A bed is due when most series ask for water. When a day
has not room for all that is due, the bed that loses least by waiting gives, and what that costs is said; a day with
room to spare takes on what the next day could not do. Beds that all find room do not touch each other, and each is
worked by itself.
"""

from __future__ import annotations

import collections
import dataclasses
import datetime as dt
import functools
import weakref
from collections.abc import Iterable
from dataclasses import dataclass

from agronomy.decide.bands import Band, bands, rain_chance
from agronomy.decide.household import Limits, limits_on
from agronomy.decide.plan import Plan
from agronomy.decide.room import Room
from agronomy.decide.sequence import Asked, BedAhead, Sequence
from agronomy.decide.together import tubes_in, whole
from agronomy.decide.worked import worked_of
from agronomy.describe.garden import Move


@dataclass(frozen=True)
class DayLoad:
    """What one day asks of the household, and what it can do."""

    date: dt.date
    litres: float
    minutes: float
    limits: Limits
    rain: Band
    rain_chance: float
    tmax: Band
    hot: bool


@dataclass(frozen=True)
class Giving:
    """A bed that gave way: the first day it was due and got nothing, its soak after that (None: not within these
    days), how often that happened, and what it costs in all: share of potential transpiration missed beyond what an
    unlimited household would let it miss."""

    bed: str
    due: dt.date
    soaked: dt.date | None
    why: str
    times: int
    missed_more: float


@dataclass(frozen=True)
class Fortnight:
    days: tuple[DayLoad, ...]
    beds: tuple[BedAhead, ...]
    gives: tuple[Giving, ...]


def fortnight(
    plan: Plan,
    days: int = 14,
    moves: Iterable[Move] | None = None,
    left: Iterable[str] = (),
    limited: bool = True,
) -> Fortnight:
    """The sequence for the `days` from today on. moves: the gardener's own; None: those of the garden.

    left: beds by name that the gardener leaves today. limited: within the household's people and allowed hours.
    """
    moved = plan.garden.moves if moves is None else tuple(moves)
    n = min(days, len(plan.run.weather.dates) - plan.run.n_behind)
    return _fortnight(plan, n, moved, frozenset(left), limited)


@functools.lru_cache(maxsize=48)
def _fortnight(plan: Plan, days: int, moved: tuple[Move, ...], left: frozenset[str], limited: bool) -> Fortnight:
    """Kept in memory by the plan it rests on, which never changes."""
    free = _alone(plan, days, moved, left)
    if not limited or _fits(plan, free):
        return Fortnight(_loads(plan, free), free, ())
    sequence = Sequence(plan, days, moved, left, limited=True)
    made = sequence.finished()
    firsts = {i: (bed, due, why) for i, bed, due, why in reversed(sequence.gave)}
    times = collections.Counter(i for i, _, _, _ in sequence.gave)
    gives = tuple(
        Giving(bed, due, _soaked_after(made[i], due), why, times[i], max(0.0, made[i].missed - free[i].missed))
        for i, (bed, due, why) in sorted(firsts.items(), key=lambda x: (x[1][1], x[0]))
    )
    return Fortnight(_loads(plan, made), made, gives)


def _alone(plan: Plan, days: int, moved: tuple[Move, ...], left: frozenset[str]) -> tuple[BedAhead, ...]:
    """Every bed's days without limits; of one that was worked before, those."""

    tubes = tubes_in(plan)

    def asked(i: int) -> Asked:
        """What a bed's days rest on; of one on a tube, all that stands on it."""
        tube = tubes.get(i, (i,))
        names = {plan.beds[k].bed.name for k in tube}
        beside = tuple(weakref.ref(plan.beds[k]) for k in tube if k != i)
        return days, tuple(m for m in moved if m.bed in names), bool(left & names), beside

    new = sorted(whole(tubes, (i for i, b in enumerate(plan.beds) if asked(i) not in worked_of(b).alone)))
    if new:
        part = dataclasses.replace(plan, beds=tuple(plan.beds[i] for i in new), run=plan.run.only(new))
        for i, line in zip(new, Sequence(part, days, moved, left, limited=False).finished(), strict=True):
            worked_of(plan.beds[i]).alone[asked(i)] = line
    return tuple(worked_of(b).alone[asked(i)] for i, b in enumerate(plan.beds))


def _fits(plan: Plan, lines: tuple[BedAhead, ...]) -> bool:
    """Whether every day has room for all that is to be poured."""
    todays, tubes = [b.today for b in plan.beds], tubes_in(plan)
    for d, cell in enumerate(lines[0].days):
        room = Room(todays, limits_on(plan.garden, cell.date), tubes)
        soaks = [(i, line.days[d].soak) for i, line in enumerate(lines)] if room.bound else []
        for i, soak in sorted(soaks, key=lambda x: x[1] is None or x[1].how not in ("moved", "planting")):
            if soak and isinstance(room.take(i, soak.litres, soak.how, soak.wanted, soak.again, soak.goes), str):
                return False
    return True


def _loads(plan: Plan, lines: tuple[BedAhead, ...]) -> tuple[DayLoad, ...]:
    w, n, heat = plan.run.weather, plan.run.n_behind, plan.heat
    days = [x.date for x in lines[0].days]
    rains, warmest = (bands(x[n : n + len(days)]) for x in (w.rain, w.tmax))
    soaks = [[x for line in lines if (x := line.days[d].soak)] for d in range(len(days))]
    return tuple(
        DayLoad(
            date,
            sum(x.litres.mid for x in soaks[d]),
            sum(x.minutes for x in soaks[d]),
            limits_on(plan.garden, date),
            rains[d],
            rain_chance(w.rain[n + d]),
            warmest[d],
            bool(heat and date in heat.dates),
        )
        for d, date in enumerate(days)
    )


def _soaked_after(line: BedAhead, due: dt.date) -> dt.date | None:
    return next((d.date for d in line.days if d.date > due and d.soak is not None), None)
