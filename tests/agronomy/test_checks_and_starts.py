"""Checks of every kind correct the state in one way; what is young is kept damp on top."""

import dataclasses
import datetime as dt
import unittest

import numpy as np

from agronomy.balance import forcing
from agronomy.balance import layout as s
from agronomy.balance import observations as checks
from agronomy.balance.kernel import conservation_error
from agronomy.decide.fortnight import fortnight
from agronomy.decide.plan import plan
from agronomy.describe import garden as g
from agronomy.ground.holding import holding
from agronomy.plants import starts
from tests.agronomy import gardens as t


def planned(bed: g.Bed, sky=None):
    return plan(t.garden(bed), sky or t.sky(), t.TODAY).beds[0]


def checked(bed: g.Bed, **check: object) -> g.Bed:
    return dataclasses.replace(bed, observations=(g.Observation(t.TODAY, **check),))


class Kinds(unittest.TestCase):
    def test_each_kind_moves_the_state_towards_what_was_seen(self) -> None:
        before = planned(t.dried(3))
        for wet, dry in (
            ({"reading": "wet"}, {"reading": "dry"}),
            ({"kind": "lifted", "reading": "heavy"}, {"kind": "lifted", "reading": "light"}),
            ({"kind": "probe", "value": 27.0}, {"kind": "probe", "value": 15.0}),
            ({"kind": "dug", "value": 0.30}, {"kind": "dug", "value": 0.02}),
        ):
            with self.subTest(wet):
                low, high = (planned(checked(t.dried(3), **x)).net_mm.mid for x in (wet, dry))
                self.assertLess(low, before.net_mm.mid)
                self.assertGreater(high, before.net_mm.mid)
        self.assertLess(planned(checked(t.dried(4), kind="still_wet")).net_mm.mid, planned(t.dried(4)).net_mm.mid)

    def test_the_correction_is_a_signed_term_and_the_sum_still_closes(self) -> None:
        b = planned(checked(t.dried(3), kind="lifted", reading="light"))
        line = next(x for x in b.story.parts if x.what == "observed")
        self.assertGreater(line.mm, 0)
        self.assertAlmostEqual(sum(x.mm for x in b.story.parts), b.story.depletion_mm, places=9)

    def test_a_probe_at_field_capacity_sees_nothing_missing_and_at_wilting_all(self) -> None:
        top = holding(g.Soil("loam"))
        for content, want in ((top.field_capacity, 0.0), (top.wilting_point, 1.0), (0.9, 0.0), (0.02, 1.0)):
            check = g.Observation(t.TODAY, kind="probe", value=100 * content)
            self.assertAlmostEqual(checks.sighting(check, top, 0.3).share, want)

    def test_a_float_sets_the_reservoir_and_leaves_the_soil(self) -> None:
        box = t.bed(
            kind="self_watering_box",
            length_m=0.8,
            width_m=0.5,
            method="reservoir",
            reservoir=g.Reservoir(16, 8, 16.0),
            soils=(g.Soil("potting_mix"),),
            plantings=(t.planting("tomato", 1, "waist", 0.5),),
        )
        today = t.TODAY - t.OPENED
        seen = dataclasses.replace(box, observations=(g.Observation(t.TODAY, kind="float", value=2.0),))
        days, _ = forcing.bed_days(t.garden(seen), seen, t.OPENED, today.days + 1)
        self.assertAlmostEqual(days[-1, s.SEEN_STORE], 2.0 / 0.4)
        self.assertEqual(days[-1, s.SEEN_AT], -1.0)
        row, plain = planned(seen).terms, planned(box).terms
        want = checks.WEIGHTS["float"] * (5.0 - plain.open_reservoir)
        self.assertAlmostEqual(row.correction_store, want)
        self.assertEqual(row.correction, 0.0)
        self.assertLess(abs(conservation_error(row)), 1e-9)


class DampTop(unittest.TestCase):
    def test_seedlings_are_watered_shallow_and_often_and_grown_plants_are_not(self) -> None:
        """Practice: seedlings and cool crops just sown, top 5 to 8 cm never dry, shallow and often."""
        sown = g.Planting("carrot", 80, t.TODAY - dt.timedelta(days=4), start="sown")
        grown = g.Planting("carrot", 80, t.TODAY - dt.timedelta(days=60), start="sown")
        young, old = (planned(t.dried(1, plantings=(p,))) for p in (sown, grown))
        self.assertEqual((young.word, young.cause), ("soak", "damp_top"))
        self.assertEqual(old.word, "leave")
        self.assertTrue(young.dose.top_only)
        self.assertLess(young.dose.mm, young.trigger_mm)
        week = fortnight(plan(t.garden(t.dried(1, plantings=(sown,))), t.sky(), t.TODAY), 7).beds[0].days
        self.assertGreaterEqual(sum(d.soak is not None for d in week), 2)  # several times in a dry week

    def limit(self, p: g.Planting, days: np.ndarray, emerges: int = 0) -> np.ndarray:
        """Depletion of the top at which it asks [mm], where REW is 8 mm and TEW 20."""
        damp = starts.damp_share(p, days, emerges)
        return starts.damp_threshold_mm(damp, np.full(days.size, 8.0), np.full(days.size, 20.0))

    def test_the_rule_lets_go_little_by_little(self) -> None:
        days = np.arange(-2.0, 30.0)
        limit = self.limit(g.Planting("tomato", 80, t.TODAY, start="tray"), days)
        self.assertTrue((limit[days < 0] == 0).all() and (limit[days >= 28] == 0).all())
        inside = limit[(days >= 0) & (days < 28)]
        self.assertAlmostEqual(inside[0], 0.5 * 8.0)
        self.assertTrue((np.diff(inside) > 0).all() and inside[-1] <= 20.0)

    def test_what_is_sown_is_kept_damp_until_it_is_up_and_then_until_its_true_leaves(self) -> None:
        """Half of REW until emergence, about REW until the first true leaves; then its roots are asked."""
        days = np.arange(0.0, 40.0)
        limit = self.limit(g.Planting("carrot", 80, t.TODAY, start="sown"), days, emerges=10)
        np.testing.assert_allclose(limit[:10], 4.0)
        np.testing.assert_allclose(limit[10:22], 8.0)
        np.testing.assert_allclose(limit[22:], 0.0)

    def test_cuttings_about_a_week(self) -> None:
        """Practice: rooting cuttings are kept damp all the time for about a week."""
        cutting = starts.STARTS["cutting"]
        self.assertTrue(7 <= cutting.held_days < cutting.damp_days <= 14)
        days = np.arange(0.0, 14.0)
        limit = self.limit(g.Planting("rosemary", 4, t.TODAY, start="cutting"), days)
        np.testing.assert_allclose(limit[: cutting.held_days], 4.0)
        self.assertTrue((np.diff(limit[cutting.held_days :]) > 0).all())

    def test_the_pattern_keeps_any_bed_damp_on_top(self) -> None:
        lettuce = (t.planting("lettuce", 20, "ankle", 0.2),)
        kept = planned(t.dried(2, plantings=lettuce, pattern="damp_top"))
        plain = planned(t.dried(2, plantings=lettuce))
        self.assertEqual((kept.cause, plain.cause), ("damp_top", "not_yet"))


class Passes(unittest.TestCase):
    def test_clay_takes_a_soak_in_passes_and_sand_at_once(self) -> None:
        clay, sand = (planned(t.dried(12, soils=(g.Soil(m),))) for m in ("clay", "sand"))
        self.assertGreater(clay.dose.passes, 1)
        self.assertGreater(clay.dose.pause_minutes, 0)
        self.assertEqual(planned(t.dried(12, soils=(g.Soil("sand"),))).dose.passes, sand.dose.passes)
        self.assertLess(sand.dose.passes, clay.dose.passes)

    def test_dry_peat_lets_one_go_run_past_and_takes_it_in_passes(self) -> None:
        def pot(passes: int) -> g.Bed:
            return t.bed(
                kind="pot",
                length_m=0.35,
                width_m=0.35,
                round=True,
                soil_depth_m=0.3,
                soils=(g.Soil("potting_mix"),),
                method="can",
                opening_wetness="dry",
                opened=t.TODAY - dt.timedelta(days=12),
                plantings=(t.planting("tomato", 1, "waist", 0.6),),
                waterings=(g.Watering(t.TODAY - dt.timedelta(days=1), 6.0, passes=passes),),
            )

        once, thrice = (planned(pot(n)).net_mm.mid for n in (1, 3))
        self.assertGreater(once, thrice + 5.0)
        dry = planned(dataclasses.replace(pot(1), waterings=()))
        self.assertGreaterEqual(dry.dose.passes, 3)


if __name__ == "__main__":
    unittest.main()
