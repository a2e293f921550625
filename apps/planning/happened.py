"""What happened at a garden's beds, read once and then only what is new: an event carries the revision that it came or
was struck with (apps/garden/revision.py), so that what changed since is one short query, however many years lie behind.

What is kept can be thrown away at any time.
"""

from __future__ import annotations

import bisect
import datetime as dt
import sys
import threading
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, field
from typing import Any, Protocol, TypeVar
from uuid import UUID

import cachetools
from django.conf import settings

from apps.garden.models import Event, Garden


class HasDate(Protocol):
    @property
    def date(self) -> dt.date: ...


Dated = TypeVar("Dated", bound=HasDate)
Key = tuple[int, str]  # bed and kind
Row = tuple[dt.datetime, dt.datetime, Any]  # occurred, recorded, what was told
GARDENS = 64  # of which a worker keeps what happened
COLUMNS = ("bed_id", "kind", "id", "date", "struck_at", "told", "occurred_at", "recorded_at")


@dataclass
class _Known:
    """What happened in one garden as of a revision, from a date on."""

    revision: int
    since: dt.date | None
    rows: dict[Key, dict[UUID, Row]] = field(default_factory=dict)
    told: dict[Key, tuple[Any, ...]] = field(default_factory=dict)


_known: cachetools.LRUCache[int, _Known] = cachetools.LRUCache(GARDENS)
_lock = threading.Lock()


def happened(
    garden: Garden, makes: Mapping[str, Any], since: dt.date | None = None, revision: int | None = None
) -> Mapping[Key, tuple[Any, ...]]:
    """By bed and kind what happened there, by date and within one in the order in which it did; of a kind of `makes`.

    since: the first date that is asked for. revision: that of the garden, read before; None: all is read anew. A group
    in which nothing changed is the same object as before.
    """
    with _lock:
        known = _known.get(garden.pk) if revision is not None and settings.KEEP_ANSWERS else None
    if known is None or known.since is None or since is None or known.since > since:
        fresh = _Known(revision or 0, since)
        _take(fresh, _read(garden, makes, since), makes)
    elif known.revision == revision:
        return known.told
    else:
        # A copy: whoever holds what was known goes on with it as it was.
        fresh = _Known(revision or 0, known.since, dict(known.rows), dict(known.told))
        _take(fresh, _read(garden, makes, known.since, known.revision), makes)
    if revision is not None:
        with _lock:
            _known[garden.pk] = fresh
    return fresh.told


def on_day(by_date: Sequence[Dated], date: dt.date) -> Sequence[Dated]:
    """Of what lies by its dates, that of one day: found without looking at all that lies behind."""
    first = bisect.bisect_left(by_date, date, key=lambda x: x.date)
    return by_date[first : bisect.bisect_right(by_date, date, first, key=lambda x: x.date)]


def _read(
    garden: Garden, makes: Mapping[str, Any], since: dt.date | None, after: int | None = None
) -> Iterable[tuple[Any, ...]]:
    rows = Event.objects.filter(garden=garden)
    if after is not None:
        rows = rows.filter(revision__gt=after)
    rows = rows.filter(kind__in=list(makes))
    if since is not None:
        rows = rows.filter(date__gte=since)
    return rows.values_list(*COLUMNS).iterator(chunk_size=2000)  # years of them are never rows and facts at once


def _take(known: _Known, rows: Iterable[tuple[Any, ...]], makes: Mapping[str, Any]) -> None:
    """Put rows in the place of what was known of the same events."""
    changed: set[Key] = set()
    for bed, kind, key, date, struck_at, told, occurred, recorded in rows:
        group = bed, kind
        if group not in changed:
            changed.add(group)
            known.rows[group] = dict(known.rows.get(group, {}))
        alike = {name: sys.intern(x) if type(x) is str else x for name, x in told.items()}  # one "morning" serves all
        known.rows[group][key] = occurred, recorded, makes[kind](key, date, struck_at is not None, **alike)
    for group in changed:
        ordered = [x for _, _, x in sorted(known.rows[group].values(), key=lambda row: row[:2])]
        ordered.sort(key=lambda x: x.date)
        known.told[group] = tuple(ordered)
