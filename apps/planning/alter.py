"""What changes at a bed in a tap, as a dated fact of the day."""

from __future__ import annotations

import datetime as dt
from dataclasses import asdict, dataclass
from typing import Any, ClassVar

from agronomy.beds.alterations import altered
from agronomy.beds.today import BedToday, bed_today
from apps.base.errors import NotFound
from apps.garden.action import GardenAction
from apps.garden.models import Aspect, Bed, BedRecord, MulchRecord, PlantCount, Role
from apps.planning.facts import BedFacts, core_garden, read_beds
from apps.planning.situation import situation


@dataclass
class AlterBed(GardenAction[Bed]):
    """Mulch off or on, under a roof, shade cloth, saucer, moved, lower leaves off, thinned to `count`: since today."""

    bed_id: int
    what: str
    count: int | None = None

    kind: ClassVar = "bed_altered"
    makes: ClassVar = Bed

    @classmethod
    def needs(cls) -> Role:
        return Role.HELPER

    def _standing(self, facts: BedFacts, date: dt.date) -> BedToday:
        """The bed as every view shows it: today's as the plan has it, whose plants grew with the weather."""
        plan = situation(self.garden).plan if date == self.garden.today else None
        planned = next((b.today for b in plan.beds if b.bed.key == f"{self.bed_id}"), None) if plan else None
        if planned is not None:
            return planned
        garden = core_garden(self.garden, [facts], to_come=True)
        return bed_today(garden, garden.beds[0], date)

    def do(self) -> Bed:
        facts = next((b for b in read_beds(self.garden) if b.row.pk == self.bed_id), None)
        if facts is None:
            raise NotFound("bed")
        bed, date = facts.row, self.day()
        left = altered(self._standing(facts, date), self.what, self.count)
        if left.mulch is not None:
            now = {"kind": left.mulch.kind, "depth_m": left.mulch.depth_m, "cover": left.mulch.cover}
            self.changes.put(MulchRecord.objects.all(), {"bed": bed, "date": date}, now)
        for aspect, fact in ((Aspect.EXPOSURE, left.exposure), (Aspect.LEAVES, left.leaves_off)):
            if fact is not None:
                value = {k: v for k, v in asdict(fact).items() if k != "date"}
                self.changes.put(
                    BedRecord.objects.all(), {"bed": bed, "aspect": aspect, "date": date}, {"value": value}
                )
        if left.planting is not None and left.thinned is not None:
            of = {"planting_id": facts.grows[left.planting].id, "date": date}
            self.changes.put(PlantCount.objects.all(), of, {"count": left.thinned.count})
        self.told: dict[str, Any] = {"name": bed.name, "what": self.what}
        if self.count is not None:
            self.told["count"] = self.count
        return bed
