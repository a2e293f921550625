"""Size as seen, and how it grows between sightings. Arrays run over days."""

from __future__ import annotations

import datetime as dt
from dataclasses import dataclass

import numpy as np
import numpy.typing as npt

from agronomy.describe.garden import Planting, Size
from agronomy.describe.kinds import BODY_HEIGHTS
from agronomy.plants.crops import Crop, crop_of, supported_gain
from agronomy.plants.starts import STARTS, set_in, start_depth_m

SEEDLING_SHARE = 0.08  # of the full size, as a seedling just up; common practice, no source
DEVELOPMENT_SHARE = 0.25  # of the full spread, when development starts; common practice, no source
ROOTS_BEYOND_LEAVES = 1.5  # roots spread half as far again as the leaves; common practice, no source
LEAST_ROOT_RADIUS_M = 0.06
WARM_DAY_C = {True: 20.0, False: 16.0}  # mean of a day that counts as one day of the stages, tender or not; practice
MOST_DAYS_IN_ONE = 1.6  # growth on the hottest day counts as no more; common practice, no source

Days = npt.NDArray[np.float64]


@dataclass(frozen=True)
class Stature:
    """One plant of a planting over days: height, spread, root depth [m]; basal coefficient at full cover [-].

    `present` [0 or 1]: whether the planting stands in the bed that day; `count`: how many plants are left.
    """

    height_m: Days
    spread_m: Days
    root_depth_m: Days
    kcb_full: Days
    present: Days
    count: Days

    @property
    def canopy_m2(self) -> Days:
        return np.pi / 4 * self.spread_m**2

    @property
    def root_spread_m2(self) -> Days:
        """Ground under the roots of one plant."""
        return np.pi * (self.spread_m / 2 * ROOTS_BEYOND_LEAVES) ** 2

    @property
    def root_area_m2(self) -> Days:
        """Ground that is wetted for one plant: that under its roots, and no less than a hand can aim at."""
        return np.maximum(self.root_spread_m2, np.pi * LEAST_ROOT_RADIUS_M**2)


def growth(crop: Crop, days: Days, at_first: float = SEEDLING_SHARE) -> Days:
    """Share of full size [0..1] at days since planting, from `at_first` on.

    Slow through the initial stage, then linear through development, as the Kcb curve of FAO-56 chapter 7 runs.
    """
    initial, development = crop.stages[0], crop.stages[1]
    then = max(DEVELOPMENT_SHARE, at_first)
    return np.interp(days, [0, initial, initial + development], [at_first, then, 1.0])


def share_at_first(set_in_m: float, full_m: float) -> float:
    """Share of its full size at which a plant is set in [0..1]; a seedling's where it is sown. Common practice."""
    return set_in(set_in_m, full_m) / full_m if set_in_m > 0 else SEEDLING_SHARE


def kcb_full_cover(crop: Crop, days: Days) -> Days:
    """Kcb [-] that the crop has at full cover: mid-season's value, falling to the end value in the late stage.

    FAO-56 chapter 7, figure 37. Cover below full is the density coefficient's business (plants/demand.py).
    """
    late = sum(crop.stages[:3])
    return np.interp(days, [late, late + crop.stages[3]], [crop.kcb[1], crop.kcb[2]])


@dataclass(frozen=True)
class Warmth:
    """Daily mean temperatures [degrees C] from a date on, by which growth runs instead of the calendar."""

    start: dt.date
    tmean: tuple[float, ...]


def ages(planting: Planting, crop: Crop, start: dt.date, n_days: int, warmth: Warmth | None) -> Days:
    """Days of growth since planting on each of n_days from `start`; negative before it.

    By the calendar, or by degree days over the crop's base: a day of the usual warmth counts as one (common practice).
    Days before the first known temperature count as one each.
    """
    day = (start - planting.planted).days + np.arange(n_days, dtype=float)
    if warmth is not None and len(warmth.tmean):
        usual = WARM_DAY_C[crop.base_c == 10.0] - crop.base_c
        worth = np.clip((np.array(warmth.tmean) - crop.base_c) / usual, 0.0, MOST_DAYS_IN_ONE)
        first = (warmth.start - planting.planted).days  # age on the first day of known warmth
        known = np.concatenate([[0.0], np.cumsum(worth)])
        before = max(first, 0)
        began = known[max(-first, 0)] if -first < len(known) else known[-1]
        at = np.clip(day - first, 0, len(known) - 1).astype(int)
        beyond = np.maximum(day - first - (len(known) - 1), 0.0)
        day = np.where((day < 0) | (day < first), day, before + known[at] - began + beyond)
    if STARTS[planting.start].grown:
        day = np.where(day >= 0, day + crop.stages[0] + crop.stages[1], day)
    return day


def counts(planting: Planting, start: dt.date, n_days: int) -> Days:
    """How many plants are left on each day, after thinning."""
    left = np.full(n_days, float(planting.count))
    for change in sorted(planting.thinned, key=lambda c: c.date):
        left[max(0, (change.date - start).days) :] = change.count
    return left


def stage_name(crop: Crop, day: int) -> str:
    """The growth stage of FAO-56 on a day since planting."""
    ends = np.cumsum(crop.stages)
    names = ("initial", "development", "mid-season", "late")
    return names[min(int(np.searchsorted(ends, day, side="right")), 3)]


def stature(planting: Planting, start: dt.date, n_days: int, warmth: Warmth | None = None, emerges: int = 0) -> Stature:
    """What a plant of this planting is like on each of n_days from `start`; nothing until it is up, `emerges` days
    from its sowing.

    Without a sighting: the crop's own size by its stages. With sightings: the last one not after the day (else the
    first) sets the size, and the crop's curve carries it on, never beyond the larger of the crop's full size and
    what was seen.
    """
    crop = crop_of(planting)
    calendar = (start - planting.planted).days + np.arange(n_days, dtype=float)
    day = ages(planting, crop, start, n_days, warmth)
    began = STARTS[planting.start]
    of_height = share_at_first(began.height_m, crop.height_m)
    of_spread = share_at_first(began.spread_m, crop.spread_m)
    height, spread = crop.height_m * growth(crop, day, of_height), crop.spread_m * growth(crop, day, of_spread)
    tall, wide = height.copy(), spread.copy()
    sightings = sorted(planting.sizes, key=lambda s: s.date)
    for i, seen in enumerate(sightings):
        seen_day = ages(planting, crop, seen.date, 1, warmth)
        then_tall = crop.height_m * growth(crop, seen_day, of_height)[0]
        then_wide = crop.spread_m * growth(crop, seen_day, of_spread)[0]
        since = np.ones(n_days, dtype=bool) if i == 0 else calendar >= (seen.date - planting.planted).days
        height = np.where(since, _carried(BODY_HEIGHTS[seen.height], tall / then_tall, crop.height_m), height)
        spread = np.where(since, _carried(seen.spread_m, wide / then_wide, crop.spread_m), spread)
    up = calendar >= emerges
    height, spread = height * up, spread * up
    rooting = crop.stages[0] + crop.stages[1]
    first = start_depth_m(planting)
    roots = np.interp(day, [0, rooting], [first, max(first, crop.roots_m[0])])
    gone = np.inf if planting.removed is None else (planting.removed - planting.planted).days
    present = ((calendar >= 0) & (calendar < gone)).astype(float)
    kcb = kcb_full_cover(crop, day) + supported_gain(crop, height)
    return Stature(height, spread, roots, kcb, present, counts(planting, start, n_days))


def _carried(seen: float, ratio: Days, full: float) -> Days:
    return np.minimum(seen * ratio, max(seen, full))


SIZE_FRESH_DAYS = 10  # a size seen longer ago is asked for again while the plant grows; common practice, no source
STILL_GROWING = 1.10  # growth since the last sighting that makes a new one worth the walk; common practice


def sighting_due(planting: Planting, date: dt.date) -> bool:
    """Whether it is time to look at a planting's size again: it stands, and has grown since it was last seen."""
    if not (planting.planted <= date and (planting.removed is None or planting.removed > date)):
        return False
    crop, last = crop_of(planting), last_sighting(planting, date)
    since = planting.planted if last is None else last.date
    if (date - since).days < SIZE_FRESH_DAYS:
        return False
    first = share_at_first(STARTS[planting.start].spread_m, crop.spread_m)
    share_then, share_now = (growth(crop, ages(planting, crop, d, 1, None), first)[0] for d in (since, date))
    return bool(last is None or share_now > STILL_GROWING * share_then)


def last_sighting(planting: Planting, date: dt.date) -> Size | None:
    """The newest size seen not after a date."""
    return max((s for s in planting.sizes if s.date <= date), key=lambda s: s.date, default=None)
