"""A wet spell before, in and after; how long leaves stay wet, and from when disease is to be minded."""

import dataclasses
import datetime as dt
import unittest

import numpy as np

from agronomy.air.leaf_wetness import smith_day, wet_by_rain_h
from agronomy.decide.leaf_risk import LeafRisk, leaf_risks
from agronomy.decide.plan import Plan, plan
from agronomy.decide.wet_spell import WetSpell, wet_spell
from agronomy.describe import garden as g
from tests.agronomy import gardens as t

DAY = dt.timedelta(days=1)
POT = {"kind": "pot", "length_m": 0.25, "width_m": 0.25, "round": True, "soil_depth_m": 0.3,
       "soils": (g.Soil("potting_mix"),)}  # fmt: skip


def rains(behind: dict[int, float], ahead: dict[int, float], *beds: g.Bed, share: float = 1.0, **air: float) -> Plan:
    """Rain [mm] so many days behind today, and ahead in a share of the members."""
    n = (t.TODAY - t.OPENED).days
    sky = t.sky(behind_rain={n - k: mm for k, mm in behind.items()})
    members = sky.ahead.columns["rain"].shape[1]
    for d, mm in ahead.items():
        sky.ahead.columns["rain"][d, : round(share * members)] = mm
    for name, value in air.items():
        sky.ahead.columns[name][:] = value
        sky.behind.columns[name][:] = value
    return plan(t.garden(*beds), sky, t.TODAY)


def spell(p: Plan) -> WetSpell:
    found = wet_spell(p)
    assert found is not None
    return found


def tasks(p: Plan) -> set[tuple[str, str]]:
    return {(x.bed, x.what) for x in spell(p).tasks}


WET = {1: 8.0, 2: 8.0, 3: 8.0}


class Spell(unittest.TestCase):
    def test_it_has_a_beginning_a_state_and_an_end(self) -> None:
        for behind, ahead, state in (
            ({}, {1: 8.0, 2: 8.0, 3: 8.0}, "coming"),
            (WET, {0: 8.0}, "here"),
            (WET, {}, "over"),
            ({1: 25.0}, {}, "over"),  # a downpour alone
        ):
            found = spell(rains(behind, ahead))
            self.assertEqual(found.state, state)
            self.assertAlmostEqual(found.rain_mm, sum(behind.values()) + sum(ahead.values()))
        for behind, ahead in (({}, {}), ({1: 8.0, 2: 8.0}, {}), ({}, {5: 8.0, 6: 8.0, 7: 8.0}), ({8: 8.0, 9: 8.0}, {})):
            self.assertIsNone(wet_spell(rains(behind, ahead)))

    def test_a_long_one_is_told_from_its_first_day(self) -> None:
        found = spell(rains(dict.fromkeys(range(1, 13), 9.0), {0: 9.0}))
        self.assertEqual((found.since, found.rain_mm), (t.TODAY - 12 * DAY, 13 * 9.0))

    def test_it_is_believed_when_half_of_the_members_see_it(self) -> None:
        ahead = {1: 8.0, 2: 8.0, 3: 8.0}
        self.assertIsNone(wet_spell(rains({}, ahead, share=0.3)))
        self.assertIsNotNone(wet_spell(rains({}, ahead, share=0.7)))

    def test_before_it_the_ripe_is_picked_saucers_are_tipped_and_lower_leaves_taken(self) -> None:
        saucer = t.bed("Saucer", **POT, exposures=(g.Exposure(saucer=True),), plantings=(t.planting("pepper", 1),))
        ripe = t.bed("Ripe", plantings=(t.planting("tomato", 6, "overhead", 0.6, age=100),))
        young = t.bed("Young", plantings=(t.planting("tomato", 6, "ankle", 0.2, age=5),))
        roofed = dataclasses.replace(ripe, name="Roofed", exposures=(g.Exposure(cover="tunnel"),))
        found = tasks(rains({}, {1: 8.0, 2: 8.0, 3: 8.0}, saucer, ripe, young, roofed))
        self.assertIn(("Saucer", "saucer_off"), found)
        self.assertIn(("Ripe", "pick"), found)
        self.assertIn(("Ripe", "leaves_off"), found)
        self.assertNotIn(("Young", "pick"), found)
        self.assertNotIn(("Roofed", "pick"), found)

    def test_three_pots_go_under_the_roof_those_first_that_bear_it_least(self) -> None:
        crops = ("mint", "rosemary", "pepper", "lettuce", "aubergine")
        pots = [t.bed(crop, **POT, plantings=(t.planting(crop, 1, "knee", 0.3),)) for crop in crops]
        heavy = t.bed("Barrel", **{**POT, "kind": "half_barrel", "length_m": 0.7, "width_m": 0.7, "soil_depth_m": 0.45},
                      plantings=(t.planting("rosemary", 1, "knee", 0.3),))  # fmt: skip
        found = [x for x in spell(rains({1: 8.0, 2: 8.0}, {0: 8.0}, *pots, heavy)).tasks if x.what == "roof_on"]
        self.assertEqual(len(found), 3)
        feet = {x.bed for x in found}
        self.assertNotIn("mint", feet)
        self.assertTrue({"rosemary", "Barrel"} <= feet)
        self.assertEqual({x.bed: x.by_two for x in found}["Barrel"], True)
        self.assertFalse({x.bed: x.by_two for x in found}["rosemary"])
        inside = [dataclasses.replace(b, exposures=(g.Exposure(cover="roof"),)) for b in pots]
        self.assertFalse([x for x in spell(rains(WET, {0: 8.0}, *inside)).tasks if x.what == "roof_on"])

    def test_mulch_is_drawn_where_water_stands_and_lies_on_where_it_drains(self) -> None:
        mulched = {"mulches": (g.Mulch(t.OPENED, "straw", 0.06),)}
        clay = t.bed("Clay", soils=(g.Soil("clay"),), **mulched)
        sand = t.bed("Sand", soils=(g.Soil("sand"),), **mulched)
        found = tasks(rains({1: 40.0, 2: 30.0, 3: 30.0}, {0: 10.0}, clay, sand))
        self.assertIn(("Clay", "mulch_off"), found)
        self.assertNotIn(("Sand", "mulch_off"), found)

    def test_after_it_what_was_changed_goes_back_and_nothing_else(self) -> None:
        under = (g.Exposure(), g.Exposure(t.TODAY - 4 * DAY, cover="roof"))
        long_ago = (g.Exposure(cover="roof"),)
        pots = (
            t.bed("Carried", **POT, exposures=under, plantings=(t.planting("pepper", 1),)),
            t.bed("Always", **POT, exposures=long_ago, plantings=(t.planting("pepper", 1),)),
        )
        self.assertEqual(tasks(rains({2: 8.0, 3: 8.0, 4: 8.0}, {}, *pots)), {("Carried", "roof_off")})

    def test_saucers_and_mulch_go_back_when_it_has_drained(self) -> None:
        tipped = (g.Exposure(saucer=True), g.Exposure(t.TODAY - 4 * DAY, saucer=False))
        never = (g.Exposure(), g.Exposure(t.TODAY - 4 * DAY, shade_pct=40.0))
        drawn = (g.Mulch(t.OPENED, "straw", 0.06), g.Mulch(t.TODAY - 4 * DAY, "none", 0.0))
        pepper = {"plantings": (t.planting("pepper", 1),)}
        beds = (
            t.bed("Tipped", **POT, exposures=tipped, **pepper),
            t.bed("Never", **POT, exposures=never, **pepper),
            t.bed("Drawn", soils=(g.Soil("sand"),), mulches=drawn),
            t.bed("Bare"),
        )
        found = rains({2: 8.0, 3: 8.0, 4: 8.0}, {}, *beds)
        self.assertEqual(tasks(found), {("Tipped", "saucer_on"), ("Drawn", "mulch_on")})
        sodden = t.bed("Drawn", soils=(g.Soil("clay"),), mulches=drawn)
        self.assertEqual(tasks(rains({2: 60.0, 3: 60.0, 4: 40.0}, {}, sodden)), set())


class Leaves(unittest.TestCase):
    DAMP = {"rhmax": 100.0, "rhmin": 80.0, "tmin": 14.0, "tmax": 20.0}

    def risk(self, p: Plan) -> LeafRisk:
        (found,) = leaf_risks(p)
        return found

    def test_a_smith_day(self) -> None:
        """Smith (1956), from memory: at least 10 degrees at the coldest and 11 hours of 90 % humidity; two together."""
        self.assertTrue(smith_day(10.0, 11.0))
        self.assertFalse(smith_day(9.9, 11.0))
        self.assertFalse(smith_day(10.0, 10.9))

    def test_rain_wets_leaves_till_the_air_has_dried_them(self) -> None:
        self.assertEqual(wet_by_rain_h(0.1, 4.0), 0.0)
        self.assertGreater(wet_by_rain_h(10.0, 4.0), wet_by_rain_h(2.0, 4.0))
        self.assertGreater(wet_by_rain_h(2.0, 1.0), wet_by_rain_h(2.0, 6.0))
        self.assertEqual(wet_by_rain_h(80.0, 1.0), 24.0)

    def test_damp_mild_days_are_blights_and_dry_or_cold_ones_are_not(self) -> None:
        damp = self.risk(rains({}, {}, **self.DAMP))
        self.assertEqual((damp.rule, damp.first), ("smith", t.TODAY))
        self.assertGreater(min(damp.wet_h), 10.0)
        self.assertIsNone(self.risk(rains({}, {})).first)
        self.assertIsNone(self.risk(rains({}, {}, **{**self.DAMP, "tmin": 6.0, "tmax": 12.0})).first)

    def test_one_of_smiths_days_alone_is_no_blight(self) -> None:
        p = rains({}, {}, **self.DAMP)
        one = t.sky()
        for name, value in self.DAMP.items():
            one.ahead.columns[name][2] = value
        self.assertIsNotNone(self.risk(p).first)
        self.assertIsNone(self.risk(plan(t.garden(), one, t.TODAY)).first)

    def test_other_crops_go_by_wet_hours_in_mild_air(self) -> None:
        lettuce = t.bed(plantings=(t.planting("lettuce", 20, "ankle", 0.3),))
        self.assertEqual(self.risk(rains({}, {}, lettuce, **self.DAMP)).rule, "wet")
        self.assertEqual(self.risk(rains({}, {}, lettuce, **self.DAMP)).first, t.TODAY)
        self.assertIsNone(self.risk(rains({}, {}, lettuce)).first)
        cold = self.risk(rains({}, {}, lettuce, **{**self.DAMP, "tmin": 1.0, "tmax": 7.0}))
        self.assertGreater(cold.wet_h[0], 10.0)
        self.assertIsNone(cold.first)

    def test_rain_a_roof_a_close_stand_and_water_from_above_turn_it(self) -> None:
        dry, wet = self.risk(rains({}, {})), self.risk(rains({}, {1: 12.0}))
        self.assertGreater(wet.wet_h[1], dry.wet_h[1] + 4)
        roofed = self.risk(rains({}, {1: 12.0}, t.bed(exposures=(g.Exposure(cover="roof"),))))
        self.assertAlmostEqual(roofed.wet_h[1], dry.wet_h[1])
        close = t.bed(plantings=(t.planting("tomato", 20, "overhead", 0.8),))
        found = self.risk(rains({}, {}, close, **self.DAMP))
        self.assertGreater(max(np.array(found.wet_h) - np.array(found.aired_h)), 1.0)
        thirsty = t.dried(9, method="sprinkler", sprinkler=g.Sprinkler(10.0, 6.0))
        by_hand = self.risk(rains({}, {}, t.dried(9)))
        above = self.risk(rains({}, {}, thirsty))
        self.assertGreater(above.from_above_h, 1.0)
        self.assertAlmostEqual(above.wet_h[0] - above.from_above_h, by_hand.wet_h[0])


if __name__ == "__main__":
    unittest.main()
