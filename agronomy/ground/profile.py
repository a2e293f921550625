"""A bed's ground from the top down: its layers, how deep roots may go, and what that holds."""

from __future__ import annotations

import functools
from dataclasses import dataclass

from agronomy.describe.garden import Layer, Soil
from agronomy.ground.holding import (
    AIR_SHORT_BELOW,
    EVAPORATING_LAYER_M,
    Holding,
    holding,
    of_mix,
    percentages,
    total_evaporable_water,
)
from agronomy.ground.mixes import MIXES
from agronomy.ground.texture import texture_class

REPELS_BEYOND = 0.75  # share of TAW used up beyond which a repelling mix lets water run past; common practice
LEAST_DEPTH_M = 0.03


@dataclass(frozen=True)
class Profile:
    """slices: (thickness [m], what it holds) from the top down to depth_m. usable_m: as deep as roots may go [m].

    intake_source: what the intake rests on. materials: what each slice is made of, as a code: a material, the texture
    class that a test found, or "wood"."""

    slices: tuple[tuple[float, Holding], ...]
    depth_m: float
    usable_m: float
    intake_mm_per_h: float
    intake_source: str
    materials: tuple[str, ...]
    container: bool = False

    @property
    def top(self) -> Holding:
        return self.slices[0][1]

    def available_mm(self, depth_m: float) -> float:
        """Total available water [mm] from the top down to a depth [m], no deeper than roots may go."""
        return self._over(min(depth_m, self.usable_m), "available_mm_per_m")

    def field_capacity_mm(self) -> float:
        """Water at field capacity over the whole depth [mm]."""
        return 1000 * self._over(self.depth_m, "field_capacity")

    def room_mm(self) -> float:
        """Room between field capacity and saturation over the whole depth [mm]."""
        return 1000 * (self._over(self.depth_m, "saturation") - self._over(self.depth_m, "field_capacity"))

    def air_mark_mm(self) -> float:
        """Water above field capacity [mm] beyond which less than AIR_SHORT_BELOW of air is left.

        Below zero in a container whose soil holds so much that even drained it has too little.
        """
        mark = self.room_mm() - 1000 * AIR_SHORT_BELOW * self.depth_m
        return mark if self.container else max(mark, 2.0)

    @property
    def tew(self) -> float:
        """Total evaporable water [mm] of the top layer, at most as thick as the ground is deep. FAO-56 eq. 73."""
        top = self.top
        return total_evaporable_water(top.field_capacity, top.wilting_point, min(EVAPORATING_LAYER_M, self.depth_m))

    @property
    def rew(self) -> float:
        return min(self.top.rew * min(1.0, self.depth_m / EVAPORATING_LAYER_M), self.tew - 0.5)

    @property
    def aside_a_day(self) -> float:
        """Share of the water above field capacity that passes in a day into drier ground beside [0..1].

        What drains slowly spreads: in sand water goes down, in clay to the side. Common practice, no source.
        """
        return self.drain_days / (1.0 + self.drain_days)

    @property
    def drain_days(self) -> float:
        """Days to drain: the slowest layer's."""
        return max(h.drain_days for _, h in self.slices)

    @property
    def spread(self) -> float:
        """Coefficient of variation of what it holds: by thickness."""
        return sum(t * h.spread for t, h in self.slices) / sum(t for t, _ in self.slices)

    def _over(self, depth_m: float, name: str) -> float:
        left, total = depth_m, 0.0
        for thickness, h in self.slices:
            part = min(left, thickness)
            total += part * getattr(h, name)
            left -= part
        return total


@functools.lru_cache(maxsize=4096)
def profile(soil: Soil, depth_m: float, container: bool, soil_depth_m: float) -> Profile:
    """The ground of a bed down to depth_m [m], over which its balance is kept.

    soil_depth_m: of the bed or pot [m]; logs and leaves fill its bottom. A pot's mix holds by the pot's height.
    """
    height = soil_depth_m if container else None
    top = holding(soil, height)
    slices: list[tuple[float, Holding]] = []
    below = _layers_below(soil)
    reach = depth_m if not below else min(soil.top_m or depth_m, depth_m)
    slices.append((reach, top))
    tested = percentages(soil)
    materials = [texture_class(*tested) if tested else soil.material]
    for i, layer in enumerate(below):
        left = depth_m - sum(t for t, _ in slices)
        if left <= 1e-9:
            break
        thickness = left if i == len(below) - 1 else min(layer.depth_m, left)
        slices.append((thickness, holding(Soil(layer.material, layer.organic_matter_pct), height)))
        materials.append(layer.material)
    if soil.woody_fill_m > 0:
        filled = _with_woody_fill(slices, depth_m, soil_depth_m - soil.woody_fill_m)
        if filled is not slices:
            materials = [*materials[: len(filled) - 1], "wood"]
        slices = filled
    usable = depth_m if soil.loosened_m is None else min(depth_m, soil.loosened_m)
    intake, source = top.ksat, "saturated conductivity, Saxton and Rawls 2006"
    if soil.intake_mm_per_h is not None:
        intake, source = soil.intake_mm_per_h, "measured"
    return Profile(tuple(slices), depth_m, max(usable, LEAST_DEPTH_M), intake, source, tuple(materials), container)


def _layers_below(soil: Soil) -> tuple[Layer, ...]:
    return soil.layers if soil.top_m is not None else ()


def _with_woody_fill(
    slices: list[tuple[float, Holding]], depth_m: float, starts_at: float
) -> list[tuple[float, Holding]]:
    """The slices down to where the wood starts, then wood."""
    starts_at = max(starts_at, LEAST_DEPTH_M)
    if starts_at >= depth_m:
        return slices
    out, gone = [], 0.0
    for thickness, h in slices:
        part = min(thickness, starts_at - gone)
        if part > 1e-9:
            out.append((part, h))
        gone += thickness
    return [*out, (depth_m - starts_at, of_mix(MIXES["woody_fill"], None))]
