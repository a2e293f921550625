"""How a planting begins: how deep it roots at first, and how long its top soil must not dry."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Final

import numpy as np
import numpy.typing as npt

from agronomy.describe.garden import Planting

Days = npt.NDArray[np.float64]


@dataclass(frozen=True)
class Start:
    """root_depth_m at first; damp_days that the top must stay damp; spread_m and height_m as it is set in (0: a seed);
    ball_l: what each is given at least while its roots sit in the ball; held_days: of damp_days, those in which the
    rule does not give at all, since there are no roots yet; grown: whether it stands full-grown already."""

    root_depth_m: float
    damp_days: int
    spread_m: float = 0.0
    height_m: float = 0.0
    ball_l: float = 0.0
    held_days: int = 0
    grown: bool = False


# Common practice, no source: seedlings and cool crops just sown, top 5 to 8 cm never dry; cuttings about a week.
STARTS: Final[dict[str, Start]] = {
    "sown": Start(0.05, 0),  # its top stays damp until it is up, and beyond (damp_share)
    "tray": Start(0.04, 28, 0.05, 0.04),
    "pricked_out": Start(0.05, 10, 0.06, 0.05, 0.05),
    "potted_up": Start(0.08, 5, 0.12, 0.12, 0.3),
    "hardening_off": Start(0.08, 3, 0.15, 0.12),
    "cutting": Start(0.04, 14, 0.12, 0.12, 0.2, 8),
    "transplant": Start(0.10, 14, 0.18, 0.15, 0.75),
    "established": Start(0.10, 0, grown=True),
}
TRUE_LEAVES_DAYS: Final = 12  # from coming up to the first true leaves; common practice, no source
UP_AND_SMALL: Final = 0.25  # how far the damp-top rule has let go by then: to about REW; common practice, no source
DRILL_M: Final = 0.12  # of ground is wetted along a drill, and so far apart seedlings stand at most in it, as a
IN_DRILL: Final = 1 / 3  # share of their full spread; common practice, no source
LARGEST_SET_IN: Final = 0.4  # of the full size: no plant is larger when it is set in; common practice, no source
WATER_IN_L: Final = {  # for each plant, on the day; common practice, no source
    "transplant": 1.0, "potted_up": 0.5, "cutting": 0.2, "pricked_out": 0.05,
}  # fmt: skip
DAMP_FROM, DAMP_TO = 0.5, 1.0  # of REW at first, of TEW at the end: the rule lets go little by little; practice


def start_depth_m(planting: Planting) -> float:
    """Root depth on the first day [m]; a stem set deeper starts deeper. Common practice."""
    return STARTS[planting.start].root_depth_m + planting.buried_m


def damp_share(planting: Planting, days: Days, emerges: int = 0) -> Days:
    """How far the damp-top rule has let go [0..1] at days since planting; NaN where it no longer holds.

    It hardly gives at first and then faster, as roots go down; what is sown is kept damp until it is up, `emerges` days
    from sowing, and a little less so until its first true leaves: common practice, no source.
    """
    if planting.start == "sown":
        damp = np.where(days < emerges, 0.0, UP_AND_SMALL)
        return np.where((days >= 0) & (days < emerges + TRUE_LEAVES_DAYS), damp, np.nan)
    start = STARTS[planting.start]
    lasts, held = start.damp_days, start.held_days
    inside = (days >= 0) & (days < lasts)
    return np.where(inside, (np.maximum(days - held, 0) / max(lasts - held, 1)) ** 2, np.nan)


def set_in(usual_m: float, full_m: float) -> float:
    """How large a plant is set in [m]: as its start usually is, but no more than a part of its full size.

    Common practice, no source.
    """
    return min(usual_m, LARGEST_SET_IN * full_m)


def ball_l(planting: Planting, full_spread_m: float, days: Days) -> Days:
    """Litres that each plant is given at least at days since planting, while its roots leave the ball they were set in
    with; 0 afterwards. Common practice, no source: about a litre at first, of a small plant less by its leaves, fading
    as roots leave it."""
    start = STARTS[planting.start]
    leaves = (set_in(start.spread_m, full_spread_m) / start.spread_m) ** 2 if start.spread_m > 0 else 1.0
    inside = (days >= 0) & (days < start.damp_days)
    return np.where(inside, start.ball_l * leaves * (1 - days / max(start.damp_days, 1)), 0.0)


def damp_threshold_mm(share: Days, rew: Days, tew: Days) -> Days:
    """Depletion of the top layer [mm] at which it asks for water; 0 where the rule does not hold."""
    return np.asarray(
        np.where(np.isnan(share), 0.0, DAMP_FROM * rew + np.nan_to_num(share) * (DAMP_TO * tew - DAMP_FROM * rew))
    )


def sown_m2(planting: Planting, full_spread_m: float) -> float:
    """Ground that was sown and is wetted until roots go beyond it [m2]; 0 where nothing was sown. Common practice."""
    if planting.start != "sown":
        return 0.0
    if planting.sown_m2 is not None:
        return planting.sown_m2
    apart = min(IN_DRILL * full_spread_m, 2 * DRILL_M) if planting.spacing_m is None else planting.spacing_m
    return planting.count * apart * DRILL_M
