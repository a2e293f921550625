"""Lines against EPANET 2.2 through wntr, friction laws, Christiansen's table and the published measures of evenness."""

import math
import unittest

import numpy as np

from agronomy.hydraulics.emitters import HOLDING, PLAIN, emitter, gives
from agronomy.hydraulics.evenness import cu, du_low_quarter, eu
from agronomy.hydraulics.friction import friction_factor, hazen_williams, head_loss, head_loss_slope
from agronomy.hydraulics.lateral import Lateral, even_lateral, pipes_of, solve
from agronomy.hydraulics.network import Outlet, Tap, solve_network, tap_of_readings
from agronomy.hydraulics.pipes import run_pipes, solve_pipes
from agronomy.hydraulics.sizing import christiansen_f, longest_sound_m, quick_loss_m, varies
from tests.agronomy.epanet import epanet_lateral, epanet_network


class Friction(unittest.TestCase):
    def test_laminar_is_hagen_and_poiseuille(self) -> None:
        """h = 128 nu L Q / (pi g D^4), by definition of laminar flow."""
        q = 20 / 3.6e6
        by_hand = 128 * 1.022e-6 * 10 * q / (math.pi * 9.80665 * 0.0136**4)
        self.assertAlmostEqual(head_loss(20, 10, 13.6), by_hand, places=9)

    def test_against_epanet_in_turbulent_flow(self) -> None:
        """50 m of 20.4 mm at 1800 L/h: 6.8678 m, EPANET 2.2 through wntr 1.5.0, roughness 0.0015 mm."""
        self.assertAlmostEqual(head_loss(1800, 50, 20.4), 6.8678, delta=0.01)

    def test_against_blasius_and_watters_and_keller(self) -> None:
        """Blasius f = 0.3164 Re^-0.25, 4000 to 1e5; Watters and Keller (1978) J = 7.89e7 Q^1.75 / D^4.75 m in 100 m,
        both from memory, within 5 %."""
        for flow in (250.0, 400.0, 800.0):
            re = 4 * flow / 3.6e6 / (math.pi * 0.0136 * 1.022e-6)
            self.assertAlmostEqual(friction_factor(re, 0.0015 / 13.6) / (0.3164 * re**-0.25), 1.0, delta=0.05)
            keller = 7.89e7 * (flow / 3600) ** 1.75 / 13.6**4.75
            self.assertAlmostEqual(head_loss(flow, 100, 13.6) / keller, 1.0, delta=0.05)

    def test_the_transition_joins_both_ends(self) -> None:
        for re in (2000.0, 4000.0):
            below, above = friction_factor(re - 1e-3, 1e-4), friction_factor(re + 1e-3, 1e-4)
            self.assertAlmostEqual(below / above, 1.0, delta=0.02)
        self.assertEqual(friction_factor(0.0, 1e-4), 0.0)

    def test_hazen_and_williams(self) -> None:
        """EPANET 2.2 through wntr: 100 m of 26.2 mm at 3600 L/h, C 150: 14.0078 m; 20 m of 13.6 mm, 300 L/h, C 130:
        0.8932 m; 30 m, 13.6 mm, 120 L/h, C 150: 0.1879 m."""
        for flow, length, bore, c, lost in (
            (3600, 100, 26.2, 150, 14.0078), (300, 20, 13.6, 130, 0.8932), (120, 30, 13.6, 150, 0.1879)
        ):  # fmt: skip
            self.assertAlmostEqual(hazen_williams(flow, length, bore, c) / lost, 1.0, delta=0.005)

    def test_its_slope(self) -> None:
        for flow in (1.0, 90.0, 150.0, 900.0):
            by_hand = (head_loss(flow + 1e-3, 10, 13.6) - head_loss(flow - 1e-3, 10, 13.6)) / 2e-3
            self.assertAlmostEqual(head_loss_slope(flow, 10, 13.6) / by_hand, 1.0, delta=1e-3)


class Emitters(unittest.TestCase):
    def test_q_is_k_h_to_the_x(self) -> None:
        """Keller and Karmeli (1974): 2 L/h at 10 m and x 0.5 give 1.4142 at 5 m; x 0 keeps its flow."""
        self.assertAlmostEqual(gives(emitter(2.0, PLAIN), 5.0), 1.4142, places=4)
        self.assertAlmostEqual(gives(emitter(2.0, 0.0), 5.0), 2.0)
        self.assertEqual(gives(emitter(2.0, PLAIN), -1.0), 0.0)

    def test_one_that_holds_does_not_below_its_head(self) -> None:
        holding = emitter(2.0, HOLDING)
        self.assertGreater(gives(holding, 6.0), 1.95)
        self.assertAlmostEqual(gives(holding, 0.75) / gives(holding, 3.0), 0.5, places=6)


class Laterals(unittest.TestCase):
    LINES = (  # length, emitters, bore, rise, nominal, exponent, head
        (30.0, 60, 13.6, 0.0, 2.0, PLAIN, 10.0),
        (60.0, 200, 13.6, 0.0, 2.0, PLAIN, 10.0),
        (50.0, 150, 13.6, 1.0, 2.0, PLAIN, 12.0),
        (50.0, 100, 13.6, -2.0, 4.0, PLAIN, 8.0),
        (25.0, 250, 8.0, 0.0, 1.0, PLAIN, 7.0),
        (40.0, 130, 16.0, 0.5, 2.0, 0.2, 9.0),
    )

    def test_emitter_flows_are_epanets_within_one_in_a_hundred(self) -> None:
        """EPANET 2.2 through wntr, Darcy and Weisbach with 0.0015 mm, emitters as such."""
        for length, n, bore, rise, nominal, x, head in self.LINES:
            with self.subTest(length=length, n=n):
                line = even_lateral(length, n, bore, rise, emitter(nominal, x))
                found, theirs = solve(line, head), epanet_lateral(line, head)
                np.testing.assert_allclose(found.flow_l_h, theirs.flow_l_h, rtol=0.01)
                np.testing.assert_allclose(found.head_m, theirs.head_m, atol=0.05)

    def test_two_bores_in_one_line(self) -> None:
        half = even_lateral(20.0, 60, 16.0, 0.0, emitter(2.0, PLAIN))
        bores = np.repeat([16.0, 10.0], 60)
        line = Lateral(np.tile(half.length_m, 2), bores, np.zeros(120), half.emitter)
        np.testing.assert_allclose(solve(line, 10.0).flow_l_h, epanet_lateral(line, 10.0).flow_l_h, rtol=0.01)

    def test_published_figures_of_a_flat_line(self) -> None:
        """60 m of 13.6 mm, 200 of 2 L/h at 10 m: inflow 379.58 L/h, end 8.664 m, DU 98.13 %; EPANET 2.2."""
        found = solve(even_lateral(60.0, 200, 13.6, 0.0, emitter(2.0, PLAIN)), 10.0)
        self.assertAlmostEqual(found.inflow_l_h, 379.58, delta=0.5)
        self.assertAlmostEqual(found.head_m[-1], 8.664, delta=0.01)
        self.assertAlmostEqual(du_low_quarter(found.flow_l_h), 0.9813, delta=0.001)

    def test_water_is_conserved_and_heads_follow_the_losses(self) -> None:
        line = even_lateral(50.0, 80, 13.6, 1.0, emitter(4.0, PLAIN))
        found = solve(line, 9.0)
        self.assertAlmostEqual(found.inflow_l_h, float(found.flow_l_h.sum()), places=9)
        beyond = found.flow_l_h[::-1].cumsum()[::-1]
        before = np.concatenate([[9.0], found.head_m[:-1]])
        lost = [head_loss(q, length, bore) for q, length, bore in zip(beyond, line.length_m, line.bore_mm, strict=True)]
        np.testing.assert_allclose(before - found.head_m, np.array(lost) + line.rise_m, atol=1e-7)

    def test_a_line_that_starves_at_its_end_is_solved_too(self) -> None:
        found = solve(even_lateral(120.0, 400, 10.0, 3.0, emitter(4.0, PLAIN)), 5.0)
        self.assertEqual(found.flow_l_h[-1], 0.0)
        self.assertGreater(found.flow_l_h[0], 2.5)
        self.assertTrue((np.diff(found.flow_l_h) <= 1e-9).all())

    def test_its_slope_and_the_plain_run_are_the_compiled_ones(self) -> None:
        line = even_lateral(40.0, 60, 13.6, 0.0, emitter(2.0, PLAIN))
        up, down = solve(line, 8.001).inflow_l_h, solve(line, 7.999).inflow_l_h
        self.assertAlmostEqual(solve_pipes(pipes_of(line), 8.0)[3], (up - down) / 2e-3, delta=1e-3)
        heads, flows = np.full(60, 8.0), np.zeros(60)
        inflow, _ = run_pipes(**vars(pipes_of(line)), inlet_head_m=8.0, heads=heads, flows=flows)
        self.assertAlmostEqual(inflow, solve(line, 8.0).inflow_l_h, places=8)


class Networks(unittest.TestCase):
    def outlets(self, n: int = 4, x: float = PLAIN) -> list[Outlet]:
        line = even_lateral(20.0, 60, 13.6, 0.0, emitter(2.0, x))
        return [Outlet(10.0 if i == 0 else 1.0, 20.0, 0.0, line) for i in range(n)]

    def test_four_laterals_on_a_main_are_epanets(self) -> None:
        tap = Tap(12.0, 0.0)
        ours, theirs = solve_network(tap, self.outlets()), epanet_network(12.0, self.outlets())
        for mine, other in zip(ours.laterals, theirs, strict=True):
            np.testing.assert_allclose(mine.flow_l_h, other, rtol=0.01)

    def test_a_tube_through_three_beds_is_epanets(self) -> None:
        """Two of them in a row, each through the lateral before; the third, uphill, a main beside two laterals."""
        one = even_lateral(12.0, 40, 13.6, 0.3, emitter(2.0, PLAIN))
        two = even_lateral(8.0, 30, 13.6, 0.0, emitter(4.0, PLAIN))
        outlets = [
            Outlet(6.0, 19.0, 0.0, one),
            Outlet(3.0, 16.0, 0.5, two, through=True),
            Outlet(4.0, 16.0, 0.0, one, through=True),
            Outlet(0.5, 16.0, 0.0, two),
        ]
        ours, theirs = solve_network(Tap(11.0, 0.0), outlets), epanet_network(11.0, outlets)
        for mine, other in zip(ours.laterals, theirs, strict=True):
            np.testing.assert_allclose(mine.flow_l_h, other, rtol=0.01)
        self.assertLess(ours.laterals[2].flow_l_h[0], ours.laterals[0].flow_l_h[-1])
        self.assertAlmostEqual(ours.inflow_l_h, sum(x.inflow_l_h for x in ours.laterals), places=9)

    def test_a_taps_two_readings_give_its_curve(self) -> None:
        """20 L/min into the bucket; 10 L/min with 12 m on the gauge: 16 m shut, by head = shut - c Q^2."""
        tap = tap_of_readings(20.0, throttled=(10.0, 12.0))
        self.assertAlmostEqual(tap.shut_m, 16.0)
        self.assertAlmostEqual(tap.head_m(600.0), 12.0)
        self.assertAlmostEqual(tap.head_m(1200.0), 0.0)
        self.assertEqual(tap_of_readings(20.0, 16.0, reducer_m=10.0).head_m(0.0), 10.0)

    def test_the_tap_and_the_lines_agree(self) -> None:
        tap = tap_of_readings(8.0, 20.0)
        found = solve_network(tap, self.outlets(6))
        self.assertAlmostEqual(tap.head_m(found.inflow_l_h), found.inlet_m, places=6)
        self.assertAlmostEqual(found.inlet_m - found.heads_m[0], head_loss(found.inflow_l_h, 10.0, 20.0), places=5)
        self.assertLess(found.inflow_l_h, 480.0)


class Evenness(unittest.TestCase):
    CUPS = (40, 42, 38, 45, 35, 41, 39, 44, 30, 46, 43, 37, 36, 40, 42, 41)

    def test_low_quarter_and_christiansen(self) -> None:
        """Merriam and Keller (1978), Christiansen (1942): 86.385 % and 92.293 % of these cups, by two codings."""
        self.assertAlmostEqual(du_low_quarter(self.CUPS), 0.86385, places=4)
        self.assertAlmostEqual(cu(self.CUPS), 0.92293, places=4)

    def test_design_emission_uniformity(self) -> None:
        """ASAE EP405, from memory: CV 0.07, one emitter at a plant, 1.85 of 2.0 L/h: 84.28 %."""
        flows = [1.85, 2.15, 2.0, 2.0]
        self.assertAlmostEqual(eu(flows, 0.07), 0.8428, places=4)


class Sizing(unittest.TestCase):
    def test_christiansens_table(self) -> None:
        """Christiansen (1942), tables of NEH 623, from memory."""
        table = ((10, 1.75, 0.415), (10, 2.0, 0.385), (2, 1.85, 0.639), (20, 1.75, 0.389), (100, 1.85, 0.356))
        for n, m, f in table:
            self.assertAlmostEqual(christiansen_f(n, m), f, delta=0.0011)

    def test_the_quick_rule_is_near_the_solved_line(self) -> None:
        line = even_lateral(60.0, 200, 13.6, 0.0, emitter(2.0, PLAIN))
        found = solve(line, 10.0)
        self.assertAlmostEqual(
            quick_loss_m(60.0, 200, found.inflow_l_h, 13.6, 140.0), 10.0 - found.head_m[-1], delta=0.3
        )

    def test_the_longest_sound_run(self) -> None:
        plain, holding = emitter(2.0, PLAIN), emitter(2.0, HOLDING)
        longest = longest_sound_m(plain, 0.3, 13.6, 0.0, 10.0)
        self.assertLessEqual(varies(plain, longest, 0.3, 13.6, 0.0, 10.0), 0.10)
        self.assertGreater(varies(plain, longest + 0.3, 0.3, 13.6, 0.0, 10.0), 0.10)
        self.assertGreater(longest_sound_m(plain, 0.3, 16.0, 0.0, 10.0), longest)
        self.assertLess(longest_sound_m(plain, 0.3, 13.6, 0.02, 10.0), longest)
        self.assertGreater(longest_sound_m(holding, 0.3, 13.6, 0.0, 10.0), 1.5 * longest)
        self.assertEqual(longest_sound_m(plain, 0.3, 13.6, 0.0, 0.0), 0.0)


if __name__ == "__main__":
    unittest.main()
