"""When a bed is fed, with how much, and whether its soil is right for it today."""

from __future__ import annotations

import datetime as dt
from dataclasses import dataclass
from typing import Final, Literal

import numpy as np

from agronomy.air.microclimate import rain_share
from agronomy.balance.nutrients import Food, food
from agronomy.beds.ground import volume_l
from agronomy.decide.plan import BedPlan, Plan
from agronomy.describe.feeding import DRY, Feed
from agronomy.describe.garden import Planting, Watering
from agronomy.describe.words import FeedSchool
from agronomy.plants.crops import crop_of, is_watered
from agronomy.plants.feed_parts import strength_of
from agronomy.plants.fruit_set import FRUITING
from agronomy.plants.nutrition import nitrogen_g_per_l
from agronomy.plants.size import stage_name

# Schools, in days between feeds; small plants first, then large and bearing. Common practice, no source.
INTERVAL: Final[dict[FeedSchool, tuple[int, int, int]]] = {"weekly": (7, 7, 7), "fortnight": (21, 14, 10)}
TWICE_AT: Final = (24, 56)  # days after planting, of those who feed twice a season; common practice, no source
GROWTH: Final = "development"  # the stage in which a crop puts on its leaves, by FAO-56
SEEDLINGS: Final = frozenset({"sown", "tray", "pricked_out", "potted_up", "hardening_off", "cutting"})
TRUE_LEAVES_DAYS: Final = 18  # from sowing till the first true leaves want food; common practice, no source
SEEDLING_EVERY, SEEDLING_STRENGTH = 7, 0.5  # common practice, no source
PAUSE_DAYS, PAUSE_FED_DAYS = 14, 21  # after planting out, and with feed in the hole; common practice, no source
LIGHT: Final = 0.5  # of a usual dose, after rain washed food out; common practice, no source
WASHED_FROM: Final = 0.3  # of what was there since the last feed; common practice, no source
RAIN_DAYS, RAIN_WASHES_MM = 2, 15.0  # so much expected at a bed within so many days would wash a feed out; practice
SOAK_WITHIN: Final = 4  # days, for which a feed waits to go along; common practice, no source
OVER_RESERVOIR: Final = 0.5  # strength, as nothing is washed out there; common practice, no source
FURTHEST_DAYS: Final = 365  # that a first feed is foreseen
LOOKS_BACK_DAYS: Final = 365  # of food; common practice, no source
LOW_DAYS: Final = 10  # of food left at today's hunger; common practice, no source
SOLUTION_L_PER_M2, OF_POT = 5.0, 0.10  # of feed water: over ground, and of a pot's volume; common practice, no source
SOIL_G_M2, SOIL_G_M2_DAY = 5.0, 0.05  # nitrogen a soil starts with, and frees by the day for each % of organic matter;
# common practice
MIX_G_PER_L: Final = 0.15  # nitrogen that a bought mix brings along; common practice, no source
POND_G_PER_L: Final = 0.005  # nitrogen in the water of a pond with fish; common practice, no source
COMPOST_G_M2_DAY: Final = 0.03  # nitrogen that compost as a mulch gives by the day; common practice, no source
LEAF_L_PER_M2, LEAF_STRENGTH = 0.1, 0.5  # of feed over leaves, till they drip; common practice, no source
LEAF_RAIN_DAYS, LEAF_RAIN_MM = 1, 2.0  # that would wash leaves clean of it; common practice, no source
MIX_LASTS_DAYS: Final = 42  # a bought mix's own food; common practice, no source
STRIP_BACK_DAYS: Final = 56  # of what acted, as shown

State = Literal["enough", "low", "washed"]
Why = Literal["school", "washed", "seedling", "first", "moment"]
Hold = Literal["sodden", "dry", "rain", "pause", "late", "label", "young"]


@dataclass(frozen=True)
class FeedDose:
    """amount: of the product for the whole bed [mL or g]; per_l: in a litre of water, 0 of what is dry; litres: of the
    water it is in; per_can: in one can, and cans; per_plant [mL or g]."""

    feed: str
    kind: str
    amount: float
    per_l: float
    litres: float
    per_can: float
    cans: float
    per_plant: float
    strength: float
    over_leaves: bool


@dataclass(frozen=True)
class Acting:
    """The days on which a feed acts, or a bought mix's own food where feed is None."""

    feed: str | None
    since: dt.date
    until: dt.date


@dataclass(frozen=True)
class Feeding:
    """How a bed stands with its food. days_left: what is there over today's hunger, None where nothing grows;
    washed_share: since the last feed. due: the day of its next feed, None where none is to come; why, and what holds it
    back until when. dose: of that feed. with_soak: it goes into today's soak. acting: what acts, or did lately."""

    state: State
    days_left: float | None
    washed_share: float
    last: dt.date | None
    due: dt.date | None
    why: Why | None
    hold: Hold | None
    until: dt.date | None
    dose: FeedDose | None
    with_soak: bool
    school: FeedSchool
    acting: tuple[Acting, ...]


def school_of(plan: Plan, b: BedPlan) -> FeedSchool:
    """A bed's own school, else the garden's."""
    return b.bed.feeding or plan.garden.feeding


def product_of(plan: Plan, b: BedPlan) -> Feed | None:
    """What a bed is fed with next: its own; from first bloom on what fruiting crops then get; else what the garden is,
    or the first of its feeds that feeds growth. One that takes turns: of all that do, what it got longest ago."""
    feeds = {x.name: x for x in plan.garden.feeds if feeds_growth(x)}
    bloom = plan.garden.bloom_feed if blooms(b, plan.today) else None
    chosen = feeds.get(b.bed.feed or "") or feeds.get(bloom or "") or feeds.get(plan.garden.feed or "")
    chosen = chosen or next(iter(feeds.values()), None)
    if chosen is None or not chosen.in_turn:
        return chosen
    return min((x for x in feeds.values() if x.in_turn), key=lambda x: _last_of(b, x) or dt.date.min)


def feeds_growth(feed: Feed) -> bool:
    """Whether a feed is one of a school's: no lime, and no single act."""
    return feed.kind != "lime" and feed.once_at is None


def act_of(plan: Plan, b: BedPlan) -> Feed | None:
    """A single act whose moment has come for what stands in a bed, and that it did not get since it was planted."""
    for feed in plan.garden.feeds:
        for p, _ in b.today.standing:
            if feed.once_at is None or not is_watered(p) or p.start in SEEDLINGS:
                continue
            stage = stage_name(crop_of(p), (plan.today - p.planted).days)
            come = stage == "mid-season" and p.crop in FRUITING if feed.once_at == "first_bloom" else stage == GROWTH
            given = _last_of(b, feed)
            if come and (given is None or given < p.planted):
                return feed
    return None


def blooms(b: BedPlan, today: dt.date) -> bool:
    """Whether a fruiting crop of a bed has come to its first bloom: the middle of its season has begun. Practice."""
    return any(
        p.crop in FRUITING and stage_name(crop_of(p), (today - p.planted).days) in ("mid-season", "late")
        for p, _ in b.today.standing
    )


def food_of(plan: Plan, i: int) -> Food:
    """The nitrogen of a bed over its days behind, from its opening or the last LOOKS_BACK_DAYS: a winter's rain takes
    what was left before. Common practice, as the figures above."""
    b = plan.beds[i]
    opened = max(int(plan.run.opened_at[i]), plan.run.n_behind - LOOKS_BACK_DAYS)
    rows, dates = plan.run.behind(i, opened), plan.run.weather.dates[opened : plan.run.n_behind]
    n = len(dates)
    area = b.ground_m2
    needs = _hunger(b)
    wanted = np.asarray(rows.transpiration, dtype=float) * area * needs
    frees = 0.0 if b.today.container else SOIL_G_M2_DAY * b.today.soil.organic_matter_pct
    came = np.full(n, frees * area)
    for w, feed in _fed(plan, b):
        _lay(came, dates, w, feed)
    ponds = {r.name for r in plan.garden.rigs if r.water == "pond"}
    for w in b.bed.waterings:
        if (w.rig or b.today.rig.name) in ponds and dates and dates[0] <= w.date <= dates[-1]:
            came[(w.date - dates[0]).days] += POND_G_PER_L * w.litres
    if b.today.mulch is not None and b.today.mulch.kind == "compost":
        lies = max(0, (b.today.mulch.date - dates[0]).days) if dates else 0
        came[lies:] += COMPOST_G_M2_DAY * area * b.today.mulch.cover
    start = MIX_G_PER_L * volume_l(b.bed) if b.today.container else SOIL_G_M2 * area
    return food(rows, came, wanted, _holds_mm(b), start)


def feeding_of(plan: Plan, i: int) -> Feeding:
    """How a bed stands with its food, and when it is fed next. Schools and spans are common practice."""
    b, today = plan.beds[i], plan.today
    eaten = food_of(plan, i)
    fed = [w for w, feed in _fed(plan, b) if feeds_growth(feed)]
    last = max((w.date for w in fed), default=None)
    since = max(last, b.bed.opened) if last else b.bed.opened
    washed = _washed(eaten, (today - since).days)
    left = float(eaten.left[-1]) if len(eaten.left) else 0.0
    want = float(eaten.wanted[-3:].mean()) if len(eaten.wanted) else 0.0
    days_left = left / want if want > 0 else None
    low = days_left is not None and days_left <= LOW_DAYS
    state: State = "washed" if washed >= WASHED_FROM and low else "low" if low else "enough"
    school, act = school_of(plan, b), act_of(plan, b)
    product = act or (product_of(plan, b) if school != "compost" else None)
    standing = [p for p, _ in b.today.standing if is_watered(p)]
    acting = _acting(plan, b)
    if product is None or school == "none" or not standing:
        return Feeding(state, days_left, washed, last, None, None, None, None, None, False, school, acting)
    own = _last_of(b, product)
    due, why = (today, "moment") if act else _due(standing, school, product, last, own, today, washed)
    if due is not None and any(w.date == today and w.feed for w in b.bed.waterings):
        due = max(due, today + dt.timedelta(days=1))  # never two on one day
    if due is not None and why == "first" and school == "fortnight" and not low and days_left is not None:
        # Nobody noted a feed, and there is food yet: who feeds seldom waits until it runs low, or a bought mix's ends.
        runs_low = today + dt.timedelta(days=min(int(days_left) - LOW_DAYS, FURTHEST_DAYS))
        mix = _mix_lasts(b)
        due = max(due, min(runs_low, mix[1]) if mix else runs_low)
    hold, until = _hold(plan, b, standing, product, own)
    if hold == "late" or (due is not None and _over(standing, due)):
        due, hold = None, "late" if hold == "late" else None  # done growing, or with food enough until then
    elif until is not None and due is not None:
        due = max(due, until)
    light = why == "washed" or any(p.start in SEEDLINGS for p in standing)
    strength = (SEEDLING_STRENGTH if light else 1.0) * (LEAF_STRENGTH if product.over_leaves else _over_reservoir(b))
    if hold is None and rain_washes(plan, b, product):
        hold = "rain"
    through_soil = product.kind not in DRY and not product.over_leaves
    soaks = through_soil and b.word == "soak" and b.dose is not None and b.dose.into == "soil"
    if due is not None and not soaks and hold != "sodden" and through_soil:
        due = _with_next_soak(b, max(due, today), today)
    dose = dose_of(plan, b, product, strength) if due is not None else None
    ready = due is not None and due <= today and hold not in ("pause", "label", "young")
    if ready and hold is None and not soaks and not product.over_leaves and b.net_mm.mid > b.raw_mm:
        hold = "dry"
    along = soaks and ready and hold is None
    return Feeding(state, days_left, washed, last, due, why, hold, until, dose, along, school, acting)


def rain_washes(plan: Plan, b: BedPlan, feed: Feed) -> bool:
    """Whether rain that is more likely than not would wash a feed of today out of a bed, or off leaves. Practice."""
    w, n = plan.run.weather, plan.run.n_behind
    days, most = (LEAF_RAIN_DAYS, LEAF_RAIN_MM) if feed.over_leaves else (RAIN_DAYS, RAIN_WASHES_MM)
    ahead = w.rain[n : n + days].sum(axis=0) * rain_share(b.today.exposure)
    return float(np.median(ahead)) >= most


def _with_next_soak(b: BedPlan, due: dt.date, today: dt.date) -> dt.date:
    """A feed that is due goes into the next soak, where one is near: by itself it would wet what lacks no water."""
    soak = b.next_soak[1] if b.next_soak else None
    if b.word == "done" or soak is None or not today <= soak <= today + dt.timedelta(days=SOAK_WITHIN):
        return due
    return max(due, soak)


def _over_reservoir(b: BedPlan) -> float:
    return OVER_RESERVOIR if b.bed.reservoir is not None and not b.bed.reservoir.buried else 1.0


def _over(standing: list[Planting], on: dt.date) -> bool:
    """Whether all that stands there is in its last stage by then."""
    return all(stage_name(crop_of(p), (on - p.planted).days) == "late" for p in standing)


def _last_of(b: BedPlan, feed: Feed) -> dt.date | None:
    return max((w.date for w in b.bed.waterings if w.feed == feed.name and w.fed), default=None)


def _mix_lasts(b: BedPlan) -> tuple[dt.date, dt.date] | None:
    """From when till when a container's bought mix feeds by itself; None of other soil."""
    if not b.today.container or b.today.soil.material != "potting_mix":
        return None
    filled = b.today.soil.date or b.bed.opened
    return filled, filled + dt.timedelta(days=MIX_LASTS_DAYS)


def _acting(plan: Plan, b: BedPlan) -> tuple[Acting, ...]:
    """What acts in a bed, or did in the last weeks: one product's feeds that follow on each other are one."""
    found: list[Acting] = []
    mix = _mix_lasts(b)
    if mix:
        found.append(Acting(None, *mix))
    for w, feed in _fed(plan, b):
        until = w.date + dt.timedelta(days=feed.lasts_days)
        k = next((k for k, x in enumerate(found) if x.feed == feed.name and x.until >= w.date), None)
        if k is None:
            found.append(Acting(feed.name, w.date, until))
        else:
            found[k] = Acting(feed.name, found[k].since, max(found[k].until, until))
    back = plan.today - dt.timedelta(days=STRIP_BACK_DAYS)
    return tuple(sorted((x for x in found if x.until >= back), key=lambda x: x.since))


def _due(
    standing: list[Planting],
    school: FeedSchool,
    product: Feed,
    last: dt.date | None,
    own: dt.date | None,
    today: dt.date,
    washed: float,
) -> tuple[dt.date | None, Why]:
    """The day that the school and the crop's size ask for, and why it is that one; None where no more are to come.
    last: of any feed, own: of this product."""
    youngest = max(p.planted for p in standing)
    if any(p.start in SEEDLINGS for p in standing):
        first = youngest + dt.timedelta(days=TRUE_LEAVES_DAYS)
        again = _again(product, SEEDLING_EVERY, last, own)[1] if last else first
        return max(first, again), "seedling"
    first = youngest + dt.timedelta(days=PAUSE_DAYS)
    if school == "twice":
        days = [youngest + dt.timedelta(days=d) for d in TWICE_AT]
        coming = [d for d in days if last is None or d > last + dt.timedelta(days=PAUSE_DAYS)]
        return (coming[0] if coming else None), "school"
    stages = [stage_name(crop_of(p), (today - p.planted).days) for p in standing]
    size = 2 if "mid-season" in stages else 1 if "development" in stages else 0
    every = INTERVAL[school][size]
    if last is None:
        return first, "first"
    sooner, usual = _again(product, every, last, own)
    if washed >= WASHED_FROM:
        return max(sooner, today), "washed"
    return max(first, usual), "school"


def _again(product: Feed, every: int, last: dt.date, own: dt.date | None) -> tuple[dt.date, dt.date]:
    """The day from which a product's label allows it again, and that of its turn."""
    allowed = (own or last) + dt.timedelta(days=product.every_days if own else min(product.every_days, every))
    return allowed, max(last + dt.timedelta(days=every), allowed)


def _hold(
    plan: Plan, b: BedPlan, standing: list[Planting], product: Feed, own: dt.date | None
) -> tuple[Hold | None, dt.date | None]:
    """What keeps a feed back, and until when that is known. own: when the bed got it last."""
    today = plan.today
    if _over(standing, today):
        return "late", None
    set_out = [p for p in standing if p.start == "transplant"]
    in_hole = any(f.kind == "dry" and any(w.date == p.planted for p in set_out) for w, f in _fed(plan, b))
    pause = PAUSE_FED_DAYS if in_hole else PAUSE_DAYS
    rests = max((p.planted + dt.timedelta(days=pause) for p in set_out), default=today)
    if rests > today:
        return "pause", rests
    if any(p.start in SEEDLINGS and (today - p.planted).days < TRUE_LEAVES_DAYS for p in standing):
        return "young", max(p.planted for p in standing) + dt.timedelta(days=TRUE_LEAVES_DAYS)
    if own is not None and own + dt.timedelta(days=product.every_days) > today:
        return "label", own + dt.timedelta(days=product.every_days)
    # Leaves take it whatever the soil is.
    sodden = not product.over_leaves and (-b.net_mm.mid > b.day.air_mark or b.word == "too_wet")
    return ("sodden" if sodden else None), None


def dose_of(plan: Plan, b: BedPlan, feed: Feed, strength: float) -> FeedDose:
    """How much of a product a bed gets, by its label: in its feed water [L], or by area where it is dry: mL or g.
    Arithmetic."""
    plants = max(b.plants, 1)
    if feed.kind in DRY:
        amount = feed.dose * b.ground_m2 * strength
        return FeedDose(feed.name, feed.kind, amount, 0.0, 0.0, 0.0, 0.0, amount / plants, strength, False)
    litres = OF_POT * volume_l(b.bed) if b.today.container else SOLUTION_L_PER_M2 * b.today.rooted_m2
    if feed.over_leaves:
        litres = LEAF_L_PER_M2 * b.today.stand.canopy_m2
    elif b.dose is not None and b.word == "soak" and b.dose.into == "soil":
        litres = min(litres, b.dose.litres)
    per_l = feed.dose * strength
    amount, can = per_l * litres, plan.garden.can_l
    in_can, cans = per_l * min(can, litres), litres / can
    return FeedDose(
        feed.name, feed.kind, amount, per_l, litres, in_can, cans, amount / plants, strength, feed.over_leaves
    )


def _fed(plan: Plan, b: BedPlan) -> list[tuple[Watering, Feed]]:
    feeds = {x.name: x for x in plan.garden.feeds}
    return [(w, feeds[w.feed]) for w in b.bed.waterings if w.feed in feeds and w.fed]


def _lay(came: np.ndarray, dates: tuple[dt.date, ...], w: Watering, feed: Feed) -> None:
    """A feed's nitrogen over the days in which it acts: at once what is in water, evenly what is dry [g]."""
    if not dates or not (dates[0] <= w.date <= dates[-1]):
        return
    grams, at = (w.fed or 0.0) * strength_of(feed)[0] / 100, (w.date - dates[0]).days
    days = feed.lasts_days if feed.kind == "dry" else 1
    came[at : at + days] += grams / days


def _hunger(b: BedPlan) -> float:
    """Nitrogen a litre [g/L], the mean of what stands there by its leaves."""
    crops = [(p.crop, n) for p, n in b.today.standing if is_watered(p)]
    total = sum(n for _, n in crops)
    return sum(nitrogen_g_per_l(crop) * n for crop, n in crops) / total if total else 0.0


def _holds_mm(b: BedPlan) -> float:
    """Water of the soil that roots reach, at field capacity, over the bed's ground [mm]."""
    return max(b.today.profile.field_capacity_mm(), 1.0)


def _washed(eaten: Food, days: int) -> float:
    """Share of what was there or came since so many days, that drained away [0..1]."""
    if days <= 0 or not len(eaten.left):
        return 0.0
    n = min(days, len(eaten.left))
    gone = float(eaten.washed[-n:].sum())
    had = float(eaten.left[-1]) + float(eaten.taken[-n:].sum()) + gone
    return gone / had if had > 0 else 0.0
