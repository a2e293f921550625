"""An absence and a visitor's round as plain values. No rule lives here."""

from __future__ import annotations

import datetime as dt

from agronomy.decide.away import Through, away
from agronomy.decide.dose import Dose
from agronomy.decide.round import Stop
from agronomy.decide.walk import opened_once
from agronomy.describe.garden import Absence
from api.present import Json, crops_out, garden_out
from api.round.present import dose_out, isle_out, line_with
from apps.garden.models import Event, Garden
from apps.planning.facts import BedFacts
from apps.planning.marks import before_leaving_id, mark_ids
from apps.planning.situation import Situation, situation, stops_of
from apps.record.actions import DAYS_AHEAD
from apps.record.away import absence_of, links_of

LONGEST_LOOK = 60  # days that a plan may look ahead
SEEN_TO = ("soak", "fill", "check")


def away_out(
    garden: Garden, role: str, kept: Event | None, absence: Absence | None, result: Json | None = None
) -> Json:
    """result: what was worked of the absence already."""
    return {
        "garden": garden_out(garden, role),
        "kept": {"id": kept.pk, **vars(absence_of(kept))} if kept else None,
        "result": result or (result_out(garden, absence) if absence else None),
        "links": [link_out(x) for x in links_of(garden)] if role == "owner" else [],
    }


def link_out(link: object) -> Json:
    return {name: getattr(link, name) for name in ("id", "name", "until")}


def result_out(garden: Garden, absence: Absence) -> Json | None:
    """What becomes of each isle; None while there is no plan. Raises InputError for days beyond what can be seen."""
    days = (absence.returns - garden.today).days
    now = situation(garden, min(max(days, DAYS_AHEAD), LONGEST_LOOK))
    if now.plan is None:
        return None
    found = away(now.plan, absence)
    facts = {b.row.name: b for b in now.beds}
    return {
        **vars(absence),
        "foreseen": found.foreseen,
        "days": found.days,
        "doing_today": absence.leaves == garden.today,
        "beds": [_through(x, facts[x.bed], garden.today) for x in found.beds],
    }


def foretold(result: Json | None) -> dict[str, float]:
    """Each isle's chance with what is to be done before, by its key; none where there is no plan yet."""
    return {str(x["bed"]): round(x["chance_then"], 3) for x in result["beds"]} if result else {}


def _through(x: Through, facts: BedFacts, today: dt.date) -> Json:
    told = {name: value for name, value in vars(x).items() if name not in ("bed", "choices")}
    return {
        **told,
        "bed": facts.row.pk,
        "name": facts.row.name,
        "kind": facts.row.kind,
        "least": [{**vars(d), "id": before_leaving_id(d.what, facts, today)} for d in x.least],
        "visits": [vars(v) for v in x.visits],
    }


def _now(s: Stop) -> Dose | None:
    """What a stop is given next: its dose, or the second drink of the day once it had the first."""
    if s.word in SEEN_TO:
        return s.dose
    return s.again.dose if s.again and s.word == "done" else None


def _seen_to(s: Stop) -> bool:
    return _now(s) is not None


def visit_out(now: Situation, until: object, units: str) -> Json:
    """Today's round as somebody who looks in needs it."""
    facts = {str(b.row.pk): b for b in now.beds}
    today = now.garden.today
    asked = [s for s in stops_of(now) if _seen_to(s) and not facts[s.bed.bed.key].put_off_on(today)]
    stops, open_still = opened_once(asked), {s.bed.bed.name for s in asked}
    noted = {
        b.row.name: (*[(x.date, x.struck) for x in b.poured], *[(x.date, x.struck) for x in b.felt]) for b in now.beds
    }
    seen = {name for name, marks in noted.items() if (today, False) in marks and name not in open_still}
    return {
        "date": today,
        "units": units,
        "until": until,
        "stops": [
            {
                "id": facts[s.bed.bed.key].row.pk,
                "name": s.bed.bed.name,
                "kind": s.bed.bed.kind,
                "alike": s.bed.bed.alike,
                "giver": s.bed.bed.reservoir.giver if s.bed.bed.reservoir else None,
                "givers": s.bed.bed.reservoir.count if s.bed.bed.reservoir else 1,
                "again_at_h": s.again.at_h if s.again else None,
                "second": s.word == "done",
                "crops": crops_out(now.plan, s.bed) if now.plan else [],
                "isle": isle_out(s.bed),
                "word": "soak" if s.word == "done" else s.word,
                "dose": dose_out(_now(s), s.bed.today),
                "finger_depth_m": s.bed.today.finger_depth_m,
                "marks": mark_ids(facts[s.bed.bed.key], today),
                "line_with": line_with(now, now.plan, s.bed) if now.plan else [],
            }
            for s in stops
        ],
        "marked": sorted(seen),
    }
