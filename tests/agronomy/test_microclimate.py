"""Sun hours, shade, shelter and covers against solar geometry of a general library, and by their own sense."""

import datetime as dt
import unittest

import numpy as np
import pandas as pd
import pvlib

from agronomy.air import microclimate as m
from agronomy.air import radiation as rad
from agronomy.air.sun import sun_day
from agronomy.balance import forcing
from agronomy.balance import layout as s
from agronomy.decide.plan import plan
from agronomy.describe.garden import Exposure
from agronomy.describe.words import COVERS
from tests.agronomy import gardens as t


def air(**changes: float) -> m.AirParts:
    values = {"tmin": 14.0, "tmax": 26.0, "ea": 1.5, "u2": 2.0, "rs": 24.0, "day_of_year": 192.0} | changes
    return m.AirParts(**{k: np.array([v]) for k, v in values.items()}, latitude=44.6, elevation_m=31.0)


def factor(exposure: Exposure, direct: float = 1.0, **changes: float) -> float:
    return float(m.et0_factor(air(**changes), exposure, np.array([direct]))[0])


class SunHours(unittest.TestCase):
    def test_the_share_of_the_beam_between_two_hours_against_pvlib(self) -> None:
        """pvlib's solar position (general library): the beam on level ground goes with the sine of the height."""
        for latitude, day in ((44.6, dt.date(2025, 7, 11)), (14.0, dt.date(2025, 6, 1)), (-36.0, dt.date(2025, 1, 5))):
            zone = dt.timezone(dt.timedelta(hours=-1))
            times = pd.date_range(dt.datetime.combine(day, dt.time(), zone), periods=240, freq="6min")
            height = np.sin(np.radians(pvlib.solarposition.get_solarposition(times, latitude, -15.2)["elevation"]))
            height = height.clip(lower=0).to_numpy()
            hours = times.hour + times.minute / 60
            sun = sun_day(latitude, -15.2, -1.0, day.timetuple().tm_yday)
            for from_h, to_h in ((6, 11), (9, 15), (13, 20)):
                with self.subTest(latitude=latitude, hours=(from_h, to_h)):
                    want = height[(hours >= from_h) & (hours < to_h)].sum() / height.sum()
                    got = m.direct_share(sun, latitude, day.timetuple().tm_yday, from_h, to_h)
                    self.assertAlmostEqual(got, want, delta=0.01)

    def test_windows_add_up_to_the_day(self) -> None:
        sun = sun_day(44.6, -15.2, -1.0, 192)
        parts = [m.direct_share(sun, 44.6, 192, a, b) for a, b in ((0, 9), (9, 14), (14, 24))]
        self.assertAlmostEqual(sum(parts), 1.0)

    def test_a_clear_day_is_mostly_direct_and_a_dark_one_diffuse(self) -> None:
        """Erbs et al. (1982), daily, from memory: diffuse 0.175 or less on the clearest summer day, all of it when
        dark; both branches meet one at a clearness of nothing."""
        ra = rad.extraterrestrial_radiation(44.6, 192)
        angle = rad.sunset_hour_angle(44.6, 192)
        clear, mid, dark = (float(m.diffuse_share(k * ra, ra, angle)) for k in (0.76, 0.5, 0.0))
        self.assertAlmostEqual(clear, 0.175)
        self.assertAlmostEqual(dark, 1.0)
        self.assertTrue(0.5 < mid < 0.75, mid)
        self.assertAlmostEqual(float(m.diffuse_share(0.0, ra, np.array(1.2))), 1.0)


class Factors(unittest.TestCase):
    def test_open_ground_is_the_garden_itself(self) -> None:
        self.assertEqual(factor(Exposure()), 1.0)
        self.assertEqual(factor(Exposure(date=dt.date(2025, 7, 1))), 1.0)

    def test_less_sun_shade_and_shelter_ask_for_less_and_a_wall_for_more(self) -> None:
        morning = factor(Exposure(sun_from_h=6, sun_to_h=11), direct=0.35)
        self.assertTrue(0.4 < morning < 0.8, morning)
        cloth = [factor(Exposure(shade_pct=p)) for p in (10, 30, 50, 90)]
        self.assertEqual(cloth, sorted(cloth, reverse=True))
        self.assertLess(cloth[0], 1.0)
        self.assertLess(factor(Exposure(shelter="sheltered")), 1.0)
        self.assertGreater(factor(Exposure(shelter="exposed")), 1.0)
        self.assertGreater(factor(Exposure(warm_wall=True)), 1.0)

    def test_shade_matters_less_on_a_dark_day(self) -> None:
        bright = factor(Exposure(sun_from_h=6, sun_to_h=11), direct=0.35, rs=26.0)
        dark = factor(Exposure(sun_from_h=6, sun_to_h=11), direct=0.35, rs=7.0)
        self.assertLess(bright, dark)

    def test_a_tunnel_cuts_demand_to_the_usual_share(self) -> None:
        """An unheated tunnel: 0.6 to 0.8 of the demand outside, from memory; widened by 0.05."""
        for wind in (1.0, 2.0, 4.0):
            self.assertTrue(0.5 <= factor(Exposure(cover="tunnel"), u2=wind) <= 0.85, wind)
        self.assertLess(factor(Exposure(cover="indoors")), factor(Exposure(cover="tunnel")))

    def test_rain_by_cover(self) -> None:
        shares = {cover: m.rain_share(Exposure(cover=cover)) for cover in COVERS}
        self.assertEqual({c for c, share in shares.items() if share == 0}, {"roof", "cloche", "tunnel", "indoors"})
        self.assertTrue(shares["none"] == 1.0 and 0 < shares["eaves"] < 1)


class InABed(unittest.TestCase):
    def test_a_pot_moved_under_a_roof_gets_rain_until_then(self) -> None:
        moved = t.TODAY - dt.timedelta(days=4)
        pot = t.bed(kind="pot", exposures=(Exposure(), Exposure(date=moved, cover="roof")))
        days, _ = forcing.bed_days(t.garden(pot), pot, t.OPENED, 30)
        at = (moved - t.OPENED).days
        self.assertGreater(days[at - 1, s.RAIN_IN], 0.0)
        self.assertEqual(days[at:, s.RAIN_IN].max(), 0.0)

    def test_a_shaded_bed_uses_less_and_says_why(self) -> None:
        made = plan(t.garden(t.bed("Sun"), t.bed("Shade", exposures=(Exposure(shade_pct=50),))), t.sky(), t.TODAY)
        sun, shade = (float(b.terms.et0_now) for b in made.beds)
        self.assertLess(shade, 0.85 * sun)
        self.assertLess(made.beds[1].net_mm.mid, made.beds[0].net_mm.mid)


if __name__ == "__main__":
    unittest.main()
