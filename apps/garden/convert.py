"""A bed as a form describes it, held against the garden file's words."""

from __future__ import annotations

import dataclasses
from typing import Any

from agronomy.describe import garden as g
from agronomy.formats.described import read
from agronomy.methods.buried import USUAL_SEEP
from apps.garden.models import RESERVOIR, Bed, OwnCrop, Rig
from apps.garden.rows import described, shared


def own_crop(row: OwnCrop) -> g.OwnCrop:
    """The core's own crop of a row."""
    return read(g.OwnCrop, {"name": row.name, "like": row.like, **row.figures})


def described_bed(
    bed: Bed,
    plantings: list[dict[str, Any]],
    mulch: dict[str, Any] | None,
    soil: dict[str, Any] | None,
    exposure: dict[str, Any] | None,
    own_crops: list[OwnCrop],
) -> g.Bed:
    """A bed as it would stand, held against its description. Raises InputError; saves nothing.

    plantings, mulch, soil and exposure: in the garden file's words.
    """
    value: dict[str, Any] = {name: getattr(bed, name) for name in shared(g.Bed, Bed)}
    value |= {"plantings": plantings, "mulches": [mulch] if mulch else []}
    value |= {"drip": drip_of(bed), "sprinkler": bed.overhead, "reservoir": reservoir_of(bed)}
    made = read(g.Bed, value, known={"own_crops": {x.name: own_crop(x) for x in own_crops}})
    undated: dict[str, Any] = {}
    if soil is not None:
        undated["soils"] = (dataclasses.replace(read(g.Soil, soil, "soil"), date=None),)
    if exposure is not None:
        undated["exposures"] = (dataclasses.replace(read(g.Exposure, exposure, "exposure"), date=None),)
    return dataclasses.replace(made, **undated)


def drip_of(bed: Bed) -> dict[str, Any] | None:
    """A bed's line in the garden file's words; None where nothing is said of one."""
    if bed.emitters is None and bed.emitter_flow_l_per_h is None:
        return None
    return {"emitters": bed.emitters, "flow_l_per_h": bed.emitter_flow_l_per_h, **(bed.line or {})}


def line_of(drip: dict[str, Any]) -> dict[str, Any]:
    """What is kept of a line beside its emitters: what was said of it."""
    return {name: x for name, x in drip.items() if name not in ("emitters", "flow_l_per_h") and x is not None}


def reservoir_of(bed: Bed) -> dict[str, Any] | None:
    """A bed's reservoir in the garden file's words; None where it has none."""
    if bed.reservoir_capacity_l is None:
        return None
    told = {name: getattr(bed, f"reservoir_{name}") for name in RESERVOIR}
    value = {name: x for name, x in told.items() if x is not None}
    if "wick_l_per_day" not in value and "giver" in value:
        value["wick_l_per_day"] = USUAL_SEEP[value["giver"]] * value.get("count", 1)
    return value


def rig_of_row(row: Rig) -> g.Rig:
    """A hose, tap or butt with what its timer was set to, and its pressure by the hour."""
    return described(
        g.Rig,
        row,
        programmes=tuple(read(g.Programme, x) for x in row.programmes),
        pressures=tuple(read(g.Pressure, x) for x in row.pressures),
    )
