"""The plan: today's word for each bed, its dose, and what is expected in the days ahead."""

from __future__ import annotations

import dataclasses
import datetime as dt
import functools
from collections.abc import Callable
from dataclasses import dataclass, field

import numpy as np
import numpy.typing as npt

from agronomy.balance import forcing
from agronomy.balance import step as s
from agronomy.balance.run import Ahead, Checkpoints, Runs, Season, run_season
from agronomy.balance.weather import AirDays, air_days
from agronomy.decide import styles, wait
from agronomy.decide.bands import Band, band
from agronomy.decide.day_use import DayUse, day_use
from agronomy.decide.dose import Dose, dose_of
from agronomy.decide.heat import HEAT_LOOK_BACK_DAYS, Heat, heat_ahead
from agronomy.decide.hours import Hours, good_hours
from agronomy.decide.morning import Morning, mornings
from agronomy.decide.outlook import DayAhead, days_ahead, empty_on, next_soak
from agronomy.decide.planting_out import comes_on
from agronomy.decide.reasons import Story, story_of
from agronomy.decide.word import word_of
from agronomy.describe.errors import InputError
from agronomy.describe.garden import Bed, Exposure, Garden
from agronomy.describe.weather import Sky
from agronomy.ground.profile import Profile

LONGEST_LEDGER_DAYS = 1100  # three years and a month; what a plan costs is bounded by it


@dataclass(frozen=True, eq=False)
class BedPlan:
    """Today's word for one bed.

    word: "soak", "wait", "leave", "too_wet", "check", "done", "fill", "empty" (nothing grows).
    cause: why, as a code: "trigger", "heat", "damp_top", "rain", "not_yet", "air_short", "doubt",
        "watered", "reservoir", "bare", "unwatered" (only what nobody waters grows), "before_planting", "planting_in".
    """

    bed: Bed
    word: str
    cause: str
    dose: Dose | None
    net_mm: Band  # depletion of the rooted share this morning [mm over it]; mid is the ledger's
    raw_mm: float
    taw_mm: float
    trigger_mm: float
    air_mark_mm: float
    room_mm: float
    share: float
    ground_m2: float
    chance_asks: float  # share of the series that ask for water today
    choice: wait.Choice
    wet_days: int
    story: Story
    next_soak: tuple[dt.date, dt.date, dt.date] | None  # 10, 50, 90 %
    reservoir_l: Band | None
    empty_on: tuple[dt.date | None, dt.date | None, dt.date | None] | None
    plants: int
    canopy_m2: float
    height_m: float
    root_depth_m: float
    depth_m: float
    finger_depth_m: float  # where a finger feels
    ground: Profile  # what it is made of today, from the top down
    exposure: Exposure  # how sky and wind reach it today
    use: DayUse
    today_row: npt.NDArray[np.float64]
    days_expected: Callable[[], tuple[DayAhead, ...]] = field(repr=False)

    @property
    def today_use_mm(self) -> float:
        """What plants and bare soil use today [mm over the ground]."""
        return float(self.today_row[s.EVAP_ROOTED] + self.today_row[s.TRANSPIRATION])

    @functools.cached_property
    def ahead(self) -> tuple[DayAhead, ...]:
        """What is expected of each day ahead; worked out when it is first looked at, since a round needs none of it."""
        return self.days_expected()


@dataclass(frozen=True, eq=False)
class Plan:
    garden: Garden
    today: dt.date
    beds: tuple[BedPlan, ...]
    hours: Hours
    heat: Heat | None
    season: Season = field(repr=False)
    days: int

    def sun_share(self, bed: BedPlan) -> float:
        """Share of today's beam [0..1] that reaches a bed past what stands around it."""
        return forcing.direct_share(self.garden, bed.exposure, forcing.points_of(bed.bed), self.today)


def plan(
    garden: Garden, sky: Sky, today: dt.date, days: int = 14, runs: Runs | None = None,
    checkpoints: Checkpoints | None = None,
) -> Plan:  # fmt: skip
    """Today's plan of a garden and the `days` ahead.

    Raises InputError when the garden has no bed open by today or weather is missing.
    """
    if not 1 <= days <= 60:
        raise InputError("days", days, "a whole number from 1 to 60")
    late = next((b for b in garden.beds if b.opened > today), None)
    if late is not None:
        raise InputError(f"bed {late.name} opened", late.opened.isoformat(), f"not after today ({today.isoformat()})")
    if not garden.beds:
        raise InputError("beds", "none", "at least one bed")
    garden = with_bounded_ledgers(garden, today)
    look_back = max(today - dt.timedelta(days=HEAT_LOOK_BACK_DAYS), sky.behind.dates[0])
    first = min(look_back, *(b.opened for b in garden.beds))
    weather = air_days(garden, sky, first, today, max(days, wait.HORIZON_DAYS))
    return _plan_under(garden, weather, today, days, runs, checkpoints)


def with_bounded_ledgers(garden: Garden, today: dt.date) -> Garden:
    """The garden with no bed's ledger running over more than LONGEST_LEDGER_DAYS behind today.

    A bed that was opened before that opens then, as wet as nobody knows: what the soil held so long ago is gone.
    """
    earliest = today - dt.timedelta(days=LONGEST_LEDGER_DAYS)
    if all(b.opened >= earliest for b in garden.beds):
        return garden
    beds = (
        b if b.opened >= earliest else dataclasses.replace(b, opened=earliest, opening_wetness=None)
        for b in garden.beds
    )
    return dataclasses.replace(garden, beds=tuple(beds))


def replan(known: Plan, garden: Garden, checkpoints: Checkpoints | None = None) -> Plan | None:
    """The plan of a garden under the weather of a known plan, working anew only the beds that changed.

    Beds do not touch each other, so the others' answers stand. None where more changed than some beds' own facts, or
    a bed begins before the known plan's weather: then `plan` is to be asked.
    """
    before, weather, today = known.garden, known.season.weather, known.today
    garden = with_bounded_ledgers(garden, today)
    if len(before.beds) != len(garden.beds) or dataclasses.replace(before, beds=(), moves=()) != dataclasses.replace(
        garden, beds=(), moves=()
    ):
        return None
    changed = [i for i, (a, b) in enumerate(zip(before.beds, garden.beds, strict=True)) if a != b]
    if any(not weather.dates[0] <= garden.beds[i].opened <= today for i in changed):
        return None
    season, beds = dataclasses.replace(known.season, garden=garden), list(known.beds)
    if changed:
        some = dataclasses.replace(garden, beds=tuple(garden.beds[i] for i in changed))
        part = _plan_under(some, weather, today, known.days, known.season.runs, checkpoints)
        season = season.with_beds(changed, part.season)
        for i, bed in zip(changed, part.beds, strict=True):
            beds[i] = bed
    return Plan(garden, today, tuple(beds), known.hours, known.heat, season, known.days)


def _plan_under(
    garden: Garden, weather: AirDays, today: dt.date, days: int, runs: Runs | None, checkpoints: Checkpoints | None
) -> Plan:  # fmt: skip
    triggers = [styles.trigger_of(garden, b) for b in garden.beds]
    season = run_season(garden, weather, today, [(t.raw, t.beyond) for t in triggers], runs, checkpoints)
    heat = heat_ahead(season)
    hours = _hours(garden, season)
    return Plan(garden, today, _bed_plans(season, heat, hours, days), hours, heat, season, days)


def _hours(garden: Garden, season: Season) -> Hours:
    i = season.n_behind
    w = season.weather
    return good_hours(garden, season.today, *(float(np.median(x[i])) for x in (w.tmin, w.tmax, w.rhmin)))


def _bed_plans(season: Season, heat: Heat | None, hours: Hours, days: int) -> tuple[BedPlan, ...]:
    all_mornings = mornings(season, heat, days)
    words = [word_of(m) for m in all_mornings]
    policies = np.full((days, len(words)), s.BY_TRIGGER)
    for i, (word, _) in enumerate(words):
        policies[0, i] = s.ON_DAY if word in ("soak", "fill") else s.NEVER
        if word == "empty":
            comes = comes_on(all_mornings[i].bed, season.today)
            policies[: days if comes is None else (comes - season.today).days, i] = s.NEVER
        if word == "wait":  # hold to the wait that was chosen
            policies[: min(days, all_mornings[i].choice.wait_days), i] = s.NEVER
    expected = season.ahead(policies)
    return tuple(
        _bed_plan(m, word, cause, expected, hours) for m, (word, cause) in zip(all_mornings, words, strict=True)
    )


def _bed_plan(m: Morning, word: str, cause: str, expected: Ahead, hours: Hours) -> BedPlan:
    season, i, bed, stand = m.season, m.i, m.bed, m.stand
    depth = forcing.managed_depth_m(bed)
    return BedPlan(
        bed=bed,
        word=word,
        cause=cause,
        dose=dose_of(m) if word in ("soak", "check", "fill") else None,
        net_mm=dataclasses.replace(band(m.net_series), mid=m.net_mm),
        raw_mm=float(m.row[s.RAW_NOW]),
        taw_mm=float(m.row[s.TAW_NOW]),
        trigger_mm=m.trigger_mm,
        air_mark_mm=float(season.days[season.n_behind, i, s.AIR_MARK]),
        room_mm=float(season.days[season.n_behind, i, s.ROOM]),
        share=m.share,
        ground_m2=m.ground_m2,
        chance_asks=m.chance_asks,
        choice=m.choice,
        wet_days=m.wet_days,
        story=story_of(season, i, m.row),
        next_soak=next_soak(season, i, expected),
        reservoir_l=band(m.reservoir_series_l) if m.has_reservoir else None,
        empty_on=empty_on(season, i, m.never) if m.has_reservoir else None,
        plants=stand.plants,
        canopy_m2=stand.canopy_m2,
        height_m=stand.height_m,
        root_depth_m=stand.root_depth_m,
        depth_m=depth,
        finger_depth_m=min(forcing.FINGER_DEPTH_M, depth / 2),
        ground=forcing.profile_on(bed, season.today),
        exposure=forcing.exposure_on(bed, season.today),
        use=day_use(m, hours.tmin, hours.tmax),
        today_row=m.row,
        days_expected=functools.partial(days_ahead, season, i, expected, bed, m.ground_m2),
    )
