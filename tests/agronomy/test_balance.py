"""The day's step: FAO-56's examples, a real season, conservation, and the compiled form against the plain one."""

import datetime as dt
import itertools
import pathlib
import re
import unittest
from typing import Any

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from agronomy.balance import kernel, terms
from agronomy.balance import layout as s
from agronomy.balance.kernel import PLAIN, compiled, conservation_error, run_days
from agronomy.balance.run import NO_HOURS, reckoned_under
from agronomy.plants import demand
from tests import reference_data as ref

WHOLE = np.ones((1, s.N_PART))


class Run:
    """A one-bed run with plain defaults: no evaporation, p fixed, what exceeds field capacity drains the same day."""

    def __init__(self, days: int, **given: float) -> None:
        self.day = np.zeros((days, 1, s.N_BED_DAY))
        self.day[..., [s.SHARE, s.KD, s.KCB_FULL, s.SPREAD_AREA, s.RAIN_IN, s.WETTED]] = 1.0
        self.day[..., [s.SEEN_AT, s.SEEN_STORE]], self.day[..., s.TOP_MOST] = -1.0, 1e6
        ground = [s.TEW, s.REW, s.DRAIN, s.ROOM, s.DEEPEST, s.AIR_FACTOR, s.AIR_MARK, s.REACH]
        self.day[..., ground] = [20, 9, 1, 1e6, 1e6, 1, 1e6, 1]
        self.bed = np.zeros((1, s.N_BED))
        self.bed[0, s.TRIGGER_RAW] = 1.0
        self.draw = np.ones((1, 1, s.N_DRAW))
        self.draw[..., [s.Z_RAIN, s.Z_AIR]] = 0.0
        self.air = np.zeros((days, 1, s.N_AIR))
        self.air[..., s.SHOWERS] = 1.0
        self.state = np.zeros((1, 2, s.N_STATE))  # a series, and the bed as reckoned behind it
        self.state[..., s.STATE_REACH] = 1.0
        self.policy = np.zeros((days, 1))
        for name, value in given.items():
            index = getattr(s, name)
            holder = {"bed": self.bed[0], "day": self.day[:, 0], "air": self.air[:, 0]}[self.home(name)]
            holder[..., index] = value

    @staticmethod
    def home(name: str) -> str:
        if name in ("ET0", "RAIN", "CLIMATE", "ET0_CV", "RAIN_CV"):
            return "air"
        bed = (
            "CURVE_NUMBER",
            "FRAME_TAKES",
            "AGAIN_MARGIN",
            "P_SLOPE",
            "CAPACITY",
            "WICK",
            "WICK_REST",
            "WICK_REACH",
            "BURIED",
            "TRIGGER_RAW",
            "TRIGGER_BEYOND",
            "UNTIL_NEXT",
            "FILL_BELOW",
            "REPELS_BEYOND",
            "STORE_WEIGHT",
        )
        return "bed" if name in bed else "day"

    def rows(self, run=run_days, parts=WHOLE) -> np.ndarray:
        out = np.zeros((self.day.shape[0], 1, s.N_TERMS))
        before = np.concatenate([self.day[:1, :, s.SHARE], self.day[:-1, :, s.SHARE]])
        inputs = (self.state.copy(), self.day, before, self.bed, self.draw, self.air, self.policy)
        nothing = np.empty((s.N_KEEP, 0, 1, 1))
        run(*inputs, *cut_into(parts, 1, len(out)), nothing, np.zeros((1, 1)), out, NO_HOURS)
        return out[:, 0]


class Published(unittest.TestCase):
    def test_two_stage_drying(self) -> None:
        """FAO-56's worked example of bare loam drying: Kr, E and De over ten days."""
        case = ref.cases()["fao-ex-drying"]
        run = Run(
            case["days"], ET0=case["et0"], TEW=case["tew"], REW=case["rew"], KD=case["kcb_min"], EVAP_LEFT=1.0, TAW=1e6
        )
        rows = run.rows()
        for name, got in (("e", rows[:, s.EVAP_ROOTED]), ("de_end", rows[:, s.DE_NOW])):
            want, tolerance = case.expect(name)
            np.testing.assert_allclose(got, want, atol=tolerance)

    def test_tomato_under_stress(self) -> None:
        """FAO-56 example 36: ten days without water."""
        case = ref.cases()["fao-ex36"]
        run = Run(case["days"], ET0=case["et0"], KCB_FULL=case["kc"], TAW=160.0, P_TABLE=case["p"], DEEPEST=160.0)
        run.state[..., s.DR] = case["dr_start"]
        rows = run.rows()
        for name, got in (
            ("ks", rows[:, s.KS]),
            ("etc_adj", rows[:, s.TRANSPIRATION]),
            ("dr_end", rows[:, s.CLOSE_ROOTED]),
        ):
            want, tolerance = case.expect(name)
            np.testing.assert_allclose(got, want, atol=tolerance)

    def test_balances_with_prescribed_demand(self) -> None:
        """FAO-56 eq. 84 to 88, the kernel driven by a given ETc: Kc 1 and ET0 = ETc."""
        for name in ("balance-2", "balance-3"):
            case = ref.cases()[name]
            with self.subTest(name):
                run = Run(len(case["etc"]), TAW=case["taw"], P_TABLE=case["p"], DEEPEST=case["taw"], ROOM=0.0)
                run.air[:, 0, s.ET0], run.air[:, 0, s.RAIN] = case["etc"], case["rain"]
                run.day[:, 0, s.EVENING] = case["irrigation"]  # Ks is that of the day's start
                run.state[..., s.DR] = case["dr_start"]
                rows = run.rows()
                for key, column in (
                    ("ks", s.KS),
                    ("eta", s.TRANSPIRATION),
                    ("deep_percolation", s.DRAINED_ROOTED),
                    ("dr_end", s.CLOSE_ROOTED),
                ):
                    want, tolerance = case.expect(key)
                    np.testing.assert_allclose(rows[:, column], want, atol=tolerance)

    def test_runoff_by_curve_number(self) -> None:
        for name in ("scs-cn-80-4in", "scs-cn-90-2in", "scs-cn-none"):  # NEH 630 chapter 10, TR-55
            case = ref.cases()[name]
            with self.subTest(name):
                rows = Run(1, RAIN=case["rain"], CURVE_NUMBER=case["cn"], TAW=100.0).rows()
                want, tolerance = case.expect("runoff")
                self.assertAlmostEqual(rows[0, s.RUNOFF], want, delta=tolerance + 1e-9)

    def test_the_depletion_fraction_follows_the_demand(self) -> None:
        for case in ref.group("water-balance"):
            if case.id.startswith("padj-"):  # FAO-56 Table 22, its note
                with self.subTest(case.id):
                    row = Run(1, ET0=case["etc"], P_TABLE=case["p_table"], P_SLOPE=0.04, TAW=100.0).rows()[0]
                    want, tolerance = case.expect(next(iter(case.raw["expected"])))
                    self.assertAlmostEqual(row[s.RAW_NOW] / row[s.TAW_NOW], want, delta=tolerance)

    def test_wet_soil_and_plants_together_use_no_more_than_kc_max(self) -> None:
        case = ref.cases()["dual-few-drip"]  # FAO-56 eq. 72
        climate = demand.climate_of_day(case["u2"], case["rhmin"])
        run = Run(1, ET0=5.0, CLIMATE=climate, KCB_FULL=case["kcb"], TAW=100.0, EVAP_LEFT=1.0)
        run.day[..., s.H_FACTOR] = demand.climate_of_height(case["height"])
        row = run.rows()[0]
        want, tolerance = case.expect("kc_max")
        self.assertAlmostEqual(row[s.KCB_NOW] + row[s.KE_NOW], want, delta=tolerance)

    def test_a_tomato_season_on_real_weather(self) -> None:
        """2013 near New York, single coefficient, refilled at RAW: seven irrigations (a second implementation's)."""
        case = ref.cases()["season-nyc_ewr_2013"]
        start = dt.date.fromisoformat(case["start"])
        days = sum(case["stage_lengths"])
        from agronomy.air.reference_et import reference_et

        table = ref.weather("nyc_ewr_2013", "tmin", "tmax", "ea", "wind", "rain")
        et0 = reference_et(table, coastal=True).et0_mm
        at = np.array([d.toordinal() for d in table.dates], float)
        wanted = np.array([(start + dt.timedelta(days=i)).toordinal() for i in range(days)], float)
        run = Run(days, TAW=98.0, P_TABLE=case["p"], DEEPEST=98.0)
        run.air[:, 0, s.ET0] = np.interp(wanted, at, et0)  # 22 August is not in the file
        rain = dict(zip(at, table.columns["rain"], strict=True))
        run.air[:, 0, s.RAIN] = [rain.get(d, 0.0) for d in wanted]
        ends, (ini, mid, end) = np.cumsum(case["stage_lengths"]), case["kc"]  # straight lines, FAO-56 eq. 66
        run.day[:, 0, s.KCB_FULL] = np.interp(np.arange(1.0, days + 1), ends, [ini, mid, mid, end])
        for policy, checks in (
            (
                terms.BY_TRIGGER,
                {"irrigation_sum": s.IRRIGATION, "etc_sum": s.TRANSPIRATION, "deep_percolation": s.DRAINED_ROOTED},
            ),
            (terms.NEVER, {"eta_sum_no_irrigation": s.TRANSPIRATION}),
        ):
            run.policy[:] = policy
            rows = run.rows()
            for name, column in checks.items():
                want, tolerance = case.expect(name)
                self.assertAlmostEqual(rows[:, column].sum(), want, delta=tolerance, msg=name)
            if policy == terms.BY_TRIGGER:
                self.assertEqual(int((rows[:, s.IRRIGATION] > 0).sum()), case.expect("irrigations")[0])
            self.assertLess(conservation_error(rows).max(), 1e-9)


def drawn(seed: int, days: int = 25, beds: int = 6, members: int = 3):
    """Unlike beds under unlike weather, every column of the arrays in play."""
    rng = np.random.default_rng(seed)
    day = np.zeros((days, beds, s.N_BED_DAY))
    day[..., s.SHARE] = np.clip(np.cumsum(rng.normal(0.01, 0.08, (days, beds)), axis=0) + rng.random(beds), 0.05, 1.0)
    for column, low, high in (
        (s.KD, 0, 1),
        (s.KCB_FULL, 0.2, 1.2),
        (s.H_FACTOR, 0.3, 0.9),
        (s.SPREAD_AREA, 1, 2.5),
        (s.COVER, 0, 0.99),
        (s.TAW, 4, 120),
        (s.P_TABLE, 0.1, 0.7),
        (s.EVAP_LEFT, 0.2, 1),
        (s.RAIN_HELD, 0, 2),
        (s.RAIN_IN, 0, 1),
        (s.SEEN_WEIGHT, 0, 1),
        (s.TEW, 12, 40),
        (s.REW, 2, 10),
        (s.DRAIN, 0.3, 1),
        (s.ROOM, 5, 80),
        (s.DEEPEST, 20, 150),
        (s.WETTED, 0.3, 1.0),
        (s.LEAF_HEAT, 0.0, 0.2),
        (s.SIDE_ET, 0.0, 2.0),
        (s.SIDE, 0.5, 3.0),
        (s.AIR_FACTOR, 0.6, 1),
        (s.AIR_MARK, 2, 20),
        (s.ONE_PASS, 0, 1),
        (s.ASIDE, 0, 1),
        (s.TOP_MOST, 6, 60),
        (s.SEEN_LEAST, 0, 0.5),
        (s.SEEN_MOST, 0.6, 2),
    ):
        day[..., column] = rng.uniform(low, high, (days, beds))
    for column in (s.MORNING, s.EVENING, s.FILL):
        day[..., column] = np.where(rng.random((days, beds)) < 0.2, rng.exponential(12, (days, beds)), 0)
    day[..., s.SEEN_AT] = np.where(rng.random((days, beds)) < 0.1, rng.uniform(0, 1.5, (days, beds)), -1)
    day[..., s.SEEN_OF] = rng.integers(0, 2, (days, beds))
    day[..., s.SEEN_STORE] = np.where(rng.random((days, beds)) < 0.1, rng.uniform(0, 60, (days, beds)), -1)
    day[..., s.RAN_OUT] = rng.random((days, beds)) < 0.1
    day[..., s.TOP_LEAST] = np.where(rng.random((days, beds)) < 0.1, rng.uniform(0, 6, (days, beds)), 0)
    day[..., s.DAMP_TOP] = np.where(rng.random((days, beds)) < 0.3, rng.uniform(2, 12, (days, beds)), 0)
    day[..., s.BALL] = np.where(rng.random((days, beds)) < 0.2, rng.uniform(1, 15, (days, beds)), 0)
    for column in (s.REBASED, s.REBASED_TOP):
        day[..., column] = np.where(rng.random((days, beds)) < 0.05, rng.uniform(-8, 8, (days, beds)), 0)
    bed = np.zeros((beds, s.N_BED))
    for column, low, high in (
        (s.WICK, 1, 30),
        (s.TRIGGER_RAW, 0.4, 1),
        (s.REPELS_BEYOND, 0, 1),
        (s.STORE_WEIGHT, 0, 1),
    ):
        bed[:, column] = rng.uniform(low, high, beds)
    bed[:, s.P_SLOPE], bed[:, s.WICK_REST], bed[:, s.WICK_FALLS] = 0.04, 0.1, 0.1
    bed[:, s.BURIED], bed[:, s.WICK_REACH] = rng.integers(0, 2, beds), rng.uniform(0.1, 1.0, beds)
    day[..., s.REACH] = np.where(rng.random(beds) < 0.5, rng.uniform(0.1, 1.0, (days, beds)), 1.0)
    day[..., s.BY_HAND] = rng.choice([0.0, 0.4, 1.0], (days, beds))
    day[..., s.WETTED] = rng.choice([0.5, 1.0], (days, beds))
    day[..., s.TO_FULL] = rng.random((days, beds)) < 0.1
    day[..., s.WICKS] = rng.integers(0, 2, (days, beds))
    bed[:, s.FILL_RAW] = rng.choice([0.0, 0.5], beds)
    bed[::2, s.CURVE_NUMBER] = 80
    day[:, 1::3, s.SHARE], bed[1::3, s.AGAIN_MARGIN] = 1.0, 1.1  # containers
    bed[3:, s.FRAME_TAKES] = 20.0
    bed[:, s.UNTIL_NEXT] = rng.integers(0, 2, beds)
    bed[1::2, s.CAPACITY] = rng.uniform(10, 60, len(bed[1::2]))
    bed[:, s.FILL_BELOW] = 0.05 * bed[:, s.CAPACITY]
    draw = np.ones((beds, members, s.N_DRAW)) * rng.uniform(0.8, 1.2, (beds, members, s.N_DRAW))
    draw[..., [s.Z_RAIN, s.Z_AIR]] = rng.normal(0, 1, (beds, members, 2))
    air = np.zeros((days, members, s.N_AIR))
    air[..., s.ET0] = rng.uniform(0, 9, (days, members))
    air[..., s.RAIN] = np.where(rng.random((days, members)) < 0.4, rng.exponential(15, (days, members)), 0)
    air[..., s.CLIMATE] = rng.normal(0, 0.1, (days, members))
    air[..., s.ET0_CV], air[..., s.RAIN_CV], air[..., s.SHOWERS] = 0.1, 0.2, rng.uniform(0, 1, (days, 1))
    policy = rng.choice([terms.NEVER, terms.ON_DAY, terms.BY_TRIGGER, terms.AGAIN_ONLY, 0.5], (days, beds))
    state = np.zeros((beds, members + 1, s.N_STATE))
    state[..., s.DR] = rng.uniform(0, 30, (beds, members + 1))
    state[..., s.DO] = rng.uniform(0, 10, (beds, members + 1))
    state[..., s.DB], state[..., s.STATE_REACH] = rng.uniform(-5, 30, (beds, members + 1)), day[0, :, None, s.REACH]
    before = np.concatenate([day[:1, :, s.SHARE], day[:-1, :, s.SHARE]])
    return state, day, before, bed, draw, air, policy


def cut_into(parts: np.ndarray, beds: int, days: int) -> tuple[np.ndarray, np.ndarray]:
    """Every day of every bed in these parts, as the kernel takes them."""
    return np.tile(parts, (beds, 1, 1, 1)), np.zeros(days, dtype=np.int64)


def results(days: int, beds: int, series: int) -> tuple[np.ndarray, ...]:
    """What the kernel writes: what it keeps of each series, its wet days, the mean rows, and no hours."""
    kept, rows = np.zeros((s.N_KEEP, days, beds, series)), np.zeros((days, beds, s.N_TERMS))
    return kept, np.zeros((beds, series)), rows, NO_HOURS


def parts_of(cuts: int, seed: int) -> np.ndarray:
    """A day cut into cuts + 1 parts; no cut is the whole day."""
    if cuts == 0:
        return WHOLE
    shares = np.random.default_rng(seed).dirichlet(np.ones(cuts + 1), s.N_PART).T
    return np.ascontiguousarray(shares)


def even(n: int, poured_at: int = 0) -> np.ndarray:
    """A day in n equal parts, its water poured in one of them."""
    parts = np.full((n, s.N_PART), 1 / n)
    parts[:, [s.OF_MORNING, s.OF_AFTERNOON, s.OF_EVENING]] = 0.0
    parts[poured_at, s.OF_MORNING] = parts[n - 1, s.OF_EVENING] = 1.0
    return parts


class Parts(unittest.TestCase):
    """A day in any number of parts."""

    def test_what_the_step_knows_no_clock_for_is_the_same_in_parts(self) -> None:
        """Without stress, drainage or a drying top layer, 24 hours drink what the day drinks."""
        run = Run(5, ET0=4.0, TAW=80.0, P_TABLE=0.5, DEEPEST=80.0)
        np.testing.assert_allclose(run.rows(parts=even(24)), run.rows(), atol=1e-12)

    def test_drainage_over_a_day_is_the_same_however_it_is_cut(self) -> None:
        """Water above field capacity falls by a share a day: exponential, so 24 hours of it are one day of it."""
        run = Run(4, DRAIN=1 / 3, AIR_MARK=4.0, ROOM=60.0, TAW=60.0)
        run.state[..., s.W] = 40.0
        whole, hours = run.rows(), run.rows(parts=even(24))
        np.testing.assert_allclose(hours[:, s.DRAINED_ROOTED], whole[:, s.DRAINED_ROOTED], atol=1e-12)

    def test_a_pot_that_runs_dry_by_noon_misses_more_than_a_daily_step_sees(self) -> None:
        """Ks of the morning serves a daily step all day; by the hour it falls as the pot empties. A dose poured at
        noon serves the afternoon alone."""
        of_day = np.array([0, 0, 0, 0, 0, 0, 1, 2, 4, 6, 8, 9, 9, 9, 8, 6, 4, 2, 1, 0, 0, 0, 0, 0], dtype=float)
        run = Run(1, ET0=9.0, TAW=14.0, P_TABLE=0.4, DEEPEST=14.0, ROOM=0.0)
        run.state[..., s.DR] = 5.0  # just above RAW at dawn
        missed = {}
        for name, at in (("dry", 0), ("noon", 12)):
            parts = even(24, at)
            parts[:, s.OF_ET0] = of_day / of_day.sum()
            run.day[0, 0, s.MORNING] = 9.0 if name == "noon" else 0.0
            row = run.rows(parts=parts)[0]
            self.assertLess(conservation_error(row), 1e-9)
            missed[name] = row[s.POTENTIAL] - row[s.TRANSPIRATION]
        run.day[0, 0, s.MORNING] = 0.0
        row = run.rows()[0]
        daily = row[s.POTENTIAL] - row[s.TRANSPIRATION]
        self.assertAlmostEqual(daily, 0.0)
        self.assertGreater(missed["dry"], 1.0)
        self.assertLess(missed["noon"], 0.5 * missed["dry"])

    def test_more_parts_come_to_one_answer(self) -> None:
        state, *inputs = drawn(11)
        closes = []
        for n in (12, 48, 192):
            *kept, rows, _ = results(25, 6, 3)
            compiled().days(state.copy(), *inputs, *cut_into(even(n), 6, 25), *kept, rows, NO_HOURS)
            closes.append(rows[:, :, s.TRANSPIRATION].sum(axis=0))
        coarse, fine = (np.abs(x - closes[2]).max() for x in closes[:2])
        self.assertLess(fine, 0.5 * coarse + 1e-9)


class Properties(unittest.TestCase):
    @settings(max_examples=60, deadline=None)
    @given(st.integers(0, 10**6), st.integers(0, 24))
    def test_water_is_conserved_in_every_row(self, seed, cuts):
        """In a day cut into any parts of any length, with its demand, rain and water spread over them in any way."""
        parts = parts_of(cuts, seed)
        state, *inputs = drawn(seed)
        *kept, rows, _ = results(25, 6, 3)
        compiled().days(reckoned_under(state, inputs[4]), *inputs, *cut_into(parts, 6, 25), *kept, rows, NO_HOURS)
        self.assertTrue(np.isfinite(rows).all())
        self.assertLess(conservation_error(rows).max(), 1e-9)
        for column in (s.EVAP_ROOTED, s.TRANSPIRATION, s.DRAINED_ROOTED, s.OVERFLOW, s.CLOSE_RESERVOIR, s.RAIN_ROOTED):
            self.assertGreaterEqual(rows[..., column].min(), -1e-12)
        # The store's change over the whole run is what came in less what left.
        chained = rows[1:, :, s.OPEN_ROOTED] - rows[:-1, :, s.CLOSE_ROOTED]
        self.assertLess(np.abs(chained).max(), 1e-9)

    def test_compiled_and_plain_agree_to_the_last_bit_that_matters(self) -> None:
        for seed in range(4):
            kept, parts = [], parts_of(seed, seed)
            for run_of in (compiled(), PLAIN):
                state, *inputs = drawn(seed)
                state, wants, written = reckoned_under(state, inputs[4]), np.zeros((6, 6, s.N_WANT)), results(25, 6, 3)
                run_of.mornings(state, *inputs[:5], wants)
                run_of.days(state, *inputs, *cut_into(parts, 6, 25), *written)
                kept.append((*written, wants, state))
            for ours, oracle in zip(*kept, strict=True):
                np.testing.assert_allclose(ours, oracle, rtol=1e-12, atol=1e-12)

    def test_permuting_beds_changes_nothing(self) -> None:
        state, day, before, bed, draw, air, policy = drawn(5)
        order = np.array([3, 0, 5, 1, 4, 2])
        out = []
        for o in (np.arange(6), order):
            *kept, rows, _ = results(25, 6, 3)
            of_beds = (state[o], day[:, o], before[:, o], bed[o], draw[o], air, policy[:, o])
            run_days(*of_beds, *cut_into(WHOLE, 6, 25), kept[0], kept[1], rows, NO_HOURS)
            out.append(rows)
        np.testing.assert_array_equal(out[0][:, order], out[1])

    def test_thicker_mulch_never_raises_cumulative_evaporation(self) -> None:
        for seed in range(20):
            rng = np.random.default_rng(seed)
            rain = np.where(rng.random(30) < 0.3, rng.exponential(8, 30), 0.0)
            totals = []
            for left in (1.0, 0.75, 0.5, 0.25):
                run = Run(30, ET0=5.0, EVAP_LEFT=left, KD=0.3, TAW=60.0, P_TABLE=0.4, DEEPEST=90.0, COVER=0.3)
                run.air[:, 0, s.RAIN] = rain
                totals.append(run.rows()[:, s.EVAP_ROOTED].cumsum())
            for thin, thick in itertools.pairwise(totals):
                self.assertTrue((thick <= thin + 1e-9).all())

    def test_a_bigger_plant_never_demands_less_and_more_soil_never_stresses_more(self) -> None:
        base = {"ET0": 6.0, "P_TABLE": 0.4, "DEEPEST": 60.0}
        demand = [Run(12, KD=kd, TAW=40.0, **base).rows()[:, s.POTENTIAL].sum() for kd in (0.2, 0.5, 0.9)]
        self.assertEqual(demand, sorted(demand))
        stress = []
        for taw in (20.0, 40.0, 80.0):
            rows = Run(12, KD=1.0, TAW=taw, **{**base, "DEEPEST": taw}).rows()
            stress.append((rows[:, s.POTENTIAL] - rows[:, s.TRANSPIRATION]).sum())
        self.assertEqual(stress, sorted(stress, reverse=True))

    def test_growing_roots_create_no_water(self) -> None:
        run = Run(10, TAW=40.0, P_TABLE=0.4, DEEPEST=40.0)
        run.day[:, 0, s.SHARE] = np.linspace(0.2, 1.0, 10)
        run.state[..., s.DR], run.state[..., s.DO] = 12.0, 5.0
        rows = run.rows()
        whole = rows[:, s.CLOSE_ROOTED] + rows[:, s.CLOSE_BARE]
        np.testing.assert_allclose(whole, 0.2 * 12 + 0.8 * 5, atol=1e-9)

    def test_evening_water_serves_the_next_day_and_morning_water_this_one(self) -> None:
        ks = {}
        for column in (s.MORNING, s.EVENING):
            run = Run(2, ET0=6.0, TAW=40.0, P_TABLE=0.4, DEEPEST=40.0)
            run.day[0, 0, column] = 30.0
            run.state[..., s.DR] = 32.0
            ks[column] = run.rows()[:, s.KS]
        self.assertEqual(ks[s.MORNING][0], 1.0)
        self.assertLess(ks[s.EVENING][0], 0.5)
        self.assertEqual(ks[s.EVENING][1], 1.0)

    def test_the_top_layer_gives_off_freely_on_the_day_it_rains(self) -> None:
        """FAO-56 eq. 74: Kr is 1 below REW, and a shower that falls on a dry crust brings it there the same day."""
        evaporated = {}
        for rain in (0.0, 12.0):
            run = Run(1, ET0=5.0, KD=0.0, EVAP_LEFT=1.0, TAW=1e6, P_TABLE=0.5)
            run.state[0, :, [s.DE, s.DR]] = 20.0  # the whole of TEW
            run.air[0, 0, s.RAIN] = rain
            evaporated[rain] = run.rows()[0, s.EVAP_ROOTED]
        self.assertEqual(evaporated[0.0], 0.0)
        self.assertAlmostEqual(evaporated[12.0], 1.2 * 5.0, places=9)  # Kc max over bare ground, FAO-56 eq. 72

    def test_a_policy_adds_only_what_was_not_poured_yet(self) -> None:
        for recorded in ({"MORNING": 6.0}, {"EVENING": 6.0}, {"MORNING": 3.0, "EVENING": 3.0}, {}):
            with self.subTest(recorded):
                run = Run(1, TAW=60.0, P_TABLE=0.4, **recorded)
                run.state[0, :, s.DR] = 30.0
                run.policy[:] = terms.ON_DAY
                row = run.rows()[0]
                self.assertAlmostEqual(row[s.IRRIGATION], 30.0, places=9)
                self.assertAlmostEqual(row[s.DRAINED_ROOTED], 0.0, places=9)

    def test_there_is_one_compiled_form_and_no_page_compiles_another(self) -> None:
        state, day, before, bed, draw, air, policy = drawn(3)
        written, parts = results(25, 6, 3), cut_into(WHOLE, 6, 25)
        run_of = compiled()
        run_of.days(state, day, before, bed, draw, air, policy, *parts, *written)
        with self.assertRaises(TypeError):  # an array with gaps
            run_of.days(state, day, before, bed, draw, np.repeat(air, 2, axis=1)[:, ::2], policy, *parts, *written)
        both: tuple[Any, ...] = run_of
        self.assertEqual([len(run.signatures) for run in both], [1, 1])

    def test_what_was_compiled_from_other_sources_is_not_taken(self) -> None:
        """The compiled code is kept under a digest of everything that is compiled into it."""
        known = {module.__name__.rsplit(".", 1)[1] for module in kernel.SOURCES}
        for module in kernel.SOURCES:
            for line in pathlib.Path(module.__file__).read_text().splitlines():
                if found := re.match(r"from agronomy\.balance(?:\.(\w+))? import (.+)", line):
                    names = [found[1]] if found[1] else re.findall(r"(\w+)(?: as \w+)?", found[2])
                    self.assertLessEqual({n for n in names if n != "as"}, known, line)

    def test_heavy_ground_holds_water_above_field_capacity_for_days(self) -> None:
        wet = {}
        for drain in (1.0, 1 / 3):
            run = Run(4, DRAIN=drain, AIR_MARK=4.0, ROOM=60.0, TAW=60.0, P_TABLE=0.4)
            run.day[0, 0, s.MORNING] = 30.0
            wet[drain] = rows = run.rows()
            self.assertLess(conservation_error(rows).max(), 1e-9)
        self.assertEqual(wet[1.0][:, s.WET].sum(), 1)
        self.assertEqual(wet[1 / 3][:, s.WET].sum(), 4)

    def test_a_reservoir_wicks_overflows_and_runs_dry(self) -> None:
        run = Run(
            12,
            ET0=6.0,
            CAPACITY=30.0,
            WICK=20.0,
            WICK_REST=0.0,
            WICK_REACH=1.0,
            WICKS=1.0,
            TAW=60.0,
            P_TABLE=0.4,
            DEEPEST=60.0,
            DRAIN=1.0,
        )
        run.day[0, 0, s.FILL] = 50.0
        rows = run.rows()
        self.assertAlmostEqual(rows[0, s.OVERFLOW], 20.0)
        self.assertAlmostEqual(rows[0, s.WICKED], 6.0)  # lifts just what the plants took
        self.assertAlmostEqual(rows[4, s.CLOSE_RESERVOIR], 0.0)
        self.assertEqual(rows[:5, s.KS].min(), 1.0)
        self.assertLess(rows[-1, s.KS], 1.0)  # dry below, then the mix itself dries
        run.day[6, 0, s.MORNING] = 100.0  # soaked from above: what drains is caught, the rest runs over
        soaked = run.rows()[6]
        self.assertGreater(soaked[s.CAUGHT], 25.0)
        self.assertGreater(soaked[s.OVERFLOW], 0.0)

    def test_what_is_buried_catches_nothing_and_reaches_its_share(self) -> None:
        usual = {"CAPACITY": 30.0, "WICK": 30.0, "WICKS": 1.0, "TAW": 60.0, "P_TABLE": 0.4, "DRAIN": 1.0}
        run = Run(2, BURIED=1.0, WICK_REACH=0.25, **usual)
        run.state[..., s.DR], run.state[..., s.R] = 20.0, 30.0
        run.day[1, 0, s.MORNING] = 100.0
        rows = run.rows()
        self.assertAlmostEqual(rows[0, s.WICKED], 5.0)  # a quarter of the 20 mm that lack
        self.assertGreater(rows[1, s.DRAINED_ROOTED], 50.0)
        self.assertEqual(rows[1, s.CAUGHT], 0.0)
        self.assertLess(conservation_error(rows).max(), 1e-9)

    def test_a_timer_fills_what_lacks_and_no_more(self) -> None:
        run = Run(3, CAPACITY=30.0, TO_FULL=1.0, WICK=6.0, WICK_REACH=1.0, WICKS=1.0, TAW=60.0, P_TABLE=0.4)
        run.state[..., s.R], run.state[..., s.DR] = 12.0, 20.0
        rows = run.rows()
        self.assertAlmostEqual(rows[0, s.FILLED], 18.0)
        self.assertAlmostEqual(rows[1, s.FILLED], 6.0)  # what the wick took
        self.assertEqual(rows[:, s.OVERFLOW].sum(), 0.0)

    def test_a_line_refills_only_what_it_wets(self) -> None:
        run = Run(1, TAW=60.0, P_TABLE=0.4, REACH=0.5, ROOM=0.0)
        run.day[0, 0, s.MORNING] = 30.0
        run.state[..., s.DR] = 40.0
        run.state[..., [s.DB, s.STATE_REACH]] = 40.0, 0.5
        row = run.rows()[0]
        self.assertAlmostEqual(row[s.CLOSE_ROOTED], 20.0)
        self.assertAlmostEqual(row[s.DRAINED_ROOTED], 10.0)
        self.assertAlmostEqual(row[s.DR_END], 0.0)


class WetAndDry(unittest.TestCase):
    """A drip line's ground: what it wets, and the rooted ground beside."""

    def run_of(self, days: int, reach: float = 0.5, **given: float) -> Run:
        usual = {
            "SHARE": 1.0,
            "TAW": 60.0,
            "P_TABLE": 0.4,
            "KD": 1.0,
            "KCB_FULL": 1.0,
            "SPREAD_AREA": 1.0,
            "COVER": 0.99,
        }
        run = Run(days, **{**usual, "ET0": 6.0, "REACH": reach, "WETTED": reach, **given})
        run.state[..., s.STATE_REACH] = reach
        return run

    def test_where_both_are_alike_it_is_the_one_store(self) -> None:
        split, whole = self.run_of(4), self.run_of(4, 1.0)
        for run in (split, whole):
            run.state[..., [s.DR, s.DB]] = 5.0
        a, b = split.rows(), whole.rows()
        for term in (s.TRANSPIRATION, s.CLOSE_ROOTED):
            np.testing.assert_allclose(a[0, term], b[0, term], rtol=0.02)

    def test_a_plant_over_a_dry_rest_drinks_its_whole_from_the_wet_half(self) -> None:
        """FAO-56 eq. 84 of each part; Keller and Bliesner (1990), from memory: a third of the ground is enough."""
        run = self.run_of(1)
        run.state[..., s.DB] = 60.0
        row = run.rows()[0]
        self.assertAlmostEqual(row[s.TRANSPIRATION], row[s.POTENTIAL], places=9)
        self.assertAlmostEqual(row[s.DR_END], 2 * row[s.POTENTIAL] + 2 * row[s.EVAP_ROOTED], places=6)
        narrow = self.run_of(1, 0.2)
        narrow.state[..., s.DB] = 60.0
        row = narrow.rows()[0]
        self.assertAlmostEqual(row[s.TRANSPIRATION] / row[s.POTENTIAL], 0.6, delta=0.02)

    def test_a_hand_and_rain_wet_both_a_line_the_one(self) -> None:
        def close(**given: float) -> tuple[float, float]:
            run = self.run_of(1, KD=0.0, EVAP_LEFT=0.0, **given)
            run.state[..., [s.DR, s.DB]] = 30.0
            row = run.rows()[0]
            return row[s.DR_END], 2 * row[s.CLOSE_ROOTED] - row[s.DR_END]

        self.assertEqual(close(MORNING=10.0), (10.0, 30.0))
        self.assertEqual(close(MORNING=10.0, BY_HAND=1.0), (20.0, 20.0))
        self.assertEqual(close(MORNING=10.0, BY_HAND=0.5), (15.0, 25.0))
        self.assertEqual(close(EVENING=10.0, BY_HAND=1.0), (20.0, 20.0))
        self.assertEqual(close(RAIN=10.0, RAIN_IN=1.0), (20.0, 20.0))

    def test_a_line_that_wets_more_of_the_ground_moves_no_water(self) -> None:
        for before, after in ((0.5, 0.8), (0.8, 0.5), (1.0, 0.4), (0.4, 1.0)):
            run = self.run_of(1, after, KD=0.0, EVAP_LEFT=0.0)
            run.state[..., s.DR], run.state[..., s.DB], run.state[..., s.STATE_REACH] = 6.0, 40.0, before
            row = run.rows()[0]
            self.assertAlmostEqual(row[s.CLOSE_ROOTED], before * 6.0 + (1 - before) * 40.0, places=9)

    def test_what_stands_above_capacity_passes_beside(self) -> None:
        run = self.run_of(1, KD=0.0, EVAP_LEFT=0.0, ROOM=50.0, DRAIN=0.0, ASIDE=0.5, MORNING=20.0)
        run.state[..., s.DB] = 30.0
        row = run.rows()[0]
        self.assertLess(-row[s.DR_END], 40.0)
        self.assertLess(2 * row[s.CLOSE_ROOTED] - row[s.DR_END], 30.0)

    def test_a_dry_rest_makes_a_line_ask_sooner_where_ease_until_next_counts(self) -> None:
        asks = []
        for beside in (0.0, 60.0):
            run = self.run_of(1, UNTIL_NEXT=1.0, TRIGGER_RAW=0.1)
            run.state[..., s.DB] = beside
            wants = np.zeros((1, 2, s.N_WANT))
            inputs = (run.state, run.day, np.ones((1, 1)), run.bed, run.draw, run.air, wants)
            compiled().mornings(*inputs)
            asks.append(wants[0, 1, s.W_TRIGGER])
        self.assertGreater(asks[0], asks[1])


if __name__ == "__main__":
    unittest.main()
