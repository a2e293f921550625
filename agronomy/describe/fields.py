"""How a field of a description is annotated: once, with unit, bounds and meaning.

From here the schema, the reader, the shapes of the web and the docs are derived (formats/). The annotations are
pydantic's; the descriptions stay plain frozen dataclasses that check nothing by themselves.
"""

from __future__ import annotations

import datetime as dt
import typing
from typing import Annotated, Any, Final, TypeVar

from pydantic import AfterValidator, BeforeValidator, Field, WithJsonSchema
from pydantic.config import JsonDict
from pydantic.fields import FieldInfo
from pydantic_core import PydanticCustomError

from agronomy.describe.errors import DATE_PATTERN, require_date

Record = TypeVar("Record")
NOT_IN_FILES = "x-not-in-files"


def number(low: float, high: float, unit: str = "", means: str | None = None) -> Any:
    """A finite number from low to high, in a unit, and what it means."""
    extra: JsonDict = {"x-unit": unit} if unit else {}
    return Field(ge=low, le=high, strict=True, allow_inf_nan=False, json_schema_extra=extra, description=means)


def whole(low: int, high: int, unit: str = "", means: str | None = None) -> Any:
    """A whole number from low to high; true, "3" and 3.0 are none."""
    extra: JsonDict = {"x-unit": unit} if unit else {}
    return Field(ge=low, le=high, strict=True, json_schema_extra=extra, description=means)


def means(text: str) -> Any:
    """What a field means, where its type says the rest."""
    return Field(description=text)


def some(least: int, most: int, means: str | None = None) -> Any:
    """A list of so many entries."""
    return Field(min_length=least, max_length=most, description=means)


def at_most(most: int, means: str | None = None) -> Any:
    """A list of at most so many entries, left out where it is empty."""
    return Field(max_length=most, description=means)


def _as_date(value: Any) -> Any:
    return value if type(value) is dt.date else require_date("", value)


def by_date(records: tuple[Record, ...]) -> tuple[Record, ...]:
    """Records in the order of their dates; those without one hold from the beginning."""
    return tuple(sorted(records, key=lambda r: getattr(r, "date") or dt.date.min))  # noqa: B009


def _refused(value: Any) -> Any:
    raise PydanticCustomError("unexpected_keyword_argument", "not in files")


Yes = Annotated[bool, Field(strict=True)]
Date = Annotated[
    dt.date,
    BeforeValidator(_as_date),
    WithJsonSchema({"type": "string", "format": "date", "pattern": DATE_PATTERN}),
]
# Characters that nobody sees and that turn what stands beside them: controls, marks of direction, breaks, zero widths.
UNSEEN: Final = r"\x00-\x1F\x7F-\x9F\u061C\u200B\u200E\u200F\u2028-\u202E\u2060\u2066-\u2069\uFEFF"
NAME: Final = rf"^[^\s{UNSEEN}]([^{UNSEEN}]*[^\s{UNSEEN}])?$"
Name = Annotated[str, Field(strict=True, min_length=1, max_length=60, pattern=NAME)]
Note = Annotated[str, Field(strict=True, max_length=60, pattern=rf"^[^{UNSEEN}]*$")]
Dated = AfterValidator(by_date)
Key = Annotated[str, BeforeValidator(_refused), Field(json_schema_extra={NOT_IN_FILES: True})]


def bounds_of(described: type) -> dict[str, tuple[float, float, str]]:
    """Lowest, highest and unit of each bounded number of a description."""
    found = {}
    for name, hint in typing.get_type_hints(described, include_extras=True).items():
        for extra in getattr(hint, "__metadata__", ()):
            if isinstance(extra, FieldInfo) and (limits := {type(m).__name__: m for m in extra.metadata}).keys() >= {
                "Ge",
                "Le",
            }:
                said = extra.json_schema_extra
                unit = said.get("x-unit", "") if isinstance(said, dict) else ""
                found[name] = (float(limits["Ge"].ge), float(limits["Le"].le), str(unit))
    return found
