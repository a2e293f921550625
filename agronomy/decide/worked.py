"""What was worked of one bed by itself, kept as long as the plan of it is: beds touch each other by time and tubes
alone, so that after a mark only the bed that changed is worked anew. A cache, never a truth."""

from __future__ import annotations

import weakref
from collections.abc import Callable, Hashable, Iterable, Sequence
from dataclasses import dataclass, field
from typing import Any


@dataclass
class Worked:
    """By what was asked for: its days without limits, what was weighed on a day, and sums over days."""

    alone: dict[Hashable, Any] = field(default_factory=dict)
    weighed: dict[tuple[int, bytes], Any] = field(default_factory=dict)
    sums: dict[Hashable, float] = field(default_factory=dict)


_worked: weakref.WeakKeyDictionary[Any, Worked] = weakref.WeakKeyDictionary()


def worked_of(bed: object) -> Worked:
    """What is kept of a bed's plan."""
    return _worked.setdefault(bed, Worked())


def sums_of(beds: Sequence[object], what: Hashable, work: Callable[[list[int]], Iterable[float]]) -> tuple[float, ...]:
    """A sum of each bed's plan, worked for those at whose places it is not known, in the unit that `work` gives.
    Arithmetic."""
    kept = [worked_of(b).sums for b in beds]
    new = [i for i, sums in enumerate(kept) if what not in sums]
    if new:
        for i, value in zip(new, work(new), strict=True):
            kept[i][what] = value
    return tuple(sums[what] for sums in kept)
