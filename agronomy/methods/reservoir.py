"""A reservoir below the mix: it is filled by hose, and the wick does the rest."""

from __future__ import annotations

from dataclasses import dataclass

from agronomy.describe.garden import Rig
from agronomy.methods.base import STOP_MINUTES, InHand, Target, flow_cv


@dataclass(frozen=True)
class Fill:
    """All that is poured arrives in the reservoir."""

    rig: Rig
    arrives: float = 1.0
    ponds: bool = True  # what is poured from above all the same

    @property
    def litres_cv(self) -> float:
        return flow_cv(self.rig)

    def reach(self, ksat_mm_per_h: float, ground_m2: float) -> float:
        return 1.0

    def person_minutes(self, litres: float, times: float) -> float:
        return self.pouring_minutes(litres) + times * STOP_MINUTES

    def tap_minutes(self, litres: float) -> float:
        return self.pouring_minutes(litres)

    def pouring_minutes(self, litres: float) -> float:
        return litres / self.rig.flow_l_per_min

    def in_hand(self, litres: float, target: Target) -> InHand:
        return InHand()
