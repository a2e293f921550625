"""What own blends are made of: weight by volume, and food by weight. Guesses with half their size of doubt.

Every figure is common practice from memory, no source: such parts vary by where they come from.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Final

from agronomy.describe.feeding import Feed
from agronomy.describe.words import FeedPartName


@dataclass(frozen=True)
class PartFood:
    """kg_per_l: loosely filled; nitrogen, phosphate and potash by weight [%]."""

    kg_per_l: float
    n_pct: float
    p_pct: float
    k_pct: float


PARTS: Final[Mapping[FeedPartName, PartFood]] = {
    "worm_casts": PartFood(0.7, 1.5, 1.0, 0.8),
    "compost": PartFood(0.6, 1.0, 0.5, 0.8),
    "manure": PartFood(0.6, 1.5, 1.2, 1.5),
    "poultry_pellets": PartFood(0.7, 4.0, 3.0, 2.5),
    "seed_cake": PartFood(0.6, 5.0, 1.5, 1.5),
    "bone_meal": PartFood(0.9, 3.5, 18.0, 0.0),
    "blood_meal": PartFood(0.6, 12.0, 1.0, 0.5),
    "fish_meal": PartFood(0.6, 9.0, 5.0, 0.5),
    "seaweed_meal": PartFood(0.6, 1.0, 0.3, 2.5),
    "wood_ash": PartFood(0.5, 0.0, 1.5, 5.0),
    "rock_dust": PartFood(1.4, 0.0, 0.2, 1.0),
    "lime": PartFood(1.2, 0.0, 0.0, 0.0),
}
GUESSED_N_PCT: Final = 0.5  # of an own brew; common practice, no source


def strength_of(feed: Feed) -> tuple[float, float, float]:
    """Nitrogen, phosphate and potash of a feed by weight [%]: as its label tells; of an own blend, the mean of its
    parts by their weight; of a brew whose strength is a guess, GUESSED_N_PCT. Arithmetic over practice."""
    if feed.parts:
        weights = [(x.parts * PARTS[x.part].kg_per_l, PARTS[x.part]) for x in feed.parts]
        total = sum(w for w, _ in weights)
        n, p, k = (sum(w * getattr(x, name) for w, x in weights) / total for name in ("n_pct", "p_pct", "k_pct"))
        return n, p, k
    n_pct = GUESSED_N_PCT if feed.n_pct is None and feed.guessed else feed.n_pct or 0.0
    return n_pct, feed.p_pct or 0.0, feed.k_pct or 0.0
