"""How long a line may be: by the line solved, and by the quick rule."""

from __future__ import annotations

import functools
import math

from agronomy.hydraulics.emitters import Emitter, gives
from agronomy.hydraulics.friction import C_PLASTIC, hazen_williams
from agronomy.hydraulics.lateral import even_lateral, solve

SOUND = (
    0.10  # of its mean flow, from the best to the worst emitter: the usual design rule; Keller and Karmeli, from memory
)
LONGEST_M = 400.0


def christiansen_f(outlets: int, m: float = 1.852) -> float:
    """Loss of a line with evenly spaced outlets over that of a plain pipe of its inflow [-]; Christiansen (1942).

    m: exponent of the flow in the friction law [-]; the first outlet one spacing from the inlet.
    """
    return 1.0 / (m + 1.0) + 1.0 / (2.0 * outlets) + math.sqrt(m - 1.0) / (6.0 * outlets**2)


def quick_loss_m(length_m: float, outlets: int, flow_l_h: float, bore_mm: float, c: float = C_PLASTIC) -> float:
    """Head [m] lost along a line that takes in `flow_l_h` [L/h]: Hazen and Williams with Christiansen's F."""
    return hazen_williams(flow_l_h, length_m, bore_mm, c) * christiansen_f(outlets)


def varies(emitter: Emitter, length_m: float, spacing_m: float, bore_mm: float, rise_m: float, head_m: float) -> float:
    """Flow of the best emitter less that of the worst, over their mean [-], of a line at an inlet head [m]. Arithmetic
    over the solved line."""
    flows = solve(
        even_lateral(length_m, max(1, round(length_m / spacing_m)), bore_mm, rise_m, emitter), head_m
    ).flow_l_h
    mean = float(flows.mean())
    return float(flows.max() - flows.min()) / mean if mean > 0 else math.inf


@functools.lru_cache(maxsize=512)
def longest_sound_m(emitter: Emitter, spacing_m: float, bore_mm: float, slope: float, head_m: float) -> float:
    """The longest line [m] whose flows differ by no more than SOUND; slope: rise over length [-], head_m: at its inlet.

    By doubling and halving over whole spacings; 0 where not even one emitter gives anything. Keller and Karmeli's rule.
    """
    if gives(emitter, head_m - slope * spacing_m) <= 0:
        return 0.0

    def sound(n: int) -> bool:
        return varies(emitter, n * spacing_m, spacing_m, bore_mm, slope * n * spacing_m, head_m) <= SOUND

    low, high, most = 1, 2, max(2, int(LONGEST_M / spacing_m))
    while sound(high):
        if high == most:
            return high * spacing_m
        low, high = high, min(2 * high, most)
    while high - low > 1:
        middle = (low + high) // 2
        low, high = (middle, high) if sound(middle) else (low, middle)
    return low * spacing_m
