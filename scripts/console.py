"""One line for each step with its time; a problem always comes with its mend."""

from __future__ import annotations

import contextlib
import os
import subprocess
import sys
import time
from collections.abc import Iterator, Sequence
from pathlib import Path


class Problem(Exception):
    """Something stands in the way. `mend` says what to do about it."""

    def __init__(self, what: str, mend: str) -> None:
        super().__init__(what)
        self.mend = mend


class Note:
    """What a step found out, shown at the end of its line."""

    text = "done"


_aside: list[str] = []


@contextlib.contextmanager
def step(name: str) -> Iterator[Note]:
    """Print `name`, then how it went and how long it took, then whatever was said meanwhile."""
    note = Note()
    started = time.monotonic()
    print(f"  {name:<34}", end="", flush=True)
    try:
        yield note
    except BaseException:
        note.text = "failed"
        raise
    finally:
        print(f"{note.text:<20}{time.monotonic() - started:6.1f} s", flush=True)
        for text in _aside:
            print(f"    {text}", flush=True)
        _aside.clear()


def say(text: str) -> None:
    """Something to know, printed below the line of the step that found it out."""
    _aside.append(text)


def report(problem: Problem) -> int:
    print(f"\nCould not go on: {problem}\nTo mend it: {problem.mend}", file=sys.stderr, flush=True)
    return 1


def run(
    command: Sequence[str | Path],
    problem: str,
    mend: str,
    log: Path,
    env: dict[str, str] | None = None,
    stdin: bytes | None = None,
    cwd: Path | None = None,
) -> str:
    """Run a command to its end, its output kept in `log`. Raises Problem with the output's last lines."""
    log.parent.mkdir(mode=0o700, parents=True, exist_ok=True)
    done = subprocess.run(
        [str(c) for c in command],
        input=stdin,
        stdout=subprocess.PIPE,
        stderr=subprocess.STDOUT,
        env=env,
        cwd=cwd,
        check=False,
    )
    text = done.stdout.decode(errors="replace")
    with os.fdopen(os.open(log, os.O_WRONLY | os.O_CREAT | os.O_APPEND, 0o600), "a") as f:
        f.write(f"$ {' '.join(str(c) for c in command)}\n{text}\n")
    if done.returncode != 0:
        lines = [line for line in text.splitlines() if line.strip()]
        network = any(word in text for word in NO_NETWORK)
        if network:
            problem += " (the network does not answer)"
            mend = "connect this machine to its package mirrors and run the command again; what is done stays done"
        tail = "\n    ".join(lines[-6:])
        raise Problem(f"{problem}\n    {tail}\n    (all of it: {log})", mend)
    return text


NO_NETWORK = (
    "Temporary failure resolving",
    "Could not resolve",
    "Name or service not known",
    "NewConnectionError",
    "Network is unreachable",
    "EAI_AGAIN",
    "ENOTFOUND",
    "ECONNREFUSED",
    "Connection refused",
    "ETIMEDOUT",
)
