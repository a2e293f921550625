"""Django's runner, which says where its time went; its last line is in a form that counts tests."""

from __future__ import annotations

import collections
import time
import unittest
from typing import Any

from django.test.runner import DiscoverRunner, ParallelTestSuite, RemoteTestResult, RemoteTestRunner

from agronomy.balance.kernel import warm

SLOWEST = 12


class Timed(unittest.TextTestResult):
    """Keeps how long each test took [s]."""

    def __init__(self, *args: Any, **kwargs: Any) -> None:
        super().__init__(*args, **kwargs)
        self.took: dict[str, float] = {}
        self.began = 0.0

    def startTest(self, test: unittest.TestCase) -> None:
        self.began = time.perf_counter()
        super().startTest(test)

    def stopTest(self, test: unittest.TestCase) -> None:
        self.note_time(test, time.perf_counter() - self.began)
        super().stopTest(test)

    def note_time(self, test: unittest.TestCase, seconds: float) -> None:
        """Of a test in a process of its own the time comes from there: here it is only told."""
        self.took[test.id()] = max(seconds, self.took.get(test.id(), 0.0))


class TimedThere(RemoteTestResult):
    """In a test process: tells the main one how long each test took."""

    def startTest(self, test: Any) -> None:
        super().startTest(test)
        self.began = time.perf_counter()

    def stopTest(self, test: Any) -> None:
        self.events.append(("note_time", self.test_index, time.perf_counter() - self.began))
        super().stopTest(test)


class RunnerThere(RemoteTestRunner):
    resultclass = TimedThere


class SuiteInProcesses(ParallelTestSuite):
    runner_class = RunnerThere


def by_package(took: dict[str, float]) -> dict[str, float]:
    """Seconds of all tests of each package, the longest first."""
    sums: collections.defaultdict[str, float] = collections.defaultdict(float)
    for name, seconds in took.items():
        sums[".".join(name.split(".")[:2])] += seconds
    return dict(sorted(sums.items(), key=lambda x: -x[1]))


class CountingRunner(DiscoverRunner):
    """Prints the packages and the slowest tests with their times, and after everything else `N passed, N failed, N
    skipped`; the core is compiled before the first test."""

    parallel_test_suite = SuiteInProcesses

    def get_resultclass(self) -> type[unittest.TextTestResult]:
        return Timed

    def setup_databases(self, **kwargs: Any) -> Any:
        warm()
        return super().setup_databases(**kwargs)

    def suite_result(self, suite: unittest.TestSuite, result: Any, **kwargs: Any) -> int:
        bad = [test for test, _ in (*result.failures, *result.errors)] + list(
            getattr(result, "unexpectedSuccesses", [])
        )
        failed = len({getattr(test, "test_case", test).id() for test in bad})  # of subtests, the test they belong to
        self.slowest = sorted(result.took.items(), key=lambda x: -x[1])[:SLOWEST]
        self.packages = by_package(result.took)
        self.counts = (result.testsRun - failed - len(result.skipped), failed, len(result.skipped))
        return failed

    def run_tests(self, test_labels: list[str], **kwargs: Any) -> int:
        failed = super().run_tests(test_labels, **kwargs)
        passed, bad, skipped = getattr(self, "counts", (0, 0, 0))
        for package, seconds in getattr(self, "packages", {}).items():
            print(f"{seconds:7.1f} s  in all, {package}")
        for name, seconds in getattr(self, "slowest", []):
            print(f"{seconds:7.1f} s  {name}")
        print(f"{passed} passed, {bad} failed, {skipped} skipped", flush=True)
        return failed or int(passed == 0)
