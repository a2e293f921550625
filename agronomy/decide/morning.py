"""What is known of one bed on the morning of a plan: everything that its word and dose are taken from."""

from __future__ import annotations

import dataclasses
from dataclasses import dataclass

import numpy as np
import numpy.typing as npt

from agronomy.balance import forcing
from agronomy.balance import step as s
from agronomy.balance.forcing import Array
from agronomy.balance.run import Ahead, Season
from agronomy.balance.stand import StandOfDay
from agronomy.decide import styles, wait
from agronomy.decide.heat import Heat
from agronomy.decide.planting_out import water_in_l
from agronomy.describe.garden import Bed
from agronomy.methods.hand import ARRIVES


@dataclass(frozen=True, eq=False)
class Morning:
    """Bed `i` of a season. mm over its rooted share unless said otherwise.

    row: the central series' row of today, unwatered but for what was recorded. never: the days ahead unwatered.
    """

    season: Season
    i: int
    row: npt.NDArray[np.float64]
    trigger_mm: float
    chance_asks: float  # share of the series that ask for water today, whatever was poured since
    choice: wait.Choice
    never: Ahead
    heat: Heat | None

    @property
    def bed(self) -> Bed:
        return self.season.garden.beds[self.i]

    @property
    def stand(self) -> StandOfDay:
        return self.season.stand_today(self.i)

    @property
    def share(self) -> float:
        return float(self.season.days[self.season.n_behind, self.i, s.SHARE])

    @property
    def ground_m2(self) -> float:
        return forcing.ground_m2(self.bed)

    @property
    def has_reservoir(self) -> bool:
        return bool(self.season.beds[self.i, s.CAPACITY] > 0)

    @property
    def net_mm(self) -> float:
        """Depletion below field capacity after today's check; negative above."""
        return float(self.row[s.DR_START])

    @property
    def poured_mm(self) -> float:
        """What was poured onto the soil today and arrives [mm over the ground]."""
        today = self.season.days[self.season.n_behind, self.i]
        return float(today[s.MORNING] + today[s.EVENING])

    @property
    def to_ground(self) -> float:
        """From depletion of the rooted share [mm over it] to the soak that refills it [mm over the ground]."""
        return self.share * forcing.line_reach(self.bed, self.season.today)

    @property
    def left_mm(self) -> float:
        """Depletion that today's waterings leave to be poured; that of the morning where there were none."""
        return self.net_mm - self.poured_mm / self.to_ground

    @property
    def top_left_mm(self) -> float:
        """The same of the top layer."""
        return self.top_mm - self.poured_mm / self.to_ground

    @property
    def net_series(self) -> Array:
        """The same of every series, moved by what today's check did to the central one."""
        state = self.season.state[self.i]
        net = state[:, s.DR] - state[:, s.W]
        return np.asarray(net[1:] + (self.net_mm - net[0]))

    @property
    def top_mm(self) -> float:
        """Depletion of the top layer this morning."""
        return float(self.season.state[self.i, 0, s.DE])

    @property
    def top_series(self) -> Array:
        return self.season.state[self.i, 1:, s.DE]

    @property
    def damp_top_mm(self) -> float:
        """Depletion of the top layer at which the damp-top rule asks for water; 0: there is no such rule."""
        return float(self.season.days[self.season.n_behind, self.i, s.DAMP_TOP])

    @property
    def top_only(self) -> bool:
        """Whether a soak today would be for the top layer alone."""
        return self.damp_top_mm > 0 and self.net_mm < self.trigger_mm

    @property
    def water_in_l(self) -> float:
        """Litres with which what is planted today is watered in."""
        return water_in_l(self.bed, self.season.today)

    @property
    def water_in_left_l(self) -> float:
        """Of these, what was not poured yet today."""
        return self.water_in_l - self.poured_mm * self.ground_m2 / ARRIVES[self.bed.method]

    @property
    def reservoir_l(self) -> float:
        """What the reservoir holds this morning, after today's float."""
        return float(self.row[s.OPEN_RESERVOIR] + self.row[s.CORRECTION_STORE]) * self.ground_m2

    @property
    def reservoir_series_l(self) -> Array:
        """The same of every series; a float draws them together as far as it is believed."""
        held = self.season.state[self.i, :, s.R] * self.ground_m2
        seen = self.season.days[self.season.n_behind, self.i, s.CHECK_STORE] >= 0
        apart = (held[1:] - held[0]) * (1 - self.season.beds[self.i, s.STORE_WEIGHT] if seen else 1.0)
        return np.asarray(np.clip(self.reservoir_l + apart, 0.0, self.capacity_l))

    @property
    def capacity_l(self) -> float:
        return float(self.season.beds[self.i, s.CAPACITY]) * self.ground_m2

    @property
    def filled_l(self) -> float:
        """What was poured into the reservoir today."""
        return float(self.season.days[self.season.n_behind, self.i, s.FILL]) * self.ground_m2

    @property
    def wet_days(self) -> int:
        """Days in a row up to yesterday whose water stood above the air mark."""
        wet = self.season.rows[int(self.season.opened_at[self.i]) :, self.i, s.WET]
        dry = np.flatnonzero(wet[::-1] == 0)
        return int(dry[0]) if len(dry) else len(wet)

    @property
    def watered_today(self) -> bool:
        today = self.season.days[self.season.n_behind, self.i]
        return bool(today[s.MORNING] + today[s.EVENING] + today[s.FILL] > 0)


def mornings(season: Season, heat: Heat | None, days: int) -> list[Morning]:
    """The morning of every bed: what it would ask for, and what waiting would cost."""
    garden, n_beds = season.garden, len(season.garden.beds)
    rows = season.central_rows_ahead(np.full((1, n_beds), s.NEVER))[0]
    asked = _without_todays_waterings(season).ahead(np.full((1, n_beds), s.BY_TRIGGER)).watered[0, :, 1:] > 0
    triggers = [
        styles.trigger_of(garden, bed).depletion(row[s.RAW_NOW], row[s.TAW_NOW])
        for bed, row in zip(garden.beds, rows, strict=True)
    ]
    never = season.ahead(np.full((max(days, wait.HORIZON_DAYS), n_beds), s.NEVER))
    wet_feet = [season.stand_today(i).wet_feet for i in range(n_beds)]
    choices = wait.weigh(season, never, np.array(triggers), wet_feet)
    return [
        Morning(season, i, rows[i], float(triggers[i]), float(asked[i].mean()), choices[i], never, heat)
        for i in range(n_beds)
    ]


def _without_todays_waterings(season: Season) -> Season:
    days = season.days.copy()
    days[season.n_behind, :, [s.MORNING, s.EVENING, s.FILL]] = 0.0
    return dataclasses.replace(season, days=days)
