"""The garden file's JSON Schema, and the one reader that turns such a file into descriptions.

Every bound on what a person may enter stands here, once; the web forms ask this module too.
"""

from __future__ import annotations

import datetime as dt
import functools
import json
from typing import Any, Final, cast

import jsonschema
from jsonschema.exceptions import ValidationError, best_match

from agronomy.describe import garden as g
from agronomy.describe.errors import (
    FormatError,
    InputError,
    MissingError,
    OutOfRangeError,
    require_between,
    require_one_of,
)
from agronomy.describe.weather import WEATHER_BOUNDS, check_day
from agronomy.ground.holding import MATERIALS
from agronomy.plants.crops import CROPS

Json = dict[str, Any]


def _number(low: float, high: float, unit: str) -> Json:
    return {"type": "number", "minimum": low, "maximum": high, "x-unit": unit}


def _object(required: list[str], **properties: Json) -> Json:
    return {"type": "object", "additionalProperties": False, "required": required, "properties": properties}


def _list(item: Json, most: int) -> Json:
    return {"type": "array", "items": item, "maxItems": most}


def _or_null(schema: Json) -> Json:
    return {**schema, "type": [schema["type"], "null"]} if "enum" not in schema else {"enum": [*schema["enum"], None]}


def _nullable(schema: Json) -> Json:
    return {"anyOf": [schema, {"type": "null"}]}


NAME: Final[Json] = {"type": "string", "minLength": 1, "maxLength": 60, "pattern": r"^\S(.*\S)?$"}
DATE: Final[Json] = {"type": "string", "format": "date", "pattern": r"^\d{4}-\d{2}-\d{2}$"}
LITRES: Final = _number(0.0, 5000.0, "L")
SHARE: Final = _number(0.0, 1.0, "share")


def _one_of(names: Any) -> Json:
    return {"enum": sorted(names)}


PERCENT: Final = _number(0.0, 100.0, "%")
JAR: Final = _object(
    ["sand_mm", "silt_mm", "clay_mm"],
    **{f"{name}_mm": _number(0.5, 500.0, "mm") for name in ("sand", "silt", "clay")},
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
    layers=_list(LAYER, 5),
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
    buried_m=_number(0.0, 0.5, "m"), thinned=_list(THINNED, 50),
)  # fmt: skip
MULCH: Final = _object(
    ["date", "kind"], date=DATE, kind=_one_of(g.MULCHES), depth_m=_number(0.0, 0.3, "m"), cover=SHARE
)
PLAN_M: Final = _number(-500.0, 500.0, "m")
TURN: Final = _number(-360.0, 360.0, "degrees clockwise")
THING: Final = _object(
    ["kind", "x_m", "y_m", "length_m"],
    kind=_one_of(g.THINGS), x_m=PLAN_M, y_m=PLAN_M,
    length_m=_number(0.1, 200.0, "m"), width_m=_number(0.05, 200.0, "m"),
    height_m=_or_null(_number(0.0, 60.0, "m")), turn_deg=TURN, name={"type": "string", "maxLength": 60},
)  # fmt: skip
RIG: Final = _object(
    ["name"],
    x_m=_or_null(PLAN_M),
    y_m=_or_null(PLAN_M),
    hose_m=_or_null(_number(0.5, 200.0, "m")),
    name=NAME,
    flow_l_per_min=_number(0.2, 200.0, "L/min"),
    measured=_or_null(DATE),
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
CHECK: Final = _object(
    ["date"],
    date=DATE, kind=_one_of(g.CHECK_KINDS), reading=_or_null(_one_of((*g.WETNESS, *g.WEIGHTS))),
    value=_or_null(_number(0.0, 1000.0, "")),
)  # fmt: skip
BED: Final = _object(
    ["name", "kind", "length_m", "width_m", "opened"],
    name=NAME, kind=_one_of(g.KINDS), length_m=_number(0.08, 100.0, "m"), width_m=_number(0.08, 50.0, "m"),
    opened=DATE, opening_wetness=_or_null(_one_of(g.WETNESS)), round={"type": "boolean"},
    soil_depth_m=_or_null(_number(0.05, 1.5, "m")), soils=_list(SOIL, 60), plantings=_list(PLANTING, 60),
    mulches=_list(MULCH, 200),
    method=_one_of(g.METHODS), rig=_or_null(NAME), drip=_nullable(DRIP),
    reservoir=_nullable(RESERVOIR), style=_or_null(_one_of(g.STYLES)),
    pattern=_or_null(_one_of(g.PATTERNS)), exposures=_list(EXPOSURE, 200),
    waterings=_list(WATERING, 5000), checks=_list(CHECK, 5000), x_m=_or_null(PLAN_M),
    y_m=_or_null(PLAN_M), turn_deg=TURN,
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
GARDEN: Final[Json] = {
    "$schema": "https://json-schema.org/draft/2020-12/schema",
    "title": "Isleshower garden file, version 1",
    "description": "A garden, its beds and what happened in them. Lengths m, water L, weather mm, dates YYYY-MM-DD.",
    **_object(
        ["name", "latitude", "elevation_m", "beds"],
        format={"const": "isleshower-garden-1"}, name=NAME, latitude=_number(-66.0, 66.0, "degrees north"),
        longitude=_number(-180.0, 180.0, "degrees east"), elevation_m=_number(-430.0, 5500.0, "m"),
        utc_offset_h=_number(-12.0, 14.0, "h"), style=_one_of(g.STYLES), coastal={"type": "boolean"},
        wind_height_m=_number(0.5, 100.0, "m"), rigs=_list(RIG, 50), beds=_list(BED, 400), gauge=_list(GAUGE, 20000),
        own_crops=_list(OWN_CROP, 200), growth=_one_of(g.GROWTHS), heat_rule=_one_of(g.HEAT_RULES),
        people=_list(PERSON, 20), allowed=_list(ALLOWED, 20), moves=_list(MOVE, 2000),
        things=_list(THING, 300), north_deg=TURN,
        time_zone={"type": "string", "maxLength": 64}, days=_list(DAY, 20000),
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
        "type": f"a value of type {_words(limit)}",
        "minLength": "some text",
        "maxLength": f"at most {limit} characters",
        "maxItems": f"at most {limit} entries",
        "minItems": f"{limit} entries",
        "const": f"{limit!r}",
        "format": "a date as YYYY-MM-DD",
        "pattern": "a date as YYYY-MM-DD" if schema.get("format") == "date" else "text without space at its ends",
        "anyOf": "a description with all its fields, or null",
    }.get(rule, f"what the schema says ({rule})")
    return FormatError(path or "file", error.instance, allowed)


def _words(types: Any) -> str:
    return " or ".join(types) if isinstance(types, list) else str(types)


def read_garden(text: str, name: str = "garden file") -> g.Garden:
    """A Garden from the text of a garden file. Raises InputError naming file, field, value and what is allowed."""
    value = load(text, name)
    check_piece("GARDEN", value, "")
    return garden_from_json(value)


def load(text: str, name: str) -> Any:
    """The JSON value of a text; NaN and infinities are refused. Raises FormatError."""

    def refuse(constant: str) -> None:
        raise FormatError(name, constant, "finite numbers")

    try:
        return json.loads(text, parse_constant=refuse)
    except json.JSONDecodeError as error:
        raise FormatError(f"{name} line {error.lineno}", error.msg, "JSON") from error
    except RecursionError:
        raise FormatError(name, "deep nesting", "a garden file") from None


def piece_faults(piece: str, value: Any, where: str = "") -> list[InputError]:
    """Every fault of `value` against a schema of this module, in the order of their places."""
    errors = sorted(_validator(piece).iter_errors(value), key=lambda e: [str(x) for x in e.absolute_path])
    return [_as_input_error(error, where) for error in errors]


def garden_from_json(value: Json) -> g.Garden:
    """A Garden from a checked JSON value; refuses what is named twice and beds that name no rig or own crop."""
    rigs = tuple(g.Rig(**{**r, "measured": _date_or_none(r.get("measured"))}) for r in value.get("rigs", []))
    rig_names = _unique([r.name for r in rigs], "rigs")
    own = tuple(g.OwnCrop(**x) for x in value.get("own_crops", []))
    _unique([x.name for x in own], "own_crops")
    beds = tuple(bed_from_json(b, f"beds[{i}]", {x.name: x for x in own}) for i, b in enumerate(value["beds"]))
    names = _unique([b.name for b in beds], "beds")
    for i, bed in enumerate(beds):
        if bed.rig is not None:
            require_one_of(f"beds[{i}].rig", bed.rig, rig_names)
    gauge = tuple(g.Gauge(_date(x["date"], "gauge.date"), float(x["rain"])) for x in value.get("gauge", []))
    _unique([x.date.isoformat() for x in gauge], "gauge")
    _unique([x["date"] for x in value.get("days", [])], "days")
    moves = tuple(_move(x, f"moves[{i}]", names) for i, x in enumerate(value.get("moves", [])))
    built: Json = {
        "days": tuple(_day(x, f"days[{i}]") for i, x in enumerate(value.get("days", []))),
        "things": tuple(g.Thing(**x) for x in value.get("things", [])),
        "rigs": rigs, "beds": beds, "gauge": gauge, "own_crops": own, "moves": moves,
        "people": tuple(g.Person(x["name"], tuple(map(float, x["minutes"]))) for x in value.get("people", [])),  # type: ignore[arg-type]
        "allowed": tuple(allowed_from_json(x, f"allowed[{i}]") for i, x in enumerate(value.get("allowed", []))),
    }  # fmt: skip
    plain = {k: v for k, v in value.items() if k != "format" and k not in built}
    return g.Garden(**plain, **built)


def _day(x: Json, where: str) -> g.TypedDay:
    """A typed day, whose values must agree with each other."""
    check_day({name: x.get(name) for name in WEATHER_BOUNDS}, f"{where}.")
    return g.TypedDay(**{**x, "date": _date(x["date"], f"{where}.date")})


def _move(x: Json, where: str, beds: list[str]) -> g.Move:
    require_one_of(f"{where}.bed", x["bed"], beds)
    return g.Move(x["bed"], _date(x["from_date"], f"{where}.from_date"), _date(x["to_date"], f"{where}.to_date"))


def allowed_from_json(x: Json, where: str = "allowed") -> g.Allowed:
    """Allowed hours from a checked JSON value; they end after they begin."""
    if x["from_h"] >= x["to_h"]:
        raise OutOfRangeError(f"{where}.to_h", x["to_h"], f"later than from_h ({x['from_h']:g})")
    days = x.get("weekdays", list(range(7)))
    if not days:
        raise MissingError(f"{where}.weekdays", "at least one weekday")
    return g.Allowed(float(x["from_h"]), float(x["to_h"]), tuple(sorted(set(days))))


def _unique(names: list[str], where: str) -> list[str]:
    for i, name in enumerate(names):
        if name in names[:i]:
            raise InputError(f"{where}[{i}]", name, "each name or date once")
    return names


def _date(text: str, where: str) -> dt.date:
    try:
        return dt.date.fromisoformat(text)
    except ValueError:
        raise FormatError(where, text, "a date of the calendar as YYYY-MM-DD") from None


def _date_or_none(text: str | None, where: str = "date") -> dt.date | None:
    return None if text is None else _date(text, where)


def _dated(cls: Any, items: list[Json], where: str) -> Any:
    made = [cls(**{**x, "date": _date_or_none(x.get("date"), f"{where}[{i}].date")}) for i, x in enumerate(items)]
    return tuple(sorted(made, key=lambda x: x.date or dt.date.min))


def soil_from_json(x: Json, where: str = "soil") -> g.Soil:
    """A Soil from a checked JSON value, with the checks that need two fields at once."""
    sand, clay = x.get("sand_pct"), x.get("clay_pct")
    if (sand is None) != (clay is None):
        raise MissingError(f"{where}.{'sand_pct' if sand is None else 'clay_pct'}", "both sand and clay, or neither")
    if sand is not None and clay is not None and sand + clay > 100:
        raise OutOfRangeError(f"{where}.clay_pct", clay, f"at most {100 - sand:g} % beside {sand:g} % of sand")
    if x.get("material") == "own_mix" and not x.get("mix"):
        raise MissingError(f"{where}.mix", "at least one ingredient with its parts, since the material is own_mix")
    if x.get("layers") and x.get("top_m") is None:
        raise MissingError(f"{where}.top_m", "how thick the top layer is, since layers lie below it")
    return g.Soil(
        **{
            **x,
            "date": _date_or_none(x.get("date"), f"{where}.date"),
            "jar": g.Jar(**x["jar"]) if x.get("jar") else None,
            "mix": tuple(g.Part(**part) for part in x.get("mix", [])),
            "layers": tuple(g.Layer(**layer) for layer in x.get("layers", [])),
        }
    )


def exposure_from_json(x: Json, where: str = "exposure") -> g.Exposure:
    """An Exposure from a checked JSON value; the sun leaves after it comes."""
    if x.get("sun_from_h", 0.0) >= x.get("sun_to_h", 24.0):
        raise OutOfRangeError(
            f"{where}.sun_to_h", x.get("sun_to_h", 24.0), f"later than sun_from_h ({x.get('sun_from_h', 0.0):g})"
        )
    return g.Exposure(**{**x, "date": _date_or_none(x.get("date"), f"{where}.date")})


# kind of check -> (readings or None, bounds and unit of its value or None)
CHECK_NEEDS: Final[dict[str, tuple[tuple[str, ...] | None, tuple[float, float, str] | None]]] = {
    "finger": (g.WETNESS, None), "still_wet": (None, None), "lifted": (g.WEIGHTS, None),
    "probe": (None, (1.0, 90.0, "% of water by volume")), "dug": (None, (0.0, 1.5, "m")),
    "float": (None, (0.0, 1000.0, "L")),
}  # fmt: skip


def check_from_json(x: Json, where: str = "check") -> g.Check:
    """A Check from a checked JSON value: each kind has its reading or its value, and nothing else."""
    kind = x.get("kind", "finger")
    readings, bounds = CHECK_NEEDS[kind]
    at = f"{where}." if where else ""
    if readings is not None:
        if x.get("reading") is None:
            raise MissingError(f"{at}reading", "one of " + ", ".join(readings))
        require_one_of(f"{at}reading", x["reading"], readings)
    elif x.get("reading") is not None:
        raise InputError(f"{at}reading", x["reading"], f"no reading: a check of kind {kind} has none")
    if bounds is not None:
        if x.get("value") is None:
            raise MissingError(f"{at}value", f"a number from {bounds[0]:g} to {bounds[1]:g} {bounds[2]}")
        require_between(f"{at}value", x["value"], *bounds)
    elif x.get("value") is not None:
        raise InputError(f"{at}value", x["value"], f"no value: a check of kind {kind} has none")
    return g.Check(**{**x, "date": _date(x["date"], f"{at}date")})


def planting_from_json(p: Json, where: str, own_crops: dict[str, g.OwnCrop]) -> g.Planting:
    """A Planting from a checked JSON value; own_crops: the garden's, by name."""
    own = None
    if p.get("own_crop") is not None:
        own = own_crops[require_one_of(f"{where}.own_crop", p["own_crop"], own_crops)]
        if own.like != p["crop"]:
            raise InputError(f"{where}.crop", p["crop"], f"{own.like}, which {own.name} is like")
    planted, removed = _date(p["planted"], f"{where}.planted"), _date_or_none(p.get("removed"), f"{where}.removed")
    if removed is not None and removed < planted:
        raise OutOfRangeError(f"{where}.removed", removed.isoformat(), f"not before {planted}")
    thinned = _dated(g.Count, p.get("thinned", []), f"{where}.thinned")
    for i, change in enumerate(thinned):
        if change.date < planted:
            raise OutOfRangeError(f"{where}.thinned[{i}].date", change.date.isoformat(), f"not before {planted}")
    return g.Planting(
        **{
            **{k: v for k, v in p.items() if k != "own_crop"},
            "planted": planted,
            "removed": removed,
            "sizes": _dated(g.Size, p.get("sizes", []), f"{where}.sizes"),
            "thinned": thinned,
            "own": own,
        }
    )


def bed_from_json(b: Json, where: str = "bed", own_crops: dict[str, g.OwnCrop] | None = None) -> g.Bed:
    """A Bed from a checked JSON value, with the checks that need two fields at once."""

    def at(field: str) -> str:
        return f"{where}.{field}" if where else field

    def each(name: str, read: Any) -> Any:
        made = [read(x, at(f"{name}[{i}]")) for i, x in enumerate(b.get(name, []))]
        return tuple(sorted(made, key=lambda x: x.date or dt.date.min))

    plantings = tuple(
        planting_from_json(p, at(f"plantings[{i}]"), own_crops or {}) for i, p in enumerate(b.get("plantings", []))
    )
    method = b.get("method", "hose")
    for need in ("drip", "reservoir"):
        if method == need and b.get(need) is None:
            raise MissingError(at(need), f"the {need}'s description, since method is {need}")
    if b.get("round") and b["length_m"] != b["width_m"]:
        raise OutOfRangeError(at("width_m"), b["width_m"], "the same as length_m when round")
    reservoir = g.Reservoir(**b["reservoir"]) if b.get("reservoir") else None
    if reservoir and (reservoir.opening_l or 0) > reservoir.capacity_l:
        allowed = f"at most capacity_l ({reservoir.capacity_l:g})"
        raise OutOfRangeError(at("reservoir.opening_l"), reservoir.opening_l, allowed)
    return g.Bed(
        **{
            **b,
            "opened": _date(b["opened"], at("opened")),
            "soils": each("soils", soil_from_json),
            "exposures": each("exposures", exposure_from_json),
            "plantings": plantings,
            "mulches": _dated(g.Mulch, b.get("mulches", []), at("mulches")),
            "drip": g.Drip(**b["drip"]) if b.get("drip") else None,
            "reservoir": reservoir,
            "waterings": _dated(g.Watering, b.get("waterings", []), at("waterings")),
            "checks": each("checks", check_from_json),
        }
    )
