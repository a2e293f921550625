"""The plan over all facts, and the facts' hash. Derived each time; a small cache in memory can be thrown away."""

from __future__ import annotations

import collections
import hashlib
import threading
from collections.abc import Iterable
from dataclasses import dataclass

from agronomy.balance.checkpoints import Checkpoints
from agronomy.decide.fortnight import Fortnight, fortnight
from agronomy.decide.plan import Plan, plan, replan, with_bounded_ledgers
from agronomy.decide.round import Stop, round_of
from agronomy.describe import garden as g
from apps.base.errors import NotFound
from apps.garden.models import Garden
from apps.planning.facts import BedFacts, core_garden, read_beds
from apps.record.actions import DAYS_AHEAD
from apps.weather.convert import WeatherFacts, sky_of, weather_facts

_KEPT = 24
_plans: collections.OrderedDict[str, Plan] = collections.OrderedDict()
_newest: collections.OrderedDict[str, Plan] = collections.OrderedDict()  # by garden, weather and day
_checkpoints = Checkpoints()
_lock = threading.Lock()


@dataclass(frozen=True)
class Situation:
    """A garden's facts as read for one request, and the plan over them; plan is None while there is no bed or day."""

    garden: Garden
    beds: list[BedFacts]
    weather: WeatherFacts
    facts_hash: str
    plan: Plan | None
    lacks: str  # "", "beds" or "weather": what a plan would need first


def situation(garden: Garden, days: int = DAYS_AHEAD) -> Situation:
    """Read all facts of a garden (a fixed number of queries) and plan over them."""
    beds = read_beds(garden)
    today = garden.today
    facts = weather_facts(garden, today)
    core = with_bounded_ledgers(core_garden(garden, beds), today)
    facts_hash = _hash(core, facts, garden, days)
    if not core.beds:
        return Situation(garden, beds, facts, facts_hash, None, "beds")
    if not (facts.last_observed or facts.climate or (facts.forecast and facts.forecast.dates[0] < today)):
        return Situation(garden, beds, facts, facts_hash, None, "weather")
    with _lock:
        known = _plans.get(facts_hash)
    if known is None:
        weather_hash = _weather_hash(facts, garden, days)
        with _lock:
            near = _newest.get(weather_hash)
        known = replan(near, core, _checkpoints) if near else None
        if known is None:
            known = plan(
                core,
                sky_of(garden, facts, today, min(b.opened for b in core.beds)),
                today,
                days,
                checkpoints=_checkpoints,
            )
        with _lock:
            _plans[facts_hash] = _newest[weather_hash] = known
            _newest.move_to_end(weather_hash)
            while len(_newest) > _KEPT:
                _newest.popitem(last=False)
            while len(_plans) > _KEPT:
                _plans.popitem(last=False)
    return Situation(garden, beds, facts, facts_hash, known, "")


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


def _hash(core: g.Garden, facts: WeatherFacts, garden: Garden, days: int) -> str:
    """SHA-256 over everything a plan rests on."""
    return hashlib.sha256((repr(core) + _weather_hash(facts, garden, days)).encode()).hexdigest()


def _weather_hash(facts: WeatherFacts, garden: Garden, days: int) -> str:
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
