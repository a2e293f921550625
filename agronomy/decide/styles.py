"""Styles and patterns: when a bed asks for water."""

from __future__ import annotations

import datetime as dt
from typing import Final, NamedTuple

from agronomy.decide.reservoirs import KEPT_RAW, supply_of
from agronomy.decide.wishes import standing, wish_on
from agronomy.describe.garden import Bed, Garden
from agronomy.describe.kinds import KINDS
from agronomy.describe.words import Pattern, Style
from agronomy.plants.crops import drought_weight


class Trigger(NamedTuple):
    """A bed asks for water when its depletion passes raw x RAW + beyond x (TAW - RAW).

    until_next: it asks later than that, where what stays drawn with ease carries until the next round. fill_raw: a
    reservoir is filled before the mix above it lacks so much of RAW; 0: it is let run down to the trigger.
    """

    raw: float
    beyond: float
    until_next: bool = False
    fill_raw: float = 0.0


STYLE_TRIGGERS: Final = {
    "ample": Trigger(0.7, 0.0),
    "steady": Trigger(1.0, 0.0),
    "sparing": Trigger(1.0, 0.3),
}
LITTLE_AND_OFTEN: Final = Trigger(0.4, 0.0, until_next=True)  # common practice, no source
RUN_DOWN: Final = Trigger(1.0, 0.45)  # let the mix dry well past the readily available: common practice, no source

# Cost of a mm of missed transpiration against a mm of water lost.
DRYNESS_WEIGHT: Final = {"ample": 4.0, "steady": 2.0, "sparing": 1.0}
WASTE_WEIGHT = 1.0
# What is sown, in a tray, cut or just set out is lost when its top dries, and a pot that droops is set back for more
# than the water it missed: each day of either, by its hours, counts as so many mm of missed transpiration. Common
# practice, no source.
HURT_DAY_MM = 10.0
WET_DAY_WEIGHT = 0.5  # for each step of a crop's dislike of wet feet, in mm of water lost


def style_of(garden: Garden, bed: Bed) -> Style:
    """A bed's own style, else the garden's."""
    return bed.style or garden.style


def dryness_weight(garden: Garden, bed: Bed, date: dt.date) -> float:
    """What a mm of missed transpiration costs a bed on a date, against a mm of water lost.

    By its style; and never less than that, but more while something in it flowers and sets fruit (FAO-33, from memory).
    """
    weights = [drought_weight(p, (date - p.planted).days) for p in standing(bed, date)]
    return DRYNESS_WEIGHT[style_of(garden, bed)] * max([1.0, *weights])


def pattern_of(bed: Bed, date: dt.date) -> Pattern:
    """A bed's own pattern; else by what stands in it on a date, and in what (common practice).

    Dry between: deep and seldom everywhere; even: little and often in pots, deep and seldom in beds; never dry: little
    and often everywhere.
    """
    if bed.pattern is not None:
        return bed.pattern
    often = {"dry_between": False, "even": KINDS[bed.kind][0], "never_dry": True}[wish_on(bed, date)]
    return "little_and_often" if often else "deep_and_seldom"


def trigger_of(garden: Garden, bed: Bed, date: dt.date) -> Trigger:
    """The trigger of a bed's root zone. A bed kept damp on top is asked for by its top layer as well."""
    own = {"little_and_often": LITTLE_AND_OFTEN, "run_down": RUN_DOWN}
    trigger = own.get(pattern_of(bed, date), STYLE_TRIGGERS[style_of(garden, bed)])
    kept = bed.reservoir is not None and supply_of(bed, date).kept
    return trigger._replace(fill_raw=KEPT_RAW) if kept else trigger
