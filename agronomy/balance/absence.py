"""A bed over days on which nobody is there, as it would be after one or another thing was done before."""

from __future__ import annotations

import datetime as dt
from dataclasses import dataclass

import numpy as np
import numpy.typing as npt

from agronomy.balance import layout as at
from agronomy.balance.run import Run
from agronomy.balance.terms import BY_TRIGGER, NEVER, THIRSTY_KS, Array, Policies, Triggers
from agronomy.describe.garden import Bed

WHOLE_REFILL = 1.0  # a policy: refill whatever the depletion
PARCHED_DAY = 1.0


@dataclass(frozen=True)
class Before:
    """What was done to a bed on the day of leaving. bed: as it is described from then on, where that was changed.

    soak: poured onto it besides [mm over the ground]; a_day: what a line gives on every day away [mm over the ground].
    """

    bed: Bed | None = None
    filled: bool = False
    soak: float = 0.0
    a_day: float = 0.0


@dataclass(frozen=True)
class Gone:
    """Of each thing done before (day, done, series), from the day of leaving on. stressed: Ks at the day's end below
    THIRSTY_KS, or the top of what is young parched. poured [mm over the ground]."""

    stressed: npt.NDArray[np.bool_]
    poured: Array

    @property
    def through(self) -> Array:
        """Share of the series [0..1] that pass without a day of stress, for each thing done before."""
        return np.asarray((~self.stressed.any(axis=0)).mean(axis=1))


@dataclass(frozen=True)
class Absence:
    """Bed `i` of a run, watered as it asks until the day `since` days from today, and then left until `until`."""

    run: Run
    i: int
    since: int
    until: int
    trigger: Triggers

    def policies(self, visits: tuple[int, ...] = ()) -> Policies:
        """By its trigger until the day of leaving, and then nothing but a refill on the days of visits: (day, 1)."""
        found = np.full((self.until, 1), NEVER)
        found[: self.since + 1] = BY_TRIGGER
        for d in visits:
            found[d] = WHOLE_REFILL
        return found

    def evening_before(self) -> tuple[Array, Array]:
        """Depletion [mm over the rooted share] and reservoir [mm over the ground] of each series on the evening before
        the day of leaving; of this morning, where that is today."""
        if self.since:
            ahead = self.run.ahead(np.full((self.since, 1), BY_TRIGGER), [self.i])
            return ahead.net[-1, 0], ahead.reservoir[-1, 0]
        state = self.run.state[self.i, : self.run.draws.shape[1]]
        return np.asarray(state[:, at.DR] - state[:, at.W]), np.asarray(state[:, at.R])

    def used_a_day(self) -> float:
        """What plants and bare soil take on a mean day away, where it is watered as it asks [mm over the ground]."""
        terms = self.run.only([self.i]).terms_ahead(np.full((self.until, 1), BY_TRIGGER))
        return float(np.asarray(terms.potential + terms.evap_rooted)[self.since :].mean())

    def gone(self, done: list[Before], policies: Policies) -> Gone:
        """What becomes of it after each thing that was done before, under a column of policies for each."""
        run, n = self.run, self.run.today_at
        many = run.only([self.i] * len(done))
        leave, last = n + self.since, n + self.until
        described: dict[Bed, Array] = {}
        for k, x in enumerate(done):
            if x.bed is not None:
                if x.bed not in described:
                    described[x.bed] = run.told_otherwise(self.i, x.bed, self.trigger).days
                many.days[n:, k] = described[x.bed][n:, 0]
            if x.filled:
                many.days[leave, k, at.FILL] += run.figures[self.i, at.CAPACITY]
            many.days[leave, k, at.MORNING] += x.soak
            many.days[leave + 1 : last, k, at.MORNING] += x.a_day
        ahead = many.ahead(policies)
        days = many.days[leave:last]
        taw = np.maximum(days[..., at.TAW, None] * many.draws[None, ..., at.Q_CAPACITY], 0.1)
        raw = days[..., at.P_TABLE, None] * taw
        ks = (taw - ahead.net[self.since :]) / (taw - raw)  # FAO-56 eq. 84
        stressed = (ks < THIRSTY_KS) | (ahead.hurt[self.since :] >= PARCHED_DAY)
        return Gone(np.asarray(stressed), ahead.watered[self.since :])

    def date(self, d: int) -> dt.date:
        """The date so many days from today."""
        return self.run.today + dt.timedelta(days=d)
