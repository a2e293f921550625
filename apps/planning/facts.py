"""The facts of a garden's beds, read in a fixed number of queries, and the core's descriptions made of them.

What a page needs of an event is a handful of values, so they are read as plain values: model instances would cost more
than the plan itself.
"""

from __future__ import annotations

import collections
import datetime as dt
from collections.abc import Callable, Iterable
from dataclasses import dataclass
from typing import Any, TypeVar
from uuid import UUID

from agronomy.describe import garden as g
from agronomy.describe.words import DayPart, Into, LiftedWeight, ObservationKind, Wetness
from agronomy.formats.described import read
from apps.garden.convert import drip_of, own_crop, reservoir_of
from apps.garden.models import (
    Aspect,
    Bed,
    BedRecord,
    Garden,
    MulchRecord,
    OwnCrop,
    PlantCount,
    Planting,
    SizeSighting,
    Thing,
)
from apps.garden.rows import described, shared
from apps.record.models import MovedSoak, Observation, PutOff, Watering

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
    litres: float
    part: DayPart
    into: Into
    passes: int
    struck: bool


@dataclass(frozen=True)
class Felt:
    id: UUID
    date: dt.date
    kind: ObservationKind
    reading: Wetness | LiftedWeight | None
    value: float | None
    struck: bool


@dataclass(frozen=True)
class LeftAlone:
    """ "Not today"."""

    id: UUID
    date: dt.date
    struck: bool


@dataclass(frozen=True)
class Moved:
    id: UUID
    from_date: dt.date
    to_date: dt.date


@dataclass(frozen=True)
class BedFacts:
    """One standing bed with all that belongs to it, each list by date."""

    row: Bed
    grows: tuple[Grows, ...]
    mulches: tuple[g.Mulch, ...]
    soils: tuple[g.Soil, ...]
    exposures: tuple[g.Exposure, ...]
    moves: tuple[Moved, ...]  # not struck
    poured: tuple[Poured, ...]
    felt: tuple[Felt, ...]
    put_offs: tuple[LeftAlone, ...]

    def put_off_on(self, date: dt.date) -> UUID | None:
        """The event by which the bed was put off on a date."""
        return next((x.id for x in reversed(self.put_offs) if x.date == date and not x.struck), None)


def read_beds(garden: Garden) -> list[BedFacts]:
    """The garden's standing beds in walking order: eleven queries, however many beds."""
    rows = list(Bed.objects.filter(garden=garden, removed_at=None).select_related("rig"))
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
    moves = _grouped(
        MovedSoak.objects.filter(**mine, struck_at=None)
        .order_by("recorded_at")
        .values_list("bed_id", "id", "from_date", "to_date")
    )
    mulches = _grouped(
        MulchRecord.objects.filter(**mine).order_by("date").values_list("bed_id", "date", "kind", "depth_m", "cover")
    )
    by_date = ("date", "recorded_at")
    poured = _grouped(
        Watering.objects.filter(**mine)
        .order_by(*by_date)
        .values_list("bed_id", "id", "date", "litres", "part", "into", "passes", "struck_at")
    )
    felt = _grouped(
        Observation.objects.filter(**mine)
        .order_by(*by_date)
        .values_list("bed_id", "id", "date", "kind", "reading", "value", "struck_at")
    )
    put_off = _grouped(
        PutOff.objects.filter(**mine).order_by(*by_date).values_list("bed_id", "id", "date", "struck_at")
    )
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
            tuple(
                read(g.Soil, {**value, "date": date})
                for aspect, date, value in records[row.pk]
                if aspect == Aspect.SOIL
            ),
            tuple(
                read(g.Exposure, {**value, "date": date})
                for aspect, date, value in records[row.pk]
                if aspect == Aspect.EXPOSURE
            ),
            _each(Moved, moves[row.pk]),
            _each(Poured, map(_struck, poured[row.pk])),
            _each(Felt, map(_struck, felt[row.pk])),
            _each(LeftAlone, map(_struck, put_off[row.pk])),
        )
        for row in rows
    ]


def _each(make: Callable[..., Made], rows: Iterable[tuple[Any, ...]]) -> tuple[Made, ...]:
    """One of these for each row of plain values."""
    return tuple(make(*row) for row in rows)


def _struck(values: tuple[Any, ...]) -> tuple[Any, ...]:
    """When an event was struck, last of its values, as whether it was."""
    return (*values[:-1], values[-1] is not None)


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
    return described(
        g.Garden,
        garden,
        name=f"{garden.pk}",
        utc_offset_h=g.zone_offset_h(garden.time_zone, today),
        rigs=tuple(described(g.Rig, row) for row in garden.rigs.all()),
        things=read_things(garden),
        beds=tuple(core_bed(b) for b in standing),
        climate=None,  # the weather is assembled where the facts are (apps/weather)
        method=g.Garden.method,
        finger=tuple(read(g.FingerMark, x) for x in garden.finger),
        people=tuple(read(g.Person, x) for x in garden.people),
        allowed=tuple(read(g.Allowed, x) for x in garden.allowed),
        moves=tuple(g.Move(b.row.name, m.from_date, m.to_date) for b in standing for m in b.moves),
    )


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
        drip=g.Drip(**drip) if drip else None,
        reservoir=g.Reservoir(**reservoir) if reservoir else None,
        exposures=facts.exposures,
        waterings=tuple(g.Watering(w.date, w.litres, w.part, w.into, w.passes) for w in facts.poured if not w.struck),
        observations=tuple(g.Observation(c.date, c.reading, c.kind, c.value) for c in facts.felt if not c.struck),
    )
