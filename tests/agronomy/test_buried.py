"""Bottles, pipes and unglazed pots beside the roots; boxes on one line with a timer; weighed pots; salts."""

import dataclasses
import datetime as dt
import math
import unittest

import numpy as np

from agronomy.balance import salts as balance
from agronomy.balance.kernel import conservation_error
from agronomy.balance.terms import Terms
from agronomy.bench.measure import measure
from agronomy.decide.fortnight import fortnight
from agronomy.decide.lines import lines
from agronomy.decide.plan import BedPlan, plan
from agronomy.decide.reservoirs import frost_on
from agronomy.decide.round import round_of
from agronomy.decide.salts import salts_now
from agronomy.describe import garden as g
from agronomy.describe.errors import InputError
from agronomy.formats.described import read
from agronomy.ground.holding import holding
from agronomy.methods.buried import reached_share, share_of_need, wets_m
from agronomy.methods.timer import next_run, runs_of
from agronomy.plants.salt import bears_ds_m
from tests.agronomy import gardens as t
from tests.agronomy.test_reservoirs import box, felt

DAY = dt.timedelta(days=1)
BOTTLES = g.Reservoir(6.0, 24.0, 0.0, "bottle", 4, 0.15)


def bed(given: g.Reservoir = BOTTLES, finger: str = "moist", **changes) -> g.Bed:
    usual = {"kind": "raised", "length_m": 1.5, "width_m": 1.0, "method": "can", "reservoir": given}
    return felt(t.dried(4, **{**usual, **changes}), g.Observation(t.TODAY, finger))


def one(described: g.Bed, **sky) -> BedPlan:
    return plan(t.garden(described), t.sky(**sky), t.TODAY).beds[0]


class Buried(unittest.TestCase):
    def test_they_are_filled_while_the_ground_is_not_past_its_mark_and_it_is_soaked_beyond(self) -> None:
        damp, dry, wet = (one(bed(finger=x), tmax_ahead=19.0 if x == "wet" else 25.0) for x in ("moist", "dry", "wet"))
        self.assertEqual((damp.word, damp.dose.into), ("fill", "reservoir"))
        self.assertAlmostEqual(damp.dose.litres, 6.0, delta=0.1)
        self.assertEqual((dry.word, dry.dose.into), ("soak", "soil"))
        self.assertEqual(wet.word, "leave")
        self.assertEqual((damp.supply.why, damp.supply.kept), ("buried", True))

    def test_full_ones_are_left(self) -> None:
        full = felt(bed(g.Reservoir(60.0, 24.0, 60.0, "clay_pot", 4)), g.Observation(t.TODAY, kind="float", value=60.0))
        self.assertEqual(one(full).word, "leave")

    def test_a_fortnight_of_them_pours_less_from_above(self) -> None:
        """Each litre that they give need not come from above; what comes is told by the day, and conserved."""
        poured = {}
        for given in (None, BOTTLES):
            described = bed(BOTTLES) if given else dataclasses.replace(bed(), reservoir=None)
            made = plan(t.garden(described), t.sky(tmax_ahead=27.0), t.TODAY)
            days = fortnight(made).beds[0].days
            poured[given is None] = sum(d.soak is not None for d in days)
            self.assertLess(conservation_error(made.run.rows[0]).max(), 1e-9)
            if given:
                fills = [d.soak.litres.mid for d in days if d.soak and d.soak.litres.mid < 10.0]
                self.assertAlmostEqual(max(fills), 6.0, places=3)  # all of a fill arrives
        self.assertGreater(poured[False], poured[True])  # small ones are filled often

    def test_the_stop_of_the_round_fills_and_the_days_ahead_tell_its_litres(self) -> None:
        made = plan(t.garden(bed()), t.sky(), t.TODAY)
        ahead = fortnight(made)
        (stop,) = round_of(made, ahead)
        self.assertEqual((stop.word, round(ahead.beds[0].days[0].soak.litres.mid, 1)), ("fill", 6.0))

    def test_roots_that_do_not_reach_so_deep_get_nothing(self) -> None:
        young = (g.Planting("tomato", 6, t.TODAY - 3 * DAY),)
        deep, shallow = (bed(dataclasses.replace(BOTTLES, depth_m=x), plantings=young) for x in (0.5, 0.1))
        self.assertEqual([one(x, tmax_ahead=30.0).wicks for x in (deep, shallow)], [False, True])

    def test_what_they_wet(self) -> None:
        """As one emitter of that flow: Schwartzman and Zur (1986), W = 1.82 V^0.22 (Ks/q)^-0.17, SI, from memory; or
        the sphere that what it holds fills, by hand."""
        sand, clay = (holding(g.Soil(x)) for x in ("sand", "clay"))
        fast = dataclasses.replace(BOTTLES, wick_l_per_day=4 * 1.5 * 24)
        q, volume = 1.5 / 1000 / 3600, 1.5 / 1000
        width = 1.82 * volume**0.22 * (clay.ksat / 1000 / 3600 / q) ** -0.17
        self.assertAlmostEqual(wets_m(fast, clay), width, places=9)
        radius = (3 * volume / (4 * math.pi) / (0.5 * (sand.field_capacity - sand.wilting_point))) ** (1 / 3)
        self.assertAlmostEqual(wets_m(BOTTLES, sand), 2 * radius, places=9)
        self.assertAlmostEqual(reached_share(fast, clay, 2.0), 4 * math.pi / 4 * width**2 / 2.0, places=9)
        self.assertEqual(reached_share(BOTTLES, clay, 0.01), 1.0)

    def test_share_of_need_is_by_the_slower_of_what_they_hold_and_give(self) -> None:
        self.assertAlmostEqual(share_of_need(BOTTLES, 12.0), 0.5)
        self.assertAlmostEqual(share_of_need(dataclasses.replace(BOTTLES, wick_l_per_day=3.0), 12.0), 0.25)
        self.assertEqual(share_of_need(BOTTLES, 0.0), 1.0)

    def test_only_what_is_buried_is_counted_and_it_is_no_method(self) -> None:
        with self.assertRaisesRegex(InputError, "count"):
            read(g.Reservoir, {"capacity_l": 5.0, "count": 3})
        said = {"name": "B", "kind": "raised", "length_m": 1.0, "width_m": 1.0, "opened": "2025-05-01"}
        with self.assertRaisesRegex(InputError, "method"):
            read(g.Bed, said | {"method": "reservoir", "reservoir": {"capacity_l": 5.0, "giver": "pipe"}})


class TimedSeep(unittest.TestCase):
    def test_a_falling_head(self) -> None:
        """Half gone in 6 h: of 2 L, 2 (1 - 0.5^4) in a day; an exponential fall, by hand."""
        found = measure("seep", {"filled_l": 2.0, "readings": [{"hours": 6.0, "left_l": 1.0}]})
        self.assertAlmostEqual(found["litres_a_day"], 2.0 * (1 - 0.5**4), places=9)
        slow = measure("seep", {"filled_l": 8.0, "readings": [{"hours": 24.0, "left_l": 6.5}]})
        self.assertAlmostEqual(slow["litres_a_day"], 1.5, places=9)

    def test_nonsense_is_refused(self) -> None:
        for readings in ([{"hours": 1.0, "left_l": 3.0}], [{"hours": 1.0, "left_l": 2.0}],
                         [{"hours": 2.0, "left_l": 1.0}, {"hours": 1.0, "left_l": 0.5}]):  # fmt: skip
            with self.subTest(readings), self.assertRaises(InputError):
                measure("seep", {"filled_l": 2.0, "readings": readings})


OFF = (g.Programme(t.TODAY - 9 * DAY, 3), g.Programme(t.TODAY - DAY, on=False))


class OnOneLine(unittest.TestCase):
    def made(self, *boxes: g.Bed, programme: g.Programme | tuple[g.Programme, ...] = (), **sky):
        rig = g.Rig("Line", 8.0, programmes=programme if isinstance(programme, tuple) else (programme,))
        beds = tuple(dataclasses.replace(b, name=f"Box {k}", rig="Line") for k, b in enumerate(boxes))
        return plan(dataclasses.replace(t.garden(*beds), rigs=(rig,)), t.sky(**sky), t.TODAY)

    def test_runs_fall_on_the_first_day_and_every_so_many_until_it_is_switched_off(self) -> None:
        week = g.Programme(t.TODAY - 10 * DAY, 4)
        off = g.Programme(t.TODAY + 3 * DAY, on=False)
        rig = g.Rig("Line", programmes=(week, off))
        self.assertEqual([i for i, _ in runs_of(rig, t.TODAY - 12 * DAY, 30)], [2, 6, 10, 14])
        self.assertEqual(next_run(rig, t.TODAY), t.TODAY + 2 * DAY)
        self.assertIsNone(next_run(rig, t.TODAY + 2 * DAY))

    def test_what_a_timer_fills_nobody_fills(self) -> None:
        dry = felt(box(capacity=8.0, holds=1.0), g.Observation(t.TODAY, "dry"))
        by_hand, timed = self.made(dry), self.made(dry, programme=g.Programme(t.TODAY - 4 * DAY, 1))
        self.assertEqual(by_hand.beds[0].word, "fill")
        self.assertEqual(timed.beds[0].word, "leave")
        self.assertTrue(all(d.soak is None for d in fortnight(timed).beds[0].days))
        self.assertGreater(timed.beds[0].reservoir_l.mid, 3.0)
        self.assertLess(conservation_error(timed.run.rows[0]).max(), 1e-9)

    def test_minutes_of_drip_lines_fill_no_box(self) -> None:
        dry = felt(box(capacity=8.0, holds=1.0), g.Observation(t.TODAY, "dry"))
        made = self.made(dry, programme=g.Programme(t.TODAY - 4 * DAY, 1, minutes=30.0))
        self.assertEqual(made.beds[0].word, "fill")
        self.assertEqual(lines(made), ())
        then_off = (g.Programme(t.TODAY - 4 * DAY, 1, minutes=30.0), g.Programme(t.TODAY, on=False))
        self.assertEqual(lines(self.made(dry, programme=then_off)), ())

    def test_what_a_timer_gave_this_morning_lasts_the_day(self) -> None:
        dry = felt(box(capacity=12.0, holds=0.0), g.Observation(t.TODAY, "dry"))
        words = [self.made(dry, programme=g.Programme(t.TODAY, 5, litres=x)).beds[0].word for x in (0.1, 8.0)]
        self.assertEqual(words[0], "fill")
        self.assertNotEqual(words[1], "fill")

    def test_unlike_thirst_who_starves_and_what_to_set(self) -> None:
        small = dataclasses.replace(
            box("lettuce", capacity=20.0), plantings=(g.Planting("lettuce", 1, t.TODAY - 40 * DAY),)
        )
        (line,) = lines(
            self.made(box(capacity=8.0), small, programme=g.Programme(t.TODAY - 1 * DAY, 9), tmax_ahead=30.0)
        )
        thirsty, other = line.boxes
        self.assertTrue(line.unlike)
        self.assertGreater(thirsty.draws_l, 2 * other.draws_l)
        self.assertGreater(thirsty.runs_dry, 0.9)
        self.assertLess(other.runs_dry, 0.2)
        self.assertEqual(line.best_days, thirsty.lasts_days)
        self.assertLessEqual(thirsty.lasts_days, 8.0 / thirsty.draws_l)  # in nine of ten series, so less than the mean
        self.assertGreaterEqual(thirsty.lasts_days, 0.5 * 8.0 / thirsty.draws_l)
        self.assertEqual(line.next_run, t.TODAY + 8 * DAY)
        (ran,) = lines(self.made(box(holds=1.0), box(holds=1.0), programme=g.Programme(t.TODAY, 3)))
        self.assertLess(ran.boxes[0].runs_dry, 0.1)  # what ran this morning counts
        (alike,) = lines(self.made(box(), box(), programme=OFF))
        self.assertFalse(alike.unlike)
        self.assertEqual((alike.programme, alike.next_run, alike.boxes[0].runs_dry), (None, None, None))
        self.assertEqual(lines(self.made(box(), box())), ())  # a hose is no line

    def test_heat_asks_for_a_shorter_interval(self) -> None:
        best = [lines(self.made(box(), box(), programme=OFF, tmax_ahead=warm))[0].best_days for warm in (20.0, 36.0)]
        self.assertGreater(best[0], best[1])

    def test_fixed_litres_run_over_where_little_was_drunk(self) -> None:
        spilt = []
        for litres in (0.5, 15.0):
            timed = g.Programme(t.TODAY - DAY, 3, litres=litres)
            made = self.made(box(holds=20.0), box(holds=20.0), programme=timed, tmax_ahead=15.0)
            spilt.append(lines(made)[0].boxes[0].spills_l)
        self.assertEqual(spilt[0], 0.0)
        self.assertGreater(spilt[1], 5.0)


class Frost(unittest.TestCase):
    def test_the_first_night_that_may_freeze_is_named(self) -> None:
        run = plan(t.garden(box()), t.sky(), t.TODAY).run
        self.assertIsNone(frost_on(run))
        tmin = run.weather.tmin.copy()
        tmin[run.n_behind + 3, : tmin.shape[1] // 3] = -1.0
        cold = dataclasses.replace(run, weather=dataclasses.replace(run.weather, tmin=tmin))
        self.assertEqual(frost_on(cold), t.TODAY + 3 * DAY)


class Weighed(unittest.TestCase):
    def pot(self, kg: float) -> g.Bed:
        made = t.dried(1, kind="pot", length_m=0.35, width_m=0.35, soaked_kg=20.0, limp_kg=14.0)
        return felt(made, g.Observation(t.TODAY, kind="weighed", value=kg))

    def test_a_kilogram_is_a_litre(self) -> None:
        """Water weighs 1 kg/L: halfway between soaked and limp, half of what the pot holds for its plants is gone."""
        light, half, heavy = (one(self.pot(kg)) for kg in (14.2, 17.0, 20.0))
        self.assertAlmostEqual(half.net_mm.mid / half.terms.taw_now, 0.5, delta=0.06)
        self.assertEqual((light.word, heavy.word), ("soak", "leave"))

    def test_limp_is_lighter_than_soaked_and_neither_stands_alone(self) -> None:
        self.assertEqual(measure("weigh", {"soaked_kg": 20.0, "limp_kg": 14.0})["holds_l"], 6.0)
        with self.assertRaisesRegex(InputError, "limp_kg"):
            measure("weigh", {"soaked_kg": 14.0, "limp_kg": 20.0})
        said = {"name": "B", "kind": "pot", "length_m": 1.0, "width_m": 1.0, "opened": "2025-05-01", "soaked_kg": 9.0}
        with self.assertRaisesRegex(InputError, "limp_kg"):
            read(g.Bed, said)


def rows(n: int, **given: float) -> Terms:
    return Terms(**{name: np.full(n, given.get(name, 0.0)) for name in Terms._fields})


class Salts(unittest.TestCase):
    def test_steady_state_is_water_over_leaching(self) -> None:
        """ECdw = ECw / LF: FAO-29 (Ayers and Westcot 1985), chapter 2, from memory. 10 mm a day, a tenth runs out."""
        found = balance.salts(rows(2000, irrigation=10.0, drained_rooted=1.0), np.full(2000, 0.8), 60.0)
        # What runs out has mixed with what the mix holds and itself.
        self.assertAlmostEqual(found.mix[-1] * 60 / 61, 0.8 / 0.1, delta=0.8 / 0.1 * 0.02)

    def test_without_drainage_all_of_it_stays(self) -> None:
        found = balance.salts(rows(30, irrigation=5.0), np.full(30, 0.5), 50.0)
        self.assertAlmostEqual(found.mix[-1], 30 * 5.0 * 0.5 / 50.0, places=9)

    def test_what_the_wick_lifts_brings_its_salt_along(self) -> None:
        fed = rows(10, filled=4.0, wicked=4.0, open_reservoir=0.0)
        self.assertAlmostEqual(balance.salts(fed, np.full(10, 0.5), 50.0).mix[-1], 10 * 4.0 * 0.5 / 50.0, places=9)

    def test_a_flush_falls_exponentially(self) -> None:
        """Well mixed: C = Cw + (C0 - Cw) exp(-L / V); by hand."""
        litres = balance.flush_l(4.0, 1.0, 0.5, 10.0)
        self.assertAlmostEqual(0.5 + 3.5 * math.exp(-litres / 10.0), 1.0, places=9)
        self.assertEqual(balance.flush_l(4.0, 0.4, 0.5, 10.0), math.inf)

    def test_tender_crops_bear_less_and_hard_water_brings_the_day_nearer(self) -> None:
        self.assertGreater(bears_ds_m("tomato"), bears_ds_m("pepper"))
        now = {}
        for salty in (0.03, 2.0):
            topped = tuple(g.Watering(t.TODAY - n * DAY, 1.5) for n in range(1, 40))
            pot = t.bed(
                kind="pot",
                length_m=0.4,
                width_m=0.4,
                plantings=(t.planting("tomato", 1, "waist", 0.5),),
                waterings=topped,
            )
            garden = dataclasses.replace(t.garden(pot), rigs=(g.Rig("Hose", salt_ds_m=salty),))
            now[salty] = salts_now(plan(garden, t.sky(), t.TODAY), 0)
        self.assertLess(now[0.03].mix_ds_m, 0.3)
        self.assertIsNone(now[0.03].flush_on)
        self.assertGreater(now[2.0].mix_ds_m, 1.0)
        self.assertIsNotNone(now[2.0].flush_on)
        self.assertIsNone(salts_now(plan(t.garden(t.dried(2)), t.sky(), t.TODAY), 0))


if __name__ == "__main__":
    unittest.main()
