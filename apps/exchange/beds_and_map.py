"""Beds from a spreadsheet and their places from a map: read whole, every fault named, all kept or nothing."""

from __future__ import annotations

import csv
import io
from collections.abc import Mapping
from dataclasses import dataclass
from typing import Any, ClassVar, Final

from django.db import transaction

from agronomy.describe.cells import decimal, delimiter_of, from_text, refuse_wide
from agronomy.describe.errors import FormatError, InputError, MissingError, require_date
from agronomy.formats.map_geojson import OnMap, read_map
from apps.exchange.files import FaultyFileError, refuse_too_large
from apps.garden.action import GardenAction
from apps.garden.actions.beds import SaveBed
from apps.garden.actions.map import ArrangeMap, SaveThing
from apps.garden.models import Bed, Event, Garden, Rig

NEEDED: Final = ("bed", "kind", "length_m", "width_m")
NUMBERS: Final = (
    "length_m",
    "width_m",
    "soil_depth_m",
    "spread_m",
    "spacing_m",
    "buried_m",
    "sown_m2",
    "outside_share",
)
WHOLE: Final = ("count",)
DATES: Final = ("planted", "removed")
YES: Final = {"1": True, "true": True, "yes": True, "0": False, "false": False, "no": False, "": False}
OF_BED: Final = ("kind", "length_m", "width_m", "soil_depth_m", "round", "method")
OF_PLANTING: Final = (
    "crop",
    "variety",
    "count",
    "planted",
    "removed",
    "start",
    "height",
    "spread_m",
    "spacing_m",
    "buried_m",
    "sown_m2",
    "outside_share",
)
MOST_LINES: Final = 5000
Beds = dict[str, list[tuple[int, dict[str, Any]]]]  # by name: each line's number and its values
MOST_FAULTS: Final = 50


@dataclass
class ImportBeds(GardenAction[int]):
    """New beds from a CSV with a line for each planting, in the columns of the export; a bed's first line describes it.

    Columns that are not known are ignored.
    """

    text: str

    kind: ClassVar = "beds_imported"

    def do(self) -> int:
        refuse_too_large(self.text, "beds file")
        beds, found = _read(self.text)
        for name, lines in beds.items():
            try:
                with transaction.atomic():
                    self._save(name, lines)
            except InputError as error:
                found.append(_placed(error, lines))
        if found:
            raise FaultyFileError(sorted(found, key=_line_of)[:MOST_FAULTS])
        self.told = {"beds": len(beds)}
        return len(beds)

    def again(self, known: Event) -> int:
        return int(known.told["beds"])

    def _save(self, name: str, lines: list[tuple[int, dict[str, Any]]]) -> None:
        first = lines[0][1]
        values = {"name": name, **{k: first[k] for k in OF_BED if first.get(k) not in (None, "")}}
        plantings = [
            {k: row[k] for k in OF_PLANTING if row.get(k) not in (None, "")} for _, row in lines if row.get("crop")
        ]
        for planting, (line, _) in zip(plantings, [x for x in lines if x[1].get("crop")], strict=True):
            for needed in ("count", "planted"):
                if needed not in planting:
                    raise MissingError(f"beds file line {line} {needed}", "a value, since a crop is named")
        soil = {"material": first["soil"]} if first.get("soil") else None
        SaveBed(self.by, self.garden_id, values, plantings, soil=soil).part_of(self)


def _read(text: str) -> tuple[Beds, list[InputError]]:
    """The lines of each bed by its name, values typed, and every fault of a cell."""
    plain = text.lstrip("\ufeff")
    delimiter = delimiter_of(plain.partition("\n")[0])
    reader = csv.DictReader(io.StringIO(plain, newline=""), delimiter=delimiter)
    try:
        return _beds(reader, delimiter)
    except csv.Error as error:
        raise FormatError(f"beds file line {reader.line_num}", str(error), "comma-separated values") from error


def _beds(reader: csv.DictReader[str], delimiter: str) -> tuple[Beds, list[InputError]]:
    header = [h.strip().lower() for h in reader.fieldnames or []]
    refuse_wide(header, "beds file")
    twice = next((h for h in header if h and header.count(h) > 1), None)
    if twice is not None:
        raise FormatError("beds file line 1 header", twice, "each column once")
    missing = [n for n in NEEDED if n not in header]
    if missing:
        raise MissingError(f"beds file line 1 column {missing[0]}", "the columns " + ", ".join(NEEDED))
    reader.fieldnames = header
    beds: Beds = {}
    found: list[InputError] = []
    for n, row in enumerate(reader):
        if n >= MOST_LINES:
            raise FormatError("beds file", "more lines", f"at most {MOST_LINES} lines")
        line = reader.line_num
        if not any((v or "").strip() for k, v in row.items() if k):
            continue
        name = _plain(row.get("bed"))
        if not name:
            found.append(MissingError(f"beds file line {line} bed", "the bed's name"))
            continue
        typed, faults = _typed(row, line, delimiter)
        found += faults
        beds.setdefault(name, []).append((line, typed))
    if not beds and not found:
        raise MissingError("beds file lines", "at least one bed below the header")
    return beds, found


def _plain(text: str | None) -> str:
    """A cell without space at its ends, and without the mark that keeps a spreadsheet from computing it."""
    return from_text((text or "").strip())


def _typed(row: Mapping[str, str | None], line: int, delimiter: str) -> tuple[dict[str, Any], list[InputError]]:
    out: dict[str, Any] = {}
    faults: list[InputError] = []
    for name, cell in row.items():
        text = _plain(cell if isinstance(cell, str) else "")
        at = f"beds file line {line} {name}"
        try:
            if name in NUMBERS and text:
                out[name] = _number(decimal(text, delimiter), at)
            elif name in WHOLE and text:
                out[name] = int(text) if text.isdecimal() and len(text) < 7 else _refuse(at, text, "a whole number")
            elif name in DATES and text:
                out[name] = require_date(at, text)
            elif name == "round":
                out[name] = YES[text.lower()] if text.lower() in YES else _refuse(at, text, "1 or 0")
            else:
                out[str(name)] = text
        except InputError as error:
            faults.append(error)
    return out, faults


def _refuse(at: str, value: str, allowed: str) -> Any:
    raise FormatError(at, value, allowed)


def _number(text: str, at: str) -> float:
    try:
        value = float(text)
    except ValueError:
        raise FormatError(at, text, "a number in metres") from None
    return value if abs(value) < 1e6 else _refuse(at, text, "a number in metres")


def _placed(error: InputError, lines: list[tuple[int, dict[str, Any]]]) -> InputError:
    """An error of a bed or planting with the line it came from."""
    if error.field.startswith("beds file line"):
        return error
    line, field = lines[0][0], error.field
    if field.startswith("plantings["):
        index, field = field[len("plantings[") :].split("].", 1)
        line = [n for n, row in lines if row.get("crop")][int(index)]
    return InputError(f"beds file line {line} {field}", error.value, error.allowed)


def _line_of(error: InputError) -> int:
    digits = error.field.removeprefix("beds file line ").split(" ")[0]
    return int(digits) if digits.isdecimal() else 0


@dataclass
class ImportMap(GardenAction[int]):
    """Places from a map file: beds and taps are found by name and keep their sizes; things are put on the map, those
    of the same kind and name moved."""

    text: str

    kind: ClassVar = "map_imported"

    def do(self) -> int:
        garden = self.garden
        refuse_too_large(self.text, "map file")
        features, north, found = read_map(self.text)
        ids = {
            "bed": dict(Bed.objects.filter(garden=garden, removed_at=None).values_list("name", "pk")),
            "tap": dict(Rig.objects.filter(garden=garden).values_list("name", "pk")),
        }
        places: dict[str, list[dict[str, Any]]] = {"bed": [], "tap": []}
        for f in features:
            at, name = f"features[{f.index}]", f.properties.get("name")
            where = {"x_m": round(f.x_m, 4), "y_m": round(f.y_m, 4)}
            try:
                if f.what not in ids:
                    self._put(garden, f, where)
                elif name not in ids[f.what]:
                    raise InputError("properties.name", name, f"a {f.what} of this garden, by its name")
                else:
                    turned = {"turn_deg": f.turn_deg} if f.what == "bed" else {}
                    places[f.what].append({"id": ids[f.what][name], **where, **turned})
            except InputError as error:
                found.append(InputError(f"{at}.{error.field}", error.value, error.allowed))
        if found:
            raise FaultyFileError(found[:MOST_FAULTS])
        ArrangeMap(self.by, self.garden_id, places["bed"], places["tap"], north).part_of(self)
        self.told = {"features": len(features)}
        return len(features)

    def again(self, known: Event) -> int:
        return int(known.told["features"])

    def _put(self, garden: Garden, f: OnMap, where: dict[str, float]) -> None:
        name = f.properties.get("name") or ""
        known = garden.things.filter(kind=f.what, name=name, removed_at=None).first() if name else None
        size = {"length_m": round(f.length_m, 3), "width_m": round(f.width_m, 3), "turn_deg": f.turn_deg}
        values = {"kind": f.what, "name": name, "height_m": f.properties.get("height_m"), **where, **size}
        SaveThing(self.by, self.garden_id, values, known.pk if known else None).part_of(self)
