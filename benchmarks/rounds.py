"""Interleaved rounds and their medians, so that what the machine does meanwhile falls on both sides alike."""

from __future__ import annotations

import os
import statistics
import time
from collections.abc import Callable
from dataclasses import dataclass


@dataclass(frozen=True)
class Ratio:
    """Median times [s] of the slower and the quicker side, over `rounds`; noise: the same side against itself."""

    name: str
    slow: float
    quick: float
    noise: float
    rounds: int

    @property
    def times(self) -> float:
        return self.slow / self.quick


def compare(name: str, slow: Callable[[], object], quick: Callable[[], object], rounds: int) -> Ratio:
    """Time both sides in turn, `rounds` times each, after one unmeasured round; the quick side twice, for the noise."""
    slow(), quick()
    measured: dict[str, list[float]] = {"slow": [], "quick": [], "again": []}
    for _ in range(rounds):
        for side, act in (("slow", slow), ("quick", quick), ("again", quick)):
            started = time.perf_counter()
            act()
            measured[side].append(time.perf_counter() - started)
    medians = {side: statistics.median(times) for side, times in measured.items()}
    noise = abs(medians["quick"] / medians["again"] - 1)
    return Ratio(name, medians["slow"], medians["quick"], noise, rounds)


def load() -> str:
    """The machine's load average and cores, as text."""
    return f"load {os.getloadavg()[0]:.2f} on {os.cpu_count()} cores"
