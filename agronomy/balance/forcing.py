"""From descriptions to the arrays that the step runs over."""

from __future__ import annotations

import dataclasses
import datetime as dt
import functools
import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
import numpy.typing as npt

from agronomy.air.reference_et import reference_et
from agronomy.balance import spreads
from agronomy.balance import step as s
from agronomy.describe.garden import KINDS, Bed, Garden, Planting
from agronomy.describe.weather import Sky
from agronomy.ground.holding import EVAPORATING_LAYER_M, Holding, air_mark_mm, holding
from agronomy.ground.mulch import evaporation_factor, mulch_on, rain_held
from agronomy.methods.drip import wetted_share
from agronomy.methods.hand import ARRIVES
from agronomy.plants.crops import CROPS
from agronomy.plants.demand import climate_of_day, climate_of_height, density_coefficient
from agronomy.plants.size import Stature, stature

Array = npt.NDArray[np.float64]

CANOPY_RAIN_HELD_MM = 0.8  # by a closed canopy, each rainy day; common practice, no source
POT_LEAVES_SHED = 0.5  # of the rain on a pot whose mouth is under leaves; common practice, no source
COVER_AIR_FACTOR = 0.75  # ET0 in an unheated tunnel over ET0 outside; from memory, 0.6 to 0.8
LEAST_SHARE = 0.05
WICK_REST = 0.10  # the mix over a reservoir comes to rest a little below field capacity; common practice
RESERVOIR_LOW = 0.05  # share of the capacity at which a reservoir counts as empty
CHECK_WEIGHT = 0.7  # how far a finger check moves the state; common practice, no source

# What a finger feels, as a depletion in shares of RAW; common practice, no source.
FINGER: dict[str, float] = {"wet": 0.0, "moist": 0.35, "just_damp": 0.85, "dry": 1.4}
UNKNOWN_OPENING = 0.5
FINGER_DEPTH_M = 0.10  # of a check; half as deep in a shallow pot
RESAMPLED_DAYS = 30
RESAMPLED_MEMBERS = 31


def ground_m2(bed: Bed) -> float:
    """The bed's own ground [m2]."""
    return math.pi / 4 * bed.length_m**2 if bed.round else bed.length_m * bed.width_m


def soil_depth_m(bed: Bed) -> float:
    """Loosened soil or pot depth [m]; the usual one of its kind where not known."""
    return bed.soil_depth_m if bed.soil_depth_m is not None else KINDS[bed.kind][1]


def managed_depth_m(bed: Bed) -> float:
    """The least of published rooting depth and loosened soil [m]."""
    roots = [CROPS[p.crop].roots_m[1] for p in bed.plantings]
    return min([soil_depth_m(bed), max(roots)]) if roots else soil_depth_m(bed)


@dataclass(frozen=True)
class AirDays:
    """Weather for the kernel and for what the views show. air: (day, member + 1, N_AIR); member 0 is central."""

    dates: tuple[dt.date, ...]
    n_behind: int
    air: Array
    tmin: Array  # (day, member) degrees C
    tmax: Array
    rain: Array
    rhmin: Array
    et0: Array
    tier: tuple[str, ...]  # of each day, of its first member
    outlook: tuple[str, ...]  # "observed", "gap", "forecast", "typed" or "resampled" of each day


def air_days(garden: Garden, sky: Sky, first: dt.date, today: dt.date, days: int) -> AirDays:
    """Weather of every day from `first` to the last of `days` from today, gaps filled and named.

    A missing past day takes ET0 and temperatures between its neighbours and no rain; a day ahead without an outlook
    is drawn from the last RESAMPLED_DAYS observed days, a different one for each member.
    """
    behind = reference_et(sky.behind, coastal=garden.coastal)
    ahead = reference_et(sky.ahead, coastal=garden.coastal)
    n_behind = (today - first).days
    dates = tuple(first + dt.timedelta(days=i) for i in range(n_behind + days))
    members = sky.members if set(dates[n_behind:]) <= set(sky.ahead.dates) else max(sky.members, RESAMPLED_MEMBERS)
    n = -(-spreads.LEAST_SERIES // members) * members  # the members, repeated to at least LEAST_SERIES
    fields = ("et0", "rain", "tmin", "tmax", "rhmin", "u2")
    known_b = _fields(behind, sky.behind.columns)
    known_a = _fields(ahead, sky.ahead.columns)
    out = {k: np.zeros((len(dates), n)) for k in fields}
    tier, outlook = [""] * len(dates), [""] * len(dates)

    ordinals = np.array([d.toordinal() for d in sky.behind.dates], dtype=float)
    where_b = {d: i for i, d in enumerate(sky.behind.dates)}
    for i, d in enumerate(dates[:n_behind]):
        at = where_b.get(d)
        for k in fields:
            if at is not None:
                out[k][i] = known_b[k][at]
            elif k != "rain":
                out[k][i] = np.interp(d.toordinal(), ordinals, known_b[k])
        tier[i] = "gap" if at is None else str(behind.tier[at])
        outlook[i] = "gap" if at is None else "observed"

    where_a = {d: i for i, d in enumerate(sky.ahead.dates)}
    recent = np.arange(max(0, len(sky.behind.dates) - RESAMPLED_DAYS), len(sky.behind.dates))
    rng = np.random.default_rng(today.toordinal())
    for i, d in enumerate(dates[n_behind:], n_behind):
        at = where_a.get(d)
        drawn = rng.choice(recent, n)
        for k in fields:
            out[k][i] = known_b[k][drawn] if at is None else np.resize(known_a[k][at], n)
        tier[i] = "gap" if at is None else str(ahead.tier[at, 0])
        outlook[i] = "resampled" if at is None else sky.source

    air = np.zeros((len(dates), n + 1, s.N_AIR))
    air[:, 1:, s.ET0], air[:, 1:, s.RAIN] = out["et0"], out["rain"]
    air[:, 1:, s.CLIMATE] = climate_of_day(out["u2"], out["rhmin"])
    air[:, 0, :] = air[:, 1:, :].mean(axis=1)
    for i, d in enumerate(dates):
        air[i, :, s.ET0_CV] = spreads.ET0_CV_BY_TIER[tier[i]]
        if i < n_behind:
            air[i, :, s.RAIN_CV] = spreads.RAIN_GAUGE_CV if d in sky.gauged else spreads.RAIN_ELSEWHERE_CV
        elif outlook[i] == "typed":
            air[i, :, s.ET0_CV] = spreads.TYPED_OUTLOOK_ET0_CV
            air[i, :, s.RAIN_CV] = spreads.TYPED_OUTLOOK_RAIN_CV
    return AirDays(
        dates, n_behind, air, out["tmin"], out["tmax"], out["rain"], out["rhmin"], out["et0"], tuple(tier),
        tuple(outlook),
    )  # fmt: skip


def _fields(et, columns: dict[str, Array]) -> dict[str, Array]:  # type: ignore[no-untyped-def]
    tmin = np.where(np.isnan(columns["tmin"]), columns["tmean"], columns["tmin"])
    tmax = np.where(np.isnan(columns["tmax"]), columns["tmean"], columns["tmax"])
    rain = np.nan_to_num(columns["rain"], nan=0.0)
    return {"et0": et.et0_mm, "rain": rain, "tmin": tmin, "tmax": tmax, "rhmin": et.rhmin, "u2": et.u2}


@dataclass(frozen=True)
class StandOfDay:
    """What grows in a bed on one day."""

    plants: int
    canopy_m2: float
    height_m: float
    root_depth_m: float
    wet_feet: int


@dataclass(frozen=True)
class Stand:
    """All that grows in a bed, over days; per day arrays."""

    canopy_m2: Array  # of all plants
    rooted_m2: Array  # of all plants, each at most its own share of the ground
    height_m: Array  # by canopy
    kcb_full: Array  # by canopy
    root_depth_m: Array  # by canopy
    p: Array  # of the most sensitive
    plants: Array
    wet_feet: Array  # of the one that dislikes it most
    parts: tuple[tuple[Planting, Stature], ...]  # each planting by itself

    def on(self, day: int) -> StandOfDay:
        return StandOfDay(
            int(self.plants[day]), float(self.canopy_m2[day]), float(self.height_m[day]),
            float(self.root_depth_m[day]), int(self.wet_feet[day]),
        )  # fmt: skip


def stand_of(bed: Bed, start: dt.date, n_days: int) -> Stand:
    """Add up a bed's plantings: demand adds, stress is judged by the most sensitive."""
    ground = ground_m2(bed)
    zero = np.zeros(n_days)
    canopy, rooted, height, kcb, depth, plants = (zero.copy() for _ in range(6))
    p = np.full(n_days, 0.8)
    dislike = zero.copy()
    parts = tuple((planting, stature(planting, start, n_days)) for planting in bed.plantings)
    for planting, st in parts:
        crop = CROPS[planting.crop]
        of_all = st.canopy_m2 * planting.count * st.present
        canopy += of_all
        rooted += np.minimum(st.root_area_m2 * planting.count, ground) * st.present
        height += of_all * st.height_m
        kcb += of_all * st.kcb_full
        depth += of_all * st.root_depth_m
        plants += planting.count * st.present
        p = np.where(st.present > 0, np.minimum(p, crop.p), p)
        dislike = np.maximum(dislike, crop.wet_feet * st.present)
    by_canopy = np.maximum(canopy, 1e-12)
    p = np.where(plants > 0, p, 0.5)
    return Stand(canopy, rooted, height / by_canopy, kcb / by_canopy, depth / by_canopy, p, plants, dislike, parts)


def bed_days(bed: Bed, start: dt.date, n_days: int) -> tuple[Array, Stand]:
    """The array (day, N_BED_DAY) of one bed: what it is on each day, and what was done to it; and what grows in it."""
    a, stand = _undisturbed(dataclasses.replace(bed, name="", waterings=(), checks=()), start, n_days)
    a = a.copy()
    ground = ground_m2(bed)
    for w in bed.waterings:
        i = (w.date - start).days
        if 0 <= i < n_days:
            if w.into == "reservoir":
                a[i, s.FILL] += w.litres / ground
            else:
                column = s.EVENING if w.part == "evening" else s.MORNING
                a[i, column] += w.litres * ARRIVES[bed.method] / ground
    for c in bed.checks:
        i = (c.date - start).days
        if 0 <= i < n_days:
            a[i, s.CHECK_TO], a[i, s.CHECK_WEIGHT] = FINGER[c.reading], CHECK_WEIGHT
    return a, stand


@functools.lru_cache(maxsize=2048)
def _undisturbed(bed: Bed, start: dt.date, n_days: int) -> tuple[Array, Stand]:
    """A bed's days before anything is poured or felt. Kept in memory, since it changes only with the bed itself."""
    h, ground, zm = holding(bed.soil), ground_m2(bed), managed_depth_m(bed)
    container = KINDS[bed.kind][0]
    stand = stand_of(bed, start, n_days)
    a = np.zeros((n_days, s.N_BED_DAY))
    planted = stand.plants > 0
    if container:
        share = np.ones(n_days)
    else:
        share = np.where(planted, np.clip(stand.rooted_m2 / ground, LEAST_SHARE, 1.0), 1.0)
    a[:, s.SHARE] = share
    reach = np.maximum(ground, stand.canopy_m2)
    a[:, s.KD] = density_coefficient(stand.canopy_m2 / reach, stand.height_m)
    a[:, s.KCB_FULL] = stand.kcb_full
    a[:, s.H_FACTOR] = climate_of_height(stand.height_m)
    a[:, s.SPREAD_AREA] = reach / ground
    a[:, s.COVER] = np.minimum(stand.canopy_m2 / (share * ground), 0.99)
    rooting = np.where(planted, np.clip(stand.root_depth_m, EVAPORATING_LAYER_M, zm), zm)
    a[:, s.TAW] = h.available_mm_per_m * np.minimum(rooting, zm)
    a[:, s.P_TABLE] = stand.p
    dates = [start + dt.timedelta(days=i) for i in range(n_days)]
    mulches = [mulch_on(bed.mulches, d) for d in dates] if bed.mulches else [None] * n_days
    a[:, s.EVAP_LEFT] = [evaporation_factor(m) for m in mulches]
    a[:, s.RAIN_HELD] = [rain_held(m) for m in mulches]
    a[:, s.RAIN_HELD] += CANOPY_RAIN_HELD_MM * np.minimum(stand.canopy_m2 / ground, 1.0)
    a[:, s.RAIN_IN] = 0.0 if bed.under_cover else (1 - POT_LEAVES_SHED * a[:, s.COVER] if container else 1.0)
    a[:, s.CHECK_TO] = -1.0
    a.flags.writeable = False
    return a, stand


def bed_constants(bed: Bed, trigger: tuple[float, float]) -> Array:
    """The array (N_BED,) of one bed. trigger: shares of RAW and of what lies beyond it (decide/styles.py)."""
    h, ground, zm = holding(bed.soil), ground_m2(bed), managed_depth_m(bed)
    a = np.zeros(s.N_BED)
    a[s.TEW], a[s.REW] = h.tew, min(h.rew, h.tew - 1.0)
    a[s.DRAIN] = 1.0 / h.drain_days
    a[s.ROOM] = 1000 * (h.saturation - h.field_capacity) * zm
    a[s.DEEPEST] = h.available_mm_per_m * zm
    a[s.CURVE_NUMBER] = h.curve_number if bed.kind in ("open", "row") else 0.0
    a[s.AIR_FACTOR] = COVER_AIR_FACTOR if bed.under_cover else 1.0
    a[s.P_SLOPE] = 0.04
    if bed.reservoir is not None:
        a[s.CAPACITY], a[s.WICK] = bed.reservoir.capacity_l / ground, bed.reservoir.wick_l_per_day / ground
        a[s.FILL_BELOW] = RESERVOIR_LOW * a[s.CAPACITY]
    a[s.WICK_REST] = WICK_REST
    a[s.TRIGGER_RAW], a[s.TRIGGER_BEYOND] = trigger
    a[s.AIR_MARK] = air_mark_mm(h, zm)
    a[s.LINE_REACH] = line_reach(bed)
    return a


def line_reach(bed: Bed) -> float:
    """Share of the rooted store that a watering of this bed can refill: what its drip line wets, else all."""
    if bed.method != "drip" or bed.drip is None:
        return 1.0
    return wetted_share(bed.drip, holding(bed.soil).ksat, ground_m2(bed))


def opening_state(bed: Bed, h: Holding, day: Array, n: int) -> Array:
    """State (n + 1, N_STATE) at a bed's first day, from how wet it felt; unknown is half of RAW with a wide band."""
    known = bed.opening_wetness is not None
    share = FINGER[bed.opening_wetness] if bed.opening_wetness is not None else UNKNOWN_OPENING
    spread = spreads.OPENING_SPREAD_KNOWN if known else spreads.OPENING_SPREAD_UNKNOWN
    z = np.concatenate([[0.0], spreads.normal_scores(n, "draw opening")])
    raw = day[s.P_TABLE] * day[s.TAW]
    state = np.zeros((n + 1, s.N_STATE))
    state[:, s.DR] = np.clip((share + spread * z) * raw, 0.0, day[s.TAW])
    state[:, s.DE] = np.minimum(state[:, s.DR], h.tew)
    state[:, s.DO] = state[:, s.DE]
    if bed.reservoir is not None:
        start = bed.reservoir.opening_l
        state[:, s.R] = (bed.reservoir.capacity_l / 2 if start is None else start) / ground_m2(bed)
    return state


def water_cv(garden: Garden, bed: Bed) -> float:
    """How doubtful the litres are that were poured on a bed."""
    if bed.method == "can":
        return spreads.CAN_CV
    rig = next((r for r in garden.rigs if r.name == bed.rig), None)
    return spreads.FLOW_MEASURED_CV if rig is not None and rig.measured else spreads.FLOW_DEFAULT_CV


def shares_before(days: Array, first: Sequence[float] | Array) -> Array:
    """The rooted share on the day before, (day, bed), given that of the day before the first."""
    return np.concatenate([np.asarray(first, dtype=float)[None, :], days[:-1, :, s.SHARE]])
