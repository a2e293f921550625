"""Bands, the heat that is got ready for, next soaks and reservoirs running dry."""

import dataclasses
import datetime as dt
import unittest

import numpy as np

from agronomy.decide.bands import Band, band, bands, rain_chance
from agronomy.decide.fortnight import fortnight
from agronomy.decide.plan import plan
from agronomy.describe import garden as g
from tests.agronomy import gardens as t


class Bands(unittest.TestCase):
    def test_a_band_is_read_off_the_sorted_members(self) -> None:
        values = np.random.default_rng(1).permutation(np.arange(101.0))
        self.assertEqual([round(x, 9) for x in dataclasses.astuple(band(values))], [9.2, 50.0, 90.8])  # by ranks
        self.assertEqual(bands(np.array([[3.0, 1.0, 2.0], [5.0, 5.0, 5.0]])), [Band(1, 2, 3), Band(5, 5, 5)])
        self.assertEqual(band(np.array([7.0])), Band(7.0, 7.0, 7.0))

    def test_the_chance_of_rain_is_the_share_of_members_that_see_it(self) -> None:
        self.assertEqual(rain_chance(np.array([0.0, 0.4, 0.5, 12.0])), 0.5)
        self.assertEqual(rain_chance(np.array([float("nan"), 3.0])), 0.5)


class HeatAhead(unittest.TestCase):
    def heat(self, **sky):
        return plan(t.garden(t.dried(1)), t.sky(**sky), t.TODAY).heat

    def test_it_begins_on_the_first_hot_day_not_on_the_mild_ones_before(self) -> None:
        """The rule counts days of 25 degrees; what needs getting ready for is the days of 30."""
        found = self.heat(heat_from=3, tmax=26.0)
        self.assertEqual((found.dates[0] - t.TODAY).days, 3)
        self.assertEqual(len(found.dates), 6)
        self.assertEqual(found.chance, 1.0)

    def test_half_the_members_must_see_it(self) -> None:
        def seen_by(share: float):
            sky = t.sky(tmax=22.0)
            sky.ahead.columns["tmax"][2:8, : round(share * 40)] = 33.0
            return plan(t.garden(t.dried(1)), sky, t.TODAY).heat

        self.assertIsNone(seen_by(0.4))
        self.assertIsNotNone(seen_by(0.6))

    def test_days_just_behind_count_towards_it(self) -> None:
        sky = t.sky(tmax=24.0)
        sky.behind.columns["tmax"][-3:] = 31.0
        sky.ahead.columns["tmax"][:2] = 31.0
        found = plan(t.garden(t.dried(1)), sky, t.TODAY).heat
        self.assertEqual([d.day for d in found.dates], [11, 12])
        sky.behind.columns["tmax"][-3] = 24.0  # only four in a row now
        self.assertIsNone(plan(t.garden(t.dried(1)), sky, t.TODAY).heat)


class NoWaveOfWhatIsUsual(unittest.TestCase):
    def test_hot_days_that_nobody_told_are_no_wave(self) -> None:
        """The same heat: told by a forecast it is a wave, drawn from days behind or from a climate it is none."""
        hot = {"tmax": 34.0, "spread": 0.5}
        self.assertIsNotNone(plan(t.garden(), t.sky(**hot), t.TODAY).heat)
        drawn = plan(t.garden(), t.sky(days=2, members=1, **hot), t.TODAY, 14)
        outlook = drawn.run.weather.outlook[drawn.run.n_behind :]
        self.assertIn("resampled", outlook)
        self.assertGreater(float(np.median(drawn.run.weather.tmax[drawn.run.n_behind :])), 33.0)
        dates = drawn.heat.dates if drawn.heat else ()
        self.assertLessEqual(set(dates), {t.TODAY, t.TODAY + dt.timedelta(days=1)})


class NextSoak(unittest.TestCase):
    def test_it_comes_sooner_in_heat_later_under_rain_and_not_at_all_in_the_wet(self) -> None:
        def mid(**sky):
            found = plan(t.garden(t.dried(1)), t.sky(**sky), t.TODAY).beds[0].next_soak
            return found and (found[1] - t.TODAY).days

        plain = mid()
        self.assertLessEqual(mid(tmax_ahead=36.0), plain)
        self.assertGreater(mid(rain_chance=1.0, rain_mm=40.0), plain)
        soaked = t.sky()
        soaked.ahead.columns["rain"][:] = 12.0
        self.assertIsNone(plan(t.garden(t.dried(1)), soaked, t.TODAY).beds[0].next_soak)

    def test_a_wait_is_held_to_and_a_soak_today_is_not_counted_as_the_next(self) -> None:
        waiting = plan(t.garden(t.just_past()), t.sky(rain_chance=1.0, rain_mm=30.0), t.TODAY)
        self.assertEqual(waiting.beds[0].word, "wait")
        days = fortnight(waiting).beds[0].days[: waiting.beds[0].choice.wait_days]
        self.assertEqual({(d.soak, d.gave) for d in days}, {(None, "rain")})
        soaking = plan(t.garden(t.dried(6)), t.sky(), t.TODAY)
        self.assertEqual(fortnight(soaking).beds[0].days[0].soak.litres.mid, soaking.beds[0].dose.litres)
        self.assertGreater(soaking.beds[0].next_soak[0], t.TODAY)


class Reservoirs(unittest.TestCase):
    def box(self, litres: float, **sky):
        bed = t.dried(
            1,
            kind="self_watering_box",
            length_m=0.8,
            width_m=0.4,
            method="reservoir",
            soils=(g.Soil("potting_mix"),),
            reservoir=g.Reservoir(30.0, 15.0, litres),
            plantings=(t.planting("pepper", 2, "knee", 0.4),),
            observations=() if litres else (g.Observation(t.TODAY, "dry"),),
        )
        self.planned = plan(t.garden(bed), t.sky(**sky), t.TODAY)
        return self.planned.beds[0]

    def test_more_water_lasts_longer_and_heat_shortens_it(self) -> None:
        days = [(self.box(litres).empty_on[1] - t.TODAY).days for litres in (5.0, 9.0, 13.0)]
        self.assertEqual(days, sorted(set(days)))
        self.assertLess(self.box(13.0, tmax_ahead=38.0).empty_on[1], self.box(13.0).empty_on[1])

    def test_rain_through_the_soil_fills_it(self) -> None:
        dry, wet = self.box(8.0), self.box(8.0, rain_chance=1.0, rain_mm=80.0)
        self.assertGreater(wet.empty_on[1] or t.TODAY + dt.timedelta(days=99), dry.empty_on[1])

    def test_what_is_in_it_and_what_it_takes_make_it_full(self) -> None:
        empty = self.box(0.0)
        self.assertAlmostEqual(empty.dose.litres + empty.reservoir_l.mid, 30.0, delta=0.6)
        self.assertLessEqual(fortnight(self.planned).beds[0].days[0].reservoir_l.high, 30.0 + 1e-9)


if __name__ == "__main__":
    unittest.main()
