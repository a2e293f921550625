"""How water comes to a bed, and what was poured and observed."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Annotated, Final

from pydantic import AfterValidator

from agronomy.describe.errors import InputError, MissingError, OutOfRangeError, require_between, require_one_of
from agronomy.describe.fields import Date, Dated, Name, Yes, at_most, means, number, whole
from agronomy.describe.words import (
    WEIGHTS,
    WETNESS,
    DayPart,
    Giver,
    Into,
    Laid,
    LiftedWeight,
    LineKind,
    ObservationKind,
    PouredBy,
    Water,
    Wetness,
)

MapMetres = Annotated[float, number(-500.0, 500.0, "m")]


@dataclass(frozen=True)
class Programme:
    """What a timer on a line is set to from a date on. Of one that tells nobody what it did, runs are taken as done."""

    date: Annotated[Date, means("of its first run")]
    every_days: Annotated[int, whole(1, 60, "days", "from run to run")] = 1
    minutes: Annotated[float | None, number(0.5, 1440.0, "min", "that drip lines run")] = None
    litres: Annotated[
        float | None,
        number(0.1, 1000.0, "L", "into each box; minutes left out too: each box's valve shuts when it is full"),
    ] = None
    on: Annotated[Yes, means("whether it runs; else it was switched off that day")] = True
    weekdays: Annotated[
        tuple[Annotated[int, whole(1, 7)], ...],
        at_most(7, "on which it runs, Monday is 1; left out: every so many days from its first"),
    ] = ()
    starts: Annotated[
        tuple[Annotated[float, number(0.0, 24.0, "h")], ...],
        at_most(6, "hours at which it starts, each for its minutes; left out: once, in the morning"),
    ] = ()
    outlet: Annotated[int, whole(1, 8, "", "of a timer with several, each with a programme of its own")] = 1
    tells: Annotated[Yes, means("whether the timer reports what it did: then a run behind counts as reported")] = False

    @property
    def runs_a_day(self) -> int:
        return max(1, len(self.starts))

    @property
    def fills(self) -> bool:
        """Whether it fills boxes; one that only says how long drip lines run does not."""
        return self.litres is not None or self.minutes is None


@dataclass(frozen=True)
class Pressure:
    """What a gauge behind a shut tap read at an hour: where many draw at once, it falls."""

    hour: Annotated[float, number(0.0, 24.0, "h", "at which it was read")]
    head_m: Annotated[float, number(1.0, 100.0, "m", "10 m are 1 bar")]


@dataclass(frozen=True)
class Rig:
    """What water comes from: a hose or tap with its flow, measured by bucket or a default."""

    name: Name
    flow_l_per_min: Annotated[float, number(0.2, 200.0, "L/min", "flow, wide open")] = 12.0
    measured: Annotated[Date | None, means("when a bucket measured it; left out: a default")] = None
    x_m: Annotated[MapMetres | None, means("where its tap is on the map, to the right")] = None
    y_m: Annotated[MapMetres | None, means("the same, up")] = None
    hose_m: Annotated[float | None, number(0.5, 200.0, "m", "how far its hose reaches from there")] = None
    bore_mm: Annotated[float | None, number(4.0, 60.0, "mm", "how wide its hose is inside")] = None
    flow_cv: Annotated[float | None, number(0.0, 1.0, "share", "how far the bucket's trials lay apart")] = None
    water: Annotated[Water, means("what comes out of it: rain and pond water keep off leaves that are eaten raw")] = (
        "tap"
    )
    holds_l: Annotated[float | None, number(10.0, 50000.0, "L", "what it holds, where it is a butt or tank")] = None
    roof_m2: Annotated[float | None, number(0.5, 2000.0, "m2", "of roof that fills it, seen from above")] = None
    seen_l: Annotated[float | None, number(0.0, 50000.0, "L", "what stood in it when somebody looked")] = None
    seen_on: Annotated[Date | None, means("on the morning of which")] = None
    programmes: Annotated[tuple[Programme, ...], at_most(60, "of a timer on its line, by date"), Dated] = ()
    head_m: Annotated[float | None, number(1.0, 100.0, "m", "behind its tap when nothing runs; 10 m are 1 bar")] = None
    throttled_l_per_min: Annotated[
        float | None, number(0.1, 200.0, "L/min", "that a bucket caught with the tap half shut, and")
    ] = None
    throttled_head_m: Annotated[float | None, number(0.1, 100.0, "m", "what a gauge behind it read meanwhile")] = None
    pressures: Annotated[tuple[Pressure, ...], at_most(24, "by the hour, where it changes over the day")] = ()
    filter_on: Annotated[Date | None, means("when its filter was last rinsed")] = None
    flushed_on: Annotated[Date | None, means("when the ends of its lines were last opened and flushed")] = None
    drained_on: Annotated[Date | None, means("when its lines were last emptied for the winter")] = None
    salt_ds_m: Annotated[float | None, number(0.0, 10.0, "dS/m", "salt in its water, by its conductivity")] = None


def check_rig(rig: Rig) -> Rig:
    """What stands in a butt fits into it, and was seen on a day; a throttled tap gives less than an open one. Raises
    OutOfRangeError, MissingError."""
    if rig.seen_l is not None:
        if rig.holds_l is None:
            raise MissingError("holds_l", "what the butt holds, since something was seen in it")
        if rig.seen_l > rig.holds_l:
            raise OutOfRangeError("seen_l", rig.seen_l, f"at most holds_l ({rig.holds_l:g})")
        if rig.seen_on is None:
            raise MissingError("seen_on", "the day on which somebody looked")
    hours = [x.hour for x in rig.pressures]
    if len(set(hours)) < len(hours):
        raise InputError("pressures", ", ".join(f"{x:g}" for x in hours), "each hour once")
    read = (rig.throttled_l_per_min, rig.throttled_head_m)
    if (read[0] is None) != (read[1] is None):
        name = "throttled_l_per_min" if read[0] is None else "throttled_head_m"
        raise MissingError(name, "both readings, bucket and gauge, or neither")
    if rig.throttled_l_per_min is not None and rig.throttled_l_per_min >= rig.flow_l_per_min:
        raise OutOfRangeError(
            "throttled_l_per_min", rig.throttled_l_per_min, f"less than its flow, wide open ({rig.flow_l_per_min:g})"
        )
    return rig


CheckedRig = Annotated[Rig, AfterValidator(check_rig)]


@dataclass(frozen=True)
class Drip:
    """A line of emitters: one row, or several alike side by side. Known parts are enough; the rest is as usual."""

    emitters: Annotated[int, whole(1, 5000, "", "how many emitters; of a soaker hose one each 10 cm")]
    flow_l_per_h: Annotated[float, number(0.1, 30.0, "L/h", "of each emitter, as printed: at 10 m of head")]
    kind: Annotated[LineKind, means("drippers, flat tape, or a hose whose wall seeps")] = "drippers"
    guessed: Annotated[Yes, means("whether its flow is a guess, read nowhere")] = False
    length_m: Annotated[float | None, number(0.1, 500.0, "m", "of each row; left out: nothing is solved")] = None
    rows: Annotated[int, whole(1, 100, "", "side by side, fed at one end")] = 1
    outlet: Annotated[int, whole(1, 8, "", "of a timer with several, that it hangs on")] = 1
    laid: Annotated[Laid, means("in rows along the bed, or once round it")] = "rows"
    bore_mm: Annotated[float, number(2.0, 100.0, "mm", "how wide the line is inside")] = 13.6
    holding: Annotated[Yes, means("whether its emitters hold their flow over a range of pressure")] = False
    rise_m: Annotated[float, number(-50.0, 50.0, "m", "of its end over its inlet; downhill below zero")] = 0.0
    feed_m: Annotated[float, number(0.0, 500.0, "m", "of hose or pipe from the tap to it")] = 5.0
    feed_bore_mm: Annotated[float, number(4.0, 100.0, "mm", "how wide that is inside")] = 19.0
    reducer_m: Annotated[float | None, number(1.0, 60.0, "m", "head behind a pressure reducer, where there is one")] = (
        None
    )
    filtered: Annotated[Yes, means("whether a filter stands before it")] = True
    deepens: Annotated[
        float, number(0.2, 5.0, "", "how much deeper a hole found it wet than the rule for its soil says")
    ] = 1.0
    even: Annotated[
        float | None, number(0.1, 1.0, "share", "low quarter over mean of what cups caught, where it was tested")
    ] = None


def check_drip(drip: Drip) -> Drip:
    """Every row has an emitter. Raises OutOfRangeError."""
    if drip.rows > drip.emitters:
        raise OutOfRangeError("rows", drip.rows, f"at most emitters ({drip.emitters})")
    return drip


CheckedDrip = Annotated[Drip, AfterValidator(check_drip)]


@dataclass(frozen=True)
class Sprinkler:
    """What waters a bed from above, and more than the bed. Known parts are enough; the rest is as usual."""

    mm_per_h: Annotated[float, number(0.5, 200.0, "mm/h", "that it lays down where it wets: by cups, or a guess")] = (
        12.0
    )
    wets_m2: Annotated[
        float | None, number(0.1, 5000.0, "m2", "of ground in all, the bed's own included; left out: twice the bed's")
    ] = None
    even: Annotated[
        float | None, number(0.1, 1.0, "share", "low quarter over mean of what cups caught, where it was tested")
    ] = None


@dataclass(frozen=True)
class Reservoir:
    """Water below the mix, lifted by a wick; or in bottles, pipes or unglazed pots that are buried beside the roots."""

    capacity_l: Annotated[float, number(0.2, 1000.0, "L", "up to the overflow; of what is buried, of all together")]
    wick_l_per_day: Annotated[
        float, number(0.1, 200.0, "L/d", "the most that the mix can lift; of what is buried, that all give together")
    ] = 20.0
    opening_l: Annotated[float | None, number(0.0, 1000.0, "L", "what it held at the bed's opening; else half")] = None
    giver: Annotated[Giver, means("below the mix, or what is buried beside the roots")] = "below"
    count: Annotated[int, whole(1, 200, "", "how many are buried")] = 1
    depth_m: Annotated[float, number(0.02, 1.0, "m", "how deep what is buried lets its water out")] = 0.2
    over_share: Annotated[float, number(0.05, 1.0, "share", "of the mix that stands over the wick of a reservoir")] = (
        1.0
    )
    climbs_m: Annotated[float, number(0.02, 1.0, "m", "how high water climbs from it, where roots find it")] = 0.15

    @property
    def buried(self) -> bool:
        return self.giver != "below"


def check_reservoir(reservoir: Reservoir) -> Reservoir:
    """It cannot have held more than it holds. Raises OutOfRangeError."""
    if not reservoir.buried and reservoir.count != 1:
        raise OutOfRangeError("count", reservoir.count, "1: only what is buried is counted")
    if (reservoir.opening_l or 0) > reservoir.capacity_l:
        allowed = f"at most capacity_l ({reservoir.capacity_l:g})"
        raise OutOfRangeError("opening_l", reservoir.opening_l, allowed)
    return reservoir


CheckedReservoir = Annotated[Reservoir, AfterValidator(check_reservoir)]


@dataclass(frozen=True)
class Watering:
    """Water poured on a bed, or into its reservoir."""

    date: Date
    litres: Annotated[float, number(0.0, 5000.0, "L")]
    part: DayPart = "morning"
    into: Into = "soil"
    passes: Annotated[int, whole(1, 10, "goes", "in how many goes, with pauses")] = 1
    rig: Annotated[Name | None, means("the hose, tap or butt it came from; left out: the bed's own")] = None
    way: Annotated[PouredBy | None, means("how it was poured; left out: as the bed is usually watered")] = None
    feed: Annotated[Name | None, means("what was in it, or given dry with no water")] = None
    fed: Annotated[float | None, number(0.0, 100000.0, "mL or g", "how much of that")] = None


@dataclass(frozen=True)
class Observation:
    """What was found at the start of a date, before any water.

    kind "finger": reading dry, just_damp, moist or wet. "still_wet": it was left unwatered for that. "lifted": reading
    light, middling or heavy. "probe": value is water by volume [%]. "dug": value is the depth it is moist to [m].
    "float": value is what the reservoir holds [L]. "ran_out": what was poured that day ran out below. "saucer": water
    stood in the saucer. "top": reading is how the top looks, dry or just_damp. "sour": the
    reservoir smelt foul. "looks_wrong": somebody who looked in found something wrong with the plants. "weighed": value
    is what the pot weighed [kg], where its bed says what it weighs soaked and limp.
    """

    date: Date
    reading: Annotated[Wetness | LiftedWeight | None, means("what a finger or a lifting hand felt")] = None
    kind: Annotated[ObservationKind, means("how it was found")] = "finger"
    value: Annotated[
        float | None, number(0.0, 1000.0, "", "of a probe [%], a hole [m], a float [L] or a weight [kg]")
    ] = None


# kind -> (its readings or None, bounds and unit of its value or None)
OBSERVATION_NEEDS: Final[dict[str, tuple[tuple[str, ...] | None, tuple[float, float, str] | None]]] = {
    "finger": (WETNESS, None),
    "still_wet": (None, None),
    "lifted": (WEIGHTS, None),
    "probe": (None, (1.0, 90.0, "% of water by volume")),
    "dug": (None, (0.0, 1.5, "m")),
    "float": (None, (0.0, 1000.0, "L")),
    "ran_out": (None, None),
    "saucer": (None, None),
    "top": (("dry", "just_damp"), None),
    "sour": (None, None),
    "looks_wrong": (None, None),
    "weighed": (None, (0.05, 1000.0, "kg")),
}
OF_RESERVOIRS: Final = ("float", "sour")  # kinds that are found at a reservoir
OF_CONTAINERS: Final = ("lifted", "ran_out", "saucer", "weighed")  # kinds that are found at a pot and at no bed


def check_observation(seen: Observation) -> Observation:
    """Each kind has its reading or its value, and nothing else. Raises InputError."""
    readings, bounds = OBSERVATION_NEEDS[seen.kind]
    if readings is not None:
        if seen.reading is None:
            raise MissingError("reading", "one of " + ", ".join(readings))
        require_one_of("reading", seen.reading, readings)
    elif seen.reading is not None:
        raise InputError("reading", seen.reading, f"no reading: an observation of kind {seen.kind} has none")
    if bounds is not None:
        if seen.value is None:
            raise MissingError("value", f"a number from {bounds[0]:g} to {bounds[1]:g} {bounds[2]}")
        require_between("value", seen.value, *bounds)
    elif seen.value is not None:
        raise InputError("value", seen.value, f"no value: an observation of kind {seen.kind} has none")
    return seen


CheckedObservation = Annotated[Observation, AfterValidator(check_observation)]
