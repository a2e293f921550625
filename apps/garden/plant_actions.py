"""Changes to what grows: own crops and varieties, and the sizes of many plantings in one pass."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any

from django.db import transaction
from django.utils import timezone

from agronomy.describe import garden as g
from agronomy.describe.errors import InputError
from agronomy.formats.described import read
from apps.accounts.models import User
from apps.base.errors import NotFound
from apps.garden.access import lock, owned, visited
from apps.garden.models import OwnCrop, Planting, SizeSighting


@dataclass
class SaveOwnCrop:
    """Describe a crop or variety of one's own, new or again: like one of the table, but for the figures given."""

    by: User
    garden_id: int
    values: dict[str, Any]
    crop_id: int | None = None

    def execute(self) -> OwnCrop:
        garden = owned(self.by, self.garden_id)
        crop = OwnCrop(garden=garden)
        if self.crop_id is not None:
            found = OwnCrop.objects.filter(garden=garden, pk=self.crop_id, removed_at=None).first()
            if found is None:
                raise NotFound("own crop")
            crop = found
        described = {"name": crop.name, "like": crop.like, **crop.figures, **self.values}
        described = {k: v for k, v in described.items() if v is not None}
        read(g.OwnCrop, described)
        with transaction.atomic():
            lock(garden)
            if (
                OwnCrop.objects.filter(garden=garden, name=described["name"], removed_at=None)
                .exclude(pk=crop.pk)
                .exists()
            ):
                raise InputError("name", described["name"], "a name no other own crop of the garden has")
            if crop.pk and crop.like != described["like"] and crop.plantings.filter(withdrawn_at=None).exists():
                raise InputError("like", described["like"], f"{crop.like}, since some of it is planted")
            crop.name, crop.like = described.pop("name"), described.pop("like")
            crop.figures = described
            crop.save()
        return crop


@dataclass
class RemoveOwnCrop:
    """Forget an own crop that grows nowhere; `RestoreOwnCrop` brings it back."""

    by: User
    garden_id: int
    crop_id: int

    def execute(self) -> None:
        garden = owned(self.by, self.garden_id)
        crop = OwnCrop.objects.filter(garden=garden, pk=self.crop_id, removed_at=None).first()
        if crop is None:
            raise NotFound("own crop")
        if crop.plantings.filter(withdrawn_at=None).exists():
            raise InputError("own_crop", crop.name, "one that grows in no bed, nor did")
        crop.removed_at = timezone.now()
        crop.save(update_fields=["removed_at"])


@dataclass
class RestoreOwnCrop:
    """Bring a forgotten own crop back."""

    by: User
    garden_id: int
    crop_id: int

    def execute(self) -> OwnCrop:
        garden = owned(self.by, self.garden_id)
        crop = OwnCrop.objects.filter(garden=garden, pk=self.crop_id).exclude(removed_at=None).first()
        if crop is None:
            raise NotFound("own crop")
        if OwnCrop.objects.filter(garden=garden, name=crop.name, removed_at=None).exists():
            raise InputError("name", crop.name, "a name no other own crop has taken since")
        crop.removed_at = None
        crop.save(update_fields=["removed_at"])
        return crop


@dataclass
class ConfirmSizes:
    """The sizes of many plantings as seen today, in one pass: all are kept, or none.

    sizes: dictionaries with planting (an id), height, spread_m.
    """

    by: User
    garden_id: int
    sizes: list[dict[str, Any]]

    def execute(self) -> int:
        garden = visited(self.by, self.garden_id)
        today = garden.today
        known = set(
            Planting.objects.filter(bed__garden=garden, bed__removed_at=None, withdrawn_at=None).values_list(
                "pk", flat=True
            )
        )
        for i, x in enumerate(self.sizes):
            if x["planting"] not in known:
                raise InputError(f"sizes[{i}].planting", x["planting"], "a planting of this garden")
            described = {"date": today.isoformat(), "height": x["height"], "spread_m": x["spread_m"]}
            read(g.Size, described, f"sizes[{i}]")
        with transaction.atomic():
            for x in self.sizes:
                SizeSighting.objects.update_or_create(
                    planting_id=x["planting"],
                    date=today,
                    defaults={"height": x["height"], "spread_m": x["spread_m"]},
                )
        return len(self.sizes)
