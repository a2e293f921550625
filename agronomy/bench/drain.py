"""The drain test: a hole filled with water, and a clock."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass

from agronomy.bench.trials import Mean, mean_of
from agronomy.describe.errors import InputError, OutOfRangeError

# Fall of the water in a hole [mm/h] above which a bed drains freely, and below which water stands: common practice.
FREE_FROM, STANDING_BELOW = 25.0, 5.0
ONE_HOLE_CV, HOLE_FLOOR = 0.5, 0.2  # conductivity differs from hole to hole by so much; common practice, no source


@dataclass(frozen=True)
class Hole:
    """A hole across_cm wide; readings: (minutes since it was filled, water above the bottom [cm]), first to last."""

    across_cm: float
    readings: tuple[tuple[float, float], ...]


@dataclass(frozen=True)
class Drained:
    """ksat: what the soil takes [mm/h]; fall_mm_per_h in the hole; drainage: a name of DRAINAGES."""

    ksat: Mean
    fall_mm_per_h: float
    drainage: str


def conductivity(hole: Hole) -> float:
    """Saturated conductivity [mm/h] by the inverse auger-hole (Porchet) method: K = 1.15 r (log10(h0 + r/2) -
    log10(h + r/2)) / t (van Hoorn 1979; Oosterbaan and Nijland in ILRI Publication 16, chapter 12, from memory).

    The last two readings count: the soil around is wettest then. Raises InputError.
    """
    _check(hole)
    (t0, h0), (t, h) = hole.readings[-2:]
    r = hole.across_cm / 2
    cm_per_min = 1.15 * r * (math.log10(h0 + r / 2) - math.log10(h + r / 2)) / (t - t0)
    return cm_per_min * 600


def _check(hole: Hole) -> None:
    if len(hole.readings) < 2:
        raise InputError("readings", len(hole.readings), "at least two readings of a hole")
    for i, ((t0, h0), (t, h)) in enumerate(zip(hole.readings, hole.readings[1:], strict=False), 1):
        if t <= t0:
            raise OutOfRangeError(f"readings[{i}].minutes", t, f"later than the reading before ({t0:g})")
        if h > h0:
            raise OutOfRangeError(f"readings[{i}].water_cm", h, f"at most the reading before ({h0:g})")


def drain(holes: Sequence[Hole]) -> Drained:
    """What some holes say together."""
    ksat = mean_of([conductivity(hole) for hole in holes], ONE_HOLE_CV, HOLE_FLOOR)
    falls = []
    for hole in holes:
        (t0, h0), (t, h) = hole.readings[-2:]
        falls.append((h0 - h) / (t - t0) * 600)
    fall = sum(falls) / len(falls)
    drainage = "free" if fall >= FREE_FROM else "standing" if fall < STANDING_BELOW else "slow"
    return Drained(ksat, fall, drainage)
