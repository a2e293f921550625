"""The year's turn, and plants moved on: a season brought to its end, a tray planted out."""

from __future__ import annotations

import datetime as dt
from dataclasses import dataclass
from typing import ClassVar

from agronomy.describe import garden as g
from agronomy.describe.errors import InputError, OutOfRangeError, require_one_of
from agronomy.formats.described import read
from apps.base.errors import NotFound
from apps.garden.action import GardenAction, RecordEvent
from apps.garden.actions.beds import FURTHEST_PLANNED
from apps.garden.models import Bed, Event, Garden, PlantCount, Planting

MOST_SEASONS = 100
MOVED_ON = ("transplant", "potted_up", "pricked_out", "hardening_off")


def clearing(garden: Garden) -> list[Planting]:
    """What stands in the garden's beds today, in walking order."""
    standing = Planting.objects.filter(
        bed__garden=garden, bed__removed_at=None, withdrawn_at=None, removed=None, planted__lte=garden.today
    )
    return list(standing.select_related("bed", "own_crop").order_by("bed__position", "pk"))


@dataclass
class EndSeason(RecordEvent):
    """Bring a season to its end today: what is not named as staying is harvested out; beds, soils and mulch are kept.

    stays: ids of plantings that go on.
    """

    name: str
    stays: list[int]

    kind: ClassVar = "season"

    def tell(self) -> None:
        today = self.day()
        read(g.Season, {"name": self.name, "ended": today.isoformat()})
        names = [x.told["name"] for x in ended_seasons(self.garden)]
        if self.name in names:
            raise InputError("name", self.name, "a name no other season of the garden has")
        if len(names) >= MOST_SEASONS:
            raise InputError("seasons", MOST_SEASONS + 1, f"at most {MOST_SEASONS} seasons")
        standing = clearing(self.garden)
        strange = sorted(set(self.stays) - {p.pk for p in standing})
        if strange:
            raise InputError("stays", strange[0], "ids of plantings that stand in the garden today")
        ended = [p for p in standing if p.pk not in set(self.stays)]
        for planting in ended:
            self.changes.set(planting, removed=today)
        self.date, self.told = today, {"name": self.name, "cleared": [p.pk for p in ended]}


def ended_seasons(garden: Garden) -> list[Event]:
    """The garden's seasons, in the order in which they ended."""
    return list(Event.objects.filter(garden=garden, kind="season", struck_at=None).order_by("date", "recorded_at"))


@dataclass
class PlantOut(GardenAction[Planting]):
    """Plants go from a tray or pot into another or a bed on a date, today or planned: they end there and begin here.

    start: one of MOVED_ON.
    """

    planting_id: int
    bed_id: int
    on: dt.date
    count: int
    start: str = "transplant"

    kind: ClassVar = "planted_out"
    makes: ClassVar = Planting

    def do(self) -> Planting:
        garden, today = self.garden, self.day()
        require_one_of("start", self.start, MOVED_ON)
        if not today <= self.on <= today + FURTHEST_PLANNED:
            raise OutOfRangeError("date", self.on.isoformat(), f"a date from {today} to {today + FURTHEST_PLANNED}")
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
            self.changes.set(raised, removed=self.on)
        else:
            there = {"planting": raised, "date": self.on}
            self.changes.put(PlantCount.objects.all(), there, {"count": left - self.count})
        self.about, self.told = bed, {"crop": raised.crop, "count": self.count, "planted": self.on.isoformat()}
        return self.changes.save(
            Planting(
                bed=bed,
                own_crop=raised.own_crop,
                crop=raised.crop,
                variety=raised.variety,
                count=self.count,
                planted=self.on,
                start=self.start,
            )
        )


def seasons_of(garden: Garden) -> list[tuple[Event, list[Planting]]]:
    """Each season that ended, the newest first, with what ended in it, in walking order."""
    seasons = ended_seasons(garden)
    gone = Planting.objects.filter(bed__garden=garden, bed__removed_at=None, withdrawn_at=None, removed__isnull=False)
    all_gone = list(gone.select_related("bed").order_by("bed__position", "pk"))
    out, since = [], dt.date.min
    for season in seasons:
        cleared = set(season.told["cleared"])
        out.append(
            (season, [p for p in all_gone if p.pk in cleared or (p.removed and since < p.removed < season.date)])
        )
        since = season.date
    return out[::-1]
