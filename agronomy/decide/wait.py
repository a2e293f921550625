"""Water, a part of it, or wait: the one rule, by the cost of each error over the members."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Final

import numpy as np
import numpy.typing as npt

from agronomy.balance.run import Run, tops_ask
from agronomy.balance.terms import BY_TRIGGER, NEVER, Array, Policies
from agronomy.decide import styles

Flags = npt.NDArray[np.bool_]

HORIZON_DAYS = 6
LEAST_CHANCE = 0.25  # of the rain that an option leans on: a less likely one is no reason; common practice, no source
AS_GOOD_MM = 0.2  # costs no further apart are the noise between members
SURE, LET_COME_MM = 0.8, 2.0  # a chance that nobody waters before, unless it saves more; common practice, no source
LEAST_RAIN_MM = 1.0  # on the soil in a day: less changes no answer; common practice, no source


@dataclass(frozen=True)
class Option:
    """Give a share of a refill this morning; leave the bed until so many days from today; then go by its trigger."""

    share: float
    until: int = 1

    @property
    def wait_days(self) -> int:
        """How long nothing is given [days]; 0: it is watered now."""
        return 0 if self.share > 0 else self.until


NOW: Final = Option(1.0)
HELD: Final = 3  # a bed just watered is left until then, where rain is hoped for; else by its trigger from tomorrow
PARTS: Final = tuple(Option(share, until) for share in (0.75, 0.5, 0.25) for until in (1, HELD))
WAITS: Final = tuple(Option(0.0, until) for until in (1, 2, 3))


@dataclass(frozen=True)
class Choice:
    """What the members say of one bed: options, the mean cost of each [mm], and the chance of the rain it leans on.

    chances: of the series that ask for water this morning, the share whose rain brings the bed back above its trigger
    (or the top back to full, where that asks) while it is left unwatered; that does the rest, where a part is given.
    Of a soak in full: that would spare it within the longest wait. The first option is to soak in full now.
    """

    options: tuple[Option, ...] = (NOW,)
    costs: tuple[float, ...] = (0.0,)
    chances: tuple[float, ...] = (0.0,)

    @property
    def best(self) -> int:
        """The place of the cheapest option; of those as good as equal, of that which waters most.

        A rain as good as sure is let come, where that costs little more.
        """
        least = min(self.costs)
        each = list(zip(self.options, self.costs, self.chances, strict=True))
        sure = [cost for x, cost, chance in each if x.share == 0 and chance >= SURE and cost <= least + LET_COME_MM]
        if sure:
            return self.costs.index(min(sure))
        return next(i for i, cost in enumerate(self.costs) if cost <= least + AS_GOOD_MM)

    @property
    def chosen(self) -> Option:
        """The cheapest option."""
        return self.options[self.best]

    @property
    def chance(self) -> float:
        """The chance [0..1] of the rain that it leans on."""
        return self.chances[self.best]

    @property
    def wait_days(self) -> int:
        """How long to wait [days]; 0 is now."""
        return self.chosen.wait_days


def weigh(run: Run) -> list[Choice]:
    """The choice of each bed of a run on its first morning; there is one where a rain of the days looked at reaches it.

    cost = a x (transpiration missed + what is young lost by its top drying) + b x water lost + c x days above the air
    mark + what the household asks for a round more, for each (weights: decide/styles.py).
    Whatever is done today, the bed goes on by its trigger. An option that leans on rain is open where that rain comes
    in at least LEAST_CHANCE of the members; a part also only where nothing young is kept damp, whose top takes what it
    takes.
    """
    days = min(HORIZON_DAYS, len(run.weather.dates) - run.n_behind)
    reached = np.any(run.rain_onto(days) >= LEAST_RAIN_MM, axis=0).mean(axis=1) >= LEAST_CHANCE
    places = np.flatnonzero(reached).tolist()
    choices = [Choice()] * len(run.garden.beds)
    if places and days >= HELD:
        for i, choice in zip(places, _weigh(run.some(places), days), strict=True):
            choices[i] = choice
    return choices


def _weigh(run: Run, days: int) -> list[Choice]:
    n_beds = len(run.garden.beds)
    waits = [x for x in WAITS if x.until < days]
    options = (NOW, Option(1.0, HELD), *PARTS, *waits)
    # Every option of every bed in one run, and each bed left alone behind them.
    every = run.some([i for _ in range(len(options) + 1) for i in range(n_beds)])
    policies = np.stack([_policy(x, days) for x in options] + [np.full(days, NEVER)], axis=1)
    ahead = every.ahead(np.repeat(policies, n_beds, axis=1))

    def by_option(of_each: Array) -> Array:
        return np.asarray(of_each.mean(axis=-1).reshape(len(options) + 1, n_beds))

    dryness = np.array([styles.dryness_weight(run.garden, b, run.today) for b in run.garden.beds])
    wet_weight = styles.WET_DAY_WEIGHT * np.array([b.stand.wet_feet for b in run.beds])
    missed = by_option(ahead.stress.sum(axis=0) + styles.PARCHED_DAY_MM * ahead.parched.sum(axis=0))
    costs = dryness * missed + styles.WASTE_WEIGHT * by_option(ahead.lost.sum(axis=0))
    costs += wet_weight * by_option(ahead.wet_days)
    costs += run.garden.round_price_mm * by_option((ahead.watered > 0).sum(axis=0))
    unwatered, fallen = ahead.net[:, -n_beds:], run.rain_onto(days).cumsum(axis=0)
    found = []
    for i, (wants, reckoned) in enumerate(run.wants_today()):
        past, tops = wants.net >= wants.trigger, tops_ask(wants, run.day(i).damp_top)
        rewetted = np.where(past, unwatered[:, i] < wants.trigger, fallen[:, i] >= wants.de)
        young = run.day(i).damp_top > 0 or run.day(i).ball > 0
        open_ = []
        for option, cost in zip(options, costs[:-1, i].tolist(), strict=True):
            if 0 < option.share < 1:
                chance = float((fallen[HELD - 1, i] >= (1 - option.share) * reckoned.net).mean()) if not young else 0.0
            else:
                chance = _share(np.any(rewetted[: option.wait_days or HELD], axis=0), past | tops)
            if option.share == 1 or chance >= LEAST_CHANCE:
                open_.append((option, cost, chance))
        found.append(Choice(*zip(*open_, strict=True)))
    return found


def _policy(option: Option, days: int) -> Policies:
    """A bed's policies of the days looked at (day,)."""
    policies = np.full(days, BY_TRIGGER)
    policies[: option.until] = NEVER
    policies[0] = option.share
    return policies


def _share(of: Flags, among: Flags) -> float:
    """Share of some series [0..1] among others; 0 where there are none."""
    return float(np.mean(of[among])) if among.any() else 0.0
