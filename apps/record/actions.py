"""What happens in a round: watered, found, put off, moved; and a private calendar address."""

from __future__ import annotations

import datetime as dt
import secrets
from dataclasses import dataclass
from typing import Any, ClassVar, cast

from django.db.models import prefetch_related_objects
from django.utils import timezone

from agronomy.describe import garden as g
from agronomy.describe.errors import InputError, OutOfRangeError, require_one_of
from agronomy.describe.kinds import KINDS
from agronomy.describe.water import OF_CONTAINERS, OF_RESERVOIRS
from agronomy.describe.words import Kind
from agronomy.formats.described import read
from apps.base.tokens import hash_of
from apps.garden.action import GardenAction, Made, RecordEvent
from apps.garden.actions.beds import standing_bed
from apps.garden.models import Bed, EarlyStrike, Event, Garden, Role
from apps.garden.rows import described
from apps.record.models import CalendarFeed

OLDEST_EVENT = dt.timedelta(days=366)
DAYS_AHEAD = 14  # as far as a plan looks, and a soak may be moved


@dataclass
class AtABed(RecordEvent):
    """Something at a bed, on a day that was named or on the day on which it happened."""

    bed_id: int
    on: dt.date | None = None

    def tell(self) -> None:
        bed = self.about = self.about or standing_bed(self.garden, self.bed_id)
        today = self.garden.today
        self.date = self.on or self.day()
        self.told = self.of_bed(bed, self.date)
        earliest = max(bed.opened, today - OLDEST_EVENT)
        if not earliest <= self.date <= today:
            raise OutOfRangeError("date", self.date.isoformat(), f"a date from {earliest} to {today}")

    def of_bed(self, bed: Bed, date: dt.date) -> dict[str, Any]:
        """What is told, held against its description. Raises InputError."""
        raise NotImplementedError


@dataclass
class RecordWatering(AtABed):
    litres: float = 0.0
    part: str = "morning"
    into: str = "soil"
    passes: int = 1
    rig: str | None = None
    way: str | None = None
    feed: str | None = None
    fed: float | None = None

    kind: ClassVar = "watering"

    def of_bed(self, bed: Bed, date: dt.date) -> dict[str, Any]:
        told = {"litres": self.litres, "part": self.part, "into": self.into, "passes": self.passes}
        if self.rig is not None:
            told["rig"] = self.rig
            require_one_of("rig", self.rig, [x.name for x in self.garden.rigs.all()])
        if self.way is not None:
            told["way"] = self.way
        if self.feed is not None or self.fed is not None:
            require_one_of("feed", self.feed, [x["name"] for x in self.garden.feeds])
            if not self.fed:
                raise InputError("fed", self.fed, "how much of it, in mL or g")
            told |= {"feed": self.feed, "fed": self.fed}
        read(g.Watering, {**told, "date": date})
        if self.into == "reservoir" and not bed.reservoir_capacity_l:
            raise InputError("into", self.into, "soil: this bed has no reservoir")
        return told


@dataclass
class RecordObservation(AtABed):
    """What was found at a bed: a finger, a lifted pot, a probe, a dug hole, a float, or "still wet, left it"."""

    reading: str | None = None
    found_by: str = "finger"
    value: float | None = None

    kind: ClassVar = "observation"

    def of_bed(self, bed: Bed, date: dt.date) -> dict[str, Any]:
        told = {"kind": self.found_by, "reading": self.reading, "value": self.value}
        read(g.Observation, {**told, "date": date})
        if self.found_by in OF_CONTAINERS and not KINDS[cast(Kind, bed.kind)][0]:
            raise InputError("kind", self.found_by, "another kind: this is no pot or box")
        if self.found_by == "weighed" and described(g.Bed, bed).soaked_kg is None:
            raise InputError(
                "kind", self.found_by, "another kind: what this pot weighs soaked and limp is not known yet"
            )
        if self.found_by in OF_RESERVOIRS:
            if not bed.reservoir_capacity_l:
                raise InputError("kind", self.found_by, "another kind: this bed has no reservoir")
            if (self.value or 0) > bed.reservoir_capacity_l:
                raise OutOfRangeError("value", self.value, f"at most {bed.reservoir_capacity_l:g} L, what it holds")
        return told


@dataclass
class PutOffStop(AtABed):
    """ "Not today"."""

    kind: ClassVar = "put_off"

    def of_bed(self, bed: Bed, date: dt.date) -> dict[str, Any]:
        return {}


def check_move(garden: Garden, bed_id: int, from_date: dt.date, to_date: dt.date) -> Bed:
    """The bed whose soak may be moved so; both days lie in the days ahead. Raises OutOfRangeError, InputError."""
    bed = standing_bed(garden, bed_id)
    last = garden.today + dt.timedelta(days=DAYS_AHEAD - 1)
    for name, date in (("from_date", from_date), ("to_date", to_date)):
        if not garden.today <= date <= last:
            raise OutOfRangeError(name, date.isoformat(), f"a date from {garden.today} to {last}")
    if from_date == to_date:
        raise InputError("to_date", to_date.isoformat(), "another day than from_date")
    return bed


@dataclass
class MoveSoak(RecordEvent):
    """Put a soak that is due on one day on another."""

    bed_id: int
    from_date: dt.date
    to_date: dt.date

    kind: ClassVar = "moved_soak"

    def tell(self) -> None:
        self.about = check_move(self.garden, self.bed_id, self.from_date, self.to_date)
        self.told = {"from_date": self.from_date.isoformat(), "to_date": self.to_date.isoformat()}


class ByAnyMember(GardenAction[Made]):
    """What leaves no line of its own, and is for whoever belongs to the garden, in whatever role."""

    @classmethod
    def needs(cls) -> Role:
        return Role.HELPER


@dataclass
class RecordRound(ByAnyMember[list[Event]]):
    """Several waterings at once, each an event of its own: all are kept, or none."""

    poured: list[RecordWatering]

    def at_beds(self) -> bool:
        return True

    def do(self) -> list[Event]:
        """Read and written for all of them at once, so that a whole round is a handful of statements."""
        ids = [x.stamp.id for x in self.poured]
        if len(ids) == 1 or len(set(ids)) < len(ids):
            return [x.beside(self) for x in self.poured]
        known = Event.objects.select_related("bed", "by").in_bulk(ids)
        early = EarlyStrike.objects.filter(garden=self.garden, pk__in=ids, by=self.by.user)
        overtaken = set(early.values_list("pk", flat=True))
        standing = {bed.pk: bed for bed in self.garden.beds.filter(removed_at=None)}
        prefetch_related_objects([self.garden], "rigs")
        events, new = [], []
        for x in self.poured:
            x.garden, x.one_of_many = self.garden, True
            if x.stamp.id in known:
                events.append(x.met(known[x.stamp.id]))
                continue
            x.about = standing.get(x.bed_id)
            x.tell()
            event = x.event()
            if event.pk in overtaken:
                event.struck_at, event.struck_by = timezone.now(), self.by.user
            new.append(event)
            events.append(event)
        Event.objects.bulk_create(new, batch_size=200)
        early.delete()
        return events


@dataclass
class OpenFeed(ByAnyMember[str]):
    """A private calendar address of one person for one garden, in the place of the one before. Its token is told once,
    and kept as a hash alone."""

    def do(self) -> str:
        user, token = self.by.signed_in(), secrets.token_urlsafe(32)
        CalendarFeed.objects.filter(garden=self.garden, user=user, ended_at=None).update(ended_at=timezone.now())
        CalendarFeed.objects.create(garden=self.garden, user=user, token_hash=hash_of(token))
        return token


@dataclass
class EndFeed(ByAnyMember[None]):
    """The address answers no longer."""

    def do(self) -> None:
        open_feeds = CalendarFeed.objects.filter(garden=self.garden, user=self.by.signed_in(), ended_at=None)
        open_feeds.update(ended_at=timezone.now())
