"""A bed or pot: its size and place, what it is made of, what lies and grows in it, how it is watered."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Annotated

from pydantic import AfterValidator

from agronomy.describe.errors import MissingError, OutOfRangeError
from agronomy.describe.fields import Date, Dated, Key, Name, Yes, at_most, means, number, whole
from agronomy.describe.kinds import KINDS
from agronomy.describe.planting import CheckedPlanting
from agronomy.describe.signs import CheckedSigns
from agronomy.describe.soil import CheckedSoil
from agronomy.describe.water import CheckedDrip, CheckedObservation, CheckedReservoir, MapMetres, Sprinkler, Watering
from agronomy.describe.words import (
    Cover,
    FeedSchool,
    Kind,
    MethodName,
    MulchKind,
    Pattern,
    Shelter,
    Style,
    TimeOfDay,
    Wall,
    Wetness,
)

Hour = Annotated[float, number(0.0, 24.0, "h")]
Turn = Annotated[float, number(-360.0, 360.0, "degrees clockwise")]


@dataclass(frozen=True)
class Exposure:
    """How sky and wind reach a bed from a date on, and what a pot stands in."""

    date: Annotated[Date | None, means("from when it is so; left out: from the bed's opening")] = None
    sun_from_h: Annotated[Hour, means("clock hour from which the sun can reach it")] = 0.0
    sun_to_h: Annotated[Hour, means("clock hour until which the sun can reach it")] = 24.0
    shade_pct: Annotated[float, number(0.0, 95.0, "%", "light kept off by cloth or a tree")] = 0.0
    shelter: Annotated[Shelter, means("how the wind reaches it")] = "open"
    warm_wall: Annotated[Yes, means("whether a wall that stores warmth stands behind it")] = False
    cover: Annotated[Cover, means("what is over it")] = "none"
    saucer: Annotated[Yes, means("of a pot: whether it stands in a saucer that keeps what runs out")] = False


def check_exposure(exposure: Exposure) -> Exposure:
    """The sun leaves after it comes. Raises OutOfRangeError."""
    if exposure.sun_from_h >= exposure.sun_to_h:
        raise OutOfRangeError("sun_to_h", exposure.sun_to_h, f"later than it comes ({exposure.sun_from_h:g})")
    return exposure


CheckedExposure = Annotated[Exposure, AfterValidator(check_exposure)]


@dataclass(frozen=True)
class Mulch:
    """What lies on a bed from a date on."""

    date: Date
    kind: MulchKind
    depth_m: Annotated[float, number(0.0, 0.3, "m", "how thick it lies")] = 0.05
    cover: Annotated[float, number(0.0, 1.0, "share", "of the ground that it covers")] = 1.0


@dataclass(frozen=True)
class LeavesOff:
    """Plants of a bed without their lowest leaves, from a date on."""

    date: Date
    below_m: Annotated[float, number(0.0, 1.5, "m", "from the ground up to where they were taken off")] = 0.3


@dataclass(frozen=True)
class Bed:
    """One isle: a bed, a row, a pot or a box."""

    name: Annotated[Name, means("no other bed of the garden has it")]
    kind: Annotated[Kind, means("what kind of isle it is")]
    length_m: Annotated[float, number(0.08, 100.0, "m", "across, if it is round")]
    width_m: Annotated[float, number(0.08, 50.0, "m")]
    opened: Annotated[Date, means("the first day of its ledger")]
    opening_wetness: Annotated[Wetness | None, means("how its soil felt that day")] = None
    round: Yes = False
    soil_depth_m: Annotated[
        float | None, number(0.05, 1.5, "m", "loosened soil or pot; else as usual for its kind")
    ] = None
    soils: Annotated[tuple[CheckedSoil, ...], at_most(60, "what it is made of, by date"), Dated] = ()
    plantings: Annotated[tuple[CheckedPlanting, ...], at_most(60, "what grows in it, or is to")] = ()
    mulches: Annotated[tuple[Mulch, ...], at_most(200, "what lies on it, by date"), Dated] = ()
    method: Annotated[MethodName, means("how it is watered")] = "hose"
    rig: Annotated[Name | None, means("the hose or tap it is watered from; else the garden's first")] = None
    drip: Annotated[CheckedDrip | None, means("its line, where the method is drip")] = None
    line_after: Annotated[
        Name | None, means("the bed whose line its own goes on from, with no valve between; left out: from the tap")
    ] = None
    sprinkler: Annotated[Sprinkler | None, means("what it is watered with from above; left out: a usual one")] = None
    reservoir: Annotated[CheckedReservoir | None, means("its reservoir, where it has one")] = None
    style: Annotated[Style | None, means("its own style; else the garden's")] = None
    prefers: Annotated[TimeOfDay | None, means("when it is best watered; else as the garden's people like")] = None
    feeding: Annotated[FeedSchool | None, means("how often it is fed; else as the garden is")] = None
    feed: Annotated[
        Name | None, means("what it is fed with; else, or where the garden has it no longer, as the garden is")
    ] = None
    pattern: Annotated[Pattern | None, means("its own pattern; else as usual for its kind")] = None
    exposures: Annotated[tuple[CheckedExposure, ...], at_most(200, "how sky and wind reach it, by date"), Dated] = ()
    leaves_off: Annotated[tuple[LeavesOff, ...], at_most(200, "lower leaves taken off, by date"), Dated] = ()
    waterings: Annotated[tuple[Watering, ...], at_most(5000, "what was poured"), Dated] = ()
    observations: Annotated[tuple[CheckedObservation, ...], at_most(5000, "what was found"), Dated] = ()
    signs: Annotated[tuple[CheckedSigns, ...], at_most(500, "what did not look right"), Dated] = ()
    x_m: Annotated[MapMetres | None, means("its centre on the map, to the right; left out: not placed yet")] = None
    y_m: Annotated[MapMetres | None, means("the same, up")] = None
    turn_deg: Turn = 0.0
    drain_holes: Annotated[Yes | None, means("of a pot; left out: not known, and taken as there")] = None
    wall: Annotated[Wall | None, means("what a container's wall is like: how warm the sun makes it")] = None
    alike: Annotated[
        int, whole(1, 200, "", "so many containers alike that stand together: sizes are of one, the rest of all")
    ] = 1
    soaked_kg: Annotated[
        float | None, number(0.1, 1000.0, "kg", "what one of it weighs soaked and drained, vessel and all")
    ] = None
    limp_kg: Annotated[float | None, number(0.05, 1000.0, "kg", "the same when its plants begin to hang")] = None
    key: Annotated[Key, means("under which whoever keeps the garden finds it again")] = ""


def check_bed(bed: Bed) -> Bed:
    """What one field of a bed asks of another. Raises MissingError, OutOfRangeError."""
    if bed.method == "drip" and bed.drip is None:
        raise MissingError("drip", "the drip's description, since method is drip")
    if bed.method == "reservoir" and bed.reservoir is None:
        raise MissingError("reservoir", "the reservoir's description, since method is reservoir")
    if bed.method == "reservoir" and bed.reservoir and bed.reservoir.buried:
        raise OutOfRangeError("method", bed.method, "hose, can or drip: what is not reached from below is watered so")
    if bed.alike > 1 and not KINDS[bed.kind][0]:
        raise OutOfRangeError("alike", bed.alike, "1: only pots, boxes and bags are told as several alike")
    if (bed.soaked_kg is None) != (bed.limp_kg is None):
        name = "soaked_kg" if bed.soaked_kg is None else "limp_kg"
        raise MissingError(name, "both weights, soaked and limp, or neither")
    if bed.soaked_kg is not None and bed.limp_kg is not None and bed.limp_kg >= bed.soaked_kg:
        raise OutOfRangeError("limp_kg", bed.limp_kg, f"less than it weighs soaked ({bed.soaked_kg:g})")
    if bed.round and bed.length_m != bed.width_m:
        raise OutOfRangeError("width_m", bed.width_m, "the same as length_m when round")
    return bed


CheckedBed = Annotated[Bed, AfterValidator(check_bed)]
