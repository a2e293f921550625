"""What is expected in the days ahead: next soaks, reservoirs running dry."""

from __future__ import annotations

import datetime as dt

import numpy as np
import numpy.typing as npt

from agronomy.balance.run import Ahead, Run


def reservoir_low(run: Run, i: int) -> float:
    """Below this a bed's reservoir counts as empty [mm over the ground]. Common practice."""
    return run.figures_of(i).fill_below


def next_soak(run: Run, i: int, expected: Ahead) -> tuple[dt.date, dt.date, dt.date] | None:
    """When the next soak after today falls: 10, 50, 90 % of the series; None when most have none in sight."""
    soaks = expected.watered[1:, i] > 0
    if soaks.shape[0] == 0:
        return None
    firsts = np.sort(np.where(soaks.any(axis=0), soaks.argmax(axis=0) + 1, soaks.shape[0] + 1))
    picks = [int(firsts[round(q * (firsts.size - 1))]) for q in (0.1, 0.5, 0.9)]
    if picks[1] > soaks.shape[0]:
        return None
    early, mid, late = (run.today + dt.timedelta(days=min(p, soaks.shape[0])) for p in picks)
    return early, mid, late


Dates = tuple[dt.date | None, dt.date | None, dt.date | None]


def empty_on(run: Run, i: int, never: Ahead) -> Dates:
    """When an unfilled reservoir runs out: 10, 50, 90 % of the series; None beyond the days looked at."""
    return first_days(run, never.reservoir[:, i] < reservoir_low(run, i))


def in_need_on(run: Run, i: int, never: Ahead, beyond_mm: float) -> Dates:
    """When what stands over an unfilled reservoir is in need: the mix above lacks more than that [mm]; as empty_on."""
    return first_days(run, never.net[:, i] > beyond_mm)


def first_days(run: Run, dry: npt.NDArray[np.bool_]) -> Dates:
    """The first of the days ahead (day, series) on which something is so: 10, 50, 90 % of the series."""
    n = dry.shape[0]
    firsts = np.sort(np.where(dry.any(axis=0), dry.argmax(axis=0), n))
    picks = [int(firsts[round(q * (firsts.size - 1))]) for q in (0.1, 0.5, 0.9)]
    early, mid, late = (run.today + dt.timedelta(days=p) if p < n else None for p in picks)
    return early, mid, late
