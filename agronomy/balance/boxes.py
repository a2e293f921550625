"""A box over its reservoir in days ahead on which nobody fills it."""

from __future__ import annotations

import numpy as np

from agronomy.balance import layout as at
from agronomy.balance.run import Run
from agronomy.balance.terms import NEVER, Array


def left_alone(run: Run, i: int, days: int, full: bool = False) -> Array:
    """What the reservoir of bed `i` holds at the end of each day ahead (day, series) [mm over the ground], if no hand
    and no timer fills it. full: from full this morning on, the mix as wet as the wick holds it. Arithmetic over the
    balance."""
    alone = run.only([i])
    ahead = slice(run.today_at, run.today_at + days)
    alone.days[run.today_at + (0 if full else 1) : ahead.stop, :, at.TO_FULL] = 0.0  # what ran this morning did run
    if full:
        alone.state[..., at.R] = alone.figures[0, at.CAPACITY]
        rests = alone.figures[0, at.WICK_REST] * alone.days[run.today_at, 0, at.TAW]
        alone.state[..., at.DR], alone.state[..., at.W] = rests, 0.0
        alone.days[ahead, :, at.FILL], alone.days[ahead, :, at.SEEN_STORE] = 0.0, -1.0
    return np.asarray(alone.ahead(np.full((days, 1), NEVER)).reservoir[:, 0])
