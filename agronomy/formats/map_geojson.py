"""The map of a garden as GeoJSON (RFC 7946) in local metres: out, and in again with each fault by its place."""

from __future__ import annotations

import json
import math
from dataclasses import dataclass
from typing import Any, Final

from agronomy.describe import garden as g
from agronomy.describe import kinds
from agronomy.describe.errors import FormatError, InputError, MissingError, UnknownNameError
from agronomy.describe.footprint import Point, corners, on_map

Json = dict[str, Any]
ROUND_STEPS: Final = 24
MOST_FEATURES: Final = 1000
MAP_M: Final = 500.0


def map_as_geojson(garden: g.Garden) -> Json:
    """Beds, things and taps that are on the map, as GeoJSON features, in local metres and not degrees.

    x runs to the right of the map and y up; `north_deg` says where north points, clockwise from up.
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
        ring = outline(thing.x_m, thing.y_m, thing.length_m, thing.width_m, thing.turn_deg, thing.kind == "tree")
        properties = {"what": thing.kind, "name": thing.name, "height_m": thing.height_m}
        features.append(_feature(ring, properties))
    for rig in garden.rigs:
        if rig.x_m is not None and rig.y_m is not None:
            properties = {"what": "tap", "name": rig.name, "hose_m": rig.hose_m}
            point = {"type": "Point", "coordinates": [rig.x_m, rig.y_m]}
            features.append({"type": "Feature", "geometry": point, "properties": properties})
    return {
        "type": "FeatureCollection",
        "name": garden.name,
        "units": "local metres",
        "north_deg": garden.north_deg,
        "features": features,
    }


def _feature(ring: list[list[float]], properties: Json) -> Json:
    return {
        "type": "Feature",
        "geometry": {"type": "Polygon", "coordinates": [ring]},
        "properties": properties,
    }


def outline(x: float, y: float, length: float, width: float, turn_deg: float, rounded: bool) -> list[list[float]]:
    """The closed outline of a footprint [m], counter-clockwise as RFC 7946 has it; a round one in ROUND_STEPS."""
    points = corners(x, y, turn_deg, length, width)
    if rounded:
        steps = [2 * math.pi * i / ROUND_STEPS for i in range(ROUND_STEPS)]
        points = [on_map(x, y, turn_deg, length / 2 * math.cos(a), width / 2 * math.sin(a)) for a in steps]
    ring = [[round(px, 4), round(py, 4)] for px, py in points]
    return [*ring, ring[0]]


@dataclass(frozen=True)
class OnMap:
    """One feature read back: `what` and its properties, and where it lies. index: its place in the file."""

    index: int
    what: str
    properties: Json
    x_m: float
    y_m: float
    length_m: float = 0.0
    width_m: float = 0.0
    turn_deg: float = 0.0


def read_map(text: str) -> tuple[list[OnMap], float | None, list[InputError]]:
    """The features of a map file, where north points (None: it does not say), and every fault with its place."""
    try:
        value = json.loads(text)
    except (json.JSONDecodeError, RecursionError) as error:
        return [], None, [FormatError("map file", str(error)[:60], "GeoJSON")]
    if not isinstance(value, dict) or value.get("type") != "FeatureCollection":
        return [], None, [FormatError("map file type", _short(value), "a FeatureCollection")]
    features = value.get("features")
    if not isinstance(features, list) or len(features) > MOST_FEATURES:
        return [], None, [FormatError("features", _short(features), f"a list of at most {MOST_FEATURES} features")]
    found, faults = [], []
    for i, feature in enumerate(features):
        try:
            found.append(_read(i, feature))
        except InputError as error:
            faults.append(error)
    north = value.get("north_deg")
    return found, float(north) if isinstance(north, (int, float)) and _is_number(north) else None, faults


def _read(i: int, feature: Any) -> OnMap:
    at = f"features[{i}]"
    if not isinstance(feature, dict) or not isinstance(feature.get("properties"), dict):
        raise MissingError(f"{at}.properties", "what it is and its name")
    properties, geometry = feature["properties"], feature.get("geometry")
    what = properties.get("what")
    if what not in ("bed", "tap", *kinds.THINGS):
        raise UnknownNameError(f"{at}.properties.what", what, "one of " + ", ".join(("bed", "tap", *kinds.THINGS)))
    if not isinstance(properties.get("name") or "", str):
        raise FormatError(f"{at}.properties.name", _short(properties["name"]), "a name as text")
    if not isinstance(geometry, dict):
        raise MissingError(f"{at}.geometry", "a Point for a tap, a Polygon for the rest")
    coordinates = geometry.get("coordinates")
    if what == "tap":
        if geometry.get("type") != "Point":
            raise FormatError(f"{at}.geometry.type", _short(geometry.get("type")), "Point, for a tap")
        x, y = _point(coordinates, f"{at}.geometry.coordinates")
        return OnMap(i, what, properties, x, y)
    if geometry.get("type") != "Polygon" or not isinstance(coordinates, list) or not coordinates:
        raise FormatError(f"{at}.geometry.type", _short(geometry.get("type")), "Polygon with its outline")
    ring = coordinates[0]
    if not isinstance(ring, list) or not 5 <= len(ring) <= 400:
        raise FormatError(f"{at}.geometry.coordinates[0]", _short(ring), "a closed outline of four corners or more")
    points = [_point(p, f"{at}.geometry.coordinates[0][{k}]") for k, p in enumerate(ring[:-1])]
    return OnMap(i, what, properties, *_footprint(points))


def _footprint(points: list[Point]) -> tuple[float, float, float, float, float]:
    """Middle, length, width [m] and turn [degrees] of an outline: of four corners by its sides, else by reach."""
    n = len(points)
    x, y = sum(p[0] for p in points) / n, sum(p[1] for p in points) / n
    if n == 4:
        (ax, ay), (bx, by), (cx, cy) = points[:3]
        turn = -math.degrees(math.atan2(by - ay, bx - ax))
        return x, y, math.hypot(bx - ax, by - ay), math.hypot(cx - bx, cy - by), round(turn, 3) + 0.0
    across = 2 * max(math.hypot(px - x, py - y) for px, py in points)
    return x, y, across, across, 0.0


def _point(p: Any, at: str) -> Point:
    if not (isinstance(p, list) and len(p) >= 2 and all(_is_number(v) and abs(v) <= MAP_M for v in p[:2])):
        raise FormatError(at, _short(p), f"two numbers in metres, each within {MAP_M:g} of the map's corner")
    return float(p[0]), float(p[1])


def _is_number(v: Any) -> bool:
    return isinstance(v, (int, float)) and not isinstance(v, bool) and math.isfinite(v)


def _short(v: Any) -> str:
    return str(v)[:60]
