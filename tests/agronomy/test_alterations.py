"""What changes at a bed in a tap leaves a dated fact, and the ledger follows. Sizes: common practice, no source."""

import dataclasses
import datetime as dt
import unittest

import numpy as np

from agronomy.balance import processes
from agronomy.beds import stand
from agronomy.beds.alterations import Altered, altered, open_to
from agronomy.beds.today import bed_today
from agronomy.decide.plan import plan
from agronomy.describe import garden as g
from agronomy.describe.errors import InputError, MissingError, OutOfRangeError
from agronomy.describe.words import ALTERATIONS
from tests.agronomy.gardens import TODAY, bed, dried, garden, planting, sky

DAY = dt.timedelta(days=1)
POT = {"kind": "pot", "length_m": 0.34, "width_m": 0.34, "round": True, "method": "can"}


def pot(**more) -> g.Bed:
    fields = {"soils": (g.Soil("potting_mix"),), "plantings": (planting("tomato", 1, "waist", 0.45),)}
    return bed("Pot", **{**POT, **fields, **more})


def told(b: g.Bed, what: str, count: int | None = None) -> Altered:
    return altered(bed_today(garden(b), b, TODAY), what, count)


def with_fact(b: g.Bed, fact: Altered) -> g.Bed:
    """The bed with what an alteration left."""
    return dataclasses.replace(
        b,
        mulches=(*b.mulches, *([fact.mulch] if fact.mulch else [])),
        exposures=(*b.exposures, *([fact.exposure] if fact.exposure else [])),
        leaves_off=(*b.leaves_off, *([fact.leaves_off] if fact.leaves_off else [])),
    )


def full_height(b: g.Bed) -> float:
    return bed_today(garden(b), b, TODAY).stand.height_m


class OpenTo(unittest.TestCase):
    def open_at(self, b: g.Bed) -> set[str]:
        return set(open_to(bed_today(garden(b), b, TODAY)))

    def test_what_is_asked_of_a_bed_is_what_can_change_there(self) -> None:
        self.assertEqual(self.open_at(bed(plantings=())), {"mulch_on", "shade_on"})
        covers = {"fleece_on", "sheet_on"}
        self.assertEqual(self.open_at(bed()), {"mulch_on", "shade_on", "leaves_off", "thinned", *covers})
        fleeced = bed(exposures=(g.Exposure(cover="fleece"),))
        self.assertEqual(self.open_at(fleeced) & {"fleece_off", "sheet_off", *covers}, {"fleece_off"})
        mulched = bed(mulches=(g.Mulch(TODAY - DAY, "straw"),))
        self.assertIn("mulch_off", self.open_at(mulched))
        self.assertNotIn("mulch_on", self.open_at(mulched))
        carried = {"roof_on", "saucer_on", "into_sun", "into_morning_sun", "into_shade"}
        self.assertEqual(self.open_at(pot()), {"mulch_on", "shade_on", "leaves_off", *covers, *carried})
        box = pot(kind="self_watering_box", reservoir=g.Reservoir(15), method="reservoir")
        self.assertNotIn("saucer_on", self.open_at(box))
        low = (planting("lettuce", 12, "ankle", 0.2),)
        self.assertNotIn("leaves_off", self.open_at(bed(plantings=low)))

    def test_what_a_bed_is_not_open_to_is_refused_by_name(self) -> None:
        for what in ALTERATIONS:
            b = bed(plantings=())
            if what not in self.open_at(b):
                with self.assertRaises(InputError, msg=what):
                    told(b, what)
        for count, error in ((None, MissingError), (6, OutOfRangeError), (0, OutOfRangeError)):
            with self.assertRaises(error):
                told(bed(), "thinned", count)
        with self.assertRaises(InputError):
            told(bed(), "mulch_on", 3)


class Facts(unittest.TestCase):
    def test_mulch_comes_back_as_it_last_lay(self) -> None:
        bark = bed(mulches=(g.Mulch(TODAY - 9 * DAY, "bark", 0.08), g.Mulch(TODAY - 2 * DAY, "none", 0.0)))
        self.assertEqual(told(bark, "mulch_on").mulch, g.Mulch(TODAY, "bark", 0.08))
        self.assertEqual(told(bed(), "mulch_on").mulch, g.Mulch(TODAY, "straw", 0.05))

    def test_what_was_so_before_a_roof_or_cloth_is_so_again(self) -> None:
        tree = g.Exposure(TODAY - 9 * DAY, shade_pct=20.0, cover="eaves", sun_to_h=15.0)
        b = pot(exposures=(tree,))
        for on, off, name, value in (
            ("roof_on", "roof_off", "cover", "roof"),
            ("shade_on", "shade_off", "shade_pct", 40.0),
        ):
            there = with_fact(b, told(b, on))
            self.assertEqual(getattr(there.exposures[-1], name), value)
            back = told(there, off).exposure
            self.assertEqual(back, dataclasses.replace(tree, date=TODAY))

    def test_thinned_is_of_the_planting_that_most_are_left_of(self) -> None:
        b = bed(plantings=(planting("tomato", 2), planting("carrot", 90)))
        self.assertEqual(told(b, "thinned", 40), Altered(planting=1, thinned=g.Count(TODAY, 40)))


class LedgerFollows(unittest.TestCase):
    """Each alteration turns what is said of today or of the days ahead."""

    def use(self, b: g.Bed) -> float:
        return plan(garden(b), sky(tmax=30.0), TODAY).beds[0].today_use_mm

    def test_shade_mulch_and_lower_leaves_off_save_water(self) -> None:
        full, wet_pot = dried(2), pot(opened=TODAY - DAY, opening_wetness="wet")
        young = dried(4, plantings=(planting("lettuce", 12, "ankle", 0.15),))
        self.assertLess(self.use(with_fact(young, told(young, "mulch_on"))), 0.95 * self.use(young))
        for b, what, most in ((full, "shade_on", 0.85), (wet_pot, "into_shade", 0.7)):
            self.assertLess(self.use(with_fact(b, told(b, what))), most * self.use(b), what)
        airy = with_fact(full, told(full, "leaves_off"))
        drunk = [plan(garden(b), sky(), TODAY).beds[0].terms.transpiration for b in (full, airy)]
        self.assertAlmostEqual(drunk[1] / drunk[0], 1 - 0.5 * 0.3 / full_height(full), delta=0.01)

    def test_lowest_leaves_count_half_and_less_as_plants_grow(self) -> None:
        b = bed(leaves_off=(g.LeavesOff(TODAY, 0.3),))
        left = stand.leaves_left(b, np.array([0.6, 0.6, 1.2]), TODAY - DAY)
        np.testing.assert_allclose(left, [1.0, 0.75, 0.875])

    def test_under_a_roof_no_rain_arrives(self) -> None:
        b, sure = pot(), sky(rain_chance=1.0, rain_mm=40.0)
        rain = [plan(garden(x), sure, TODAY).run.rain_onto(3).max() for x in (b, with_fact(b, told(b, "roof_on")))]
        self.assertGreater(rain[0], 15.0)
        self.assertEqual(rain[1], 0.0)

    def test_a_saucer_keeps_what_would_drain_and_off_it_goes(self) -> None:
        soaked = pot(opened=TODAY - 2 * DAY, opening_wetness="wet", waterings=(g.Watering(TODAY - DAY, 6.0),))
        standing = dataclasses.replace(soaked, exposures=(g.Exposure(TODAY - 2 * DAY, saucer=True),))
        net = {x: plan(garden(b), sky(), TODAY).beds[0].net_mm.mid for x, b in (("dry", soaked), ("kept", standing))}
        self.assertLess(net["kept"], net["dry"] - 5.0)
        self.assertEqual(processes.drain(-50.0, 20.0, 1.0, 1.0), (-20.0, 30.0))
        self.assertEqual(processes.drain(-15.0, 20.0, 1.0, 1.0), (-15.0, 0.0))
        self.assertFalse(told(standing, "saucer_off").exposure.saucer)


if __name__ == "__main__":
    unittest.main()
