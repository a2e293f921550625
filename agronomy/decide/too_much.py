"""What becomes of more water than a bed takes."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Final

import numpy as np

from agronomy.decide.morning import Morning

TIMES_ITS_NEED: Final = 1.5  # poured, from which it is spoken of; common practice, no source
LEAST_OVER_MM: Final = 5.0  # over the ground: less is a hand's roughness; common practice, no source


@dataclass(frozen=True)
class TooMuch:
    """poured_l: today; fills_l: what would have filled it; below_l: of the rest, what is expected to be lost below [L].

    short_of_air_days: on how many of the next days most series stand above the air mark.
    """

    poured_l: float
    fills_l: float
    below_l: float
    short_of_air_days: int


def too_much(m: Morning) -> TooMuch | None:
    """What is to be said of today's watering where it was far more than the bed takes; None where it was not.

    Common practice.
    """
    need_mm = max(0.0, m.net_mm) * m.to_ground
    over_mm = m.poured_mm - need_mm
    if over_mm < LEAST_OVER_MM or m.poured_mm < TIMES_ITS_NEED * need_mm:
        return None
    to_l = m.ground_m2 / m.today.arrives
    above = np.median(m.never.net[:, m.i], axis=1) < 0
    drained = int(np.argmin(above)) if not above.all() else len(above)  # the first day on which none stands above it
    below_mm = float(m.never.lost[: drained + 1, m.i].sum(axis=0).mean())
    short = np.median(m.never.net[:, m.i], axis=1) < -m.day.air_mark
    return TooMuch(m.poured_mm * to_l, need_mm * to_l, min(below_mm, over_mm) * to_l, int(short.sum()))
