"""Descriptions in and out: a schema, a reader that names every fault by its place, and a writer, from their fields."""

from __future__ import annotations

import dataclasses
import datetime as dt
import functools
import json
from collections.abc import Hashable, Mapping
from typing import Any, Final, TypeVar, cast

from pydantic import ConfigDict, TypeAdapter, ValidationError
from pydantic_core import ErrorDetails

from agronomy.describe import bed, garden, planting, readings, soil, water
from agronomy.describe.errors import (
    DATES,
    FormatError,
    InputError,
    MissingError,
    OutOfRangeError,
    require_one_of,
)
from agronomy.describe.fields import NOT_IN_FILES

Json = dict[str, Any]
Described = TypeVar("Described")

# A description whose fields ask something of each other is read with that question.
CHECKED: Final[dict[Any, Any]] = {
    soil.Soil: soil.CheckedSoil,
    planting.Planting: planting.CheckedPlanting,
    water.Reservoir: water.CheckedReservoir,
    water.Observation: water.CheckedObservation,
    bed.Exposure: bed.CheckedExposure,
    bed.Bed: bed.CheckedBed,
    garden.Garden: garden.CheckedGarden,
}
for _module in (soil, planting, water, bed, garden, readings):
    for _made in list(vars(_module).values()):
        if isinstance(_made, type) and _made.__module__.startswith("agronomy.describe"):
            setattr(_made, "__pydantic_config__", ConfigDict(extra="forbid"))  # noqa: B010


@functools.cache
def _adapter(described: Any) -> TypeAdapter[Any]:
    return TypeAdapter(CHECKED.get(described, described))


@functools.cache
def schema_of(described: Any) -> Json:
    """The JSON Schema of a description, whole: nothing in it points elsewhere."""
    made = _adapter(described).json_schema()
    return cast(Json, _inlined({k: v for k, v in made.items() if k != "$defs"}, made.get("$defs", {})))


def _inlined(schema: Any, parts: Json) -> Any:
    if isinstance(schema, list):
        return [_inlined(x, parts) for x in schema]
    if not isinstance(schema, dict):
        return schema
    if "$ref" in schema:
        part = parts[schema["$ref"].rsplit("/", 1)[1]]
        return _inlined({**part, **{k: v for k, v in schema.items() if k != "$ref"}}, parts)
    plain = {k: _inlined(v, parts) for k, v in schema.items() if k != "title" or not isinstance(v, str)}
    if isinstance(plain.get("properties"), dict):
        plain["properties"] = {k: v for k, v in plain["properties"].items() if not v.get(NOT_IN_FILES)}
    return plain


def read(described: type[Described], value: Any, where: str = "", known: Mapping[str, Any] | None = None) -> Described:
    """A description from a JSON value. known: own_crops of the garden by name, for plantings that name one.

    Raises InputError for the first fault, naming its place, the value and what is allowed.
    """
    try:
        return cast(Described, _adapter(cast(Hashable, described)).validate_python(value, context=dict(known or {})))
    except ValidationError as error:
        raise _fault(described, error.errors(include_url=False)[0], where) from None


def faults(described: Any, value: Any, where: str = "", known: Mapping[str, Any] | None = None) -> list[InputError]:
    """Every fault of a JSON value, in the order of their places; empty where there is none."""
    try:
        _adapter(described).validate_python(value, context=dict(known or {}))
    except ValidationError as error:
        found = sorted(error.errors(include_url=False), key=lambda e: [(type(x).__name__, x) for x in e["loc"]])
        return [_fault(described, x, where) for x in found]
    return []


def check_field(described: Any, name: str, value: Any, where: str) -> None:
    """Hold the value of one field against its description. Raises InputError naming `where`."""
    piece = schema_of(described)["properties"][name]
    try:
        _field(described, name).validate_python(value)
    except ValidationError as error:
        raise _as_input_error(error.errors(include_url=False)[0], piece, where) from None


@functools.cache
def _field(described: Any, name: str) -> TypeAdapter[Any]:
    import typing

    return TypeAdapter(typing.get_type_hints(described, include_extras=True)[name])


def write(described: Any) -> Any:
    """The JSON value of a description; what is empty or not known is left out. Reading it gives it again."""
    if dataclasses.is_dataclass(described):
        fields = ((f, getattr(described, f.name)) for f in dataclasses.fields(described))
        return {
            f.name: value.name if isinstance(value, planting.OwnCrop) and f.name == "own_crop" else write(value)
            for f, value in fields
            if value is not None and value != () and f.name != "key"
        }
    if isinstance(described, tuple):
        return [write(x) for x in described]
    return described.isoformat() if isinstance(described, dt.date) else described


def load(text: str, name: str) -> Any:
    """The JSON value of a text; NaN and infinities are refused. Raises FormatError."""

    def refuse(constant: str) -> None:
        raise FormatError(name, constant, "finite numbers")

    try:
        value = json.loads(text, parse_constant=refuse)
        json.dumps(value, ensure_ascii=False).encode()
        return value
    except UnicodeEncodeError:
        raise FormatError(name, "half a character", "text of whole characters") from None
    except json.JSONDecodeError as error:
        raise FormatError(f"{name} line {error.lineno}", error.msg, "JSON") from error
    except RecursionError:
        raise FormatError(name, "deep nesting", "a garden file") from None


def _fault(described: Any, error: ErrorDetails, where: str) -> InputError:
    """A fault in the house's own words, at its place."""
    piece, path = schema_of(described), where
    unknown = error["type"] in ("unexpected_keyword_argument", "extra_forbidden")
    for step in error["loc"][:-1] if unknown or error["type"] == "missing" else error["loc"]:
        inner = _entered(piece, step)
        if inner is None:  # the name of a branch of a choice, not a place
            continue
        piece = inner
        path += f"[{step}]" if isinstance(step, int) else (f".{step}" if path else str(step))
    if error["type"] == "missing":
        return MissingError(_join(path, str(error["loc"][-1])), "a value")
    if unknown:
        known = sorted(piece.get("properties", {}))
        return FormatError(path or "file", str(error["loc"][-1]), "only the fields " + ", ".join(known))
    return _as_input_error(error, piece, path)


def _join(path: str, field: str) -> str:
    return f"{path}.{field}" if path and field else path or field


def _entered(piece: Json, step: int | str) -> Json | None:
    """The schema one step in; None where the step names no place."""
    for choice in (piece, *piece.get("anyOf", [])):
        if isinstance(step, int) and "items" in choice:
            return cast(Json, choice["items"])
        if isinstance(step, int) and "prefixItems" in choice:
            return cast(Json, choice["prefixItems"][min(step, len(choice["prefixItems"]) - 1)])
        if step in choice.get("properties", {}):
            return cast(Json, choice["properties"][step])
    return None


def _as_input_error(error: ErrorDetails, piece: Json, path: str) -> InputError:
    own = error.get("ctx", {}).get("error")
    if isinstance(own, InputError):  # a check of ours: its field is told from the description it is about
        return _moved(own, _join(path, own.field))
    said = _said(piece)
    value, kind = error["input"], error["type"]
    if "minimum" in said and kind != "value_error":
        unit = said.get("x-unit", "")
        kind_of = "whole number" if said.get("type") == "integer" else "number"
        allowed = f"a {kind_of} from {said['minimum']:g} to {said['maximum']:g} {unit}".strip()
        return OutOfRangeError(path, value, allowed)
    if "enum" in said or "const" in said:
        try:
            require_one_of(path, value, said.get("enum") or [said["const"]])
        except InputError as wrong:
            return wrong
    limit = error.get("ctx", {})
    allowed = {
        "string_too_short": "some text",
        "string_too_long": f"at most {limit.get('max_length')} characters",
        "too_long": f"at most {limit.get('max_length')} entries",
        "too_short": f"at least {limit.get('min_length')} of them"
        if limit.get("min_length") == 1
        else f"{limit.get('min_length')} entries",
        "string_pattern_mismatch": "text without space at its ends, and of characters that can be seen",
        "string_type": "text",
        "bool_type": "true or false",
        "tuple_type": "a list",
        "list_type": "a list",
        "dataclass_type": "a description with all its fields",
        "dict_type": "a description with all its fields",
        "mapping_type": "names with values",
    }.get(kind, DATES if said.get("format") == "date" else "what the schema says")
    return FormatError(path or "file", value, allowed)


def _moved(error: InputError, path: str) -> InputError:
    """The same error at another place."""
    if isinstance(error, MissingError):
        return MissingError(path, error.allowed)
    return type(error)(path, error.value, error.allowed)


def _said(piece: Json) -> Json:
    """What a schema says of a value that is not null."""
    if "anyOf" not in piece:
        return piece
    said = [x for x in piece["anyOf"] if x.get("type") != "null"]
    if all("enum" in x or "const" in x for x in said):
        return {"enum": [name for x in said for name in (x.get("enum") or [x["const"]])]}
    return {**said[0], **{k: v for k, v in piece.items() if k.startswith("x-")}}
