"""The facts of a garden's beds, read in a fixed number of queries, and the core's descriptions made of them.

What a page needs of an event is a handful of values, so they are read as plain values: model instances would cost more
than the plan itself.
"""

from __future__ import annotations

import collections
import dataclasses
import datetime as dt
import threading
from collections.abc import Callable, Iterable, Mapping
from dataclasses import dataclass
from typing import Any, TypeVar
from uuid import UUID

import cachetools

from agronomy.describe import garden as g
from agronomy.describe.words import (
    DayPart,
    Found,
    Into,
    LiftedWeight,
    Look,
    ObservationKind,
    Outcome,
    PouredBy,
    Sign,
    Wetness,
)
from agronomy.formats.described import read
from apps.devices.wanted import timed_rigs
from apps.garden.convert import drip_of, own_crop, reservoir_of, rig_of_row
from apps.garden.models import (
    Aspect,
    Bed,
    BedRecord,
    Event,
    Garden,
    MulchRecord,
    OwnCrop,
    PlantCount,
    Planting,
    Rig,
    SizeSighting,
    Thing,
)
from apps.garden.rows import described, shared
from apps.planning.happened import Key, happened

Made = TypeVar("Made")


@dataclass(frozen=True)
class Grows:
    """A planting with its key, and that of its own crop."""

    id: int
    own_crop: int | None
    planting: g.Planting


@dataclass(frozen=True)
class Poured:
    id: UUID
    date: dt.date
    struck: bool
    litres: float
    part: DayPart
    into: Into
    passes: int
    rig: str | None = None  # where it came from; None: the bed's own
    way: PouredBy | None = None  # how; None: as the bed is usually watered
    feed: str | None = None  # what was in it
    fed: float | None = None  # how much of that [mL or g]


@dataclass(frozen=True)
class Felt:
    id: UUID
    date: dt.date
    struck: bool
    kind: ObservationKind
    reading: Wetness | LiftedWeight | None
    value: float | None


@dataclass(frozen=True)
class LeftAlone:
    """ "Not today"."""

    id: UUID
    date: dt.date
    struck: bool


@dataclass(frozen=True)
class Moved:
    id: UUID
    date: dt.date
    struck: bool
    from_date: dt.date
    to_date: dt.date


@dataclass(frozen=True)
class SignsNoted:
    """What did not look right, as it was first noted."""

    id: UUID
    date: dt.date
    struck: bool
    signs: list[Sign]
    since_days: int
    looks: list[dict[str, Any]]


@dataclass(frozen=True)
class SignsFollowed:
    """A look at it since, or what came of it."""

    id: UUID
    date: dt.date
    struck: bool
    case: str
    look: Look | None = None
    found: Found | None = None
    outcome: Outcome | None = None


# What an event at a bed is, as it is read; what was told of it are its fields.
AT_A_BED: dict[str, Callable[..., Any]] = {
    "watering": Poured,
    "observation": Felt,
    "put_off": LeftAlone,
    "signs_seen": SignsNoted,
    "signs_followed": SignsFollowed,
    "moved_soak": lambda id, date, struck, from_date, to_date: Moved(
        id, date, struck, dt.date.fromisoformat(from_date), dt.date.fromisoformat(to_date)
    ),
}


def told_of(event: Event) -> Any:
    """An event at a bed as it is read: Poured, Felt, LeftAlone, Moved."""
    return AT_A_BED[event.kind](event.pk, event.date, event.struck, **event.told)


@dataclass(frozen=True)
class BedFacts:
    """One standing bed with all that belongs to it, each list by date."""

    row: Bed
    grows: tuple[Grows, ...]
    mulches: tuple[g.Mulch, ...]
    soils: tuple[g.Soil, ...]
    exposures: tuple[g.Exposure, ...]
    leaves_off: tuple[g.LeavesOff, ...]
    moves: tuple[Moved, ...]  # not struck
    poured: tuple[Poured, ...]
    felt: tuple[Felt, ...]
    put_offs: tuple[LeftAlone, ...]
    cases: tuple[tuple[UUID, g.SignsSeen], ...]  # not struck, each with all that followed

    def put_off_on(self, date: dt.date) -> UUID | None:
        """The event by which the bed was put off on a date."""
        return next((x.id for x in reversed(self.put_offs) if x.date == date and not x.struck), None)


def read_beds(garden: Garden, since: dt.date | None = None, revision: int | None = None) -> list[BedFacts]:
    """The garden's standing beds in walking order: eight queries, however many beds.

    since: the first date of which it is asked what happened; None: all of it. revision: the garden's, read before.
    """
    rows = list(Bed.objects.filter(garden=garden, removed_at=None).select_related("rig", "line_after"))
    mine = {"bed__garden": garden, "bed__removed_at": None}
    sizes = _grouped(
        SizeSighting.objects.filter(planting__bed__garden=garden)
        .order_by("date")
        .values_list("planting_id", "date", "height", "spread_m")
    )
    fields = shared(g.Planting, Planting)
    grows = _grouped(
        Planting.objects.filter(**mine, withdrawn_at=None)
        .order_by("id")
        .values_list("bed_id", "id", "own_crop_id", *fields)
    )
    thinned = _grouped(
        PlantCount.objects.filter(planting__bed__garden=garden)
        .order_by("date")
        .values_list("planting_id", "date", "count")
    )
    own_crops = {row.pk: own_crop(row) for row in OwnCrop.objects.filter(garden=garden, removed_at=None)}
    records = _grouped(
        BedRecord.objects.filter(**mine).order_by("date").values_list("bed_id", "aspect", "date", "value")
    )
    mulches = _grouped(
        MulchRecord.objects.filter(**mine).order_by("date").values_list("bed_id", "date", "kind", "depth_m", "cover")
    )
    told = happened(garden, AT_A_BED, since, revision)
    return [
        BedFacts(
            row,
            tuple(
                Grows(
                    key,
                    own,
                    g.Planting(
                        **dict(zip(fields, plain, strict=True)),
                        own_crop=own_crops[own] if own else None,
                        thinned=_each(g.Count, thinned[key]),
                        sizes=_each(g.Size, sizes[key]),
                    ),
                )
                for key, own, *plain in grows[row.pk]
            ),
            _each(g.Mulch, mulches[row.pk]),
            _of_aspect(g.Soil, Aspect.SOIL, records[row.pk]),
            _of_aspect(g.Exposure, Aspect.EXPOSURE, records[row.pk]),
            _of_aspect(g.LeavesOff, Aspect.LEAVES, records[row.pk]),
            **_at_bed(told, row.pk),
        )
        for row in rows
    ]


def with_what_happened(beds: Iterable[BedFacts], told: Mapping[Key, tuple[Any, ...]]) -> list[BedFacts]:
    """Beds with what happened at them told anew; one of which nothing new is told is the same as before."""
    again = []
    for bed in beds:
        now = _at_bed(told, bed.row.pk)
        again.append(bed if all(getattr(bed, k) == v for k, v in now.items()) else dataclasses.replace(bed, **now))
    return again


def _at_bed(told: Mapping[Key, tuple[Any, ...]], bed: int) -> dict[str, Any]:
    """What happened at one bed."""
    return {
        "moves": tuple(x for x in told.get((bed, "moved_soak"), ()) if not x.struck),
        "poured": told.get((bed, "watering"), ()),
        "felt": told.get((bed, "observation"), ()),
        "put_offs": told.get((bed, "put_off"), ()),
        "cases": _cases(told.get((bed, "signs_seen"), ()), told.get((bed, "signs_followed"), ())),
    }


def _each(make: Callable[..., Made], rows: Iterable[tuple[Any, ...]]) -> tuple[Made, ...]:
    """One of these for each row of plain values."""
    return tuple(make(*row) for row in rows)


def _of_aspect(make: type[Made], aspect: Aspect, records: Iterable[tuple[Any, ...]]) -> tuple[Made, ...]:
    """A bed's records of one aspect in the garden file's words, by date."""
    return tuple(read(make, {**value, "date": date}) for kind, date, value in records if kind == aspect)


def _cases(noted: Iterable[SignsNoted], followed: Iterable[SignsFollowed]) -> tuple[tuple[UUID, g.SignsSeen], ...]:
    """What was seen at a bed, each with the looks and the outcome that followed it."""
    since: dict[str, list[SignsFollowed]] = collections.defaultdict(list)
    for x in followed:
        if not x.struck:
            since[x.case].append(x)
    cases = []
    for seen in noted:
        if seen.struck:
            continue
        looks = [g.LookTaken(seen.date, **x) for x in seen.looks]
        looks += [g.LookTaken(x.date, x.look, x.found) for x in since[f"{seen.id}"] if x.look and x.found]
        end = next((x for x in reversed(since[f"{seen.id}"]) if x.outcome), None)
        outcome, ended = (end.outcome, end.date) if end else (None, None)
        told = g.SignsSeen(seen.date, tuple(seen.signs), seen.since_days, tuple(looks), outcome, ended)
        cases.append((seen.id, told))
    return tuple(cases)


def _grouped(rows: Iterable[tuple[Any, ...]]) -> dict[int, list[Any]]:
    """Rows under their first value."""
    groups: dict[int, list[Any]] = collections.defaultdict(list)
    for first, *rest in rows:
        groups[first].append(tuple(rest))
    return groups


def core_garden(garden: Garden, beds: Iterable[BedFacts], to_come: bool = False) -> g.Garden:
    """The core's Garden of standing beds; beds opened later than the garden's day are left out, unless `to_come`."""
    today = garden.today
    standing = [b for b in beds if to_come or b.row.opened <= today]
    timed = timed_rigs(garden)
    return described(
        g.Garden,
        garden,
        name=f"{garden.pk}",
        utc_offset_h=g.zone_offset_h(garden.time_zone, today),
        rigs=tuple(_rig(row, timed) for row in garden.rigs.all()),
        things=read_things(garden),
        beds=tuple(core_bed(b) for b in standing),
        climate=None,  # the weather is assembled where the facts are (apps/weather)
        method=g.Garden.method,
        finger=tuple(read(g.FingerMark, x) for x in garden.finger),
        feeds=tuple(read(g.Feed, x) for x in garden.feeds),
        bans=tuple(read(g.Ban, x) for x in garden.bans),
        exempt=tuple(garden.exempt),
        trust=tuple(read(g.Trust, x) for x in garden.trust),
        people=tuple(read(g.Person, x) for x in garden.people),
        allowed=tuple(read(g.Allowed, x) for x in garden.allowed),
        moves=_moves(standing),
    )


def _moves(standing: Iterable[BedFacts]) -> tuple[g.Move, ...]:
    return tuple(g.Move(b.row.name, m.from_date, m.to_date) for b in standing for m in b.moves)


def core_garden_again(core: g.Garden, before: Iterable[BedFacts], beds: Iterable[BedFacts], today: dt.date) -> g.Garden:
    """The core's Garden after something happened at its beds: those of which nothing new is told stay as they are.

    core, before: the garden as it was, of the same standing beds in the same order.
    """
    standing = [(a, b) for a, b in zip(before, beds, strict=True) if b.row.opened <= today]
    made = (known if a is b else core_bed(b) for known, (a, b) in zip(core.beds, standing, strict=True))
    return dataclasses.replace(core, beds=tuple(made), moves=_moves(b for _, b in standing))


def _rig(row: Rig, timed: frozenset[int]) -> g.Rig:
    """A tap; where a device sits on it, its programmes are those of a timer that reports."""
    rig = rig_of_row(row)
    if row.pk not in timed:
        return rig
    return dataclasses.replace(rig, programmes=tuple(dataclasses.replace(p, tells=True) for p in rig.programmes))


def read_things(garden: Garden) -> tuple[g.Thing, ...]:
    """What stands on the map beside the beds: one query."""
    return tuple(described(g.Thing, row) for row in Thing.objects.filter(garden=garden, removed_at=None))


def core_bed(facts: BedFacts) -> g.Bed:
    """The core's Bed of one row and its facts, with its key; struck events count no longer."""
    bed = facts.row
    drip, reservoir = drip_of(bed), reservoir_of(bed)
    return described(
        g.Bed,
        bed,
        key=f"{bed.pk}",
        soils=facts.soils,
        plantings=tuple(x.planting for x in facts.grows),
        mulches=facts.mulches,
        rig=bed.rig.name if bed.rig else None,
        line_after=after.name if (after := bed.line_after) and after.removed_at is None else None,
        drip=g.Drip(**drip) if drip else None,
        sprinkler=g.Sprinkler(**bed.overhead) if bed.overhead else None,
        reservoir=g.Reservoir(**reservoir) if reservoir else None,
        exposures=facts.exposures,
        leaves_off=facts.leaves_off,
        waterings=_waterings(facts.poured),
        signs=tuple(x for _, x in facts.cases),
        observations=_observations(facts.felt),
    )


# What was made of a bed's events, by the very tuple that they were read as: one that did not change is made once.
_made: cachetools.LRUCache[int, tuple[tuple[Any, ...], tuple[Any, ...]]] = cachetools.LRUCache(2_000)
_made_lock = threading.Lock()


def _made_of(events: tuple[Any, ...], make: Callable[[Any], Made]) -> tuple[Made, ...]:
    """What counts of events, each made into the core's description."""
    with _made_lock:
        known = _made.get(id(events))
    if known is not None and known[0] is events:
        return known[1]
    made = tuple(make(x) for x in events if not x.struck)
    if events:
        with _made_lock:
            _made[id(events)] = events, made
    return made


def _waterings(poured: tuple[Poured, ...]) -> tuple[g.Watering, ...]:
    return _made_of(
        poured, lambda w: g.Watering(w.date, w.litres, w.part, w.into, w.passes, w.rig, w.way, w.feed, w.fed)
    )


def _observations(felt: tuple[Felt, ...]) -> tuple[g.Observation, ...]:
    return _made_of(felt, lambda c: g.Observation(c.date, c.reading, c.kind, c.value))
