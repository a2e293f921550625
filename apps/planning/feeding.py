"""How a bed stands with its food, of every bed of a plan; one whose plan did not change is reckoned once."""

from __future__ import annotations

import threading
from typing import Any

import cachetools

from agronomy.decide.feeding import Feeding, feeding_of
from agronomy.decide.plan import Plan

_known: cachetools.LRUCache[int, tuple[tuple[Any, ...], Feeding]] = cachetools.LRUCache(2_000)
_lock = threading.Lock()


def feeding_now(plan: Plan, i: int) -> Feeding:
    """feeding_of() the bed, as it is known where all that it rests on are the very same objects as before."""
    g = plan.garden
    rests_on = plan.beds[i], plan.run.weather, g.feeds, g.rigs
    told = plan.today, g.feeding, g.feed, g.bloom_feed, g.can_l
    with _lock:
        known = _known.get(id(plan.beds[i]))
    if known is not None:
        before, at = known[0]
        if at == told and all(a is b for a, b in zip(before, rests_on, strict=True)):
            return known[1]
    found = feeding_of(plan, i)
    with _lock:
        _known[id(plan.beds[i])] = (rests_on, told), found
    return found
