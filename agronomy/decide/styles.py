"""Styles and patterns: when a bed asks for water."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Final

from agronomy.describe.garden import Bed, Garden
from agronomy.describe.kinds import KINDS
from agronomy.describe.words import Pattern, Style


@dataclass(frozen=True)
class Trigger:
    """A bed asks for water when its depletion passes raw x RAW + beyond x (TAW - RAW)."""

    raw: float
    beyond: float

    def depletion(self, raw: float, taw: float) -> float:
        """The depletion [same unit as raw and taw] at which the bed asks."""
        return self.raw * raw + self.beyond * (taw - raw)


STYLE_TRIGGERS: Final = {
    "ample": Trigger(0.7, 0.0),
    "steady": Trigger(1.0, 0.0),
    "sparing": Trigger(1.0, 0.3),
}
LITTLE_AND_OFTEN: Final = Trigger(0.4, 0.0)
RUN_DOWN: Final = Trigger(1.0, 0.45)  # let the mix dry well past the readily available: common practice, no source

# Cost of a mm of missed transpiration against a mm of water lost.
DRYNESS_WEIGHT: Final = {"ample": 4.0, "steady": 2.0, "sparing": 1.0}
WASTE_WEIGHT = 1.0
# What is sown, in a tray, cut or just set out is lost when its top dries: each day beyond the rule counts as so many
# mm of missed transpiration. Common practice, no source.
PARCHED_DAY_MM = 10.0
WET_DAY_WEIGHT = 0.5  # for each step of a crop's dislike of wet feet, in mm of water lost


def style_of(garden: Garden, bed: Bed) -> Style:
    """A bed's own style, else the garden's."""
    return bed.style or garden.style


def pattern_of(bed: Bed) -> Pattern:
    """A bed's own pattern; else little and often in pots, deep and seldom in beds (common practice)."""
    return bed.pattern or ("little_and_often" if KINDS[bed.kind][0] else "deep_and_seldom")


def trigger_of(garden: Garden, bed: Bed) -> Trigger:
    """The trigger of a bed's root zone. A bed kept damp on top is asked for by its top layer as well."""
    own = {"little_and_often": LITTLE_AND_OFTEN, "run_down": RUN_DOWN}
    return own.get(pattern_of(bed), STYLE_TRIGGERS[style_of(garden, bed)])
