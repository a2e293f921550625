"""Beds: described, copied, taken out."""

from __future__ import annotations

import dataclasses
import datetime as dt
from dataclasses import dataclass, field
from typing import Any, ClassVar

from django.db.models import Max
from django.utils import timezone

from agronomy.describe import garden as g
from agronomy.describe.errors import InputError, OutOfRangeError
from apps.base.errors import NotFound
from apps.garden import convert
from apps.garden.access import reached
from apps.garden.action import GardenAction
from apps.garden.models import (
    RESERVOIR,
    Aspect,
    Bed,
    BedRecord,
    Garden,
    MulchRecord,
    OwnCrop,
    PlantCount,
    Planting,
    Rig,
    Role,
    SizeSighting,
)
from apps.garden.rows import shared

BED_FIELDS = (
    *shared(g.Bed, Bed),
    "emitters",
    "emitter_flow_l_per_h",
    "line",
    "overhead",
    *(f"reservoir_{name}" for name in RESERVOIR),
)
PLANTING_FIELDS = tuple(x for x in shared(g.Planting, Planting) if x != "own_crop")
FURTHEST_PLANNED = dt.timedelta(days=120)
MOST_BEDS = 400


def standing_bed(garden: Garden, bed_id: int) -> Bed:
    """A bed of the garden. Raises NotFound where there is none, or none any more."""
    bed = Bed.objects.filter(garden=garden, pk=bed_id, removed_at=None).first()
    if bed is None:
        raise NotFound("bed")
    return bed


def next_place(garden: Garden) -> int:
    """The place of a new bed, at the end of the walk. Raises InputError when there are MOST_BEDS."""
    if garden.beds.count() >= MOST_BEDS:
        raise InputError("beds", MOST_BEDS + 1, f"at most {MOST_BEDS} beds in a garden")
    return (garden.beds.aggregate(last=Max("position"))["last"] or 0) + 1


@dataclass
class SaveBed(GardenAction[Bed]):
    """Describe a bed as it stands today, new or again.

    values: BED_FIELDS, `rig` and `line_after` (ids). plantings: dictionaries with crop, count, planted, variety,
    removed, perhaps id, height and spread_m as seen today, own_crop (an id), start, buried_m, and left (how many are
    left today). mulch: kind, depth_m, cover as they are today. soil, exposure: in the garden file's words; with a
    `date` they hold from then on, without one they correct the record that holds today. What changes over time is kept
    as a dated fact: a size that differs from the last one seen becomes a sighting of today, a mulch that differs a
    record of today.
    """

    values: dict[str, Any]
    plantings: list[dict[str, Any]] | None = None
    mulch: dict[str, Any] | None = None
    soil: dict[str, Any] | None = None
    exposure: dict[str, Any] | None = None
    bed_id: int | None = None
    kind: ClassVar = "bed_described"
    makes: ClassVar = Bed

    own_crops: dict[int, OwnCrop] = field(init=False, repr=False)
    today: dt.date = field(init=False, repr=False)

    def do(self) -> Bed:
        bed, _ = self._as_it_would_stand()
        self._refuse_clashes(self.garden, bed)
        self.changes.save(bed)
        self._save_plantings(bed)
        self._save_mulch(bed)
        self._save_record(bed, Aspect.SOIL, self.soil)
        self._save_record(bed, Aspect.EXPOSURE, self.exposure)
        self.told = {"name": bed.name}
        return bed

    def preview(self) -> g.Bed:
        """The bed as it would stand, in the core's words and its key with it; nothing is saved."""
        self.garden = reached(self.by, self.garden_id, Role.OWNER)
        bed, described = self._as_it_would_stand()
        return dataclasses.replace(described, key=str(bed.pk or ""))

    def _as_it_would_stand(self) -> tuple[Bed, g.Bed]:
        self.today = self.day()
        bed = self._bed(self.garden)
        self.own_crops = {x.pk: x for x in self.garden.own_crops.filter(removed_at=None)}
        self._assign(self.garden, bed)
        described = self._described(bed)
        self._refuse_future(bed)
        return bed, described

    def _described(self, bed: Bed) -> g.Bed:
        return convert.described_bed(
            bed,
            self._as_described(),
            self._mulch_as_described(),
            self.soil,
            self.exposure,
            list(self.own_crops.values()),
        )

    def _bed(self, garden: Garden) -> Bed:
        if self.bed_id is None:
            return Bed(garden=garden, opened=self.today, position=next_place(garden))
        return standing_bed(garden, self.bed_id)

    def _assign(self, garden: Garden, bed: Bed) -> None:
        for name in BED_FIELDS:
            if name in self.values:
                setattr(bed, name, self.values[name])
        if "rig" in self.values:
            wanted = self.values["rig"]
            bed.rig = Rig.objects.filter(garden=garden, pk=wanted).first() if wanted else None
            if wanted and bed.rig is None:
                raise InputError("rig", wanted, "a hose of this garden")
        if "line_after" in self.values:
            bed.line_after = self._line_after(garden, bed, self.values["line_after"])
        if bed.opened is None:
            bed.opened = self.today

    def _line_after(self, garden: Garden, bed: Bed, wanted: int | None) -> Bed | None:
        """The bed whose line this one's goes on from. Raises InputError."""
        if not wanted:
            return None
        after = {x.pk: x for x in garden.beds.filter(removed_at=None).select_related("line_after")}
        if wanted not in after:
            raise InputError("line_after", wanted, "a bed of this garden")
        if bed.name not in (x.name for x in after.values() if x.pk != bed.pk):  # else it is refused for its name
            names = {x.name: x.line_after.name if x.line_after else None for x in after.values() if x.pk != bed.pk}
            own = after[wanted].name if wanted != bed.pk else bed.name
            g.check_line_after({**names, bed.name: own}, bed.name)
        return after[wanted]

    def _refuse_clashes(self, garden: Garden, bed: Bed) -> None:
        if Bed.objects.filter(garden=garden, name=bed.name, removed_at=None).exclude(pk=bed.pk).exists():
            raise InputError("name", bed.name, "a name no other bed of the garden has")
        if "opened" in self.values:
            g.check_opened("opened", bed.opened, self.today, self.today)

    def _refuse_future(self, bed: Bed) -> None:
        for i, p in enumerate(self.plantings or []):
            if p["planted"] > self.today + FURTHEST_PLANNED:
                allowed = f"a date up to {self.today + FURTHEST_PLANNED}"
                raise OutOfRangeError(f"plantings[{i}].planted", p["planted"].isoformat(), allowed)
        for name, record in (("soil", self.soil), ("exposure", self.exposure)):
            date = record.get("date") if record else None
            if date and not bed.opened <= date <= self.today:
                raise OutOfRangeError(f"{name}.date", date.isoformat(), f"a date from {bed.opened} to {self.today}")

    def _own_crop(self, i: int, p: dict[str, Any]) -> OwnCrop | None:
        wanted = p.get("own_crop")
        if wanted is None:
            return None
        if wanted not in self.own_crops:
            raise InputError(f"plantings[{i}].own_crop", wanted, "an own crop of this garden")
        return self.own_crops[wanted]

    def _as_described(self) -> list[dict[str, Any]]:
        out = []
        for i, p in enumerate(self.plantings or []):
            own = self._own_crop(i, p)
            one = {name: p[name] for name in PLANTING_FIELDS if p.get(name) is not None}
            one["own_crop"] = own.name if own else None
            if p.get("left") is not None:
                one["thinned"] = [{"date": self.today, "count": p["left"]}]
            if p.get("height") or p.get("spread_m"):
                one["sizes"] = [{"date": self.today, "height": p.get("height"), "spread_m": p.get("spread_m")}]
            out.append(one)
        return out

    def _mulch_as_described(self) -> dict[str, Any] | None:
        return {"date": self.today, **self.mulch} if self.mulch else None

    def _save_plantings(self, bed: Bed) -> None:
        if self.plantings is None:
            return
        standing = {p.pk: p for p in bed.plantings.filter(withdrawn_at=None).prefetch_related("sizes")}
        kept = set()
        for i, p in enumerate(self.plantings):
            row = standing.get(p["id"]) if p.get("id") else Planting(bed=bed)
            if row is None:
                raise InputError(f"plantings[{i}].id", p["id"], "a planting of this bed")
            for name in PLANTING_FIELDS:
                if name in p and (p[name] is not None or Planting._meta.get_field(name).null):
                    setattr(row, name, p[name])
            if "own_crop" in p:
                row.own_crop = self._own_crop(i, p)
            self.changes.save(row)
            kept.add(row.pk)
            self._save_count(row, p.get("left"))
            if p.get("height"):
                last = max(row.sizes.all(), key=lambda x: x.date, default=None)
                if last is None or (last.height, last.spread_m) != (p["height"], p["spread_m"]):
                    seen = {"height": p["height"], "spread_m": p["spread_m"]}
                    self.changes.put(SizeSighting.objects.all(), {"planting": row, "date": self.today}, seen)
        for key in sorted(set(standing) - kept):
            self.changes.set(standing[key], withdrawn_at=timezone.now())

    def _save_count(self, row: Planting, left: int | None) -> None:
        """How many are left becomes a fact of today, where it differs from what was known."""
        if left is None:
            return
        last = row.thinned.order_by("-date").first()
        if left != (last.count if last else row.count):
            self.changes.put(PlantCount.objects.all(), {"planting": row, "date": self.today}, {"count": left})

    def _save_record(self, bed: Bed, aspect: Aspect, given: dict[str, Any] | None) -> None:
        """A record from its date on; without a date it takes the place of the one that holds now."""
        if given is None:
            return
        value = {k: v for k, v in given.items() if k != "date"}
        holds = bed.records.filter(aspect=aspect).order_by("-date").first()
        if holds is not None and holds.value == value:
            return
        date = given.get("date") or (holds.date if holds is not None else bed.opened)
        self.changes.put(BedRecord.objects.all(), {"bed": bed, "aspect": aspect, "date": date}, {"value": value})

    def _save_mulch(self, bed: Bed) -> None:
        if self.mulch is None:
            return
        last = bed.mulches.order_by("-date").first()
        now = {"kind": self.mulch["kind"], "depth_m": self.mulch["depth_m"], "cover": self.mulch["cover"]}
        if last is None and now["kind"] == "none":
            return
        if last is None or {k: getattr(last, k) for k in now} != now:
            self.changes.put(MulchRecord.objects.all(), {"bed": bed, "date": self.today}, now)


@dataclass
class RemoveBed(GardenAction[Bed]):
    """Take a bed out of the garden; its facts stay."""

    bed_id: int

    kind: ClassVar = "bed_removed"
    makes: ClassVar = Bed

    def do(self) -> Bed:
        bed = standing_bed(self.garden, self.bed_id)
        self.told = {"name": bed.name}
        return self.changes.set(bed, removed_at=timezone.now())


@dataclass
class CopyBed(GardenAction[Bed]):
    """Another bed like this one as it stands today: its size, soil, light, mulch and way of watering; its ledger begins
    today. with_plants: what grows in it, too. one: a container of several that are alike becomes one of its own, with
    its share of the plants."""

    source_id: int
    with_plants: bool = False
    one: bool = False

    kind: ClassVar = "bed_copied"
    makes: ClassVar = Bed

    def do(self) -> Bed:
        garden, today = self.garden, self.day()
        source = standing_bed(garden, self.source_id)
        names = set(garden.beds.filter(removed_at=None).values_list("name", flat=True))
        copy = Bed.objects.get(pk=source.pk)
        copy.pk, copy._state.adding = None, True
        copy.name, copy.position, copy.opened = _free_name(source.name, names), next_place(garden), today
        copy.opening_wetness = copy.line_after = None
        if copy.x_m is not None and copy.y_m is not None:
            copy.y_m -= source.width_m + 0.4
        alike = source.alike
        if self.one and alike < 2:
            raise InputError("one", alike, "one of several that are alike")
        if self.one:
            copy.alike = 1
        self.changes.save(copy)
        self._copy_records(source, copy, today)
        if self.with_plants or self.one:
            self._copy_plants(source, copy, today, 1 / alike if self.one else 1.0)
        if self.one:
            self.changes.set(source, alike=alike - 1)
        self.told = {"name": copy.name, "like": source.name}
        return copy

    def _copy_records(self, source: Bed, copy: Bed, today: dt.date) -> None:
        latest: dict[str, BedRecord] = {r.aspect: r for r in source.records.order_by("date")}
        for record in latest.values():
            self.changes.save(BedRecord(bed=copy, aspect=record.aspect, date=today, value=record.value))
        mulch = source.mulches.order_by("-date").first()
        if mulch is not None:
            like = {"kind": mulch.kind, "depth_m": mulch.depth_m, "cover": mulch.cover}
            self.changes.save(MulchRecord(bed=copy, date=today, **like))

    def _copy_plants(self, source: Bed, copy: Bed, today: dt.date, share: float) -> None:
        """What stands in the source today, or a share of it that then stands there no longer."""
        standing = source.plantings.filter(withdrawn_at=None).exclude(removed__lte=today)
        for plant in standing.prefetch_related("sizes", "thinned"):
            counts = [x.count for x in plant.thinned.all() if x.date <= today]
            left = counts[-1] if counts else plant.count
            own = max(1, round(left * share)) if left else 0
            if own == 0:
                continue
            seen = [x for x in plant.sizes.all() if x.date <= today][-1:]
            other = Planting.objects.get(pk=plant.pk)
            other.pk, other._state.adding, other.bed, other.count = None, True, copy, own
            self.changes.save(other)
            for size in seen:
                same = {"date": size.date, "height": size.height, "spread_m": size.spread_m}
                self.changes.save(SizeSighting(planting=other, **same))
            if share < 1 and left > own:
                self.changes.put(plant.thinned.all(), {"planting": plant, "date": today}, {"count": left - own})


def _free_name(name: str, taken: set[str]) -> str:
    """The name with the first number that no bed has."""
    for n in range(2, MOST_BEDS + 3):
        tried = f"{name[:55]} {n}"
        if tried not in taken:
            return tried
    raise InputError("name", name, "a name no other bed of the garden has")
