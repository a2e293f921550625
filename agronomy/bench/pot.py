"""What a pot holds: by its measures, or by filling it."""

from __future__ import annotations

import math
from collections.abc import Sequence

from agronomy.bench.trials import Mean, mean_of

MEASURED_CV, FILLED_CV = 0.08, 0.04  # by a tape, by measured cans; common practice, no source


def of_measures(top_cm: float, bottom_cm: float, height_cm: float) -> Mean:
    """Volume [L] of a round pot, a truncated cone: top and bottom width and height of the mix [cm]. Any geometry."""
    cm3 = math.pi * height_cm / 12 * (top_cm**2 + top_cm * bottom_cm + bottom_cm**2)
    return Mean(cm3 / 1000, MEASURED_CV, 1)


def of_box(length_cm: float, width_cm: float, height_cm: float) -> Mean:
    """Volume [L] of a box, by its inner measures [cm]."""
    return Mean(length_cm * width_cm * height_cm / 1000, MEASURED_CV, 1)


def of_fillings(litres: Sequence[float]) -> Mean:
    """Volume [L] from what it took to fill the pot, once or several times."""
    return mean_of(litres, FILLED_CV, 0.02)
