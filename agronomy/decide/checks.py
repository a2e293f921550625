"""What a finger in the soil would lead to, told before it is asked for; and whether it is worth asking."""

from __future__ import annotations

import dataclasses
from dataclasses import dataclass

from agronomy.balance.run import Run
from agronomy.decide.dose import Dose, dose_of
from agronomy.decide.heat import Heat
from agronomy.decide.morning import mornings
from agronomy.decide.word import word_of
from agronomy.describe.garden import Bed, Observation
from agronomy.describe.words import WETNESS, Wetness


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


def _felt(run: Run, place: int, reading: Wetness) -> Bed:
    """The bed with a finger of today more."""
    bed = run.garden.beds[place]
    return dataclasses.replace(bed, observations=(*bed.observations, Observation(run.today, reading, "finger")))
