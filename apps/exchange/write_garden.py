"""A described garden, as a garden file holds it, written as facts. The way back of facts.py."""

from __future__ import annotations

import dataclasses
import datetime as dt
from typing import Any

from django.db import transaction

from agronomy.describe import garden as g
from agronomy.formats.described import write
from apps.accounts.actor import Actor, person
from apps.accounts.models import User
from apps.garden.actions.gardens import note_of_garden
from apps.garden.convert import line_of
from apps.garden.events import EventKind
from apps.garden.models import (
    RESERVOIR,
    Aspect,
    Bed,
    BedRecord,
    Event,
    Garden,
    Membership,
    MulchRecord,
    OwnCrop,
    PlantCount,
    Planting,
    Rig,
    Role,
    SizeSighting,
    Thing,
)
from apps.garden.rows import columns
from apps.record.away import as_told
from apps.weather.actions import keep_climate, keep_station_days
from apps.weather.models import Source, WeatherDay


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
            feeds=[_plain(x, ()) for x in described.feeds],
            bans=[_plain(x, ()) for x in described.bans],
            exempt=list(described.exempt),
            trust=[_plain(x, ()) for x in described.trust],
            people=[_plain(p, ()) for p in described.people],
            allowed=[_plain(a, ()) for a in described.allowed],
            **own,
        )
    )
    Membership.objects.create(garden=garden, user=owner, role=Role.OWNER)
    rigs = {
        r.name: Rig.objects.create(
            garden=garden,
            **columns(r, Rig, programmes=[write(p) for p in r.programmes], pressures=[write(p) for p in r.pressures]),
        )
        for r in described.rigs
    }
    crops = {
        c.name: OwnCrop.objects.create(garden=garden, name=c.name, like=c.like, figures=_plain(c, ("name", "like")))
        for c in described.own_crops
    }
    for thing in described.things:
        Thing.objects.create(garden=garden, **dataclasses.asdict(thing))
    for position, bed in enumerate(described.beds, 1):
        _write_bed(bed, position, garden, rigs, crops)
    beds = {bed.name: bed for bed in garden.beds.all()}
    for told in described.beds:
        if told.line_after:
            Bed.objects.filter(pk=beds[told.name].pk).update(line_after=beds[told.line_after])
    WeatherDay.objects.bulk_create(
        [WeatherDay(garden=garden, source=Source.TYPED, **dataclasses.asdict(x)) for x in described.days]
    )
    write_events(described, garden, rigs, person(owner))
    keep_station_days(garden, person(owner), described.station_days)
    if described.climate == "file":
        keep_climate(garden, map(vars, described.climate_days))
    elif described.climate:
        garden.climate = described.climate
        garden.save(update_fields=["climate"])
    return garden


def _write_bed(
    bed: g.Bed,
    position: int,
    garden: Garden,
    rigs: dict[str, Rig],
    crops: dict[str, OwnCrop],
) -> None:
    box, line = bed.reservoir, bed.drip
    row = Bed.objects.create(
        garden=garden,
        position=position,
        rig=rigs.get(bed.rig or ""),
        emitters=line.emitters if line else None,
        emitter_flow_l_per_h=line.flow_l_per_h if line else None,
        line=line_of(write(line)) if line else None,
        overhead=write(bed.sprinkler) if bed.sprinkler else None,
        **{f"reservoir_{name}": getattr(box, name) if box else None for name in RESERVOIR},
        **columns(bed, Bed),
    )
    by_aspect = ((Aspect.SOIL, bed.soils), (Aspect.EXPOSURE, bed.exposures), (Aspect.LEAVES, bed.leaves_off))
    for aspect, records in by_aspect:
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


def write_events(described: g.Garden, garden: Garden, rigs: dict[str, Rig], by: Actor) -> None:
    """What happened, one after the other: of two alike in a day, the later told stays the later."""
    beds = {b.name: b for b in garden.beds.all()}
    note_of_garden(garden, by, "garden_made")
    happened: list[tuple[EventKind, Bed | None, dt.date, dict[str, Any]]] = []
    for bed in described.beds:
        happened += [("watering", beds[bed.name], x.date, _told(x)) for x in bed.waterings]
        happened += [("observation", beds[bed.name], x.date, _told(x)) for x in bed.observations]
    for move in described.moves:
        days = {"from_date": move.from_date.isoformat(), "to_date": move.to_date.isoformat()}
        happened.append(("moved_soak", beds[move.bed], move.from_date, days))
    happened += [("gauge", None, x.date, _told(x)) for x in described.gauge]
    happened += [("sky_seen", None, x.date, _told(x)) for x in described.seen]
    happened += [("away", None, x.leaves, as_told(x)) for x in described.absences]
    happened += [("season", None, x.ended, {"name": x.name, "cleared": []}) for x in described.seasons]
    for m in described.measurements:
        rig = rigs.get(m.rig or "")
        told = {"kind": m.kind, "given": dict(m.given), "found": dict(m.found), "rig": rig.pk if rig else None}
        happened.append(("measurement", beds.get(m.bed or ""), m.date, told))
    cases = [
        Event(
            garden=garden, kind="signs_seen", bed=beds[bed.name], date=x.date, told=_signs(x), actor=by.kind, by=by.user
        )
        for bed in described.beds
        for x in bed.signs
    ]
    Event.objects.bulk_create(cases, batch_size=500)
    seen = [(bed, x) for bed in described.beds for x in bed.signs]
    for case, (bed, x) in zip(cases, seen, strict=True):
        if x.outcome and x.ended:
            happened.append(("signs_followed", beds[bed.name], x.ended, {"case": f"{case.pk}", "outcome": x.outcome}))
        for look in x.looks:
            found = {"case": f"{case.pk}", "look": look.look, "found": look.found}
            happened.append(("signs_followed", beds[bed.name], look.date, found))
    Event.objects.bulk_create(
        [
            Event(garden=garden, kind=kind, bed=about, date=date, told=told, actor=by.kind, by=by.user)
            for kind, about, date, told in happened
        ],
        batch_size=500,
    )


def _signs(seen: g.SignsSeen) -> dict[str, Any]:
    return {"signs": list(seen.signs), "since_days": seen.since_days, "looks": []}


def _told(happened: Any) -> dict[str, Any]:
    return {name: value for name, value in dataclasses.asdict(happened).items() if name != "date"}
