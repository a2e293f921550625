"""The kernel against the same rules as a plain loop, and reference ET against pyet on the same data."""

from __future__ import annotations

import dataclasses
import datetime as dt
import math
import subprocess
import sys
from collections.abc import Callable
from typing import Any, Literal

import numpy as np
import pandas as pd
import pyet

from agronomy.air.reference_et import reference_et
from agronomy.balance import layout as s
from agronomy.balance.asking import asked, want_of
from agronomy.balance.kernel import compiled, run_days
from agronomy.balance.run import NO_HOURS
from agronomy.balance.step import day_step, open_day
from agronomy.balance.terms import BY_TRIGGER, NEVER, USUAL, Air, BedDay, BedFigures, Draw, State
from agronomy.decide.plan import plan
from agronomy.describe import garden as g
from agronomy.describe.weather import COLUMNS, Sky, WeatherTable, table_from_days
from agronomy.describe.words import CropName
from benchmarks import frozen_step
from benchmarks.rounds import Ratio, Spread, compare, measure
from scripts.paths import PROJECT


def kernel_arrays(days: int, beds: int, members: int) -> tuple[Any, ...]:
    """Arrays of ordinary beds under ordinary weather."""
    rng = np.random.default_rng(7)
    day = np.zeros((days, beds, s.N_BED_DAY))
    for column, low, high in (
        (s.SHARE, 0.6, 1.0),
        (s.KD, 0.5, 1.0),
        (s.KCB_FULL, 0.8, 1.15),
        (s.H_FACTOR, 0.5, 0.8),
        (s.SPREAD_AREA, 1, 1.3),
        (s.COVER, 0.4, 0.9),
        (s.TAW, 20, 60),
        (s.P_TABLE, 0.3, 0.5),
        (s.EVAP_LEFT, 0.5, 1),
        (s.RAIN_HELD, 0.3, 1.5),
    ):
        day[..., column] = rng.uniform(low, high, beds)
    day[..., s.RAIN_IN] = 1.0
    day[..., [s.SEEN_AT, s.SEEN_STORE]], day[..., s.TOP_MOST] = -1.0, 25.0
    ground = [s.TEW, s.REW, s.DRAIN, s.ROOM, s.DEEPEST, s.AIR_MARK, s.AIR_FACTOR, s.REACH]
    day[..., ground] = [25, 9, 0.5, 50, 60, 5, 1, 1]
    bed = np.zeros((beds, s.N_BED))
    bed[:, [s.P_SLOPE, s.WICK_REST, s.TRIGGER_RAW, s.STORE_WEIGHT]] = [0.04, 0.1, 1, 1]
    draw = np.ones((beds, members, s.N_DRAW))
    draw[..., [s.Z_RAIN, s.Z_AIR]] = rng.normal(0, 1, (beds, members, 2))
    air = np.zeros((days, members, s.N_AIR))
    air[..., s.ET0] = rng.uniform(2, 7, (days, members))
    air[..., s.RAIN] = np.where(rng.random((days, members)) < 0.25, rng.exponential(6, (days, members)), 0.0)
    air[..., s.SHOWERS] = 1.0
    policy = np.full((days, beds), BY_TRIGGER)
    before = np.concatenate([day[:1, :, s.SHARE], day[:-1, :, s.SHARE]])
    kept = np.empty((s.N_KEEP, days, beds, members))
    state = np.zeros((beds, members + 1, s.N_STATE))  # the series, and what is reckoned
    state[..., s.STATE_REACH] = 1.0
    none = np.empty((0, beds, s.N_TERMS))
    cuts = s.whole_days(beds), np.zeros(days, dtype=np.int64)
    return state, day, before, bed, draw, air, policy, *cuts, kept, np.zeros((beds, members)), none, NO_HOURS


class Listed(list[Any]):
    """A list of lists that is asked as an array of two axes is."""

    def __getitem__(self, at: Any) -> Any:
        return list.__getitem__(self, at[0])[at[1]] if isinstance(at, tuple) else list.__getitem__(self, at)

    @property
    def shape(self) -> tuple[int, ...]:
        return (len(self),)


def loop_over_lists(arrays: tuple[Any, ...]) -> Callable[[], None]:
    """The same step for every day, bed and series, uncompiled, over lists of Python's own numbers."""
    state, days, before, beds, draws, air, policies, *_ = (a.tolist() for a in arrays)
    parts: Any = Listed([[1.0] * s.N_PART])
    trace: Any = Listed()
    names = [[BedDay(*x) for x in row] for row in days], [BedFigures(*x) for x in beds]
    drawn, weather = [[Draw(*x) for x in row] for row in draws], [[Air(*x) for x in row] for row in air]

    def run() -> None:
        now = [[State(*x) for x in row] for row in state]
        for d, row in enumerate(names[0]):
            for b, bed_day in enumerate(row):
                bed, policy = names[1][b], policies[d][b]
                opening = open_day(now[b][-1], bed_day, before[d][b], bed, USUAL, weather[d][0])
                added = asked(policy, want_of(opening), bed_day, bed)
                for m, draw in enumerate([*drawn[b], USUAL]):
                    air_of = weather[d][m % len(weather[d])]
                    now[b][m], _ = day_step(
                        now[b][m], bed_day, before[d][b], bed, draw, air_of, added, 0.0, NEVER, parts, trace
                    )

    return run


def kernel_against_loops() -> list[Ratio]:
    """2,040 series x 16 days, compiled against the same function uncompiled, over arrays and over lists."""
    series = compiled().days
    a, b = kernel_arrays(16, 40, 51), kernel_arrays(16, 40, 51)
    name = "balance, 2,040 series x 16 days: plain loop over {} / kernel"
    quick = lambda: series(*a)  # noqa: E731
    return [
        compare(name.format("lists"), loop_over_lists(b), quick, 3),
        compare(name.format("arrays"), lambda: run_days(*b), quick, 3),
    ]


def kernel_against_frozen() -> Ratio:
    """2,040 series x 16 days: the step as it was before it was cut into processes, compiled, against today's."""
    series, frozen = compiled().days, frozen_step.compiled()[0]
    a = kernel_arrays(16, 40, 51)
    state, *inputs, policy, _, _, kept, wet, _, _ = kernel_arrays(16, 40, 51)
    series_alone = np.ascontiguousarray(state[:, :-1])
    inputs.append(np.full(policy.shape, frozen_step.BY_TRIGGER))
    row = np.zeros(s.N_TERMS)
    name = "balance, 2,040 series x 16 days: the step of before / kernel"
    return compare(name, lambda: frozen(series_alone, *inputs, kept, wet, row), lambda: series(*a), 100)


def kernel_at_scale() -> Ratio:
    """100,000 series x 200 days against 2,040 x 16 repeated to the same number of steps."""
    series = compiled().days
    small, large = kernel_arrays(16, 40, 51), kernel_arrays(200, 2000, 50)
    repeats = round(200 * 100_000 / (16 * 2040))

    def often() -> None:
        for _ in range(repeats):
            series(*small)

    return compare("balance, 100,000 series x 200 days: small runs / large run", often, lambda: series(*large), 2)


def bytes_a_bed_day() -> float:
    """Measured in a process of its own: what a run of 100,000 series x 200 days takes at most, above what was there."""
    code = (
        "from pathlib import Path; from benchmarks.core import kernel_arrays as k, compiled as c; run = c().days;"
        "most = lambda: int(Path('/proc/self/status').read_text().split('VmHWM:')[1].split()[0]);"
        "run(*k(2, 40, 50)); before = most(); run(*k(200, 2000, 50));"
        "print((most() - before) * 1024 / (200 * 100_000))"
    )
    done = subprocess.run([sys.executable, "-c", code], capture_output=True, text=True, check=True, cwd=PROJECT)
    return float(done.stdout)


def particles() -> tuple[Spread, Spread]:
    """200 particles x 40 beds x 200 days: the kernel alone, and with its arrays made [s]."""
    run, arrays = compiled().days, kernel_arrays(200, 40, 200)
    return measure(lambda: run(*arrays), 7), measure(lambda: run(*kernel_arrays(200, 40, 200)), 5)


def members_50_and_5() -> Ratio:
    """A cold plan of 40 beds under 51 members and under 5."""
    garden, few = g.Garden("Bench", 44.6, 31.0, beds=tuple(_isle(i, "raised") for i in range(40))), _sky(5)
    many, today = _sky(), few.ahead.dates[0]
    name = "cold plan of 40 beds: 51 members / 5 members"
    return compare(name, lambda: plan(garden, many, today), lambda: plan(garden, few, today), 5)


def cold_round_of_pots() -> Ratio:
    """The plan of 20 pots and 20 beds, nothing kept in memory, against that of 40 beds; three weeks behind."""
    pots, beds = (tuple(_isle(i, kind) for i in range(20)) for kind in ("pot", "raised"))
    more = tuple(dataclasses.replace(b, name=f"{b.name} too") for b in beds)
    sky = _sky()

    def cold(isles: tuple[g.Bed, ...]) -> Callable[[], object]:
        return lambda: plan(g.Garden("Bench", 44.6, 31.0, beds=isles), sky, sky.ahead.dates[0])

    return compare("cold plan: 20 pots and 20 beds / 40 beds", cold((*pots, *beds)), cold((*beds, *more)), 9)


def _isle(i: int, kind: Literal["pot", "raised"]) -> g.Bed:
    """A pot or bed of its own size with one grown plant or six."""
    today, across = dt.date(2025, 7, 11), 0.25 + 0.02 * i
    size = g.Size(today, "waist", 0.45)
    crop: CropName = "pepper" if i % 2 else "tomato"
    grows = g.Planting(crop, 1 if kind == "pot" else 6, today - dt.timedelta(days=70), (size,))
    length, width = (across, across) if kind == "pot" else (2.4, 1.2)
    return g.Bed(
        f"{kind} {i}", kind, length, width, today - dt.timedelta(days=21), round=kind == "pot", plantings=(grows,)
    )


def _sky(n: int = 51) -> Sky:
    """Three weeks behind and 16 days ahead of n members."""
    rng, start = np.random.default_rng(5), dt.date(2025, 6, 20)
    unknown = {name: np.full((16, n), np.nan) for name in COLUMNS}
    ahead = {"tmin": rng.normal(16, 2, (16, n)), "tmax": rng.normal(31, 3, (16, n))}
    ahead["rain"] = np.where(rng.random((16, n)) < 0.2, rng.exponential(6, (16, n)), 0.0)
    days = [start + dt.timedelta(days=d) for d in range(37)]
    behind = table_from_days([(d, {"tmin": 15.0, "tmax": 29.0, "rain": 0.0}) for d in days[:21]], 44.6, 31.0)
    return Sky(behind, WeatherTable(tuple(days[21:]), {**unknown, **ahead}, 44.6, 31.0))


def et_against_pyet(days: int, sites: int, rounds: int) -> Ratio:
    """Reference ET of `sites` over `days`: pyet site by site against one call of ours."""
    rng = np.random.default_rng(3)
    start = dt.date(2001, 1, 1)
    dates = tuple(start + dt.timedelta(days=i) for i in range(days))
    tmin = rng.uniform(5, 15, (days, sites))
    values = {
        "tmin": tmin,
        "tmax": tmin + rng.uniform(5, 15, (days, sites)),
        "ea": rng.uniform(0.8, 1.4, (days, sites)),
        "rs": rng.uniform(5, 25, (days, sites)),
        "wind": rng.uniform(0.5, 5, (days, sites)),
    }
    unknown = np.full((days, sites), np.nan)
    table = WeatherTable(dates, {c: values.get(c, unknown) for c in COLUMNS}, 45.0, 100.0)
    index = pd.DatetimeIndex([d.isoformat() for d in dates])

    def theirs() -> None:
        for i in range(sites):
            column = {k: pd.Series(v[:, i], index=index) for k, v in values.items()}
            pyet.pm_fao56(
                (column["tmin"] + column["tmax"]) / 2,
                column["wind"],
                rs=column["rs"],
                elevation=100.0,
                lat=math.radians(45.0),
                tmax=column["tmax"],
                tmin=column["tmin"],
                ea=column["ea"],
            )

    name = f"reference ET, {sites} site{'s' if sites > 1 else ''} x {days} days: pyet / ours"
    return compare(name, theirs, lambda: reference_et(table), rounds)
