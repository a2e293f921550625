"""What ./test counts of the core's own run."""

import unittest

from scripts import test


class Counted(unittest.TestCase):
    def test_what_unittest_says_at_its_end(self) -> None:
        for said, code, counts in (
            ("....\nRan 517 tests in 63.1s\n\nOK\n", 0, (517, 0, 0)),
            ("Ran 9 tests in 3s\n\nFAILED (failures=1, errors=2, skipped=3)\n", 1, (3, 3, 3)),
            ("Ran 1 test in 0s\n\nOK (skipped=1)\n", 0, (0, 0, 1)),
            ("Ran 5 tests in 1s\n\nOK\nSegmentation fault", 139, (4, 1, 0)),
            ("ModuleNotFoundError: No module named 'agronomy'", 1, (0, 1, 0)),
        ):
            with self.subTest(said):
                self.assertEqual(test.counted(said, code), counts)

    def test_every_folder_of_tests_is_run_once(self) -> None:
        self.assertIn("tests.browser", test.BESIDE_THE_CORE)
        self.assertNotIn("tests.agronomy", test.BESIDE_THE_CORE)
