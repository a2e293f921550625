"""What a container's wall does: the sun warms it, and with it the mix and the air round the leaves; cloth breathes.

Heat of a wall = absorptance x the side that the sun meets x its beam. A rigid wall lets nothing through: half of its
heat reaches the mix, a fifth the air round the leaves. Sides of cloth evaporate like exposed ground of their area, with
the dryness of their own edge, by what that heat and the air can take. Shares are common practice with no source.
"""

from __future__ import annotations

import datetime as dt
import math
from dataclasses import dataclass
from typing import Final

import numpy as np
import numpy.typing as npt

from agronomy.air import radiation as rad
from agronomy.air.hourly import LIGHT_SHARE
from agronomy.air.microclimate import COVER_EFFECTS, AirParts, diffuse_share
from agronomy.air.shade import LOWEST_SUN, sun_height_and_bearing
from agronomy.beds.ground import edge_m, ground_m2, soil_depth_m
from agronomy.beds.light import direct_share, exposure_on, points_of
from agronomy.describe.garden import Bed, Exposure, Garden
from agronomy.describe.words import Wall

Array = npt.NDArray[np.float64]

ABSORPTANCE: Final[dict[Wall, float]] = {"dark": 0.9, "light": 0.4, "fabric": 0.7}  # common practice, no source
TO_MIX, TO_LEAVES = 0.5, 0.2  # of a wall's heat; common practice, no source
TO_MIX_WHERE_IT_BREATHES = 0.2  # of a wall of cloth, whose water takes most of it; common practice, no source
HEAT_MJ_PER_M3_K, LOSS_W_PER_M2_K = 2.5, 15.0  # of damp mix, and of a pot to the air round it; common practice
HOT_MIX_C = 35.0  # from here its heat is told; roots suffer from about 40: common practice, no source
HOURS = 24
LATENT_MJ_PER_KG = 2.45  # FAO-56 chapter 1
CLEAR_SKY, AIR_MASS_POWER = 0.7, 0.678  # Meinel and Meinel (1976): beam = 0.7 ^ (air mass ^ 0.678), from memory


def wall_of(bed: Bed) -> Wall:
    """What its wall is like: as told, else of cloth where its kind is, else light."""
    return bed.wall or ("fabric" if bed.kind == "fabric_bag" else "light")


def side_m2(bed: Bed) -> float:
    """Its sides [m2]; arithmetic."""
    return edge_m(bed) * soil_depth_m(bed)


def beam_on_upright(latitude: float, day_of_year: float, hours: Array, noon: float) -> Array:
    """What the beam brings to an upright square metre that faces it, over what it brings to level ground in the whole
    day [-], at these clock hours evenly apart [h].

    A beam that goes through more air is weaker: Meinel and Meinel (1976), from memory.
    """
    height, _ = sun_height_and_bearing(latitude, day_of_year, np.radians(15 * (hours - noon)))
    up = height > LOWEST_SUN
    beam = np.where(up, CLEAR_SKY ** ((1 / np.sin(np.maximum(height, LOWEST_SUN))) ** AIR_MASS_POWER), 0.0)
    level = float((beam * np.sin(height) * up).sum())
    return np.asarray(beam * np.cos(height) / level if level > 0 else np.zeros_like(hours))


def wall_heat_mj(garden: Garden, bed: Bed, dates: tuple[dt.date, ...], parts: AirParts) -> Array:
    """Heat that the sun leaves in a container's wall on each day [MJ d-1]: absorptance x sunlit side x beam.

    The side that the sun meets is as wide as the pot is across (a box: its edge over pi, Cauchy's mean).
    """
    ra = rad.extraterrestrial_radiation(parts.latitude, parts.day_of_year)
    diffuse = diffuse_share(parts.rs, ra, rad.sunset_hour_angle(parts.latitude, parts.day_of_year))
    facing = edge_m(bed) / math.pi * soil_depth_m(bed)
    heat = np.zeros(len(dates))
    hours = np.arange(0.25, 24.0, 0.5)
    known: dict[tuple[int, Exposure], float] = {}
    for i, date in enumerate(dates):
        seen, day = exposure_on(bed, date), 10 * round(date.timetuple().tm_yday / 10)
        if (day, seen) not in known:
            upright = float(beam_on_upright(garden.latitude, float(day), hours, 12.0).sum())
            known[day, seen] = upright * direct_share(garden, seen, points_of(bed), date) * _let_through(seen)
        heat[i] = known[day, seen]
    return np.asarray(ABSORPTANCE[wall_of(bed)] * facing * heat * parts.rs * (1 - diffuse))


def _let_through(seen: Exposure) -> float:
    return COVER_EFFECTS[seen.cover][0] * (1 - seen.shade_pct / 100)


@dataclass(frozen=True)
class MixHeat:
    """The mix of a container over the 24 clock hours of a day [degrees C], in its middle."""

    by_hour: tuple[float, ...]

    @property
    def hottest(self) -> float:
        return max(self.by_hour)

    @property
    def cool_from_h(self) -> float | None:
        """Clock hour from which it is below HOT_MIX_C again; None where it never gets there, or stays there."""
        hot = [h for h, t in enumerate(self.by_hour) if t >= HOT_MIX_C]
        return float(hot[-1] + 1) if hot and hot[-1] < HOURS - 1 else None


def mix_heat(bed: Bed, exposure: Exposure, wall_mj: float, air_c: Array, upright: Array) -> MixHeat:
    """How warm the mix of a container gets in a day: one node that the wall warms and the air round it cools.

    wall_mj: heat in the wall [MJ d-1]; air_c: of each clock hour [degrees C]; upright: what the beam brings to the wall
    in each of them. It begins the day as cool as the air at dawn. A node of HEAT_MJ_PER_M3_K loses LOSS_W_PER_M2_K over
    its surface: common practice, no source.
    """
    hours = np.arange(HOURS) + 0.5
    lit = upright * ((hours >= exposure.sun_from_h) & (hours < exposure.sun_to_h))
    shares = lit / lit.sum() if lit.sum() > 0 else np.zeros(HOURS)
    kept = TO_MIX if wall_of(bed) != "fabric" else TO_MIX_WHERE_IT_BREATHES
    loss = LOSS_W_PER_M2_K * 3600 / 1e6 * (side_m2(bed) + ground_m2(bed))  # MJ in an hour, for each degree
    holds = HEAT_MJ_PER_M3_K * ground_m2(bed) * soil_depth_m(bed)
    follows = math.exp(-loss / holds)
    out = np.empty(HOURS)
    dawn = int(np.argmin(air_c))
    now = float(air_c[dawn])
    for h in [(dawn + i) % HOURS for i in range(HOURS)]:
        to = float(air_c[h]) + kept * wall_mj * float(shares[h]) / loss
        now = to + (now - to) * follows
        out[h] = now
    return MixHeat(tuple(out.tolist()))


def wall_gains(
    garden: Garden, bed: Bed, dates: tuple[dt.date, ...], parts: AirParts, et0: Array, reach_m2: Array
) -> tuple[Array, Array, float]:
    """What a wall adds on each day: to Kcb over the area that demands (reach_m2 [m2]) [-]; what sun and air could take
    from sides of cloth, over ET0 at the bed (et0 [mm]) [mm over the ground / mm]; and such sides over the ground [-].

    Heat evaporates a kilogram by 2.45 MJ, FAO-56 chapter 1; the air's part of ET0 acts on the sides as on the ground.
    """
    evaporates = wall_heat_mj(garden, bed, dates, parts) / LATENT_MJ_PER_KG / np.maximum(et0, 0.5)  # L per mm of ET0
    leaf_heat = TO_LEAVES * evaporates / np.maximum(reach_m2, 1e-9)
    if wall_of(bed) != "fabric":
        return leaf_heat, np.zeros_like(leaf_heat), 0.0
    ground, side = ground_m2(bed), side_m2(bed)
    return leaf_heat, evaporates / ground + (1 - LIGHT_SHARE) * side / ground, side / ground
