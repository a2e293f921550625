"""Water or wait: the one rule, by the cost of each error over the members."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from agronomy.balance.run import Ahead, Run
from agronomy.balance.terms import BY_TRIGGER, NEVER, ON_DAY, Array, Policies
from agronomy.decide import styles

WAITS = (0, 1, 2, 3)  # days
HORIZON_DAYS = 6
WORTH_WAITING_MM = 0.3  # waiting must save at least this much cost; less is noise between members
LEAST_CHANCE = 0.1  # and rain must be what makes it worth it: in at least this share of the members


@dataclass(frozen=True)
class Choice:
    """What the members say of one bed: mean cost [mm] of soaking now and of waiting 1, 2, 3 days.

    rain_enough[k]: share of members whose rain within k days brings the bed back above its trigger unwatered.
    """

    costs: tuple[float, ...]
    rain_enough: tuple[float, ...]
    stress: tuple[float, ...]
    lost: tuple[float, ...]

    @property
    def wait_days(self) -> int:
        """The cheapest wait [days]; 0 is now, and stays 0 unless waiting is worth it."""
        best = int(np.argmin(self.costs))
        worth = self.costs[0] - self.costs[best] > WORTH_WAITING_MM
        return best if worth and self.rain_enough[best] >= LEAST_CHANCE else 0


def policies_from_day(run: Run, days: int, day: int) -> Policies:
    """Policies (day, bed) that leave every bed until `day`, soak it then, and go on by its trigger."""
    p = np.full((days, len(run.beds)), BY_TRIGGER)
    p[:day] = NEVER
    p[day] = ON_DAY
    return p


def weigh(run: Run, never: Ahead, trigger_now: Array, wet_feet: list[int]) -> list[Choice]:
    """Costs of soaking each bed now or in one, two or three days, and how often rain makes the soak needless.

    cost = a x (transpiration missed + what is young lost by its top drying) + b x water lost + c x days above the air
    mark (weights: decide/styles.py).
    Whatever day the soak falls on, the bed is watered by its trigger afterwards. never: the days ahead unwatered.
    trigger_now: each bed's trigger this morning [mm over its rooted share].
    """
    horizon = min(HORIZON_DAYS, len(run.weather.dates) - run.n_behind)
    waits = [k for k in WAITS if k < horizon]
    runs = [run.ahead(policies_from_day(run, horizon, k)) for k in waits]
    dryness = np.array([styles.DRYNESS_WEIGHT[styles.style_of(run.garden, b)] for b in run.garden.beds])
    wet_weight = styles.WET_DAY_WEIGHT * np.array(wet_feet)
    # (option, bed): means over the members of what each option brings over the horizon.
    stress = np.array([r.stress[:, :, 1:].sum(axis=0).mean(axis=1) for r in runs])
    lost = np.array([r.lost[:, :, 1:].sum(axis=0).mean(axis=1) for r in runs])
    wet = np.array([r.wet_days[:, 1:].mean(axis=1) for r in runs])
    parched = np.array([r.parched[:, :, 1:].sum(axis=0).mean(axis=1) for r in runs])
    costs = dryness * (stress + styles.PARCHED_DAY_MM * parched) + styles.WASTE_WEIGHT * lost + wet_weight * wet
    enough = np.array([_rain_enough(never, k, trigger_now) for k in waits])
    return [
        Choice(*(tuple(table[:, i].tolist()) for table in (costs, enough, stress, lost))) for i in range(costs.shape[1])
    ]


def _rain_enough(never: Ahead, days: int, trigger: Array) -> Array:
    """For each bed, the share of members in which it is above its trigger, unwatered, at the end of some day before
    day `days`."""
    above = never.net[:days, :, 1:] < trigger[:, None]
    return np.asarray(above.any(axis=0).mean(axis=1))
