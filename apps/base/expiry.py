"""What expires by itself: each application says of its own how it is cleared."""

from __future__ import annotations

import datetime as dt
from collections.abc import Callable
from typing import TypeVar

Clear = Callable[[dt.datetime], int]
Clearing = TypeVar("Clearing", bound=Callable[..., int])
_known: dict[str, Clear] = {}


def expires(name: str) -> Callable[[Clearing], Clearing]:
    """Marks a function that clears what has expired by a moment, and tells how many were."""

    def keep(clear: Clearing) -> Clearing:
        _known[name] = clear
        return clear

    return keep


def expiring() -> list[tuple[str, Clear]]:
    """All that is cleared in the night, by name."""
    return sorted(_known.items())
