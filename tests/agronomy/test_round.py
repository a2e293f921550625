"""Today's round as the days ahead leave it, and the way it is walked."""

import dataclasses
import datetime as dt
import unittest

import numpy as np

from agronomy.balance.terms import NEVER
from agronomy.decide.bands import bands
from agronomy.decide.dose import passes_of
from agronomy.decide.fortnight import fortnight
from agronomy.decide.plan import plan
from agronomy.decide.round import Stop, round_of
from agronomy.decide.walk import walk_of
from agronomy.describe import garden as g
from agronomy.describe.errors import InputError
from agronomy.fit import fits
from agronomy.formats.described import read, write
from tests.agronomy import gardens as t

DAY = dt.timedelta(days=1)


def stops_of(*beds: g.Bed, sky=None, left=(), **garden: object) -> tuple[Stop, ...]:
    p = plan(dataclasses.replace(t.garden(*beds), **garden), sky or t.sky(), t.TODAY)
    return round_of(p, fortnight(p, left=left))


def people(today: int, other: int = 60) -> tuple[g.Person, ...]:
    """One person with so many minutes today."""
    minutes = [other] * 7
    minutes[t.TODAY.weekday()] = today
    return (g.Person("Bo", tuple(minutes)),)


class AsTheDaysLeaveIt(unittest.TestCase):
    def test_a_soak_moved_here_is_on_the_round_and_one_moved_away_is_not(self) -> None:
        fresh = t.dried(2, "Fresh")
        due = next(x.date for x in fortnight(plan(t.garden(fresh), t.sky(), t.TODAY)).beds[0].days if x.soak)
        (here,) = stops_of(fresh, moves=(g.Move("Fresh", due, t.TODAY),))
        self.assertEqual((here.bed.word, here.word, here.cause), ("leave", "soak", "moved"))
        self.assertAlmostEqual(here.dose.litres, here.bed.if_watered().litres)
        self.assertLess(here.tonight.mid, here.left_alone.mid - 1.0)
        (away,) = stops_of(t.dried(6), moves=(g.Move("Bench", t.TODAY, t.TODAY + 2 * DAY),))
        self.assertEqual((away.bed.word, away.word, away.cause, away.dose), ("soak", "leave", "moved_away", None))
        self.assertEqual(away.next_soak[1], t.TODAY + 2 * DAY)
        self.assertEqual(away.tonight, away.left_alone)

    def test_what_tomorrow_has_no_room_for_is_on_todays_round(self) -> None:
        beds = [t.dried(3, f"B{i}") for i in range(4)]
        alone = stops_of(*beds)
        self.assertEqual({x.word for x in alone}, {"leave"})
        due = min(x.next_soak[1] for x in alone)
        none = [60] * 7
        none[due.weekday()] = 4  # on the day on which they are due, one of the four finds room
        before = [dataclasses.replace(b) for b in beds]
        p = plan(dataclasses.replace(t.garden(*before), people=(g.Person("Bo", tuple(none)),)), t.sky(), due - DAY)
        stops = round_of(p, fortnight(p))
        early = [x for x in stops if x.cause == "early"]
        self.assertTrue(early)
        self.assertTrue(all(x.word == "soak" and x.dose.litres > 0 for x in early))
        ample = plan(t.garden(*before), t.sky(), due - DAY)
        self.assertFalse([x for x in round_of(ample, fortnight(ample)) if x.cause == "early"])

    def test_a_bed_that_passes_its_mark_in_the_day_is_left_till_evening_and_no_longer(self) -> None:
        """The promise of "leave it" holds all day: whoever crosses the mark by evening is told so."""
        causes = {}
        for days in range(1, 7):
            (x,) = stops_of(t.dried(days))
            causes[days] = x.cause
            if x.word == "leave":
                self.assertEqual(x.cause == "evening", x.left_alone.mid >= x.bed.trigger_mm, days)
        self.assertIn("evening", causes.values())
        self.assertEqual(causes[1], "not_yet")
        last = max(d for d, cause in causes.items() if cause == "evening")
        (x,) = stops_of(t.dried(last))
        self.assertEqual(x.next_soak[1], t.TODAY + DAY)
        sky = t.sky()
        for name, value in (("tmin", 4.0), ("tmax", 8.0), ("rs", 3.0)):
            sky.ahead.columns[name][0] = value
        (cool,) = stops_of(t.dried(last), sky=sky)
        self.assertEqual(cool.cause, "not_yet")

    def test_a_bed_without_room_gives_and_one_that_is_left_today_is_not_watered_in_any_view(self) -> None:
        beds = [t.dried(6, f"B{i}") for i in range(4)]
        all_of_them = float(sum(x.dose.minutes if x.dose else 0.0 for x in stops_of(*beds)))
        stops = stops_of(*beds, people=people(round(all_of_them / 2)))
        self.assertEqual({x.gives for x in stops}, {True, False})
        left = stops_of(t.dried(6), left=["Bench"])[0]
        self.assertEqual(left.tonight, left.left_alone)
        days = fortnight(left_plan := plan(t.garden(t.dried(6)), t.sky(), t.TODAY), left=["Bench"]).beds[0].days
        self.assertEqual((days[0].soak, days[0].gave), (None, "left"))
        self.assertIsNotNone(days[1].soak)
        self.assertIsNotNone(fortnight(left_plan).beds[0].days[0].soak)

    def test_beds_with_room_for_all_are_worked_by_themselves_and_come_out_the_same(self) -> None:
        beds = [t.dried(d, f"B{d}") for d in (2, 4, 6)]
        roomy = dataclasses.replace(t.garden(*beds), people=people(500, 500))
        free = plan(t.garden(*beds), t.sky(rain_chance=0.3), t.TODAY)
        within = plan(roomy, t.sky(rain_chance=0.3), t.TODAY)
        for a, b in zip(fortnight(free).beds, fortnight(within).beds, strict=True):
            self.assertEqual(a.days, b.days)


class BeingWrong(unittest.TestCase):
    def test_a_bed_that_waits_says_what_would_be_missing_if_the_rain_stays_away(self) -> None:
        """The nine in ten of the days left unwatered; a bed that does not wait has none."""
        sure = plan(t.garden(t.just_past()), t.sky(rain_chance=1.0, rain_mm=30.0), t.TODAY)
        self.assertEqual(sure.beds[0].word, "wait")
        unwatered = sure.run.ahead(np.full((6, 1), NEVER)).net[sure.beds[0].choice.wait_days - 1]
        self.assertAlmostEqual(sure.beds[0].if_wrong_mm or 0.0, bands(unwatered)[0].high)
        self.assertIsNone(stops_of(t.dried(1))[0].bed.if_wrong_mm)


class TheDosesSteps(unittest.TestCase):
    def test_the_steps_sum_to_the_soak_and_the_soak_to_the_litres(self) -> None:
        young = g.Planting("tomato", 4, t.TODAY - 2 * DAY, start="transplant")
        drip = {"method": "drip", "drip": g.Drip(6, 2.0)}
        cases = {
            "whole": (t.dried(6), t.sky(), {"missing"}),
            "part": (t.just_past(), t.sky(rain_chance=0.5, rain_mm=30.0), {"missing", "left_to_rain"}),
            "line": (t.dried(9, **drip), t.sky(), {"missing"}),
            "rest": (t.watered(t.dried(8), (0, 5.0)), t.sky(), {"missing", "poured"}),
            "ball": (t.dried(1, plantings=(young,)), t.sky(), {"ball"}),
        }
        for name, (bed, sky, has) in cases.items():
            with self.subTest(name):
                (x,) = stops_of(bed, sky=sky)
                d = x.dose
                self.assertLessEqual(has, {p.what for p in d.parts})
                self.assertAlmostEqual(float(np.sum([p.mm for p in d.parts])), d.soaks, places=9)
                self.assertAlmostEqual(d.parts[0].mm, x.bed.net_mm.mid, places=9)
                self.assertAlmostEqual(d.parts[0].mm, x.bed.story.depletion_mm / x.bed.watered_share, places=9)
                litres = d.soaks * x.bed.ground_m2 * x.bed.watered_share / d.arrives
                self.assertAlmostEqual(litres, d.litres, places=9)

    def test_cans_are_told_to_the_eighth_and_what_is_told_is_what_is_noted(self) -> None:
        (x,) = stops_of(t.dried(6, method="can"))
        self.assertEqual(x.dose.litres, x.dose.in_hand.cans * 10.0)
        exact = x.dose.soaks * x.bed.ground_m2 * x.bed.rooted_share / x.dose.arrives
        self.assertLessEqual(abs(exact - x.dose.litres), 10.0 / 16 + 1e-9)


class TheWalk(unittest.TestCase):
    def clay(self, name: str) -> g.Bed:
        return t.dried(9, name, soils=(g.Soil("clay"),))

    def test_those_that_take_it_in_goes_are_served_again_after_the_others(self) -> None:
        stops = stops_of(self.clay("Clay"), t.dried(6, "Loam"))
        self.assertEqual([x.word for x in stops], ["soak", "soak"])
        clay, loam = stops
        self.assertGreater(clay.dose.passes, 1)
        walk = walk_of(stops)
        self.assertEqual([x.bed for x in walk.goes][:2], ["Clay", "Loam"])
        self.assertEqual([x.turn for x in walk.goes if x.bed == "Clay"], list(range(1, clay.dose.passes + 1)))
        self.assertAlmostEqual(sum(x.litres for x in walk.goes), clay.dose.litres + loam.dose.litres)
        self.assertAlmostEqual(walk.minutes, clay.dose.minutes + loam.dose.minutes)
        self.assertAlmostEqual(walk.hands_min, walk.minutes + sum(x.waits_min for x in walk.goes))
        # No go begins before the one before has sunk in; what is done meanwhile is not waited for.
        first, second = [x for x in walk.goes if x.bed == "Clay"][:2]
        hand = clay.bed.today.method.person_minutes(first.litres, 1)
        self.assertGreaterEqual(second.from_min, first.from_min + hand + clay.dose.pause_minutes - 1e-9)
        alone = walk_of(stops[:1])
        self.assertLess(walk.span_min, alone.span_min + loam.dose.minutes)

    def test_a_line_runs_on_by_itself_and_what_gives_or_waits_is_not_walked_to(self) -> None:
        line = t.dried(9, "Row", method="drip", drip=g.Drip(6, 2.0))
        stops = stops_of(line)
        walk = walk_of(stops)
        self.assertAlmostEqual(walk.minutes, 0.5)
        self.assertAlmostEqual(walk.hands_min, 0.5)
        self.assertAlmostEqual(walk.span_min, 0.5 + stops[0].dose.in_hand.run_minutes)
        gives = tuple(dataclasses.replace(x, gives=True) for x in stops)
        self.assertEqual(walk_of(gives).goes, ())
        # a second run begins when the first has run and sunk in
        dose = stops[0].dose
        assert dose is not None
        runs = dataclasses.replace(stops[0], dose=dataclasses.replace(dose, passes=2, pause_minutes=20.0))
        first, second = walk_of((runs,)).goes
        run = (dose.in_hand.run_minutes or 0.0) / 2
        self.assertAlmostEqual(second.from_min - first.from_min, 0.5 + run + 20.0)
        self.assertEqual(walk_of(stops_of(t.dried(1))).goes, ())

    def test_goes_come_of_depth_and_of_how_fast_the_soil_takes_it(self) -> None:
        clay, loam = (x.bed for x in stops_of(self.clay("Clay"), t.dried(6, "Loam")))
        self.assertEqual(passes_of(loam.today, 1.0, 5.0), (1, 0.0))
        deep = [passes_of(clay.today, 1.0, litres)[0] for litres in (5.0, 60.0, 120.0)]
        self.assertEqual(deep, sorted(deep))
        self.assertGreater(deep[-1], deep[0])


class SeveralAlike(unittest.TestCase):
    """A dozen pots that are alike are one isle: twelve times one of them, to the last figure."""

    def pots(self, alike: int, each: int = 1, **more: object) -> g.Bed:
        plants = (t.planting("pepper", alike * each, "waist", 0.4),)
        pot = {"kind": "pot", "length_m": 0.3, "width_m": 0.3, "round": True, "method": "can", "wall": "dark"}
        soils = (g.Soil("potting_mix"),)
        return t.dried(3, f"P{alike}", soils=soils, plantings=plants, alike=alike, **{**pot, **more})

    def test_six_take_six_times_what_one_takes(self) -> None:
        for wall in ("dark", "fabric"):
            one, six = stops_of(self.pots(1, wall=wall), self.pots(6, wall=wall), sky=t.sky(tmax=32.0))
            self.assertEqual((one.word, one.bed.rooted_share), (six.word, six.bed.rooted_share))
            self.assertAlmostEqual(six.bed.net_mm.mid, one.bed.net_mm.mid, places=9)
            self.assertAlmostEqual(six.bed.raw_mm, one.bed.raw_mm, places=9)
            self.assertAlmostEqual(six.bed.use.litres, 6 * one.bed.use.litres, places=9)
            self.assertAlmostEqual(six.bed.ground_m2, 6 * one.bed.ground_m2)
            self.assertAlmostEqual(six.left_alone.mid, one.left_alone.mid, places=9)

    def test_where_leaves_crowd_and_lean_out_each_pot_has_its_own_rim(self) -> None:
        one, six = stops_of(self.pots(1, each=3), self.pots(6, each=3), sky=t.sky(tmax=32.0))
        self.assertLess(one.bed.today.stand.canopy_m2, 3 * 3.1416 / 4 * 0.4**2 - 0.02)  # what overlaps counts once
        self.assertAlmostEqual(six.bed.today.stand.canopy_m2, 6 * one.bed.today.stand.canopy_m2, places=9)
        self.assertAlmostEqual(six.bed.use.litres, 6 * one.bed.use.litres, places=9)

    def test_only_containers_are_told_so_and_what_was_poured_is_for_all(self) -> None:
        with self.assertRaises(InputError):
            read(g.Bed, {**write(t.dried(3)), "alike": 3})
        wet = t.watered(self.pots(6), (1, 6.0))
        each = t.watered(self.pots(1), (1, 1.0))
        (a,), (b,) = stops_of(wet), stops_of(each)
        self.assertAlmostEqual(a.bed.net_mm.mid, b.bed.net_mm.mid, places=9)

    def test_a_pot_of_several_weighs_and_fits_as_one_does(self) -> None:
        p = plan(t.garden(self.pots(1), self.pots(6)), t.sky(), t.TODAY)
        one, six = (fits.weight(b.today).figures for b in p.beds)
        for name in one:
            self.assertAlmostEqual(six[name], one[name], places=9, msg=name)
        mixes = [fits.mix_volume(b.today, b.bed.plantings[0]).figures for b in p.beds]
        for name in mixes[0]:
            times = 6 if name in ("drinks_l", "holds_l", "count") else 1  # of all together
            self.assertAlmostEqual(mixes[1][name], times * mixes[0][name], places=9, msg=name)


if __name__ == "__main__":
    unittest.main()
