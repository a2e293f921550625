"""The fits of a bed: judgements of its room and place, each with what it compared and how much it matters."""

from __future__ import annotations

import datetime as dt
import math
from collections.abc import Iterator, Mapping
from dataclasses import dataclass, field
from typing import Any, Final

import numpy as np

from agronomy.air import microclimate
from agronomy.air.leaf_wetness import RISKY_H, wet_leaf_hours
from agronomy.air.shade import sun_hours
from agronomy.air.sun import sun_day
from agronomy.beds.ground import soil_depth_m, volume_l
from agronomy.beds.light import exposure_on, noon_sun, points_of
from agronomy.beds.today import BedToday, bed_today, left_on
from agronomy.describe.footprint import Point, corners
from agronomy.describe.garden import Bed, Garden, Planting, utc_offset_on
from agronomy.ground.holding import AIR_SHORT_BELOW
from agronomy.plants import room
from agronomy.plants.crops import CROPS, Crop, crop_of, supported_gain
from agronomy.plants.demand import demanding, outline_m2
from agronomy.plants.room import ROOM, Room
from agronomy.plants.size import ROOTS_BEYOND_LEAVES, stature

PRACTICE: Final = "common practice, no source"
WARM_DAY_ET0: Final = 6.0  # mm; a warm summer's day, for plants that are not grown yet: common practice, no source
FAR_TOO_SMALL: Final = 0.5  # of the scant volume; common practice, no source
OFTEN: Final = 2.0  # waterings on a warm day beyond which nobody keeps up by hand; common practice, no source
HEAVY_KG, HEAVY_KG_PER_M2 = 40.0, 250.0  # to lift, and on a balcony or roof, from which to ask; practice
FAR_TOO_DARK: Final = 0.6  # of the hours of sun it wants; common practice, no source
COLD_BY_C: Final = 3.0  # below the soil it wants, roots stand still; common practice, no source
JUST_PLANTED_DAYS: Final = 14
NEAR_M: Final = 0.5  # beds of open ground nearer than this share the soil between; common practice, no source
SHARED_FROM: Final = 1.5  # times the ground that roots of one crop would take; common practice, no source
ROOTBOUND_DAYS: Final = (28, 42)  # in a tray: ready, and root-bound; common practice, no source
TRAY_LOOKS_AHEAD: Final = 60
OPEN_GROUND: Final = ("open", "row", "mound", "tunnel")


@dataclass(frozen=True)
class Fit:
    """One check. what: which; level: "fine", "mind" or "stop". figures: by name, unit in the name where not plain."""

    what: str
    level: str
    crop: str = ""
    figures: Mapping[str, float] = field(default_factory=dict)
    other: str = ""  # another bed, family or year that the reason names
    source: str = PRACTICE


@dataclass(frozen=True)
class Days:
    """The weather a fit is judged by: today's temperatures [degrees C], vapour pressure [kPa], the soil's [degrees C];
    None where nothing is known."""

    tmin: float
    tmax: float
    ea: float
    soil_c: float | None


def fit_of(garden: Garden, bed: Bed, today: dt.date, days: Days | None = None) -> tuple[Fit, ...]:
    """Every fit of a bed as it stands or is about to stand, the gravest first. Room and sun: common practice."""
    here = bed_today(garden, bed, today)
    found = list(_of_bed(here))
    for planting in _standing(bed, today):
        found += _of_planting(here, planting, days)
    order = {"stop": 0, "mind": 1, "fine": 2}
    return tuple(sorted(found, key=lambda f: order[f.level]))


def _standing(bed: Bed, today: dt.date) -> list[Planting]:
    """What grows or is about to, neighbours that only drink left out."""
    left = (p for p in bed.plantings if p.removed is None or p.removed > today)
    return [p for p in left if crop_of(p).group != "neighbour"]


def _of_bed(here: BedToday) -> Iterator[Fit]:
    if here.container:
        yield _holes(here.bed)
        yield weight(here)
        yield air(here)
    yield from _sharing_across(here)


def _holes(bed: Bed) -> Fit:
    if bed.reservoir is not None or bed.drain_holes:
        return Fit("holes", "fine")
    return Fit("holes", "mind" if bed.drain_holes is None else "stop")


def weight(here: BedToday) -> Fit:
    """What a pot weighs [kg] without its vessel, when plants wilt and when it has just drained, and on a square metre
    when soaked; a full reservoir with it."""
    alike, mix, reservoir = here.bed.alike, here.profile.top, here.bed.reservoir
    ground, litres = here.ground_m2 / alike, volume_l(here.bed) / alike
    dry = litres * (mix.dry_kg_per_l + mix.wilting_point)
    soaked = litres * (mix.dry_kg_per_l + mix.field_capacity) + (reservoir.capacity_l / alike if reservoir else 0.0)
    heavy = soaked > HEAVY_KG or soaked / ground > HEAVY_KG_PER_M2
    figures = {"dry_kg": dry, "soaked_kg": soaked, "soaked_kg_per_m2": soaked / ground, "litres": litres}
    return Fit("weight", "mind" if heavy else "fine", figures=figures, source=f"{mix.source}; 1 L weighs 1 kg")


@dataclass(frozen=True)
class Weight:
    """Of one container [kg]: when plants wilt, now, and when it has just drained over a full reservoir; without its
    vessel, or with it, where it was weighed. heavy: too much for one pair of hands, or for a floor by the square metre.
    """

    dry: float
    now: float
    soaked: float
    heavy: bool
    weighed: bool = False


def weight_now(here: BedToday, net_mm: float, rooted_share: float, reservoir_l: float) -> Weight:
    """What a container weighs with so much missing [mm over its rooted share] and in its reservoir [L].

    Arithmetic: 1 L weighs 1 kg.
    """
    found, alike = weight(here), here.bed.alike
    under = here.bed.reservoir.capacity_l if here.bed.reservoir else 0.0
    missing = (net_mm * here.ground_m2 * rooted_share + under - reservoir_l) / alike
    dry, soaked = found.figures["dry_kg"], found.figures["soaked_kg"]
    if here.bed.soaked_kg is not None and here.bed.limp_kg is not None:
        dry, soaked = here.bed.limp_kg, here.bed.soaked_kg
    return Weight(dry, max(dry, soaked - missing), soaked, found.level == "mind", here.bed.soaked_kg is not None)


def _of_planting(here: BedToday, p: Planting, days: Days | None) -> Iterator[Fit]:
    if here.bed.kind == "tray":
        yield seedlings(here, p)
    elif here.container:  # litres a plant are the one verdict: what stands in a pot leans out of it
        yield mix_volume(here, p)
    else:
        yield spacing(here, p, days)
    yield sun(here, p)
    if days is not None and days.soil_c is not None and abs((p.planted - here.date).days) <= JUST_PLANTED_DAYS:
        yield _warm_enough(crop_of(p), days.soil_c)
    if not here.container:
        yield from _roots_shared(here, p)
    yield from _rotation(here.bed, p, ROOM[p.crop])


def full_canopy_m2(crop: Crop) -> float:
    """Canopy of one full-grown plant [m2], seen from above. Arithmetic."""
    return math.pi / 4 * crop.spread_m**2


def full_grown_l(
    crop: Crop,
    plants: float,
    ground_m2: float,
    noon_sun: float,
    container: bool = False,
    et0_mm: float = WARM_DAY_ET0,
    alike: int = 1,
) -> float:
    """What these plants drink full-grown on a day of et0_mm [L], as the balance reckons it (plants/demand.py).

    noon_sun: the sun's height at noon [rad]. alike: over so many containers like each other. FAO-56 chapter 7, Kd by
    Allen and Pereira (2009).
    """
    outline = outline_m2(plants * full_canopy_m2(crop), plants, ground_m2, 4 * math.sqrt(ground_m2 * alike), alike)
    reach, kd = demanding(ground_m2, outline, crop.height_m, noon_sun, container, alike)
    kcb = crop.kcb[1] + float(supported_gain(crop, np.array(crop.height_m)))
    return float(kcb * kd * et0_mm * reach)


def _noon(here: BedToday) -> float:
    return float(noon_sun(here.garden.latitude, here.date, 1)[0])


def air(here: BedToday) -> Fit:
    """The air that is left in a container just drained: garden soil holds so much by its height that roots lack it.

    Below AIR_SHORT_BELOW it is questioned, with the litres of a loose part that would be half of it. Saxton and Rawls
    (2006), or the mix's own retention, over its height.
    """
    top, litres = here.profile.top, volume_l(here.bed)
    left = top.saturation - top.field_capacity
    figures = {
        "air_pct": 100 * left,
        "water_pct": 100 * top.field_capacity,
        "wants_pct": 100 * AIR_SHORT_BELOW,
        "loose_l": litres / 2,
        "height_m": soil_depth_m(here.bed),
    }
    return Fit("air", "mind" if left < AIR_SHORT_BELOW else "fine", figures=figures, source=top.source)


def seedlings(here: BedToday, p: Planting) -> Fit:
    """Room of seedlings in a tray: when their leaves meet, and when their roots have filled what they stand in.

    Common practice: crowded seedlings lean on each other; in a tray they are ready after four weeks and root-bound
    after six.
    """
    left = max(left_on(p, here.date), 1)
    since = max(p.planted, here.date)
    days = stature(p, since, TRAY_LOOKS_AHEAD)
    share = here.ground_m2 * left / max(sum(left_on(x, here.date) for x in _standing(here.bed, here.date)), 1)
    meets = np.flatnonzero(days.canopy_m2 * left >= share)
    figures = {"count": float(left), "each_m": math.sqrt(share / left)}
    figures |= widths_on(p, crop_of(p), here.date)
    to_bound = p.planted - here.date + dt.timedelta(days=ROOTBOUND_DAYS[1])
    figures["bound_days"] = float(to_bound.days)
    figures["ready_days"] = float(to_bound.days - ROOTBOUND_DAYS[1] + ROOTBOUND_DAYS[0])
    if len(meets):
        figures["crowd_days"] = float((since - here.date).days + int(meets[0]))
    late = to_bound.days <= 0 or figures.get("crowd_days", TRAY_LOOKS_AHEAD) <= 0
    return Fit("seedlings", "mind" if late else "fine", crop_of(p).name, figures)


def mix_volume(here: BedToday, p: Planting) -> Fit:
    """Mix for each plant against what it wants full-grown, and how often that would want water on a warm day.

    Plants of one pot share its mix by what each wants.
    """
    crop, wants, bed, left = crop_of(p), ROOM[p.crop], here.bed, left_on(p, here.date)
    all_want = sum(left_on(x, here.date) * ROOM[x.crop].pot_l[0] for x in _standing(bed, here.date))
    each = volume_l(bed) * wants.pot_l[0] / max(all_want, 1e-9)
    available = here.profile.available_mm(here.profile.depth_m)
    held = available * here.ground_m2 * left * wants.pot_l[0] / max(all_want, 1e-9)
    drinks = full_grown_l(crop, left, here.ground_m2, _noon(here), True, alike=bed.alike)
    easily = crop.p * held + (bed.reservoir.capacity_l if bed.reservoir else 0.0)
    times = drinks / max(easily, 1e-9)
    level = "stop" if each < FAR_TOO_SMALL * wants.pot_l[0] else "mind" if each < wants.pot_l[0] else "fine"
    figures = {
        "each_l": each,
        "scant_l": wants.pot_l[0],
        "ample_l": wants.pot_l[1],
        "drinks_l": drinks,
        "holds_l": easily,
        "times_a_day": times,
        "often": float(times > OFTEN),
        "count": float(left),
        **widths_on(p, crop, here.date),
    }
    return Fit("mix_volume", level, crop.name, figures)


def room_m2(here: BedToday, p: Planting) -> float:
    """Ground [m2] that a planting has for itself: shared among what stands there by the room each wants.

    Common practice.
    """
    all_here = (*_standing(here.bed, here.date), p)
    wants = {id(x): left_on(x, here.date) * ROOM[x.crop].spacing_m[0] ** 2 for x in all_here}
    return here.ground_m2 * wants[id(p)] / max(sum(wants.values()), 1e-9)


def spacing(here: BedToday, p: Planting, days: Days | None) -> Fit:
    """How many plants the two schools would set on this ground, and what each does to the thirst and to wet leaves."""
    crop, wants, n, garden, today = crop_of(p), ROOM[p.crop], left_on(p, here.date), here.garden, here.date
    ground = room_m2(here, p)
    close, airy = (_set_at(ground, s) for s in wants.spacing_m)
    between = p.spacing_m if p.spacing_m is not None else math.sqrt(ground / max(n, 1.0))
    figures = {
        "count": n,
        "close_n": close,
        "airy_n": airy,
        "close_m": wants.spacing_m[0],
        "airy_m": wants.spacing_m[1],
        "between_m": between,
        **widths_on(p, crop, today),
    }
    schools = [("", n), ("close_", close), ("airy_", airy)]
    if wants.single_stem_m is not None:
        figures["single_m"], figures["single_n"] = wants.single_stem_m, _set_at(ground, wants.single_stem_m)
        schools.append(("single_", int(figures["single_n"])))
    for name, plants in schools:
        figures[f"{name}l"] = full_grown_l(crop, plants, ground, _noon(here))
        if days is not None:
            covered = min(plants * full_canopy_m2(crop) / ground, 1.0)
            sun_today = sun_day(
                garden.latitude, garden.longitude, utc_offset_on(garden, today), today.timetuple().tm_yday
            )
            figures[f"{name}wet_h"] = wet_leaf_hours(sun_today, days.tmin, days.tmax, days.ea, covered)
    crowded = n > close or between < 0.95 * wants.spacing_m[0]
    risky = figures.get("wet_h", 0.0) >= RISKY_H and figures["wet_h"] > figures["airy_wet_h"]
    return Fit("spacing", "mind" if crowded or risky else "fine", crop.name, figures)


def widths_on(p: Planting, crop: Crop, today: dt.date) -> dict[str, float]:
    """How wide a plant is, and full-grown [m]. By its size seen, else by its stages; common practice."""
    now_m = float(stature(p, today, 1).spread_m[0]) if p.planted <= today else 0.0
    return {"now_m": now_m, "full_m": max(crop.spread_m, now_m)}


def _set_at(ground_m2: float, apart_m: float) -> int:
    return max(1, math.floor(ground_m2 / apart_m**2 + 1e-9))


def hours_of_sun(here: BedToday, date: dt.date) -> float:
    """Hours of sun on a bed on a clear day [h], those under cloth or glass counted by the light let through.

    Arithmetic.
    """
    garden, seen, points = here.garden, exposure_on(here.bed, date), points_of(here.bed)
    hours = sun_hours(
        garden.things if points else (),
        points,
        garden.latitude,
        garden.longitude,
        utc_offset_on(garden, date),
        date.timetuple().tm_yday,
        garden.north_deg,
        seen.sun_from_h,
        seen.sun_to_h,
    )
    return hours * microclimate.COVER_EFFECTS[seen.cover][0] * (1 - seen.shade_pct / 100)


def sun(here: BedToday, p: Planting) -> Fit:
    """Hours of sun in the middle of the planting's season against what the crop wants."""
    crop, wants = crop_of(p), ROOM[p.crop]
    middle = p.planted + dt.timedelta(days=sum(crop.stages[:2]))
    hours = hours_of_sun(here, max(middle, here.date))
    level = "stop" if hours < FAR_TOO_DARK * wants.sun_h else "mind" if hours < wants.sun_h else "fine"
    return Fit("sun", level, crop.name, {"sun_h": hours, "wants_h": wants.sun_h})


def _warm_enough(crop: Crop, soil_c: float) -> Fit:
    short = crop.soil_c - soil_c
    level = "stop" if short > COLD_BY_C else "mind" if short > 0 else "fine"
    source = f"{PRACTICE}; soil from the air, Zheng et al. 1993"
    return Fit("soil_warmth", level, crop.name, {"soil_c": soil_c, "wants_c": crop.soil_c}, source=source)


def _roots_shared(here: BedToday, p: Planting) -> Iterator[Fit]:
    """Plants of one crop draw from one depth at one time: full-grown, how much ground each would root in, and has."""
    crop, n = crop_of(p), left_on(p, here.date)
    if n < 2:
        return
    reach = full_canopy_m2(crop) * ROOTS_BEYOND_LEAVES**2
    mine = room_m2(here, p) / n
    if reach > SHARED_FROM * mine:
        yield Fit("sharing", "mind", crop.name, {"roots_m2": reach, "has_m2": mine, "count": n})


def _sharing_across(here: BedToday) -> Iterator[Fit]:
    """The same crop in another bed of open ground so near that both drink from the soil between."""
    bed, today = here.bed, here.date
    if bed.kind not in OPEN_GROUND or bed.x_m is None or bed.y_m is None:
        return
    mine = {p.crop for p in _standing(bed, today)}
    for other in here.garden.beds:
        if other.name == bed.name or other.kind not in OPEN_GROUND or other.x_m is None or other.y_m is None:
            continue
        gap = gap_m(bed, other)
        for crop in sorted(mine & {p.crop for p in _standing(other, today)}):
            if gap < NEAR_M:
                yield Fit("sharing_across", "mind", CROPS[crop].name, {"gap_m": gap}, other.name)


def gap_m(a: Bed, b: Bed) -> float:
    """Ground between two beds on the map [m], by the outlines of both; 0 where they touch. Arithmetic."""
    first, second = _outline(a), _outline(b)
    return min(
        min(_to_edge(point, edges) for point in points for edges in _edges(others))
        for points, others in ((first, second), (second, first))
    )


def _outline(bed: Bed) -> list[Point]:
    width = bed.length_m if bed.round else bed.width_m
    return corners(bed.x_m or 0.0, bed.y_m or 0.0, bed.turn_deg, bed.length_m, width)


def _edges(points: list[Point]) -> list[tuple[Point, Point]]:
    return list(zip(points, points[1:] + points[:1], strict=True))


def _to_edge(p: Point, edge: tuple[Point, Point]) -> float:
    (ax, ay), (bx, by) = edge
    dx, dy = bx - ax, by - ay
    along = ((p[0] - ax) * dx + (p[1] - ay) * dy) / max(dx * dx + dy * dy, 1e-12)
    at = min(max(along, 0.0), 1.0)
    return math.hypot(p[0] - ax - at * dx, p[1] - ay - at * dy)


def _rotation(bed: Bed, p: Planting, wants: Room) -> Iterator[Fit]:
    """The same family in this bed within the years that it should rest."""
    if wants.family not in room.RESTS:
        return
    since = p.planted - dt.timedelta(days=365 * room.YEARS_BETWEEN)
    before = [
        x
        for x in bed.plantings
        if x is not p
        and x.removed is not None
        and since < x.removed <= p.planted
        and crop_of(x).group != "neighbour"
        and ROOM[x.crop].family == wants.family
    ]
    if before:
        last = max(before, key=lambda x: x.removed or x.planted)
        figures: dict[str, Any] = {"year": (last.removed or last.planted).year, "rest_years": room.YEARS_BETWEEN}
        yield Fit("rotation", "mind", crop_of(p).name, figures, crop_of(last).name)
