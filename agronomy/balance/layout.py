"""Where each figure stands in the arrays that the kernel runs over. Balance's own business: others see terms.py.

Inputs are arrays of (day, bed, N_BED_DAY), (bed, N_BED), (bed, series, N_DRAW), (day, series, N_AIR) and, for the
parts that a day is cut into, (bed, cut, part, N_PART). A day's step gives the new `State` and the day's `Terms`.
"""

from __future__ import annotations

from typing import Final

import numpy as np

from agronomy.balance.terms import Air, Array, BedDay, BedFigures, Draw, Part, State, Terms, Want

(
    SHARE, KD, KCB_FULL, H_FACTOR, SPREAD_AREA, COVER, TAW, P_TABLE, EVAP_LEFT, RAIN_HELD, RAIN_IN, MORNING, EVENING,
    FILL, SEEN_AT, SEEN_OF, SEEN_WEIGHT, SEEN_LEAST, SEEN_MOST, SEEN_STORE, RAN_OUT, TOP_LEAST,
    TOP_MOST, ONE_PASS, DAMP_TOP, BALL, TEW, REW, SAUCER, DRAIN,
    ASIDE, ROOM, DEEPEST, AIR_MARK, AIR_FACTOR, REBASED, REBASED_TOP, AFTERNOON, WETTED, LEAF_HEAT, SIDE_ET,
    SIDE, WICKS, TO_FULL, REACH, BY_HAND,
) = range(len(BedDay._fields))  # fmt: skip
N_BED_DAY: Final = len(BedDay._fields)


(
    CURVE_NUMBER, FRAME_TAKES, P_SLOPE, CAPACITY, WICK, WICK_REST, WICK_FALLS, TRIGGER_RAW, TRIGGER_BEYOND, UNTIL_NEXT,
    FILL_BELOW, FILL_RAW, REPELS_BEYOND, STORE_WEIGHT, AGAIN_MARGIN, BURIED,
    WICK_REACH,
) = range(len(BedFigures._fields))  # fmt: skip
N_BED: Final = len(BedFigures._fields)


DE, DR, DO, W, R, DB, STATE_REACH = range(len(State._fields))
N_STATE: Final = len(State._fields)


Q_DEMAND, Q_CAPACITY, Z_RAIN, Q_WATER, Z_AIR = range(len(Draw._fields))
N_DRAW: Final = len(Draw._fields)


W_NET, W_TRIGGER, W_DE, W_TOP_USE, W_R, W_DAY_USE, W_MIX, W_FILL_MARK = range(len(Want._fields))
N_WANT: Final = len(Want._fields)


ET0, RAIN, CLIMATE, ET0_CV, RAIN_CV, SHOWERS, FALLEN = range(len(Air._fields))
N_AIR: Final = len(Air._fields)

LENGTH, OF_ET0, OF_RAIN, OF_MORNING, OF_AFTERNOON, OF_EVENING, UNTIL_DARK = range(len(Part._fields))
N_PART: Final = len(Part._fields)
HOURS: Final = 24  # the most parts of a day
# A bed has three cuts: of days behind and further ahead, of today and of tomorrow (beds/hours.py).
USUALLY, TODAY, TOMORROW = range(3)
N_CUT: Final = 3


def whole_days(beds: int) -> Array:
    """The parts (bed, N_CUT, HOURS, N_PART) of beds whose days are whole, dimensionless [-]. FAO-56's daily step."""
    parts = np.zeros((beds, N_CUT, HOURS, N_PART))
    parts[:, :, 0] = 1.0
    return parts


(
    OPEN_ROOTED, REACHED, CORRECTION, IRRIGATION, RAIN_FALL, INTERCEPTION, RUNOFF, RAIN_ROOTED, EVAP_ROOTED,
    TRANSPIRATION, DRAINED_ROOTED, WICKED, CLOSE_ROOTED, OPEN_BARE, RAIN_BARE, EVAP_BARE, DRAINED_BARE, CLOSE_BARE,
    OPEN_RESERVOIR, FILLED, CAUGHT, OVERFLOW, CLOSE_RESERVOIR, POTENTIAL, KS, RAW_NOW, TAW_NOW, KCB_NOW, KE_NOW,
    ET0_NOW, DE_NOW, DR_START, DR_END, PULL, BESIDE_START, WET, HOLDS_MORE, HOLDS_MORE_BARE, CORRECTION_STORE,
    RAIN_EARLY, PASSED_ASIDE, PARCHED, EVAP_SIDES, AGAIN, THIRSTY,
) = range(len(Terms._fields))  # fmt: skip
N_TERMS: Final = len(Terms._fields)

# What a run over many series keeps of each day: (day, bed, series) each.
KEEP_NET, KEEP_RESERVOIR, KEEP_WATERED, KEEP_STRESS, KEEP_LOST, KEEP_HURT, KEEP_AGAIN = range(7)
N_KEEP: Final = 7

# What is kept of a day's parts: depletion of the rooted share as each ends [mm over it], and Ks in it.
HOUR_NET, HOUR_KS = range(2)
N_HOUR: Final = 2


def bed_day_of(x: Array) -> BedDay:
    """A bed's day by name, in its units (spelled out: what is compiled cannot unpack an array)."""
    return BedDay(
        x[0], x[1], x[2], x[3], x[4], x[5], x[6], x[7], x[8], x[9], x[10], x[11],
        x[12], x[13], x[14], x[15], x[16], x[17], x[18], x[19], x[20], x[21], x[22], x[23],
        x[24], x[25], x[26], x[27], x[28], x[29], x[30], x[31], x[32], x[33], x[34], x[35],
        x[36], x[37], x[38], x[39], x[40], x[41], x[42], x[43], x[44], x[45],
    )  # fmt: skip


def figures_of(x: Array) -> BedFigures:
    """A bed's figures by name, in their units (spelled out: what is compiled cannot unpack an array)."""
    return BedFigures(
        x[0], x[1], x[2], x[3], x[4], x[5], x[6], x[7], x[8], x[9], x[10], x[11],
        x[12], x[13], x[14], x[15], x[16],
    )  # fmt: skip


def state_of(states: Array, b: int, m: int) -> State:
    """The state of one series by name [mm]."""
    return State(
        states[b, m, DE],
        states[b, m, DR],
        states[b, m, DO],
        states[b, m, W],
        states[b, m, R],
        states[b, m, DB],
        states[b, m, STATE_REACH],
    )


def draw_of(draws: Array, b: int, m: int) -> Draw:
    """The draws of one series by name, in the units of terms.Draw: factors about 1, normal scores."""
    return Draw(
        draws[b, m, Q_DEMAND], draws[b, m, Q_CAPACITY], draws[b, m, Z_RAIN], draws[b, m, Q_WATER], draws[b, m, Z_AIR]
    )


def air_of(air: Array, d: int, m: int) -> Air:
    """The weather of one day and member by name, in the units of terms.Air."""
    return Air(
        air[d, m, ET0],
        air[d, m, RAIN],
        air[d, m, CLIMATE],
        air[d, m, ET0_CV],
        air[d, m, RAIN_CV],
        air[d, m, SHOWERS],
        air[d, m, FALLEN],
    )


def cut_of(parts: Array, b: int, cut: int) -> Array:
    """The parts (part, N_PART) of one cut of a bed's days: as many as have a length. In shares [-]; arithmetic."""
    n = 0
    while n < parts.shape[2] and parts[b, cut, n, LENGTH] > 0.0:
        n += 1
    return parts[b, cut, :n]


def part_of(parts: Array, i: int) -> Part:
    """One part of a day by name, in the units of terms.Part."""
    return Part(
        parts[i, LENGTH],
        parts[i, OF_ET0],
        parts[i, OF_RAIN],
        parts[i, OF_MORNING],
        parts[i, OF_AFTERNOON],
        parts[i, OF_EVENING],
        parts[i, UNTIL_DARK],
    )


def trace_of(hours: Array, b: int, m: int) -> Array:
    """Where the parts of a series' day are written (part, N_HOUR); of no part where they are not wanted. In mm, and
    Ks as a share; arithmetic."""
    return hours[b, m, :, :] if hours.shape[2] > 0 else hours[0, 0, :, :]


def terms_of(rows: Array) -> Terms:
    """The figures of an array's last axis by their names, in their units: numbers for one row, arrays for many."""
    values = np.asarray(rows, dtype=float)
    return Terms(*(values.tolist() if values.ndim == 1 else np.moveaxis(values, -1, 0)))
