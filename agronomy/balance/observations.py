"""What an observation says about the balance: one place for every kind, wherever it is entered."""

from __future__ import annotations

from dataclasses import dataclass
from math import inf
from typing import Final

from agronomy.describe.garden import FingerMark, Observation
from agronomy.ground.holding import Holding

# What a finger feels, as a depletion in shares of RAW; common practice, no source.
FINGER: Final[dict[str, float]] = {"wet": 0.0, "moist": 0.35, "just_damp": 0.85, "dry": 1.4}
STILL_WET = 0.15  # "still wet, left it": in shares of RAW; common practice, no source
LIFTED: Final[dict[str, float]] = {"heavy": 0.1, "middling": 0.4, "light": 0.8}  # in shares of TAW; common practice
FULL: Final = (-inf, 0.0)
DRY_BELOW = 0.7  # of TAW, below the depth that a dug hole shows moist; common practice, no source

# How far each kind moves the state; common practice, no source.
WEIGHTS: Final[dict[str, float]] = {
    "finger": 0.7, "still_wet": 0.6, "lifted": 0.6, "probe": 0.5, "dug": 0.75, "float": 0.95, "saucer": 0.9,
    "weighed": 0.9,
}  # fmt: skip

FINGER_KNOWN = 0.9  # weight of a reading whose mark was found without any spread; common practice, no source


@dataclass(frozen=True)
class Sighting:
    """A depletion that was seen, as a share of RAW or (of_taw) of TAW, and how far to believe it [0..1].

    between: what it cannot be below and above, as the same share.
    """

    share: float
    of_taw: bool
    weight: float
    between: tuple[float, float] = (-inf, inf)


def weighed_depletion(kg: float, soaked_kg: float, limp_kg: float) -> float:
    """Depletion as a share of TAW that a weight [kg] tells, from those soaked and limp; negative above field capacity.

    A litre of water weighs a kilogram: arithmetic. Of several alike, the weights of one.
    """
    return min((soaked_kg - kg) / (soaked_kg - limp_kg), 1.2)


def finger_range(reading: str) -> tuple[float, float]:
    """Between which depletions [shares of RAW] a word of the finger lies: halfway to its neighbours.

    Whatever was reckoned before, ground that was just felt is as it was felt. Common practice, no source.
    """
    at = FINGER[reading]
    least = max(((at + x) / 2 for x in FINGER.values() if x < at), default=-inf)
    most = min(((at + x) / 2 for x in FINGER.values() if x > at), default=inf)
    return least, most


def sighting(seen: Observation, top: Holding, rooting_m: float, finger: tuple[FingerMark, ...] = ()) -> Sighting:
    """What an observation of the soil says; rooting_m [m]: as deep as roots go that day. A float is of the reservoir,
    what ran out of the day's water, the look of the top of the top layer: balance/forcing.py.

    finger: what this garden's fingers were found to feel; a mark is believed the more, the less it was spread.
    """
    weight = WEIGHTS[seen.kind]
    if seen.kind == "finger":
        mark = next((m for m in finger if m.reading == seen.reading), None)
        if mark is not None:
            return Sighting(mark.share_of_taw, True, min(max(FINGER_KNOWN - mark.spread, 0.4), 0.85))
        reading = str(seen.reading)
        return Sighting(FINGER[reading], False, weight, finger_range(reading))
    # Over water in its saucer a mix is full, or more.
    at_once = {"still_wet": Sighting(STILL_WET, False, weight), "saucer": Sighting(0.0, False, weight, FULL)}
    if seen.kind in at_once:
        return at_once[seen.kind]
    if seen.kind == "lifted":
        return Sighting(LIFTED[str(seen.reading)], True, weight)
    if seen.kind == "probe":
        span = top.field_capacity - top.wilting_point
        return Sighting(min(max((top.field_capacity - float(seen.value or 0) / 100) / span, 0.0), 1.0), True, weight)
    moist = min(float(seen.value or 0) / max(rooting_m, 1e-6), 1.0)
    return Sighting((1 - moist) * DRY_BELOW, True, weight)
