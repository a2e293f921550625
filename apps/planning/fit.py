"""What a bed's fit and its days for planting out are judged by, from the facts at hand."""

from __future__ import annotations

import dataclasses
import datetime as dt

import numpy as np

from agronomy.air.reference_et import reference_et
from agronomy.decide.planting_out import soil_over
from agronomy.describe import garden as g
from agronomy.fit.fits import Days, Fit, fit_of
from agronomy.ground.soil_temperature import LEAST_DAYS, soil_temperature
from apps.planning.facts import core_garden
from apps.planning.situation import Situation
from apps.weather.convert import sky_of

SOIL_LOOKS_BACK = dt.timedelta(days=30)


def days_of(now: Situation) -> Days | None:
    """The weather a fit is judged by: of the plan where there is one, else of what is known behind; None: nothing."""
    if now.plan is not None:
        w = now.plan.run.weather
        i, soil = w.n_behind, soil_over(w)
        tmin, tmax = float(w.tmin[i].mean()), float(w.tmax[i].mean())
        return Days(tmin, tmax, float(w.parts.ea[i]), None if soil is None else float(soil[i]))
    if not (now.weather.last_observed or now.weather.climate):
        return None
    today = now.garden.today
    behind = sky_of(now.garden, now.weather, today, today - SOIL_LOOKS_BACK).behind
    et = reference_et(behind)
    means = np.where(
        np.isnan(behind.columns["tmean"]),
        (behind.columns["tmin"] + behind.columns["tmax"]) / 2,
        behind.columns["tmean"],
    )
    soil_c = float(soil_temperature(means)[-1]) if len(means) >= LEAST_DAYS else None
    low, high = behind.columns["tmin"][-1], behind.columns["tmax"][-1]
    return Days(float(low), float(high), float(et.ea[-1]), soil_c)


def fits(now: Situation, bed: g.Bed) -> tuple[Fit, ...]:
    """The fits of a bed of this garden, or of one about to be, which has no key yet."""
    garden = core_garden(now.garden, now.beds)
    others = tuple(b for b in garden.beds if b.key != bed.key)
    return fit_of(dataclasses.replace(garden, beds=(*others, bed)), bed, now.garden.today, days_of(now))
