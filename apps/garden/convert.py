"""From rows to the core's descriptions: the one place where a Django garden becomes an agronomy one."""

from __future__ import annotations

from collections.abc import Iterable
from typing import Any

from django.db.models import Prefetch

from agronomy import garden_file
from agronomy.describe import garden as g
from apps.garden.models import Bed, Garden, Planting


def standing_beds(garden: Garden) -> list[Bed]:
    """The garden's beds with all that belongs to them: a fixed number of queries."""
    return list(
        Bed.objects.filter(garden=garden, removed_at=None)
        .select_related("rig")
        .prefetch_related(
            Prefetch("plantings", queryset=Planting.objects.prefetch_related("sizes")),
            "mulches",
            "waterings",
            "checks",
            "put_offs",
        )
    )


def core_garden(garden: Garden, beds: Iterable[Bed]) -> g.Garden:
    """The core's Garden of standing beds; beds opened later than the garden's day are left out."""
    today = garden.today
    return g.Garden(
        name=f"{garden.pk}",
        latitude=garden.latitude,
        longitude=garden.longitude,
        elevation_m=garden.elevation_m,
        utc_offset_h=garden.utc_offset_h,
        style=garden.style,
        coastal=garden.coastal,
        rigs=tuple(g.Rig(r.name, r.flow_l_per_min, r.measured) for r in garden.rigs.all()),
        beds=tuple(core_bed(b) for b in beds if b.opened <= today),
    )


def core_bed(bed: Bed) -> g.Bed:
    """The core's Bed of one row and its facts; struck events count no longer."""
    return g.Bed(
        name=f"{bed.pk}",
        kind=bed.kind,
        length_m=bed.length_m,
        width_m=bed.width_m,
        opened=bed.opened,
        opening_wetness=bed.opening_wetness,
        round=bed.round,
        soil_depth_m=bed.soil_depth_m,
        soil=g.Soil(bed.soil_material, bed.organic_matter_pct),
        plantings=tuple(
            g.Planting(
                p.crop, p.count, p.planted,
                tuple(g.Size(x.date, x.height, x.spread_m) for x in p.sizes.all()), p.removed, p.variety,
            )
            for p in bed.plantings.all()
        ),
        mulches=tuple(g.Mulch(m.date, m.kind, m.depth_m, m.cover) for m in bed.mulches.all()),
        method=bed.method,
        rig=bed.rig.name if bed.rig else None,
        drip=g.Drip(bed.emitters, bed.emitter_flow_l_per_h) if bed.emitters and bed.emitter_flow_l_per_h else None,
        reservoir=_reservoir(bed),
        style=bed.style,
        pattern=bed.pattern,
        under_cover=bed.under_cover,
        waterings=tuple(
            g.Watering(w.date, w.litres, w.part, w.into) for w in bed.waterings.all() if w.struck_at is None
        ),
        checks=tuple(g.Check(c.date, c.reading) for c in bed.checks.all() if c.struck_at is None),
    )  # fmt: skip


def _reservoir(bed: Bed) -> g.Reservoir | None:
    if not bed.reservoir_capacity_l:
        return None
    wick = bed.reservoir_wick_l_per_day
    opening = bed.reservoir_opening_l
    if wick is None:
        return g.Reservoir(bed.reservoir_capacity_l, opening_l=opening)
    return g.Reservoir(bed.reservoir_capacity_l, wick, opening)


def check_description(bed: Bed, plantings: list[dict[str, Any]], mulch: dict[str, Any] | None) -> None:
    """Hold a bed as it would stand against the garden file's schema. Raises InputError; saves nothing.

    plantings and mulch: in the garden file's words, dates as text.
    """
    value: dict[str, Any] = {
        "name": bed.name, "kind": bed.kind, "length_m": bed.length_m, "width_m": bed.width_m, "round": bed.round,
        "opened": bed.opened.isoformat(), "opening_wetness": bed.opening_wetness, "soil_depth_m": bed.soil_depth_m,
        "soil": {"material": bed.soil_material, "organic_matter_pct": bed.organic_matter_pct},
        "method": bed.method, "style": bed.style, "pattern": bed.pattern, "under_cover": bed.under_cover,
        "plantings": plantings, "mulches": [mulch] if mulch else [],
    }  # fmt: skip
    if bed.emitters is not None or bed.emitter_flow_l_per_h is not None:
        value["drip"] = {"emitters": bed.emitters, "flow_l_per_h": bed.emitter_flow_l_per_h}
    if bed.reservoir_capacity_l is not None:
        value["reservoir"] = {"capacity_l": bed.reservoir_capacity_l, "opening_l": bed.reservoir_opening_l}
        if bed.reservoir_wick_l_per_day is not None:
            value["reservoir"]["wick_l_per_day"] = bed.reservoir_wick_l_per_day
    garden_file.check_piece("BED", value)
    garden_file.bed_from_json(value, "")
