"""Hose and can: litres to seconds at each base and for the ground between, or to cans."""

from __future__ import annotations

import math
from dataclasses import dataclass
from typing import Final

from agronomy.describe.garden import Rig
from agronomy.methods.base import CAN_CV, STOP_MINUTES, HoseSplit, InHand, Target, flow_cv

BASE_RADIUS_M = 0.25  # a base is the circle of this radius round a stem, or the canopy where that is smaller
PATCH_M2 = 0.35  # ground one stand of the hose covers between plants; common practice, no source
LEAST_BASE_S = 4.0  # shorter than this no hand can count: the ground is watered all over; common practice
LEAST_PATCH_SHARE = 0.10  # below this share of the rooted ground the bases get it all
LEAST_CAN: Final = 0.25  # of a can: less is carried like a quarter; common practice, no source
CAN_PARTS: Final = 8  # a can is poured to the eighth; common practice, no source
LEAST_IN_CANS: Final = 0.5  # of a can; common practice, no source


@dataclass(frozen=True)
class Held:
    """A hose that somebody stands by while it runs: it reaches what it is pointed at, at its rig's flow."""

    rig: Rig

    @property
    def litres_cv(self) -> float:
        return flow_cv(self.rig)

    def reach(self, rooted_m2: float) -> float:
        return 1.0

    def person_minutes(self, litres: float, times: float) -> float:
        return self.pouring_minutes(litres) + times * STOP_MINUTES

    def tap_minutes(self, litres: float) -> float:
        return self.pouring_minutes(litres)

    def pouring_minutes(self, litres: float) -> float:
        return litres / self.rig.flow_l_per_min


@dataclass(frozen=True)
class Hose(Held):
    """A hose in somebody's hand."""

    arrives: float = 0.90  # common practice, no source
    ponds: bool = True

    def arrives_at(self, rooted_m2: float) -> float:
        return self.arrives

    def in_hand(self, litres: float, target: Target) -> InHand:
        return InHand(hose=hose_split(litres, self.rig.flow_l_per_min, target), flow_l_per_min=self.rig.flow_l_per_min)


@dataclass(frozen=True)
class Can:
    """A can that is filled and carried: what it holds [L], and the minutes to fill, carry and pour one."""

    rig: Rig
    can_l: float
    can_minutes: float
    arrives: float = 0.95  # common practice, no source
    litres_cv: float = CAN_CV
    ponds: bool = True

    def reach(self, rooted_m2: float) -> float:
        return 1.0

    def arrives_at(self, rooted_m2: float) -> float:
        return self.arrives

    def person_minutes(self, litres: float, times: float) -> float:
        return max(litres / self.can_l, LEAST_CAN * times) * self.can_minutes + times * STOP_MINUTES

    def tap_minutes(self, litres: float) -> float:
        return 0.0  # it is filled between

    def pouring_minutes(self, litres: float) -> float:
        return litres / self.rig.flow_l_per_min

    def in_hand(self, litres: float, target: Target) -> InHand:
        whole = cans(litres, self.can_l)
        return InHand(litres=whole * self.can_l if whole else None, cans=whole)


def hose_split(litres: float, flow_l_per_min: float, target: Target) -> HoseSplit:
    """Seconds of hose at each base and each patch of the ground between; common practice, no source.

    Each base gets its own circle's share of the rooted ground; the patches share the rest.
    """
    total_s = litres / flow_l_per_min * 60
    bases = max(target.plants, 1)
    circle = min(math.pi * BASE_RADIUS_M**2, max(target.canopy_m2_each, 0.01))
    base_share = min(1.0, bases * circle / max(target.rooted_m2, 1e-9))
    if 1 - base_share < LEAST_PATCH_SHARE:
        base_share = 1.0
    if total_s * base_share / bases < LEAST_BASE_S:
        bases, base_share = 0, 0.0
    patches = math.ceil((1 - base_share) * target.rooted_m2 / PATCH_M2)
    patch_s = total_s * (1 - base_share) / patches if patches else 0.0
    base_s = total_s * base_share / bases if bases else 0.0
    return HoseSplit(bases, base_s, patches, patch_s, total_s)


def cans(litres: float, can_l: float) -> float:
    """Number of cans, to the nearest eighth; 0 for less than LEAST_IN_CANS, which is poured to a mark in litres: an
    eighth would be too coarse for it. Arithmetic."""
    return round(litres / can_l * CAN_PARTS) / CAN_PARTS if litres >= LEAST_IN_CANS * can_l else 0.0
