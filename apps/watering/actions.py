"""What happens in a round: watered, felt, put off, struck; the day issued and stepped."""

from __future__ import annotations

import datetime as dt
from dataclasses import dataclass
from typing import Any
from uuid import UUID

from django.db import IntegrityError, transaction
from django.http import Http404
from django.utils import timezone

from agronomy import garden_file
from agronomy.describe.errors import InputError, OutOfRangeError
from apps.garden.access import owned, visited
from apps.garden.models import Bed, Event, Garden
from apps.watering.models import Check, IssuedAdvice, PutOff, Watering
from apps.watering.queries import Situation, situation
from apps.weather.actions import refresh_weather

OLDEST_EVENT = dt.timedelta(days=366)


def _standing_bed(garden: Garden, bed_id: int) -> Bed:
    bed = Bed.objects.filter(garden=garden, pk=bed_id, removed_at=None).first()
    if bed is None:
        raise Http404("bed")
    return bed


def _check_date(garden: Garden, bed: Bed, date: dt.date) -> None:
    earliest = max(bed.opened, garden.today - OLDEST_EVENT)
    if not earliest <= date <= garden.today:
        raise OutOfRangeError("date", date.isoformat(), f"a date from {earliest} to {garden.today}")


def _once(model: Any, event_id: UUID, bed: Bed, fields: dict[str, Any]) -> Any:
    """The event of this id, made if it is not there. Somebody else's id is as good as none."""
    known = model.objects.filter(pk=event_id).first()
    if known is None:
        try:
            with transaction.atomic():
                return model.objects.create(id=event_id, bed=bed, **fields)
        except IntegrityError:  # the same event, sent twice at once: the other one got there first
            known = model.objects.get(pk=event_id)
    if known.bed_id != bed.pk:
        raise Http404("event")
    return known


@dataclass
class RecordWatering:
    by: Any
    garden_id: int
    bed_id: int
    id: UUID
    litres: float
    date: dt.date | None = None
    part: str = "morning"
    into: str = "soil"

    def execute(self) -> Watering:
        garden = visited(self.by, self.garden_id)
        bed = _standing_bed(garden, self.bed_id)
        date = self.date or garden.today
        described = {"date": date.isoformat(), "litres": self.litres, "part": self.part, "into": self.into}
        garden_file.check_piece("WATERING", described)
        _check_date(garden, bed, date)
        if self.into == "reservoir" and not bed.reservoir_capacity_l:
            raise InputError("into", self.into, "soil: this bed has no reservoir")
        fields = {"date": date, "litres": self.litres, "part": self.part, "into": self.into, "by": self.by}
        with transaction.atomic():
            return _once(Watering, self.id, bed, fields)


@dataclass
class RecordCheck:
    """A finger in the soil: dry, just_damp, moist or wet."""

    by: Any
    garden_id: int
    bed_id: int
    id: UUID
    reading: str
    date: dt.date | None = None

    def execute(self) -> Check:
        garden = visited(self.by, self.garden_id)
        bed = _standing_bed(garden, self.bed_id)
        date = self.date or garden.today
        garden_file.check_piece("CHECK", {"date": date.isoformat(), "reading": self.reading})
        _check_date(garden, bed, date)
        with transaction.atomic():
            return _once(Check, self.id, bed, {"date": date, "reading": self.reading, "by": self.by})


@dataclass
class PutOffStop:
    """ "Not today"."""

    by: Any
    garden_id: int
    bed_id: int
    id: UUID

    def execute(self) -> PutOff:
        garden = visited(self.by, self.garden_id)
        bed = _standing_bed(garden, self.bed_id)
        with transaction.atomic():
            return _once(PutOff, self.id, bed, {"date": garden.today, "by": self.by})


EVENTS: dict[str, type[Event]] = {"watering": Watering, "check": Check, "put_off": PutOff}


@dataclass
class StrikeEvent:
    """An event that was wrong counts no longer and the story recomputes; `back` undoes that."""

    by: Any
    garden_id: int
    kind: str
    event_id: UUID
    back: bool = False

    def execute(self) -> Event:
        garden = visited(self.by, self.garden_id)
        model: Any = EVENTS.get(self.kind)
        event = model and model.objects.filter(pk=self.event_id, bed__garden=garden).first()
        if not event:
            raise Http404("event")
        event.struck_at = None if self.back else timezone.now()
        event.save(update_fields=["struck_at"])
        return event


def issue_advice(now: Situation) -> IssuedAdvice | None:
    """Keep today's advice under the hash of the facts it rested on; the same facts are kept once."""
    if now.plan is None:
        return None
    beds = [
        {"bed": int(b.bed.name), "word": b.word, "cause": b.cause, "litres": round(b.dose.litres, 2) if b.dose else 0.0}
        for b in now.plan.beds
    ]
    advice, _ = IssuedAdvice.objects.get_or_create(
        garden=now.garden, date=now.plan.today, facts_hash=now.facts_hash,
        defaults={"beds": beds, "snapshot": now.weather.snapshot},
    )  # fmt: skip
    return advice


@dataclass
class Visit:
    """Somebody opens the garden: its weather is brought up to date and the day's advice is kept."""

    by: Any
    garden_id: int

    def execute(self) -> bool:
        garden = visited(self.by, self.garden_id)
        fresh = refresh_weather(garden)
        issue_advice(situation(garden))
        return fresh


@dataclass
class StepDay:
    """A garden with its own clock moves one day on; what was expected of the day arrives as observed."""

    by: Any
    garden_id: int

    def execute(self) -> Garden:
        garden = owned(self.by, self.garden_id)
        if garden.clock_date is None:
            raise InputError("clock", "the real date", "only a garden with a clock of its own can be stepped")
        issue_advice(situation(garden))
        with transaction.atomic():
            locked = Garden.objects.select_for_update().get(pk=garden.pk)
            if locked.clock_date is None or locked.clock_date != garden.clock_date:
                raise InputError("clock", str(locked.clock_date), f"stepped from {garden.clock_date} already")
            locked.clock_date += dt.timedelta(days=1)
            locked.save(update_fields=["clock_date"])
        refresh_weather(locked)
        return locked
