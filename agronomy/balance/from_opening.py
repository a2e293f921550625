"""Running a garden's beds over the facts, each from its opening to this morning."""

from __future__ import annotations

import datetime as dt
from collections.abc import Sequence
from dataclasses import dataclass
from typing import NamedTuple

import numpy as np

from agronomy.balance import forcing, spreads
from agronomy.balance import layout as at
from agronomy.balance.checkpoints import Checkpoints, running_keys
from agronomy.balance.day_parts import day_parts
from agronomy.balance.kernel import Kernel, compiled
from agronomy.balance.layout import figures_of, terms_of
from agronomy.balance.learnt import USUAL_DRAW, Draw, draw_of_box
from agronomy.balance.run import NO_HOURS, Run
from agronomy.balance.terms import NEVER, Array, Triggers
from agronomy.balance.under_weather import DaysOfBeds
from agronomy.balance.weather import AirDays
from agronomy.beds.stand import Stand
from agronomy.beds.today import bed_today
from agronomy.describe.garden import Garden

# Of a bed's figures, what says when it asks: nothing is asked of days behind.
ASKED_BY = [at.TRIGGER_RAW, at.TRIGGER_BEYOND, at.UNTIL_NEXT, at.FILL_BELOW, at.FILL_RAW, at.AGAIN_MARGIN]


def run_garden(
    garden: Garden,
    weather: AirDays,
    today: dt.date,
    triggers: Sequence[Triggers],
    kernel: Kernel | None = None,
    checkpoints: Checkpoints | None = None,
) -> Run:
    """Run every bed's series from its opening to this morning over the facts.

    weather must start on or before the first bed's opening. triggers: one for each bed (decide/styles.py), shares of
    RAW and of what lies beyond it, and whether the use until the next round counts. The days behind of one bed at a
    time are in memory; of them the run keeps the terms.
    """
    kernel = kernel or compiled()
    n, members, first = weather.n_behind, weather.air.shape[1], weather.dates[0]
    laid, warmth = DaysOfBeds(garden, weather, today), _warmth_of_day(weather)
    ahead = slice(max(n - 1, 0), None)  # from yesterday on
    beds: list[_Bed] = []
    for i, bed in enumerate(garden.beds):
        days, stand = laid.of(i)
        now = bed_today(garden, bed, today, stand.on(n))
        figures = forcing.figures(now, triggers[i])
        draws = spreads.draws_of_bed(members, now.profile.spread, now.method.litres_cv)
        opened, parts = min(max((bed.opened - first).days, 0), n), day_parts(garden, bed, today, warmth)
        behind = _Behind(opened, days[:n], figures, draws, parts)
        opening = forcing.opening_state(bed, days[opened], members)
        state, rows = behind.until_morning(kernel, opening, weather, checkpoints)
        since = first + dt.timedelta(days=opened)
        draw = draw_of_box(bed, figures_of(figures), terms_of(rows), since) if bed.reservoir else USUAL_DRAW
        shares, days = days[:n, at.SHARE].copy(), days[ahead].copy()
        days[min(n, 1) :, at.KD] *= draw.factor
        beds.append(_Bed(days, figures, draws, state, parts, opened, rows, shares, stand, draw))
    cuts = np.full(len(weather.dates), at.USUALLY, dtype=np.int64)
    cuts[n : n + 2] = (at.TODAY, at.TOMORROW)[: len(weather.dates) - n]
    return Run(
        garden,
        today,
        weather,
        days=np.stack([b.days for b in beds], axis=1),
        figures=np.stack([b.figures for b in beds]),
        draws=np.stack([b.draws for b in beds]),
        state=np.stack([b.state for b in beds]),
        rows=tuple(b.rows for b in beds),
        shares=tuple(b.shares for b in beds),
        parts=np.stack([b.parts for b in beds]),
        cuts=cuts,
        opened_at=np.array([b.opened for b in beds]),
        stands=tuple(b.stand for b in beds),
        draw=tuple(b.draw for b in beds),
        kernel=kernel,
    )


class _Bed(NamedTuple):
    """What a run keeps of one bed: as of Run."""

    days: Array
    figures: Array
    draws: Array
    state: Array
    parts: Array
    opened: int
    rows: Array
    shares: Array
    stand: Stand
    draw: Draw


@dataclass(frozen=True)
class _Behind:
    """What one bed's days behind rest on. days (day, N_BED_DAY): from the run's first to yesterday."""

    opened: int  # index of its first day
    days: Array
    figures: Array
    draws: Array
    parts: Array

    def until_morning(
        self, kernel: Kernel, opening: Array, weather: AirDays, checkpoints: Checkpoints | None
    ) -> tuple[Array, Array]:
        """State this morning (series + reckoned, N_STATE), and the terms of each day from the opening on.

        Where checkpoints know yesterday's morning by the same facts, only yesterday is run.
        """
        opened, n, air = self.opened, len(self.days), weather.air
        if checkpoints is None:
            return self.run(kernel, opening, air, opened, n)
        once = (opening, np.delete(self.figures, ASKED_BY), self.draws, self.parts[at.USUALLY])
        ends = [max(k - opened, 0) for k in (n - 1, n)]
        before, now = running_keys(once, (self.days[opened:], weather.hashes[opened:]), ends)
        known = checkpoints.get(now)
        if known is not None:
            return known
        yesterday = checkpoints.get(before) if n - 1 > opened else None
        if yesterday is None:
            made = self.run(kernel, opening, air, opened, n)
        else:
            state, rows = self.run(kernel, yesterday[0], air, n - 1, n)
            made = state, np.concatenate([yesterday[1], rows])
        checkpoints.put(now, *made)
        return made

    def run(self, kernel: Kernel, state: Array, air: Array, since: int, until: int) -> tuple[Array, Array]:
        """Its series over some days as they were, from the state of the first one's morning."""
        n, m = until - since, self.draws.shape[0]
        after, rows = state[None].copy(), np.empty((n, 1, at.N_TERMS))
        days, share = self.days[since:until, None], self.days[since:until, None, at.SHARE]
        first = self.days[since - 1 if since > self.opened else since, at.SHARE] if n else 0.0
        kernel.days(
            after,
            np.ascontiguousarray(days),
            np.concatenate([[[first]], share[:-1]]) if n else share.copy(),
            self.figures[None],
            self.draws[None],
            air[since:until],
            np.full((n, 1), NEVER),
            self.parts[None],
            np.full(n, at.USUALLY, dtype=np.int64),
            np.empty((at.N_KEEP, 0, 1, m)),
            np.zeros((1, m)),
            rows,
            NO_HOURS,
        )
        return after[0], rows[:, 0]


def _warmth_of_day(weather: AirDays) -> tuple[tuple[float, float], ...]:
    """(lowest, highest) temperature [degrees C] of today and tomorrow, the median over the members."""
    days = range(weather.n_behind, min(weather.n_behind + 2, len(weather.dates)))
    return tuple((float(np.median(weather.tmin[d])), float(np.median(weather.tmax[d]))) for d in days)
