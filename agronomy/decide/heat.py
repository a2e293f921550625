"""The heat wave that a garden gets ready for."""

from __future__ import annotations

import datetime as dt
from dataclasses import dataclass

import numpy as np

from agronomy.air.heat import HeatWaveRule, heat_wave_days, hotter_than_usual, own_rule, unusual_heat
from agronomy.balance.run import Run

HEAT_BELIEVED = 0.5  # share of the members
NOT_TOLD = ("climate", "resampled")  # days of which nobody told anything: no wave is read from what is usual
HEAT_LOOK_BACK_DAYS = 10  # days behind that may already belong to a wave


@dataclass(frozen=True)
class Heat:
    """Hot days of a heat wave that at least half the members see, from the first to the last, their chance, and the
    garden's rule of what a wave is."""

    dates: tuple[dt.date, ...]
    chance: float
    rule: HeatWaveRule


def rule_of(run: Run) -> HeatWaveRule:
    """What a heat wave is in a garden: by degrees, by its own, or what is unusual: for the climate's years where they
    are known, else for the days behind. By the sources that air/heat.py names."""
    garden, w = run.garden, run.weather
    if garden.heat_rule == "own":
        return own_rule(garden.heat_own_c, garden.heat_own_days)
    if garden.heat_rule == "unusual":
        return unusual_heat(w.usual_tmax) if w.sky.usual_hot is None else hotter_than_usual(w.sky.usual_hot)
    return HeatWaveRule()


def heat_ahead(run: Run) -> Heat | None:
    """The first heat wave that at least half the members see, counting the days just behind; of days that a forecast
    or the gardener told."""
    w, n = run.weather, run.n_behind
    from_day = max(0, n - HEAT_LOOK_BACK_DAYS)
    rule = rule_of(run)
    flags = np.stack([heat_wave_days(w.tmax[from_day:, m], rule) for m in range(w.tmax.shape[1])], axis=1)
    told = np.array([x not in NOT_TOLD for x in w.outlook[n:]])
    chance = flags.mean(axis=1)[n - from_day :] * told[: flags.shape[0] - (n - from_day)]
    believed = np.flatnonzero(chance >= HEAT_BELIEVED)
    if not len(believed):
        return None
    start = int(believed[0])
    length = 1
    while start + length < len(chance) and chance[start + length] >= HEAT_BELIEVED:
        length += 1
    # The mild days at its ends belong to the wave by its rule, but need no getting ready for.
    hot = np.flatnonzero(np.median(w.tmax[n + start : n + start + length], axis=1) >= rule.hot)
    if not len(hot):
        return None
    start, length = start + int(hot[0]), int(hot[-1] - hot[0]) + 1
    return Heat(tuple(w.dates[n + start + i] for i in range(length)), float(chance[start : start + length].max()), rule)
