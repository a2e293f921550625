"""The days of some beds one after the other, each from the state that the day before left."""

from __future__ import annotations

import dataclasses
import datetime as dt
import weakref
from collections.abc import Iterable
from dataclasses import dataclass

import numpy as np

from agronomy.balance.single_days import DayKept, SingleDays
from agronomy.balance.terms import NEVER, Array
from agronomy.decide import styles
from agronomy.decide.again import AGAIN_CHANCE
from agronomy.decide.bands import Band, bands
from agronomy.decide.dose import Dose, passes_of
from agronomy.decide.household import Limits, limits_on
from agronomy.decide.plan import BedPlan, Plan
from agronomy.decide.planting_out import comes_on, water_in_l
from agronomy.decide.room import Room, Soak
from agronomy.decide.together import run_for, tubes_in, whole
from agronomy.decide.wait import NOW, Option, weigh
from agronomy.decide.worked import sums_of, worked_of
from agronomy.describe.garden import Move
from agronomy.plants.crops import crop_of, is_watered, yield_loss

DUE_CHANCE = 0.5  # share of the series that ask for water
EARLY_FROM = 0.5  # of its trigger: a bed less dry than that is not watered a day early; common practice, no source
ASKED_WORDS = ("soak", "fill", "check")
LEAST_LITRES = 0.05


@dataclass(frozen=True)
class DayOfBed:
    """A bed at the end of one day: depletion of its rooted share [mm over it], as reckoned and its band, and the soak
    it got."""

    date: dt.date
    net: Band
    reservoir_l: Band | None
    soak: Soak | None
    gave: (
        str | None
    )  # why a bed that was due got nothing: "minutes", "taps", "moved", "left" or "rain" (that is waited for)
    grows: bool  # whether something stands there that is watered for its own sake


@dataclass(frozen=True)
class BedAhead:
    """A bed over all days. missed: share of potential transpiration that it goes without; lost [L] drained away.

    left_alone: its depletion this evening if nothing more is poured today [mm over its rooted share].
    """

    bed: str
    days: tuple[DayOfBed, ...]
    left_alone: Band
    missed: float
    yield_lost: float
    lost_litres: float


# Days, moves, whether it is left today, and the others on its tube.
Asked = tuple[int, tuple[Move, ...], bool, tuple["weakref.ref[BedPlan]", ...]]


class Sequence:
    """The days one after the other. State and policies live here."""

    def __init__(self, plan: Plan, days: int, moves: tuple[Move, ...], left: frozenset[str], limited: bool) -> None:
        self.plan, self.run, self.n_days, self.limited = plan, plan.run, days, limited
        self.n_beds = len(plan.beds)
        self.dates = [plan.today + dt.timedelta(days=d) for d in range(days)]
        self.limits = [limits_on(plan.garden, date) for date in self.dates]
        self.todays = [b.today for b in plan.beds]
        self.ground = np.array([b.ground_m2 for b in plan.beds])
        self.arrives = np.array([[self._arrives(i, d) for i in range(self.n_beds)] for d in range(days)])
        self.dryness = np.array([styles.dryness_weight(plan.garden, b.bed, plan.today) for b in plan.beds])
        n = self.run.n_behind
        self.grows = np.stack([x.plants[n : n + days] > 0 for x in self.run.stands], axis=1)  # (day, bed)
        self.tubes = tubes_in(plan)
        self.barred, self.pinned = self._read_moves(moves)
        self.left = whole(self.tubes, (i for i, b in enumerate(plan.beds) if b.bed.name in left))
        self.planting = self._plantings()
        self.single = SingleDays(self.run)
        self.state = self.single.opening
        self.weighed = [worked_of(b).weighed for b in plan.beds]
        self.options: dict[tuple[int, int], Option] = {}  # (day, bed) -> what costs least, where rain is in sight
        self.since: dict[int, dt.date] = {}  # bed -> the day it was first due and not watered
        self.again: dict[tuple[int, int], float] = {}  # (day, bed) -> litres of a second drink
        self.gave: list[tuple[int, str, dt.date, str]] = []
        self.left_alone: list[Band] = []
        self.cells: list[list[DayOfBed]] = [[] for _ in range(self.n_beds)]
        self.stress, self.lost = np.zeros(self.n_beds), np.zeros(self.n_beds)

    def _read_moves(self, moves: tuple[Move, ...]) -> tuple[set[tuple[int, int]], set[tuple[int, int]]]:
        """(day, bed) on which nothing is poured, and on which something is, because the gardener moved a soak: with one
        bed of a tube, all."""
        index = {b.bed.name: i for i, b in enumerate(self.plan.beds)}
        barred: set[tuple[int, int]] = set()
        pinned: set[tuple[int, int]] = set()
        for move in moves:
            if move.bed not in index:
                continue
            since, to = ((d - self.plan.today).days for d in (move.from_date, move.to_date))
            for i in whole(self.tubes, [index[move.bed]]):
                barred |= {(d, i) for d in range(min(since, to), max(since, to) + 1)}
                pinned.discard((since, i))  # a soak that was moved before and goes on from there
                pinned.add((to, i))
        return barred - pinned, pinned

    def _plantings(self) -> dict[tuple[int, int], float]:
        """(day, bed) after today on which something is planted -> the litres that water it in."""
        found = {}
        for i, b in enumerate(self.plan.beds):
            for date in {p.planted for p in b.bed.plantings if p.planted > self.plan.today}:
                if (litres := water_in_l(b.bed, date)) > 0:
                    found[(date - self.plan.today).days, i] = litres
        return found

    def finished(self) -> tuple[BedAhead, ...]:
        """Every bed over all days."""
        asks = self._asks(0, self.state)
        for d in range(self.n_days):
            asks = self._day(d, asks)
        potential = sums_of(self.plan.beds, ("potential", self.n_days), self._potential)
        lines = []
        for i, b in enumerate(self.plan.beds):
            missed = float(self.stress[i] / max(potential[i], 1e-9))
            ky = max((crop_of(p).yield_response[0] for p in b.bed.plantings if is_watered(p)), default=0.0)
            lost = float(self.lost[i] * self.ground[i])
            days = tuple(self.cells[i])
            lines.append(BedAhead(b.bed.name, days, self.left_alone[i], missed, yield_loss(ky, missed), lost))
        return tuple(lines)

    def _potential(self, beds: list[int]) -> list[float]:
        """What plants of these beds would use in all days without stress [mm over the ground]."""
        terms = self.run.only(beds).terms_ahead(np.full((self.n_days, len(beds)), NEVER))
        return list(np.sum(terms.potential, axis=0).tolist())

    def _asks(self, d: int, state: Array, beds: Iterable[int] | None = None) -> set[int]:
        """Which of these beds (None: of all) most series would water on day d. Today's word is the word of the plan."""
        some = list(range(self.n_beds)) if beds is None else sorted(beds)
        if d == 0:
            asked = {i for i in some if self.plan.beds[i].word in ASKED_WORDS or self.plan.beds[i].again}
            self.options |= {(0, i): Option(dose.share) for i in asked if (dose := self.plan.beds[i].dose)}
            return asked
        shares = self.single.asked(d, state, np.array(some, dtype=np.int64))
        due = {i for i, share in zip(some, shares, strict=True) if share >= DUE_CHANCE and not self._held(d, i)}
        self._weigh(d, state, sorted(i for i in due if not self._fills(d, i, state)))
        return due

    def _weigh(self, d: int, state: Array, beds: list[int]) -> None:
        """Water, a part of it or wait, for beds that are due on day d, with the members of that day."""
        known = {i: (d, state[i].tobytes()) for i in beds}
        new = [i for i in beds if known[i] not in self.weighed[i]]
        choices = weigh(self.single.from_day(d, state), new) if new else []
        for i, choice in zip(new, choices, strict=True):
            self.weighed[i][known[i]] = choice.chosen
        self.options |= {(d, i): self.weighed[i][known[i]] for i in beds}

    def _fills(self, d: int, i: int, state: Array) -> bool:
        """Whether a bed's reservoir is filled on day d, and nothing poured from above."""
        dry = self.single.buried(i) and self.single.nets(state)[i] >= self.plan.beds[i].trigger_mm
        return self.plan.beds[i].fills if d == 0 else self.single.wicks(d, i) and not dry

    def _share(self, d: int, i: int) -> float:
        """The share of a refill that a bed gets on day d."""
        chosen = self.options.get((d, i), NOW)
        return chosen.share if (d, i) not in self.planting and chosen.wait_days == 0 else 1.0

    def _held(self, d: int, i: int) -> bool:
        b = self.plan.beds[i]
        if b.word == "empty":  # a dry bed is wetted the day before it is planted, and not sooner
            comes = comes_on(b.bed, self.plan.today)
            return comes is None or self.dates[d] < comes - dt.timedelta(days=1)
        return self._waits_since_today(d, i)

    def _arrives(self, i: int, d: int) -> float:
        """Of what is poured on day d, the share that comes to the roots: young ones grow into what a line wets."""
        b = self.plan.beds[i]
        return b.today.method.arrives_at(self.run.rooted_share(i, d) * b.ground_m2)

    def _waits_since_today(self, d: int, i: int) -> bool:
        """Whether a bed whose word is to wait still does on day d."""
        b = self.plan.beds[i]
        return b.word == "wait" and d < b.choice.wait_days

    def _waits(self, d: int, i: int) -> bool:
        """Whether a bed that is due on day d waits for rain."""
        return self.options.get((d, i), NOW).wait_days > 0

    def _soaked(self, d: int, state: Array, beds: list[int], along: set[int]) -> Soaked:
        """Soak these beds on day d. along: those that do not ask, but stand on a tube that is opened for others: they
        get a refill, or less where it runs too short for one."""
        first = self._refilled(d, state, beds, {})
        given = run_for(self.plan, self.tubes, first.litres, along)
        short = {i: given[i].mid / first.litres[i].mid for i in along if given[i].mid < first.litres[i].mid}
        soaked = self._refilled(d, state, beds, short) if short else first
        over = {i: max(0.0, given[i].mid - first.litres[i].mid) for i in beds if i in self.tubes}
        return dataclasses.replace(soaked, litres=given, over=over)

    def _refilled(self, d: int, state: Array, beds: list[int], shares: dict[int, float]) -> Soaked:
        """Refill these beds on day d, each by the share of it that is chosen for it, or by one of these."""
        some = np.array(beds, dtype=np.int64)
        after, kept = self.single.run(d, state, np.array([shares.get(i, self._share(d, i)) for i in beds]), some)
        mm = self.single.poured(d, kept, some)
        arrives = np.array([1.0 if self._fills(d, i, state) else self.arrives[d, i] for i in beds])
        to_litres = (self.ground[some] / arrives)[:, None]
        litres = dict(zip(beds, bands(mm * to_litres), strict=True)) if beds else {}
        twice = np.where((kept.again > 0).mean(axis=1) >= AGAIN_CHANCE, (kept.again * to_litres).mean(axis=1), 0.0)
        self.again |= {(d, i): float(x) for i, x in zip(beds, twice, strict=True)}
        if d == 0:  # today's doses are told once, by the plan
            for i in beds:
                b, second = self.plan.beds[i], _second(self.plan.beds[i])
                first = b.dose if b.dose or second else b.if_watered()
                litres[i] = _both([x for x in (first, second) if x])
                self.again[0, i] = second.litres if second else 0.0
        return Soaked(litres, after, kept, {})

    def _day(self, d: int, asks: set[int]) -> set[int]:
        """Settle day d, given which beds ask; returns which ask on the next."""
        date, last = self.dates[d], d + 1 == self.n_days
        moved = {i for day, i in self.pinned if day == d and not (d == 0 and self.plan.beds[i].word == "done")}
        planted = {i for day, i in self.planting if day == d}
        put_off = {i: "moved" for i in asks if (d, i) in self.barred}
        if d == 0:
            put_off |= dict.fromkeys(self.left & (asks | moved), "left")
        waits = {i for i in asks if self._waits(d, i)} | {
            i for i in range(self.n_beds) if self._waits_since_today(d, i)
        }
        put_off |= dict.fromkeys(waits - moved - planted - put_off.keys(), "rain")
        barred = {i for day, i in self.barred if day == d}
        due = sorted((asks | moved | planted) - put_off.keys() - barred)
        along = whole(self.tubes, due) - set(due) - barred
        due = sorted({*due, *along})
        put_off = {i: why for i, why in put_off.items() if i not in along}
        after, kept = self.single.run(d, self.state, NEVER)
        if d == 0:
            self.left_alone = self._nets(after, kept)
        day = Settled(after, kept)
        soaked = self._soaked(d, self.state, due, along)
        litres, goes = soaked.litres, self._goes(d, due, soaked.litres)
        room = Room(self.todays, self.limits[d] if self.limited else Limits(None, None), self.tubes)
        for i in planted & set(litres):
            litres[i] = litres[i].at_least(self.planting[d, i])
        for i in self._in_order(d, due, along, moved | planted, day) if room.bound else due:
            if i not in moved and litres[i].mid < LEAST_LITRES:
                continue
            how = "planting" if i in planted else "moved" if i in moved else "late" if i in self.since else "due"
            how = "part" if how == "due" and self._share(d, i) < 1 else "along" if i in along else how
            answer = room.take(i, litres[i], how, self.since.get(i, date), self.again[d, i], goes[i])
            if isinstance(answer, Soak):
                day.chosen[i] = dataclasses.replace(answer, over=soaked.over.get(i, 0.0))
            elif i not in along:
                day.refused[i] = answer
        day.take_over(due, soaked)
        next_asks = asks if last else self._asks(d + 1, day.state)
        if self.limited and not last and (early := self._pull_early(d, day, next_asks, room)):
            next_asks = (next_asks - early) | self._asks(d + 1, day.state, early)
        self._note(d, day, put_off)
        self.state = day.state
        return next_asks

    def _goes(self, d: int, beds: list[int], litres: dict[int, Band]) -> dict[int, int]:
        """In how many goes each of these beds is given its litres on day d; a tube runs as often as one bed asks."""
        each = {i: self._goes_of(d, i, litres[i]) for i in beds}
        return {i: max(each[k] for k in self.tubes.get(i, (i,)) if k in each) for i in beds}

    def _goes_of(self, d: int, i: int, litres: Band) -> int:
        """In how many goes a bed by itself is given these litres on day d; today's are told by the plan."""
        b = self.plan.beds[i]
        if self._fills(d, i, self.state):
            return 1
        if d == 0:
            told = [x for x in (b.dose, _second(b)) if x] or [b.if_watered()]
            return sum(x.passes for x in told) - len(told) + 1  # a second drink counts as a trip already
        first = litres.mid - (self.again[d, i] if self.again[d, i] < litres.mid else 0.0)
        return passes_of(b.today, self.run.rooted_share(i, d), first)[0]

    def _in_order(self, d: int, due: list[int], along: set[int], moved: set[int], day: Settled) -> list[int]:
        """Who is served first: what the gardener moved here, then whoever loses most by waiting a day; who only comes
        along, last."""
        some = np.array(due, dtype=np.int64)
        lost = _at_stake(day.kept)[some]
        if d + 1 < self.n_days and due:
            _, tomorrow = self.single.run(d + 1, day.state, NEVER, some)
            lost = lost + _at_stake(tomorrow)
        cost = dict(zip(due, self.dryness[some] * lost, strict=True))
        return sorted(due, key=lambda i: (i not in moved, i in along, -cost[i], i))

    def _pull_early(self, d: int, day: Settled, next_asks: set[int], room: Room) -> set[int]:
        """Water today what tomorrow has no room for, where today has; which beds that were."""
        tomorrow = Room(self.todays, self.limits[d + 1], self.tubes)
        if not tomorrow.bound:
            return set()
        ask = {i for i in next_asks if i not in day.chosen and (d + 1, i) not in self.barred}
        coming = sorted(whole(self.tubes, ask))
        wanted = self._soaked(d + 1, day.state, coming, set(coming) - ask).litres
        goes = self._goes(d + 1, coming, wanted)
        over = {
            i
            for i in coming
            if isinstance(tomorrow.take(i, wanted[i], "due", self.dates[d + 1], self.again[d + 1, i], goes[i]), str)
        }
        ripe = {i for i in over & ask if (d, i) not in self.barred and self._ripe(d, i)}
        if not ripe:
            return set()
        taken = sorted(whole(self.tubes, ripe))
        soaked = self._soaked(d, self.state, taken, set(taken) - ripe)
        now, goes = soaked.litres, self._goes(d, taken, soaked.litres)
        added = set()
        for i in sorted(taken, key=lambda i: (i not in ripe, i)):
            if now[i].mid < LEAST_LITRES:
                continue
            soak = room.take(i, now[i], "early", self.dates[d + 1], self.again[d, i], goes[i])
            if isinstance(soak, Soak):
                day.chosen[i] = dataclasses.replace(soak, over=soaked.over.get(i, 0.0))
                added.add(i)
        day.take_over(taken, soaked)
        return added

    def _ripe(self, d: int, i: int) -> bool:
        """Whether a bed is dry enough, or has a reservoir to fill, so that water a day early is not poured in vain."""
        ripe = self.single.nets(self.state)[i] >= EARLY_FROM * self.plan.beds[i].trigger_mm
        return bool(ripe) or self._fills(d, i, self.state)

    def _note(self, d: int, day: Settled, put_off: dict[int, str]) -> None:
        date = self.dates[d]
        nets = self._nets(day.state, day.kept)
        for i in range(self.n_beds):
            gave = day.refused.get(i) or put_off.get(i)
            reservoir = (
                bands(day.kept.reservoir[i : i + 1] * self.ground[i])[0] if self.single.has_reservoir(i) else None
            )
            self.cells[i].append(DayOfBed(date, nets[i], reservoir, day.chosen.get(i), gave, bool(self.grows[d, i])))
            if i in day.chosen:
                self.since.pop(i, None)
            elif i in day.refused and i not in self.since:
                self.since[i] = date
                self.gave.append((i, self.plan.beds[i].bed.name, date, day.refused[i]))
        self.stress += day.kept.stress.mean(axis=1) * self.grows[d]
        self.lost += day.kept.lost.mean(axis=1)
        for i, soak in day.chosen.items():
            self.lost[i] += soak.over * self.arrives[d, i] / self.ground[i]

    def _nets(self, state: Array, kept: DayKept) -> list[Band]:
        """Each bed's depletion at a day's end: as reckoned, and the band of its series."""
        reckoned = self.single.nets(state).tolist()
        return [Band(min(b.low, net), net, max(b.high, net)) for b, net in zip(bands(kept.net), reckoned, strict=True)]


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


@dataclass(frozen=True)
class Soaked:
    """Beds soaked on a day: what each takes [L], their state afterwards, what was kept of their day, and of those on a
    tube what they get beyond a refill [L]."""

    litres: dict[int, Band]
    state: Array
    kept: DayKept
    over: dict[int, float]


class Settled:
    """A day as it comes to stand: all beds as if left alone, then those that were chosen as soaked."""

    def __init__(self, state: Array, kept: DayKept) -> None:
        self.state, self.kept = state, kept
        self.chosen: dict[int, Soak] = {}
        self.refused: dict[int, str] = {}

    def take_over(self, beds: list[int], soaked: Soaked) -> None:
        """Take the soaked state and day of those of these beds that were chosen."""
        at = [k for k, i in enumerate(beds) if i in self.chosen]
        into = [beds[k] for k in at]
        self.state[into] = soaked.state[at]
        self.kept.take_over(into, soaked.kept, at)
