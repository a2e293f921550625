"""A regression pin: our own earlier output over a season, so that a change of form shows where it changes a figure.

It says nothing of right or wrong. `python -m tests.agronomy.pin --why "..."` writes it anew, and adds to
docs/pins.md what moved: bed, day, before, after, reason.
"""

from __future__ import annotations

import argparse
import datetime as dt
import functools
import json
import pathlib
from typing import Any

import numpy as np

from agronomy.balance import ledger
from agronomy.decide.fortnight import fortnight
from agronomy.decide.plan import plan
from agronomy.describe import garden as g
from agronomy.describe import words
from agronomy.describe.weather import COLUMNS, Sky, WeatherTable, table_from_days
from tests import reference_data as ref

FILE = pathlib.Path(__file__).parent / "pins" / "season.json"
STORY = pathlib.Path(__file__).parents[2] / "docs" / "pins.md"
SITE = "seattle_2012_15"
OPENED = dt.date(2013, 4, 20)
PLANS = (dt.date(2013, 5, 12), dt.date(2013, 7, 3), dt.date(2013, 8, 16))
LEDGER_UNTIL = dt.date(2013, 9, 30)


def _planting(crop: str, count: int, planted: str, *sizes: tuple[str, str, float], **more: Any) -> g.Planting:
    seen = tuple(g.Size(dt.date.fromisoformat(d), height, spread) for d, height, spread in sizes)
    return g.Planting(crop, count, dt.date.fromisoformat(planted), seen, **more)


def _events(seed: int, litres: float, into: str = "soil") -> dict[str, Any]:
    """Waterings every few days through the season, some of an evening, some in passes; checks now and then."""
    rng = np.random.default_rng(seed)
    waterings, checks, at = [], [], OPENED + dt.timedelta(days=2)
    readings = list(words.WETNESS)
    while at < LEDGER_UNTIL:
        part = "evening" if rng.random() < 0.3 else "morning"
        poured = round(float(litres * rng.uniform(0.3, 1.6)), 2)
        waterings.append(g.Watering(at, poured, part, into, 2 if rng.random() < 0.25 else 1))
        if rng.random() < 0.2:
            checks.append(g.Observation(at + dt.timedelta(days=1), readings[int(rng.integers(4))]))
        at += dt.timedelta(days=int(rng.integers(1, 9)))
    return {"waterings": tuple(waterings), "observations": tuple(checks)}


def _bed(name: str, kind: str, length: float, width: float, **more: Any) -> g.Bed:
    return g.Bed(name, kind, length, width, OPENED, **more)


@functools.cache
def pin_garden() -> g.Garden:
    """A bed of every kind of ground, method and pattern, with soils, covers and shade that change on the way."""
    d = dt.date.fromisoformat
    rigs = (g.Rig("Hose", 15.0, OPENED), g.Rig("Tap", 9.0, x_m=1.0, y_m=1.0, hose_m=12.0))
    tomato = _planting("tomato", 6, "2013-05-14", ("2013-06-20", "knee", 0.4), ("2013-08-01", "shoulder", 0.7))
    beds = (
        _bed("Raised", "raised", 2.4, 1.2, soils=(g.Soil("loam"),), plantings=(tomato,), **_events(1, 22.0)),
        _bed(
            "Moist",
            "raised",
            3.0,
            1.2,
            opening_wetness="moist",
            style="ample",
            soils=(g.Soil("sandy_loam"), g.Soil("loam", 6.0, d("2013-06-15"))),
            rig="Tap",
            plantings=(_planting("cucumber", 5, "2013-05-20"),),
            mulches=(g.Mulch(d("2013-06-10"), "straw", 0.08),),
            **_events(2, 30.0),
        ),
        _bed(
            "Drills",
            "open",
            3.0,
            1.2,
            pattern="damp_top",
            soils=(g.Soil("clay_loam", 3.0),),
            plantings=(_planting("carrot", 200, "2013-05-02", start="sown", buried_m=0.015),),
            **_events(3, 8.0),
        ),
        _bed(
            "Terrace",
            "open",
            4.0,
            1.2,
            soils=(g.Soil("clay", stones_pct=20.0, drainage="slow"),),
            style="sparing",
            plantings=(
                _planting("winter_squash", 2, "2013-06-01"),
                _planting("runner_bean", 12, "2013-06-10", start="sown"),
            ),
            **_events(4, 20.0),
        ),
        _bed(
            "Row",
            "row",
            6.0,
            0.4,
            method="drip",
            drip=g.Drip(12, 2.0),
            soils=(g.Soil("silt_loam"),),
            plantings=(_planting("pepper", 10, "2013-05-25", spacing_m=0.4),),
            **_events(5, 12.0),
        ),
        _bed(
            "Box",
            "self_watering_box",
            0.75,
            0.38,
            method="reservoir",
            reservoir=g.Reservoir(18.0, 6.0, 9.0),
            plantings=(_planting("tomato", 2, "2013-05-18"),),
            **_events(6, 7.0, "reservoir"),
        ),
        _bed(
            "Float",
            "self_watering_box",
            1.0,
            0.4,
            method="reservoir",
            reservoir=g.Reservoir(25.0),
            plantings=(_planting("lettuce", 8, "2013-05-05"),),
            observations=(g.Observation(d("2013-06-12"), kind="float", value=10.0),),
            waterings=_events(7, 9.0, "reservoir")["waterings"],
        ),
        _bed(
            "Basket",
            "hanging_basket",
            0.35,
            0.35,
            round=True,
            method="can",
            soils=(g.Soil("potting_mix"),),
            exposures=(g.Exposure(cover="eaves", sun_from_h=11.0, shelter="exposed"),),
            plantings=(_planting("strawberry", 3, "2013-05-01"),),
            **_events(8, 1.5),
        ),
        _bed(
            "Bag",
            "fabric_bag",
            0.4,
            0.4,
            round=True,
            method="can",
            pattern="run_down",
            soils=(g.Soil("own_mix", mix=(g.Part("compost", 2.0), g.Part("perlite", 1.0))),),
            plantings=(_planting("pepper", 1, "2013-05-20"),),
            **_events(9, 2.5),
        ),
        _bed(
            "Sealed",
            "pot",
            0.35,
            0.35,
            round=True,
            method="can",
            drain_holes=False,
            plantings=(_planting("basil", 3, "2013-05-20"),),
            **_events(10, 1.2),
        ),
        _bed(
            "Tunnel",
            "tunnel",
            4.0,
            0.9,
            exposures=(g.Exposure(), g.Exposure(d("2013-05-10"), cover="tunnel")),
            soils=(g.Soil("loam", layers=(g.Layer(0.3, "clay"),), top_m=0.25),),
            plantings=(_planting("tomato", 8, "2013-05-10"), _planting("basil", 10, "2013-06-05")),
            **_events(11, 30.0),
        ),
        _bed(
            "Checked",
            "keyhole",
            1.8,
            1.8,
            round=True,
            observations=(
                g.Observation(d("2013-05-20"), kind="still_wet"),
                g.Observation(d("2013-06-20"), kind="dug", value=0.12),
                g.Observation(d("2013-07-10"), kind="probe", value=18.0),
                g.Observation(d("2013-08-02"), "dry"),
            ),
            plantings=(_planting("chard", 9, "2013-04-25", ("2013-06-01", "ankle", 0.3)),),
            waterings=_events(12, 18.0)["waterings"],
        ),
        _bed("Bare", "mound", 1.2, 1.2, round=True, waterings=_events(13, 6.0)["waterings"]),
        _bed(
            "Thinned",
            "open",
            2.0,
            1.0,
            x_m=3.0,
            y_m=4.0,
            plantings=(
                _planting(
                    "beetroot",
                    60,
                    "2013-05-01",
                    start="sown",
                    thinned=(g.Count(d("2013-06-05"), 25),),
                    removed=d("2013-08-20"),
                ),
            ),
            **_events(14, 10.0),
        ),
    )
    return g.Garden(
        "Pin",
        47.44,
        130.0,
        -122.3,
        -8.0,
        rigs=rigs,
        beds=beds,
        can_l=9.0,
        things=(g.Thing("wall", 3.0, 2.0, 3.0),),
        people=(g.Person("One", (25.0,) * 7),),
        moves=(g.Move("Raised", PLANS[1], PLANS[1] + dt.timedelta(days=2)),),
        allowed=(g.Allowed(5.0, 9.0), g.Allowed(18.0, 22.0)),
    )


@functools.cache
def _days() -> dict[dt.date, dict[str, float]]:
    table = ref.weather(SITE, "tmin", "tmax", "ea", "wind", "rain")
    return {d: {c: float(table.columns[c][i]) for c in COLUMNS} for i, d in enumerate(table.dates)}


def sky_on(today: dt.date, days: int = 14) -> Sky:
    """The site's own days behind; ahead, the same dates of its four years as members."""
    known, (latitude, elevation, height) = _days(), ref.SITES[SITE]
    behind = [(d, v) for d, v in known.items() if OPENED - dt.timedelta(days=40) <= d < today]
    dates = tuple(today + dt.timedelta(days=i) for i in range(days))
    members = [[known[d.replace(year=year)] for year in (2012, 2013, 2014, 2015)] for d in dates]
    columns = {c: np.array([[m[c] for m in of_day] for of_day in members]) for c in COLUMNS}
    return Sky(
        table_from_days(behind, latitude, elevation, height),
        WeatherTable(dates, columns, latitude, elevation, height),
        frozenset({dt.date(2013, 5, 13)}),
    )


def _known_by(garden: g.Garden, today: dt.date) -> g.Garden:
    """What could be known on a day: no watering or check after it, today's own only of every other bed."""
    import dataclasses

    def cut(i: int, bed: g.Bed) -> g.Bed:
        last = today if i % 2 else today - dt.timedelta(days=1)
        return dataclasses.replace(
            bed,
            waterings=tuple(w for w in bed.waterings if w.date <= last),
            observations=tuple(c for c in bed.observations if c.date <= today),
        )

    return dataclasses.replace(garden, beds=tuple(cut(i, b) for i, b in enumerate(garden.beds)))


def figures() -> dict[str, Any]:
    """Everything the pin holds: sums of each ledger column by bed and month, and three plans with their fortnights."""
    garden = pin_garden()
    out: dict[str, Any] = {"ledger": _ledger(garden)}
    for today in PLANS:
        made = plan(_known_by(garden, today), sky_on(today), today)
        ahead = fortnight(made)
        out[today.isoformat()] = {b.bed.name: _bed_plan(b, line) for b, line in zip(made.beds, ahead.beds, strict=True)}
    return out


def _ledger(garden: g.Garden) -> dict[str, Any]:
    run = plan(_known_by(garden, LEDGER_UNTIL), sky_on(LEDGER_UNTIL), LEDGER_UNTIL).run
    out: dict[str, Any] = {}
    for i, bed in enumerate(garden.beds):
        months: dict[str, dict[str, float]] = {}
        for row in ledger.ledger_behind(run, i):
            month = months.setdefault(str(row.pop("date"))[:7], dict.fromkeys(row, 0.0))
            for name, value in row.items():
                month[name] += float(str(value))
        out[bed.name] = months
    return out


def _of_band(b: Any) -> list[float]:
    return _band(b) or []


def _band(b: Any) -> list[float] | None:
    return None if b is None else [b.low, b.mid, b.high]


def _bed_plan(b: Any, line: Any) -> dict[str, Any]:
    return {
        "word": b.word,
        "cause": b.cause,
        "net": _band(b.net_mm),
        "raw": b.raw_mm,
        "taw": b.taw_mm,
        "trigger": b.trigger_mm,
        "share": b.rooted_share,
        "chance": b.chance_asks,
        "reservoir": _band(b.reservoir_l),
        "costs": list(b.choice.costs),
        "chances": list(b.choice.chances),
        "wet_days": b.wet_days,
        "dose": None if b.dose is None else [b.dose.mm, b.dose.litres, b.dose.minutes, *_of_band(b.dose.litres_band)],
        "lines": [[x.what, x.mm] for x in b.story.parts],
        "use": b.use.litres,
        "next_soak": [x.isoformat() for x in b.next_soak or ()],
        "left_alone": _of_band(line.left_alone),
        "fortnight": [[*_of_band(d.net), *(_of_band(d.soak.litres) if d.soak else []), d.gave] for d in line.days],
        "missed": line.missed,
        "lost": line.lost_litres,
    }


def differences(before: Any, after: Any, place: str = "") -> list[tuple[str, Any, Any]]:
    """Where two sets of figures part by more than 1e-12 of themselves (1e-12 of a mm near zero)."""
    if isinstance(before, dict) and isinstance(after, dict):
        keys = [*before, *(k for k in after if k not in before)]  # a figure that is new was none before
        return [x for k in keys for x in differences(before.get(k), after.get(k), f"{place}/{k}")]
    if isinstance(before, list) and isinstance(after, list) and len(before) == len(after):
        return [x for i in range(len(before)) for x in differences(before[i], after[i], f"{place}/{i}")]
    if isinstance(before, (int, float)) and isinstance(after, (int, float)):
        return [] if abs(before - after) <= 1e-12 * max(1.0, abs(before)) else [(place, before, after)]
    return [] if before == after else [(place, before, after)]


def main() -> None:
    parser = argparse.ArgumentParser(description=__doc__)
    parser.add_argument("--why", required=True, help="why the figures moved")
    why = parser.parse_args().why
    after = json.loads(json.dumps(figures()))
    moved = differences(json.loads(FILE.read_text()), after) if FILE.exists() else []
    FILE.write_text(json.dumps(after, separators=(",", ":")).replace('},"', '},\n"') + "\n")
    with STORY.open("a") as story:
        story.write(
            f"\n## {why}\n\n{len(moved)} figures moved" + (".\n" if not moved else "; the largest of each bed:\n\n")
        )
        largest: dict[str, tuple[str, Any, Any]] = {}
        for place, a, b in moved:
            bed = "/".join(place.split("/")[1:3])
            size = abs(a - b) if isinstance(a, float) and isinstance(b, float) else 0.0 if a is None else 1e9
            old = largest.get(bed)
            if old is None or (isinstance(old[1], float) and size > abs(old[1] - old[2])):
                largest[bed] = (place, a, b)
        story.writelines(f"- `{place}`: {a} -> {b}\n" for place, a, b in largest.values())


if __name__ == "__main__":
    main()
