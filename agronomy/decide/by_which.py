"""One bed, by hose, can, line or sprinkler: what the soak it lacks costs in litres and minutes by each."""

from __future__ import annotations

import dataclasses
import math
from dataclasses import dataclass
from typing import Final

from agronomy.decide.plan import BedPlan
from agronomy.describe.water import Drip
from agronomy.describe.words import PouredBy
from agronomy.methods.base import Target
from agronomy.methods.choose import method_of
from agronomy.methods.drip import DripLine, bulb
from agronomy.methods.sprinkler import Overhead, leaf_wet_hours

SHOWN: Final[tuple[PouredBy, ...]] = ("hose", "can", "drip", "sprinkler")
ROW_APART_M, HOLE_APART_M, USUAL_FLOW_L_H = 0.4, 0.3, 2.0  # of a line that is not there yet; common practice
LEAST_MM = 2.0  # a bed that lacks less is told as if it lacked half of what is drawn with ease; common practice


@dataclass(frozen=True)
class ByWhich:
    """litres: of the tap; minutes: of a person, runs: of the tap. depth_m: that it wets; None: as deep as is missing.
    leaf_wet_h: hours with wet leaves; beside_l: litres that fall on paths and weeds. chosen: how it is watered now.
    there: whether it is as told; else a usual one."""

    way: PouredBy
    litres: float
    minutes: float
    runs: float
    depth_m: float | None
    leaf_wet_h: float
    beside_l: float
    chosen: bool
    there: bool


def by_which(b: BedPlan) -> tuple[ByWhich, ...]:
    """What a refill of a bed costs by each way; none of a container, a reservoir, or where nothing grows. Arithmetic
    over methods/."""
    if b.today.container or b.plants == 0 or b.bed.method == "reservoir":
        return ()
    lacks = b.net_mm.mid if b.net_mm.mid >= LEAST_MM else b.raw_mm / 2
    return tuple(_way(b, way, lacks) for way in SHOWN)


def _way(b: BedPlan, way: PouredBy, lacks_mm: float) -> ByWhich:
    t, here = b.today, b.bed
    line = here.drip or usual_line(here.length_m, here.width_m)
    ksat = t.profile.top.ksat
    method = method_of(t.garden, dataclasses.replace(here, method=way, drip=line), ksat, t.ground_m2)
    litres = lacks_mm * t.rooted_m2 * method.reach(t.rooted_m2) / method.arrives_at(t.rooted_m2)
    each = b.today.stand.canopy_m2 / max(b.plants, 1)
    litres = method.in_hand(litres, Target(b.plants, each, t.rooted_m2)).litres or litres
    depth, leaves, beside = None, 0.0, 0.0
    if isinstance(method, DripLine):
        minutes = method.pouring_minutes(litres)
        depth = bulb(line, 60 * litres / minutes / line.emitters, minutes, ksat, lacks_mm / b.taw_mm).depth_m
    if isinstance(method, Overhead):
        leaves, beside = leaf_wet_hours(method.pouring_minutes(litres)), litres * (1 - method.on_the_bed)
    there = way == here.method or (way == "drip" and here.drip is not None)
    return ByWhich(
        way,
        litres,
        method.person_minutes(litres, 1),
        method.pouring_minutes(litres),
        depth,
        leaves,
        beside,
        way == here.method,
        there or way in ("hose", "can"),
    )


def usual_line(length_m: float, width_m: float) -> Drip:
    """A line as it would be bought for a bed [m]: rows ROW_APART_M apart, a hole each HOLE_APART_M. Common practice."""
    rows = max(1, round(width_m / ROW_APART_M))
    holes = rows * max(1, math.floor(length_m / HOLE_APART_M))
    return Drip(holes, USUAL_FLOW_L_H, length_m=max(length_m, 0.1), rows=rows)
