"""What one emitter gives at a head: q = k h^x (Keller and Karmeli 1974)."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Final

NOMINAL_HEAD_M: Final = 10.0  # at which the flow printed on an emitter holds; common practice (1 bar)
PLAIN, HOLDING = (
    0.5,
    0.03,
)  # exponents of a plain orifice and of one that holds its flow; Keller and Karmeli, from memory
OPENS_M: Final = 3.0  # below it one that holds its flow does not; its makers say 0.3 to 0.5 bar, from memory
SOAKER: Final = 1.0  # of a wall that seeps, nearly laminar; common practice, no source


@dataclass(frozen=True)
class Emitter:
    """k [L/h at 1 m], exponent x [-], and the head below which it gives like a plain one [m]."""

    k: float
    x: float
    holds_from_m: float = 0.0


def emitter(nominal_l_h: float, x: float, nominal_head_m: float = NOMINAL_HEAD_M) -> Emitter:
    """An emitter by the flow printed on it [L/h] at its nominal head [m]. Arithmetic."""
    holds = OPENS_M if x < PLAIN / 2 else 0.0
    return Emitter(nominal_l_h / nominal_head_m**x, x, holds)


def gives(e: Emitter, head_m: float) -> float:
    """Flow [L/h] at a head [m]; below that at which it holds, as of a plain orifice. Keller and Karmeli (1974)."""
    if head_m <= 0.0:
        return 0.0
    if head_m < e.holds_from_m:
        return float(e.k * e.holds_from_m**e.x * (head_m / e.holds_from_m) ** PLAIN)
    return float(e.k * head_m**e.x)
