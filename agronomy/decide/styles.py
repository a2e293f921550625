"""Styles and patterns: when a bed asks for water."""

from __future__ import annotations

import datetime as dt
from dataclasses import dataclass
from typing import Final

from agronomy.describe.garden import Bed, Garden, Planting
from agronomy.describe.kinds import KINDS
from agronomy.describe.words import WISHES, Pattern, Style, Wish
from agronomy.plants.crops import drought_weight, is_watered, wish_of


@dataclass(frozen=True)
class Trigger:
    """A bed asks for water when its depletion passes raw x RAW + beyond x (TAW - RAW).

    until_next: it asks later than that, where what stays drawn with ease carries until the next round.
    """

    raw: float
    beyond: float
    until_next: bool = False


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
    weights = [drought_weight(p, (date - p.planted).days) for p in _standing(bed, date)]
    return DRYNESS_WEIGHT[style_of(garden, bed)] * max([1.0, *weights])


def wishes_on(bed: Bed, date: dt.date) -> tuple[Wish, ...]:
    """How those that stand in a bed on a date want their water, each wish once, the most even first. Practice."""
    wishes = {wish_of(p.own_crop.like if p.own_crop else p.crop) for p in _standing(bed, date)}
    return tuple(wish for wish in WISHES[::-1] if wish in wishes)


def _standing(bed: Bed, date: dt.date) -> list[Planting]:
    return [p for p in bed.plantings if p.planted <= date and (p.removed is None or p.removed > date) and is_watered(p)]


def wish_on(bed: Bed, date: dt.date) -> Wish:
    """How what stands in a bed on a date wants its water: of several, what needs it most evenly. Practice."""
    return next(iter(wishes_on(bed, date)), "even")


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
    return own.get(pattern_of(bed, date), STYLE_TRIGGERS[style_of(garden, bed)])
