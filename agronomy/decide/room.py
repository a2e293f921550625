"""What is left of a day's minutes and of each tap's, and the soak that takes its share of them."""

from __future__ import annotations

import datetime as dt
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from agronomy.beds.today import BedToday
from agronomy.decide.bands import Band
from agronomy.decide.household import Limits, spared
from agronomy.decide.together import Tubes


@dataclass(frozen=True)
class Soak:
    """One bed on one day, both drinks together.

    how: "due"; "part" (a part of a refill, rain may do the rest); "late" (it gave way before); "early" (the next day
    has no room); "moved"; "planting" (something is planted that day and watered in); "along" (a bed on the same tube
    asks). over: of these litres, those beyond a refill, since the tube runs for another bed.
    """

    litres: Band
    minutes: float
    tap_minutes: float
    how: str
    wanted: dt.date
    again: float = 0.0  # of these litres, those of a second drink; 0: none
    goes: int = 1  # in which the rest is given, so that the soil takes it
    over: float = 0.0


class Room:
    """What is left of one day."""

    def __init__(self, beds: Sequence[BedToday], limits: Limits, tubes: Tubes) -> None:
        self.beds, self.limits, self.tubes = beds, limits, tubes
        self.answered: dict[tuple[int, ...], str | None] = {}  # tube -> why not; None: it is opened
        self.minutes = limits.minutes
        self.taps: dict[str, float] = {}

    @property
    def bound(self) -> bool:
        """Whether the day has any limit."""
        return self.minutes is not None or self.limits.tap_minutes is not None

    def take(self, i: int, litres: Band, how: str, wanted: dt.date, again: float, goes: int = 1) -> Soak | str:
        """The soak if the day has room for it (and takes that room), else why not: "minutes" or "taps".

        goes: how often one goes there for it, without its second drink. A tube that is opened already takes no more.
        """
        tube = self.tubes.get(i)
        if tube in self.answered:
            return self.answered[tube] or Soak(litres, 0.0, 0.0, how, wanted, again, goes)
        answer = self._take(i, litres, how, wanted, again, goes)
        if tube:
            self.answered[tube] = answer if isinstance(answer, str) else None
        return answer

    def _take(self, i: int, litres: Band, how: str, wanted: dt.date, again: float, goes: int) -> Soak | str:
        method, name = self.beds[i].method, self.beds[i].rig.name
        times = goes + int(0 < again < litres.mid)
        minutes, tap = method.person_minutes(litres.mid, times), method.tap_minutes(litres.mid)
        left = self.taps.get(name, self.limits.tap_minutes if self.limits.tap_minutes is not None else np.inf)
        if how not in ("moved", "planting"):  # what the gardener put on a day stands, whatever it asks
            if self.minutes is not None and minutes > self.minutes + 1e-9:
                return "minutes"
            if tap > left + 1e-9 and not spared(self.beds[i].garden, self.beds[i]):
                return "taps"
        if self.minutes is not None:
            self.minutes -= minutes
        self.taps[name] = left - tap
        return Soak(litres, minutes, tap, how, wanted, again, goes)
