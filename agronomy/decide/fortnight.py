"""The days ahead as a sequence: which bed is watered on which day, within what the household can do.

Each day starts from the state that the days before it left. A bed is due when most series ask for water. When a day
has not room for all that is due, the bed that loses least by waiting gives, and what that costs is said; a day with
room to spare takes on what the next day could not do.
"""

from __future__ import annotations

import collections
import dataclasses
import datetime as dt
import functools
from collections.abc import Iterable
from dataclasses import dataclass

import numpy as np

from agronomy.balance.single_days import DayKept, SingleDays
from agronomy.balance.terms import NEVER, Array
from agronomy.beds.today import BedToday
from agronomy.decide import styles
from agronomy.decide.again import AGAIN_CHANCE
from agronomy.decide.bands import Band, bands, rain_chance
from agronomy.decide.dose import Dose
from agronomy.decide.household import Limits, limits_on
from agronomy.decide.plan import BedPlan, Plan
from agronomy.decide.planting_out import comes_on, water_in_l
from agronomy.decide.wait import NOW, Option, weigh
from agronomy.describe.garden import Move
from agronomy.plants.crops import crop_of, is_watered, yield_loss

DUE_CHANCE = 0.5  # share of the series that ask for water
EARLY_FROM = 0.5  # of its trigger: a bed less dry than that is not watered a day early; common practice, no source
ASKED_WORDS = ("soak", "fill", "check")
LEAST_LITRES = 0.05
FILL_AT_THE_LATEST = (
    0.6  # share of its capacity at which a reservoir asks before it is empty; common practice, no source
)


@dataclass(frozen=True)
class Soak:
    """One bed on one day, both drinks together. how: "due"; "part" (a part of a refill, rain may do the rest); "late"
    (it gave way before);
    "early" (the next day has no room); "moved"; "planting" (something is planted that day and watered in)."""

    litres: Band
    minutes: float
    tap_minutes: float
    how: str
    wanted: dt.date
    again: float = 0.0  # of these litres, those of a second drink; 0: none


@dataclass(frozen=True)
class DayOfBed:
    """A bed at the end of one day: depletion of its rooted share [mm over it], and the soak it got."""

    date: dt.date
    net: Band
    soak: Soak | None
    gave: str | None  # why a bed that was due got nothing: "minutes", "taps", "moved" or "rain" (that is waited for)
    grows: bool  # whether something stands there that is watered for its own sake


@dataclass(frozen=True)
class BedAhead:
    """A bed over all days. missed: share of potential transpiration that it goes without; lost [L] drained away."""

    bed: str
    days: tuple[DayOfBed, ...]
    missed: float
    yield_lost: float
    lost_litres: float


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


def fortnight(plan: Plan, days: int = 14, moves: Iterable[Move] | None = None, limited: bool = True) -> Fortnight:
    """The sequence for the `days` from today on. moves: the gardener's own; None: those of the garden.

    limited: within the household's people and allowed hours.
    """
    moved = plan.garden.moves if moves is None else tuple(moves)
    return _fortnight(plan, min(days, len(plan.run.weather.dates) - plan.run.n_behind), moved, limited)


@functools.lru_cache(maxsize=48)
def _fortnight(plan: Plan, days: int, moved: tuple[Move, ...], limited: bool) -> Fortnight:
    """Kept in memory by the plan it rests on, which never changes."""
    sequence = _Sequence(plan, days, moved, limited)
    made = sequence.finished()
    if not sequence.gave:
        return made
    free = _Sequence(plan, days, moved, False, beside=sequence).finished()
    firsts = {i: (bed, due, why) for i, bed, due, why in reversed(sequence.gave)}
    times = collections.Counter(i for i, _, _, _ in sequence.gave)
    gives = tuple(
        Giving(
            bed, due, _soaked_after(made, i, due), why, times[i], max(0.0, made.beds[i].missed - free.beds[i].missed)
        )
        for i, (bed, due, why) in sorted(firsts.items(), key=lambda x: (x[1][1], x[0]))
    )
    return Fortnight(made.days, made.beds, gives)


def _soaked_after(made: Fortnight, bed: int, due: dt.date) -> dt.date | None:
    return next((d.date for d in made.beds[bed].days if d.date > due and d.soak is not None), None)


class _Sequence:
    """The days one after the other. State and policies live here; nothing of it outlasts the call."""

    def __init__(
        self, plan: Plan, days: int, moves: tuple[Move, ...], limited: bool, beside: _Sequence | None = None
    ) -> None:
        """beside: another sequence, whose beds that gave way are followed here and the others left alone; without
        limits no bed touches another."""
        self.plan, self.run, self.n_days, self.limited = plan, plan.run, days, limited
        self.n_beds = len(plan.beds)
        self.dates = [plan.today + dt.timedelta(days=d) for d in range(days)]
        self.limits = [limits_on(plan.garden, date) for date in self.dates]
        self.todays = [b.today for b in plan.beds]
        self.ground = np.array([b.ground_m2 for b in plan.beds])
        self.arrives = np.array([b.today.method.arrives for b in plan.beds])
        self.dryness = np.array([styles.dryness_weight(plan.garden, b.bed, plan.today) for b in plan.beds])
        n = self.run.n_behind
        self.grows = np.stack([x.plants[n : n + days] > 0 for x in self.run.stands], axis=1)  # (day, bed)
        self.barred, self.pinned = self._read_moves(moves)
        self.planting = self._plantings()
        self.single = SingleDays(self.run, self.run.filled_before_empty(FILL_AT_THE_LATEST))
        self.state = self.single.opening
        self.only = None if beside is None else {i for i, *_ in beside.gave}
        # What was weighed of a bed on a day, by its state: two sequences go together for a while.
        self.weighed: dict[tuple[int, int, bytes], Option] = {} if beside is None else beside.weighed
        self.options: dict[tuple[int, int], Option] = {}  # (day, bed) -> what costs least, where rain is in sight
        self.since: dict[int, dt.date] = {}  # bed -> the day it was first due and not watered
        self.again: dict[tuple[int, int], float] = {}  # (day, bed) -> litres of a second drink
        self.gave: list[tuple[int, str, dt.date, str]] = []
        self.poured: list[tuple[float, float]] = []  # litres and minutes of each day
        self.cells: list[list[DayOfBed]] = [[] for _ in range(self.n_beds)]
        self.stress, self.lost = np.zeros(self.n_beds), np.zeros(self.n_beds)

    def _read_moves(self, moves: tuple[Move, ...]) -> tuple[set[tuple[int, int]], set[tuple[int, int]]]:
        """(day, bed) on which nothing is poured, and on which something is, because the gardener moved a soak."""
        index = {b.bed.name: i for i, b in enumerate(self.plan.beds)}
        barred: set[tuple[int, int]] = set()
        pinned: set[tuple[int, int]] = set()
        for move in moves:
            if move.bed not in index:
                continue
            i = index[move.bed]
            since, to = ((d - self.plan.today).days for d in (move.from_date, move.to_date))
            barred |= {(d, i) for d in range(min(since, to), max(since, to) + 1)}
            pinned.discard((since, i))  # a soak that was moved before and goes on from there
            pinned.add((to, i))
        return barred - pinned, pinned

    def _plantings(self) -> dict[tuple[int, int], float]:
        """(day, bed) after today on which something is planted -> the litres that water it in."""
        found = {}
        for i, b in enumerate(self.plan.beds):
            if b.bed.reservoir is not None:
                continue
            for date in {p.planted for p in b.bed.plantings if p.planted > self.plan.today}:
                if (litres := water_in_l(b.bed, date)) > 0:
                    found[(date - self.plan.today).days, i] = litres
        return found

    def finished(self) -> Fortnight:
        asks = self._asks(0, self.state)
        for d in range(self.n_days):
            asks = self._day(d, asks)
        potential = np.sum(self.run.terms_ahead(np.full((self.n_days, self.n_beds), NEVER)).potential, axis=0)
        lines = []
        for i, b in enumerate(self.plan.beds):
            missed = float(self.stress[i] / max(potential[i], 1e-9))
            ky = max((crop_of(p).yield_response[0] for p in b.bed.plantings if is_watered(p)), default=0.0)
            lost = float(self.lost[i] * self.ground[i])
            lines.append(BedAhead(b.bed.name, tuple(self.cells[i]), missed, yield_loss(ky, missed), lost))
        return Fortnight(self._loads(), tuple(lines), ())

    def _loads(self) -> tuple[DayLoad, ...]:
        w, n, heat = self.run.weather, self.run.n_behind, self.plan.heat
        rains, warmest = (bands(x[n : n + self.n_days]) for x in (w.rain, w.tmax))
        return tuple(
            DayLoad(
                date,
                *self.poured[d],
                self.limits[d],
                rains[d],
                rain_chance(w.rain[n + d]),
                warmest[d],
                bool(heat and date in heat.dates),
            )
            for d, date in enumerate(self.dates)
        )

    def _asks(self, d: int, state: Array, beds: Iterable[int] | None = None) -> set[int]:
        """Which of these beds (None: of all) most series would water on day d. Today's word is the word of the plan."""
        some = list(range(self.n_beds)) if beds is None else sorted(beds)
        some = [i for i in some if self.only is None or i in self.only]
        if d == 0:
            asked = {i for i in some if self.plan.beds[i].word in ASKED_WORDS or self.plan.beds[i].again}
            self.options |= {(0, i): Option(dose.share) for i in asked if (dose := self.plan.beds[i].dose)}
            return asked
        shares = self.single.asked(d, state, np.array(some, dtype=np.int64))
        due = {i for i, share in zip(some, shares, strict=True) if share >= DUE_CHANCE and not self._held(d, i)}
        self._weigh(d, state, sorted(i for i in due if not self.single.has_reservoir(i)))
        return due

    def _weigh(self, d: int, state: Array, beds: list[int]) -> None:
        """Water, a part of it or wait, for beds that are due on day d, with the members of that day."""
        known = {i: (d, i, state[i].tobytes()) for i in beds}
        new = [i for i in beds if known[i] not in self.weighed]
        choices = weigh(self.single.from_day(d, state), new) if new else []
        self.weighed |= {known[i]: choice.chosen for i, choice in zip(new, choices, strict=True)}
        self.options |= {(d, i): self.weighed[known[i]] for i in beds}

    def _share(self, d: int, i: int) -> float:
        """The share of a refill that a bed gets on day d."""
        chosen = self.options.get((d, i), NOW)
        return chosen.share if (d, i) not in self.planting and chosen.wait_days == 0 else 1.0

    def _held(self, d: int, i: int) -> bool:
        b = self.plan.beds[i]
        if b.word == "empty":  # a dry bed is wetted the day before it is planted, and not sooner
            comes = comes_on(b.bed, self.plan.today)
            return comes is None or self.dates[d] < comes - dt.timedelta(days=1)
        return b.word == "wait" and d < b.choice.wait_days

    def _waits(self, d: int, i: int) -> bool:
        """Whether a bed that is due on day d waits for rain."""
        return self.options.get((d, i), NOW).wait_days > 0

    def _soaked(self, d: int, state: Array, beds: list[int]) -> tuple[dict[int, Band], Array, DayKept]:
        """Soak these beds on day d: what each takes [L], their state afterwards, and what was kept of their day."""
        some = np.array(beds, dtype=np.int64)
        after, kept = self.single.run(d, state, np.array([self._share(d, i) for i in beds]), some)
        mm = self.single.poured(d, kept, some)
        to_litres = (self.ground / self.arrives)[some, None]
        litres = dict(zip(beds, bands(mm * to_litres), strict=True)) if beds else {}
        twice = np.where((kept.again > 0).mean(axis=1) >= AGAIN_CHANCE, (kept.again * to_litres).mean(axis=1), 0.0)
        self.again |= {(d, i): float(x) for i, x in zip(beds, twice, strict=True)}
        if d == 0:  # today's doses are told once, by the plan
            for i in beds:
                told = [x for x in (self.plan.beds[i].dose, _second(self.plan.beds[i])) if x]
                if told:
                    litres[i] = _both(told)
                self.again[0, i] = second.litres if (second := _second(self.plan.beds[i])) else 0.0
        return litres, after, kept

    def _day(self, d: int, asks: set[int]) -> set[int]:
        """Settle day d, given which beds ask; returns which ask on the next."""
        date, last = self.dates[d], d + 1 == self.n_days
        moved = {i for day, i in self.pinned if day == d}
        planted = {i for day, i in self.planting if day == d}
        put_off = {i: "moved" for i in asks if (d, i) in self.barred}
        put_off |= {i: "rain" for i in asks - moved - planted if self._waits(d, i) and i not in put_off}
        due = sorted((asks | moved | planted) - put_off.keys() - {i for day, i in self.barred if day == d})
        after, kept = self.single.run(d, self.state, NEVER)
        day = _Settled(after, kept)
        litres, soaked, did = self._soaked(d, self.state, due)
        room = _Room(self.todays, self.limits[d] if self.limited else Limits(None, None))
        for i in planted & set(litres):
            litres[i] = litres[i].at_least(self.planting[d, i])
        for i in self._in_order(d, due, moved | planted, day) if room.bound else due:
            if i not in moved and litres[i].mid < LEAST_LITRES:
                continue
            how = "planting" if i in planted else "moved" if i in moved else "late" if i in self.since else "due"
            how = "part" if how == "due" and self._share(d, i) < 1 else how
            day.settle(i, room.take(i, litres[i], how, self.since.get(i, date), self.again[d, i]))
        day.take_over(due, soaked, did)
        next_asks = asks if last else self._asks(d + 1, day.state)
        if self.limited and not last and (early := self._pull_early(d, day, next_asks, room)):
            next_asks = (next_asks - early) | self._asks(d + 1, day.state, early)
        self._note(d, day, put_off)
        self.state = day.state
        return next_asks

    def _in_order(self, d: int, due: list[int], moved: set[int], day: _Settled) -> list[int]:
        """Who is served first: what the gardener moved here, then whoever loses most by waiting a day."""
        some = np.array(due, dtype=np.int64)
        lost = _at_stake(day.kept)[some]
        if d + 1 < self.n_days and due:
            _, tomorrow = self.single.run(d + 1, day.state, NEVER, some)
            lost = lost + _at_stake(tomorrow)
        cost = dict(zip(due, self.dryness[some] * lost, strict=True))
        return sorted(due, key=lambda i: (i not in moved, -cost[i], i))

    def _pull_early(self, d: int, day: _Settled, next_asks: set[int], room: _Room) -> set[int]:
        """Water today what tomorrow has no room for, where today has; which beds that were."""
        tomorrow = _Room(self.todays, self.limits[d + 1])
        if not tomorrow.bound:
            return set()
        coming = sorted(i for i in next_asks if i not in day.chosen and (d + 1, i) not in self.barred)
        wanted, _, _ = self._soaked(d + 1, day.state, coming)
        over = [
            i
            for i in coming
            if not isinstance(tomorrow.take(i, wanted[i], "due", self.dates[d + 1], self.again[d + 1, i]), Soak)
        ]
        over = [i for i in over if (d, i) not in self.barred and self._ripe(i)]
        if not over:
            return set()
        now, soaked, did = self._soaked(d, self.state, over)
        added = set()
        for i in over:
            if now[i].mid < LEAST_LITRES:
                continue
            soak = room.take(i, now[i], "early", self.dates[d + 1], self.again[d, i])
            if isinstance(soak, Soak):
                day.chosen[i] = soak
                added.add(i)
        day.take_over(over, soaked, did)
        return added

    def _ripe(self, i: int) -> bool:
        """Whether a bed is dry enough, or has a reservoir, so that water a day early is not poured in vain."""
        ripe = self.single.net(self.state, i) >= EARLY_FROM * self.plan.beds[i].trigger_mm
        return ripe or self.single.has_reservoir(i)

    def _note(self, d: int, day: _Settled, put_off: dict[int, str]) -> None:
        date = self.dates[d]
        nets = bands(day.kept.net)
        for i in range(self.n_beds):
            gave = day.refused.get(i) or put_off.get(i)
            self.cells[i].append(DayOfBed(date, nets[i], day.chosen.get(i), gave, bool(self.grows[d, i])))
            if i in day.chosen:
                self.since.pop(i, None)
            elif i in day.refused and i not in self.since:
                self.since[i] = date
                self.gave.append((i, self.plan.beds[i].bed.name, date, day.refused[i]))
        self.stress += day.kept.stress.mean(axis=1) * self.grows[d]
        self.lost += day.kept.lost.mean(axis=1)
        self.poured.append(
            (sum(x.litres.mid for x in day.chosen.values()), sum(x.minutes for x in day.chosen.values()))
        )


def _second(b: BedPlan) -> Dose | None:
    """The second drink of today."""
    return b.again.dose if b.again else None


def _both(told: list[Dose]) -> Band:
    """The litres of a day's drinks together."""
    bands_of = [dataclasses.replace(x.litres_band, mid=x.litres) for x in told]
    return Band(*(sum(getattr(x, f.name) for x in bands_of) for f in dataclasses.fields(Band)))


def _at_stake(kept: DayKept) -> Array:
    """What each bed loses by a day without water [mm of transpiration]: growth, and of what is young the crop."""
    return np.asarray((kept.stress + styles.HURT_DAY_MM * kept.hurt).mean(axis=1))


class _Settled:
    """A day as it comes to stand: all beds as if left alone, then those that were chosen as soaked."""

    def __init__(self, state: Array, kept: DayKept) -> None:
        self.state, self.kept = state, kept
        self.chosen: dict[int, Soak] = {}
        self.refused: dict[int, str] = {}

    def settle(self, i: int, answer: Soak | str) -> None:
        if isinstance(answer, Soak):
            self.chosen[i] = answer
        else:
            self.refused[i] = answer

    def take_over(self, beds: list[int], state: Array, kept: DayKept) -> None:
        """Take the soaked state and day of those of these beds that were chosen."""
        at = [k for k, i in enumerate(beds) if i in self.chosen]
        into = [beds[k] for k in at]
        self.state[into] = state[at]
        self.kept.take_over(into, kept, at)


class _Room:
    """What is left of a day's minutes and of each tap's."""

    def __init__(self, beds: list[BedToday], limits: Limits) -> None:
        self.beds, self.limits = beds, limits
        self.minutes = limits.minutes
        self.taps: dict[str, float] = {}

    @property
    def bound(self) -> bool:
        """Whether the day has any limit."""
        return self.minutes is not None or self.limits.tap_minutes is not None

    def take(self, i: int, litres: Band, how: str, wanted: dt.date, again: float) -> Soak | str:
        """The soak if the day has room for it (and takes that room), else why not: "minutes" or "taps"."""
        method, name = self.beds[i].method, self.beds[i].rig.name
        times = 2 if 0 < again < litres.mid else 1
        minutes, tap = method.person_minutes(litres.mid, times), method.tap_minutes(litres.mid)
        left = self.taps.get(name, self.limits.tap_minutes if self.limits.tap_minutes is not None else np.inf)
        if how not in ("moved", "planting"):  # what the gardener put on a day stands, whatever it asks
            if self.minutes is not None and minutes > self.minutes + 1e-9:
                return "minutes"
            if tap > left + 1e-9:
                return "taps"
        if self.minutes is not None:
            self.minutes -= minutes
        self.taps[name] = left - tap
        return Soak(litres, minutes, tap, how, wanted, again)
