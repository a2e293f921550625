"""The dose of a soak or a fill, in the unit of the hand that gives it."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from agronomy.balance import forcing
from agronomy.balance import step as s
from agronomy.decide.bands import Band, band
from agronomy.decide.morning import Morning
from agronomy.describe.garden import Bed, Garden, Rig
from agronomy.methods import hand
from agronomy.methods.drip import run_minutes


@dataclass(frozen=True)
class Dose:
    """What to give. mm: over the bed's ground, to the roots. litres: poured. minutes: of a person's time."""

    mm: float
    litres: float
    litres_band: Band
    arrives: float
    minutes: float
    hose: hand.HoseSplit | None = None
    flow_l_per_min: float | None = None
    cans: float | None = None
    drip_minutes: float | None = None
    into: str = "soil"


def rig_of(garden: Garden, bed: Bed) -> Rig | None:
    """The hose or tap a bed is watered from: its own, else the garden's first."""
    return next((r for r in garden.rigs if r.name == bed.rig), garden.rigs[0] if garden.rigs else None)


def hand_minutes(garden: Garden, bed: Bed, litres: float, times: float) -> float:
    """Minutes of a person's time for these litres in so many waterings, by the bed's method."""
    if bed.method == "can":
        return max(litres / hand.CAN_L, 0.25 * times) * hand.CAN_MINUTES
    if bed.method == "drip":
        return times * hand.LINE_MINUTES
    return litres / (rig_of(garden, bed) or Rig("hose")).flow_l_per_min


def dose_of(m: Morning) -> Dose:
    """The soak that refills the rooted share of a bed, or the fill of its reservoir."""
    garden, bed, ground = m.season.garden, m.bed, m.ground_m2
    rig = rig_of(garden, bed) or Rig("hose")
    if bed.reservoir is not None:
        gap = max(0.0, bed.reservoir.capacity_l - float(m.row[s.OPEN_RESERVOIR]) * ground)
        gaps = np.maximum(0.0, bed.reservoir.capacity_l - m.reservoir_series_l)
        return Dose(gap / ground, gap, band(gaps), 1.0, hand_minutes(garden, bed, gap, 1), into="reservoir")
    arrives = hand.ARRIVES[bed.method]
    to_mm = m.share * forcing.line_reach(bed)  # from mm over the rooted share to what is given, over the ground
    mm = max(0.0, m.net_mm) * to_mm
    litres = mm * ground / arrives
    spread = band(np.maximum(m.net_series, 0.0) * to_mm * ground / arrives)
    minutes = hand_minutes(garden, bed, litres, 1)
    if bed.method == "hose":
        each = m.stand.canopy_m2 / max(m.stand.plants, 1)
        hose = hand.hose_split(litres, rig.flow_l_per_min, m.stand.plants, each, m.share * ground)
        return Dose(mm, litres, spread, arrives, minutes, hose=hose, flow_l_per_min=rig.flow_l_per_min)
    if bed.method == "can":
        return Dose(mm, litres, spread, arrives, minutes, cans=hand.cans(litres))
    line = run_minutes(litres, bed.drip) if bed.drip else None
    return Dose(mm, litres, spread, arrives, minutes, drip_minutes=line)
