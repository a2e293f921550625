"""What grows: own crops and varieties, and the sizes of many plantings in one pass."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any, ClassVar

from django.utils import timezone

from agronomy.describe import garden as g
from agronomy.describe.errors import InputError
from agronomy.formats.described import read
from apps.base.errors import NotFound
from apps.garden.action import GardenAction
from apps.garden.models import Garden, OwnCrop, Planting, SizeSighting


@dataclass
class SaveOwnCrop(GardenAction[OwnCrop]):
    """Describe a crop or variety of one's own, new or again: like one of the table, but for the figures given."""

    values: dict[str, Any]
    crop_id: int | None = None

    kind: ClassVar = "own_crop_described"
    makes: ClassVar = OwnCrop

    def do(self) -> OwnCrop:
        garden = self.garden
        crop = OwnCrop(garden=garden) if self.crop_id is None else known_crop(garden, self.crop_id)
        described = {"name": crop.name, "like": crop.like, **crop.figures, **self.values}
        described = {k: v for k, v in described.items() if v is not None}
        read(g.OwnCrop, described)
        others = OwnCrop.objects.filter(garden=garden, name=described["name"], removed_at=None).exclude(pk=crop.pk)
        if others.exists():
            raise InputError("name", described["name"], "a name no other own crop of the garden has")
        if crop.pk and crop.like != described["like"] and crop.plantings.filter(withdrawn_at=None).exists():
            raise InputError("like", described["like"], f"{crop.like}, since some of it is planted")
        crop.name, crop.like = described.pop("name"), described.pop("like")
        crop.figures = described
        self.told = {"name": crop.name}
        return self.changes.save(crop)


@dataclass
class RemoveOwnCrop(GardenAction[OwnCrop]):
    """Forget an own crop that grows nowhere."""

    crop_id: int

    kind: ClassVar = "own_crop_removed"
    makes: ClassVar = OwnCrop

    def do(self) -> OwnCrop:
        crop = known_crop(self.garden, self.crop_id)
        if crop.plantings.filter(withdrawn_at=None).exists():
            raise InputError("own_crop", crop.name, "one that grows in no bed, nor did")
        self.told = {"name": crop.name}
        return self.changes.set(crop, removed_at=timezone.now())


def known_crop(garden: Garden, crop_id: int) -> OwnCrop:
    """An own crop of the garden. Raises NotFound."""
    crop = OwnCrop.objects.filter(garden=garden, pk=crop_id, removed_at=None).first()
    if crop is None:
        raise NotFound("own crop")
    return crop


@dataclass
class ConfirmSizes(GardenAction[None]):
    """The sizes of many plantings as seen today, in one pass: all are kept, or none.

    sizes: dictionaries with planting (an id), height, spread_m.
    """

    sizes: list[dict[str, Any]]

    kind: ClassVar = "sizes_seen"

    def do(self) -> None:
        today = self.day()
        known = set(
            Planting.objects.filter(bed__garden=self.garden, bed__removed_at=None, withdrawn_at=None).values_list(
                "pk", flat=True
            )
        )
        for i, x in enumerate(self.sizes):
            if x["planting"] not in known:
                raise InputError(f"sizes[{i}].planting", x["planting"], "a planting of this garden")
            described = {"date": today.isoformat(), "height": x["height"], "spread_m": x["spread_m"]}
            read(g.Size, described, f"sizes[{i}]")
        for x in self.sizes:
            seen = {"height": x["height"], "spread_m": x["spread_m"]}
            self.changes.put(SizeSighting.objects.all(), {"planting_id": x["planting"], "date": today}, seen)
        self.told = {"count": len(self.sizes)}
