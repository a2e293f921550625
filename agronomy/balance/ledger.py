"""The ledger: the central series' rows under the symbols of FAO-56, in mm over the bed's ground."""

from __future__ import annotations

import datetime as dt
from collections.abc import Iterator

import numpy as np

from agronomy.balance import step as s

# column -> (index in a row, meaning and unit)
COLUMNS: dict[str, tuple[int, str]] = {
    "ET0": (s.ET0_NOW, "reference evapotranspiration at the bed, mm"),
    "Dr_open": (s.OPEN_ROOTED, "depletion of the rooted share at the start; negative above field capacity, mm"),
    "Dr_reached": (s.REACHED, "depletion brought along by ground that roots newly reached, mm"),
    "S_changed": (s.HOLDS_MORE, "depletion gained because the soil holds more than the day before, mm"),
    "C": (s.CORRECTION, "water added by a check's correction, signed, mm"),
    "I": (s.IRRIGATION, "irrigation that arrived, mm"),
    "P": (s.RAIN_FALL, "rain, mm"),
    "P_held": (s.INTERCEPTION, "rain held by leaves and mulch or kept off, mm"),
    "RO": (s.RUNOFF, "runoff, mm"),
    "P_r": (s.RAIN_ROOTED, "rain into the rooted share, mm"),
    "E": (s.EVAP_ROOTED, "evaporation from the rooted share, mm"),
    "T": (s.TRANSPIRATION, "transpiration, mm"),
    "T_pot": (s.POTENTIAL, "transpiration without stress, mm"),
    "DP": (s.DRAINED_ROOTED, "deep percolation from the rooted share, mm"),
    "W_wick": (s.WICKED, "lifted from the reservoir, mm"),
    "Dr_close": (s.CLOSE_ROOTED, "depletion of the rooted share at the end, mm"),
    "Do_open": (s.OPEN_BARE, "depletion of the bare rest at the start, mm"),
    "So_changed": (s.HOLDS_MORE_BARE, "the bare rest's part of what the soil holds more, mm"),
    "P_o": (s.RAIN_BARE, "rain into the bare rest, mm"),
    "E_o": (s.EVAP_BARE, "evaporation from the bare rest, mm"),
    "DP_o": (s.DRAINED_BARE, "percolation from the bare rest, mm"),
    "Do_close": (s.CLOSE_BARE, "depletion of the bare rest at the end, mm"),
    "R_open": (s.OPEN_RESERVOIR, "reservoir at the start, mm"),
    "R_c": (s.CORRECTION_STORE, "water added to the reservoir by a float's reading, signed, mm"),
    "R_fill": (s.FILLED, "poured into the reservoir, mm"),
    "R_caught": (s.CAUGHT, "drained from the soil into the reservoir, mm"),
    "R_over": (s.OVERFLOW, "overflow of the reservoir, mm"),
    "R_close": (s.CLOSE_RESERVOIR, "reservoir at the end, mm"),
    "Kcb": (s.KCB_NOW, "basal crop coefficient, -"),
    "Ke": (s.KE_NOW, "soil evaporation coefficient of the rooted share, -"),
    "Ks": (s.KS, "stress coefficient, -"),
    "De": (s.DE_NOW, "depletion of the evaporating layer, mm over its exposed part"),
    "RAW": (s.RAW_NOW, "readily available water, mm over the rooted share"),
    "TAW": (s.TAW_NOW, "total available water, mm over the rooted share"),
}


def ledger_rows(dates: tuple[dt.date, ...], rows: np.ndarray, shares: np.ndarray) -> Iterator[dict[str, object]]:
    """One dictionary a day: date, the rooted share f [0..1], then COLUMNS. rows (day, N_ROW), shares (day,)."""
    for date, row, share in zip(dates, rows, shares, strict=True):
        values: dict[str, object] = {"date": date.isoformat(), "f": float(share)}
        values.update({name: float(row[i]) for name, (i, _) in COLUMNS.items()})
        yield values
