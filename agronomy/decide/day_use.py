"""How a bed's use runs over the hours of today, and when it passes what is easily drawn."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from agronomy.air.hourly import hour_when
from agronomy.beds.light import hours_of_demand
from agronomy.decide.morning import Morning


@dataclass(frozen=True)
class DayUse:
    """litres: used today by plants and bare soil. hourly_l: in each clock hour [L].

    passes_raw_h: clock hour at which the bed passes its readily available water, left as it is; None: not today.
    again_h: the same after a soak to the full this morning: the hour from which a second one is worth a look.
    """

    litres: float
    hourly_l: tuple[float, ...]
    passes_raw_h: float | None
    again_h: float | None


def day_use(m: Morning, tmin: float, tmax: float) -> DayUse:
    """Today's use of one bed by the hour; tmin and tmax [degrees C] of today, the same for every bed."""
    t = m.terms
    shares = hours_of_demand(m.run.garden, m.bed, m.run.today, tmin, tmax)
    used_mm = t.evap_rooted + t.transpiration
    potential = (t.evap_rooted + t.pull * t.potential) / m.rooted_share  # mm over what is watered of the rooted share
    return DayUse(
        used_mm * m.ground_m2,
        tuple((shares * used_mm * m.ground_m2).tolist()),
        _passes(shares, t.raw_now - m.net_mm, potential),
        _passes(shares, t.raw_now, potential),
    )


def _passes(shares: np.ndarray, left_mm: float, use_mm: float) -> float | None:
    if left_mm <= 0:
        return None  # past it already this morning
    return hour_when(shares, left_mm / use_mm) if use_mm > 0 else None
