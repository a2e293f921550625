"""What was poured or read today counts today; what is left to pour stays to be poured."""

import dataclasses
import datetime as dt
import unittest

from agronomy.decide.fortnight import fortnight
from agronomy.decide.plan import BedPlan, plan
from agronomy.describe import garden as g
from tests.agronomy import gardens as t


def one(b: g.Bed, sky=None, **garden) -> BedPlan:
    described = dataclasses.replace(t.garden(b), **garden)
    return plan(described, sky or t.sky(), t.TODAY).beds[0]


def ahead(bed: g.Bed) -> tuple:
    """Its next three evenings."""
    return fortnight(plan(t.garden(bed), t.sky(), t.TODAY)).beds[0].days[:3]


def poured_today(b: g.Bed, litres: float, **how) -> g.Bed:
    return dataclasses.replace(b, waterings=(*b.waterings, g.Watering(t.TODAY, litres, **how)))


def box(opening_l: float, float_l: float | None = None, **changes) -> g.Bed:
    """A self-watering box of 30 L under four tomatoes, opened yesterday; where its float is read, its mix feels dry."""
    checks: tuple[g.Observation, ...] = ()
    if float_l is not None:
        checks = (g.Observation(t.TODAY, kind="float", value=float_l), g.Observation(t.TODAY, "dry"))
    return t.dried(
        1,
        kind="self_watering_box",
        length_m=0.8,
        width_m=0.4,
        method="reservoir",
        rig=None,
        soil_depth_m=0.3,
        plantings=(t.planting("tomato", 4, "waist", 0.45),),
        soils=(g.Soil("potting_mix"),),
        reservoir=g.Reservoir(30.0, 20.0, opening_l),
        observations=checks,
        **changes,
    )


class Reservoir(unittest.TestCase):
    def test_a_float_read_today_counts_in_word_dose_and_picture(self) -> None:
        thought_full = one(box(30.0))
        self.assertEqual(thought_full.word, "leave")
        read_low = one(box(30.0, float_l=4.0))
        self.assertEqual((read_low.word, read_low.cause), ("fill", "reservoir"))
        held = read_low.reservoir_l
        self.assertTrue(3.9 < held.low <= held.mid <= held.high < 6.0, held)
        self.assertLess(held.high - held.low, thought_full.reservoir_l.high - thought_full.reservoir_l.low + 1e-9)
        self.assertAlmostEqual(read_low.dose.litres, 30.0 - held.mid, delta=0.5)
        read_high = one(box(6.0, float_l=29.0))  # and the other way round
        self.assertEqual(read_high.word, "leave")

    def test_what_is_left_to_fill_stays_to_be_filled(self) -> None:
        whole = one(box(30.0, float_l=4.0)).dose.litres
        after = one(poured_today(box(30.0, float_l=4.0), 1.0, into="reservoir"))
        self.assertEqual(after.word, "fill")
        self.assertAlmostEqual(after.dose.litres, whole - 1.0, places=6)
        self.assertEqual(one(poured_today(box(30.0, float_l=4.0), whole, into="reservoir")).word, "done")
        nearly = one(poured_today(box(30.0, float_l=4.0), whole - 2.0, into="reservoir"))
        self.assertEqual(nearly.word, "done")  # two litres are not worth a second trip

    def test_a_small_reservoir_that_was_filled_is_done_though_the_heat_drains_it_in_a_day(self) -> None:
        small = dataclasses.replace(box(0.0, float_l=0.0), reservoir=g.Reservoir(2.0, 20.0, 0.0))
        hot = t.sky(tmax=34.0, tmax_ahead=34.0)
        whole = one(small, hot)
        self.assertEqual(whole.word, "fill")
        self.assertEqual(one(poured_today(small, whole.dose.litres, into="reservoir"), hot).word, "done")
        self.assertEqual(one(poured_today(small, 1.0, into="reservoir"), hot).word, "fill")


class Soil(unittest.TestCase):
    def test_what_is_left_of_a_soak_stays_to_be_poured(self) -> None:
        dry = t.dried(6)
        whole = one(dry)
        self.assertEqual(whole.word, "soak")
        part = one(poured_today(dry, 2.0))
        self.assertEqual((part.word, part.cause), (whole.word, whole.cause))
        self.assertAlmostEqual(part.dose.litres, whole.dose.litres - 2.0, places=6)
        self.assertAlmostEqual(one(poured_today(dry, 2.0, part="evening")).dose.litres, part.dose.litres, places=6)
        self.assertEqual(one(poured_today(dry, whole.dose.litres)).word, "done")
        self.assertEqual(one(poured_today(dry, 0.8 * whole.dose.litres)).word, "done")

    def test_the_rest_brings_the_bed_to_where_the_whole_would(self) -> None:
        dry = t.dried(6)
        whole = one(dry)
        part = one(poured_today(dry, 0.3 * whole.dose.litres))
        self.assertEqual(part.word, "soak")
        nets = [ahead(dry), ahead(poured_today(dry, 0.3 * whole.dose.litres))]
        for a, b in zip(*nets, strict=True):
            self.assertAlmostEqual(a.net.mid, b.net.mid, delta=0.6)  # the litres poured carry their own doubt

    def test_a_line_that_ran_its_time_is_done_though_the_dry_part_stays(self) -> None:
        dry = t.dried(9, method="drip", drip=g.Drip(6, 2.0))
        whole = one(dry)
        self.assertEqual(whole.word, "soak")
        self.assertEqual(one(poured_today(dry, whole.dose.litres)).word, "done")
        self.assertEqual(one(poured_today(dry, 0.2 * whole.dose.litres)).word, "soak")

    def test_what_is_planted_today_is_watered_in_to_the_last_plant(self) -> None:
        new = t.dried(1, plantings=(g.Planting("tomato", 6, t.TODAY),))
        whole = one(new)
        self.assertEqual(whole.cause, "planting_in")
        half = one(poured_today(new, whole.dose.litres / 2))
        self.assertEqual(half.cause, "planting_in")
        self.assertAlmostEqual(half.dose.litres, whole.dose.litres / 2, places=6)
        self.assertEqual(one(poured_today(new, whole.dose.litres)).word, "done")

    def test_shallow_and_often_is_done_when_the_top_is_wet_whatever_else_would_ask(self) -> None:
        """Kept damp on top before a heat wave: the top's dose is all of it, and does not turn into the wave's soak."""
        damp = t.dried(3, pattern="damp_top")
        for sky in (t.sky(), t.sky(heat_from=1)):
            whole = one(damp, sky)
            self.assertEqual(whole.cause, "damp_top")
            self.assertEqual(one(poured_today(damp, whole.dose.litres), sky).word, "done")
            part = one(poured_today(damp, 0.2 * whole.dose.litres), sky)
            self.assertEqual(part.cause, "damp_top")
            self.assertAlmostEqual(part.dose.litres, 0.8 * whole.dose.litres, places=6)

    def test_a_finger_that_was_asked_for_is_not_asked_for_after_watering(self) -> None:
        unknown = t.bed(opened=t.TODAY - dt.timedelta(days=1), opening_wetness=None, soils=(g.Soil("unknown"),))
        self.assertEqual(one(unknown).word, "check")
        self.assertEqual(one(poured_today(unknown, 1.0)).word, "done")


class ForTheirOwnSake(unittest.TestCase):
    def test_flowers_sunflowers_and_bushes_get_word_and_dose(self) -> None:
        for crop in ("flowers", "sunflower", "bush", "fruit_tree"):
            with self.subTest(crop):
                b = one(t.dried(14, plantings=(t.planting(crop, 6, "knee", 0.4),)))
                self.assertEqual(b.word, "soak")
                self.assertGreater(b.dose.litres, 1.0)
                self.assertEqual(b.plants, 6)

    def test_weeds_a_hedge_and_roots_only_drink_unless_the_gardener_says_so(self) -> None:
        for crop in ("weeds", "hedge", "tree_roots"):
            with self.subTest(crop):
                grows = t.planting(crop, 6, "knee", 0.4)
                left = one(t.dried(14, plantings=(grows,)))
                self.assertEqual((left.word, left.cause, left.plants), ("empty", "unwatered", 0))
                asked = one(t.dried(14, plantings=(dataclasses.replace(grows, watered=True),)))
                self.assertEqual(asked.word, "soak")

    def test_a_planting_can_be_left_out_and_drinks_all_the_same(self) -> None:
        flowers = t.planting("flowers", 6, "knee", 0.4)
        left = one(t.dried(14, plantings=(dataclasses.replace(flowers, watered=False),)))
        self.assertEqual((left.word, left.cause), ("empty", "unwatered"))
        self.assertEqual(one(t.dried(14, plantings=())).cause, "bare")
        tomatoes = t.planting("tomato", 3, "waist", 0.5)
        alone = one(t.dried(4, plantings=(tomatoes,)))
        beside = one(t.dried(4, plantings=(tomatoes, dataclasses.replace(flowers, watered=False))))
        self.assertGreater(beside.story.depletion_mm, alone.story.depletion_mm)
        self.assertEqual(beside.plants, 3)

    def test_days_ahead_do_not_suffer_for_what_nobody_waters(self) -> None:
        weeds = t.dried(14, "Weeds", plantings=(t.planting("weeds", 40, "knee", 0.3),))
        flowers = t.dried(14, "Flowers", plantings=(t.planting("flowers", 40, "knee", 0.3),))
        described = dataclasses.replace(t.garden(weeds, flowers), people=(g.Person("Bo", (0.0,) * 7),))  # no time
        left, kept = fortnight(plan(described, t.sky(), t.TODAY)).beds
        self.assertFalse(any(d.grows for d in left.days))
        self.assertTrue(all(d.grows for d in kept.days))
        self.assertEqual(left.missed, 0.0)
        self.assertGreater(kept.missed, 0.2)
