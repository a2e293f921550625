"""From canopy and climate to coefficients: FAO-56 chapter 7 with the density coefficient of Allen and Pereira.

Leaves drink by the light they meet. A plant that stands free meets it from the side too, so its height counts; plants
that touch are one outline, which is their ground and a rim, however many they are. One function serves the balance and
the fit.
"""

from __future__ import annotations

import numpy as np
import numpy.typing as npt

from agronomy.air.humidity import Numbers

LEAST_NOON = np.radians(40.0)  # a lower noon sun comes through the leaves, not past them; common practice, no source
FREE_MOST = 2.0  # times its outline a plant meets light over, at most; common practice, no source
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


Areas = npt.NDArray[np.float64]


def light_area_m2(outline_m2: Numbers, height_m: Numbers, noon_sun: Numbers) -> Numbers:
    """Area [m2] over which what stands free meets the light: its outline, and its height over the noon sun's slope.

    noon_sun: the sun's height at noon [rad]. A = pi r2 + 2 r h / tan(beta), at most FREE_MOST times the outline: the
    shadow of an upright cylinder, common practice.
    """
    radius = np.sqrt(np.maximum(outline_m2, 0.0) / np.pi)
    beside = 2 * radius * np.asarray(height_m) / np.tan(np.maximum(noon_sun, LEAST_NOON))
    return np.minimum(outline_m2 + beside, FREE_MOST * np.asarray(outline_m2))


def outline_m2(canopy_m2: Numbers, plants: Numbers, ground_m2: float, edge_m: float, alike: int = 1) -> Numbers:
    """What all leaves of a stand cover, seen from above [m2]: at most their ground and the rim they reach beyond it.

    canopy_m2: of all plants, each by itself. edge_m: round the ground [m]. Leaves that overlap count once: plants stand
    apart by what ground each has, and those at the edge reach beyond it by their radius less half of that. alike: so
    many grounds apart from each other have all this together. Common practice.
    """
    n = np.maximum(plants, 1e-9)
    radius, apart = np.sqrt(canopy_m2 / n / np.pi), np.sqrt(ground_m2 / n)
    rim = np.maximum(radius - apart / 2, 0.0)
    return np.minimum(canopy_m2, ground_m2 + edge_m * rim + alike * np.pi * rim**2)


def demanding(
    ground_m2: float, outline: Numbers, height_m: Numbers, noon_sun: Numbers, container: bool, alike: int = 1
) -> tuple[Numbers, Numbers]:
    """The area that demands [m2] and its density coefficient Kd [-]: together, what the leaves drink by.

    outline [m2]: of all leaves, over so many grounds that are alike; noon_sun [rad]. In a container plants stand free
    and demand over the light they meet, at the Kcb of full cover. In the ground Kd is by Allen and Pereira (2009)
    eq. 10 over the effective cover fc / sin(beta) (from memory), and no more than the leaves would drink standing free:
    what is moved from a pot to the open ground stays nearly as thirsty.
    """
    free = alike * light_area_m2(np.asarray(outline) / alike, height_m, noon_sun)
    if container:
        reach = np.maximum(ground_m2, free)
        return reach, free / reach
    reach = np.maximum(ground_m2, outline)
    effective = np.minimum(1.0, outline / reach / np.sin(np.maximum(noon_sun, LEAST_NOON)))
    return reach, np.minimum(density_coefficient(effective, height_m), free / reach)
