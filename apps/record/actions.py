"""What happens in a round: watered, found, put off, moved, struck."""

from __future__ import annotations

import datetime as dt
import secrets
from dataclasses import dataclass
from typing import Any
from uuid import UUID

from django.db import transaction
from django.utils import timezone

from agronomy.describe import garden as g
from agronomy.describe.errors import InputError, OutOfRangeError
from agronomy.formats.described import read
from apps.accounts.models import User
from apps.base.errors import NotFound
from apps.garden.access import lock, visited
from apps.garden.events import once
from apps.garden.models import Bed, Event, Garden
from apps.record.models import CalendarFeed, MovedSoak, Observation, PutOff, Watering

OLDEST_EVENT = dt.timedelta(days=366)
DAYS_AHEAD = 14  # as far as a plan looks, and a soak may be moved


def _standing_bed(garden: Garden, bed_id: int) -> Bed:
    bed = Bed.objects.filter(garden=garden, pk=bed_id, removed_at=None).first()
    if bed is None:
        raise NotFound("bed")
    return bed


def _check_date(garden: Garden, bed: Bed, date: dt.date) -> None:
    earliest = max(bed.opened, garden.today - OLDEST_EVENT)
    if not earliest <= date <= garden.today:
        raise OutOfRangeError("date", date.isoformat(), f"a date from {earliest} to {garden.today}")


@dataclass
class RecordWatering:
    by: User
    garden_id: int
    bed_id: int
    id: UUID
    litres: float
    date: dt.date | None = None
    part: str = "morning"
    into: str = "soil"
    passes: int = 1

    def execute(self) -> Watering:
        garden = visited(self.by, self.garden_id)
        bed = _standing_bed(garden, self.bed_id)
        date = self.date or garden.today
        described = {"date": date.isoformat(), "litres": self.litres, "part": self.part, "into": self.into}
        described["passes"] = self.passes
        read(g.Watering, described)
        _check_date(garden, bed, date)
        if self.into == "reservoir" and not bed.reservoir_capacity_l:
            raise InputError("into", self.into, "soil: this bed has no reservoir")
        fields = {**described, "date": date, "by": self.by}
        with transaction.atomic():
            return once(Watering, self.id, {"bed": bed}, fields)


@dataclass
class RecordObservation:
    """What was found at a bed: a finger, a lifted pot, a probe, a dug hole, a float, or "still wet, left it"."""

    by: User
    garden_id: int
    bed_id: int
    id: UUID
    reading: str | None = None
    date: dt.date | None = None
    kind: str = "finger"
    value: float | None = None

    def execute(self) -> Observation:
        garden = visited(self.by, self.garden_id)
        bed = _standing_bed(garden, self.bed_id)
        date = self.date or garden.today
        found = {"kind": self.kind, "reading": self.reading, "value": self.value}
        read(g.Observation, {**found, "date": date})
        _check_date(garden, bed, date)
        if self.kind == "float":
            if not bed.reservoir_capacity_l:
                raise InputError("kind", self.kind, "another kind: this bed has no reservoir")
            if (self.value or 0) > bed.reservoir_capacity_l:
                raise OutOfRangeError("value", self.value, f"at most {bed.reservoir_capacity_l:g} L, what it holds")
        with transaction.atomic():
            return once(Observation, self.id, {"bed": bed}, {**found, "date": date, "by": self.by})


@dataclass
class PutOffStop:
    """ "Not today"."""

    by: User
    garden_id: int
    bed_id: int
    id: UUID
    date: dt.date | None = None

    def execute(self) -> PutOff:
        garden = visited(self.by, self.garden_id)
        bed = _standing_bed(garden, self.bed_id)
        date = self.date or garden.today
        _check_date(garden, bed, date)
        with transaction.atomic():
            return once(PutOff, self.id, {"bed": bed}, {"date": date, "by": self.by})


def check_move(garden: Garden, bed_id: int, from_date: dt.date, to_date: dt.date) -> Bed:
    """The bed whose soak may be moved so; both days lie in the days ahead. Raises OutOfRangeError, InputError."""
    bed = _standing_bed(garden, bed_id)
    last = garden.today + dt.timedelta(days=DAYS_AHEAD - 1)
    for name, date in (("from_date", from_date), ("to_date", to_date)):
        if not garden.today <= date <= last:
            raise OutOfRangeError(name, date.isoformat(), f"a date from {garden.today} to {last}")
    if from_date == to_date:
        raise InputError("to_date", to_date.isoformat(), "another day than from_date")
    return bed


@dataclass
class MoveSoak:
    """Put a soak that is due on one day on another."""

    by: User
    garden_id: int
    bed_id: int
    id: UUID
    from_date: dt.date
    to_date: dt.date

    def execute(self) -> MovedSoak:
        garden = visited(self.by, self.garden_id)
        bed = check_move(garden, self.bed_id, self.from_date, self.to_date)
        fields = {"date": garden.today, "from_date": self.from_date, "to_date": self.to_date, "by": self.by}
        with transaction.atomic():
            return once(MovedSoak, self.id, {"bed": bed}, fields)


@dataclass
class OpenFeed:
    """A private calendar address of one person for one garden; the same one while it is open."""

    by: User
    garden_id: int

    def execute(self) -> CalendarFeed:
        garden = visited(self.by, self.garden_id)
        with transaction.atomic():
            lock(garden)
            feed = CalendarFeed.objects.filter(garden=garden, user=self.by, ended_at=None).first()
            token = secrets.token_urlsafe(32)
            return feed or CalendarFeed.objects.create(garden=garden, user=self.by, token=token)


@dataclass
class EndFeed:
    """The address answers no longer."""

    by: User
    garden_id: int

    def execute(self) -> None:
        garden = visited(self.by, self.garden_id)
        open_feeds = CalendarFeed.objects.filter(garden=garden, user=self.by, ended_at=None)
        open_feeds.update(ended_at=timezone.now())


EVENTS: dict[str, type[Event]] = {
    "watering": Watering,
    "observation": Observation,
    "put_off": PutOff,
    "moved_soak": MovedSoak,
}


@dataclass
class StrikeEvent:
    """An event that was wrong counts no longer and the story recomputes; `back` undoes that."""

    by: User
    garden_id: int
    kind: str
    event_id: UUID
    back: bool = False

    def execute(self) -> Event:
        garden = visited(self.by, self.garden_id)
        model: Any = EVENTS.get(self.kind)
        event: Event | None = model and model.objects.filter(pk=self.event_id, bed__garden=garden).first()
        if not event:
            raise NotFound("event")
        event.struck_at = None if self.back else timezone.now()
        event.save(update_fields=["struck_at"])
        return event
