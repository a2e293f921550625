"""Generic climates held against real open weather: how far off they are, and whether days follow each other as real
ones do. The data and their licences stand in tests/reference/README.md."""

import datetime as dt
import functools
import unittest
from typing import Any

import numpy as np

from agronomy.air.reference_et import reference_et
from agronomy.describe.weather import WeatherTable
from agronomy.sky import climates as c
from tests import reference_data as ref

WET_FROM_MM = 1.0  # of rain that makes a day wet, as climatologies count it: from memory
YEAR = tuple(dt.date(2025, 1, 1) + dt.timedelta(days=i) for i in range(365))


def monthly(dates, values) -> np.ndarray:
    """Mean of each month."""
    months = np.array([d.month for d in dates])
    return np.array([np.nanmean(values[months == m]) for m in range(1, 13)])


def real(site: str):
    table = ref.weather(site, "tmin", "tmax", "rain", "rs", "ea", "wind")
    return table, {name: monthly(table.dates, table.columns[name]) for name in ("tmin", "tmax")}


def drawn(name: str) -> dict[str, np.ndarray]:
    members = c.years_of(name, False).members(YEAR)
    return {k: monthly(YEAR, members[k].mean(axis=1)) for k in ("tmin", "tmax", "rain")}


def off(site: str, name: str) -> float:
    """Root mean square of the monthly temperatures' differences [K]."""
    _, known = real(site)
    made = drawn(name)
    return float(np.sqrt(np.mean([(known[k] - made[k]) ** 2 for k in ("tmin", "tmax")])))


class AgainstRealPlaces(unittest.TestCase):
    def test_some_generic_climate_comes_near_each_place(self) -> None:
        # Four real places, 40 to 47 degrees north: the nearest generic climate's monthly temperatures lie within 5 K
        # (root mean square; found: 3.0 to 4.2), and that of a wrong zone far off. The band is our own: common practice.
        for site in ref.SITES:
            distances = {name: off(site, name) for name in c.GENERIC}
            with self.subTest(site, best=min(distances, key=distances.get)):
                self.assertLess(min(distances.values()), 5.0)
                self.assertGreater(distances["wet_tropical"], 8.0)

    def test_the_one_chosen_by_place_is_no_worse_than_a_doubtful_guess(self) -> None:
        # By latitude and height alone: within 8 K in the monthly means, and said to be often wrong.
        for site, (latitude, elevation, _) in ref.SITES.items():
            if site == "nsrdb_2017_colorado_plateau":
                continue  # a high plateau: latitude alone does not know it, and the gardener is asked
            with self.subTest(site):
                self.assertLess(off(site, c.climate_at(latitude, elevation)), 8.0)

    def test_july_asks_for_as_much_water_as_the_measured_one(self) -> None:
        # Reference ET of July of the nearest generic climate within a third of what Penman-Monteith or Hargreaves
        # makes of the real July (found: up to 28 %). The band is our own: common practice.
        july = tuple(d for d in YEAR if d.month == 7)
        for site in ref.SITES:
            table, _ = real(site)
            real_et = reference_et(table).et0_mm[np.array([d.month == 7 for d in table.dates])].mean()
            name = min(c.GENERIC, key=functools.partial(off, site))
            members = c.years_of(name, False).members(july)
            made = reference_et(WeatherTable(july, members, table.latitude, table.elevation_m)).et0_mm.mean()
            with self.subTest(site, climate=name):
                self.assertLess(abs(made / real_et - 1), 1 / 3)


class DayByDay(unittest.TestCase):
    """Four real years of Seattle (NOAA, by vega-datasets) against the method's own figures."""

    table: Any
    months: Any

    @classmethod
    def setUpClass(cls) -> None:
        cls.table = ref.weather("seattle_2012_15", "tmin", "tmax", "rain")
        cls.months = np.array([d.month for d in cls.table.dates])

    def test_warm_days_follow_warm_days_as_they_do_outside(self) -> None:
        tmax = self.table.columns["tmax"]
        usual = monthly(self.table.dates, tmax)[self.months - 1]
        real_lag = np.corrcoef(tmax[:-1] - usual[:-1], tmax[1:] - usual[1:])[0, 1]
        dry = c.years_of("dry_summer", False).members(YEAR)
        tail = dry["tmax"] - dry["tmax"].mean(axis=1, keepdims=True)
        made_lag = np.corrcoef(tail[:-1].ravel(), tail[1:].ravel())[0, 1]
        self.assertAlmostEqual(real_lag, made_lag, delta=0.15)
        self.assertAlmostEqual(c.LAG_ONE, real_lag, delta=0.15)

    def test_wet_days_follow_wet_days_as_they_do_outside(self) -> None:
        # Geng et al. (1986) give 0.25 between the two chances for places the world over; Seattle's is near it.
        wet = self.table.columns["rain"] >= WET_FROM_MM
        apart = []
        for m in range(1, 13):
            here = self.months[:-1] == m
            after_wet, after_dry = wet[1:][here & wet[:-1]], wet[1:][here & ~wet[:-1]]
            if len(after_wet) > 8:
                apart.append(after_wet.mean() - after_dry.mean())
        self.assertAlmostEqual(float(np.mean(apart)), 0.25, delta=0.12)

    def test_wet_afternoons_are_cooler_as_they_are_outside(self) -> None:
        summer = np.isin(self.months, (6, 7, 8))
        tmax, wet = self.table.columns["tmax"][summer], (self.table.columns["rain"] >= WET_FROM_MM)[summer]
        cooler = tmax[~wet].mean() - tmax[wet].mean()
        self.assertTrue(1.5 <= cooler <= 8.0, cooler)
        self.assertLessEqual(c.WET_DAY_COOLER, cooler)

    def test_rain_of_a_wet_day_is_skewed_as_it_is_outside(self) -> None:
        real_rain = self.table.columns["rain"][self.table.columns["rain"] >= WET_FROM_MM]
        made = c.years_of("cool_maritime", False).members(YEAR)["rain"]
        made = made[made >= WET_FROM_MM]
        for rain in (real_rain, made):
            self.assertTrue(1.2 <= rain.mean() / np.median(rain) <= 2.2)


if __name__ == "__main__":
    unittest.main()
