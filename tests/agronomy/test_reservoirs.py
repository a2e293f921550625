"""A box with a reservoir is asked for by both its stores, as its crop, age and smell want it kept."""

import dataclasses
import datetime as dt
import unittest

import numpy as np

from agronomy.balance import forcing, layout, processes, terms
from agronomy.balance.kernel import conservation_error
from agronomy.decide.fortnight import fortnight
from agronomy.decide.plan import BedPlan, plan
from agronomy.decide.reservoirs import STALE_DAYS, supply_of
from agronomy.describe import garden as g
from tests.agronomy import gardens as t

DAY = dt.timedelta(days=1)
OLD = t.TODAY - 70 * DAY


def box(crop: str = "tomato", planted: dt.date = OLD, holds: float = 20.0, capacity: float = 20.0, **changes) -> g.Bed:
    """A self-watering box of 0.32 m2, 0.3 m of mix over a reservoir."""
    tall = "waist" if planted == OLD else "ankle"
    size = (g.Size(t.TODAY - DAY, tall, 0.45 if planted == OLD else 0.1),)
    return t.dried(
        1,
        kind="self_watering_box",
        length_m=0.8,
        width_m=0.4,
        method="reservoir",
        soils=(g.Soil("potting_mix"),),
        soil_depth_m=0.3,
        plantings=(g.Planting(crop, 2, planted, size),),
        reservoir=g.Reservoir(capacity, 15.0, holds),
        **changes,
    )


def felt(bed: g.Bed, *seen: g.Observation) -> g.Bed:
    return dataclasses.replace(bed, observations=(*bed.observations, *seen))


DOWN = g.Observation(t.TODAY, kind="float", value=0.0)
DRY, MOIST = (g.Observation(t.TODAY, reading) for reading in ("dry", "moist"))


def one(bed: g.Bed, **sky) -> BedPlan:
    return plan(t.garden(bed), t.sky(**sky), t.TODAY).beds[0]


class Kept(unittest.TestCase):
    """Common practice, no source: a box always full turns foul and drowns what is young; peppers are let run down."""

    def test_by_crop_age_smell_and_choice(self) -> None:
        for why, bed in (
            ("grown", box()),
            ("young", box(planted=t.TODAY - 5 * DAY)),
            ("dry_between", box("pepper")),
            ("chosen", box(pattern="run_down")),
            ("sour", felt(box(), g.Observation(t.TODAY - 3 * DAY, kind="sour"))),
            ("grown", felt(box(), g.Observation(t.TODAY - 30 * DAY, kind="sour"))),
        ):
            with self.subTest(why):
                supply = supply_of(bed, t.TODAY)
                self.assertEqual((supply.why, supply.kept), (why, why == "grown"))

    def test_peppers_are_filled_about_half_as_often_as_tomatoes(self) -> None:
        """Common practice: every other time; here over a warm fortnight, obeyed."""
        fills = {}
        for crop in ("tomato", "pepper"):
            small = box(crop, capacity=8.0, holds=8.0)
            days = fortnight(plan(t.garden(small), t.sky(tmax_ahead=27.0), t.TODAY)).beds[0].days
            fills[crop] = sum(d.soak is not None for d in days)
        self.assertTrue(0.3 <= fills["pepper"] / fills["tomato"] <= 0.75, fills)


class BothStores(unittest.TestCase):
    def test_the_mix_overrules_the_float(self) -> None:
        dry = one(felt(box(), DOWN, DRY))
        moist = one(felt(box(), DOWN, MOIST))
        self.assertEqual((dry.word, dry.cause), ("fill", "reservoir"))
        self.assertEqual((moist.word, moist.cause), ("leave", "mix_holds"))

    def test_the_float_overrules_a_guess(self) -> None:
        """A float that disagrees changes the next date."""
        full, down = box(holds=20.0), felt(box(holds=20.0), g.Observation(t.TODAY, kind="float", value=5.0))
        self.assertGreater(one(full).empty_on[1], one(down).empty_on[1])

    def test_a_dry_mix_over_a_full_reservoir_is_not_filled(self) -> None:
        self.assertEqual(one(felt(box(), DRY)).word, "leave")

    def test_nor_in_the_days_ahead_where_a_slow_wick_is_to_blame(self) -> None:
        slow = dataclasses.replace(box(), reservoir=g.Reservoir(20.0, 0.5, 20.0))
        days = fortnight(plan(t.garden(felt(slow, DRY)), t.sky(), t.TODAY)).beds[0].days
        self.assertTrue(all(d.soak is None for d in days))

    def test_two_dates_the_float_down_first_then_plants_in_need(self) -> None:
        b = one(box(holds=8.0), tmax_ahead=30.0)
        self.assertLess(b.empty_on[1], b.in_need_on[1])

    def test_heat_fills_what_is_kept_and_not_what_runs_down(self) -> None:
        hot = {"heat_from": 1}
        kept, let_down = one(box(holds=9.0), **hot), one(box("pepper", holds=4.0), **hot)
        self.assertLessEqual(let_down.empty_on[1], t.TODAY + 2 * DAY)  # it would run dry in the wave, and may
        self.assertEqual((kept.word, kept.cause), ("fill", "heat"))
        self.assertEqual(let_down.word, "leave")

    def test_full_for_long_is_to_run_down(self) -> None:
        for behind, cause in ((STALE_DAYS - 2, "not_yet"), (STALE_DAYS + 2, "stale")):
            topped = tuple(g.Watering(t.TODAY - n * DAY, 2.0, into="reservoir") for n in range(1, behind + 1))
            young = box(planted=t.TODAY - 20 * DAY, waterings=topped)
            young = dataclasses.replace(young, opened=t.TODAY - behind * DAY)
            with self.subTest(behind):
                self.assertEqual(one(young, tmax=16.0).cause, cause)


class SmallInsert(unittest.TestCase):
    """A large bag over one small insert: what stands over it is wetted, and the rest is not (common practice)."""

    def test_it_lifts_less_and_climbs_to_where_roots_are(self) -> None:
        lifted = []
        for share in (1.0, 0.3):
            bag = dataclasses.replace(box(), reservoir=g.Reservoir(20.0, 15.0, 20.0, over_share=share))
            run = plan(t.garden(felt(bag, DRY)), t.sky(), t.TODAY).run
            lifted.append(float(run.terms_today()[0].wicked))
        self.assertLess(lifted[1], 0.5 * lifted[0])
        set_out = t.TODAY - 3 * DAY
        low, high = (
            dataclasses.replace(box(planted=set_out), reservoir=g.Reservoir(20.0, 15.0, 20.0, climbs_m=x))
            for x in (0.02, 0.28)
        )
        self.assertEqual([one(low).wicks, one(high).wicks], [False, True])


class OwnDraw(unittest.TestCase):
    """Two floats, and what was filled between: the days ahead run by what the box was seen to draw."""

    def read(self, *litres: float, filled: float = 0.0, holds: float = 20.0) -> BedPlan:
        """Floats every third day, the last three days ago."""
        days = [t.TODAY - 3 * DAY * (len(litres) - k) for k in range(len(litres))]
        floats = tuple(g.Observation(d, kind="float", value=v) for d, v in zip(days, litres, strict=True))
        poured = (g.Watering(days[0] + DAY, filled, into="reservoir"),) if filled else ()
        bed = box(holds=holds, capacity=40.0, observations=floats, waterings=poured)
        return one(dataclasses.replace(bed, opened=t.TODAY - 12 * DAY))

    def test_a_thirsty_box_empties_sooner_than_a_modest_one(self) -> None:
        thirsty, modest = self.read(38.0, 8.0), self.read(38.0, 33.0)
        self.assertGreater(thirsty.draw.factor, 1.1)
        self.assertLess(modest.draw.factor, 0.9)
        self.assertEqual((thirsty.draw.intervals, modest.draw.intervals), (1, 1))
        a_day = {id(b): b.terms.potential for b in (thirsty, modest)}
        self.assertAlmostEqual(
            a_day[id(thirsty)] / a_day[id(modest)], thirsty.draw.factor / modest.draw.factor, delta=0.06
        )

    def test_what_was_filled_between_counts_as_drawn(self) -> None:
        without, filled = self.read(30.0, 20.0), self.read(30.0, 20.0, filled=8.0)
        self.assertGreater(filled.draw.factor, without.draw.factor)

    def test_more_intervals_are_believed_more(self) -> None:
        once, twice = self.read(39.0, 27.0), self.read(39.0, 27.0, 15.0)
        self.assertEqual(twice.draw.intervals, 2)
        self.assertGreater(twice.draw.factor, once.draw.factor)

    def test_one_float_or_one_that_ran_out_tells_nothing(self) -> None:
        self.assertEqual(self.read(30.0).draw.intervals, 0)
        self.assertEqual(self.read(8.0, 0.0).draw.intervals, 0)

    def test_the_past_stands(self) -> None:
        b = self.read(38.0, 8.0)
        self.assertEqual(len(b.today.bed.observations), 2)
        self.assertAlmostEqual(b.reservoir_l.mid, 8.0, delta=12.0)


class RootsComeDown(unittest.TestCase):
    def test_what_roots_do_not_reach_is_watered_from_above(self) -> None:
        """Common practice: until roots find the wick."""
        young = felt(box(planted=t.TODAY - DAY), DRY)
        told = one(young)
        self.assertEqual((told.word, told.dose.into, told.wicks), ("soak", "soil", False))
        old = one(felt(box(), DRY, DOWN))
        self.assertEqual((old.word, old.dose.into, old.wicks), ("fill", "reservoir", True))

    def test_it_is_set_in_by_the_plant(self) -> None:
        b = one(box(planted=t.TODAY))
        self.assertEqual((b.word, b.cause, b.dose.into), ("soak", "planting_in", "soil"))

    def test_roots_find_it_within_weeks(self) -> None:
        bed = box(planted=t.TODAY - 4 * DAY)
        days, _ = forcing.bed_days(t.garden(bed), bed, t.TODAY - 4 * DAY, 40)
        reached = days[:, layout.WICKS]
        self.assertEqual((reached[0], reached[-1]), (0.0, 1.0))
        self.assertTrue((np.diff(reached) >= 0).all())


class Wick(unittest.TestCase):
    def test_the_lower_the_water_the_drier_the_mix(self) -> None:
        at = [processes.wick_rests_at(r, 40.0, 0.08, 0.12) for r in (0.0, 20.0, 40.0, 50.0)]
        np.testing.assert_allclose(at, [0.20, 0.14, 0.08, 0.08])
        self.assertEqual(processes.wick_rests_at(5.0, 0.0, 0.08, 0.12), 0.08)

    def test_all_water_is_accounted_for(self) -> None:
        for bed in (box(), box("pepper"), box(planted=t.TODAY - DAY), felt(box(), DOWN, DRY)):
            run = plan(t.garden(bed), t.sky(rain_chance=0.6, rain_mm=30.0), t.TODAY).run
            for policy in (terms.NEVER, terms.BY_TRIGGER):
                rows = run.rows_ahead(np.full((14, 1), policy))
                self.assertLess(conservation_error(rows).max(), 1e-9)
