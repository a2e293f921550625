"""What each style and pattern would cost a bed over the days ahead: soaks, litres, minutes, and growth missed."""

from __future__ import annotations

import dataclasses
from dataclasses import dataclass

import numpy as np

from agronomy.balance import forcing
from agronomy.balance import step as s
from agronomy.balance.run import Season
from agronomy.decide import styles
from agronomy.decide.dose import hand_minutes
from agronomy.decide.plan import Plan
from agronomy.describe.garden import STYLES
from agronomy.methods import hand
from agronomy.plants.crops import crop_of, is_watered, yield_loss


@dataclass(frozen=True)
class Way:
    """A style and pattern over the days ahead, means over the series. missed: share of potential transpiration.

    yield_lost: share of the harvest at stake if the whole season went so, by the most sensitive crop's Ky
    (FAO-56 eq. 90): 1 - Ya/Ym = Ky (1 - ETc adj / ETc).

    litres: poured, and what it would take at the end to fill up again, so that no way looks cheap by ending dry.
    """

    style: str
    pattern: str
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
    own = (styles.style_of(plan.garden, described), styles.pattern_of(described))
    listed = [(style, "deep_and_seldom") for style in STYLES] + [(own[0], "little_and_often")]
    return tuple(_way(plan.season, bed, days, style, pattern, (style, pattern) == own) for style, pattern in listed)


def _way(season: Season, bed: int, days: int, style: str, pattern: str, chosen: bool) -> Way:
    described = season.garden.beds[bed]
    other = dataclasses.replace(described, style=style, pattern=pattern)
    trigger = styles.trigger_of(season.garden, other)
    constants = season.beds[[bed]].copy()
    constants[0, [s.TRIGGER_RAW, s.TRIGGER_BEYOND]] = trigger.raw, trigger.beyond
    alone = dataclasses.replace(
        season,
        garden=dataclasses.replace(season.garden, beds=(other,)),
        days=np.ascontiguousarray(season.days[:, [bed]]),
        beds=constants,
        draws=season.draws[[bed]],
        state=season.state[[bed]],
        rows=season.rows[:, [bed]],
        opened_at=season.opened_at[[bed]],
        stands=(season.stands[bed],),
    )
    policy = np.full((days, 1), s.BY_TRIGGER)
    run = alone.ahead(policy)
    watered, potential = run.watered[:, 0, 1:], alone.central_rows_ahead(policy)[:, 0, s.POTENTIAL].sum()
    ground = forcing.ground_m2(described)
    to_litres = ground / hand.ARRIVES[described.method]
    soaks = float((watered > 0).sum(axis=0).mean())
    share = alone.days[season.n_behind + days - 1, 0, s.SHARE]
    to_refill = np.maximum(run.net[-1, 0, 1:], 0.0) * share
    litres = float((watered.sum(axis=0) + to_refill).mean()) * to_litres
    missed = float(run.stress[:, 0, 1:].sum(axis=0).mean() / max(potential, 1e-9))
    lost = float(run.lost[:, 0, 1:].sum(axis=0).mean()) * ground
    minutes = hand_minutes(season.garden, described, litres, soaks)
    responses = [crop_of(p).yield_response[0] for p in described.plantings if is_watered(p)]
    yield_lost = yield_loss(max(responses, default=0.0), missed)
    return Way(style, pattern, soaks, litres, minutes, missed, yield_lost, lost, chosen)
