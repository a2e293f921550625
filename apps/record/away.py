"""Days away, and the private links under which somebody who looks in sees the round of the day."""

from __future__ import annotations

import datetime as dt
import secrets
from dataclasses import dataclass, field
from typing import Any, ClassVar

from django.utils import timezone

from agronomy.describe import garden as g
from agronomy.describe.errors import InputError, OutOfRangeError
from agronomy.describe.fields import Name
from agronomy.formats.described import read
from apps.accounts.actor import Actor
from apps.base.errors import NotFound
from apps.base.expiry import expires
from apps.base.tokens import hash_of
from apps.garden.action import GardenAction, RecordEvent
from apps.garden.models import Event, Garden
from apps.record.models import VisitorLink

LONGEST_LINK = dt.timedelta(days=60)
FORETOLD = "foretold"
MOST_LINKS = 10  # open at one time


@dataclass
class PlanAbsence(RecordEvent):
    """Days away; those told last count."""

    leaves: dt.date
    returns: dt.date
    wanted: float = 0.9
    visits: list[dt.date] = field(default_factory=list)
    foretold: dict[str, float] = field(default_factory=dict)  # each bed's chance by its key, as it was told then

    kind: ClassVar = "away"

    def tell(self) -> None:
        absence = told_absence(self.leaves, self.returns, self.wanted, self.visits)
        if absence.returns <= self.garden.today:
            raise OutOfRangeError("returns", absence.returns.isoformat(), f"a day after {self.garden.today}")
        self.told = {**as_told(absence), **({FORETOLD: self.foretold} if self.foretold else {})}


def told_absence(leaves: dt.date, returns: dt.date, wanted: float, visits: list[dt.date]) -> g.Absence:
    """An absence, held against what it may be. Raises InputError."""
    return read(g.CheckedAbsence, as_told(g.Absence(leaves, returns, wanted, tuple(sorted(set(visits))))))


def as_told(absence: g.Absence) -> dict[str, Any]:
    """An absence as its event keeps it."""
    days = {"leaves": absence.leaves.isoformat(), "returns": absence.returns.isoformat()}
    return {**days, "wanted": absence.wanted, "visits": [x.isoformat() for x in absence.visits]}


def absence_of(event: Event) -> g.Absence:
    """What an event of kind "away" told."""
    return read(g.CheckedAbsence, {name: x for name, x in event.told.items() if name != FORETOLD})


def foretold_of(event: Event) -> dict[str, float]:
    """Each bed's chance to come through, by its key, as it was told when these days were kept."""
    return dict(event.told.get(FORETOLD, {}))


def absence_ahead(garden: Garden) -> Event | None:
    """The absence that was told last, while it lasts or is to come."""
    told = Event.objects.filter(garden=garden, kind="away", struck_at=None).order_by("-recorded_at").first()
    return told if told and absence_of(told).returns > garden.today else None


@dataclass
class OpenVisit(GardenAction[tuple[VisitorLink, str]]):
    """A link for somebody who looks in, until and with a day. Its token is told once, and kept as a hash alone."""

    name: str
    until: dt.date

    def do(self) -> tuple[VisitorLink, str]:
        name, today = read(Name, self.name.strip(), "name"), self.garden.today
        if not today <= self.until <= today + LONGEST_LINK:
            raise OutOfRangeError("until", self.until.isoformat(), f"a date from {today} to {today + LONGEST_LINK}")
        if links_of(self.garden).count() >= MOST_LINKS:
            raise InputError("name", name, f"at most {MOST_LINKS} links at a time: end one first")
        token = secrets.token_urlsafe(32)
        link = VisitorLink.objects.create(
            garden=self.garden, name=name, until=self.until, made_by=self.by.signed_in(), token_hash=hash_of(token)
        )
        return link, token


@dataclass
class EndVisit(GardenAction[None]):
    """A link answers no longer."""

    link_id: int

    def do(self) -> None:
        ended = VisitorLink.objects.filter(pk=self.link_id, garden=self.garden, ended_at=None)
        if not ended.update(ended_at=timezone.now()):
            raise NotFound("link")


def links_of(garden: Garden) -> Any:
    """The links of a garden that answer."""
    return VisitorLink.objects.filter(garden=garden, ended_at=None, until__gte=garden.today)


def visitor_of(token: str) -> tuple[Garden, Actor, str, dt.date]:
    """Into which garden a token leads, who comes with it, in which units its maker reads, and until when it answers.

    Raises NotFound for one that is ended, over, or never was.
    """
    link = (
        VisitorLink.objects.select_related("garden", "made_by")
        .filter(token_hash=hash_of(token), ended_at=None, garden__removed_at=None)
        .first()
    )
    if link is None or link.until < link.garden.today:
        raise NotFound("link")
    return link.garden, Actor("visitor", name=link.name, garden_id=link.garden_id), link.made_by.units, link.until


@expires("visitors' links")
def forget_old_links(now: dt.datetime) -> int:
    """Links that have answered no longer for LONGEST_LINK."""
    return VisitorLink.objects.filter(until__lt=now.date() - LONGEST_LINK).delete()[0]
