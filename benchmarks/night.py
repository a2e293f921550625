"""A night of many gardens: 200 of 10 beds planned one after the other, and by the queue's workers where ./start --queue
serves. `.venv/bin/python -m benchmarks.night` prints it, and what 10,000 would take."""

from __future__ import annotations

import contextlib
import os
import re
import subprocess
import sys

from benchmarks.served import garden_of, set_up
from scripts import queue
from scripts.paths import PROJECT, PYTHON

GARDENS, BEDS, DAYS, MANY = 200, 10, 30, 10_000


def planned(env: dict[str, str]) -> tuple[int, float]:
    """How many gardens were due and planned, and in how many seconds."""
    command = [str(PYTHON), "manage.py", "plan_gardens"]
    done = subprocess.run(command, env=env, cwd=PROJECT, capture_output=True, text=True, check=True)
    found = re.search(r"(\d+) gardens planned, 0 failed, ([\d.]+) s", done.stdout)
    if found is None:
        raise SystemExit(done.stdout + done.stderr)
    return int(found[1]), float(found[2])


def main() -> int:
    env = {**set_up(), "DJANGO_SETTINGS_MODULE": "config.settings.production"}
    running = queue.SERVICE.running()
    with contextlib.ExitStack() as stack:
        for n in range(GARDENS):
            stack.enter_context(garden_of(BEDS, DAYS))
            if n % 50 == 49:
                print(f"{n + 1} gardens made", flush=True)
        ways = {"one after the other": {"ISLESHOWER_CODE": f"of the benchmark {os.getpid()}"}}
        if running:
            ways[f"by {queue.WORKERS} workers"] = queue.environment(running["port"])
        for way, told in ways.items():
            n, seconds = planned({**env, **told})
            print(f"{way}: {n} gardens in {seconds:.1f} s; {MANY} in {seconds / n * MANY / 60:.1f} minutes", flush=True)
            n, seconds = planned({**env, **told})
            print(f"{way}, again: {n} gardens in {seconds:.1f} s", flush=True)
    return 0


if __name__ == "__main__":
    sys.exit(main())
