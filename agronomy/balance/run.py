"""Running a garden: from each bed's opening to this morning, and on into the days ahead under a policy."""

from __future__ import annotations

import dataclasses
import datetime as dt
import functools
import itertools
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any

import numpy as np
import numpy.typing as npt

from agronomy.balance import forcing, spreads
from agronomy.balance import layout as at
from agronomy.balance.asking import top_asks
from agronomy.balance.checkpoints import Checkpoints, key_of
from agronomy.balance.day_parts import day_parts
from agronomy.balance.kernel import Kernel, compiled
from agronomy.balance.layout import figures_of, terms_of
from agronomy.balance.learnt import USUAL_DRAW, Draw, draw_of_box
from agronomy.balance.terms import NEVER, Array, BedDay, BedFigures, Policies, State, Terms, Triggers, Wants
from agronomy.balance.weather import AirDays
from agronomy.beds import light
from agronomy.beds.ground import ground_m2, is_container
from agronomy.beds.stand import Stand
from agronomy.beds.today import BedToday, bed_today
from agronomy.beds.wall import wall_gains
from agronomy.describe.garden import Bed, Garden
from agronomy.ground.soil_temperature import soil_temperature
from agronomy.plants.size import Warmth

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
    days: Array  # (day, bed, N_BED_DAY), from the first bed's opening to the last day ahead
    figures: Array  # (bed, N_BED)
    draws: Array  # (bed, series, N_DRAW)
    state: Array  # (bed, series + reckoned, N_STATE), this morning; behind the series a bed that is as its figures say
    rows: Array  # (past day, bed, N_TERMS), as reckoned; zero before a bed was opened
    parts: Array  # (bed, cut, part, N_PART): what each bed's days are cut into
    cuts: npt.NDArray[np.int64]  # (day,): which cut of them each day has
    opened_at: npt.NDArray[np.int64]  # index of each bed's first day in `days`
    stands: tuple[Stand, ...]  # what grows in each bed, over the same days
    draw: tuple[Draw, ...]  # what each bed's reservoir was seen to draw; the days ahead run by it
    kernel: Kernel

    @property
    def reckoned(self) -> slice:
        """Where in the state what is reckoned stands, behind the series."""
        return slice(self.draws.shape[1], None)

    @property
    def n_behind(self) -> int:
        return self.weather.n_behind

    @property
    def n_ahead(self) -> int:
        """Days from today on that the weather reaches."""
        return len(self.days) - self.n_behind

    @functools.cached_property
    def beds(self) -> tuple[BedToday, ...]:
        """Each bed as it is today."""
        return tuple(
            bed_today(self.garden, bed, self.today, stand.on(self.n_behind))
            for bed, stand in zip(self.garden.beds, self.stands, strict=True)
        )

    def day(self, bed: int) -> BedDay:
        """What a bed is today, and what was done to it so far."""
        return BedDay(*self.days[self.n_behind, bed].tolist())

    def figures_of(self, bed: int) -> BedFigures:
        """What a bed is on every day."""
        return BedFigures(*self.figures[bed].tolist())

    def morning(self, bed: int) -> State:
        """What a bed's stores hold this morning, as reckoned."""
        return State(*self.state[bed, self.reckoned].mean(axis=0).tolist())

    def rooted_share(self, bed: int, offset: int = 0) -> float:
        """Share of a bed's ground that roots and waterings reach [0..1], so many days from today."""
        return float(self.days[self.n_behind + offset, bed, at.SHARE])

    def behind(self, bed: int, since: int | None = None, until: int | None = None) -> Terms:
        """The terms of a bed's days behind, from its opening or another day of the run on, to today or another day,
        that one left out: arrays (day,)."""
        first, end = self.opened_at[bed] if since is None else since, self.n_behind if until is None else until
        return terms_of(self.rows[int(first) : end, bed])

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
        part = slice(self.n_behind, self.n_behind + n)
        air, draws, state = self.weather.air[part], self.draws[beds], self.state[beds]
        state = reckoned_under(state, air) if reckon else state.copy()
        if wet.shape[1] == 0:
            state, draws = np.ascontiguousarray(state[:, draws.shape[1] :]), draws[:, :0].copy()
        days, shares = (np.ascontiguousarray(x[:, beds]) for x in (self.days[part], self._shares(n)))
        inputs = (state, days, shares, self.figures[beds], draws, air, policies)
        self.kernel.days(*inputs, self.parts[beds], self.cuts[part].copy(), kept, wet, rows, hours)
        return int(state.shape[1])

    def wants_today(self) -> tuple[Wants, Wants]:
        """What the word of this morning goes by: of the series (bed, series), and as reckoned (bed,)."""
        part = slice(self.n_behind, self.n_behind + 1)
        air = self.weather.air[part]
        state = reckoned_under(self.state, air)
        wants = np.empty((*state.shape[:2], at.N_WANT))
        self.kernel.mornings(state, self.days[part], self._shares(1), self.figures, self.draws, air, wants)
        n = self.draws.shape[1]
        return Wants(*np.moveaxis(wants[:, :n], 2, 0)), Wants(*wants[:, n:].mean(axis=1).T)

    def young_today(self) -> npt.NDArray[np.bool_]:
        """Whether what stands in each bed is kept damp on top, or roots in the ball it was set in with (bed,)."""
        today = self.days[self.n_behind]
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
        stands, draw = list(self.stands), list(self.draw)
        for k, i in enumerate(into):
            stands[i], draw[i] = other.stands[k], other.draw[k]
        return dataclasses.replace(self, stands=tuple(stands), draw=tuple(draw), **changed)

    def alone(self, i: int, bed: Bed, trigger: Triggers) -> Run:
        """The run of one bed, described and asked for in another way from today on."""
        one = self._only([i], (bed,))
        one.figures[0, [at.TRIGGER_RAW, at.TRIGGER_BEYOND, at.UNTIL_NEXT, at.FILL_RAW]] = trigger
        return one

    def told_otherwise(self, i: int, bed: Bed, trigger: Triggers) -> Run:
        """The run of one bed, described in another way from today on; its past stands."""
        one, n = self.alone(i, bed, trigger), self.n_behind
        warmth = warmth_of(self.garden, self.weather)
        soil = soil_warmth(self.weather)
        days, stand = forcing.bed_days(self.garden, bed, self.weather.dates[0], len(one.days), warmth, soil, self.today)
        _lay_weather(days[:, None], one.garden, self.weather)
        one.days[n:, 0] = days[n:]
        one.days[n:, 0, at.KD] *= one.draw[0].factor
        return dataclasses.replace(one, stands=(stand,))

    def felt_today(self, places: list[int], beds: tuple[Bed, ...]) -> Run:
        """The run of the beds at these places, each described with what is felt today; the past stands.

        A place may come more than once, for each thing that may be felt there.
        """
        some = self._only(places, beds)
        for i, (bed, stand) in enumerate(zip(beds, some.stands, strict=True)):
            forcing.observe(some.days[:, i], bed, self.weather.dates[0], stand, self.garden.finger)
        return some

    def rain_onto(self, days: int) -> Array:
        """Rain that gets past leaves, mulch and roofs to each bed's soil in the days ahead (day, bed, member) [mm]."""
        part = slice(self.n_behind, self.n_behind + days)
        rain = self.weather.air[part, None, :, at.RAIN]
        held, share = self.days[part, :, at.RAIN_HELD, None], self.days[part, :, at.RAIN_IN, None]
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
        stands, draw = tuple(self.stands[i] for i in places), tuple(self.draw[i] for i in places)
        return dataclasses.replace(self, garden=garden, stands=stands, draw=draw, **parts)

    def _shares(self, n: int) -> Array:
        part = slice(self.n_behind, self.n_behind + n)
        today = self.days[self.n_behind, :, at.SHARE]
        before = self.days[self.n_behind - 1, :, at.SHARE] if self.n_behind else today
        # A bed opened today has no yesterday: its share does not jump on its first morning.
        first = np.where(self.opened_at >= self.n_behind, today, before)
        return forcing.shares_before(self.days[part], first)


AXES = {
    "days": 1,
    "figures": 0,
    "draws": 0,
    "state": 0,
    "rows": 1,
    "parts": 0,
    "opened_at": 0,
}  # which axis of each is the bed


def run_garden(
    garden: Garden,
    weather: AirDays,
    today: dt.date,
    triggers: Sequence[Triggers],
    kernel: Kernel | None = None,
    checkpoints: Checkpoints | None = None,
) -> Run:
    """Run every bed's series from its opening to this morning over the facts.

    weather must start on or before the first bed's opening. triggers: one for each bed (decide/styles.py).

    triggers are shares of RAW and of what lies beyond it, and whether the use until the next round counts.
    """
    kernel = kernel or compiled()
    first, n_all, n_behind = weather.dates[0], len(weather.dates), weather.n_behind
    n, beds = weather.air.shape[1], garden.beds
    warmth = warmth_of(garden, weather)
    soil = soil_warmth(weather) if any(p.start == "sown" for b in beds for p in b.plantings) else None
    described = [forcing.bed_days(garden, b, first, n_all, warmth, soil, today) for b in beds]
    days = np.stack([array for array, _ in described], axis=1)
    _lay_weather(days, garden, weather)
    stands = tuple(stand for _, stand in described)
    todays = [bed_today(garden, b, today, s.on(n_behind)) for b, s in zip(beds, stands, strict=True)]
    figures = np.stack([forcing.figures(b, t) for b, t in zip(todays, triggers, strict=True)])
    draws = np.stack([spreads.draws_of_bed(n, b.profile.spread, b.method.litres_cv) for b in todays])
    opened_at = np.array([min(max((b.opened - first).days, 0), n_behind) for b in beds])
    state = np.stack(
        [forcing.opening_state(b, days[o, i], n) for i, (b, o) in enumerate(zip(beds, opened_at, strict=True))]
    )
    rows = np.zeros((n_behind, len(beds), at.N_TERMS))
    shares = forcing.shares_before(days, days[0, :, at.SHARE])
    for i, o in enumerate(opened_at):
        shares[o, i] = days[o, i, at.SHARE]
    parts = np.stack([day_parts(garden, b, today, _warmth_of_day(weather)) for b in beds])
    cuts = np.full(n_all, at.USUALLY, dtype=np.int64)
    cuts[n_behind : n_behind + 2] = (at.TODAY, at.TOMORROW)[: n_all - n_behind]
    facts = (state, days[:n_behind], shares[:n_behind], figures, draws, weather.air[:n_behind], opened_at)
    key = key_of(*facts, np.ascontiguousarray(parts[:, at.USUALLY]))
    known = checkpoints.get(key) if checkpoints else None
    if known is not None:
        state, rows = known
    else:
        starts = sorted({int(o) for o in opened_at} | {n_behind})
        for since, until in itertools.pairwise(starts):
            part, span = np.flatnonzero(opened_at <= since), slice(since, until)
            _run_part(kernel, state, days, shares, figures, draws, weather.air, parts, rows, part, span)
        if checkpoints:
            checkpoints.put(key, state, rows)
    draw = tuple(
        draw_of_box(b, figures_of(figures[i]), terms_of(rows[:, i]), first) if b.reservoir else USUAL_DRAW
        for i, b in enumerate(beds)
    )
    days[n_behind:, :, at.KD] *= [x.factor for x in draw]
    return Run(garden, today, weather, days, figures, draws, state, rows, parts, cuts, opened_at, stands, draw, kernel)


def _lay_weather(days: Array, garden: Garden, weather: AirDays) -> None:
    """Set what the weather makes of each bed's days: its own ET0, what walls add, and what a drip line wets."""
    days[:, :, at.AIR_FACTOR] = light.air_factors(garden, weather.dates, weather.parts)
    for i, bed in enumerate(garden.beds):
        if is_container(bed):
            et0 = weather.et0.mean(axis=1) * days[:, i, at.AIR_FACTOR]
            reach = days[:, i, at.SPREAD_AREA] * ground_m2(bed)
            found = wall_gains(garden, bed, weather.dates, weather.parts, et0, reach)
            days[:, i, at.LEAF_HEAT], days[:, i, at.SIDE_ET], days[:, i, at.SIDE] = found
        elif bed.method == "drip":
            days[:, i, at.WETTED] = forcing.wetted_by_drip(weather, days[:, i])


def _warmth_of_day(weather: AirDays) -> tuple[tuple[float, float], ...]:
    """(lowest, highest) temperature [degrees C] of today and tomorrow, the median over the members."""
    days = range(weather.n_behind, min(weather.n_behind + 2, len(weather.dates)))
    return tuple((float(np.median(weather.tmin[d])), float(np.median(weather.tmax[d]))) for d in days)


def tops_ask(run: Run, wants: Wants) -> npt.NDArray[np.bool_]:
    """Whether each series asks by the damp-top rule this morning (bed, series), by wants in mm. Common practice."""
    asks = np.zeros(wants.net.shape, dtype=bool)
    damp_tops = run.days[run.n_behind, :, at.DAMP_TOP]
    for i in np.flatnonzero(damp_tops > 0):
        each = zip(wants.net[i].tolist(), wants.de[i].tolist(), wants.top_use[i].tolist(), strict=True)
        asks[i] = [top_asks(net, de, top_use, float(damp_tops[i])) for net, de, top_use in each]
    return asks


def each_day(terms: Terms) -> list[Terms]:
    """Terms of arrays (day,) as one set of numbers for each day."""
    return [Terms(*row) for row in np.stack(terms, axis=-1).tolist()]


def warmth_of(garden: Garden, weather: AirDays) -> Warmth | None:
    """The temperatures that growth runs by, where the garden's growth follows warmth and not the calendar."""
    if garden.growth != "warmth":
        return None
    return Warmth(weather.dates[0], tuple(np.round(_tmean(weather), 2).tolist()))


def reckoned_under(state: Array, air: Array) -> Array:
    """A copy of the state (bed, series + reckoned, N_STATE) [mm] to run on from under this air (day, series, N_AIR).

    Where the series' weather differs, what is reckoned stands once for each, since the gardener will have seen which of
    them came. Arithmetic.
    """
    n = air.shape[1]
    if state.shape[1] == 2 * n or np.array_equal(np.broadcast_to(air[:, :1], air.shape), air):
        return state.copy()
    return np.concatenate([state[:, :n], np.repeat(state[:, n:], n, axis=1)], axis=1)


def soil_warmth(weather: AirDays) -> Warmth:
    """How warm the soil is a hand's breadth down, from the air above it: what is sown comes up by it."""
    return Warmth(weather.dates[0], tuple(np.round(soil_temperature(_tmean(weather)), 2).tolist()))


def _tmean(weather: AirDays) -> Array:
    return np.asarray((weather.parts.tmin + weather.parts.tmax) / 2)


def _run_part(
    kernel: Kernel,
    state: Array,
    days: Array,
    shares: Array,
    figures: Array,
    draws: Array,
    air: Array,
    parts: Array,
    rows: Array,
    part: npt.NDArray[np.int64],
    span: slice,
) -> None:
    """Run some beds over some days as they were."""
    n, (b, m) = span.stop - span.start, draws[part].shape[:2]
    some_state, some_rows = state[part], np.empty((n, b, at.N_TERMS))
    kernel.days(
        some_state,
        np.ascontiguousarray(days[span][:, part]),
        np.ascontiguousarray(shares[span][:, part]),
        figures[part],
        draws[part],
        air[span],
        np.full((n, b), NEVER),
        parts[part],
        np.full(n, at.USUALLY, dtype=np.int64),
        np.empty((at.N_KEEP, 0, b, m)),
        np.zeros((b, m)),
        some_rows,
        NO_HOURS,
    )
    state[part] = some_state
    rows[span, part] = some_rows
