"""What plants are fed with, as its label says, and how often by which school."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Annotated

from pydantic import AfterValidator

from agronomy.describe.errors import MissingError
from agronomy.describe.fields import Name, Yes, means, number, whole
from agronomy.describe.words import FeedKind


@dataclass(frozen=True)
class Feed:
    """A product of the person's own, typed once from its label; or a brew of their own, guessed."""

    name: Annotated[Name, means("what its people call it")]
    kind: Annotated[FeedKind, means("how it is given: in water, or dry by area; lime and shell feed no growth")]
    dose: Annotated[float, number(0.01, 1000.0, "mL or g", "by its label: a litre of water, or a square metre if dry")]
    every_days: Annotated[int, whole(1, 200, "days", "how often at most, by its label")] = 7
    n_pct: Annotated[float | None, number(0.0, 60.0, "%", "nitrogen by weight; left out: not told")] = None
    p_pct: Annotated[float | None, number(0.0, 60.0, "%", "phosphate by weight, as labels tell it")] = None
    k_pct: Annotated[float | None, number(0.0, 60.0, "%", "potash by weight, as labels tell it")] = None
    lasts_days: Annotated[int, whole(1, 400, "days", "over which it feeds")] = 14
    guessed: Annotated[Yes, means("its strength is a guess: an own brew")] = False


def check_feed(feed: Feed) -> Feed:
    """A feed that is no lime has some food, or is guessed. Raises MissingError."""
    if feed.kind != "lime" and not feed.guessed and not any((feed.n_pct, feed.p_pct, feed.k_pct)):
        raise MissingError("n_pct", "N-P-K as its label tells, or tell that its strength is a guess")
    return feed


CheckedFeed = Annotated[Feed, AfterValidator(check_feed)]
