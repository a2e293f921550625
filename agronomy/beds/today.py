"""A bed on a date: everything about it that rules ask for, built once and carried."""

from __future__ import annotations

import dataclasses
import datetime as dt
import functools
from dataclasses import dataclass, field

from agronomy.beds import ground, light
from agronomy.beds.stand import StandOfDay, stand_of
from agronomy.describe.garden import Bed, Exposure, Garden, Mulch, Planting, Rig, Soil
from agronomy.ground.mulch import mulch_on
from agronomy.ground.profile import Profile
from agronomy.methods.base import Method
from agronomy.methods.choose import by_today, method_of
from agronomy.methods.tubes import rig_of
from agronomy.plants.size import counts, last_sighting

PRACTICE = "common practice, no source"
FINGER_DEPTH_M = 0.10  # of an observation; half as deep in a shallow pot; common practice, no source


@dataclass(frozen=True, eq=False)
class BedToday:
    """A bed of a garden on a date.

    ground_m2: its own ground. depth_m: over which its balance is kept [m].
    """

    garden: Garden = field(repr=False)
    bed: Bed
    date: dt.date
    ground_m2: float
    depth_m: float
    container: bool
    soil: Soil
    profile: Profile
    exposure: Exposure
    mulch: Mulch | None
    rig: Rig
    _stand: StandOfDay | None = field(default=None, repr=False)

    @property
    def finger_depth_m(self) -> float:
        """Where a finger feels [m]."""
        return min(FINGER_DEPTH_M, self.depth_m / 2)

    @functools.cached_property
    def stand(self) -> StandOfDay:
        """What grows in it."""
        return self._stand or stand_of(self.bed, self.ground_m2, self.date, 1).on(0)

    @functools.cached_property
    def method(self) -> Method:
        """How it is watered today."""
        told = dataclasses.replace(self.bed, method=by_today(self.bed.method, self.stand.drills))
        return method_of(self.garden, told, self.profile.top.ksat, self.ground_m2)

    @functools.cached_property
    def rooted_m2(self) -> float:
        """Of its ground, what roots hold and waterings are aimed at [m2]."""
        return self.ground_m2 * ground.rooted_share(self.stand.rooted_m2, self.ground_m2, self.container)

    @functools.cached_property
    def reach(self) -> float:
        """Share of the rooted store that its method can refill [0..1]."""
        return self.method.reach(self.rooted_m2)

    @functools.cached_property
    def arrives(self) -> float:
        """Share of what is poured that comes to the roots [0..1]."""
        return self.method.arrives_at(self.rooted_m2)

    @functools.cached_property
    def sun_share(self) -> float:
        """Share of the day's beam [0..1] that reaches it past what stands around it."""
        return light.direct_share(self.garden, self.exposure, light.points_of(self.bed), self.date)

    @functools.cached_property
    def standing(self) -> tuple[tuple[Planting, int], ...]:
        """What stands in it, and how many are left of each on this date."""
        return tuple(
            (p, left_on(p, self.date))
            for p in self.bed.plantings
            if p.planted <= self.date and (p.removed is None or p.removed > self.date)
        )

    @property
    def size_source(self) -> str:
        """Where the size of its plants is from."""
        seen = [x for x in (last_sighting(p, self.date) for p in self.bed.plantings) if x]
        if seen:
            return "size seen on " + max(x.date for x in seen).isoformat()
        return "size by the crop's stages, " + PRACTICE

    @property
    def share_source(self) -> str:
        """Where its rooted share is from."""
        return "a pot is wetted whole" if self.container else "roots half as wide again as the leaves, " + PRACTICE


def left_on(planting: Planting, date: dt.date) -> int:
    """How many plants of a planting are left on a date: what was thinned by then, not what is to be."""
    return int(counts(planting, date, 1)[0])


def bed_today(garden: Garden, bed: Bed, date: dt.date, stand: StandOfDay | None = None) -> BedToday:
    """A bed on a date. stand: what grows in it, where that is known already (growth may follow the weather)."""
    area, profile, container = ground.ground_m2(bed), ground.profile_on(bed, date), ground.is_container(bed)
    return BedToday(
        garden=garden,
        bed=bed,
        date=date,
        ground_m2=area,
        depth_m=ground.managed_depth_m(bed),
        container=container,
        soil=ground.soil_on(bed, date),
        profile=profile,
        exposure=light.exposure_on(bed, date),
        mulch=mulch_on(bed.mulches, date),
        rig=rig_of(garden, bed),
        _stand=stand,
    )
