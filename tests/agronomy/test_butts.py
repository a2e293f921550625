"""Butts that a roof fills: what stands in each, and how long it lasts."""

import dataclasses
import datetime as dt
import unittest

from agronomy.decide.butts import Butt, butts, caught_l
from agronomy.decide.fortnight import fortnight
from agronomy.decide.plan import plan
from agronomy.describe import garden as g
from agronomy.describe.errors import InputError
from agronomy.formats.described import read
from tests.agronomy import gardens as t

DAY = dt.timedelta(days=1)
YESTERDAY = (t.TODAY - t.OPENED).days - 1  # as a place among the days behind


def one(bed: g.Bed | None = None, sky=None, **rig) -> Butt:
    """A butt of 200 L that stood half full this morning, and the one bed that it waters."""
    usual = {"holds_l": 200.0, "roof_m2": 12.0, "seen_l": 100.0, "seen_on": t.TODAY, "water": "rain"}
    butt = g.Rig("Butt", 10.0, **{**usual, **rig})
    watered = dataclasses.replace(bed or t.dried(4), rig="Butt")
    garden = dataclasses.replace(t.garden(watered), rigs=(g.Rig("Hose"), butt))
    made = plan(garden, sky or t.sky(), t.TODAY)
    (found,) = butts(made, fortnight(made))
    return found


class Level(unittest.TestCase):
    def test_a_litre_on_each_square_metre_less_what_wets_the_roof(self) -> None:
        """1 mm is 1 L/m2 by definition; the yield of 0.85 is common practice for a tiled roof."""
        self.assertAlmostEqual(float(caught_l(10.0, 12.0)), (10.0 - 0.5) * 12.0 * 0.85)
        self.assertEqual(float(caught_l(0.4, 12.0)), 0.0)

    def test_what_was_seen_and_poured_and_fell_since_counts(self) -> None:
        self.assertAlmostEqual(one().level_l, 100.0)
        poured = dataclasses.replace(t.dried(4), waterings=(g.Watering(t.TODAY, 30.0),))
        self.assertAlmostEqual(one(poured).level_l, 70.0)
        dry_since = one(seen_on=t.TODAY - 3 * DAY)
        self.assertAlmostEqual(dry_since.level_l, 100.0)
        rained = one(sky=t.sky(behind_rain={YESTERDAY: 10.0}), seen_on=t.TODAY - 1 * DAY)
        self.assertAlmostEqual(rained.level_l, min(200.0, 100.0 + float(caught_l(10.0, 12.0))))

    def test_it_runs_over_and_not_below_nothing(self) -> None:
        self.assertEqual(one(sky=t.sky(behind_rain={YESTERDAY: 60.0}), seen_on=t.TODAY - 3 * DAY).level_l, 200.0)
        drained = dataclasses.replace(t.dried(4), waterings=(g.Watering(t.TODAY, 400.0),))
        self.assertEqual(one(drained).level_l, 0.0)

    def test_nobody_looked(self) -> None:
        self.assertAlmostEqual(one(seen_l=None, seen_on=None, roof_m2=None).level_l, 100.0)


class Lasts(unittest.TestCase):
    def test_less_water_more_beds_and_no_rain_end_it_sooner(self) -> None:
        def days(b: Butt) -> int:
            return (b.empty_on[1] - t.TODAY).days if b.empty_on[1] else 99

        low, high = one(seen_l=70.0), one(seen_l=190.0)
        self.assertLess(days(low), days(high))
        self.assertLess(days(low), days(one(seen_l=70.0, sky=t.sky(rain_chance=1.0, rain_mm=15.0))))
        self.assertEqual(low.feeds, ("Bench",))

    def test_one_that_feeds_nothing_lasts(self) -> None:
        garden = dataclasses.replace(
            t.garden(t.bed()), rigs=(g.Rig("Hose"), g.Rig("Butt", 10.0, holds_l=100.0, seen_l=50.0, seen_on=t.TODAY))
        )
        made = plan(garden, t.sky(), t.TODAY)
        (found,) = butts(made, fortnight(made))
        self.assertEqual((found.empty_on, found.feeds), ((None, None, None), ()))


class Described(unittest.TestCase):
    def test_what_stands_in_it_fits_and_was_seen_on_a_day(self) -> None:
        for value, field in (
            ({"seen_l": 20.0, "seen_on": "2025-07-11"}, "holds_l"),
            ({"holds_l": 100.0, "seen_l": 120.0, "seen_on": "2025-07-11"}, "seen_l"),
            ({"holds_l": 100.0, "seen_l": 20.0}, "seen_on"),
            ({"water": "wine"}, "water"),
        ):
            with self.subTest(field), self.assertRaises(InputError) as caught:
                read(g.CheckedRig, {"name": "Butt", **value})
            self.assertEqual(caught.exception.field, field)
