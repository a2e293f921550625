"""The arithmetic behind a dose, as lines that sum, taken from the ledger's rows."""

from __future__ import annotations

import datetime as dt
from dataclasses import dataclass

import numpy as np

from agronomy.balance import step as s
from agronomy.balance.run import Season

LONGEST_STORY_DAYS = 21


@dataclass(frozen=True)
class Line:
    """One line of the arithmetic: what it is, and how much depletion it added (+) or took away (-) [mm of the bed]."""

    what: str
    mm: float


@dataclass(frozen=True)
class Story:
    """From the last soak (or the opening) to this morning. The lines sum to `depletion_mm`."""

    since: dt.date
    begins_with: str  # "soak", "opening" or "window"
    lines: tuple[Line, ...]
    depletion_mm: float


def story_of(season: Season, bed: int, today_row: np.ndarray) -> Story:
    """The lines for one bed. today_row: the central row of today, whose check has already been taken in."""
    opened, n = int(season.opened_at[bed]), season.n_behind
    rows = season.rows[opened:n, bed]
    soaks = np.flatnonzero((rows[:, s.IRRIGATION] > 0) | (rows[:, s.FILLED] > 0))
    window = max(0, len(rows) - LONGEST_STORY_DAYS)
    start, begins = (window, "window") if window else (0, "opening")
    if len(soaks) and soaks[-1] >= window:
        start, begins = int(soaks[-1]), "soak"
    rows = rows[start:]
    total = rows.sum(axis=0) if len(rows) else np.zeros(s.N_ROW)
    share = float(season.days[n, bed, s.SHARE])
    # Ground given up this morning lets go of its water above field capacity.
    before = float(season.days[n - 1, bed, s.SHARE]) if n > opened else share
    let_go = max(0.0, before - share) * float(season.state[bed, 0, s.W])
    opening = float(rows[0, s.OPEN_ROOTED]) if len(rows) else float(today_row[s.OPEN_ROOTED])
    lines = [
        Line("opening", opening),
        Line("watering", -float(total[s.IRRIGATION])),
        Line("rain", -float(total[s.RAIN_ROOTED])),
        Line("plants", float(total[s.TRANSPIRATION])),
        Line("bare_soil", float(total[s.EVAP_ROOTED])),
        Line("drained", float(total[s.DRAINED_ROOTED]) + let_go),
        Line("wicked", -float(total[s.WICKED])),
        Line("new_ground", float(total[s.REACHED] + today_row[s.REACHED])),
        Line("soil_changed", float(total[s.HOLDS_MORE] + today_row[s.HOLDS_MORE])),
        Line("check", -float(total[s.CORRECTION] + today_row[s.CORRECTION])),
    ]
    kept = tuple(x for x in lines if x.what == "opening" or abs(x.mm) > 5e-12)
    since = season.weather.dates[opened + start]
    return Story(since, begins, kept, float(today_row[s.DR_START]) * share)
