"""The bench: a small test is kept with its readings, and what it found is put where the plan reads it.

Each test sets one thing: a hose's flow, the can, a bed's soil, a pot's depth, or what the garden's fingers feel.
"""

from __future__ import annotations

import datetime as dt
import math
from collections.abc import Callable
from dataclasses import dataclass
from typing import Any, ClassVar

from agronomy.beds.ground import is_container
from agronomy.bench.dug import LineAt
from agronomy.bench.measure import Around, measure
from agronomy.describe import garden as g
from agronomy.describe.errors import InputError, MissingError, OutOfRangeError, require_date, require_one_of
from agronomy.describe.readings import TESTS
from agronomy.describe.words import MEASUREMENTS
from agronomy.formats.described import read
from agronomy.ground.holding import holding
from agronomy.methods.line import takes_l_h
from apps.accounts.actor import Actor
from apps.base.errors import NotFound
from apps.garden.access import reached
from apps.garden.action import RecordEvent
from apps.garden.actions.beds import standing_bed
from apps.garden.convert import drip_of, rig_of_row
from apps.garden.lines import tap_of, tubes_of
from apps.garden.models import Aspect, Bed, BedRecord, Event, Garden, Rig, Role
from apps.garden.rows import described

Json = dict[str, Any]
MOST_MEASUREMENTS = 2000
OF_A_RIG, OF_A_BED = (
    ("bucket", "meter"),
    ("squeeze", "jar", "drain", "pot", "seep", "weigh", "cups", "dug", "sprinkler"),
)


@dataclass
class Measure:
    """What a test says, with nothing kept. bed_id, rig_id: what it is about, where its kind needs one."""

    by: Actor
    garden_id: int
    kind: str
    given: Json
    bed_id: int | None = None
    rig_id: int | None = None

    def execute(self) -> Json:
        return self.found(reached(self.by, self.garden_id, Role.OWNER))

    def found(self, garden: Garden) -> Json:
        require_one_of("kind", self.kind, MEASUREMENTS)
        read(TESTS[self.kind], self.given, "given")
        bed, rig = self.bed(garden), self.rig(garden)
        around = Around(
            rig.flow_l_per_min if rig else 12.0,
            self._noted_l(rig) if rig and self.kind == "meter" else 0.0,
            _soil_of(bed).get("organic_matter_pct", 2.5) if bed else 2.5,
            _line_at(bed) if bed else None,
        )
        return measure(self.kind, self.given, around)

    def bed(self, garden: Garden) -> Bed | None:
        """The bed the test is about. Raises MissingError where its kind needs one."""
        if self.bed_id is None:
            if self.kind in OF_A_BED:
                raise MissingError("bed", "the bed or pot that was tested")
            return None
        return standing_bed(garden, self.bed_id)

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
        poured = Event.objects.filter(
            kind="watering", bed__in=mine, date__gte=since, date__lt=until, struck_at=None
        ).values_list("told", flat=True)
        return float(sum(told["litres"] for told in poured))


@dataclass
class KeepMeasurement(RecordEvent):
    """Keep a test and put what it found where the plan reads it. on: its date, today if not said."""

    test: Measure
    on: dt.date | None = None

    kind: ClassVar = "measurement"

    def tell(self) -> None:
        today = self.day()
        self.date = self.on or today
        if self.date > today:
            raise OutOfRangeError("date", self.date.isoformat(), f"a date up to {today}")
        found = self.test.found(self.garden)
        if Event.objects.filter(garden=self.garden, kind=self.kind).count() >= MOST_MEASUREMENTS:
            raise InputError("measurements", MOST_MEASUREMENTS + 1, f"at most {MOST_MEASUREMENTS} tests kept")
        self.about, rig = self.test.bed(self.garden), self.test.rig(self.garden)
        told = {"kind": self.test.kind, "given": self.test.given, "found": found, "rig": rig.pk if rig else None}
        SETS[self.test.kind](self, found)
        self.told = told


def kept_tests(garden: Garden) -> list[Event]:
    """The garden's tests that count, oldest first, with their beds."""
    kept = Event.objects.filter(garden=garden, kind="measurement", struck_at=None).select_related("bed")
    return list(kept.order_by("date", "recorded_at"))


def _set_flow(of: KeepMeasurement, found: Json) -> None:
    rig, flow, cv = of.test.rig(of.garden), found["flow_l_per_min"], min(found["cv"], 1.0)
    assert rig is not None
    read(g.Rig, {"name": rig.name, "flow_l_per_min": flow, "flow_cv": cv})
    of.changes.set(rig, flow_l_per_min=flow, flow_cv=cv, measured=of.date)


def _set_can(of: KeepMeasurement, found: Json) -> None:
    of.changes.set(of.garden, can_l=found["can_l"], can_minutes=found["can_minutes"])


def _set_finger(of: KeepMeasurement, found: Json) -> None:
    of.changes.set(of.garden, finger=found["marks"])


def _set_seep(of: KeepMeasurement, found: Json) -> None:
    """What all that is buried gives in a day."""
    bed = of.about
    assert bed is not None
    if bed.reservoir_giver in (None, "below"):
        raise InputError("bed", bed.name, "a bed with buried bottles, pipes or unglazed pots")
    each, count = found["filled_l"], bed.reservoir_count or 1
    told = {"capacity_l": each * count, "wick_l_per_day": found["litres_a_day"] * count}
    read(g.Reservoir, told)
    of.changes.set(bed, **{f"reservoir_{name}": value for name, value in told.items()})


def _set_even(of: KeepMeasurement, found: Json) -> None:
    """How even a bed's line is."""
    bed = of.about
    assert bed is not None
    if bed.method != "drip":
        raise InputError("bed", bed.name, "a bed with a drip line")
    line = {**(bed.line or {}), "even": round(found["even"], 4)}
    read(g.Drip, {**(drip_of(bed) or {}), **line})
    of.changes.set(bed, line=line)


def _line_at(bed: Bed) -> LineAt | None:
    """A bed's line and its ground, as they are told."""
    if bed.method != "drip" or drip_of(bed) is None:
        return None
    tube = next(x for x in tubes_of(bed.garden) if bed.pk in (row.pk for row, _ in x))
    place, tap = [row.pk for row, _ in tube].index(bed.pk), tap_of(tube)
    line, soil = tube[place][1], read(g.Soil, _soil_of(bed), "soil")
    takes = takes_l_h(rig_of_row(tap), tuple(x for _, x in tube))[place] if tap else line.emitters * line.flow_l_per_h
    return LineAt(line, takes / line.emitters, holding(soil).ksat)


def _set_sprinkler(of: KeepMeasurement, found: Json) -> None:
    """What a bed's sprinkler lays down, and how evenly."""
    bed = of.about
    assert bed is not None
    if bed.method != "sprinkler":
        raise InputError("bed", bed.name, "a bed that is watered by sprinkler")
    told = {**(bed.overhead or {}), "mm_per_h": round(found["mm_per_h"], 3), "even": round(found["even"], 4)}
    read(g.Sprinkler, told)
    of.changes.set(bed, overhead=told)


def _set_dug(of: KeepMeasurement, found: Json) -> None:
    """How much deeper a bed's line wets than the rule says."""
    bed = of.about
    assert bed is not None
    of.changes.set(bed, line={**(bed.line or {}), "deepens": round(found["deepens"], 3)})


def _set_weights(of: KeepMeasurement, found: Json) -> None:
    """What one pot weighs soaked and limp."""
    bed = of.about
    assert bed is not None
    if not is_container(described(g.Bed, bed)):
        raise InputError("bed", bed.name, "a pot, box or bag that can be lifted")
    of.changes.set(bed, soaked_kg=found["soaked_kg"], limp_kg=found["limp_kg"])


def _set_pot(of: KeepMeasurement, found: Json) -> None:
    """A pot's depth, by its own mouth, so that it holds what was measured; or what its reservoir holds."""
    bed = of.about
    assert bed is not None
    if of.test.given.get("of") == "reservoir":
        if not bed.reservoir_capacity_l:
            raise InputError("bed", bed.name, "a box with a reservoir")
        holds = found["litres"] * bed.alike
        read(g.Reservoir, {"capacity_l": holds})
        of.changes.set(bed, reservoir_capacity_l=holds)
        return
    if not is_container(described(g.Bed, bed)):
        raise InputError("bed", bed.name, "a pot or box: a bed has ground below")
    across = math.pi / 4 * bed.length_m**2 if bed.round else bed.length_m * bed.width_m
    depth = found["litres"] / 1000 / across
    if not 0.05 <= depth <= 1.5:
        allowed = (
            f"what a mouth of {across:.3g} m2 can hold between 5 cm and 1.5 m of depth: mend the pot's width first"
        )
        raise OutOfRangeError("given", f"{found['litres']:.3g} L", allowed)
    of.changes.set(bed, soil_depth_m=depth)


def _set_soil(names: dict[str, str]) -> Callable[[KeepMeasurement, Json], None]:
    """What a test of the soil found, put into the record that holds now."""

    def set_it(of: KeepMeasurement, found: Json) -> None:
        assert of.about is not None
        values = {field: found[name] for field, name in names.items()}
        if "intake_mm_per_h" in values:
            values["intake_mm_per_h"] = min(max(values["intake_mm_per_h"], 0.1), 2000.0)
        record = _record(of.about)
        value = {**record.value, **values}
        read(g.Soil, value, "soil")
        of.changes.set(record, value=value)

    return set_it


def _record(bed: Bed) -> BedRecord:
    """The soil record that holds now, a new one from the bed's opening where there is none."""
    holds = bed.records.filter(aspect=Aspect.SOIL).order_by("-date").first()
    return holds or BedRecord(bed=bed, aspect=Aspect.SOIL, date=bed.opened, value={})


def _soil_of(bed: Bed) -> Json:
    return dict(_record(bed).value)


SETS: dict[str, Callable[[KeepMeasurement, Json], None]] = {
    "bucket": _set_flow,
    "meter": _set_flow,
    "can": _set_can,
    "finger": _set_finger,
    "pot": _set_pot,
    "seep": _set_seep,
    "weigh": _set_weights,
    "cups": _set_even,
    "dug": _set_dug,
    "sprinkler": _set_sprinkler,
    "squeeze": _set_soil({"feel": "feel"}),
    "jar": _set_soil({"jar": "jar"}),
    "drain": _set_soil({"intake_mm_per_h": "intake_mm_per_h", "drainage": "drainage"}),
}
