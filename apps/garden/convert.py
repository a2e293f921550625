"""A bed as a form describes it, held against the garden file's words."""

from __future__ import annotations

from typing import Any

from agronomy import garden_file
from apps.garden.models import Bed


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
