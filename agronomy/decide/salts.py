"""When a pot's salts are to be washed out, and with how much water."""

from __future__ import annotations

import datetime as dt
import math
from dataclasses import dataclass
from typing import Final

import numpy as np

from agronomy.balance.salts import flush_l, salts
from agronomy.decide.plan import BedPlan, Plan
from agronomy.describe.feeding import DRY, Feed
from agronomy.describe.water import Rig
from agronomy.describe.words import Water
from agronomy.plants.feed_parts import strength_of
from agronomy.plants.salt import bears_ds_m

USUAL_DS_M: Final[dict[Water, float]] = {"tap": 0.5, "rain": 0.03, "pond": 0.5}  # common practice, no source
DS_M_PER_G_L: Final = 1.5  # salt of a gram of soluble feed in a litre; common practice, from memory
FLUSH_DOWN_TO = 0.5  # of what its crops bear; common practice, no source
RATE_DAYS = 28  # over which salts are taken to have come; common practice, no source
LOOKS_BACK_DAYS = 365  # salts of years before were washed out by a winter's rain; common practice, no source
FURTHEST_DAYS = 120  # that a flush is foreseen


@dataclass(frozen=True)
class SaltsNow:
    """mix_ds_m: in the mix's water at field capacity, from its water and what was fed in it. bears_ds_m: what its
    most tender crop bears. flush_on: when that is reached at the rate of the last weeks; None: not in FURTHEST_DAYS.
    flush_l: from above until so much has run out below; None where its own water is too salty for that."""

    mix_ds_m: float
    bears_ds_m: float
    flush_on: dt.date | None
    flush_l: float | None


def water_ds_m(rig: Rig) -> float:
    """Salt in a rig's water [dS/m]: as measured, else as usual for its kind; common practice."""
    return USUAL_DS_M[rig.water] if rig.salt_ds_m is None else rig.salt_ds_m


def salts_now(plan: Plan, i: int) -> SaltsNow | None:
    """The salts of one container; None of a bed in the ground, whose rain and depth wash them on."""
    b = plan.beds[i]
    opened = max(int(plan.run.opened_at[i]), plan.run.n_behind - LOOKS_BACK_DAYS)
    behind = plan.run.behind(i, opened)
    if not b.today.container or b.plants <= 0 or not len(np.asarray(behind.irrigation)):
        return None
    rigs = {r.name: water_ds_m(r) for r in plan.garden.rigs}
    own = water_ds_m(b.today.rig)
    brings = np.full(len(np.asarray(behind.irrigation)), own)
    for w in b.bed.waterings:
        if w.rig and 0 <= (d := (w.date - plan.run.weather.dates[opened]).days) < len(brings):
            brings[d] = rigs.get(w.rig, own)
    _add_feeds(plan, b, brings, plan.run.weather.dates[opened])
    holds = b.today.profile.field_capacity_mm()
    strewn = _strewn(plan, b, len(brings), plan.run.weather.dates[opened])
    mix = salts(behind, brings, holds, strewn).mix
    bears = min((bears_ds_m(p.crop) for p, n in b.today.standing if n), default=bears_ds_m(""))
    return SaltsNow(
        float(mix[-1]), bears, _flush_on(plan.today, mix, bears), _flush(b, float(mix[-1]), bears, own, holds)
    )


def _add_feeds(plan: Plan, b: BedPlan, brings: np.ndarray, first: dt.date) -> None:
    """What feeds in water add to the salt of a day's water [dS/m]: their N, P and K by weight over its litres."""
    feeds = {x.name: x for x in plan.garden.feeds if x.kind not in DRY}
    litres: dict[dt.date, float] = {}
    for w in b.bed.waterings:
        litres[w.date] = litres.get(w.date, 0.0) + w.litres
    for w in b.bed.waterings:
        feed, d = feeds.get(w.feed or ""), (w.date - first).days
        if feed and w.fed and w.litres > 0 and 0 <= d < len(brings):
            brings[d] += DS_M_PER_G_L * _salt_g(w.fed, feed) / litres[w.date]


def _salt_g(fed: float, feed: Feed) -> float:
    return fed * sum(strength_of(feed)) / 100


def _strewn(plan: Plan, b: BedPlan, n: int, first: dt.date) -> np.ndarray:
    """What dry feeds free in a pot on each of its days, evenly over those they act [dS/m x mm]. Lime hardly
    dissolves."""
    feeds = {x.name: x for x in plan.garden.feeds if x.kind == "dry"}
    freed = np.zeros(n)
    for w in b.bed.waterings:
        feed, d = feeds.get(w.feed or ""), (w.date - first).days
        if feed and w.fed and 0 <= d < n:
            a_day = DS_M_PER_G_L * _salt_g(w.fed, feed) / feed.lasts_days
            freed[d : d + feed.lasts_days] += a_day / b.ground_m2  # a gram in a litre over a square metre is a mm
    return freed


def _flush_on(today: dt.date, mix: np.ndarray, bears: float) -> dt.date | None:
    now = float(mix[-1])
    if now >= bears:
        return today
    back = min(RATE_DAYS, len(mix))
    rate = (now - float(mix[-back])) / back
    days = (bears - now) / rate if rate > 0 else math.inf
    return today + dt.timedelta(days=math.ceil(days)) if days <= FURTHEST_DAYS else None


def _flush(b: BedPlan, now: float, bears: float, water: float, holds_mm: float) -> float | None:
    to = FLUSH_DOWN_TO * bears
    litres = flush_l(max(now, bears), to, water, holds_mm * b.ground_m2)
    return litres if math.isfinite(litres) else None
