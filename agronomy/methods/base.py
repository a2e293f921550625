"""What every method answers: what arrives, what it reaches, the time it takes, and the dose in the hand's unit."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Final, Protocol

from agronomy.describe.garden import Rig

STOP_MINUTES: Final = 0.5  # to walk on and bring the hose along, for each stop; common practice, no source
PRACTICE: Final = "common practice, no source"

# How doubtful the litres are that were poured: coefficients of variation, common practice, no source.
FLOW_MEASURED_CV, FLOW_DEFAULT_CV = 0.06, 0.25  # of litres that rest on a flow
FLOW_LEAST_CV = 0.03  # however well the trials of a bucket agree
CAN_CV = 0.10


@dataclass(frozen=True)
class HoseSplit:
    """Seconds at each of `bases` and of `patches`, and in all; no bases where plants stand too dense to aim at each."""

    bases: int
    base_s: float
    patches: int
    patch_s: float
    total_s: float


@dataclass(frozen=True)
class InHand:
    """A dose in the unit of the hand that gives it; None where that is not this method's unit.

    litres: what is poured by it, which is what is told and noted; None: the dose as it is.
    """

    litres: float | None = None
    hose: HoseSplit | None = None
    flow_l_per_min: float | None = None
    cans: float | None = None
    run_minutes: float | None = None  # that a line or sprinkler runs
    overhead: bool = False  # by sprinkler


@dataclass(frozen=True)
class Target:
    """What a dose is aimed at: plants, the canopy of each [m2], and the ground that roots reach [m2]."""

    plants: int
    canopy_m2_each: float
    rooted_m2: float


class Method(Protocol):
    """One bed's way of being watered.

    arrives: share of what is poured that comes into the ground [0..1]. litres_cv: how doubtful noted litres are.
    ponds: whether a dose may stand on the soil before it soaks in. into: "soil" or "reservoir".
    """

    @property
    def arrives(self) -> float: ...
    @property
    def litres_cv(self) -> float: ...
    @property
    def ponds(self) -> bool: ...

    def reach(self, rooted_m2: float) -> float:
        """Share of the rooted store that a watering can refill [0..1], of roots that hold so much ground [m2]."""

    def arrives_at(self, rooted_m2: float) -> float:
        """`arrives` [0..1], of which what falls beside young roots counts as lost."""

    def person_minutes(self, litres: float, times: float) -> float:
        """Minutes of a person's time for these litres [L] in so many waterings."""

    def tap_minutes(self, litres: float) -> float:
        """Minutes that a tap is taken for these litres [L]."""

    def pouring_minutes(self, litres: float) -> float:
        """Minutes over which these litres [L] come onto the bed."""

    def in_hand(self, litres: float, target: Target) -> InHand:
        """The dose [L] in the unit of the hand that gives it."""


def flow_cv(rig: Rig) -> float:
    """How doubtful litres are that rest on a rig's flow: as its trials lay apart, else by whether it was measured.

    Common practice.
    """
    if not rig.measured:
        return FLOW_DEFAULT_CV
    return FLOW_MEASURED_CV if rig.flow_cv is None else max(rig.flow_cv, FLOW_LEAST_CV)
