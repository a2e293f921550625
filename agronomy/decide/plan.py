"""The plan: today's word for each bed, its dose, and what is expected in the days ahead."""

from __future__ import annotations

import dataclasses
import datetime as dt
import functools
from collections.abc import Callable
from dataclasses import dataclass, field

import numpy as np

from agronomy.balance.checkpoints import Checkpoints
from agronomy.balance.from_opening import run_garden
from agronomy.balance.kernel import Kernel
from agronomy.balance.learnt import Draw
from agronomy.balance.run import Ahead, Run
from agronomy.balance.terms import AGAIN_ONLY, BY_TRIGGER, NEVER, BedDay, Terms
from agronomy.balance.weather import AirDays, air_days
from agronomy.beds.today import BedToday
from agronomy.beds.wall import MixHeat
from agronomy.decide import styles, wait
from agronomy.decide.again import Again, again_today
from agronomy.decide.bands import Band, band
from agronomy.decide.checks import IfFelt, if_felt, may_be_asked, most_asked, spade_asked, tells, worth_l
from agronomy.decide.day_use import DayUse, day_use
from agronomy.decide.dose import Dose, dose_of
from agronomy.decide.heat import HEAT_LOOK_BACK_DAYS, Heat, heat_ahead
from agronomy.decide.hours import Hours, good_hours
from agronomy.decide.morning import Morning, mornings
from agronomy.decide.outlook import Dates, empty_on, in_need_on, next_soak
from agronomy.decide.planting_out import comes_on
from agronomy.decide.pot_heat import heat_of_mix
from agronomy.decide.reasons import Story, story_of
from agronomy.decide.reservoirs import Supply
from agronomy.decide.too_much import TooMuch, too_much
from agronomy.decide.word import word_of
from agronomy.decide.worked import sums_of
from agronomy.describe.errors import InputError
from agronomy.describe.garden import Bed, Garden
from agronomy.describe.weather import Sky
from agronomy.methods.tubes import sharing

LONGEST_LEDGER_DAYS = 1100  # three years and a month; what a plan costs is bounded by it


@dataclass(frozen=True, eq=False)
class BedPlan:
    """Today's word for one bed.

    word: "soak", "wait", "leave", "too_wet", "check", "done", "fill", "empty" (nothing grows).
    cause: why, as a code: "trigger", "part" (rain may do the rest), "heat", "damp_top", "rain", "not_yet", "air_short",
        "doubt", "watered", "bare", "unwatered" (only what nobody waters grows), "before_planting", "planting_in"; of a
        reservoir "reservoir" (it runs out), "run_down" (it ran down, and the mix has dried to its mark), "mix_holds"
        (it ran down, and the mix above is moist), "stale" (full for long: let it run down).
    """

    today: BedToday
    day: BedDay  # what it is today, and what was poured so far
    terms: Terms  # what it does today, unwatered but for what was recorded; as reckoned
    word: str
    cause: str
    if_felt: tuple[IfFelt, ...]  # of a bed to check: what each reading of a finger would lead to
    dose: Dose | None
    again: Again | None  # a second drink of today, besides the dose
    mix: MixHeat | None  # how warm a container's mix gets today
    collapsing: bool  # a container so dry that its plants may be lost: shade, and cool water now
    net_mm: Band  # depletion this morning [mm over watered_share]; mid is the ledger's
    trigger_mm: float
    chance_asks: float  # share of the series that ask for water today
    choice: wait.Choice
    if_wrong_mm: float | None  # of a bed that waits: what is missing at the end of it if the rain stays away (90 %)
    wet_days: int
    too_much: TooMuch | None  # of what was poured today
    story: Story
    next_soak: tuple[dt.date, dt.date, dt.date] | None  # 10, 50, 90 %
    reservoir_l: Band | None
    empty_on: Dates | None  # when its reservoir runs out, and
    in_need_on: Dates | None  # when plants in a container are in need, if nothing is poured
    supply: Supply | None  # how its reservoir is kept
    draw: Draw  # what it was seen to draw
    wicks: bool  # whether roots have come to what it wets
    filled_l: float  # what came into its reservoir today, by hand or by its line's timer
    fills: bool  # whether it is filled today, and nothing poured from above
    use: DayUse
    if_watered: Callable[[], Dose] = field(repr=False)  # what it would take this morning, whatever its word

    @property
    def bed(self) -> Bed:
        return self.today.bed

    @property
    def ground_m2(self) -> float:
        return self.today.ground_m2

    @property
    def plants(self) -> int:
        """How many plants stand in it that are watered for their own sake."""
        return self.today.stand.plants

    @property
    def rooted_share(self) -> float:
        """Share of its ground that roots and waterings reach [0..1]."""
        return self.day.share

    @property
    def watered_share(self) -> float:
        """Share of its ground over which net_mm and doses are told [0..1]: of a line, what it wets of the rooted."""
        return self.day.share * self.day.reach

    @property
    def raw_mm(self) -> float:
        return self.terms.raw_now

    @property
    def taw_mm(self) -> float:
        return self.terms.taw_now

    @property
    def today_use_mm(self) -> float:
        """What plants and bare soil use today [mm over the ground]."""
        return self.terms.evap_rooted + self.terms.transpiration


@dataclass(frozen=True, eq=False)
class Answer:
    """What is said of a bed; and, where a finger would tell, what is said to ask for it and what that is worth [L]."""

    unasked: BedPlan
    asked: BedPlan | None = None
    worth_l: float = 0.0


@dataclass(frozen=True, eq=False)
class Plan:
    garden: Garden
    today: dt.date
    beds: tuple[BedPlan, ...]
    hours: Hours
    heat: Heat | None
    run: Run = field(repr=False)
    days: int
    answers: tuple[Answer, ...] = field(default=(), repr=False)

    @functools.cached_property
    def spade_at(self) -> int | None:
        """The bed that a spade is asked for today."""
        return spade_asked(self.run)

    @functools.cached_property
    def week_need_mm(self) -> tuple[float, ...]:
        """What each bed's plants and ground want in the week from today [mm over its ground]; worked out when it is
        first looked at."""
        n = min(7, self.run.n_ahead)

        def need(beds: list[int]) -> list[float]:
            terms = self.run.only(beds).terms_ahead(np.full((n, len(beds)), BY_TRIGGER))
            used = np.asarray(terms.potential) + np.asarray(terms.evap_rooted)
            return list((used.mean(axis=0) * 7).tolist())

        return sums_of(self.beds, ("week_need", n), need)


def plan(
    garden: Garden,
    sky: Sky,
    today: dt.date,
    days: int = 14,
    kernel: Kernel | None = None,
    checkpoints: Checkpoints | None = None,
) -> Plan:
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
    return _plan_under(garden, weather, today, days, kernel, checkpoints)


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

    Beds touch each other by their lines alone, so the others' answers stand. None where more changed than some beds'
    own facts, or a bed begins before the known plan's weather: then `plan` is to be asked.
    """
    before, weather, today = known.garden, known.run.weather, known.today
    garden = with_bounded_ledgers(garden, today)
    if len(before.beds) != len(garden.beds) or dataclasses.replace(before, beds=(), moves=()) != dataclasses.replace(
        garden, beds=(), moves=()
    ):
        return None
    changed = [i for i, (a, b) in enumerate(zip(before.beds, garden.beds, strict=True)) if a != b]
    changed = sorted(sharing(before, changed) | sharing(garden, changed)) if changed else []
    if any(not weather.dates[0] <= garden.beds[i].opened <= today for i in changed):
        return None
    run, answers = dataclasses.replace(known.run, garden=garden), list(known.answers)
    if changed:
        some = dataclasses.replace(garden, beds=tuple(garden.beds[i] for i in changed))
        part = _plan_under(some, weather, today, known.days, known.run.kernel, checkpoints)
        run = run.with_beds(changed, part.run)
        for i, answer in zip(changed, part.answers, strict=True):
            answers[i] = answer
    return _settled(dataclasses.replace(known, garden=garden, run=run, answers=tuple(answers)))


def _plan_under(
    garden: Garden, weather: AirDays, today: dt.date, days: int, kernel: Kernel | None, checkpoints: Checkpoints | None
) -> Plan:
    triggers = [styles.trigger_of(garden, b, today) for b in garden.beds]
    run = run_garden(garden, weather, today, triggers, kernel, checkpoints)
    heat = heat_ahead(run)
    hours = _hours(garden, run)
    return _settled(Plan(garden, today, (), hours, heat, run, days, _answers(run, heat, hours, days)))


def _settled(made: Plan) -> Plan:
    """The plan with its beds: a finger is asked of those where it is worth most, the others go without."""
    doubted = sorted((i for i, x in enumerate(made.answers) if x.asked), key=lambda i: -made.answers[i].worth_l)
    asked = set(doubted[: most_asked(len(made.answers))])
    beds = tuple(x.asked if i in asked and x.asked else x.unasked for i, x in enumerate(made.answers))
    return dataclasses.replace(made, beds=beds)


def _hours(garden: Garden, run: Run) -> Hours:
    i = run.n_behind
    w = run.weather
    return good_hours(garden, run.today, *(float(np.median(x[i])) for x in (w.tmin, w.tmax, w.rhmin)))


def _answers(run: Run, heat: Heat | None, hours: Hours, days: int) -> tuple[Answer, ...]:
    """What is said of each bed, and of one in doubt what is said where a finger is asked."""
    all_mornings = mornings(run, heat, days)
    words = [word_of(m, finger_tells=False) for m in all_mornings]
    asked = [i for i, m in enumerate(all_mornings) if may_be_asked(m.bed) and word_of(m)[0] == "check"]
    led = {i: x for i, x in zip(asked, if_felt(run, asked, heat, days), strict=True) if tells(x)}
    unasked = _bed_plans(all_mornings, words, {}, hours, days)
    in_doubt = [("check", "doubt") if i in led else word for i, word in enumerate(words)]
    if_asked = _bed_plans(all_mornings, in_doubt, led, hours, days) if led else unasked
    return tuple(
        Answer(unasked[i], if_asked[i], worth_l(m, led[i], words[i][0])) if i in led else Answer(unasked[i])
        for i, m in enumerate(all_mornings)
    )


def _bed_plans(
    all_mornings: list[Morning],
    words: list[tuple[str, str]],
    led: dict[int, tuple[IfFelt, ...]],
    hours: Hours,
    days: int,
) -> list[BedPlan]:
    policies = np.full((days, len(words)), BY_TRIGGER)
    seconds: list[Again | None] = [None] * len(words)
    watered = [i for i, (word, _) in enumerate(words) if word in ("soak", "done")]
    done = [words[i][0] == "done" for i in watered]
    found = again_today([all_mornings[i] for i in watered], done, hours.sunrise, hours.sunset)
    for i, second in zip(watered, found, strict=True):
        seconds[i] = second
    for i, (word, _) in enumerate(words):
        m = all_mornings[i]
        policies[0, i] = m.share if word in ("soak", "fill") else AGAIN_ONLY if seconds[i] else NEVER
        if word == "empty":
            comes = comes_on(m.bed, m.run.today)
            policies[: days if comes is None else (comes - m.run.today).days, i] = NEVER
        if word in ("soak", "wait"):  # hold to what was chosen
            policies[1 : min(days, m.choice.chosen.until), i] = NEVER
    expected = all_mornings[0].run.ahead(policies)
    return [
        _bed_plan(m, word, cause, led.get(m.i, ()), seconds[m.i], expected, hours)
        for m, (word, cause) in zip(all_mornings, words, strict=True)
    ]


def _bed_plan(
    m: Morning, word: str, cause: str, led: tuple[IfFelt, ...], again: Again | None, expected: Ahead, hours: Hours
) -> BedPlan:
    run, i = m.run, m.i
    return BedPlan(
        today=m.today,
        day=m.day,
        terms=m.terms,
        word=word,
        cause=cause,
        if_felt=led,
        dose=dose_of(m) if word in ("soak", "check", "fill") else None,
        again=again,
        mix=heat_of_mix(run, i, hours),
        collapsing=m.collapsing and word == "soak",
        net_mm=dataclasses.replace(band(m.net_series), mid=m.net_mm),
        trigger_mm=m.trigger_mm,
        chance_asks=m.chance_asks,
        choice=m.choice,
        if_wrong_mm=band(m.never.net[m.choice.wait_days - 1, i]).high if word == "wait" else None,
        wet_days=m.wet_days,
        too_much=too_much(m) if m.poured_mm > 0 and m.stand.plants > 0 and not m.has_reservoir else None,
        story=story_of(run, i, m.terms),
        next_soak=next_soak(run, i, expected),
        reservoir_l=band(m.reservoir_series_l) if m.has_reservoir else None,
        empty_on=empty_on(run, i, m.never) if m.has_reservoir else None,
        in_need_on=in_need_on(run, i, m.never, m.terms.raw_now) if m.today.container else None,
        supply=m.supply if m.has_reservoir else None,
        draw=run.draw[i],
        wicks=m.wicks,
        filled_l=m.filled_l if m.has_reservoir else 0.0,
        fills=m.fills,
        use=day_use(m, hours.tmin, hours.tmax),
        if_watered=functools.partial(dose_of, m),
    )
