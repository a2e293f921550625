"""Where things are. Everything a run makes lies in one ignored folder of the project."""

from __future__ import annotations

import os
from pathlib import Path

PROJECT = Path(__file__).resolve().parents[1]
RUN = PROJECT / os.environ.get("ISLESHOWER_RUN_DIR", ".run")
LOGS = RUN / "logs"
SETUP_LOG = LOGS / "setup.log"
VENV = PROJECT / ".venv"
PYTHON = VENV / "bin" / "python"
FRONTEND = PROJECT / "frontend"
