"""Whether there is room: on the disk, before anything is set up, and in the project's path."""

from __future__ import annotations

import shutil
from pathlib import Path

from scripts.console import Problem
from scripts.paths import PROJECT, RUN, VENV

FIRST_MB, LATER_MB = 2500, 300  # free: before anything is there, and to go on
ODD = set(" \"'\\$`;\n\r\t")  # what the configurations of other programs would take for something else


def ensure(project: Path = PROJECT, run: Path = RUN) -> None:
    """Raises Problem where the disk is too full, or the path holds what other programs trip over."""
    for path in (project, run):
        odd = sorted(ODD & set(str(path)))
        if odd:
            raise Problem(f"the path {path} holds {' '.join(map(repr, odd))}", "move the folder to another path")
    least = LATER_MB if VENV.exists() and run.exists() else FIRST_MB
    at = next(p for p in (run, *run.parents) if p.exists())
    free = shutil.disk_usage(at).free // 2**20
    if free < least:
        raise Problem(f"{free} MB are free at {at}; {least} are needed", "make room on the disk")
