"""A garden as the open garden file holds it, and every fault of a file at once: the way back of garden_file.py."""

from __future__ import annotations

import dataclasses
import datetime as dt
import json
import math
from typing import Any, Final

from agronomy import garden_file, garden_schema
from agronomy.describe import garden as g
from agronomy.describe.errors import InputError

Json = dict[str, Any]
FORMAT: Final = "isleshower-garden-1"
MOST_FAULTS: Final = 50


def garden_as_json(garden: g.Garden) -> Json:
    """The garden file's value of a garden; what is empty or not known is left out. Reading it gives it again."""
    return {"format": FORMAT, **_value(garden)}


def _value(described: Any) -> Json:
    out: Json = {}
    for field in dataclasses.fields(described):
        value = getattr(described, field.name)
        if value is None or value == ():
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
        value = garden_file.load(text, name)
    except InputError as error:
        return None, [error]
    found = garden_schema.piece_faults("GARDEN", value)[:MOST_FAULTS]
    if found:
        return None, found
    try:
        return garden_file.garden_from_json(value), []
    except InputError as error:
        return None, [error]


def plan_as_geojson(garden: g.Garden) -> Json:
    """Beds, things and taps that are on the plan, as GeoJSON (RFC 7946) features, in local metres and not degrees.

    x runs to the right of the plan and y up; `north_deg` says where north points, clockwise from up.
    """
    features: list[Json] = []
    properties: Json
    for bed in garden.beds:
        if bed.x_m is None or bed.y_m is None:
            continue
        size = (bed.length_m, bed.length_m if bed.round else bed.width_m)
        properties = {"what": "bed", "name": bed.name, "kind": bed.kind, "crops": [p.crop for p in bed.plantings]}
        features.append(_feature(outline(bed.x_m, bed.y_m, *size, bed.turn_deg, bed.round), properties))
    for thing in garden.things:
        corners = outline(thing.x_m, thing.y_m, thing.length_m, thing.width_m, thing.turn_deg, thing.kind == "tree")
        properties = {"what": thing.kind, "name": thing.name, "height_m": thing.height_m}
        features.append(_feature(corners, properties))
    for rig in garden.rigs:
        if rig.x_m is not None and rig.y_m is not None:
            properties = {"what": "tap", "name": rig.name, "hose_m": rig.hose_m}
            point = {"type": "Point", "coordinates": [rig.x_m, rig.y_m]}
            features.append({"type": "Feature", "geometry": point, "properties": properties})
    return {
        "type": "FeatureCollection", "name": garden.name, "units": "local metres", "north_deg": garden.north_deg,
        "features": features,
    }  # fmt: skip


def _feature(ring: list[list[float]], properties: Json) -> Json:
    return {
        "type": "Feature", "geometry": {"type": "Polygon", "coordinates": [ring]}, "properties": properties,
    }  # fmt: skip


def outline(x: float, y: float, length: float, width: float, turn_deg: float, rounded: bool) -> list[list[float]]:
    """The closed outline of a footprint [m], counter-clockwise as RFC 7946 has it; a round one in 24 steps."""
    turn = math.radians(turn_deg)
    if rounded:
        steps = [2 * math.pi * i / 24 for i in range(24)]
        corners = [(length / 2 * math.cos(a), width / 2 * math.sin(a)) for a in steps]
    else:
        corners = [(sx * length / 2, sy * width / 2) for sx, sy in ((-1, -1), (1, -1), (1, 1), (-1, 1))]
    ring = [
        [
            round(x + dx * math.cos(turn) + dy * math.sin(turn), 4),
            round(y - dx * math.sin(turn) + dy * math.cos(turn), 4),
        ]
        for dx, dy in corners
    ]
    return [*ring, ring[0]]
