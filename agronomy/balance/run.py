"""A garden run up to this morning, and on into the days ahead under a policy."""

from __future__ import annotations

import dataclasses
import datetime as dt
import functools
from dataclasses import dataclass
from typing import Any

import numpy as np
import numpy.typing as npt

from agronomy.balance import forcing
from agronomy.balance import layout as at
from agronomy.balance.asking import top_asks
from agronomy.balance.kernel import Kernel
from agronomy.balance.layout import terms_of
from agronomy.balance.learnt import Draw
from agronomy.balance.terms import NEVER, Array, BedDay, BedFigures, Policies, State, Terms, Triggers, Wants
from agronomy.balance.under_weather import DaysOfBeds
from agronomy.balance.weather import AirDays
from agronomy.beds.stand import Stand
from agronomy.beds.today import BedToday, bed_today
from agronomy.describe.garden import Bed, Garden

NO_HOURS = np.zeros((1, 1, 0, at.N_HOUR))  # where what each hour did is not wanted


@dataclass(frozen=True)
class Ahead:
    """What series do in the days ahead: (day, bed, series); wet_days (bed, series)."""

    net: Array  # depletion of the rooted share below field capacity [mm over it]; negative above
    reservoir: Array  # [mm over the ground]
    watered: Array  # [mm over the ground] that was poured, before the doubt of what arrives
    stress: Array  # transpiration missed [mm over the ground]
    lost: Array  # drained or overflown [mm over the ground]
    hurt: Array  # days on which the top of what is young asked and got nothing, or plants in a container drooped [d]
    again: Array  # of `watered`, what was given a second time on a day
    wet_days: Array


@dataclass(frozen=True)
class Run:
    """A garden run up to this morning: everything that decisions start from."""

    garden: Garden
    today: dt.date
    weather: AirDays
    days: Array  # (day, bed, N_BED_DAY), from yesterday, or today where it begins today, to the last day ahead
    figures: Array  # (bed, N_BED)
    draws: Array  # (bed, series, N_DRAW)
    state: Array  # (bed, series + reckoned, N_STATE), this morning; behind the series a bed that is as its figures say
    rows: tuple[Array, ...]  # of each bed, from its opening to yesterday (day, N_TERMS), as reckoned
    shares: tuple[Array, ...]  # rooted share of each bed's ground, from the run's first day to yesterday (day,)
    parts: Array  # (bed, cut, part, N_PART): what each bed's days are cut into
    cuts: npt.NDArray[np.int64]  # (day,): which cut of them each day has
    opened_at: npt.NDArray[np.int64]  # index of each bed's first day among the weather's
    stands: tuple[Stand, ...]  # what grows in each bed, over the days of the weather
    draw: tuple[Draw, ...]  # what each bed's reservoir was seen to draw; the days ahead run by it
    kernel: Kernel

    @property
    def reckoned(self) -> slice:
        """Where in the state what is reckoned stands, behind the series."""
        return slice(self.draws.shape[1], None)

    @functools.cached_property
    def n_behind(self) -> int:
        return self.weather.n_behind

    @functools.cached_property
    def n_ahead(self) -> int:
        """Days from today on that the weather reaches."""
        return len(self.weather.dates) - self.n_behind

    @functools.cached_property
    def today_at(self) -> int:
        """Where today stands in `days`."""
        return len(self.days) - self.n_ahead

    @functools.cached_property
    def beds(self) -> tuple[BedToday, ...]:
        """Each bed as it is today."""
        return tuple(
            bed_today(self.garden, bed, self.today, stand.on(self.n_behind))
            for bed, stand in zip(self.garden.beds, self.stands, strict=True)
        )

    def day(self, bed: int) -> BedDay:
        """What a bed is today, and what was done to it so far."""
        return BedDay(*self.days[self.today_at, bed].tolist())

    def figures_of(self, bed: int) -> BedFigures:
        """What a bed is on every day."""
        return BedFigures(*self.figures[bed].tolist())

    def morning(self, bed: int) -> State:
        """What a bed's stores hold this morning, as reckoned."""
        return State(*self.state[bed, self.reckoned].mean(axis=0).tolist())

    def rooted_share(self, bed: int, offset: int = 0) -> float:
        """Share of a bed's ground that roots and waterings reach [0..1], so many days from today."""
        if offset < 0:
            return float(self.shares[bed][self.n_behind + offset])
        return float(self.days[self.today_at + offset, bed, at.SHARE])

    def behind(self, bed: int, since: int | None = None, until: int | None = None) -> Terms:
        """The terms of a bed's days behind, from its opening or a later day of the run on, to today or another day,
        that one left out: arrays (day,)."""
        opened = int(self.opened_at[bed])
        first, end = opened if since is None else int(since), self.n_behind if until is None else until
        return terms_of(self.rows[bed][first - opened : end - opened])

    def ahead(self, policies: Policies, places: list[int] | None = None) -> Ahead:
        """Run all series on from this morning; of the beds at these places only, one for each column of the policies,
        and a bed as often as it comes."""
        beds = slice(None) if places is None else np.array(places, dtype=np.int64)
        n, (b, m) = policies.shape[0], self.draws[beds].shape[:2]
        kept, wet = np.empty((at.N_KEEP, n, b, m)), np.zeros((b, m))
        poured = bool((policies != NEVER).any())
        self._run_on(policies, poured, kept, wet, np.empty((0, b, at.N_TERMS)), beds)
        net, reservoir, watered, stress, lost, hurt, again = kept
        return Ahead(net, reservoir, watered, stress, lost, hurt, again, wet)

    def hours_today(self, policies: Policies, places: list[int]) -> tuple[Array, Array]:
        """Depletion [mm over the rooted share] at the end of each hour of today from dawn on, and Ks in it, of the
        containers at these places under policies (1, place) and no second drink: (bed, series + reckoned, hour)."""
        beds = np.array(places, dtype=np.int64)
        b, m = self.draws[beds].shape[:2]
        hours = np.zeros((b, 2 * m, at.HOURS, at.N_HOUR))
        nothing, wet = np.empty((at.N_KEEP, 0, b, m)), np.zeros((b, m))
        figures = self.figures.copy()
        figures[:, at.AGAIN_MARGIN] = 0.0
        once = dataclasses.replace(self, figures=figures)
        ran = once._run_on(policies, True, nothing, wet, np.empty((0, b, at.N_TERMS)), beds, hours)
        return hours[:, :ran, :, at.HOUR_NET], hours[:, :ran, :, at.HOUR_KS]

    def terms_ahead(self, policies: Policies) -> Terms:
        """The terms of the days ahead as reckoned, means over the members: arrays (day ahead, bed)."""
        return terms_of(self.rows_ahead(policies))

    def rows_ahead(self, policies: Policies) -> Array:
        """The same as the ledger's rows: (day ahead, bed, N_TERMS)."""
        n, b = policies.shape[0], self.draws.shape[0]
        rows = np.empty((n, b, at.N_TERMS))
        self._run_on(policies, True, np.empty((at.N_KEEP, 0, b, 0)), np.empty((b, 0)), rows, slice(None))
        return rows

    def _run_on(
        self,
        policies: Policies,
        reckon: bool,
        kept: Array,
        wet: Array,
        rows: Array,
        beds: slice | npt.NDArray[np.int64],
        hours: Array = NO_HOURS,
    ) -> int:
        """Run some beds on; only what is reckoned, where `wet` has no room for the series. Returns how many ran."""
        n = policies.shape[0]
        part, those = self._first(n)
        air, draws, state = self.weather.air[part], self.draws[beds], self.state[beds]
        state = reckoned_under(state, air) if reckon else state.copy()
        if wet.shape[1] == 0:
            state, draws = np.ascontiguousarray(state[:, draws.shape[1] :]), draws[:, :0].copy()
        days, shares = (np.ascontiguousarray(x[:, beds]) for x in (self.days[those], self._shares(n)))
        inputs = (state, days, shares, self.figures[beds], draws, air, policies)
        self.kernel.days(*inputs, self.parts[beds], self.cuts[part].copy(), kept, wet, rows, hours)
        return int(state.shape[1])

    def wants_today(self) -> tuple[Wants, Wants]:
        """What the word of this morning goes by: of the series (bed, series), and as reckoned (bed,)."""
        part, those = self._first(1)
        air = self.weather.air[part]
        state = reckoned_under(self.state, air)
        wants = np.empty((*state.shape[:2], at.N_WANT))
        self.kernel.mornings(state, self.days[those], self._shares(1), self.figures, self.draws, air, wants)
        n = self.draws.shape[1]
        return Wants(*np.moveaxis(wants[:, :n], 2, 0)), Wants(*wants[:, n:].mean(axis=1).T)

    def young_today(self) -> npt.NDArray[np.bool_]:
        """Whether what stands in each bed is kept damp on top, or roots in the ball it was set in with (bed,)."""
        today = self.days[self.today_at]
        return np.asarray((today[:, at.DAMP_TOP] > 0) | (today[:, at.BALL] > 0))

    def terms_today(self) -> list[Terms]:
        """The terms of today for each bed, unwatered but for what was recorded."""
        rows = self.rows_ahead(np.full((1, len(self.garden.beds)), NEVER))[0]
        return [terms_of(row) for row in rows]

    def with_beds(self, into: list[int], other: Run) -> Run:
        """This run with the beds at these places taken from another under the same weather."""
        changed: dict[str, Any] = {}
        for name, axis in AXES.items():
            array = getattr(self, name).copy()
            array[(slice(None),) * axis + (into,)] = getattr(other, name)
            changed[name] = array
        for name in EACH:
            told = list(getattr(self, name))
            for i, of_bed in zip(into, getattr(other, name), strict=True):
                told[i] = of_bed
            changed[name] = tuple(told)
        return dataclasses.replace(self, **changed)

    def alone(self, i: int, bed: Bed, trigger: Triggers) -> Run:
        """The run of one bed, described and asked for in another way from today on."""
        one = self._only([i], (bed,))
        one.figures[0, [at.TRIGGER_RAW, at.TRIGGER_BEYOND, at.UNTIL_NEXT, at.FILL_RAW]] = trigger
        return one

    def told_otherwise(self, i: int, bed: Bed, trigger: Triggers) -> Run:
        """The run of one bed, described in another way from today on; its past stands."""
        one, n = self.alone(i, bed, trigger), self.today_at
        beds = (*self.garden.beds[:i], bed, *self.garden.beds[i + 1 :])
        garden = dataclasses.replace(self.garden, beds=beds)
        days, stand = DaysOfBeds(garden, self.weather, self.today).of(i)
        one.days[n:, 0] = days[self.n_behind :]
        one.days[n:, 0, at.KD] *= one.draw[0].factor
        return dataclasses.replace(one, stands=(stand,))

    def felt_today(self, places: list[int], beds: tuple[Bed, ...]) -> Run:
        """The run of the beds at these places, each described with what is felt today; the past stands.

        A place may come more than once, for each thing that may be felt there.
        """
        some = self._only(places, beds)
        for i, (bed, stand) in enumerate(zip(beds, some.stands, strict=True)):
            forcing.observe(some.days[self.today_at :, i], bed, self.today, stand, self.garden.finger, self.n_behind)
        return some

    def rain_onto(self, days: int) -> Array:
        """Rain that gets past leaves, mulch and roofs to each bed's soil in the days ahead (day, bed, member) [mm]."""
        part, those = self._first(days)
        rain = self.weather.air[part, None, :, at.RAIN]
        held, share = self.days[those, :, at.RAIN_HELD, None], self.days[those, :, at.RAIN_IN, None]
        return np.asarray(np.maximum(rain - held, 0.0) * share)

    def only(self, places: list[int]) -> Run:
        """The run of the beds at these places, which touch no other."""
        return self._only(places, tuple(self.garden.beds[i] for i in places))

    def _only(self, places: list[int], beds: tuple[Bed, ...]) -> Run:
        """The run of some beds, in arrays of its own."""
        parts: dict[str, Any] = {
            name: np.ascontiguousarray(np.take(getattr(self, name), places, axis)) for name, axis in AXES.items()
        }
        garden = dataclasses.replace(self.garden, beds=beds)
        each: dict[str, Any] = {name: tuple(getattr(self, name)[i] for i in places) for name in EACH}
        return dataclasses.replace(self, garden=garden, **parts, **each)

    def _first(self, n: int) -> tuple[slice, slice]:
        """Where the first n days ahead stand, today among them: among the weather's, and in `days`."""
        return slice(self.n_behind, self.n_behind + n), slice(self.today_at, self.today_at + n)

    def _shares(self, n: int) -> Array:
        _, part = self._first(n)
        today = self.days[self.today_at, :, at.SHARE]
        before = self.days[self.today_at - 1, :, at.SHARE] if self.today_at else today
        # A bed opened today has no yesterday: its share does not jump on its first morning.
        first = np.where(self.opened_at >= self.n_behind, today, before)
        return forcing.shares_before(self.days[part], first)


AXES = {"days": 1, "figures": 0, "draws": 0, "state": 0, "parts": 0, "opened_at": 0}  # which axis of each is the bed
EACH = ("rows", "shares", "stands", "draw")  # what is told of each bed by itself


def tops_ask(run: Run, wants: Wants) -> npt.NDArray[np.bool_]:
    """Whether each series asks by the damp-top rule this morning (bed, series), by wants in mm. Common practice."""
    asks = np.zeros(wants.net.shape, dtype=bool)
    damp_tops = run.days[run.today_at, :, at.DAMP_TOP]
    for i in np.flatnonzero(damp_tops > 0):
        each = zip(wants.net[i].tolist(), wants.de[i].tolist(), wants.top_use[i].tolist(), strict=True)
        asks[i] = [top_asks(net, de, top_use, float(damp_tops[i])) for net, de, top_use in each]
    return asks


def each_day(terms: Terms) -> list[Terms]:
    """Terms of arrays (day,) as one set of numbers for each day."""
    return [Terms(*row) for row in np.stack(terms, axis=-1).tolist()]


def reckoned_under(state: Array, air: Array) -> Array:
    """A copy of the state (bed, series + reckoned, N_STATE) [mm] to run on from under this air (day, series, N_AIR).

    Where the series' weather differs, what is reckoned stands once for each, since the gardener will have seen which of
    them came. Arithmetic.
    """
    n = air.shape[1]
    if state.shape[1] == 2 * n or np.array_equal(np.broadcast_to(air[:, :1], air.shape), air):
        return state.copy()
    return np.concatenate([state[:, :n], np.repeat(state[:, n:], n, axis=1)], axis=1)
