"""Hose and can: litres to seconds at each base and for the ground between, or to cans."""

from __future__ import annotations

import math
from dataclasses import dataclass

from agronomy.describe.garden import Bed, Garden, Rig

BASE_RADIUS_M = 0.25  # a base is the circle of this radius round a stem, or the canopy where that is smaller
PATCH_M2 = 0.35  # ground one stand of the hose covers between plants; common practice, no source
LEAST_BASE_S = 4.0  # shorter than this no hand can count: the ground is watered all over; common practice
LEAST_PATCH_SHARE = 0.10  # below this share of the rooted ground the bases get it all
STOP_MINUTES = 0.5  # to walk on and bring the hose along, for each stop; common practice, no source
LINE_MINUTES = 0.5  # to open a drip line, which then runs by itself; common practice, no source
ARRIVES = {"hose": 0.90, "can": 0.95, "drip": 0.90, "reservoir": 1.0}  # share that reaches the roots; practice


def rig_of(garden: Garden, bed: Bed) -> Rig | None:
    """The hose or tap a bed is watered from: its own, else the garden's first."""
    return next((r for r in garden.rigs if r.name == bed.rig), garden.rigs[0] if garden.rigs else None)


@dataclass(frozen=True)
class HoseSplit:
    """Seconds at each of `bases` and of `patches`, and in all; no bases where plants stand too dense to aim at each."""

    bases: int
    base_s: float
    patches: int
    patch_s: float
    total_s: float


def hose_split(litres: float, flow_l_per_min: float, plants: int, canopy_m2_each: float, rooted_m2: float) -> HoseSplit:
    """Seconds of hose at each base and each patch of the ground between.

    Each base gets its own circle's share of the rooted ground; the patches share the rest.
    """
    total_s = litres / flow_l_per_min * 60
    bases = max(plants, 1)
    circle = min(math.pi * BASE_RADIUS_M**2, max(canopy_m2_each, 0.01))
    base_share = min(1.0, bases * circle / max(rooted_m2, 1e-9))
    if 1 - base_share < LEAST_PATCH_SHARE:
        base_share = 1.0
    if total_s * base_share / bases < LEAST_BASE_S:
        bases, base_share = 0, 0.0
    patches = math.ceil((1 - base_share) * rooted_m2 / PATCH_M2)
    patch_s = total_s * (1 - base_share) / patches if patches else 0.0
    base_s = total_s * base_share / bases if bases else 0.0
    return HoseSplit(bases, base_s, patches, patch_s, total_s)


def cans(litres: float, can_l: float) -> float:
    """Number of cans, to the nearest quarter; 0 for less than that, which is better told in litres."""
    return round(litres / can_l * 4) / 4
