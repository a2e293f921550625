"""The room a plant wants: mix in a pot, ground between plants, sun, and the family it belongs to.

Litres, distances and hours of sun are common practice of the trade with no source, held by the tests to the bands that
hang together (a bigger plant never wants less room); families are botany, from memory.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Final

SOURCE: Final = "common practice, no source"
YEARS_BETWEEN: Final = 3  # before a family comes back to a bed; common practice, no source
RESTS: Final = frozenset({"nightshade", "cabbage", "onion", "gourd", "pea", "carrot"})  # families that are rotated


@dataclass(frozen=True)
class Room:
    """pot_l: mix for one full-grown plant, from scant to ample [L]. spacing_m: close to airy [m]. sun_h: hours of
    direct sun it wants in its season [h]. single_stem_m: as close as it stands pruned to one stem [m]; None: it is not
    grown so."""

    pot_l: tuple[float, float]
    spacing_m: tuple[float, float]
    sun_h: float
    family: str
    single_stem_m: float | None = None


ROOM: Final[dict[str, Room]] = {
    "tomato": Room((30, 60), (0.45, 0.60), 6, "nightshade", 0.30),
    "bush_tomato": Room((26, 50), (0.45, 0.60), 6, "nightshade"),
    "cherry_tomato": Room((26, 50), (0.40, 0.60), 6, "nightshade", 0.30),
    "large_tomato": Room((40, 75), (0.50, 0.65), 6, "nightshade", 0.30),
    "pepper": Room((8, 20), (0.35, 0.50), 6, "nightshade"),
    "chilli": Room((8, 15), (0.30, 0.45), 6, "nightshade"),
    "aubergine": Room((15, 30), (0.45, 0.60), 6, "nightshade"),
    "potato": Room((15, 40), (0.30, 0.40), 6, "nightshade"),
    "cucumber": Room((30, 60), (0.40, 0.60), 6, "gourd", 0.30),
    "courgette": Room((30, 60), (0.70, 1.00), 6, "gourd"),
    "winter_squash": Room((40, 80), (0.90, 1.50), 6, "gourd"),
    "melon": Room((25, 50), (0.60, 1.00), 7, "gourd"),
    "watermelon": Room((30, 60), (0.80, 1.50), 7, "gourd"),
    "okra": Room((10, 20), (0.35, 0.50), 6, "mallow"),
    "sweetcorn": Room((10, 20), (0.30, 0.40), 6, "grass"),
    "runner_bean": Room((6, 12), (0.15, 0.25), 5, "pea"),
    "french_bean": Room((3, 8), (0.12, 0.20), 5, "pea"),
    "drying_bean": Room((4, 8), (0.12, 0.20), 6, "pea"),
    "broad_bean": Room((5, 10), (0.15, 0.25), 5, "pea"),
    "pea": Room((2, 5), (0.05, 0.10), 4, "pea"),
    "lettuce": Room((1.5, 4), (0.20, 0.30), 3, "daisy"),
    "endive": Room((2, 4), (0.20, 0.30), 3, "daisy"),
    "rocket": Room((0.5, 1.5), (0.08, 0.15), 3, "cabbage"),
    "spinach": Room((1, 2), (0.08, 0.15), 3, "beet"),
    "chard": Room((3, 8), (0.20, 0.35), 4, "beet"),
    "pak_choi": Room((1.5, 4), (0.15, 0.25), 4, "cabbage"),
    "cabbage": Room((10, 20), (0.40, 0.55), 5, "cabbage"),
    "kale": Room((8, 15), (0.35, 0.50), 4, "cabbage"),
    "broccoli": Room((10, 20), (0.40, 0.50), 5, "cabbage"),
    "cauliflower": Room((10, 20), (0.45, 0.60), 5, "cabbage"),
    "brussels_sprouts": Room((15, 25), (0.50, 0.70), 5, "cabbage"),
    "kohlrabi": Room((2, 4), (0.15, 0.25), 4, "cabbage"),
    "carrot": Room((0.4, 1), (0.04, 0.08), 5, "carrot"),
    "parsnip": Room((1, 3), (0.08, 0.15), 5, "carrot"),
    "beetroot": Room((1, 3), (0.08, 0.15), 4, "beet"),
    "turnip": Room((1, 3), (0.10, 0.15), 4, "cabbage"),
    "radish": Room((0.2, 0.5), (0.03, 0.06), 3, "cabbage"),
    "sweet_potato": Room((25, 50), (0.30, 0.45), 6, "bindweed"),
    "celery": Room((4, 8), (0.20, 0.30), 4, "carrot"),
    "celeriac": Room((6, 10), (0.30, 0.40), 4, "carrot"),
    "fennel": Room((3, 6), (0.20, 0.30), 5, "carrot"),
    "artichoke": Room((40, 80), (0.80, 1.10), 6, "daisy"),
    "asparagus": Room((20, 40), (0.35, 0.50), 6, "asparagus"),
    "rhubarb": Room((40, 80), (0.80, 1.00), 4, "dock"),
    "onion": Room((0.8, 2), (0.08, 0.12), 5, "onion"),
    "spring_onion": Room((0.2, 0.5), (0.02, 0.05), 4, "onion"),
    "garlic": Room((1, 2), (0.10, 0.15), 5, "onion"),
    "leek": Room((1.5, 3), (0.10, 0.18), 4, "onion"),
    "basil": Room((1, 4), (0.15, 0.25), 5, "mint"),
    "parsley": Room((2, 4), (0.15, 0.25), 3, "carrot"),
    "coriander": Room((1, 3), (0.08, 0.15), 4, "carrot"),
    "dill": Room((2, 5), (0.10, 0.20), 5, "carrot"),
    "chives": Room((1.5, 4), (0.15, 0.25), 4, "onion"),
    "mint": Room((5, 10), (0.30, 0.45), 3, "mint"),
    "thyme": Room((2, 5), (0.20, 0.30), 5, "mint"),
    "rosemary": Room((10, 25), (0.50, 0.80), 6, "mint"),
    "lavender": Room((5, 15), (0.35, 0.50), 6, "mint"),
    "oregano": Room((3, 8), (0.25, 0.40), 5, "mint"),
    "sage": Room((8, 15), (0.45, 0.60), 5, "mint"),
    "strawberry": Room((2, 5), (0.20, 0.35), 5, "rose"),
    "raspberry": Room((20, 40), (0.35, 0.50), 5, "rose"),
    "currant": Room((30, 60), (1.00, 1.40), 4, "gooseberry"),
    "gooseberry": Room((30, 60), (0.90, 1.30), 4, "gooseberry"),
    "blueberry": Room((25, 50), (0.80, 1.20), 5, "heath"),
    "fruit_tree": Room((60, 120), (2.00, 3.50), 6, "rose"),
    "stone_fruit": Room((60, 120), (2.50, 4.00), 6, "rose"),
    "citrus": Room((40, 100), (2.00, 3.50), 6, "citrus"),
    "fig": Room((40, 80), (2.00, 3.00), 6, "mulberry"),
    "grape": Room((40, 80), (1.20, 2.00), 6, "vine"),
    "flowers": Room((2, 5), (0.20, 0.35), 5, ""),
    "sunflower": Room((10, 20), (0.30, 0.50), 6, "daisy"),
    "bush": Room((30, 60), (0.80, 1.20), 4, ""),
    "other": Room((5, 15), (0.25, 0.40), 5, ""),
}  # fmt: skip
