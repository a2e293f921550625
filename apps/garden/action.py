"""The base of every action that changes a garden: who may, once only, all or nothing, and a line in its record."""

from __future__ import annotations

import datetime as dt
import uuid
import zoneinfo
from dataclasses import dataclass, field
from typing import Any, ClassVar, TypeVar

from django.db import models
from django.utils import timezone

from apps.accounts.actor import Actor
from apps.accounts.models import User
from apps.base.action import Action
from apps.base.errors import NotedByOther, NotFound
from apps.garden.access import permitted
from apps.garden.changes import Changes, take_back
from apps.garden.events import AT_BEDS, BY_HELPERS, EventKind, Told
from apps.garden.models import Bed, EarlyStrike, Event, Garden, Role

Made = TypeVar("Made")


@dataclass(frozen=True)
class Stamp:
    """What a client puts on a mark: an id of its own, under which it is one event however often it arrives, and when it
    happened, by the client's clock."""

    id: uuid.UUID = field(default_factory=uuid.uuid4)
    occurred_at: dt.datetime = field(default_factory=timezone.now)


@dataclass
class GardenAction(Action[Made]):
    """A change in a garden. A subclass says its `kind` and what to `do`, and notes what was told.

    kind: the event's, and by it who may (apps/garden/events.py); None leaves no line. makes: the model of what `do`
    returns, so that the same mark, arriving again, is answered alike.
    one_of_many: one mark of a whole round; what somebody else noted of it meanwhile stands without a question.
    Set while it runs: garden, held against other changes; changes, through which rows are written; told, about (a bed)
    and date, as the event keeps them.
    """

    by: Actor
    garden_id: int
    stamp: Stamp = field(default_factory=Stamp, kw_only=True)

    kind: ClassVar[EventKind | None] = None
    makes: ClassVar[type[models.Model] | None] = None

    garden: Garden = field(init=False, repr=False)
    changes: Changes = field(init=False, repr=False, default_factory=Changes)
    told: Told = field(init=False, repr=False, default_factory=dict)
    about: Bed | None = field(init=False, repr=False, default=None)
    date: dt.date | None = field(init=False, repr=False, default=None)
    one_of_many: bool = field(init=False, repr=False, default=False)

    @classmethod
    def needs(cls) -> Role:
        """The role it takes."""
        return Role.HELPER if cls.kind in BY_HELPERS else Role.OWNER

    def do(self) -> Made:
        """Hold what was asked against what is allowed, then write it. Raises InputError, NotFound."""
        raise NotImplementedError

    def run(self) -> Made:
        self.garden = permitted(self.by, self.garden_id, self.needs(), not self.at_beds())
        return self.once()

    def at_beds(self) -> bool:
        """Whether nothing changes but what happened at beds."""
        return self.kind in AT_BEDS

    def once(self) -> Made:
        """What comes of it, now or when it arrived before. Raises NotFound where its id is that of something else."""
        if self.kind is None:
            return self.do()
        known = Event.objects.filter(pk=self.stamp.id).select_related("bed", "by").first()
        return self.keep() if known is None else self.met(known)

    def met(self, known: Event) -> Made:
        """What comes of it where its id is there already. Raises NotFound where that is of something else, NotedByOther
        where somebody else noted the same."""
        bed_id = getattr(self, "bed_id", None)
        if known.garden_id != self.garden.pk or known.kind != self.kind or bed_id not in (None, known.bed_id):
            raise NotFound("event")
        if self.one_of_many or self.is_own(known):
            return self.again(known)
        at = known.occurred_at.astimezone(zoneinfo.ZoneInfo(self.garden.time_zone))
        raise NotedByOther(known.actor_name or (known.by.username if known.by else "Somebody"), f"{at:%-H:%M}")

    def is_own(self, known: Event) -> bool:
        """Whether an event is the actor's own."""
        return (known.by_id, known.actor_name) == (self.by.user.pk if self.by.user else None, self.by.name)

    def keep(self) -> Made:
        made = self.do()
        self.note(made)
        return made

    def again(self, known: Event) -> Made:
        """What came of it when it arrived before."""
        made: Any = None
        if self.makes is not None:
            key = known.bed_id if self.makes is Bed else known.subject
            made = self.makes._default_manager.filter(pk=key).first()
            if made is None:
                raise NotFound(str(self.makes._meta.verbose_name))
        return made  # type: ignore[no-any-return]

    def beside(self, whole: GardenAction[Any]) -> Made:
        """Do it as one of several at once, under the permission of the whole and an event of its own."""
        self.garden = whole.garden
        return self.once()

    def part_of(self, whole: GardenAction[Any]) -> Made:
        """Do it as a part of another action, under that one's permission and event."""
        self.garden, self.changes, self.stamp = whole.garden, whole.changes, whole.stamp
        return self.do()

    def note(self, made: Any = None) -> Event:
        """Write the event."""
        # Only their own: what somebody else struck before it came was a guess.
        early = EarlyStrike.objects.filter(garden=self.garden, pk=self.stamp.id, by=self.by.user).first()
        event = self.event(made)
        event.save(force_insert=True)
        if early is not None:
            early.delete()
            strike_at_once(event, early.by)
        return event

    def event(self, made: Any = None) -> Event:
        """The event, not written yet."""
        about = made if isinstance(made, Bed) else self.about
        subject = made.pk if self.makes is not None and isinstance(made, self.makes) and about is not made else None
        return Event(
            id=self.stamp.id,
            garden=self.garden,
            kind=str(self.kind),
            bed=about,
            subject=subject,
            date=self.date or self.day(),
            occurred_at=self.occurred_at,
            actor=self.by.kind,
            actor_name=self.by.name,
            by=self.by.user,
            told=self.told,
            changes=self.changes.rows,
            revision=self.garden.raised,
        )

    @property
    def occurred_at(self) -> dt.datetime:
        """When it happened; a client whose clock runs ahead said so just now."""
        return min(self.stamp.occurred_at, timezone.now())

    def day(self) -> dt.date:
        """The garden's date when it happened."""
        return self.garden.date_at(self.occurred_at)


def strike_at_once(event: Event, by: User | None) -> None:
    """Take back an event whose undo arrived before it."""
    take_back(event.changes, False)
    event.struck_at, event.struck_by = timezone.now(), by
    event.save(update_fields=["struck_at", "struck_by"])


@dataclass
class RecordEvent(GardenAction[Event]):
    """Something that is a fact of itself: `tell` says what; the event is what comes of it."""

    def tell(self) -> None:
        """Hold what was told against its description, and set `told`. Raises InputError, NotFound."""
        raise NotImplementedError

    def keep(self) -> Event:
        self.tell()
        return self.note()

    def again(self, known: Event) -> Event:
        return known
