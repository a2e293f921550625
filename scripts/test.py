"""./test: set up what is missing, then lint, types, contracts, the core alone, and every test with its browser.

The last line counts: N passed, N failed, N skipped. ./test NAME... runs only those tests, after the same set-up.
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

from scripts import database, front_end, python_env, system_packages
from scripts.console import Problem, report, step
from scripts.paths import FRONTEND, LOGS, PROJECT, PYTHON
from scripts.secrets_kept import secret

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
# The core's tests in an interpreter where a web framework cannot even be imported.
CORE_ALONE = (
    "import sys, unittest; sys.modules.update(dict.fromkeys(('django', 'rest_framework'), None));"
    "unittest.main(module=None, argv=['core', 'discover', '-s', 'tests/agronomy', '-t', '.'])"
)


def main(names: list[str]) -> int:
    print("Isleshower tests")
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
        "ISLESHOWER_DB_PASSWORD": secret("db_password"),
        "PYTHONPATH": str(PROJECT),
    }
    failed = 0 if names else run_checks(env)
    try:
        counts = run_tests(names, env)
    finally:
        if not was_up:
            database.SERVICE.stop()
    print(f"{counts[0]} passed, {counts[1] + failed} failed, {counts[2]} skipped", flush=True)
    return int(counts[1] + failed > 0 or counts[0] == 0)


def run_checks(env: dict[str, str]) -> int:
    """All checks, as many at a time as there are processors; how many failed. The output of one that fails is shown."""
    alone: list[str | Path] = [PYTHON, "-W", "error", "-c", CORE_ALONE]
    checks = [*CHECKS, ("the core's tests alone", alone, PROJECT)]
    failed = 0
    with concurrent.futures.ThreadPoolExecutor(os.cpu_count()) as pool:
        running = [(name, pool.submit(check, command, where, env)) for name, command, where in checks]
        for name, of in running:
            with step(name) as note:
                done, seconds = of.result()
                note.text = f"{'NOT CLEAN' if done.returncode else 'clean'}, {seconds:.0f} s"
            if done.returncode:
                failed += 1
                print(done.stdout.decode(errors="replace"), flush=True)
    return failed


def check(
    command: Sequence[str | Path], where: Path, env: dict[str, str]
) -> tuple[subprocess.CompletedProcess[bytes], float]:
    """Run one check to its end, and how long it took [s]."""
    started = time.monotonic()
    done = subprocess.run(
        [str(c) for c in command], cwd=where, env=env, stdout=subprocess.PIPE, stderr=subprocess.STDOUT, check=False
    )
    return done, time.monotonic() - started


def run_tests(names: list[str], env: dict[str, str]) -> tuple[int, int, int]:
    """Django's runner over all tests, its output shown as it comes; (passed, failed, skipped)."""
    command = [str(PYTHON), "-W", "error", "manage.py", "test", "--noinput"]
    command += names or ["--parallel", str(os.cpu_count() or 1), "tests"]
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
        return 0, 1, 0
    passed, failed, skipped = (int(n) for n in found.groups())
    return passed, failed or int(code != 0), skipped


if __name__ == "__main__":
    os.chdir(PROJECT)
    sys.exit(main(sys.argv[1:]))
