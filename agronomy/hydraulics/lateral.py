"""A line solved emitter by emitter: heads along it, what each gives, and what it takes in at a head.

Newton over all heads at once. Of a chain each step is two sweeps: from the end, how the flow beyond a point answers to
the head before it; from the inlet, the heads. Plain Python; compiled where it is used (`compiled`).
"""

from __future__ import annotations

import functools
from collections.abc import Callable
from dataclasses import dataclass
from typing import Any

import numpy as np
import numpy.typing as npt

from agronomy.compiling import with_parts
from agronomy.hydraulics.emitters import PLAIN, Emitter
from agronomy.hydraulics.friction import friction_factor, head_loss, head_loss_slope

Array = npt.NDArray[np.float64]
CLOSE_M = 1e-8  # residual of every segment's head [m] at which it is solved
MOST_STEPS = 60
LEAST_HEAD_M = 1e-6  # below which an emitter gives nothing


@dataclass(frozen=True)
class Lateral:
    """Segments from the inlet on, each with an emitter at its end: length [m], bore [mm], rise [m; uphill positive]."""

    length_m: Array
    bore_mm: Array
    rise_m: Array
    emitter: Emitter


@dataclass(frozen=True)
class Solved:
    """Heads [m] and flows [L/h] at each emitter; inflow [L/h], and how it grows with the inlet's head [L/h/m]."""

    head_m: Array
    flow_l_h: Array
    inflow_l_h: float
    grows: float


def even_lateral(length_m: float, emitters: int, bore_mm: float, rise_m: float, emitter: Emitter) -> Lateral:
    """Emitters evenly along a line, the first one spacing from the inlet; rise: of its end over its inlet. Geometry."""
    n = np.full(emitters, 1.0 / emitters)
    return Lateral(length_m * n, np.full(emitters, bore_mm), rise_m * n, emitter)


def solve(line: Lateral, inlet_head_m: float) -> Solved:
    """A lateral at a head at its inlet [m]. Darcy and Weisbach, q = k h^x; Newton."""
    e, n = line.emitter, len(line.length_m)
    heads, flows = np.full(n, float(inlet_head_m)), np.zeros(n)
    chain = compiled()
    law = (e.k, e.x, e.holds_from_m)
    inflow, grows = chain(line.length_m, line.bore_mm, line.rise_m, *law, float(inlet_head_m), heads, flows)
    return Solved(heads, flows, float(inflow), float(grows))


def run_chain(
    length_m: Array,
    bore_mm: Array,
    rise_m: Array,
    k: float,
    x: float,
    holds_from_m: float,
    inlet_head_m: float,
    heads: Array,
    flows: Array,
) -> tuple[float, float]:
    """Fill heads [m] and flows [L/h] of a chain of emitters at an inlet's head [m]; returns inflow and its slope.

    heads: where to begin from. Newton with halved steps; arithmetic over friction.py and emitters.py.
    """
    n = len(length_m)
    slope, beyond, answer, shift = np.zeros(n), np.zeros(n), np.zeros(n), np.zeros(n)
    residual, change = np.zeros(n), np.zeros(n)
    grows = 0.0
    for step in range(MOST_STEPS):
        total, worst = 0.0, 0.0
        for i in range(n - 1, -1, -1):
            h = heads[i]
            if h <= LEAST_HEAD_M:
                flows[i], slope[i] = 0.0, 0.0
            elif h < holds_from_m:
                flows[i] = k * holds_from_m**x * (h / holds_from_m) ** PLAIN
                slope[i] = PLAIN * flows[i] / h
            else:
                flows[i] = k * h**x
                slope[i] = x * flows[i] / h
            total += flows[i]
            beyond[i] = total
        before = inlet_head_m
        for i in range(n):
            residual[i] = heads[i] - before + rise_m[i] + head_loss(beyond[i], length_m[i], bore_mm[i])
            before = heads[i]
            worst = max(worst, abs(residual[i]))
        a, b = 0.0, 0.0
        for i in range(n - 1, -1, -1):
            lost = head_loss_slope(beyond[i], length_m[i], bore_mm[i])
            g = slope[i] + a
            answer[i], shift[i] = 1.0 / (1.0 + lost * g), -(lost * b + residual[i]) / (1.0 + lost * g)
            a, b = g * answer[i], b + g * shift[i]
        grows = a
        if worst < CLOSE_M:
            break
        before = 0.0
        for i in range(n):
            before = answer[i] * before + shift[i]
            change[i] = before
        # A long line far from its heads may be thrown below nothing: then it goes half the way.
        part = 1.0 if step > 3 else 0.7
        for i in range(n):
            heads[i] = max(heads[i] + part * change[i], 0.3 * heads[i] if heads[i] > 0.0 else heads[i] + change[i])
    return beyond[0] if n else 0.0, grows


@functools.cache
def compiled() -> Callable[..., Any]:
    """The chain with friction compiled into it; some hundred times as fast as the plain one."""
    import numba

    make = functools.partial(numba.njit, cache=True, error_model="numpy")
    parts: dict[str, Any] = {}
    for plain in (friction_factor, head_loss, head_loss_slope):
        parts[plain.__name__] = make(with_parts(plain, parts))
    return make(with_parts(run_chain, parts))
