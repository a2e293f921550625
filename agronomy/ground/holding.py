"""How much water a soil or mix holds: from texture and organic matter, or from a mix's own figures."""

from __future__ import annotations

import math
from dataclasses import dataclass
from typing import Final

from agronomy.describe.errors import require_one_of
from agronomy.describe.garden import Soil
from agronomy.ground.texture import CLASS_CENTRES

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
    """Soil water characteristics from texture. Saxton and Rawls (2006), Soil Sci. Soc. Am. J. 70:1569, eq. 1 to 18."""
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


# class -> (REW mm: middle of FAO-56 Table 19; days to drain: practice; curve number: TR-55, straight rows in
# good condition by hydrologic group, from memory). FAO-56 Table 19 has no row for the sandy clays and clay loam:
# they take their neighbours' values.
_BY_CLASS: Final[dict[str, tuple[float, float, float]]] = {
    "sand": (4.5, 1.0, 67), "loamy_sand": (6, 1.0, 67), "sandy_loam": (8, 1.5, 67), "loam": (9, 2.0, 78),
    "silt_loam": (9.5, 2.0, 78), "silt": (9.5, 2.0, 78), "sandy_clay_loam": (9, 2.5, 85), "clay_loam": (9.5, 3.0, 85),
    "silty_clay_loam": (9.5, 3.0, 85), "silty_clay": (10, 3.0, 89), "sandy_clay": (9.5, 3.0, 89), "clay": (10, 3.0, 89),
}  # fmt: skip

# What a handful tells -> (the texture it stands for, spread). A handful is a range of textures: common practice.
_BY_HAND: Final[dict[str, tuple[str, float]]] = {
    "falls_apart": ("sandy_loam", 0.20),
    "holds_and_crumbles": ("loam", 0.16),
    "makes_a_ribbon": ("clay_loam", 0.18),
    "unknown": ("loam", 0.30),
}

# Mixes: (field capacity at pot height, wilting point, saturation, Ksat, REW, source). From memory of the ranges in
# container-substrate handbooks: total available 0.25 to 0.40, air at container capacity 0.10 to 0.25.
_MIXES: Final[dict[str, tuple[float, float, float, float, float, str]]] = {
    "potting_mix": (0.52, 0.20, 0.82, 300, 8, "bought peat or coir mix, from memory"),
    "home_mix": (0.42, 0.16, 0.62, 90, 9, "half garden soil, half peat or coir: common practice, no source"),
    "compost_rich": (0.40, 0.15, 0.60, 60, 9, "loam with much compost: common practice, no source"),
}

MATERIALS: Final = (*_BY_CLASS, *_BY_HAND, *_MIXES)


def holding(soil: Soil) -> Holding:
    """The water holding of a bed's soil. Raises UnknownNameError for a material that is not in MATERIALS."""
    material = require_one_of("soil.material", soil.material, MATERIALS)
    if material in _MIXES:
        fc, wp, sat, ksat, rew, source = _MIXES[material]
        return Holding(fc, wp, sat, ksat, rew, 1.0, 0.18, 67, source)
    texture, spread = _BY_HAND.get(material, (material, 0.10))
    sand, clay = CLASS_CENTRES[texture]
    s = saxton_rawls(sand, clay, soil.organic_matter_pct)
    rew, drain_days, curve_number = _BY_CLASS[texture]
    named = texture.replace("_", " ")
    how = {0.30: "taken for ", 0.10: ""}.get(spread, "by a squeezed handful, ")
    return Holding(
        s.field_capacity, s.wilting_point, s.saturation, s.ksat, rew, drain_days, spread, curve_number,
        f"{how}{named}, Saxton and Rawls 2006",
    )  # fmt: skip


def air_mark_mm(h: Holding, depth_m: float) -> float:
    """Water above field capacity [mm over depth_m] beyond which less than AIR_SHORT_BELOW of air is left."""
    return max(1000 * (h.saturation - AIR_SHORT_BELOW - h.field_capacity) * depth_m, 2.0)
