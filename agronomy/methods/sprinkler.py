"""A sprinkler: a depth an hour over whatever it wets, the bed among it."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Final

from agronomy.describe.garden import Rig
from agronomy.describe.water import Sprinkler
from agronomy.methods.base import InHand, Target

FLIES_OFF = 0.10  # of what is thrown, in the cool of the day: evaporation and drift; common practice, no source
USUAL_EVEN = 0.70  # low quarter over mean of one that nobody set cups under; common practice, no source
USUAL_THROW: Final = 2.0  # grounds of the bed that it wets, where nobody said; common practice, no source
LEAVES_DRY_H: Final = 2.0  # hours until leaves are dry again in the morning; common practice, no source
SET_UP_MINUTES = 2.0  # to set it up and turn it on and off; common practice, no source
CUPS_CV, GUESSED_CV = 0.12, 0.35  # of what it lays down, by how it is known; common practice, no source


@dataclass(frozen=True)
class Overhead:
    """A sprinkler over a bed of so much ground [m2]. Its litres are the tap's, wherever they fall."""

    rig: Rig
    sprinkler: Sprinkler
    ground_m2: float
    ponds: bool = True

    @property
    def wets_m2(self) -> float:
        """All that it wets [m2]."""
        told = self.sprinkler.wets_m2
        return max(self.ground_m2, self.ground_m2 * USUAL_THROW if told is None else told)

    @property
    def even(self) -> float:
        return USUAL_EVEN if self.sprinkler.even is None else self.sprinkler.even

    @property
    def on_the_bed(self) -> float:
        """Share of what it throws that falls on the bed [0..1]; the rest waters paths and weeds."""
        return self.ground_m2 / self.wets_m2

    @property
    def arrives(self) -> float:
        return self.on_the_bed * (1 - FLIES_OFF) * self.even

    @property
    def litres_cv(self) -> float:
        return GUESSED_CV if self.sprinkler.even is None else CUPS_CV

    def reach(self, rooted_m2: float) -> float:
        return 1.0

    def arrives_at(self, rooted_m2: float) -> float:
        return self.arrives * min(1.0, rooted_m2 / self.ground_m2)

    def person_minutes(self, litres: float, times: float) -> float:
        return times * SET_UP_MINUTES

    def tap_minutes(self, litres: float) -> float:
        return self.pouring_minutes(litres)

    def pouring_minutes(self, litres: float) -> float:
        return litres / (self.sprinkler.mm_per_h * self.wets_m2) * 60

    def in_hand(self, litres: float, target: Target) -> InHand:
        return InHand(run_minutes=self.pouring_minutes(litres), overhead=True)


def leaf_wet_hours(minutes: float) -> float:
    """Hours with wet leaves that a run of so many minutes makes in the morning [h]. Common practice, no source."""
    return minutes / 60 + LEAVES_DRY_H
