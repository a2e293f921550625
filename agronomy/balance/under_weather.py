"""A bed's days under the weather of a run: what it is, what was done to it, and what sun, walls and rain make of it."""

from __future__ import annotations

import datetime as dt

import numpy as np

from agronomy.balance import forcing
from agronomy.balance import layout as at
from agronomy.balance.terms import Array
from agronomy.balance.weather import AirDays
from agronomy.beds import light
from agronomy.beds.ground import ground_m2, is_container
from agronomy.beds.stand import Stand
from agronomy.beds.wall import wall_gains
from agronomy.describe.garden import Garden
from agronomy.ground.soil_temperature import soil_temperature
from agronomy.plants.size import Warmth


class DaysOfBeds:
    """Lays out the days of a garden's beds, one at a time; what they share is worked out once."""

    def __init__(self, garden: Garden, weather: AirDays, today: dt.date) -> None:
        self.garden, self.weather, self.today = garden, weather, today
        self.known: light.Known = {}
        self.warmth = warmth_of(garden, weather)
        sown = any(p.start == "sown" for b in garden.beds for p in b.plantings)
        self.soil = soil_warmth(weather) if sown else None

    def of(self, i: int) -> tuple[Array, Stand]:
        """The array (day, N_BED_DAY) of the garden's bed `i` over all days of the weather, and what grows in it."""
        bed, w = self.garden.beds[i], self.weather
        n = len(w.dates)
        days, stand = forcing.bed_days(self.garden, bed, w.dates[0], n, self.warmth, self.soil, self.today)
        days[:, at.AIR_FACTOR] = light.air_factor(self.garden, bed, w.dates, w.parts, self.known)
        if is_container(bed):
            et0 = w.et0.mean(axis=1) * days[:, at.AIR_FACTOR]
            reach = days[:, at.SPREAD_AREA] * ground_m2(bed)
            found = wall_gains(self.garden, bed, w.dates, w.parts, et0, reach)
            days[:, at.LEAF_HEAT], days[:, at.SIDE_ET], days[:, at.SIDE] = found
        elif bed.method == "drip":
            days[:, at.WETTED] = forcing.wetted_by_drip(w, days)
        return days, stand


def warmth_of(garden: Garden, weather: AirDays) -> Warmth | None:
    """The temperatures that growth runs by, where the garden's growth follows warmth and not the calendar."""
    if garden.growth != "warmth":
        return None
    return Warmth(weather.dates[0], tuple(np.round(_tmean(weather), 2).tolist()))


def soil_warmth(weather: AirDays) -> Warmth:
    """How warm the soil is a hand's breadth down, from the air above it: what is sown comes up by it."""
    return Warmth(weather.dates[0], tuple(np.round(soil_temperature(_tmean(weather)), 2).tolist()))


def _tmean(weather: AirDays) -> Array:
    return np.asarray((weather.parts.tmin + weather.parts.tmax) / 2)
