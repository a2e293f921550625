"""What a bed's last three weeks say of its plants: from the ledger, the weather and what was noted."""

from __future__ import annotations

import datetime as dt
import itertools
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Final

import numpy as np

from agronomy.air.leaf_wetness import OPEN_BELOW, RISKY_H
from agronomy.air.microclimate import COVER_EFFECTS, rain_share
from agronomy.balance.terms import Terms
from agronomy.beds.ground import volume_l
from agronomy.decide.cold import CHILL_C, FROST_MARGIN_C, NIGHT_LIFT_C
from agronomy.decide.feeding import WASHED_FROM, feeding_of
from agronomy.decide.leaf_risk import wet_hours
from agronomy.decide.plan import BedPlan, Plan
from agronomy.decide.salts import salts_now
from agronomy.describe.garden import Exposure
from agronomy.plants.crops import TENDER, crop_of, is_watered
from agronomy.plants.fruit_set import FRUITING
from agronomy.plants.room import ROOM
from agronomy.plants.size import stage_name
from agronomy.signs.table import Fact

LOOKS_BACK: Final = 21  # days; common practice
SHORT: Final = 14
SUFFERS_KS: Final = 0.8  # a day below it is one of thirst; common practice, no source
DRY_DAYS, WET_DAYS, HOT_DAYS, LEAF_WET_DAYS, OVERDONE_TIMES = 2, 3, 2, 3, 2  # common practice, no source
HOT_C: Final = 32.0  # of a day, where plants in full leaf hang at noon; common practice, no source
SWINGS_FROM: Final = 1.0  # RAW; common practice, no source
OVER_MM, OVER_TIMES = 5.0, 1.5  # poured beyond what was missing; as decide/too_much.py
SET_DAYS: Final = 14  # since planting, in which it may still be the move; common practice, no source
SUN_DAYS: Final = 10  # since it came into more sun; common practice, no source
SALTY: Final = 0.8  # of what its crops bear; common practice, no source


@dataclass(frozen=True)
class Weeks:
    """What a bed's weeks were before it began, in figures: days of thirst and of too little air of the last SHORT, the
    swing [RAW], days over HOT_C, the coldest night [degrees C], days of long wet leaves, pours far beyond what was
    missing, days since planting, days that the signs are there; facts: what of them counts, without what nobody can
    know."""

    dry_days: int
    wet_days: int
    swing: float
    hot_days: int
    coldest_c: float
    leaf_wet_days: int
    overdone: int
    set_days: int | None
    since_days: int
    facts: dict[Fact, bool]


def swing(terms: Terms) -> float:
    """How far a bed was let run from dry to soaked over its days [RAW]: of every rise of its water, what went beyond
    its easily drawn store; 0 where it goes from its mark to full and no further. Our own index, common practice.

    terms: of each day; the sum over days of max(0, (depletion before - depletion after) / RAW - 1).
    """
    before, raw = np.asarray(terms.dr_start), np.maximum(np.asarray(terms.raw_now), 1e-9)
    after = np.minimum(np.append(before[1:], np.asarray(terms.dr_end)[-1:]), np.asarray(terms.dr_end))
    return float(np.maximum((before - after) / raw - 1.0, 0.0).sum())


def weeks_of(plan: Plan, i: int, since_days: int = 0) -> Weeks:
    """The last three weeks of a bed of a plan; of signs that were there for so many days, the three weeks before them:
    what came after is no cause. Food, salts and room are taken as they are today. Common practice."""
    b, w = plan.beds[i], plan.run.weather
    n = max(plan.run.n_behind - since_days, int(plan.run.opened_at[i]))
    began = plan.today - dt.timedelta(days=since_days)
    since = max(int(plan.run.opened_at[i]), n - LOOKS_BACK)
    terms = plan.run.behind(i, since, n)
    short = slice(-SHORT, None)
    days = range(max(since, n - SHORT), n)
    has = len(np.asarray(terms.ks)) > 0
    dry = int((np.asarray(terms.ks)[short] < SUFFERS_KS).sum()) if has else 0
    thirsty_now = since_days == 0 and b.net_mm.mid > b.raw_mm
    wet = int((np.asarray(terms.wet)[short] > 0.5).sum()) if has else 0
    lift = NIGHT_LIFT_C[b.today.exposure.cover] + (plan.garden.cold_offset_c or 0.0)
    nights = [float(w.tmin[k].mean()) + lift for k in range(max(since, n - SHORT), n + 1)]
    hot = sum(float(w.tmax[k].mean()) >= HOT_C for k in range(max(since, n - SHORT), n + 1))
    covered = min(1.0, b.today.stand.canopy_m2 / b.ground_m2)
    rain = rain_share(b.today.exposure)
    leaves = sum(wet_hours(plan, k, max(covered, OPEN_BELOW), rain) >= RISKY_H for k in days)
    over = _overdone(terms, b) if has else 0
    ages = [(began - p.planted).days for p, _ in b.today.standing]
    set_days = max(0, min(ages)) if ages else None
    swings = swing(terms) if has else 0.0
    facts: dict[Fact, bool] = {
        "dry": dry >= DRY_DAYS or thirsty_now,
        "wet": wet >= WET_DAYS,
        "swings": swings >= SWINGS_FROM,
        "hot": hot >= HOT_DAYS,
        "cold_nights": min(nights) <= _cold_from(b),
        "frost": min(nights) <= FROST_MARGIN_C
        or any(x.what == "frost" and 0 <= (began - x.date).days <= SHORT for x in w.sky.seen),
        "leaf_wet": leaves >= LEAF_WET_DAYS,
        "overdone": over >= OVERDONE_TIMES,
        "set_lately": set_days is not None and set_days <= SET_DAYS,
        "more_sun": _more_sun(b, began),
        "hail": any(x.what == "hail" and 0 <= (began - x.date).days <= SHORT for x in w.sky.seen),
        "last_stage": any(
            stage_name(crop_of(p), (plan.today - p.planted).days) == "late"
            for p, _ in b.today.standing
            if is_watered(p)
        ),
    }
    fed = feeding_of(plan, i)
    facts["unfed"] = fed.state != "enough"
    facts["washed_out"] = fed.washed_share >= WASHED_FROM
    if b.today.container:
        facts["crowded"] = _crowded(b)
        salts = salts_now(plan, i)
        if salts is not None:
            facts["salty"] = salts.mix_ds_m >= SALTY * salts.bears_ds_m
    return Weeks(dry, wet, swings, hot, min(nights), leaves, over, set_days, since_days, facts)


def _cold_from(b: BedPlan) -> float:
    """The night from which its most tender crop feels it [degrees C]: well above what hurts. Common practice."""
    tender = any(crop_of(p).frost_c == TENDER for p, _ in b.today.standing)
    return 2.0 * CHILL_C if tender else CHILL_C / 2


def _overdone(terms: Terms, b: BedPlan) -> int:
    """How often far more was poured than was missing."""
    share = b.watered_share
    need = np.maximum(np.asarray(terms.dr_start)[-SHORT:], 0.0) * share
    poured = np.asarray(terms.irrigation)[-SHORT:]
    return int(((poured - need >= OVER_MM) & (poured >= OVER_TIMES * need)).sum())


def _more_sun(b: BedPlan, today: dt.date) -> bool:
    """Whether it came into more light lately: moved, uncovered, or shade taken off."""
    records: Sequence[Exposure] = sorted((x for x in b.bed.exposures if x.date), key=lambda x: x.date or dt.date.min)
    for before, after in itertools.pairwise(records):
        lately = after.date is not None and 0 <= (today - after.date).days <= SUN_DAYS
        if lately and _light(after) > 1.15 * _light(before):
            return True
    return False


def _light(x: Exposure) -> float:
    return COVER_EFFECTS[x.cover][0] * (1 - x.shade_pct / 100) * max(x.sun_to_h - x.sun_from_h, 0.5)


def _crowded(b: BedPlan) -> bool:
    """Whether a container holds less mix than its plants want at the least; by plants/room.py."""
    wanted = sum(n * ROOM[p.crop].pot_l[0] for p, n in b.today.standing if p.crop in ROOM and is_watered(p))
    return wanted > volume_l(b.bed)


def bears_fruit(b: BedPlan) -> bool:
    """Whether something grows there whose fruit is eaten."""
    return any(p.crop in FRUITING for p, _ in b.today.standing)
