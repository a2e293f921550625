"""A line of emitters, solved by itself."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from agronomy.hydraulics.emitters import Emitter
from agronomy.hydraulics.pipes import Array, Pipes, solve_pipes


@dataclass(frozen=True)
class Lateral:
    """Segments from the inlet on, each with an emitter at its end: length [m], bore [mm], rise [m; uphill positive]."""

    length_m: Array
    bore_mm: Array
    rise_m: Array
    emitter: Emitter


@dataclass(frozen=True)
class Solved:
    """Heads [m] and flows [L/h] at each emitter; what they give together [L/h]."""

    head_m: Array
    flow_l_h: Array
    inflow_l_h: float


def even_lateral(length_m: float, emitters: int, bore_mm: float, rise_m: float, emitter: Emitter) -> Lateral:
    """Emitters evenly along a line, the first one spacing from the inlet; rise: of its end over its inlet. Geometry."""
    n = np.full(emitters, 1.0 / emitters)
    return Lateral(length_m * n, np.full(emitters, bore_mm), rise_m * n, emitter)


def pipes_of(line: Lateral) -> Pipes:
    """A lateral as a chain of pipes. Arithmetic."""
    n, e = len(line.length_m), line.emitter
    k, x, holds = (np.full(n, value) for value in (e.k, e.x, e.holds_from_m))
    return Pipes(np.arange(n) - 1, line.length_m, line.bore_mm, line.rise_m, k, x, holds)


def solve(line: Lateral, inlet_head_m: float) -> Solved:
    """A lateral at a head at its inlet [m]. Darcy and Weisbach, q = k h^x; Newton."""
    heads, flows, inflow, _ = solve_pipes(pipes_of(line), inlet_head_m)
    return Solved(heads, flows, inflow)
