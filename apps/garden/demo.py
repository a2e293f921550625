"""The sample gardens: all invented, with invented weather. Each is a garden file; only its clock is told here.

Every word of advice about them is computed, as for any garden.
"""

from __future__ import annotations

import datetime as dt
import pathlib
from dataclasses import dataclass
from typing import Any, Final

from agronomy.garden_file import read_garden
from apps.garden.models import Garden
from apps.watering.describe_garden import write_garden
from apps.weather.actions import refresh_weather

FOLDER: Final = pathlib.Path(__file__).parent / "samples"


@dataclass(frozen=True)
class Sample:
    """A garden file of FOLDER; the date its own clock opens on; its time zone; in one line, what it is."""

    key: str
    opens_on: dt.date
    time_zone: str
    about: str


WRACKLINE_YARD: Final = Sample(
    "wrackline_yard", dt.date(2025, 7, 11), "Etc/GMT+1", "a walled terrace on a sea isle, two days before a heat wave"
)
SAMPLES: Final = (WRACKLINE_YARD,)


def make_sample(sample: Sample, owner: Any) -> Garden:
    """Write a sample's facts for an owner. Its weather comes from the provider afterwards."""
    described = read_garden((FOLDER / f"{sample.key}.json").read_text(encoding="utf-8"), sample.key)
    return write_garden(
        described, owner, time_zone=sample.time_zone, clock_date=sample.opens_on, demonstration=True
    )  # fmt: skip


def load_sample(sample: Sample, owner: Any) -> tuple[Garden, bool]:
    """The sample garden and whether its weather came."""
    garden = make_sample(sample, owner)
    return garden, refresh_weather(garden)
