"""From a bed's description to the arrays that the step runs over."""

from __future__ import annotations

import dataclasses
import datetime as dt
import functools
import itertools
import math
from collections.abc import Sequence

import numpy as np
import numpy.typing as npt

from agronomy.air import microclimate
from agronomy.air.shade import sunlit_share
from agronomy.air.sun import sun_day
from agronomy.balance import spreads
from agronomy.balance import step as s
from agronomy.balance.checks import FINGER, WEIGHTS, sighting
from agronomy.balance.stand import Stand, stand_of
from agronomy.balance.weather import AirDays
from agronomy.describe.garden import Bed, Exposure, FingerMark, Garden, Soil, on_date, utc_offset_on
from agronomy.describe.kinds import KINDS
from agronomy.describe.plan import corners
from agronomy.ground.holding import EVAPORATING_LAYER_M
from agronomy.ground.mulch import evaporation_factor, mulch_on, rain_held
from agronomy.ground.profile import REPELS_BEYOND, Profile, profile
from agronomy.methods.drip import wetted_share
from agronomy.methods.hand import ARRIVES, rig_of
from agronomy.plants.crops import crop_of
from agronomy.plants.demand import climate_of_height, density_coefficient
from agronomy.plants.size import Warmth
from agronomy.plants.starts import damp_threshold_mm

Array = npt.NDArray[np.float64]

CANOPY_RAIN_HELD_MM = 0.8  # by a closed canopy, each rainy day; common practice, no source
POT_LEAVES_SHED = 0.5  # of the rain on a pot whose mouth is under leaves; common practice, no source
LEAST_SHARE = 0.05
WICK_REST = 0.10  # the mix over a reservoir comes to rest a little below field capacity; common practice
RESERVOIR_LOW = 0.05  # share of the capacity at which a reservoir counts as empty
DAMP_PATTERN_SHARE = 0.0  # a bed kept damp on top by choice stays at the rule's first day

UNKNOWN_OPENING = 0.5
FINGER_DEPTH_M = 0.10  # of a check; half as deep in a shallow pot


def ground_m2(bed: Bed) -> float:
    """The bed's own ground [m2]."""
    return math.pi / 4 * bed.length_m**2 if bed.round else bed.length_m * bed.width_m


def soil_depth_m(bed: Bed) -> float:
    """Loosened soil or pot depth [m]; the usual one of its kind where not known."""
    return bed.soil_depth_m if bed.soil_depth_m is not None else KINDS[bed.kind][1]


def managed_depth_m(bed: Bed) -> float:
    """The least of published rooting depth, loosened soil and container [m]: over it the balance is kept.

    A bed loosened deeper on a later date is kept over the deeper depth throughout; roots use what was loose by then.
    """
    roots = [crop_of(p).roots_m[1] for p in bed.plantings]
    depth = soil_depth_m(bed)
    loosened = [x.loosened_m for x in bed.soils if x.loosened_m is not None]
    if loosened and not KINDS[bed.kind][0]:
        depth = max(loosened) if len(loosened) == len(bed.soils) else max(depth, *loosened)
    return min([depth, max(roots)]) if roots else depth


def soil_on(bed: Bed, date: dt.date) -> Soil:
    """What the bed is made of on a date; an unknown soil where nothing was said."""
    return on_date(bed.soils, date) or Soil()


def exposure_on(bed: Bed, date: dt.date) -> Exposure:
    """How sky and wind reach the bed on a date; the open garden where nothing was said."""
    return on_date(bed.exposures, date) or microclimate.OPEN


def profile_on(bed: Bed, date: dt.date) -> Profile:
    """The bed's ground as it is on a date."""
    return profile(soil_on(bed, date), managed_depth_m(bed), KINDS[bed.kind][0], soil_depth_m(bed))


def bed_days(
    bed: Bed, start: dt.date, n_days: int, warmth: Warmth | None = None, finger: tuple[FingerMark, ...] = ()
) -> tuple[Array, Stand]:
    """The array (day, N_BED_DAY) of one bed: what it is on each day, and what was done to it; and what grows in it.

    finger: what a finger's readings stand for in this garden (balance/checks.py).
    """
    undisturbed = dataclasses.replace(bed, name="", waterings=(), checks=())
    a, stand = _undisturbed(undisturbed, start, n_days, warmth)
    a = a.copy()
    ground = ground_m2(bed)
    in_passes = np.zeros(n_days)
    for w in bed.waterings:
        i = (w.date - start).days
        if 0 <= i < n_days:
            if w.into == "reservoir":
                a[i, s.FILL] += w.litres / ground
            else:
                column = s.EVENING if w.part == "evening" else s.MORNING
                mm = w.litres * ARRIVES[bed.method] / ground
                a[i, column] += mm
                in_passes[i] += mm if w.passes > 1 else 0.0
    poured = a[:, s.MORNING] + a[:, s.EVENING]
    a[:, s.ONE_PASS] = np.where(poured > 0, 1 - in_passes / np.maximum(poured, 1e-12), 0.0)
    for c in bed.checks:
        i = (c.date - start).days
        if 0 <= i < n_days:
            if c.kind == "float":
                a[i, s.CHECK_STORE] = float(c.value or 0) / ground
                continue
            rooting = float(np.clip(stand.root_depth_m[i], EVAPORATING_LAYER_M, managed_depth_m(bed)))
            seen = sighting(c, profile_on(bed, c.date).top, rooting, finger)
            a[i, s.CHECK_TO], a[i, s.CHECK_OF], a[i, s.CHECK_WEIGHT] = seen.share, float(seen.of_taw), seen.weight
    return a, stand


@functools.lru_cache(maxsize=2048)
def _undisturbed(bed: Bed, start: dt.date, n_days: int, warmth: Warmth | None) -> tuple[Array, Stand]:
    """A bed's days before anything is poured or felt. Kept in memory, since it changes only with the bed itself."""
    ground, zm = ground_m2(bed), managed_depth_m(bed)
    container = KINDS[bed.kind][0]
    stand = stand_of(bed, ground, start, n_days, warmth)
    a = np.zeros((n_days, s.N_BED_DAY))
    _lay_ground(a, bed, start)
    standing = stand.canopy_m2 > 0
    share = np.ones(n_days)
    if not container:
        share = np.where(standing, np.clip(stand.rooted_m2 / ground, LEAST_SHARE, 1.0), 1.0)
    a[:, s.SHARE] = share
    reach = np.maximum(ground, stand.canopy_m2)
    a[:, s.KD] = density_coefficient(stand.canopy_m2 / reach, stand.height_m)
    a[:, s.KCB_FULL] = stand.kcb_full
    a[:, s.H_FACTOR] = climate_of_height(stand.height_m)
    a[:, s.SPREAD_AREA] = reach / ground
    a[:, s.COVER] = np.minimum(stand.canopy_m2 / (share * ground), 0.99)
    rooting = np.where(standing, np.clip(stand.root_depth_m, min(EVAPORATING_LAYER_M, zm), zm), zm)
    for since, until, here in _profiles(bed, start, n_days):
        a[since:until, s.TAW] = [here.available_mm(z) for z in rooting[since:until]]
    a[:, s.P_TABLE] = stand.p
    damp = np.full(n_days, DAMP_PATTERN_SHARE) if bed.pattern == "damp_top" else stand.damp
    a[:, s.DAMP_TOP] = damp_threshold_mm(damp, a[:, s.REW], a[:, s.TEW])
    mulches = [None] * n_days
    if bed.mulches:
        mulches = [mulch_on(bed.mulches, start + dt.timedelta(days=i)) for i in range(n_days)]  # type: ignore[misc]
    a[:, s.EVAP_LEFT] = [evaporation_factor(m) for m in mulches]
    a[:, s.RAIN_HELD] = [rain_held(m) for m in mulches]
    a[:, s.RAIN_HELD] += CANOPY_RAIN_HELD_MM * np.minimum(stand.canopy_m2 / ground, 1.0)
    a[:, s.RAIN_IN] = 1 - POT_LEAVES_SHED * a[:, s.COVER] if container else 1.0
    for since, until, exposure in exposures(bed, start, n_days):
        a[since:until, s.RAIN_IN] *= microclimate.rain_share(exposure)
    a[:, [s.CHECK_TO, s.CHECK_STORE]] = -1.0
    a[:, s.AIR_FACTOR] = 1.0
    a.flags.writeable = False
    return a, stand


def _spans(dates: list[dt.date | None], start: dt.date, n_days: int) -> list[tuple[int, int]]:
    """[since, until) of the days between changes on these dates."""
    changes = {min(max((d - start).days, 0), n_days) for d in dates if d is not None}
    return list(itertools.pairwise(sorted(changes | {0, n_days})))


def _profiles(bed: Bed, start: dt.date, n_days: int) -> list[tuple[int, int, Profile]]:
    """The bed's ground from day to day: (since, until, profile)."""
    spans = _spans([x.date for x in bed.soils], start, n_days)
    return [(since, until, profile_on(bed, start + dt.timedelta(days=since))) for since, until in spans]


def exposures(bed: Bed, start: dt.date, n_days: int) -> list[tuple[int, int, Exposure]]:
    """How sky and wind reach the bed from day to day: (since, until, exposure)."""
    spans = _spans([x.date for x in bed.exposures], start, n_days)
    return [(since, until, exposure_on(bed, start + dt.timedelta(days=since))) for since, until in spans]


def _lay_ground(a: Array, bed: Bed, start: dt.date) -> None:
    """What the ground holds on each day. Where it was changed, the water in it stays and its depletion moves."""
    before: Profile | None = None
    for since, until, here in _profiles(bed, start, len(a)):
        a[since:until, s.TEW], a[since:until, s.REW] = here.tew, here.rew
        sealed = KINDS[bed.kind][0] and bed.drain_holes is False
        a[since:until, s.DRAIN] = 0.0 if sealed else 1.0 / here.drain_days
        a[since:until, s.ROOM], a[since:until, s.AIR_MARK] = here.room_mm(), here.air_mark_mm()
        a[since:until, s.DEEPEST] = here.available_mm(here.depth_m)
        if before is not None:
            a[since, s.REBASED] = here.field_capacity_mm() - before.field_capacity_mm()
            layer = min(EVAPORATING_LAYER_M, here.depth_m)
            a[since, s.REBASED_TOP] = 1000 * layer * (here.top.field_capacity - before.top.field_capacity)
        before = here


def air_factors(garden: Garden, weather: AirDays) -> Array:
    """ET0 at each bed over ET0 of the open garden (day, bed), by its sun hours, shade, shelter, cover and what stands
    around it on the plan."""
    n_days = len(weather.dates)
    factors = np.ones((n_days, len(garden.beds)))
    known: dict[tuple[object, ...], Array] = {}
    for i, bed in enumerate(garden.beds):
        points = points_of(bed) if garden.things else ()
        if not bed.exposures and not points:
            continue
        for since, until, exposure in exposures(bed, weather.dates[0], n_days):
            undated = dataclasses.replace(exposure, date=None)
            key = (since, until, undated, points)
            if key not in known:
                direct = np.array([direct_share(garden, undated, points, d) for d in weather.dates[since:until]])
                known[key] = microclimate.et0_factor(weather.parts.between(since, until), undated, direct)
            factors[since:until, i] = known[key]
    return factors


def points_of(bed: Bed) -> tuple[tuple[float, float], ...]:
    """Five points of a bed on the plan [m]: its middle, and half way to its corners; none where it is not placed."""
    if bed.x_m is None or bed.y_m is None:
        return ()
    across = bed.length_m if bed.round else bed.width_m
    half_way = corners(bed.x_m, bed.y_m, bed.turn_deg, bed.length_m / 2, across / 2)
    return ((bed.x_m, bed.y_m), *half_way)


def direct_share(
    garden: Garden, exposure: Exposure, points: tuple[tuple[float, float], ...], date: dt.date
) -> float:  # fmt: skip
    """Share of the day's beam [0..1] that reaches a bed in its sun hours, past what stands around; one figure serves
    the days around."""
    day, offset_h = 5 * round(date.timetuple().tm_yday / 5), utc_offset_on(garden, date)
    if garden.things and points:
        return sunlit_share(
            garden.things, points, garden.latitude, garden.longitude, offset_h, day, garden.north_deg,
            exposure.sun_from_h, exposure.sun_to_h,
        )  # fmt: skip
    if (exposure.sun_from_h, exposure.sun_to_h) == (0.0, 24.0):
        return 1.0
    return _direct_of_day(garden.latitude, garden.longitude, offset_h, day, exposure.sun_from_h, exposure.sun_to_h)


@functools.lru_cache(maxsize=4096)
def _direct_of_day(lat: float, lon: float, offset_h: float, day: int, from_h: float, to_h: float) -> float:
    return microclimate.direct_share(sun_day(lat, lon, offset_h, day), lat, float(day), from_h, to_h)


def bed_constants(bed: Bed, date: dt.date, trigger: tuple[float, float]) -> Array:
    """The array (N_BED,) of one bed. trigger: shares of RAW and of what lies beyond it (decide/styles.py).

    date: today; by it the soil is chosen where one figure serves all days.
    """
    here, ground = profile_on(bed, date), ground_m2(bed)
    a = np.zeros(s.N_BED)
    a[s.CURVE_NUMBER] = here.top.curve_number if bed.kind in ("open", "row") else 0.0
    a[s.P_SLOPE] = 0.04
    if bed.reservoir is not None:
        a[s.CAPACITY], a[s.WICK] = bed.reservoir.capacity_l / ground, bed.reservoir.wick_l_per_day / ground
        a[s.FILL_BELOW] = RESERVOIR_LOW * a[s.CAPACITY]
    a[s.WICK_REST] = WICK_REST
    a[s.TRIGGER_RAW], a[s.TRIGGER_BEYOND] = trigger
    a[s.LINE_REACH] = line_reach(bed, date)
    a[s.REPELS_BEYOND] = REPELS_BEYOND if here.top.repels else 0.0
    a[s.STORE_WEIGHT] = WEIGHTS["float"]
    return a


def line_reach(bed: Bed, date: dt.date) -> float:
    """Share of the rooted store that a watering of this bed can refill: what its drip line wets, else all."""
    if bed.method != "drip" or bed.drip is None:
        return 1.0
    return wetted_share(bed.drip, profile_on(bed, date).top.ksat, ground_m2(bed))


def opening_state(bed: Bed, day: Array, n: int) -> Array:
    """State (n + 1, N_STATE) at a bed's first day, from how wet it felt; unknown is half of RAW with a wide band."""
    known = bed.opening_wetness is not None
    share = FINGER[bed.opening_wetness] if bed.opening_wetness is not None else UNKNOWN_OPENING
    spread = spreads.OPENING_SPREAD_KNOWN if known else spreads.OPENING_SPREAD_UNKNOWN
    z = np.concatenate([[0.0], spreads.normal_scores(n, "draw opening")])
    raw = day[s.P_TABLE] * day[s.TAW]
    state = np.zeros((n + 1, s.N_STATE))
    state[:, s.DR] = np.clip((share + spread * z) * raw, 0.0, day[s.TAW])
    state[:, s.DE] = np.minimum(state[:, s.DR], day[s.TEW])
    state[:, s.DO] = state[:, s.DE]
    if bed.reservoir is not None:
        start = bed.reservoir.opening_l
        state[:, s.R] = (bed.reservoir.capacity_l / 2 if start is None else start) / ground_m2(bed)
    return state


def water_cv(garden: Garden, bed: Bed) -> float:
    """How doubtful the litres are that were poured on a bed."""
    if bed.method == "can":
        return spreads.CAN_CV
    rig = rig_of(garden, bed)
    if rig is None or not rig.measured:
        return spreads.FLOW_DEFAULT_CV
    return spreads.FLOW_MEASURED_CV if rig.flow_cv is None else max(rig.flow_cv, spreads.FLOW_LEAST_CV)


def shares_before(days: Array, first: Sequence[float] | Array) -> Array:
    """The rooted share on the day before, (day, bed), given that of the day before the first."""
    return np.concatenate([np.asarray(first, dtype=float)[None, :], days[:-1, :, s.SHARE]])
