"""The frozen descriptions: what a garden is, in the same words as the open garden file."""

from __future__ import annotations

import datetime as dt
from dataclasses import dataclass, field
from typing import Final

# kind -> (is a container, usual soil depth in m (practice), what it is called)
KINDS: Final[dict[str, tuple[bool, float, str]]] = {
    "raised": (False, 0.30, "raised bed"),
    "open": (False, 0.45, "open ground"),
    "keyhole": (False, 0.45, "keyhole bed"),
    "row": (False, 0.45, "long row"),
    "pot": (True, 0.28, "pot"),
    "half_barrel": (True, 0.40, "half barrel"),
    "trough": (True, 0.20, "trough"),
    "fabric_bag": (True, 0.30, "fabric bag"),
    "hanging_basket": (True, 0.16, "hanging basket"),
    "self_watering_box": (True, 0.25, "self-watering box"),
}
METHODS: Final = ("hose", "can", "drip", "reservoir")
STYLES: Final = ("ample", "steady", "sparing")
PATTERNS: Final = ("deep_and_seldom", "little_and_often")
MULCHES: Final = ("none", "straw", "leaf_mould", "compost", "bark", "film")
BODY_HEIGHTS: Final[dict[str, float]] = {  # m; common practice, no source
    "ankle": 0.10, "knee": 0.45, "waist": 0.90, "shoulder": 1.40, "overhead": 1.90,
}  # fmt: skip
WETNESS: Final = ("dry", "just_damp", "moist", "wet")
DAY_PARTS: Final = ("morning", "evening")


@dataclass(frozen=True)
class Soil:
    """material: a USDA texture class, a mix, a squeeze outcome, or "unknown" (ground/holding.py lists them)."""

    material: str = "unknown"
    organic_matter_pct: float = 2.5


@dataclass(frozen=True)
class Size:
    """A size as seen on a date. height: a name of BODY_HEIGHTS; spread across one plant [m]."""

    date: dt.date
    height: str
    spread_m: float


@dataclass(frozen=True)
class Planting:
    crop: str
    count: int
    planted: dt.date
    sizes: tuple[Size, ...] = ()
    removed: dt.date | None = None
    variety: str = ""


@dataclass(frozen=True)
class Mulch:
    """From `date` on this lies on the bed: depth [m], share of the ground covered [0..1]."""

    date: dt.date
    kind: str
    depth_m: float = 0.05
    cover: float = 1.0


@dataclass(frozen=True)
class Rig:
    """What water comes from: a hose or tap with its flow, measured by bucket or a default."""

    name: str
    flow_l_per_min: float = 12.0
    measured: dt.date | None = None


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
    """litres poured on a bed on a date; into: "soil" or "reservoir"."""

    date: dt.date
    litres: float
    part: str = "morning"
    into: str = "soil"


@dataclass(frozen=True)
class Check:
    """A finger in the soil at the start of a date: dry, just_damp, moist or wet."""

    date: dt.date
    reading: str


@dataclass(frozen=True)
class Bed:
    name: str
    kind: str
    length_m: float
    width_m: float
    opened: dt.date
    opening_wetness: str | None = None
    round: bool = False
    soil_depth_m: float | None = None
    soil: Soil = field(default_factory=Soil)
    plantings: tuple[Planting, ...] = ()
    mulches: tuple[Mulch, ...] = ()
    method: str = "hose"
    rig: str | None = None
    drip: Drip | None = None
    reservoir: Reservoir | None = None
    style: str | None = None
    pattern: str | None = None
    under_cover: bool = False
    waterings: tuple[Watering, ...] = ()
    checks: tuple[Check, ...] = ()


@dataclass(frozen=True)
class Gauge:
    """Rain read from the gardener's own gauge for a date [mm]; it beats every other source."""

    date: dt.date
    rain: float


@dataclass(frozen=True)
class Garden:
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
