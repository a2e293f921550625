"""Changes to a garden and its beds: permission, validation and transaction together, one class each."""

from __future__ import annotations

import datetime as dt
import zoneinfo
from dataclasses import dataclass, field
from typing import Any

from django.contrib.auth import get_user_model
from django.db import transaction
from django.db.models import Max
from django.http import Http404
from django.utils import timezone

from agronomy import garden_file
from agronomy.describe.errors import FormatError, InputError, OutOfRangeError
from apps.garden import convert
from apps.garden.access import owned
from apps.garden.models import Bed, Garden, Membership, MulchRecord, Planting, Rig, Role, SizeSighting

GARDEN_FIELDS = ("name", "latitude", "longitude", "elevation_m", "style", "coastal")
BED_FIELDS = (
    "name", "kind", "length_m", "width_m", "round", "soil_depth_m", "soil_material", "organic_matter_pct", "method",
    "style", "pattern", "under_cover", "opened", "opening_wetness", "emitters", "emitter_flow_l_per_h",
    "reservoir_capacity_l", "reservoir_wick_l_per_day", "reservoir_opening_l",
)  # fmt: skip
MOST_GARDENS = 20
MOST_BEDS = 400
MOST_MEMBERS = 30


def lock(garden: Garden) -> None:
    """Hold other changes to this garden's beds and hoses until the transaction ends."""
    Garden.objects.select_for_update().values_list("pk").get(pk=garden.pk)


def check_garden(values: dict[str, Any]) -> None:
    """Hold a garden's own fields against the garden file's schema and the list of time zones."""
    garden_file.check_piece("GARDEN", {**{k: values[k] for k in GARDEN_FIELDS}, "beds": []})
    if values["time_zone"] not in zoneinfo.available_timezones():
        raise FormatError("time_zone", values["time_zone"], "a zone of the IANA list, such as UTC or Europe/Lisbon")


@dataclass
class CreateGarden:
    """A new garden of the person's, with a first hose."""

    by: Any
    values: dict[str, Any]

    def execute(self) -> Garden:
        values = {"longitude": 0.0, "elevation_m": 0.0, "style": "steady", "coastal": False, "time_zone": "UTC"}
        values |= self.values
        check_garden(values)
        if Membership.objects.filter(user=self.by).count() >= MOST_GARDENS:
            raise InputError("gardens", MOST_GARDENS + 1, f"at most {MOST_GARDENS} gardens for one person")
        with transaction.atomic():
            garden = Garden.objects.create(**values)
            Membership.objects.create(garden=garden, user=self.by, role=Role.OWNER)
            Rig.objects.create(garden=garden, name="Hose")
        return garden


@dataclass
class ChangeGarden:
    by: Any
    garden_id: int
    values: dict[str, Any]

    def execute(self) -> Garden:
        garden = owned(self.by, self.garden_id)
        for name, value in self.values.items():
            setattr(garden, name, value)
        check_garden({k: getattr(garden, k) for k in (*GARDEN_FIELDS, "time_zone")})
        garden.save()
        return garden


@dataclass
class SaveRig:
    """Name a hose or tap and say its flow; with `measured`, a bucket said so on that date."""

    by: Any
    garden_id: int
    values: dict[str, Any]
    rig_id: int | None = None

    def execute(self) -> Rig:
        garden = owned(self.by, self.garden_id)
        rig = Rig(garden=garden) if self.rig_id is None else Rig.objects.filter(garden=garden, pk=self.rig_id).first()
        if rig is None:
            raise Http404("rig")
        for name, value in self.values.items():
            setattr(rig, name, value)
        measured = rig.measured.isoformat() if rig.measured else None
        garden_file.check_piece("RIG", {"name": rig.name, "flow_l_per_min": rig.flow_l_per_min, "measured": measured})
        if rig.measured and rig.measured > garden.today:
            raise OutOfRangeError("measured", measured, f"a date up to {garden.today}")
        with transaction.atomic():
            lock(garden)
            if Rig.objects.filter(garden=garden, name=rig.name).exclude(pk=rig.pk).exists():
                raise InputError("name", rig.name, "a name no other hose of the garden has")
            rig.save()
        return rig


@dataclass
class SaveBed:
    """Describe a bed as it stands today, new or again.

    values: BED_FIELDS and `rig` (an id). plantings: dictionaries with crop, count, planted, variety, removed, perhaps
    id, height and spread_m as seen today. mulch: kind, depth_m, cover as they are today. What changes over time is
    kept as a dated fact: a size that differs from the last one seen becomes a sighting of today, a mulch that differs
    becomes a record of today.
    """

    by: Any
    garden_id: int
    values: dict[str, Any]
    plantings: list[dict[str, Any]] | None = None
    mulch: dict[str, Any] | None = None
    bed_id: int | None = None
    today: dt.date = field(init=False)

    def execute(self) -> Bed:
        garden = owned(self.by, self.garden_id)
        self.today = garden.today
        with transaction.atomic():
            lock(garden)
            bed = self._bed(garden)
            self._assign(garden, bed)
            convert.check_description(bed, self._as_described(), self._mulch_as_described())
            self._refuse_clashes(garden, bed)
            bed.save()
            self._save_plantings(bed)
            self._save_mulch(bed)
        return bed

    def _bed(self, garden: Garden) -> Bed:
        if self.bed_id is None:
            if garden.beds.count() >= MOST_BEDS:
                raise InputError("beds", MOST_BEDS + 1, f"at most {MOST_BEDS} beds in a garden")
            last = garden.beds.aggregate(last=Max("position"))["last"]
            return Bed(garden=garden, opened=self.today, position=(last or 0) + 1)
        bed = Bed.objects.select_for_update().filter(garden=garden, pk=self.bed_id, removed_at=None).first()
        if bed is None:
            raise Http404("bed")
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
        for name in ("opened",):
            if getattr(bed, name) is None:
                setattr(bed, name, self.today)

    def _refuse_clashes(self, garden: Garden, bed: Bed) -> None:
        if Bed.objects.filter(garden=garden, name=bed.name, removed_at=None).exclude(pk=bed.pk).exists():
            raise InputError("name", bed.name, "a name no other bed of the garden has")
        if bed.opened > self.today:
            raise OutOfRangeError("opened", bed.opened.isoformat(), f"a date up to {self.today}")
        if bed.opened < self.today - dt.timedelta(days=730):
            raise OutOfRangeError("opened", bed.opened.isoformat(), "a date within the last two years")

    def _as_described(self) -> list[dict[str, Any]]:
        out = []
        for p in self.plantings or []:
            one = {"crop": p["crop"], "count": p["count"], "planted": p["planted"].isoformat()}
            one |= {"variety": p.get("variety", "")}
            if p.get("removed"):
                one["removed"] = p["removed"].isoformat()
            if p.get("height") or p.get("spread_m"):
                one["sizes"] = [
                    {"date": self.today.isoformat(), "height": p.get("height"), "spread_m": p.get("spread_m")}
                ]
            out.append(one)
        return out

    def _mulch_as_described(self) -> dict[str, Any] | None:
        return {"date": self.today.isoformat(), **self.mulch} if self.mulch else None

    def _save_plantings(self, bed: Bed) -> None:
        if self.plantings is None:
            return
        standing = {p.pk: p for p in bed.plantings.prefetch_related("sizes")}
        kept = set()
        for i, p in enumerate(self.plantings):
            row = standing.get(p["id"]) if p.get("id") else Planting(bed=bed)
            if row is None:
                raise InputError(f"plantings[{i}].id", p["id"], "a planting of this bed")
            for name in ("crop", "count", "planted", "variety", "removed"):
                if name in p:
                    setattr(row, name, p[name])
            row.save()
            kept.add(row.pk)
            if p.get("height"):
                last = max(row.sizes.all(), key=lambda x: x.date, default=None)
                if last is None or (last.height, last.spread_m) != (p["height"], p["spread_m"]):
                    SizeSighting.objects.update_or_create(
                        planting=row, date=self.today, defaults={"height": p["height"], "spread_m": p["spread_m"]}
                    )
        for gone in set(standing) - kept:
            standing[gone].delete()

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

    by: Any
    garden_id: int
    bed_id: int

    def execute(self) -> Bed:
        garden = owned(self.by, self.garden_id)
        bed = Bed.objects.filter(garden=garden, pk=self.bed_id, removed_at=None).first()
        if bed is None:
            raise Http404("bed")
        bed.removed_at = timezone.now()
        bed.save(update_fields=["removed_at"])
        return bed


@dataclass
class RestoreBed:
    by: Any
    garden_id: int
    bed_id: int

    def execute(self) -> Bed:
        garden = owned(self.by, self.garden_id)
        bed = Bed.objects.filter(garden=garden, pk=self.bed_id).exclude(removed_at=None).first()
        if bed is None:
            raise Http404("bed")
        if Bed.objects.filter(garden=garden, name=bed.name, removed_at=None).exists():
            raise InputError("name", bed.name, "a name no other bed of the garden has taken since")
        bed.removed_at = None
        bed.save(update_fields=["removed_at"])
        return bed


@dataclass
class AddHelper:
    """Let another person record what was done in a garden; they must have an account."""

    by: Any
    garden_id: int
    username: str

    def execute(self) -> Membership:
        garden = owned(self.by, self.garden_id)
        user = get_user_model().objects.filter(username=self.username).first()
        if user is None:
            raise InputError("username", self.username, "the name of somebody who has an account here")
        with transaction.atomic():
            lock(garden)
            if Membership.objects.filter(garden=garden, user=user).exists():
                raise InputError("username", self.username, "somebody who is not a member yet")
            if Membership.objects.filter(garden=garden).count() >= MOST_MEMBERS:
                raise InputError("members", MOST_MEMBERS + 1, f"at most {MOST_MEMBERS} members of a garden")
            return Membership.objects.create(garden=garden, user=user, role=Role.HELPER)


@dataclass
class RemoveHelper:
    """A helper's membership ends; what they recorded stays. An owner cannot be removed."""

    by: Any
    garden_id: int
    membership_id: int

    def execute(self) -> None:
        garden = owned(self.by, self.garden_id)
        if not Membership.objects.filter(garden=garden, pk=self.membership_id, role=Role.HELPER).delete()[0]:
            raise Http404("helper")
