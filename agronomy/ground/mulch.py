"""What mulch does to the evaporation of soil and to the first millimetres of rain."""

from __future__ import annotations

import datetime as dt
from collections.abc import Iterable
from typing import Final

from agronomy.describe.garden import Mulch

# FAO-56 chapter 10: organic mulch, evaporation down about 5 % for each 10 % of the surface covered.
ORGANIC_SAVING = 0.5
USUAL_DEPTH_M = 0.03  # depth at which that saving is reached; common practice, no source
THICK_DEPTH_M, THICK_SAVING = 0.10, 0.75  # a thick layer saves more; common practice, no source
FILM_SAVING = 0.65  # FAO-56 chapter 10: plastic film, 50 to 80 %
FABRIC_SAVING = 0.45  # of woven fabric, which breathes through its weave; common practice, no source
# Of rain on a sheet, what comes through: by a film's holes, through a fabric's weave; common practice, no source.
LETS_IN: Final = {"film": 0.1, "fabric": 0.6}
RAIN_HELD_PER_M: Final = {"film": 0.0, "fabric": 0.0}  # mm of light rain held per m of depth; others below
ORGANIC_RAIN_HELD_PER_M = 20.0  # about 1 mm in 5 cm; common practice, no source


def mulch_on(mulches: Iterable[Mulch], date: dt.date) -> Mulch | None:
    """The mulch that lies on a date: the latest record not after it, None where that is bare soil."""
    latest = max((m for m in mulches if m.date <= date), key=lambda m: m.date, default=None)
    return None if latest is None or latest.kind == "none" else latest


def evaporation_factor(mulch: Mulch | None) -> float:
    """Share of bare-soil evaporation that is left under a mulch [0..1]. FAO-56 chapter 10 for the usual depth."""
    if mulch is None:
        return 1.0
    if mulch.kind in LETS_IN:
        return 1 - (FILM_SAVING if mulch.kind == "film" else FABRIC_SAVING) * mulch.cover
    saving = ORGANIC_SAVING * min(1.0, mulch.depth_m / USUAL_DEPTH_M)
    beyond = max(0.0, min(1.0, (mulch.depth_m - USUAL_DEPTH_M) / (THICK_DEPTH_M - USUAL_DEPTH_M)))
    return 1 - mulch.cover * (saving + (THICK_SAVING - ORGANIC_SAVING) * beyond)


def rain_let_in(mulch: Mulch | None) -> float:
    """Share of rain that comes past a sheet on the ground [0..1]: film, or woven fabric. Common practice."""
    return 1.0 if mulch is None or mulch.kind not in LETS_IN else 1 - (1 - LETS_IN[mulch.kind]) * mulch.cover


def rain_held(mulch: Mulch | None) -> float:
    """Rain that the mulch keeps from the soil each rainy day [mm]. Common practice."""
    if mulch is None:
        return 0.0
    return mulch.cover * mulch.depth_m * RAIN_HELD_PER_M.get(mulch.kind, ORGANIC_RAIN_HELD_PER_M)
