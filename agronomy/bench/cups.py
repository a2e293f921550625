"""Cups under a line's emitters: how even it is, and which of them give too little."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from agronomy.describe.errors import InputError
from agronomy.hydraulics.evenness import cu, du_low_quarter

BLOCKED = 0.5  # of what the middle cup caught: less, and the emitter is blocked or pinched; common practice, no source


@dataclass(frozen=True)
class Cups:
    """even: low quarter over mean; cu: Christiansen's; flow [L/h] of the mean emitter; blocked: which, from 1 on."""

    even: float
    cu: float
    flow_l_h: float
    blocked: tuple[int, ...]


def cups(caught_ml: Sequence[float], minutes: float) -> Cups:
    """What was caught under some emitters [mL] in so many minutes. Merriam and Keller (1978), Christiansen (1942).

    Raises InputError where nothing was caught at all.
    """
    x = np.asarray(caught_ml, dtype=float)
    if x.sum() <= 0:
        raise InputError("caught", 0, "a cup that caught something")
    blocked = tuple(int(i) + 1 for i in np.flatnonzero(x < BLOCKED * np.median(x)))
    return Cups(du_low_quarter(x.tolist()), cu(x.tolist()), float(x.mean()) / 1000 / minutes * 60, blocked)
