"""The parts that a bed's day is cut into: a bed's is whole, a container's runs from dawn to dawn by the hour, or
nearly.

A container empties within hours: by the day it would seem to lack nothing where it droops all afternoon. Today and
tomorrow run by the hour. Other days run in three parts, of cloth in four, whose answer is the hours' within one in a
hundred (a test).
"""

from __future__ import annotations

import datetime as dt
import itertools

import numpy as np

from agronomy.air.hourly import Hours
from agronomy.air.sun import SunDay, sun_day
from agronomy.balance import layout as at
from agronomy.balance.terms import Array
from agronomy.beds.ground import is_container
from agronomy.beds.light import hours_of_demand
from agronomy.beds.wall import wall_of
from agronomy.describe.garden import Bed, Garden, utc_offset_on

NOON_PART_H = (
    11  # where sides of cloth drink beside the plants, three parts would be out by up to a hundredth and a half
)
AFTERNOON_H = 14  # clock hour of a second drink, where no other was told; common practice, no source
USUAL_WARMTH = (14.0, 26.0)  # lowest and highest [degrees C] by which days behind are cut, whatever today brings
EVENING_BEFORE_DARK_H = 1.5  # evening water comes so long before sunset; common practice
DAWN_H, DUSK_H = (3, 9), (17, 22)  # bounds where the sun hardly sets or rises


def day_parts(garden: Garden, bed: Bed, today: dt.date, warmth: tuple[tuple[float, float], ...]) -> Array:
    """The cuts of a bed's days, (N_CUT, HOURS, N_PART) as balance.layout has them.

    warmth: lowest and highest temperature [degrees C] of today and, where it is known, of tomorrow. FAO-56's day in one
    part for beds; common practice for the hours of containers.
    """
    if not is_container(bed):
        return np.asarray(at.whole_days(1)[0])
    sun = sun_day(garden.latitude, garden.longitude, utc_offset_on(garden, today), today.timetuple().tm_yday)
    usual, first, second = (hours_of_demand(garden, bed, today, *x) for x in (USUAL_WARMTH, warmth[0], warmth[-1]))
    few = (NOON_PART_H, AFTERNOON_H) if wall_of(bed) == "fabric" else (AFTERNOON_H,)
    return np.stack([_cut(sun, usual, few), _cut(sun, first), _cut(sun, second)])


def dawn_h(sunrise: float) -> int:
    """Clock hour at which a container's day begins [h], by that of sunrise [h]. Practice."""
    return int(np.clip(np.floor(sunrise), *DAWN_H))


def _cut(sun: SunDay, shares: Hours, few: tuple[int, ...] | None = None) -> Array:
    """One cut: by the hour, or at a few clock hours [h] between dawn and evening."""
    dawn, dark = dawn_h(sun.sunrise), int(np.clip(round(sun.sunset), *DUSK_H))
    evening = int(np.floor(dark - EVENING_BEFORE_DARK_H))
    ends = range(dawn, dawn + 25) if few is None else (dawn, *few, evening, dawn + 24)
    cut = np.zeros((at.HOURS, at.N_PART))
    for i, (since, until) in enumerate(itertools.pairwise(ends)):
        cut[i, [at.LENGTH, at.OF_RAIN]] = (until - since) / 24
        cut[i, at.OF_ET0] = _between(shares, since, until)
        cut[i, at.OF_MORNING], cut[i, at.OF_AFTERNOON] = since == dawn, since == AFTERNOON_H
        cut[i, at.OF_EVENING] = until == evening
        cut[i, at.UNTIL_DARK] = _between(shares, since, dark)
    return cut


def _between(shares: Hours, since: int, until: int) -> float:
    """Share of a day's demand between two clock hours; those after midnight are the next morning's."""
    return float(sum(shares[h % 24] for h in range(since, until)))
