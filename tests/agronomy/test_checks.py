"""What a finger would lead to is what the plan says once it was told."""

import dataclasses
import datetime as dt
import unittest
from unittest import mock

from agronomy.balance import forcing, observations
from agronomy.decide import checks, word
from agronomy.decide.plan import Plan, plan, replan
from agronomy.describe import garden as g
from agronomy.describe.weather import Sky
from agronomy.describe.words import WETNESS
from tests.agronomy.gardens import TODAY, bed, dried, garden, planting, sky, watered

TOP = ("dry", "just_damp")


def eager():
    """Nearly every doubt is worth a finger."""
    return mock.patch.multiple(word, CHECK_BAND=0.1, SERIES_DISAGREE=(0.01, 0.99))


class IfFelt(unittest.TestCase):
    sky: Sky
    garden: g.Garden
    plan: Plan
    led: dict[str, tuple[checks.IfFelt, ...]]

    @classmethod
    def setUpClass(cls) -> None:
        """Nobody knows how wet two of three beds began, so that the series disagree; the third was felt."""
        cls.sky = sky(spread=2.0)
        unknown = {"opening_wetness": None, "opened": TODAY.replace(day=6), "soils": (g.Soil("unknown"),)}
        felt = (g.Observation(TODAY.replace(day=10), "dry", "finger"),)
        cls.garden = garden(
            bed("A", **unknown), bed("B", **unknown, observations=felt), bed("C", **unknown, width_m=1.0)
        )
        cls.garden = dataclasses.replace(
            cls.garden, beds=tuple(dataclasses.replace(b, key=b.name) for b in cls.garden.beds)
        )
        with eager(), mock.patch.object(checks, "MOST_ASKED", 1.0):
            cls.plan = plan(cls.garden, cls.sky, TODAY)
        cls.led = {b.bed.name: b.if_felt for b in cls.plan.beds if b.if_felt}

    def test_it_is_told_of_the_beds_that_are_to_be_checked(self) -> None:
        words = {b.bed.name: b.word for b in self.plan.beds}
        self.assertEqual(words["A"], "check")
        self.assertNotEqual(words["B"], "check")
        self.assertEqual(self.led.keys(), {name for name, said in words.items() if said == "check"})
        self.assertEqual([x.reading for x in self.led["A"]], list(WETNESS))

    def test_it_is_what_the_plan_says_once_the_finger_was_told(self) -> None:
        """Regression by the rule itself: the same core, asked in the long way."""
        for name, led in self.led.items():
            i = next(i for i, b in enumerate(self.garden.beds) if b.name == name)
            for x in led:
                with self.subTest(bed=name, felt=x.reading):
                    told = dataclasses.replace(
                        self.garden.beds[i], observations=(g.Observation(TODAY, x.reading, "finger"),)
                    )
                    beds = (*self.garden.beds[:i], told, *self.garden.beds[i + 1 :])
                    said = plan(dataclasses.replace(self.garden, beds=beds), self.sky, TODAY).beds[i]
                    self.assertEqual((x.word, x.cause), (said.word, said.cause))
                    self.assertEqual(x.dose, said.dose if said.word == "soak" else None)

    def test_dry_is_watered_and_wet_is_left_and_the_marks_of_the_finger_decide(self) -> None:
        """Common practice, no source: dry to the knuckle is watered, wet is left."""
        a = {x.reading: x for x in self.led["A"]}
        self.assertEqual((a["dry"].word, a["wet"].word), ("soak", "leave"))
        self.assertGreater(a["dry"].dose.litres, 5.0)
        self.assertIsNone(a["wet"].dose)
        other_way_round = {**observations.FINGER, "dry": 0.0, "wet": 1.4}
        with mock.patch.object(observations, "FINGER", other_way_round):
            (led,) = checks.if_felt(self.plan.run, [0], self.plan.heat, self.plan.days)
            a = {x.reading: x for x in led}
        self.assertEqual((a["dry"].word, a["wet"].word), ("leave", "soak"))

    def test_a_finger_that_cannot_change_what_is_done_is_not_asked_for(self) -> None:
        """Of a bed that asks only long after a finger calls it dry, dry soil and wet are both left."""
        with (
            eager(),
            mock.patch.dict(observations.FINGER, {"dry": 0.2, "just_damp": 0.1, "moist": 0.05}),
        ):
            self.assertEqual({x.word for x in checks.if_felt(self.plan.run, [0], None, 14)[0]}, {"leave"})
            a = plan(self.garden, self.sky, TODAY).beds[0]
        self.assertNotEqual(a.word, "check")
        self.assertEqual(a.if_felt, ())

    def test_it_tells_where_it_decides_on_water(self) -> None:
        def led(*words: str) -> tuple[checks.IfFelt, ...]:
            return tuple(checks.IfFelt(reading, said, "x", None) for reading, said in zip(WETNESS, words, strict=True))

        self.assertTrue(checks.tells(led("soak", "leave", "leave", "leave")))
        self.assertTrue(checks.tells(led("soak", "soak", "wait", "too_wet")))
        self.assertFalse(checks.tells(led("wait", "wait", "leave", "leave")))  # no water, whatever it finds
        self.assertFalse(checks.tells(led("soak", "soak", "soak", "soak")))


class Asking(unittest.TestCase):
    """Of whom a finger is asked, where the series of several beds disagree."""

    DAY = dt.timedelta(days=1)

    def unknown(self, name: str, times: int = 1, **more) -> g.Bed:
        """A bed of whose wetness nothing is known, so many times as long and as planted."""
        begun = {"opening_wetness": None, "opened": TODAY - 5 * self.DAY, "soils": (g.Soil("unknown"),)}
        planted = {"length_m": 2.4 * times, "plantings": (planting("tomato", 6 * times, "shoulder", 0.6),)}
        return dataclasses.replace(bed(name, **begun, **planted, **more), key=name)

    def asked(self, *beds: g.Bed) -> list[str]:
        with eager():
            made = plan(garden(*beds), sky(spread=2.0), TODAY)
        return [b.bed.name for b in made.beds if b.word == "check"]

    def test_one_bed_is_asked_in_a_round_where_most_litres_hang_on_it(self) -> None:
        small, large = self.unknown("Small"), self.unknown("Large", 2)
        self.assertEqual(self.asked(small), ["Small"])
        self.assertEqual(self.asked(small, large), ["Large"])
        self.assertEqual(self.asked(large, small), ["Large"])

    def test_a_finger_on_the_one_passes_the_question_on_and_planning_anew_asks_the_same(self) -> None:
        small, large = self.unknown("Small"), self.unknown("Large", 2)
        felt = dataclasses.replace(large, observations=(g.Observation(TODAY, "moist", "finger"),))
        self.assertEqual(self.asked(small, felt), ["Small"])
        with eager():
            known = plan(garden(small, large), sky(spread=2.0), TODAY)
            again = replan(known, garden(small, felt))
        self.assertEqual([b.word == "check" for b in again.beds], [True, False])

    def test_who_only_pours_is_asked_at_every_fourth_watering(self) -> None:
        asked = []
        for times in range(6):
            poured = tuple(g.Watering(TODAY - 5 * self.DAY, 0.4) for _ in range(times))
            asked.append(self.asked(self.unknown("Bed", waterings=poured)) == ["Bed"])
        self.assertEqual(asked, [True, False, False, False, True, False])

    def test_what_a_finger_is_worth_is_how_far_it_would_draw_the_series_together(self) -> None:
        with eager(), mock.patch.object(checks, "MOST_ASKED", 1.0):
            made = plan(garden(self.unknown("A"), self.unknown("B", 2)), sky(spread=2.0), TODAY)
        a, b = (x.worth_l for x in made.answers)
        self.assertGreater(a, 0.0)
        self.assertAlmostEqual(b / a, 2.0, delta=0.2)  # twice the ground, and less rim to it


class SeenAtAPot(unittest.TestCase):
    """What ran out below, what stands in the saucer, and how the top looks."""

    DAY = dt.timedelta(days=1)

    def pot(self, *seen: g.Observation, poured: float = 2.0, **more):
        b = bed(
            "Pot",
            kind="pot",
            method="can",
            length_m=0.34,
            width_m=0.34,
            round=True,
            soils=(g.Soil("potting_mix"),),
            plantings=(planting("tomato", 1, "waist", 0.45),),
            waterings=(g.Watering(TODAY - self.DAY, poured),),
            observations=seen,
            **{"opening_wetness": "moist", "opened": TODAY - 3 * self.DAY, **more},
        )
        return plan(garden(b), sky(), TODAY).beds[0]

    def test_what_ran_out_below_leaves_it_full_and_all_series_with_it(self) -> None:
        ran = g.Observation(TODAY - self.DAY, None, "ran_out")
        blind, known = self.pot(), self.pot(ran)
        width = [x.net_mm.high - x.net_mm.low for x in (blind, known)]
        self.assertLess(width[1], 0.5 * width[0])
        self.assertLess(known.net_mm.mid, blind.net_mm.mid)

    def test_what_ran_past_dry_peat_tells_nothing(self) -> None:
        ran = g.Observation(TODAY - self.DAY, None, "ran_out")
        parched = {"opening_wetness": "dry", "opened": TODAY - 9 * self.DAY}
        blind, known = self.pot(poured=1.0, **parched), self.pot(ran, poured=1.0, **parched)
        self.assertAlmostEqual(known.net_mm.mid, blind.net_mm.mid)
        with mock.patch.object(forcing, "REPELS_BEYOND", 1.0):
            self.assertLess(self.pot(ran, poured=1.01, **parched).net_mm.mid, 0.5 * blind.net_mm.mid)

    def test_a_saucer_that_holds_water_is_a_full_pot(self) -> None:
        dry = self.pot(poured=0.1)
        full = self.pot(g.Observation(TODAY, None, "saucer"), poured=0.1)
        self.assertGreater(dry.net_mm.mid, dry.trigger_mm)
        self.assertLessEqual(full.net_mm.high, 0.0)
        self.assertEqual(full.word, "leave")

    def test_the_look_of_the_top_is_of_the_top_alone(self) -> None:
        young = planting("lettuce", 6, "ankle", 0.1)
        looks = {x: dried(4, plantings=(young,), observations=(g.Observation(TODAY, x, "top"),)) for x in TOP}
        said = {x: plan(garden(b), sky(), TODAY).beds[0] for x, b in looks.items()}
        self.assertEqual(said["dry"].net_mm, said["just_damp"].net_mm)
        self.assertLess(said["dry"].terms.evap_rooted, 0.8 * said["just_damp"].terms.evap_rooted)


class TooMuch(unittest.TestCase):
    def poured(self, litres: float, soil: str = "loam"):
        b = watered(dried(5, soils=(g.Soil(soil),)), (0, litres))
        return plan(garden(b), sky(), TODAY).beds[0]

    def test_it_is_said_where_the_rest_goes_and_how_long_roots_lack_air(self) -> None:
        for soil, days in (("clay", 2), ("sand", 0)):
            said = self.poured(400.0, soil)
            found = said.too_much
            self.assertEqual(said.word, "done")
            self.assertAlmostEqual(found.poured_l, 400.0, delta=1e-6)
            self.assertAlmostEqual(found.fills_l, said.net_mm.mid * said.rooted_share * said.ground_m2 / 0.9, delta=0.5)
            self.assertTrue(0.5 * (400 - found.fills_l) < found.below_l <= 400 - found.fills_l, soil)
            self.assertEqual(found.short_of_air_days, days, soil)
        clay = self.poured(400.0, "clay").too_much
        self.assertLess(clay.below_l, 0.9 * (400 - clay.fills_l))  # plants drink some of it first

    def test_a_full_soak_and_a_hands_roughness_are_not_too_much(self) -> None:
        fills = self.poured(400.0).too_much.fills_l
        for litres in (0.5 * fills, fills, 1.2 * fills):
            self.assertIsNone(self.poured(litres).too_much)
        self.assertIsNotNone(self.poured(1.8 * fills).too_much)


class Spade(unittest.TestCase):
    DAY = dt.timedelta(days=1)

    def asked(self, *beds: g.Bed) -> int | None:
        return plan(garden(*beds), sky(), TODAY).spade_at

    def test_it_is_asked_for_the_day_after_a_soak_where_nobody_dug_and_the_soil_is_known_least(self) -> None:
        soaked = watered(dried(6), (1, 60.0))
        self.assertEqual(self.asked(soaked), 0)
        self.assertIsNone(self.asked(dried(6)))
        self.assertIsNone(self.asked(watered(dried(6), (2, 60.0))))
        dug = dataclasses.replace(soaked, observations=(g.Observation(TODAY - 9 * self.DAY, None, "dug", 0.2),))
        self.assertIsNone(self.asked(dug))
        unknown = dataclasses.replace(soaked, name="Unknown", soils=(g.Soil("unknown"),))
        self.assertEqual(self.asked(soaked, unknown), 1)
        pot = dataclasses.replace(soaked, kind="pot", length_m=0.4, width_m=0.4)
        self.assertIsNone(self.asked(pot))
