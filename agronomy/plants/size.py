"""Size as seen, and how it grows between sightings. Arrays run over days."""

from __future__ import annotations

import datetime as dt
from dataclasses import dataclass

import numpy as np
import numpy.typing as npt

from agronomy.describe.garden import BODY_HEIGHTS, Planting, Size
from agronomy.plants.crops import CROPS, Crop

SEEDLING_SHARE = 0.08  # of the full spread, at planting; common practice, no source
DEVELOPMENT_SHARE = 0.25  # of the full spread, when development starts; common practice, no source
ROOTS_BEYOND_LEAVES = 1.5  # roots spread half as far again as the leaves; common practice, no source
LEAST_ROOT_RADIUS_M = 0.06
START_ROOT_DEPTH_M = 0.10  # of a fresh transplant; common practice, no source

Days = npt.NDArray[np.float64]


@dataclass(frozen=True)
class Stature:
    """One plant of a planting over days: height, spread, root depth [m]; basal coefficient at full cover [-].

    `present` [0 or 1]: whether the planting stands in the bed that day.
    """

    height_m: Days
    spread_m: Days
    root_depth_m: Days
    kcb_full: Days
    present: Days

    @property
    def canopy_m2(self) -> Days:
        return np.pi / 4 * self.spread_m**2

    @property
    def root_area_m2(self) -> Days:
        return np.pi * np.maximum(self.spread_m / 2 * ROOTS_BEYOND_LEAVES, LEAST_ROOT_RADIUS_M) ** 2


def growth(crop: Crop, days: Days) -> Days:
    """Share of full size [0..1] at days since planting.

    Slow through the initial stage, then linear through development, as the Kcb curve of FAO-56 chapter 7 runs.
    """
    initial, development = crop.stages[0], crop.stages[1]
    return np.interp(days, [0, initial, initial + development], [SEEDLING_SHARE, DEVELOPMENT_SHARE, 1.0])


def kcb_full_cover(crop: Crop, days: Days) -> Days:
    """Kcb [-] that the crop has at full cover: mid-season's value, falling to the end value in the late stage.

    FAO-56 chapter 7, figure 37. Cover below full is the density coefficient's business (plants/demand.py).
    """
    late = sum(crop.stages[:3])
    return np.interp(days, [late, late + crop.stages[3]], [crop.kcb[1], crop.kcb[2]])


def stage_name(crop: Crop, day: int) -> str:
    """The growth stage of FAO-56 on a day since planting."""
    ends = np.cumsum(crop.stages)
    names = ("initial", "development", "mid-season", "late")
    return names[min(int(np.searchsorted(ends, day, side="right")), 3)]


def stature(planting: Planting, start: dt.date, n_days: int) -> Stature:
    """What a plant of this planting is like on each of n_days from `start`.

    Without a sighting: the crop's own size by its stages. With sightings: the last one not after the day (else the
    first) sets the size, and the crop's curve carries it on, never beyond the larger of the crop's full size and
    what was seen.
    """
    crop = CROPS[planting.crop]
    day = (start - planting.planted).days + np.arange(n_days, dtype=float)
    share = growth(crop, day)
    height, spread = crop.height_m * share, crop.spread_m * share
    sightings = sorted(planting.sizes, key=lambda s: s.date)
    for i, seen in enumerate(sightings):
        seen_day = (seen.date - planting.planted).days
        ratio = share / growth(crop, np.array([float(seen_day)]))[0]
        since = np.ones(n_days, dtype=bool) if i == 0 else day >= seen_day
        height = np.where(since, _carried(BODY_HEIGHTS[seen.height], ratio, crop.height_m), height)
        spread = np.where(since, _carried(seen.spread_m, ratio, crop.spread_m), spread)
    rooting = crop.stages[0] + crop.stages[1]
    roots = np.interp(day, [0, rooting], [START_ROOT_DEPTH_M, crop.roots_m[1]])
    gone = np.inf if planting.removed is None else (planting.removed - planting.planted).days
    present = ((day >= 0) & (day < gone)).astype(float)
    return Stature(height, spread, roots, kcb_full_cover(crop, day), present)


def _carried(seen: float, ratio: Days, full: float) -> Days:
    return np.minimum(seen * ratio, max(seen, full))


def last_sighting(planting: Planting, date: dt.date) -> Size | None:
    """The newest size seen not after a date."""
    return max((s for s in planting.sizes if s.date <= date), key=lambda s: s.date, default=None)
