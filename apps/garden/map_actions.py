"""Changes to the map of a garden: where beds and taps lie, what stands beside them, a bed copied."""

from __future__ import annotations

import datetime as dt
from dataclasses import dataclass
from typing import Any

from django.db import transaction
from django.db.models import Max
from django.utils import timezone

from agronomy.describe import garden as g
from agronomy.describe.errors import InputError
from agronomy.formats.described import check_field, read
from apps.accounts.models import User
from apps.base.errors import NotFound
from apps.garden.access import lock, owned
from apps.garden.actions import MOST_BEDS
from apps.garden.models import Bed, BedRecord, MulchRecord, Rig, Thing

MOST_THINGS = 300
THING_FIELDS = ("kind", "name", "x_m", "y_m", "length_m", "width_m", "height_m", "turn_deg")


@dataclass
class ArrangeGround:
    """Put beds and taps in their places on the map, all or none.

    beds: dictionaries with id, x_m, y_m, turn_deg (a place may be null: off the map again), perhaps length_m, width_m.
    rigs: id, x_m, y_m, hose_m. north_deg: where north points, clockwise from up.
    """

    by: User
    garden_id: int
    beds: list[dict[str, Any]]
    rigs: list[dict[str, Any]]
    north_deg: float | None = None

    def execute(self) -> None:
        garden = owned(self.by, self.garden_id)
        with transaction.atomic():
            lock(garden)
            self._arrange(Bed.objects.filter(garden=garden, removed_at=None), self.beds, "beds", g.Bed)
            self._arrange(Rig.objects.filter(garden=garden), self.rigs, "rigs", g.Rig)
            if self.north_deg is not None:
                check_field(g.Garden, "north_deg", self.north_deg, "north_deg")
                garden.north_deg = self.north_deg
                garden.save(update_fields=["north_deg"])

    @staticmethod
    def _arrange(rows: Any, said: list[dict[str, Any]], what: str, piece: type) -> None:
        known = {row.pk: row for row in rows}
        for i, values in enumerate(said):
            row = known.get(values["id"])
            if row is None:
                raise InputError(f"{what}[{i}].id", values["id"], "one of this garden")
            for name, value in values.items():
                if name != "id":
                    if value is not None:
                        check_field(piece, name, value, f"{what}[{i}].{name}")
                    setattr(row, name, value)
            if isinstance(row, Bed) and row.round:
                row.width_m = row.length_m
            row.save()


@dataclass
class SaveThing:
    """Describe a wall, tree, shed or path on the map, new or again."""

    by: User
    garden_id: int
    values: dict[str, Any]
    thing_id: int | None = None

    def execute(self) -> Thing:
        garden = owned(self.by, self.garden_id)
        thing = Thing(garden=garden)
        if self.thing_id is not None:
            found = Thing.objects.filter(garden=garden, pk=self.thing_id, removed_at=None).first()
            if found is None:
                raise NotFound("thing")
            thing = found
        for name, value in self.values.items():
            setattr(thing, name, value)
        described = {name: getattr(thing, name) for name in THING_FIELDS}
        read(g.Thing, {k: v for k, v in described.items() if v not in (None, "")})
        with transaction.atomic():
            lock(garden)
            if thing.pk is None and garden.things.filter(removed_at=None).count() >= MOST_THINGS:
                raise InputError("things", MOST_THINGS + 1, f"at most {MOST_THINGS} things on a map")
            thing.save()
        return thing


@dataclass
class RemoveThing:
    """Take a thing off the map; `back` brings it back."""

    by: User
    garden_id: int
    thing_id: int
    back: bool = False

    def execute(self) -> Thing:
        garden = owned(self.by, self.garden_id)
        thing = Thing.objects.filter(garden=garden, pk=self.thing_id, removed_at__isnull=not self.back).first()
        if thing is None:
            raise NotFound("thing")
        thing.removed_at = None if self.back else timezone.now()
        thing.save(update_fields=["removed_at"])
        return thing


@dataclass
class CopyBed:
    """Another bed like this one as it stands today: its size, soil, light, mulch and way of watering; nothing grows
    in it yet, and its ledger begins today."""

    by: User
    garden_id: int
    bed_id: int

    def execute(self) -> Bed:
        garden = owned(self.by, self.garden_id)
        with transaction.atomic():
            lock(garden)
            source = Bed.objects.filter(garden=garden, pk=self.bed_id, removed_at=None).first()
            if source is None:
                raise NotFound("bed")
            if garden.beds.count() >= MOST_BEDS:
                raise InputError("beds", MOST_BEDS + 1, f"at most {MOST_BEDS} beds in a garden")
            last = garden.beds.aggregate(last=Max("position"))["last"]
            names = set(garden.beds.filter(removed_at=None).values_list("name", flat=True))
            copy = Bed.objects.get(pk=source.pk)
            copy.pk, copy._state.adding = None, True
            copy.name, copy.position, copy.opened = _free_name(source.name, names), (last or 0) + 1, garden.today
            copy.opening_wetness = None
            if copy.x_m is not None and copy.y_m is not None:
                copy.y_m -= source.width_m + 0.4
            copy.save()
            self._copy_records(source, copy, garden.today)
        return copy

    @staticmethod
    def _copy_records(source: Bed, copy: Bed, today: dt.date) -> None:
        latest: dict[str, BedRecord] = {r.aspect: r for r in source.records.order_by("date")}
        for record in latest.values():
            BedRecord.objects.create(bed=copy, aspect=record.aspect, date=today, value=record.value)
        mulch = source.mulches.order_by("-date").first()
        if mulch is not None:
            MulchRecord.objects.create(bed=copy, date=today, kind=mulch.kind, depth_m=mulch.depth_m, cover=mulch.cover)


def _free_name(name: str, taken: set[str]) -> str:
    """The name with the first number that no bed has."""
    for n in range(2, MOST_BEDS + 3):
        tried = f"{name[:55]} {n}"
        if tried not in taken:
            return tried
    raise InputError("name", name, "a name no other bed of the garden has")
