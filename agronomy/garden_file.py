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
from agronomy.describe.errors import FormatError, InputError, MissingError, OutOfRangeError, require_one_of
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


NAME: Final[Json] = {"type": "string", "minLength": 1, "maxLength": 60, "pattern": r"^\S(.*\S)?$"}
DATE: Final[Json] = {"type": "string", "format": "date", "pattern": r"^\d{4}-\d{2}-\d{2}$"}
LITRES: Final = _number(0.0, 5000.0, "L")
SHARE: Final = _number(0.0, 1.0, "share")


def _one_of(names: Any) -> Json:
    return {"enum": sorted(names)}


SOIL: Final = _object([], material=_one_of(MATERIALS), organic_matter_pct=_number(0.0, 8.0, "%"))
SIZE: Final = _object(
    ["date", "height", "spread_m"], date=DATE, height=_one_of(g.BODY_HEIGHTS), spread_m=_number(0.02, 8.0, "m")
)
PLANTING: Final = _object(
    ["crop", "count", "planted"],
    crop=_one_of(CROPS), count={"type": "integer", "minimum": 1, "maximum": 5000}, planted=DATE,
    sizes=_list(SIZE, 200), removed=_or_null(DATE), variety={"type": "string", "maxLength": 60},
)  # fmt: skip
MULCH: Final = _object(
    ["date", "kind"], date=DATE, kind=_one_of(g.MULCHES), depth_m=_number(0.0, 0.3, "m"), cover=SHARE
)
RIG: Final = _object(["name"], name=NAME, flow_l_per_min=_number(0.2, 200.0, "L/min"), measured=_or_null(DATE))
DRIP: Final = _object(
    ["emitters", "flow_l_per_h"],
    emitters={"type": "integer", "minimum": 1, "maximum": 5000}, flow_l_per_h=_number(0.1, 30.0, "L/h"),
)  # fmt: skip
RESERVOIR: Final = _object(
    ["capacity_l"], capacity_l=_number(0.2, 1000.0, "L"), wick_l_per_day=_number(0.1, 200.0, "L/d"),
    opening_l=_or_null(_number(0.0, 1000.0, "L")),
)  # fmt: skip
WATERING: Final = _object(
    ["date", "litres"], date=DATE, litres=LITRES, part=_one_of(g.DAY_PARTS), into=_one_of(("soil", "reservoir"))
)
CHECK: Final = _object(["date", "reading"], date=DATE, reading=_one_of(g.WETNESS))
BED: Final = _object(
    ["name", "kind", "length_m", "width_m", "opened"],
    name=NAME, kind=_one_of(g.KINDS), length_m=_number(0.08, 100.0, "m"), width_m=_number(0.08, 50.0, "m"),
    opened=DATE, opening_wetness=_or_null(_one_of(g.WETNESS)), round={"type": "boolean"},
    soil_depth_m=_or_null(_number(0.05, 1.5, "m")), soil=SOIL, plantings=_list(PLANTING, 60), mulches=_list(MULCH, 200),
    method=_one_of(g.METHODS), rig=_or_null(NAME), drip={"anyOf": [DRIP, {"type": "null"}]},
    reservoir={"anyOf": [RESERVOIR, {"type": "null"}]}, style=_or_null(_one_of(g.STYLES)),
    pattern=_or_null(_one_of(g.PATTERNS)), under_cover={"type": "boolean"},
    waterings=_list(WATERING, 5000), checks=_list(CHECK, 5000),
)  # fmt: skip
GAUGE: Final = _object(["date", "rain"], date=DATE, rain=_number(0.0, 1900.0, "mm"))
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
    ),
}  # fmt: skip


@functools.cache
def _validator(piece: str) -> Any:
    return jsonschema.Draft202012Validator(globals()[piece])


def check_piece(piece: str, value: Any, where: str = "") -> None:
    """Hold `value` against a schema of this module by its name ("BED", "PLANTING"...). Raises InputError."""
    error = best_match(_validator(piece).iter_errors(value))
    if error is not None:
        raise _as_input_error(error, where)


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
        "const": f"{limit!r}",
        "pattern": "a date as YYYY-MM-DD" if schema.get("format") == "date" else "text without space at its ends",
        "anyOf": "a description with all its fields, or null",
    }.get(rule, f"what the schema says ({rule})")
    return FormatError(path or "file", error.instance, allowed)


def _words(types: Any) -> str:
    return " or ".join(types) if isinstance(types, list) else str(types)


def read_garden(text: str, name: str = "garden file") -> g.Garden:
    """A Garden from the text of a garden file. Raises InputError naming file, field, value and what is allowed."""

    def refuse(constant: str) -> None:
        raise FormatError(name, constant, "finite numbers")

    try:
        value = json.loads(text, parse_constant=refuse)
    except json.JSONDecodeError as error:
        raise FormatError(f"{name} line {error.lineno}", error.msg, "JSON") from error
    except RecursionError:
        raise FormatError(name, "deep nesting", "a garden file") from None
    check_piece("GARDEN", value, "")
    return garden_from_json(value)


def garden_from_json(value: Json) -> g.Garden:
    """A Garden from a checked JSON value; refuses beds or rigs named twice and beds that name no rig."""
    rigs = tuple(g.Rig(**{**r, "measured": _date_or_none(r.get("measured"))}) for r in value.get("rigs", []))
    rig_names = _unique([r.name for r in rigs], "rigs")
    beds = tuple(bed_from_json(b, f"beds[{i}]") for i, b in enumerate(value["beds"]))
    _unique([b.name for b in beds], "beds")
    for i, bed in enumerate(beds):
        if bed.rig is not None:
            require_one_of(f"beds[{i}].rig", bed.rig, rig_names)
    gauge = tuple(g.Gauge(_date(x["date"], "gauge.date"), float(x["rain"])) for x in value.get("gauge", []))
    _unique([x.date.isoformat() for x in gauge], "gauge")
    plain = {k: v for k, v in value.items() if k not in ("format", "rigs", "beds", "gauge")}
    return g.Garden(**plain, rigs=rigs, beds=beds, gauge=gauge)


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
    made = [cls(**{**x, "date": _date(x["date"], f"{where}[{i}].date")}) for i, x in enumerate(items)]
    return tuple(sorted(made, key=lambda x: x.date))


def bed_from_json(b: Json, where: str = "bed") -> g.Bed:
    """A Bed from a checked JSON value, with the checks that need two fields at once."""

    def at(field: str) -> str:
        return f"{where}.{field}" if where else field

    plantings = tuple(
        g.Planting(
            **{
                **p,
                "planted": _date(p["planted"], at(f"plantings[{i}].planted")),
                "removed": _date_or_none(p.get("removed"), at(f"plantings[{i}].removed")),
                "sizes": _dated(g.Size, p.get("sizes", []), at(f"plantings[{i}].sizes")),
            }
        )
        for i, p in enumerate(b.get("plantings", []))
    )
    for i, p in enumerate(plantings):
        if p.removed is not None and p.removed < p.planted:
            raise OutOfRangeError(at(f"plantings[{i}].removed"), p.removed.isoformat(), f"not before {p.planted}")
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
            "soil": g.Soil(**b.get("soil", {})),
            "plantings": plantings,
            "mulches": _dated(g.Mulch, b.get("mulches", []), at("mulches")),
            "drip": g.Drip(**b["drip"]) if b.get("drip") else None,
            "reservoir": reservoir,
            "waterings": _dated(g.Watering, b.get("waterings", []), at("waterings")),
            "checks": _dated(g.Check, b.get("checks", []), at("checks")),
        }
    )
