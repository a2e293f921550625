"""How what stands in a bed wants its water."""

from __future__ import annotations

import datetime as dt

from agronomy.describe.garden import Bed, Planting
from agronomy.describe.words import WISHES, Wish
from agronomy.plants.crops import is_watered, wish_of


def standing(bed: Bed, date: dt.date) -> list[Planting]:
    """What stands in a bed on a date and is watered for its own sake."""
    return [p for p in bed.plantings if p.planted <= date and (p.removed is None or p.removed > date) and is_watered(p)]


def wishes_on(bed: Bed, date: dt.date) -> tuple[Wish, ...]:
    """How those that stand in a bed on a date want their water, each wish once, the most even first. Practice."""
    wishes = {wish_of(p.own_crop.like if p.own_crop else p.crop) for p in standing(bed, date)}
    return tuple(wish for wish in WISHES[::-1] if wish in wishes)


def wish_on(bed: Bed, date: dt.date) -> Wish:
    """How what stands in a bed on a date wants its water: of several, what needs it most evenly. Practice."""
    return next(iter(wishes_on(bed, date)), "even")
