"""The arithmetic behind a dose, as lines that sum, taken from the ledger's rows."""

from __future__ import annotations

import datetime as dt
from dataclasses import dataclass

import numpy as np

from agronomy.balance.run import Run
from agronomy.balance.terms import Terms

LONGEST_STORY_DAYS = 21
LEAST_SHOWN_MM = 5e-12  # what is only rounding is no part of a story


@dataclass(frozen=True)
class Part:
    """One line of the arithmetic: what it is, and how much depletion it added (+) or took away (-) [mm of the bed]."""

    what: str
    mm: float


@dataclass(frozen=True)
class Story:
    """From the last soak (or the opening) to this morning. The parts sum to `depletion_mm`. fell: rain on the bed
    meanwhile, before anything held it back [mm]."""

    since: dt.date
    begins_with: str  # "soak", "opening" or "window"
    parts: tuple[Part, ...]
    depletion_mm: float
    fell: float


def story_of(run: Run, bed: int, today: Terms) -> Story:
    """The arithmetic of one bed. today: the terms of today, whose observations have been taken in."""
    opened, n = int(run.opened_at[bed]), run.n_behind
    all_days = run.behind(bed)
    soaks = np.flatnonzero((all_days.irrigation > 0) | (all_days.filled > 0))
    window = max(0, n - opened - LONGEST_STORY_DAYS)
    start, begins = (window, "window") if window else (0, "opening")
    if len(soaks) and soaks[-1] >= window:
        start, begins = int(soaks[-1]), "soak"
    days = run.behind(bed, opened + start)
    total = Terms(*(float(np.sum(x)) for x in days))
    share, reach = run.rooted_share(bed), run.day(bed).reach
    beside = share * (1 - reach) * today.beside_start
    # Ground given up this morning lets go of its water above field capacity.
    before = run.rooted_share(bed, -1) if n > opened else share
    morning = run.morning(bed)
    above = morning.reach * morning.w + (1 - morning.reach) * max(0.0, -morning.db)
    let_go = max(0.0, before - share) * above
    opening = float(np.asarray(days.open_rooted)[0]) if opened + start < n else today.open_rooted
    parts = [
        Part("opening", opening),
        Part("watering", -total.irrigation),
        Part("rain", -(total.rain_rooted + today.rain_early)),
        Part("plants", total.transpiration),
        Part("bare_soil", total.evap_rooted),
        Part("drained", total.drained_rooted + let_go),
        Part("aside", total.aside),
        Part("wicked", -total.wicked),
        Part("new_ground", total.reached + today.reached),
        Part("soil_changed", total.holds_more + today.holds_more),
        Part("observed", -(total.correction + today.correction)),
        Part("beside_line", -beside),
    ]
    kept = tuple(x for x in parts if x.what == "opening" or abs(x.mm) > LEAST_SHOWN_MM)
    fell = total.rain_fall + today.rain_fall * today.rain_early / max(today.rain_rooted, 1e-9)
    return Story(run.weather.dates[opened + start], begins, kept, today.dr_start * share * reach, fell)
