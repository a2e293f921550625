"""How a reservoir is kept: always supplied, or left to run down until the mix above has dried to its mark."""

from __future__ import annotations

import datetime as dt
from dataclasses import dataclass

from agronomy.balance.run import Run
from agronomy.decide.wishes import standing, wish_on
from agronomy.describe.garden import Bed, Planting
from agronomy.describe.words import SupplyWhy
from agronomy.plants.crops import crop_of
from agronomy.plants.size import stage_name
from agronomy.plants.starts import STARTS

KEPT_RAW = 0.6  # of RAW: what is kept supplied is filled before its mix lacks more; common practice, no source
SOUR_FOR_DAYS = 14  # a reservoir that smelt sour is let run dry before it is kept full again; common practice
STALE_DAYS = 7  # so long nearly full, and what lies below has lost its air; common practice, no source
FREEZES_C, FREEZES_CHANCE = 0.0, 0.2  # a night, and the share of the members with one; common practice, no source
NEARLY_FULL = 0.8  # of its capacity; common practice, no source


@dataclass(frozen=True)
class Supply:
    """kept: filled before it runs out; else it runs down, and is filled when the mix has dried to its mark.

    why: "chosen" (the bed's own pattern), "sour" (it smelt so), "dry_between" (its crop wants that), "young" (nothing
    large stands there yet), "grown", or "buried" (beside the roots, where no roots stand in it).
    """

    kept: bool
    why: SupplyWhy


def supply_of(bed: Bed, date: dt.date) -> Supply:
    """How a bed's reservoir is kept on a date. Common practice, no source.

    A box that is always full turns foul and drowns the roots of what is young; what is grown drinks it down by itself.
    """
    if bed.reservoir is not None and bed.reservoir.buried:
        return Supply(True, "buried")
    if bed.pattern == "run_down":
        return Supply(False, "chosen")
    if any(o.kind == "sour" and 0 <= (date - o.date).days < SOUR_FOR_DAYS for o in bed.observations):
        return Supply(False, "sour")
    if wish_on(bed, date) == "dry_between":
        return Supply(False, "dry_between")
    there = standing(bed, date)
    if there and all(_young(p, date) for p in there):
        return Supply(False, "young")
    return Supply(True, "grown")


def frost_on(run: Run) -> dt.date | None:
    """The first day ahead whose night may freeze what stands full; None: none in sight. Common practice."""
    freezing = (run.weather.tmin[run.n_behind :] <= FREEZES_C).mean(axis=1) >= FREEZES_CHANCE
    return run.today + dt.timedelta(days=int(freezing.argmax())) if freezing.any() else None


def _young(planting: Planting, date: dt.date) -> bool:
    stage = stage_name(crop_of(planting), (date - planting.planted).days)
    return stage == "initial" and not STARTS[planting.start].grown
