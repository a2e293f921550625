"""Pieces of a garden as CSV, for a spreadsheet: its beds, its days of weather, what was noted."""

from __future__ import annotations

import datetime as dt
from collections.abc import Iterator
from typing import Any

from agronomy.beds.today import left_on
from agronomy.describe import garden as g
from agronomy.describe.weather import COLUMNS
from agronomy.formats.spreadsheet import Value, write_rows
from apps.exchange.files import described_garden
from apps.garden.models import Garden
from apps.weather.models import Source, WeatherDay

OF_A_BED = ("bed", "kind", "length_m", "width_m", "round", "method", "soil")
OF_A_PLANTING = ("crop", "variety", "count", "planted", "removed", "start", "height", "spread_m", "seen")
NOTED = (
    "litres", "into", "part", "passes", "way", "rig", "feed", "fed", "found_by", "reading", "value", "signs",
    "since_days", "look", "found", "outcome",
)  # fmt: skip


def beds_as_csv(garden: Garden) -> str:
    """One line for each planting, and one for a bed in which nothing grows."""
    return write_rows((*OF_A_BED, *OF_A_PLANTING), _plantings(garden))


def _plantings(garden: Garden) -> Iterator[list[Value]]:
    for bed in described_garden(garden).beds:
        soil = bed.soils[-1].material if bed.soils else "unknown"
        head: list[Value] = [bed.name, bed.kind, bed.length_m, bed.width_m, bed.round, bed.method, soil]
        if not bed.plantings:
            yield [*head, *[None] * len(OF_A_PLANTING)]
        for p in bed.plantings:
            size = p.sizes[-1] if p.sizes else None
            seen: list[Value] = [size.height, size.spread_m, size.date] if size else [None] * 3
            variety = p.own_crop.name if p.own_crop else p.variety
            left = left_on(p, garden.today)
            yield [*head, p.crop, variety, left, p.planted, p.removed, p.start, *seen]


def days_as_csv(garden: Garden) -> str:
    """The garden's weather days in the weather file's columns, with the source of each day."""
    rows = WeatherDay.objects.filter(garden=garden).exclude(source=Source.CLIMATE).order_by("date", "source")
    return write_rows(("date", *COLUMNS, "source"), rows.values_list("date", *COLUMNS, "source"))


def record_as_csv(garden: Garden) -> str:
    """What was noted at beds, a line for each: waterings and feeds, checks, signs, looks and outcomes; by date."""
    told = [(date, bed.name, what, cells) for bed in described_garden(garden).beds for date, what, cells in _noted(bed)]
    told.sort(key=lambda x: x[:2])
    rows = ([date, bed, what, *(cells.get(name) for name in NOTED)] for date, bed, what, cells in told)
    return write_rows(("date", "bed", "noted", *NOTED), rows)


def _noted(bed: g.Bed) -> Iterator[tuple[dt.date, str, dict[str, Any]]]:
    for w in bed.waterings:
        yield w.date, "fed" if w.feed and not w.litres else "watered", vars(w)
    for x in bed.observations:
        yield x.date, "checked", {**vars(x), "found_by": x.kind}
    for seen in bed.signs:
        yield seen.date, "signs", {"signs": " ".join(seen.signs), "since_days": seen.since_days}
        for look in seen.looks:
            yield look.date, "look", vars(look)
        if seen.ended is not None:
            yield seen.ended, "outcome", {"outcome": seen.outcome}
