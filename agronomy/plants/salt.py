"""How much salt at its roots a crop bears before it yields less."""

from __future__ import annotations

from typing import Final

# Of the saturated soil's extract [dS/m], without loss of yield: FAO Irrigation and Drainage Paper 29 (Ayers and Westcot
# 1985), Table 4, from memory.
ECE_BORNE: Final[dict[str, float]] = {
    "tomato": 2.5, "bush_tomato": 2.5, "cherry_tomato": 2.5, "large_tomato": 2.5, "pepper": 1.5, "chilli": 1.5,
    "cucumber": 2.5, "courgette": 4.7, "winter_squash": 3.2, "sweetcorn": 1.7, "french_bean": 1.0, "runner_bean": 1.0,
    "broad_bean": 1.5, "lettuce": 1.3, "spinach": 2.0, "cabbage": 1.8, "broccoli": 2.8, "carrot": 1.0, "beetroot": 4.0,
    "radish": 1.2, "turnip": 0.9, "potato": 1.7, "sweet_potato": 1.5, "celery": 1.8, "onion": 1.2, "strawberry": 1.0,
    "citrus": 1.7, "grape": 1.5, "raspberry": 1.0, "asparagus": 4.1,
}  # fmt: skip
ECE_OTHERS = 1.3  # of a crop that the table does not have: that of lettuce; common practice, no source
WATER_OVER_EXTRACT = 2.0  # salt in the soil's own water at field capacity over that of the extract; FAO-29, chapter 2


def bears_ds_m(crop: str) -> float:
    """Salt that a crop bears in the water of its mix at field capacity [dS/m]. FAO-29, from memory."""
    return WATER_OVER_EXTRACT * ECE_BORNE.get(crop, ECE_OTHERS)
