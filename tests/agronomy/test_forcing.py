"""From descriptions to arrays: each column by the thing that sets it, and days that are missing."""

import datetime as dt
import math
import unittest

import numpy as np

from agronomy.balance import forcing, spreads
from agronomy.balance import layout as s
from agronomy.balance.from_opening import run_garden
from agronomy.balance.weather import air_days
from agronomy.beds import ground
from agronomy.beds.today import bed_today
from agronomy.decide.styles import Trigger
from agronomy.describe import garden as g
from agronomy.describe.weather import Sky, table_from_days
from agronomy.ground.holding import holding
from agronomy.plants.crops import CROPS
from tests.agronomy import gardens as t


def day(bed: g.Bed, column: int, date: dt.date = t.TODAY) -> float:
    array, _ = forcing.bed_days(t.garden(bed), bed, date, 1)
    return float(array[0, column])


class BedDays(unittest.TestCase):
    def test_cover_comes_from_spread_and_count(self) -> None:
        bed = t.bed(plantings=(t.planting("lettuce", 12, "ankle", 0.28),))
        spread = forcing.bed_days(t.garden(bed), bed, t.TODAY - dt.timedelta(days=3), 1)[1].parts[0][1].spread_m[0]
        self.assertAlmostEqual(spread, 0.28, places=9)
        cover = 12 * math.pi / 4 * 0.28**2 / (2.4 * 1.2)
        stand = forcing.bed_days(t.garden(bed), bed, t.TODAY - dt.timedelta(days=3), 1)[1].on(0)
        self.assertAlmostEqual(stand.canopy_m2 / 2.88, cover, places=9)

    def test_leaves_beyond_the_bed_demand_by_their_own_area(self) -> None:
        squash = t.bed(length_m=1.0, width_m=1.0, plantings=(t.planting("winter_squash", 1, "knee", 2.0),))
        self.assertAlmostEqual(day(squash, s.SPREAD_AREA), math.pi / 4 * 2.0**2, delta=0.4)
        self.assertAlmostEqual(day(squash, s.KD), 1.0, places=6)
        self.assertEqual(day(t.bed(plantings=(t.planting("lettuce", 4, "ankle", 0.2),)), s.SPREAD_AREA), 1.0)

    def test_hand_watering_reaches_the_roots_ground_and_grows_with_it(self) -> None:
        young = t.bed(plantings=(t.planting("tomato", 6, "ankle", 0.15, age=10),))
        grown = t.bed()
        self.assertLess(day(young, s.SHARE), 0.3)
        self.assertGreater(day(grown, s.SHARE), 0.95)
        self.assertEqual(day(t.bed(kind="pot", plantings=young.plantings), s.SHARE), 1.0)  # a pot is wetted whole
        self.assertEqual(day(t.bed(plantings=()), s.SHARE), 1.0)

    def test_usable_water_is_the_least_of_roots_soil_and_pot(self) -> None:
        per_m = holding(g.Soil("loam")).available_mm_per_m
        full = t.bed(plantings=(t.planting("tomato", 6, "shoulder", 0.6, age=100),))
        self.assertAlmostEqual(day(full, s.TAW), per_m * 0.30, places=6)  # raised: 0.30 m of soil, practice
        deep = t.bed(kind="open", plantings=full.plantings)
        self.assertAlmostEqual(day(deep, s.TAW), per_m * 0.45, places=6)
        shallow = t.bed(soil_depth_m=0.18, plantings=full.plantings)
        self.assertAlmostEqual(day(shallow, s.TAW), per_m * 0.18, places=6)
        lettuce = t.bed(kind="open", soil_depth_m=1.0, plantings=(t.planting("lettuce", 6, age=70),))
        self.assertAlmostEqual(day(lettuce, s.TAW), per_m * CROPS["lettuce"].roots_m[0], places=6)
        fresh = t.bed(plantings=(t.planting("tomato", 6, age=0),))
        self.assertAlmostEqual(day(fresh, s.TAW), per_m * 0.10, places=6)

    def test_mixed_beds_take_the_most_sensitive_and_add_up(self) -> None:
        mixed = t.bed(plantings=(t.planting("tomato", 2, "waist", 0.5), t.planting("spinach", 8, "ankle", 0.2)))
        alone = [t.bed(plantings=(p,)) for p in mixed.plantings]
        self.assertEqual(day(mixed, s.P_TABLE), CROPS["spinach"].p)
        stands = [forcing.bed_days(t.garden(b), b, t.TODAY, 1)[1].on(0) for b in (mixed, *alone)]
        self.assertAlmostEqual(stands[0].canopy_m2, stands[1].canopy_m2 + stands[2].canopy_m2, places=9)
        self.assertEqual(stands[0].plants, 10)

    def test_rain_is_held_by_leaves_mulch_and_roofs(self) -> None:
        open_ground = t.bed(plantings=())
        self.assertEqual((day(open_ground, s.RAIN_HELD), day(open_ground, s.RAIN_IN)), (0.0, 1.0))
        straw = t.bed(plantings=(), mulches=(g.Mulch(t.OPENED, "straw", 0.05, 1.0),))
        self.assertAlmostEqual(day(straw, s.RAIN_HELD), 1.0, places=9)
        film = t.bed(plantings=(), mulches=(g.Mulch(t.OPENED, "film", 0.0, 1.0),))
        self.assertEqual(day(film, s.RAIN_HELD), 0.0)
        self.assertEqual(day(t.bed(exposures=(g.Exposure(cover="tunnel"),)), s.RAIN_IN), 0.0)
        pot = t.bed(
            kind="pot", length_m=0.3, width_m=0.3, round=True, plantings=(t.planting("tomato", 1, "waist", 0.6),)
        )
        self.assertAlmostEqual(day(pot, s.RAIN_IN), 1 - 0.5 * 0.99, places=6)

    def test_what_was_poured_arrives_by_its_method_on_its_day(self) -> None:
        bed = t.watered(t.bed(), (0, 28.8))
        self.assertAlmostEqual(day(bed, s.MORNING), 28.8 * 0.90 / 2.88, places=9)
        evening = g.Bed(**{**bed.__dict__, "waterings": (g.Watering(t.TODAY, 28.8, "evening"),)})
        self.assertAlmostEqual(day(evening, s.EVENING), 9.0, places=9)
        self.assertEqual((day(evening, s.MORNING), day(evening, s.MORNING, t.TODAY - dt.timedelta(days=1))), (0.0, 0.0))
        twice = t.watered(t.bed(method="can"), (0, 10.0), (0, 5.0))
        self.assertAlmostEqual(day(twice, s.MORNING), 15 * 0.95 / 2.88, places=9)

    def test_a_check_is_there_on_its_day_only(self) -> None:
        bed = g.Bed(**{**t.bed().__dict__, "observations": (g.Observation(t.TODAY, "dry"),)})
        self.assertGreater(day(bed, s.SEEN_AT), 1.0)
        self.assertEqual(day(bed, s.SEEN_AT, t.TODAY + dt.timedelta(days=1)), -1.0)

    def test_describing_a_bed_twice_gives_arrays_of_its_own(self) -> None:
        first, _ = forcing.bed_days(t.garden(), t.bed(), t.TODAY, 5)
        first[:] = 0
        again, _ = forcing.bed_days(t.garden(), t.bed(), t.TODAY, 5)
        self.assertGreater(again[0, s.TAW], 0)


class BedConstants(unittest.TestCase):
    def test_frames_hold_rain_and_open_ground_sheds_it(self) -> None:
        at = lambda b: forcing.figures(bed_today(t.garden(b), b, t.TODAY), Trigger(1.0, 0.0))  # noqa: E731
        self.assertEqual(at(t.bed())[s.CURVE_NUMBER], 0.0)
        self.assertEqual(at(t.bed(kind="open"))[s.CURVE_NUMBER], 78)  # loam, group B
        self.assertEqual(at(t.bed(kind="open", soils=(g.Soil("clay"),)))[s.CURVE_NUMBER], 89)
        self.assertAlmostEqual(day(t.bed(soils=(g.Soil("clay"),)), s.DRAIN), 1 / 3)
        self.assertAlmostEqual(day(t.bed(soils=(g.Soil("sand"),)), s.DRAIN), 1.0)

    def test_a_reservoir_in_mm_of_its_ground(self) -> None:
        box = t.bed(
            kind="self_watering_box", length_m=0.8, width_m=0.5, method="reservoir", reservoir=g.Reservoir(16, 8)
        )
        a = forcing.figures(bed_today(t.garden(box), box, t.TODAY), Trigger(1.0, 0.0))
        self.assertAlmostEqual(a[s.CAPACITY], 40.0)
        self.assertAlmostEqual(a[s.WICK], 20.0)
        state = forcing.opening_state(box, forcing.bed_days(t.garden(box), box, t.TODAY, 1)[0][0], 31)
        self.assertAlmostEqual(state[-1, s.R], 20.0)  # unknown: half full

    def test_ground_of_round_beds(self) -> None:
        self.assertAlmostEqual(ground.ground_m2(t.bed(round=True, length_m=0.6, width_m=0.6)), math.pi * 0.09)


class Opening(unittest.TestCase):
    def test_what_a_finger_felt_orders_the_state_and_unknown_is_wide(self) -> None:
        bed = t.bed()
        first = forcing.bed_days(t.garden(bed), bed, t.OPENED, 1)[0][0]
        of = lambda w: forcing.opening_state(t.bed(opening_wetness=w), first, 51)  # noqa: E731
        central = [of(w)[-1, s.DR] for w in ("wet", "moist", "just_damp", "dry")]
        self.assertEqual(central, sorted(central))
        self.assertEqual(central[0], 0.0)
        self.assertGreater(of(None)[:-1, s.DR].std(), 1.5 * of("moist")[:-1, s.DR].std())


class Air(unittest.TestCase):
    def test_members_are_repeated_to_enough_series(self) -> None:
        for members in (1, 7, 40):
            w = air_days(t.garden(), t.sky(members=members, rain_chance=0.5), t.OPENED, t.TODAY, 10)
            n = w.air.shape[1]
            self.assertGreaterEqual(n, spreads.LEAST_SERIES)
            self.assertEqual(n % members, 0)
            self.assertEqual(w.air[22, : round(0.5 * members), s.RAIN].tolist(), [20.0] * round(0.5 * members))
            np.testing.assert_allclose(w.rain[22, :members], w.rain[22, n - members :])

    def test_doubt_follows_the_source_of_a_day(self) -> None:
        sky = t.sky()
        gauged = Sky(sky.behind, sky.ahead, frozenset({t.TODAY - dt.timedelta(days=2)}), sky.source)
        w = air_days(t.garden(), gauged, t.OPENED, t.TODAY, 10)
        n = w.n_behind
        self.assertLess(w.air[n - 2, 1, s.RAIN_CV], w.air[n - 3, 1, s.RAIN_CV])
        self.assertEqual(w.air[n, 1, s.RAIN_CV], 0.0)  # the members' own spread is the doubt
        typed = Sky(sky.behind, t.sky(members=1).ahead, frozenset(), "typed")
        w = air_days(t.garden(), typed, t.OPENED, t.TODAY, 10)
        self.assertEqual(w.air[n, 0, s.RAIN_CV], 0.0)  # the gardener will have seen what came of it
        self.assertGreater(w.air[n, :, s.ET0].std() / w.air[n, :, s.ET0].mean(), 0.15)
        damp = Sky(sky.behind, t.sky(members=1, rain_chance=1.0).ahead, frozenset(), "typed")
        rain = air_days(t.garden(), damp, t.OPENED, t.TODAY, 10).air[n + 1, :, s.RAIN]
        self.assertGreater(rain.std() / rain.mean(), 0.5)
        poor = [(d, {"tmin": 14.0, "tmax": 25.0}) for d, _ in t.days_of(t.OPENED, 21)]
        hargreaves = Sky(table_from_days(poor, t.LATITUDE, t.ELEVATION), sky.ahead)
        w = air_days(t.garden(), hargreaves, t.OPENED, t.TODAY, 10)
        self.assertEqual((w.tier[0], w.tier[n]), ("hargreaves", "full"))
        self.assertGreater(w.air[0, 1, s.ET0_CV], w.air[n, 1, s.ET0_CV])

    def test_days_without_an_outlook_are_past_days_each_member_its_own(self) -> None:
        rain = dict.fromkeys(range(0, 21, 3), 10.0)
        w = air_days(t.garden(), t.sky(members=1, days=2, behind_rain=rain), t.OPENED, t.TODAY, 12)
        drawn = w.rain[w.n_behind + 4 :]
        self.assertEqual(set(np.unique(drawn)), {0.0, 10.0})
        self.assertTrue(0.15 < (drawn > 0).mean() < 0.55)  # a third of the days behind were wet
        self.assertGreater(drawn.std(axis=1).min(), 0)
        again = air_days(t.garden(), t.sky(members=1, days=2, behind_rain=rain), t.OPENED, t.TODAY, 12)
        np.testing.assert_array_equal(w.rain, again.rain)


class Starts(unittest.TestCase):
    def test_beds_opened_on_different_days_begin_on_their_own(self) -> None:
        early, late = t.bed("Early"), t.dried(4, "Late")
        garden = t.garden(early, late)
        w = air_days(garden, t.sky(), t.OPENED, t.TODAY, 6)
        season = run_garden(garden, w, t.TODAY, [Trigger(1.0, 0.0)] * 2)
        self.assertEqual(season.opened_at.tolist(), [0, 17])
        self.assertEqual([len(x) for x in season.rows], [21, 4])
        self.assertAlmostEqual(season.rows[1][0, s.OPEN_ROOTED], 0.0, delta=1e-9)  # wet at opening
        alone = run_garden(
            t.garden(late), air_days(garden, t.sky(), late.opened, t.TODAY, 6), t.TODAY, [Trigger(1.0, 0.0)]
        )
        np.testing.assert_allclose(season.rows[1], alone.rows[0], atol=1e-9)


if __name__ == "__main__":
    unittest.main()
