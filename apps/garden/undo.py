"""One undo: whatever stands in a garden's record can be taken back by its event, and counted again."""

from __future__ import annotations

import datetime as dt
from collections.abc import Callable
from dataclasses import dataclass
from uuid import RFC_4122, UUID

from django.db import models
from django.utils import timezone

from agronomy.describe.errors import InputError
from apps.base.errors import NotFound
from apps.base.expiry import expires
from apps.garden.access import refuse_below
from apps.garden.action import GardenAction
from apps.garden.changes import take_back
from apps.garden.events import AT_BEDS, BY_HELPERS, NOTED_KINDS
from apps.garden.models import Bed, EarlyStrike, Event, Garden, OwnCrop, Role


@dataclass(frozen=True)
class Undone:
    """event: as it stands now, None where it has not arrived yet. left: how much of what it changed was changed again
    since, and stays."""

    event: Event | None
    left: int


@dataclass
class UndoEvent(GardenAction[Undone]):
    """Take an event back; `back` makes it count again. Asked for twice, it is done once."""

    event_id: UUID
    back: bool = False

    @classmethod
    def needs(cls) -> Role:
        return Role.HELPER

    def at_beds(self) -> bool:
        return Event.objects.filter(garden=self.garden_id, pk=self.event_id, kind__in=AT_BEDS).exists()

    def do(self) -> Undone:
        event = Event.objects.filter(garden=self.garden, pk=self.event_id).first()
        if event is None:
            return self.before_its_event()
        refuse_below(self.by, self.garden.pk, Role.HELPER if event.kind in BY_HELPERS else Role.OWNER)
        if event.kind in NOTED_KINDS:
            raise InputError("event", event.kind, "one that can be taken back")
        if event.struck != self.back:
            return Undone(event, 0)
        CHECKS.get(event.kind, _nothing)(self.garden, event, self.back)
        standing, left = take_back(event.changes, self.back)
        for row in standing:
            refuse_taken_name(row)
        event.struck_at = None if self.back else timezone.now()
        event.struck_by = None if self.back else self.by.user
        event.revision = self.garden.raised
        event.save(update_fields=["struck_at", "struck_by", "revision"])
        return Undone(event, left)

    def before_its_event(self) -> Undone:
        """It overtook what it takes back: kept until that comes. Raises NotFound for the id of another's."""
        if self.event_id.variant != RFC_4122 or Event.objects.filter(pk=self.event_id).exists():
            raise NotFound("event")  # the database keeps no other variant, so none such will come
        early = EarlyStrike.objects.filter(pk=self.event_id)
        if early.exclude(garden=self.garden).exists():
            raise NotFound("event")
        if self.back:
            early.delete()
        elif not early.exists():
            if EarlyStrike.objects.filter(garden=self.garden).count() >= MOST_EARLY:
                raise NotFound("event")
            EarlyStrike.objects.create(id=self.event_id, garden=self.garden, by=self.by.user)
        return Undone(None, 0)


MOST_EARLY, EARLY_WAITS = 100, dt.timedelta(days=30)


@expires("early strikes")
def forget_early(now: dt.datetime) -> int:
    """Undoes whose event never came."""
    return EarlyStrike.objects.filter(arrived_at__lt=now - EARLY_WAITS).delete()[0]


SHOWN_AT_ONCE = 60


def newest(garden: Garden, skip: int) -> tuple[list[Event], bool]:
    """What was noted in a garden, by the day it was noted for and then by its hour, the newest first; and whether older
    ones follow."""
    rows = Event.objects.filter(garden=garden).select_related("bed", "by").defer("changes")
    rows = rows.order_by("-date", "-occurred_at", "-recorded_at", "pk")
    found = list(rows[skip : skip + SHOWN_AT_ONCE + 1])
    return found[:SHOWN_AT_ONCE], len(found) > SHOWN_AT_ONCE


def refuse_taken_name(row: models.Model) -> None:
    """Raises InputError when another bed or own crop that stands has the row's name."""
    if not isinstance(row, (Bed, OwnCrop)) or row.removed_at is not None:
        return
    others = type(row)._base_manager.filter(garden_id=row.garden_id, name=row.name, removed_at=None)
    if others.exclude(pk=row.pk).exists():
        what = "bed" if isinstance(row, Bed) else "own crop"
        raise InputError("name", row.name, f"a name no other {what} of the garden has")


def _nothing(garden: Garden, event: Event, back: bool) -> None:
    """Nothing more is asked."""


def _refuse_old_season(garden: Garden, event: Event, back: bool) -> None:
    """Seasons are taken back from the newest, since each begins where the one before it ended."""
    later = Event.objects.filter(garden=garden, kind="season", struck_at=None).exclude(pk=event.pk)
    if (
        later.filter(date__gt=event.date).exists()
        or later.filter(date=event.date, recorded_at__gt=event.recorded_at).exists()
    ):
        raise InputError("season", event.told["name"], "the newest of the garden's seasons")


CHECKS: dict[str, Callable[[Garden, Event, bool], None]] = {"season": _refuse_old_season}
