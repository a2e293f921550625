"""Answers that are kept until something they rest on changes.

An answer of a view is a function of the garden's facts, its day, the view with what was asked of it, and the person's
role. So it is kept, as the bytes that go out, under the garden's revision (apps/garden/revision.py) and those; an
unchanged page costs a session, a permission and one row. It can be thrown away at any time.

The revision is read first, and then the facts: an answer can only be newer than what it is kept under. Who asks for the
same at the same time waits for the one who works it out.
"""

from __future__ import annotations

import functools
import gzip
import hashlib
import threading
from collections.abc import Callable
from dataclasses import dataclass
from typing import Any, Concatenate, ParamSpec

import cachetools
from django.conf import settings
from django.http import HttpResponse
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from api.asked import person
from api.rendering import Json
from apps.garden.access import membership
from apps.garden.models import Membership
from apps.garden.revision import revision_of

Asked = ParamSpec("Asked")
MOST_BYTES = 48 * 2**20  # in each worker
COMPRESSED = 5  # gzip's level: a page is compressed once, and sent many times


@dataclass(frozen=True)
class Kept:
    """An answer as its bytes, plain and compressed, and its tag."""

    plain: bytes
    packed: bytes
    tag: str


_answers: cachetools.LRUCache[tuple[Any, ...], Kept] = cachetools.LRUCache(
    MOST_BYTES, getsizeof=lambda x: len(x.plain) + len(x.packed) + 500
)
_flights: dict[tuple[Any, ...], threading.Lock] = {}
_lock = threading.Lock()


def kept(view: Callable[Concatenate[Any, Request, Membership, Asked], Response]) -> Any:
    """A GET whose answer is kept. The view gets the person's membership in the place of the garden's id; it may read
    the garden's facts and day, and nothing else: no clock, no person."""

    @functools.wraps(view)
    def get(self: APIView, request: Request, garden_id: int, *args: Asked.args, **asked: Asked.kwargs) -> Any:
        revision = revision_of(garden_id).number if settings.KEEP_ANSWERS else 0
        m = membership(person(request), garden_id)
        told = tuple(sorted(asked.items())), tuple(sorted(request.query_params.items()))
        if not settings.KEEP_ANSWERS:
            return view(self, request, m, *args, **asked)
        view_of = f"{type(self).__module__}.{type(self).__qualname__}"
        key = (view_of, args, garden_id, revision, m.garden.today, str(m.role), told)
        return _sent(request, _found(key, lambda: view(self, request, m, *args, **asked)))

    return get


def _found(key: tuple[Any, ...], work: Callable[[], Response]) -> Kept:
    with _lock:
        known = _answers.get(key)
        if known is not None:
            return known
        flight = _flights.setdefault(key, threading.Lock())
    try:
        with flight:
            with _lock:
                known = _answers.get(key)
            return known or _worked(key, work)
    finally:
        with _lock:
            _flights.pop(key, None)


def _worked(key: tuple[Any, ...], work: Callable[[], Response]) -> Kept:
    """The answer worked out, and kept where it is not too large."""
    plain = Json().render(work().data)
    tag = hashlib.sha256(plain).hexdigest()[:32]
    made = Kept(plain, gzip.compress(plain, COMPRESSED, mtime=0), f'"{tag}"')
    with _lock:
        if len(plain) < _answers.maxsize // 4:
            _answers[key] = made
    return made


def _sent(request: Request, answer: Kept) -> HttpResponse:
    if request.headers.get("If-None-Match") == answer.tag:
        out = HttpResponse(status=304)
    else:
        packed = "gzip" in request.headers.get("Accept-Encoding", "")
        out = HttpResponse(answer.packed if packed else answer.plain, content_type="application/json")
        if packed:
            out["Content-Encoding"] = "gzip"
    out["ETag"] = answer.tag
    out["Cache-Control"] = "private, no-cache"
    out["Vary"] = "Accept-Encoding, Cookie"
    return out


def forget() -> None:
    """Throw away whatever is kept, for the tests."""
    with _lock:
        _answers.clear()
