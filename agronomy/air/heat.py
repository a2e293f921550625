"""Heat: waves that move a soak forward, and the heat index that minds the gardener."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
import numpy.typing as npt

HEAT_INDEX_CLASSES = (  # degrees F, US National Weather Service
    (125.0, "extreme danger"),
    (103.0, "danger"),
    (90.0, "extreme caution"),
    (80.0, "caution"),
)


@dataclass(frozen=True)
class HeatWaveRule:
    """At least `days` days in a row with tmax >= warm, of which `hot_days` reach `hot` [degrees C]."""

    days: int = 5
    warm: float = 25.0
    hot_days: int = 3
    hot: float = 30.0
    source: str = "a European weather service's rule, from memory"


HOT_SHARE, HOT_DAYS = 0.9, 3  # of a place's days about this date, and so many in a row; T90, from memory (WMO ETCCDI)
UNUSUAL_BY_C = 5.0  # over the usual, for five days: Frich et al. (2002), heat wave duration, from memory
USUAL_OVER_DAYS = 60  # the usual is taken from so many days behind; their source takes a climate normal


def unusual_heat(tmax_behind: npt.NDArray[np.float64]) -> HeatWaveRule:
    """A rule by what is usual at a place: five days in a row UNUSUAL_BY_C over the mean of the days behind."""
    hot = float(np.mean(tmax_behind[-USUAL_OVER_DAYS:])) + UNUSUAL_BY_C
    return HeatWaveRule(5, hot, 5, hot, "Frich et al. (2002), from memory; the usual by the last 60 days")


def hotter_than_usual(tmax_90: float) -> HeatWaveRule:
    """A rule by the climate's years: HOT_DAYS in a row warmer than nine in ten of its days about this date [degrees C].

    T90 over a window of 15 days, after WMO's climate indices, from memory.
    """
    return HeatWaveRule(HOT_DAYS, tmax_90, HOT_DAYS, tmax_90, "T90 of the climate's years, WMO ETCCDI, from memory")


def own_rule(hot: float, days: int) -> HeatWaveRule:
    """A garden's own: so many days in a row so hot [degrees C]. Common practice."""
    return HeatWaveRule(days, hot, days, hot, "the garden's own")


def heat_wave_days(tmax: npt.NDArray[np.float64], rule: HeatWaveRule | None = None) -> npt.NDArray[np.bool_]:
    """Which days belong to a heat wave. tmax [degrees C], one day per entry; same length returned.

    By the rule given; its figures are common practice.
    """
    rule = rule or HeatWaveRule()
    inside = np.zeros(tmax.shape[0], dtype=bool)
    start = 0
    for i in range(tmax.shape[0] + 1):
        if i < tmax.shape[0] and tmax[i] >= rule.warm:
            continue
        if i - start >= rule.days and np.count_nonzero(tmax[start:i] >= rule.hot) >= rule.hot_days:
            inside[start:i] = True
        start = i + 1
    return inside


def heat_index(t: float, rh: float) -> float:
    """Heat index [degrees C] from temperature [degrees C] and relative humidity [%].

    US National Weather Service (Rothfusz 1990) with its two adjustments.
    """
    f = t * 9 / 5 + 32
    simple = (0.5 * (f + 61.0 + (f - 68.0) * 1.2 + rh * 0.094) + f) / 2
    if simple < 80:
        return (simple - 32) * 5 / 9
    index = (
        -42.379
        + 2.04901523 * f
        + 10.14333127 * rh
        - 0.22475541 * f * rh
        - 0.00683783 * f * f
        - 0.05481717 * rh * rh
        + 0.00122874 * f * f * rh
        + 0.00085282 * f * rh * rh
        - 0.00000199 * f * f * rh * rh
    )
    if rh < 13 and 80 <= f <= 112:
        index -= (13 - rh) / 4 * ((17 - abs(f - 95)) / 17) ** 0.5
    elif rh > 85 and 80 <= f <= 87:
        index += (rh - 85) / 10 * (87 - f) / 5
    return (index - 32) * 5 / 9


def heat_index_class(index_c: float) -> str:
    """The National Weather Service's class of a heat index [degrees C]; "" below caution."""
    f = index_c * 9 / 5 + 32
    return next((name for bound, name in HEAT_INDEX_CLASSES if f >= bound), "")
