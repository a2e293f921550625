"""The dose of a soak or a fill, in the unit of the hand that gives it."""

from __future__ import annotations

import math
from dataclasses import dataclass
from typing import Any

import numpy as np

from agronomy.balance import forcing
from agronomy.balance import step as s
from agronomy.decide.bands import Band, band
from agronomy.decide.morning import Morning
from agronomy.describe.garden import Bed, Garden, Rig
from agronomy.methods import hand
from agronomy.methods.drip import run_minutes
from agronomy.methods.hand import rig_of

PONDING_MM = 15.0  # that may stand on a bed before it runs off; common practice, no source
REPELLING_PASSES = 3  # for a dry mix that repels; common practice, no source
PASS_PAUSE_MINUTES, LONGEST_PAUSE_MINUTES, MOST_PASSES = 5.0, 60.0, 4  # common practice, no source


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
    passes: int = 1  # in how many goes, with a pause between them, so that the soil takes it
    pause_minutes: float = 0.0
    top_only: bool = False  # only the top layer is to be wetted


def hand_minutes(garden: Garden, bed: Bed, litres: float, times: float) -> float:
    """Minutes of a person's time for these litres in so many waterings, by the bed's method."""
    if bed.method == "can":
        return max(litres / garden.can_l, 0.25 * times) * garden.can_minutes + times * hand.STOP_MINUTES
    if bed.method == "drip":
        return times * hand.LINE_MINUTES
    return pouring_minutes(garden, bed, litres) + times * hand.STOP_MINUTES


def pouring_minutes(garden: Garden, bed: Bed, litres: float) -> float:
    """Minutes that a bed's hose or tap runs for these litres."""
    return litres / (rig_of(garden, bed) or Rig("hose")).flow_l_per_min


def dose_of(m: Morning) -> Dose:
    """The soak that refills the rooted share of a bed, or the fill of its reservoir."""
    garden, bed, ground = m.season.garden, m.bed, m.ground_m2
    rig = rig_of(garden, bed) or Rig("hose")
    if bed.reservoir is not None:
        gap = max(0.0, m.capacity_l - m.reservoir_l - m.filled_l)
        gaps = np.maximum(0.0, m.capacity_l - m.reservoir_series_l - m.filled_l)
        return Dose(gap / ground, gap, band(gaps), 1.0, hand_minutes(garden, bed, gap, 1), into="reservoir")
    arrives = hand.ARRIVES[bed.method]
    to_mm = m.to_ground
    need, series = max(0.0, m.net_mm), np.maximum(m.net_series, 0.0)
    if m.top_only:
        need, series = min(need, m.top_mm), np.minimum(series, m.top_series)
    if m.water_in_l > 0:  # what is planted today is watered in, however wet the bed is
        least = m.water_in_l * arrives / ground / max(to_mm, 1e-9)
        need, series = max(need, least), np.maximum(series, least)
    mm = max(0.0, need * to_mm - m.poured_mm)
    litres = mm * ground / arrives
    spread = band(np.maximum(0.0, series * to_mm - m.poured_mm) * ground / arrives)
    minutes = hand_minutes(garden, bed, litres, 1)
    passes, pause = _passes(m, mm / max(to_mm, 1e-9), litres)
    goes: dict[str, Any] = {"passes": passes, "pause_minutes": pause, "top_only": m.top_only}
    if bed.method == "hose":
        each = m.stand.canopy_m2 / max(m.stand.plants, 1)
        hose = hand.hose_split(litres, rig.flow_l_per_min, m.stand.plants, each, m.share * ground)
        return Dose(mm, litres, spread, arrives, minutes, hose=hose, flow_l_per_min=rig.flow_l_per_min, **goes)
    if bed.method == "can":
        return Dose(mm, litres, spread, arrives, minutes, cans=hand.cans(litres, garden.can_l), **goes)
    line = run_minutes(litres, bed.drip) if bed.drip else None
    return Dose(mm, litres, spread, arrives, minutes, drip_minutes=line, **goes)


def _passes(m: Morning, depth_mm: float, litres: float) -> tuple[int, float]:
    """In how many goes a soak of depth_mm [mm over what it wets] is given, and the pause between them [minutes].

    One go leaves at most PONDING_MM standing over what soaks in while it is poured; a dry mix that repels takes
    REPELLING_PASSES at least.
    """
    bed, today = m.bed, m.season.today
    intake = forcing.profile_on(bed, today).intake_mm_per_h
    repels = m.season.beds[m.i, s.REPELS_BEYOND]
    least = REPELLING_PASSES if repels > 0 and m.net_mm > repels * float(m.row[s.TAW_NOW]) else 1
    if bed.method == "drip":
        return least, PASS_PAUSE_MINUTES if least > 1 else 0.0
    pouring_h = pouring_minutes(m.season.garden, bed, litres) / 60
    goes = max(least, math.ceil((depth_mm - intake * pouring_h) / PONDING_MM - 1e-9))
    if goes <= 1:
        return 1, 0.0
    pause = max(PASS_PAUSE_MINUTES, 60 * min(PONDING_MM, depth_mm / goes) / intake) if intake > 0 else 60.0
    return min(goes, MOST_PASSES), min(pause, LONGEST_PAUSE_MINUTES)
