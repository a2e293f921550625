"""What every request is asked: who it is, what it marks, and whether its body has the right shape."""

from __future__ import annotations

import datetime as dt
import uuid
from typing import Any
from urllib.parse import unquote

from django.utils import timezone
from django.utils.dateparse import parse_datetime
from rest_framework import serializers as s
from rest_framework.exceptions import NotAuthenticated
from rest_framework.request import Request

from agronomy.describe.errors import FormatError, OutOfRangeError
from apps.accounts import actor as actors
from apps.accounts.models import User
from apps.base.errors import NotAllowed
from apps.garden.action import Stamp

ID, OCCURRED = "Idempotency-Key", "Occurred-At"
AS = "As-Person"  # whose page a change was made on
LONGEST_UNDERWAY = dt.timedelta(days=366)


class EventId(s.UUIDField):
    """A UUID as text, of the usual variant: the database refuses others."""

    def to_internal_value(self, data: Any) -> uuid.UUID:
        if not isinstance(data, str):
            raise s.ValidationError("a UUID as text is needed")
        value: uuid.UUID = super().to_internal_value(data)
        if value.variant != uuid.RFC_4122:
            raise s.ValidationError("a UUID of the RFC 4122 variant is needed")
        return value


def person(request: Request) -> User:
    """The signed-in person. Raises NotAuthenticated where nobody is signed in."""
    if not isinstance(request.user, User):
        raise NotAuthenticated
    return request.user


def actor(request: Request) -> actors.Actor:
    """Who does what the request asks for. Raises NotAuthenticated where nobody is signed in, NotAllowed where the page
    was opened by somebody else than who is signed in now."""
    user, meant = person(request), request.headers.get(AS)
    if meant is not None and unquote(meant) != user.username:
        raise NotAllowed("Somebody else is signed in here now: this was not kept. Load the page anew.")
    return actors.person(user)


def stamp(request: Request, event_id: uuid.UUID | None = None) -> Stamp:
    """The client's mark on a change: the id in the body, else the header's, else a new one; and when it happened.

    Raises FormatError, OutOfRangeError for a header that cannot be read.
    """
    return Stamp(event_id or _id(request.headers.get(ID)), _occurred(request.headers.get(OCCURRED)))


def _id(text: str | None) -> uuid.UUID:
    if text is None:
        return uuid.uuid4()
    try:
        return EventId().to_internal_value(text)
    except s.ValidationError:
        raise FormatError(ID, text, "a UUID as text") from None


def _occurred(text: str | None) -> dt.datetime:
    now = timezone.now()
    if text is None:
        return now
    try:
        moment = parse_datetime(text)
    except ValueError:
        moment = None
    if moment is None or moment.tzinfo is None:
        raise FormatError(OCCURRED, text, "a date and time with its zone, such as 2026-05-01T06:10:00Z")
    if moment < now - LONGEST_UNDERWAY:
        raise OutOfRangeError(OCCURRED, text, f"within {LONGEST_UNDERWAY.days} days before now")
    return moment


def checked(shape: Any, request: Request, partial: bool = False) -> Any:
    """The body's values. Raises ValidationError, each fault named by its place."""
    data = shape(data=request.data, partial=partial)
    data.is_valid(raise_exception=True)
    return data.validated_data
