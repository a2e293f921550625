"""A sprinkler: minutes for a depth, what flies off and falls beside, cups under it; one bed by four hands; fabric."""

import unittest

from agronomy.bench.measure import measure
from agronomy.decide.by_which import by_which, usual_line
from agronomy.decide.plan import plan
from agronomy.describe import garden as g
from agronomy.describe.errors import InputError
from agronomy.ground.mulch import evaporation_factor, rain_let_in
from agronomy.methods.choose import method_of
from agronomy.methods.sprinkler import FLIES_OFF, LEAVES_DRY_H, leaf_wet_hours
from tests.agronomy import gardens as t


def overhead(**told: float):
    return t.dried(5, method="sprinkler", sprinkler=g.Sprinkler(**told))


def said(bed: g.Bed):
    return plan(t.garden(bed), t.sky(), t.TODAY).beds[0]


class Minutes(unittest.TestCase):
    def test_minutes_for_a_depth(self) -> None:
        """Arithmetic: 12 mm an hour lay 6 mm down in half an hour, over all that it wets."""
        bed = overhead(mm_per_h=12.0, wets_m2=20.0, even=1.0)
        method = method_of(t.garden(bed), bed, 15.0, 2.88)
        self.assertAlmostEqual(method.pouring_minutes(12.0 * 20.0), 60.0)
        self.assertAlmostEqual(method.arrives, 2.88 / 20.0 * (1 - FLIES_OFF))
        self.assertAlmostEqual(leaf_wet_hours(30.0), 0.5 + LEAVES_DRY_H)

    def test_the_dose_is_in_minutes_and_gives_what_is_missing(self) -> None:
        b = said(overhead(mm_per_h=15.0, wets_m2=10.0, even=0.8))
        dose = b.if_watered()
        self.assertTrue(dose.in_hand.overhead)
        depth = 15.0 * dose.in_hand.run_minutes / 60
        self.assertAlmostEqual(depth * 0.8 * (1 - FLIES_OFF) * b.ground_m2, dose.mm * b.ground_m2, places=6)
        self.assertGreater(said(overhead(mm_per_h=15.0, wets_m2=10.0, even=0.4)).if_watered().litres, dose.litres)

    def test_what_falls_between_young_plants_is_lost_to_them(self) -> None:
        few = overhead(mm_per_h=12.0, wets_m2=6.0)
        young = g.Bed(**{**few.__dict__, "plantings": (t.planting("tomato", 4, "ankle", 0.12, 10),)})
        self.assertLess(said(young).today.arrives, 0.5 * said(few).today.arrives)

    def test_a_hand_over_a_sprinkled_bed_brings_all_of_its_water(self) -> None:
        bed = overhead(mm_per_h=15.0, wets_m2=10.0)
        poured = {
            way: said(g.Bed(**{**bed.__dict__, "waterings": (g.Watering(t.TODAY, 10.0, way=way),)})).day.morning
            for way in (None, "hose")
        }
        self.assertGreater(poured["hose"], 3 * poured[None])

    def test_cups(self) -> None:
        """Depth over time; Merriam and Keller (1978) for the low quarter: 6 of a mean of 10."""
        found = measure("sprinkler", {"minutes": 30, "caught_mm": [6, 10, 11, 13]})
        self.assertAlmostEqual(found["mm_per_h"], 20.0)
        self.assertAlmostEqual(found["even"], 0.6)
        with self.assertRaises(InputError):
            measure("sprinkler", {"minutes": 30, "caught_mm": [0, 0, 0, 0]})


class FourHands(unittest.TestCase):
    def test_one_bed_by_hose_can_line_and_sprinkler(self) -> None:
        ways = {w.way: w for w in by_which(said(t.dried(5)))}
        self.assertEqual(list(ways), ["hose", "can", "drip", "sprinkler"])
        self.assertTrue(ways["hose"].chosen and ways["hose"].there)
        self.assertFalse(ways["sprinkler"].there)
        self.assertGreater(ways["sprinkler"].litres, 1.5 * ways["hose"].litres)
        self.assertGreater(ways["sprinkler"].beside_l, 0.0)
        self.assertGreater(ways["sprinkler"].leaf_wet_h, LEAVES_DRY_H)
        self.assertLess(ways["drip"].minutes, ways["hose"].minutes)
        self.assertIsNotNone(ways["drip"].depth_m)
        self.assertEqual([ways[w].leaf_wet_h for w in ("hose", "can", "drip")], [0.0, 0.0, 0.0])
        told = said(t.dried(5)).if_watered()
        self.assertAlmostEqual(ways["hose"].litres, told.litres, delta=1e-6)

    def test_none_of_a_pot(self) -> None:
        pot = t.bed(kind="pot", length_m=0.4, width_m=0.4, plantings=(t.planting("tomato", 1, "waist", 0.4),))
        self.assertEqual(by_which(said(pot)), ())
        self.assertEqual(usual_line(3.0, 0.2).rows, 1)
        self.assertEqual(usual_line(3.0, 1.2).emitters, 30)


class Fabric(unittest.TestCase):
    def test_fabric_lets_some_rain_through_and_breathes(self) -> None:
        """Common practice, no source: more than film, less than open ground."""
        film, fabric = (g.Mulch(t.OPENED, kind, 0.0, 1.0) for kind in ("film", "fabric"))
        self.assertTrue(rain_let_in(film) < rain_let_in(fabric) < rain_let_in(None) == 1.0)
        self.assertTrue(evaporation_factor(film) < evaporation_factor(fabric) < 1.0)


if __name__ == "__main__":
    unittest.main()
