"""Food in a bed's soil: what comes is taken up with what plants drink, and goes below with what drains."""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np

from agronomy.balance.terms import Array, Terms


@dataclass(frozen=True)
class Food:
    """Nitrogen of a bed on each day behind [g]: left in the evening, come, taken up, washed out; wanted: what its
    plants would have taken up."""

    left: Array
    came: Array
    taken: Array
    washed: Array
    wanted: Array


def food(rows: Terms, came: Array, wanted: Array, holds_mm: float, start: float) -> Food:
    """The balance of nitrogen over a bed's days behind.

    rows: terms (day,), mm over the ground. came, wanted (day,) [g]. holds_mm: water of the rooted soil at field
    capacity, over the ground. start: what is there at first [g]. Food is in the soil's water and well mixed, so what
    drains takes the share 1 - exp(-drained / holds) along (a piston of well mixed water; Burns 1975, from memory);
    then plants take what they want of the rest. A mass balance: start + come = left + taken + washed.
    """
    drained = np.asarray(rows.drained_rooted, dtype=float).tolist()
    left, taken, washed, now = [], [], [], start
    for out, plus, want in zip(drained, came.tolist(), wanted.tolist(), strict=True):
        now += plus
        gone = now * (1.0 - math.exp(-max(out, 0.0) / max(holds_mm, 1e-9)))
        now -= gone
        drunk = min(now, want)
        now -= drunk
        left.append(now)
        taken.append(drunk)
        washed.append(gone)
    return Food(np.array(left), came, np.array(taken), np.array(washed), wanted)
