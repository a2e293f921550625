"""Chances against what came, by hand and by the definition of Brier (1950)."""

import random
import unittest

from agronomy.sky.scoring import LEAST, score


class Brier(unittest.TestCase):
    def test_by_hand(self) -> None:
        found = score([0.9, 0.6, 0.1, 0.4], [True, False, False, True])
        assert found is not None
        self.assertAlmostEqual(found.brier, (0.01 + 0.36 + 0.01 + 0.36) / 4)
        self.assertAlmostEqual(found.usual, 0.25)
        self.assertAlmostEqual(found.skill, 1 - 0.185 / 0.25)
        self.assertFalse(found.enough)
        self.assertEqual([(b.n, b.came) for b in found.bins], [(1, 0), (1, 1), (1, 0), (1, 1)])
        self.assertIsNone(score([], []))

    def test_whoever_knows_wins_and_whoever_says_the_usual_gains_nothing(self) -> None:
        came = [i % 3 == 0 for i in range(60)]
        knows, usual, wrong = (score(x, came) for x in (
            [1.0 if x else 0.0 for x in came], [1 / 3] * 60, [0.0 if x else 1.0 for x in came]))  # fmt: skip
        assert knows and usual and wrong  # noqa: PT018
        self.assertEqual(knows.brier, 0.0)
        self.assertAlmostEqual(usual.skill, 0.0)
        self.assertLess(wrong.skill, -1.0)

    def test_honest_chances_come_as_often_as_they_say(self) -> None:
        draw = random.Random(3)
        chances = [draw.random() for _ in range(4000)]
        found = score(chances, [draw.random() < x for x in chances])
        assert found is not None
        for b in found.bins:
            self.assertAlmostEqual(b.came / b.n, b.said, delta=0.05)
        self.assertGreaterEqual(found.n, LEAST)
        self.assertTrue(found.enough)


if __name__ == "__main__":
    unittest.main()
