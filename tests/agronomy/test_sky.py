"""The sky assembled by variable and by trust, and rain that fell before the morning."""

import dataclasses
import datetime as dt
import itertools
import unittest

import numpy as np

from agronomy.balance.kernel import conservation_error
from agronomy.balance.terms import NEVER
from agronomy.decide.plan import plan
from agronomy.describe.errors import MissingError
from agronomy.describe.garden import Gauge
from agronomy.describe.weather import WeatherTable, outlook_from_rows, read_weather_rows
from agronomy.sky.assemble import TRUST, Known, assemble, day_of
from agronomy.sky.climates import years_of
from tests import reference_data as ref
from tests.agronomy import gardens as t

DAY = dt.timedelta(days=1)
YESTERDAY = t.TODAY - DAY
FULL = {"tmin": 12.0, "tmax": 24.0, "rhmin": 45.0, "rhmax": 90.0, "wind": 3.0, "rs": 22.0, "rain": 4.0}


def known(**changes) -> Known:
    fields = {"latitude": 44.6, "elevation_m": 31.0, "sources": {"provider": {YESTERDAY: FULL}}}
    return Known(**{**fields, **changes})


class ByTrust(unittest.TestCase):
    def test_each_source_beats_those_below_it_variable_by_variable(self) -> None:
        for above, below in itertools.pairwise(TRUST):
            values, by = day_of(
                known(sources={below: {YESTERDAY: FULL}, above: {YESTERDAY: {"tmax": 31.0}}}), YESTERDAY
            )
            self.assertEqual((values["tmax"], by["tmax"]), (31.0, above))
            self.assertEqual((values["rs"], by["rs"], values["tmin"]), (22.0, below, 12.0), (above, below))

    def test_what_would_contradict_a_more_trusted_figure_is_left_out(self) -> None:
        values, by = day_of(
            known(sources={"typed": {YESTERDAY: {"tmax": 10.0}}, "provider": {YESTERDAY: FULL}}), YESTERDAY
        )
        self.assertEqual((values["tmax"], values["tmin"]), (24.0, 12.0))  # 12 to 10 is no day: the provider's stands
        self.assertEqual((by["tmax"], by["rs"]), ("provider", "provider"))
        sources = {"typed": {YESTERDAY: {"tmin": 5.0, "tmax": 10.0}}, "provider": {YESTERDAY: FULL}}
        values, by = day_of(known(sources=sources), YESTERDAY)
        self.assertEqual((values["tmin"], values["tmax"], values["rs"]), (5.0, 10.0, 22.0))

    def test_the_gauge_beats_every_source_for_rain_and_nothing_else(self) -> None:
        sources = {"typed": {YESTERDAY: {"rain": 9.0}}, "provider": {YESTERDAY: FULL}}
        sky = assemble(known(sources=sources, gauge=(Gauge(YESTERDAY, 1.5),)), t.TODAY, YESTERDAY)
        self.assertEqual(sky.behind.columns["rain"].tolist(), [1.5])
        self.assertEqual(sky.behind.columns["tmax"].tolist(), [24.0])
        self.assertEqual(sky.gauged, {YESTERDAY})

    def test_a_reading_of_the_day_itself_says_what_had_fallen_by_then(self) -> None:
        for so_far, read, told, counts in ((True, 1.5, 4.0, 4.0), (True, 6.0, 4.0, 6.0), (False, 1.5, 4.0, 1.5)):
            gauge = (Gauge(YESTERDAY, read, so_far),)
            sky = assemble(known(gauge=gauge), t.TODAY, YESTERDAY)
            self.assertEqual(sky.behind.columns["rain"].tolist(), [counts], (so_far, read, told))

    def test_wind_is_told_at_two_metres_and_its_height_survives_a_climate(self) -> None:
        """FAO-56 eq. 47 and its example: wind measured at 10 m, told at 2 m."""
        case = ref.cases()["wind-10m"]
        want, tolerance = case.expect("u2")
        day = {**FULL, "wind": case["wind"]}
        for years in (None, years_of("temperate", False)):
            told = known(sources={"station": {YESTERDAY: day}}, years=years, wind_height_m=case["height"])
            sky = assemble(told, t.TODAY, YESTERDAY)
            self.assertAlmostEqual(float(sky.behind.columns["wind"][0]), want, delta=tolerance)
            self.assertEqual(sky.behind.wind_height_m, 2.0)

    def test_typed_days_ahead_over_a_climate_keep_its_rain(self) -> None:
        typed = {t.TODAY: {"tmin": 10.0, "tmax": 20.0}}
        sky = assemble(known(sources={"typed": typed}, years=years_of("temperate", False)), t.TODAY, YESTERDAY)
        self.assertEqual(set(sky.ahead.columns["tmax"][0]), {20.0})
        self.assertTrue(np.isnan(sky.ahead.columns["wind"][0]).all())  # of another kind of day
        self.assertGreater(len(set(sky.ahead.columns["rain"][0])), 1)
        self.assertEqual(sky.typed, {t.TODAY})

    def test_nothing_known_is_said_and_rows_of_uneven_members_are_refused(self) -> None:
        with self.assertRaises(MissingError):
            assemble(known(sources={}), t.TODAY, YESTERDAY)
        rows = read_weather_rows(["date,member,tmin,tmax", "2025-07-11,0,1,2", "2025-07-11,1,1,2", "2025-07-12,0,1,2"])
        with self.assertRaisesRegex(ValueError, "the same members"):
            outlook_from_rows(rows, t.TODAY, 44.6, 31.0)
        self.assertIsNone(outlook_from_rows([], t.TODAY, 44.6, 31.0))

    def test_the_mean_of_an_old_forecast_stands_in_for_days_that_nobody_saw(self) -> None:
        dates = (YESTERDAY, t.TODAY)
        columns = {name: np.array([[value, value + 2.0]] * 2) for name, value in FULL.items()}
        unknown = np.full((2, 2), np.nan)
        table = WeatherTable(dates, {c: columns.get(c, unknown) for c in t.COLUMNS}, 44.6, 31.0)
        sky = assemble(known(sources={}, forecast=table), t.TODAY, YESTERDAY)
        self.assertEqual((sky.source, sky.behind.columns["tmax"].tolist()), ("forecast", [25.0]))


class ThisMorning(unittest.TestCase):
    def morning(self, fallen: float, rain_ahead: float = 0.0):
        sky = t.sky(rain_chance=1.0, rain_mm=rain_ahead, rain_day=0)
        return plan(t.garden(t.dried(6)), dataclasses.replace(sky, fallen_today=fallen), t.TODAY).beds[0]

    def test_rain_that_fell_counts_before_the_mornings_word(self) -> None:
        dry, wet = self.morning(0.0), self.morning(25.0)
        self.assertEqual((dry.word, wet.word), ("soak", "leave"))
        self.assertAlmostEqual(dry.net_mm.mid - wet.net_mm.mid, wet.terms.rain_early / wet.rooted_share, places=9)
        self.assertLess(wet.story.depletion_mm, dry.story.depletion_mm)
        for b in (dry, wet):
            self.assertAlmostEqual(sum(x.mm for x in b.story.parts), b.story.depletion_mm, places=9)

    def test_it_is_part_of_the_days_rain_and_no_more_is_added(self) -> None:
        """A forecast of 10 mm of which 4 have fallen leaves 6 to come; 15 fallen where 10 were told are 15."""
        rains = {}
        for fallen, told in ((0.0, 10.0), (4.0, 10.0), (15.0, 10.0)):
            b = self.morning(fallen, told)
            rains[fallen] = b.terms.rain_fall
            self.assertLess(conservation_error(np.array(b.terms)), 1e-9)
            self.assertLessEqual(b.terms.rain_early, b.terms.rain_rooted + 1e-12)
        self.assertAlmostEqual(rains[0.0], rains[4.0])
        self.assertAlmostEqual(rains[15.0], 15.0)

    def test_every_row_is_closed_with_rain_before_the_morning(self) -> None:
        for kind in ("open", "pot", "raised"):
            sky = dataclasses.replace(t.sky(), fallen_today=40.0)
            run = plan(t.garden(t.dried(4, kind=kind, length_m=0.4, width_m=0.4)), sky, t.TODAY).run
            rows = run.rows_ahead(np.full((5, 1), NEVER))
            self.assertLess(conservation_error(rows).max(), 1e-9)


if __name__ == "__main__":
    unittest.main()
