"""The balance step as it was in November 2026, before it was cut into processes: only to be timed against.

One day of one bed, written once. FAO-56 chapters 7 and 8, with water above field capacity and a second store.

Plain Python is the oracle of the tests; `compiled` is what runs.

Stores. The bed's ground is split by what roots and waterings reach: the *rooted* share `f` holds a depletion below
field capacity (dr), the depletion of its exposed top layer (de) and water above field capacity (w), each in mm over
that share. The *bare* rest holds the depletion of its evaporating layer (do), in mm over the rest. A reservoir under
the bed holds r, in mm over the whole ground. When roots spread, the ground they reach brings its own depletion along,
so growing roots create no water.

Order of the day: spread of roots; a changed soil; check; morning watering; Ks from the depletion at that point; rain;
use; what exceeds field capacity is held above it and drains; the wick lifts from the reservoir; evening watering,
which counts for the night and the next day.
"""

from __future__ import annotations

import functools
import pathlib
import types
from collections.abc import Callable
from typing import Any, Final

import numpy as np

# State of a series, in this order.
DE, DR, DO, W, R = range(5)
N_STATE = 5

# What a bed is on a day (array of (day, bed, N_BED_DAY)).
(
    SHARE,  # f, share of the ground that roots and waterings reach [0..1]
    KD,  # density coefficient [-]
    KCB_FULL,  # Kcb at full cover before the climate term [-]
    H_FACTOR,  # what crop height does to the climate term [-]
    SPREAD_AREA,  # area that demands, as a multiple of the bed's ground [-]; above 1 when leaves reach beyond it
    COVER,  # share of the rooted ground under leaves [0..1]
    TAW,  # total available water within reach of roots [mm over the rooted share]
    P_TABLE,  # depletion fraction at ETc 5 mm/d [-]
    EVAP_LEFT,  # share of evaporation left under mulch [0..1]
    RAIN_HELD,  # rain that leaves and mulch hold back [mm]
    RAIN_IN,  # share of the remaining rain that falls on the soil [0..1]
    MORNING,  # water onto the soil in the morning [mm over the ground]
    EVENING,  # the same in the evening
    FILL,  # water into the reservoir [mm over the ground]
    CHECK_TO,  # depletion that a check saw, as a share of CHECK_OF; below zero: no check
    CHECK_OF,  # 0: a share of RAW; 1: of TAW
    CHECK_WEIGHT,  # how far the state moves to it [0..1]
    CHECK_STORE,  # what a float showed in the reservoir [mm over the ground]; below zero: no check
    ONE_PASS,  # share of the day's water poured in one go, without a pause [0..1]
    DAMP_TOP,  # depletion of the top layer at which the damp-top rule asks for water [mm]; 0: no such rule
    TEW,
    REW,
    DRAIN,  # share of the water above field capacity that drains in a day [0..1]
    ROOM,  # room between field capacity and saturation [mm]
    DEEPEST,  # depletion at which nothing more can be drawn [mm]
    AIR_MARK,  # water above field capacity beyond which roots lack air [mm]
    AIR_FACTOR,  # ET0 at the bed over ET0 of the garden [-]
    REBASED,  # what the depletion of the whole depth gains because the soil holds more than yesterday [mm]; signed
    REBASED_TOP,  # the same of the top layer
) = range(29)
N_BED_DAY = 29

# What a bed is (array of (bed, N_BED)).
(
    CURVE_NUMBER,  # 0 where a frame holds the rain
    P_SLOPE,  # 0.04 by FAO-56; 0 holds p fixed
    CAPACITY,  # of the reservoir [mm over the ground]; 0: none
    WICK,  # the most the wick lifts in a day [mm over the ground]
    WICK_REST,  # depletion at which the wick comes to rest, as a share of TAW
    TRIGGER_RAW,  # refill when dr passes TRIGGER_RAW x RAW + TRIGGER_BEYOND x (TAW - RAW)
    TRIGGER_BEYOND,
    FILL_BELOW,  # the reservoir is filled when it holds less [mm over the ground]
    LINE_REACH,  # share of the rooted store that a watering can refill: the wetted share of a drip line, else 1
    REPELS_BEYOND,  # depletion, as a share of TAW, beyond which water poured in one go runs past; 0: never
    STORE_WEIGHT,  # how far a float moves the reservoir's state [0..1]
) = range(11)
N_BED = 11

ONE_PASS_TAKEN = 0.4  # share that a mix that repels takes of water poured in one go; common practice, no source

# Draws of a series (array of (bed, member, N_DRAW)).
Q_DEMAND, Q_CAPACITY, Z_RAIN, Q_WATER, Z_AIR = range(5)
N_DRAW = 5

# Weather (array of (day, member, N_AIR)).
ET0, RAIN, CLIMATE, ET0_CV, RAIN_CV = range(5)
N_AIR = 5

# What a day's step gives beside the new state: all in mm over the bed's ground, but for the last group.
(
    OPEN_ROOTED,  # net depletion of the rooted share at the start (below field capacity positive)
    REACHED,  # depletion that newly reached ground brought along (negative where the rooted share shrank)
    CORRECTION,  # water that a check added (signed)
    IRRIGATION,
    RAIN_FALL,  # rain on the bed before anything holds it
    INTERCEPTION,
    RUNOFF,
    RAIN_ROOTED,
    EVAP_ROOTED,
    TRANSPIRATION,
    DRAINED_ROOTED,
    WICKED,
    CLOSE_ROOTED,
    OPEN_BARE,
    RAIN_BARE,
    EVAP_BARE,
    DRAINED_BARE,
    CLOSE_BARE,
    OPEN_RESERVOIR,
    FILLED,
    CAUGHT,  # water that drained from the soil into the reservoir
    OVERFLOW,
    CLOSE_RESERVOIR,
    POTENTIAL,  # transpiration without stress
    KS,  # [-]
    RAW_NOW,  # [mm over the rooted share]
    TAW_NOW,  # [mm over the rooted share]
    KCB_NOW,  # [-]
    KE_NOW,  # [-] over the rooted share
    ET0_NOW,  # [mm]
    DE_NOW,  # [mm over the exposed part of the rooted share], at the end
    DR_START,  # [mm over the rooted share], after the check and before any watering; negative: above field capacity
    WET,  # 1 on a day whose water stands above the air mark
    HOLDS_MORE,  # depletion that the rooted share gained because its soil holds more than yesterday (signed)
    HOLDS_MORE_BARE,  # the same of the bare rest's top layer
    CORRECTION_STORE,  # water that a float's reading added to the reservoir (signed)
) = range(36)
N_ROW = 36

NEVER, ON_DAY, BY_TRIGGER = 0, 1, 2  # whether the step waters by itself


def day_step(
    states: Any, bed_day: Any, share_before: float, bed: Any, draws: Any, airs: Any, m: int, policy: int, row: Any
) -> None:  # fmt: skip
    """Advance member m of `states` by one day and write the day's terms into `row`, both in place.

    states (member, N_STATE), draws (member, N_DRAW), airs (member, N_AIR); bed_day (N_BED_DAY,), bed (N_BED,).

    policy: NEVER; ON_DAY refills this morning whatever the depletion; BY_TRIGGER refills when it passes the trigger.
    A bed with a reservoir has that filled instead.
    """
    f = bed_day[SHARE]
    de, dr, do, w, r = states[m, DE], states[m, DR], states[m, DO], states[m, W], states[m, R]
    tew, rew, room = bed_day[TEW], bed_day[REW], bed_day[ROOM]
    row[OPEN_ROOTED] = share_before * (dr - w)
    row[OPEN_BARE] = (1.0 - share_before) * do
    row[OPEN_RESERVOIR] = r
    drained, caught, overflow = 0.0, 0.0, 0.0

    # Spread of roots. Water above field capacity on ground given up drains away.
    reached = 0.0
    if f > share_before:
        reached = (f - share_before) * do
        dr = (share_before * dr + reached) / f
        w = share_before * w / f
    elif f < share_before:
        reached = -(share_before - f) * dr
        do = ((1.0 - share_before) * do - reached) / (1.0 - f)
        drained += (share_before - f) * w
    net = dr - w

    # A soil that was changed holds more or less; the water in it stays the same.
    net += bed_day[REBASED]
    de = min(tew, max(0.0, de + bed_day[REBASED_TOP]))
    do += bed_day[REBASED_TOP]

    # Coefficients of the day, and p for its demand.
    et0 = max(0.0, airs[m, ET0] * (1.0 + draws[m, Z_AIR] * airs[m, ET0_CV])) * bed_day[AIR_FACTOR]
    climate = airs[m, CLIMATE] * bed_day[H_FACTOR]
    # Kc min, for which Allen and Pereira (2009) eq. 11 allow 0 to 0.15, is 0: the ground between plants has its own
    # evaporation in this balance, and a seedling must not transpire for the whole bed.
    kcb = max(0.0, bed_day[KD] * (bed_day[KCB_FULL] + climate)) * draws[m, Q_DEMAND]
    kc_max = max(1.2 + climate, kcb + 0.05)  # FAO-56 eq. 72
    few = max(1.0 - bed_day[COVER], 0.01)
    p = min(0.8, max(0.1, bed_day[P_TABLE] + bed[P_SLOPE] * (5.0 - kcb * et0)))
    taw = max(bed_day[TAW] * draws[m, Q_CAPACITY], 0.1)
    raw = p * taw

    # A check moves the state towards what was seen.
    correction = 0.0
    if bed_day[CHECK_TO] >= 0.0:
        seen = bed_day[CHECK_TO] * (taw if bed_day[CHECK_OF] > 0.0 else raw)
        moved = bed_day[CHECK_WEIGHT] * (seen - net)
        net += moved
        correction = -f * moved
        de = min(tew, max(0.0, de + moved))
    row[DR_START] = net
    correction_store = 0.0
    if bed_day[CHECK_STORE] >= 0.0 and bed[CAPACITY] > 0.0:
        correction_store = bed[STORE_WEIGHT] * (min(bed_day[CHECK_STORE], bed[CAPACITY]) - r)
        r += correction_store

    # Morning watering: as recorded, and what the policy adds to all that is recorded of the day.
    morning, evening = bed_day[MORNING] * draws[m, Q_WATER], bed_day[EVENING] * draws[m, Q_WATER]
    trigger = bed[TRIGGER_RAW] * raw + bed[TRIGGER_BEYOND] * (taw - raw)
    fill = bed_day[FILL] * draws[m, Q_WATER]
    if bed[CAPACITY] > 0.0:
        if policy == ON_DAY or (policy == BY_TRIGGER and r < bed[FILL_BELOW]):
            fill += max(0.0, bed[CAPACITY] - r - fill)
    else:
        top_asks = bed_day[DAMP_TOP] > 0.0 and de >= bed_day[DAMP_TOP]
        if policy == ON_DAY or (policy == BY_TRIGGER and (net >= trigger or top_asks)):
            need = max(0.0, net)
            if bed_day[DAMP_TOP] > 0.0 and net < trigger:
                need = min(de, need)  # shallow and often: the top layer alone
            morning = max(morning, need * f * bed[LINE_REACH] - evening)
    # What a line wets holds no more; a mix that repels lets what comes in one go run past.
    past = 1.0
    if bed[REPELS_BEYOND] > 0.0 and net > bed[REPELS_BEYOND] * taw:
        past = 1.0 - bed_day[ONE_PASS] * (1.0 - ONE_PASS_TAKEN)
    taken = min(past * morning / f, bed[LINE_REACH] * (max(0.0, net) + room))
    drained += morning - taken * f
    net -= taken
    de = max(0.0, de - taken)
    if net < -room:
        drained += (-room - net) * f
        net = -room
    r += fill
    if r > bed[CAPACITY]:
        overflow += r - bed[CAPACITY]
        r = bed[CAPACITY]

    # Ks at this point; FAO-56 eq. 84.
    depletion = max(net, 0.0)
    ks = 1.0 if depletion <= raw else max(0.0, (taw - depletion) / (taw - raw))

    # Rain.
    fall = max(0.0, airs[m, RAIN] * (1.0 + draws[m, Z_RAIN] * airs[m, RAIN_CV]))
    held = min(fall, bed_day[RAIN_HELD])
    held += (fall - held) * (1.0 - bed_day[RAIN_IN])
    runoff = 0.0
    if bed[CURVE_NUMBER] > 0.0:
        s = 25400.0 / bed[CURVE_NUMBER] - 254.0  # NEH 630 chapter 10
        if fall - held > 0.2 * s:
            runoff = (fall - held - 0.2 * s) ** 2 / (fall - held + 0.8 * s)
    soaking = fall - held - runoff
    net -= soaking
    de = max(0.0, de - soaking)
    do -= soaking
    drained_bare = max(0.0, -do) * (1.0 - f)
    do = max(0.0, do)

    # Use. Transpiration of the whole canopy is drawn from the rooted share; FAO-56 eq. 71, 77 and 80. Kr (eq. 74) is
    # taken after whatever wetted the top layer today.
    kr = 1.0 if de <= rew else max(0.0, (tew - de) / (tew - rew))
    over_rooted = min(kcb * bed_day[SPREAD_AREA] / f, kc_max)
    ke = min(kr * (kc_max - over_rooted), few * kc_max) * bed_day[EVAP_LEFT]
    evaporation = min(max(0.0, ke * et0), (tew - de) * few)
    evaporation = min(evaporation, max(0.0, bed_day[DEEPEST] - net))
    potential = kcb * et0 * bed_day[SPREAD_AREA] / f
    transpiration = min(ks * potential, max(0.0, taw - net - evaporation))
    net += evaporation + transpiration
    de = min(tew, de + evaporation / few)
    evap_bare = 0.0
    if f < 1.0:
        kr_bare = 1.0 if do <= rew else max(0.0, (tew - do) / (tew - rew))
        evap_bare = min(kr_bare * (1.2 + climate) * et0 * bed_day[EVAP_LEFT], max(0.0, tew - do))
        do += evap_bare

    # What exceeds field capacity is held above it and drains.
    if net < -room:
        drained += (-room - net) * f
        net = -room
    row[WET] = 1.0 if -net > bed_day[AIR_MARK] else 0.0
    if net < 0.0:
        drained += -net * bed_day[DRAIN] * f
        net += -net * bed_day[DRAIN]

    # The reservoir catches what drains and the wick lifts from it.
    wicked = 0.0
    if bed[CAPACITY] > 0.0:
        caught = drained
        r += caught
        if r > bed[CAPACITY]:
            overflow += r - bed[CAPACITY]
            r = bed[CAPACITY]
        wicked = min(r, bed[WICK], max(0.0, net - bed[WICK_REST] * taw) * f)
        r -= wicked
        net -= wicked / f

    # Evening watering.
    past = 1.0
    if bed[REPELS_BEYOND] > 0.0 and net > bed[REPELS_BEYOND] * taw:
        past = 1.0 - bed_day[ONE_PASS] * (1.0 - ONE_PASS_TAKEN)
    taken = min(past * evening / f, bed[LINE_REACH] * (max(0.0, net) + room))
    net -= taken
    de = max(0.0, de - taken)
    over = evening - taken * f
    if net < -room:
        over += (-room - net) * f
        net = -room
    if over > 0.0:
        drained += over
        if bed[CAPACITY] > 0.0:
            caught += over
            r += over
            if r > bed[CAPACITY]:
                overflow += r - bed[CAPACITY]
                r = bed[CAPACITY]

    states[m, DE], states[m, DR], states[m, DO], states[m, W], states[m, R] = de, max(net, 0.0), do, max(-net, 0.0), r
    row[REACHED] = reached
    row[CORRECTION] = correction
    row[IRRIGATION] = morning + evening
    row[RAIN_FALL] = fall
    row[INTERCEPTION] = held
    row[RUNOFF] = runoff
    row[RAIN_ROOTED] = soaking * f
    row[EVAP_ROOTED] = evaporation * f
    row[TRANSPIRATION] = transpiration * f
    row[DRAINED_ROOTED] = drained
    row[WICKED] = wicked
    row[CLOSE_ROOTED] = net * f
    row[RAIN_BARE] = soaking * (1.0 - f)
    row[EVAP_BARE] = evap_bare * (1.0 - f)
    row[DRAINED_BARE] = drained_bare
    row[CLOSE_BARE] = do * (1.0 - f)
    row[FILLED] = fill
    row[CAUGHT] = caught
    row[OVERFLOW] = overflow
    row[CLOSE_RESERVOIR] = r
    row[POTENTIAL] = potential * f
    row[KS] = ks
    row[RAW_NOW] = raw
    row[TAW_NOW] = taw
    row[KCB_NOW] = kcb
    row[KE_NOW] = ke
    row[ET0_NOW] = et0
    row[DE_NOW] = de
    row[HOLDS_MORE] = bed_day[REBASED] * f
    row[HOLDS_MORE_BARE] = bed_day[REBASED_TOP] * (1.0 - f)
    row[CORRECTION_STORE] = correction_store


# What a run over many series keeps of each day: (day, bed, member) each.
(KEEP_NET, KEEP_RESERVOIR, KEEP_WATERED, KEEP_STRESS, KEEP_LOST) = range(5)
N_KEEP = 5


def run_series(
    state: Any, bed_days: Any, shares_before: Any, beds: Any, draws: Any, air: Any, policies: Any,
    kept: Any, wet_days: Any, row: Any,
) -> None:  # fmt: skip
    """Run every (bed, member) through all days, keeping N_KEEP arrays of each; `state` ends as the last day's.

    policies: (day, bed). kept: (N_KEEP, day, bed, member). wet_days: (bed, member), counted up.
    KEEP_NET is the rooted share's net depletion [mm over it] after the day.
    """
    for d in range(bed_days.shape[0]):
        for b in range(bed_days.shape[1]):
            here, bed_day, bed, drawn, above = state[b], bed_days[d, b], beds[b], draws[b], air[d]
            for m in range(state.shape[1]):
                day_step(here, bed_day, shares_before[d, b], bed, drawn, above, m, policies[d, b], row)
                kept[KEEP_NET, d, b, m] = here[m, DR] - here[m, W]
                kept[KEEP_RESERVOIR, d, b, m] = here[m, R]
                kept[KEEP_WATERED, d, b, m] = row[IRRIGATION] + row[FILLED]
                kept[KEEP_STRESS, d, b, m] = row[POTENTIAL] - row[TRANSPIRATION]
                kept[KEEP_LOST, d, b, m] = row[DRAINED_ROOTED] - row[CAUGHT] + row[OVERFLOW]
                wet_days[b, m] += row[WET]


def run_rows(
    state: Any, bed_days: Any, shares_before: Any, beds: Any, draws: Any, air: Any, policies: Any, rows: Any
) -> None:  # fmt: skip
    """Run member 0 of every bed through all days, keeping every row: rows (day, bed, N_ROW)."""
    for d in range(bed_days.shape[0]):
        for b in range(bed_days.shape[1]):
            day_step(
                state[b], bed_days[d, b], shares_before[d, b], beds[b], draws[b], air[d], 0, policies[d, b], rows[d, b]
            )  # fmt: skip


CACHE_FOLDER: Final = pathlib.Path(__file__).resolve().parents[2] / ".numba"


# One form of each compiled run, for arrays without gaps: a second one would be compiled when first met, on a page.
_RUN: Final = "f8[:,:,::1], f8[:,:,::1], f8[:,::1], f8[:,::1], f8[:,:,::1], f8[:,:,::1], i8[:,::1], "
SERIES_FORM: Final = f"void({_RUN}f8[:,:,:,::1], f8[:,::1], f8[::1])"
ROWS_FORM: Final = f"void({_RUN}f8[:,:,::1])"


@functools.cache
def compiled() -> tuple[Callable[..., None], Callable[..., None]]:
    """(run_series, run_rows) with the step compiled into them; compiled code is kept in an ignored folder.

    They take arrays without gaps (C order) of float64, the policies of int64, and refuse others with TypeError.
    """
    import numba

    vars(numba.config)["CACHE_DIR"] = str(CACHE_FOLDER)
    # numpy's error model: a division by zero is no branch; the arrays built in forcing.py hold no zero divisor
    around = {**globals(), "day_step": numba.njit(cache=True, error_model="numpy")(day_step)}
    series, rows = (types.FunctionType(run.__code__, around, run.__name__) for run in (run_series, run_rows))
    make = functools.partial(numba.njit, cache=True, error_model="numpy")
    return make(SERIES_FORM)(series), make(ROWS_FORM)(rows)


def conservation_error(rows: np.ndarray) -> np.ndarray:
    """What each row fails to account for [mm over the ground], largest of its three stores. Zero but for rounding."""
    r = np.moveaxis(rows, -1, 0)
    rooted = (
        r[OPEN_ROOTED] + r[REACHED] + r[HOLDS_MORE] - r[CORRECTION] - r[IRRIGATION] - r[RAIN_ROOTED] - r[WICKED]
        + r[EVAP_ROOTED] + r[TRANSPIRATION] + r[DRAINED_ROOTED] - r[CLOSE_ROOTED]
    )  # fmt: skip
    bare = (
        r[OPEN_BARE] - r[REACHED] + r[HOLDS_MORE_BARE] - r[RAIN_BARE] + r[EVAP_BARE] + r[DRAINED_BARE] - r[CLOSE_BARE]
    )
    store = (
        r[OPEN_RESERVOIR] + r[CORRECTION_STORE] + r[FILLED] + r[CAUGHT] - r[WICKED] - r[OVERFLOW] - r[CLOSE_RESERVOIR]
    )
    rain = r[RAIN_FALL] - r[INTERCEPTION] - r[RUNOFF] - r[RAIN_ROOTED] - r[RAIN_BARE]
    return np.asarray(np.max(np.abs([rooted, bare, store, rain]), axis=0))


def warm() -> None:
    """Compile, or load what was compiled, so that no page pays for it."""
    compiled()
