"""A garden as the open garden file holds it, and every fault of a file at once: the way back of garden_file.py."""

from __future__ import annotations

import dataclasses
import datetime as dt
import json
from typing import Any, Final

from agronomy.describe import garden as g
from agronomy.describe.errors import InputError
from agronomy.formats import read_garden as garden_file
from agronomy.formats import schema as garden_schema
from agronomy.formats.older import FORMAT, made_new

Json = dict[str, Any]

MOST_FAULTS: Final = 50


def garden_as_json(garden: g.Garden) -> Json:
    """The garden file's value of a garden; what is empty or not known is left out. Reading it gives it again."""
    return {"format": FORMAT, **_value(garden)}


def _value(described: Any) -> Json:
    out: Json = {}
    for field in dataclasses.fields(described):
        value = getattr(described, field.name)
        if value is None or value == () or field.name == "key":
            continue
        if isinstance(value, g.OwnCrop) and field.name == "own":
            out["own_crop"] = value.name
            continue
        out[field.name] = _plain(value)
    return out


def _plain(value: Any) -> Any:
    if dataclasses.is_dataclass(value):
        return _value(value)
    if isinstance(value, tuple):
        return [_plain(v) for v in value]
    return value.isoformat() if isinstance(value, dt.date) else value


def garden_as_text(garden: g.Garden) -> str:
    """The garden file's text: two spaces, keys in the schema's order."""
    return json.dumps(garden_as_json(garden), indent=2, ensure_ascii=False) + "\n"


def faults(text: str, name: str = "garden file") -> tuple[g.Garden | None, list[InputError]]:
    """The garden of a file's text, or each of its faults with its place (at most MOST_FAULTS)."""
    try:
        value = made_new(garden_file.load(text, name))
    except InputError as error:
        return None, [error]
    found = garden_schema.piece_faults("GARDEN", value)[:MOST_FAULTS]
    if found:
        return None, found
    try:
        return garden_file.garden_from_json(value), []
    except InputError as error:
        return None, [error]
