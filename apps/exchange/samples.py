"""The sample gardens: all invented, with invented weather. Each is a garden file; only its clock is told here.

Every word of advice about them is computed, as for any garden.
"""

from __future__ import annotations

import datetime as dt
import pathlib
from dataclasses import dataclass
from typing import Final

from agronomy.describe import garden as g
from agronomy.describe.errors import UnknownNameError
from agronomy.formats.read_garden import read_garden
from apps.accounts.actor import Actor
from apps.accounts.models import User
from apps.base.action import Action
from apps.exchange.write_garden import write_garden
from apps.garden.actions.gardens import refuse_one_too_many
from apps.garden.models import Garden
from apps.weather.actions import refresh_weather

FOLDER: Final = pathlib.Path(__file__).parent / "sample_gardens"


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
COPPERPAN_COURT: Final = Sample(
    "copperpan_court", dt.date(2025, 7, 22), "Etc/GMT+3", "balcony pots on a hot dry plain, a fierce week ahead"
)
SIXWEIR_LANDING: Final = Sample(
    "sixweir_landing", dt.date(2025, 6, 3), "Etc/GMT+9", "trays and pots in the wet tropics, two days before the rains"
)
GULLREST_PADDOCK: Final = Sample(
    "gullrest_paddock", dt.date(2025, 1, 14), "Etc/GMT+7", "southern cool-summer clay with drip, in a dry fortnight"
)
SAMPLES: Final = {sample.key: sample for sample in (WRACKLINE_YARD, COPPERPAN_COURT, SIXWEIR_LANDING, GULLREST_PADDOCK)}


def described(sample: Sample) -> g.Garden:
    return read_garden((FOLDER / f"{sample.key}.json").read_text(encoding="utf-8"), sample.key)


def make_sample(sample: Sample, owner: User) -> Garden:
    """Write a sample's facts for an owner. Its weather comes from the provider afterwards."""
    return write_garden(
        described(sample), owner, time_zone=sample.time_zone, clock_date=sample.opens_on, demonstration=True
    )


def load_sample(sample: Sample, owner: User) -> tuple[Garden, bool]:
    """The sample garden and whether its weather came."""
    garden = make_sample(sample, owner)
    return garden, refresh_weather(garden)


@dataclass
class OpenSample(Action[Garden]):
    """A sample garden of a person's own, to look around in."""

    by: Actor
    key: str

    def execute(self) -> Garden:
        garden = super().execute()
        refresh_weather(garden)  # in no transaction: the provider may take its time
        return garden

    def run(self) -> Garden:
        if self.key not in SAMPLES:
            raise UnknownNameError("sample", self.key, "one of " + ", ".join(SAMPLES))
        user = self.by.signed_in()
        refuse_one_too_many(user)
        return make_sample(SAMPLES[self.key], user)
