"""What speaks for what: the table by which signs are read.

Every figure is common practice with no source, and rough: how often, of ten beds with a trouble, a gardener would see
the sign, or the bed's weeks show the evidence. What is left out happens by chance alone: BY_CHANCE of signs, USUAL of
evidence. A test holds every line to the way it turns an answer.
"""

from __future__ import annotations

from collections.abc import Mapping
from typing import Final, Literal

from agronomy.describe.words import Look, Sign, Trouble

# What a bed's last three weeks can say (signs/evidence.py tells how each is reckoned).
Fact = Literal[
    "dry", "wet", "swings", "hot", "cold_nights", "frost", "leaf_wet", "overdone", "unfed", "washed_out", "salty",
    "set_lately", "more_sun", "crowded", "hail", "last_stage",
]  # fmt: skip

# How often each comes to gardeners' plants, over a season.
PRIOR: Final[Mapping[Trouble, float]] = {
    "thirst": 0.14, "drowned": 0.10, "uneven": 0.07, "heat": 0.09, "cold": 0.05, "scorch": 0.04, "nitrogen": 0.08,
    "phosphorus": 0.02, "potassium": 0.04, "calcium": 0.03, "salts": 0.03, "leaf_disease": 0.10, "wilt": 0.04,
    "pot_bound": 0.04, "shock": 0.05, "nothing": 0.08,
}  # fmt: skip

BY_CHANCE: Final = 0.02  # of a sign that a trouble does not make
# The same of signs that hardly come without their cause.
SELDOM_BY_CHANCE: Final[Mapping[Sign, float]] = {
    "foul_soil": 0.003, "white_crust": 0.005, "soft_stem": 0.002, "dark_fruit_end": 0.005, "cracked_fruit": 0.008,
    "purple": 0.01,
}  # fmt: skip
SIGNS_OF: Final[Mapping[Trouble, Mapping[Sign, float]]] = {
    "thirst": {"droop_day": 0.6, "droop_dawn": 0.4, "curl": 0.25, "brown_edges": 0.3, "yellow_below": 0.3,
               "blossom_fall": 0.15, "stunted": 0.15, "bitter": 0.1, "failing": 0.03},
    "drowned": {"yellow_below": 0.6, "droop_day": 0.35, "droop_dawn": 0.3, "pale": 0.25, "stunted": 0.3,
                "foul_soil": 0.25, "soft_stem": 0.15, "curl": 0.12, "failing": 0.35, "blossom_fall": 0.08},
    "uneven": {"cracked_fruit": 0.5, "dark_fruit_end": 0.45, "bitter": 0.3, "curl": 0.1, "blossom_fall": 0.12,
               "droop_day": 0.12},
    "heat": {"droop_day": 0.65, "curl": 0.45, "blossom_fall": 0.35, "brown_edges": 0.1, "bitter": 0.1},
    "cold": {"white_patches": 0.4, "purple": 0.4, "stunted": 0.45, "pale": 0.2, "curl": 0.15, "blossom_fall": 0.15},
    "scorch": {"white_patches": 0.8, "brown_edges": 0.35, "curl": 0.15, "droop_day": 0.15},
    "nitrogen": {"pale": 0.7, "yellow_below": 0.65, "stunted": 0.4},
    "phosphorus": {"purple": 0.8, "stunted": 0.55},
    "potassium": {"brown_edges": 0.6, "yellow_below": 0.35, "spots": 0.15, "curl": 0.15, "stunted": 0.12},
    "calcium": {"dark_fruit_end": 0.85, "curl": 0.08, "stunted": 0.08},
    "salts": {"brown_edges": 0.7, "white_crust": 0.55, "stunted": 0.25, "droop_day": 0.2, "failing": 0.15},
    "leaf_disease": {"spots": 0.75, "climbing": 0.55, "yellow_below": 0.35, "white_patches": 0.2, "brown_edges": 0.2,
                     "soft_stem": 0.08, "failing": 0.06},
    "wilt": {"droop_dawn": 0.6, "droop_day": 0.35, "yellow_below": 0.35, "climbing": 0.15, "soft_stem": 0.3,
             "failing": 0.4},
    "pot_bound": {"stunted": 0.6, "droop_day": 0.35, "yellow_below": 0.3, "pale": 0.25, "failing": 0.35},
    "shock": {"droop_day": 0.55, "droop_dawn": 0.2, "yellow_below": 0.2, "stunted": 0.25, "curl": 0.1,
              "white_patches": 0.1, "purple": 0.12},
    "nothing": {"yellow_below": 0.35, "curl": 0.15, "droop_day": 0.12, "spots": 0.08, "blossom_fall": 0.15,
                "bitter": 0.06, "white_patches": 0.04},
}  # fmt: skip

# How often a bed's weeks show it, whatever troubles its plants.
USUAL: Final[Mapping[Fact, float]] = {
    "dry": 0.2, "wet": 0.12, "swings": 0.15, "hot": 0.2, "cold_nights": 0.1, "frost": 0.03, "leaf_wet": 0.25,
    "overdone": 0.1, "unfed": 0.3, "washed_out": 0.12, "salty": 0.06, "set_lately": 0.12, "more_sun": 0.06,
    "crowded": 0.15, "hail": 0.02, "last_stage": 0.15,
}  # fmt: skip
FACTS_OF: Final[Mapping[Trouble, Mapping[Fact, float]]] = {
    "thirst": {"dry": 0.85, "hot": 0.4, "wet": 0.02, "overdone": 0.04, "swings": 0.3, "crowded": 0.2},
    "drowned": {"wet": 0.8, "overdone": 0.4, "dry": 0.03, "washed_out": 0.3, "swings": 0.12, "leaf_wet": 0.4},
    "uneven": {"swings": 0.85, "dry": 0.5, "wet": 0.2, "overdone": 0.2, "hot": 0.3},
    "heat": {"hot": 0.92, "dry": 0.1, "wet": 0.06},
    "cold": {"cold_nights": 0.9, "frost": 0.35, "hot": 0.01, "set_lately": 0.25},
    "scorch": {"more_sun": 0.75, "set_lately": 0.45, "hot": 0.35, "leaf_wet": 0.15},
    "nitrogen": {"unfed": 0.75, "washed_out": 0.4, "wet": 0.2, "set_lately": 0.05},
    "phosphorus": {"cold_nights": 0.35, "unfed": 0.5, "set_lately": 0.25, "hot": 0.05},
    "potassium": {"unfed": 0.65, "washed_out": 0.45, "wet": 0.2},
    "calcium": {"swings": 0.3, "unfed": 0.4, "washed_out": 0.2},
    "salts": {"salty": 0.8, "overdone": 0.03, "washed_out": 0.02, "unfed": 0.08, "dry": 0.3},
    "leaf_disease": {"leaf_wet": 0.85, "wet": 0.25, "crowded": 0.25, "hail": 0.05},
    "wilt": {"wet": 0.35, "leaf_wet": 0.4, "dry": 0.08, "hot": 0.3, "set_lately": 0.05},
    "pot_bound": {"crowded": 0.9, "dry": 0.35, "unfed": 0.4, "set_lately": 0.03},
    "shock": {"set_lately": 0.95, "hot": 0.3, "dry": 0.15},
    "nothing": {"last_stage": 0.35, "dry": 0.06, "wet": 0.05, "swings": 0.08, "hot": 0.12, "unfed": 0.2},
}  # fmt: skip
CONTAINERS_ONLY: Final[frozenset[Trouble]] = frozenset({"pot_bound", "salts"})
FRUIT_ONLY: Final[frozenset[Trouble]] = frozenset({"uneven", "calcium"})  # of what bears fruit that is eaten

# What one look more finds, each outcome's share, in the order of describe/signs.py.
ELSE: Final[Mapping[Look, tuple[float, ...]]] = {
    "finger": (0.2, 0.65, 0.15), "dawn": (0.85, 0.15), "roots": (0.8, 0.1, 0.1), "underside": (0.9, 0.1),
    "stem_cut": (0.95, 0.05), "spread": (0.2, 0.8),
}  # fmt: skip
FOUND_OF: Final[Mapping[Trouble, Mapping[Look, tuple[float, ...]]]] = {
    "thirst": {"finger": (0.85, 0.13, 0.02), "dawn": (0.45, 0.55)},
    "drowned": {"finger": (0.02, 0.2, 0.78), "dawn": (0.55, 0.45), "roots": (0.25, 0.7, 0.05)},
    "uneven": {"finger": (0.4, 0.4, 0.2)},
    "heat": {"finger": (0.08, 0.84, 0.08), "dawn": (0.98, 0.02)},
    "leaf_disease": {"underside": (0.35, 0.65), "spread": (0.85, 0.15)},
    "wilt": {"finger": (0.05, 0.75, 0.2), "dawn": (0.1, 0.9), "stem_cut": (0.25, 0.75), "spread": (0.7, 0.3),
             "roots": (0.6, 0.3, 0.1)},
    "pot_bound": {"roots": (0.1, 0.05, 0.85), "finger": (0.45, 0.45, 0.1)},
    "shock": {"dawn": (0.8, 0.2), "finger": (0.15, 0.75, 0.1)},
    "scorch": {"spread": (0.03, 0.97)},
    "cold": {"spread": (0.05, 0.95)},
    "nothing": {"finger": (0.06, 0.84, 0.1), "dawn": (0.98, 0.02), "spread": (0.06, 0.94)},
}  # fmt: skip

# When to look again, and how long it takes to mend where it mends [days].
LOOK_AGAIN: Final[Mapping[Trouble, int]] = {
    "thirst": 2, "drowned": 7, "uneven": 14, "heat": 1, "cold": 7, "scorch": 7, "nitrogen": 10, "phosphorus": 14,
    "potassium": 14, "calcium": 14, "salts": 10, "leaf_disease": 7, "wilt": 2, "pot_bound": 10, "shock": 4,
    "nothing": 7,
}  # fmt: skip
MENDS: Final[Mapping[Trouble, tuple[int, int] | None]] = {
    "thirst": (1, 4), "drowned": (14, 28), "uneven": (14, 28), "heat": (0, 2), "cold": (7, 21), "scorch": (7, 21),
    "nitrogen": (7, 14), "phosphorus": (14, 28), "potassium": (14, 28), "calcium": (14, 28), "salts": (14, 28),
    "leaf_disease": (14, 42), "wilt": None, "pot_bound": (7, 21), "shock": (4, 14), "nothing": (0, 7),
}  # fmt: skip
