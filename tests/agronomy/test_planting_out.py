"""Raising and planting out: days ranked, hardening by days, and the water of planting in the plan."""

import dataclasses
import datetime as dt
import unittest

from agronomy.decide import planting_out as po
from agronomy.decide.fortnight import fortnight
from agronomy.decide.plan import plan
from agronomy.describe import garden as g
from agronomy.plants.crops import CROPS
from tests.agronomy import gardens as t


def weather(change=None, days: int = 16):
    """The run's air days of a plain garden; change(columns) edits the outlook (day, member) in place first."""
    sky = t.sky(days=days, tmax=24.0)
    if change:
        change(sky.ahead.columns)
    return plan(t.garden(), sky, t.TODAY).run.weather


def best(air, crop: str = "tomato") -> po.DayOut:
    return po.rank_days(air, CROPS[crop])[0]


def day(n: int) -> dt.date:
    return t.TODAY + dt.timedelta(days=n)


class Days(unittest.TestCase):
    def test_a_cool_overcast_drizzly_calm_day_is_the_best(self) -> None:
        # Common practice, no source: plant out on a cool, overcast day, perhaps with drizzle and little wind.
        def mild(c):
            c["tmax"][4], c["rs"][4], c["rain"][4], c["wind"][4] = 18.0, 8.0, 1.5, 1.0

        ranked = po.rank_days(weather(mild), CROPS["tomato"])
        self.assertEqual(ranked[0].date, day(4))
        self.assertGreater(min(ranked[0].parts[x] for x in ("cool", "overcast", "drizzle", "calm")), 0.9)
        self.assertEqual(len(ranked), po.DAYS)

    def test_each_part_counts_by_itself(self) -> None:
        for name, value in (("tmax", 18.0), ("rs", 8.0), ("rain", 1.5), ("wind", 1.0)):

            def one(c, name=name, value=value):
                c["wind"][:] = 4.0
                c[name][5] = value

            with self.subTest(name):
                self.assertEqual(best(weather(one)).date, day(5))

    def test_heat_after_it_and_downpours_count_against_a_day(self) -> None:
        def hot_later(c):
            c["tmax"][7:12] = 33.0

        scores = {x.date: x.score for x in po.rank_days(weather(hot_later), CROPS["tomato"])}
        self.assertLess(scores[day(6)], scores[day(2)])

        def storm(c):
            c["rain"][5], c["rs"][5] = 30.0, 8.0

        def drizzle(c):
            c["rain"][5], c["rs"][5] = 3.0, 8.0

        wet, fine = ({x.date: x.score for x in po.rank_days(weather(f), CROPS["tomato"])} for f in (storm, drizzle))
        self.assertLess(wet[day(5)], fine[day(5)])

    def test_a_frost_in_the_week_after_bars_tender_plants_and_not_hardy_ones(self) -> None:
        def frost(c):
            c["tmin"][9, :20] = -1.0  # in half of the members

        tender = {x.date: x for x in po.rank_days(weather(frost), CROPS["tomato"])}
        self.assertEqual([n for n in range(14) if tender[day(n)].barred], list(range(3, 10)))
        self.assertAlmostEqual(tender[day(5)].frost_chance, 0.5)
        self.assertFalse(any(x.barred for x in po.rank_days(weather(frost), CROPS["cabbage"])))
        self.assertFalse(best(weather(frost)).barred)

    def test_cold_soil_bars_what_wants_it_warm(self) -> None:
        def cold(c):
            c["tmax"][:], c["tmin"][:] = 14.0, 6.0

        ranked = po.rank_days(weather(cold), CROPS["pepper"])
        last = max(ranked, key=lambda x: x.date)
        self.assertEqual(last.barred, "cold_soil")
        self.assertLess(last.soil_c, CROPS["pepper"].soil_c - 1)
        self.assertFalse(any(x.barred for x in po.rank_days(weather(cold), CROPS["lettuce"])))


class Hardening(unittest.TestCase):
    def test_hours_grow_day_by_day_and_end_with_a_night_out(self) -> None:
        # Common practice, no source: a week to ten days, from an hour or two in shade to day and night outside.
        days = po.harden(weather(), CROPS["tomato"])
        self.assertEqual([x.hours for x in days], sorted(x.hours for x in days))
        self.assertTrue(7 <= len(days) <= 10)
        self.assertEqual((days[0].light, days[-1].light), ("shade", "day_and_night"))
        self.assertFalse(any(x.held for x in days))

    def test_days_before_they_are_hard_are_barred(self) -> None:
        air = weather()
        hard = po.hardened_from(po.harden(air, CROPS["tomato"]))
        ranked = po.rank_days(air, CROPS["tomato"], hardened_from=hard)
        self.assertEqual(hard, day(len(po.HARDENING)))
        self.assertEqual({x.date for x in ranked if x.barred}, {day(n) for n in range(len(po.HARDENING))})
        self.assertGreaterEqual(ranked[0].date, hard)

    def test_bad_days_are_held_and_the_rest_moves_on(self) -> None:
        for name, value, why in (
            ("wind", 9.0, "wind"),
            ("rain", 25.0, "rain"),
            ("tmax", 7.0, "cold"),
            ("tmax", 35.0, "heat"),
        ):

            def bad(c, name=name, value=value):
                c[name][1] = value
                c["tmin"][:] = 4.0

            days = po.harden(weather(bad), CROPS["tomato"])
            with self.subTest(why):
                self.assertEqual((days[1].held, days[1].hours, days[2].hours), (why, 3, 3))

        def frosty(c):
            c["tmin"][6:] = 0.0

        last = po.harden(weather(frosty), CROPS["tomato"])[-1]
        self.assertEqual((last.light, last.held), ("day_and_night", "frost"))
        self.assertEqual(po.harden(weather(frosty), CROPS["cabbage"])[-1].held, "")


class WaterOfPlanting(unittest.TestCase):
    def planned(self, days_ahead: int, start: str = "transplant", **changes) -> g.Bed:
        p = g.Planting("tomato", 6, day(days_ahead), start=start)
        return t.bed(plantings=(p,), opening_wetness="dry", opened=day(-3), **changes)

    def word(self, bed: g.Bed):
        b = plan(t.garden(bed), t.sky(), t.TODAY).beds[0]
        return b.word, b.cause, b.dose

    def test_a_dry_bed_is_wetted_the_day_before_and_not_sooner(self) -> None:
        self.assertEqual(self.word(self.planned(1))[:2], ("soak", "before_planting"))
        self.assertEqual(self.word(self.planned(3))[:2], ("empty", "bare"))
        damp = dataclasses.replace(self.planned(1), opening_wetness="wet", opened=day(-1))
        self.assertEqual(self.word(damp)[:2], ("empty", "bare"))

    def test_what_is_planted_today_is_watered_in_however_wet_the_bed(self) -> None:
        wet = dataclasses.replace(self.planned(0), opening_wetness="wet", opened=day(0))
        word, cause, dose = self.word(wet)
        self.assertEqual((word, cause), ("soak", "planting_in"))
        self.assertGreaterEqual(dose.litres, 6 * 1.0 - 1e-9)  # a litre each: common practice, no source
        sown = dataclasses.replace(wet, plantings=(g.Planting("carrot", 6, day(0), start="sown"),))
        self.assertNotEqual(self.word(sown)[1], "planting_in")
        older = g.Planting("pepper", 4, day(-30))
        self.assertEqual(po.hollows(dataclasses.replace(wet, plantings=(*wet.plantings, older)), day(0)), 6)
        self.assertEqual((po.hollows(sown, day(0)), po.hollows(wet, day(1))), (0, 0))
        done = dataclasses.replace(wet, waterings=(g.Watering(day(0), 8.0),))
        self.assertEqual(self.word(done)[0], "done")

    def test_the_fortnight_holds_the_planting_and_keeps_it_damp_after(self) -> None:
        made = fortnight(plan(t.garden(self.planned(5)), t.sky(), t.TODAY))
        days = made.beds[0].days
        soaks = {d.date: d.soak for d in days if d.soak}
        self.assertNotIn(day(2), soaks)
        self.assertIn(day(4), soaks)
        self.assertEqual(soaks[day(5)].how, "planting")
        self.assertGreaterEqual(soaks[day(5)].litres.mid, 6.0)
        self.assertTrue(any(day(6) <= d <= day(11) for d in soaks))

    def test_a_day_with_no_minutes_left_still_waters_in_what_is_planted(self) -> None:
        garden = dataclasses.replace(t.garden(self.planned(5)), people=(g.Person("Bo", (0.0,) * 7),))
        days = fortnight(plan(garden, t.sky(), t.TODAY)).beds[0].days
        self.assertEqual({d.date for d in days if d.soak}, {day(5)})
