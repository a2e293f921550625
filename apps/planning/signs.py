"""What signs at a bed may come from, by the plan of its garden."""

from __future__ import annotations

from agronomy.describe.garden import SignsSeen
from agronomy.signs.evidence import Weeks, bears_fruit, weeks_of
from agronomy.signs.judge import Case, Judgement, judge
from apps.planning.situation import Situation


def judged(now: Situation, bed_id: int, seen: SignsSeen) -> tuple[Judgement, Weeks] | None:
    """What may be behind signs at a bed, and the weeks it rests on; None while no plan holds the bed."""
    if now.plan is None:
        return None
    i = next((i for i, b in enumerate(now.plan.beds) if b.bed.key == f"{bed_id}"), None)
    if i is None:
        return None
    b = now.plan.beds[i]
    weeks = weeks_of(now.plan, i, max(0, (now.plan.today - seen.date).days) + seen.since_days)
    found = {x.look: x.found for x in sorted(seen.looks, key=lambda x: x.date)}
    case = Case(frozenset(seen.signs), weeks.facts, found, b.today.container, bears_fruit(b))
    return judge(case), weeks
