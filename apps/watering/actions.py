"""What happens in a round: watered, felt, put off, struck; the day issued and stepped."""

from __future__ import annotations

import datetime as dt
import secrets
from dataclasses import dataclass
from typing import Any
from uuid import UUID

from django.db import transaction
from django.utils import timezone

from agronomy.decide.bands import bands, rain_chance
from agronomy.decide.plan import BedPlan, Plan
from agronomy.decide.wait import HORIZON_DAYS
from agronomy.describe import garden as g
from agronomy.describe.errors import InputError, OutOfRangeError
from agronomy.formats.described import read
from apps.base.errors import NotFound
from apps.garden.access import lock, owned, visited
from apps.garden.events import once
from apps.garden.models import Bed, Event, Garden
from apps.watering.models import CalendarFeed, IssuedAdvice, MovedSoak, Observation, PutOff, Watering
from apps.watering.queries import DAYS_AHEAD, Situation, situation
from apps.weather.actions import refresh_weather

OLDEST_EVENT = dt.timedelta(days=366)


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
    by: Any
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

    by: Any
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

    by: Any
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

    by: Any
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

    by: Any
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

    by: Any
    garden_id: int

    def execute(self) -> None:
        garden = visited(self.by, self.garden_id)
        open_feeds = CalendarFeed.objects.filter(garden=garden, user=self.by, ended_at=None)
        open_feeds.update(ended_at=timezone.now())


EVENTS: dict[str, type[Event]] = {
    "watering": Watering, "observation": Observation, "put_off": PutOff, "moved_soak": MovedSoak,
}  # fmt: skip


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
        event: Event | None = model and model.objects.filter(pk=self.event_id, bed__garden=garden).first()
        if not event:
            raise NotFound("event")
        event.struck_at = None if self.back else timezone.now()
        event.save(update_fields=["struck_at"])
        return event


def issue_advice(now: Situation) -> IssuedAdvice | None:
    """Keep today's advice under the hash of the facts it rested on; the same facts are kept once."""
    if now.plan is None:
        return None
    beds = [_advice_on(b) for b in now.plan.beds]
    advice, _ = IssuedAdvice.objects.get_or_create(
        garden=now.garden, date=now.plan.today, facts_hash=now.facts_hash,
        defaults={"beds": beds, "snapshot": now.weather.snapshot, "rain": _rain_expected(now.plan)},
    )  # fmt: skip
    return advice


def _advice_on(b: BedPlan) -> dict[str, Any]:
    """What was said of one bed and what it rested on, so that it can be held against what came."""
    return {
        "bed": int(b.bed.key), "word": b.word, "cause": b.cause, "litres": round(b.dose.litres, 2) if b.dose else 0.0,
        "chance_asks": round(b.chance_asks, 4), "wait_days": b.choice.wait_days,
        "costs": [round(c, 4) for c in b.choice.costs], "rain_enough": [round(c, 4) for c in b.choice.rain_enough],
        "net_mm": round(b.net_mm.mid, 3), "trigger_mm": round(b.trigger_mm, 3),
    }  # fmt: skip


def _rain_expected(p: Plan) -> list[dict[str, Any]]:
    """The rain of each of the days that a wait looks at [mm]: 10, 50, 90 % of the members and the chance of any."""
    w, looked_at = p.run.weather, slice(p.run.n_behind, p.run.n_behind + HORIZON_DAYS)
    rain = w.rain[looked_at]
    return [
        {"date": date.isoformat(), "mm": [round(x, 3) for x in (b.low, b.mid, b.high)], "chance": rain_chance(members)}
        for date, members, b in zip(w.dates[looked_at], rain, bands(rain), strict=True)
    ]


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
    """A garden with its own clock moves one day on; what was expected of the day arrives as observed.

    from_date: the day that was seen when the step was asked for; a garden that went on from there already stays.
    """

    by: Any
    garden_id: int
    from_date: dt.date | None = None

    def execute(self) -> Garden:
        garden = owned(self.by, self.garden_id)
        if garden.clock_date is None:
            raise InputError("clock", "the real date", "only a garden with a clock of its own can be stepped")
        if self.from_date is not None and garden.clock_date > self.from_date:
            return garden
        issue_advice(situation(garden))
        with transaction.atomic():
            locked = Garden.objects.select_for_update().get(pk=garden.pk)
            if locked.clock_date is None or locked.clock_date != garden.clock_date:
                return locked  # the same step, asked for twice at once: the other one got there first
            locked.clock_date += dt.timedelta(days=1)
            locked.save(update_fields=["clock_date"])
        refresh_weather(locked)
        return locked
