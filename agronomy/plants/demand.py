"""From canopy and climate to coefficients: FAO-56 chapter 7 with the density coefficient of Allen and Pereira."""

from __future__ import annotations

import numpy as np

from agronomy.air.humidity import Numbers

ML = 1.5  # ratio of Kcb to cover in sparse stands, Allen and Pereira (2009) eq. 10


def climate_of_day(u2: Numbers, rhmin: Numbers) -> Numbers:
    """The part of the climate term that the day sets [-], from wind [m/s] and driest humidity [%].

    FAO-56 eq. 62 and 70, within the limits it gives for wind (1 to 6 m/s) and humidity (20 to 80 %).
    """
    return 0.04 * (np.clip(u2, 1.0, 6.0) - 2) - 0.004 * (np.clip(rhmin, 20.0, 80.0) - 45)


def climate_of_height(height_m: Numbers) -> Numbers:
    """The part of the climate term that crop height [m] sets [-]. FAO-56 eq. 62 and 70, 0.1 to 10 m."""
    return (np.clip(height_m, 0.1, 10.0) / 3) ** 0.3


def density_coefficient(fc: Numbers, height_m: Numbers, ml: float = ML) -> Numbers:
    """Kd [-] from effective cover fc [0..1] and height [m]. Allen and Pereira (2009), Irrig. Sci. 28:17, eq. 10."""
    fc = np.maximum(fc, 0.0)
    return np.minimum(1.0, np.minimum(ml * fc, fc ** (1 / (1 + np.asarray(height_m)))))
