"""What your own finger feels: a pot weighed and felt as it dries."""

from __future__ import annotations

import collections
import itertools
import statistics
from collections.abc import Sequence
from typing import Final

from agronomy.describe.errors import InputError, OutOfRangeError
from agronomy.describe.garden import FingerMark
from agronomy.describe.words import WETNESS

ONE_READING_SPREAD: Final = 0.15  # of TAW; common practice, no source
LEAST_SPREAD: Final = 0.05


def scale(full_g: float, limp_g: float, readings: Sequence[tuple[float, str]]) -> tuple[FingerMark, ...]:
    """The share of TAW that was gone when the finger said each of its words.

    full_g: the pot after it was soaked and had drained; limp_g: when the plant in it went limp [g]; readings: (weight
    [g], what the finger said). Weighing a drying pot is the gravimetric method of any soil handbook.

    Raises InputError.
    """
    if limp_g >= full_g:
        raise OutOfRangeError("limp_g", limp_g, f"less than the full pot ({full_g:g} g)")
    found: dict[str, list[float]] = collections.defaultdict(list)
    for i, (weight, said) in enumerate(readings):
        if not limp_g <= weight <= full_g:
            raise OutOfRangeError(f"readings[{i}].weight_g", weight, f"between limp ({limp_g:g}) and full ({full_g:g})")
        found[said].append((full_g - weight) / (full_g - limp_g))
    if not found:
        raise InputError("readings", 0, "at least one weight with what the finger said")
    marks = []
    for said in WETNESS:
        if said in found:
            shares = found[said]
            spread = statistics.stdev(shares) if len(shares) > 1 else ONE_READING_SPREAD
            marks.append(FingerMark(said, statistics.fmean(shares), min(max(spread, LEAST_SPREAD), 1.0)))
    _refuse_crossed(marks)
    return tuple(marks)


def _refuse_crossed(marks: list[FingerMark]) -> None:
    """Wetter words must stand for wetter soil."""
    for drier, wetter in itertools.pairwise(marks):
        if wetter.share_of_taw >= drier.share_of_taw:
            said, other = wetter.reading.replace("_", " "), drier.reading.replace("_", " ")
            raise InputError(
                "readings", f"{said} at {wetter.share_of_taw:.0%} gone", f"{said} to be wetter than {other}"
            )
