"""Laterals on a main, and a tap that gives less head the more is taken: heads and flows of the whole."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from agronomy.hydraulics.friction import head_loss, head_loss_slope
from agronomy.hydraulics.lateral import Lateral, Solved, solve

CLOSE_L_H, CLOSE_M, MOST_STEPS = 1e-6, 1e-7, 60
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
    """A lateral on a main: the length [m], bore [mm] and rise [m] of the main from the outlet before, or the tap."""

    length_m: float
    bore_mm: float
    rise_m: float
    lateral: Lateral


@dataclass(frozen=True)
class Network:
    """inlet_m: head behind the tap [m]; heads [m] at each outlet; laterals, each solved; inflow [L/h]."""

    inlet_m: float
    heads_m: tuple[float, ...]
    laterals: tuple[Solved, ...]
    inflow_l_h: float


def solve_network(tap: Tap, outlets: Sequence[Outlet]) -> Network:
    """A main with laterals behind a tap. Newton on the heads at the outlets, each lateral answering by its slope.

    Darcy and Weisbach in every pipe. A tap that gives nothing, or a main without a lateral, gives no flow.
    """
    n = len(outlets)
    head = tap.head_m(0.0)
    heads = [max(0.1, head - sum(o.rise_m for o in outlets[: i + 1])) for i in range(n)]
    solved: list[Solved] = []
    for _ in range(MOST_STEPS):
        solved = [solve(o.lateral, max(h, 0.0)) for o, h in zip(outlets, heads, strict=True)]
        beyond = [sum(s.inflow_l_h for s in solved[i:]) for i in range(n)]
        total = beyond[0] if beyond else 0.0
        head = tap.head_m(total)
        before, residual, lost = head, [], []
        for i, o in enumerate(outlets):
            residual.append(heads[i] - before + o.rise_m + head_loss(beyond[i], o.length_m, o.bore_mm))
            lost.append(head_loss_slope(beyond[i], o.length_m, o.bore_mm) - (tap.slope(total) if i == 0 else 0.0))
            before = heads[i]
        if max((abs(r) for r in residual), default=0.0) < CLOSE_M:
            break
        a = b = 0.0
        answers = []
        for i in range(n - 1, -1, -1):
            g = solved[i].grows + a
            answer, shift = 1.0 / (1.0 + lost[i] * g), -(lost[i] * b + residual[i]) / (1.0 + lost[i] * g)
            answers.append((answer, shift))
            a, b = g * answer, b + g * shift
        change = 0.0
        for i, (answer, shift) in enumerate(reversed(answers)):
            change = answer * change + shift
            heads[i] = max(heads[i] + change, 0.3 * heads[i])
    flow = sum(s.inflow_l_h for s in solved)
    return Network(tap.head_m(flow), tuple(heads), tuple(solved), flow)
