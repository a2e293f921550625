"""How hot a container's mix gets today, and from when it may be watered."""

from __future__ import annotations

import functools

import numpy as np

from agronomy.air.sun import sun_day, temperature_at
from agronomy.balance.run import Run
from agronomy.beds.wall import HOURS, MixHeat, beam_on_upright, mix_heat, wall_heat_mj
from agronomy.decide.hours import Hours
from agronomy.describe.garden import utc_offset_on


def heat_of_mix(run: Run, i: int, hours: Hours) -> MixHeat | None:
    """How warm the mix of bed i gets today [degrees C]; None where it is no container.

    Common practice (beds/wall.py).
    """
    today, n = run.beds[i], run.n_behind
    if not today.container:
        return None
    garden = run.garden
    day, offset_h = run.today.timetuple().tm_yday, utc_offset_on(garden, run.today)
    sun = sun_day(garden.latitude, garden.longitude, offset_h, day)
    at = np.arange(HOURS, dtype=float) + 0.5
    air = np.array([temperature_at(float(h), hours.tmin, hours.tmax, sun) for h in at])
    upright = _upright(garden.latitude, float(day), sun.noon)
    heat = float(wall_heat_mj(garden, today.bed, (run.today,), run.weather.parts.between(n, n + 1))[0])
    return mix_heat(today.bed, today.exposure, heat, air, upright)


@functools.lru_cache(maxsize=64)
def _upright(latitude: float, day: float, noon: float) -> np.ndarray:
    return beam_on_upright(latitude, day, np.arange(HOURS, dtype=float) + 0.5, noon)
