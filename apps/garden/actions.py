"""Changes to a garden and its beds: permission, validation and transaction together, one class each."""

from __future__ import annotations

import dataclasses
import datetime as dt
from dataclasses import dataclass, field
from typing import Any

from django.db import transaction
from django.db.models import Max
from django.utils import timezone

from agronomy.describe import garden as g
from agronomy.describe.errors import InputError, MissingError, OutOfRangeError, require_zone
from agronomy.formats.described import read
from agronomy.sky.climates import climate_at
from apps.accounts.models import User
from apps.base.errors import NotFound
from apps.garden import convert
from apps.garden.access import lock, owned
from apps.garden.models import (
    Aspect,
    Bed,
    BedRecord,
    Garden,
    Membership,
    MulchRecord,
    OwnCrop,
    PlantCount,
    Planting,
    Rig,
    Role,
    SizeSighting,
)
from apps.garden.rows import shared

GARDEN_FIELDS = (
    "name",
    "latitude",
    "longitude",
    "elevation_m",
    "style",
    "coastal",
    "growth",
    "heat_rule",
    "people",
    "allowed",
    "north_deg",
    "method",
    "climate",
)
BED_FIELDS = (
    *shared(g.Bed, Bed),
    "emitters",
    "emitter_flow_l_per_h",
    "reservoir_capacity_l",
    "reservoir_wick_l_per_day",
    "reservoir_opening_l",
)
PLANTING_FIELDS = tuple(x for x in shared(g.Planting, Planting) if x != "own_crop")
MOST_GARDENS = 20
MOST_PUT_AWAY = 10
FURTHEST_PLANNED = dt.timedelta(days=120)
FIRST_HOSE = "Hose"
MOST_BEDS = 400


def check_garden(values: dict[str, Any]) -> None:
    """Hold a garden's own fields against the garden file's schema and the list of time zones."""
    read(g.Garden, {k: values[k] for k in GARDEN_FIELDS if k != "climate" or values[k] != "file"})
    require_zone("time_zone", values["time_zone"])


def refuse_one_too_many(user: User) -> None:
    """Raises InputError when a person owns as many gardens as one may; those they help in do not count."""
    mine = Membership.objects.filter(user=user, role=Role.OWNER, garden__removed_at=None)
    if mine.count() >= MOST_GARDENS:
        raise InputError("gardens", MOST_GARDENS + 1, f"at most {MOST_GARDENS} gardens for one person")


BY_PLACE = "by_place"  # instead of a climate's name: the one that is usual there


@dataclass
class CreateGarden:
    """A new garden of the person's, with a first hose."""

    by: User
    values: dict[str, Any]

    def execute(self) -> Garden:
        values: dict[str, Any] = {"longitude": 0.0, "elevation_m": 0.0, "style": "steady", "coastal": False}
        values |= {"growth": "calendar", "heat_rule": "absolute", "north_deg": 0.0, "people": [], "allowed": []}
        values |= {"time_zone": "UTC", "method": "hose", "climate": None}
        values |= self.values
        flow = values.pop("flow_l_per_min", None)
        if values["climate"] == BY_PLACE:
            check_garden({**values, "climate": None})
            values["climate"] = climate_at(values["latitude"], values["elevation_m"])
        if values["climate"] == "file":
            raise MissingError("weather_file", "the weather file that the climate is to be taken from")
        check_garden(values)
        if flow is not None:
            read(g.Rig, {"name": FIRST_HOSE, "flow_l_per_min": flow})
        refuse_one_too_many(self.by)
        with transaction.atomic():
            garden = Garden.objects.create(**values)
            Membership.objects.create(garden=garden, user=self.by, role=Role.OWNER)
            known = {} if flow is None else {"flow_l_per_min": flow}
            Rig.objects.create(garden=garden, name=FIRST_HOSE, **known)
        return garden


@dataclass
class PutAwayGarden:
    """A garden goes out of sight with all that was noted in it; `TakeUpGarden` brings it back.

    Of a person's gardens put away, the MOST_PUT_AWAY newest are kept.
    """

    by: User
    garden_id: int

    def execute(self) -> None:
        garden = owned(self.by, self.garden_id)
        with transaction.atomic():
            garden.removed_at = timezone.now()
            garden.save(update_fields=["removed_at"])
            for old in put_away(self.by)[MOST_PUT_AWAY:]:
                old.delete()


@dataclass
class TakeUpGarden:
    by: User
    garden_id: int

    def execute(self) -> Garden:
        garden = next((x for x in put_away(self.by) if x.pk == self.garden_id), None)
        if garden is None:
            raise NotFound("garden")
        refuse_one_too_many(self.by)
        garden.removed_at = None
        garden.save(update_fields=["removed_at"])
        return garden


def put_away(user: User) -> list[Garden]:
    """The gardens that a person owned and put away, the newest first."""
    mine = Garden.objects.filter(membership__user=user, membership__role=Role.OWNER).exclude(removed_at=None)
    return list(mine.order_by("-removed_at"))


@dataclass
class ChangeGarden:
    by: User
    garden_id: int
    values: dict[str, Any]

    def execute(self) -> Garden:
        garden = owned(self.by, self.garden_id)
        wanted = self.values.get("climate", garden.climate)
        if wanted == "file" and not garden.climate_stamp:
            raise InputError("climate", "file", "one of the generic climates, until a weather file was read")
        for name, value in self.values.items():
            setattr(garden, name, value)
        check_garden({k: getattr(garden, k) for k in (*GARDEN_FIELDS, "time_zone")})
        garden.save(update_fields=self.values)  # these alone: somebody may put it away, or step its day, meanwhile
        return garden


@dataclass
class SaveRig:
    """Name a hose or tap and say its flow; with `measured`, a bucket said so on that date."""

    by: User
    garden_id: int
    values: dict[str, Any]
    rig_id: int | None = None

    def execute(self) -> Rig:
        garden = owned(self.by, self.garden_id)
        rig = Rig(garden=garden) if self.rig_id is None else Rig.objects.filter(garden=garden, pk=self.rig_id).first()
        if rig is None:
            raise NotFound("rig")
        for name, value in self.values.items():
            setattr(rig, name, value)
        measured = rig.measured.isoformat() if rig.measured else None
        read(g.Rig, {"name": rig.name, "flow_l_per_min": rig.flow_l_per_min, "measured": measured})
        if rig.measured and rig.measured > garden.today:
            raise OutOfRangeError("measured", measured, f"a date up to {garden.today}")
        with transaction.atomic():
            lock(garden)
            if Rig.objects.filter(garden=garden, name=rig.name).exclude(pk=rig.pk).exists():
                raise InputError("name", rig.name, "a name no other hose of the garden has")
            rig.save(update_fields=None if rig.pk is None else self.values)
        return rig


@dataclass
class SaveBed:
    """Describe a bed as it stands today, new or again.

    values: BED_FIELDS and `rig` (an id). plantings: dictionaries with crop, count, planted, variety, removed, perhaps
    id, height and spread_m as seen today, own_crop (an id), start, buried_m, and left (how many are left today).
    mulch: kind, depth_m, cover as they are today. soil, exposure: in the garden file's words; with a `date` they hold
    from then on, without one they correct the record that holds today. What changes over time is kept as a dated fact:
    a size that differs from the last one seen becomes a sighting of today, a mulch that differs a record of today.
    """

    by: User
    garden_id: int
    values: dict[str, Any]
    plantings: list[dict[str, Any]] | None = None
    mulch: dict[str, Any] | None = None
    soil: dict[str, Any] | None = None
    exposure: dict[str, Any] | None = None
    bed_id: int | None = None
    own_crops: dict[int, OwnCrop] = field(init=False)
    today: dt.date = field(init=False)

    def execute(self) -> Bed:
        garden = owned(self.by, self.garden_id)
        self.today = garden.today
        with transaction.atomic():
            lock(garden)
            bed = self._bed(garden)
            self.own_crops = {x.pk: x for x in garden.own_crops.filter(removed_at=None)}
            self._assign(garden, bed)
            self._described(bed)
            self._refuse_future(bed)
            self._refuse_clashes(garden, bed)
            bed.save()
            self._save_plantings(bed)
            self._save_mulch(bed)
            self._save_record(bed, Aspect.SOIL, self.soil)
            self._save_record(bed, Aspect.EXPOSURE, self.exposure)
        return bed

    def preview(self) -> g.Bed:
        """The bed as it would stand, in the core's words and its key with it; nothing is saved."""
        garden = owned(self.by, self.garden_id)
        self.today = garden.today
        with transaction.atomic():
            bed = self._bed(garden)
            self.own_crops = {x.pk: x for x in garden.own_crops.filter(removed_at=None)}
            self._assign(garden, bed)
            described = self._described(bed)
            self._refuse_future(bed)
        return dataclasses.replace(described, key=str(bed.pk or ""))

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
            if garden.beds.count() >= MOST_BEDS:
                raise InputError("beds", MOST_BEDS + 1, f"at most {MOST_BEDS} beds in a garden")
            last = garden.beds.aggregate(last=Max("position"))["last"]
            return Bed(garden=garden, opened=self.today, position=(last or 0) + 1)
        bed = Bed.objects.select_for_update().filter(garden=garden, pk=self.bed_id, removed_at=None).first()
        if bed is None:
            raise NotFound("bed")
        return bed

    def _assign(self, garden: Garden, bed: Bed) -> None:
        for name in BED_FIELDS:
            if name in self.values:
                setattr(bed, name, self.values[name])
        if "rig" in self.values:
            wanted = self.values["rig"]
            bed.rig = Rig.objects.filter(garden=garden, pk=wanted).first() if wanted else None
            if wanted and bed.rig is None:
                raise InputError("rig", wanted, "a hose of this garden")
        if bed.opened is None:
            bed.opened = self.today

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
            row.save()
            kept.add(row.pk)
            self._save_count(row, p.get("left"))
            if p.get("height"):
                last = max(row.sizes.all(), key=lambda x: x.date, default=None)
                if last is None or (last.height, last.spread_m) != (p["height"], p["spread_m"]):
                    SizeSighting.objects.update_or_create(
                        planting=row, date=self.today, defaults={"height": p["height"], "spread_m": p["spread_m"]}
                    )
        Planting.objects.filter(pk__in=set(standing) - kept).update(withdrawn_at=timezone.now())

    def _save_count(self, row: Planting, left: int | None) -> None:
        """How many are left becomes a fact of today, where it differs from what was known."""
        if left is None:
            return
        last = row.thinned.order_by("-date").first()
        if left != (last.count if last else row.count):
            PlantCount.objects.update_or_create(planting=row, date=self.today, defaults={"count": left})

    @staticmethod
    def _save_record(bed: Bed, aspect: Aspect, given: dict[str, Any] | None) -> None:
        """A record from its date on; without a date it takes the place of the one that holds now."""
        if given is None:
            return
        value = {k: v for k, v in given.items() if k != "date"}
        holds = bed.records.filter(aspect=aspect).order_by("-date").first()
        if holds is not None and holds.value == value:
            return
        if given.get("date"):
            BedRecord.objects.update_or_create(bed=bed, aspect=aspect, date=given["date"], defaults={"value": value})
        elif holds is not None:
            holds.value = value
            holds.save(update_fields=["value"])
        else:
            BedRecord.objects.create(bed=bed, aspect=aspect, date=bed.opened, value=value)

    def _save_mulch(self, bed: Bed) -> None:
        if self.mulch is None:
            return
        last = bed.mulches.order_by("-date").first()
        now = {"kind": self.mulch["kind"], "depth_m": self.mulch["depth_m"], "cover": self.mulch["cover"]}
        if last is None and now["kind"] == "none":
            return
        if last is None or {k: getattr(last, k) for k in now} != now:
            MulchRecord.objects.update_or_create(bed=bed, date=self.today, defaults=now)


@dataclass
class RemoveBed:
    """Take a bed out of the garden; its facts stay, and `RestoreBed` brings it back."""

    by: User
    garden_id: int
    bed_id: int

    def execute(self) -> Bed:
        garden = owned(self.by, self.garden_id)
        bed = Bed.objects.filter(garden=garden, pk=self.bed_id, removed_at=None).first()
        if bed is None:
            raise NotFound("bed")
        bed.removed_at = timezone.now()
        bed.save(update_fields=["removed_at"])
        return bed


@dataclass
class RestoreBed:
    by: User
    garden_id: int
    bed_id: int

    def execute(self) -> Bed:
        garden = owned(self.by, self.garden_id)
        bed = Bed.objects.filter(garden=garden, pk=self.bed_id).exclude(removed_at=None).first()
        if bed is None:
            raise NotFound("bed")
        if Bed.objects.filter(garden=garden, name=bed.name, removed_at=None).exists():
            raise InputError("name", bed.name, "a name no other bed of the garden has taken since")
        bed.removed_at = None
        bed.save(update_fields=["removed_at"])
        return bed
