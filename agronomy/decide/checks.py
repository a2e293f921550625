"""What a finger in the soil would lead to, told before it is asked for."""

from __future__ import annotations

import dataclasses
from dataclasses import dataclass

from agronomy.decide.dose import Dose, dose_of
from agronomy.decide.morning import mornings
from agronomy.decide.plan import Plan
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


def if_felt(p: Plan) -> dict[str, tuple[IfFelt, ...]]:
    """For each bed that is to be checked, by its key: what each reading of a finger would lead to today.

    It is what the plan says once that finger was told, on the same weather and draws. Raises nothing; practice (a
    finger's readings stand for depletions by balance/observations.py).
    """
    asked = [i for i, b in enumerate(p.beds) if b.word == "check" and b.bed.reservoir is None]
    if not asked:
        return {}
    places = [i for i in asked for _ in WETNESS]
    felt = tuple(_felt(p.garden.beds[i], p, reading) for i in asked for reading in WETNESS)
    found = []
    for m, reading in zip(mornings(p.run.felt_today(places, felt), p.heat, p.days), WETNESS * len(asked), strict=True):
        word, cause = word_of(m)
        found.append(IfFelt(reading, word, cause, dose_of(m) if word == "soak" else None))
    n = len(WETNESS)
    return {p.beds[i].bed.key: tuple(found[k * n : (k + 1) * n]) for k, i in enumerate(asked)}


def _felt(bed: Bed, p: Plan, reading: Wetness) -> Bed:
    """The bed with a finger of today more."""
    return dataclasses.replace(bed, observations=(*bed.observations, Observation(p.today, reading, "finger")))
