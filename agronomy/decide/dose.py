"""The dose of a soak or a fill, in the unit of the hand that gives it."""

from __future__ import annotations

import dataclasses
import math
from dataclasses import dataclass

import numpy as np

from agronomy.balance.terms import Array
from agronomy.beds.today import BedToday
from agronomy.decide.bands import Band, band
from agronomy.decide.morning import Morning
from agronomy.decide.reasons import LEAST_SHOWN_MM, Part
from agronomy.methods.base import InHand, Target
from agronomy.methods.drip import DripLine

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
    in_hand: InHand
    into: str = "soil"
    passes: int = 1  # in how many goes, with a pause between them, so that the soil takes it
    pause_minutes: float = 0.0
    top_only: bool = False  # only the top layer is to be wetted
    share: float = 1.0  # of a refill: a part, where rain may do the rest
    # Of a soak: from what is missing to `soaks` [mm over what is watered of the ground], which they sum to.
    parts: tuple[Part, ...] = ()
    soaks: float = 0.0


def dose_of(m: Morning) -> Dose:
    """The soak that refills the rooted share of a bed, or the fill of its reservoir."""
    method, ground = m.today.method, m.ground_m2
    if m.fills:
        gap = max(0.0, m.capacity_l - m.reservoir_l - m.filled_l)
        gaps = np.maximum(0.0, m.capacity_l - m.reservoir_series_l - m.filled_l)
        stops = m.bed.reservoir.count if m.bed.reservoir else 1
        return Dose(gap / ground, gap, band(gaps), 1.0, method.person_minutes(gap, stops), InHand(), into="reservoir")
    to_mm = m.to_ground
    need, series = max(0.0, m.net_mm), np.maximum(m.net_series, 0.0)
    if m.top_only:
        need, series = min(need, m.top_mm), np.minimum(series, m.top_series)
    else:
        need, series = m.share * need, m.share * series
    need, series = max(need, m.day.ball), np.maximum(series, m.day.ball)
    if m.water_in_l > 0:  # what is planted today is watered in, however wet the bed is
        least = m.water_in_l * m.today.arrives / ground / max(to_mm, 1e-9)
        need, series = max(need, least), np.maximum(series, least)
    told = dose_for(m, need, series, m.poured_mm)
    share, soaks = 1.0 if m.top_only else m.share, told.mm / to_mm
    return dataclasses.replace(told, top_only=m.top_only, share=share, parts=_parts(m, share, need, soaks), soaks=soaks)


def _parts(m: Morning, share: float, need: float, soaks: float) -> tuple[Part, ...]:
    """From what is missing to what is poured now, step by step [mm over what is watered of the ground]."""
    full = max(0.0, m.net_mm)
    asked = min(full, m.top_mm) if m.top_only else share * full
    poured = m.poured_mm / m.to_ground
    parts = [
        Part("missing", m.net_mm),
        Part("above_full", full - m.net_mm),
        Part("below_top" if m.top_only else "left_to_rain", asked - full),
        Part("ball", max(0.0, m.day.ball - asked)),
        Part("planting_in", need - max(asked, m.day.ball)),
        Part("poured", -poured),
        Part("more_than_asked", soaks - need + poured),
    ]
    return tuple(x for x in parts if x.what == "missing" or abs(x.mm) > LEAST_SHOWN_MM)


def dose_for(m: Morning, need: float, series: Array, poured_mm: float = 0.0) -> Dose:
    """What gives a depletion [mm over the rooted share] its water, as reckoned and of every series, of which so much
    was poured already [mm over the ground]. Arithmetic."""
    method, ground, to_mm = m.today.method, m.ground_m2, m.to_ground
    mm = max(0.0, need * to_mm - poured_mm)
    each = m.stand.canopy_m2 / max(m.stand.plants, 1)
    exact = mm * ground / m.today.arrives
    in_hand = method.in_hand(exact, Target(m.stand.plants, each, m.rooted_share * ground))
    litres = exact if in_hand.litres is None else in_hand.litres
    passes, pause = passes_of(m.today, m.rooted_share, litres, max(_least_passes(m, need), _runs(m, need, litres)))
    return Dose(
        mm=mm,
        litres=litres,
        litres_band=band(np.maximum(0.0, series * to_mm - poured_mm) * ground / m.today.arrives),
        arrives=m.today.arrives,
        minutes=method.person_minutes(litres, passes),
        in_hand=in_hand,
        passes=passes,
        pause_minutes=pause,
    )


def _least_passes(m: Morning, net_mm: float) -> int:
    """In how many goes at least: a dry mix that repels takes REPELLING_PASSES. net_mm: how dry it is by then."""
    repels = m.figures.repels_beyond
    return REPELLING_PASSES if repels > 0 and net_mm > repels * m.terms.taw_now else 1


def _runs(m: Morning, net_mm: float, litres: float) -> int:
    """In how many runs of a drip line so many litres [L] are given, so that none sinks below the roots."""
    method, roots_m = m.today.method, min(m.stand.root_depth_m, m.today.depth_m)
    if not isinstance(method, DripLine) or net_mm <= 0 or roots_m <= 0:
        return 1
    return min(MOST_PASSES, method.goes(litres, net_mm / m.terms.taw_now, roots_m))


def passes_of(today: BedToday, rooted_share: float, litres: float, least: int = 1) -> tuple[int, float]:
    """In how many goes so many litres [L] are given to a bed, and the pause between them [minutes].

    One go leaves at most PONDING_MM standing over what soaks in while it is poured. Common practice, no source.
    """
    method, intake = today.method, today.profile.intake_mm_per_h
    if not method.ponds:
        return least, PASS_PAUSE_MINUTES if least > 1 else 0.0
    depth_mm = litres * today.arrives / today.ground_m2 / max(rooted_share * today.reach, 1e-9)
    pouring_h = method.pouring_minutes(litres) / 60
    goes = max(least, math.ceil((depth_mm - intake * pouring_h) / PONDING_MM - 1e-9))
    if goes <= 1:
        return 1, 0.0
    pause = max(PASS_PAUSE_MINUTES, 60 * min(PONDING_MM, depth_mm / goes) / intake) if intake > 0 else 60.0
    return min(goes, MOST_PASSES), min(pause, LONGEST_PAUSE_MINUTES)
