"""How fast a buried bottle, pipe or unglazed pot gives its water, by a timed test in its own ground."""

from __future__ import annotations

import math
from collections.abc import Sequence

from agronomy.bench.trials import Mean, mean_of
from agronomy.describe.errors import InputError

A_DAY_H = 24.0
TIMED_CV, TIMED_LEAST_CV = 0.2, 0.1  # of one timing, and of however many: soil differs; common practice, no source
NEARLY_EMPTY = 0.05  # of what was filled: what is emptier by then ran dry at an unknown hour; common practice


def seep_l_per_day(filled_l: float, readings: Sequence[tuple[float, float]]) -> Mean:
    """Litres that one gives in the first day after it was filled [L/d].

    readings: hours since then [h], and what was left [L]. Between two readings the level falls by the head that is left
    (a falling head, exponential); what the day takes is filled less what would be left after 24 h. Arithmetic.

    Raises InputError for more left than was filled, more left later, or nothing given.
    """
    rates = []
    before_h, before_l = 0.0, filled_l
    for i, (hours, left_l) in enumerate(readings):
        if hours <= before_h:
            raise InputError(f"readings[{i}].hours", hours, f"more than {before_h:g} h, the reading before")
        if left_l > before_l:
            raise InputError(f"readings[{i}].left_l", left_l, f"at most {before_l:g} L, what was there before")
        if before_l > NEARLY_EMPTY * filled_l:
            left = max(left_l, NEARLY_EMPTY * filled_l)
            rates.append(math.log(before_l / left) / (hours - before_h))
        before_h, before_l = hours, left_l
    if not any(rates):
        raise InputError("readings", before_l, "a reading by which some water has gone")
    return mean_of([filled_l * (1.0 - math.exp(-rate * A_DAY_H)) for rate in rates], TIMED_CV, TIMED_LEAST_CV)
