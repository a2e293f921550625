"""./test: set up what is missing, then lint, types, contracts, the core's tests alone, and all others with a browser.

The last line counts: N passed, N failed, N skipped. ./test NAME... runs only those tests, after the same set-up.
./test --long tries a thousand crashes instead of fifty.
"""

from __future__ import annotations

import concurrent.futures
import os
import re
import subprocess
import sys
import time
from collections.abc import Sequence
from pathlib import Path
from typing import NamedTuple

from scripts import database, front_end, python_env, system_packages
from scripts.console import Problem, report, step
from scripts.paths import FRONTEND, LOGS, PROJECT, PYTHON

BIN = PYTHON.parent
CHECKS: list[tuple[str, list[str | Path], Path]] = [
    ("lint, Python", [BIN / "ruff", "check", "."], PROJECT),
    ("format, Python", [BIN / "ruff", "format", "--check", "."], PROJECT),
    ("types, Python", [PYTHON, "-m", "mypy", "."], PROJECT),
    ("import contracts", [BIN / "lint-imports"], PROJECT),
    ("lint, front end", ["npx", "--no-install", "eslint", "--max-warnings", "0", "src"], FRONTEND),
    ("format, front end", ["npx", "--no-install", "prettier", "--check", "src"], FRONTEND),
    ("types, front end", ["npx", "--no-install", "vue-tsc", "--noEmit"], FRONTEND),
]
CORES_TESTS = "the core's tests alone"
# The core's tests in an interpreter where a web framework cannot even be imported.
CORE_ALONE = (
    "import sys, unittest; sys.modules.update(dict.fromkeys(('django', 'rest_framework'), None));"
    "unittest.main(module=None, argv=['core', 'discover', '-s', 'tests/agronomy', '-t', '.'])"
)

BESIDE_THE_CORE = sorted(
    f"tests.{p.parent.name}" for p in (PROJECT / "tests").glob("*/__init__.py") if p.parent.name != "agronomy"
)


class Counts(NamedTuple):
    """Of tests."""

    passed: int
    failed: int
    skipped: int


LONG = "--long"
LONG_TRIALS = "1000"


def main(names: list[str]) -> int:
    print("Isleshower tests")
    if LONG in names:
        names = [x for x in names if x != LONG]
        os.environ.setdefault("ISLESHOWER_TRIALS", LONG_TRIALS)
    try:
        system_packages.ensure(system_packages.FOR_SERVING | system_packages.FOR_TESTS)
        python_env.ensure("dev")
        front_end.ensure()
        was_up = database.SERVICE.running() is not None
        port = database.ensure()
    except Problem as problem:
        return report(problem)
    env = {
        **front_end.node_path(),
        "DJANGO_SETTINGS_MODULE": "config.settings.test",
        "DJANGO_ALLOW_ASYNC_UNSAFE": "true",  # Playwright's sync API keeps an event loop in the tests' thread
        "ISLESHOWER_DB_PORT": str(port),
        **database.keepers(),
        "PYTHONPATH": str(PROJECT),
    }
    checked = Counts(0, 0, 0) if names else run_checks(env)
    began = time.monotonic()
    try:
        tested = run_tests(names, env)
    finally:
        print(f"  all of these took {time.monotonic() - began:.0f} s")
        if not was_up:
            database.SERVICE.stop()
    passed, failed, skipped = (a + b for a, b in zip(checked, tested, strict=True))
    print(f"{passed} passed, {failed} failed, {skipped} skipped", flush=True)
    return int(failed > 0 or tested.passed == 0)


def run_checks(env: dict[str, str]) -> Counts:
    """All checks, as many at a time as there are processors. The output of one that fails is shown.

    Counted are the core's tests, and each other check that fails.
    """
    alone: list[str | Path] = [PYTHON, "-W", "error", "-c", CORE_ALONE]
    checks = [(CORES_TESTS, alone, PROJECT), *CHECKS]  # the longest first
    counts = Counts(0, 0, 0)
    with concurrent.futures.ThreadPoolExecutor(os.cpu_count()) as pool:
        running = [(name, pool.submit(check, command, where, env)) for name, command, where in checks]
        for name, of in running:
            with step(name) as note:
                done, seconds = of.result()
                note.text = f"{'NOT CLEAN' if done.returncode else 'clean'}, {seconds:.0f} s"
            said = done.stdout.decode(errors="replace")
            if done.returncode:
                print(said, flush=True)
            if name == CORES_TESTS:
                counts = counted(said, done.returncode)
            elif done.returncode:
                counts = counts._replace(failed=counts.failed + 1)
    return counts


def counted(said: str, code: int) -> Counts:
    """What unittest says of its run at the end; a run that broke off is one failure."""
    ran = re.search(r"^Ran (\d+) tests? in", said, re.MULTILINE)
    if ran is None:
        return Counts(0, 1, 0)
    last = said[ran.end() :]
    bad, skipped = (
        sum(int(n) for n in re.findall(rf"(?:{words})=(\d+)", last)) for words in ("failures|errors", "skipped")
    )
    bad = bad or int(code != 0)
    return Counts(int(ran[1]) - bad - skipped, bad, skipped)


def check(
    command: Sequence[str | Path], where: Path, env: dict[str, str]
) -> tuple[subprocess.CompletedProcess[bytes], float]:
    """Run one check to its end, and how long it took [s]."""
    started = time.monotonic()
    done = subprocess.run(
        [str(c) for c in command], cwd=where, env=env, stdout=subprocess.PIPE, stderr=subprocess.STDOUT, check=False
    )
    return done, time.monotonic() - started


def run_tests(names: list[str], env: dict[str, str]) -> Counts:
    """Django's runner over the tests of these names, or all but the core's; its output is shown as it comes."""
    command = [str(PYTHON), "-W", "error", "manage.py", "test", "--noinput"]
    command += names or ["--parallel", str(os.cpu_count() or 1), *BESIDE_THE_CORE]
    LOGS.mkdir(parents=True, exist_ok=True)
    process = subprocess.Popen(
        command, cwd=PROJECT, env=env, stdout=subprocess.PIPE, stderr=subprocess.STDOUT, text=True
    )
    last = ""
    assert process.stdout is not None
    with (LOGS / "tests.log").open("w") as log:
        for line in process.stdout:
            log.write(line)
            if re.fullmatch(r"\d+ passed, \d+ failed, \d+ skipped\n", line):
                last = line
            else:
                print(line, end="", flush=True)
    code = process.wait()
    found = re.match(r"(\d+) passed, (\d+) failed, (\d+) skipped", last)
    if found is None:
        return Counts(0, 1, 0)
    counts = Counts(*(int(n) for n in found.groups()))
    return counts._replace(failed=counts.failed or int(code != 0))


if __name__ == "__main__":
    os.chdir(PROJECT)
    sys.exit(main(sys.argv[1:]))
