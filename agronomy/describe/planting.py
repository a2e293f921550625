"""What grows: plantings, their sizes as seen, and crops of the gardener's own."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Annotated, Any

from pydantic import AfterValidator, BeforeValidator, ValidationInfo, WithJsonSchema

from agronomy.describe.errors import InputError, OutOfRangeError, require_one_of
from agronomy.describe.fields import Date, Dated, Name, Note, Yes, at_most, means, number, whole
from agronomy.describe.words import BodyHeight, CropName, Start


@dataclass(frozen=True)
class Size:
    """A size as seen on a date."""

    date: Date
    height: Annotated[BodyHeight, means("height by the body of whoever looks")]
    spread_m: Annotated[float, number(0.02, 8.0, "m", "width of one plant")]


@dataclass(frozen=True)
class OwnCrop:
    """A crop or variety of the gardener's own: like one of the crop table, but for the figures given here."""

    name: Name
    like: Annotated[CropName, means("the crop of the table that it is like")]
    height_m: Annotated[float | None, number(0.02, 12.0, "m", "full-grown height")] = None
    spread_m: Annotated[float | None, number(0.02, 12.0, "m", "full-grown width")] = None
    root_depth_m: Annotated[float | None, number(0.05, 3.0, "m", "depth of its roots, full-grown")] = None
    days: Annotated[int | None, whole(10, 500, "days", "from planting to the end of its season")] = None
    p: Annotated[float | None, number(0.1, 0.8, "share", "of the available water that it draws without stress")] = None
    wet_feet: Annotated[int | None, whole(1, 3, "(1 bears it, 3 badly)", "how it bears standing wet")] = None
    frost_c: Annotated[float | None, number(-30.0, 10.0, "degrees C", "the cold that kills it")] = None
    soil_c: Annotated[float | None, number(0.0, 30.0, "degrees C", "soil that it wants at planting")] = None


@dataclass(frozen=True)
class Count:
    """How many plants are left from a date on: thinned, lost, or partly harvested."""

    date: Date
    count: Annotated[int, whole(1, 5000, "plants")]


def _by_name(value: Any, info: ValidationInfo) -> Any:
    """The garden's own crop of a name; context: own_crops by their names."""
    if value is None or isinstance(value, OwnCrop):
        return value
    known: dict[str, OwnCrop] = (info.context or {}).get("own_crops", {})
    return known[require_one_of("", value, known)]


OfOwnCrops = Annotated[
    OwnCrop | None,
    BeforeValidator(_by_name),
    WithJsonSchema({"type": ["string", "null"], "minLength": 1, "maxLength": 60}),
]


@dataclass(frozen=True)
class Planting:
    """Plants of one crop, set or sown together."""

    crop: CropName
    count: Annotated[int, whole(1, 5000, "plants")]
    planted: Date
    sizes: Annotated[tuple[Size, ...], at_most(200, "sizes as seen; growth carries them on"), Dated] = ()
    removed: Annotated[Date | None, means("when it was harvested out or pulled")] = None
    variety: Note = ""
    start: Annotated[Start, means("how it began here")] = "transplant"
    buried_m: Annotated[
        float, number(0.0, 0.5, "m", "how much deeper than its ball the stem is set, or how deep it is sown")
    ] = 0.0
    thinned: Annotated[tuple[Count, ...], at_most(50, "how many are left from a date on"), Dated] = ()
    own_crop: Annotated[OfOwnCrops, means("one of the garden's own crops that is like `crop`, by name")] = None
    spacing_m: Annotated[float | None, number(0.01, 5.0, "m", "from plant to plant; else evenly over the bed")] = None
    sown_m2: Annotated[
        float | None, number(0.001, 1000.0, "m2", "of ground that was sown: drills by their width, or the patch")
    ] = None
    outside_share: Annotated[
        float, number(0.0, 0.9, "share", "of its water that it takes from ground outside, by nodes that rooted there")
    ] = 0.0
    watered: Annotated[Yes | None, means("whether the bed is watered for its sake; else as is usual for its crop")] = (
        None
    )


def check_planting(planting: Planting) -> Planting:
    """What one field of a planting asks of another. Raises InputError, OutOfRangeError."""
    own = planting.own_crop
    if own is not None and own.like != planting.crop:
        raise InputError("crop", planting.crop, f"{own.like}, which {own.name} is like")
    if planting.removed is not None and planting.removed < planting.planted:
        raise OutOfRangeError("removed", planting.removed.isoformat(), f"not before {planting.planted}")
    for i, change in enumerate(planting.thinned):
        if change.date < planting.planted:
            raise OutOfRangeError(f"thinned[{i}].date", change.date.isoformat(), f"not before {planting.planted}")
    return planting


CheckedPlanting = Annotated[Planting, AfterValidator(check_planting)]
