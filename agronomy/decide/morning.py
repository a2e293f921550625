"""What is known of one bed on the morning of a plan: everything that its word and dose are taken from."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
import numpy.typing as npt

from agronomy.balance.asking import fills_only
from agronomy.balance.run import Ahead, Run, tops_ask
from agronomy.balance.terms import NEVER, Array, BedDay, BedFigures, Terms, Want, Wants
from agronomy.beds.stand import StandOfDay
from agronomy.beds.today import BedToday
from agronomy.decide import wait
from agronomy.decide.heat import Heat
from agronomy.decide.planting_out import water_in_l
from agronomy.decide.reservoirs import NEARLY_FULL, Supply, supply_of
from agronomy.describe.garden import Bed

COLLAPSING_KS = 0.4  # of a container in the morning, when plants should stand upright; common practice, no source


@dataclass(frozen=True, eq=False)
class Morning:
    """Bed `i` of a run. mm over its rooted share unless said otherwise.

    day, figures: what it is today, and on every day. terms: what it does today, unwatered but for what was recorded.
    reckoned: what its word goes by, as observed; series: the same of each of them. never: the days ahead unwatered.
    """

    run: Run
    i: int
    today: BedToday
    day: BedDay
    figures: BedFigures
    reckoned: Want
    series: Wants
    terms: Terms
    chance_asks: float  # share of the series that would ask for water today, each by itself, whatever was poured since
    choice: wait.Choice
    never: Ahead
    heat: Heat | None

    @property
    def bed(self) -> Bed:
        return self.today.bed

    @property
    def stand(self) -> StandOfDay:
        return self.today.stand

    @property
    def rooted_share(self) -> float:
        return self.day.share

    @property
    def ground_m2(self) -> float:
        return self.today.ground_m2

    @property
    def has_reservoir(self) -> bool:
        return self.figures.capacity > 0

    @property
    def wicks(self) -> bool:
        """Whether it has a reservoir and roots have come to what it wets."""
        return self.has_reservoir and self.day.wicks > 0

    @property
    def fills(self) -> bool:
        """Whether its reservoir is filled today, and nothing is poured from above."""
        return fills_only(self.reckoned, self.day, self.figures) and self.water_in_l <= 0

    @property
    def supply(self) -> Supply:
        return supply_of(self.bed, self.run.today)

    @property
    def chance_fills(self) -> float:
        """Share of the series in which both stores ask for a fill today."""
        s = self.series
        asks = (s.r + self._filled(s.r) < self.figures.fill_below + s.day_use) & (s.mix >= s.fill_mark)
        return float(asks.mean())

    @property
    def stale_days(self) -> int:
        """Days in a row up to yesterday that ended with the reservoir nearly full."""
        held = np.asarray(self.run.behind(self.i).close_reservoir)
        box = self.has_reservoir and not self.figures.buried
        return _run_of(held >= NEARLY_FULL * self.figures.capacity) if box else 0

    @property
    def net_mm(self) -> float:
        """Depletion below field capacity as observed today; negative above."""
        return self.reckoned.net

    @property
    def trigger_mm(self) -> float:
        """Depletion at which it asks for water."""
        return self.reckoned.trigger

    @property
    def poured_mm(self) -> float:
        """What was poured onto the soil today and arrived where its method waters it [mm over the ground]: of a soak by
        hand over a drip line, what fell on the ground that the line wets."""
        poured = self.day.morning + self.day.afternoon + self.day.evening
        return poured * (1 - self.day.by_hand * (1 - self.today.reach))

    @property
    def to_ground(self) -> float:
        """From depletion of the rooted share [mm over it] to the soak that refills it [mm over the ground]."""
        return self.rooted_share * self.today.reach

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
        """Depletion of every series as observed today."""
        return self.series.net

    @property
    def top_mm(self) -> float:
        """Depletion of the top layer this morning, after what fell before it."""
        return self.reckoned.de

    @property
    def top_series(self) -> Array:
        return self.series.de

    @property
    def top_use_mm(self) -> float:
        """The most that the top layer may lose today."""
        return self.reckoned.top_use

    @property
    def damp_top_mm(self) -> float:
        """Depletion of the top layer at which the damp-top rule asks for water; 0: there is no such rule."""
        return self.day.damp_top

    @property
    def collapsing(self) -> bool:
        """Whether a container is so dry this morning that its plants may be lost: Ks below COLLAPSING_KS."""
        raw, taw = self.terms.raw_now, self.terms.taw_now
        dry = self.net_mm > raw + (1 - COLLAPSING_KS) * (taw - raw)  # FAO-56 eq. 84
        return self.today.container and self.stand.plants > 0 and dry

    @property
    def top_only(self) -> bool:
        """Whether a soak today would be for the top layer alone."""
        return self.damp_top_mm > 0 and self.net_mm < self.trigger_mm

    @property
    def share(self) -> float:
        """Share of a refill that is given: a part, where the bed asks by its trigger and rain may do the rest."""
        asks = self.water_in_l <= 0 and self.net_mm >= self.trigger_mm
        return self.choice.chosen.share or 1.0 if asks else 1.0

    @property
    def water_in_l(self) -> float:
        """Litres with which what is planted today is watered in."""
        return water_in_l(self.bed, self.run.today)

    @property
    def water_in_left_l(self) -> float:
        """Of these, what was not poured yet today."""
        return self.water_in_l - self.poured_mm * self.ground_m2 / self.today.arrives

    @property
    def reservoir_l(self) -> float:
        """What the reservoir holds this morning, after today's float."""
        return self.reckoned.r * self.ground_m2

    @property
    def reservoir_series_l(self) -> Array:
        """The same of every series."""
        return np.asarray(self.series.r * self.ground_m2)

    @property
    def capacity_l(self) -> float:
        return self.figures.capacity * self.ground_m2

    @property
    def filled_l(self) -> float:
        """What came into the reservoir today, by hand or by its line's timer."""
        return float(self._filled(self.reckoned.r)) * self.ground_m2

    def _filled(self, r: Array | float) -> Array | float:
        """The same of a reservoir that held so much this morning [mm over the ground]."""
        by_hand = self.day.fill
        return by_hand + self.day.to_full * np.maximum(self.figures.capacity - r - by_hand, 0.0)

    @property
    def wet_days(self) -> int:
        """Days in a row up to yesterday whose water stood above the air mark."""
        return _run_of(np.asarray(self.run.behind(self.i).wet) != 0)

    @property
    def watered_today(self) -> bool:
        return self.poured_mm + self.day.fill > 0


def _run_of(days: npt.NDArray[np.bool_]) -> int:
    """For how many days in a row, up to the last, something was so."""
    not_so = np.flatnonzero(~days[::-1])
    return int(not_so[0]) if len(not_so) else len(days)


def mornings(run: Run, heat: Heat | None, days: int) -> list[Morning]:
    """The morning of every bed: what it would ask for, and what waiting would cost."""
    n_beds = len(run.garden.beds)
    terms = run.terms_today()
    wants, reckoned = run.wants_today()
    ask = ((wants.net >= wants.trigger) | tops_ask(run, wants)).mean(axis=1)
    never = run.ahead(np.full((max(days, wait.HORIZON_DAYS), n_beds), NEVER))
    choices = wait.weigh(run, list(range(n_beds)))
    return [
        Morning(
            run=run,
            i=i,
            today=run.beds[i],
            day=run.day(i),
            figures=run.figures_of(i),
            reckoned=Want(*(float(x[i]) for x in reckoned)),
            series=Wants(*(x[i] for x in wants)),
            chance_asks=float(ask[i]),
            terms=terms[i],
            choice=choices[i],
            never=never,
            heat=heat,
        )
        for i in range(n_beds)
    ]
