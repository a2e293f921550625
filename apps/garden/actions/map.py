"""The map of a garden: where beds and taps lie, and what stands beside them."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from typing import Any, ClassVar

from django.utils import timezone

from agronomy.describe import garden as g
from agronomy.describe.errors import InputError
from agronomy.formats.described import check_field, read
from apps.base.errors import NotFound
from apps.garden.action import GardenAction
from apps.garden.models import Bed, Garden, Rig, Thing

MOST_THINGS = 300
THING_FIELDS = ("kind", "name", "x_m", "y_m", "length_m", "width_m", "height_m", "turn_deg")


@dataclass
class ArrangeMap(GardenAction[None]):
    """Put beds and taps in their places on the map, all or none.

    beds: dictionaries with id, x_m, y_m, turn_deg (a place may be null: off the map again), perhaps length_m, width_m.
    rigs: id, x_m, y_m, hose_m, bore_mm. north_deg: where north points, clockwise from up.
    """

    beds: list[dict[str, Any]]
    rigs: list[dict[str, Any]]
    north_deg: float | None = None

    kind: ClassVar = "map_arranged"

    def do(self) -> None:
        garden = self.garden
        self._arrange(Bed.objects.filter(garden=garden, removed_at=None), self.beds, "beds", g.Bed)
        self._arrange(Rig.objects.filter(garden=garden), self.rigs, "rigs", g.Rig)
        if self.north_deg is not None:
            check_field(g.Garden, "north_deg", self.north_deg, "north_deg")
            self.changes.set(garden, north_deg=self.north_deg)
        self.told = {"beds": len(self.beds), "rigs": len(self.rigs)}

    def _arrange(self, rows: Iterable[Bed] | Iterable[Rig], said: list[dict[str, Any]], what: str, piece: type) -> None:
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
            self.changes.save(row)


@dataclass
class SaveThing(GardenAction[Thing]):
    """Describe a wall, tree, shed or path on the map, new or again."""

    values: dict[str, Any]
    thing_id: int | None = None

    kind: ClassVar = "thing_described"
    makes: ClassVar = Thing

    def do(self) -> Thing:
        garden = self.garden
        thing = Thing(garden=garden) if self.thing_id is None else standing_thing(garden, self.thing_id)
        for name, value in self.values.items():
            setattr(thing, name, value)
        described = {name: getattr(thing, name) for name in THING_FIELDS}
        read(g.Thing, {k: v for k, v in described.items() if v not in (None, "")})
        if thing.pk is None and garden.things.filter(removed_at=None).count() >= MOST_THINGS:
            raise InputError("things", MOST_THINGS + 1, f"at most {MOST_THINGS} things on a map")
        self.told = {"kind": thing.kind, "name": thing.name}
        return self.changes.save(thing, self.values)


@dataclass
class RemoveThing(GardenAction[Thing]):
    """Take a thing off the map."""

    thing_id: int

    kind: ClassVar = "thing_removed"
    makes: ClassVar = Thing

    def do(self) -> Thing:
        thing = standing_thing(self.garden, self.thing_id)
        self.told = {"kind": thing.kind, "name": thing.name}
        return self.changes.set(thing, removed_at=timezone.now())


def standing_thing(garden: Garden, thing_id: int) -> Thing:
    """A thing on the garden's map. Raises NotFound."""
    thing = Thing.objects.filter(garden=garden, pk=thing_id, removed_at=None).first()
    if thing is None:
        raise NotFound("thing")
    return thing
