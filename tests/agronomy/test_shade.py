"""Where the sun stands and what walls and trees keep off, against a general library and by plain geometry."""

import dataclasses
import datetime as dt
import math
import unittest

import numpy as np
import pandas as pd
import pvlib

from agronomy.air import shade
from agronomy.beds import light
from agronomy.decide.plan import plan
from agronomy.describe.garden import Exposure, Thing
from tests.agronomy import gardens as t

SPAN = (0.0, 24.0)


def share(*things: Thing, point=(0.0, 0.0), latitude=44.6, day=172, north=0.0, hours=SPAN) -> float:
    return float(shade.sunlit_share(things, (point,), latitude, 0.0, 0.0, np.array([day]), north, *hours)[0])


class Sun(unittest.TestCase):
    def test_height_and_bearing_against_pvlib(self) -> None:
        """pvlib's solar position (general library, NREL SPA), both hemispheres and the tropics, within a degree."""
        for latitude, day in (
            (44.6, dt.date(2025, 7, 11)),
            (14.0, dt.date(2025, 5, 10)),
            (-36.0, dt.date(2025, 1, 14)),
        ):
            times = pd.date_range(dt.datetime.combine(day, dt.time(), dt.UTC), periods=48, freq="30min")
            known = pvlib.solarposition.get_solarposition(times, latitude, 0.0)
            noon = pvlib.solarposition.sun_rise_set_transit_spa(times[:1], latitude, 0.0)["transit"].iloc[0]
            angle = np.radians([(x - noon).total_seconds() / 240 for x in times])
            height, bearing = shade.sun_height_and_bearing(latitude, float(day.timetuple().tm_yday), angle)
            up = known["elevation"].to_numpy() > 3
            np.testing.assert_allclose(np.degrees(height)[up], known["elevation"].to_numpy()[up], atol=1.0)
            off = (np.degrees(bearing)[up] - known["azimuth"].to_numpy()[up] + 180) % 360 - 180
            steep = known["elevation"].to_numpy()[up] > 80  # near the zenith a bearing means little
            self.assertLess(np.abs(off[~steep]).max(), 2.0)


class Walls(unittest.TestCase):
    WALL = Thing("wall", 0.0, -1.0, 8.0, 0.2, 2.0)  # a metre to the south of the point, running east and west

    def test_a_wall_to_the_south_shades_to_its_height(self) -> None:
        """A wall's shadow reaches height / tan(sun's height): at noon of the shortest day far, of the longest short."""
        noon = np.array([0.0])
        for day, shaded in ((355, True), (172, False)):
            height, bearing = shade.sun_height_and_bearing(44.6, float(day), noon)
            reach = 2.0 / math.tan(height[0])
            self.assertEqual(reach > 2.0, shaded)
            self.assertEqual(shade.light_past(self.WALL, (0.0, reach - 0.9 - 0.05), bearing, height, 0.0)[0], 0.0)
            self.assertEqual(shade.light_past(self.WALL, (0.0, reach - 0.9 + 0.05), bearing, height, 0.0)[0], 1.0)

    def test_by_side_of_the_sky(self) -> None:
        north = dataclasses.replace(self.WALL, y_m=1.0)
        self.assertGreater(share(north, day=80), 0.99)  # nothing lost to a wall behind
        self.assertLess(share(self.WALL, day=355), 0.15)
        southern = share(north, latitude=-36.0, day=172)  # south of the equator the sun stands in the north
        self.assertLess(southern, 0.3)
        east = Thing("wall", 1.0, 0.0, 8.0, 0.2, 2.5, turn_deg=90.0)
        morning, evening = (share(east, day=80, hours=h) / share(day=80, hours=h) for h in ((6, 10), (14, 18)))
        self.assertLess(morning, 0.5)
        self.assertAlmostEqual(evening, 1.0)

    def test_turning_the_plan_turns_the_light(self) -> None:
        """The same garden drawn with north to the right gives the same light."""
        plain = share(self.WALL, day=300)
        turned = Thing("wall", -1.0, 0.0, 8.0, 0.2, 2.0, turn_deg=90.0)
        self.assertAlmostEqual(share(turned, day=300, north=90.0), plain, places=9)

    def test_taller_nearer_or_more_never_lets_more_through(self) -> None:
        by_height = [share(dataclasses.replace(self.WALL, height_m=h), day=300) for h in (0.5, 1, 2, 4)]
        self.assertEqual(by_height, sorted(by_height, reverse=True))
        by_distance = [share(dataclasses.replace(self.WALL, y_m=-d), day=300) for d in (0.5, 1, 2, 6)]
        self.assertEqual(by_distance, sorted(by_distance))
        tree = Thing("tree", 0.0, -2.0, 3.0, 3.0)
        self.assertLessEqual(share(self.WALL, tree, day=300), share(self.WALL, day=300))

    def test_leaves_let_some_through_and_paths_shade_nothing(self) -> None:
        block = {"x_m": 0.0, "y_m": -1.5, "length_m": 6.0, "width_m": 2.0, "height_m": 5.0}
        self.assertGreater(share(Thing("tree", **block), day=300), share(Thing("shed", **block), day=300))
        self.assertEqual(share(Thing("path", 0.0, -1.0, 5.0, 1.0), day=300), share(day=300))
        usual, tall = (share(Thing("wall", 0.0, -3.0, 8.0, height_m=h), day=300) for h in (None, 2.0))
        self.assertEqual(usual, tall)  # the usual height of a wall


class OnABed(unittest.TestCase):
    def test_five_points_lie_inside_and_turn_with_the_bed(self) -> None:
        bed = t.bed(x_m=2.0, y_m=1.0)
        points = light.points_of(bed)
        self.assertEqual(points[0], (2.0, 1.0))
        self.assertTrue(all(abs(x - 2.0) <= 0.6 + 1e-9 and abs(y - 1.0) <= 0.3 + 1e-9 for x, y in points))
        turned = light.points_of(dataclasses.replace(bed, turn_deg=90.0))
        self.assertTrue(all(abs(x - 2.0) <= 0.3 + 1e-9 and abs(y - 1.0) <= 0.6 + 1e-9 for x, y in turned))
        self.assertEqual(light.points_of(t.bed()), ())

    def test_a_bed_behind_a_house_asks_for_less_and_one_that_is_not_placed_is_left_alone(self) -> None:
        house = Thing("house", 0.0, -4.0, 12.0, 6.0)
        beds = (t.bed("Shade", x_m=0.0, y_m=0.0), t.bed("Sun", x_m=0.0, y_m=30.0), t.bed("Nowhere"))
        garden = dataclasses.replace(t.garden(*beds), things=(house,))
        shaded, sunny, nowhere = (float(b.terms.et0_now) for b in plan(garden, t.sky(), t.TODAY).beds)
        self.assertLess(shaded, 0.95 * sunny)
        self.assertEqual(nowhere, float(plan(t.garden(), t.sky(), t.TODAY).beds[0].terms.et0_now))
        self.assertAlmostEqual(sunny, nowhere, delta=0.02)

    def test_sun_hours_and_walls_count_together(self) -> None:
        wall = Thing("wall", 0.0, -0.8, 8.0, 0.2, 3.0)
        garden = dataclasses.replace(t.garden(), things=(wall,))
        points, date = ((0.0, 0.0),), dt.date(2025, 9, 20)
        both = light.direct_share(garden, Exposure(sun_from_h=8, sun_to_h=12), points, date)
        window = light.direct_share(t.garden(), Exposure(sun_from_h=8, sun_to_h=12), (), date)
        walled = light.direct_share(garden, Exposure(), points, date)
        self.assertLess(both, min(window, walled))


if __name__ == "__main__":
    unittest.main()
