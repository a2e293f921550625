"""A bed as plain values, with the page of what was and what is to come."""

from __future__ import annotations

import dataclasses
import datetime as dt
from typing import Any

from agronomy.beds.ground import volume_l
from agronomy.beds.today import left_on
from agronomy.decide.bands import band
from agronomy.decide.behind import days_behind
from agronomy.decide.by_which import by_which
from agronomy.decide.compare import mulch_saves, soil_in_sun, walls, ways
from agronomy.decide.plan import Plan
from agronomy.decide.sequence import BedAhead
from agronomy.describe.bed import Bed as Described
from agronomy.describe.garden import Drip, Reservoir, Soil, Sprinkler
from agronomy.ground.holding import percentages
from agronomy.ground.texture import texture_class
from api.beds import shapes
from api.described import Out
from api.present import Json, band_out, garden_out, heat_out
from api.round.present import stop_out
from apps.garden.convert import drip_of, reservoir_of
from apps.garden.models import Bed
from apps.garden.rows import shared
from apps.planning.facts import BedFacts, core_bed
from apps.planning.situation import Situation, days_ahead, stops_of

SHOWN_BEHIND = 14


def bed_out(facts: BedFacts, today: dt.date) -> Json:
    """A bed in the garden file's words. Its mulch is the latest record."""
    b, last = facts.row, facts.mulches[-1] if facts.mulches else None
    return {
        **{name: getattr(b, name) for name in shared(Described, Bed) if name not in shapes.BedOut.leave_out},
        "id": b.pk,
        "rig": b.rig_id,
        "line_after": b.line_after_id,
        "volume_l": volume_l(core_bed(facts)),
        "soils": [_soil(x) for x in facts.soils],
        "exposures": [vars(x) for x in facts.exposures],
        "leaves_off": [vars(x) for x in facts.leaves_off],
        "drip": _with_usual(Drip, drip_of(b)),
        "sprinkler": _with_usual(Sprinkler, b.overhead),
        "reservoir": _with_usual(Reservoir, reservoir_of(b), wick_l_per_day=None),
        "plantings": [
            {
                **_told(x.planting, shapes.PlantingOut),
                "id": x.id,
                "own_crop": x.own_crop,
                "left": left_on(x.planting, today),
                "sizes": [vars(size) for size in x.planting.sizes],
            }
            for x in facts.grows
        ],
        "mulch": {"kind": last.kind, "depth_m": last.depth_m, "cover": last.cover} if last else None,
    }


def _with_usual(
    kind: type[Drip] | type[Reservoir] | type[Sprinkler], told: Json | None, **left_open: Any
) -> Json | None:
    """A line or reservoir with what was left open of it."""
    if told is None:
        return None
    usual = {f.name: f.default for f in dataclasses.fields(kind) if f.default is not dataclasses.MISSING}
    return {**usual, **left_open, **told}


def _told(described: Any, shape: type[Out]) -> Json:
    """A description's own fields as far as a shape tells of them."""
    return {k: v for k, v in vars(described).items() if k not in shape.leave_out}


def _soil(x: Soil) -> Json:
    known = percentages(x)
    return {
        **vars(x),
        "jar": vars(x.jar) if x.jar else None,
        "mix": [vars(part) for part in x.mix],
        "layers": [vars(layer) for layer in x.layers],
        "texture": texture_class(*known) if known else "",
    }


def bed_page(now: Situation, facts: BedFacts, role: str) -> Json:
    p = now.plan
    index = next((i for i, b in enumerate(p.beds) if b.bed.key == str(facts.row.pk)), None) if p else None
    out: Json = {
        "garden": garden_out(now.garden, role),
        "heat": heat_out(p) if p else None,
        "bed": bed_out(facts, now.garden.today),
        "lacks": now.lacks,
        "stop": None,
        "behind": [],
        "ahead": [],
        "ways": [],
        "by_which": [],
        "mulch_saves": None,
        "walls": [],
        "soil_in_sun": None,
        "waterings": [vars(w) for w in facts.poured[:-41:-1]],
        "observations": [vars(c) for c in facts.felt[:-41:-1]],
    }
    if p is not None and index is not None:
        out["stop"] = stop_out(now, p, next(x for x in stops_of(now) if x.bed is p.beds[index]))
        out["behind"] = [vars(day) for day in days_behind(p.run, index, SHOWN_BEHIND)]
        out["ahead"] = _ahead(p, days_ahead(now).beds[index])
        out["ways"] = [vars(way) for way in ways(p, index)]
        out["by_which"] = [vars(way) for way in by_which(p.beds[index])]
        saved = mulch_saves(p, index)
        out["mulch_saves"] = vars(saved) if saved else None
        out["walls"] = [vars(x) for x in walls(p, index)]
        sunned = soil_in_sun(p, index)
        out["soil_in_sun"] = vars(sunned) if sunned else None
    return out


def _ahead(p: Plan, line: BedAhead) -> list[Json]:
    w, n = p.run.weather, p.run.n_behind
    return [
        {
            "date": a.date,
            "net_mm": band_out(a.net),
            "soak_l": a.soak.litres.mid if a.soak else None,
            "reservoir_l": band_out(a.reservoir_l),
            "rain_mm": band_out(band(w.rain[n + i])),
            "tmax": band_out(band(w.tmax[n + i])),
            "weather": w.outlook[n + i],
        }
        for i, a in enumerate(line.days)
    ]
