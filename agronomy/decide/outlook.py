"""What is expected in the days ahead: waterlines, next soaks, reservoirs running dry."""

from __future__ import annotations

import datetime as dt
from dataclasses import dataclass

import numpy as np

from agronomy.balance.run import Ahead, Run
from agronomy.beds.today import BedToday
from agronomy.decide.bands import Band, bands


@dataclass(frozen=True)
class DayAhead:
    """Expected end of one day: depletion of the rooted share [mm over it], chance of a soak, litres if so."""

    date: dt.date
    net: Band
    soak_chance: float
    litres: float
    reservoir_l: Band | None


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


def days_ahead(run: Run, i: int, expected: Ahead, today: BedToday) -> tuple[DayAhead, ...]:
    """What is expected at the end of each day, over all series."""
    watered = expected.watered[:, i]
    times = (watered > 0).sum(axis=1)
    litres = watered.sum(axis=1) / np.maximum(times, 1) * today.ground_m2 / today.method.arrives
    nets = bands(expected.net[:, i])
    reservoirs = bands(expected.reservoir[:, i] * today.ground_m2) if today.bed.reservoir else [None] * len(nets)
    n = watered.shape[1]
    return tuple(
        DayAhead(run.today + dt.timedelta(days=d), nets[d], float(times[d]) / n, float(litres[d]), reservoirs[d])
        for d in range(len(nets))
    )


def empty_on(run: Run, i: int, never: Ahead) -> tuple[dt.date | None, dt.date | None, dt.date | None]:
    """When an unfilled reservoir runs out: 10, 50, 90 % of the series; None beyond the days looked at."""
    dry = never.reservoir[:, i] < reservoir_low(run, i)
    n = dry.shape[0]
    firsts = np.sort(np.where(dry.any(axis=0), dry.argmax(axis=0), n))
    picks = [int(firsts[round(q * (firsts.size - 1))]) for q in (0.1, 0.5, 0.9)]
    early, mid, late = (run.today + dt.timedelta(days=p) if p < n else None for p in picks)
    return early, mid, late
