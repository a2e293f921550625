"""From a plan to the answers' plain values. No rule lives here: numbers come from the core as they are."""

from __future__ import annotations

import datetime as dt
import functools
from collections.abc import Iterable
from typing import Any

from agronomy.beds.ground import volume_l
from agronomy.beds.today import left_on
from agronomy.decide.bands import Band, band
from agronomy.decide.behind import days_behind
from agronomy.decide.compare import ways
from agronomy.decide.dose import Dose
from agronomy.decide.fortnight import fortnight
from agronomy.decide.household import Limits, allowed_windows, limits_on
from agronomy.decide.plan import BedPlan, Plan
from agronomy.describe.bed import Bed as Described
from agronomy.describe.garden import Soil
from agronomy.describe.kinds import BODY_HEIGHTS
from agronomy.ground.holding import percentages
from agronomy.ground.texture import texture_class
from agronomy.plants.crops import crop_of
from agronomy.plants.size import last_sighting, sighting_due, stage_name
from agronomy.sky.climates import GENERIC
from api.described import Out
from api.shapes_beds import BedOut, PlantingOut
from apps.garden.convert import drip_of, reservoir_of
from apps.garden.models import Bed, Garden, Invitation, Membership
from apps.garden.rows import shared
from apps.planning.facts import BedFacts, core_bed
from apps.planning.marks import mark_ids
from apps.planning.situation import Situation
from apps.record.models import Observation, Watering

Json = dict[str, Any]
RAIN_DAYS = 3
SHOWN_BEHIND = 14


def garden(g: Garden, role: str) -> Json:
    return {
        "id": g.pk,
        "name": g.name,
        "latitude": g.latitude,
        "longitude": g.longitude,
        "elevation_m": g.elevation_m,
        "time_zone": g.time_zone,
        "style": g.style,
        "coastal": g.coastal,
        "today": g.today,
        "growth": g.growth,
        "heat_rule": g.heat_rule,
        "method": g.method,
        "climate": g.climate,
        "climate_said": climate_said(g),
        "people": g.people,
        "allowed": g.allowed,
        "own_clock": g.clock_date is not None,
        "demonstration": g.demonstration,
        "role": role,
        "rigs": [rig(r) for r in g.rigs.all()],
    }


def climate_said(g: Garden) -> str:
    """A garden's climate in words; empty where it has none."""
    if g.climate == "file":
        return "the years of your weather file"
    return GENERIC[g.climate].name if g.climate else ""


def rig(r: Any) -> Json:
    return {
        "id": r.pk,
        "name": r.name,
        "flow_l_per_min": r.flow_l_per_min,
        "measured": r.measured,
        "flow_cv": r.flow_cv,
        "x_m": r.x_m,
        "y_m": r.y_m,
        "hose_m": r.hose_m,
    }


def member(m: Membership) -> Json:
    return {"id": m.pk, "username": m.user.username, "role": m.role}


def invited(x: Invitation) -> Json:
    return {"id": x.pk, "username": x.user.username, "role": "invited"}


def invitation(x: Invitation) -> Json:
    return {"id": x.pk, "garden": x.garden.name, "by": x.by.username if x.by else ""}


def weather_state(now: Situation) -> Json:
    facts, today = now.weather, now.garden.today
    issued = facts.snapshot.issued if facts.snapshot else None
    has_ahead = facts.forecast is not None and facts.forecast.dates[-1] >= today
    source = "resampled" if facts.last_observed else "none"
    if has_ahead or facts.climate or facts.typed_ahead:
        source = "forecast" if has_ahead else "climate" if facts.climate else "typed"
    return {
        "source": source,
        "issued": issued,
        "typed_days": len(facts.typed_ahead),
        "age_days": (today - issued).days if issued else None,
        "last_observed": facts.last_observed,
        "simulated": now.garden.demonstration,
    }


def hours(p: Plan) -> Json:
    h = p.hours
    return {
        "sunrise": h.sunrise,
        "sunset": h.sunset,
        "morning": h.morning,
        "evening": h.evening,
        "hot": h.hot,
        "tmin": h.tmin,
        "tmax": h.tmax,
        "heat_class": h.heat_class,
    }


def heat(p: Plan) -> Json | None:
    if p.heat is None:
        return None
    rule = p.heat.rule
    return {
        "dates": p.heat.dates,
        "chance": p.heat.chance,
        "rule": {
            "unusual": p.garden.heat_rule == "unusual",
            "days": rule.days,
            "warm": rule.warm,
            "hot_days": rule.hot_days,
            "hot": rule.hot,
        },
    }


def round_of(now: Situation, role: str) -> Json:
    p = now.plan
    facts = {str(b.row.pk): b for b in now.beds}
    gives = {x.bed for x in fortnight(p, days=1).beds if x.days[0].gave in ("minutes", "taps")} if p else set()
    return {
        "garden": garden(now.garden, role),
        "weather": weather_state(now),
        "lacks": now.lacks,
        "hours": hours(p) if p else None,
        "heat": heat(p) if p else None,
        "stops": [{**stop(p, b, facts[b.bed.key]), "gives": b.bed.name in gives} for b in p.beds] if p else [],
        "limits": limits(core_limits(p), allowed_windows(p.garden, p.today)) if p else NO_LIMITS,
        "sizes_due": sum(sighting_due(x, p.today) for b in p.beds for x in b.bed.plantings) if p else 0,
    }


NO_LIMITS: Json = {"minutes": None, "tap_minutes": None, "windows": []}


def core_limits(p: Plan) -> Limits:
    return limits_on(p.garden, p.today)


def limits(of_day: Limits, windows: Iterable[tuple[float, float]]) -> Json:
    return {"minutes": of_day.minutes, "tap_minutes": of_day.tap_minutes, "windows": list(windows)}


def band_of(b: Band | None) -> Json | None:
    return None if b is None else {"low": b.low, "mid": b.mid, "high": b.high}


def stop(p: Plan, b: BedPlan, facts: BedFacts) -> Json:
    today, row = p.today, facts.row
    poured = [w for w in facts.poured if w.date == today and not w.struck]
    felt = [c for c in facts.felt if c.date == today and not c.struck]
    return {
        "id": row.pk,
        "name": row.name,
        "kind": row.kind,
        "method": row.method,
        "word": b.word,
        "cause": b.cause,
        "crops": crops(p, b),
        "dose": _dose(b),
        "isle": _isle(b),
        "wet_days": b.wet_days,
        "next_soak": b.next_soak,
        "reservoir_l": band_of(b.reservoir_l),
        "reservoir_capacity_l": b.bed.reservoir.capacity_l if b.bed.reservoir else None,
        "empty_on": b.empty_on,
        "finger_depth_m": b.today.finger_depth_m,
        "marks": mark_ids(facts, today),
        "waterings_today": [vars(w) for w in poured],
        "observation_today": vars(felt[-1]) if felt else None,
        "use": vars(b.use),
        "gives": False,
        "put_off": facts.put_off_on(today),
        "why": _why(p, b),
    }


def crops(p: Plan, b: BedPlan) -> list[Json]:
    """What stands in a bed today, each with the nearest body height."""
    day, out = p.run.n_behind, []
    for planting, stature in p.run.stands[p.beds.index(b)].parts:
        if not stature.present[day]:
            continue
        height = float(stature.height_m[day])
        out.append(
            {
                "crop": planting.crop,
                "variety": planting.own_crop.name if planting.own_crop else planting.variety,
                "count": int(stature.count[day]),
                "height": min(BODY_HEIGHTS, key=lambda name: abs(BODY_HEIGHTS[name] - height)),
                "stage": stage_name(crop_of(planting), (p.today - planting.planted).days),
            }
        )
    return out


def _dose(b: BedPlan) -> Json | None:
    d: Dose | None = b.dose
    if d is None:
        return None
    hand = d.in_hand
    return {
        "mm": d.mm,
        "litres": d.litres,
        "litres_band": band_of(d.litres_band),
        "arrives": d.arrives,
        "minutes": d.minutes,
        "hose": vars(hand.hose) if hand.hose else None,
        "flow_l_per_min": hand.flow_l_per_min,
        "flow_measured": b.today.rig.measured if hand.hose else None,
        "cans": hand.cans,
        "drip_minutes": hand.drip_minutes,
        "into": d.into,
        "passes": d.passes,
        "pause_minutes": d.pause_minutes,
        "top_only": d.top_only,
    }


def _isle(b: BedPlan) -> Json:
    mulch, stand, depth_m = b.today.mulch, b.today.stand, b.today.depth_m
    full = None
    if b.bed.reservoir and b.reservoir_l:
        full = min(1.0, b.reservoir_l.mid / b.bed.reservoir.capacity_l)
    return {
        "kind": b.bed.kind,
        "net_mm": band_of(b.net_mm),
        "raw_mm": b.raw_mm,
        "taw_mm": b.taw_mm,
        "trigger_mm": b.trigger_mm,
        "air_mark_mm": b.day.air_mark,
        "room_mm": b.day.room,
        "depth_m": depth_m,
        "root_depth_m": min(stand.root_depth_m, depth_m),
        "mulch": mulch.kind if mulch else "none",
        "mulch_depth_m": mulch.depth_m if mulch else 0.0,
        "plants": stand.plants,
        "height_m": stand.height_m,
        "rooted_share": b.rooted_share,
        "reservoir_share": full,
        "cover": b.today.exposure.cover,
        "layers": [
            {
                "depth_m": depth,
                "material": material,
                "available_mm_per_m": h.available_mm_per_m,
                "field_capacity": h.field_capacity,
                "source": h.source,
            }
            for (depth, h), material in zip(b.today.profile.slices, b.today.profile.materials, strict=True)
        ],
    }


def _why(p: Plan, b: BedPlan) -> Json:
    waits = b.choice.wait_days or 1
    return {
        "since": b.story.since,
        "begins_with": b.story.begins_with,
        "lines": [{"what": x.what, "mm": x.mm} for x in b.story.parts],
        "depletion_mm": b.story.depletion_mm,
        "raw_mm": b.raw_mm * b.rooted_share,
        "trigger_mm": b.trigger_mm * b.rooted_share,
        "today_use_mm": b.today_use_mm,
        "ground_m2": b.ground_m2,
        "waiting": {
            "days": b.choice.wait_days,
            "chance": b.choice.rain_enough[min(waits, len(b.choice.rain_enough) - 1)],
            "costs": b.choice.costs,
            "rain_mm": band_of(_rain_ahead(p)),
        },
        "chance_asks": b.chance_asks,
    }


@functools.lru_cache(maxsize=8)
def _rain_ahead(p: Plan) -> Band:
    """Rain of the next RAIN_DAYS, one figure for every bed of a plan."""
    n = p.run.n_behind
    return band(p.run.weather.rain[n : n + RAIN_DAYS].sum(axis=0))


def watering(w: Watering) -> Json:
    return {
        "id": w.pk,
        "date": w.date,
        "litres": w.litres,
        "part": w.part,
        "into": w.into,
        "passes": w.passes,
        "struck": w.struck_at is not None,
    }


def observation(c: Observation) -> Json:
    return {
        "id": c.pk,
        "date": c.date,
        "kind": c.kind,
        "reading": c.reading,
        "value": c.value,
        "struck": c.struck_at is not None,
    }


def _soil(x: Soil) -> Json:
    known = percentages(x)
    return {
        **vars(x),
        "jar": vars(x.jar) if x.jar else None,
        "mix": [vars(part) for part in x.mix],
        "layers": [vars(layer) for layer in x.layers],
        "texture": texture_class(*known) if known else "",
    }


def bed(facts: BedFacts, today: dt.date) -> Json:
    """A bed in the garden file's words. Its mulch is the latest record."""
    b, last = facts.row, facts.mulches[-1] if facts.mulches else None
    reservoir = reservoir_of(b)
    return {
        **{name: getattr(b, name) for name in shared(Described, Bed) if name not in BedOut.leave_out},
        "id": b.pk,
        "rig": b.rig_id,
        "volume_l": volume_l(core_bed(facts)),
        "soils": [_soil(x) for x in facts.soils],
        "exposures": [vars(x) for x in facts.exposures],
        "drip": drip_of(b),
        "reservoir": {"wick_l_per_day": None, **reservoir} if reservoir else None,
        "plantings": [
            {
                **_told(x.planting, PlantingOut),
                "id": x.id,
                "own_crop": x.own_crop,
                "left": left_on(x.planting, today),
                "sizes": [vars(size) for size in x.planting.sizes],
            }
            for x in facts.grows
        ],
        "mulch": {"kind": last.kind, "depth_m": last.depth_m, "cover": last.cover} if last else None,
    }


def _told(described: Any, shape: type[Out]) -> Json:
    """A description's own fields as far as a shape tells of them."""
    return {k: v for k, v in vars(described).items() if k not in shape.leave_out}


def bed_page(now: Situation, facts: BedFacts, role: str) -> Json:
    p = now.plan
    index = next((i for i, b in enumerate(p.beds) if b.bed.key == str(facts.row.pk)), None) if p else None
    out: Json = {
        "garden": garden(now.garden, role),
        "heat": heat(p) if p else None,
        "bed": bed(facts, now.garden.today),
        "lacks": now.lacks,
        "stop": None,
        "behind": [],
        "ahead": [],
        "ways": [],
        "waterings": [vars(w) for w in facts.poured[:-41:-1]],
        "observations": [vars(c) for c in facts.felt[:-41:-1]],
    }
    if p is not None and index is not None:
        out["stop"] = stop(p, p.beds[index], facts)
        out["behind"] = [vars(day) for day in days_behind(p.run, index, SHOWN_BEHIND)]
        out["ahead"] = _ahead(p, p.beds[index])
        out["ways"] = [vars(way) for way in ways(p, index)]
    return out


def _ahead(p: Plan, b: BedPlan) -> list[Json]:
    w, n = p.run.weather, p.run.n_behind
    return [
        {
            "date": a.date,
            "net_mm": band_of(a.net),
            "soak_chance": a.soak_chance,
            "litres": a.litres,
            "reservoir_l": band_of(a.reservoir_l),
            "rain_mm": band_of(band(w.rain[n + i])),
            "tmax": band_of(band(w.tmax[n + i])),
            "weather": w.outlook[n + i],
        }
        for i, a in enumerate(b.ahead)
    ]


def planting_sizes(now: Situation) -> list[Json]:
    """Every standing planting with its size as growth has it today."""
    p = now.plan
    if p is None:
        return []
    day, out = p.run.n_behind, []
    facts = {str(b.row.pk): b for b in now.beds}
    for stand, bed_plan in zip(p.run.stands, p.beds, strict=True):
        of_bed = facts[bed_plan.bed.key]
        for grows, (planting, stature) in zip(of_bed.grows, stand.parts, strict=True):
            if not stature.present[day]:
                continue
            height, last = float(stature.height_m[day]), last_sighting(planting, p.today)
            out.append(
                {
                    "planting": grows.id,
                    "bed": of_bed.row.pk,
                    "bed_name": of_bed.row.name,
                    "crop": planting.crop,
                    "variety": planting.own_crop.name if planting.own_crop else planting.variety,
                    "count": int(stature.count[day]),
                    "height": min(BODY_HEIGHTS, key=lambda name: abs(BODY_HEIGHTS[name] - height)),
                    "spread_m": round(float(stature.spread_m[day]), 2),
                    "seen": last.date if last else None,
                    "due": sighting_due(planting, p.today),
                }
            )
    return out
