"""Feeding: the balance of food closes, hunger and washing out turn the day, and the label rules the amount.

Schools, spans and strengths are common practice, no source; label arithmetic is by volume and counting.
"""

import dataclasses
import datetime as dt
import itertools
import math
import unittest

import numpy as np

from agronomy.balance.nutrients import food
from agronomy.balance.terms import Terms
from agronomy.decide.feeding import (
    LOW_DAYS,
    MIX_G_PER_L,
    MIX_LASTS_DAYS,
    PAUSE_DAYS,
    PAUSE_FED_DAYS,
    SOLUTION_L_PER_M2,
    TRUE_LEAVES_DAYS,
    Feeding,
    feeding_of,
    food_of,
    product_of,
)
from agronomy.decide.plan import plan
from agronomy.decide.salts import salts_now
from agronomy.describe import garden as g
from agronomy.describe.errors import InputError, MissingError
from agronomy.describe.feeding import Feed, FeedPart, check_feed
from agronomy.plants.feed_parts import PARTS, strength_of
from agronomy.plants.nutrition import HEAVY_G_PER_L, LIGHT_G_PER_L, USUAL_G_PER_L, nitrogen_g_per_l
from agronomy.signs.evidence import weeks_of
from tests.agronomy import gardens as t

DAY = dt.timedelta(days=1)
FRUIT = Feed("Fruit feed", "liquid", 4.0, 7, 4.0, 3.0, 8.0)
GRAINS = Feed("Grains", "dry", 100.0, 60, 6.0, 4.0, 8.0, 60)
SHELL = Feed("Shell", "lime", 80.0, 100)
LEAF = Feed("Leaf feed", "liquid", 3.0, 7, 8.0)
POT = {"kind": "pot", "round": True, "length_m": 0.4, "width_m": 0.4, "soil_depth_m": 0.4,
       "soils": (g.Soil("potting_mix"),)}  # fmt: skip


def rows(*drained: float, drunk: float = 0.0) -> Terms:
    zero = dict.fromkeys(Terms._fields, np.zeros(len(drained)))
    return Terms(**{**zero, "drained_rooted": np.array(drained), "transpiration": np.full(len(drained), drunk)})


def fed(b: g.Bed, *days: int, feed: Feed = FRUIT, amount: float = 40.0, litres: float = 8.0) -> g.Bed:
    poured = tuple(g.Watering(t.TODAY - k * DAY, litres, feed=feed.name, fed=amount) for k in days)
    return dataclasses.replace(b, waterings=tuple(sorted((*b.waterings, *poured), key=lambda w: w.date)))


def told(b: g.Bed, school="fortnight", sky=None, feeds=(FRUIT,), **garden) -> Feeding:
    made = dataclasses.replace(t.garden(b), feeds=feeds, feeding=school, **garden)
    return feeding_of(plan(made, sky or t.sky(), t.TODAY), 0)


GROWN = (g.Planting("tomato", 6, t.TODAY - 70 * DAY, (g.Size(t.TODAY - 3 * DAY, "shoulder", 0.6),)),)


class Balance(unittest.TestCase):
    def test_what_starts_and_comes_is_left_taken_or_washed_out(self) -> None:
        rng = np.random.default_rng(3)
        for _ in range(50):
            n = int(rng.integers(1, 60))
            drained, came, wanted = rng.exponential(4, n) * (rng.random(n) < 0.3), rng.random(n), rng.random(n)
            eaten = food(rows(*drained), came, wanted, 60.0, 5.0)
            self.assertAlmostEqual(5.0 + came.sum(), eaten.left[-1] + eaten.taken.sum() + eaten.washed.sum(), places=9)
            self.assertTrue((eaten.left >= 0).all() and (eaten.taken <= wanted + 1e-12).all())

    def test_what_drains_takes_its_share_of_well_mixed_water(self) -> None:
        """Once the soil's own water has run through, 1 - 1/e of the food is gone: the exponential of Burns (1975), from
        memory; two showers take what one as large does."""
        zero = np.zeros(1)
        once = food(rows(60.0), zero, zero, 60.0, 10.0)
        self.assertAlmostEqual(float(once.washed[0]), 10.0 * (1 - 1 / math.e))
        twice = food(rows(20.0, 40.0), np.zeros(2), np.zeros(2), 60.0, 10.0)
        self.assertAlmostEqual(float(twice.left[-1]), float(once.left[-1]))

    def test_hunger_is_by_crop(self) -> None:
        self.assertEqual(nitrogen_g_per_l("tomato"), HEAVY_G_PER_L)
        self.assertEqual(nitrogen_g_per_l("lettuce"), USUAL_G_PER_L)
        self.assertEqual((nitrogen_g_per_l("pea"), nitrogen_g_per_l("thyme")), (LIGHT_G_PER_L, LIGHT_G_PER_L))

    def test_a_season_of_tomatoes_takes_up_what_growers_say(self) -> None:
        """15 to 30 g of nitrogen a square metre in a season: common practice, from memory (150 to 300 kg/ha), at 400 to
        500 mm of transpiration."""
        for mm in (400, 500):
            self.assertTrue(15 <= mm * HEAVY_G_PER_L <= 30)

    def test_a_pot_starts_with_what_its_mix_brings_and_lives_on_what_it_is_fed(self) -> None:
        pot = t.bed(**POT, plantings=(t.planting("tomato", 1, "waist", 0.5),))
        made = dataclasses.replace(t.garden(pot, fed(dataclasses.replace(pot, name="Fed"), 6)), feeds=(FRUIT, GRAINS))
        p = plan(made, t.sky(), t.TODAY)
        bare, had = food_of(p, 0), food_of(p, 1)
        start = MIX_G_PER_L * 1000 * math.pi / 4 * 0.4**2 * 0.4
        self.assertAlmostEqual(start, float(bare.left[-1] + bare.taken.sum() + bare.washed.sum()))
        self.assertAlmostEqual(float(had.came.sum()), 40.0 * 0.04)  # 40 mL of 4 %
        slow = plan(
            dataclasses.replace(made, beds=(fed(pot, 10, feed=GRAINS, amount=60.0, litres=0.0),)), t.sky(), t.TODAY
        )
        self.assertAlmostEqual(float(food_of(slow, 0).came.sum()), 60.0 * 0.06 * 10 / 60)  # a sixth of its 60 days

    def test_feed_in_water_leaves_its_salts_in_a_pot(self) -> None:
        """1.5 dS/m of a gram a litre: common practice, from memory. 40 mL of 15 % in all make 6 g; in 8 L, 1.1 dS/m."""
        pot = t.bed(**POT, plantings=(t.planting("pepper", 1, "knee", 0.3),))
        plain = t.watered(pot, *[(k, 8.0) for k in (2, 6, 10, 14)])

        def salt(b: g.Bed) -> float:
            made = dataclasses.replace(t.garden(b), feeds=(FRUIT, GRAINS, SHELL))
            found = salts_now(plan(made, t.sky(), t.TODAY), 0)
            assert found
            return found.mix_ds_m

        fresh = fed(dataclasses.replace(pot, opened=t.TODAY - DAY), 1, litres=0.5)
        unfed = t.watered(dataclasses.replace(pot, opened=t.TODAY - DAY), (1, 0.5))
        # 9 dS/m x L of feed stay in a mix that holds 24.0 L at field capacity: once, and not again as if it were dry.
        # A hose spills a tenth of it.
        self.assertAlmostEqual(salt(fresh) - salt(unfed), 0.9 * 9.0 / 23.96, places=3)
        self.assertGreater(salt(fed(pot, 2, 6, 10, 14)), salt(plain) + 0.3)
        dry = fed(plain, 14, feed=GRAINS, amount=60.0, litres=0.0)
        # 60 g of 18 % over 60 days free 0.18 g a day; in 14 days 2.5 g, in some 18 L of mix water: 0.2 dS/m at most.
        self.assertTrue(0.03 < salt(dry) - salt(plain) < 0.25)
        shell = fed(plain, 14, feed=SHELL, amount=60.0, litres=0.0)
        self.assertAlmostEqual(salt(shell), salt(plain))  # lime hardly dissolves

    def test_pond_water_and_compost_on_top_are_mild_feeds(self) -> None:
        """Common practice, no source."""
        pond = (g.Rig("Hose", 15.0, t.OPENED, water="pond"),)
        bed = t.watered(t.bed(), (3, 40.0), (6, 40.0))
        composted = dataclasses.replace(t.bed(), mulches=(g.Mulch(t.TODAY - 10 * DAY, "compost", 0.03, 1.0),))

        def came(b: g.Bed, **garden) -> float:
            return float(food_of(plan(dataclasses.replace(t.garden(b), **garden), t.sky(), t.TODAY), 0).came.sum())

        self.assertAlmostEqual(came(bed, rigs=pond) - came(bed), 80.0 * 0.005)
        area = t.bed().length_m * t.bed().width_m
        self.assertAlmostEqual(came(composted) - came(t.bed()), 10 * 0.03 * area)


class When(unittest.TestCase):
    def test_no_school_and_no_product_ask_for_nothing(self) -> None:
        grown = t.bed(plantings=GROWN)
        self.assertIsNone(told(grown, "none").due)
        self.assertIsNone(told(grown, "compost").due)
        self.assertIsNone(told(grown, feeds=()).due)
        self.assertIsNone(told(grown, feeds=(SHELL,)).due)

    def test_two_schools_ask_on_their_own_days(self) -> None:
        """Weekly; or each ten days while it bears, each two weeks while it grows: practice."""
        grown = fed(t.bed(plantings=GROWN), 3)
        self.assertEqual(told(grown, "weekly").due, t.TODAY + 4 * DAY)
        bearing = told(grown, "fortnight").due
        growing = told(fed(t.bed(plantings=(t.planting("tomato", 6, "knee", 0.4, age=45),)), 3), "fortnight").due
        self.assertEqual((bearing, growing), (t.TODAY + 7 * DAY, t.TODAY + 11 * DAY))
        strict = dataclasses.replace(FRUIT, every_days=28)
        self.assertEqual(told(fed(t.bed(plantings=GROWN), 3), "weekly", feeds=(strict,)).due, t.TODAY + 25 * DAY)
        own = dataclasses.replace(grown, feeding="none")
        self.assertIsNone(told(own, "weekly").due)

    def test_after_planting_out_it_rests_longer_with_feed_in_the_hole(self) -> None:
        young = g.Planting("tomato", 6, t.TODAY - 5 * DAY, start="transplant")
        rests = told(t.bed(plantings=(young,)), "weekly")
        self.assertEqual((rests.hold, rests.until), ("pause", young.planted + PAUSE_DAYS * DAY))
        hole = fed(t.bed(plantings=(young,)), 5, feed=GRAINS, amount=30.0, litres=0.0)
        longer = told(hole, "weekly", feeds=(FRUIT, GRAINS))
        self.assertEqual(longer.until, young.planted + PAUSE_FED_DAYS * DAY)
        self.assertFalse(longer.with_soak)
        spray = dataclasses.replace(LEAF, over_leaves=True)
        sprayed = told(fed(t.bed(plantings=(young,)), 5, feed=spray, litres=0.0), "weekly", feeds=(FRUIT, spray))
        self.assertEqual(sprayed.until, young.planted + PAUSE_DAYS * DAY)

    def test_seedlings_get_half_from_their_first_true_leaves(self) -> None:
        def sown(days: int) -> Feeding:
            tray = t.bed(plantings=(g.Planting("tomato", 12, t.TODAY - days * DAY, start="tray"),))
            return told(tray, "weekly")

        self.assertEqual(sown(6).hold, "young")
        ready = sown(TRUE_LEAVES_DAYS + 1)
        assert ready.dose
        self.assertEqual((ready.why, ready.dose.strength, ready.dose.per_l), ("seedling", 0.5, 2.0))

    def test_who_feeds_twice_is_asked_no_third_time(self) -> None:
        once = told(fed(t.bed(plantings=(t.planting("tomato", 6, age=80),)), 54), "twice")
        self.assertEqual((once.why, once.due is None), ("school", False))
        twice = told(fed(t.bed(plantings=(t.planting("tomato", 6, age=80),)), 12), "twice")
        self.assertEqual((twice.due, twice.dose), (None, None))

    def test_it_ends_with_the_crop(self) -> None:
        old = t.bed(plantings=(g.Planting("tomato", 6, t.TODAY - 130 * DAY),))
        self.assertEqual((told(old).hold, told(old).due), ("late", None))

    def test_rain_that_washed_food_out_brings_a_light_feed_forward_once_it_has_drained(self) -> None:
        n = (t.TODAY - t.OPENED).days
        sand = {"soils": (g.Soil("sand"),), "plantings": GROWN, "kind": "open"}
        wet = t.sky(behind_rain={n - k: 40.0 for k in range(4, 9)})
        dry, washed = (told(fed(t.bed(**sand), 9), "fortnight", sky) for sky in (t.sky(), wet))
        self.assertGreater(washed.washed_share, 0.3)
        self.assertLess(dry.washed_share, 0.05)
        self.assertEqual((washed.why, getattr(washed.dose, "strength", None)), ("washed", 0.5))
        self.assertLess(washed.due or t.TODAY + 99 * DAY, dry.due or t.TODAY)
        weekly = told(fed(t.bed(**sand), 9), "weekly", wet)
        self.assertEqual((weekly.why, getattr(weekly.dose, "strength", None)), ("washed", 0.5))
        sodden = t.sky(behind_rain={n - k: 60.0 for k in range(1, 9)})
        clay = {**sand, "soils": (g.Soil("clay"),)}
        self.assertEqual(told(fed(t.bed(**clay), 15), "weekly", sodden).hold, "sodden")

    def test_who_feeds_seldom_waits_with_the_first_while_there_is_food(self) -> None:
        pot = t.bed(**POT, plantings=(t.planting("pepper", 1, "knee", 0.3),))
        small = t.bed(**{**POT, "length_m": 0.2, "width_m": 0.2, "soil_depth_m": 0.2},
                      plantings=(t.planting("tomato", 1, "shoulder", 0.6),))  # fmt: skip
        starved = t.watered(small, *[(k, 1.0) for k in range(1, (t.TODAY - t.OPENED).days)])
        full, hungry, weekly = told(pot, "fortnight"), told(starved, "fortnight"), told(pot, "weekly")
        mix_ends = t.OPENED + MIX_LASTS_DAYS * DAY
        self.assertEqual((full.state, full.why, full.due), ("enough", "first", mix_ends))
        earth = dataclasses.replace(pot, soils=(g.Soil("loam"),))
        self.assertEqual((told(earth).state, told(earth).due, told(earth).hold), ("enough", None, None))
        rich = t.bed(soils=(g.Soil("loam", organic_matter_pct=3.0),), plantings=(t.planting("tomato", 6, age=50),))
        hungry_by = told(t.watered(rich, *[(k, 40.0) for k in range(1, 20, 2)]))
        when = t.TODAY + (int(hungry_by.days_left or 0) - LOW_DAYS) * DAY
        self.assertEqual((hungry_by.state, hungry_by.due), ("enough", when))
        self.assertLessEqual(weekly.due or t.TODAY + 99 * DAY, t.TODAY + 4 * DAY)
        self.assertEqual((hungry.why, hungry.state == "enough"), ("first", False))
        self.assertLessEqual(hungry.due or t.TODAY + 99 * DAY, t.TODAY + 4 * DAY)

    def test_a_feed_goes_with_the_next_soak_where_that_is_near(self) -> None:
        made = dataclasses.replace(t.garden(fed(t.dried(2), 30)), feeds=(FRUIT,), feeding="weekly")
        p = plan(made, t.sky(), t.TODAY)
        self.assertEqual(p.beds[0].word, "leave")
        soak = p.beds[0].next_soak
        assert soak
        self.assertEqual(feeding_of(p, 0).due, soak[1])
        by_hand = told(fed(t.dried(2), 80, feed=GRAINS, litres=0.0), "weekly", feeds=(GRAINS,))
        self.assertEqual(by_hand.due, t.TODAY - 20 * DAY)  # what is dry needs no soak to go with

    def test_over_a_reservoir_it_is_half_as_strong(self) -> None:
        box = {"kind": "self_watering_box", "length_m": 0.8, "width_m": 0.4, "soil_depth_m": 0.3, "method": "reservoir",
               "reservoir": g.Reservoir(16.0), "soils": (g.Soil("potting_mix"),),
               "plantings": (t.planting("tomato", 2, "waist", 0.5),)}  # fmt: skip
        strengths = [
            getattr(told(fed(t.bed(**x), 30), "weekly").dose, "per_l", None) for x in (box, {"plantings": GROWN})
        ]
        self.assertEqual(strengths, [2.0, 4.0])

    def test_before_a_downpour_it_waits_and_under_a_roof_it_does_not(self) -> None:
        due = fed(t.dried(1, plantings=GROWN), 20)
        rain = t.sky(rain_chance=1.0, rain_mm=30.0)
        self.assertEqual(told(due, "weekly", rain).hold, "rain")
        self.assertNotEqual(told(due, "weekly", t.sky(rain_chance=1.0, rain_mm=5.0)).hold, "rain")
        roofed = dataclasses.replace(due, exposures=(g.Exposure(cover="roof"),))
        self.assertNotEqual(told(roofed, "weekly", rain).hold, "rain")

    def test_onto_dry_soil_water_comes_first(self) -> None:
        due = told(fed(t.dried(9, plantings=GROWN), 20), "weekly")
        self.assertTrue(due.with_soak)  # it is soaked today, and the feed goes into that water
        waits = told(fed(t.just_past(), 20), "weekly", t.sky(rain_chance=1.0, rain_mm=30.0))
        self.assertEqual((waits.hold, waits.with_soak), ("rain", False))
        made = dataclasses.replace(t.garden(fed(t.dried(9, plantings=GROWN), 20)), feeds=(FRUIT,), feeding="weekly")
        p = plan(made, t.sky(), t.TODAY)
        waiting = dataclasses.replace(p, beds=(dataclasses.replace(p.beds[0], word="wait", next_soak=None),))
        later = feeding_of(waiting, 0)
        self.assertEqual((later.hold, later.with_soak), ("dry", False))

    def test_what_the_food_is_shows_as_one_of_three_words(self) -> None:
        pot = t.bed(**POT, plantings=(t.planting("tomato", 1, "shoulder", 0.6),))
        self.assertEqual(told(pot).state, "enough")
        poor = t.bed(soils=(g.Soil("loam", organic_matter_pct=0.0),), plantings=GROWN)
        starved = t.watered(poor, *[(k, 50.0) for k in range(1, (t.TODAY - t.OPENED).days, 3)])
        hungry = told(starved)
        self.assertEqual(hungry.state, "low")
        made = dataclasses.replace(t.garden(starved), feeds=(FRUIT,))
        self.assertTrue(weeks_of(plan(made, t.sky(), t.TODAY), 0).facts["unfed"])
        small = dataclasses.replace(pot, length_m=0.14, width_m=0.14, soil_depth_m=0.14)
        leached = told(t.watered(small, *[(k, 1.0) for k in range(1, 15)]))
        self.assertEqual((leached.state, leached.washed_share > 0.3), ("washed", True))
        made = dataclasses.replace(t.garden(t.watered(small, *[(k, 1.0) for k in range(1, 15)])), feeds=(FRUIT,))
        self.assertTrue(weeks_of(plan(made, t.sky(), t.TODAY), 0).facts["washed_out"])
        again = fed(starved, 1, amount=400.0, litres=0.5)
        self.assertEqual(told(again).state, "enough")
        made = dataclasses.replace(t.garden(again), feeds=(FRUIT,))
        self.assertFalse(weeks_of(plan(made, t.sky(), t.TODAY), 0).facts["unfed"])


FIRST = 15  # days after planting out


class Season(unittest.TestCase):
    def test_a_season_under_two_schools_obeyed_to_the_letter(self) -> None:
        """Tomatoes, a first feed after their rest, then weekly, or each two or three weeks, to the end."""
        given = {school: self.season(school) for school in ("weekly", "fortnight")}
        for school, ages in given.items():
            self.assertTrue(all(age >= PAUSE_DAYS for age in ages), (school, ages))
            self.assertTrue(all(age < 115 for age in ages), (school, ages))  # stages 30, 40, 45: late from then on
            gaps = [b - a for a, b in itertools.pairwise(ages)]
            self.assertTrue(all(gap >= FRUIT.every_days for gap in gaps), (school, gaps))
        self.assertTrue(10 <= len(given["weekly"]) <= 15, given)
        self.assertTrue(4 <= len(given["fortnight"]) <= 10, given)

    def season(self, school) -> list[int]:
        """The ages of the plants [d] at which they were fed, each feed with the soak it was told to go with."""
        ages, fed_on = [FIRST], [(FIRST, 8.0, 32.0)]
        for age in range(FIRST + 1, 130):
            planted = t.TODAY - age * DAY
            tomatoes = g.Planting("tomato", 6, planted, start="transplant")
            past = tuple(
                g.Watering(planted + k * DAY, litres, feed=FRUIT.name, fed=amount) for k, litres, amount in fed_on
            )
            soaked = tuple(g.Watering(t.TODAY - k * DAY, 25.0) for k in range(4, 20, 3))
            bed = t.bed(plantings=(tomatoes,), waterings=tuple(sorted((*past, *soaked), key=lambda w: w.date)))
            now = told(bed, school)
            if now.due is not None and now.due <= t.TODAY and now.hold is None and now.dose:
                ages.append(age)
                fed_on.append((age, now.dose.litres, now.dose.amount))
        return ages


class HowMuch(unittest.TestCase):
    def test_the_label_by_the_litre_for_this_can_and_this_bed(self) -> None:
        """4 mL a litre: a can of 10 L takes 40 mL; a pint a gallon is 125 mL a litre, by definition of both."""
        pot = t.bed(
            **{**POT, "length_m": 0.6, "width_m": 0.6, "soil_depth_m": 0.5},
            plantings=(t.planting("tomato", 1, "waist", 0.5),),
        )
        dose = told(fed(pot, 30), "weekly", can_l=5.0).dose
        assert dose
        self.assertAlmostEqual(dose.amount, 4.0 * dose.litres)
        self.assertAlmostEqual(dose.per_can, 4.0 * min(5.0, dose.litres))
        self.assertAlmostEqual(dose.cans, dose.litres / 5.0)
        pint_a_gallon = 0.473176473 / 3.785411784 * 1000
        self.assertAlmostEqual(pint_a_gallon, 125.0)

    def test_dry_feed_is_by_area_and_plant_and_has_no_water(self) -> None:
        bed = t.bed(plantings=GROWN)
        dose = told(bed, "twice", feeds=(GRAINS,)).dose
        if dose is None:
            dose = told(fed(bed, 60, feed=GRAINS, litres=0.0), "weekly", feeds=(GRAINS,)).dose
        assert dose
        self.assertAlmostEqual(dose.amount, 100.0 * bed.length_m * bed.width_m)
        self.assertEqual((dose.litres, dose.cans, dose.per_plant), (0.0, 0.0, dose.amount / 6))

    def test_feed_water_is_never_more_than_the_soak_it_goes_with(self) -> None:
        made = dataclasses.replace(t.garden(fed(t.just_past(), 30)), feeds=(FRUIT,), feeding="weekly")
        p = plan(made, t.sky(), t.TODAY)
        dose, soak = feeding_of(p, 0).dose, p.beds[0].dose
        assert dose
        assert soak
        self.assertLessEqual(dose.litres, soak.litres)
        little = dataclasses.replace(p.beds[0], dose=dataclasses.replace(soak, litres=2.0))
        less = feeding_of(dataclasses.replace(p, beds=(little,)), 0).dose
        self.assertEqual(getattr(less, "litres", None), 2.0)
        self.assertLessEqual(dose.litres, SOLUTION_L_PER_M2 * p.beds[0].today.rooted_m2 + 1e-9)

    def test_the_beds_own_product_beats_the_gardens(self) -> None:
        bed = dataclasses.replace(t.bed(plantings=GROWN), feed="Grains")
        made = dataclasses.replace(t.garden(bed), feeds=(FRUIT, GRAINS), feed="Fruit feed", feeding="weekly")
        p = plan(made, t.sky(), t.TODAY)
        self.assertEqual(getattr(product_of(p, p.beds[0]), "name", ""), "Grains")

    def test_at_first_bloom_the_feed_changes_for_what_fruits(self) -> None:
        def product(crop: str, age: int) -> str:
            bed = t.bed(plantings=(t.planting(crop, 4, age=age),))
            made = dataclasses.replace(t.garden(bed), feeds=(LEAF, FRUIT), feed="Leaf feed", bloom_feed="Fruit feed")
            p = plan(made, t.sky(), t.TODAY)
            return getattr(product_of(p, p.beds[0]), "name", "")

        self.assertEqual((product("tomato", 40), product("tomato", 80)), ("Leaf feed", "Fruit feed"))
        self.assertEqual(product("leek", 80), "Leaf feed")

    def test_products_that_take_turns_alternate_each_by_its_own_label(self) -> None:
        """Two brews, each every 15 days: a feed every week or so, never two on one day. Practice, no source."""
        brew, weed = (Feed(x, "brew", 100.0, 15, guessed=True, in_turn=True) for x in ("Ferment", "Seaweed"))
        grown = t.bed(plantings=GROWN)

        def turn(b: g.Bed) -> tuple[str, dt.date | None]:
            x = told(b, "weekly", feeds=(brew, weed))
            return getattr(x.dose, "feed", ""), x.due

        self.assertEqual(turn(fed(grown, 8, feed=brew))[0], "Seaweed")
        both = fed(fed(grown, 10, feed=brew), 3, feed=weed)
        self.assertEqual(turn(both), ("Ferment", t.TODAY + 5 * DAY))  # its label, 15 days from ten days ago
        alone = dataclasses.replace(weed, in_turn=False)
        self.assertEqual(getattr(told(fed(grown, 8, feed=brew), "weekly", feeds=(brew, alone)).dose, "feed", ""),
                         "Ferment")  # fmt: skip
        tray = t.bed(plantings=(g.Planting("tomato", 12, t.TODAY - 40 * DAY, start="tray"),))
        self.assertEqual(turn(fed(tray, 3, feed=brew)), ("Seaweed", t.TODAY + 4 * DAY))
        today = fed(fed(grown, 30), 0, feed=SHELL, litres=0.0)
        self.assertEqual(told(today, "weekly", feeds=(FRUIT, SHELL)).due, t.TODAY + DAY)

    def test_a_single_act_has_its_moment_once(self) -> None:
        """A spoon of magnesium salt in a can at first bloom; practice, no source."""
        salt = Feed("Magnesium", "soluble", 3.75, 7, once_at="first_bloom")
        leafy = Feed("Leaves", "soluble", 2.0, 7, 10.0, once_at="growth")

        def acts(crop: str, age: int, *given: int, of: Feed = salt, school="weekly") -> tuple[str | None, str]:
            bed = fed(t.bed(plantings=(t.planting(crop, 4, age=age),)), *given, feed=of)
            x = told(bed, school, feeds=(FRUIT, of))
            return x.why, getattr(x.dose, "feed", "")

        self.assertEqual(acts("tomato", 80), ("moment", "Magnesium"))
        self.assertNotEqual(acts("tomato", 45)[0], "moment")
        self.assertNotEqual(acts("tomato", 80, 2)[0], "moment")
        self.assertNotEqual(acts("carrot", 80)[0], "moment")  # as far on, but it bears no fruit
        self.assertEqual(acts("tomato", 45, of=leafy), ("moment", "Leaves"))
        self.assertEqual(acts("tomato", 80, school="none"), (None, ""))
        self.assertEqual(acts("tomato", 80, school="compost"), ("moment", "Magnesium"))
        # It is no feed of the school: the usual one keeps its own days.
        bed = fed(fed(t.bed(plantings=(t.planting("tomato", 4, age=80),)), 6), 2, feed=salt)
        self.assertEqual(told(bed, "weekly", feeds=(FRUIT, salt)).due, t.TODAY + DAY)

    def test_over_the_leaves_it_is_half_as_strong_little_and_whatever_the_soil_is(self) -> None:
        """Until they drip, about 0.1 L a square metre: practice, no source."""
        spray = dataclasses.replace(LEAF, over_leaves=True)
        bed = fed(t.just_past(), 30, feed=LEAF)
        made = dataclasses.replace(t.garden(bed), feeds=(spray,), feeding="weekly")
        p = plan(made, t.sky(), t.TODAY)
        x = feeding_of(p, 0)
        assert x.dose
        self.assertEqual((x.dose.strength, x.with_soak, x.hold, x.due), (0.5, False, None, t.TODAY - 23 * DAY))
        self.assertAlmostEqual(x.dose.litres, 0.1 * p.beds[0].today.stand.canopy_m2)
        drizzle = t.sky(rain_chance=1.0, rain_mm=5.0, rain_day=0)
        self.assertEqual(told(bed, "weekly", drizzle, feeds=(spray,)).hold, "rain")
        self.assertNotEqual(told(bed, "weekly", drizzle, feeds=(LEAF,)).hold, "rain")
        sodden = t.sky(behind_rain={(t.TODAY - t.OPENED).days - k: 60.0 for k in range(1, 9)})
        clay = fed(t.bed(soils=(g.Soil("clay"),), kind="open", plantings=GROWN), 15, feed=LEAF)
        holds = [told(clay, "weekly", sodden, feeds=(x,)).hold for x in (LEAF, spray)]
        self.assertEqual(holds, ["sodden", None])
        with self.assertRaises(InputError):
            check_feed(dataclasses.replace(GRAINS, over_leaves=True))

    def test_an_own_blend_is_as_strong_as_its_parts(self) -> None:
        """Casts, manure, dust and lime by cups: the mean by weight. Arithmetic; the parts' figures are practice."""
        cups = (FeedPart("seed_cake", 2.0), FeedPart("rock_dust", 1.0))
        blend = Feed("Blend", "dry", 100.0, 30, parts=cups)
        cake, dust = PARTS["seed_cake"], PARTS["rock_dust"]
        n, p, k = strength_of(check_feed(blend))
        weight = 2 * cake.kg_per_l + dust.kg_per_l
        self.assertAlmostEqual(n, 2 * cake.kg_per_l * cake.n_pct / weight)
        self.assertTrue(dust.p_pct < p < cake.p_pct and dust.k_pct < k < cake.k_pct)
        self.assertEqual(strength_of(FRUIT), (4.0, 3.0, 8.0))
        self.assertEqual(strength_of(Feed("Brew", "brew", 100.0, guessed=True)), (0.5, 0.0, 0.0))
        for wrong in ({"n_pct": 4.0}, {"parts": (cups[0], cups[0])}, {"in_turn": True, "once_at": "growth"}):
            with self.assertRaises(InputError):
                check_feed(dataclasses.replace(blend, **wrong))

    def test_what_acts_is_told_with_its_days(self) -> None:
        pot = fed(t.bed(**POT, plantings=GROWN), 20, 10, feed=FRUIT)
        acts = [(x.feed, x.since, x.until) for x in told(pot).acting]
        lasts = FRUIT.lasts_days
        self.assertIn(("Fruit feed", t.TODAY - 20 * DAY, t.TODAY + (lasts - 10) * DAY), acts)
        self.assertEqual([x for x in acts if x[0] is None], [(None, t.OPENED, t.OPENED + MIX_LASTS_DAYS * DAY)])
        self.assertEqual([x.feed for x in told(fed(t.bed(plantings=GROWN), 90, 40), feeds=(FRUIT,)).acting],
                         ["Fruit feed"])  # fmt: skip

    def test_a_label_without_food_is_no_feed(self) -> None:
        for kind in ("liquid", "dry"):
            with self.assertRaises(MissingError):
                check_feed(Feed("Water", kind, 4.0))
        check_feed(Feed("Brew", "brew", 100.0, guessed=True))
        check_feed(Feed("Shell", "lime", 80.0))
