"""The fields of the garden file as tables of text: what each means, may be, and is where it is left out."""

from __future__ import annotations

import dataclasses
import datetime as dt
from typing import Any, Final

from agronomy.describe import bed, garden, planting, soil, water
from agronomy.formats.described import Json, schema_of

TABLES: Final = (
    garden.Garden,
    bed.Bed,
    soil.Soil,
    soil.Jar,
    soil.Part,
    soil.Layer,
    bed.Exposure,
    bed.Mulch,
    planting.Planting,
    planting.Size,
    planting.Count,
    planting.OwnCrop,
    water.Rig,
    water.Programme,
    water.Drip,
    water.Reservoir,
    water.Watering,
    water.Observation,
    garden.Gauge,
    garden.TypedDay,
    garden.Person,
    garden.Allowed,
    garden.Move,
    garden.Absence,
    garden.Thing,
    garden.FingerMark,
    garden.Measurement,
    garden.Season,
)


def field_tables() -> str:
    """One table for each description, in Markdown."""
    return "\n".join(_table(described) for described in TABLES)


def _table(described: Any) -> str:
    properties = schema_of(described)["properties"]
    lines = [f"**{described.__name__}**: {(described.__doc__ or '').split(chr(10))[0]}", ""]
    lines += ["| field | what it means | what it may be | left out |", "|---|---|---|---|"]
    for f in dataclasses.fields(described):
        if f.name in properties:
            said = properties[f.name]
            lines.append(f"| `{f.name}` | {said.get('description', '')} | {_allowed(said)} | {_default(f)} |")
    return "\n".join([*lines, ""])


def _default(f: dataclasses.Field[Any]) -> str:
    if f.default is dataclasses.MISSING:
        return "needed"
    if f.default in (None, "", ()):
        return ""
    if isinstance(f.default, tuple):
        return ", ".join(str(x) for x in f.default)
    return f"`{str(f.default).lower() if isinstance(f.default, bool) else f.default}`"


def _allowed(said: Json) -> str:
    choices = [x for x in said.get("anyOf", [said]) if x.get("type") != "null"]
    return " or ".join(_one({**x, **{k: v for k, v in said.items() if k == "x-unit"}}) for x in choices)


def _one(said: Json) -> str:
    if "enum" in said:
        return ", ".join(f"`{x}`" for x in said["enum"])
    if "minimum" in said:
        unit = f" {said['x-unit']}" if said.get("x-unit") else ""
        return f"{said['minimum']:g} to {said['maximum']:g}{unit}"
    if said.get("type") == "array":
        return f"a list, at most {said['maxItems']}"
    if said.get("format") == "date":
        return f"a date, such as {dt.date(2025, 7, 11)}"
    plain = {"boolean": "true or false", "string": "text", "object": "its own fields", "number": "a number"}
    kind = said.get("type", "object")
    return plain[kind if isinstance(kind, str) else kind[0]]
