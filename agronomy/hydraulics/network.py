"""Laterals on a main, and a tap that gives less head the more is taken: heads and flows of the whole."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from agronomy.hydraulics.lateral import Lateral, Solved, pipes_of
from agronomy.hydraulics.pipes import Pipes, solve_pipes

CLOSE_M, MOST_STEPS = 1e-7, 60
USUAL_HEAD_M = 25.0  # of a house's tap that nobody measured; common practice, no source


@dataclass(frozen=True)
class Tap:
    """Head shut [m], and what it loses by flow squared: head = shut - c Q^2 (Q in L/h). reducer_m: at most so much
    behind a pressure reducer; None: there is none."""

    shut_m: float
    c: float
    reducer_m: float | None = None

    def head_m(self, flow_l_h: float) -> float:
        """Head [m] at a flow [L/h]. The square law of a fitting; common practice."""
        head = self.shut_m - self.c * flow_l_h**2
        return head if self.reducer_m is None else min(head, self.reducer_m)

    def slope(self, flow_l_h: float) -> float:
        """Head [m] lost by a litre an hour more. Arithmetic."""
        held = self.reducer_m is not None and self.shut_m - self.c * flow_l_h**2 > self.reducer_m
        return 0.0 if held else -2.0 * self.c * flow_l_h


def tap_of_readings(
    open_l_min: float, shut_m: float | None = None, throttled: tuple[float, float] | None = None,
    reducer_m: float | None = None,
) -> Tap:  # fmt: skip
    """A tap by its bucket, open to the air [L/min]: there all its head is lost.

    shut_m: head behind the shut tap [m]. throttled: flow [L/min] and head [m] at once, where a gauge was read with the
    tap running: then both constants follow from the two readings. Neither: the usual head. Arithmetic.
    """
    q = open_l_min * 60.0
    if throttled is not None:
        q1, h1 = throttled[0] * 60.0, throttled[1]
        c = h1 / (q**2 - q1**2)
        return Tap(c * q**2, c, reducer_m)
    head = USUAL_HEAD_M if shut_m is None else shut_m
    return Tap(head, head / q**2, reducer_m)


@dataclass(frozen=True)
class Outlet:
    """A lateral on a main: the length [m], bore [mm] and rise [m] of the main from the outlet before, or the tap.

    through: the main goes on from the end of the lateral before, whose water comes through that lateral.
    """

    length_m: float
    bore_mm: float
    rise_m: float
    lateral: Lateral
    through: bool = False


@dataclass(frozen=True)
class Network:
    """inlet_m: head behind the tap [m]; heads [m] at each outlet; laterals, each solved; inflow [L/h]."""

    inlet_m: float
    heads_m: tuple[float, ...]
    laterals: tuple[Solved, ...]
    inflow_l_h: float


def solve_network(tap: Tap, outlets: Sequence[Outlet]) -> Network:
    """A main with laterals behind a tap, which gives the less head the more they take: Newton on the head behind it,
    held between bounds.

    Darcy and Weisbach in every pipe. A tap that gives nothing, or a main without a lateral, gives no flow.
    """
    if not outlets:
        return Network(tap.head_m(0.0), (), (), 0.0)
    pipes, places = _joined(outlets)
    low, high = 0.0, tap.head_m(0.0)
    inlet = high
    for _ in range(MOST_STEPS):
        heads, flows, inflow, grows = solve_pipes(pipes, inlet)
        off = inlet - tap.head_m(inflow)
        if abs(off) < CLOSE_M or high - low < CLOSE_M:
            break
        low, high = (low, inlet) if off > 0 else (inlet, high)
        inlet -= off / (1.0 - tap.slope(inflow) * grows)
        if not low < inlet < high:
            inlet = (low + high) / 2
    laterals = [Solved(heads[a:b], flows[a:b], float(flows[a:b].sum())) for a, b in places]
    return Network(inlet, tuple(float(heads[a - 1]) for a, _ in places), tuple(laterals), inflow)


def _joined(outlets: Sequence[Outlet]) -> tuple[Pipes, list[tuple[int, int]]]:
    """All as one tree, and from which point to which each lateral lies; the point before them is its outlet."""
    parts: list[tuple[np.ndarray, ...]] = []
    places: list[tuple[int, int]] = []
    outlet, n, none = -1, 0, np.zeros(1)
    for o in outlets:
        start = places[-1][1] - 1 if o.through and places else outlet
        main = (np.array([x]) for x in (start, o.length_m, o.bore_mm, o.rise_m))
        before, *chain = vars(pipes_of(o.lateral)).values()
        outlet, first = n, n + 1
        n = first + len(before)
        places.append((first, n))
        parts += [(*main, none, np.ones(1), none), (before + first, *chain)]
    columns = [np.concatenate(x) for x in zip(*parts, strict=True)]
    return Pipes(*columns), places
