"""Single days ahead, for some of the beds: left alone, soaked, or asked whether they want water."""

from __future__ import annotations

import numpy as np
import numpy.typing as npt

from agronomy.balance import step as s
from agronomy.balance.forcing import Array
from agronomy.balance.run import Season

SERIES = 17  # of all series, as many as this serve for a sequence: every day of it takes several runs

Beds = npt.NDArray[np.int64]


class SingleDays:
    """Runs one day at a time over some series of a season. beds: constants (bed, N_BED), as the season's or changed."""

    def __init__(self, season: Season, beds: Array) -> None:
        self.season, self.constants = season, beds
        series = np.r_[0, 1 : season.state.shape[1] : max(1, (season.state.shape[1] - 1) // SERIES)]
        self.opening, self.draws, self.air = (
            np.ascontiguousarray(x[:, series]) for x in (season.state, season.draws, season.weather.air)
        )

    def run(self, d: int, state: Array, policy: int, beds: Beds | None = None) -> tuple[Array, Array]:
        """Day d ahead under one policy, from `state` (bed, series, N_STATE) of all beds.

        Returns the state after it and what was kept of it (N_KEEP, bed, series), of `beds` only; None: of all.
        """
        season, at = self.season, self.season.n_behind + d
        some = slice(None) if beds is None else beds
        after = state[some].copy()
        kept = np.empty((s.N_KEEP, 1, *after.shape[:2]))
        today = np.ascontiguousarray(season.days[at : at + 1, some])
        yesterday = season.days[at - 1, some, s.SHARE] if at else today[0, :, s.SHARE]
        before = np.where(season.opened_at[some] >= at, today[0, :, s.SHARE], yesterday)
        season.runs[0](
            after, today, np.ascontiguousarray(before[None, :]), self.constants[some], self.draws[some],
            self.air[at : at + 1], np.full((1, after.shape[0]), policy), kept, np.zeros(after.shape[:2]),
            np.zeros(s.N_ROW),
        )  # fmt: skip
        return after, kept[:, 0]

    def asked(self, d: int, state: Array, beds: Beds | None = None) -> Array:
        """Share of the series [0..1] that water each bed by its trigger on day d."""
        _, kept = self.run(d, state, s.BY_TRIGGER, beds)
        return np.asarray((kept[s.KEEP_WATERED, :, 1:] > 0).mean(axis=1))

    def poured(self, d: int, kept: Array, beds: Beds) -> Array:
        """What the policy added to what was recorded on day d [mm over the ground], (bed, series)."""
        recorded = self.season.days[self.season.n_behind + d, beds]
        already = recorded[:, s.MORNING] + recorded[:, s.EVENING] + recorded[:, s.FILL]
        return np.asarray(np.maximum(kept[s.KEEP_WATERED, :, 1:] - already[:, None], 0.0))
