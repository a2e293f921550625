"""Garden files of older versions, made new before they are held against the schema."""

from __future__ import annotations

import copy
from typing import Any, Final

VERSION: Final = 2
FORMAT: Final = f"isleshower-garden-{VERSION}"
FIRST: Final = "isleshower-garden-1"


def made_new(value: Any) -> Any:
    """A garden file's JSON value in today's words. What is no garden file at all is given back as it is.

    Version 1, and files that name none, called the observations of a bed its checks.
    """
    if not isinstance(value, dict) or value.get("format", FIRST) != FIRST:
        return value
    beds = value.get("beds")
    new = {**value, "format": FORMAT} if "format" in value else dict(value)
    if isinstance(beds, list):
        new["beds"] = [_bed_of_version_1(bed) for bed in beds]
    return new


def schema_of_version_1(schema: dict[str, Any]) -> dict[str, Any]:
    """The JSON Schema that files of version 1 are held against, from today's."""
    old: dict[str, Any] = copy.deepcopy(schema)
    old["title"] = "Isleshower garden file, version 1"
    old["properties"]["format"] = {"const": FIRST}
    bed = old["properties"]["beds"]["items"]["properties"]
    bed["checks"] = bed.pop("observations")
    return old


def _bed_of_version_1(bed: Any) -> Any:
    if not isinstance(bed, dict) or "checks" not in bed or "observations" in bed:
        return bed
    return {("observations" if name == "checks" else name): value for name, value in bed.items()}
