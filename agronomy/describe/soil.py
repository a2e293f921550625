"""What a bed is made of."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Annotated

from pydantic import AfterValidator

from agronomy.describe.errors import MissingError, OutOfRangeError
from agronomy.describe.fields import Date, Note, at_most, means, number, whole
from agronomy.describe.words import Drainage, Ingredient, Material, Texture

Percent = Annotated[float, number(0.0, 100.0, "%")]
OrganicMatter = Annotated[float, number(0.0, 8.0, "%", "organic matter by weight")]


@dataclass(frozen=True)
class Jar:
    """What settled in a jar of shaken soil; only the ratio of its layers counts."""

    sand_mm: Annotated[float, number(0.5, 500.0, "mm", "thickness of the sand")]
    silt_mm: Annotated[float, number(0.5, 500.0, "mm", "thickness of the silt")]
    clay_mm: Annotated[float, number(0.5, 500.0, "mm", "thickness of the clay")]
    jars: Annotated[int, whole(1, 20, "jars", "of how many jars this is the mean")] = 1


@dataclass(frozen=True)
class Part:
    """One ingredient of a home mix."""

    ingredient: Ingredient
    parts: Annotated[float, number(0.05, 100.0, "parts", "parts by volume")]
    called: Annotated[Note, means("its own name, where it is something else or of a kind")] = ""


@dataclass(frozen=True)
class Layer:
    """A layer below the top one. The last one reaches on downwards."""

    depth_m: Annotated[float, number(0.02, 1.5, "m", "its thickness")]
    material: Annotated[Material, means("what it is made of; no own mix")]
    organic_matter_pct: OrganicMatter = 1.0


def check_layer(layer: Layer) -> Layer:
    """A layer is of a soil or mix by name. Raises OutOfRangeError."""
    if layer.material == "own_mix":
        raise OutOfRangeError("material", layer.material, "another material than own_mix")
    return layer


@dataclass(frozen=True)
class Soil:
    """What a bed is made of from a date on.

    A jar, or sand and clay by weight, beat the material, and so do handfuls that were felt.
    """

    material: Annotated[Material, means("a USDA texture class, what a squeeze said, a mix, or own_mix by `mix`")] = (
        "unknown"
    )
    organic_matter_pct: OrganicMatter = 2.5
    date: Annotated[Date | None, means("from when it is so; left out: from the bed's opening")] = None
    jar: Annotated[Jar | None, means("a jar test, which beats the material")] = None
    sand_pct: Annotated[Percent | None, means("sand by weight, given together with the clay")] = None
    clay_pct: Annotated[Percent | None, means("clay by weight, given together with the sand")] = None
    mix: Annotated[tuple[Part, ...], at_most(12, "the parts of an own mix by volume")] = ()
    stones_pct: Annotated[float, number(0.0, 80.0, "%", "stones, of the volume")] = 0.0
    loosened_m: Annotated[float | None, number(0.05, 1.5, "m", "how deep it is loosened; else the bed's own depth")] = (
        None
    )
    woody_fill_m: Annotated[float, number(0.0, 1.2, "m", "logs and leaves at the bottom")] = 0.0
    drainage: Annotated[Drainage, means("how fast water goes away below")] = "free"
    intake_mm_per_h: Annotated[
        float | None, number(0.1, 2000.0, "mm/h", "how fast it takes water in, measured; else by texture")
    ] = None
    top_m: Annotated[float | None, number(0.02, 1.5, "m", "thickness of the top layer, where `layers` lie below")] = (
        None
    )
    layers: Annotated[
        tuple[Annotated[Layer, AfterValidator(check_layer)], ...], at_most(5, "layers below the top one")
    ] = ()
    feel: Annotated[
        tuple[Texture, ...], at_most(20, "the texture class that each of some handfuls was felt to be")
    ] = ()


def check_soil(soil: Soil) -> Soil:
    """What one field of a soil asks of another. Raises MissingError, OutOfRangeError."""
    sand, clay = soil.sand_pct, soil.clay_pct
    if (sand is None) != (clay is None):
        raise MissingError("sand_pct" if sand is None else "clay_pct", "both sand and clay, or neither")
    if sand is not None and clay is not None and sand + clay > 100:
        raise OutOfRangeError("clay_pct", clay, f"at most {100 - sand:g} % beside {sand:g} % of sand")
    if soil.material == "own_mix" and not soil.mix:
        raise MissingError("mix", "at least one ingredient with its parts, since the material is own_mix")
    if soil.layers and soil.top_m is None:
        raise MissingError("top_m", "how thick the top layer is, since layers lie below it")
    return soil


CheckedSoil = Annotated[Soil, AfterValidator(check_soil)]
