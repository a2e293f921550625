"""Bottles, pipes and unglazed pots that are buried beside the roots: how much ground each wets, and whom it serves."""

from __future__ import annotations

import math

from agronomy.describe.water import Reservoir
from agronomy.ground.holding import Holding
from agronomy.methods.drip import LEAST_WETTED, wetted_width_m

HALF_DRY = 0.5  # of what the ground can give is missing when water seeps into it; common practice, no source
# What each gives in a day where nobody timed it [L/d]; common practice, no source. Of unglazed pots Bainbridge (2001)
# tells of days between fillings; of a bottle with a few pricked holes it is a day at most.
USUAL_SEEP = {"below": 20.0, "bottle": 4.0, "pipe": 10.0, "clay_pot": 1.5}


def wets_m(given: Reservoir, ground: Holding) -> float:
    """Width [m] of the ground that one of them wets by one filling.

    As of an emitter by Schwartzman and Zur (1986); but no less than the sphere of half dry ground that what it holds
    fills, since what seeps slowly spreads by suction: arithmetic.
    """
    each_l, each_l_h = given.capacity_l / given.count, given.wick_l_per_day / given.count / 24.0
    takes = HALF_DRY * (ground.field_capacity - ground.wilting_point)
    sphere = 2.0 * (3.0 / (4.0 * math.pi) * each_l / 1000.0 / takes) ** (1.0 / 3.0)
    return float(max(sphere, wetted_width_m(each_l, each_l_h, ground.ksat)))


def reached_share(given: Reservoir, ground: Holding, rooted_m2: float) -> float:
    """Share of the rooted ground [0..1] that all of them wet, at least LEAST_WETTED. Arithmetic over wets_m."""
    wetted_m2 = given.count * math.pi / 4 * wets_m(given, ground) ** 2
    return min(1.0, max(LEAST_WETTED, wetted_m2 / max(rooted_m2, 1e-9)))


def share_of_need(given: Reservoir, day_use_l: float) -> float:
    """Share of what plants drink in a day [L] that they give if they are filled every day [0..1]. Arithmetic."""
    a_day = min(given.capacity_l, given.wick_l_per_day)
    return min(1.0, a_day / day_use_l) if day_use_l > 0 else 1.0
