"""What several answers tell, as plain values. No rule lives here: numbers come from the core as they are."""

from __future__ import annotations

import datetime as dt
from collections.abc import Iterable
from dataclasses import asdict
from typing import Any

from agronomy.decide.bands import Band, band
from agronomy.decide.household import Limits, limits_on
from agronomy.decide.plan import BedPlan, Plan
from agronomy.describe.garden import Allowed, Ban, Feed
from agronomy.describe.kinds import BODY_HEIGHTS
from agronomy.formats.described import read
from agronomy.plants.crops import crop_of
from agronomy.plants.size import stage_name
from agronomy.sky.climates import GENERIC
from apps.garden.convert import rig_of_row
from apps.garden.models import Garden
from apps.planning.situation import Situation

Json = dict[str, Any]
ASKED_FOR = dt.timedelta(days=7)  # after which what fell is asked no longer


def garden_out(g: Garden, role: str) -> Json:
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
        "cold_offset_c": g.cold_offset_c,
        "heat_own_c": g.heat_own_c,
        "heat_own_days": g.heat_own_days,
        "round_price_mm": g.round_price_mm,
        "prefers": g.prefers,
        "method": g.method,
        "climate": g.climate,
        "climate_said": climate_said(g),
        "people": g.people,
        "allowed": [vars(read(Allowed, x)) for x in g.allowed],
        "trust": g.trust,
        "feeds": [asdict(read(Feed, x)) for x in g.feeds],
        "feeding": g.feeding,
        "feed": g.feed,
        "bloom_feed": g.bloom_feed,
        "bans": [vars(read(Ban, x)) for x in g.bans],
        "exempt": g.exempt,
        "own_clock": g.clock_date is not None,
        "demonstration": g.demonstration,
        "role": role,
        "rigs": [rig_out(r) for r in g.rigs.all()],
    }


def climate_said(g: Garden) -> str:
    """A garden's climate in words; empty where it has none."""
    if g.climate == "file":
        return "the years of your weather file"
    return GENERIC[g.climate].name if g.climate else ""


def rig_out(r: Any) -> Json:
    told = vars(rig_of_row(r))
    listed = {name: [vars(x) for x in told[name]] for name in ("programmes", "pressures")}
    return {**told, "id": r.pk, **listed}


def weather_out(now: Situation) -> Json:
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
        "late": _late(now, issued) if issued and issued < today and has_ahead else None,
        "hoped": _hoped(now),
    }


def _late(now: Situation, issued: dt.date) -> Json | None:
    """How wide an old forecast is for today's warmest, and how wide it was for the day it was issued on."""
    forecast, today = now.weather.forecast, now.garden.today
    if forecast is None or not {issued, today} <= set(forecast.dates):
        return None
    at = forecast.dates.index
    here, fresh = (band(forecast.columns["tmax"][at(date)]) for date in (today, issued))
    return {"tmax": band_out(here), "wider_by": max(0.0, (here.high - here.low) - (fresh.high - fresh.low))}


def _hoped(now: Situation) -> list[Json]:
    """Rain of the last days that was only expected: nobody has said yet what fell."""
    if now.plan is None:
        return []
    typed, sky = now.weather.sources.get("typed", {}), now.plan.run.weather.sky
    lately = [date for date in sorted(sky.hoped) if now.garden.today - date <= ASKED_FOR and date in typed]
    return [{"date": date, "rain": typed[date]["rain"], "chance": sky.hoped[date]} for date in lately]


def heat_out(p: Plan) -> Json | None:
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


NO_LIMITS: Json = {"minutes": None, "tap_minutes": None, "windows": []}


def core_limits(p: Plan) -> Limits:
    return limits_on(p.garden, p.today)


def limits_out(of_day: Limits, windows: Iterable[tuple[float, float]]) -> Json:
    return {"minutes": of_day.minutes, "tap_minutes": of_day.tap_minutes, "windows": list(windows)}


def band_out(b: Band | None) -> Json | None:
    return None if b is None else {"low": b.low, "mid": b.mid, "high": b.high}


def crops_out(p: Plan, b: BedPlan) -> list[Json]:
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
