"""What a plant's signs come from, by Bayes over the table; and the one look that tells the likeliest apart."""

from __future__ import annotations

import dataclasses
import datetime as dt
import math
from collections.abc import Collection, Mapping
from dataclasses import dataclass
from typing import Final

from agronomy.describe.signs import FINDS
from agronomy.describe.words import LOOKS, SIGNS, TROUBLES, Found, Look, Sign, Trouble
from agronomy.signs.table import (
    BY_CHANCE,
    CONTAINERS_ONLY,
    ELSE,
    FACTS_OF,
    FOUND_OF,
    FRUIT_ONLY,
    LOOK_AGAIN,
    MENDS,
    PRIOR,
    SELDOM_BY_CHANCE,
    SIGNS_OF,
    USUAL,
    Fact,
)

SHOWN: Final = 3  # causes, at most; common practice
LEAST: Final = 0.05  # chance from which a cause is shown beside the likeliest; common practice, no source
TELLS: Final = 1.25  # a line that moves a cause by so much speaks for it, and by its inverse against; practice
LEAST_TOLD: Final = 0.03  # bits that a look must be expected to tell [bit]; common practice, no source
# A bed's weeks are one story: its facts hang together, so each counts as this share of a witness of its own. Common
# practice, no source; the calibration holds it.
WITNESS: Final = 0.8
# People tell what strikes them, so a sign that nobody named speaks with this share of its weight. Common practice, no
# source; the calibration holds it, in which one sign in four goes unnamed.
SILENT: Final = 0.5


@dataclass(frozen=True)
class Case:
    """What is judged. known: what the bed's weeks say, without what nobody can know. found: what looks found since.
    fruits: whether what grows there bears fruit that is eaten."""

    signs: frozenset[Sign]
    known: Mapping[Fact, bool]
    found: Mapping[Look, Found] = dataclasses.field(default_factory=dict)
    container: bool = False
    fruits: bool = True


@dataclass(frozen=True)
class Suspect:
    """One cause with its chance, and what speaks for and against it, the strongest first. mends: days it takes, None
    where it does not mend."""

    trouble: Trouble
    chance: float
    speaks_for: tuple[Sign | Fact, ...]
    against: tuple[Fact, ...]
    look_again_days: int
    mends: tuple[int, int] | None


@dataclass(frozen=True)
class Judgement:
    """The likeliest causes, and the look that would tell most between all of them; None where none would."""

    suspects: tuple[Suspect, ...]
    look: Look | None
    chances: Mapping[Trouble, float]

    @property
    def first(self) -> Trouble:
        return self.suspects[0].trouble


def sign_odds(trouble: Trouble, sign: Sign) -> float:
    """P(the sign is seen | the trouble) [0..1]; practice."""
    return SIGNS_OF[trouble].get(sign, SELDOM_BY_CHANCE.get(sign, BY_CHANCE))


def fact_odds(trouble: Trouble, fact: Fact) -> float:
    """P(the bed's weeks show it | the trouble) [0..1]; practice."""
    return FACTS_OF[trouble].get(fact, USUAL[fact])


def found_odds(trouble: Trouble, look: Look, found: Found) -> float:
    """P(the look finds this | the trouble) [0..1]; practice."""
    shares = FOUND_OF.get(trouble, {}).get(look, ELSE[look])
    return shares[FINDS[look].index(found)]


def chances_of(case: Case) -> dict[Trouble, float]:
    """P(trouble | all that is known), summing to one. Bayes' rule with independent witnesses; WITNESS of the facts."""
    logs: dict[Trouble, float] = {}
    for x in TROUBLES:
        if (x in CONTAINERS_ONLY and not case.container) or (x in FRUIT_ONLY and not case.fruits):
            continue
        log = math.log(PRIOR[x])
        log += sum(
            math.log(p) if s in case.signs else SILENT * math.log(1 - p) for s in SIGNS for p in (sign_odds(x, s),)
        )
        log += WITNESS * sum(
            math.log(p if told else 1 - p) for f, told in case.known.items() for p in (fact_odds(x, f),)
        )
        log += sum(math.log(found_odds(x, look, found)) for look, found in case.found.items())
        logs[x] = log
    most = max(logs.values())
    weights = {x: math.exp(log - most) for x, log in logs.items()}
    total = sum(weights.values())
    return {x: w / total for x, w in weights.items()}


def judge(case: Case) -> Judgement:
    """The likeliest two or three causes of what was seen. Bayes' rule."""
    chances = chances_of(case)
    ranked = sorted(chances, key=lambda x: -chances[x])
    shown = [x for i, x in enumerate(ranked[:SHOWN]) if i == 0 or chances[x] >= LEAST]
    return Judgement(tuple(_suspect(x, case, chances) for x in shown), best_look(case, chances), chances)


def _suspect(x: Trouble, case: Case, chances: Mapping[Trouble, float]) -> Suspect:
    others = [(y, c) for y, c in chances.items() if y != x]
    rest = sum(c for _, c in others) or 1.0

    def weight(own: float, of: Mapping[Trouble, float]) -> float:
        """How much likelier a witness is under this trouble than under all others, by their chances."""
        return own / max(sum(c * of[y] for y, c in others) / rest, 1e-9) if others else 1.0

    told: list[tuple[float, Sign | Fact]] = []
    for s in case.signs:
        told.append((weight(sign_odds(x, s), {y: sign_odds(y, s) for y in chances}), s))
    against: list[tuple[float, Fact]] = []
    for f, shows in case.known.items():
        odds = {y: fact_odds(y, f) if shows else 1 - fact_odds(y, f) for y in chances}
        w = weight(odds[x], odds)
        if shows:
            told.append((w, f))
        if w < 1 / TELLS:
            against.append((w, f))
    speaks = tuple(what for w, what in sorted(told, key=lambda x: -x[0]) if w >= TELLS)
    return Suspect(x, chances[x], speaks, tuple(f for _, f in sorted(against)), LOOK_AGAIN[x], MENDS[x])


def best_look(case: Case, chances: Mapping[Trouble, float]) -> Look | None:
    """The look, of those not taken yet, that is expected to tell most [bit]: the mutual information of what it finds
    and the cause. Shannon (1948)."""
    open_looks = [x for x in LOOKS if x not in case.found]
    worth = {x: told_by(x, chances) for x in open_looks}
    best = max(open_looks, key=lambda x: worth[x], default=None)
    return best if best is not None and worth[best] >= LEAST_TOLD else None


def told_by(look: Look, chances: Mapping[Trouble, float]) -> float:
    """What a look is expected to tell of the cause [bit]. Shannon (1948)."""
    before = _entropy(list(chances.values()))
    after = 0.0
    for found in FINDS[look]:
        joint = [c * found_odds(x, look, found) for x, c in chances.items()]
        p = sum(joint)
        after += p * _entropy([j / p for j in joint]) if p > 0 else 0.0
    return before - after


def _entropy(shares: Collection[float]) -> float:
    return -sum(p * math.log2(p) for p in shares if p > 0)


def look_again_on(judgement: Judgement, date: dt.date) -> dt.date:
    """When to look at it again: by the most urgent of the causes shown. Common practice."""
    return date + dt.timedelta(days=min(x.look_again_days for x in judgement.suspects))
