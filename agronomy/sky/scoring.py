"""How chances turned out: in how many of the days said so it came, and the Brier score against what is usual."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Final

import numpy as np

BINS: Final = ((0.0, 0.25), (0.25, 0.55), (0.55, 0.85), (0.85, 1.0 + 1e-9))  # of chances, as they are said in words
LEAST: Final = 10  # fewer tell nothing; common practice, no source


@dataclass(frozen=True)
class Bin:
    """Chances between two bounds: how many there were, the mean of what was said, and of how many it came."""

    low: float
    high: float
    n: int
    said: float
    came: int


@dataclass(frozen=True)
class Score:
    """brier: mean of (chance - 0 or 1)^2, the less the better; usual: the same had one always said what is usual.
    enough: whether so many tell anything."""

    n: int
    brier: float
    usual: float
    bins: tuple[Bin, ...]
    enough: bool

    @property
    def skill(self) -> float:
        """1 less brier over usual: above 0, better than what is usual."""
        return 1.0 - self.brier / self.usual if self.usual > 0 else 0.0


def score(chances: Sequence[float], came: Sequence[bool]) -> Score | None:
    """Chances [0..1] against whether it came; None where there are none. Brier (1950); what is usual is the share of
    all of them in which it came."""
    if not len(chances):
        return None
    said, happened = np.asarray(chances, dtype=float), np.asarray(came, dtype=float)
    bins = []
    for low, high in BINS:
        inside = (said >= low) & (said < high)
        if inside.any():
            mean, of_them = float(said[inside].mean()), int(happened[inside].sum())
            bins.append(Bin(low, min(high, 1.0), int(inside.sum()), mean, of_them))
    brier = float(((said - happened) ** 2).mean())
    usual = float(((happened.mean() - happened) ** 2).mean())
    return Score(len(said), brier, usual, tuple(bins), len(said) >= LEAST)
