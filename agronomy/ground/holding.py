"""How much water a soil or mix holds: from texture and organic matter, or from a mix and the height of its pot."""

from __future__ import annotations

import dataclasses
import math
from dataclasses import dataclass
from typing import Any, Final

import numpy as np

from agronomy.describe.errors import require_one_of
from agronomy.describe.garden import Jar, Soil
from agronomy.ground.mixes import MIXES, OPEN_BED_SUCTION_CM, Mix, blend
from agronomy.ground.texture import CLASS_CENTRES, texture_class

EVAPORATING_LAYER_M = 0.10  # Ze, FAO-56 chapter 7
AIR_SHORT_BELOW = 0.10  # m3 m-3 of air under which roots lack it; common practice, no source


@dataclass(frozen=True)
class Holding:
    """Water contents [m3 m-3], saturated conductivity [mm/h], evaporable water [mm], drainage [days].

    `spread` is the coefficient of variation of what it holds, by how well the material is known.
    """

    field_capacity: float
    wilting_point: float
    saturation: float
    ksat: float
    rew: float
    drain_days: float
    spread: float
    curve_number: float
    source: str
    repels: bool = False
    dry_kg_per_l: float = 1.3

    @property
    def tew(self) -> float:
        """Total evaporable water [mm]. FAO-56 eq. 73."""
        return total_evaporable_water(self.field_capacity, self.wilting_point)

    @property
    def available_mm_per_m(self) -> float:
        """TAW of one metre [mm/m]. FAO-56 eq. 82: the 1000 turns m into mm."""
        return 1000 * (self.field_capacity - self.wilting_point)


def total_evaporable_water(field_capacity: float, wilting_point: float, layer_m: float = EVAPORATING_LAYER_M) -> float:
    """TEW [mm]. FAO-56 eq. 73."""
    return 1000 * (field_capacity - 0.5 * wilting_point) * layer_m


@dataclass(frozen=True)
class SaxtonRawls:
    """Water contents [m3 m-3], Ksat [mm/h] and bulk density [g cm-3] of a mineral soil."""

    wilting_point: float
    field_capacity: float
    saturation: float
    ksat: float
    bulk_density: float


def saxton_rawls(sand_pct: float, clay_pct: float, organic_matter_pct: float) -> SaxtonRawls:
    """Soil water characteristics from texture. Saxton and Rawls (2006), Soil Sci. Soc. Am. J. 70:1569, eq. 1 to 18.

    sand, clay and organic matter by weight [%].
    """
    s, c, om = sand_pct / 100, clay_pct / 100, organic_matter_pct
    t1500 = -0.024 * s + 0.487 * c + 0.006 * om + 0.005 * s * om - 0.013 * c * om + 0.068 * s * c + 0.031
    theta_1500 = t1500 + 0.14 * t1500 - 0.02
    t33 = -0.251 * s + 0.195 * c + 0.011 * om + 0.006 * s * om - 0.027 * c * om + 0.452 * s * c + 0.299
    theta_33 = t33 + 1.283 * t33**2 - 0.374 * t33 - 0.015
    ts33 = 0.278 * s + 0.034 * c + 0.022 * om - 0.018 * s * om - 0.027 * c * om - 0.584 * s * c + 0.078
    theta_s33 = ts33 + 0.636 * ts33 - 0.107
    theta_s = theta_33 + theta_s33 - 0.097 * s + 0.043
    b = (math.log(1500) - math.log(33)) / (math.log(theta_33) - math.log(theta_1500))
    ksat = 1930 * (theta_s - theta_33) ** (3 - 1 / b)
    return SaxtonRawls(theta_1500, theta_33, theta_s, ksat, 2.65 * (1 - theta_s))


def retention(sand_pct: float, clay_pct: float, s: SaxtonRawls, suction_kpa: Any) -> Any:
    """Water content [m3 m-3] of a mineral soil at a suction [kPa] up to 33 kPa. Saxton and Rawls (2006), eq. 4 and 11.

    Saturated up to the air-entry tension, then falling in a straight line to field capacity. s: its characteristics.
    """
    sand, clay, left = sand_pct / 100, clay_pct / 100, s.saturation - s.field_capacity
    entry = (
        -21.67 * sand - 27.93 * clay - 81.97 * left + 71.12 * sand * left + 8.29 * clay * left
        + 14.05 * sand * clay + 27.16
    )  # fmt: skip
    entry = min(max(entry + 0.02 * entry**2 - 0.113 * entry - 0.70, LEAST_AIR_ENTRY_KPA), 32.0)
    share = np.clip((np.asarray(suction_kpa) - entry) / (33.0 - entry), 0.0, 1.0)
    return s.saturation - share * left


def soil_in_container(sand_pct: float, clay_pct: float, s: SaxtonRawls, height_m: float) -> float:
    """Mean water content [m3 m-3] of a mineral soil in a container of this height [m] after it has drained.

    The bottom stays full and suction rises with height: the retention of Saxton and Rawls (2006) over it, as mixes do.
    """
    suction = KPA_PER_M * np.linspace(0.0, height_m, 65)
    return float(np.trapezoid(retention(sand_pct, clay_pct, s, suction), suction) / suction[-1])


# class -> (REW mm: middle of FAO-56 Table 19; days to drain: practice; hydrologic group by texture: TR-55 appendix A,
# from memory). FAO-56 Table 19 has no row for the sandy clays and clay loam: they take their neighbours' values.
_BY_CLASS: Final[dict[str, tuple[float, float, str]]] = {
    "sand": (4.5, 1.0, "A"), "loamy_sand": (6, 1.0, "A"), "sandy_loam": (8, 1.5, "A"), "loam": (9, 2.0, "B"),
    "silt_loam": (9.5, 2.0, "B"), "silt": (9.5, 2.0, "B"), "sandy_clay_loam": (9, 2.5, "C"),
    "clay_loam": (9.5, 3.0, "D"), "silty_clay_loam": (9.5, 3.0, "D"), "silty_clay": (10, 3.0, "D"),
    "sandy_clay": (9.5, 3.0, "D"), "clay": (10, 3.0, "D"),
}  # fmt: skip
# Straight rows in good condition, TR-55 table 2-2b, from memory.
CURVE_NUMBERS: Final = {"A": 67.0, "B": 78.0, "C": 85.0, "D": 89.0}
LEAST_AIR_ENTRY_KPA, KPA_PER_M = 0.5, 9.81  # below it the regression has no data; a metre of water

UNKNOWN_SPREAD = 0.30  # of what nobody knows; common practice, no source
# What a handful tells -> (the texture it stands for, spread). A handful is a range of textures: common practice.
_BY_HAND: Final[dict[str, tuple[str, float]]] = {
    "falls_apart": ("sandy_loam", 0.20),
    "holds_and_crumbles": ("loam", 0.16),
    "makes_a_ribbon": ("clay_loam", 0.18),
    "unknown": ("loam", UNKNOWN_SPREAD),
}

LABORATORY_SPREAD = 0.08  # by how the percentages were found; common practice, no source
# What more jars or handfuls cannot mend, and what each of them is out by itself; common practice, no source.
TEST_FLOOR, JAR_OUT, HANDFUL_OUT = 0.09, 0.094, 0.12
MIX_SPREAD, OWN_MIX_SPREAD, UNKNOWN_PART_SPREAD = 0.18, 0.22, 0.35  # common practice, no source
GUESSED: Final = ("cake", "meal", "something_else")  # parts of a mix of whose water nobody told
DRAIN_DAYS_BY_DRAINAGE: Final = {"free": 1.0, "slow": 2.0, "standing": 4.0}  # times the texture's; common practice
STONE_KG_PER_L = 2.65  # particle density, Saxton and Rawls (2006)
MOST_ORGANIC_MATTER = 8.0  # %, the range of the Saxton and Rawls equations
# And of clay [%]: they leave out soils over 60 %, and with much organic matter a little less already makes field
# capacity pass saturation; sand without a trace of clay gets a wilting point below zero.
LEAST_CLAY, MOST_CLAY = 3.0, 56.0

MATERIALS: Final = (*_BY_CLASS, *_BY_HAND, *(m for m in MIXES if m != "woody_fill"), "own_mix")


def jar_percentages(jar: Jar) -> tuple[float, float]:
    """(sand %, clay %) from what settled in a jar. Layers are by volume; taken as by weight (common practice).

    Sand and clay by weight [%].
    """
    total = jar.sand_mm + jar.silt_mm + jar.clay_mm
    return 100 * jar.sand_mm / total, 100 * jar.clay_mm / total


def percentages(soil: Soil) -> tuple[float, float] | None:
    """(sand %, clay %) as tested, a laboratory before a jar before handfuls; None where only the material is known.

    By weight [%]; arithmetic.
    """
    if soil.sand_pct is not None and soil.clay_pct is not None:
        return soil.sand_pct, soil.clay_pct
    if soil.jar is not None:
        return jar_percentages(soil.jar)
    if soil.feel:
        sands, clays = zip(*(CLASS_CENTRES[name] for name in soil.feel), strict=True)
        return sum(sands) / len(sands), sum(clays) / len(clays)
    return None


def test_spread(soil: Soil) -> float:
    """Coefficient of variation of what a tested soil holds: more jars or handfuls narrow it, handfuls that disagree
    widen it. A coefficient of variation [share]; common practice."""
    if soil.sand_pct is not None:
        return LABORATORY_SPREAD
    if soil.jar is not None:
        return math.hypot(TEST_FLOOR, JAR_OUT / math.sqrt(soil.jar.jars))
    n = len(soil.feel)
    held = [_held(name, soil.organic_matter_pct) for name in soil.feel]
    mean = sum(held) / n
    apart = math.sqrt(sum((x - mean) ** 2 for x in held) / n) / mean
    return math.hypot(TEST_FLOOR, HANDFUL_OUT / math.sqrt(n), apart)


def _held(texture: str, organic_matter_pct: float) -> float:
    """Available water [m3 m-3] of a texture class."""
    s = saxton_rawls(*CLASS_CENTRES[texture], organic_matter_pct)
    return s.field_capacity - s.wilting_point


def holding(soil: Soil, pot_height_m: float | None = None) -> Holding:
    """The water holding of a soil; pot_height_m [m] of a container, None for a bed.

    Raises UnknownNameError for a material that is not in MATERIALS.
    """
    material = require_one_of("soil.material", soil.material, MATERIALS)
    tested = percentages(soil)
    if tested is None and material == "unknown" and pot_height_m is not None:
        # Nobody knows, of a pot: most are filled with bought mix.
        h = of_mix(MIXES["potting_mix"], pot_height_m, UNKNOWN_SPREAD)
        h = dataclasses.replace(h, source=f"taken for a {h.source}")
    elif tested is None and (material in MIXES or material == "own_mix"):
        mix = blend(soil.mix) if material == "own_mix" else MIXES[material]
        h = of_mix(mix, pot_height_m, _own_mix_spread(soil) if material == "own_mix" else MIX_SPREAD)
    elif tested is not None:
        h = _of_percentages(*tested, soil, pot_height_m)
    else:
        texture, spread = _BY_HAND.get(material, (material, 0.10))
        named = texture.replace("_", " ")
        how = {0.30: "taken for ", 0.10: ""}.get(spread, "by a squeezed handful, ")
        h = _of_texture(*CLASS_CENTRES[texture], soil.organic_matter_pct, texture, spread, how + named, pot_height_m)
    return _with_stones(h, soil)


def _own_mix_spread(soil: Soil) -> float:
    """Coefficient of variation of a home mix: what is not known of it widens it by its share. Common practice."""
    unknown = sum(p.parts for p in soil.mix if p.ingredient in GUESSED) / max(sum(p.parts for p in soil.mix), 1e-9)
    return math.hypot(OWN_MIX_SPREAD, UNKNOWN_PART_SPREAD * unknown)


def of_mix(mix: Mix, pot_height_m: float | None, spread: float = MIX_SPREAD) -> Holding:
    """A mix in a pot of this height [m], or (None) in a bed on soil."""
    fc = float(mix.content_at(OPEN_BED_SUCTION_CM)) if pot_height_m is None else mix.container_capacity(pot_height_m)
    return Holding(
        fc,
        mix.wilting_point,
        mix.saturation,
        mix.ksat,
        mix.rew,
        1.0,
        spread,
        67,
        mix.source,
        mix.repels,
        mix.dry_kg_per_l,
    )


def _of_percentages(sand: float, clay: float, soil: Soil, pot_height_m: float | None) -> Holding:
    texture = texture_class(sand, clay)
    by = "tested" if soil.sand_pct is not None else "by a jar" if soil.jar is not None else "by feel"
    how = f"{by}, {sand:.0f} % sand and {clay:.0f} % clay"
    return _of_texture(sand, clay, soil.organic_matter_pct, texture, test_spread(soil), how, pot_height_m)


def _of_texture(
    sand: float,
    clay: float,
    organic_matter: float,
    texture: str,
    spread: float,
    how: str,
    pot_height_m: float | None,
) -> Holding:
    clay = min(max(clay, LEAST_CLAY), MOST_CLAY)
    sand = min(sand, 100 - clay)
    s = saxton_rawls(sand, clay, min(organic_matter, MOST_ORGANIC_MATTER))
    rew, drain_days, group = _BY_CLASS[texture]
    return Holding(
        s.field_capacity if pot_height_m is None else soil_in_container(sand, clay, s, pot_height_m),
        s.wilting_point,
        s.saturation,
        s.ksat,
        rew,
        drain_days,
        spread,
        CURVE_NUMBERS[group],
        f"{how}, Saxton and Rawls 2006",
        dry_kg_per_l=s.bulk_density,
    )


def _with_stones(h: Holding, soil: Soil) -> Holding:
    """Stones hold nothing, and water goes round them; drainage as it was seen.

    Saxton and Rawls (2006) eq. 20 and 22, the stones by volume.
    """
    fine = 1 - soil.stones_pct / 100
    slower = DRAIN_DAYS_BY_DRAINAGE[soil.drainage]
    if fine == 1 and slower == 1:
        return h
    return dataclasses.replace(
        h,
        field_capacity=h.field_capacity * fine,
        wilting_point=h.wilting_point * fine,
        saturation=h.saturation * fine,
        ksat=h.ksat * _conducted_past(1 - fine, h.dry_kg_per_l),
        drain_days=h.drain_days * slower,
        rew=h.rew * fine,
        dry_kg_per_l=h.dry_kg_per_l * fine + STONE_KG_PER_L * (1 - fine),
        source=h.source + (f", {soil.stones_pct:.0f} % stones" if fine < 1 else ""),
    )


def _conducted_past(stones: float, fine_kg_per_l: float) -> float:
    """Conductivity of stony ground over that of its fine earth [-]. Saxton and Rawls (2006) eq. 22, from memory.

    stones: by volume; eq. 22 takes them by weight, over a particle of 2.65.
    """
    by_weight = stones * STONE_KG_PER_L / max(stones * STONE_KG_PER_L + (1 - stones) * fine_kg_per_l, 1e-9)
    alpha = fine_kg_per_l / STONE_KG_PER_L
    return max((1 - by_weight) / (1 - by_weight * (1 - 1.5 * alpha)), 0.05)
