"""What a measured run says of a line: nothing came, too little, too much, or what was expected."""

from __future__ import annotations

import math
from typing import Final, Literal

FlowFault = Literal["no_flow", "low_flow", "high_flow"]
METER_CV = 0.05  # of a small flow meter; common practice, no source
SURE: Final = 2.0  # standard deviations beyond which a run is not what was expected; common practice, no source
NOTHING: Final = 0.1  # of what was expected: less, and the tap is shut or has no pressure; common practice, no source


def flow_fault(expected_l: float, measured_l: float, cv: float) -> FlowFault | None:
    """What is wrong with a run, by its litres [L] against those expected, whose doubt is `cv` [share]; None: nothing.

    Common practice, no source.
    """
    if expected_l <= 0:
        return None
    ratio, doubt = measured_l / expected_l, SURE * math.hypot(cv, METER_CV)
    if ratio < NOTHING:
        return "no_flow"
    if ratio < 1.0 - doubt:
        return "low_flow"
    return "high_flow" if ratio > 1.0 + doubt else None
