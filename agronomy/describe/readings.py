"""What is read in each small test of the bench, in its own words."""

from __future__ import annotations

from typing import Annotated, Literal, NotRequired

from typing_extensions import TypedDict  # typing's own will do from Python 3.12 on

from agronomy.describe.fields import Date, Yes, at_most, number, some
from agronomy.describe.soil import Part
from agronomy.describe.words import Wetness

Centimetres = Annotated[float | None, number(3.0, 500.0, "cm")]


class Filling(TypedDict):
    """A bucket filled from a tap."""

    litres: Annotated[float, number(0.1, 1000.0, "L")]
    seconds: Annotated[float, number(0.5, 7200.0, "s")]


class BucketTest(TypedDict):
    """A tap alone, and perhaps with another open; which of the two the bed is watered by."""

    alone: Annotated[list[Filling], some(1, 20)]
    shared: NotRequired[Annotated[list[Filling], at_most(20)]]
    use: NotRequired[Literal["alone", "shared"]]


class CanTrip(TypedDict):
    """A can filled, carried and poured."""

    litres: Annotated[float, number(0.5, 50.0, "L")]
    minutes: Annotated[float, number(0.05, 60.0, "min")]


class CanTest(TypedDict):
    trials: Annotated[list[CanTrip], some(1, 20)]


class Handful(TypedDict):
    """A moist handful: whether it holds as a ball, how long a ribbon it makes, how it feels."""

    ball: Yes
    ribbon_cm: NotRequired[Annotated[float | None, number(0.0, 30.0, "cm")]]
    feel: NotRequired[Literal["gritty", "neither", "smooth"] | None]


class SqueezeTest(TypedDict):
    handfuls: Annotated[list[Handful], some(1, 20)]


class JarReading(TypedDict):
    """What settled in one jar."""

    sand_mm: Annotated[float, number(0.5, 500.0, "mm")]
    silt_mm: Annotated[float, number(0.5, 500.0, "mm")]
    clay_mm: Annotated[float, number(0.5, 500.0, "mm")]
    jars: NotRequired[int]


class JarTest(TypedDict):
    jars: Annotated[list[JarReading], some(1, 20)]


class InHole(TypedDict):
    """Water standing in a hole after so many minutes."""

    minutes: Annotated[float, number(0.0, 2880.0, "min")]
    water_cm: Annotated[float, number(0.0, 150.0, "cm")]


class Hole(TypedDict):
    across_cm: Annotated[float, number(2.0, 100.0, "cm")]
    readings: Annotated[list[InHole], some(2, 20)]


class DrainTest(TypedDict):
    holes: Annotated[list[Hole], some(1, 10)]


class Felt(TypedDict):
    """A weighed pot, and what a finger said of it."""

    weight_g: Annotated[float, number(10.0, 100000.0, "g")]
    reading: Wetness


class FingerTest(TypedDict):
    full_g: Annotated[float, number(50.0, 100000.0, "g")]
    limp_g: Annotated[float, number(10.0, 100000.0, "g")]
    readings: Annotated[list[Felt], some(1, 60)]


class PotTest(TypedDict):
    """A pot's shape by its measures, or what fills it; of its mix, or of the reservoir below up to the overflow."""

    shape: Literal["round", "box", "filled"]
    of: NotRequired[Literal["mix", "reservoir"]]
    top_cm: NotRequired[Centimetres]
    bottom_cm: NotRequired[Centimetres]
    height_cm: NotRequired[Centimetres]
    length_cm: NotRequired[Centimetres]
    width_cm: NotRequired[Centimetres]
    fillings: NotRequired[Annotated[list[Annotated[float, number(0.1, 2000.0, "L")]], at_most(20)]]


class MeterTest(TypedDict):
    """The house's meter at two dates, and what else ran between."""

    since: Date
    until: Date
    before_l: Annotated[float, number(0.0, 1e9, "L")]
    after_l: Annotated[float, number(0.0, 1e9, "L")]
    other_l: NotRequired[Annotated[float, number(0.0, 1e6, "L")]]


class SeepReading(TypedDict):
    """What was left after so many hours."""

    hours: Annotated[float, number(0.05, 240.0, "h")]
    left_l: Annotated[float, number(0.0, 200.0, "L")]


class SeepTest(TypedDict):
    """One bottle, pipe or unglazed pot in the ground, filled, and what was left in it later."""

    filled_l: Annotated[float, number(0.1, 200.0, "L")]
    readings: Annotated[list[SeepReading], some(1, 20)]


class WeighTest(TypedDict):
    """A pot weighed soaked and drained, and again when its plants began to hang."""

    soaked_kg: Annotated[float, number(0.1, 1000.0, "kg")]
    limp_kg: Annotated[float, number(0.05, 1000.0, "kg")]


class CupsTest(TypedDict):
    """Cups under some emitters along a line, from its inlet to its end, and how long it ran."""

    minutes: Annotated[float, number(0.5, 240.0, "min")]
    caught_ml: Annotated[list[Annotated[float, number(0.0, 20000.0, "mL")]], some(4, 60)]


class SprinklerTest(TypedDict):
    """Straight-sided cups over the ground that a sprinkler wets, and how long it ran."""

    minutes: Annotated[float, number(1.0, 600.0, "min")]
    caught_mm: Annotated[list[Annotated[float, number(0.0, 500.0, "mm")]], some(4, 60)]


class DugTest(TypedDict):
    """A hole beside an emitter after a run: how deep the ground was wet."""

    minutes: Annotated[float, number(1.0, 1440.0, "min")]
    deep_cm: Annotated[float, number(1.0, 150.0, "cm")]


class MixWanted(TypedDict):
    """How much of a mix is wanted, and of what."""

    volume_l: Annotated[float, number(0.1, 50000.0, "L")]
    mix: Annotated[list[Part], some(1, 12)]
    bag_l: Annotated[float, number(1.0, 2000.0, "L")]


TESTS = {
    "bucket": BucketTest,
    "can": CanTest,
    "squeeze": SqueezeTest,
    "jar": JarTest,
    "drain": DrainTest,
    "finger": FingerTest,
    "pot": PotTest,
    "meter": MeterTest,
    "seep": SeepTest,
    "weigh": WeighTest,
    "cups": CupsTest,
    "dug": DugTest,
    "sprinkler": SprinklerTest,
}
