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
from agronomy.describe.feeding import Feed
from agronomy.describe.garden import Planting, Watering
from agronomy.describe.words import FeedSchool
from agronomy.plants.crops import crop_of, is_watered
from agronomy.plants.fruit_set import FRUITING
from agronomy.plants.nutrition import nitrogen_g_per_l
from agronomy.plants.size import stage_name

# Schools, in days between feeds; small plants first, then large and bearing. Common practice, no source.
INTERVAL: Final[dict[FeedSchool, tuple[int, int, int]]] = {"weekly": (7, 7, 7), "fortnight": (21, 14, 10)}
TWICE_AT: Final = (24, 56)  # days after planting, of those who feed twice a season; common practice, no source
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
LOW_DAYS: Final = 10  # of food left at today's hunger; common practice, no source
SOLUTION_L_PER_M2, OF_POT = 5.0, 0.10  # of feed water: over ground, and of a pot's volume; common practice, no source
SOIL_G_M2, SOIL_G_M2_DAY = 5.0, 0.05  # nitrogen a soil starts with, and frees by the day for each % of organic matter;
# common practice
MIX_G_PER_L: Final = 0.15  # nitrogen that a bought mix brings along; common practice, no source
POND_G_PER_L: Final = 0.005  # nitrogen in the water of a pond with fish; common practice, no source
COMPOST_G_M2_DAY: Final = 0.03  # nitrogen that compost as a mulch gives by the day; common practice, no source
GUESSED_N_PCT: Final = 0.5  # of an own brew; common practice, no source

DRY: Final = ("dry", "lime")
State = Literal["enough", "low", "washed"]
Why = Literal["school", "washed", "seedling", "first"]
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


@dataclass(frozen=True)
class Feeding:
    """How a bed stands with its food. days_left: what is there over today's hunger, None where nothing grows;
    washed_share: since the last feed. due: the day of its next feed, None where none is to come; why, and what holds it
    back until when. dose: of that feed. with_soak: it goes into today's soak."""

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


def school_of(plan: Plan, b: BedPlan) -> FeedSchool:
    """A bed's own school, else the garden's."""
    return b.bed.feeding or plan.garden.feeding


def product_of(plan: Plan, b: BedPlan) -> Feed | None:
    """What a bed is fed with: its own; from first bloom on what fruiting crops then get; else what the garden is, or
    the first of its feeds that feeds growth."""
    feeds = {x.name: x for x in plan.garden.feeds}
    bloom = plan.garden.bloom_feed if blooms(b, plan.today) else None
    chosen = feeds.get(b.bed.feed or "") or feeds.get(bloom or "") or feeds.get(plan.garden.feed or "")
    return chosen or next((x for x in plan.garden.feeds if x.kind != "lime"), None)


def blooms(b: BedPlan, today: dt.date) -> bool:
    """Whether a fruiting crop of a bed has come to its first bloom: the middle of its season has begun. Practice."""
    return any(
        p.crop in FRUITING and stage_name(crop_of(p), (today - p.planted).days) in ("mid-season", "late")
        for p, _ in b.today.standing
    )


def food_of(plan: Plan, i: int) -> Food:
    """The nitrogen of a bed over its days behind, from its opening. Common practice, as the figures above."""
    b, opened = plan.beds[i], int(plan.run.opened_at[i])
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
    fed = [w for w, feed in _fed(plan, b) if feed.kind != "lime"]
    last = max((w.date for w in fed), default=None)
    since = max(last, b.bed.opened) if last else b.bed.opened
    washed = _washed(eaten, (today - since).days)
    left = float(eaten.left[-1]) if len(eaten.left) else 0.0
    want = float(eaten.wanted[-3:].mean()) if len(eaten.wanted) else 0.0
    days_left = left / want if want > 0 else None
    low = days_left is not None and days_left <= LOW_DAYS
    state: State = "washed" if washed >= WASHED_FROM and low else "low" if low else "enough"
    school, product = school_of(plan, b), product_of(plan, b)
    standing = [p for p, _ in b.today.standing if is_watered(p)]
    if product is None or school in ("none", "compost") or not standing:
        return Feeding(state, days_left, washed, last, None, None, None, None, None, False, school)
    asked, why = _due(standing, school, product, last, today, washed)
    due = asked
    if due is not None and why == "first" and school == "fortnight" and not low and days_left is not None:
        # Nobody noted a feed, and there is food yet: who feeds seldom waits until it runs low.
        due = max(due, today + dt.timedelta(days=min(int(days_left) - LOW_DAYS, FURTHEST_DAYS)))
    hold, until = _hold(b, standing, product, last, today)
    if hold == "late":
        due = None
    elif until is not None and due is not None:
        due = max(due, until)
    light = why == "washed" or any(p.start in SEEDLINGS for p in standing)
    strength = (SEEDLING_STRENGTH if light else 1.0) * _over_reservoir(b)
    if rain_washes(plan, b) and hold is None:
        hold = "rain"
    soaks = b.word == "soak" and b.dose is not None and b.dose.into == "soil"
    if due is not None and not soaks and hold != "sodden" and product.kind not in DRY:
        due = _with_next_soak(b, max(due, today), today)
    dose = dose_of(plan, b, product, strength) if due is not None else None
    ready = due is not None and due <= today and hold not in ("pause", "label", "young")
    if ready and hold is None and not soaks and b.net_mm.mid > b.raw_mm:
        hold = "dry"
    return Feeding(
        state, days_left, washed, last, due, why, hold, until, dose, soaks and ready and hold is None, school
    )


def rain_washes(plan: Plan, b: BedPlan) -> bool:
    """Whether rain that is more likely than not would wash a feed of today out of a bed. Common practice."""
    w, n = plan.run.weather, plan.run.n_behind
    ahead = w.rain[n : n + RAIN_DAYS].sum(axis=0) * rain_share(b.today.exposure)
    return float(np.median(ahead)) >= RAIN_WASHES_MM


def _with_next_soak(b: BedPlan, due: dt.date, today: dt.date) -> dt.date:
    """A feed that is due goes into the next soak, where one is near: by itself it would wet what lacks no water."""
    soak = b.next_soak[1] if b.next_soak else None
    if b.word == "done" or soak is None or not today <= soak <= today + dt.timedelta(days=SOAK_WITHIN):
        return due
    return max(due, soak)


def _over_reservoir(b: BedPlan) -> float:
    return OVER_RESERVOIR if b.bed.reservoir is not None and not b.bed.reservoir.buried else 1.0


def _due(
    standing: list[Planting], school: FeedSchool, product: Feed, last: dt.date | None, today: dt.date, washed: float
) -> tuple[dt.date | None, Why]:
    """The day that the school and the crop's size ask for, and why it is that one; None where no more are to come."""
    youngest = max(p.planted for p in standing)
    if any(p.start in SEEDLINGS for p in standing):
        first = youngest + dt.timedelta(days=TRUE_LEAVES_DAYS)
        every = max(SEEDLING_EVERY, product.every_days)
        return (max(first, last + dt.timedelta(days=every)) if last else first), "seedling"
    first = youngest + dt.timedelta(days=PAUSE_DAYS)
    if school == "twice":
        days = [youngest + dt.timedelta(days=d) for d in TWICE_AT]
        coming = [d for d in days if last is None or d > last + dt.timedelta(days=PAUSE_DAYS)]
        return (coming[0] if coming else None), "school"
    stages = [stage_name(crop_of(p), (today - p.planted).days) for p in standing]
    size = 2 if "mid-season" in stages else 1 if "development" in stages else 0
    every = max(INTERVAL[school][size], product.every_days)
    if last is None:
        return first, "first"
    usual = last + dt.timedelta(days=every)
    if washed >= WASHED_FROM:
        sooner = last + dt.timedelta(days=product.every_days)
        if sooner <= usual:
            return max(sooner, today), "washed"
    return max(first, usual), "school"


def _hold(
    b: BedPlan, standing: list[Planting], product: Feed, last: dt.date | None, today: dt.date
) -> tuple[Hold | None, dt.date | None]:
    """What keeps a feed back, and until when that is known."""
    if all(stage_name(crop_of(p), (today - p.planted).days) == "late" for p in standing):
        return "late", None
    set_out = [p for p in standing if p.start == "transplant"]
    in_hole = any(w.feed and (w.litres == 0) and any(w.date == p.planted for p in set_out) for w in b.bed.waterings)
    pause = PAUSE_FED_DAYS if in_hole else PAUSE_DAYS
    rests = max((p.planted + dt.timedelta(days=pause) for p in set_out), default=today)
    if rests > today:
        return "pause", rests
    if any(p.start in SEEDLINGS and (today - p.planted).days < TRUE_LEAVES_DAYS for p in standing):
        return "young", max(p.planted for p in standing) + dt.timedelta(days=TRUE_LEAVES_DAYS)
    if last is not None and last + dt.timedelta(days=product.every_days) > today:
        return "label", last + dt.timedelta(days=product.every_days)
    if -b.net_mm.mid > b.day.air_mark or b.word == "too_wet":
        return "sodden", None
    return None, None


def dose_of(plan: Plan, b: BedPlan, feed: Feed, strength: float) -> FeedDose:
    """How much of a product a bed gets, by its label: in its feed water [L], or by area where it is dry: mL or g.
    Arithmetic."""
    plants = max(b.plants, 1)
    if feed.kind in DRY:
        amount = feed.dose * b.ground_m2 * strength
        return FeedDose(feed.name, feed.kind, amount, 0.0, 0.0, 0.0, 0.0, amount / plants, strength)
    litres = OF_POT * volume_l(b.bed) if b.today.container else SOLUTION_L_PER_M2 * b.today.rooted_m2
    if b.dose is not None and b.word == "soak" and b.dose.into == "soil":
        litres = min(litres, b.dose.litres)
    per_l = feed.dose * strength
    amount, can = per_l * litres, plan.garden.can_l
    return FeedDose(
        feed.name, feed.kind, amount, per_l, litres, per_l * min(can, litres), litres / can, amount / plants, strength
    )


def _fed(plan: Plan, b: BedPlan) -> list[tuple[Watering, Feed]]:
    feeds = {x.name: x for x in plan.garden.feeds}
    return [(w, feeds[w.feed]) for w in b.bed.waterings if w.feed in feeds and w.fed]


def _lay(came: np.ndarray, dates: tuple[dt.date, ...], w: Watering, feed: Feed) -> None:
    """A feed's nitrogen over the days in which it acts: at once what is in water, evenly what is dry [g]."""
    if not dates or not (dates[0] <= w.date <= dates[-1]):
        return
    pct = GUESSED_N_PCT if feed.n_pct is None and feed.guessed else feed.n_pct or 0.0
    grams, at = (w.fed or 0.0) * pct / 100, (w.date - dates[0]).days
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
