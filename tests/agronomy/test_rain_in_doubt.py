"""Rain that is only expected: its chance, and what stands until somebody says what fell; and when it fell."""

import dataclasses
import datetime as dt
import unittest

import numpy as np

from agronomy.air.hourly import hourly_shares
from agronomy.air.leaf_wetness import STEPS, wet_by_rain_at
from agronomy.air.microclimate import OPEN
from agronomy.air.sun import sun_day
from agronomy.balance.kernel import conservation_error
from agronomy.decide.after_rain import last_rain, looks
from agronomy.decide.leaf_risk import wet_hours
from agronomy.decide.plan import Plan, plan
from agronomy.describe.errors import InputError
from agronomy.describe.garden import Gauge
from agronomy.describe.weather import check_day
from agronomy.sky.assemble import RUNS_IN_DOUBT, Known, assemble
from agronomy.sky.climates import Years, years_of
from tests.agronomy import gardens as t

DAY = dt.timedelta(days=1)
YESTERDAY, TOMORROW = t.TODAY - DAY, t.TODAY + DAY
MILD = {"tmin": 13.0, "tmax": 23.0}
DRY = years_of("hot_dry", False)


def expected(rain: float, chance: float | None, date: dt.date = TOMORROW, years: Years | None = DRY, **more) -> Known:
    """What is known where a day's rain was typed with a chance, the days behind being dry."""
    n = (t.TODAY - t.OPENED).days
    days = {t.OPENED + k * DAY: {**MILD, "rain": 0.0} for k in range(n)}
    days[date] = {**MILD, "rain": rain, "rain_chance": chance}
    return Known(44.6, 31.0, sources={"typed": days}, years=years, **more)


def planned(known: Known, *beds) -> Plan:
    return plan(t.garden(*beds), assemble(known, t.TODAY, t.OPENED), t.TODAY)


class Ahead(unittest.TestCase):
    def test_it_falls_in_as_many_runs_as_it_was_told_likely(self) -> None:
        for chance, share in ((None, 1.0), (1.0, 1.0), (0.6, 0.6), (0.3, 0.3), (0.0, 0.0)):
            for years in (DRY, None):
                sky = assemble(expected(12.0, chance, years=years), t.TODAY, t.OPENED)
                rain = sky.ahead.columns["rain"][sky.ahead.dates.index(TOMORROW)]
                self.assertLessEqual(set(rain), {0.0, 12.0})
                self.assertAlmostEqual(float((rain == 12.0).mean()), share, delta=0.5 / rain.size + 1e-9)
                self.assertEqual(rain.size > 1, years is not None or (chance is not None and chance < 1))
        self.assertEqual(sky.members, RUNS_IN_DOUBT)

    def test_it_falls_first_in_the_years_that_are_wet_about_that_date(self) -> None:
        wet = years_of("cool_maritime", False)
        own = wet.members((TOMORROW,))["rain"][0]
        share = float((own > 0).mean())
        self.assertTrue(0.1 < share < 0.7)
        sky = assemble(expected(12.0, share / 2, years=wet), t.TODAY, t.OPENED)
        rained = sky.ahead.columns["rain"][1] > 0
        self.assertTrue(rained.any() and np.all(own[rained] > 0))

    def test_days_in_a_dry_climate_do_not_all_rain_in_the_same_runs(self) -> None:
        days = {t.TODAY + k * DAY: {**MILD, "rain": 5.0, "rain_chance": 0.5} for k in (1, 2)}
        sky = assemble(Known(44.6, 31.0, sources={"typed": {YESTERDAY: MILD, **days}}), t.TODAY, YESTERDAY)
        first, second = (sky.ahead.columns["rain"][k] > 0 for k in (0, 1))
        self.assertFalse(np.array_equal(first, second))

    def test_a_bed_waits_for_rain_that_is_sure_and_not_for_a_perhaps(self) -> None:
        mild = years_of("temperate", False)
        words = {c: planned(expected(25.0, c, years=mild), t.just_past()).beds[0].word for c in (1.0, 0.3)}
        self.assertEqual(words, {1.0: "wait", 0.3: "soak"})

    def test_a_chance_without_an_amount_is_refused(self) -> None:
        with self.assertRaises(InputError) as caught:
            check_day({**MILD, "rain_chance": 0.5})
        self.assertEqual(caught.exception.field, "rain_chance")


class Behind(unittest.TestCase):
    def behind(self, known: Known) -> float:
        sky = assemble(known, t.TODAY, t.OPENED)
        return float(sky.behind.columns["rain"][sky.behind.dates.index(YESTERDAY)])

    def test_until_somebody_says_what_fell_its_mean_stands_and_is_asked_about(self) -> None:
        known = expected(12.0, 0.3, YESTERDAY)
        self.assertAlmostEqual(self.behind(known), 3.6)
        self.assertEqual(assemble(known, t.TODAY, t.OPENED).hoped, {YESTERDAY: 0.3})
        for read in (0.0, 12.0):
            told = dataclasses.replace(known, gauge=(Gauge(YESTERDAY, read),))
            self.assertEqual(self.behind(told), read)
            self.assertEqual(assemble(told, t.TODAY, t.OPENED).hoped, {})
        sure = expected(12.0, None, YESTERDAY)
        self.assertEqual((self.behind(sure), assemble(sure, t.TODAY, t.OPENED).hoped), (12.0, {}))

    def test_whoever_saw_the_day_is_believed_before_what_was_expected_of_it(self) -> None:
        known = expected(12.0, 0.3, YESTERDAY)
        seen = dataclasses.replace(known, sources={**known.sources, "provider": {YESTERDAY: {**MILD, "rain": 1.5}}})
        self.assertEqual(self.behind(seen), 1.5)
        sure = expected(12.0, None, YESTERDAY)
        typed = dataclasses.replace(sure, sources={**sure.sources, "provider": {YESTERDAY: {**MILD, "rain": 1.5}}})
        self.assertEqual(self.behind(typed), 12.0)

    def test_rain_that_nobody_saw_is_not_told_as_fallen(self) -> None:
        pot = t.bed("Basket", kind="hanging_basket", length_m=0.3, width_m=0.3, soil_depth_m=0.3)
        for chance, told in ((None, True), (0.6, False)):
            p = planned(expected(20.0, chance, YESTERDAY), t.bed(), pot)
            self.assertEqual((last_rain(p) is not None, len(looks(p)) > 0), (told, told), chance)

    def test_what_was_only_expected_leaves_a_wider_band_and_every_drop_is_kept(self) -> None:
        def width(chance: float | None, rain: float) -> float:
            p = planned(expected(rain, chance, YESTERDAY), t.bed(opened=t.TODAY - 8 * DAY))
            self.assertLess(conservation_error(np.array(p.beds[0].terms)), 1e-9)
            return p.beds[0].net_mm.high - p.beds[0].net_mm.low

        self.assertGreater(width(0.5, 16.0), 1.2 * width(None, 8.0))


class WhenItFell(unittest.TestCase):
    def wet_at(self, rain: float, fell) -> float:
        sun = sun_day(44.6, -15.0, -1.0, 192)
        shares = hourly_shares(sun, 44.6, 192, 14.0, 25.0, OPEN)
        return float(wet_by_rain_at(rain, 4.5, shares, fell).sum()) / STEPS

    def test_by_night_leaves_stay_wet_and_at_noon_they_dry(self) -> None:
        """Rain of the afternoon dries within the hour under a summer sun; that of the night stands till morning: common
        practice, no source."""
        hours = {fell: self.wet_at(2.0, fell) for fell in ("night", "morning", "afternoon", "evening")}
        self.assertGreater(hours["night"], 6.0)
        self.assertLess(hours["afternoon"], 2.5)
        self.assertGreater(hours["evening"], hours["afternoon"])
        self.assertEqual(self.wet_at(0.1, "night"), 0.0)
        self.assertGreater(self.wet_at(10.0, "afternoon"), hours["afternoon"])

    def test_a_reading_that_says_when_moves_the_hours_of_its_day(self) -> None:
        n = (t.TODAY - t.OPENED).days
        sky = t.sky(behind_rain={n - 1: 4.0})
        sky.behind.columns["rhmax"][:], sky.behind.columns["rhmin"][:] = 70.0, 40.0  # no dew
        hours = {}
        for fell in ("night", "afternoon", None):
            p = plan(t.garden(t.bed()), dataclasses.replace(sky, fell={YESTERDAY: fell} if fell else {}), t.TODAY)
            hours[fell] = wet_hours(p, p.run.n_behind - 1, 0.5)
        self.assertGreater(hours["night"], hours["afternoon"] + 2)
        self.assertNotEqual(hours[None], hours["night"])
        sky.behind.columns["rhmax"][:], sky.behind.columns["rhmin"][:] = (
            100.0,
            60.0,
        )  # dew all night: what falls into it wets nothing more
        dew = [
            wet_hours(plan(t.garden(t.bed()), dataclasses.replace(sky, fell=fell), t.TODAY), n - 1, 0.5)
            for fell in ({YESTERDAY: "night"}, {YESTERDAY: "afternoon"})
        ]
        self.assertLess(dew[0], dew[1])
        gauge = (Gauge(YESTERDAY, 4.0, fell="night"), Gauge(YESTERDAY - DAY, 1.0))
        self.assertEqual(assemble(expected(1, 1, gauge=gauge), t.TODAY, t.OPENED).fell, {YESTERDAY: "night"})
