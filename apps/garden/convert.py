"""A bed as a form describes it, held against the garden file's words."""

from __future__ import annotations

import dataclasses
from typing import Any

from agronomy.describe import garden as g
from agronomy.formats import read_garden as garden_file
from agronomy.formats import schema as garden_schema
from apps.garden.models import Bed, OwnCrop


def own_crop(row: OwnCrop) -> g.OwnCrop:
    """The core's own crop of a row."""
    return g.OwnCrop(row.name, row.like, **row.figures)


def described_bed(
    bed: Bed, plantings: list[dict[str, Any]], mulch: dict[str, Any] | None, soil: dict[str, Any] | None,
    exposure: dict[str, Any] | None, own_crops: list[OwnCrop],
) -> g.Bed:  # fmt: skip
    """A bed as it would stand, held against the garden file's schema. Raises InputError; saves nothing.

    plantings, mulch, soil and exposure: in the garden file's words, dates as text.
    """
    value: dict[str, Any] = {
        "name": bed.name, "kind": bed.kind, "length_m": bed.length_m, "width_m": bed.width_m, "round": bed.round,
        "opened": bed.opened.isoformat(), "opening_wetness": bed.opening_wetness, "soil_depth_m": bed.soil_depth_m,
        "drain_holes": bed.drain_holes, "method": bed.method, "style": bed.style, "pattern": bed.pattern,
        "plantings": plantings, "mulches": [mulch] if mulch else [],
    }  # fmt: skip
    if bed.emitters is not None or bed.emitter_flow_l_per_h is not None:
        value["drip"] = {"emitters": bed.emitters, "flow_l_per_h": bed.emitter_flow_l_per_h}
    if bed.reservoir_capacity_l is not None:
        value["reservoir"] = {"capacity_l": bed.reservoir_capacity_l, "opening_l": bed.reservoir_opening_l}
        if bed.reservoir_wick_l_per_day is not None:
            value["reservoir"]["wick_l_per_day"] = bed.reservoir_wick_l_per_day
    if soil is not None:
        garden_schema.check_piece("SOIL", soil, "soil")
        garden_file.soil_from_json(soil, "soil")
    if exposure is not None:
        garden_schema.check_piece("EXPOSURE", exposure, "exposure")
        garden_file.exposure_from_json(exposure, "exposure")
    garden_schema.check_piece("BED", value)
    built = garden_file.bed_from_json(value, "", {x.name: own_crop(x) for x in own_crops})
    return dataclasses.replace(
        built,
        soils=(garden_file.soil_from_json({**soil, "date": None}),) if soil else (),
        exposures=(garden_file.exposure_from_json({**exposure, "date": None}),) if exposure else (),
        x_m=bed.x_m, y_m=bed.y_m, turn_deg=bed.turn_deg,
    )  # fmt: skip
