"""Answers that are kept until something they rest on changes.

An answer of a view is a function of the garden's facts, its day, the view with what was asked of it, and the person's
role. So it is kept, as the bytes that go out, under the garden's revision (apps/garden/revision.py) and those; an
unchanged page costs a session, a permission and one row. It can be thrown away at any time.

The revision is read first, and then the facts: an answer can only be newer than what it is kept under. Who asks for the
same at the same time waits for the one who works it out.

It is kept in the worker, and in a cache outside of it, where the other workers find it, and who comes after a restart;
there under the digest of the code too. What is to be asked for in the morning can be worked out before (keep_for).
"""

from __future__ import annotations

import functools
import gzip
import hashlib
import logging
import threading
from collections.abc import Callable
from dataclasses import dataclass
from typing import Any

import cachetools
from django.conf import settings
from django.core.cache import caches
from django.http import HttpResponse
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from api.asked import person
from api.rendering import Json
from apps.accounts.models import User
from apps.garden.access import membership
from apps.garden.models import Membership
from apps.garden.revision import Now, revision_of

Key = tuple[Any, ...]
logger = logging.getLogger(__name__)
MOST_BYTES = 48 * 2**20  # in each worker
COMPRESSED = 5  # gzip's level: a page is compressed once, and sent many times


@dataclass(frozen=True)
class Kept:
    """An answer as its bytes, plain and compressed, and its tag."""

    plain: bytes
    packed: bytes
    tag: str


_answers: cachetools.LRUCache[Key, Kept] = cachetools.LRUCache(
    MOST_BYTES, getsizeof=lambda x: len(x.plain) + len(x.packed) + 500
)
_flights: dict[Key, threading.Lock] = {}
_lock = threading.Lock()


def kept(view: Callable[..., Response]) -> Any:
    """A GET whose answer is kept. The view gets the person's membership in the place of the request and the garden's
    id; it may read the garden's facts and day, and nothing else: no clock, no person."""

    @functools.wraps(view)
    def get(self: APIView, request: Request, garden_id: int, **asked: Any) -> HttpResponse | Response:
        if not settings.KEEP_ANSWERS:
            return view(self, membership(person(request), garden_id), **asked)
        revision = revision_of(garden_id)
        m = membership(person(request), garden_id)
        key = _key(type(self), m, revision, tuple(sorted(asked.items())))
        return _sent(request, _found(key, lambda: view(self, m, **asked)))

    get.works = view  # type: ignore[attr-defined]
    return get


def keep_for(view: Any, user: User, garden_id: int) -> bool:
    """Work a kept view's answer out before somebody asks for it; whether there was anything to do. Raises NotFound."""
    revision = revision_of(garden_id)
    m = membership(user, garden_id)
    key = _key(view, m, revision, ())
    if _outside(key) is not None:
        return False
    _found(key, lambda: view.get.works(view(), m))
    return True


def is_kept(view: type[APIView], m: Membership, revision: Now | None) -> bool:
    """Whether a view's answer lies outside of any worker, as of a revision that was read (None: never changed)."""
    name = _name_outside(_key(view, m, revision or Now(0, 0, 0), ()))
    return bool(name) and caches[OUTSIDE].has_key(name)


def _key(view: type[APIView], m: Membership, revision: Now, asked: tuple[tuple[str, Any], ...]) -> Key:
    view_of = f"{view.__module__}.{view.__qualname__}"
    return view_of, m.garden_id, revision.number, revision.token, m.garden.today, str(m.role), asked


def _found(key: Key, work: Callable[[], Response]) -> Kept:
    with _lock:
        known = _answers.get(key)
        if known is not None:
            return known
        flight = _flights.setdefault(key, threading.Lock())
    try:
        with flight:
            with _lock:
                known = _answers.get(key)
            return known or _remembered(key, _outside(key)) or _worked(key, work)
    finally:
        with _lock:
            _flights.pop(key, None)


def _worked(key: Key, work: Callable[[], Response]) -> Kept:
    """The answer worked out, and kept where it is not too large."""
    plain = Json().render(work().data)
    tag = hashlib.sha256(plain).hexdigest()[:32]
    made = Kept(plain, gzip.compress(plain, COMPRESSED, mtime=0), f'"{tag}"')
    _remembered(key, made)
    if name := _name_outside(key):
        try:
            caches[OUTSIDE].set(name, (made.packed, made.tag))
        except Exception:  # whatever is wrong with it, the page has its answer
            logger.exception("an answer could not be kept outside the worker")
    return made


def _remembered(key: Key, made: Kept | None) -> Kept | None:
    if made is not None and len(made.plain) < _answers.maxsize // 4:
        with _lock:
            _answers[key] = made
    return made


OUTSIDE = "answers"  # the cache's name among the settings


def _name_outside(key: Key) -> str:
    """Under which name an answer is kept outside; none where the code is not known, or the facts were never changed."""
    token = key[3]
    return hashlib.sha256(repr((settings.CODE, key)).encode()).hexdigest() if settings.CODE and token else ""


def _outside(key: Key) -> Kept | None:
    name = _name_outside(key)
    if not name:
        return None
    try:
        found = caches[OUTSIDE].get(name)
    except Exception:  # no reason to leave the page without an answer
        logger.exception("what is kept outside the worker cannot be read")
        return None
    return Kept(gzip.decompress(found[0]), *found) if found else None


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
