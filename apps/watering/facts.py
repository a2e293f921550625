"""The facts of a garden's beds, read in a fixed number of queries, and the core's descriptions made of them.

What a page needs of an event is a handful of values, so they are read as plain values: model instances would cost more
than the plan itself.
"""

from __future__ import annotations

import collections
import datetime as dt
from collections.abc import Callable, Iterable, Mapping
from dataclasses import dataclass
from typing import Any, TypeVar
from uuid import UUID

from agronomy.describe import garden as g
from agronomy.formats import read_garden as garden_file
from apps.garden.convert import own_crop
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
from apps.watering.models import MovedSoak, Observation, PutOff, Watering

Made = TypeVar("Made")


@dataclass(frozen=True)
class Grows:
    """A planting and its sizes as seen, oldest first."""

    id: int
    crop: str
    variety: str
    count: int
    planted: dt.date
    removed: dt.date | None
    start: str
    buried_m: float
    own_crop: int | None
    spacing_m: float | None
    watered: bool | None
    thinned: tuple[g.Count, ...]
    sizes: tuple[g.Size, ...]

    def left_on(self, date: dt.date) -> int:
        """How many plants are left on a date: what was thinned by then, not what is to be."""
        return next((c.count for c in reversed(self.thinned) if c.date <= date), self.count)


@dataclass(frozen=True)
class Poured:
    id: UUID
    date: dt.date
    litres: float
    part: str
    into: str
    passes: int
    struck: bool


@dataclass(frozen=True)
class Felt:
    id: UUID
    date: dt.date
    kind: str
    reading: str | None
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
    own_crops: Mapping[int, g.OwnCrop]  # of the garden
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
    grows = _grouped(
        Planting.objects.filter(**mine, withdrawn_at=None)
        .order_by("id")
        .values_list(
            "bed_id",
            "id",
            "crop",
            "variety",
            "count",
            "planted",
            "removed",
            "start",
            "buried_m",
            "own_crop_id",
            "spacing_m",
            "watered",
        )
    )
    thinned = _grouped(
        PlantCount.objects.filter(planting__bed__garden=garden).order_by("date").values_list(
            "planting_id", "date", "count"
        )
    )  # fmt: skip
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
            _each(
                Grows,
                (
                    (*values, _each(g.Count, thinned[values[0]]), _each(g.Size, sizes[values[0]]))
                    for values in grows[row.pk]
                ),
            ),
            _each(g.Mulch, mulches[row.pk]),
            tuple(
                garden_file.soil_from_json({**value, "date": date.isoformat()})
                for aspect, date, value in records[row.pk]
                if aspect == Aspect.SOIL
            ),
            tuple(
                garden_file.exposure_from_json({**value, "date": date.isoformat()})
                for aspect, date, value in records[row.pk]
                if aspect == Aspect.EXPOSURE
            ),
            own_crops,
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
    return g.Garden(
        name=f"{garden.pk}",
        latitude=garden.latitude,
        longitude=garden.longitude,
        elevation_m=garden.elevation_m,
        utc_offset_h=g.zone_offset_h(garden.time_zone, today),
        time_zone=garden.time_zone,
        style=garden.style,
        coastal=garden.coastal,
        rigs=tuple(
            g.Rig(r.name, r.flow_l_per_min, r.measured, r.x_m, r.y_m, r.hose_m, r.flow_cv) for r in garden.rigs.all()
        ),
        things=read_things(garden),
        north_deg=garden.north_deg,
        beds=tuple(core_bed(b) for b in standing),
        growth=garden.growth,
        heat_rule=garden.heat_rule,
        can_l=garden.can_l,
        can_minutes=garden.can_minutes,
        finger=tuple(g.FingerMark(**x) for x in garden.finger),
        people=tuple(g.Person(x["name"], tuple(x["minutes"])) for x in garden.people),
        allowed=tuple(garden_file.allowed_from_json(x) for x in garden.allowed),
        moves=tuple(g.Move(b.row.name, m.from_date, m.to_date) for b in standing for m in b.moves),
    )


def read_things(garden: Garden) -> tuple[g.Thing, ...]:
    """What stands on the map beside the beds: one query."""
    rows = Thing.objects.filter(garden=garden, removed_at=None)
    fields = ("kind", "x_m", "y_m", "length_m", "width_m", "height_m", "turn_deg", "name")
    return _each(g.Thing, rows.values_list(*fields))


def core_bed(facts: BedFacts) -> g.Bed:
    """The core's Bed of one row and its facts, with its key; struck events count no longer."""
    bed = facts.row
    return g.Bed(
        name=bed.name,
        key=f"{bed.pk}",
        kind=bed.kind,
        length_m=bed.length_m,
        width_m=bed.width_m,
        opened=bed.opened,
        opening_wetness=bed.opening_wetness,
        round=bed.round,
        soil_depth_m=bed.soil_depth_m,
        soils=facts.soils,
        plantings=tuple(
            g.Planting(
                p.crop,
                p.count,
                p.planted,
                p.sizes,
                p.removed,
                p.variety,
                p.start,
                p.buried_m,
                p.thinned,
                facts.own_crops[p.own_crop] if p.own_crop else None,
                p.spacing_m,
                p.watered,
            )
            for p in facts.grows
        ),
        mulches=facts.mulches,
        method=bed.method,
        rig=bed.rig.name if bed.rig else None,
        drip=g.Drip(bed.emitters, bed.emitter_flow_l_per_h) if bed.emitters and bed.emitter_flow_l_per_h else None,
        reservoir=_reservoir(bed),
        style=bed.style,
        pattern=bed.pattern,
        exposures=facts.exposures,
        x_m=bed.x_m,
        y_m=bed.y_m,
        turn_deg=bed.turn_deg,
        drain_holes=bed.drain_holes,
        waterings=tuple(g.Watering(w.date, w.litres, w.part, w.into, w.passes) for w in facts.poured if not w.struck),
        observations=tuple(g.Observation(c.date, c.reading, c.kind, c.value) for c in facts.felt if not c.struck),
    )


def _reservoir(bed: Bed) -> g.Reservoir | None:
    if not bed.reservoir_capacity_l:
        return None
    wick, opening = bed.reservoir_wick_l_per_day, bed.reservoir_opening_l
    if wick is None:
        return g.Reservoir(bed.reservoir_capacity_l, opening_l=opening)
    return g.Reservoir(bed.reservoir_capacity_l, wick, opening)
