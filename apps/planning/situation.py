"""The plan over all facts. Derived each time; what is kept in memory can be thrown away.

A garden's revision (apps/garden/revision.py) says whether anything has changed since it was read last. Where nothing
has, the situation is as it is known; where something happened at its beds and nothing else, that alone is read and the
beds it happened at are worked anew.
"""

from __future__ import annotations

import contextlib
import datetime as dt
import functools
import hashlib
import threading
from collections.abc import Iterable, Iterator
from dataclasses import dataclass
from typing import Any

import cachetools
from django.conf import settings
from django.db import connection, transaction

from agronomy.balance.checkpoints import Checkpoints
from agronomy.balance.kernel import warm
from agronomy.decide.fortnight import Fortnight, fortnight
from agronomy.decide.plan import LONGEST_LEDGER_DAYS, Plan, plan, replan, with_bounded_ledgers
from agronomy.decide.round import Stop, round_of
from agronomy.describe import garden as g
from apps.base.errors import NotFound
from apps.garden.models import Garden
from apps.garden.revision import Now, revision_of
from apps.planning.facts import (
    AT_A_BED,
    BedFacts,
    core_garden,
    core_garden_again,
    read_beds,
    with_what_happened,
)
from apps.planning.happened import happened
from apps.record.actions import DAYS_AHEAD
from apps.weather.convert import WeatherFacts, sky_of, weather_facts

KEPT = 24  # gardens of which a worker remembers the plan
TOLD_DAYS = LONGEST_LEDGER_DAYS + 31  # of what happened: as long as any ledger runs, and a month for what follows


@dataclass(frozen=True)
class Situation:
    """A garden's facts as read for one request, and the plan over them; plan is None while there is no bed or day."""

    garden: Garden
    beds: list[BedFacts]
    weather: WeatherFacts
    core: g.Garden
    plan: Plan | None
    lacks: str  # "", "beds" or "weather": what a plan would need first
    days: int

    @functools.cached_property
    def facts_hash(self) -> str:
        """SHA-256 over everything the plan rests on."""
        text = repr(self.core) + weather_hash(self.weather, self.garden, self.days)
        return hashlib.sha256(text.encode()).hexdigest()


_plans: cachetools.LRUCache[str, Plan] = cachetools.LRUCache(KEPT)  # the newest, by garden, weather and day
_situations: cachetools.LRUCache[tuple[Any, ...], tuple[Now, Situation]] = cachetools.LRUCache(KEPT)
_flights: cachetools.LRUCache[int, threading.Lock] = cachetools.LRUCache(1024)
_checkpoints = Checkpoints()
_lock = threading.Lock()


def situation(garden: Garden, days: int = DAYS_AHEAD) -> Situation:
    """Read the facts of a garden (a fixed number of queries) and plan over them, as far as they changed since."""
    if garden.raised or not settings.KEEP_ANSWERS:  # its holder is about to change it under the revision it has raised
        return _planned(garden, *_read(garden, None), days)
    with _lock:
        flight = _flights.setdefault(garden.pk, threading.Lock())
    with flight:  # who asks for the same garden at the same time finds it worked out
        revision = revision_of(garden.pk)
        garden = Garden.objects.get(pk=garden.pk)  # after its revision, so never older
        key = garden.pk, garden.today, days
        with _lock:
            at, known = _situations.get(key, (None, None))
        if known is None or at is None or at.beyond != revision.beyond:
            with one_moment():
                revision, garden = revision_of(garden.pk), Garden.objects.get(pk=garden.pk)
                key, read = (garden.pk, garden.today, days), _read(garden, revision)
            known = _planned(garden, *read, days)
        elif at != revision:
            known = _read_on(known, garden, revision)
        with _lock:
            _situations[key] = revision, known
    return known


@contextlib.contextmanager
def one_moment() -> Iterator[None]:
    """What is read within is read as of one moment, whatever others change meanwhile. Within a transaction that runs
    already, as that one reads."""
    if connection.in_atomic_block:
        yield
        return
    with connection.cursor() as cursor:
        cursor.execute("SET TRANSACTION ISOLATION LEVEL REPEATABLE READ")  # of the next one alone
    with transaction.atomic():
        yield


def _read(garden: Garden, revision: Now | None) -> tuple[list[BedFacts], WeatherFacts, g.Garden]:
    today = garden.today
    since = today - dt.timedelta(days=TOLD_DAYS)
    beds = read_beds(garden, since, revision.number if revision else None)
    facts = weather_facts(garden, today)
    return beds, facts, with_bounded_ledgers(core_garden(garden, beds), today)


def _read_on(known: Situation, garden: Garden, revision: Now) -> Situation:
    """The situation after something happened at beds, and nothing else did."""
    today = garden.today
    told = happened(garden, AT_A_BED, today - dt.timedelta(days=TOLD_DAYS), revision.number)
    beds = with_what_happened(known.beds, told)
    core = with_bounded_ledgers(core_garden_again(known.core, known.beds, beds, today), today)
    return _planned(garden, beds, known.weather, core, known.days, known.plan)


def _planned(
    garden: Garden, beds: list[BedFacts], facts: WeatherFacts, core: g.Garden, days: int, near: Plan | None = None
) -> Situation:
    """The plan over these facts. near: one under the same weather, of which the beds that did not change stand."""
    today = garden.today
    if not core.beds:
        return Situation(garden, beds, facts, core, None, "beds", days)
    if not (facts.last_observed or facts.climate or (facts.forecast and facts.forecast.dates[0] < today)):
        return Situation(garden, beds, facts, core, None, "weather", days)
    made = replan(near, core, _checkpoints) if near else None
    if made is None:
        under = weather_hash(facts, garden, days)
        with _lock:
            last = _plans.get(under)
        made = last if last and last.garden == core else replan(last, core, _checkpoints) if last else None
        if made is None:
            sky = sky_of(garden, facts, today, min(b.opened for b in core.beds))
            made = plan(core, sky, today, days, checkpoints=_checkpoints)
        with _lock:
            _plans[under] = made
    return Situation(garden, beds, facts, core, made, "", days)


def warm_up() -> None:
    """Load the compiled step, so that no garden waits for it."""
    warm()


def forget() -> None:
    """Throw away whatever is kept, for the tests."""
    with _lock:
        _plans.clear()
        _situations.clear()


def days_ahead(now: Situation, moves: Iterable[g.Move] | None = None) -> Fortnight:
    """The fortnight of a situation that has a plan: the one sequence that every view shows.

    moves: the soaks that are moved; None: those that are kept.
    """
    assert now.plan is not None
    left = [b.row.name for b in now.beds if b.put_off_on(now.garden.today)]
    return fortnight(now.plan, DAYS_AHEAD, moves, left)


def stops_of(now: Situation) -> tuple[Stop, ...]:
    """Today's stops in the walk's order; none while there is no plan."""
    return round_of(now.plan, days_ahead(now)) if now.plan else ()


def weather_hash(facts: WeatherFacts, garden: Garden, days: int) -> str:
    """SHA-256 over a garden's day and weather; a snapshot never changes, so its id stands for it."""
    snapshot = facts.snapshot.pk if facts.snapshot else None
    text = repr(
        (
            garden.pk,
            garden.today,
            days,
            sorted((name, sorted(days.items())) for name, days in facts.sources.items()),
            facts.gauge,
            facts.seen,
            snapshot,
            garden.climate,
            garden.climate_stamp,
        )
    )
    return hashlib.sha256(text.encode()).hexdigest()


def facts_of(now: Situation, bed_id: int) -> BedFacts:
    """A standing bed's facts. Raises NotFound."""
    facts = next((b for b in now.beds if b.row.pk == bed_id), None)
    if facts is None:
        raise NotFound("bed")
    return facts
