"""A day's demand by the hour, and the hour at which a pot has had enough."""

import datetime as dt
import unittest

import numpy as np
import pandas as pd
import pvlib

from agronomy.air.hourly import LIGHT_SHARE, hour_when, hourly_shares
from agronomy.air.sun import sun_day
from agronomy.decide.plan import plan
from agronomy.describe import garden as g
from tests.agronomy import gardens as t

SUN = sun_day(44.6, -15.2, -1.0, 192)


def shares(exposure: g.Exposure | None = None) -> np.ndarray:
    return hourly_shares(SUN, 44.6, 192.0, 15.0, 30.0, exposure or g.Exposure())


class Shares(unittest.TestCase):
    def test_they_are_the_whole_day_and_hardly_the_night(self) -> None:
        s = shares()
        self.assertEqual(s.shape, (24,))
        self.assertAlmostEqual(s.sum(), 1.0)
        self.assertTrue((s >= 0).all())
        self.assertLess(s[[0, 1, 2, 3]].sum(), 0.06)
        self.assertTrue(11 <= int(s.argmax()) <= 15)

    def test_the_light_follows_the_clear_sky_of_pvlib(self) -> None:
        """pvlib's Haurwitz clear sky (general library): radiation by the hour, within a tenth of the noon hour."""
        zone = dt.timezone(dt.timedelta(hours=-1))
        times = pd.date_range(dt.datetime(2025, 7, 11, 0, 3, tzinfo=zone), periods=240, freq="6min")
        zenith = pvlib.solarposition.get_solarposition(times, 44.6, -15.2)["apparent_zenith"]
        ghi = pvlib.clearsky.haurwitz(zenith)["ghi"].to_numpy().reshape(24, 10).sum(axis=1)
        want = ghi / ghi.sum()
        level = hourly_shares(SUN, 44.6, 192.0, 20.0, 20.0, g.Exposure())  # no range of temperature: light alone
        self.assertLess(np.abs(level - want).max(), 0.1 * want.max())
        self.assertTrue(0.5 < LIGHT_SHARE < 1.0)

    def test_morning_sun_moves_the_use_to_the_morning(self) -> None:
        morning, evening = shares(g.Exposure(sun_from_h=6, sun_to_h=12)), shares(g.Exposure(sun_from_h=13, sun_to_h=21))
        self.assertGreater(morning[:12].sum(), shares()[:12].sum())
        self.assertGreater(evening[13:].sum(), shares()[13:].sum())

    def test_the_hour_when_a_part_is_used(self) -> None:
        even = np.full(24, 1 / 24)
        self.assertAlmostEqual(hour_when(even, 0.5), 12.0)
        self.assertAlmostEqual(hour_when(even, 0.0), 0.0)
        self.assertIsNone(hour_when(even, 1.2))


class InAPot(unittest.TestCase):
    def pot(self, **changes):
        return t.bed(
            "Pot",
            kind="pot",
            length_m=0.3,
            width_m=0.3,
            round=True,
            soil_depth_m=0.25,
            soils=(g.Soil("potting_mix"),),
            method="can",
            opening_wetness="wet",
            opened=t.TODAY - dt.timedelta(days=1),
            plantings=(t.planting("tomato", 1, "shoulder", 0.9),),
            **changes,
        )

    def test_a_pot_with_a_big_plant_can_be_emptied_in_a_hot_day_and_a_small_one_not(self) -> None:
        """Practice: pots with big plants in summer can be emptied in a day, once or twice a day."""
        hot = plan(t.garden(self.pot()), t.sky(tmax_ahead=35.0, tmax=35.0), t.TODAY).beds[0].use
        self.assertIsNotNone(hot.again_h)
        self.assertTrue(8 <= hot.again_h <= 22, hot.again_h)
        small = self.pot()
        small = g.Bed(**{**small.__dict__, "plantings": (t.planting("tomato", 1, "ankle", 0.15),)})
        self.assertIsNone(plan(t.garden(small), t.sky(), t.TODAY).beds[0].use.again_h)

    def test_the_hours_add_up_to_the_days_litres(self) -> None:
        use = plan(t.garden(t.dried(2)), t.sky(), t.TODAY).beds[0].use
        self.assertAlmostEqual(sum(use.hourly_l), use.litres)
        self.assertTrue(8 < use.litres < 25)  # a full bed of tomatoes of 2.9 m2, 3 to 8 mm

    def test_a_bed_past_its_mark_names_no_hour(self) -> None:
        self.assertIsNone(plan(t.garden(t.dried(9)), t.sky(), t.TODAY).beds[0].use.passes_raw_h)


if __name__ == "__main__":
    unittest.main()
