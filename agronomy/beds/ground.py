"""A bed's own ground: its area and depth, and what it is made of on each day."""

from __future__ import annotations

import datetime as dt
import itertools
import math
from collections.abc import Iterable
from typing import Final

from agronomy.describe.garden import Bed, Soil, on_date
from agronomy.describe.kinds import KINDS
from agronomy.ground.profile import Profile, profile
from agronomy.plants.crops import crop_of

LEAST_SHARE: Final = 0.05  # of its ground that a bed's waterings are aimed at; common practice, no source


def ground_m2(bed: Bed) -> float:
    """The bed's own ground, of all that are alike together [m2]; arithmetic."""
    return bed.alike * (math.pi / 4 * bed.length_m**2 if bed.round else bed.length_m * bed.width_m)


def rooted_share(rooted_m2: float, ground: float, container: bool) -> float:
    """Share of a bed's ground [m2] that roots hold and waterings are aimed at [0..1]; all of it where nothing stands or
    its roots end at walls. Arithmetic."""
    return 1.0 if container or rooted_m2 <= 0 else min(1.0, max(LEAST_SHARE, rooted_m2 / ground))


def edge_m(bed: Bed) -> float:
    """What runs round its ground, of all that are alike together [m]; arithmetic."""
    return bed.alike * (math.pi * bed.length_m if bed.round else 2 * (bed.length_m + bed.width_m))


def is_container(bed: Bed) -> bool:
    """Whether its roots end at a wall; by its kind, common practice."""
    return KINDS[bed.kind][0]


def soil_depth_m(bed: Bed) -> float:
    """Loosened soil or pot depth [m]; where not known the usual one of its kind, common practice."""
    return bed.soil_depth_m if bed.soil_depth_m is not None else KINDS[bed.kind][1]


def volume_l(bed: Bed) -> float:
    """Soil or mix in a bed or pot [L], by its ground and depth; arithmetic."""
    return 1000 * ground_m2(bed) * soil_depth_m(bed)


def managed_depth_m(bed: Bed) -> float:
    """The least of published rooting depth and loosened soil; a container's own depth [m]: over it the balance is kept.

    Rooting depths: the smaller of FAO-56 Table 22, which its note gives to the scheduling of water. A bed loosened
    deeper on a later date is kept over the deeper depth throughout; roots use what was loose by then.
    """
    depth = soil_depth_m(bed)
    if is_container(bed):
        return depth
    roots = [crop_of(p).roots_m[0] for p in bed.plantings]
    loosened = [x.loosened_m for x in bed.soils if x.loosened_m is not None]
    if loosened:
        depth = max(loosened) if len(loosened) == len(bed.soils) else max(depth, *loosened)
    return min([depth, max(roots)]) if roots else depth


def soil_on(bed: Bed, date: dt.date) -> Soil:
    """What the bed is made of on a date; an unknown soil where nothing was said."""
    return on_date(bed.soils, date) or Soil()


def profile_on(bed: Bed, date: dt.date) -> Profile:
    """The bed's ground from the top down as it is on a date."""
    return profile(soil_on(bed, date), managed_depth_m(bed), is_container(bed), soil_depth_m(bed))


def spans(changes: Iterable[dt.date | None], start: dt.date, n_days: int) -> list[tuple[int, int]]:
    """[since, until) of the days from `start` on between changes on these dates."""
    at = {min(max((d - start).days, 0), n_days) for d in changes if d is not None}
    return list(itertools.pairwise(sorted(at | {0, n_days})))


def profiles(bed: Bed, start: dt.date, n_days: int) -> list[tuple[int, int, Profile]]:
    """The bed's ground over days: (since, until, profile)."""
    return [
        (since, until, profile_on(bed, start + dt.timedelta(days=since)))
        for since, until in spans((x.date for x in bed.soils), start, n_days)
    ]
