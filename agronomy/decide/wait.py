"""Water, a part of it, or wait: the one rule, by the cost of each error over the members."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Final

import numpy as np

from agronomy.balance.run import Run, tops_ask
from agronomy.balance.terms import BY_TRIGGER, NEVER, Array, Policies, Wants
from agronomy.decide import styles

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


def weigh(run: Run, beds: list[int]) -> list[Choice]:
    """The choice of each of these beds this morning; there is one where a rain of the days looked at reaches it.

    cost = a x (transpiration missed + what is young lost by its top drying) + b x water lost + c x days above the air
    mark + what the household asks for a round more, for each (weights: decide/styles.py).
    Whatever is done today, the bed goes on by its trigger. An option that leans on rain is open where that rain comes
    in at least LEAST_CHANCE of the members; a part also only where nothing young is kept damp, whose top takes what it
    takes.
    """
    days = min(HORIZON_DAYS, len(run.weather.dates) - run.n_behind)
    reached = np.any(run.rain_onto(days) >= LEAST_RAIN_MM, axis=0).mean(axis=1) >= LEAST_CHANCE
    places = [i for i in beds if reached[i]] if days >= HELD else []
    found = dict(zip(places, _weigh(run, places, days), strict=True)) if places else {}
    return [found.get(i, Choice()) for i in beds]


def _weigh(run: Run, places: list[int], days: int) -> list[Choice]:
    options = (NOW, Option(1.0, HELD), *PARTS, *(x for x in WAITS if x.until < days))
    unwatered = run.ahead(np.full((days, len(places)), NEVER), places).net
    chances = np.array(_chances(run, options, places, unwatered))
    leans = np.array([x.share < 1 for x in options])
    may = (chances >= LEAST_CHANCE) | ~leans[:, None]
    may &= may[leans].any(axis=0)  # where nothing leans on rain there is nothing to weigh
    options_of, beds = np.nonzero(may)
    costs = np.full(may.shape, np.inf)
    if len(beds):
        at = [places[i] for i in beds]
        costs[options_of, beds] = _costs(run, [options[o] for o in options_of], at, days)
    return [
        Choice(
            tuple(x for x, open_ in zip(options, may[:, i], strict=True) if open_),
            tuple(costs[may[:, i], i].tolist()),
            tuple(chances[may[:, i], i].tolist()),
        )
        if may[:, i].any()
        else Choice(chances=(float(chances[0, i]),))
        for i in range(len(places))
    ]


def _costs(run: Run, options: list[Option], beds: list[int], days: int) -> Array:
    """The mean cost [mm] of each of these options at the bed beside it, all of them in one run."""
    ahead = run.ahead(np.stack([_policy(x, days) for x in options], axis=1), beds)
    weight = {i: styles.dryness_weight(run.garden, run.garden.beds[i], run.today) for i in set(beds)}
    dryness = np.array([weight[i] for i in beds])
    wet_weight = styles.WET_DAY_WEIGHT * np.array([run.stands[i].wet_feet[run.n_behind] for i in beds])
    missed = (ahead.stress.sum(axis=0) + styles.HURT_DAY_MM * ahead.hurt.sum(axis=0)).mean(axis=1)
    costs = dryness * missed + styles.WASTE_WEIGHT * ahead.lost.sum(axis=0).mean(axis=1)
    costs += wet_weight * ahead.wet_days.mean(axis=1)
    return np.asarray(costs + run.garden.round_price_mm * (ahead.watered > 0).sum(axis=0).mean(axis=1))


def _chances(run: Run, options: tuple[Option, ...], places: list[int], unwatered: Array) -> list[Array]:
    """For each option the chance of the rain that it leans on (bed,). unwatered: net depletion (day, bed, series)."""
    of_all, reckoned = run.wants_today()
    tops, fallen = tops_ask(run, of_all)[places], run.rain_onto(len(unwatered)).cumsum(axis=0)[:, places]
    wants = Wants(*(x[places] for x in of_all))
    past = wants.net >= wants.trigger
    asks = past | tops
    rewetted = np.where(past, unwatered < wants.trigger, fallen >= wants.de) & asks
    within = [np.any(rewetted[:k], axis=0).sum(axis=1) / np.maximum(asks.sum(axis=1), 1) for k in range(HELD + 1)]
    grown, net = ~run.young_today()[places], reckoned.net[places]

    def chance(option: Option) -> Array:
        if option.share in (0.0, 1.0):
            return np.asarray(within[option.wait_days or HELD])
        return np.asarray((fallen[HELD - 1] >= (1 - option.share) * net[:, None]).mean(axis=1) * grown)

    return [chance(option) for option in options]


def _policy(option: Option, days: int) -> Policies:
    """A bed's policies of the days looked at (day,)."""
    policies = np.full(days, BY_TRIGGER)
    policies[: option.until] = NEVER
    policies[0] = option.share
    return policies
