"""How fast water comes: a bucket and a clock, a can and its way, the house's meter against what was noted."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Final

from agronomy.bench.trials import Mean, mean_of
from agronomy.describe.errors import InputError, OutOfRangeError
from agronomy.methods.base import FLOW_LEAST_CV, FLOW_MEASURED_CV

METER_CV: Final = 0.03  # of what a meter and the notes around it say together; common practice, no source
LEAST_METERED_L: Final = 100.0  # less passes within what a meter's last digit and the kettle take; practice
BELIEVED: Final = (0.4, 2.5)  # ratio of meter to notes beyond which something else ran or went unnoted; practice
CAN_CV, CAN_FLOOR = 0.05, 0.02  # of a can's filling; common practice, no source


def bucket(trials: Sequence[tuple[float, float]]) -> Mean:
    """Flow [L/min] from (litres, seconds) of each filling."""
    return mean_of([litres / seconds * 60 for litres, seconds in trials], FLOW_MEASURED_CV, FLOW_LEAST_CV)


def share_left(alone: Mean, shared: Mean) -> float:
    """Share of the flow that is left when a second tap is open [0..1]. Arithmetic."""
    return min(shared.value / alone.value, 1.0)


def can(litres: Sequence[float], minutes: Sequence[float]) -> tuple[Mean, Mean]:
    """What a can holds [L] and how long one takes to fill, carry and pour [min]."""
    return mean_of(litres, CAN_CV, CAN_FLOOR), mean_of(minutes, 0.2, 0.05)


@dataclass(frozen=True)
class Metered:
    """ratio: of what the meter says went through the hose to what was noted; flow [L/min] that the notes should have
    rested on."""

    metered_l: float
    noted_l: float
    ratio: float
    flow: Mean


def meter(before_l: float, after_l: float, other_l: float, noted_l: float, flow_l_per_min: float) -> Metered:
    """The meter's two readings [L] against the litres noted between them. other_l: what else the house took.

    Seconds were counted right and the flow was not: so the flow is corrected by the ratio.

    Raises InputError.
    """
    if after_l <= before_l:
        raise OutOfRangeError("after_l", after_l, f"more than the first reading ({before_l:g})")
    through = after_l - before_l - other_l
    if through < LEAST_METERED_L:
        raise OutOfRangeError("after_l", after_l, f"at least {LEAST_METERED_L:g} L through the hose between readings")
    if noted_l <= 0:
        raise InputError("noted_l", noted_l, "waterings by this hose noted between the two days")
    ratio = through / noted_l
    if not BELIEVED[0] <= ratio <= BELIEVED[1]:
        low, high = BELIEVED
        allowed = f"a meter that says {low:g} to {high:g} times the {noted_l:.0f} L noted: something else ran, or was"
        raise OutOfRangeError("after_l", after_l, f"{allowed} not noted")
    return Metered(through, noted_l, ratio, Mean(flow_l_per_min * ratio, METER_CV, 1))
