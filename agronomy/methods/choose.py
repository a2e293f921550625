"""The method of a bed."""

from __future__ import annotations

import math

from agronomy.describe.garden import Bed, Garden, Sprinkler
from agronomy.describe.words import MethodName
from agronomy.methods.base import Method
from agronomy.methods.drip import DripLine, wetted_m2
from agronomy.methods.hand import Can, Hose
from agronomy.methods.reservoir import Fill
from agronomy.methods.sprinkler import Overhead
from agronomy.methods.tubes import by_hand, rig_of


def by_today(method: MethodName, drills: bool) -> MethodName:
    """How a bed is watered on a day: a line does not reach the drills between its holes, and seed is watered from above
    by hand until it no longer needs a damp top. Common practice, no source."""
    return "hose" if method == "drip" and drills else method


def method_of(garden: Garden, bed: Bed, ksat_mm_per_h: float, ground_m2: float) -> Method:
    """How a bed is watered: so much ground [m2] of such a conductivity [mm/h]."""
    rig = rig_of(garden, bed)
    if bed.method == "can":
        return Can(rig, garden.can_l, garden.can_minutes)
    if bed.method == "drip":
        wets = wetted_m2(bed.drip, ksat_mm_per_h) if bed.drip else math.inf
        return DripLine(rig, by_hand(garden, bed), wets, ksat_mm_per_h)
    if bed.method == "sprinkler":
        return Overhead(rig, bed.sprinkler or Sprinkler(), ground_m2)
    return Fill(rig) if bed.method == "reservoir" else Hose(rig)
