"""Drip: litres to minutes, and how wide an emitter wets."""

from __future__ import annotations

from agronomy.describe.garden import Drip

RUN_THAT_SETS_THE_WIDTH_L = 4.0  # litres from one emitter in an ordinary run; common practice, no source


def run_minutes(litres: float, drip: Drip) -> float:
    """Minutes a line must run to give these litres at its nominal flow."""
    return litres / (drip.emitters * drip.flow_l_per_h) * 60


def wetted_width_m(litres_each: float, flow_l_per_h: float, ksat_mm_per_h: float) -> float:
    """Width [m] wetted under one emitter. Schwartzman and Zur (1986), SI form with 1.82, from memory."""
    volume = litres_each / 1000
    q = flow_l_per_h / 1000 / 3600
    ks = ksat_mm_per_h / 1000 / 3600
    return float(1.82 * volume**0.22 * (ks / q) ** -0.17)


def wetted_share(drip: Drip, ksat_mm_per_h: float, ground_m2: float) -> float:
    """Share of the bed's ground that its line keeps wet, at least a twentieth and at most all of it."""
    width = wetted_width_m(RUN_THAT_SETS_THE_WIDTH_L, drip.flow_l_per_h, ksat_mm_per_h)
    return min(1.0, max(0.05, drip.emitters * 3.141592653589793 / 4 * width**2 / ground_m2))
