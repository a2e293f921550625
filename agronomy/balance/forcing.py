"""From a bed's description to the arrays that the step runs over."""

from __future__ import annotations

import dataclasses
import datetime as dt
import functools
from collections.abc import Sequence

import numpy as np

from agronomy.air import microclimate
from agronomy.balance import layout as at
from agronomy.balance import spreads
from agronomy.balance.observations import FINGER, WEIGHTS, sighting
from agronomy.balance.terms import Array, Triggers
from agronomy.beds.ground import ground_m2, is_container, managed_depth_m, profile_on, profiles
from agronomy.beds.light import exposures
from agronomy.beds.stand import Stand, stand_of
from agronomy.beds.today import BedToday
from agronomy.describe.garden import Bed, FingerMark, Garden
from agronomy.ground.holding import EVAPORATING_LAYER_M
from agronomy.ground.mulch import evaporation_factor, mulch_on, rain_held
from agronomy.ground.profile import REPELS_BEYOND, Profile
from agronomy.methods.choose import method_of
from agronomy.plants.demand import climate_of_height, density_coefficient
from agronomy.plants.size import Warmth
from agronomy.plants.starts import damp_threshold_mm

CANOPY_RAIN_HELD_MM = 0.8  # by a closed canopy, each rainy day; common practice, no source
POT_LEAVES_SHED = 0.5  # of the rain on a pot whose mouth is under leaves; common practice, no source
SAUCER_MM = 20.0  # that a common saucer keeps, over the pot; common practice, no source
LEAST_SHARE = 0.05
WICK_REST = 0.10  # the mix over a reservoir comes to rest a little below field capacity; common practice
RESERVOIR_LOW = 0.05  # share of the capacity at which a reservoir counts as empty
DAMP_PATTERN_SHARE = 0.0  # a bed kept damp on top by choice stays at the rule's first day
UNKNOWN_OPENING = 0.5


def bed_days(
    garden: Garden,
    bed: Bed,
    start: dt.date,
    n_days: int,
    warmth: Warmth | None = None,
    soil: Warmth | None = None,
) -> tuple[Array, Stand]:
    """The array (day, N_BED_DAY) of one bed: what it is on each day, and what was done to it; and what grows in it.

    warmth, soil: that growth runs by, and by which what is sown comes up, where they are known. mm over its shares; by
    the rules of FAO-56 and the practice named at each figure.
    """
    undisturbed = dataclasses.replace(bed, name="", key="", waterings=(), observations=())
    sown = any(p.start == "sown" for p in bed.plantings)
    a, stand = _undisturbed(undisturbed, start, n_days, warmth, soil if sown else None)
    a = a.copy()
    _pour(a, garden, bed, start)
    observe(a, bed, start, stand, garden.finger)
    return a, stand


def _pour(a: Array, garden: Garden, bed: Bed, start: dt.date) -> None:
    """What was poured on each day, and how much of it in one go."""
    ground, arrives = ground_m2(bed), method_of(garden, bed).arrives
    in_passes = np.zeros(len(a))
    for w in bed.waterings:
        i = (w.date - start).days
        if not 0 <= i < len(a):
            continue
        if w.into == "reservoir":
            a[i, at.FILL] += w.litres / ground
        else:
            mm = w.litres * arrives / ground
            a[i, at.EVENING if w.part == "evening" else at.MORNING] += mm
            in_passes[i] += mm if w.passes > 1 else 0.0
    poured = a[:, at.MORNING] + a[:, at.EVENING]
    a[:, at.ONE_PASS] = np.where(poured > 0, 1 - in_passes / np.maximum(poured, 1e-12), 0.0)


def observe(a: Array, bed: Bed, start: dt.date, stand: Stand, finger: tuple[FingerMark, ...]) -> None:
    """Set what was observed at the start of each day in the array (day, N_BED_DAY) of one bed, the first day `start`.

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
        if seen.kind == "top":  # FAO-56: the top looks dry once its readily evaporable water is gone
            a[i, at.TOP_LEAST if seen.reading == "dry" else at.TOP_MOST] = a[i, at.REW]
            continue
        rooting = float(np.clip(stand.root_depth_m[i], EVAPORATING_LAYER_M, managed_depth_m(bed)))
        said = sighting(seen, profile_on(bed, seen.date).top, rooting, finger)
        a[i, at.SEEN_AT], a[i, at.SEEN_OF], a[i, at.SEEN_WEIGHT] = said.share, float(said.of_taw), said.weight
        a[i, [at.SEEN_LEAST, at.SEEN_MOST]] = said.between


@functools.lru_cache(maxsize=2048)
def _undisturbed(
    bed: Bed, start: dt.date, n_days: int, warmth: Warmth | None, soil: Warmth | None
) -> tuple[Array, Stand]:
    """A bed's days before anything is poured or felt. Kept in memory, since it changes only with the bed itself."""
    ground, zm, container = ground_m2(bed), managed_depth_m(bed), is_container(bed)
    stand = stand_of(bed, ground, start, n_days, warmth, soil)
    a = np.zeros((n_days, at.N_BED_DAY))
    _lay_ground(a, bed, start)
    standing = stand.rooted_m2 > 0
    share = np.ones(n_days)
    if not container:
        share = np.where(standing, np.clip(stand.rooted_m2 / ground, LEAST_SHARE, 1.0), 1.0)
    a[:, at.SHARE] = share
    reach = np.maximum(ground, stand.canopy_m2)
    a[:, at.KD] = density_coefficient(stand.canopy_m2 / reach, stand.height_m)
    a[:, at.KCB_FULL] = stand.kcb_full
    a[:, at.H_FACTOR] = climate_of_height(stand.height_m)
    a[:, at.SPREAD_AREA] = reach / ground
    a[:, at.COVER] = np.minimum(stand.canopy_m2 / (share * ground), 0.99)
    rooting = np.where(standing, np.clip(stand.root_depth_m, min(EVAPORATING_LAYER_M, zm), zm), zm)
    for since, until, here in profiles(bed, start, n_days):
        a[since:until, at.TAW] = [here.available_mm(z) for z in rooting[since:until]]
    a[:, at.P_TABLE] = stand.p
    damp = np.full(n_days, DAMP_PATTERN_SHARE) if bed.pattern == "damp_top" else stand.damp
    a[:, at.DAMP_TOP] = damp_threshold_mm(damp, a[:, at.REW], a[:, at.TEW])
    a[:, at.BALL] = stand.ball_l / (share * ground)
    _lay_cover(a, bed, start, stand)
    a[:, [at.SEEN_AT, at.SEEN_STORE]] = -1.0
    a[:, at.TOP_MOST] = a[:, at.TEW]
    a[:, at.AIR_FACTOR] = 1.0
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
    if bed.mulches:
        mulches = [mulch_on(bed.mulches, start + dt.timedelta(days=i)) for i in range(len(a))]
        a[:, at.EVAP_LEFT] = [evaporation_factor(m) for m in mulches]
        a[:, at.RAIN_HELD] = [rain_held(m) for m in mulches]
    else:
        a[:, at.EVAP_LEFT], a[:, at.RAIN_HELD] = evaporation_factor(None), rain_held(None)
    a[:, at.RAIN_HELD] += CANOPY_RAIN_HELD_MM * np.minimum(stand.canopy_m2 / ground_m2(bed), 1.0)
    a[:, at.RAIN_IN] = 1 - POT_LEAVES_SHED * a[:, at.COVER] if is_container(bed) else 1.0
    for since, until, exposure in exposures(bed, start, len(a)):
        a[since:until, at.RAIN_IN] *= microclimate.rain_share(exposure)
        a[since:until, at.SAUCER] = SAUCER_MM if exposure.saucer and is_container(bed) else 0.0


def figures(today: BedToday, trigger: Triggers) -> Array:
    """The array (N_BED,) of one bed. trigger: shares of RAW and of what lies beyond it, and whether what is drawn with
    ease until the next round counts (decide/styles.py).

    today: by its date the soil is chosen where one figure serves all days.

    mm over the ground; arithmetic.
    """
    bed, top, ground = today.bed, today.profile.top, today.ground_m2
    a = np.zeros(at.N_BED)
    a[at.CURVE_NUMBER] = top.curve_number if bed.kind in ("open", "row") else 0.0
    a[at.P_SLOPE] = 0.04  # FAO-56 Table 22, footnote
    if bed.reservoir is not None:
        a[at.CAPACITY], a[at.WICK] = bed.reservoir.capacity_l / ground, bed.reservoir.wick_l_per_day / ground
        a[at.FILL_BELOW] = RESERVOIR_LOW * a[at.CAPACITY]
    a[at.WICK_REST] = WICK_REST
    a[at.TRIGGER_RAW], a[at.TRIGGER_BEYOND], a[at.UNTIL_NEXT] = trigger
    a[at.REACH] = today.reach
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
    if bed.reservoir is not None:
        start = bed.reservoir.opening_l
        state[:, at.R] = (bed.reservoir.capacity_l / 2 if start is None else start) / ground_m2(bed)
    return state


def shares_before(days: Array, first: Sequence[float] | Array) -> Array:
    """The rooted share on the day before, (day, bed), given that of the day before the first. Arithmetic."""
    return np.concatenate([np.asarray(first, dtype=float)[None, :], days[:-1, :, at.SHARE]])
