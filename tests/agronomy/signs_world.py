"""Seeded gardens in which something is wrong: a small world of weather, care and places, that makes its troubles and
what the bed's weeks show of them by its own rules, not by the table under test. Invented; how often signs show is the
table's, each line off by up to half; of the signs that show, people name three in four."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from agronomy.describe.signs import FINDS
from agronomy.describe.words import LOOKS, SIGNS, TROUBLES, Found, Look, Sign, Trouble
from agronomy.signs.judge import Case, found_odds, sign_odds
from agronomy.signs.table import CONTAINERS_ONLY, FRUIT_ONLY, Fact


@dataclass(frozen=True)
class Garden:
    """One case with its true cause, and what every look would find."""

    case: Case
    true: Trouble
    finds: dict[Look, Found]


class World:
    """Likelihoods of its own: those of the table, each off by up to half, drawn once."""

    def __init__(self, seed: int, off: float = 0.5, named: float = 0.75) -> None:
        rng = np.random.default_rng(seed)
        self.signs = {
            (x, s): min(0.95, sign_odds(x, s) * rng.uniform(1 - off, 1 + off)) for x in TROUBLES for s in SIGNS
        }
        self.finds: dict[tuple[Trouble, Look], np.ndarray] = {}
        for x in TROUBLES:
            for look in LOOKS:
                p = np.array([found_odds(x, look, f) for f in FINDS[look]]) * rng.uniform(
                    1 - off, 1 + off, len(FINDS[look])
                )
                self.finds[x, look] = p / p.sum()
        self.rng, self.named = rng, named

    def garden(self) -> Garden:
        """A garden in which at least one sign is seen."""
        while True:
            found = self._garden()
            if found.case.signs:
                return found

    def _garden(self) -> Garden:
        rng = self.rng

        def chance(p: float) -> bool:
            return bool(rng.random() < p)

        # Weather, hand and place.
        sky = rng.choice(["mild", "hot", "wet", "cold"], p=[0.45, 0.25, 0.2, 0.1])
        hand = rng.choice(["steady", "seldom", "heavy", "now_and_then"], p=[0.5, 0.2, 0.15, 0.15])
        pot, fruit, new, fed = chance(0.4), chance(0.6), chance(0.14), chance(0.6)
        tight, moved, old, close = pot and chance(0.35), chance(0.08), chance(0.2), chance(0.3)
        hard = pot and chance(0.2) and sky != "wet"
        dry = 0.75 if hand == "seldom" else 0.3 if hand == "now_and_then" else 0.03
        dry = min(0.95, dry * (1.5 if sky == "hot" else 0.25 if sky == "wet" else 1.0) * (1.25 if pot else 1.0))
        wet = (0.7 if hand == "heavy" else 0.05) + (0.45 if sky == "wet" else 0.0)
        # What comes of it.
        hazard: dict[Trouble, float] = {
            "thirst": 1.3 * dry,
            "drowned": 1.1 * wet,
            "uneven": 0.9 * (hand == "now_and_then") + 0.15 * (hand == "seldom"),
            "heat": 0.7 * (sky == "hot"),
            "cold": 1.0 * (sky == "cold"),
            "scorch": 1.2 * moved,
            "nitrogen": 0.4 * (not fed) * (1.6 if sky == "wet" else 1.0),
            "phosphorus": 0.12 * (not fed) * (2.0 if sky == "cold" else 1.0),
            "potassium": 0.2 * (not fed) * (1.8 if sky == "wet" else 1.0),
            "calcium": 0.1,
            "salts": 1.2 * hard,
            "leaf_disease": 0.12 + (0.7 if sky == "wet" else 0.0) + 0.15 * close,
            "wilt": 0.06 + (0.15 if sky == "wet" else 0.0),
            "pot_bound": 0.7 * tight,
            "shock": 1.5 * new,
            "nothing": 0.18 + 0.15 * old,
        }
        open_to = [
            x
            for x in TROUBLES
            if (pot or x not in CONTAINERS_ONLY) and (fruit or x not in FRUIT_ONLY) and hazard[x] > 0
        ]
        p = np.array([hazard[x] for x in open_to])
        true: Trouble = open_to[int(rng.choice(len(open_to), p=p / p.sum()))]
        # What the weeks show: the cause where it is one, and the rest of the story.
        known: dict[Fact, bool] = {
            "dry": chance(0.85) if true == "thirst" else chance(0.6 * dry),
            "wet": chance(0.85) if true == "drowned" else chance(0.5 * min(wet, 1.0)),
            "swings": chance(0.85)
            if true == "uneven"
            else chance({"now_and_then": 0.6, "seldom": 0.25}.get(hand, 0.03)),
            "hot": chance(0.95 if sky == "hot" else 0.05),
            "cold_nights": chance(0.92 if sky == "cold" else 0.03),
            "frost": chance(0.3 if sky == "cold" else 0.01),
            "leaf_wet": chance(0.85 if sky == "wet" else 0.7 if true == "leaf_disease" else 0.15),
            "overdone": chance(0.6 if hand == "heavy" else 0.05),
            "unfed": not fed if chance(0.9) else fed,
            "washed_out": chance(0.6 if sky == "wet" else 0.25 if hand == "heavy" else 0.04),
            "set_lately": new,
            "more_sun": chance(0.9) if moved else chance(0.02),
            "hail": chance(0.02),
            "last_stage": old,
        }
        if pot:
            known["crowded"] = tight if chance(0.92) else not tight
            known["salty"] = chance(0.85 if hard else 0.03)
        signs: frozenset[Sign] = frozenset(s for s in SIGNS if chance(self.signs[true, s]) and chance(self.named))
        finds = {look: FINDS[look][int(rng.choice(len(FINDS[look]), p=self.finds[true, look]))] for look in LOOKS}
        return Garden(Case(signs, known, {}, pot, fruit), true, finds)
