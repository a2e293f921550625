"""A bed under a timer that only runs, set in one way or another: nobody looks at it in the days ahead."""

from __future__ import annotations

import numpy as np

from agronomy.balance import layout as at
from agronomy.balance.run import Ahead, Run
from agronomy.balance.terms import BY_TRIGGER, NEVER, Array


def under_settings(run: Run, i: int, poured_mm: Array) -> Ahead:
    """Bed `i` in the days ahead under each of some settings: poured_mm (day, setting) arrives [mm over the ground] on
    the morning of each day from today on, whatever was set before; nothing else does. What was noted of today stands.

    Arithmetic over the balance.
    """
    days, settings = poured_mm.shape
    many = run.only([i] * settings)
    ahead = slice(run.today_at, run.today_at + days)
    noted = many.days[run.today_at, :, at.MORNING].copy()
    many.days[ahead, :, at.MORNING] = poured_mm
    many.days[run.today_at, :, at.MORNING] = np.maximum(noted, poured_mm[0])
    return many.ahead(np.full((days, settings), NEVER))


def as_it_asks(run: Run, i: int, days: int) -> Ahead:
    """The same bed where it is watered on the mornings on which it asks. Arithmetic over the balance."""
    one = run.only([i])
    one.days[run.today_at + 1 : run.today_at + days, :, at.MORNING] = 0.0  # without what its timer would give
    return one.ahead(np.full((days, 1), BY_TRIGGER))
