"""What happened in a bed on each of the last days, by name: the ledger as a page shows it."""

from __future__ import annotations

import datetime as dt
from dataclasses import dataclass

from agronomy.balance.run import Run, each_day


@dataclass(frozen=True)
class DayBehind:
    """One day that is over. mm over the bed's own ground, but net_mm and raw_mm over its rooted share
    (of a drip line: over what it wets of that).

    net_mm: depletion at the day's end; negative above field capacity. held_mm: rain kept back by leaves and mulch;
    rain_in_mm: what reached the rooted share. correction_mm: water that an observation added, signed.
    aside_mm: what passed from above field capacity into the ground beside. soil_changed_mm: what depletion gained
    because the soil holds more than the day before. ks: stress coefficient [0..1]. weather: where the day's weather is
    from (balance/weather.py).
    """

    date: dt.date
    net_mm: float
    raw_mm: float
    et0_mm: float
    rain_mm: float
    held_mm: float
    runoff_mm: float
    rain_in_mm: float
    watered_mm: float
    filled_mm: float
    plants_mm: float
    bare_soil_mm: float
    drained_mm: float
    wicked_mm: float
    aside_mm: float
    correction_mm: float
    soil_changed_mm: float
    ks: float
    weather: str


def days_behind(run: Run, bed: int, most: int) -> tuple[DayBehind, ...]:
    """The last days of a bed before today, at most `most`, from its opening on; the oldest first."""
    since = max(int(run.opened_at[bed]), run.n_behind - most)
    terms = run.behind(bed, since)
    return tuple(
        DayBehind(
            date=run.weather.dates[since + i],
            net_mm=t.dr_end,
            raw_mm=t.raw_now,
            et0_mm=t.et0_now,
            rain_mm=t.rain_fall,
            held_mm=t.interception,
            runoff_mm=t.runoff,
            rain_in_mm=t.rain_rooted,
            watered_mm=t.irrigation,
            filled_mm=t.filled,
            plants_mm=t.transpiration,
            bare_soil_mm=t.evap_rooted,
            drained_mm=t.drained_rooted,
            wicked_mm=t.wicked,
            aside_mm=t.aside,
            correction_mm=t.correction,
            soil_changed_mm=t.holds_more,
            ks=t.ks,
            weather=run.weather.outlook[since + i],
        )
        for i, t in enumerate(each_day(terms))
    )
