"""How hungry crops are: food taken up with the water they drink. Nitrogen stands for all of it.

Every figure is common practice from memory: 150 to 300 kg/ha in a season of tomatoes that transpires 400 to 500 mm.
"""

from __future__ import annotations

from typing import Final

from agronomy.plants.room import ROOM

HEAVY_G_PER_L, USUAL_G_PER_L, LIGHT_G_PER_L = 0.05, 0.035, 0.015  # g of nitrogen a litre transpired
HEAVY: Final = frozenset(
    {"tomato", "bush_tomato", "cherry_tomato", "large_tomato", "aubergine", "cucumber", "courgette", "winter_squash",
     "melon", "watermelon", "sweetcorn", "cabbage", "broccoli", "cauliflower", "celery", "celeriac", "leek", "potato"}
)  # fmt: skip
LIGHT: Final = frozenset({"thyme", "rosemary", "lavender", "oregano", "sage", "mint", "chives", "flowers"})
PEAS: Final = "pea"  # the family that feeds itself


def nitrogen_g_per_l(crop: str) -> float:
    """Nitrogen that a crop takes up with a litre of water it transpires [g/L]. Common practice, from memory."""
    if crop in HEAVY:
        return HEAVY_G_PER_L
    if crop in LIGHT or (crop in ROOM and ROOM[crop].family == PEAS):
        return LIGHT_G_PER_L
    return USUAL_G_PER_L
