"""The names under which both sides speak, and what a device may say. docs/device-protocol.md tells it to a maker."""

from __future__ import annotations

import json
import uuid
from dataclasses import dataclass
from typing import Annotated, Any, Final

from agronomy.describe.errors import InputError
from agronomy.describe.fields import Date, Yes, number, whole
from agronomy.formats.described import read

ROOT: Final = "isleshower/1"
LONGEST: Final = 4000  # bytes of a message
EVERY_REPORT: Final = f"{ROOT}/+/+/report"
Share = Annotated[float, number(0.0, 100.0, "%")]


def say_topic(garden_id: int, account: str) -> str:
    """Where a device is told something."""
    return f"{ROOT}/{garden_id}/{account}/say"


@dataclass(frozen=True)
class Ran:
    """A run that is over, or was to be and gave nothing. command: the order that asked for it, where one did."""

    date: Date
    minutes: Annotated[float, number(0.0, 1440.0, "min")]
    litres: Annotated[float, number(0.0, 5000.0, "L")]
    outlet: Annotated[int, whole(1, 8)] = 1
    start_h: Annotated[float, number(0.0, 24.0, "h")] = 6.0
    command: str | None = None
    battery: Share | None = None


@dataclass(frozen=True)
class State:
    """How a device stands: its battery, and whether water runs, and how much, though nothing asked for it."""

    battery: Share | None = None
    open_outlet: Annotated[int | None, whole(1, 8)] = None
    flow_l_h: Annotated[float, number(0.0, 5000.0, "L/h")] = 0.0


@dataclass(frozen=True)
class Moisture:
    """What a probe reads: water by volume [%]."""

    date: Date
    volume_pct: Annotated[float, number(0.0, 100.0, "%")]
    battery: Share | None = None


@dataclass(frozen=True)
class Got:
    """What it was told has arrived and is kept. done: whether it could be."""

    of: str
    done: Yes = True


Report = Ran | State | Moisture | Got
KINDS: Final[dict[str, type[Report]]] = {"ran": Ran, "state": State, "moisture": Moisture, "got": Got}


@dataclass(frozen=True)
class Sender:
    """Who speaks, by the topic."""

    garden_id: int
    account: str


def sender_of(topic: str) -> Sender:
    """Raises InputError for a topic that is none of ours."""
    parts = topic.split("/")
    if len(parts) != 5 or "/".join(parts[:2]) != ROOT or not parts[2].isdecimal() or len(parts[2]) > 18:
        raise InputError("topic", topic[:80], f"{ROOT}/<garden>/<account>/report")
    return Sender(int(parts[2]), parts[3])


def report_of(payload: bytes) -> tuple[uuid.UUID, Report]:
    """A report and its id, held against its description. Raises InputError naming what is wrong."""
    if len(payload) > LONGEST:
        raise InputError("payload", len(payload), f"at most {LONGEST} bytes")
    try:
        said: Any = json.loads(payload.decode("utf-8"))
    except (UnicodeDecodeError, ValueError, RecursionError) as error:
        raise InputError("payload", repr(payload[:40]), "one JSON object in UTF-8") from error
    if not isinstance(said, dict):
        raise InputError("payload", repr(said)[:40], "one JSON object in UTF-8")
    kind = said.pop("kind", None)
    if not isinstance(kind, str) or kind not in KINDS:
        raise InputError("kind", repr(kind)[:40], "one of " + ", ".join(KINDS))
    return id_of(said.pop("id", None)), read(KINDS[kind], said)


def id_of(told: Any) -> uuid.UUID:
    """Raises InputError for what is no id."""
    try:
        return uuid.UUID(str(told))
    except ValueError as error:
        raise InputError("id", repr(told)[:40], "a UUID") from error
