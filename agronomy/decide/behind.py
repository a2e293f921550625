"""What happened in a bed on each of the last days, by name: the ledger as a page shows it."""

from __future__ import annotations

import datetime as dt
from dataclasses import dataclass

from agronomy.balance import step as s
from agronomy.balance.run import Season


@dataclass(frozen=True)
class DayBehind:
    """One day that is over. mm over the bed's own ground, but net_mm and raw_mm over its rooted share.

    net_mm: depletion at the day's end; negative above field capacity. held_mm: rain kept back by leaves and mulch;
    rain_in_mm: what reached the rooted share. correction_mm: water that a check added, signed. soil_changed_mm: what
    depletion gained because the soil holds more than the day before. ks: stress coefficient [0..1]. weather: where the
    day's weather is from (balance/weather.py).
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
    correction_mm: float
    soil_changed_mm: float
    ks: float
    weather: str


def days_behind(season: Season, bed: int, most: int) -> tuple[DayBehind, ...]:
    """The last days of a bed before today, at most `most`, from its opening on; the oldest first."""
    n = season.n_behind
    return tuple(_day(season, bed, d) for d in range(max(int(season.opened_at[bed]), n - most), n))


def _day(season: Season, bed: int, d: int) -> DayBehind:
    row = season.rows[d, bed].tolist()
    return DayBehind(
        date=season.weather.dates[d],
        net_mm=row[s.CLOSE_ROOTED] / float(season.days[d, bed, s.SHARE]),
        raw_mm=row[s.RAW_NOW],
        et0_mm=row[s.ET0_NOW],
        rain_mm=row[s.RAIN_FALL],
        held_mm=row[s.INTERCEPTION],
        runoff_mm=row[s.RUNOFF],
        rain_in_mm=row[s.RAIN_ROOTED],
        watered_mm=row[s.IRRIGATION],
        filled_mm=row[s.FILLED],
        plants_mm=row[s.TRANSPIRATION],
        bare_soil_mm=row[s.EVAP_ROOTED],
        drained_mm=row[s.DRAINED_ROOTED],
        wicked_mm=row[s.WICKED],
        correction_mm=row[s.CORRECTION],
        soil_changed_mm=row[s.HOLDS_MORE],
        ks=row[s.KS],
        weather=season.weather.outlook[d],
    )
