"""The measuring itself: medians of interleaved rounds, and arrays that mean something."""

import unittest
from unittest import mock

import numpy as np

from agronomy.balance import layout as s
from agronomy.balance.kernel import compiled, conservation_error
from benchmarks import core, rounds
from benchmarks.__main__ import line


class Measuring(unittest.TestCase):
    def test_rounds_are_interleaved_and_the_median_is_taken(self) -> None:
        order, clock = [], iter(np.cumsum([0.0, 8, 0, 2, 0, 2, 0, 80, 0, 2, 0, 2, 0, 8, 0, 2, 0, 3, 0]))
        with mock.patch("time.perf_counter", side_effect=lambda: next(clock)):
            found = rounds.compare("x", lambda: order.append("slow"), lambda: order.append("quick"), 3)
        self.assertEqual(order, ["slow", "quick"] + ["slow", "quick", "quick"] * 3)
        self.assertEqual((found.slow, found.quick, found.times, found.noise), (8.0, 2.0, 4.0, 0.0))
        self.assertIn("**4.0**", line(found, "at least 3"))

    def test_the_kernels_arrays_are_an_ordinary_garden(self) -> None:
        a = core.kernel_arrays(16, 3, 4)
        rows = np.zeros((16, 3, s.N_TERMS))
        compiled().days(*a[:11], rows, a[12])
        self.assertLess(conservation_error(rows).max(), 1e-9)
        self.assertTrue((rows[..., s.IRRIGATION] > 0).any())
        self.assertTrue((rows[..., s.RAIN_ROOTED] > 0).any())
        self.assertRegex(rounds.load(), r"load \d")
