"""A day's demand spread over its hours: light by the sun's height, the air's pull by the temperature curve."""

from __future__ import annotations

from typing import Final

import numpy as np
import numpy.typing as npt

from agronomy.air import humidity as hum
from agronomy.air.microclimate import beam_weight
from agronomy.air.sun import SunDay, temperature_at
from agronomy.describe.garden import Exposure

Hours = npt.NDArray[np.float64]

LIGHT_SHARE = 0.75  # of the day's demand goes with light, the rest with the dryness of the air; common practice
DIFFUSE_SHARE = 0.35  # of the light that still reaches a bed out of the sun; common practice, no source
STEPS: Final = 10  # points within an hour


def hourly_shares(
    sun: SunDay,
    latitude: float,
    day_of_year: float,
    tmin: float,
    tmax: float,
    exposure: Exposure,
    lit: Hours | None = None,
) -> Hours:
    """Share of the day's demand in each clock hour: 24 values that sum to one.

    Light: the sine of the sun's height, in full within the bed's sun hours and DIFFUSE_SHARE of it outside them; lit:
    the share of the beam that comes past what stands around, at each of its STEPS in every hour, where that is known.
    Air: what the temperature of the hour lets the air hold beyond what it holds at the day's lowest (FAO-56 eq. 11 and
    48).
    """
    at = (np.arange(24 * STEPS) + 0.5) / STEPS
    light = beam_weight(np.radians(15 * (at - sun.noon)), latitude, np.asarray(day_of_year))
    inside = (at >= exposure.sun_from_h) & (at < exposure.sun_to_h)
    beam = inside if lit is None else inside * lit
    light = light * (DIFFUSE_SHARE + (1 - DIFFUSE_SHARE) * beam)
    warmth = np.array([temperature_at(float(h), tmin, tmax, sun) for h in at])
    pull = np.maximum(hum.saturation_vapour_pressure(warmth) - hum.saturation_vapour_pressure(tmin), 0.0)
    parts = [(LIGHT_SHARE, light), (1 - LIGHT_SHARE, pull)]
    total = sum(weight for weight, of in parts if of.sum() > 0)
    if total == 0:
        return np.full(24, 1 / 24)
    shares = sum(weight / total * of / of.sum() for weight, of in parts if of.sum() > 0)
    return np.asarray(np.asarray(shares).reshape(24, STEPS).sum(axis=1))


def hour_when(shares: Hours, part: float) -> float | None:
    """Clock hour [h] at which this part [0..1] of a day's demand is used up; None where the day ends before.

    Arithmetic.
    """
    gone = np.concatenate([[0.0], np.cumsum(shares)])
    if part >= gone[-1]:
        return None
    return float(np.interp(max(part, 0.0), gone, np.arange(25.0)))
