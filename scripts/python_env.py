"""The Python environment in .venv, from a lock whose every file is hashed."""

from __future__ import annotations

import hashlib
import os
import shutil
import sys
from pathlib import Path

from scripts.console import run, step
from scripts.paths import PROJECT, PYTHON, SETUP_LOG, VENV


def ensure(lock: str) -> None:
    """Bring .venv to the state of requirements/<lock>.txt; nothing is done when it is there already."""
    with step(f"Python environment ({lock})") as note:
        file = PROJECT / "requirements" / f"{lock}.txt"
        digest = hashlib.sha256(file.read_bytes() + sys.version.encode()).hexdigest()
        stamps = [VENV / f".{name}-{digest}" for name in (lock,)]
        if lock == "run":  # the lock of the tests holds all of the lock for running
            dev = PROJECT / "requirements" / "dev.txt"
            both = hashlib.sha256(dev.read_bytes() + sys.version.encode()).hexdigest()
            stamps.append(VENV / f".dev-{both}")
        if PYTHON.exists() and any(s.exists() for s in stamps):
            note.text = "up"
            return
        making = VENV / ".making"  # while packages are put in; found at the next start, it was cut short
        if VENV.exists() and (making.exists() or not PYTHON.exists()):
            shutil.rmtree(VENV)  # a half-made environment: nothing in it is to be trusted
        if not PYTHON.exists():
            mend = "install python3-venv, remove the folder .venv and run the command again"
            run([sys.executable, "-m", "venv", VENV], "could not make the Python environment", mend, SETUP_LOG)
        pip: list[str | Path] = [
            PYTHON,
            "-m",
            "pip",
            "install",
            "--disable-pip-version-check",
            "--require-hashes",
            "-r",
            file,
        ]
        mend = "run the command again: it is made anew"
        making.touch()
        run(pip, "could not install the Python packages", mend, SETUP_LOG, {**os.environ, "PIP_NO_INPUT": "1"})
        for old in VENV.glob(f".{lock}-*"):
            old.unlink()
        Path(stamps[0]).touch()
        making.unlink()
