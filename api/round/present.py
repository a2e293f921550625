"""A plan as a round. No rule lives here: numbers come from the core as they are."""

from __future__ import annotations

import functools

from agronomy.beds.alterations import open_to
from agronomy.beds.ground import is_container
from agronomy.beds.today import BedToday
from agronomy.decide.after_hail import after_hail
from agronomy.decide.after_rain import looks
from agronomy.decide.away import worsened
from agronomy.decide.bands import Band, band
from agronomy.decide.butts import butts
from agronomy.decide.cold import cold_night, frozen_last_night
from agronomy.decide.dose import Dose
from agronomy.decide.hose_first import hot_water
from agronomy.decide.hours import windows
from agronomy.decide.household import allowed_windows
from agronomy.decide.plan import BedPlan, Plan
from agronomy.decide.planting_out import hollows
from agronomy.decide.round import Stop
from agronomy.decide.styles import pattern_of, style_of
from agronomy.decide.tunnel import airing
from agronomy.decide.walk import walk_of
from agronomy.decide.wet_spell import wet_spell
from agronomy.decide.wishes import wishes_on
from agronomy.methods.drip import DripLine
from agronomy.methods.line import takes_l_h
from agronomy.methods.sprinkler import Overhead, leaf_wet_hours
from agronomy.methods.tubes import by_hand, tube_of
from agronomy.plants.size import sighting_due
from api.feeding.present import feeding_out
from api.present import NO_LIMITS, Json, band_out, core_limits, crops_out, garden_out, heat_out, limits_out, weather_out
from api.signs.present import due_out
from apps.planning.feeding import feeding_now
from apps.planning.happened import on_day
from apps.planning.marks import mark_ids
from apps.planning.situation import Situation, days_ahead, facts_of, stops_of
from apps.record.away import absence_ahead, absence_of, foretold_of

RAIN_DAYS = 3


def hours_out(p: Plan) -> Json:
    h = p.hours
    return {
        "sunrise": h.sunrise,
        "sunset": h.sunset,
        "windows": windows(h, p.garden),
        "hot": h.hot,
        "tmin": h.tmin,
        "tmax": h.tmax,
        "heat_class": h.heat_class,
    }


def round_out(now: Situation, role: str) -> Json:
    p, stops = now.plan, _in_order(stops_of(now))
    keys = {b.bed.name: int(b.bed.key) for b in p.beds} if p else {}
    facts = {str(b.row.pk): b for b in now.beds}
    return {
        "garden": garden_out(now.garden, role),
        "weather": weather_out(now),
        "lacks": now.lacks,
        "hours": hours_out(p) if p else None,
        "heat": heat_out(p) if p else None,
        "hot_water": [{**vars(x.purge), "rig": x.rig, "into": x.into} for x in hot_water(p)] if p else [],
        "stops": [stop_out(now, p, x) for x in stops] if p else [],
        "walk": _walk([x for x in stops if not facts[x.bed.bed.key].put_off_on(now.garden.today)]),
        "limits": limits_out(core_limits(p), allowed_windows(p.garden, p.today)) if p else NO_LIMITS,
        "butts": [vars(x) for x in butts(p, days_ahead(now))] if p else [],
        "wet_spell": _wet_spell(p) if p else None,
        "cold": _cold(p) if p else {"tonight": None, "frozen": [], "sheets": []},
        "hail": _hail(p) if p else None,
        "airing": [vars(x) for x in airing(p)] if p else [],
        "cases_due": due_out(now),
        "looks": [{"id": keys[x.bed], "why": x.why} for x in looks(p)] if p else [],
        **_away(now),
        "sizes_due": sum(sighting_due(x, p.today) for b in p.beds for x in b.bed.plantings) if p else 0,
    }


def _away(now: Situation) -> Json:
    """Days away that are kept, and what of them has turned worse since."""
    kept = absence_ahead(now.garden)
    if kept is None:
        return {"away": None, "worse": []}
    absence, names = absence_of(kept), {str(b.row.pk): b.row.name for b in now.beds}
    foretold = {names[key]: chance for key, chance in foretold_of(kept).items() if key in names}
    worse = worsened(now.plan, absence, foretold) if now.plan else ()
    return {"away": vars(absence), "worse": [vars(x) for x in worse]}


def _in_order(stops: tuple[Stop, ...]) -> list[Stop]:
    """The walk's order, but what may be lost comes first."""
    return sorted(stops, key=lambda x: not x.bed.collapsing)


def _wet_spell(p: Plan) -> Json | None:
    """A wet spell and what is done for it."""
    keys, spell = {b.bed.name: int(b.bed.key) for b in p.beds}, wet_spell(p)
    return {**vars(spell), "tasks": [{**vars(x), "id": keys[x.bed]} for x in spell.tasks]} if spell else None


def _hail(p: Plan) -> Json | None:
    """What the last hail may have torn."""
    hail = after_hail(p)
    return vars(hail) if hail else None


def _cold(p: Plan) -> Json:
    """What tonight may hurt, what last night may have, and which sheets are still on."""
    keys, tonight = {b.bed.name: int(b.bed.key) for b in p.beds}, cold_night(p)
    told = [{**vars(x), "id": keys[x.bed]} for x in tonight.beds] if tonight else []
    return {
        "tonight": {"date": tonight.date, "tmin": band_out(tonight.tmin), "beds": told} if tonight else None,
        "frozen": [x.bed for x in frozen_last_night(p)],
        "sheets": [{"id": keys[b.bed.name], "name": b.bed.name} for b in p.beds if b.today.exposure.cover == "sheet"],
    }


def _walk(stops: list[Stop]) -> Json:
    walk = walk_of(tuple(stops))
    keys = {x.bed.bed.name: int(x.bed.bed.key) for x in stops}
    return {
        "minutes": walk.minutes,
        "hands_min": walk.hands_min,
        "span_min": walk.span_min,
        "goes": [{**vars(x), "bed": keys[x.bed]} for x in walk.goes],
    }


def stop_out(now: Situation, p: Plan, stop: Stop) -> Json:
    b, today = stop.bed, p.today
    facts = facts_of(now, int(b.bed.key))
    row = facts.row
    wishes = wishes_on(b.bed, today)
    poured = [w for w in on_day(facts.poured, today) if not w.struck]
    felt = [c for c in on_day(facts.felt, today) if not c.struck]
    return {
        "id": row.pk,
        "name": row.name,
        "kind": row.kind,
        "method": row.method,
        "word": stop.word,
        "cause": stop.cause,
        "crops": crops_out(p, b),
        "dose": dose_out(stop.dose, b.today),
        "again": {**vars(stop.again), "dose": dose_out(stop.again.dose, b.today)} if stop.again else None,
        "mix": {"hottest_c": b.mix.hottest, "cool_from_h": b.mix.cool_from_h} if b.mix else None,
        "collapsing": b.collapsing,
        "if_felt": [{**vars(x), "dose": dose_out(x.dose, b.today)} for x in b.if_felt],
        "isle": isle_out(b),
        "wet_days": b.wet_days,
        "too_much": vars(b.too_much) if b.too_much else None,
        "container": is_container(b.bed),
        "alike": b.bed.alike,
        "saucer": b.today.exposure.saucer,
        "open_to": open_to(b.today),
        "sealed": b.bed.drain_holes is False,
        "next_soak": stop.next_soak,
        "next_litres": stop.next_litres,
        "tonight_mm": band_out(stop.tonight),
        "left_alone_mm": band_out(stop.left_alone),
        "reservoir_l": band_out(b.reservoir_l),
        "reservoir_capacity_l": b.bed.reservoir.capacity_l if b.bed.reservoir else None,
        "filled_l": b.filled_l,
        "empty_on": b.empty_on,
        "in_need_on": b.in_need_on,
        "draw": vars(b.draw) if b.draw.intervals else None,
        "supply": vars(b.supply) if b.supply else None,
        "wicks": b.wicks,
        "giver": b.bed.reservoir.giver if b.bed.reservoir else None,
        "givers": b.bed.reservoir.count if b.bed.reservoir else 1,
        "tube": [int(x.bed.key) for x in p.beds if x.bed.name in stop.tube] if len(stop.tube) > 1 else [],
        "line_with": line_with(now, p, b),
        "rig": b.today.rig.name,
        "water": b.today.rig.water,
        "finger_depth_m": b.today.finger_depth_m,
        "measures": _measures(p, b),
        "windows": windows(p.hours, p.garden, b.today, b.mix),
        "hollows": hollows(b.bed, today),
        "spade": p.spade_at == p.beds.index(b),
        "wishes": wishes if len(wishes) > 1 and b.bed.pattern is None else [],
        "marks": mark_ids(facts, today),
        "waterings_today": [vars(w) for w in poured],
        "observation_today": vars(felt[-1]) if felt else None,
        "use": vars(b.use),
        "feeding": feeding_out(feeding_now(p, p.beds.index(b))) if p.garden.feeds and b.plants else None,
        "gives": stop.gives,
        "put_off": facts.put_off_on(today),
        "why": _why(p, b),
    }


def line_with(now: Situation, p: Plan, b: BedPlan) -> list[Json]:
    """The other beds on its tube, what the line gives each over what it gives this one, and under which id its next
    watering is noted; none on a day on which this one is watered by hand."""
    beds, line = tube_of(p.garden, b.bed), by_hand(p.garden, b.bed)
    if line is None or len(beds) < 2 or not isinstance(b.today.method, DripLine):
        return []
    takes = takes_l_h(line.rig, line.tubes[0])
    return [
        {
            "id": int(bed.key),
            "name": bed.name,
            "per_litre": flow / max(line.inflow_l_h, 1e-9),
            "mark": mark_ids(facts_of(now, int(bed.key)), p.today)["watering"],
        }
        for bed, flow in zip(beds, takes, strict=True)
        if bed.name != b.bed.name
    ]


def _measures(p: Plan, b: BedPlan) -> Json:
    """Litres of each measure of a hand: a minute of the hose, the line or the sprinkler, a can."""
    line, method = by_hand(p.garden, b.bed), b.today.method
    return {
        "hose_l_per_min": b.today.rig.flow_l_per_min,
        "can_l": p.garden.can_l,
        "line_l_per_min": 1 / method.pouring_minutes(1.0)
        if isinstance(method, Overhead)
        else line and line.inflow_l_h / 60,
    }


def dose_out(d: Dose | None, today: BedToday) -> Json | None:
    if d is None:
        return None
    hand = d.in_hand
    return {
        "parts": [vars(x) for x in d.parts],
        "soaks_mm": d.soaks,
        "litres": d.litres,
        "litres_band": band_out(d.litres_band),
        "arrives": d.arrives,
        "minutes": d.minutes,
        "hose": vars(hand.hose) if hand.hose else None,
        "flow_l_per_min": hand.flow_l_per_min,
        "flow_measured": today.rig.measured if hand.hose else None,
        "cans": hand.cans,
        "run_minutes": hand.run_minutes,
        "overhead": hand.overhead,
        "leaf_wet_h": leaf_wet_hours(hand.run_minutes or 0.0) if hand.overhead else 0.0,
        "into": d.into,
        "passes": d.passes,
        "pause_minutes": d.pause_minutes,
        "top_only": d.top_only,
        "share": d.share,
    }


def isle_out(b: BedPlan) -> Json:
    mulch, stand, depth_m = b.today.mulch, b.today.stand, b.today.depth_m
    full = None
    if b.bed.reservoir and b.reservoir_l:
        full = min(1.0, b.reservoir_l.mid / b.bed.reservoir.capacity_l)
    return {
        "kind": b.bed.kind,
        "net_mm": band_out(b.net_mm),
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
        "giver": b.bed.reservoir.giver if b.bed.reservoir else None,
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
    return {
        "since": b.story.since,
        "begins_with": b.story.begins_with,
        "lines": [{"what": x.what, "mm": x.mm / b.watered_share} for x in b.story.parts],
        "fell_mm": b.story.fell,
        "depletion_mm": b.story.depletion_mm / b.watered_share,
        "today_use_mm": b.today_use_mm * b.terms.pull / b.rooted_share,
        "watered_m2": b.ground_m2 * b.watered_share,
        "waiting": {
            "days": b.choice.wait_days,
            "chance": b.choice.chance,
            "if_wrong_mm": b.if_wrong_mm,
            "options": [
                {"share": x.share, "until": x.until, "cost": cost}
                for x, cost in zip(b.choice.options, b.choice.costs, strict=True)
            ],
            "rain_mm": band_out(_rain_ahead(p)),
        },
        "chance_asks": b.chance_asks,
        "week_need_mm": p.week_need_mm[p.beds.index(b)] / b.rooted_share,
        "pattern": pattern_of(b.bed, p.today),
        "style": style_of(p.garden, b.bed),
    }


@functools.lru_cache(maxsize=8)
def _rain_ahead(p: Plan) -> Band:
    """Rain of the next RAIN_DAYS, one figure for every bed of a plan."""
    n = p.run.n_behind
    return band(p.run.weather.rain[n : n + RAIN_DAYS].sum(axis=0))
