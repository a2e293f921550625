"""Dry spells and wind, by their definitions."""

from __future__ import annotations

import datetime as dt
from collections.abc import Mapping
from dataclasses import dataclass
from typing import Final

DRY_DAY_MM: Final = 1.0  # a dry spell is 15 days in a row below it: a British weather service's rule, from memory
DRY_SPELL_DAYS: Final = 15
FRESH_BREEZE_M_S: Final = 8.0  # Beaufort 5: small trees sway; WMO's scale, from memory


@dataclass(frozen=True)
class DrySpell:
    """So many days in a row with less than DRY_DAY_MM, up to yesterday; with what fell in them [mm]."""

    days: int
    since: dt.date
    rain_mm: float


def dry_spell(rain: Mapping[dt.date, float], today: dt.date) -> DrySpell | None:
    """The dry spell that yesterday belongs to, by the rain of each day [mm]; None where it is none. A day that nobody
    knows ends it."""
    days, fell, date = 0, 0.0, today - dt.timedelta(days=1)
    while date in rain and rain[date] < DRY_DAY_MM:
        days, fell, date = days + 1, fell + rain[date], date - dt.timedelta(days=1)
    return DrySpell(days, date + dt.timedelta(days=1), fell) if days >= DRY_SPELL_DAYS else None


def windy_days(wind: Mapping[dt.date, float]) -> tuple[dt.date, ...]:
    """The days whose mean wind [m/s] is a fresh breeze or more. WMO's scale, from memory."""
    return tuple(date for date, speed in sorted(wind.items()) if speed >= FRESH_BREEZE_M_S)
