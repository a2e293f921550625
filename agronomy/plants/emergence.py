"""When what is sown comes up: by its crop and the warmth of the soil."""

from __future__ import annotations

from typing import Final

import numpy as np

from agronomy.describe.garden import Planting
from agronomy.plants.size import Warmth

# crop -> base [degrees C] and the degree days above it until half have come up: fitted to Harrington and Minges (1954),
# "Vegetable seed germination", University of California, from memory; the others by their kin, common practice.
THERMAL_TIME: Final[dict[str, tuple[float, float]]] = {
    "carrot": (4.0, 108.0), "lettuce": (2.0, 50.0), "onion": (4.0, 78.0), "beetroot": (3.0, 112.0),
    "cabbage": (3.0, 101.0), "cucumber": (11.0, 55.0), "pea": (0.0, 141.0), "pepper": (10.0, 125.0),
    "radish": (3.0, 76.0), "spinach": (2.0, 95.0), "tomato": (8.0, 97.0), "parsley": (0.0, 270.0),
    "french_bean": (5.0, 165.0), "sweetcorn": (7.0, 85.0), "turnip": (2.0, 60.0),
}  # fmt: skip
KIN: Final[dict[str, str]] = {
    "endive": "lettuce", "rocket": "turnip", "pak_choi": "turnip", "kale": "cabbage", "broccoli": "cabbage",
    "cauliflower": "cabbage", "brussels_sprouts": "cabbage", "kohlrabi": "cabbage", "chard": "beetroot", "spring_onion":
    "onion", "leek": "onion", "chives": "onion", "parsnip": "parsley", "celery": "parsley", "celeriac": "parsley",
    "fennel": "carrot", "dill": "carrot", "coriander": "carrot", "chilli": "pepper", "aubergine": "pepper", "courgette":
    "cucumber", "winter_squash": "cucumber", "melon": "cucumber", "watermelon": "cucumber", "okra": "cucumber", "basil":
    "tomato", "runner_bean": "french_bean", "bush_tomato": "tomato", "cherry_tomato": "tomato", "large_tomato":
    "tomato", "drying_bean": "french_bean", "broad_bean": "pea",
}  # fmt: skip
USUAL_DAYS: Final = 7  # where neither the crop nor the soil's warmth is known; common practice, no source
LONGEST_DAYS: Final = 60  # in soil too cold to come up in; common practice, no source


def emerges_after(planting: Planting, soil: Warmth | None) -> int:
    """Days from sowing until a planting stands above ground; 0 where it was not sown.

    By degree days of the soil (Harrington and Minges, from memory); a size that was seen is of a plant that is up.
    """
    if planting.start != "sown":
        return 0
    days = _by_warmth(planting, soil)
    seen = min((x.date for x in planting.sizes), default=None)
    return days if seen is None else min(days, max((seen - planting.planted).days, 0))


def _by_warmth(planting: Planting, soil: Warmth | None) -> int:
    known = THERMAL_TIME.get(KIN.get(planting.crop, planting.crop))
    if known is None or soil is None or not soil.tmean:
        return USUAL_DAYS
    base, need = known
    first = (planting.planted - soil.start).days
    at = np.clip(np.arange(first, first + LONGEST_DAYS), 0, len(soil.tmean) - 1)
    warmth = np.maximum(np.array(soil.tmean)[at] - base, 0.0).cumsum()
    return int(np.searchsorted(warmth, need)) + 1 if warmth[-1] >= need else LONGEST_DAYS
