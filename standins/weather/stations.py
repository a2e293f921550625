"""Four invented places with invented climates, and what lies over the year of each. No real station is meant."""

from __future__ import annotations

import datetime as dt
from dataclasses import dataclass

from standins.weather.climate import Climate, Overlay

NEAR_DEGREES = 3.0


@dataclass(frozen=True)
class Station:
    name: str
    latitude: float
    longitude: float
    climate: Climate
    scenarios: tuple[Overlay, ...]


# Cool sea isle: a wet spell, a storm that may come, a heat wave, a second storm.
MARROWBY = Station(
    "Marrowby", 44.6, -15.2, Climate(),
    (
        Overlay("wet", dt.date(2025, 7, 1), 7, 8.0),
        Overlay("dry", dt.date(2025, 7, 8), 4, 0.5),
        Overlay("storm", dt.date(2025, 7, 12), 1, 19.0, chance=0.5, comes=False),
        Overlay("heat", dt.date(2025, 7, 13), 5, 32.0),
        Overlay("storm", dt.date(2025, 7, 19), 1, 14.0, chance=0.6, comes=True),
    ),
)  # fmt: skip
# Hot dry inland plain: no rain for weeks, a fierce week, a thunderstorm that stays away.
COPPERPAN = Station(
    "Copperpan", 38.0, -38.4,
    Climate(after_dry=0.04, after_wet=0.2, rain_mean=5.0, tmax_dry=27.0, season_half_range=11.5, range_dry=16.0,
            range_wet=11.0, warmth_sd=1.8, clearness_dry=0.78, clearness_sd=0.05, rhmax_dry=58.0, rhmax_wet=80.0,
            wind_mean=2.6),
    (
        Overlay("dry", dt.date(2025, 7, 5), 17, 1.0),
        Overlay("heat", dt.date(2025, 7, 24), 7, 37.5),
        Overlay("storm", dt.date(2025, 7, 31), 1, 12.0, chance=0.3, comes=False),
    ),
)  # fmt: skip
# Wet tropics: a rainless spring, and the rains that set in with a week of downpours.
SIXWEIR = Station(
    "Sixweir", 14.0, -140.5,
    Climate(after_dry=0.45, after_wet=0.80, rain_mean=17.0, tmax_dry=32.5, tmax_wet_less=3.0, range_dry=8.0,
            range_wet=5.5, season_half_range=1.2, warmth_sd=0.9, clearness_dry=0.68, clearness_wet=0.36,
            rhmax_dry=92.0, rhmax_wet=98.0, wind_mean=1.7, rains_from=155, rains_to=300),
    (
        Overlay("dry", dt.date(2025, 5, 20), 14, 0.5),
        Overlay("wet", dt.date(2025, 6, 5), 8, 28.0),
    ),
)  # fmt: skip
# Southern cool summer: westerlies, a dry fortnight, then a front.
GULLREST = Station(
    "Gullrest", -36.0, -110.3,
    Climate(after_dry=0.22, after_wet=0.48, rain_mean=6.5, tmax_dry=18.5, season_half_range=6.0, range_dry=11.5,
            wind_mean=3.6, clearness_dry=0.73),
    (
        Overlay("dry", dt.date(2025, 1, 3), 14, 1.5),
        Overlay("storm", dt.date(2025, 1, 18), 1, 16.0, chance=0.7, comes=True),
    ),
)  # fmt: skip
STATIONS = (MARROWBY, COPPERPAN, SIXWEIR, GULLREST)


def station_near(latitude: float, longitude: float) -> Station:
    """The station within NEAR_DEGREES of a place; Marrowby's for anywhere else."""
    near = [s for s in STATIONS if max(abs(s.latitude - latitude), abs(s.longitude - longitude)) <= NEAR_DEGREES]
    return near[0] if near else MARROWBY
