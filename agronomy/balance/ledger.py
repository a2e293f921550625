"""The ledger: the terms of what is reckoned, under the symbols of FAO-56, in mm over the bed's ground."""

from __future__ import annotations

import datetime as dt
from collections.abc import Iterator
from typing import Final

from agronomy.balance.layout import SHARE
from agronomy.balance.run import Run
from agronomy.balance.terms import Array, Policies, Terms

# symbol -> (term, meaning and unit)
COLUMNS: Final[dict[str, tuple[str, str]]] = {
    "ET0": ("et0_now", "reference evapotranspiration at the bed, mm"),
    "Dr_open": ("open_rooted", "depletion of the rooted share at the start; negative above field capacity, mm"),
    "Dr_reached": ("reached", "depletion brought along by ground that roots newly reached, mm"),
    "S_changed": ("holds_more", "depletion gained because the soil holds more than the day before, mm"),
    "C": ("correction", "water added by an observation's correction, signed, mm"),
    "I": ("irrigation", "irrigation that arrived, mm"),
    "P": ("rain_fall", "rain, mm"),
    "P_held": ("interception", "rain held by leaves and mulch or kept off, mm"),
    "RO": ("runoff", "runoff, mm"),
    "P_r": ("rain_rooted", "rain into the rooted share, mm"),
    "E": ("evap_rooted", "evaporation from the rooted share, mm"),
    "T": ("transpiration", "transpiration, mm"),
    "T_pot": ("potential", "transpiration without stress, mm"),
    "DP": ("drained_rooted", "deep percolation from the rooted share, mm"),
    "L_aside": ("aside", "passed from above field capacity into the ground beside, mm"),
    "W_wick": ("wicked", "lifted from the reservoir, mm"),
    "Dr_close": ("close_rooted", "depletion of the rooted share at the end, mm"),
    "Do_open": ("open_bare", "depletion of the bare rest at the start, mm"),
    "So_changed": ("holds_more_bare", "the bare rest's part of what the soil holds more, mm"),
    "P_o": ("rain_bare", "rain into the bare rest, mm"),
    "E_o": ("evap_bare", "evaporation from the bare rest, mm"),
    "DP_o": ("drained_bare", "percolation from the bare rest, mm"),
    "Do_close": ("close_bare", "depletion of the bare rest at the end, mm"),
    "R_open": ("open_reservoir", "reservoir at the start, mm"),
    "R_c": ("correction_store", "water added to the reservoir by a float's reading, signed, mm"),
    "R_fill": ("filled", "poured into the reservoir, mm"),
    "R_caught": ("caught", "drained from the soil into the reservoir, mm"),
    "R_over": ("overflow", "overflow of the reservoir, mm"),
    "R_close": ("close_reservoir", "reservoir at the end, mm"),
    "Kcb": ("kcb_now", "basal crop coefficient, -"),
    "Ke": ("ke_now", "soil evaporation coefficient of the rooted share, -"),
    "Ks": ("ks", "stress coefficient, -"),
    "De": ("de_now", "depletion of the evaporating layer, mm over its exposed part"),
    "RAW": ("raw_now", "readily available water, mm over the rooted share"),
    "TAW": ("taw_now", "total available water, mm over the rooted share"),
}


def ledger_behind(run: Run, bed: int) -> list[dict[str, object]]:
    """The ledger of one bed from its opening to yesterday, one dictionary a day."""
    since, until = int(run.opened_at[bed]), run.n_behind
    return list(_rows(run.weather.dates[since:until], run.rows[bed], run.shares[bed][since:until]))


def ledger_ahead(run: Run, bed: int, policies: Policies) -> list[dict[str, object]]:
    """The ledger of one bed over the days ahead under a policy."""
    since, until = run.n_behind, run.n_behind + policies.shape[0]
    rows, shares = run.rows_ahead(policies)[:, bed], run.days[run.today_at :, bed, SHARE][: len(policies)]
    return list(_rows(run.weather.dates[since:until], rows, shares))


def _rows(dates: tuple[dt.date, ...], rows: Array, shares: Array) -> Iterator[dict[str, object]]:
    """date, the rooted share f [0..1], then COLUMNS."""
    for date, row, share in zip(dates, rows.tolist(), shares.tolist(), strict=True):
        terms = Terms(*row)
        values: dict[str, object] = {"date": date.isoformat(), "f": share}
        values.update({symbol: getattr(terms, term) for symbol, (term, _) in COLUMNS.items()})
        yield values
