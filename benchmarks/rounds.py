"""Two sides in turn, in the order A B B A, so that what the machine does meanwhile falls on both alike."""

from __future__ import annotations

import os
import statistics
import time
from collections.abc import Callable
from dataclasses import dataclass


@dataclass(frozen=True)
class Spread:
    """Quartiles of measured times [s]."""

    low: float
    mid: float
    high: float


def spread(times: list[float]) -> Spread:
    """The quartiles of some times; of two, they and their mean."""
    return Spread(*statistics.quantiles(times, n=4, method="inclusive"))


@dataclass(frozen=True)
class Ratio:
    """Times [s] of the slower and the quicker side. ratio: quartiles of the rounds' own ratios."""

    name: str
    slow: Spread
    quick: Spread
    ratio: Spread
    rounds: int


def compare(name: str, slow: Callable[[], object], quick: Callable[[], object], rounds: int) -> Ratio:
    """Time both sides in `rounds` rounds of A B B A, after one unmeasured call of each."""
    slow(), quick()
    a, b, ratios = list[float](), list[float](), list[float]()
    for _ in range(rounds):
        first, second, third, fourth = (timed(x) for x in (slow, quick, quick, slow))
        a += [first, fourth]
        b += [second, third]
        ratios.append((first + fourth) / (second + third))
    return Ratio(name, spread(a), spread(b), spread(ratios), rounds)


def timed(act: Callable[[], object]) -> float:
    """How long it takes [s]."""
    started = time.perf_counter()
    act()
    return time.perf_counter() - started


def measure(act: Callable[[], object], rounds: int) -> Spread:
    """One side alone, after one unmeasured call."""
    act()
    return spread([timed(act) for _ in range(rounds)])


def load() -> str:
    """The machine's load average and cores, as text."""
    return f"load {os.getloadavg()[0]:.2f} on {os.cpu_count()} cores"
