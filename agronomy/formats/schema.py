"""The garden file's JSON Schema, and how a value is held against a piece of it.

Every bound on what a person may enter stands here, once; the web forms ask this module too.
"""

from __future__ import annotations

import functools
from typing import Any, Final, cast

import jsonschema
from jsonschema.exceptions import ValidationError, best_match

from agronomy.describe import garden as g
from agronomy.describe.errors import (
    DATE_PATTERN,
    DATES,
    FormatError,
    InputError,
    MissingError,
    OutOfRangeError,
    require_between,
    require_one_of,
)
from agronomy.describe.kinds import KINDS
from agronomy.describe.weather import WEATHER_BOUNDS
from agronomy.ground.holding import MATERIALS
from agronomy.ground.texture import CLASS_CENTRES
from agronomy.plants.crops import CROPS

Json = dict[str, Any]


def _number(low: float, high: float, unit: str) -> Json:
    return {"type": "number", "minimum": low, "maximum": high, "x-unit": unit}


def _object(required: list[str], **properties: Json) -> Json:
    return {"type": "object", "additionalProperties": False, "required": required, "properties": properties}


def _list(item: Json, most: int) -> Json:
    return {"type": "array", "items": item, "maxItems": most}


def _some(item: Json, least: int, most: int) -> Json:
    return {"type": "array", "items": item, "minItems": least, "maxItems": most}


def _or_null(schema: Json) -> Json:
    return {**schema, "type": [schema["type"], "null"]} if "enum" not in schema else {"enum": [*schema["enum"], None]}


def _nullable(schema: Json) -> Json:
    return {"anyOf": [schema, {"type": "null"}]}


NAME: Final[Json] = {"type": "string", "minLength": 1, "maxLength": 60, "pattern": r"^\S(.*\S)?$"}
DATE: Final[Json] = {"type": "string", "format": "date", "pattern": DATE_PATTERN}
LITRES: Final = _number(0.0, 5000.0, "L")
SHARE: Final = _number(0.0, 1.0, "share")


def _one_of(names: Any) -> Json:
    return {"enum": sorted(names)}


PERCENT: Final = _number(0.0, 100.0, "%")
JAR: Final = _object(
    ["sand_mm", "silt_mm", "clay_mm"],
    **{f"{name}_mm": _number(0.5, 500.0, "mm") for name in ("sand", "silt", "clay")},
    jars={"type": "integer", "minimum": 1, "maximum": 20, "x-unit": "jars"},
)
PART: Final = _object(["ingredient", "parts"], ingredient=_one_of(g.INGREDIENTS), parts=_number(0.05, 100.0, "parts"))
LAYER: Final = _object(
    ["depth_m", "material"], depth_m=_number(0.02, 1.5, "m"),
    material=_one_of(m for m in MATERIALS if m != "own_mix"), organic_matter_pct=_number(0.0, 8.0, "%"),
)  # fmt: skip
SOIL: Final = _object(
    [],
    date=_or_null(DATE), material=_one_of(MATERIALS), organic_matter_pct=_number(0.0, 8.0, "%"),
    jar=_nullable(JAR), sand_pct=_or_null(PERCENT), clay_pct=_or_null(PERCENT), mix=_list(PART, 12),
    stones_pct=_number(0.0, 80.0, "%"), loosened_m=_or_null(_number(0.05, 1.5, "m")),
    woody_fill_m=_number(0.0, 1.2, "m"), drainage=_one_of(g.DRAINAGES),
    intake_mm_per_h=_or_null(_number(0.1, 2000.0, "mm/h")), top_m=_or_null(_number(0.02, 1.5, "m")),
    layers=_list(LAYER, 5), feel=_list(_one_of(CLASS_CENTRES), 20),
)  # fmt: skip
HOUR: Final = _number(0.0, 24.0, "h")
EXPOSURE: Final = _object(
    [],
    date=_or_null(DATE), sun_from_h=HOUR, sun_to_h=HOUR, shade_pct=_number(0.0, 95.0, "%"),
    shelter=_one_of(g.SHELTERS), warm_wall={"type": "boolean"}, cover=_one_of(g.COVERS),
)  # fmt: skip
SIZE: Final = _object(
    ["date", "height", "spread_m"], date=DATE, height=_one_of(g.BODY_HEIGHTS), spread_m=_number(0.02, 8.0, "m")
)
PLANTS: Final[Json] = {"type": "integer", "minimum": 1, "maximum": 5000, "x-unit": "plants"}
OWN_CROP: Final = _object(
    ["name", "like"],
    name=NAME, like=_one_of(CROPS), height_m=_or_null(_number(0.02, 12.0, "m")),
    spread_m=_or_null(_number(0.02, 12.0, "m")), root_depth_m=_or_null(_number(0.05, 3.0, "m")),
    days=_or_null({"type": "integer", "minimum": 10, "maximum": 500, "x-unit": "days"}),
    p=_or_null(_number(0.1, 0.8, "share")),
    wet_feet=_or_null({"type": "integer", "minimum": 1, "maximum": 3, "x-unit": "(1 bears it, 3 badly)"}),
    frost_c=_or_null(_number(-30.0, 10.0, "degrees C")), soil_c=_or_null(_number(0.0, 30.0, "degrees C")),
)  # fmt: skip
THINNED: Final = _object(["date", "count"], date=DATE, count=PLANTS)
PLANTING: Final = _object(
    ["crop", "count", "planted"],
    crop=_one_of(CROPS), own_crop=_or_null(NAME), count=PLANTS, planted=DATE, sizes=_list(SIZE, 200),
    removed=_or_null(DATE), variety={"type": "string", "maxLength": 60}, start=_one_of(g.STARTS),
    buried_m=_number(0.0, 0.5, "m"), thinned=_list(THINNED, 50), spacing_m=_or_null(_number(0.01, 5.0, "m")),
    watered={"type": ["boolean", "null"]},
)  # fmt: skip
MULCH: Final = _object(
    ["date", "kind"], date=DATE, kind=_one_of(g.MULCHES), depth_m=_number(0.0, 0.3, "m"), cover=SHARE
)
MAP_M: Final = _number(-500.0, 500.0, "m")
TURN: Final = _number(-360.0, 360.0, "degrees clockwise")
THING: Final = _object(
    ["kind", "x_m", "y_m", "length_m"],
    kind=_one_of(g.THINGS), x_m=MAP_M, y_m=MAP_M,
    length_m=_number(0.1, 200.0, "m"), width_m=_number(0.05, 200.0, "m"),
    height_m=_or_null(_number(0.0, 60.0, "m")), turn_deg=TURN, name={"type": "string", "maxLength": 60},
)  # fmt: skip
RIG: Final = _object(
    ["name"],
    x_m=_or_null(MAP_M),
    y_m=_or_null(MAP_M),
    hose_m=_or_null(_number(0.5, 200.0, "m")),
    name=NAME,
    flow_l_per_min=_number(0.2, 200.0, "L/min"),
    measured=_or_null(DATE),
    flow_cv=_or_null(_number(0.0, 1.0, "share")),
)
DRIP: Final = _object(
    ["emitters", "flow_l_per_h"],
    emitters={"type": "integer", "minimum": 1, "maximum": 5000}, flow_l_per_h=_number(0.1, 30.0, "L/h"),
)  # fmt: skip
RESERVOIR: Final = _object(
    ["capacity_l"], capacity_l=_number(0.2, 1000.0, "L"), wick_l_per_day=_number(0.1, 200.0, "L/d"),
    opening_l=_or_null(_number(0.0, 1000.0, "L")),
)  # fmt: skip
WATERING: Final = _object(
    ["date", "litres"],
    date=DATE,
    litres=LITRES,
    part=_one_of(g.DAY_PARTS),
    into=_one_of(("soil", "reservoir")),
    passes={"type": "integer", "minimum": 1, "maximum": 10, "x-unit": "goes"},
)
OBSERVATION: Final = _object(
    ["date"],
    date=DATE, kind=_one_of(g.OBSERVATION_KINDS), reading=_or_null(_one_of((*g.WETNESS, *g.WEIGHTS))),
    value=_or_null(_number(0.0, 1000.0, "")),
)  # fmt: skip
BED: Final = _object(
    ["name", "kind", "length_m", "width_m", "opened"],
    name=NAME, kind=_one_of(KINDS), length_m=_number(0.08, 100.0, "m"), width_m=_number(0.08, 50.0, "m"),
    opened=DATE, opening_wetness=_or_null(_one_of(g.WETNESS)), round={"type": "boolean"},
    soil_depth_m=_or_null(_number(0.05, 1.5, "m")), soils=_list(SOIL, 60), plantings=_list(PLANTING, 60),
    mulches=_list(MULCH, 200),
    method=_one_of(g.METHODS), rig=_or_null(NAME), drip=_nullable(DRIP),
    reservoir=_nullable(RESERVOIR), style=_or_null(_one_of(g.STYLES)),
    pattern=_or_null(_one_of(g.PATTERNS)), exposures=_list(EXPOSURE, 200),
    waterings=_list(WATERING, 5000), observations=_list(OBSERVATION, 5000), x_m=_or_null(MAP_M),
    y_m=_or_null(MAP_M), turn_deg=TURN, drain_holes={"type": ["boolean", "null"]},
)  # fmt: skip
GAUGE: Final = _object(["date", "rain"], date=DATE, rain=_number(0.0, 1900.0, "mm"))
PERSON: Final = _object(
    ["name", "minutes"], name=NAME,
    minutes={**_list(_number(0.0, 1440.0, "minutes"), 7), "minItems": 7},
)  # fmt: skip
ALLOWED: Final = _object(
    ["from_h", "to_h"], from_h=HOUR, to_h=HOUR,
    weekdays=_list({"type": "integer", "minimum": 0, "maximum": 6, "x-unit": "(0 is Monday)"}, 7),
)  # fmt: skip
MOVE: Final = _object(["bed", "from_date", "to_date"], bed=NAME, from_date=DATE, to_date=DATE)
DAY: Final = _object(
    ["date"], date=DATE, **{name: _or_null(_number(*bounds)) for name, bounds in WEATHER_BOUNDS.items()}
)
FINGER_MARK: Final = _object(
    ["reading", "share_of_taw", "spread"], reading=_one_of(g.WETNESS), share_of_taw=SHARE, spread=SHARE
)
# What is read in each test of the bench.
FILLING: Final = _object(["litres", "seconds"], litres=_number(0.1, 1000.0, "L"), seconds=_number(0.5, 7200.0, "s"))
CAN_TRIP: Final = _object(["litres", "minutes"], litres=_number(0.5, 50.0, "L"), minutes=_number(0.05, 60.0, "min"))
HANDFUL: Final = _object(
    ["ball"], ball={"type": "boolean"}, ribbon_cm=_or_null(_number(0.0, 30.0, "cm")),
    feel=_or_null(_one_of(("gritty", "neither", "smooth"))),
)  # fmt: skip
IN_HOLE: Final = _object(
    ["minutes", "water_cm"], minutes=_number(0.0, 2880.0, "min"), water_cm=_number(0.0, 150.0, "cm")
)  # fmt: skip
HOLE: Final = _object(
    ["across_cm", "readings"], across_cm=_number(2.0, 100.0, "cm"), readings=_some(IN_HOLE, 2, 20)
)  # fmt: skip
FELT: Final = _object(["weight_g", "reading"], weight_g=_number(10.0, 100000.0, "g"), reading=_one_of(g.WETNESS))
CM: Final = _or_null(_number(3.0, 500.0, "cm"))
BUCKET_TEST: Final = _object(
    ["alone"], alone=_some(FILLING, 1, 20), shared=_list(FILLING, 20), use=_one_of(("alone", "shared"))
)  # fmt: skip
CAN_TEST: Final = _object(["trials"], trials=_some(CAN_TRIP, 1, 20))
SQUEEZE_TEST: Final = _object(["handfuls"], handfuls=_some(HANDFUL, 1, 20))
JAR_TEST: Final = _object(["jars"], jars=_some(JAR, 1, 20))
DRAIN_TEST: Final = _object(["holes"], holes=_some(HOLE, 1, 10))
FINGER_TEST: Final = _object(
    ["full_g", "limp_g", "readings"],
    full_g=_number(50.0, 100000.0, "g"), limp_g=_number(10.0, 100000.0, "g"), readings=_some(FELT, 1, 60),
)  # fmt: skip
POT_TEST: Final = _object(
    ["shape"], shape=_one_of(("round", "box", "filled")), top_cm=CM, bottom_cm=CM, height_cm=CM, length_cm=CM,
    width_cm=CM, fillings=_list(_number(0.1, 2000.0, "L"), 20),
)  # fmt: skip
METER_TEST: Final = _object(
    ["since", "until", "before_l", "after_l"], since=DATE, until=DATE, before_l=_number(0.0, 1e9, "L"),
    after_l=_number(0.0, 1e9, "L"), other_l=_number(0.0, 1e6, "L"),
)  # fmt: skip
MIX_WANTED: Final = _object(
    ["volume_l", "mix", "bag_l"], volume_l=_number(0.1, 50000.0, "L"), mix=_some(PART, 1, 12),
    bag_l=_number(1.0, 2000.0, "L"),
)  # fmt: skip
MEASUREMENT: Final = _object(
    ["date", "kind", "given", "found"],
    date=DATE, kind=_one_of(g.MEASUREMENTS), bed=_or_null(NAME), rig=_or_null(NAME),
    given={"type": "object", "maxProperties": 40}, found={"type": "object", "maxProperties": 40},
)  # fmt: skip
SEASON: Final = _object(["name", "ended"], name=NAME, ended=DATE)
GARDEN: Final[Json] = {
    "$schema": "https://json-schema.org/draft/2020-12/schema",
    "title": "Isleshower garden file, version 2",
    "description": "A garden, its beds and what happened in them. Lengths m, water L, weather mm, dates YYYY-MM-DD.",
    **_object(
        ["name", "latitude", "elevation_m", "beds"],
        format={"const": "isleshower-garden-2"}, name=NAME, latitude=_number(-66.0, 66.0, "degrees north"),
        longitude=_number(-180.0, 180.0, "degrees east"), elevation_m=_number(-430.0, 5500.0, "m"),
        utc_offset_h=_number(-12.0, 14.0, "h"), style=_one_of(g.STYLES), coastal={"type": "boolean"},
        wind_height_m=_number(0.5, 100.0, "m"), rigs=_list(RIG, 50), beds=_list(BED, 400), gauge=_list(GAUGE, 20000),
        own_crops=_list(OWN_CROP, 200), growth=_one_of(g.GROWTHS), heat_rule=_one_of(g.HEAT_RULES),
        people=_list(PERSON, 20), allowed=_list(ALLOWED, 20), moves=_list(MOVE, 2000),
        things=_list(THING, 300), north_deg=TURN,
        time_zone={"type": "string", "maxLength": 64}, days=_list(DAY, 20000),
        climate=_or_null(_one_of(g.CLIMATES)), climate_days=_list(DAY, 20000), method=_one_of(g.METHODS),
        can_l=_number(0.5, 50.0, "L"), can_minutes=_number(0.05, 60.0, "min"), finger=_list(FINGER_MARK, 4),
        measurements=_list(MEASUREMENT, 2000), seasons=_list(SEASON, 100),
    ),
}  # fmt: skip


@functools.cache
def _validator(piece: str) -> Any:
    return jsonschema.Draft202012Validator(globals()[piece], format_checker=jsonschema.FormatChecker(["date"]))


def check_piece(piece: str, value: Any, where: str = "") -> None:
    """Hold `value` against a schema of this module by its name ("BED", "PLANTING"...). Raises InputError."""
    error = best_match(_validator(piece).iter_errors(value))
    if error is not None:
        raise _as_input_error(error, where)


def schema_of(piece: str, name: str) -> Json:
    """The schema of one field of a piece of this module."""
    return cast(Json, globals()[piece]["properties"][name])


def check_number(field: str, value: Any, schema: Json) -> float:
    """Hold one number against its schema. Raises OutOfRangeError naming the field."""
    return require_between(field, value, schema["minimum"], schema["maximum"], schema.get("x-unit", ""))


def _as_input_error(error: ValidationError, where: str) -> InputError:
    path = where
    for step in error.absolute_path:
        path += f"[{step}]" if isinstance(step, int) else (f".{step}" if path else str(step))
    rule, limit = str(error.validator), error.validator_value
    schema = cast(Json, error.schema)
    if rule == "required":
        missing = next(name for name in limit if name not in cast(Json, error.instance))
        return MissingError(f"{path}.{missing}" if path else missing, "a value")
    if rule == "additionalProperties":
        known = sorted(schema["properties"])
        extra = next(name for name in cast(Json, error.instance) if name not in schema["properties"])
        return FormatError(path or "file", extra, "only the fields " + ", ".join(known))
    if rule in ("minimum", "maximum"):
        unit = schema.get("x-unit", "")
        return OutOfRangeError(
            path, error.instance, f"a number from {schema['minimum']:g} to {schema['maximum']:g} {unit}".strip()
        )
    if rule == "enum":
        try:
            require_one_of(path, error.instance, [n for n in limit if n is not None])
        except InputError as wrong:
            return wrong
    allowed = {
        "type": "a value of type " + " or ".join(limit if isinstance(limit, list) else [limit])
        if rule == "type"
        else "",
        "minLength": "some text",
        "maxLength": f"at most {limit} characters",
        "maxItems": f"at most {limit} entries",
        "minItems": f"at least {limit} of them" if limit == 1 else f"{limit} entries",
        "const": f"{limit!r}",
        "format": DATES,
        "pattern": DATES if schema.get("format") == "date" else "text without space at its ends",
        "anyOf": "a description with all its fields, or null",
    }.get(rule, f"what the schema says ({rule})")
    return FormatError(path or "file", error.instance, allowed)


def piece_faults(piece: str, value: Any, where: str = "") -> list[InputError]:
    """Every fault of `value` against a schema of this module, in the order of their places."""
    errors = sorted(_validator(piece).iter_errors(value), key=lambda e: [str(x) for x in e.absolute_path])
    return [_as_input_error(error, where) for error in errors]
