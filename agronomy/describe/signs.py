"""What was seen at plants that do not look right, what looks found since, and what came of it."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Annotated, Final

from pydantic import AfterValidator

from agronomy.describe.errors import InputError, require_one_of
from agronomy.describe.fields import Date, at_most, means, some, whole
from agronomy.describe.words import Found, Look, Outcome, Sign

# What a look may find.
FINDS: Final[Mapping[Look, tuple[Found, ...]]] = {
    "finger": ("dry", "moist", "wet"),
    "dawn": ("stands", "droops"),
    "roots": ("white", "brown_soft", "circling"),
    "underside": ("clean", "felt"),
    "stem_cut": ("clean", "ring"),
    "spread": ("spreads", "stays"),
}


@dataclass(frozen=True)
class LookTaken:
    """One look more, and what it found."""

    date: Date
    look: Annotated[Look, means("where or when it was looked")]
    found: Annotated[Found, means("what was found")]


def check_look(taken: LookTaken) -> LookTaken:
    """What was found is one of what the look may find. Raises UnknownNameError."""
    require_one_of("found", taken.found, FINDS[taken.look])
    return taken


CheckedLook = Annotated[LookTaken, AfterValidator(check_look)]


@dataclass(frozen=True)
class SignsSeen:
    """Signs seen at a bed on a date."""

    date: Date
    signs: Annotated[tuple[Sign, ...], some(1, 19, "what was seen, each once")]
    since_days: Annotated[int, whole(0, 60, "days", "for how long it had been so")] = 0
    looks: Annotated[tuple[CheckedLook, ...], at_most(20, "looks since, the latest of a kind counts")] = ()
    outcome: Annotated[Outcome | None, means("what came of it; left out: not known yet")] = None
    ended: Annotated[Date | None, means("when that was seen")] = None


def check_signs(seen: SignsSeen) -> SignsSeen:
    """Each sign once; an outcome has its date. Raises InputError."""
    twice = next((x for i, x in enumerate(seen.signs) if x in seen.signs[:i]), None)
    if twice is not None:
        raise InputError("signs", twice, "each sign once")
    if (seen.outcome is None) != (seen.ended is None):
        raise InputError("ended", seen.ended, "a date beside an outcome, and none without")
    return seen


CheckedSigns = Annotated[SignsSeen, AfterValidator(check_signs)]
