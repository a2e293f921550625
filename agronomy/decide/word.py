"""Today's word for a bed, and its cause."""

from __future__ import annotations

import numpy as np

from agronomy.balance.asking import top_asks
from agronomy.decide.bands import band
from agronomy.decide.heat import HEAT_BELIEVED
from agronomy.decide.morning import Morning
from agronomy.decide.outlook import reservoir_low
from agronomy.decide.planting_out import DRY_FOR_WORK, comes_on
from agronomy.decide.reservoirs import STALE_DAYS
from agronomy.decide.wait import PARTS

HEAT_LEAD_DAYS = 2  # a wave this near moves a soak forward; common practice, no source
AHEAD_OF_HEAT_LEAST = 0.35  # of RAW: below that a soak ahead of the heat would mostly drain; common practice
CHECK_BAND = 0.9  # 80 % band of the depletion, in RAW, above which a finger is asked for; common practice
CHECK_FROM = 0.6  # of the trigger: a bed far from it is not worth a finger; common practice
CHECK_FRESH_DAYS = 5
SERIES_DISAGREE = (0.2, 0.8)  # share that asks for water between which a finger would change the answer
KEPT_FILL_CHANCE = 0.3  # of the series that ask: what is kept supplied is not let run dry; common practice
RUN_DOWN_FILL_CHANCE = 0.5  # what is let run down can wait a day; common practice
LEAST_PART = min(x.share for x in PARTS)
LEAST_DOSE_MM = 1.0  # less is not worth a stop
LEAST_LITRES = 0.1  # the same of what is watered in
LEAST_FILL = 0.1  # of a reservoir's capacity, the same of its fill; common practice, no source


def word_of(m: Morning, finger_tells: bool = True) -> tuple[str, str]:
    """The word and its cause for one bed, as BedPlan lists them.

    finger_tells: whether a finger could tell; where it could not, none is asked for, however great the doubt.
    What was poured today counts: a bed is done when what asked for water this morning asks no longer, and until then
    what is left to pour stays to be poured.
    """
    if m.stand.plants <= 0:
        return _word_of_bare(m)
    if m.fills:
        asked = _word_of_reservoir(m)
        by_hand = any(w.date == m.run.today for w in m.bed.waterings)  # what a timer does is no deed
        return ("done", "watered") if by_hand and asked[0] != "fill" else asked
    asked = _word_of_soil(m, m.net_mm, m.top_mm, m.water_in_l, finger_tells)
    if not m.watered_today:
        return asked
    if asked[1] == "part" and m.poured_mm >= LEAST_PART * m.net_mm * m.to_ground:
        return "done", "watered"  # a part was given, and the rest is left to the rain
    still = _word_of_soil(m, m.left_mm, m.top_left_mm, m.water_in_left_l, finger_tells)
    return still if still == asked and still[0] == "soak" else ("done", "watered")


def _word_of_soil(m: Morning, net_mm: float, top_mm: float, water_in_l: float, finger_tells: bool) -> tuple[str, str]:
    """By the depletion of the rooted share, that of the top layer, and the litres to water in."""
    if water_in_l > LEAST_LITRES:
        return "soak", "planting_in"
    if net_mm < 0 and m.wet_days > 0:
        return "too_wet", "air_short"
    if finger_tells and net_mm >= CHECK_FROM * m.trigger_mm and doubtful(m):
        return "check", "doubt"
    if net_mm >= max(m.trigger_mm, LEAST_DOSE_MM):
        if m.choice.wait_days > 0:
            return "wait", "rain"
        return "soak", "trigger" if m.share == 1.0 else "part"
    if top_asks(net_mm, top_mm, m.top_use_mm, m.damp_top_mm) and m.choice.wait_days == 0:
        return "soak", "damp_top"
    return ("soak", "heat") if _heat_would_take_it_past(m, net_mm) else ("leave", "not_yet")


def _word_of_bare(m: Morning) -> tuple[str, str]:
    """Nothing grows yet that is watered; a dry bed is wetted the day before it is worked and planted."""
    comes = comes_on(m.bed, m.run.today)
    tomorrow = comes is not None and (comes - m.run.today).days == 1
    if tomorrow and not m.fills and m.net_mm >= max(DRY_FOR_WORK * m.terms.raw_now, LEAST_DOSE_MM):
        return ("done", "watered") if m.watered_today else ("soak", "before_planting")
    return "empty", "unwatered" if m.stand.canopy_m2 > 0 else "bare"


def _heat_in(m: Morning) -> int | None:
    """Days until a heat wave that is near enough to get ready for; None where there is none."""
    days = (m.heat.dates[0] - m.run.today).days if m.heat else 0
    return days if 0 < days <= HEAT_LEAD_DAYS else None


def _word_of_reservoir(m: Morning) -> tuple[str, str]:
    """By both stores: what stands below, and how dry the mix above would be by tonight."""
    low, heat_in, supply = reservoir_low(m.run, m.i), _heat_in(m), m.supply
    # What was filled today is in the figures already; the little that is left then is not worth a second trip.
    if m.filled_l > 0 and m.capacity_l - m.reservoir_l - m.filled_l < LEAST_FILL * m.capacity_l:
        return "leave", "not_yet"
    if m.chance_fills >= (KEPT_FILL_CHANCE if supply.kept else RUN_DOWN_FILL_CHANCE):
        return "fill", "reservoir" if supply.kept else "run_down"
    if supply.kept and heat_in is not None:
        empty = (m.never.reservoir[: heat_in + 2, m.i] < low).any(axis=0)
        if float(empty.mean()) >= HEAT_BELIEVED:
            return "fill", "heat"
    if m.stale_days >= STALE_DAYS:
        return "leave", "stale"
    return "leave", "not_yet" if m.reckoned.r >= low + m.reckoned.day_use else "mix_holds"


def _heat_would_take_it_past(m: Morning, net_mm: float) -> bool:
    """Whether the coming wave takes an unwatered bed past its trigger by its second day, and a soak now would stay."""
    heat_in = _heat_in(m)
    if heat_in is None or net_mm < max(AHEAD_OF_HEAT_LEAST * m.terms.raw_now, LEAST_DOSE_MM):
        return False
    into_wave = m.never.net[min(heat_in + 1, m.never.net.shape[0] - 1), m.i]
    return float(np.median(into_wave)) >= m.trigger_mm and m.choice.wait_days == 0


def doubtful(m: Morning) -> bool:
    """Whether a finger in the soil would change the answer: the series disagree, the band is wide, no fresh check."""
    low, high = SERIES_DISAGREE
    if not low <= m.chance_asks <= high:
        return False
    if any(0 <= (m.run.today - c.date).days < CHECK_FRESH_DAYS for c in m.bed.observations):
        return False
    b = band(m.net_series)
    return b.high - b.low > CHECK_BAND * m.terms.raw_now
