"""Running a garden: from each bed's opening to this morning, and on into the days ahead under a policy."""

from __future__ import annotations

import collections
import dataclasses
import datetime as dt
import hashlib
import itertools
import threading
from collections.abc import Callable
from dataclasses import dataclass
from typing import Any

import numpy as np
import numpy.typing as npt

from agronomy.balance import forcing, spreads
from agronomy.balance import step as s
from agronomy.balance.forcing import Array
from agronomy.balance.stand import Stand, StandOfDay
from agronomy.balance.weather import AirDays
from agronomy.describe.garden import Garden
from agronomy.plants.size import Warmth

KEPT_AT_ONCE = 1_000_000  # series-days of the past run in one go: the kernel writes N_KEEP figures of each

Runs = tuple[Callable[..., None], Callable[..., None]]


@dataclass(frozen=True)
class Ahead:
    """What series do in the days ahead: (day, bed, member); wet_days (bed, member). Member 0 is central."""

    net: Array  # depletion of the rooted share below field capacity [mm over it]; negative above
    reservoir: Array  # [mm over the ground]
    watered: Array  # [mm over the ground] that arrived
    stress: Array  # transpiration missed [mm over the ground]
    lost: Array  # drained or overflown [mm over the ground]
    wet_days: Array


@dataclass(frozen=True)
class Season:
    """A garden run up to this morning: everything that decisions start from."""

    garden: Garden
    today: dt.date
    weather: AirDays
    days: Array  # (day, bed, N_BED_DAY), from the first bed's opening to the last day ahead
    beds: Array  # (bed, N_BED)
    draws: Array  # (bed, member + 1, N_DRAW)
    state: Array  # (bed, member + 1, N_STATE), this morning
    rows: Array  # (past day, bed, N_ROW), the central series; zero before a bed was opened
    opened_at: npt.NDArray[np.int64]  # index of each bed's first day in `days`
    stands: tuple[Stand, ...]  # what grows in each bed, over the same days
    runs: Runs

    @property
    def n_behind(self) -> int:
        return self.weather.n_behind

    def stand_today(self, bed: int) -> StandOfDay:
        return self.stands[bed].on(self.n_behind)

    def ahead(self, policies: npt.NDArray[np.int64]) -> Ahead:
        """Run all series on from this morning. policies: (day ahead, bed)."""
        n, (b, m) = policies.shape[0], self.state.shape[:2]
        kept = np.empty((s.N_KEEP, n, b, m))
        wet = np.zeros((b, m))
        part = slice(self.n_behind, self.n_behind + n)
        self.runs[0](
            self.state.copy(), self.days[part], self._shares(n), self.beds, self.draws, self.weather.air[part],
            policies, kept, wet, np.zeros(s.N_ROW),
        )  # fmt: skip
        net, reservoir, watered, stress, lost = kept
        return Ahead(net, reservoir, watered, stress, lost, wet)

    def central_rows_ahead(self, policies: npt.NDArray[np.int64]) -> Array:
        """Every row of the central series under the mean outlook: (day ahead, bed, N_ROW)."""
        n = policies.shape[0]
        part = slice(self.n_behind, self.n_behind + n)
        rows = np.zeros((n, self.beds.shape[0], s.N_ROW))
        self.runs[1](
            self.state[:, :1].copy(), self.days[part], self._shares(n), self.beds, self.draws[:, :1].copy(),
            self.weather.air[part], policies, rows,
        )  # fmt: skip
        return rows

    def with_beds(self, at: list[int], other: Season) -> Season:
        """This season with the beds at these places taken from another under the same weather."""
        changed: dict[str, Any] = {}
        for name, axis in (("days", 1), ("beds", 0), ("draws", 0), ("state", 0), ("rows", 1), ("opened_at", 0)):
            array = getattr(self, name).copy()
            array[(slice(None),) * axis + (at,)] = getattr(other, name)
            changed[name] = array
        stands = list(self.stands)
        for i, stand in zip(at, other.stands, strict=True):
            stands[i] = stand
        return dataclasses.replace(self, stands=tuple(stands), **changed)

    def _shares(self, n: int) -> Array:
        part = slice(self.n_behind, self.n_behind + n)
        today = self.days[self.n_behind, :, s.SHARE]
        before = self.days[self.n_behind - 1, :, s.SHARE] if self.n_behind else today
        # A bed opened today has no yesterday: its share does not jump on its first morning.
        first = np.where(self.opened_at >= self.n_behind, today, before)
        return forcing.shares_before(self.days[part], first)


class Checkpoints:
    """This morning's states and past rows, by a hash of all they came from. Only a cache: it may forget at any time."""

    def __init__(self, most: int = 32) -> None:
        self._most = most
        self._kept: collections.OrderedDict[bytes, tuple[Array, Array]] = collections.OrderedDict()
        self._lock = threading.Lock()

    def get(self, key: bytes) -> tuple[Array, Array] | None:
        with self._lock:
            return self._kept.get(key)

    def put(self, key: bytes, state: Array, rows: Array) -> None:
        with self._lock:
            self._kept[key] = (state, rows)
            while len(self._kept) > self._most:
                self._kept.popitem(last=False)


def _key(*arrays: npt.NDArray[Any]) -> bytes:
    digest = hashlib.sha256()
    for a in arrays:
        digest.update(repr(a.shape).encode())
        digest.update(np.ascontiguousarray(a).data)
    return digest.digest()


def run_season(
    garden: Garden, weather: AirDays, today: dt.date, triggers: list[tuple[float, float]], runs: Runs | None = None,
    checkpoints: Checkpoints | None = None,
) -> Season:  # fmt: skip
    """Run every bed's series from its opening to this morning over the facts.

    weather must start on or before the first bed's opening. triggers: one for each bed (decide/styles.py).
    """
    runs = runs or s.compiled()
    first, n_all, n_behind = weather.dates[0], len(weather.dates), weather.n_behind
    n = weather.air.shape[1] - 1
    beds = garden.beds
    warmth = warmth_of(garden, weather)
    described = [forcing.bed_days(b, first, n_all, warmth, garden.finger) for b in beds]
    days = np.stack([array for array, _ in described], axis=1)
    days[:, :, s.AIR_FACTOR] = forcing.air_factors(garden, weather)
    constants = np.stack([forcing.bed_constants(b, today, t) for b, t in zip(beds, triggers, strict=True)])
    draws = np.stack(
        [spreads.draws_of_bed(n, forcing.profile_on(b, today).spread, forcing.water_cv(garden, b)) for b in beds]
    )
    opened_at = np.array([min(max((b.opened - first).days, 0), n_behind) for b in beds])
    state = np.stack(
        [forcing.opening_state(b, days[at, i], n) for i, (b, at) in enumerate(zip(beds, opened_at, strict=True))]
    )
    rows = np.zeros((n_behind, len(beds), s.N_ROW))
    shares = forcing.shares_before(days, days[0, :, s.SHARE])
    for i, at in enumerate(opened_at):
        shares[at, i] = days[at, i, s.SHARE]
    key = _key(state, days[:n_behind], shares[:n_behind], constants, draws, weather.air[:n_behind], opened_at)
    known = checkpoints.get(key) if checkpoints else None
    if known is not None:
        state, rows = known
    else:
        starts = sorted({int(a) for a in opened_at} | {n_behind})
        for since, until in itertools.pairwise(starts):
            part = np.flatnonzero(opened_at <= since)
            at_once = max(1, KEPT_AT_ONCE // (len(part) * state.shape[1]))
            for lo in range(since, until, at_once):
                span = slice(lo, min(lo + at_once, until))
                _run_part(runs, state, days, shares, constants, draws, weather.air, rows, part, span)
        if checkpoints:
            checkpoints.put(key, state, rows)
    stands = tuple(stand for _, stand in described)
    return Season(garden, today, weather, days, constants, draws, state, rows, opened_at, stands, runs)


def warmth_of(garden: Garden, weather: AirDays) -> Warmth | None:
    """The temperatures that growth runs by, where the garden's growth follows warmth and not the calendar."""
    if garden.growth != "warmth":
        return None
    mean = (weather.parts.tmin + weather.parts.tmax) / 2
    return Warmth(weather.dates[0], tuple(np.round(mean, 2).tolist()))


def _run_part(
    runs: Runs, state: Array, days: Array, shares: Array, constants: Array, draws: Array, air: Array, rows: Array,
    part: Any, span: slice,
) -> None:  # fmt: skip
    """Run some beds over some days: once for all series, once for the central rows."""
    n, b, m = span.stop - span.start, len(part), state.shape[1]
    policies = np.full((n, b), s.NEVER)
    some_days, some_shares = np.ascontiguousarray(days[span][:, part]), np.ascontiguousarray(shares[span][:, part])
    some_rows = np.zeros((n, b, s.N_ROW))
    runs[1](
        state[part][:, :1].copy(), some_days, some_shares, constants[part], draws[part][:, :1].copy(), air[span],
        policies, some_rows,
    )  # fmt: skip
    some_state = state[part]
    runs[0](
        some_state, some_days, some_shares, constants[part], draws[part], air[span], policies,
        np.empty((s.N_KEEP, n, b, m)), np.zeros((b, m)), np.zeros(s.N_ROW),
    )  # fmt: skip
    state[part] = some_state
    rows[span, part] = some_rows
