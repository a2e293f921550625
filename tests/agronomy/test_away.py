"""Going away: the chance to come through, and the least that reaches a wanted one."""

import dataclasses
import datetime as dt
import itertools
import math
import unittest

import numpy as np

from agronomy.balance import layout as at
from agronomy.balance.terms import NEVER
from agronomy.decide.away import AGAINST_EACH_OTHER, Away, Through, _Leaving, _sets, away
from agronomy.decide.plan import Plan, plan
from agronomy.describe import garden as g
from agronomy.describe.errors import InputError
from agronomy.describe.garden import LONGEST_ABSENCE_DAYS, check_absence
from tests.agronomy import gardens as t

DAY = dt.timedelta(days=1)


def pot(**changes) -> g.Bed:
    """A black pot of 30 L under one grown tomato."""
    size = (g.Size(t.TODAY - DAY, "waist", 0.6),)
    usual = {
        "kind": "pot", "length_m": 0.36, "width_m": 0.36, "round": True, "soil_depth_m": 0.3,
        "soils": (g.Soil("potting_mix"),), "plantings": (g.Planting("tomato", 1, t.TODAY - 70 * DAY, size),),
    }  # fmt: skip
    return t.dried(1, **{**usual, **changes})


def planned(*beds: g.Bed, **sky) -> Plan:
    return plan(t.garden(*beds), t.sky(**sky), t.TODAY, 20)


def gone(p: Plan, days: int = 5, wanted: float = 0.9, visits: tuple[int, ...] = ()) -> Away:
    leaves = t.TODAY + DAY
    return away(p, g.Absence(leaves, leaves + days * DAY, wanted, tuple(leaves + v * DAY for v in visits)))


def only(p: Plan, days: int = 5, **how) -> Through:
    return gone(p, days, **how).beds[0]


class Chance(unittest.TestCase):
    def certain(self, cv: float, p_table: float, n: int = 4000) -> Plan:
        """A mulched bed under one steady weather, whose series differ by their demand alone, drawn normal about 1."""
        film = (g.Mulch(t.OPENED, "film", 0.001, 1.0),)
        tomatoes = (t.planting("tomato", 6, "waist", 0.6),)
        p = planned(t.bed(plantings=tomatoes, mulches=film, opening_wetness="wet"), spread=0.0)
        draws = np.ones((1, n, at.N_DRAW))
        draws[..., [at.Z_RAIN, at.Z_AIR]] = 0.0
        draws[0, :, at.Q_DEMAND] = np.random.default_rng(7).normal(1.0, cv, n)
        days, figures = p.run.days.copy(), p.run.figures.copy()
        days[..., at.P_TABLE], days[..., at.EVAP_LEFT], figures[:, at.P_SLOPE] = p_table, 0.0, 0.0
        weather = dataclasses.replace(p.run.weather, air=np.repeat(p.run.weather.air[:, :1], n, axis=1))
        full = np.zeros((1, n + 1, at.N_STATE))
        full[..., at.STATE_REACH] = 1.0
        run = dataclasses.replace(p.run, draws=draws, state=full, weather=weather, days=days, figures=figures)
        return dataclasses.replace(p, run=run)

    def use_of(self, p: Plan) -> tuple[np.ndarray, float]:
        """What plants take, day by day, and TAW [mm over the rooted share]; bare ground takes nothing."""
        terms = p.run.terms_ahead(np.full((12, 1), NEVER))
        today = p.run.days[p.run.today_at, 0]
        return np.asarray(terms.potential)[:, 0] / today[at.SHARE], float(today[at.TAW])

    def test_the_chance_is_that_of_a_normal_demand_on_a_known_store(self) -> None:
        """Closed form: a use u a day drawn N(1, cv) on a store D that is drawn with ease: P = Phi((D / n u - 1) / cv).

        p is 0.8, so that nearly all is drawn with ease; Ks is 0.7 at RAW + 0.3 (TAW - RAW), FAO-56 eq. 84.
        """
        cv, p = 0.15, self.certain(0.15, 0.8)
        plants, taw = self.use_of(p)
        store = taw * (0.8 + 0.3 * 0.2)
        for days in (7, 8, 9):
            expected = 0.5 * (1 + math.erf((store / plants[:days].sum() - 1) / cv / math.sqrt(2)))
            self.assertTrue(0.05 < expected < 0.95)
            self.assertAlmostEqual(only_unwatered(p, days), expected, delta=0.03, msg=str(days))

    def test_it_agrees_with_a_monte_carlo_of_its_own(self) -> None:
        """FAO-56 eq. 84 and 85 by hand, day by day, for each series."""
        p = self.certain(0.2, 0.4)
        plants, taw = self.use_of(p)
        raw, q = 0.4 * taw, p.run.draws[0, :, at.Q_DEMAND]
        net, failed = np.zeros(len(q)), np.zeros(len(q), dtype=bool)
        for d in range(6):
            net += np.clip((taw - net) / (taw - raw), 0, 1) * plants[d] * q
            failed |= (taw - net) / (taw - raw) < 0.7
        self.assertTrue(0.1 < failed.mean() < 0.95, failed.mean())
        self.assertAlmostEqual(only_unwatered(p, 6), 1 - failed.mean(), delta=0.03)

    def test_longer_hotter_and_smaller_come_through_less(self) -> None:
        for less, more in (
            (only(planned(pot()), 8), only(planned(pot()), 3)),
            (only(planned(pot(), tmax_ahead=35.0)), only(planned(pot(), tmax_ahead=18.0))),
            (only(planned(pot(length_m=0.25, width_m=0.25))), only(planned(t.bed()))),
        ):
            self.assertLess(less.chance, more.chance)

    def test_what_is_young_fails_where_its_top_dries_though_the_ground_is_damp(self) -> None:
        sown = g.Planting("carrot", 100, t.TODAY - 14 * DAY, start="sown")
        chance = {}
        for name, bed in (("young", t.dried(1, plantings=(sown,))), ("grown", t.dried(1))):
            leaving = _Leaving(planned(bed), 0, 1, 5, ())
            chance[name] = float(leaving.gone([leaving.choices[:1]], leaving.usual).through[0])  # soaked before
        self.assertLess(chance["young"], 0.5, chance)
        self.assertGreater(chance["grown"], 0.9, chance)

    def test_the_weakest_stands_first_and_bare_ground_not_at_all(self) -> None:
        found = gone(planned(t.bed("Wide"), pot(name="Small"), t.bed("Bare", plantings=())))
        self.assertEqual([x.bed for x in found.beds], ["Small", "Wide"])


def only_unwatered(p: Plan, days: int) -> float:
    """The chance over so many days from today, with nothing poured at all."""
    return float(_Leaving(p, 0, 0, days, ()).gone([()], np.full((days, 1), NEVER)).through[0])


class Least(unittest.TestCase):
    def test_no_cheaper_set_reaches_the_chance(self) -> None:
        """Brute force: every set of measures, each worked by itself."""
        p = planned(pot(), tmax_ahead=26.0)
        for wanted in (0.6, 0.9):
            found = only(p, 4, wanted=wanted)
            bed = _Leaving(p, 0, 1, 5, ())
            chances = {}
            for n in range(len(found.choices) + 1):
                for some in itertools.combinations(found.choices, n):
                    if any(x <= {d.what for d in some} for x in AGAINST_EACH_OTHER):
                        continue
                    chances[some] = float(bed.gone([some], bed.usual).through[0])
            enough = [some for some, chance in chances.items() if chance >= wanted]
            self.assertTrue(found.reached)
            self.assertAlmostEqual(chances[found.least], found.chance_then)
            self.assertAlmostEqual(
                sum(d.effort for d in found.least), min(sum(d.effort for d in some) for some in enough)
            )

    def test_sets_hold_every_combination_but_what_shuts_each_other_out(self) -> None:
        choices = only(planned(pot())).choices
        self.assertEqual([c.what for c in choices], ["soak", "mulch_on", "shade_on", "into_shade", "line"])
        self.assertEqual(len(_sets(choices)), 2**5 - 2**3)

    def test_every_measure_helps_or_does_no_harm_and_a_line_carries(self) -> None:
        p = planned(pot(), tmax_ahead=30.0)
        bed = _Leaving(p, 0, 1, 6, ())
        chance = {c.what: float(bed.gone([(c,)], bed.usual).through[0]) for c in bed.choices}
        nothing = only(p).chance
        self.assertTrue(all(c >= nothing - 0.02 for c in chance.values()), (nothing, chance))
        self.assertGreater(chance["line"], 0.9)
        self.assertGreater(chance["into_shade"], nothing)

    def test_where_no_measure_but_a_line_will_do_it_says_so(self) -> None:
        """Desert heat, big plants: common practice trusts a line alone."""
        found = only(planned(pot(), tmax_ahead=42.0), 10)
        self.assertIn("line", [d.what for d in found.least])
        self.assertLess(found.with_all, 0.9)
        self.assertEqual(next(d.buy for d in found.least if d.what == "line"), "a line and a timer")

    def test_a_reservoir_is_filled_first(self) -> None:
        box = pot(kind="self_watering_box", method="reservoir", reservoir=g.Reservoir(12.0, 12.0, 3.0))
        found = only(planned(box), 4)
        self.assertEqual(found.choices[0].what, "fill")
        self.assertIn("fill", [d.what for d in found.least] or ["fill"])

    def test_on_the_day_itself_what_was_poured_already_counts(self) -> None:
        def soak(*poured: g.Watering) -> float:
            found = away(planned(pot(waterings=poured)), g.Absence(t.TODAY, t.TODAY + 6 * DAY)).beds[0].choices
            return sum(d.litres for d in found if d.what == "soak")

        whole = soak()
        self.assertAlmostEqual(soak(g.Watering(t.TODAY, whole / 2)), whole / 2, delta=0.05 * whole)
        self.assertEqual(soak(g.Watering(t.TODAY, whole)), 0.0)


class Visits(unittest.TestCase):
    def test_a_visit_adds_and_one_that_is_agreed_counts(self) -> None:
        p = planned(pot(), tmax_ahead=27.0)
        alone = only(p, 6, wanted=0.99)
        seen = only(p, 6, wanted=0.99, visits=(3,))
        self.assertGreater(seen.chance, alone.chance)
        self.assertEqual([v.date for v in alone.visits], [t.TODAY + n * DAY for n in range(2, 7)])
        self.assertTrue(all(v.chance >= alone.chance_then - 0.02 for v in alone.visits))
        by_hand = only(planned(pot(), tmax_ahead=18.0), 6, wanted=0.5)
        self.assertNotIn("line", [d.what for d in by_hand.least])
        self.assertGreater(by_hand.visits[-1].litres, by_hand.visits[0].litres)  # the longer it went without, the more


class Asked(unittest.TestCase):
    def test_what_ended_or_lies_beyond_the_plan_is_named(self) -> None:
        p = planned(t.bed())
        for leaves, back in ((-5, 0), (10, 21)):
            with self.subTest(leaves), self.assertRaises(InputError) as caught:
                away(p, g.Absence(t.TODAY + leaves * DAY, t.TODAY + back * DAY))
            self.assertEqual(caught.exception.field, "returns")

    def test_dates_out_of_order_are_named(self) -> None:
        for absence, field in (
            (g.Absence(t.TODAY, t.TODAY), "returns"),
            (g.Absence(t.TODAY, t.TODAY + (LONGEST_ABSENCE_DAYS + 1) * DAY), "returns"),
            (g.Absence(t.TODAY, t.TODAY + 3 * DAY, 0.9, (t.TODAY,)), "visits"),
        ):
            with self.subTest(field), self.assertRaises(InputError) as caught:
                check_absence(absence)
            self.assertEqual(caught.exception.field, field)

    def test_one_that_began_is_looked_at_from_today(self) -> None:
        p = planned(t.bed())
        begun = away(p, g.Absence(t.TODAY - 3 * DAY, t.TODAY + 4 * DAY))
        self.assertEqual(begun.days, 3)

    def test_days_no_forecast_covers_are_counted(self) -> None:
        p = planned(t.bed())
        known = gone(p, 5)
        self.assertEqual((known.foreseen, known.days), (4, 4))
