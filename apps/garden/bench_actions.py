"""The bench: a small test is kept with its readings, and what it found is put where the plan reads it.

Each test sets one thing: a hose's flow, the can, a bed's soil, a pot's depth, or what the garden's fingers feel. What
stood there before is kept beside it, so that a test that was wrong can be taken back.
"""

from __future__ import annotations

import datetime as dt
import math
from collections.abc import Callable
from dataclasses import dataclass
from typing import Any
from uuid import UUID

from django.db import transaction
from django.db.models import Sum
from django.utils import timezone

from agronomy.beds.ground import is_container
from agronomy.bench.measure import Around, measure
from agronomy.describe import garden as g
from agronomy.describe.errors import InputError, MissingError, OutOfRangeError, require_date, require_one_of
from agronomy.describe.readings import TESTS
from agronomy.describe.words import MEASUREMENTS
from agronomy.formats.described import read
from apps.accounts.models import User
from apps.base.errors import NotFound
from apps.garden.access import lock, owned
from apps.garden.models import Aspect, Bed, BedRecord, Garden, Measurement, Rig
from apps.garden.rows import described

Json = dict[str, Any]
MOST_MEASUREMENTS = 2000
OF_A_RIG, OF_A_BED = ("bucket", "meter"), ("squeeze", "jar", "drain", "pot")


@dataclass
class Measure:
    """What a test says, with nothing kept. bed_id, rig_id: what it is about, where its kind needs one."""

    by: User
    garden_id: int
    kind: str
    given: Json
    bed_id: int | None = None
    rig_id: int | None = None

    def execute(self) -> Json:
        return self.found(owned(self.by, self.garden_id))

    def found(self, garden: Garden) -> Json:
        require_one_of("kind", self.kind, MEASUREMENTS)
        read(TESTS[self.kind], self.given, "given")
        bed, rig = self.bed(garden), self.rig(garden)
        around = Around(
            rig.flow_l_per_min if rig else 12.0,
            self._noted_l(rig) if rig and self.kind == "meter" else 0.0,
            _soil_of(bed).get("organic_matter_pct", 2.5) if bed else 2.5,
        )
        return measure(self.kind, self.given, around)

    def bed(self, garden: Garden) -> Bed | None:
        """The bed the test is about. Raises MissingError where its kind needs one."""
        if self.bed_id is None:
            if self.kind in OF_A_BED:
                raise MissingError("bed", "the bed or pot that was tested")
            return None
        found = Bed.objects.filter(garden=garden, pk=self.bed_id, removed_at=None).first()
        if found is None:
            raise NotFound("bed")
        return found

    def rig(self, garden: Garden) -> Rig | None:
        if self.rig_id is None:
            if self.kind in OF_A_RIG:
                raise MissingError("rig", "the hose or tap that was tested")
            return None
        found = Rig.objects.filter(garden=garden, pk=self.rig_id).first()
        if found is None:
            raise NotFound("rig")
        return found

    def _noted_l(self, rig: Rig) -> float:
        """Litres noted through a hose from the day of the first reading up to the day of the second, that not counted.

        Beds that name no hose are watered by the garden's first.
        """
        since, until = (require_date(name, self.given[name]) for name in ("since", "until"))
        if until <= since:
            raise OutOfRangeError("given.until", until.isoformat(), f"later than {since}")
        first = rig.garden.rigs.order_by("pk").values_list("pk", flat=True).first()
        beds = Bed.objects.filter(garden=rig.garden).exclude(method="can")
        mine = beds.filter(rig=rig) | (beds.filter(rig=None) if rig.pk == first else beds.none())
        poured = mine.filter(waterings__date__gte=since, waterings__date__lt=until, waterings__struck_at=None)
        return float(poured.aggregate(all=Sum("waterings__litres"))["all"] or 0.0)


@dataclass
class KeepMeasurement:
    """Keep a test and put what it found where the plan reads it. The same id twice is one test."""

    by: User
    garden_id: int
    id: UUID
    test: Measure
    date: dt.date | None = None

    def execute(self) -> Measurement:
        garden = owned(self.by, self.garden_id)
        date = self.date or garden.today
        if date > garden.today:
            raise OutOfRangeError("date", date.isoformat(), f"a date up to {garden.today}")
        found = self.test.found(garden)
        with transaction.atomic():
            lock(garden)
            known = Measurement.objects.filter(pk=self.id).first()
            if known is not None:
                if known.garden_id != garden.pk:
                    raise InputError("id", str(self.id), "an id that no other test has")
                return known
            if garden.measurements.count() >= MOST_MEASUREMENTS:
                raise InputError("measurements", MOST_MEASUREMENTS + 1, f"at most {MOST_MEASUREMENTS} tests kept")
            row = Measurement(
                id=self.id,
                garden=garden,
                kind=self.test.kind,
                date=date,
                by=self.by,
                given=self.test.given,
                found=found,
                bed=self.test.bed(garden),
                rig=self.test.rig(garden),
            )
            row.before = SETS[row.kind](row)
            row.save()
        return row


@dataclass
class StrikeMeasurement:
    """A test that was wrong counts no longer: what it set is put back, if nothing has changed that since.

    back: it counts again after all, and sets it anew.
    """

    by: User
    garden_id: int
    id: UUID
    back: bool = False

    def execute(self) -> Measurement:
        garden = owned(self.by, self.garden_id)
        with transaction.atomic():
            lock(garden)
            row = Measurement.objects.filter(garden=garden, pk=self.id, struck_at__isnull=not self.back).first()
            if row is None:
                raise NotFound("measurement")
            row.struck_at = None if self.back else timezone.now()
            if self.back:
                row.before = SETS[row.kind](row)
            else:
                _put_back(row)
            row.save(update_fields=["struck_at", "before"])
        return row


def _swap(row: Any, values: Json) -> Json:
    """Set fields of a row; returns what was set and what stood there, for `_put_back`."""
    was = {name: getattr(row, name) for name in values}
    for name, value in values.items():
        setattr(row, name, value)
    row.save(update_fields=list(values))
    return {"set": _plain(values), "was": _plain(was)}


def _plain(values: Json) -> Json:
    return {k: v.isoformat() if isinstance(v, dt.date) else v for k, v in values.items()}


def _set_flow(m: Measurement) -> Json:
    flow, cv = m.found["flow_l_per_min"], m.found["cv"]
    assert m.rig is not None
    named = {"name": m.rig.name, "flow_l_per_min": flow, "flow_cv": min(cv, 1.0)}
    read(g.Rig, named)
    return _swap(m.rig, {"flow_l_per_min": flow, "flow_cv": min(cv, 1.0), "measured": m.date})


def _set_can(m: Measurement) -> Json:
    return _swap(m.garden, {"can_l": m.found["can_l"], "can_minutes": m.found["can_minutes"]})


def _set_finger(m: Measurement) -> Json:
    return _swap(m.garden, {"finger": m.found["marks"]})


def _set_pot(m: Measurement) -> Json:
    """A pot's depth, by its own mouth, so that it holds what was measured."""
    bed = m.bed
    assert bed is not None
    if not is_container(described(g.Bed, bed)):
        raise InputError("bed", bed.name, "a pot or box: a bed has ground below")
    across = math.pi / 4 * bed.length_m**2 if bed.round else bed.length_m * bed.width_m
    depth = m.found["litres"] / 1000 / across
    if not 0.05 <= depth <= 1.5:
        allowed = (
            f"what a mouth of {across:.3g} m2 can hold between 5 cm and 1.5 m of depth: mend the pot's width first"
        )
        raise OutOfRangeError("given", f"{m.found['litres']:.3g} L", allowed)
    return _swap(bed, {"soil_depth_m": depth})


def _set_soil(names: dict[str, str]) -> Callable[[Measurement], Json]:
    """What a test of the soil found, put into the record that holds now."""

    def set_it(m: Measurement) -> Json:
        assert m.bed is not None
        values = {field: m.found[name] for field, name in names.items()}
        if "intake_mm_per_h" in values:
            values["intake_mm_per_h"] = min(max(values["intake_mm_per_h"], 0.1), 2000.0)
        record = _record(m.bed)
        was = {field: record.value.get(field) for field in values}
        value = {**record.value, **values}
        read(g.Soil, value, "soil")
        record.value = value
        record.save()
        return {"set": values, "was": was}

    return set_it


def _record(bed: Bed) -> BedRecord:
    """The soil record that holds now, a new one from the bed's opening where there is none."""
    holds = bed.records.filter(aspect=Aspect.SOIL).order_by("-date").first()
    return holds or BedRecord(bed=bed, aspect=Aspect.SOIL, date=bed.opened, value={})


def _soil_of(bed: Bed) -> Json:
    return dict(_record(bed).value)


SETS: dict[str, Callable[[Measurement], Json]] = {
    "bucket": _set_flow,
    "meter": _set_flow,
    "can": _set_can,
    "finger": _set_finger,
    "pot": _set_pot,
    "squeeze": _set_soil({"feel": "feel"}),
    "jar": _set_soil({"jar": "jar"}),
    "drain": _set_soil({"intake_mm_per_h": "intake_mm_per_h", "drainage": "drainage"}),
}


def _put_back(m: Measurement) -> None:
    target: Any = m.rig if m.kind in OF_A_RIG else m.bed if m.kind == "pot" else m.garden
    was, set_to = m.before.get("was", {}), m.before.get("set", {})
    if m.kind in ("squeeze", "jar", "drain"):
        assert m.bed is not None
        record = _record(m.bed)
        if record.pk and all(record.value.get(k) == v for k, v in set_to.items()):
            record.value = {k: v for k, v in {**record.value, **was}.items() if v is not None}
            record.save(update_fields=["value"])
        return
    if _plain({name: getattr(target, name) for name in set_to}) == set_to:
        for name, value in was.items():
            setattr(target, name, dt.date.fromisoformat(value) if name == "measured" and value else value)
        target.save(update_fields=list(was))
