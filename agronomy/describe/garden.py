"""The frozen descriptions: what a garden is, in the same words as the open garden file."""

from __future__ import annotations

import datetime as dt
import functools
import zoneinfo
from collections.abc import Mapping
from dataclasses import dataclass
from typing import Any, Final, TypeVar

from agronomy.describe.errors import OutOfRangeError

METHODS: Final = ("hose", "can", "drip", "reservoir")
STYLES: Final = ("ample", "steady", "sparing")
PATTERNS: Final = ("deep_and_seldom", "little_and_often", "damp_top", "run_down")
STARTS: Final = ("sown", "tray", "pricked_out", "potted_up", "hardening_off", "cutting", "transplant", "established")
SHELTERS: Final = ("exposed", "open", "sheltered")
COVERS: Final = ("none", "eaves", "roof", "cloche", "tunnel", "indoors")
DRAINAGES: Final = ("free", "slow", "standing")
INGREDIENTS: Final = (
    "garden_soil", "peat", "coir", "compost", "leaf_mould", "bark", "perlite", "vermiculite", "sand", "grit",
)  # fmt: skip
GROWTHS: Final = ("calendar", "warmth")
HEAT_RULES: Final = ("absolute", "unusual")
# generic climates (air/climates.py), and "file": the years of the garden's own weather file
CLIMATES: Final = (
    "cool_maritime", "temperate", "cold_winter", "dry_summer", "hot_dry", "humid_summer", "wet_tropical", "monsoon",
    "cool_highland", "file",
)  # fmt: skip
MULCHES: Final = ("none", "straw", "leaf_mould", "compost", "bark", "film")
BODY_HEIGHTS: Final[dict[str, float]] = {  # m; common practice, no source
    "ankle": 0.10, "knee": 0.45, "waist": 0.90, "shoulder": 1.40, "overhead": 1.90,
}  # fmt: skip
WETNESS: Final = ("dry", "just_damp", "moist", "wet")
WEIGHTS: Final = ("light", "middling", "heavy")
OBSERVATION_KINDS: Final = ("finger", "still_wet", "lifted", "probe", "dug", "float")
# what stands in a garden beside its beds -> (usual height in m, 0: it throws no shade; common practice)
THINGS: Final[dict[str, tuple[float, str]]] = {
    "wall": (2.0, "wall"), "fence": (1.6, "fence"), "hedge": (1.8, "hedge"), "tree": (5.0, "tree"),
    "shed": (2.3, "shed"), "house": (6.0, "house"), "path": (0.0, "path"), "water": (0.0, "pond or butt"),
}  # fmt: skip
# the small tests of the bench (agronomy/bench)
MEASUREMENTS: Final = ("bucket", "can", "squeeze", "jar", "drain", "finger", "pot", "meter")
DAY_PARTS: Final = ("morning", "evening")
OLDEST_OPENED: Final = dt.timedelta(days=20 * 366)  # of a bed, in whatever way it comes in
FURTHEST_OPENED: Final = dt.timedelta(days=366)  # of a bed to come, in a garden file


@dataclass(frozen=True)
class Jar:
    """What settled in a jar of shaken soil: thickness of each layer [mm]; only their ratio counts. jars: the mean of
    so many."""

    sand_mm: float
    silt_mm: float
    clay_mm: float
    jars: int = 1


@dataclass(frozen=True)
class Part:
    """One ingredient of a home mix: a name of INGREDIENTS and its parts by volume."""

    ingredient: str
    parts: float


@dataclass(frozen=True)
class Layer:
    """A layer below the top one: thickness [m] and what it is made of. The last one reaches on downwards."""

    depth_m: float
    material: str
    organic_matter_pct: float = 1.0


@dataclass(frozen=True)
class Soil:
    """What a bed is made of from `date` on; None: from its opening.

    material: a USDA texture class, a mix, a squeeze outcome, "own_mix" (then `mix` names its parts) or "unknown"
    (ground/holding.py lists them). A jar, or sand and clay by weight [%], beat the material, and so does `feel`:
    the texture class that each of some handfuls was found to be. stones: share of the
    volume [%]. loosened_m: how deep it is loosened; None: the bed's own depth. woody_fill_m: logs and leaves at the
    bottom. intake_mm_per_h: measured; None: by texture. top_m: thickness of the top layer where `layers` lie below.
    """

    material: str = "unknown"
    organic_matter_pct: float = 2.5
    date: dt.date | None = None
    jar: Jar | None = None
    sand_pct: float | None = None
    clay_pct: float | None = None
    mix: tuple[Part, ...] = ()
    stones_pct: float = 0.0
    loosened_m: float | None = None
    woody_fill_m: float = 0.0
    drainage: str = "free"
    intake_mm_per_h: float | None = None
    top_m: float | None = None
    layers: tuple[Layer, ...] = ()
    feel: tuple[str, ...] = ()


@dataclass(frozen=True)
class Exposure:
    """How sky and wind reach a bed from `date` on; None: from its opening.

    sun_from_h, sun_to_h: clock hours between which the sun can reach it. shade_pct: light kept off by cloth or a tree.
    """

    date: dt.date | None = None
    sun_from_h: float = 0.0
    sun_to_h: float = 24.0
    shade_pct: float = 0.0
    shelter: str = "open"
    warm_wall: bool = False
    cover: str = "none"


@dataclass(frozen=True)
class Size:
    """A size as seen on a date. height: a name of BODY_HEIGHTS; spread across one plant [m]."""

    date: dt.date
    height: str
    spread_m: float


@dataclass(frozen=True)
class OwnCrop:
    """A crop or variety of the gardener's own: `like` one of the crop table, but for the figures given here."""

    name: str
    like: str
    height_m: float | None = None
    spread_m: float | None = None
    root_depth_m: float | None = None
    days: int | None = None
    p: float | None = None
    wet_feet: int | None = None
    frost_c: float | None = None
    soil_c: float | None = None


@dataclass(frozen=True)
class Count:
    """How many plants are left from a date on: thinned, lost, or partly harvested."""

    date: dt.date
    count: int


@dataclass(frozen=True)
class Planting:
    """start: one of STARTS. buried_m: how much deeper than the root ball the stem is set, or how deep it is sown [m].
    spacing_m: from plant to plant [m]; None: evenly over the bed. watered: whether the bed is watered for its sake;
    None: as its crop usually is (plants/crops.py)."""

    crop: str
    count: int
    planted: dt.date
    sizes: tuple[Size, ...] = ()
    removed: dt.date | None = None
    variety: str = ""
    start: str = "transplant"
    buried_m: float = 0.0
    thinned: tuple[Count, ...] = ()
    own: OwnCrop | None = None
    spacing_m: float | None = None
    watered: bool | None = None


@dataclass(frozen=True)
class Mulch:
    """From `date` on this lies on the bed: depth [m], share of the ground covered [0..1]."""

    date: dt.date
    kind: str
    depth_m: float = 0.05
    cover: float = 1.0


@dataclass(frozen=True)
class Rig:
    """What water comes from: a hose or tap with its flow, measured by bucket or a default.

    x_m, y_m: where its tap is on the map; hose_m: how far its hose reaches from there [m]. flow_cv: coefficient of
    variation of the trials that measured it.
    """

    name: str
    flow_l_per_min: float = 12.0
    measured: dt.date | None = None
    x_m: float | None = None
    y_m: float | None = None
    hose_m: float | None = None
    flow_cv: float | None = None


@dataclass(frozen=True)
class Thing:
    """Something on the map that matters for water or light: centre, footprint and height [m], turned clockwise [deg].

    kind: a name of THINGS. height_m: None: the usual of its kind.
    """

    kind: str
    x_m: float
    y_m: float
    length_m: float
    width_m: float = 0.2
    height_m: float | None = None
    turn_deg: float = 0.0
    name: str = ""


@dataclass(frozen=True)
class Drip:
    emitters: int
    flow_l_per_h: float


@dataclass(frozen=True)
class Reservoir:
    """capacity [L] up to the overflow; wick [L/d], the most that the mix can lift in a day."""

    capacity_l: float
    wick_l_per_day: float = 20.0
    opening_l: float | None = None


@dataclass(frozen=True)
class Watering:
    """litres poured on a bed on a date; into: "soil" or "reservoir". passes: in how many goes, with pauses."""

    date: dt.date
    litres: float
    part: str = "morning"
    into: str = "soil"
    passes: int = 1


@dataclass(frozen=True)
class Observation:
    """What was found at the start of a date.

    kind "finger": reading dry, just_damp, moist or wet. "still_wet": it was left unwatered for that. "lifted": reading
    light, middling or heavy. "probe": value is water by volume [%]. "dug": value is the depth it is moist to [m].
    "float": value is what the reservoir holds [L].
    """

    date: dt.date
    reading: str | None = None
    kind: str = "finger"
    value: float | None = None


@dataclass(frozen=True)
class Bed:
    """name: no other bed of the garden has it. key: under which whoever keeps the garden finds it again; not in files.

    x_m, y_m: its centre on the map; None: not placed yet. turn_deg: clockwise. drain_holes: of a container; None:
    not known, and taken as there."""

    name: str
    kind: str
    length_m: float
    width_m: float
    opened: dt.date
    opening_wetness: str | None = None
    round: bool = False
    soil_depth_m: float | None = None
    soils: tuple[Soil, ...] = ()
    plantings: tuple[Planting, ...] = ()
    mulches: tuple[Mulch, ...] = ()
    method: str = "hose"
    rig: str | None = None
    drip: Drip | None = None
    reservoir: Reservoir | None = None
    style: str | None = None
    pattern: str | None = None
    exposures: tuple[Exposure, ...] = ()
    waterings: tuple[Watering, ...] = ()
    observations: tuple[Observation, ...] = ()
    x_m: float | None = None
    y_m: float | None = None
    turn_deg: float = 0.0
    drain_holes: bool | None = None
    key: str = ""


@dataclass(frozen=True)
class TypedDay:
    """A day of weather typed by hand, in the weather file's columns and units; None: not known."""

    date: dt.date
    tmin: float | None = None
    tmax: float | None = None
    tmean: float | None = None
    rhmin: float | None = None
    rhmax: float | None = None
    rhmean: float | None = None
    tdew: float | None = None
    ea: float | None = None
    wind: float | None = None
    sunshine_h: float | None = None
    rs: float | None = None
    rain: float | None = None


@dataclass(frozen=True)
class FingerMark:
    """What one reading of a finger stands for with the people of this garden: a depletion as a share of TAW, and its
    standard deviation (bench/finger.py)."""

    reading: str
    share_of_taw: float
    spread: float


@dataclass(frozen=True)
class Measurement:
    """A small test of the bench on a date: what was read and what came of it, in the bench's own words.

    bed, rig: what it was about, by name.
    """

    date: dt.date
    kind: str
    given: Mapping[str, Any]
    found: Mapping[str, Any]
    bed: str | None = None
    rig: str | None = None


@dataclass(frozen=True)
class Season:
    """A season that was brought to its end."""

    name: str
    ended: dt.date


@dataclass(frozen=True)
class Person:
    """Somebody who waters: minutes they have on each weekday, from Monday."""

    name: str
    minutes: tuple[float, float, float, float, float, float, float]


@dataclass(frozen=True)
class Allowed:
    """Clock hours in which watering is allowed, on weekdays from Monday (0) to Sunday (6)."""

    from_h: float
    to_h: float
    weekdays: tuple[int, ...] = (0, 1, 2, 3, 4, 5, 6)


@dataclass(frozen=True)
class Move:
    """A soak of a bed that the gardener moved from one date to another."""

    bed: str
    from_date: dt.date
    to_date: dt.date


@dataclass(frozen=True)
class Gauge:
    """Rain read from the gardener's own gauge for a date [mm]; it beats every other source."""

    date: dt.date
    rain: float


@dataclass(frozen=True)
class Garden:
    """time_zone: of the IANA list; empty: utc_offset_h holds on every date.
    climate: a name of CLIMATES that stands in where no day is known; climate_days: its days where it is "file".
    method: how most of its beds are watered. can_l: what its can holds [L]; can_minutes: to fill, carry and pour one.
    """

    name: str
    latitude: float
    elevation_m: float
    longitude: float = 0.0
    utc_offset_h: float = 0.0
    style: str = "steady"
    coastal: bool = False
    wind_height_m: float = 2.0
    rigs: tuple[Rig, ...] = ()
    beds: tuple[Bed, ...] = ()
    gauge: tuple[Gauge, ...] = ()
    own_crops: tuple[OwnCrop, ...] = ()
    growth: str = "calendar"
    heat_rule: str = "absolute"
    people: tuple[Person, ...] = ()
    allowed: tuple[Allowed, ...] = ()
    moves: tuple[Move, ...] = ()
    things: tuple[Thing, ...] = ()
    north_deg: float = 0.0
    time_zone: str = ""
    days: tuple[TypedDay, ...] = ()
    climate: str | None = None
    climate_days: tuple[TypedDay, ...] = ()
    method: str = "hose"
    can_l: float = 10.0
    can_minutes: float = 1.5
    finger: tuple[FingerMark, ...] = ()
    measurements: tuple[Measurement, ...] = ()
    seasons: tuple[Season, ...] = ()


Dated = TypeVar("Dated", Soil, Exposure)


def check_opened(field: str, opened: dt.date, today: dt.date, latest: dt.date) -> None:
    """Hold the first day of a bed's ledger between OLDEST_OPENED before today and a latest date.

    Raises OutOfRangeError.
    """
    earliest = today - OLDEST_OPENED
    if not earliest <= opened <= latest:
        raise OutOfRangeError(field, opened.isoformat(), f"a date from {earliest} to {latest}")


def utc_offset_on(garden: Garden, date: dt.date) -> float:
    """Hours by which the garden's clocks are ahead of UTC at noon of a date: by its zone, where it names one."""
    return zone_offset_h(garden.time_zone, date) if garden.time_zone else garden.utc_offset_h


@functools.lru_cache(maxsize=8192)
def zone_offset_h(time_zone: str, date: dt.date) -> float:
    """Hours by which clocks in a zone of the IANA list are ahead of UTC at noon of a date."""
    offset = dt.datetime.combine(date, dt.time(12), zoneinfo.ZoneInfo(time_zone)).utcoffset()
    return offset.total_seconds() / 3600 if offset else 0.0


def on_date(records: tuple[Dated, ...], date: dt.date) -> Dated | None:
    """The record that holds on a date: the latest not after it; before the first of them, the first."""
    known = [r for r in records if r.date is None or r.date <= date]
    if not known:
        return records[0] if records else None
    return max(known, key=lambda r: r.date or dt.date.min)
