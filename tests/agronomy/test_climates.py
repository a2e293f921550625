"""Climates: the years drawn from monthly figures, years from a file, and the sky they make where nobody knows more."""

import datetime as dt
import pathlib
import unittest
from typing import Any

import numpy as np

from agronomy.air.reference_et import reference_et
from agronomy.balance import layout as s_
from agronomy.balance.weather import air_days
from agronomy.decide.plan import plan
from agronomy.describe.errors import InputError, MissingError
from agronomy.describe.garden import Gauge
from agronomy.describe.weather import WeatherTable, read_weather_rows
from agronomy.formats.read_garden import garden_from_json
from agronomy.sky import climates as c
from agronomy.sky.assemble import Known, assemble
from tests.agronomy import gardens as t
from tests.agronomy.test_balance import Run

SEATTLE = pathlib.Path(__file__).parents[1] / "reference" / "seattle_2012_15.csv"


def month(year_month: int) -> tuple[dt.date, ...]:
    return tuple(dt.date(2025, year_month, 1) + dt.timedelta(days=i) for i in range(28))


def drawn(name: str, of_month: int, southern: bool = False) -> dict[str, np.ndarray]:
    return c.years_of(name, southern).members(month(of_month))


class Generic(unittest.TestCase):
    def test_the_years_have_the_months_they_were_drawn_from(self) -> None:
        # Means of 31 drawn months against the table's own figures: temperature within 1 K; rain and its days within
        # three standard errors of a month's rain, whose year-to-year spread is about half its mean (common practice).
        for name, climate in c.GENERIC.items():
            for m in (1, 4, 7, 10):
                with self.subTest(name, month=m):
                    days = drawn(name, m)
                    self.assertAlmostEqual(days["tmax"].mean(), climate.tmax[m - 1], delta=1.2)
                    self.assertAlmostEqual(days["tmin"].mean(), climate.tmin[m - 1], delta=1.2)
                    wet = climate.rain_days[m - 1] * 28 / 30.4
                    self.assertAlmostEqual((days["rain"] > 0).sum(axis=0).mean(), wet, delta=0.6 + 0.2 * wet)
                    rain = climate.rain[m - 1] * 28 / 30.4
                    self.assertAlmostEqual(days["rain"].sum(axis=0).mean(), rain, delta=4 + 0.3 * rain)
                    self.assertTrue((days["tmin"] < days["tmax"]).all())

    def test_wet_days_come_in_spells(self) -> None:
        # Geng et al. (1986): after a wet day rain is 0.25 likelier than after a dry one.
        wet = drawn("temperate", 6)["rain"] > 0
        after_wet = wet[1:][wet[:-1]].mean()
        after_dry = wet[1:][~wet[:-1]].mean()
        self.assertAlmostEqual(after_wet - after_dry, 0.25, delta=0.08)

    def test_reference_et_is_in_the_bands_of_handbooks(self) -> None:
        # FAO-56 Table 2, average ETo by climate [mm/d], from memory: humid temperate, warm 5-7... about 20 degrees C
        # mean 3-5 (humid) and 5-7 (arid); about 10 degrees C 1-3; tropics over 30 degrees C mean 5-8, 20 degrees 3-5.
        for name, m, low, high in (
            ("cool_maritime", 7, 2, 5),
            ("cool_maritime", 1, 0.2, 1.5),
            ("temperate", 7, 3, 5.5),
            ("hot_dry", 7, 6, 9),
            ("dry_summer", 7, 5, 7),
            ("wet_tropical", 4, 3, 5),
            ("monsoon", 4, 4, 6.5),
        ):
            with self.subTest(name, month=m):
                g = c.GENERIC[name]
                et0 = reference_et(WeatherTable(month(m), drawn(name, m), g.latitude, g.elevation_m)).et0_mm.mean()
                self.assertTrue(low <= et0 <= high, et0)

    def test_south_of_the_equator_the_year_is_turned(self) -> None:
        north, south = drawn("dry_summer", 7), drawn("dry_summer", 1, southern=True)
        self.assertAlmostEqual(north["tmax"].mean(), south["tmax"].mean(), delta=1.0)
        self.assertGreater(drawn("dry_summer", 7, southern=True)["rain"].sum(), 5 * north["rain"].sum())

    def test_the_same_years_always_and_a_member_goes_on_from_day_to_day(self) -> None:
        c.years_of.cache_clear()
        first = c.years_of("temperate", False).members(month(7))
        c.years_of.cache_clear()
        again = c.years_of("temperate", False).members(month(7)[1:])
        np.testing.assert_array_equal(first["tmax"][1:], again["tmax"])

    def test_a_place_gets_a_climate(self) -> None:
        places = ((54, 10, "cool_maritime"), (-38, 20, "dry_summer"), (1, 1900, "cool_highland"), (48, 9, "temperate"),
                  (2, 10, "wet_tropical"), (14, 6, "monsoon"), (-30, 50, "humid_summer"))  # fmt: skip
        for latitude, elevation, name in places:
            self.assertEqual(c.climate_at(latitude, elevation), name)


class OfAFile(unittest.TestCase):
    days: Any
    years: Any

    @classmethod
    def setUpClass(cls) -> None:
        # Open data: vega_datasets' Seattle weather (NOAA), 2012 to 2015; its source stands in tests/reference/README.
        with SEATTLE.open(newline="") as lines:
            rows = read_weather_rows(lines, "seattle")
        cls.days = [(r.date, r.values) for r in rows]
        cls.years = c.years_of_file(cls.days)

    def test_a_member_is_a_real_fortnight_of_one_year(self) -> None:
        dates = tuple(dt.date(2026, 7, 10) + dt.timedelta(days=i) for i in range(16))
        members = self.years.members(dates)
        known = dict(self.days)
        self.assertGreaterEqual(members["tmax"].shape[1], c.LEAST_MEMBERS)
        for i, year in enumerate((2012, 2013, 2014, 2015)):
            got = members["tmax"][:, i]
            want = [known[d.replace(year=year)]["tmax"] for d in dates]
            np.testing.assert_allclose(got, want)

    def test_the_usual_day_is_the_mean_of_its_fortnight_and_the_turn_of_the_year_holds(self) -> None:
        usual = self.years.usual(dt.date(2026, 8, 1))
        near = [v["tmax"] for d, v in self.days if abs((d.replace(year=2024) - dt.date(2024, 8, 1)).days) <= 7]
        self.assertAlmostEqual(usual["tmax"], float(np.mean(near)), places=6)
        over = self.years.members(tuple(dt.date(2026, 12, 25) + dt.timedelta(days=i) for i in range(16)))
        self.assertFalse(np.isnan(over["tmin"]).any())

    def test_too_little_is_said(self) -> None:
        short = c.years_of_file([(d, v) for d, v in self.days if d.month in (1, 2)])
        with self.assertRaises(MissingError):
            short.members(month(7))
        with self.assertRaises(MissingError):
            garden_from_json({"name": "X", "latitude": 44, "elevation_m": 0, "beds": [], "climate": "file"})


class TheSky(unittest.TestCase):
    def sky(self, past=None, typed=None, gauge=None):
        years = c.years_of("temperate", False)
        known = Known(
            48.0,
            200.0,
            sources={"typed": typed or {}, "provider": past or {}},
            gauge=tuple(Gauge(date, rain) for date, rain in (gauge or {}).items()),
            years=years,
        )
        return assemble(known, t.TODAY, t.TODAY - dt.timedelta(days=9))

    def test_a_bed_described_a_minute_ago_gets_a_word_from_its_climate_alone(self) -> None:
        p = plan(t.garden(t.dried(9)), self.sky(), t.TODAY)
        self.assertEqual(set(p.run.weather.outlook[: p.run.n_behind]), {"climate"})
        self.assertEqual(set(p.run.weather.outlook[p.run.n_behind :][:16]), {"climate"})
        self.assertIn(p.beds[0].word, ("soak", "check", "wait"))
        self.assertGreater(p.beds[0].net_mm.high - p.beds[0].net_mm.low, 5.0)  # a climate is no record: wide

    def test_what_is_known_beats_the_climate_and_narrows_the_doubt(self) -> None:
        known = dict(t.days_of(t.TODAY - dt.timedelta(days=9), 9))
        typed = dict(t.days_of(t.TODAY, 2, {1: 30.0}))
        p = plan(t.garden(t.dried(9)), self.sky(known, typed), t.TODAY)
        n = p.run.n_behind
        self.assertEqual(set(p.run.weather.outlook[:n]), {"observed"})
        self.assertEqual(p.run.weather.outlook[n : n + 3], ("typed", "typed", "climate"))
        self.assertEqual(p.run.weather.rain[n + 1].min(), 30.0)
        wide = plan(t.garden(t.dried(9)), self.sky(), t.TODAY).beds[0].net_mm
        self.assertLess(p.beds[0].net_mm.high - p.beds[0].net_mm.low, wide.high - wide.low)

    def test_a_gauge_counts_on_a_day_that_only_the_climate_knows(self) -> None:
        date = t.TODAY - dt.timedelta(days=2)
        p = plan(t.garden(t.dried(9)), self.sky(gauge={date: 40.0}), t.TODAY)
        self.assertEqual(p.run.weather.rain[p.run.n_behind - 2].max(), 40.0)
        self.assertEqual(p.beds[0].word, "leave")


class TwoTaps(unittest.TestCase):
    def test_summers_and_winters_choose_the_climate_where_latitude_alone_is_a_guess(self) -> None:
        found = {(s, w): c.climate_at(46.0, 100.0, s, w) for s in ("dry", "wet") for w in ("mild", "cold")}
        self.assertEqual(
            found,
            {
                ("dry", "mild"): "cool_dry_summer",
                ("dry", "cold"): "hot_dry",
                ("wet", "mild"): "temperate",
                ("wet", "cold"): "cold_winter",
            },
        )
        self.assertEqual(c.climate_at(38.0, 100.0, "dry", "mild"), "dry_summer")
        self.assertEqual(c.climate_at(-38.0, 100.0, "wet", "mild"), "humid_summer")
        self.assertEqual(c.climate_at(55.0, 100.0, "wet", "mild"), "cool_maritime")
        with self.assertRaises(InputError):
            c.climate_at(46.0, 100.0, "damp")

    def test_rain_of_a_filled_day_is_held_as_often_as_it_rains(self) -> None:
        """Two millimetres a day on average are eight on one day in four: leaves hold some of it on that day alone."""
        kept = {}
        for showers in (1.0, 0.25):
            run = Run(1, RAIN=2.0, RAIN_HELD=0.8, TAW=50.0, DEEPEST=50.0)
            run.state[0, :, s_.DR] = 20.0
            run.air[..., s_.SHOWERS] = showers
            kept[showers] = run.rows()[0, s_.INTERCEPTION]
        self.assertAlmostEqual(kept[1.0], 0.8)
        self.assertAlmostEqual(kept[0.25], 0.2)
        years = c.years_of("temperate", False)
        self.assertTrue(0.1 < years.wet_share(dt.date(2025, 7, 1)) < 0.6)
        sky = assemble(Known(45.0, 200.0, years=years), t.TODAY, t.OPENED)
        air = air_days(t.garden(), sky, t.OPENED, t.TODAY, 5).air
        self.assertAlmostEqual(float(air[3, 0, s_.SHOWERS]), years.wet_share(t.OPENED + dt.timedelta(days=3)))
        self.assertEqual(float(air[-1, 0, s_.SHOWERS]), 1.0)

    def test_each_year_lies_off_its_class_by_its_own(self) -> None:
        columns = c.years_of("temperate", False).columns
        self.assertAlmostEqual(float(columns["tmax"].mean(axis=0).std()), c.OFF_BY_C, delta=0.5)
        self.assertGreaterEqual(c.OFF_BY_C, 2.0)
        rain = columns["rain"].sum(axis=0)
        self.assertTrue(0.3 <= rain.std() / rain.mean() <= 0.6)
