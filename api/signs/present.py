"""Signs as plain values, each with what the bed's weeks make of it."""

from __future__ import annotations

from collections.abc import Iterable
from typing import Any
from uuid import UUID

from agronomy.describe.garden import SignsSeen
from agronomy.describe.signs import FINDS
from agronomy.signs.evidence import Weeks
from agronomy.signs.judge import Judgement, look_again_on
from api.present import Json
from apps.planning.facts import BedFacts
from apps.planning.signs import judged
from apps.planning.situation import Situation


def judgement_out(now: Situation, found: tuple[Judgement, Weeks], since: Any) -> Json:
    j, weeks = found
    return {
        "suspects": [vars(x) for x in j.suspects],
        "look": j.look,
        "finds": FINDS[j.look] if j.look else [],
        "look_again": max(look_again_on(j, since), now.garden.today),
        "weeks": vars(weeks),
    }


def case_out(now: Situation, facts: BedFacts, key: UUID, seen: SignsSeen) -> Json:
    found = None if seen.outcome else judged(now, facts.row.pk, seen)
    return {
        "id": key,
        "bed": facts.row.pk,
        "name": facts.row.name,
        **vars(seen),
        "looks": [vars(x) for x in seen.looks],
        "judgement": judgement_out(now, found, seen.date) if found else None,
    }


def cases_out(now: Situation, beds: Iterable[BedFacts]) -> list[Json]:
    """The cases of some beds, open ones first, the newest before older ones."""
    told = [(facts, key, seen) for facts in beds for key, seen in facts.cases]
    told.sort(key=lambda x: (x[2].outcome is not None, -x[2].date.toordinal()))
    return [case_out(now, *x) for x in told]


def due_out(now: Situation) -> list[Json]:
    """Open cases whose day to be looked at again has come."""
    due = []
    for facts in now.beds:
        for key, seen in facts.cases:
            found = None if seen.outcome or seen.date >= now.garden.today else judged(now, facts.row.pk, seen)
            latest = max([seen.date, *(x.date for x in seen.looks)])
            if found and look_again_on(found[0], latest) <= now.garden.today:
                told = {"id": key, "bed": facts.row.pk, "name": facts.row.name, "date": seen.date}
                due.append({**told, "signs": seen.signs, "trouble": found[0].first})
    return due
