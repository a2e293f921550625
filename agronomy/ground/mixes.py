"""Bought and home-made mixes: how much water they hold by the height of the pot."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any, Final

import numpy as np

from agronomy.describe.errors import MissingError, require_one_of
from agronomy.describe.garden import Part

OPEN_BED_SUCTION_CM = 50.0  # a mix in a bed is drained by the soil under it, about 5 kPa: common practice, no source
REPELS_FROM_PEAT = 0.3  # share of peat or bark from which a mix repels water once dry; common practice, no source


@dataclass(frozen=True)
class Mix:
    """Water contents [m3 m-3] at saturation and at wilting; van Genuchten (1980) alpha [1/cm] and n; Ksat [mm/h].

    repels: whether it takes water badly once it is dry. dry_kg_per_l: what a litre of it weighs bone dry [kg].
    """

    saturation: float
    wilting_point: float
    alpha: float
    n: float
    ksat: float
    rew: float
    repels: bool
    source: str
    dry_kg_per_l: float

    def content_at(self, suction_cm: Any) -> Any:
        """Water content [m3 m-3] at a suction [cm of water]. van Genuchten (1980), with m = 1 - 1/n."""
        share = (1 + (self.alpha * suction_cm) ** self.n) ** -(1 - 1 / self.n)
        return self.wilting_point + (self.saturation - self.wilting_point) * share

    def container_capacity(self, height_m: float) -> float:
        """Mean water content [m3 m-3] of a pot of this height after it has drained.

        The bottom stays full and suction rises with height, so a low pot holds more: Bilderback and Fonteno (1987),
        from memory.
        """
        return float(np.mean(self.content_at(np.linspace(0.0, 100 * height_m, 64))))


FROM_MEMORY = "container-substrate handbooks, from memory"

MIXES: Final[dict[str, Mix]] = {
    "potting_mix": Mix(0.85, 0.20, 0.28, 1.6, 300, 8, True, f"bought peat or coir mix: {FROM_MEMORY}", 0.25),
    "home_mix": Mix(0.62, 0.16, 0.24, 1.5, 90, 9, True,
                    "half garden soil, half peat or coir: common practice, no source", 0.70),
    "compost_rich": Mix(0.60, 0.15, 0.075, 1.4, 60, 9, False, "loam with much compost: common practice, no source",
                        1.0),
    "woody_fill": Mix(0.60, 0.12, 0.60, 1.4, 400, 6, False, "logs and leaves: common practice, no source", 0.30),
}  # fmt: skip

# One ingredient by itself: the same figures, order of magnitude from memory of container-substrate handbooks.
INGREDIENT: Final[dict[str, Mix]] = {
    "garden_soil": Mix(0.46, 0.14, 0.05, 1.35, 15, 9, False, FROM_MEMORY, 1.2),
    "peat": Mix(0.93, 0.25, 0.20, 1.6, 200, 8, True, FROM_MEMORY, 0.12),
    "coir": Mix(0.93, 0.22, 0.28, 1.6, 350, 8, False, FROM_MEMORY, 0.1),
    "compost": Mix(0.75, 0.25, 0.10, 1.4, 80, 9, False, FROM_MEMORY, 0.5),
    "worm_compost": Mix(0.78, 0.28, 0.12, 1.4, 60, 9, False, FROM_MEMORY, 0.55),
    "manure": Mix(0.75, 0.24, 0.14, 1.4, 90, 8, False, f"well rotted: {FROM_MEMORY}", 0.5),
    "cake": Mix(0.60, 0.20, 0.20, 1.4, 60, 7, False, "oilseed cake, ground: common practice, no source", 0.6),
    "meal": Mix(0.50, 0.12, 0.15, 1.4, 60, 7, False, "bone, horn or rock meal: common practice, no source", 0.9),
    "something_else": Mix(0.70, 0.19, 0.18, 1.45, 90, 8, False, "guessed as a middling part: common practice", 0.6),
    "leaf_mould": Mix(0.80, 0.22, 0.18, 1.45, 150, 8, False, FROM_MEMORY, 0.35),
    "bark": Mix(0.80, 0.18, 0.60, 1.5, 600, 6, True, FROM_MEMORY, 0.25),
    "perlite": Mix(0.80, 0.15, 0.80, 1.5, 1000, 5, False, FROM_MEMORY, 0.11),
    "vermiculite": Mix(0.85, 0.25, 0.25, 1.5, 400, 7, False, FROM_MEMORY, 0.13),
    "sand": Mix(0.42, 0.04, 0.10, 2.2, 150, 4, False, FROM_MEMORY, 1.55),
    "grit": Mix(0.40, 0.03, 0.80, 1.8, 2000, 3, False, FROM_MEMORY, 1.5),
}  # fmt: skip


def blend(parts: Sequence[Part]) -> Mix:
    """The mix of ingredients by volume: contents averaged, alpha and Ksat by their logarithms (common practice).

    Raises MissingError without parts, UnknownNameError for an ingredient that is not known.
    """
    total = sum(p.parts for p in parts)
    if total <= 0:
        raise MissingError("soil.mix", "at least one ingredient with its parts")
    shares = [
        (INGREDIENT[require_one_of("soil.mix.ingredient", p.ingredient, INGREDIENT)], p.parts / total) for p in parts
    ]

    def mean(name: str) -> float:
        return float(sum(getattr(m, name) * share for m, share in shares))

    def by_log(name: str) -> float:
        return math.exp(sum(math.log(getattr(m, name)) * share for m, share in shares))

    repelling = sum(share for m, share in shares if m.repels)
    return Mix(
        mean("saturation"),
        mean("wilting_point"),
        by_log("alpha"),
        mean("n"),
        by_log("ksat"),
        mean("rew"),
        repelling >= REPELS_FROM_PEAT,
        "home mix by its parts: common practice, no source",
        mean("dry_kg_per_l"),
    )


SETTLES: Final = 1.15  # litres to buy for a litre that has settled and been watered in; common practice, no source


@dataclass(frozen=True)
class Needed:
    """What to get of one ingredient: litres loose, and whole bags of bag_l [L]."""

    ingredient: str
    litres: float
    bags: int


def parts_needed(volume_l: float, parts: Sequence[Part], bag_l: float) -> tuple[Needed, ...]:
    """What fills a bed or pot of volume_l [L] by its parts, counted loose. Raises MissingError without parts."""
    total = sum(p.parts for p in parts)
    if total <= 0:
        raise MissingError("soil.mix", "at least one ingredient with its parts")
    litres = [volume_l * SETTLES * p.parts / total for p in parts]
    return tuple(
        Needed(p.ingredient, mine, math.ceil(mine / bag_l - 1e-9)) for p, mine in zip(parts, litres, strict=True)
    )
