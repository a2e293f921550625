"""Going away: each bed's chance to come through unwatered, and the least that is to be done before.

The plan is followed until the day of leaving; from the next morning on nobody waters, but on a visitor's days.
"""

from __future__ import annotations

import dataclasses
import datetime as dt
import functools
import itertools
from collections.abc import Mapping
from dataclasses import dataclass
from typing import Final

import numpy as np
import numpy.typing as npt

from agronomy.balance import absence
from agronomy.balance.terms import BY_TRIGGER, NEVER, Policies
from agronomy.beds.alterations import altered, open_to
from agronomy.beds.today import bed_today
from agronomy.decide import styles
from agronomy.decide.outlook import first_days
from agronomy.decide.plan import Plan
from agronomy.describe.errors import InputError
from agronomy.describe.garden import Absence, Bed
from agronomy.describe.words import Measure

SURELY = 0.9  # of the series
LEAST_SOAK_MM = 1.0  # less is not worth doing; common practice, no source
WORSE_BY = 0.15  # of the series: less is the forecast's own wavering; common practice, no source
RUNS_OVER_MM = 3.0  # poured past full, so that all of it is wet; common practice, no source
LINE_MARGIN = 1.15  # a timer gives every day alike, somewhat more than the mean day takes; common practice, no source

# A person's minutes, and what a thing to buy counts besides, in minutes; common practice, no source.
MULCH_MIN_PER_M2, LEAST_MULCH_MIN, SHADE_MIN, CARRY_MIN, LINE_MIN = 4.0, 3.0, 6.0, 4.0, 25.0
TO_BUY: Final[dict[Measure, tuple[str, float]]] = {
    "mulch_on": ("straw", 5.0),
    "shade_on": ("shade cloth", 20.0),
    "line": ("a line and a timer", 60.0),
}
ALTERATIONS: Final[tuple[Measure, ...]] = ("mulch_on", "shade_on", "into_shade")
AGAINST_EACH_OTHER: Final = ({"shade_on", "into_shade"},)


@dataclass(frozen=True)
class Doing:
    """One measure at one bed. litres: of what is poured [L]; a line gives them a day. buy: what it needs."""

    what: Measure
    minutes: float
    litres: float = 0.0
    buy: str | None = None
    buy_minutes: float = 0.0

    @property
    def effort(self) -> float:
        return self.minutes + self.buy_minutes


@dataclass(frozen=True)
class Visit:
    """chance: to come through if someone waters it on that day besides; litres: what it takes then, in the mean [L]."""

    date: dt.date
    chance: float
    litres: float


@dataclass(frozen=True)
class Through:
    """How a bed comes through. chance: share of the series that pass the days away with no day of stress (Ks below
    THIRSTY_KS, or a parched top of what is young); with_all: the best without a line; needs_from: the first day of
    stress if nothing is done, of the middle series."""

    bed: str
    chance: float
    needs_from: dt.date | None
    least: tuple[Doing, ...]
    chance_then: float
    reached: bool
    with_all: float
    choices: tuple[Doing, ...]
    visits: tuple[Visit, ...]  # one more, on each day away; of those that were agreed, as it is then


@dataclass(frozen=True)
class Away:
    """weakest first. foreseen: days away that a forecast or typed outlook covers; the others come from the climate or
    from days gone by."""

    absence: Absence
    beds: tuple[Through, ...]
    foreseen: int
    days: int


def away(plan: Plan, planned: Absence) -> Away:
    """What becomes of each bed in an absence, whose visitor waters everything on the days of a visit.

    An absence that began is looked at from today on. Raises InputError for one that ended or goes beyond the plan.
    """
    since, until = max(0, (planned.leaves - plan.today).days), (planned.returns - plan.today).days
    if not since < until <= plan.days:
        allowed = f"a day from {plan.today + dt.timedelta(days=1)} to {plan.today + dt.timedelta(days=plan.days)}"
        raise InputError("returns", planned.returns.isoformat(), allowed)
    visits = tuple(d for v in planned.visits if (d := (v - plan.today).days) > since)
    found = [
        _Leaving(plan, i, since, until, visits).through(planned.wanted) for i, b in enumerate(plan.beds) if b.plants > 0
    ]
    outlook = plan.run.weather.outlook[plan.run.n_behind + since + 1 : plan.run.n_behind + until]
    return Away(
        planned,
        tuple(sorted(found, key=lambda x: (x.chance, x.chance_then))),
        sum(x in ("forecast", "typed") for x in outlook),
        len(outlook),
    )


@dataclass(frozen=True)
class Worse:
    """A bed that comes through in fewer runs than was foretold when the days away were kept."""

    bed: str
    foretold: float
    chance: float
    needs_from: dt.date | None


def worsened(plan: Plan, planned: Absence, foretold: Mapping[str, float]) -> tuple[Worse, ...]:
    """In days away that have begun: which beds no longer come through as wanted, and by WORSE_BY less than foretold.

    foretold: the chance of each bed when the days were kept; left out: what was wanted. None before the day after
    leaving, or on the last.
    """
    until = min((planned.returns - plan.today).days, plan.days)
    if not (planned.leaves < plan.today and until > 0):
        return ()
    visits = tuple(d for v in planned.visits if (d := (v - plan.today).days) > 0)
    found = []
    for i, b in enumerate(plan.beds):
        if b.plants <= 0:
            continue
        left = _Leaving(plan, i, 0, until, visits)
        gone = left.gone([()], left.policies_away())
        chance, before = float(gone.through[0]), foretold.get(b.bed.name, planned.wanted)
        if chance < planned.wanted and chance <= before - WORSE_BY:
            found.append(Worse(b.bed.name, before, chance, left.first_of(gone.stressed[:, 0])))
    return tuple(sorted(found, key=lambda x: x.chance))


class _Leaving:
    """One bed that is left."""

    def __init__(self, plan: Plan, i: int, since: int, until: int, visits: tuple[int, ...]) -> None:
        self.plan, self.i, self.b = plan, i, plan.beds[i]
        trigger = styles.trigger_of(plan.garden, self.b.bed, plan.today)
        self.absence = absence.Absence(plan.run, i, since, until, trigger)
        self.since, self.until = since, until
        self.usual = self.absence.policies(visits)
        self.to_litres = self.b.ground_m2 / self.b.today.arrives

    def policies_away(self) -> Policies:
        """Nothing from this morning on but a refill on the days of visits: the round of today may not be walked."""
        return np.where(self.usual == BY_TRIGGER, NEVER, self.usual)

    def through(self, wanted: float) -> Through:
        sets = _sets(self.choices)
        gone = self.gone(sets, np.repeat(self.usual, len(sets), axis=1))
        chances = gone.through.tolist()
        effort = [sum(x.effort for x in done) for done in sets]
        enough = [n for n, chance in enumerate(chances) if chance >= wanted]
        best = (
            min(enough, key=lambda n: (effort[n], -chances[n]))
            if enough
            else max(range(len(sets)), key=lambda n: (chances[n], -effort[n]))
        )
        return Through(
            bed=self.b.bed.name,
            chance=chances[0],
            needs_from=self.first_of(gone.stressed[:, 0]),
            least=sets[best],
            chance_then=chances[best],
            reached=bool(enough),
            with_all=max(c for c, done in zip(chances, sets, strict=True) if all(x.what != "line" for x in done)),
            choices=self.choices,
            visits=self._visited(sets[best]),
        )

    def gone(self, sets: list[tuple[Doing, ...]], policies: Policies) -> absence.Gone:
        """What becomes of it after each set of measures."""
        return self.absence.gone([self._before(done) for done in sets], policies)

    def _before(self, done: tuple[Doing, ...]) -> absence.Before:
        litres = {x.what: x.litres for x in done}
        how = frozenset(x.what for x in done if x.what in ALTERATIONS)
        return absence.Before(
            altered_on(self.plan, self.i, how, self.absence.date(self.since)) if how else None,
            "fill" in litres,
            litres.get("soak", 0.0) / self.to_litres,
            litres.get("line", 0.0) / self.to_litres,
        )

    @functools.cached_property
    def choices(self) -> tuple[Doing, ...]:
        """What may be done on the day of leaving."""
        b, ground, method = self.b, self.b.ground_m2, self.b.today.method
        net, reservoir = self.absence.evening_before()
        # Where today is the day, what was poured already counts.
        poured, filled = (0.0, 0.0) if self.since else (b.day.morning + b.day.afternoon, b.day.fill)
        found = []
        if b.wicks and b.bed.reservoir:
            litres = max(0.0, b.bed.reservoir.capacity_l - (float(reservoir.mean()) + filled) * ground)
            found.append(Doing("fill", method.person_minutes(litres, 1), litres))
        to_ground = self.plan.run.rooted_share(self.i, self.since) * b.today.reach
        soak_mm = max(0.0, float(np.quantile(net, SURELY))) * to_ground + RUNS_OVER_MM - poured
        if soak_mm > LEAST_SOAK_MM:
            soak = soak_mm * self.to_litres
            found.append(Doing("soak", method.person_minutes(soak, 2), soak))
        minutes: dict[Measure, float] = {
            "mulch_on": max(LEAST_MULCH_MIN, MULCH_MIN_PER_M2 * ground),
            "shade_on": SHADE_MIN,
            "into_shade": CARRY_MIN * b.bed.alike,
        }
        may = open_to(b.today)
        found += [Doing(what, minutes[what], 0.0, *_to_buy(what)) for what in ALTERATIONS if what in may]
        a_day = self.absence.used_a_day() * LINE_MARGIN * self.to_litres
        found.append(Doing("line", LINE_MIN, a_day, *_to_buy("line")))
        return tuple(found)

    def first_of(self, stressed: npt.NDArray[np.bool_]) -> dt.date | None:
        """The first day of stress of the middle series, from the day of leaving on; None where it has none."""
        middle = first_days(self.plan.run, stressed)[1]
        return middle + dt.timedelta(days=self.since) if middle else None

    def _visited(self, best: tuple[Doing, ...]) -> tuple[Visit, ...]:
        """What one visit more adds, on each day away, and what it takes."""
        days = range(self.since + 1, self.until)
        if not days:
            return ()
        policies = np.repeat(self.usual, len(days), axis=1)
        for k, d in enumerate(days):
            policies[d, k] = absence.WHOLE_REFILL
        gone = self.gone([best] * len(days), policies)
        chances, line = gone.through, sum(x.litres for x in best if x.what == "line")
        litres = [float(gone.poured[d - self.since, k].mean()) * self.to_litres - line for k, d in enumerate(days)]
        return tuple(Visit(self.absence.date(d), float(chances[k]), max(0.0, litres[k])) for k, d in enumerate(days))


def altered_on(plan: Plan, i: int, how: frozenset[Measure], date: dt.date) -> Bed:
    """A bed as it is described once these alterations are made on a date."""
    bed = plan.beds[i].bed
    for what in sorted(how):
        changed = altered(bed_today(plan.garden, bed, plan.today, plan.run.stands[i].on(plan.run.n_behind)), what)
        if changed.mulch:
            bed = dataclasses.replace(bed, mulches=(*bed.mulches, dataclasses.replace(changed.mulch, date=date)))
        if changed.exposure:
            light = dataclasses.replace(changed.exposure, date=date)
            bed = dataclasses.replace(bed, exposures=(*bed.exposures, light))
    return bed


def _to_buy(what: Measure) -> tuple[str | None, float]:
    return TO_BUY.get(what, (None, 0.0))


def _sets(choices: tuple[Doing, ...]) -> list[tuple[Doing, ...]]:
    """Every set of choices, the empty one first, but for those that shut each other out."""
    every = itertools.chain.from_iterable(itertools.combinations(choices, n) for n in range(len(choices) + 1))
    return [done for done in every if not any(x <= {d.what for d in done} for x in AGAINST_EACH_OTHER)]
