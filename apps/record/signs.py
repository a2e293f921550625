"""Signs at plants, looks taken since, and what came of them: each a fact of its own."""

from __future__ import annotations

import datetime as dt
from dataclasses import dataclass
from typing import Any, ClassVar
from uuid import UUID

from agronomy.describe.errors import InputError, OutOfRangeError, require_one_of
from agronomy.describe.signs import LookTaken, SignsSeen, check_look, check_signs
from agronomy.describe.words import OUTCOMES
from agronomy.formats.described import read
from apps.base.errors import NotFound
from apps.garden.action import RecordEvent
from apps.garden.models import Bed, Event
from apps.record.actions import AtABed


@dataclass
class SeeSigns(AtABed):
    """Something does not look right at a bed; looks that were taken at once come with it."""

    signs: tuple[str, ...] = ()
    since_days: int = 0
    looks: tuple[dict[str, Any], ...] = ()

    kind: ClassVar = "signs_seen"

    def of_bed(self, bed: Bed, date: dt.date) -> dict[str, Any]:
        looks = [{**x, "date": date} for x in self.looks]
        told = {"signs": list(self.signs), "since_days": self.since_days}
        check_signs(read(SignsSeen, {**told, "date": date, "looks": looks}))
        return {**told, "looks": [{"look": x["look"], "found": x["found"]} for x in looks]}


@dataclass
class FollowSigns(RecordEvent):
    """One look more at what was seen, or what came of it: one of the two."""

    case: UUID
    look: str | None = None
    found: str | None = None
    outcome: str | None = None

    kind: ClassVar = "signs_followed"

    def tell(self) -> None:
        seen = Event.objects.filter(garden=self.garden, pk=self.case, kind="signs_seen", struck_at=None).first()
        if seen is None or seen.bed is None or seen.bed.removed_at is not None:
            raise NotFound("case")
        self.about, self.date = seen.bed, self.day()
        if not seen.date <= self.date <= self.garden.today:
            raise OutOfRangeError("date", self.date.isoformat(), f"a date from {seen.date} to {self.garden.today}")
        if (self.look is None) == (self.outcome is None):
            raise InputError("outcome", self.outcome, "a look and what it found, or an outcome")
        if self.look is not None:
            check_look(read(LookTaken, {"date": self.date, "look": self.look, "found": self.found}))
            self.told = {"case": str(self.case), "look": self.look, "found": self.found}
        else:
            require_one_of("outcome", self.outcome, OUTCOMES)
            self.told = {"case": str(self.case), "outcome": self.outcome}
