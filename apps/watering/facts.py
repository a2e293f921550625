"""The facts of a garden's beds, read in a fixed number of queries, and the core's descriptions made of them.

What a page needs of an event is a handful of values, so they are read as plain values: model instances would cost more
than the plan itself.
"""

from __future__ import annotations

import collections
import datetime as dt
from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from typing import Any
from uuid import UUID

from agronomy.describe import garden as g
from apps.garden.models import Bed, Garden, MulchRecord, Planting, SizeSighting
from apps.watering.models import Check, PutOff, Watering


@dataclass(frozen=True)
class Grows:
    """A planting and its sizes as seen, oldest first."""

    id: int
    crop: str
    variety: str
    count: int
    planted: dt.date
    removed: dt.date | None
    sizes: tuple[g.Size, ...]


@dataclass(frozen=True)
class Poured:
    id: UUID
    date: dt.date
    litres: float
    part: str
    into: str
    struck: bool


@dataclass(frozen=True)
class Felt:
    id: UUID
    date: dt.date
    reading: str
    struck: bool


@dataclass(frozen=True)
class BedFacts:
    """One standing bed with all that belongs to it, each list by date."""

    row: Bed
    grows: tuple[Grows, ...]
    mulches: tuple[g.Mulch, ...]
    poured: tuple[Poured, ...]
    felt: tuple[Felt, ...]
    put_off: Mapping[dt.date, UUID]  # not struck


def read_beds(garden: Garden) -> list[BedFacts]:
    """The garden's standing beds in walking order: seven queries, however many beds."""
    rows = list(Bed.objects.filter(garden=garden, removed_at=None).select_related("rig"))
    mine = {"bed__garden": garden, "bed__removed_at": None}
    sizes = _grouped(
        SizeSighting.objects.filter(planting__bed__garden=garden)
        .order_by("date")
        .values_list("planting_id", "date", "height", "spread_m")
    )
    grows = _grouped(
        Planting.objects.filter(**mine)
        .order_by("id")
        .values_list("bed_id", "id", "crop", "variety", "count", "planted", "removed")
    )
    mulches = _grouped(
        MulchRecord.objects.filter(**mine).order_by("date").values_list("bed_id", "date", "kind", "depth_m", "cover")
    )
    by_date = ("date", "recorded_at")
    poured = _grouped(
        Watering.objects.filter(**mine)
        .order_by(*by_date)
        .values_list("bed_id", "id", "date", "litres", "part", "into", "struck_at")
    )
    felt = _grouped(
        Check.objects.filter(**mine).order_by(*by_date).values_list("bed_id", "id", "date", "reading", "struck_at")
    )
    put_off = _grouped(
        PutOff.objects.filter(**mine, struck_at=None).order_by(*by_date).values_list("bed_id", "date", "id")
    )
    return [
        BedFacts(
            row,
            tuple(
                Grows(i, crop, variety, count, planted, removed, tuple(g.Size(*x) for x in sizes[i]))
                for i, crop, variety, count, planted, removed in grows[row.pk]
            ),
            tuple(g.Mulch(*m) for m in mulches[row.pk]),
            tuple(
                Poured(i, date, litres, part, into, struck is not None)
                for i, date, litres, part, into, struck in poured[row.pk]
            ),
            tuple(Felt(i, date, reading, struck is not None) for i, date, reading, struck in felt[row.pk]),
            dict(put_off[row.pk]),
        )
        for row in rows
    ]


def _grouped(rows: Iterable[tuple[Any, ...]]) -> dict[int, list[Any]]:
    """Rows under their first value."""
    groups: dict[int, list[Any]] = collections.defaultdict(list)
    for first, *rest in rows:
        groups[first].append(tuple(rest))
    return groups


def core_garden(garden: Garden, beds: Iterable[BedFacts]) -> g.Garden:
    """The core's Garden of standing beds; beds opened later than the garden's day are left out."""
    today = garden.today
    return g.Garden(
        name=f"{garden.pk}",
        latitude=garden.latitude,
        longitude=garden.longitude,
        elevation_m=garden.elevation_m,
        utc_offset_h=garden.utc_offset_h,
        style=garden.style,
        coastal=garden.coastal,
        rigs=tuple(g.Rig(r.name, r.flow_l_per_min, r.measured) for r in garden.rigs.all()),
        beds=tuple(core_bed(b) for b in beds if b.row.opened <= today),
    )


def core_bed(facts: BedFacts) -> g.Bed:
    """The core's Bed of one row and its facts, named by its key; struck events count no longer."""
    bed = facts.row
    return g.Bed(
        name=f"{bed.pk}",
        kind=bed.kind,
        length_m=bed.length_m,
        width_m=bed.width_m,
        opened=bed.opened,
        opening_wetness=bed.opening_wetness,
        round=bed.round,
        soil_depth_m=bed.soil_depth_m,
        soil=g.Soil(bed.soil_material, bed.organic_matter_pct),
        plantings=tuple(g.Planting(p.crop, p.count, p.planted, p.sizes, p.removed, p.variety) for p in facts.grows),
        mulches=facts.mulches,
        method=bed.method,
        rig=bed.rig.name if bed.rig else None,
        drip=g.Drip(bed.emitters, bed.emitter_flow_l_per_h) if bed.emitters and bed.emitter_flow_l_per_h else None,
        reservoir=_reservoir(bed),
        style=bed.style,
        pattern=bed.pattern,
        under_cover=bed.under_cover,
        waterings=tuple(g.Watering(w.date, w.litres, w.part, w.into) for w in facts.poured if not w.struck),
        checks=tuple(g.Check(c.date, c.reading) for c in facts.felt if not c.struck),
    )


def _reservoir(bed: Bed) -> g.Reservoir | None:
    if not bed.reservoir_capacity_l:
        return None
    wick, opening = bed.reservoir_wick_l_per_day, bed.reservoir_opening_l
    if wick is None:
        return g.Reservoir(bed.reservoir_capacity_l, opening_l=opening)
    return g.Reservoir(bed.reservoir_capacity_l, wick, opening)
