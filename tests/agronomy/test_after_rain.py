"""What of the last rain counts, bed by bed, and which pots are looked at after it."""

import dataclasses
import datetime as dt
import unittest

from agronomy.balance.run import each_day
from agronomy.decide.after_rain import LastRain, last_rain, looks
from agronomy.decide.plan import Plan, plan
from agronomy.describe import garden as g
from tests.agronomy import gardens as t

DAY = dt.timedelta(days=1)
POT = {"kind": "pot", "length_m": 0.35, "width_m": 0.35, "round": True, "soil_depth_m": 0.3,
       "soils": (g.Soil("potting_mix"),), "plantings": (t.planting("pepper", 1, "knee", 0.3),)}  # fmt: skip


def rained(*beds: g.Bed, mm: float = 12.0, ago: int = 1) -> Plan:
    return plan(t.garden(*beds), t.sky(behind_rain={(t.TODAY - t.OPENED).days - ago: mm}), t.TODAY)


def last(p: Plan) -> LastRain:
    found = last_rain(p)
    assert found is not None
    return found


class Counts(unittest.TestCase):
    def test_it_is_the_ledgers_rain_over_the_roots(self) -> None:
        p = rained(t.bed())
        rain = last(p)
        self.assertEqual((rain.date, rain.fell_mm), (t.TODAY - DAY, 12.0))
        terms = list(each_day(p.run.behind(0)))[-1]
        (bed,) = rain.beds
        self.assertAlmostEqual(bed.came_mm, terms.rain_rooted / p.run.rooted_share(0, -1))
        self.assertLessEqual(bed.came_mm, 12.0 + 1e-9)

    def test_what_kept_it_is_named_and_turns_with_it(self) -> None:
        roofed = (g.Exposure(cover="roof"),)
        beds = (
            t.bed("Open"),
            t.bed("Roofed", exposures=roofed),
            t.bed("Film", mulches=(g.Mulch(t.OPENED, "film", 0.0),)),
        )
        found = {x.bed: x for x in last(rained(*beds)).beds}
        self.assertEqual((found["Roofed"].came_mm, found["Roofed"].kept_by), (0.0, "cover"))
        self.assertLess(found["Film"].came_mm, 0.5 * found["Open"].came_mm)
        self.assertNotEqual(found["Film"].kept_by, "none")
        self.assertEqual([x.came_mm for x in last(rained(*beds)).beds], sorted(x.came_mm for x in found.values()))

    def test_where_nearly_all_of_it_came_nothing_is_said_to_have_kept_it(self) -> None:
        (bed,) = last(rained(t.bed(mulches=(g.Mulch(t.OPENED, "straw", 0.02),)), mm=30.0)).beds
        self.assertGreater(bed.came_mm, 0.75 * 30.0)
        self.assertEqual(bed.kept_by, "none")

    def test_a_drizzle_or_rain_of_long_ago_is_not_told(self) -> None:
        self.assertIsNone(last_rain(rained(t.bed(), mm=2.0)))
        self.assertIsNone(last_rain(rained(t.bed(), ago=5)))


class Looks(unittest.TestCase):
    def why(self, p: Plan) -> dict[str, str]:
        return {x.bed: x.why for x in looks(p)}

    def test_baskets_saucers_and_what_stands_dry_are_looked_at(self) -> None:
        beds = (
            t.bed("Basket", **{**POT, "kind": "hanging_basket"}),
            t.bed("Saucer", **POT, exposures=(g.Exposure(saucer=True),)),
            t.bed("Eaves", **POT, exposures=(g.Exposure(cover="eaves"),)),
            t.bed("Roofed", **POT, exposures=(g.Exposure(cover="roof"),)),  # no rain ever comes there
            t.bed("Open", **POT),
            t.bed("Bed"),
        )
        self.assertEqual(self.why(rained(*beds)), {"Basket": "hangs", "Saucer": "stands", "Eaves": "little"})
        self.assertEqual(self.why(rained(*beds, mm=4.0)), {})
        self.assertEqual(self.why(rained(*beds, ago=3)), {})

    def test_once_looked_at_it_is_asked_no_more(self) -> None:
        basket = t.bed("Basket", **{**POT, "kind": "hanging_basket"})
        seen = dataclasses.replace(basket, observations=(g.Observation(t.TODAY, "dry"),))
        before = dataclasses.replace(basket, observations=(g.Observation(t.TODAY - 3 * DAY, "dry"),))
        self.assertEqual(self.why(rained(seen)), {})
        self.assertEqual(self.why(rained(before)), {"Basket": "hangs"})


if __name__ == "__main__":
    unittest.main()
