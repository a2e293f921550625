"""What plants are fed with, as its label says, and how often by which school."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Annotated, Final

from pydantic import AfterValidator

from agronomy.describe.errors import InputError, MissingError
from agronomy.describe.fields import Name, Yes, at_most, means, number, whole
from agronomy.describe.words import FeedKind, FeedMoment, FeedPartName

DRY: Final = ("dry", "lime")


@dataclass(frozen=True)
class FeedPart:
    """One part of an own blend."""

    part: Annotated[FeedPartName, means("what it is")]
    parts: Annotated[float, number(0.1, 100.0, "parts", "of it by volume: cups, scoops or buckets alike")] = 1.0


@dataclass(frozen=True)
class Feed:
    """A product of the person's own, typed once from its label; or a brew or blend of their own, guessed."""

    name: Annotated[Name, means("what its people call it")]
    kind: Annotated[FeedKind, means("how it is given: in water, or dry by area; lime and shell feed no growth")]
    dose: Annotated[float, number(0.01, 1000.0, "mL or g", "by its label: a litre of water, or a square metre if dry")]
    every_days: Annotated[int, whole(1, 200, "days", "how often at most, by its label")] = 7
    n_pct: Annotated[float | None, number(0.0, 60.0, "%", "nitrogen by weight; left out: not told")] = None
    p_pct: Annotated[float | None, number(0.0, 60.0, "%", "phosphate by weight, as labels tell it")] = None
    k_pct: Annotated[float | None, number(0.0, 60.0, "%", "potash by weight, as labels tell it")] = None
    lasts_days: Annotated[int, whole(1, 400, "days", "over which it feeds")] = 14
    guessed: Annotated[Yes, means("its strength is a guess: an own brew")] = False
    parts: Annotated[tuple[FeedPart, ...], at_most(12, "of an own blend, whose strength follows from them")] = ()
    in_turn: Annotated[Yes, means("it takes turns, feed by feed, with the others that do")] = False
    over_leaves: Annotated[Yes, means("it is given over the leaves, by those who do so")] = False
    once_at: Annotated[FeedMoment | None, means("a single act at a moment of a crop's life; else by the school")] = None


def check_feed(feed: Feed) -> Feed:
    """A feed that is no lime and no single act has some food, or is guessed; a blend tells each part once and no label;
    what goes over leaves is in water. Raises MissingError, InputError."""
    label = (feed.n_pct, feed.p_pct, feed.k_pct)
    if not (feed.kind == "lime" or feed.guessed or feed.once_at or feed.parts or any(label)):
        raise MissingError("n_pct", "N-P-K as its label tells, or tell that its strength is a guess")
    if feed.parts and any(x is not None for x in label):
        raise InputError("n_pct", feed.n_pct, "left out of a blend: its strength follows from its parts")
    names = [x.part for x in feed.parts]
    twice = next((x for i, x in enumerate(names) if x in names[:i]), None)
    if twice is not None:
        raise InputError("parts", twice, "each part once")
    if feed.over_leaves and feed.kind in DRY:
        raise InputError("over_leaves", True, "false for what is given dry")
    if feed.in_turn and feed.once_at:
        raise InputError("in_turn", True, "false for a single act")
    return feed


CheckedFeed = Annotated[Feed, AfterValidator(check_feed)]
