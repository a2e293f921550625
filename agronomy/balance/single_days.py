"""Single days ahead, for some of the beds: left alone, soaked, or asked whether they want water."""

from __future__ import annotations

import dataclasses
import datetime as dt
from dataclasses import dataclass

import numpy as np
import numpy.typing as npt

from agronomy.balance import layout as at
from agronomy.balance.run import NO_HOURS, Run, reckoned_under
from agronomy.balance.terms import BY_TRIGGER, Array

SERIES = 17  # of all series, as many as this serve for a sequence: every day of it takes several runs

LEAST_POURED_MM = 1e-9  # less is what rounding leaves of what a timer gave

Beds = npt.NDArray[np.int64]


@dataclass
class DayKept:
    """What some beds' series did on one day: (bed, series) each, in the units of balance.run.Ahead."""

    net: Array
    reservoir: Array
    watered: Array
    stress: Array
    lost: Array
    hurt: Array
    again: Array

    def take_over(self, into: list[int], other: DayKept, rows: list[int]) -> None:
        """Put some rows of another day's figures in these places."""
        for f in dataclasses.fields(self):
            getattr(self, f.name)[into] = getattr(other, f.name)[rows]


class SingleDays:
    """Runs one day at a time over some series of a run."""

    def __init__(self, run: Run) -> None:
        self.garden_run, self.figures = run, run.figures
        n = run.draws.shape[1]
        some = slice(None, n, max(1, n // SERIES))
        state, self.draws, self.air = (
            np.ascontiguousarray(x[:, some]) for x in (run.state, run.draws, run.weather.air)
        )
        state = np.concatenate([state, run.state[:, run.reckoned]], axis=1)
        self.opening = reckoned_under(state, self.air[run.n_behind :])

    def from_day(self, d: int, state: Array) -> Run:
        """The run from day d on, `state` being that of its morning."""
        run = self.garden_run
        weather = dataclasses.replace(run.weather, n_behind=run.n_behind + d, air=self.air)
        date = run.today + dt.timedelta(days=d)
        return dataclasses.replace(run, today=date, weather=weather, state=state, draws=self.draws)

    def run(self, d: int, state: Array, policy: float | Array, beds: Beds | None = None) -> tuple[Array, DayKept]:
        """Day d ahead from `state` (bed, series + reckoned, N_STATE) of all beds, under one policy or each its own.

        Returns the state after it and what it did, of `beds` only; None: of all.
        """
        run, day, here = self.garden_run, self.garden_run.n_behind + d, self.garden_run.today_at + d
        some = slice(None) if beds is None else beds
        after = state[some].copy()
        (b, m) = self.draws[some].shape[:2]
        kept = np.empty((at.N_KEEP, 1, b, m))
        today = np.ascontiguousarray(run.days[here : here + 1, some])
        yesterday = run.days[here - 1, some, at.SHARE] if here else today[0, :, at.SHARE]
        before = np.where(run.opened_at[some] >= day, today[0, :, at.SHARE], yesterday)
        run.kernel.days(
            after,
            today,
            np.ascontiguousarray(before[None, :]),
            self.figures[some],
            self.draws[some],
            self.air[day : day + 1],
            np.full((1, after.shape[0]), policy, dtype=float),
            run.parts[some],
            run.cuts[day : day + 1].copy(),
            kept,
            np.zeros((b, m)),
            np.empty((0, b, at.N_TERMS)),
            NO_HOURS,
        )
        return after, DayKept(*kept[:, 0])

    def asked(self, d: int, state: Array, beds: Beds | None = None) -> Array:
        """Share of the series [0..1] that water each bed by its trigger on day d."""
        _, kept = self.run(d, state, BY_TRIGGER, beds)
        some = np.arange(self.figures.shape[0]) if beds is None else beds
        return np.asarray((self.poured(d, kept, some) > LEAST_POURED_MM).mean(axis=1))

    def poured(self, d: int, kept: DayKept, beds: Beds) -> Array:
        """What the policy added to what was recorded on day d [mm over the ground], (bed, series)."""
        recorded = self.garden_run.days[self.garden_run.today_at + d, beds]
        already = recorded[:, [at.MORNING, at.AFTERNOON, at.EVENING, at.FILL]].sum(axis=1)
        line = self.run_by_timer(d, beds)
        return np.where(line[:, None], 0.0, np.maximum(kept.watered - already[:, None], 0.0))

    def run_by_timer(self, d: int, beds: Beds) -> npt.NDArray[np.bool_]:
        """Whether a line's timer fills each of these on day d, so that nobody does."""
        return np.asarray(self.garden_run.days[self.garden_run.today_at + d, beds, at.TO_FULL] > 0)

    def has_reservoir(self, bed: int) -> bool:
        return bool(self.figures[bed, at.CAPACITY] > 0)

    def buried(self, bed: int) -> bool:
        return bool(self.figures[bed, at.BURIED] > 0)

    def wicks(self, d: int, bed: int) -> bool:
        """Whether roots have come to what a bed's reservoir wets by day d."""
        return self.has_reservoir(bed) and bool(self.garden_run.days[self.garden_run.today_at + d, bed, at.WICKS] > 0)

    def nets(self, state: Array) -> Array:
        """Depletion of each bed's rooted share as reckoned, the mean over the members [mm over it]; negative above
        field capacity."""
        of = state[:, self.draws.shape[1] :]
        return np.asarray((of[:, :, at.DR] - of[:, :, at.W]).mean(axis=1))
