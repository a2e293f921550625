"""From a bed's description to the arrays that the step runs over."""

from __future__ import annotations

import dataclasses
import datetime as dt
import math
import threading
from collections.abc import Sequence
from typing import Final

import cachetools
import numpy as np

from agronomy.air import microclimate
from agronomy.balance import layout as at
from agronomy.balance import spreads
from agronomy.balance.observations import FINGER, WEIGHTS, sighting, weighed_depletion
from agronomy.balance.terms import Array, Triggers
from agronomy.balance.weather import AirDays
from agronomy.beds.ground import ground_m2, is_container, managed_depth_m, profile_on, profiles, rooted_share
from agronomy.beds.light import exposures, noon_sun
from agronomy.beds.stand import Stand, stand_of
from agronomy.beds.today import BedToday
from agronomy.describe.garden import Bed, FingerMark, Garden
from agronomy.describe.words import MethodName
from agronomy.ground.holding import EVAPORATING_LAYER_M
from agronomy.ground.mulch import evaporation_factor, mulch_on, rain_held, rain_let_in
from agronomy.ground.profile import REPELS_BEYOND, Profile
from agronomy.methods.buried import reached_share
from agronomy.methods.choose import by_today, method_of
from agronomy.methods.timer import EVENING_FROM_H, runs_of, starts_of
from agronomy.methods.tubes import by_outlet, outlet_of, rig_of
from agronomy.plants.demand import climate_of_height, demanding
from agronomy.plants.size import Warmth
from agronomy.plants.starts import damp_threshold_mm

CANOPY_RAIN_HELD_MM = 0.8  # by a closed canopy, each rainy day; common practice, no source
POT_LEAVES_SHED = 0.5  # of the rain on a pot whose mouth is under leaves; common practice, no source
SAUCER_MM = 20.0  # that a common saucer keeps, over the pot; common practice, no source
BY_HAND: Final[tuple[MethodName, ...]] = ("hose", "can", "drip", "sprinkler")
WICK_REST = 0.08  # the mix over a full reservoir comes to rest a little below field capacity; common practice
WICK_FALLS = 0.12  # the lower the water, the drier the mix that it is lifted into; common practice
RESERVOIR_LOW = 0.05  # share of the capacity at which a reservoir counts as empty
DAMP_PATTERN_SHARE = 0.0  # a bed kept damp on top by choice stays at the rule's first day
UNKNOWN_OPENING = 0.5
FRAMED = ("raised", "keyhole", "pot", "half_barrel", "trough", "fabric_bag", "self_watering_box", "tray")
RAIN_H, FRAME_HOLDS_MM = 3.0, 25.0  # a day's hard rain lasts so long; a frame's rim stands so high: common practice
AGAIN_Z = 0.524  # normal score of a chance of 0.3, at which a second drink is given
DRY_AGAIN_DAYS = 2  # from rain until a drip line is taken to run again in the days ahead; common practice
MOST_BYTES = 16 * 2**20  # of days that are kept in memory as they are before anything is poured
WETS_ALL = 0.2  # of ET0: rain that counts as a wetting; FAO-56 chapter 7


def bed_days(
    garden: Garden,
    bed: Bed,
    start: dt.date,
    n_days: int,
    warmth: Warmth | None = None,
    soil: Warmth | None = None,
    today: dt.date | None = None,
) -> tuple[Array, Stand]:
    """The array (day, N_BED_DAY) of one bed: what it is on each day, and what was done to it; and what grows in it.

    warmth, soil: that growth runs by, and by which what is sown comes up, where they are known. today: before it, a
    timer that reports counts by its reports alone. mm over its shares; by the rules of FAO-56 and the practice named at
    each figure.
    """
    undisturbed = dataclasses.replace(bed, name="", key="", waterings=(), observations=())
    sown = any(p.start == "sown" for p in bed.plantings)
    a, stand = _undisturbed(undisturbed, garden.latitude, start, n_days, warmth, soil if sown else None)
    a = a.copy()
    _lay_reach(a, garden, bed, start, stand)
    _pour(a, garden, bed, start, today, stand)
    observe(a, bed, start, stand, garden.finger)
    return a, stand


def _lay_reach(a: Array, garden: Garden, bed: Bed, start: dt.date, stand: Stand) -> None:
    """What a drip line wets of the rooted ground on each day; drills are watered by hand, all over."""
    if bed.method != "drip":
        return
    for since, until, here in profiles(bed, start, len(a)):
        method, rooted = (
            method_of(garden, bed, here.top.ksat, ground_m2(bed)),
            a[since:until, at.SHARE] * ground_m2(bed),
        )
        reach = np.array([method.reach(x) for x in rooted.tolist()])
        a[since:until, at.REACH] = np.where(stand.drills[since:until] > 0, 1.0, reach)


def _pour(a: Array, garden: Garden, bed: Bed, start: dt.date, today: dt.date | None, stand: Stand) -> None:
    """What was poured on each day, and how much of it in one go. What was noted of a line on a day on which its timer
    runs is what that run gave."""
    ground, top = ground_m2(bed), profile_on(bed, start).top
    methods = {
        by: method_of(garden, dataclasses.replace(bed, method=by), top.ksat, ground) for by in {bed.method, *BY_HAND}
    }
    in_passes, by_hand = np.zeros(len(a)), np.zeros(len(a))
    told: set[int] = set()
    moments = {"morning": at.MORNING, "afternoon": at.AFTERNOON, "evening": at.EVENING}
    if not is_container(bed):
        moments["afternoon"] = at.EVENING  # a bed's day is one part
    for w in bed.waterings:
        i = (w.date - start).days
        if not 0 <= i < len(a):
            continue
        if w.into == "reservoir":
            a[i, at.FILL] += w.litres / ground
        else:
            way = w.way or by_today(bed.method, bool(stand.drills[i]))
            mm = w.litres * methods[way].arrives_at(float(a[i, at.SHARE]) * ground) / ground
            a[i, moments[w.part]] += mm
            in_passes[i] += mm if w.passes > 1 else 0.0
            by_hand[i] += mm if way != "drip" else 0.0
            if way == "drip":
                told.add(i)
    opened = by_outlet(garden, bed)
    for i, run in runs_of(rig_of(garden, bed), start, len(a), outlet_of(garden, bed), today):
        if bed.method == "reservoir" and bed.reservoir and run.fills:
            if run.litres is None:
                a[i, at.TO_FULL] = 1.0
            else:
                a[i, at.FILL] += run.litres * bed.alike / ground
        elif opened and run.minutes and i not in told:
            arrives = methods["drip"].arrives_at(float(a[i, at.SHARE]) * ground)
            for hour in starts_of(run):
                when = at.EVENING if hour >= EVENING_FROM_H else at.MORNING
                a[i, when] += opened.at(hour).litres_of(run.minutes) * arrives / ground
    poured = a[:, [at.MORNING, at.AFTERNOON, at.EVENING]].sum(axis=1)
    a[:, at.ONE_PASS] = np.where(poured > 0, 1 - in_passes / np.maximum(poured, 1e-12), 0.0)
    a[:, at.BY_HAND] = np.where(poured > 0, by_hand / np.maximum(poured, 1e-12), 0.0)


def observe(a: Array, bed: Bed, start: dt.date, stand: Stand, finger: tuple[FingerMark, ...], grown: int = 0) -> None:
    """Set what was observed at the start of each day in the array (day, N_BED_DAY) of one bed, the first day `start`,
    which is day `grown` of its stand.

    finger: what its readings stand for in this garden [share of TAW]. Practice, by balance/observations.py.
    """
    for seen in bed.observations:
        i = (seen.date - start).days
        if not 0 <= i < len(a):
            continue
        if seen.kind == "float":
            a[i, at.SEEN_STORE] = float(seen.value or 0) / ground_m2(bed)
            continue
        if seen.kind == "ran_out":
            a[i, at.RAN_OUT] = 1.0
            continue
        if seen.kind in ("sour", "looks_wrong"):  # says nothing of how much water there is
            continue
        if seen.kind == "weighed":
            if bed.soaked_kg is not None and bed.limp_kg is not None:
                of_taw = weighed_depletion(float(seen.value or 0), bed.soaked_kg, bed.limp_kg)
                a[i, at.SEEN_AT], a[i, at.SEEN_OF], a[i, at.SEEN_WEIGHT] = of_taw, 1.0, WEIGHTS["weighed"]
                a[i, [at.SEEN_LEAST, at.SEEN_MOST]] = -math.inf, math.inf
            continue
        if seen.kind == "top":  # FAO-56: the top looks dry once its readily evaporable water is gone
            a[i, at.TOP_LEAST if seen.reading == "dry" else at.TOP_MOST] = a[i, at.REW]
            continue
        rooting = float(np.clip(stand.root_depth_m[grown + i], EVAPORATING_LAYER_M, managed_depth_m(bed)))
        said = sighting(seen, profile_on(bed, seen.date).top, rooting, finger)
        a[i, at.SEEN_AT], a[i, at.SEEN_OF], a[i, at.SEEN_WEIGHT] = said.share, float(said.of_taw), said.weight
        a[i, [at.SEEN_LEAST, at.SEEN_MOST]] = said.between


def _bytes_of(laid: tuple[Array, Stand]) -> int:
    days, stand = laid
    return days.nbytes + sum(x.nbytes for x in vars(stand).values() if isinstance(x, np.ndarray))


@cachetools.cached(cachetools.LRUCache(MOST_BYTES, _bytes_of), lock=threading.Lock())
def _undisturbed(
    bed: Bed, latitude: float, start: dt.date, n_days: int, warmth: Warmth | None, soil: Warmth | None
) -> tuple[Array, Stand]:
    """A bed's days before anything is poured or felt. Kept in memory, since it changes only with the bed itself."""
    ground, zm, container = ground_m2(bed), managed_depth_m(bed), is_container(bed)
    stand = stand_of(bed, ground, start, n_days, warmth, soil)
    a = np.zeros((n_days, at.N_BED_DAY))
    _lay_ground(a, bed, start)
    standing = stand.rooted_m2 > 0
    share = np.array([rooted_share(x, ground, container) for x in stand.rooted_m2.tolist()])
    a[:, at.SHARE] = share
    noon = noon_sun(latitude, start, n_days)
    reach, a[:, at.KD] = demanding(ground, stand.canopy_m2, stand.height_m, noon, container, bed.alike)
    a[:, at.KCB_FULL] = stand.kcb_full
    a[:, at.H_FACTOR] = climate_of_height(stand.height_m)
    a[:, at.SPREAD_AREA] = reach / ground
    a[:, at.COVER] = np.minimum(stand.canopy_m2 / (share * ground), 0.99)
    rooting = np.where(standing, np.clip(stand.root_depth_m, min(EVAPORATING_LAYER_M, zm), zm), zm)
    for since, until, here in profiles(bed, start, n_days):
        a[since:until, at.TAW] = [here.available_mm(z) for z in rooting[since:until]]
    box = bed.reservoir
    lies_m = min(box.depth_m, zm) if box and box.buried else zm
    a[:, at.WICKS] = rooting >= lies_m - (box.climbs_m if box else 0.0)
    a[:, at.P_TABLE] = stand.p
    damp = np.full(n_days, DAMP_PATTERN_SHARE) if bed.pattern == "damp_top" else stand.damp
    a[:, at.DAMP_TOP] = damp_threshold_mm(damp, a[:, at.REW], a[:, at.TEW])
    a[:, at.BALL] = stand.ball_l / (share * ground)
    _lay_cover(a, bed, start, stand)
    a[:, [at.SEEN_AT, at.SEEN_STORE]] = -1.0
    a[:, at.TOP_MOST] = a[:, at.TEW]
    a[:, [at.AIR_FACTOR, at.WETTED, at.REACH]] = 1.0
    a.flags.writeable = False
    return a, stand


def _lay_ground(a: Array, bed: Bed, start: dt.date) -> None:
    """What the ground holds on each day. Where it was changed, the water in it stays and its depletion moves."""
    before: Profile | None = None
    for since, until, here in profiles(bed, start, len(a)):
        a[since:until, at.TEW], a[since:until, at.REW] = here.tew, here.rew
        sealed = is_container(bed) and bed.drain_holes is False
        a[since:until, at.DRAIN] = 0.0 if sealed else 1.0 / here.drain_days
        a[since:until, at.ASIDE] = here.aside_a_day
        a[since:until, at.ROOM], a[since:until, at.AIR_MARK] = here.room_mm(), here.air_mark_mm()
        a[since:until, at.DEEPEST] = here.available_mm(here.depth_m)
        if before is not None:
            a[since, at.REBASED] = here.field_capacity_mm() - before.field_capacity_mm()
            layer = min(EVAPORATING_LAYER_M, here.depth_m)
            a[since, at.REBASED_TOP] = 1000 * layer * (here.top.field_capacity - before.top.field_capacity)
        before = here


def _lay_cover(a: Array, bed: Bed, start: dt.date, stand: Stand) -> None:
    """What mulch, leaves and roofs do to evaporation and rain on each day."""
    days = (start + dt.timedelta(days=i) for i in range(len(a)))
    mulches = [mulch_on(bed.mulches, d) for d in days] if bed.mulches else [None] * len(a)
    a[:, at.EVAP_LEFT] = [evaporation_factor(m) for m in mulches]
    a[:, at.RAIN_HELD] = [rain_held(m) for m in mulches]
    a[:, at.RAIN_HELD] += CANOPY_RAIN_HELD_MM * np.minimum(stand.canopy_m2 / ground_m2(bed), 1.0)
    a[:, at.RAIN_IN] = 1 - POT_LEAVES_SHED * a[:, at.COVER] if is_container(bed) else 1.0
    a[:, at.RAIN_IN] *= [rain_let_in(m) for m in mulches]
    for since, until, exposure in exposures(bed, start, len(a)):
        a[since:until, at.RAIN_IN] *= microclimate.rain_share(exposure)
        a[since:until, at.SAUCER] = SAUCER_MM if exposure.saucer and is_container(bed) else 0.0


def wetted_by_drip(weather: AirDays, days: Array) -> Array:
    """Share of the rooted surface (day,) that the last wetting wetted: all of it by rain or by hand, else what the line
    wets.

    FAO-56 chapter 7: fw is that of the last wetting, and rain counts as one beyond a fifth of ET0.
    """
    rained = weather.rain.mean(axis=1) > WETS_ALL * weather.et0.mean(axis=1)
    poured = days[:, [at.MORNING, at.AFTERNOON, at.EVENING]].sum(axis=1) > 0
    wetted, all_of_it, dry_for = days[:, at.REACH].copy(), False, 0
    for d in range(len(days)):
        dry_for = 0 if rained[d] else dry_for + 1
        ran = poured[d] or (d >= weather.n_behind and dry_for > DRY_AGAIN_DAYS)
        by_hand = poured[d] and days[d, at.BY_HAND] > 0
        all_of_it = bool(rained[d] or by_hand or (all_of_it and not ran))
        wetted[d] = 1.0 if all_of_it else wetted[d]
    return wetted


def figures(today: BedToday, trigger: Triggers) -> Array:
    """The array (N_BED,) of one bed. trigger: shares of RAW and of what lies beyond it, whether what is drawn with
    ease until the next round counts (decide/styles.py), and the share of RAW at which a reservoir is filled
    (decide/reservoirs.py).

    today: by its date the soil is chosen where one figure serves all days.

    mm over the ground; arithmetic.
    """
    bed, top, ground = today.bed, today.profile.top, today.ground_m2
    a = np.zeros(at.N_BED)
    a[at.CURVE_NUMBER] = top.curve_number if bed.kind in ("open", "row") else 0.0
    if bed.kind in FRAMED:
        a[at.FRAME_TAKES] = today.profile.intake_mm_per_h * RAIN_H + FRAME_HOLDS_MM
    if not today.container:  # in a container p stays the crop's own: common practice, no source
        a[at.P_SLOPE] = 0.04  # FAO-56 Table 22, footnote
    elif bed.reservoir is None and bed.pattern != "run_down":  # who lets it run down accepts that it droops
        a[at.AGAIN_MARGIN] = math.exp(AGAIN_Z * math.hypot(spreads.DEMAND_CV, today.profile.spread))
    if bed.reservoir is not None:
        a[at.CAPACITY], a[at.WICK] = bed.reservoir.capacity_l / ground, bed.reservoir.wick_l_per_day / ground
        a[at.FILL_BELOW], a[at.WICK_REACH] = RESERVOIR_LOW * a[at.CAPACITY], bed.reservoir.over_share
    a[at.WICK_REST], a[at.WICK_FALLS] = WICK_REST, WICK_FALLS
    if bed.reservoir is not None and bed.reservoir.buried:
        a[at.BURIED], a[at.WICK_REST], a[at.WICK_FALLS] = 1.0, 0.0, 0.0
        a[at.WICK_REACH] = reached_share(bed.reservoir, top, today.stand.rooted_m2)
    a[at.TRIGGER_RAW], a[at.TRIGGER_BEYOND], a[at.UNTIL_NEXT], a[at.FILL_RAW] = trigger
    a[at.REPELS_BEYOND] = REPELS_BEYOND if top.repels else 0.0
    a[at.STORE_WEIGHT] = WEIGHTS["float"]
    return a


def opening_state(bed: Bed, day: Array, n: int) -> Array:
    """State (n + 1, N_STATE) at a bed's first day, from how wet it felt; unknown is half of RAW with a wide band.

    In mm [mm]; common practice.
    """
    known = bed.opening_wetness is not None
    share = FINGER[bed.opening_wetness] if bed.opening_wetness is not None else UNKNOWN_OPENING
    spread = spreads.OPENING_SPREAD_KNOWN if known else spreads.OPENING_SPREAD_UNKNOWN
    z = np.append(spreads.scores_of(n, "opening"), 0.0)
    raw = day[at.P_TABLE] * day[at.TAW]
    state = np.zeros((n + 1, at.N_STATE))
    state[:, at.DR] = np.clip((share + spread * z) * raw, 0.0, day[at.TAW])
    state[:, at.DE] = np.minimum(state[:, at.DR], day[at.TEW])
    state[:, at.DO] = state[:, at.DE]
    state[:, at.DB], state[:, at.STATE_REACH] = state[:, at.DR], day[at.REACH]
    if bed.reservoir is not None:
        start = bed.reservoir.opening_l
        state[:, at.R] = (bed.reservoir.capacity_l / 2 if start is None else start) / ground_m2(bed)
    return state


def shares_before(days: Array, first: Sequence[float] | Array) -> Array:
    """The rooted share on the day before, (day, bed), given that of the day before the first. Arithmetic."""
    return np.concatenate([np.asarray(first, dtype=float)[None, :], days[:-1, :, at.SHARE]])
