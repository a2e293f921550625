"""How evenly a line or a sprinkler gives: by what it is made to give, or by what was caught in cups."""

from __future__ import annotations

import math
from collections.abc import Sequence

import numpy as np

QUARTER = 0.25


def low_quarter(values: Sequence[float]) -> float:
    """Mean of the lowest quarter [unit of the values]; of fewer than four, the lowest. Merriam and Keller (1978)."""
    ordered = np.sort(np.asarray(values, dtype=float))
    return float(ordered[: max(1, round(QUARTER * len(ordered)))].mean())


def du_low_quarter(values: Sequence[float]) -> float:
    """Distribution uniformity [0..1]: the mean of the lowest quarter over the mean. Merriam and Keller (1978)."""
    mean = float(np.mean(values))
    return low_quarter(values) / mean if mean > 0 else 0.0


def cu(values: Sequence[float]) -> float:
    """Christiansen's coefficient of uniformity [0..1], 1942: 1 - sum|x - m| / (n m)."""
    x = np.asarray(values, dtype=float)
    mean = float(x.mean())
    return float(1.0 - np.abs(x - mean).mean() / mean) if mean > 0 else 0.0


def eu(flows: Sequence[float], made_cv: float, per_plant: float = 1.0) -> float:
    """Design emission uniformity [0..1]: (1 - 1.27 CV / sqrt(n)) qmin / qmean. Keller and Karmeli (1974); ASAE EP405.

    made_cv: how far emitters differ as they are made [-]; per_plant: emitters at each plant.
    """
    mean = float(np.mean(flows))
    made = 1.0 - 1.27 * made_cv / math.sqrt(max(per_plant, 1.0))
    return max(0.0, made * float(np.min(flows)) / mean) if mean > 0 else 0.0
