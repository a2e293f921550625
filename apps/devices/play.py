"""Lets the simulated device that ships with the application play one that was let in: its account goes into a file.

Only where such a file is told (./start tells it): elsewhere devices are real, and passwords go to nobody's file.
"""

from __future__ import annotations

import json
import os
from pathlib import Path
from typing import Any

from django.conf import settings

from apps.devices.models import Device


def can_play() -> bool:
    return bool(settings.DEVICES_PLAYED)


def play(device: Device, password: str, flows_l_h: dict[int, float]) -> None:
    """flows_l_h: what each outlet gives. The file is readable by this user alone."""
    path = Path(settings.DEVICES_PLAYED)
    known: list[dict[str, Any]] = json.loads(path.read_text()) if path.exists() else []
    played = {
        "garden": device.garden_id,
        "account": device.account,
        "password": password,
        "kind": device.kind,
        "flows_l_h": {str(outlet): flow for outlet, flow in flows_l_h.items()},
    }
    new = path.with_suffix(".new")
    new.touch(mode=0o600)
    new.write_text(json.dumps([*known, played]))
    os.replace(new, path)
