"""Today's round: each bed's word as the days ahead leave it, so that no two views say two things of one day."""

from __future__ import annotations

import datetime as dt
from dataclasses import dataclass

from agronomy.decide.again import Again
from agronomy.decide.bands import Band
from agronomy.decide.dose import Dose
from agronomy.decide.fortnight import Fortnight
from agronomy.decide.plan import BedPlan, Plan
from agronomy.decide.sequence import ASKED_WORDS, BedAhead

LAID = ("early", "moved")  # how a soak comes to a day on which its bed does not ask for it


@dataclass(frozen=True, eq=False)
class Stop:
    """One bed of today's round.

    word, cause: the plan's, but "soak" by "early" or "moved" where the days ahead lay a soak on today that the bed does
    not ask for; "leave" by "moved_away" where its soak was moved to another day; and "leave" by "evening" where the day
    itself takes it past its mark, so that it holds until the evening and no longer. gives: today has not room for it.
    tonight: depletion this evening if the round is done; left_alone: if nothing more is poured [mm over the rooted
    share]. next_soak: the day on which the days ahead water it next, after today, and when 10 and 90 % of the series
    would ask for it, each by itself; next_litres: what it gets then.
    """

    bed: BedPlan
    word: str
    cause: str
    dose: Dose | None
    again: Again | None
    gives: bool
    tonight: Band
    left_alone: Band
    next_soak: tuple[dt.date, dt.date, dt.date] | None
    next_litres: float | None


def round_of(plan: Plan, ahead: Fortnight) -> tuple[Stop, ...]:
    """The stops of a plan under its days ahead, in the walk's order."""
    return tuple(_stop(b, line) for b, line in zip(plan.beds, ahead.beds, strict=True))


def _stop(b: BedPlan, line: BedAhead) -> Stop:
    today = line.days[0]
    word, cause, dose, again = b.word, b.cause, b.dose, b.again
    gives = today.gave in ("minutes", "taps")
    if today.soak and today.soak.how in LAID and b.word not in (*ASKED_WORDS, "done"):
        word, cause, dose = "fill" if b.fills else "soak", today.soak.how, b.if_watered()
    elif today.gave == "moved" and b.word in ASKED_WORDS:
        word, cause, dose, again = "leave", "moved_away", None, None
    elif (word, cause) == ("leave", "not_yet") and not b.fills and line.left_alone.mid >= b.trigger_mm:
        cause = "evening"
    return Stop(b, word, cause, dose, again, gives, today.net, line.left_alone, *_next(b, line))


def _next(b: BedPlan, line: BedAhead) -> tuple[tuple[dt.date, dt.date, dt.date] | None, float | None]:
    coming = next(((x.date, x.soak) for x in line.days[1:] if x.soak), None)
    if coming is None:
        return None, None
    date, soak = coming
    early, _, late = b.next_soak or (date,) * 3
    return (min(early, date), date, max(late, date)), soak.litres.mid
