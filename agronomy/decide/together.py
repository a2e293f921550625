"""Beds on one tube with no valve between: where one is watered, all are, for as long as the thirstiest of them asks."""

from __future__ import annotations

from collections.abc import Iterable, Mapping

from agronomy.decide.bands import Band
from agronomy.decide.plan import Plan
from agronomy.methods.drip import DripLine
from agronomy.methods.tubes import tube_of

Tubes = Mapping[int, tuple[int, ...]]  # bed -> all beds of its tube, from the tap on; only where they are several


def tubes_in(plan: Plan) -> Tubes:
    """The tubes through several beds of a plan that a line waters today. Arithmetic."""
    at = {b.bed.name: i for i, b in enumerate(plan.beds)}
    found: dict[int, tuple[int, ...]] = {}
    for i, b in enumerate(plan.beds):
        tube = tuple(at[x.name] for x in tube_of(plan.garden, b.bed) if x.name in at)
        tube = tuple(k for k in tube if isinstance(plan.beds[k].today.method, DripLine))
        if len(tube) > 1 and i in tube:
            found[i] = tube
    return found


def whole(tubes: Tubes, beds: Iterable[int]) -> set[int]:
    """These beds, and all that stand on a tube with one of them. Arithmetic."""
    return {k for i in beds for k in tubes.get(i, (i,))}


def run_for(plan: Plan, tubes: Tubes, litres: Mapping[int, Band], along: set[int]) -> dict[int, Band]:
    """What each bed gets [L] where each tube runs as long as the thirstiest bed on it asks. litres: that each asks for,
    or lacks; along: those that do not ask. Arithmetic."""
    given = dict(litres)
    for tube in set(tubes.values()):
        on = [i for i in tube if i in litres]
        asks = [i for i in on if i not in along]
        minutes = max((plan.beds[i].today.method.pouring_minutes(litres[i].mid) for i in asks), default=0.0)
        for i in on if asks else []:
            gets = minutes / max(plan.beds[i].today.method.pouring_minutes(1.0), 1e-9)
            given[i] = litres[i].scaled_to(gets)
    return given
