"""The year's turn, and plants moved on: a season brought to its end, a tray planted out."""

from __future__ import annotations

import datetime as dt
from dataclasses import dataclass
from typing import Any

from django.db import transaction

from agronomy.describe import garden as g
from agronomy.describe.errors import InputError, OutOfRangeError, require_one_of
from agronomy.formats.described import read
from agronomy.plants.crops import CROPS
from apps.accounts.models import User
from apps.base.errors import NotFound
from apps.garden.access import lock, owned
from apps.garden.actions import FURTHEST_PLANNED
from apps.garden.models import Bed, Planting, Season

MOST_SEASONS = 100
MOVED_ON = ("transplant", "potted_up", "pricked_out", "hardening_off")
# Crops that stand for years, and are not cleared with a season unless asked: common practice, no source.
STAYING = frozenset(
    {
        "artichoke",
        "asparagus",
        "rhubarb",
        "chives",
        "mint",
        "thyme",
        "rosemary",
        "sage",
        "strawberry",
        "raspberry",
        "currant",
        "gooseberry",
        "blueberry",
        "hedge",
        "tree_roots",
    }
)
assert set(CROPS) >= STAYING


def clearing(garden: Any) -> list[Planting]:
    """What stands in the garden's beds today, in walking order."""
    standing = Planting.objects.filter(
        bed__garden=garden, bed__removed_at=None, withdrawn_at=None, removed=None, planted__lte=garden.today
    )
    return list(standing.select_related("bed", "own_crop").order_by("bed__position", "pk"))


@dataclass
class EndSeason:
    """Bring a season to its end today: what is not named as staying is harvested out; beds, soils and mulch are kept.

    stays: ids of plantings that go on.
    """

    by: User
    garden_id: int
    name: str
    stays: list[int]

    def execute(self) -> Season:
        garden = owned(self.by, self.garden_id)
        read(g.Season, {"name": self.name, "ended": garden.today.isoformat()})
        with transaction.atomic():
            lock(garden)
            if garden.seasons.filter(name=self.name).exists():
                raise InputError("name", self.name, "a name no other season of the garden has")
            if garden.seasons.count() >= MOST_SEASONS:
                raise InputError("seasons", MOST_SEASONS + 1, f"at most {MOST_SEASONS} seasons")
            ended = [p for p in clearing(garden) if p.pk not in set(self.stays)]
            Planting.objects.filter(pk__in=[p.pk for p in ended]).update(removed=garden.today)
            return Season.objects.create(
                garden=garden, name=self.name, ended=garden.today, cleared=[p.pk for p in ended]
            )


@dataclass
class TakeBackSeason:
    """The newest season goes on after all: what it cleared stands again, where nothing was changed since."""

    by: User
    garden_id: int
    season_id: int

    def execute(self) -> None:
        garden = owned(self.by, self.garden_id)
        with transaction.atomic():
            lock(garden)
            newest = garden.seasons.order_by("ended", "pk").last()
            season = garden.seasons.filter(pk=self.season_id).first()
            if season is None:
                raise NotFound("season")
            if newest is None or newest.pk != season.pk:
                raise InputError("season", season.name, "the newest of the garden's seasons")
            Planting.objects.filter(
                bed__garden=garden, pk__in=season.cleared, removed=season.ended, withdrawn_at=None
            ).update(removed=None)
            season.delete()


@dataclass
class PlantOut:
    """Plants go from a tray or pot into another or a bed on a date, today or planned: they end there and begin here.

    start: one of MOVED_ON.
    """

    by: User
    garden_id: int
    planting_id: int
    bed_id: int
    date: dt.date
    count: int
    start: str = "transplant"

    def execute(self) -> Planting:
        garden = owned(self.by, self.garden_id)
        today = garden.today
        require_one_of("start", self.start, MOVED_ON)
        if not today <= self.date <= today + FURTHEST_PLANNED:
            raise OutOfRangeError("date", self.date.isoformat(), f"a date from {today} to {today + FURTHEST_PLANNED}")
        with transaction.atomic():
            lock(garden)
            raised = Planting.objects.filter(
                bed__garden=garden, bed__removed_at=None, withdrawn_at=None, pk=self.planting_id
            ).first()
            bed = Bed.objects.filter(garden=garden, removed_at=None, pk=self.bed_id).first()
            if raised is None or bed is None:
                raise NotFound("planting" if raised is None else "bed")
            if raised.planted > today or raised.removed is not None:
                raise InputError("planting", raised.crop, "one that stands today and is not to go already")
            left = raised.thinned.order_by("-date").values_list("count", flat=True).first() or raised.count
            if not 1 <= self.count <= left:
                raise OutOfRangeError("count", self.count, f"a whole number from 1 to {left}, as many as there are")
            if bed.pk == raised.bed_id:
                raise InputError("bed", bed.name, "another bed than the one it stands in")
            if self.count == left:
                raised.removed = self.date
                raised.save(update_fields=["removed"])
            elif self.date <= today:
                raised.thinned.update_or_create(date=self.date, defaults={"count": left - self.count})
            else:
                raised.thinned.create(date=self.date, count=left - self.count)
            return Planting.objects.create(
                bed=bed,
                own_crop=raised.own_crop,
                crop=raised.crop,
                variety=raised.variety,
                count=self.count,
                planted=self.date,
                start=self.start,
            )


@dataclass
class RestorePlantings:
    """Bring plantings back that were taken out of a bed's record."""

    by: User
    garden_id: int
    plantings: list[int]

    def execute(self) -> int:
        garden = owned(self.by, self.garden_id)
        gone = Planting.objects.filter(bed__garden=garden, pk__in=self.plantings).exclude(withdrawn_at=None)
        back = gone.update(withdrawn_at=None)
        if not back:
            raise NotFound("planting")
        return back


def seasons_of(garden: Any) -> list[tuple[Season, list[Planting]]]:
    """Each season that ended, the newest first, with what ended in it, in walking order."""
    seasons = list(garden.seasons.order_by("ended", "pk"))
    gone = Planting.objects.filter(bed__garden=garden, bed__removed_at=None, withdrawn_at=None, removed__isnull=False)
    all_gone = list(gone.select_related("bed").order_by("bed__position", "pk"))
    out, since = [], dt.date.min
    for season in seasons:
        cleared = set(season.cleared)
        out.append(
            (season, [p for p in all_gone if p.pk in cleared or (p.removed and since < p.removed < season.ended)])
        )
        since = season.ended
    return out[::-1]
