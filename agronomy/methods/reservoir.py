"""A reservoir below the mix: it is filled by hose, and the wick does the rest."""

from __future__ import annotations

from dataclasses import dataclass

from agronomy.methods.base import InHand, Target
from agronomy.methods.hand import Held


@dataclass(frozen=True)
class Fill(Held):
    """All that is poured arrives in the reservoir."""

    arrives: float = 1.0
    ponds: bool = True  # what is poured from above all the same

    def arrives_at(self, rooted_m2: float) -> float:
        return self.arrives

    def in_hand(self, litres: float, target: Target) -> InHand:
        return InHand()
