"""Drip: litres to minutes, and how wide an emitter wets."""

from __future__ import annotations

import math
from dataclasses import dataclass
from typing import Final

from agronomy.describe.garden import Drip, Rig
from agronomy.methods.base import InHand, Target, flow_cv
from agronomy.methods.line import inflow_l_h

RUN_THAT_SETS_THE_WIDTH_L = 4.0  # litres from one emitter in an ordinary run; common practice, no source
ARRIVES_USUALLY, ARRIVES_EVEN = 0.90, 0.95  # of what a line gives, and of one that is quite even; common practice
LINE_MINUTES = 0.5  # to open a drip line, which then runs by itself; common practice, no source
LEAST_WETTED: Final = 0.05
WIDTH_SOURCE: Final = "wetted width by Schwartzman and Zur 1986, from memory"


@dataclass(frozen=True)
class DripLine:
    """A line of emitters that is opened and closed; `drip` None: nothing is known of it but that it is there.

    wets_m2: what all its emitters keep wet of the ground. Plants stand by them: young roots are reached whole, and
    what the rest of the line gives falls beside them.
    """

    rig: Rig
    drip: Drip | None
    wets_m2: float = math.inf
    ponds: bool = False

    @property
    def arrives(self) -> float:
        """By how even cups found it, since the least watered plant sets the time; else as is usual."""
        even = self.drip.even if self.drip else None
        return ARRIVES_USUALLY if even is None else ARRIVES_EVEN * even

    @property
    def litres_cv(self) -> float:
        return flow_cv(self.rig)

    def reach(self, rooted_m2: float) -> float:
        return min(1.0, max(LEAST_WETTED, self.wets_m2 / rooted_m2))

    def arrives_at(self, rooted_m2: float) -> float:
        return self.arrives * min(1.0, rooted_m2 / self.wets_m2) if self.drip else self.arrives

    def person_minutes(self, litres: float, times: float) -> float:
        return times * LINE_MINUTES

    def tap_minutes(self, litres: float) -> float:
        return self.pouring_minutes(litres)

    def pouring_minutes(self, litres: float) -> float:
        return litres / self.rig.flow_l_per_min if self.drip is None else run_minutes(litres, self.rig, self.drip)

    def in_hand(self, litres: float, target: Target) -> InHand:
        return InHand(drip_minutes=None if self.drip is None else run_minutes(litres, self.rig, self.drip))


def run_minutes(litres: float, rig: Rig, drip: Drip) -> float:
    """Minutes a line must run to give these litres [L], by what it takes in behind its tap; arithmetic."""
    return litres / max(inflow_l_h(rig, drip), 1e-9) * 60


def litres_of_run(minutes: float, rig: Rig, drip: Drip) -> float:
    """Litres that a line gives in so many minutes; arithmetic."""
    return inflow_l_h(rig, drip) * minutes / 60


def wetted_width_m(litres_each: float, flow_l_per_h: float, ksat_mm_per_h: float) -> float:
    """Width [m] wetted under one emitter. Schwartzman and Zur (1986), SI form with 1.82, from memory."""
    volume = litres_each / 1000
    q = flow_l_per_h / 1000 / 3600
    ks = ksat_mm_per_h / 1000 / 3600
    return float(1.82 * volume**0.22 * (ks / q) ** -0.17)


def wetted_depth_m(litres_each: float, flow_l_per_h: float, ksat_mm_per_h: float) -> float:
    """Depth [m] wetted under one emitter. Schwartzman and Zur (1986), SI form with 2.54, from memory."""
    volume, q, ks = litres_each / 1000, flow_l_per_h / 1000 / 3600, ksat_mm_per_h / 1000 / 3600
    return float(2.54 * volume**0.63 * (ks / q) ** 0.45) if volume > 0 else 0.0


def wetted_m2(drip: Drip, ksat_mm_per_h: float) -> float:
    """Ground that a line keeps wet [m2], by an ordinary run. Width by Schwartzman and Zur (1986)."""
    width = wetted_width_m(RUN_THAT_SETS_THE_WIDTH_L, drip.flow_l_per_h, ksat_mm_per_h)
    return drip.emitters * math.pi / 4 * width**2
