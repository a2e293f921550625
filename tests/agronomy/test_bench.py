"""The bench: each small test against the method it is taken from, and what its number does in the plan."""

import dataclasses
import datetime as dt
import math
import unittest

import numpy as np

from agronomy.balance import forcing
from agronomy.balance import layout as s
from agronomy.balance.observations import sighting
from agronomy.bench import drain, feel, finger, flow, pot
from agronomy.bench.measure import Around, measure
from agronomy.bench.trials import Mean
from agronomy.decide.plan import plan
from agronomy.describe import garden as g
from agronomy.describe.errors import InputError
from agronomy.describe.readings import BucketTest
from agronomy.formats.described import read
from agronomy.ground.holding import holding, test_spread
from agronomy.ground.texture import CLASS_CENTRES
from tests.agronomy import gardens as t


class Flow(unittest.TestCase):
    def test_trials_give_their_mean_and_its_standard_error(self) -> None:
        one = flow.bucket([(10, 40)])
        self.assertEqual((one.value, one.n), (15.0, 1))
        three = flow.bucket([(10, 40), (10, 38), (10, 42)])
        values = [600 / 40, 600 / 38, 600 / 42]
        error = np.std(values, ddof=1) / math.sqrt(3) / np.mean(values)
        self.assertAlmostEqual(three.cv, math.hypot(0.03, error))
        self.assertLess(three.cv, one.cv)
        self.assertGreater(flow.bucket([(10, 30), (10, 60)]).cv, 0.2)  # a tap that surges stays doubtful

    def test_a_second_tap_and_which_flow_counts(self) -> None:
        given = {"alone": [{"litres": 10, "seconds": 40}], "shared": [{"litres": 10, "seconds": 60}], "use": "shared"}
        read(BucketTest, given)
        found = measure("bucket", given)
        self.assertEqual((found["flow_l_per_min"], found["share_left"]), (10.0, 10 / 15))
        self.assertEqual(measure("bucket", given | {"use": "alone"})["flow_l_per_min"], 15.0)
        with self.assertRaises(InputError):
            measure("bucket", {"alone": given["alone"], "use": "shared"})

    def test_a_meter_mends_the_flow_unless_something_else_ran(self) -> None:
        found = measure("meter", {"before_l": 1000, "after_l": 1600, "other_l": 120}, Around(12.0, 400.0))
        self.assertAlmostEqual(found["ratio"], 1.2)
        self.assertAlmostEqual(found["flow_l_per_min"], 14.4)
        for before, after, noted in ((1000, 900, 400), (1000, 1040, 400), (1000, 9000, 400), (1000, 1500, 0)):
            with self.assertRaises(InputError):
                flow.meter(before, after, 0.0, noted, 12.0)

    def test_better_trials_narrow_what_is_known_of_a_bed(self) -> None:
        def width(rig: g.Rig) -> float:
            b = t.watered(t.dried(9), (6, 60.0), (3, 60.0))
            band = plan(g.Garden("Test", t.LATITUDE, t.ELEVATION, rigs=(rig,), beds=(b,)), t.sky(), t.TODAY)
            return band.beds[0].net_mm.high - band.beds[0].net_mm.low

        widths = [
            width(g.Rig("Hose", 15.0, m, flow_cv=cv)) for m, cv in ((t.OPENED, 0.03), (t.OPENED, 0.2), (None, None))
        ]
        self.assertEqual(widths, sorted(widths))

    def test_a_larger_can_makes_fewer_trips(self) -> None:
        b = t.dried(6, method="can")
        garden = t.garden(b)
        small, large = (plan(dataclasses.replace(garden, can_l=n), t.sky(), t.TODAY).beds[0].dose for n in (5.0, 10.0))
        self.assertAlmostEqual(float(small.in_hand.cans), 2 * large.in_hand.cans, delta=0.25)
        self.assertGreater(small.minutes, large.minutes)
        self.assertEqual(measure("can", {"trials": [{"litres": 9, "minutes": 2}]})["can_minutes"], 2)


class Soil(unittest.TestCase):
    def test_every_answer_of_the_flow_diagram_is_a_class_of_that_clay(self) -> None:
        # Thien (1979): ribbons under 2.5 cm are soils under 27 % clay, up to 5 cm 27 to 40 %, longer ones more. The
        # class's centre (Saxton and Rawls 2006, Table 3) lies in that range; the sandy classes begin at 20 and 35 %.
        for ribbon, low, high in ((1.0, 7, 27), (4.0, 20, 40), (8.0, 35, 60)):
            for says in feel.FEELS:
                name = feel.texture_by_feel(True, ribbon, says)
                with self.subTest(name):
                    self.assertTrue(low <= CLASS_CENTRES[name][1] <= high)
        self.assertEqual(feel.texture_by_feel(False, 0, None), "sand")
        self.assertEqual(feel.texture_by_feel(True, 0, None), "loamy_sand")
        gritty, smooth = (CLASS_CENTRES[feel.texture_by_feel(True, 1, f)][0] for f in ("gritty", "smooth"))
        self.assertGreater(gritty, smooth)
        for ribbon, odd in ((-1, "gritty"), (2, None), (2, "oily"), (99, "smooth")):
            with self.assertRaises(InputError):
                feel.texture_by_feel(True, ribbon, odd)

    def test_more_handfuls_narrow_and_disagreement_widens(self) -> None:
        one, three = g.Soil(feel=("loam",)), g.Soil(feel=("loam",) * 3)
        mixed = g.Soil(feel=("sand", "clay_loam", "loam"))
        self.assertLess(test_spread(three), test_spread(one))
        self.assertGreater(test_spread(mixed), test_spread(three))
        self.assertLess(test_spread(one), holding(g.Soil()).spread)  # any handful beats knowing nothing
        self.assertAlmostEqual(holding(one).field_capacity, holding(g.Soil("loam")).field_capacity)
        found = measure("squeeze", {"handfuls": [{"ball": True, "ribbon_cm": 1.5, "feel": "neither"}] * 2})
        self.assertEqual((found["texture"], found["feel"]), ("loam", ["loam", "loam"]))

    def test_jars_are_averaged_by_their_shares(self) -> None:
        jars = [{"sand_mm": 40, "silt_mm": 40, "clay_mm": 20}, {"sand_mm": 30, "silt_mm": 20, "clay_mm": 10}]
        found = measure("jar", {"jars": jars})
        self.assertAlmostEqual(found["sand_pct"], (40 + 50) / 2)
        self.assertEqual((found["jar"]["jars"], found["n"]), (2, 2))
        self.assertLess(found["cv"], measure("jar", {"jars": jars[:1]})["cv"])
        self.assertAlmostEqual(test_spread(g.Soil(jar=g.Jar(40, 40, 20))), 0.13, places=3)

    def test_the_hole_gives_back_the_conductivity_that_emptied_it(self) -> None:
        # The method's own differential equation, pi r^2 dh/dt = -K (2 pi r h + pi r^2), has the solution
        # h + r/2 = (h0 + r/2) exp(-2 K t / r); its 1.15 is ln(10)/2 rounded.
        k, r, h0 = 30.0, 5.0, 25.0  # mm/h, cm, cm
        level = lambda minutes: (h0 + r / 2) * math.exp(-2 * (k / 600) * minutes / r) - r / 2  # noqa: E731
        hole = drain.Hole(2 * r, ((0, h0), (20, level(20)), (40, level(40))))
        self.assertAlmostEqual(drain.conductivity(hole), k, delta=0.002 * k)
        found = measure(
            "drain", {"holes": [{"across_cm": 10, "readings": [{"minutes": m, "water_cm": level(m)} for m in (0, 20)]}]}
        )
        self.assertEqual(found["drainage"], "free")
        self.assertEqual(found["cv"], 0.5)

    def test_a_hole_that_hardly_falls_stands_and_odd_readings_are_named(self) -> None:
        slow = drain.drain([drain.Hole(20, ((0, 25), (60, 24.8)))])
        self.assertEqual(slow.drainage, "standing")
        self.assertEqual(drain.drain([drain.Hole(20, ((0, 25), (60, 24)))]).drainage, "slow")
        for readings in (((0, 25),), ((0, 25), (0, 24)), ((0, 25), (30, 26))):
            with self.assertRaises(InputError):
                drain.conductivity(drain.Hole(20, readings))


class PotAndFinger(unittest.TestCase):
    def test_a_pot_by_its_measures(self) -> None:
        self.assertAlmostEqual(pot.of_measures(30, 30, 20).value, math.pi * 15**2 * 20 / 1000)  # a cylinder
        self.assertAlmostEqual(pot.of_measures(30, 0, 20).value, math.pi * 15**2 * 20 / 3000)  # a cone
        self.assertAlmostEqual(pot.of_box(50, 20, 18).value, 18.0)
        self.assertEqual(measure("pot", {"shape": "filled", "fillings": [14.0, 14.4]})["litres"], 14.2)
        with self.assertRaises(InputError):
            measure("pot", {"shape": "round", "top_cm": 30})

    READINGS = ((1900, "wet"), (1700, "moist"), (1600, "moist"), (1300, "just_damp"), (1100, "dry"))

    def test_a_finger_learns_what_it_feels(self) -> None:
        marks = {m.reading: m for m in finger.scale(2000, 1000, self.READINGS)}
        self.assertAlmostEqual(marks["moist"].share_of_taw, 0.35)
        self.assertAlmostEqual(marks["dry"].share_of_taw, 0.9)
        self.assertAlmostEqual(marks["moist"].spread, float(np.std([0.3, 0.4], ddof=1)))
        for full, limp, readings in (
            (1000, 2000, self.READINGS),
            (2000, 1000, ((2500, "wet"),)),
            (2000, 1000, ()),
            (2000, 1000, ((1900, "dry"), (1100, "wet"))),
        ):
            with self.assertRaises(InputError):
                finger.scale(full, limp, readings)

    def test_what_it_feels_is_what_the_plan_hears(self) -> None:
        check, top = g.Observation(t.TODAY, "moist"), holding(g.Soil("loam"))
        usual = sighting(check, top, 0.3)
        sure = sighting(check, top, 0.3, (g.FingerMark("moist", 0.8, 0.05),))
        vague = sighting(check, top, 0.3, (g.FingerMark("moist", 0.8, 0.4),))
        self.assertFalse(usual.of_taw)
        self.assertEqual((sure.share, sure.of_taw), (0.8, True))
        self.assertGreater(sure.weight, vague.weight)
        bed = t.dried(1, observations=(check,))
        garden = t.garden(bed)
        told = dataclasses.replace(garden, finger=(g.FingerMark("moist", 0.8, 0.05),))
        words = [plan(x, t.sky(), t.TODAY).beds[0].word for x in (garden, told)]
        self.assertEqual(words, ["leave", "soak"])


class WhatElseWasAsked(unittest.TestCase):
    def test_a_pot_without_holes_keeps_its_rain(self) -> None:
        pots = [
            t.bed(
                kind="pot",
                length_m=0.4,
                width_m=0.4,
                round=True,
                soil_depth_m=0.35,
                drain_holes=holes,
                soils=(g.Soil("potting_mix"),),
                plantings=(t.planting("lettuce", 3, "ankle", 0.2),),
                opening_wetness="wet",
            )
            for holes in (None, False)
        ]
        wet = []
        for p in pots:
            plan_of = plan(t.garden(p), t.sky(behind_rain=dict.fromkeys(range(12, 20), 25.0)), t.TODAY)
            wet.append(plan_of.run.rows[0][-1, s.CLOSE_ROOTED])
        self.assertLess(wet[1], wet[0])
        self.assertLess(wet[1], 0)

    def test_plants_set_close_share_their_light(self) -> None:
        canopy = []
        for spacing in (None, 0.30, 0.90):
            p = dataclasses.replace(t.planting("tomato", 6, "shoulder", 0.6), spacing_m=spacing)
            _, stand = forcing.bed_days(t.garden(), t.bed(plantings=(p,)), t.TODAY - dt.timedelta(days=3), 1)
            canopy.append(stand.canopy_m2[0])
        self.assertAlmostEqual(canopy[1], 6 * 0.30**2)
        self.assertEqual(canopy[0], canopy[2])

    def test_what_is_found_comes_with_the_band_that_holds_eight_of_ten(self) -> None:
        # Within 1.2816 standard deviations of a normal mean lie 80 %: any table of the normal distribution.
        found = measure("bucket", {"alone": [{"litres": 10, "seconds": 40}]})
        self.assertAlmostEqual(found["high"] - found["low"], 2 * 1.2816 * 0.06 * 15.0, places=3)
        self.assertEqual(flow.bucket([(10, 40), (10, 40)]).cv, 0.03)  # however well two agree
        self.assertEqual(Mean(1.0, 2.0, 1).low, 0.0)  # never below nothing
