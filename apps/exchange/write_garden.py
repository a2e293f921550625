"""A described garden, as a garden file holds it, written as facts. The way back of facts.py."""

from __future__ import annotations

import dataclasses
import uuid
from typing import Any

from django.db import transaction

from agronomy.describe import garden as g
from agronomy.formats.described import write
from apps.accounts.models import User
from apps.garden.models import (
    Aspect,
    Bed,
    BedRecord,
    Garden,
    Measurement,
    Membership,
    MulchRecord,
    OwnCrop,
    PlantCount,
    Planting,
    Rig,
    Role,
    Season,
    SizeSighting,
    Thing,
)
from apps.garden.rows import columns
from apps.record.models import MovedSoak, Observation, Watering
from apps.weather.actions import keep_climate
from apps.weather.models import GaugeReading, Source, WeatherDay


def _plain(described: Any, leave_out: tuple[str, ...]) -> dict[str, Any]:
    """A description as it is kept in JSON columns, in the garden file's words."""
    return {k: v for k, v in write(described).items() if k not in leave_out}


@transaction.atomic
def write_garden(described: g.Garden, owner: User, **own: Any) -> Garden:
    """Write a garden's facts for an owner. own: what the file does not hold (time_zone, clock_date...).

    A bed's records that had no date hold from its opening.
    """
    garden = Garden.objects.create(
        **columns(
            described,
            Garden,
            climate=None,  # set below, when its days are there
            finger=[_plain(m, ()) for m in described.finger],
            people=[_plain(p, ()) for p in described.people],
            allowed=[_plain(a, ()) for a in described.allowed],
            **own,
        )
    )
    Membership.objects.create(garden=garden, user=owner, role=Role.OWNER)
    rigs = {r.name: Rig.objects.create(garden=garden, **dataclasses.asdict(r)) for r in described.rigs}
    crops = {
        c.name: OwnCrop.objects.create(garden=garden, name=c.name, like=c.like, figures=_plain(c, ("name", "like")))
        for c in described.own_crops
    }
    for thing in described.things:
        Thing.objects.create(garden=garden, **dataclasses.asdict(thing))
    for position, bed in enumerate(described.beds, 1):
        _write_bed(bed, position, garden, owner, rigs, crops, [m for m in described.moves if m.bed == bed.name])
    GaugeReading.objects.bulk_create(
        [GaugeReading(id=uuid.uuid4(), garden=garden, by=owner, **dataclasses.asdict(x)) for x in described.gauge]
    )
    WeatherDay.objects.bulk_create(
        [WeatherDay(garden=garden, source=Source.TYPED, **dataclasses.asdict(x)) for x in described.days]
    )
    for season in described.seasons:
        Season.objects.create(garden=garden, **dataclasses.asdict(season))
    beds = {b.name: b for b in garden.beds.all()}
    for m in described.measurements:
        Measurement.objects.create(
            garden=garden,
            date=m.date,
            kind=m.kind,
            by=owner,
            given=dict(m.given),
            found=dict(m.found),
            bed=beds.get(m.bed or ""),
            rig=rigs.get(m.rig or ""),
        )
    if described.climate == "file":
        rows = [WeatherDay(source=Source.CLIMATE, **dataclasses.asdict(x)) for x in described.climate_days]
        keep_climate(garden, rows)
    elif described.climate:
        garden.climate = described.climate
        garden.save(update_fields=["climate"])
    return garden


def _write_bed(
    bed: g.Bed,
    position: int,
    garden: Garden,
    owner: User,
    rigs: dict[str, Rig],
    crops: dict[str, OwnCrop],
    moves: list[g.Move],
) -> None:
    box, line = bed.reservoir, bed.drip
    row = Bed.objects.create(
        garden=garden,
        position=position,
        rig=rigs.get(bed.rig or ""),
        emitters=line.emitters if line else None,
        emitter_flow_l_per_h=line.flow_l_per_h if line else None,
        reservoir_capacity_l=box.capacity_l if box else None,
        reservoir_wick_l_per_day=box.wick_l_per_day if box else None,
        reservoir_opening_l=box.opening_l if box else None,
        **columns(bed, Bed),
    )
    for aspect, records in ((Aspect.SOIL, bed.soils), (Aspect.EXPOSURE, bed.exposures)):
        for record in records:
            BedRecord.objects.create(
                bed=row, aspect=aspect, date=record.date or bed.opened, value=_plain(record, ("date",))
            )
    for m in bed.mulches:
        MulchRecord.objects.create(bed=row, **dataclasses.asdict(m))
    for p in bed.plantings:
        own = crops[p.own_crop.name] if p.own_crop else None
        planting = Planting.objects.create(bed=row, own_crop=own, **columns(p, Planting))
        for size in p.sizes:
            SizeSighting.objects.create(planting=planting, **dataclasses.asdict(size))
        for count in p.thinned:
            PlantCount.objects.create(planting=planting, **dataclasses.asdict(count))
    for moved in moves:
        MovedSoak.objects.create(
            bed=row, date=moved.from_date, from_date=moved.from_date, to_date=moved.to_date, by=owner
        )
    events: list[tuple[Any, Any]] = [(Watering, bed.waterings), (Observation, bed.observations)]
    for model, happened in events:
        for event in happened:  # one after the other: of two alike in a day, the later recorded stays the later
            model.objects.create(bed=row, by=owner, **dataclasses.asdict(event))
