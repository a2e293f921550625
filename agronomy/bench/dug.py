"""A hole beside an emitter: how much deeper a run went than the rule for its soil says."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Final

from agronomy.describe.water import Drip
from agronomy.methods.drip import WHEN_DUE, bulb

DEEPENS: Final = (0.2, 5.0)  # that is believed of one hole; common practice, no source


@dataclass(frozen=True)
class LineAt:
    """A line and the ground it runs on: what each of its emitters gives [L/h], conductivity [mm/h]."""

    drip: Drip
    flow_l_h: float
    ksat_mm_per_h: float


@dataclass(frozen=True)
class Dug:
    """deepens: depth found over what the rule says without it. says_cm: what was said until now."""

    deepens: float
    deep_cm: float
    says_cm: float


def dug(line: LineAt, minutes: float, deep_cm: float) -> Dug:
    """What a hole after a run says [cm]. The rule is that of Schwartzman and Zur (1986)."""
    says_cm = 100 * bulb(line.drip, line.flow_l_h, minutes, line.ksat_mm_per_h, WHEN_DUE).depth_m
    found = deep_cm / says_cm * line.drip.deepens
    return Dug(min(max(found, DEEPENS[0]), DEEPENS[1]), deep_cm, says_cm)
