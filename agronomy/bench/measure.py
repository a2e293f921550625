"""One door to the bench: from what was read to what was found, both as plain values of the open garden file."""

from __future__ import annotations

import dataclasses
from collections.abc import Callable, Mapping
from dataclasses import dataclass
from typing import Any, Final

from agronomy.bench import cups, drain, dug, feel, finger, flow, pot, seep
from agronomy.bench.trials import Mean
from agronomy.describe.errors import MissingError, OutOfRangeError
from agronomy.describe.garden import Jar, Soil
from agronomy.ground.holding import holding, percentages, test_spread
from agronomy.ground.texture import texture_class

Values = Mapping[str, Any]


@dataclass(frozen=True)
class Around:
    """What a test needs beside its readings: the flow that the notes rested on [L/min], the litres they say [L], and
    the soil's organic matter [%]; and the bed's drip line."""

    flow_l_per_min: float = 12.0
    noted_l: float = 0.0
    organic_matter_pct: float = 2.5
    line: dug.LineAt | None = None


def measure(kind: str, given: Values, around: Around | None = None) -> dict[str, Any]:
    """What the readings of a test say. given: held against its description (describe/readings.py).

    Raises InputError naming the reading.
    """
    return TESTS[kind](given, around or Around())


def _mean(m: Mean, name: str) -> dict[str, Any]:
    return {name: m.value, "low": m.low, "high": m.high, "cv": m.cv, "n": m.n}


def _bucket(given: Values, _: Around) -> dict[str, Any]:
    def trials(name: str) -> list[tuple[float, float]]:
        return [(t["litres"], t["seconds"]) for t in given.get(name, [])]

    alone = flow.bucket(trials("alone"))
    if not trials("shared"):
        if given.get("use") == "shared":
            raise MissingError("shared", "at least one filling with the second tap open")
        return _mean(alone, "flow_l_per_min")
    shared = flow.bucket(trials("shared"))
    used = shared if given.get("use") == "shared" else alone
    both = {"alone_l_per_min": alone.value, "shared_l_per_min": shared.value}
    return _mean(used, "flow_l_per_min") | both | {"share_left": flow.share_left(alone, shared)}


def _can(given: Values, _: Around) -> dict[str, Any]:
    holds, takes = flow.can([t["litres"] for t in given["trials"]], [t["minutes"] for t in given["trials"]])
    return _mean(holds, "can_l") | {"can_minutes": takes.value}


def _squeeze(given: Values, around: Around) -> dict[str, Any]:
    found = [feel.texture_by_feel(x["ball"], x.get("ribbon_cm") or 0.0, x.get("feel")) for x in given["handfuls"]]
    return {"feel": found} | _soil(Soil(feel=tuple(found), organic_matter_pct=around.organic_matter_pct))


def _jar(given: Values, around: Around) -> dict[str, Any]:
    """The jars' mean shares as one jar 100 mm high."""
    shares = []
    for jar in given["jars"]:
        total = jar["sand_mm"] + jar["silt_mm"] + jar["clay_mm"]
        shares.append([100 * jar[f"{name}_mm"] / total for name in ("sand", "silt", "clay")])
    mean = [max(sum(column) / len(shares), 0.5) for column in zip(*shares, strict=True)]
    jar = Jar(mean[0], mean[1], mean[2], len(shares))
    return {"jar": dataclasses.asdict(jar)} | _soil(Soil(jar=jar, organic_matter_pct=around.organic_matter_pct))


def _soil(soil: Soil) -> dict[str, Any]:
    sand, clay = percentages(soil) or (0.0, 0.0)
    held = holding(soil)
    return {
        "texture": texture_class(sand, clay),
        "sand_pct": sand,
        "clay_pct": clay,
        "cv": test_spread(soil),
        "holds_mm_per_m": held.available_mm_per_m,
        "n": soil.jar.jars if soil.jar else len(soil.feel),
    }


def _drain(given: Values, _: Around) -> dict[str, Any]:
    holes = [
        drain.Hole(hole["across_cm"], tuple((r["minutes"], r["water_cm"]) for r in hole["readings"]))
        for hole in given["holes"]
    ]
    found = drain.drain(holes)
    more = {"fall_mm_per_h": found.fall_mm_per_h, "drainage": found.drainage}
    return _mean(found.ksat, "intake_mm_per_h") | more


def _finger(given: Values, _: Around) -> dict[str, Any]:
    readings = [(r["weight_g"], r["reading"]) for r in given["readings"]]
    marks = finger.scale(given["full_g"], given["limp_g"], readings)
    return {"marks": [dataclasses.asdict(m) for m in marks], "n": len(readings)}


def _pot(given: Values, _: Around) -> dict[str, Any]:
    needs = {"round": ("top_cm", "bottom_cm", "height_cm"), "box": ("length_cm", "width_cm", "height_cm")}
    shape = given["shape"]
    for name in needs.get(shape, ("fillings",)):
        if not given.get(name):
            raise MissingError(name, f"its measure, for a pot told as {shape}")
    if shape == "filled":
        return _mean(pot.of_fillings(given["fillings"]), "litres")
    of = pot.of_measures if shape == "round" else pot.of_box
    return _mean(of(*(given[name] for name in needs[shape])), "litres")


def _meter(given: Values, around: Around) -> dict[str, Any]:
    found = flow.meter(
        given["before_l"], given["after_l"], given.get("other_l", 0.0), around.noted_l, around.flow_l_per_min
    )
    said = {"metered_l": found.metered_l, "noted_l": found.noted_l, "ratio": found.ratio}
    return _mean(found.flow, "flow_l_per_min") | said


def _seep(given: Values, _: Around) -> dict[str, Any]:
    readings = [(x["hours"], x["left_l"]) for x in given["readings"]]
    return _mean(seep.seep_l_per_day(given["filled_l"], readings), "litres_a_day") | {"filled_l": given["filled_l"]}


def _weigh(given: Values, _: Around) -> dict[str, Any]:
    """Water that the pot holds for its plants: a litre weighs a kilogram."""
    soaked, limp = given["soaked_kg"], given["limp_kg"]
    if limp >= soaked:
        raise OutOfRangeError("limp_kg", limp, f"less than it weighs soaked ({soaked:g})")
    return {"soaked_kg": soaked, "limp_kg": limp, "holds_l": soaked - limp}


def _cups(given: Values, _: Around) -> dict[str, Any]:
    found = cups.cups(given["caught_ml"], given["minutes"])
    return {**dataclasses.asdict(found), "blocked": list(found.blocked), "n": len(given["caught_ml"])}


def _sprinkler(given: Values, _: Around) -> dict[str, Any]:
    """A depth [mm] in a straight cup is that on the ground."""
    found = cups.cups(given["caught_mm"], given["minutes"])
    mm = sum(given["caught_mm"]) / len(given["caught_mm"])
    return {"mm_per_h": mm / given["minutes"] * 60, "even": found.even, "cu": found.cu, "n": len(given["caught_mm"])}


def _dug(given: Values, around: Around) -> dict[str, Any]:
    if around.line is None:
        raise MissingError("bed", "a bed with a drip line")
    return dataclasses.asdict(dug.dug(around.line, given["minutes"], given["deep_cm"]))


TESTS: Final[dict[str, Callable[[Values, Around], dict[str, Any]]]] = {
    "bucket": _bucket,
    "can": _can,
    "squeeze": _squeeze,
    "jar": _jar,
    "drain": _drain,
    "finger": _finger,
    "pot": _pot,
    "meter": _meter,
    "seep": _seep,
    "weigh": _weigh,
    "cups": _cups,
    "dug": _dug,
    "sprinkler": _sprinkler,
}
