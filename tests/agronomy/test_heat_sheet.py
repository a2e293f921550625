"""The heat wave day by day: who is soaked before, who drinks twice, what comes first, what gives; what would spare."""

import dataclasses
import datetime as dt
import unittest
from unittest import mock

import numpy as np

from agronomy.air.heat import heat_wave_days, hotter_than_usual, own_rule
from agronomy.decide import heat_sheet as heat_sheet_rules
from agronomy.decide.fortnight import fortnight
from agronomy.decide.heat import rule_of
from agronomy.decide.heat_sheet import HeatSheet, heat_sheet
from agronomy.decide.plan import Plan, plan
from agronomy.describe import garden as g
from agronomy.plants.fruit_set import pauses
from agronomy.sky.climates import years_of, years_of_file
from tests.agronomy import gardens as t

DAY = dt.timedelta(days=1)
HOT = t.sky(tmax_ahead=36.0)


def hot(*beds: g.Bed, sky=HOT, **changes) -> Plan:
    return plan(dataclasses.replace(t.garden(*beds), **changes), sky, t.TODAY)


def sheet(p: Plan) -> HeatSheet:
    found = heat_sheet(p, fortnight(p))
    assert found is not None
    return found


def pot(name: str = "Pot", **changes) -> g.Bed:
    fields = {"kind": "pot", "length_m": 0.35, "width_m": 0.35, "round": True, "soil_depth_m": 0.3,
              "soils": (g.Soil("potting_mix"),), "plantings": (t.planting("pepper", 1, "waist", 0.5),)}  # fmt: skip
    return t.bed(name, **{**fields, **changes})


class Sheet(unittest.TestCase):
    def test_there_is_none_without_heat(self) -> None:
        p = hot(sky=t.sky())
        self.assertIsNone(heat_sheet(p, fortnight(p)))

    def test_it_tells_each_day_what_the_days_ahead_pour(self) -> None:
        p = hot(t.dried(2), pot())
        ahead, found = fortnight(p), sheet(p)
        self.assertEqual([x.date for x in found.days], list(p.heat.dates))
        for day in found.days:
            d = (day.date - t.TODAY).days
            soaks = {x.bed: soak for x in ahead.beds if (soak := x.days[d].soak)}
            told = {x.bed: x.litres for x in (*day.beds, *day.pots)}
            self.assertEqual(told, {bed: soak.litres.mid for bed, soak in soaks.items()})
            self.assertAlmostEqual(day.minutes, float(sum(x.minutes for x in soaks.values())))
        self.assertEqual({x.bed for day in found.days for x in day.pots}, {"Pot"})
        self.assertIsNone(found.evening_before)  # the heat is here today
        self.assertAlmostEqual(found.litres, sum(x.litres for day in found.days for x in (*day.beds, *day.pots)))

    def test_a_small_pot_drinks_twice_and_seedlings_come_first(self) -> None:
        sown = g.Planting("carrot", 100, t.TODAY - 4 * DAY, start="sown", sown_m2=1.0)
        small = pot("Small", soil_depth_m=0.15, length_m=0.2, width_m=0.2,
                    plantings=(t.planting("tomato", 1, "shoulder", 0.6),))  # fmt: skip
        found = sheet(hot(t.bed("Drills", plantings=(sown,)), small))
        for day in found.days:
            self.assertEqual("Drills" in day.first, "Drills" in [x.bed for x in day.beds])
        self.assertTrue(any(day.first for day in found.days))
        twice = [x for day in found.days for x in day.pots if x.again > 0]
        self.assertTrue(twice)
        self.assertTrue(all(x.again < x.litres for x in twice))

    def test_seedlings_come_first_only_where_they_are_watered(self) -> None:
        sown = g.Planting("carrot", 100, t.TODAY - 4 * DAY, start="sown", sown_m2=1.0)
        found = heat_sheet(p := hot(t.bed("Drills", plantings=(sown,))), fortnight(p, left=("Drills",)))
        assert found is not None
        self.assertEqual((found.days[0].beds, found.days[0].first), ((), ()))
        self.assertIn("Drills", [x for day in found.days[1:] for x in day.first])

    def test_a_pot_about_to_be_lost_comes_first(self) -> None:
        p = hot(pot(opened=t.TODAY - DAY, opening_wetness="dry"))
        lost = dataclasses.replace(p, beds=tuple(dataclasses.replace(b, collapsing=True) for b in p.beds))
        self.assertEqual(sheet(lost).days[0].first, ("Pot",))
        self.assertEqual(sheet(lost).days[1].first, ())
        safe = dataclasses.replace(p, beds=tuple(dataclasses.replace(b, collapsing=False) for b in p.beds))
        self.assertEqual(sheet(safe).days[0].first, ())

    def test_what_spares_next_to_nothing_is_not_told(self) -> None:
        with mock.patch.object(heat_sheet_rules, "LEAST_LITRES", 1e6):
            by_risk = sheet(hot(t.dried(2), pot())).spared
            self.assertTrue(all(x.risk - x.risk_then >= heat_sheet_rules.LEAST_RISK for x in by_risk))
            with mock.patch.object(heat_sheet_rules, "LEAST_RISK", 2.0):
                self.assertEqual(sheet(hot(t.dried(2), pot())).spared, ())

    def test_what_the_household_has_no_minutes_for_gives(self) -> None:
        beds = [t.dried(2, f"Bed {i}") for i in range(4)]
        busy = (g.Person("Bo", (4.0,) * 7),)
        found = sheet(hot(*beds, people=busy))
        self.assertEqual({x.limit_minutes for x in found.days}, {4.0})
        self.assertTrue(any(x.gives for x in found.days))
        self.assertFalse(any(x.gives for x in sheet(hot(*beds)).days))

    def test_ground_is_cooler_under_mulch_and_flowers_rest(self) -> None:
        day = sheet(hot()).days[0]
        self.assertGreater(day.bare_c, day.mulched_c + 3)
        self.assertEqual(day.no_fruit, ("tomato",))
        self.assertEqual(sheet(hot(pot(plantings=(t.planting("lettuce", 3, "ankle", 0.2),)))).days[0].no_fruit, ())

    def test_a_reservoir_that_runs_down_is_told(self) -> None:
        box = t.bed("Box", kind="self_watering_box", length_m=0.8, width_m=0.4, soil_depth_m=0.3, method="reservoir",
                    soils=(g.Soil("potting_mix"),), reservoir=g.Reservoir(8.0, 20.0, 4.0),
                    plantings=(t.planting("tomato", 2, "shoulder", 0.6),))  # fmt: skip
        large = dataclasses.replace(box, reservoir=g.Reservoir(200.0, 20.0, 200.0))
        self.assertTrue(any("Box" in day.runs_dry for day in sheet(hot(box)).days))
        self.assertFalse(any("Box" in day.runs_dry for day in sheet(hot(large)).days))

    def test_mulch_and_shade_spare_water_and_what_is_there_already_is_not_told(self) -> None:
        spared = {x.what: x for x in sheet(hot(t.dried(2))).spared}
        self.assertEqual(set(spared), {"mulch_on", "shade_on"})
        for x in spared.values():
            self.assertGreater(x.litres, 1.0)
            self.assertLessEqual(x.risk_then, x.risk + 1e-9)
        self.assertEqual(spared["mulch_on"].buy, "straw")
        mulched = t.dried(2, mulches=(g.Mulch(t.OPENED, "straw", 0.06),))
        self.assertNotIn("mulch_on", {x.what for x in sheet(hot(mulched)).spared})
        order = [(x.risk - x.risk_then) / x.effort for x in sheet(hot(t.dried(2), pot())).spared]
        self.assertEqual(order, sorted(order, reverse=True))

    def test_heat_to_come_is_got_ready_for_the_evening_before(self) -> None:
        later = t.sky(heat_from=3)
        found = sheet(hot(t.dried(2), sky=later))
        self.assertEqual(found.evening_before, found.days[0].date - DAY)
        self.assertGreater(found.days[0].date, t.TODAY)

    def test_a_pot_may_be_carried_into_the_shade(self) -> None:
        self.assertIn("into_shade", {x.what for x in sheet(hot(pot())).spared})


class FruitSet(unittest.TestCase):
    """Extension leaflets, from memory: tomatoes set little over 32 to 35 degrees by day or 21 to 24 by night, peppers
    over 32, beans over 32."""

    def test_by_day_or_by_night(self) -> None:
        self.assertTrue(pauses("tomato", 15.0, 35.0))
        self.assertTrue(pauses("tomato", 24.0, 29.0))
        self.assertFalse(pauses("tomato", 16.0, 29.0))
        self.assertTrue(pauses("pepper", 18.0, 33.0))
        self.assertTrue(pauses("french_bean", 18.0, 33.0))
        self.assertFalse(pauses("lettuce", 25.0, 40.0))


class Rules(unittest.TestCase):
    def test_a_gardens_own_rule(self) -> None:
        p = hot(heat_rule="own", heat_own_c=35.0, heat_own_days=2)
        self.assertEqual((rule_of(p.run).days, rule_of(p.run).hot), (2, 35.0))
        self.assertIsNotNone(p.heat)
        self.assertIsNone(hot(heat_rule="own", heat_own_c=37.0).heat)
        days = np.array([36.0, 36.0, 20.0, 36.0])
        self.assertEqual(heat_wave_days(days, own_rule(35.0, 2)).tolist(), [True, True, False, False])

    def test_unusual_is_by_the_years_of_the_climate_where_they_are_known(self) -> None:
        """T90 within 15 days of a date, WMO's climate indices, from memory."""
        dates = [dt.date(2000 + y, 7, d) for y in range(10) for d in range(1, 29)]
        years = years_of_file((x, {"tmax": 20.0 + x.year - 2000, "tmin": 10.0}) for x in dates)
        ten = years.hotter_than(dt.date(2025, 7, 11), 0.9)
        assert ten is not None
        within = [20.0 + y for y in range(10) for _ in range(15)]
        self.assertAlmostEqual(ten, float(np.quantile(within, 0.9)))
        self.assertIsNone(years.hotter_than(dt.date(2025, 1, 11), 0.9))
        rule = hotter_than_usual(ten)
        self.assertEqual((rule.days, rule.hot), (3, ten))

    def test_an_always_hot_place_is_not_always_in_a_wave(self) -> None:
        years = years_of("hot_dry", False, 30.0)
        usual = years.hotter_than(t.TODAY, 0.9)
        assert usual is not None
        warm = dataclasses.replace(t.sky(tmax_ahead=usual - 1.0, heat_from=0), usual_hot=usual)
        self.assertIsNone(hot(sky=warm, heat_rule="unusual").heat)
        self.assertIsNotNone(hot(sky=warm).heat)  # by degrees it would be one
        hotter = dataclasses.replace(t.sky(tmax_ahead=usual + 1.5, heat_from=0), usual_hot=usual)
        self.assertIsNotNone(hot(sky=hotter, heat_rule="unusual").heat)


if __name__ == "__main__":
    unittest.main()
