"""The one reader that turns a garden file into descriptions: what its schema cannot say is checked here."""

from __future__ import annotations

import datetime as dt
import json
from typing import Any, Final

from agronomy.describe import garden as g
from agronomy.describe.errors import (
    FormatError,
    InputError,
    MissingError,
    OutOfRangeError,
    require_between,
    require_date,
    require_one_of,
    require_zone,
)
from agronomy.describe.weather import WEATHER_BOUNDS, check_day
from agronomy.formats.older import made_new
from agronomy.formats.schema import check_piece

Json = dict[str, Any]


def read_garden(text: str, name: str = "garden file") -> g.Garden:
    """A Garden from the text of a garden file. Raises InputError naming file, field, value and what is allowed."""
    value = made_new(load(text, name))
    check_piece("GARDEN", value, "")
    return garden_from_json(value)


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


def garden_from_json(value: Json) -> g.Garden:
    """A Garden from a checked JSON value; refuses what is named twice and beds that name no rig or own crop."""
    rigs = tuple(g.Rig(**{**r, "measured": _date_or_none(r.get("measured"))}) for r in value.get("rigs", []))
    rig_names = _unique([r.name for r in rigs], "rigs")
    if value.get("time_zone"):
        require_zone("time_zone", value["time_zone"])
    own = tuple(g.OwnCrop(**x) for x in value.get("own_crops", []))
    _unique([x.name for x in own], "own_crops")
    beds = tuple(bed_from_json(b, f"beds[{i}]", {x.name: x for x in own}) for i, b in enumerate(value["beds"]))
    names = _unique([b.name for b in beds], "beds")
    for i, bed in enumerate(beds):
        if bed.rig is not None:
            require_one_of(f"beds[{i}].rig", bed.rig, rig_names)
    gauge = tuple(g.Gauge(date_of(x["date"], "gauge.date"), float(x["rain"])) for x in value.get("gauge", []))
    _unique([x.date.isoformat() for x in gauge], "gauge")
    for name in ("days", "climate_days"):
        _unique([x["date"] for x in value.get(name, [])], name)
    if value.get("climate") == "file" and not value.get("climate_days"):
        raise MissingError("climate_days", "the days of the weather file that the climate is taken from")
    moves = tuple(_move(x, f"moves[{i}]", names) for i, x in enumerate(value.get("moves", [])))
    built: Json = {
        **{
            name: tuple(_day(x, f"{name}[{i}]") for i, x in enumerate(value.get(name, [])))
            for name in ("days", "climate_days")
        },
        "things": tuple(g.Thing(**x) for x in value.get("things", [])),
        "rigs": rigs, "beds": beds, "gauge": gauge, "own_crops": own, "moves": moves,
        "people": tuple(g.Person(x["name"], tuple(map(float, x["minutes"]))) for x in value.get("people", [])),  # type: ignore[arg-type]
        "allowed": tuple(allowed_from_json(x, f"allowed[{i}]") for i, x in enumerate(value.get("allowed", []))),
    }  # fmt: skip
    built["finger"] = tuple(g.FingerMark(**x) for x in value.get("finger", []))
    _unique([x.reading for x in built["finger"]], "finger")
    built["seasons"] = tuple(
        g.Season(x["name"], date_of(x["ended"], f"seasons[{i}].ended")) for i, x in enumerate(value.get("seasons", []))
    )
    _unique([x.name for x in built["seasons"]], "seasons")
    built["measurements"] = tuple(
        _measurement(x, f"measurements[{i}]", names, rig_names) for i, x in enumerate(value.get("measurements", []))
    )
    plain = {k: v for k, v in value.items() if k != "format" and k not in built}
    return g.Garden(**plain, **built)


def _day(x: Json, where: str) -> g.TypedDay:
    """A typed day, whose values must agree with each other."""
    check_day({name: x.get(name) for name in WEATHER_BOUNDS}, f"{where}.")
    return g.TypedDay(**{**x, "date": date_of(x["date"], f"{where}.date")})


def _measurement(x: Json, where: str, beds: list[str], rigs: list[str]) -> g.Measurement:
    for name, known in (("bed", beds), ("rig", rigs)):
        if x.get(name) is not None:
            require_one_of(f"{where}.{name}", x[name], known)
    check_piece(f"{x['kind'].upper()}_TEST", x["given"], f"{where}.given")
    return g.Measurement(**{**x, "date": date_of(x["date"], f"{where}.date")})


def _move(x: Json, where: str, beds: list[str]) -> g.Move:
    require_one_of(f"{where}.bed", x["bed"], beds)
    return g.Move(x["bed"], date_of(x["from_date"], f"{where}.from_date"), date_of(x["to_date"], f"{where}.to_date"))


def allowed_from_json(x: Json, where: str = "allowed") -> g.Allowed:
    """Allowed hours from a checked JSON value; they end after they begin."""
    if x["from_h"] >= x["to_h"]:
        raise OutOfRangeError(f"{where}.to_h", x["to_h"], f"later than from_h ({x['from_h']:g})")
    days = x.get("weekdays", list(range(7)))
    if not days:
        raise MissingError(f"{where}.weekdays", "at least one weekday")
    return g.Allowed(float(x["from_h"]), float(x["to_h"]), tuple(sorted(set(days))))


def _unique(names: list[str], where: str) -> list[str]:
    seen = set()
    for i, name in enumerate(names):
        if name in seen:
            raise InputError(f"{where}[{i}]", name, "each name or date once")
        seen.add(name)
    return names


def date_of(text: str, where: str) -> dt.date:
    """A date written as YYYY-MM-DD. Raises FormatError."""
    return require_date(where, text)


def _date_or_none(text: str | None, where: str = "date") -> dt.date | None:
    return None if text is None else date_of(text, where)


def _dated(cls: Any, items: list[Json], where: str) -> Any:
    made = [cls(**{**x, "date": _date_or_none(x.get("date"), f"{where}[{i}].date")}) for i, x in enumerate(items)]
    return tuple(sorted(made, key=lambda x: x.date or dt.date.min))


def soil_from_json(x: Json, where: str = "soil") -> g.Soil:
    """A Soil from a checked JSON value, with the checks that need two fields at once."""
    sand, clay = x.get("sand_pct"), x.get("clay_pct")
    if (sand is None) != (clay is None):
        raise MissingError(f"{where}.{'sand_pct' if sand is None else 'clay_pct'}", "both sand and clay, or neither")
    if sand is not None and clay is not None and sand + clay > 100:
        raise OutOfRangeError(f"{where}.clay_pct", clay, f"at most {100 - sand:g} % beside {sand:g} % of sand")
    if x.get("material") == "own_mix" and not x.get("mix"):
        raise MissingError(f"{where}.mix", "at least one ingredient with its parts, since the material is own_mix")
    if x.get("layers") and x.get("top_m") is None:
        raise MissingError(f"{where}.top_m", "how thick the top layer is, since layers lie below it")
    return g.Soil(
        **{
            **x,
            "date": _date_or_none(x.get("date"), f"{where}.date"),
            "jar": g.Jar(**x["jar"]) if x.get("jar") else None,
            "feel": tuple(x.get("feel", [])),
            "mix": tuple(g.Part(**part) for part in x.get("mix", [])),
            "layers": tuple(g.Layer(**layer) for layer in x.get("layers", [])),
        }
    )


def exposure_from_json(x: Json, where: str = "exposure") -> g.Exposure:
    """An Exposure from a checked JSON value; the sun leaves after it comes."""
    if x.get("sun_from_h", 0.0) >= x.get("sun_to_h", 24.0):
        raise OutOfRangeError(
            f"{where}.sun_to_h", x.get("sun_to_h", 24.0), f"later than sun_from_h ({x.get('sun_from_h', 0.0):g})"
        )
    return g.Exposure(**{**x, "date": _date_or_none(x.get("date"), f"{where}.date")})


# kind of check -> (readings or None, bounds and unit of its value or None)
OBSERVATION_NEEDS: Final[dict[str, tuple[tuple[str, ...] | None, tuple[float, float, str] | None]]] = {
    "finger": (g.WETNESS, None), "still_wet": (None, None), "lifted": (g.WEIGHTS, None),
    "probe": (None, (1.0, 90.0, "% of water by volume")), "dug": (None, (0.0, 1.5, "m")),
    "float": (None, (0.0, 1000.0, "L")),
}  # fmt: skip


def observation_from_json(x: Json, where: str = "observation") -> g.Observation:
    """An Observation from a checked JSON value: each kind has its reading or its value, and nothing else."""
    kind = x.get("kind", "finger")
    readings, bounds = OBSERVATION_NEEDS[kind]
    at = f"{where}." if where else ""
    if readings is not None:
        if x.get("reading") is None:
            raise MissingError(f"{at}reading", "one of " + ", ".join(readings))
        require_one_of(f"{at}reading", x["reading"], readings)
    elif x.get("reading") is not None:
        raise InputError(f"{at}reading", x["reading"], f"no reading: an observation of kind {kind} has none")
    if bounds is not None:
        if x.get("value") is None:
            raise MissingError(f"{at}value", f"a number from {bounds[0]:g} to {bounds[1]:g} {bounds[2]}")
        require_between(f"{at}value", x["value"], *bounds)
    elif x.get("value") is not None:
        raise InputError(f"{at}value", x["value"], f"no value: an observation of kind {kind} has none")
    return g.Observation(**{**x, "date": date_of(x["date"], f"{at}date")})


def planting_from_json(p: Json, where: str, own_crops: dict[str, g.OwnCrop]) -> g.Planting:
    """A Planting from a checked JSON value; own_crops: the garden's, by name."""
    own = None
    if p.get("own_crop") is not None:
        own = own_crops[require_one_of(f"{where}.own_crop", p["own_crop"], own_crops)]
        if own.like != p["crop"]:
            raise InputError(f"{where}.crop", p["crop"], f"{own.like}, which {own.name} is like")
    planted, removed = date_of(p["planted"], f"{where}.planted"), _date_or_none(p.get("removed"), f"{where}.removed")
    if removed is not None and removed < planted:
        raise OutOfRangeError(f"{where}.removed", removed.isoformat(), f"not before {planted}")
    thinned = _dated(g.Count, p.get("thinned", []), f"{where}.thinned")
    for i, change in enumerate(thinned):
        if change.date < planted:
            raise OutOfRangeError(f"{where}.thinned[{i}].date", change.date.isoformat(), f"not before {planted}")
    return g.Planting(
        **{
            **{k: v for k, v in p.items() if k != "own_crop"},
            "planted": planted,
            "removed": removed,
            "sizes": _dated(g.Size, p.get("sizes", []), f"{where}.sizes"),
            "thinned": thinned,
            "own": own,
        }
    )


def bed_from_json(b: Json, where: str = "bed", own_crops: dict[str, g.OwnCrop] | None = None) -> g.Bed:
    """A Bed from a checked JSON value, with the checks that need two fields at once."""

    def at(field: str) -> str:
        return f"{where}.{field}" if where else field

    def each(name: str, read: Any) -> Any:
        made = [read(x, at(f"{name}[{i}]")) for i, x in enumerate(b.get(name, []))]
        return tuple(sorted(made, key=lambda x: x.date or dt.date.min))

    plantings = tuple(
        planting_from_json(p, at(f"plantings[{i}]"), own_crops or {}) for i, p in enumerate(b.get("plantings", []))
    )
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
            "opened": date_of(b["opened"], at("opened")),
            "soils": each("soils", soil_from_json),
            "exposures": each("exposures", exposure_from_json),
            "plantings": plantings,
            "mulches": _dated(g.Mulch, b.get("mulches", []), at("mulches")),
            "drip": g.Drip(**b["drip"]) if b.get("drip") else None,
            "reservoir": reservoir,
            "waterings": _dated(g.Watering, b.get("waterings", []), at("waterings")),
            "observations": each("observations", observation_from_json),
        }
    )
