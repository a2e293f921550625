"""The front end: its packages from the lock, and the production build."""

from __future__ import annotations

import hashlib
import os
import re
import shutil
import subprocess
from pathlib import Path

from scripts.console import Problem, run, step
from scripts.paths import FRONTEND, PROJECT, PYTHON, SETUP_LOG, VENV

LEAST_NODE = (20, 19)
NODE_LOCK = PROJECT / "requirements" / "node.txt"


def node_path() -> dict[str, str]:
    """The environment in which `node` and `npm` are new enough: the machine's own, else the one kept in .venv."""
    ours = {**os.environ, "PATH": f"{VENV / 'bin'}:{os.environ['PATH']}"}
    return dict(os.environ) if _new_enough(dict(os.environ)) else ours


def _new_enough(env: dict[str, str]) -> bool:
    node, npm = shutil.which("node", path=env["PATH"]), shutil.which("npm", path=env["PATH"])
    if node is None or npm is None:
        return False
    text = subprocess.run([node, "--version"], capture_output=True, text=True, check=False).stdout
    found = re.match(r"v(\d+)\.(\d+)", text)
    return found is not None and (int(found[1]), int(found[2])) >= LEAST_NODE


def ensure_node() -> None:
    """Node of LEAST_NODE or newer; where the machine has none, the one that Python's registry ships."""
    with step("Node") as note:
        if _new_enough(node_path()):
            note.text = "up"
            return
        mend = f"install Node {LEAST_NODE[0]}.{LEAST_NODE[1]} or newer and run the command again"
        run(
            [PYTHON, "-m", "pip", "install", "--require-hashes", "-r", NODE_LOCK],
            "could not install Node",
            mend,
            SETUP_LOG,
        )
        if not _new_enough(node_path()):
            raise Problem("Node was installed but does not run", mend)


def ensure_packages() -> None:
    with step("front-end packages") as note:
        lock = FRONTEND / "package-lock.json"
        stamp = FRONTEND / "node_modules" / f".lock-{hashlib.sha256(lock.read_bytes()).hexdigest()}"
        if stamp.exists():
            note.text = "up"
            return
        mend = "remove frontend/node_modules and run the command again"
        run(["npm", "ci"], "could not install the front-end packages", mend, SETUP_LOG, node_path(), cwd=FRONTEND)
        stamp.touch()


def sources_digest() -> str:
    """A hash over everything the build reads."""
    digest = hashlib.sha256()
    files = [*sorted((FRONTEND / "src").rglob("*")), *sorted((FRONTEND / "public").rglob("*"))]
    files += [FRONTEND / n for n in ("index.html", "vite.config.ts", "package-lock.json", "tsconfig.json")]
    for file in files:
        if file.is_file() and not file.name.endswith(".test.ts"):
            digest.update(str(file.relative_to(FRONTEND)).encode() + file.read_bytes())
    return digest.hexdigest()


def ensure_build() -> None:
    with step("front-end build") as note:
        stamp: Path = FRONTEND / "dist" / f".built-{sources_digest()}"
        if stamp.exists():
            note.text = "up"
            return
        mend = (
            "read the messages above; if no source was changed, remove frontend/node_modules and run the command again"
        )
        run(["npm", "run", "build"], "the front end did not build", mend, SETUP_LOG, node_path(), cwd=FRONTEND)
        stamp.touch()


def ensure() -> None:
    ensure_node()
    ensure_packages()
    ensure_build()
