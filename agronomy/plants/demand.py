"""From canopy and climate to coefficients: FAO-56 chapter 7 with the density coefficient of Allen and Pereira."""

from __future__ import annotations

import numpy as np

from agronomy.air.humidity import Numbers

ML = 1.5  # ratio of Kcb to cover in sparse stands, Allen and Pereira (2009) eq. 10
# Allen and Pereira allow 0 to 0.15 for the ground between plants. It is 0 here, since bare soil has its own
# evaporation in this balance and a seedling must not transpire for the whole bed.
KC_MIN = 0.0


def climate_of_day(u2: Numbers, rhmin: Numbers) -> Numbers:
    """The part of the climate term that the day sets [-], from wind [m/s] and driest humidity [%].

    FAO-56 eq. 62 and 70, within the limits it gives for wind (1 to 6 m/s) and humidity (20 to 80 %).
    """
    return 0.04 * (np.clip(u2, 1.0, 6.0) - 2) - 0.004 * (np.clip(rhmin, 20.0, 80.0) - 45)


def climate_of_height(height_m: Numbers) -> Numbers:
    """The part of the climate term that crop height [m] sets [-]. FAO-56 eq. 62 and 70, 0.1 to 10 m."""
    return (np.clip(height_m, 0.1, 10.0) / 3) ** 0.3


def climate_term(u2: Numbers, rhmin: Numbers, height_m: Numbers) -> Numbers:
    """What wind [m/s] and driest humidity [%] add to a coefficient at a crop height [m]. FAO-56 eq. 62 and 70."""
    return climate_of_day(u2, rhmin) * climate_of_height(height_m)


def density_coefficient(fc: Numbers, height_m: Numbers, ml: float = ML) -> Numbers:
    """Kd [-] from effective cover fc [0..1] and height [m]. Allen and Pereira (2009), Irrig. Sci. 28:17, eq. 10."""
    fc = np.maximum(fc, 0.0)
    return np.minimum(1.0, np.minimum(ml * fc, fc ** (1 / (1 + np.asarray(height_m)))))


def basal_coefficient(kcb_full: Numbers, kd: Numbers, kc_min: float = KC_MIN) -> Numbers:
    """Kcb [-] at the cover that Kd stands for. Allen and Pereira (2009) eq. 11."""
    return kc_min + kd * (kcb_full - kc_min)


def kcb_full_by_height(height_m: float) -> float:
    """Kcb [-] of a full stand known only by its height, before the climate term. FAO-56 eq. 99, capped at 1.2."""
    return min(1.0 + 0.1 * height_m, 1.20)


def kc_max(kcb: Numbers, u2: Numbers, rhmin: Numbers, height_m: Numbers) -> Numbers:
    """Upper limit of evaporation and transpiration together [-]. FAO-56 eq. 72."""
    return np.maximum(1.2 + climate_term(u2, rhmin, height_m), np.asarray(kcb) + 0.05)


def ground_cover(kcb: float, kc_min: float, kc_max_: float, height_m: float) -> float:
    """fc [-] from Kcb where no cover was seen. FAO-56 eq. 76."""
    return min(max((kcb - kc_min) / (kc_max_ - kc_min), 0.0) ** (1 + 0.5 * height_m), 0.99)


def depletion_fraction(p_table: float, etc: float) -> float:
    """p [-] for the day's crop ET [mm/d]. FAO-56 Table 22, its note: p + 0.04 (5 - ETc), within 0.1 and 0.8."""
    return min(0.8, max(0.1, p_table + 0.04 * (5.0 - etc)))
