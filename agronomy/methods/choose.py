"""The rig and the method of a bed."""

from __future__ import annotations

import math

from agronomy.describe.garden import Bed, Drip, Garden, Rig, Sprinkler
from agronomy.describe.words import MethodName
from agronomy.methods.base import Method
from agronomy.methods.drip import DripLine, wetted_m2
from agronomy.methods.hand import Can, Hose
from agronomy.methods.reservoir import Fill
from agronomy.methods.sprinkler import Overhead

UNNAMED = Rig("")  # a usual flow, where the garden names no hose


def rig_of(garden: Garden, bed: Bed) -> Rig:
    """The hose or tap a bed is watered from: its own, else the garden's first, else a usual one."""
    return next((r for r in garden.rigs if r.name == bed.rig), garden.rigs[0] if garden.rigs else UNNAMED)


def lines_beside(garden: Garden, bed: Bed) -> tuple[Drip, ...]:
    """The bed's line first, then those of other beds that one outlet of its tap's timer opens with it. Arithmetic."""
    if bed.drip is None:
        return ()
    outlet, rig = bed.drip.outlet, rig_of(garden, bed)
    others = (x for x in garden.beds if x.name != bed.name and x.method == "drip" and rig_of(garden, x) == rig)
    return (bed.drip, *(x.drip for x in others if x.drip and x.drip.outlet == outlet))


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
        return DripLine(rig, bed.drip, wets, ksat_mm_per_h)
    if bed.method == "sprinkler":
        return Overhead(rig, bed.sprinkler or Sprinkler(), ground_m2)
    return Fill(rig) if bed.method == "reservoir" else Hose(rig)
