"""Bottles, pipes and unglazed pots that are buried beside the roots: how much ground each wets, and whom it serves."""

from __future__ import annotations

import math

from agronomy.describe.water import Reservoir
from agronomy.methods.drip import LEAST_WETTED, wetted_width_m

# What each gives in a day where nobody timed it [L/d]; common practice, no source. Of unglazed pots Bainbridge (2001)
# tells of days between fillings; of a bottle with a few pricked holes it is a day at most.
USUAL_SEEP = {"below": 20.0, "bottle": 4.0, "pipe": 10.0, "clay_pot": 1.5}


def wets_m(given: Reservoir, ksat_mm_per_h: float) -> float:
    """Width [m] of the ground that one of them wets by one filling. Schwartzman and Zur (1986), as of an emitter."""
    return wetted_width_m(given.capacity_l / given.count, given.wick_l_per_day / given.count / 24.0, ksat_mm_per_h)


def reached_share(given: Reservoir, ksat_mm_per_h: float, rooted_m2: float) -> float:
    """Share of the rooted ground [0..1] that all of them wet, at least LEAST_WETTED. Arithmetic over wets_m."""
    wetted_m2 = given.count * math.pi / 4 * wets_m(given, ksat_mm_per_h) ** 2
    return min(1.0, max(LEAST_WETTED, wetted_m2 / max(rooted_m2, 1e-9)))


def share_of_need(given: Reservoir, day_use_l: float) -> float:
    """Share of what plants drink in a day [L] that they give if they are filled every day [0..1]. Arithmetic."""
    a_day = min(given.capacity_l, given.wick_l_per_day)
    return min(1.0, a_day / day_use_l) if day_use_l > 0 else 1.0
