"""Rules that could be taken out unseen: each has an input that turns it, and each size of practice a band.

Bands without a source are common practice, no source.
"""

import dataclasses
import datetime as dt
import unittest

import numpy as np

from agronomy.air import microclimate, shade
from agronomy.balance import layout as s
from agronomy.beds.ground import profile_on
from agronomy.decide import wait
from agronomy.decide.plan import plan
from agronomy.describe import garden as g
from agronomy.methods.base import Target
from agronomy.methods.hand import hose_split
from tests.agronomy import gardens as t
from tests.agronomy.test_balance import Run


def planned(bed: g.Bed, sky=None, **garden: object):
    return plan(t.garden(bed, **garden), sky or t.sky(), t.TODAY)


class Rules(unittest.TestCase):
    def test_days_without_air_count_against_a_soak(self) -> None:
        """The same rain: a crop that cannot bear wet feet waits where one that can is watered."""
        heavy = t.dried(5, soils=(g.Soil("clay", drainage="standing"),))
        run = planned(heavy, t.sky(rain_chance=0.5, rain_mm=45.0, rain_day=1)).run
        choices = []
        for feet in (0, 3):
            stand = dataclasses.replace(run.stands[0], wet_feet=np.full_like(run.stands[0].wet_feet, feet))
            choices.append(wait.weigh(dataclasses.replace(run, stands=(stand,)), [0])[0])
        dear = [b - a for a, b in zip(choices[0].costs, choices[1].costs, strict=True)]
        now, later = dear[0], min(x for x, o in zip(dear, choices[0].options, strict=True) if o.share == 0)
        self.assertGreater(now, 0.2)
        self.assertGreater(now, later)  # water poured before the rain stands longer than rain alone

    def test_what_only_drinks_uses_water_and_sets_no_mark(self) -> None:
        few = t.planting("tomato", 3, "knee", 0.3)
        alone = planned(t.dried(6, plantings=(few,))).beds[0]
        weeds = g.Planting("weeds", 12, t.TODAY - dt.timedelta(days=40))
        beside = planned(t.dried(6, plantings=(few, weeds))).beds[0]
        drunk = [b.net_mm.mid * b.rooted_share for b in (alone, beside)]  # over the whole ground
        self.assertGreater(drunk[1], drunk[0] + 1.0)
        self.assertEqual(beside.plants, alone.plants)
        self.assertAlmostEqual(beside.day.p_table, alone.day.p_table)
        self.assertEqual(planned(t.dried(6, plantings=(weeds,))).beds[0].word, "empty")

    def test_the_first_rain_stays_on_the_leaves(self) -> None:
        """About a millimetre of each rainy day stays on a closed canopy, none on bare ground."""
        grown = planned(t.bed(), t.sky(behind_rain={18: 0.5, 19: 0.5})).run
        bare = planned(t.bed(plantings=()), t.sky(behind_rain={18: 0.5, 19: 0.5})).run
        fell = [run.behind(0).rain_rooted[-3:-1] + run.behind(0).rain_bare[-3:-1] for run in (grown, bare)]
        self.assertLess(np.max(fell[0]), 0.25)
        np.testing.assert_allclose(fell[1], 0.5, atol=0.01)
        held = planned(t.bed(), t.sky(behind_rain={18: 20.0})).run.behind(0).interception[-3]
        self.assertTrue(0.3 <= held <= 1.5, held)

    def test_the_top_gives_off_freely_on_the_day_it_is_watered(self) -> None:
        """FAO-56 eq. 74: what is poured this morning brings Kr to 1 today."""
        evaporated = {}
        for poured in (0.0, 12.0):
            run = Run(1, ET0=5.0, KD=0.0, EVAP_LEFT=1.0, TAW=1e6, P_TABLE=0.5, MORNING=poured)
            run.state[0, :, [s.DE, s.DR]] = 20.0  # the whole of TEW
            evaporated[poured] = run.rows()[0, s.EVAP_ROOTED]
        self.assertEqual(evaporated[0.0], 0.0)
        self.assertAlmostEqual(evaporated[12.0], 1.2 * 5.0, places=9)

    def test_evening_water_wets_the_top_for_the_next_day(self) -> None:
        run = Run(2, ET0=5.0, KD=0.0, EVAP_LEFT=1.0, TAW=1e6, P_TABLE=0.5)
        run.state[0, :, [s.DE, s.DR]] = 20.0
        run.day[0, 0, s.EVENING] = 12.0
        rows = run.rows()
        self.assertEqual(rows[0, s.EVAP_ROOTED], 0.0)
        self.assertAlmostEqual(rows[0, s.DE_NOW], 8.0, places=9)
        self.assertAlmostEqual(rows[1, s.EVAP_ROOTED], 1.2 * 5.0, places=9)

    def test_rain_beyond_the_days_that_are_weighed_delays_nothing(self) -> None:
        """A wait of three days and what follows it are seen; a week off is too far to wait for."""
        words = {}
        for day in (1, wait.HORIZON_DAYS + 1):
            sky = t.sky(rain_chance=0.95, rain_mm=40.0, rain_day=day)
            words[day] = planned(t.dried(4), sky).beds[0].word
        self.assertEqual(words, {1: "wait", wait.HORIZON_DAYS + 1: "soak"})


class Sizes(unittest.TestCase):
    def test_eaves_keep_most_of_the_rain_off_and_not_all(self) -> None:
        share = microclimate.rain_share(g.Exposure(cover="eaves"))
        self.assertTrue(0.1 <= share <= 0.5, share)
        self.assertEqual(microclimate.rain_share(g.Exposure(cover="roof")), 0.0)

    def test_a_tree_lets_a_little_of_the_sun_through(self) -> None:
        """A leafed crown passes about a fifth of the light, between a tenth and two fifths; a wall none."""
        heights = np.array([0.6])
        bearings = np.array([np.pi])
        over = {
            kind: shade.light_past(g.Thing(kind, 0.0, -1.5, 3.0, 3.0, 8.0), (0.0, 0.0), bearings, heights, 0.0)
            for kind in ("tree", "wall")
        }
        self.assertTrue(0.05 <= float(over["tree"][0]) <= 0.5, over)
        self.assertEqual(float(over["wall"][0]), 0.0)

    def test_roots_lack_air_when_less_than_a_tenth_of_the_soil_is_air(self) -> None:
        """Grable and Siemer (1968) put the limit of air near 10 % by volume; from memory."""
        for material in ("loam", "sandy_loam"):
            here = profile_on(t.bed(soils=(g.Soil(material),)), t.TODAY)
            air = here.room_mm() - here.air_mark_mm()  # what is left of the pores at the mark [mm]
            self.assertAlmostEqual(air / (1000 * here.depth_m), 0.10, delta=0.02)

    def test_a_soak_that_would_stand_too_deep_is_given_in_goes(self) -> None:
        """One to three centimetres may stand on a bed before it runs off."""
        goes = {}
        for days in (3, 6, 12):
            b = planned(t.dried(days, soils=(g.Soil("clay", intake_mm_per_h=1.0),), style="sparing")).beds[0]
            if b.dose:
                depth = b.dose.mm / b.rooted_share
                goes[days] = (depth, b.dose.passes)
                if b.dose.passes == 1:
                    self.assertLess(depth, 30.0)
                else:
                    self.assertGreater(depth, 10.0)
        self.assertGreater(len({n for _, n in goes.values()}), 1, goes)

    def test_a_mix_that_repels_is_watered_in_three_or_four_goes(self) -> None:
        pot = t.bed(kind="pot", soil_depth_m=0.05, round=True, length_m=0.3, width_m=0.3, method="can",
                    soils=(g.Soil("own_mix", mix=(g.Part("peat", 1.0),), intake_mm_per_h=2000.0),),
                    plantings=(t.planting("basil", 2, "ankle", 0.2),))  # fmt: skip
        dry = dataclasses.replace(pot, opened=t.TODAY - dt.timedelta(days=6), opening_wetness="dry")
        wet = dataclasses.replace(pot, opened=t.TODAY - dt.timedelta(days=1), opening_wetness="moist")
        dose = planned(dry).beds[0].dose
        self.assertTrue(3 <= dose.passes <= 4, dose)
        damp = planned(wet).beds[0].dose
        self.assertTrue(damp is None or damp.passes < dose.passes, damp)

    def test_a_stand_of_the_hose_covers_about_what_a_rose_wets(self) -> None:
        """One stand of the hose covers 0.2 to 0.6 m2: a circle of half a metre to nine decimetres."""
        split = hose_split(60.0, 15.0, Target(2, 0.05, 6.0))
        between = 6.0 - 2 * 0.05
        self.assertTrue(0.2 <= between / split.patches <= 0.6, split)


if __name__ == "__main__":
    unittest.main()
