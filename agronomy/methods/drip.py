"""Drip: litres to minutes, and how wide an emitter wets."""

from __future__ import annotations

import math
from dataclasses import dataclass
from typing import Final

from agronomy.describe.garden import Drip, Rig
from agronomy.methods.base import InHand, Target, flow_cv
from agronomy.methods.tubes import Opened

RUN_THAT_SETS_THE_WIDTH_L = 4.0  # litres from one emitter in an ordinary run; common practice, no source
ARRIVES_USUALLY, ARRIVES_EVEN = 0.90, 0.95  # of what a line gives, and of one that is quite even; common practice
CUPS_CV, PRINTED_CV, GUESSED_CV = 0.08, 0.15, 0.35  # of a line's flow, by how it is known; common practice, no source
LEAST_ROOTS_M = 0.10  # deeper than this it wets, however short the roots; common practice, no source
DEPTH_POWER = 0.63  # of the water given, by which depth grows; Schwartzman and Zur (1986), from memory
LEAST_DRYNESS = 0.2  # in ground nearly full, where the rule says nothing any more; common practice, no source
FIT_L, FIT_L_H = (1.0, 40.0), (1.0, 8.0)  # of one emitter, that the wetted shape was fitted to; from memory
STRIP_FROM = 1.5  # widths over spacing from which wet rounds are one strip: two thirds of a half ellipsoid; geometry
LINE_MINUTES = 0.5  # to open a drip line, which then runs by itself; common practice, no source
LEAST_WETTED: Final = 0.05
WHEN_DUE: Final = 0.5  # dryness of ground that asks for water; common practice, no source
WIDTH_SOURCE: Final = "wetted width by Schwartzman and Zur 1986, from memory"


@dataclass(frozen=True)
class DripLine:
    """A line of emitters that is opened and closed; `opened` None: nothing is known of it but that it is there.

    wets_m2: what all its emitters keep wet of the ground. Plants stand by them: young roots are reached whole, and
    what the rest of the line gives falls beside them.
    """

    rig: Rig
    opened: Opened | None
    wets_m2: float = math.inf
    ksat: float = 10.0  # conductivity of its ground [mm/h]
    ponds: bool = True

    @property
    def drip(self) -> Drip | None:
        return self.opened.drip if self.opened else None

    @property
    def arrives(self) -> float:
        """By how even cups found it, since the least watered plant sets the time; else as is usual."""
        even = self.drip.even if self.drip else None
        return ARRIVES_USUALLY if even is None else ARRIVES_EVEN * even

    @property
    def litres_cv(self) -> float:
        """How doubtful its litres are: as its flow is known by cups, by what is printed, or not at all."""
        return flow_cv(self.rig) if self.drip is None else line_cv(self.drip)

    def goes(self, litres: float, dryness: float, roots_m: float) -> int:
        """In how many runs so many litres [L] are given, so that none sinks below the roots [m]. dryness: share of what
        the ground holds that is gone [0..1]. Schwartzman and Zur (1986)."""
        if self.opened is None or litres <= 0:
            return 1
        line, takes = self.opened.drip, self.opened.inflow_l_h
        deep = bulb(line, takes / line.emitters, self.pouring_minutes(litres), self.ksat, dryness).depth_m
        return max(1, math.ceil(float((deep / max(roots_m, LEAST_ROOTS_M)) ** (1 / DEPTH_POWER)) - 1e-9))

    def reach(self, rooted_m2: float) -> float:
        return min(1.0, max(LEAST_WETTED, self.wets_m2 / rooted_m2))

    def arrives_at(self, rooted_m2: float) -> float:
        return self.arrives * min(1.0, rooted_m2 / self.wets_m2) if self.drip else self.arrives

    def person_minutes(self, litres: float, times: float) -> float:
        return times * LINE_MINUTES

    def tap_minutes(self, litres: float) -> float:
        return self.pouring_minutes(litres)

    def pouring_minutes(self, litres: float) -> float:
        """Minutes it must run to give these litres [L], by what it takes in behind its tap; arithmetic."""
        if self.opened is None:
            return litres / self.rig.flow_l_per_min
        return litres / max(self.opened.inflow_l_h, 1e-9) * 60

    def in_hand(self, litres: float, target: Target) -> InHand:
        return InHand(run_minutes=None if self.opened is None else self.pouring_minutes(litres))


def line_cv(drip: Drip) -> float:
    """How doubtful a line's litres are [-]. Common practice, by the figures named above."""
    return GUESSED_CV if drip.guessed else PRINTED_CV if drip.even is None else CUPS_CV


def wetted_width_m(litres_each: float, flow_l_per_h: float, ksat_mm_per_h: float) -> float:
    """Width [m] wetted under one emitter. Schwartzman and Zur (1986), SI form with 1.82, from memory."""
    volume = litres_each / 1000
    q = flow_l_per_h / 1000 / 3600
    ks = ksat_mm_per_h / 1000 / 3600
    return float(1.82 * volume**0.22 * (ks / q) ** -0.17)


def wetted_depth_m(litres_each: float, flow_l_per_h: float, ksat_mm_per_h: float) -> float:
    """Depth [m] wetted under one emitter. Schwartzman and Zur (1986), SI form with 2.54, from memory."""
    volume, q, ks = litres_each / 1000, flow_l_per_h / 1000 / 3600, ksat_mm_per_h / 1000 / 3600
    return float(2.54 * volume**DEPTH_POWER * (ks / q) ** 0.45) if volume > 0 else 0.0


@dataclass(frozen=True)
class Bulb:
    """One emitter's ground by a run: width and depth [m]. beyond_fit: outside what the shape was fitted to."""

    minutes: float
    litres_each: float
    width_m: float
    depth_m: float
    beyond_fit: bool


def bulb(drip: Drip, flow_l_h: float, minutes: float, ksat_mm_per_h: float, dryness: float = 1.0) -> Bulb:
    """The ground that one emitter wets in a run at a flow [L/h]. Schwartzman and Zur (1986), fitted to dry ground.

    dryness: share of what the ground holds that is gone [0..1]: the less, the further the same water goes. Where wet
    rounds overlap they are a strip, and deeper. A hole that found it deeper makes it narrower as well. Arithmetic.
    """
    each = flow_l_h * minutes / 60
    if each <= 0:
        return Bulb(minutes, 0.0, 0.0, 0.0, True)
    goes_for = each / min(max(dryness, LEAST_DRYNESS), 1.0)
    width = wetted_width_m(goes_for, flow_l_h, ksat_mm_per_h) / math.sqrt(drip.deepens)
    depth = wetted_depth_m(goes_for, flow_l_h, ksat_mm_per_h) * drip.deepens
    if (spacing := spacing_m(drip)) is not None:
        depth *= max(1.0, width / spacing / STRIP_FROM)
    beyond = not (FIT_L[0] <= each <= FIT_L[1] and FIT_L_H[0] <= flow_l_h <= FIT_L_H[1])
    return Bulb(minutes, each, width, depth, beyond)


def spacing_m(drip: Drip) -> float | None:
    """From emitter to emitter along a row [m]; None where its length is open. Arithmetic."""
    return None if drip.length_m is None else drip.length_m * drip.rows / drip.emitters


def wetted_m2(drip: Drip, ksat_mm_per_h: float) -> float:
    """Ground that a line keeps wet [m2], by an ordinary run; what overlaps counts once. Arithmetic over bulb."""
    flow = drip.flow_l_per_h
    width = bulb(drip, flow, 60 * RUN_THAT_SETS_THE_WIDTH_L / flow, ksat_mm_per_h).width_m
    round_m2, spacing = math.pi / 4 * width**2, spacing_m(drip)
    return drip.emitters * (round_m2 if spacing is None else min(round_m2, width * spacing))
