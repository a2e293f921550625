"""What every request is asked: who it is, what it marks, and whether its body has the right shape."""

from __future__ import annotations

import datetime as dt
import uuid
from typing import Any, Literal
from urllib.parse import unquote

from django.utils import timezone
from django.utils.dateparse import parse_datetime
from drf_spectacular.openapi import AutoSchema
from drf_spectacular.utils import OpenApiParameter
from rest_framework import serializers as s
from rest_framework.exceptions import NotAuthenticated
from rest_framework.permissions import AllowAny
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


class Marked(AutoSchema):
    """Every change may carry the client's mark, and every operation may be refused; the schema says so once, here."""

    def _get_response_bodies(self, direction: Literal["request", "response"] = "response") -> Any:
        bodies = super()._get_response_bodies(direction)
        from api.shapes import Error  # the shapes ask of this module what an id is

        for code in self._refusals():
            told = self._get_response_for_code(Error, code, direction=direction)  # type: ignore[no-untyped-call]
            bodies.setdefault(code, told)
        return bodies

    def _refusals(self) -> list[str]:
        """With which codes an operation may say no."""
        changes, open_to_all = self.method != "GET", AllowAny in self.view.permission_classes
        in_garden = "{" in self.path
        may: list[tuple[str, bool]] = [
            ("400", changes or bool(self.get_override_parameters())),
            ("403", changes or not open_to_all),
            ("404", in_garden),
            ("409", changes and "{garden_id}" in self.path),
            ("429", bool(self.view.throttle_classes)),
        ]
        return [code for code, may_be in may if may_be]

    def get_override_parameters(self) -> list[Any]:
        if self.method == "GET" or "/gardens/{garden_id}" not in self.path:
            return []
        of_id = "made by the client: the same one twice is one event of the garden's record, which is taken back by it"
        when = "when it happened, by the client's clock; without it: now"
        return [
            OpenApiParameter(ID, uuid.UUID, OpenApiParameter.HEADER, description=of_id),
            OpenApiParameter(OCCURRED, dt.datetime, OpenApiParameter.HEADER, description=when),
        ]


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
