"""The measuring itself: medians of interleaved rounds, and arrays that mean something."""

import unittest
from unittest import mock

import numpy as np

from agronomy.balance import layout as s
from agronomy.balance.kernel import compiled, conservation_error
from benchmarks import core, rounds
from benchmarks.__main__ import line


class Measuring(unittest.TestCase):
    def test_rounds_go_a_b_b_a_and_medians_and_quartiles_are_taken(self) -> None:
        order = list[str]()
        took = iter((0, 0, *(8, 2, 2, 8), *(80, 2, 2, 8), *(8, 2, 4, 8)))  # the first two are not measured
        clock = iter(np.cumsum([x for t in list(took)[2:] for x in (0.0, t)]))
        with mock.patch("time.perf_counter", side_effect=lambda: next(clock)):
            found = rounds.compare("x", lambda: order.append("a"), lambda: order.append("b"), 3)
        self.assertEqual("".join(order), "ab" + "abba" * 3)
        self.assertEqual((found.slow.mid, found.quick.mid, found.quick.high), (8.0, 2.0, 2.0))
        self.assertEqual(found.ratio, rounds.Spread((16 / 6 + 4) / 2, 4.0, 13.0))
        self.assertIn("**4.00** (3.33 to 13)", line(found, "at least 3"))

    def test_the_kernels_arrays_are_an_ordinary_garden(self) -> None:
        a = core.kernel_arrays(16, 3, 4)
        rows = np.zeros((16, 3, s.N_TERMS))
        compiled().days(*a[:11], rows, a[12])
        self.assertLess(conservation_error(rows).max(), 1e-9)
        self.assertTrue((rows[..., s.IRRIGATION] > 0).any())
        self.assertTrue((rows[..., s.RAIN_ROOTED] > 0).any())
        self.assertEqual(core.Listed([[1.0, 2.0], [3.0, 4.0]])[1, 0], 3.0)
        core.loop_over_lists(core.kernel_arrays(2, 2, 2))()
        self.assertRegex(rounds.load(), r"load \d")
