"""The crop table. Coefficients are FAO-56's where it has the crop; every row says where its figures come from."""

from __future__ import annotations

import dataclasses
import functools
from dataclasses import dataclass
from typing import Final

import numpy as np
import numpy.typing as npt

from agronomy.describe.errors import require_one_of
from agronomy.describe.garden import OwnCrop, Planting
from agronomy.describe.words import Wish

FAO = "FAO-56 tables 11, 12, 17 and 22, from memory"
COEFFICIENTS = "FAO-56 tables 12, 17 and 22, from memory; stages common practice"
GROUP = "FAO-56 group values (small vegetables), from memory; size and stages common practice"
BUSH = "FAO-56 row for berries, from memory; size and stages common practice"
HABIT = "common practice, no source"
HABITS = "FAO-56 tomato row, from memory; its height, width and stages common practice"

TENDER, HALF_HARDY, HARDY = 0.5, -2.0, -6.0  # degrees C at which leaves are hurt; common practice, no source
WARM, MILD, COOL = 18.0, 12.0, 6.0  # soil temperature [degrees C] to plant or sow at; common practice, no source
KY_BY_HABIT = 1.0  # where FAO-33 has no value; common practice, no source


@dataclass(frozen=True)
class Crop:
    """kcb at start, full cover and end [-]; stages [d]; height and spread full-grown [m]; roots [m]; p [-].

    wet_feet: how badly it takes soil short of air, 1 (little) to 3 (badly): common practice, no source. spread_m:
    common practice, no source. frost_c: leaves are hurt below it; soil_c: soil warm enough to plant or sow; base_c: no
    growth below it [degrees C]: common practice, no source. ky: yield response over the whole season, FAO-33 (also
    FAO-56 Table 24), from memory; None where it has none. supported: Kcb at full cover where it is grown on stalks of
    1.5 to 2 m [-], FAO-56 Table 12, its note on beans, peas, tomatoes, peppers and cucumbers, less 0.05 for the soil,
    from memory. group: "vegetable", "herb", "fruit", "flower" or "neighbour" (it only drinks; nobody waters a bed for
    its sake).
    """

    name: str
    kcb: tuple[float, float, float]
    stages: tuple[int, int, int, int]
    height_m: float
    spread_m: float
    roots_m: tuple[float, float]
    p: float
    wet_feet: int
    source: str
    frost_c: float = HALF_HARDY
    soil_c: float = MILD
    ky: float | None = None
    group: str = "vegetable"
    supported: float | None = None

    @property
    def season_days(self) -> int:
        return sum(self.stages)

    @property
    def base_c(self) -> float:
        """Tender crops stand still below 10 degrees C, the others below 4: common practice, no source."""
        return 10.0 if self.frost_c == TENDER else 4.0

    @property
    def yield_response(self) -> tuple[float, str]:
        """Ky [-] and its source."""
        return (KY_BY_HABIT, HABIT) if self.ky is None else (self.ky, "FAO-33, from memory")


_tender = functools.partial(Crop, frost_c=TENDER, soil_c=WARM)
_hardy = functools.partial(Crop, frost_c=HARDY, soil_c=COOL)
# How a crop wants its water, as gardeners hold it: left to dry between soaks, kept even, or never dry. Common practice,
# no source; p beside it is FAO-56's.
DRY_BETWEEN: Final = frozenset(
    {"pepper", "chilli", "thyme", "rosemary", "lavender", "oregano", "sage", "fig", "grape", "stone_fruit", "citrus"}
)
NEVER_DRY: Final = frozenset(
    {"celery", "celeriac", "lettuce", "endive", "rocket", "spinach", "pak_choi", "radish", "mint", "blueberry"}
)


# Crops that stand for years, and are not cleared with a season unless asked: common practice, no source.
STAYING: Final = frozenset(
    {
        "artichoke",
        "asparagus",
        "rhubarb",
        "chives",
        "mint",
        "thyme",
        "rosemary",
        "lavender",
        "oregano",
        "sage",
        "strawberry",
        "raspberry",
        "currant",
        "gooseberry",
        "blueberry",
        "fruit_tree",
        "stone_fruit",
        "citrus",
        "fig",
        "grape",
        "bush",
        "hedge",
        "tree_roots",
    }
)


def wish_of(crop: str) -> Wish:
    """How a crop of the table wants its water. Common practice, no source."""
    return "dry_between" if crop in DRY_BETWEEN else "never_dry" if crop in NEVER_DRY else "even"


SMALL: Final = (0.15, 0.95, 0.85)  # Kcb of FAO-56's small vegetables

CROPS: Final[dict[str, Crop]] = {
    # fruiting vegetables
    "tomato": _tender("tomato", (0.15, 1.10, 0.80), (30, 40, 45, 30), 1.80, 0.65, (0.7, 1.5), 0.40, 2, FAO, ky=1.05,
                      supported=1.15),
    "bush_tomato": _tender("bush tomato", (0.15, 1.10, 0.75), (25, 35, 35, 20), 0.90, 0.60, (0.5, 1.0), 0.40, 2, HABITS,
                           ky=1.05),
    "cherry_tomato": _tender("cherry tomato", (0.15, 1.10, 0.80), (30, 35, 60, 30), 1.80, 0.60, (0.7, 1.5), 0.40, 2,
                             HABITS, ky=1.05, supported=1.15),
    "large_tomato": _tender("large-fruited tomato", (0.15, 1.10, 0.80), (35, 45, 45, 30), 1.80, 0.75, (0.7, 1.5), 0.40,
                            2, HABITS, ky=1.05, supported=1.15),
    "pepper": _tender("pepper", (0.15, 1.00, 0.80), (30, 35, 40, 20), 0.70, 0.45, (0.5, 1.0), 0.30, 3, FAO, ky=1.1,
                      supported=1.10),
    "chilli": _tender("chilli", (0.15, 1.00, 0.80), (30, 40, 60, 25), 0.60, 0.40, (0.5, 1.0), 0.30, 3, COEFFICIENTS,
                      ky=1.1),
    "aubergine": _tender("aubergine", (0.15, 1.00, 0.80), (30, 40, 40, 20), 0.80, 0.60, (0.7, 1.2), 0.45, 2, FAO),
    "cucumber": _tender("cucumber", (0.15, 0.95, 0.70), (20, 30, 40, 15), 1.60, 0.60, (0.7, 1.2), 0.50, 2, FAO,
                        supported=1.10),
    "courgette": _tender("courgette", (0.15, 0.90, 0.70), (25, 35, 25, 15), 0.70, 1.10, (0.6, 1.0), 0.50, 2, FAO),
    "winter_squash": _tender("winter squash", (0.15, 0.95, 0.70), (20, 30, 30, 20), 0.40, 2.20, (1.0, 1.5), 0.35, 2,
                             FAO),
    "melon": _tender("melon", (0.15, 1.00, 0.70), (25, 35, 40, 20), 0.40, 1.40, (0.8, 1.5), 0.40, 3, FAO),
    "watermelon": _tender("watermelon", (0.15, 0.95, 0.70), (20, 30, 30, 30), 0.40, 2.00, (0.8, 1.5), 0.40, 3, FAO,
                          ky=1.1),
    "okra": _tender("okra", SMALL, (20, 35, 45, 20), 1.40, 0.45, (0.5, 1.0), 0.40, 2, GROUP),
    "sweetcorn": _tender("sweetcorn", (0.15, 1.10, 1.00), (20, 25, 25, 10), 1.80, 0.45, (0.8, 1.2), 0.50, 2, FAO,
                         ky=1.25),
    # beans and peas
    "runner_bean": _tender("runner bean", (0.15, 1.00, 0.80), (20, 30, 30, 10), 2.00, 0.40, (0.5, 0.7), 0.45, 2, FAO,
                           ky=1.15, supported=1.10),
    "french_bean": _tender("French bean", (0.15, 1.00, 0.80), (20, 30, 30, 10), 0.45, 0.30, (0.5, 0.7), 0.45, 2, FAO,
                           ky=1.15),
    "drying_bean": _tender("drying bean", (0.15, 1.10, 0.25), (20, 30, 40, 20), 0.50, 0.30, (0.6, 0.9), 0.45, 2, FAO,
                           ky=1.15),
    "broad_bean": _hardy("broad bean", (0.15, 1.10, 1.05), (20, 35, 35, 15), 1.00, 0.30, (0.5, 0.7), 0.45, 2,
                         COEFFICIENTS),
    "pea": _hardy("pea", (0.15, 1.10, 1.05), (15, 25, 35, 15), 1.00, 0.25, (0.6, 1.0), 0.35, 3, FAO, ky=1.15,
                  supported=1.15),
    # leaves
    "lettuce": Crop("lettuce", (0.15, 0.90, 0.90), (20, 30, 15, 10), 0.30, 0.30, (0.3, 0.5), 0.30, 2, FAO,
                    soil_c=COOL),
    "endive": Crop("endive", SMALL, (20, 30, 25, 10), 0.25, 0.30, (0.3, 0.5), 0.30, 2, GROUP, soil_c=COOL),
    "rocket": Crop("rocket", SMALL, (10, 20, 20, 5), 0.25, 0.20, (0.3, 0.5), 0.30, 2, GROUP, soil_c=COOL),
    "spinach": _hardy("spinach", (0.15, 0.90, 0.85), (20, 20, 25, 5), 0.30, 0.20, (0.3, 0.5), 0.20, 2, FAO),
    "chard": Crop("chard", SMALL, (25, 30, 60, 20), 0.45, 0.35, (0.3, 0.6), 0.30, 1, GROUP, soil_c=COOL),
    "pak_choi": Crop("pak choi", SMALL, (15, 20, 20, 5), 0.30, 0.30, (0.3, 0.5), 0.30, 2, GROUP),
    # cabbages
    "cabbage": _hardy("cabbage", SMALL, (40, 60, 50, 15), 0.40, 0.55, (0.5, 0.8), 0.45, 1, FAO, ky=0.95),
    "kale": _hardy("kale", SMALL, (30, 40, 90, 20), 0.70, 0.50, (0.5, 0.8), 0.45, 1, GROUP),
    "broccoli": _hardy("broccoli", SMALL, (35, 45, 40, 15), 0.50, 0.50, (0.4, 0.6), 0.45, 2, FAO),
    "cauliflower": Crop("cauliflower", SMALL, (35, 50, 40, 15), 0.50, 0.55, (0.4, 0.7), 0.45, 2, COEFFICIENTS,
                        soil_c=COOL),
    "brussels_sprouts": _hardy("Brussels sprouts", SMALL, (40, 60, 70, 30), 0.80, 0.60, (0.4, 0.6), 0.45, 1,
                               COEFFICIENTS),
    "kohlrabi": Crop("kohlrabi", SMALL, (20, 30, 20, 10), 0.35, 0.30, (0.4, 0.6), 0.45, 2, GROUP, soil_c=COOL),
    # roots and stems
    "carrot": _hardy("carrot", SMALL, (30, 40, 60, 20), 0.30, 0.12, (0.5, 1.0), 0.35, 2, FAO),
    "parsnip": _hardy("parsnip", SMALL, (35, 50, 80, 30), 0.40, 0.15, (0.5, 1.0), 0.40, 2, COEFFICIENTS),
    "beetroot": Crop("beetroot", SMALL, (25, 30, 40, 15), 0.40, 0.20, (0.6, 1.0), 0.50, 2, FAO, soil_c=COOL),
    "turnip": _hardy("turnip", (0.15, 1.00, 0.85), (20, 25, 30, 10), 0.40, 0.20, (0.5, 1.0), 0.50, 2, COEFFICIENTS),
    "radish": _hardy("radish", (0.15, 0.85, 0.75), (5, 10, 15, 5), 0.20, 0.10, (0.3, 0.5), 0.30, 2, FAO),
    "potato": Crop("potato", (0.15, 1.10, 0.65), (25, 30, 45, 30), 0.60, 0.55, (0.4, 0.6), 0.35, 3, FAO,
                   frost_c=-0.5, soil_c=8.0, ky=1.1),
    "sweet_potato": _tender("sweet potato", (0.15, 1.10, 0.55), (20, 30, 60, 40), 0.40, 1.00, (1.0, 1.5), 0.65, 2,
                            COEFFICIENTS),
    "celery": Crop("celery", (0.15, 0.95, 0.90), (25, 40, 60, 20), 0.55, 0.25, (0.3, 0.5), 0.20, 1, COEFFICIENTS),
    "celeriac": Crop("celeriac", (0.15, 0.95, 0.90), (30, 50, 70, 20), 0.50, 0.40, (0.3, 0.5), 0.20, 1,
                     "FAO-56 celery row, from memory; size and stages common practice"),
    "fennel": Crop("Florence fennel", SMALL, (20, 35, 35, 10), 0.60, 0.30, (0.3, 0.6), 0.30, 2, GROUP),
    "artichoke": Crop("artichoke", (0.15, 0.95, 0.90), (40, 40, 200, 30), 1.20, 1.00, (0.6, 0.9), 0.45, 2,
                      COEFFICIENTS),
    "asparagus": _hardy("asparagus", (0.15, 0.90, 0.20), (50, 30, 100, 50), 1.20, 0.45, (1.2, 1.8), 0.45, 2,
                        COEFFICIENTS),
    "rhubarb": _hardy("rhubarb", SMALL, (20, 40, 120, 40), 0.60, 0.90, (0.5, 0.9), 0.40, 2, GROUP),
    # onions
    "onion": _hardy("onion", (0.15, 0.95, 0.65), (15, 25, 70, 40), 0.40, 0.15, (0.3, 0.6), 0.30, 3, FAO, ky=1.1),
    "spring_onion": _hardy("spring onion", (0.15, 0.90, 0.90), (20, 30, 20, 5), 0.35, 0.08, (0.3, 0.6), 0.30, 2,
                           COEFFICIENTS),
    "garlic": _hardy("garlic", (0.15, 0.90, 0.60), (30, 50, 80, 30), 0.45, 0.15, (0.3, 0.5), 0.30, 3, COEFFICIENTS),
    "leek": _hardy("leek", (0.15, 0.95, 0.90), (35, 50, 70, 30), 0.50, 0.20, (0.3, 0.6), 0.30, 1, GROUP),
    # herbs
    "basil": _tender("basil", SMALL, (20, 25, 45, 15), 0.45, 0.30, (0.2, 0.4), 0.30, 3, GROUP, group="herb"),
    "parsley": _hardy("parsley", SMALL, (30, 30, 90, 20), 0.30, 0.25, (0.3, 0.5), 0.30, 2, GROUP, group="herb"),
    "coriander": Crop("coriander", SMALL, (15, 20, 25, 10), 0.40, 0.20, (0.3, 0.4), 0.30, 2, GROUP, group="herb"),
    "dill": Crop("dill", SMALL, (15, 25, 30, 10), 0.70, 0.25, (0.3, 0.5), 0.30, 2, GROUP, group="herb"),
    "chives": _hardy("chives", SMALL, (20, 30, 120, 30), 0.30, 0.25, (0.2, 0.4), 0.30, 2, GROUP, group="herb"),
    "mint": _hardy("mint", (0.40, 1.10, 1.05), (25, 40, 90, 30), 0.60, 0.45, (0.4, 0.8), 0.40, 1, COEFFICIENTS,
                   group="herb"),
    "thyme": _hardy("thyme", (0.15, 0.60, 0.55), (30, 40, 120, 30), 0.20, 0.30, (0.2, 0.5), 0.55, 3, HABIT,
                    group="herb"),
    "rosemary": _hardy("rosemary", (0.20, 0.60, 0.55), (30, 60, 150, 30), 0.90, 0.70, (0.3, 0.8), 0.60, 3, HABIT,
                       group="herb"),
    "lavender": _hardy("lavender", (0.20, 0.55, 0.50), (30, 60, 120, 30), 0.60, 0.60, (0.3, 0.8), 0.60, 3, HABIT,
                       group="herb"),
    "oregano": _hardy("oregano", (0.20, 0.65, 0.60), (30, 40, 120, 30), 0.40, 0.40, (0.3, 0.6), 0.55, 2, HABIT,
                      group="herb"),
    "sage": _hardy("sage", (0.20, 0.65, 0.60), (30, 50, 130, 30), 0.50, 0.60, (0.3, 0.7), 0.55, 3, HABIT,
                   group="herb"),
    # soft fruit
    "strawberry": _hardy("strawberry", (0.30, 0.80, 0.70), (20, 30, 60, 30), 0.20, 0.30, (0.2, 0.3), 0.20, 2, FAO,
                         group="fruit"),
    "raspberry": _hardy("raspberry", (0.20, 1.00, 0.40), (20, 50, 75, 60), 1.60, 0.50, (0.6, 1.2), 0.50, 3, BUSH,
                        group="fruit"),
    "currant": _hardy("currant", (0.20, 1.00, 0.40), (20, 50, 75, 60), 1.30, 1.20, (0.6, 1.2), 0.50, 2, BUSH,
                      group="fruit"),
    "gooseberry": _hardy("gooseberry", (0.20, 1.00, 0.40), (20, 50, 75, 60), 1.10, 1.10, (0.6, 1.2), 0.50, 2, BUSH,
                         group="fruit"),
    "blueberry": _hardy("blueberry", (0.20, 1.00, 0.40), (20, 50, 75, 60), 1.20, 1.00, (0.3, 0.5), 0.35, 2, BUSH,
                        group="fruit"),
    "fruit_tree": _hardy("fruit tree", (0.35, 0.90, 0.65), (20, 70, 120, 60), 4.00, 3.00, (1.0, 2.0), 0.50, 2,
                         "FAO-56 row for apples, cherries and pears, from memory; size and stages common practice",
                         group="fruit"),
    "stone_fruit": _hardy("stone fruit", (0.35, 0.85, 0.60), (20, 70, 120, 60), 3.50, 3.00, (1.0, 2.0), 0.50, 3,
                          "FAO-56 row for apricots and peaches, from memory; size and stages common practice",
                          group="fruit"),
    "citrus": Crop("citrus", (0.65, 0.60, 0.65), (60, 90, 120, 95), 3.00, 2.50, (1.1, 1.5), 0.50, 3,
                   "FAO-56 row for citrus of 70 % canopy, from memory; size common practice", soil_c=WARM,
                   group="fruit"),
    "fig": _hardy("fig", (0.30, 0.80, 0.55), (20, 60, 110, 60), 2.50, 2.50, (0.6, 1.5), 0.50, 2, HABIT, group="fruit"),
    "grape": _hardy("grape vine", (0.15, 0.80, 0.40), (20, 50, 75, 60), 2.00, 1.50, (1.0, 2.0), 0.35, 2,
                    "FAO-56 row for table grapes, from memory; size common practice", group="fruit"),
    # for their own sake
    "flowers": Crop("flowers", SMALL, (25, 35, 70, 20), 0.50, 0.35, (0.3, 0.6), 0.45, 2, HABIT, group="flower"),
    "sunflower": Crop("sunflower", (0.15, 1.10, 0.25), (25, 35, 45, 25), 2.00, 0.50, (0.8, 1.5), 0.45, 2, COEFFICIENTS,
                      ky=0.95, group="flower"),
    "bush": _hardy("flowering bush", (0.20, 0.90, 0.60), (20, 50, 120, 60), 1.40, 1.10, (0.5, 1.0), 0.50, 2, HABIT,
                   group="flower"),
    # anything else, and neighbours that only drink
    "other": Crop("another vegetable", SMALL, (25, 35, 45, 20), 0.50, 0.40, (0.3, 0.6), 0.30, 2, GROUP),
    "hedge": _hardy("hedge", (0.60, 0.90, 0.90), (1, 1, 300, 60), 1.80, 0.60, (0.6, 1.2), 0.60, 1, HABIT,
                    group="neighbour"),
    "tree_roots": _hardy("tree roots", (0.60, 0.90, 0.90), (1, 1, 300, 60), 4.00, 1.00, (1.0, 2.0), 0.60, 1, HABIT,
                         group="neighbour"),
    "weeds": _hardy("weeds", SMALL, (10, 25, 60, 30), 0.25, 0.20, (0.3, 0.6), 0.50, 1, HABIT, group="neighbour"),
}  # fmt: skip


SUPPORTED_M: Final = (
    1.0,
    1.5,
)  # heights from which, and at which, a crop counts as grown on stalks; practice below 1.5


def supported_gain(crop: Crop, height_m: npt.NDArray[np.float64]) -> npt.NDArray[np.float64]:
    """What standing tall on a support adds to Kcb at full cover [-], by height [m]. FAO-56 Table 12, its note."""
    more = 0.0 if crop.supported is None else crop.supported - crop.kcb[1]
    return np.asarray(np.interp(height_m, SUPPORTED_M, [0.0, more]))


# Yield response to a drought in one stage over that of the whole season: vegetative, flowering and fruit set, yield
# formation, ripening. FAO-33 table 24, from memory; a crop that is not in it weighs alike throughout.
BY_STAGE: Final[dict[str, tuple[float, float, float, float]]] = {
    "tomato": (0.4, 1.1, 0.8, 0.4), "bush_tomato": (0.4, 1.1, 0.8, 0.4), "cherry_tomato": (0.4, 1.1, 0.8, 0.4),
    "large_tomato": (0.4, 1.1, 0.8, 0.4), "pepper": (0.8, 1.1, 1.0, 0.6), "chilli": (0.8, 1.1, 1.0, 0.6),
    "sweetcorn": (0.4, 1.5, 0.5, 0.2), "french_bean": (0.2, 1.1, 0.75, 0.2), "runner_bean": (0.2, 1.1, 0.75, 0.2),
    "drying_bean": (0.2, 1.1, 0.75, 0.2), "pea": (0.2, 0.9, 0.7, 0.2), "watermelon": (0.45, 0.8, 0.8, 0.3),
    "potato": (0.45, 0.8, 0.7, 0.2), "onion": (0.45, 0.8, 0.8, 0.3), "cabbage": (0.2, 0.4, 0.45, 0.6),
    "sunflower": (0.4, 1.0, 0.8, 0.3), "grape": (0.2, 0.7, 0.85, 0.4),
}  # fmt: skip
FLOWERING_DAYS: Final = 20  # flower and fruit set last so long from the start of mid-season; common practice


def drought_weight(planting: Planting, days: int) -> float:
    """How a drought on a day since planting weighs against one of the whole season [-]. FAO-33, from memory."""
    crop, stages = crop_of(planting), BY_STAGE.get(planting.crop)
    if stages is None:
        return 1.0
    grown = sum(crop.stages[:2])
    flowering = min(FLOWERING_DAYS, crop.stages[2])
    ends = (grown, grown + flowering, sum(crop.stages[:3]))
    return stages[sum(days >= end for end in ends)] / crop.yield_response[0]


def is_watered(planting: Planting) -> bool:
    """Whether a bed is watered for the sake of this planting: as the gardener said, else all but neighbours."""
    return crop_of(planting).group != "neighbour" if planting.watered is None else planting.watered


def yield_loss(ky: float, missed: float) -> float:
    """Share of the yield lost [0..1] when this share of a season's evapotranspiration is missed. FAO-56 eq. 90."""
    return min(1.0, max(0.0, ky * missed))


def crop_of(planting: Planting) -> Crop:
    """The crop of a planting, with what its own crop or variety changes. Raises UnknownNameError."""
    return crop_like(planting.crop, planting.own_crop)


@functools.lru_cache(maxsize=4096)
def crop_like(like: str, own: OwnCrop | None) -> Crop:
    """The crop named `like`, changed by an own crop's figures; its source says so. Raises UnknownNameError."""
    crop = CROPS[require_one_of("crop", like, CROPS)]
    if own is None:
        return crop
    changes = {
        name: value
        for name in ("height_m", "spread_m", "wet_feet", "p", "frost_c", "soil_c")
        if (value := getattr(own, name)) is not None
    }
    if own.root_depth_m is not None:
        changes["roots_m"] = (own.root_depth_m, own.root_depth_m)
    if own.days is not None:
        stretch = own.days / crop.season_days
        changes["stages"] = tuple(max(1, round(d * stretch)) for d in crop.stages)
    named = ", ".join(sorted({"roots_m": "root depth", "stages": "days"}.get(n, n.split("_")[0]) for n in changes))
    source = f"{crop.source}; {named} as you gave them" if changes else crop.source
    return dataclasses.replace(crop, name=own.name, source=source, **changes)
