"""Ways of watering one bed side by side: what is saved in water is paid in stress, and the other way round."""

import dataclasses
import datetime as dt
import unittest

import numpy as np

from agronomy.balance import layout as s
from agronomy.balance import terms
from agronomy.decide.compare import mulch_saves, ways
from agronomy.decide.plan import plan
from agronomy.describe import garden as g
from tests.agronomy import gardens as t


class Ways(unittest.TestCase):
    def of(self, bed: g.Bed, sky=None, style: str = "steady"):
        p = plan(t.garden(t.bed("Neighbour", opened=bed.opened), bed, style=style), sky or t.sky(), t.TODAY)
        return {(w.style, w.pattern): w for w in ways(p, 1)}

    def test_more_generous_ways_cost_water_and_spare_stress(self) -> None:
        found = self.of(t.dried(3))
        deep = [found[style, "deep_and_seldom"] for style in ("ample", "steady", "sparing")]
        for name, order in (("soaks", -1), ("litres", -1), ("missed", 1)):
            values = [getattr(w, name) for w in deep]
            self.assertEqual(values, sorted(values)[::order], name)
        self.assertGreater(deep[2].missed, 0.03)  # sparing accepts some stress
        self.assertLess(deep[0].missed, 0.01)

    def test_little_and_often_comes_more_often(self) -> None:
        found = self.of(t.dried(3))
        little = found["steady", "little_and_often"]
        self.assertGreater(little.soaks, 1.15 * found["steady", "deep_and_seldom"].soaks)  # in a bed it carries days
        self.assertLess(little.missed, found["steady", "deep_and_seldom"].missed + 1e-9)

    def test_the_beds_own_way_is_marked_once(self) -> None:
        for style, own in (("ample", None), ("steady", "sparing")):
            found = self.of(t.dried(3, style=own), style=style)
            self.assertEqual([k for k, w in found.items() if w.chosen], [(own or style, "deep_and_seldom")])
        pot = t.dried(
            3, kind="pot", method="can", length_m=0.4, width_m=0.4, round=True, soils=(g.Soil("potting_mix"),)
        )
        self.assertEqual([k[1] for k, w in self.of(pot).items() if w.chosen], ["little_and_often"])

    def test_it_is_what_the_fortnight_itself_would_bring(self) -> None:
        """The chosen way's litres are those of running the whole garden on by its triggers."""
        bed = t.dried(3)
        p = plan(t.garden(t.bed("Neighbour", opened=bed.opened), bed), t.sky(rain_chance=0.4), t.TODAY)
        way = next(w for w in ways(p, 1) if w.chosen)
        run = p.run.ahead(np.full((14, 2), terms.BY_TRIGGER))
        end = np.maximum(run.net[-1, 1], 0.0) * p.run.days[-1, 1, s.SHARE]
        litres = (run.watered[:, 1].sum(axis=0) + end).mean() * 2.88 / 0.90
        self.assertAlmostEqual(way.litres, litres, places=9)
        self.assertAlmostEqual(way.minutes, litres / 15.0 + 0.5 * way.soaks, places=9)  # half a minute to walk on

    def test_rain_saves_water_in_every_way_and_a_reservoir_has_none_to_compare(self) -> None:
        dry, wet = self.of(t.dried(3)), self.of(t.dried(3), t.sky(rain_chance=1.0, rain_mm=30.0))
        for way, cost in dry.items():
            self.assertLess(wet[way].litres, cost.litres, way)
        box = t.dried(3, kind="self_watering_box", method="reservoir", reservoir=g.Reservoir(15))
        self.assertEqual(self.of(box), {})
        self.assertEqual(self.of(t.dried(3, plantings=())), {})


class Mulch(unittest.TestCase):
    """Practice: straw of 2 to 3 cm under an open canopy saves 10 to 30 % of the water; under closed leaves little."""

    def saves(self, b: g.Bed, tmax: float = 26.0):
        return mulch_saves(plan(t.garden(b), t.sky(tmax=tmax), t.TODAY), 0)

    def test_it_saves_much_under_open_leaves_and_little_under_closed_ones(self) -> None:
        closed = self.saves(t.dried(2, plantings=(t.planting("tomato", 8, "shoulder", 0.7),)))
        self.assertGreater(closed.cover, 0.9)
        self.assertLess(closed.litres, 0.4 * closed.open_litres)
        self.assertGreater(closed.open_soaks, closed.soaks)
        young = self.saves(t.dried(2, plantings=(t.planting("lettuce", 12, "ankle", 0.15),)))
        self.assertIsNone(young.open_litres)

    def test_straw_of_a_finger_saves_what_gardeners_say(self) -> None:
        half_open = t.dried(2, plantings=(t.planting("pepper", 8, "knee", 0.4),))
        b = dataclasses.replace(half_open, mulches=(g.Mulch(t.TODAY - dt.timedelta(days=2), "straw", 0.025),))
        found = self.saves(b)
        self.assertTrue(found.lies)
        way = next(w for w in ways(plan(t.garden(b), t.sky(tmax=26.0), t.TODAY), 0) if w.chosen)
        share = found.litres * 14 / 120 / (way.litres + found.litres * 14 / 120)
        self.assertTrue(0.1 <= share <= 0.3, share)

    def test_what_lies_thicker_saves_more_and_where_nothing_grows_nothing_is_said(self) -> None:
        lettuce = (t.planting("lettuce", 12, "ankle", 0.15),)
        since = t.TODAY - dt.timedelta(days=2)
        thin, thick = (
            self.saves(t.dried(2, plantings=lettuce, mulches=(g.Mulch(since, "straw", x),))).litres for x in (0.02, 0.1)
        )
        self.assertGreater(thick, 1.5 * thin)
        self.assertIsNone(self.saves(t.dried(2, plantings=())))


if __name__ == "__main__":
    unittest.main()
