"""Young plants: how large they are set in, water that passes into the ground beside, the ball, a finger that stands.

Bands of practice: common practice, no source.
"""

import dataclasses
import datetime as dt
import itertools
import unittest
from unittest import mock

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from agronomy.balance import layout, observations, processes
from agronomy.decide import styles
from agronomy.decide.fortnight import fortnight
from agronomy.decide.plan import BedPlan, plan
from agronomy.describe import garden as g
from agronomy.plants import emergence, starts
from agronomy.plants.crops import CROPS
from agronomy.plants.emergence import emerges_after
from agronomy.plants.size import Warmth, stature
from agronomy.plants.starts import LARGEST_SET_IN
from tests.agronomy.gardens import TODAY, bed, days_laid, dried, garden, sky

DAY = dt.timedelta(days=1)


def young(start: str, age: int, crop: str = "tomato", count: int = 6, poured: dict[int, float] | None = None, **more):
    """A bed planted `age` days ago. poured: litres by the planting's age in days."""
    waterings = tuple(g.Watering(TODAY - (age - day) * DAY, litres) for day, litres in (poured or {}).items())
    planting = g.Planting(crop, count, TODAY - age * DAY, start=start)
    return bed("Young", plantings=(planting,), waterings=waterings, **more)


def told(b: g.Bed, tmax: float = 32.0, style: str = "steady", **weather) -> BedPlan:
    return plan(garden(b, style=style), sky(tmax=tmax, **weather), TODAY).beds[0]


def follow(start: str, crop: str, count: int, days: int, tmax: float, **more) -> dict[int, float]:
    """Litres by the planting's age, of somebody who does each morning what is said."""
    poured: dict[int, float] = {}
    for age in range(days):
        said = told(young(start, age, crop, count, poured, **more), tmax)
        if said.word in ("soak", "check"):
            poured[age] = said.dose.litres
    return poured


class SetIn(unittest.TestCase):
    def test_a_plant_is_as_large_as_it_is_set_in_and_never_more_than_a_part_of_full_size(self) -> None:
        for start, wide in (("transplant", 0.18), ("tray", 0.05), ("cutting", 0.12)):
            first = stature(g.Planting("tomato", 1, TODAY, start=start), TODAY, 40)
            self.assertAlmostEqual(first.spread_m[0], wide)
            self.assertTrue((np.diff(first.spread_m) >= 0).all())
        lettuce = CROPS["lettuce"]
        first = stature(g.Planting("lettuce", 1, TODAY, start="transplant"), TODAY, 1)
        self.assertAlmostEqual(first.spread_m[0], min(0.18, LARGEST_SET_IN * lettuce.spread_m))

    def test_a_size_that_was_seen_overrules_it(self) -> None:
        seen = g.Planting("tomato", 1, TODAY, (g.Size(TODAY, "knee", 0.35),), start="transplant")
        self.assertAlmostEqual(stature(seen, TODAY, 1).spread_m[0], 0.35)


class Aside(unittest.TestCase):
    @given(
        st.floats(-200, 60),
        st.floats(0, 30),
        st.floats(0.05, 1.0),
        st.floats(0.0, 1.0),
        st.sampled_from([1.0, 0.5, 0.1]),
    )
    def test_no_water_is_made_or_lost_and_it_stops_where_both_stand_alike(self, net, do, share, a_day, dt_) -> None:
        after, beside, passed = processes.pass_aside(net, do, share, a_day, dt_)
        before = net * share + do * (1 - share)
        self.assertAlmostEqual(after * share + beside * (1 - share), before, places=9)
        self.assertGreaterEqual(passed, 0.0)
        self.assertLessEqual(after, max(net, 0.0))
        if net < 0 and share < 1:
            self.assertLessEqual(after, beside + 1e-9)

    def test_in_clay_more_passes_than_in_sand_and_from_a_pot_none(self) -> None:
        def of(material: str, **more):
            b = young("transplant", 3, poured={0: 12.0, 1: 12.0, 2: 12.0}, soils=(g.Soil(material),), **more)
            run = plan(garden(b), sky(), TODAY).run
            return run.beds[0].profile.aside_a_day, float(np.sum(run.behind(0).aside))

        shares = [of(material)[0] for material in ("sand", "loam", "clay")]
        self.assertEqual(shares, sorted(shares))
        self.assertGreater(of("loam")[1], 1.0)
        self.assertEqual(of("potting_mix", kind="pot", length_m=0.4, width_m=0.4)[1], 0.0)

    def test_ground_newly_reached_brings_its_dry_top_along(self) -> None:
        de, *_ = processes.spread_roots(0.6, 0.3, 2.0, 10.0, 5.0, 5.0, 1.0)
        self.assertAlmostEqual(de, (0.3 * 2.0 + 0.3 * 10.0) / 0.6)


class Ball(unittest.TestCase):
    def test_a_litre_or_so_a_plant_a_day_in_open_loam_is_never_too_wet(self) -> None:
        for start in ("transplant", "cutting", "pricked_out"):
            for age in (2, 4, 7, 10, 14, 20):
                for tmax in (20.0, 26.0, 32.0):
                    with self.subTest(start, age=age, tmax=tmax):
                        poured = dict.fromkeys(range(age), 6 * 1.0)
                        self.assertNotEqual(told(young(start, age, poured=poured), tmax).word, "too_wet")

    def test_what_is_set_out_in_heat_gets_its_litre_or_so_for_a_week(self) -> None:
        """Practice: 0.3 to 1.5 L a plant a day in the first week above 28 C."""
        for crop, count in (("tomato", 6), ("pepper", 6), ("cucumber", 3)):
            with self.subTest(crop):
                poured = follow("transplant", crop, count, 8, 31.0)
                a_day = sum(litres for day, litres in poured.items() if day >= 1) / 7 / count
                self.assertTrue(0.3 <= a_day <= 1.5, a_day)
                gaps = np.diff([*sorted(poured), 8])
                self.assertLessEqual(gaps.max(), 2)

    def test_cuttings_wait_no_longer_than_a_day_in_warmth(self) -> None:
        """Practice: no gap over a day in the first week above 25 C."""
        poured = follow("cutting", "rosemary", 4, 7, 27.0)
        self.assertLessEqual(np.diff([*sorted(poured), 7]).max(), 1)

    def test_cuttings_in_a_tray_of_mix_are_kept_damp_for_the_week(self) -> None:
        """Mix holds much in its top, so that a rule that gives by what evaporates at all would leave them for days."""
        tray = {"kind": "tray", "length_m": 0.5, "width_m": 0.3, "soils": (g.Soil("potting_mix"),), "method": "can"}
        poured = follow("cutting", "rosemary", 12, 9, 27.0, **tray)
        self.assertLessEqual(np.diff([*sorted(poured), 9]).max(), 2)  # a sodden one gets none: the day after is free
        with mock.patch.dict(starts.STARTS, {"cutting": starts.Start(0.04, 14, 0.12, 0.12, 0.2)}):
            tray["length_m"] = 0.51
            self.assertGreater(np.diff([*sorted(follow("cutting", "rosemary", 12, 9, 27.0, **tray)), 9]).max(), 2)

    def test_the_dose_by_plant_fades_as_roots_leave_the_ball(self) -> None:
        tomato = g.Planting("tomato", 1, TODAY, start="transplant")
        doses = starts.ball_l(tomato, 0.6, np.arange(16.0))
        self.assertEqual(doses[0], 0.75)
        self.assertLess(starts.ball_l(tomato, 0.3, np.array([0.0]))[0], 0.4)  # a lettuce's
        self.assertTrue((np.diff(doses) <= 0).all())
        self.assertEqual(doses[14:].tolist(), [0.0, 0.0])

    def test_without_the_ball_the_dose_would_be_a_top_layers(self) -> None:
        b = young("transplant", 3, poured={0: 6.0, 1: 3.0, 2: 3.0})
        least = 6 * 0.75 * (1 - 3 / 14)
        self.assertGreaterEqual(told(b).dose.litres, least)
        with mock.patch.dict(starts.STARTS, {"transplant": starts.Start(0.10, 14, 0.18, 0.15, 0.0)}):
            other = young("transplant", 3, poured={0: 6.0, 1: 3.0, 2: 3.0}, length_m=2.41)
            self.assertLess(told(other).dose.litres, least)

    def test_rain_that_reached_the_ball_counts_and_a_sodden_one_gets_none(self) -> None:
        dry = young("transplant", 4, poured={0: 6.0, 1: 4.0, 2: 4.0})
        self.assertEqual(told(dry).word, "soak")
        self.assertEqual(told(dry, behind_rain={20: 12.0}).word, "leave")  # it rained yesterday
        sodden = young("transplant", 4, poured=dict.fromkeys(range(4), 60.0))
        self.assertNotIn(told(sodden).word, ("soak", "check"))


class Parched(unittest.TestCase):
    def test_what_is_young_does_not_wait_for_a_hoped_for_rain_and_the_price_decides(self) -> None:
        drill = young("sown", 6, "carrot", 120, {0: 30.0})
        hoped = {"rain_chance": 0.9, "rain_mm": 25.0, "rain_day": 2}
        self.assertEqual(told(drill, 26.0, **hoped).word, "soak")
        with mock.patch.object(styles, "HURT_DAY_MM", 0.0):
            self.assertEqual(told(drill, 26.0, **hoped).word, "wait")

    def test_it_is_served_before_what_only_grows_less(self) -> None:
        """Where a day has not room for both, the grown bed gives and not the drill."""
        drill = dataclasses.replace(young("sown", 6, "carrot", 120, {0: 30.0}), name="Drill")
        hard = dataclasses.replace(garden(dried(6, "Grown"), drill), people=(g.Person("Bo", (4.0,) * 7),))
        made = fortnight(plan(hard, sky(tmax=30.0), TODAY), 7)
        self.assertIn("Grown", {x.bed for x in made.gives})
        self.assertNotIn("Drill", {x.bed for x in made.gives})


class FingerStands(unittest.TestCase):
    def test_a_fresh_dry_finger_means_water_whatever_was_reckoned(self) -> None:
        felt = (g.Observation(TODAY, "dry", "finger"),)
        for start, age in (("transplant", 10), ("cutting", 8), ("tray", 12), ("sown", 15)):
            poured = dict.fromkeys(range(age), 6 * 1.0)
            self.assertIn(told(young(start, age, poured=poured)).word, ("leave", "too_wet"))
            self.assertEqual(told(young(start, age, poured=poured, observations=felt)).word, "soak", start)

    def test_a_bed_that_is_let_run_further_may_still_be_left(self) -> None:
        felt = (g.Observation(TODAY, "dry", "finger"),)
        said = told(bed("Old", observations=felt, opening_wetness="wet", opened=TODAY - 2 * DAY), style="sparing")
        self.assertEqual((said.word, said.cause), ("leave", "not_yet"))
        self.assertGreater(said.net_mm.mid, said.raw_mm)

    def test_each_word_of_a_finger_has_its_range_about_what_it_stands_for(self) -> None:
        ranges = sorted(observations.finger_range(reading) for reading in observations.FINGER)
        for (_, most), (least, _) in itertools.pairwise(ranges):
            self.assertEqual(most, least)
        for reading, at in observations.FINGER.items():
            least, most = observations.finger_range(reading)
            self.assertTrue(least < at < most)


class Sown(unittest.TestCase):
    # Days until half have come up, by the soil's warmth [degrees C]: Harrington and Minges (1954), "Vegetable seed
    # germination", University of California, from memory.
    EMERGED = (
        ("carrot", {10: 17.3, 15: 10.1, 20: 6.9}), ("lettuce", {5: 14.9, 10: 7.0, 15: 3.9}),
        ("onion", {10: 13.4, 15: 7.1, 20: 4.6}), ("beetroot", {10: 16.7, 15: 9.7, 20: 6.2}),
        ("cabbage", {10: 14.6, 15: 8.7, 20: 5.8}), ("cucumber", {15: 13.0, 20: 6.2, 25: 4.0}),
        ("pea", {10: 13.5, 15: 9.4, 20: 7.5}), ("pepper", {15: 25.0, 20: 12.5, 25: 8.4}),
        ("radish", {10: 11.2, 15: 6.3, 20: 4.2}), ("spinach", {10: 11.7, 15: 6.9, 20: 5.7}),
        ("tomato", {15: 13.6, 20: 8.2, 25: 5.9}), ("parsley", {10: 29.0, 15: 17.0, 20: 14.0}),
        ("french_bean", {15: 16.1, 20: 11.4, 25: 8.1}), ("sweetcorn", {15: 12.4, 20: 6.9, 25: 4.0}),
    )  # fmt: skip

    def test_what_is_sown_comes_up_by_its_crop_and_the_soils_warmth(self) -> None:
        for crop, found in self.EMERGED:
            for warm, days in found.items():
                with self.subTest(crop, soil=warm):
                    soil = Warmth(TODAY, (float(warm),) * 60)
                    after = emerges_after(g.Planting(crop, 9, TODAY, start="sown"), soil)
                    self.assertAlmostEqual(after, days, delta=1.0 + 0.15 * days)

    def test_it_needs_no_warmth_that_nobody_knows_and_cold_soil_keeps_it_down(self) -> None:
        carrot = g.Planting("carrot", 9, TODAY, start="sown")
        self.assertEqual(emerges_after(carrot, None), 7)
        self.assertEqual(emerges_after(carrot, Warmth(TODAY, (3.0,) * 90)), 60)
        self.assertEqual(emerges_after(g.Planting("carrot", 9, TODAY, start="transplant"), None), 0)
        seen = dataclasses.replace(carrot, sizes=(g.Size(TODAY + 4 * DAY, "ankle", 0.03),))
        self.assertEqual(emerges_after(seen, Warmth(TODAY, (10.0,) * 90)), 4)
        self.assertLessEqual(set(emergence.KIN) | set(emergence.THERMAL_TIME), set(CROPS))
        self.assertLessEqual(set(emergence.KIN.values()), set(emergence.THERMAL_TIME))

    def test_until_then_it_stands_for_nothing_and_its_ground_is_the_drills(self) -> None:
        carrot = g.Planting("carrot", 120, TODAY, start="sown")
        grown = stature(carrot, TODAY, 20, emerges=10)
        self.assertEqual(grown.spread_m[:10].tolist(), [0.0] * 10)
        self.assertGreater(grown.spread_m[10], 0.0)
        strip = starts.sown_m2(carrot, CROPS["carrot"].spread_m)
        self.assertAlmostEqual(strip, 120 * (CROPS["carrot"].spread_m / 3) * 0.12)
        self.assertAlmostEqual(starts.sown_m2(dataclasses.replace(carrot, spacing_m=0.02), 0.15), 120 * 0.02 * 0.12)
        self.assertEqual(starts.sown_m2(dataclasses.replace(carrot, sown_m2=0.4), 0.15), 0.4)
        self.assertEqual(starts.sown_m2(dataclasses.replace(carrot, start="transplant"), 0.15), 0.0)

    def test_what_is_wetted_is_the_sown_ground(self) -> None:
        litres = {}
        for m2 in (0.3, 0.9):
            drill = g.Planting("carrot", 120, TODAY - 3 * DAY, start="sown", sown_m2=m2)
            b = bed("Drill", plantings=(drill,), waterings=(g.Watering(TODAY - 3 * DAY, 20.0),))
            said = told(b, 26.0)
            self.assertEqual(said.word, "soak")
            self.assertAlmostEqual(said.rooted_share, m2 / 2.88)
            litres[m2] = said.dose.litres
        self.assertGreater(litres[0.9], 1.8 * litres[0.3])

    def test_a_sown_row_is_never_dry_on_top_for_longer_than_a_day(self) -> None:
        """Practice: the top 5 to 8 cm never dry until the first true leaves; followed to the letter, in warmth."""
        poured = follow("sown", "carrot", 120, 14, 26.0)
        after = young("sown", 14, "carrot", 120, poured)
        run = plan(garden(after), sky(tmax=26.0), TODAY).run
        days = run.behind(0)
        rew = days_laid(run)[run.n_behind - 14 : run.n_behind, layout.REW]
        dry = np.asarray(days.de_now)[-14:] > 1.25 * rew
        longest = max((len(list(group)) for is_dry, group in itertools.groupby(dry) if is_dry), default=0)
        self.assertLessEqual(longest, 1)
