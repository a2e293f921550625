"""The one reader of garden files, and the schema that they are held against."""

from __future__ import annotations

from typing import Any, Final

from agronomy.describe.errors import InputError
from agronomy.describe.garden import Garden, OwnCrop
from agronomy.formats.described import Json, faults, load, read, schema_of
from agronomy.formats.older import FORMAT, VERSION, made_new

MOST_FAULTS: Final = 50


def garden_schema() -> Json:
    """The garden file's JSON Schema."""
    plain = schema_of(Garden)
    return {
        "$schema": "https://json-schema.org/draft/2020-12/schema",
        "title": f"Isleshower garden file, version {VERSION}",
        **plain,
        "description": "A garden, its beds and what happened. Lengths m, water L, weather mm, dates YYYY-MM-DD.",
        "properties": {"format": {"const": FORMAT}, **plain["properties"]},
    }


def read_garden(text: str, name: str = "garden file") -> Garden:
    """A Garden from the text of a garden file. Raises InputError naming file, field, value and what is allowed."""
    garden, found = garden_and_faults(text, name)
    if found or garden is None:
        raise found[0]
    return garden


def garden_from_json(value: Any) -> Garden:
    """A Garden from the JSON value of a garden file. Raises InputError for its first fault."""
    known = _own_crops(value)
    return read(Garden, _without_format(made_new(value)), known=known)


def garden_and_faults(text: str, name: str = "garden file") -> tuple[Garden | None, list[InputError]]:
    """The garden of a file's text, or each of its faults with its place (at most MOST_FAULTS)."""
    try:
        value = made_new(load(text, name))
        plain = _without_format(value)
        known = _own_crops(value)
    except InputError as error:
        return None, [error]
    found = faults(Garden, plain, known=known)
    if found:
        return None, found[:MOST_FAULTS]
    return read(Garden, plain, known=known), []


def _without_format(value: Any) -> Any:
    """The value without its format, which must be today's where it is named."""
    if not isinstance(value, dict) or "format" not in value:
        return value
    if value["format"] != FORMAT:
        raise InputError("format", value["format"], f"{FORMAT!r}")
    return {k: v for k, v in value.items() if k != "format"}


def _own_crops(value: Any) -> dict[str, Any]:
    """The garden's own crops by name, as far as they are sound: what is not is a fault of its own."""
    named = value.get("own_crops", []) if isinstance(value, dict) else []
    sound = [x for x in named if not faults(OwnCrop, x)] if isinstance(named, list) else []
    return {"own_crops": {x["name"]: read(OwnCrop, x) for x in sound}}
