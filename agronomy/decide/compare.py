"""What each style and pattern would cost a bed over the days ahead: soaks, litres, minutes, and growth missed."""

from __future__ import annotations

import dataclasses
from dataclasses import dataclass

import numpy as np

from agronomy.balance.run import Run
from agronomy.balance.terms import BY_TRIGGER
from agronomy.decide import styles
from agronomy.decide.plan import Plan
from agronomy.describe.words import STYLES, Pattern, Style
from agronomy.plants.crops import crop_of, is_watered, yield_loss


@dataclass(frozen=True)
class Way:
    """A style and pattern over the days ahead, means over the series. missed: share of potential transpiration.

    yield_lost: share of the harvest at stake if the whole season went so, by the most sensitive crop's Ky
    (FAO-56 eq. 90): 1 - Ya/Ym = Ky (1 - ETc adj / ETc).

    litres: poured, and what it would take at the end to fill up again, so that no way looks cheap by ending dry.
    """

    style: Style
    pattern: Pattern
    soaks: float
    litres: float
    minutes: float
    missed: float
    yield_lost: float
    lost_litres: float
    chosen: bool


def ways(plan: Plan, bed: int, days: int = 14) -> tuple[Way, ...]:
    """Each way of watering one bed by its trigger from today on, under the same members and draws.

    Little and often has one trigger for all styles, so it stands once, under the bed's own style. A bed with a
    reservoir is filled, not soaked: it has no ways to compare.
    """
    described = plan.garden.beds[bed]
    if described.reservoir is not None or plan.beds[bed].plants == 0:
        return ()
    own = (styles.style_of(plan.garden, described), styles.pattern_of(described, plan.today))
    listed: list[tuple[Style, Pattern]] = [(style, "deep_and_seldom") for style in STYLES]
    listed.append((own[0], "little_and_often"))
    return tuple(_way(plan.run, bed, days, style, pattern, (style, pattern) == own) for style, pattern in listed)


def _way(run: Run, bed: int, days: int, style: Style, pattern: Pattern, chosen: bool) -> Way:
    today = run.beds[bed]
    other = dataclasses.replace(today.bed, style=style, pattern=pattern)
    trigger = styles.trigger_of(run.garden, other, run.today)
    alone = run.alone(bed, other, (trigger.raw, trigger.beyond, trigger.until_next))
    policy = np.full((days, 1), BY_TRIGGER)
    ahead = alone.ahead(policy)
    watered, potential = ahead.watered[:, 0], np.sum(alone.terms_ahead(policy).potential)
    soaks = float((watered > 0).sum(axis=0).mean())
    to_refill = np.maximum(ahead.net[-1, 0], 0.0) * run.rooted_share(bed, days - 1)
    litres = float((watered.sum(axis=0) + to_refill).mean()) * today.ground_m2 / today.method.arrives
    missed = float(ahead.stress[:, 0].sum(axis=0).mean() / max(potential, 1e-9))
    lost = float(ahead.lost[:, 0].sum(axis=0).mean()) * today.ground_m2
    minutes = today.method.person_minutes(litres, soaks)
    responses = [crop_of(p).yield_response[0] for p in today.bed.plantings if is_watered(p)]
    yield_lost = yield_loss(max(responses, default=0.0), missed)
    return Way(style, pattern, soaks, litres, minutes, missed, yield_lost, lost, chosen)
