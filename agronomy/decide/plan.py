"""The plan: today's word for each bed, its dose, and what is expected in the days ahead."""

from __future__ import annotations

import datetime as dt
from dataclasses import dataclass, field

import numpy as np
import numpy.typing as npt

from agronomy.air.heat import HeatWaveRule, heat_wave_days
from agronomy.balance import forcing
from agronomy.balance import step as s
from agronomy.balance.forcing import Array
from agronomy.balance.run import Ahead, Runs, Season, run_season
from agronomy.decide import styles, wait
from agronomy.decide.hours import Hours, good_hours
from agronomy.decide.reasons import Story, story_of
from agronomy.describe.errors import InputError
from agronomy.describe.garden import Bed, Garden, Rig
from agronomy.describe.weather import Sky
from agronomy.methods import drip as drip_method
from agronomy.methods import hand

HEAT_LEAD_DAYS = 2  # a wave this near moves a soak forward; common practice, no source
HEAT_BELIEVED = 0.5  # share of the members
AHEAD_OF_HEAT_LEAST = 0.35  # of RAW: below that a soak ahead of the heat would mostly drain; common practice
CHECK_BAND = 0.9  # 80 % band of the depletion, in RAW, above which a finger is asked for; common practice
CHECK_FROM = 0.6  # of the trigger: a bed far from it is not worth a finger; common practice
CHECK_FRESH_DAYS = 5
RESERVOIR_EMPTY_CHANCE = 0.3
LEAST_DOSE_MM = 1.0  # over the rooted share; less is not worth a stop


@dataclass(frozen=True)
class Band:
    """10, 50 and 90 % of the series."""

    low: float
    mid: float
    high: float


def band(values: Array) -> Band:
    """10 to 90 % band of a set of series, by sorting."""
    return bands(values.reshape(1, -1))[0]


def bands(values: Array) -> list[Band]:
    """The band of each row of values (n, series)."""
    v = np.sort(values, axis=1)
    last = v.shape[1] - 1
    return [Band(*row) for row in v[:, [round(q * last) for q in (0.1, 0.5, 0.9)]].tolist()]


@dataclass(frozen=True)
class Dose:
    """What to give. mm: over the bed's ground, to the roots. litres: poured. minutes: of a person's time."""

    mm: float
    litres: float
    litres_band: Band
    arrives: float
    minutes: float
    hose: hand.HoseSplit | None = None
    flow_l_per_min: float | None = None
    cans: float | None = None
    drip_minutes: float | None = None
    into: str = "soil"


@dataclass(frozen=True)
class DayAhead:
    """Expected end of one day: depletion of the rooted share [mm over it], chance of a soak, litres if so."""

    date: dt.date
    net: Band
    soak_chance: float
    litres: float
    reservoir_l: Band | None


@dataclass(frozen=True)
class BedPlan:
    """Today's word for one bed.

    word: "soak", "wait", "leave", "too_wet", "check", "done", "fill", "empty" (nothing grows).
    cause: why, as a code: "trigger", "heat", "rain", "not_yet", "air_short", "doubt", "watered", "reservoir", "bare".
    """

    bed: Bed
    word: str
    cause: str
    dose: Dose | None
    net_mm: Band  # depletion of the rooted share this morning [mm over it]
    raw_mm: float
    taw_mm: float
    trigger_mm: float
    air_mark_mm: float
    room_mm: float
    share: float
    ground_m2: float
    chance_asks: float  # share of the series that ask for water today
    choice: wait.Choice
    wet_days: int
    story: Story
    next_soak: tuple[dt.date, dt.date, dt.date] | None  # 10, 50, 90 %
    ahead: tuple[DayAhead, ...]
    reservoir_l: Band | None
    empty_on: tuple[dt.date | None, dt.date | None, dt.date | None] | None
    plants: int
    canopy_m2: float
    height_m: float
    root_depth_m: float
    depth_m: float
    today_row: npt.NDArray[np.float64]


@dataclass(frozen=True)
class Heat:
    """Hot days of a heat wave that at least half the members see, from the first to the last, and their chance."""

    dates: tuple[dt.date, ...]
    chance: float


@dataclass(frozen=True)
class Plan:
    garden: Garden
    today: dt.date
    beds: tuple[BedPlan, ...]
    hours: Hours
    heat: Heat | None
    season: Season = field(repr=False)

    @property
    def stops(self) -> tuple[BedPlan, ...]:
        """Beds that want a hand today."""
        return tuple(b for b in self.beds if b.word in ("soak", "check", "fill"))


def plan(garden: Garden, sky: Sky, today: dt.date, days: int = 14, runs: Runs | None = None) -> Plan:
    """Today's plan of a garden and the `days` ahead.

    Raises InputError when the garden has no bed open by today or weather is missing.
    """
    if not 1 <= days <= 60:
        raise InputError("days", days, "a whole number from 1 to 60")
    late = next((b for b in garden.beds if b.opened > today), None)
    if late is not None:
        raise InputError(f"bed {late.name} opened", late.opened.isoformat(), f"not after today ({today.isoformat()})")
    if not garden.beds:
        raise InputError("beds", "none", "at least one bed")
    first = min(b.opened for b in garden.beds)
    weather = forcing.air_days(garden, sky, first, today, max(days, wait.HORIZON_DAYS))
    triggers = [styles.trigger_of(garden, b) for b in garden.beds]
    season = run_season(garden, weather, today, [(t.raw, t.beyond) for t in triggers], runs)
    heat = heat_ahead(season)
    return Plan(garden, today, _bed_plans(season, heat, days), _hours(garden, season), heat, season)


def _hours(garden: Garden, season: Season) -> Hours:
    i = season.n_behind
    w = season.weather
    return good_hours(garden, season.today, *(float(np.median(x[i])) for x in (w.tmin, w.tmax, w.rhmin)))


def heat_ahead(season: Season) -> Heat | None:
    """The first heat wave that at least half the members see, counting the days just behind."""
    w, n = season.weather, season.n_behind
    from_day = max(0, n - 10)
    flags = np.stack([heat_wave_days(w.tmax[from_day:, m]) for m in range(w.tmax.shape[1])], axis=1)
    chance = flags.mean(axis=1)[n - from_day :]
    believed = np.flatnonzero(chance >= HEAT_BELIEVED)
    if not len(believed):
        return None
    start = int(believed[0])
    length = 1
    while start + length < len(chance) and chance[start + length] >= HEAT_BELIEVED:
        length += 1
    # The mild days at its ends belong to the wave by its rule, but need no getting ready for.
    hot = np.flatnonzero(np.median(w.tmax[n + start : n + start + length], axis=1) >= HeatWaveRule().hot)
    if not len(hot):
        return None
    start, length = start + int(hot[0]), int(hot[-1] - hot[0]) + 1
    return Heat(tuple(w.dates[n + start + i] for i in range(length)), float(chance[start : start + length].max()))


def _bed_plans(season: Season, heat: Heat | None, days: int) -> tuple[BedPlan, ...]:
    garden, n_beds = season.garden, len(season.garden.beds)
    one_day = np.full((1, n_beds), s.NEVER)
    today_rows = season.central_rows_ahead(one_day)[0]
    asks = np.full((1, n_beds), s.BY_TRIGGER)
    undone = _without_todays_waterings(season)
    watered_if_asked = undone.ahead(asks).watered[0, :, 1:] > 0
    triggers = [styles.trigger_of(garden, b) for b in garden.beds]
    trigger_mm = np.array(
        [t.depletion(r[s.RAW_NOW], r[s.TAW_NOW]) for t, r in zip(triggers, today_rows, strict=True)]
    )  # fmt: skip
    stands = [forcing.stand_of(b, season.today, 1) for b in garden.beds]
    look = max(days, wait.HORIZON_DAYS)
    never = season.ahead(np.full((look, n_beds), s.NEVER))
    choices = wait.weigh(season, never, trigger_mm, [st.wet_feet for st in stands])
    words = []
    for i, bed in enumerate(garden.beds):
        chance = float(watered_if_asked[i].mean())
        row = today_rows[i]
        words.append(_word(season, i, bed, row, float(trigger_mm[i]), chance, choices[i], never, heat, stands[i]))
    policies = np.full((days, n_beds), s.BY_TRIGGER)
    policies[0] = [s.ON_DAY if w[0] in ("soak", "fill") else s.NEVER for w in words]
    for i, (word, _) in enumerate(words):
        if word == "empty":
            policies[:, i] = s.NEVER
        if word == "wait":  # hold to the wait that was chosen
            policies[: min(days, choices[i].wait_days), i] = s.NEVER
    expected = season.ahead(policies)
    return tuple(
        _bed_plan(
            season,
            i,
            words[i],
            today_rows[i],
            float(trigger_mm[i]),
            float(watered_if_asked[i].mean()),
            choices[i],
            never,
            expected,
            stands[i],
        )
        for i in range(n_beds)
    )


def _without_todays_waterings(season: Season) -> Season:
    """The same morning before anything was poured today: what the bed asked for."""
    days = season.days.copy()
    days[season.n_behind, :, [s.MORNING, s.EVENING, s.FILL]] = 0.0
    return Season(**{**season.__dict__, "days": days})


def _wet_days(season: Season, i: int) -> int:
    """Days in a row up to yesterday whose water stood above the air mark."""
    wet = season.rows[int(season.opened_at[i]) :, i, s.WET]
    dry = np.flatnonzero(wet[::-1] == 0)
    return int(dry[0]) if len(dry) else len(wet)


def _watered_today(season: Season, i: int) -> bool:
    today = season.days[season.n_behind, i]
    return bool(today[s.MORNING] + today[s.EVENING] + today[s.FILL] > 0)


def _word(
    season: Season, i: int, bed: Bed, row: np.ndarray, trigger: float, chance: float, choice: wait.Choice,
    never: Ahead, heat: Heat | None, stand: forcing.Stand,
) -> tuple[str, str]:  # fmt: skip
    """The word and its cause for one bed."""
    if stand.plants[0] <= 0:
        return "empty", "bare"
    if _watered_today(season, i):
        return "done", "watered"
    net, raw = float(row[s.DR_START]), float(row[s.RAW_NOW])
    heat_in = (heat.dates[0] - season.today).days if heat else None
    heat_near = heat_in is not None and 0 < heat_in <= HEAT_LEAD_DAYS
    if season.beds[i, s.CAPACITY] > 0:
        low = reservoir_low(season, i)
        empty_tomorrow = float((never.reservoir[:2, i, 1:] < low).any(axis=0).mean())
        in_wave = (heat_in or 0) + 2
        empty_in_wave = float((never.reservoir[:in_wave, i, 1:] < low).any(axis=0).mean()) if heat_near else 0.0
        if empty_tomorrow >= RESERVOIR_EMPTY_CHANCE:
            return "fill", "reservoir"
        return ("fill", "heat") if empty_in_wave >= HEAT_BELIEVED else ("leave", "not_yet")
    if net < 0 and _wet_days(season, i) > 0:
        return "too_wet", "air_short"
    if net >= CHECK_FROM * trigger and _doubtful(season, i, bed, raw, chance):
        return "check", "doubt"
    if net >= trigger and net >= LEAST_DOSE_MM:
        return ("wait", "rain") if choice.wait_days > 0 else ("soak", "trigger")
    if heat_near and heat_in is not None and net >= max(AHEAD_OF_HEAT_LEAST * raw, LEAST_DOSE_MM):
        into_wave = min(heat_in + 1, never.net.shape[0] - 1)
        if float(np.median(never.net[into_wave, i, 1:])) >= trigger and choice.wait_days == 0:
            return "soak", "heat"
    return "leave", "not_yet"


def reservoir_low(season: Season, i: int) -> float:
    """Below this a bed's reservoir counts as empty [mm over the ground]."""
    return float(season.beds[i, s.FILL_BELOW])


def _doubtful(season: Season, i: int, bed: Bed, raw: float, chance: float) -> bool:
    """Whether a finger in the soil would change the answer: the series disagree, the band is wide, no fresh check."""
    if not 0.2 <= chance <= 0.8:
        return False
    if any(0 <= (season.today - c.date).days < CHECK_FRESH_DAYS for c in bed.checks):
        return False
    net = season.state[i, 1:, s.DR] - season.state[i, 1:, s.W]
    b = band(net)
    return b.high - b.low > CHECK_BAND * raw


def _bed_plan(
    season: Season, i: int, word: tuple[str, str], row: np.ndarray, trigger: float, chance: float,
    choice: wait.Choice, never: Ahead, expected: Ahead, stand: forcing.Stand,
) -> BedPlan:  # fmt: skip
    bed = season.garden.beds[i]
    today = season.days[season.n_behind, i]
    share, ground = float(today[s.SHARE]), forcing.ground_m2(bed)
    state = season.state[i, 1:]
    shift = float(row[s.DR_START]) - float(season.state[i, 0, s.DR] - season.state[i, 0, s.W])
    net = state[:, s.DR] - state[:, s.W] + shift  # the series moved by what today's check did to the central one
    reservoir = state[:, s.R] * ground if season.beds[i, s.CAPACITY] > 0 else None
    dose = (
        _dose(season.garden, bed, row, net, share, ground, stand, season)
        if word[0] in ("soak", "check", "fill")
        else None
    )
    return BedPlan(
        bed, word[0], word[1], dose, band(net), float(row[s.RAW_NOW]), float(row[s.TAW_NOW]), trigger,
        float(season.beds[i, s.AIR_MARK]), float(season.beds[i, s.ROOM]), share, ground, chance, choice,
        _wet_days(season, i), story_of(season, i, row), _next_soak(season, i, expected),
        _days_ahead(season, i, expected, bed, ground), band(reservoir) if reservoir is not None else None,
        _empty_on(season, i, never) if reservoir is not None else None,
        int(stand.plants[0]), float(stand.canopy_m2[0]), float(stand.height_m[0]), float(stand.root_depth_m[0]),
        forcing.managed_depth_m(bed), row,
    )  # fmt: skip


def rig_of(garden: Garden, bed: Bed) -> Rig | None:
    """The hose or tap a bed is watered from: its own, else the garden's first."""
    return next((r for r in garden.rigs if r.name == bed.rig), garden.rigs[0] if garden.rigs else None)


def _dose(
    garden: Garden, bed: Bed, row: np.ndarray, net: Array, share: float, ground: float, stand: forcing.Stand,
    season: Season,
) -> Dose:  # fmt: skip
    arrives = hand.ARRIVES[bed.method]
    if bed.reservoir is not None:
        gap = max(0.0, bed.reservoir.capacity_l - float(row[s.OPEN_RESERVOIR]) * ground)
        i = garden.beds.index(bed)
        gaps = np.maximum(0.0, bed.reservoir.capacity_l - season.state[i, 1:, s.R] * ground)
        rig = rig_of(garden, bed) or Rig("hose")
        return Dose(gap / ground, gap, band(gaps), 1.0, gap / rig.flow_l_per_min, into="reservoir")
    depth = max(0.0, float(row[s.DR_START]))
    reach = forcing.line_reach(bed)
    mm = depth * share * reach
    litres = mm * ground / arrives
    spread = band(np.maximum(net, 0.0) * share * reach * ground / arrives)
    hose = flow = cans = drip_minutes = None
    minutes = hand.LINE_MINUTES
    if bed.method == "hose":
        rig = rig_of(garden, bed) or Rig("hose")
        flow = rig.flow_l_per_min
        each = float(stand.canopy_m2[0] / max(stand.plants[0], 1))
        hose = hand.hose_split(litres, flow, int(stand.plants[0]), each, share * ground)
        minutes = hose.total_s / 60
    elif bed.method == "can":
        cans = hand.cans(litres)
        minutes = max(cans, 0.25) * hand.CAN_MINUTES
    elif bed.method == "drip" and bed.drip is not None:
        drip_minutes = drip_method.run_minutes(litres, bed.drip)
    return Dose(mm, litres, spread, arrives, minutes, hose, flow, cans, drip_minutes)


def _next_soak(season: Season, i: int, expected: Ahead) -> tuple[dt.date, dt.date, dt.date] | None:
    """When the next soak after today falls: 10, 50, 90 % of the series; None when most have none in sight."""
    soaks = expected.watered[1:, i, 1:] > 0
    if soaks.shape[0] == 0:
        return None
    firsts = np.sort(np.where(soaks.any(axis=0), soaks.argmax(axis=0) + 1, soaks.shape[0] + 1))
    picks = [int(firsts[round(q * (firsts.size - 1))]) for q in (0.1, 0.5, 0.9)]
    if picks[1] > soaks.shape[0]:
        return None
    early, mid, late = (season.today + dt.timedelta(days=min(p, soaks.shape[0])) for p in picks)
    return early, mid, late


def _days_ahead(season: Season, i: int, expected: Ahead, bed: Bed, ground: float) -> tuple[DayAhead, ...]:
    watered = expected.watered[:, i, 1:]
    times = (watered > 0).sum(axis=1)
    litres = watered.sum(axis=1) / np.maximum(times, 1) * ground / hand.ARRIVES[bed.method]
    nets = bands(expected.net[:, i, 1:])
    reservoirs = bands(expected.reservoir[:, i, 1:] * ground) if bed.reservoir else [None] * len(nets)
    n = watered.shape[1]
    return tuple(
        DayAhead(season.today + dt.timedelta(days=d), nets[d], float(times[d]) / n, float(litres[d]), reservoirs[d])
        for d in range(len(nets))
    )


def _empty_on(season: Season, i: int, never: Ahead) -> tuple[dt.date | None, dt.date | None, dt.date | None]:
    """When an unfilled reservoir runs out: 10, 50, 90 % of the series; None beyond the days looked at."""
    dry = never.reservoir[:, i, 1:] < reservoir_low(season, i)
    n = dry.shape[0]
    firsts = np.sort(np.where(dry.any(axis=0), dry.argmax(axis=0), n))
    picks = [int(firsts[round(q * (firsts.size - 1))]) for q in (0.1, 0.5, 0.9)]
    early, mid, late = (season.today + dt.timedelta(days=p) if p < n else None for p in picks)
    return early, mid, late
