"""Django's runner, its last line in a form that counts tests."""

from __future__ import annotations

import unittest
from typing import Any

from django.test.runner import DiscoverRunner

from agronomy.balance.kernel import warm


class CountingRunner(DiscoverRunner):
    """Prints `N passed, N failed, N skipped` after everything else; the core is compiled before the first test."""

    def setup_databases(self, **kwargs: Any) -> Any:
        warm()
        return super().setup_databases(**kwargs)

    def suite_result(self, suite: unittest.TestSuite, result: Any, **kwargs: Any) -> int:
        bad = [test for test, _ in (*result.failures, *result.errors)] + list(
            getattr(result, "unexpectedSuccesses", [])
        )
        failed = len({getattr(test, "test_case", test).id() for test in bad})  # of subtests, the test they belong to
        self.counts = (result.testsRun - failed - len(result.skipped), failed, len(result.skipped))
        return failed

    def run_tests(self, test_labels: list[str], **kwargs: Any) -> int:
        failed = super().run_tests(test_labels, **kwargs)
        passed, bad, skipped = getattr(self, "counts", (0, 0, 0))
        print(f"{passed} passed, {bad} failed, {skipped} skipped", flush=True)
        return failed or int(passed == 0)
