"""What a finger in the soil would lead to, told before it is asked for; whether and where it is worth asking."""

from __future__ import annotations

import dataclasses
import datetime as dt
from dataclasses import dataclass

import numpy as np

from agronomy.balance.observations import finger_range
from agronomy.balance.run import Run
from agronomy.decide.dose import Dose, dose_of
from agronomy.decide.heat import Heat
from agronomy.decide.morning import Morning, mornings
from agronomy.decide.word import word_of
from agronomy.describe.garden import Bed, Observation
from agronomy.describe.words import WETNESS, Wetness

SPADE_DAYS = 60  # after which a bed is dug again; common practice, no source
UNANSWERED_FOURTH = 4  # of the waterings of somebody who only pours, each so-many-th is asked at; common practice
MOST_ASKED = 0.1  # share of a garden's beds that are asked in one round, and one at least; common practice, no source


@dataclass(frozen=True)
class IfFelt:
    """The word and cause that a reading would lead to, and the dose where it would be water."""

    reading: Wetness
    word: str
    cause: str
    dose: Dose | None


def if_felt(run: Run, places: list[int], heat: Heat | None, days: int) -> list[tuple[IfFelt, ...]]:
    """For each bed at these places, what each reading of a finger would lead to today.

    It is what the plan says once that finger was told, on the same weather and draws. Raises nothing; practice (a
    finger's readings stand for depletions by balance/observations.py).
    """
    if not places:
        return []
    felt = tuple(_felt(run, place, reading) for place in places for reading in WETNESS)
    repeated = [place for place in places for _ in WETNESS]
    found = []
    for m, reading in zip(mornings(run.felt_today(repeated, felt), heat, days), WETNESS * len(places), strict=True):
        word, cause = word_of(m)
        found.append(IfFelt(reading, word, cause, dose_of(m) if word == "soak" else None))
    n = len(WETNESS)
    return [tuple(found[k * n : (k + 1) * n]) for k in range(len(places))]


def tells(led: tuple[IfFelt, ...]) -> bool:
    """Whether what a finger finds decides on water: else it is not worth bending down for (practice)."""
    return len({x.word == "soak" for x in led}) > 1


def worth_l(m: Morning, led: tuple[IfFelt, ...], word: str) -> float:
    """What a finger is worth [L]: by how much its readings would change what is poured, each as likely as series stand
    there. Common practice (a finger's readings, by balance/observations.py).

    word: what is said where nobody feels.
    """
    raw = m.terms.raw_now
    ranges = [finger_range(x.reading) for x in led]
    likely = np.array([((m.net_series >= least * raw) & (m.net_series < most * raw)).mean() for least, most in ranges])
    unfelt = dose_of(m).litres if word == "soak" else 0.0
    return float(likely @ np.abs([(x.dose.litres if x.dose else 0.0) - unfelt for x in led]))


def poured_unfelt(bed: Bed) -> int:
    """How often a bed was watered since it was last looked at in any way, or opened. Arithmetic."""
    looked = max((x.date for x in bed.observations), default=None)
    return sum(1 for w in bed.waterings if looked is None or w.date >= looked)


def may_be_asked(bed: Bed) -> bool:
    """Whether somebody is asked to feel a bed: who only pours is not asked at every watering. Common practice."""
    return poured_unfelt(bed) % UNANSWERED_FOURTH == 0


def most_asked(beds: int) -> int:
    """How many beds of a garden are asked for a finger in one round. Common practice."""
    return max(1, round(MOST_ASKED * beds))


def spade_asked(run: Run) -> int | None:
    """The bed in whose ground a spade is asked for today: one that was soaked yesterday and was not dug for long; of
    several, the one whose soil is known least. None where there is none. Common practice."""
    yesterday, since = run.today - dt.timedelta(days=1), run.today - dt.timedelta(days=SPADE_DAYS)
    asked = [
        (-b.profile.spread, i)
        for i, b in enumerate(run.beds)
        if not b.container
        and b.stand.plants > 0
        and any(w.date == yesterday for w in b.bed.waterings)
        and not any(x.kind == "dug" and x.date > since for x in b.bed.observations)
    ]
    return min(asked)[1] if asked else None


def _felt(run: Run, place: int, reading: Wetness) -> Bed:
    """The bed with a finger of today more."""
    bed = run.garden.beds[place]
    return dataclasses.replace(bed, observations=(*bed.observations, Observation(run.today, reading, "finger")))
