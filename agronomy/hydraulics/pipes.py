"""A tree of pipes solved point by point: heads, what each emitter gives, and what the whole takes in at a head.

Newton over all heads at once. Each step is two sweeps: from the ends, how the flow beyond a point answers to the head
before it; from the inlet, the heads. Plain Python; compiled where it is used (`compiled`).
"""

from __future__ import annotations

import functools
from collections.abc import Callable
from dataclasses import dataclass
from typing import Any

import numpy as np
import numpy.typing as npt

from agronomy.compiling import with_parts
from agronomy.hydraulics.emitters import PLAIN
from agronomy.hydraulics.friction import friction_factor, head_loss, head_loss_slope

Array = npt.NDArray[np.float64]
CLOSE_M = 1e-8  # residual of every pipe's head [m] at which it is solved
MOST_STEPS = 60
LEAST_HEAD_M = 1e-6  # below which an emitter gives nothing


@dataclass(frozen=True)
class Pipes:
    """Pipes, each with a point at its end. before: the point that it begins at, a lower number; -1: the inlet.

    length [m], bore [mm], rise [m; uphill positive]. k, x, holds_from_m: of the emitter at its point, by
    emitters.Emitter; k 0: there is none.
    """

    before: npt.NDArray[np.int64]
    length_m: Array
    bore_mm: Array
    rise_m: Array
    k: Array
    x: Array
    holds_from_m: Array


def flow_and_slope(head_m: float, k: float, x: float, holds_from_m: float) -> tuple[float, float]:
    """What an emitter gives at a head [m], as emitters.gives, and how it grows [L/h, L/h/m].

    Keller and Karmeli (1974).
    """
    if head_m <= LEAST_HEAD_M or k == 0.0:
        return 0.0, 0.0
    if head_m < holds_from_m:
        flow = k * holds_from_m**x * (head_m / holds_from_m) ** PLAIN
        return flow, PLAIN * flow / head_m
    flow = k * head_m**x
    return flow, x * flow / head_m


def run_pipes(
    before: npt.NDArray[np.int64],
    length_m: Array,
    bore_mm: Array,
    rise_m: Array,
    k: Array,
    x: Array,
    holds_from_m: Array,
    inlet_head_m: float,
    heads: Array,
    flows: Array,
) -> tuple[float, float]:
    """Fill heads [m] and flows [L/h] of the points of a tree at an inlet's head [m]; returns inflow [L/h] and how it
    grows with that head [L/h/m].

    heads: where to begin from. Newton with halved steps; arithmetic over friction.py and emitters.py.
    """
    n = len(length_m)
    slope, answer, shift = np.zeros(n), np.zeros(n), np.zeros(n)
    residual, change = np.zeros(n), np.zeros(n)
    inflow, grows = 0.0, 0.0
    for step in range(MOST_STEPS):
        beyond = np.zeros(n)
        inflow, worst = 0.0, 0.0
        for i in range(n - 1, -1, -1):
            flows[i], slope[i] = flow_and_slope(heads[i], k[i], x[i], holds_from_m[i])
            beyond[i] += flows[i]
            if before[i] < 0:
                inflow += beyond[i]
            else:
                beyond[before[i]] += beyond[i]
        for i in range(n):
            head = inlet_head_m if before[i] < 0 else heads[before[i]]
            residual[i] = heads[i] - head + rise_m[i] + head_loss(beyond[i], length_m[i], bore_mm[i])
            worst = max(worst, abs(residual[i]))
        # Of what flows beyond each point: how it answers to the head there, and by how much it is off.
        a, b = np.zeros(n), np.zeros(n)
        grows = 0.0
        for i in range(n - 1, -1, -1):
            lost = head_loss_slope(beyond[i], length_m[i], bore_mm[i])
            g = slope[i] + a[i]
            answer[i], shift[i] = 1.0 / (1.0 + lost * g), -(lost * b[i] + residual[i]) / (1.0 + lost * g)
            if before[i] < 0:
                grows += g * answer[i]
            else:
                a[before[i]] += g * answer[i]
                b[before[i]] += b[i] + g * shift[i]
        if worst < CLOSE_M:
            break
        # A long line far from its heads may be thrown below nothing: then it goes half the way.
        part = 1.0 if step > 3 else 0.7
        for i in range(n):
            change[i] = answer[i] * (0.0 if before[i] < 0 else change[before[i]]) + shift[i]
        for i in range(n):
            heads[i] = max(heads[i] + part * change[i], 0.3 * heads[i] if heads[i] > 0.0 else heads[i] + change[i])
    return inflow, grows


def solve_pipes(pipes: Pipes, inlet_head_m: float) -> tuple[Array, Array, float, float]:
    """Heads [m] and flows [L/h] at each point, inflow [L/h] and its growth [L/h/m], at an inlet's head [m]. Darcy and
    Weisbach, q = k h^x; Newton."""
    n = len(pipes.length_m)
    heads, flows = np.full(n, float(inlet_head_m)), np.zeros(n)
    inflow, grows = compiled()(*vars(pipes).values(), float(inlet_head_m), heads, flows)
    return heads, flows, float(inflow), float(grows)


@functools.cache
def compiled() -> Callable[..., Any]:
    """The tree with friction compiled into it; some hundred times as fast as the plain one."""
    import numba

    make = functools.partial(numba.njit, cache=True, error_model="numpy")
    parts: dict[str, Any] = {}
    for plain in (friction_factor, head_loss, head_loss_slope, flow_and_slope):
        parts[plain.__name__] = make(with_parts(plain, parts))
    return make(with_parts(run_pipes, parts))
