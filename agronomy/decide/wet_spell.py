"""A wet spell: coming, here or over, and what is done for it, each with its reason."""

from __future__ import annotations

import datetime as dt
from dataclasses import dataclass
from typing import Final, Literal

import numpy as np

from agronomy.beds.alterations import open_to
from agronomy.beds.ground import volume_l
from agronomy.decide.plan import BedPlan, Plan
from agronomy.describe.words import Alteration, CropName
from agronomy.plants.crops import crop_of
from agronomy.plants.size import stage_name

WET_DAY_MM: Final = 1.0  # WMO's wet day, from memory
SPELL_DAYS: Final = 3  # wet days within SPELL_WITHIN: a spell; common practice, no source
SPELL_WITHIN: Final = 4
DOWNPOUR_MM: Final = 20.0  # of one day alone; common practice, no source
BELIEVED: Final = 0.5  # share of the members
SOON: Final = 2  # days ahead for which one gets ready; common practice, no source
LOOKS_BACK: Final = 90  # days, in which a spell that is not over began
OVER_FOR: Final = 3  # days after it in which things go back; common practice, no source
ROOFED_FIRST: Final = 3  # pots under the roof, at most; common practice, no source
KG_PER_L: Final = 1.2  # of wet mix; common practice, no source
BY_TWO_KG: Final = 25.0  # from which two carry; common practice, no source
# What splits, rots or washes out when rain comes to it ripe. Common practice, no source.
SPLITS: Final[frozenset[CropName]] = frozenset(
    {"tomato", "bush_tomato", "cherry_tomato", "large_tomato", "melon", "watermelon", "strawberry", "raspberry", "fig",
     "grape", "stone_fruit"}
)  # fmt: skip
RIPE: Final = ("mid-season", "late")

State = Literal["coming", "here", "over"]
Duty = Literal["pick", "saucer_off", "roof_on", "mulch_off", "leaves_off", "roof_off", "mulch_on", "saucer_on"]


@dataclass(frozen=True)
class Task:
    """At one bed: what, and of an alteration that it is one, so that its tick is a dated fact. kg: what a pot weighs
    wet; by_two: more than one should lift. over_mm: how far water stands above what roots bear [mm]."""

    bed: str
    what: Duty
    kg: float | None = None
    by_two: bool = False
    over_mm: float = 0.0


@dataclass(frozen=True)
class WetSpell:
    """since, until: its first and last wet day as far as they are seen; rain_mm: in all, behind and ahead."""

    state: State
    since: dt.date
    until: dt.date
    rain_mm: float
    tasks: tuple[Task, ...]


def wet_spell(plan: Plan) -> WetSpell | None:
    """The wet spell that a garden is in, gets ready for or comes out of; None where there is none. Common practice."""
    w, n = plan.run.weather, plan.run.n_behind
    last = min(len(w.dates), n + SOON + SPELL_WITHIN + 1)
    first = max(0, n - LOOKS_BACK)
    wet = {k: float((w.rain[k] >= WET_DAY_MM).mean()) >= BELIEVED for k in range(first, last)}
    heavy = {k: float(np.median(w.rain[k])) >= DOWNPOUR_MM for k in wet}
    spells = [run for run in _runs(wet) if len(run) >= SPELL_DAYS or any(heavy[k] for k in run)]
    for run in spells:
        state = _state(run, n)
        if state:
            rain = sum(float(np.median(w.rain[k])) for k in run)
            return WetSpell(state, w.dates[run[0]], w.dates[run[-1]], rain, _tasks(plan, state))
    return None


def _runs(wet: dict[int, bool]) -> list[list[int]]:
    """Wet days that hang together: one dry day between them does not part them."""
    runs: list[list[int]] = []
    for k in sorted(k for k, is_wet in wet.items() if is_wet):
        if runs and k - runs[-1][-1] <= SPELL_WITHIN - SPELL_DAYS + 1:
            runs[-1].append(k)
        else:
            runs.append([k])
    return runs


def _state(run: list[int], n: int) -> State | None:
    if run[0] > n:
        return "coming" if run[0] - n <= SOON else None
    if run[-1] >= n:
        return "here"
    return "over" if n - run[-1] <= OVER_FOR else None


def _tasks(plan: Plan, state: State) -> tuple[Task, ...]:
    found: list[Task] = []
    for b in plan.beds:
        if b.plants == 0:
            continue
        may = open_to(b.today)
        found += _back(b, may) if state == "over" else _ready(plan, b, may, state)
    if state != "over":
        found += _under_the_roof(plan)
    return tuple(found)


def _ready(plan: Plan, b: BedPlan, may: tuple[Alteration, ...], state: State) -> list[Task]:
    found = []
    if b.today.exposure.cover == "none" and any(
        p.crop in SPLITS and stage_name(crop_of(p), (plan.today - p.planted).days) in RIPE for p, _ in b.today.standing
    ):
        found.append(Task(b.bed.name, "pick"))
    if "saucer_off" in may:
        found.append(Task(b.bed.name, "saucer_off"))
    over = max(0.0, -b.net_mm.mid - b.day.air_mark)
    if state == "here" and "mulch_off" in may and over > 0:
        found.append(Task(b.bed.name, "mulch_off", over_mm=over))
    if "leaves_off" in may and not b.bed.leaves_off:
        found.append(Task(b.bed.name, "leaves_off"))
    return found


def _under_the_roof(plan: Plan) -> list[Task]:
    """The pots that bear it least: by how badly their crop takes wet feet, how wet they are, and what they weigh."""
    open_pots = [b for b in plan.beds if b.plants and b.today.container and "roof_on" in open_to(b.today)]
    rained = [b for b in open_pots if b.today.exposure.cover == "none" and b.bed.kind != "self_watering_box"]

    def kg(b: BedPlan) -> float:
        return volume_l(b.bed) * KG_PER_L / b.bed.alike

    def bears(b: BedPlan) -> tuple[float, float]:
        feet = max(crop_of(p).wet_feet for p, _ in b.today.standing)
        return -feet + b.net_mm.mid / max(b.taw_mm, 1e-9), kg(b)

    return [
        Task(b.bed.name, "roof_on", kg(b), kg(b) > BY_TWO_KG, max(0.0, -b.net_mm.mid - b.day.air_mark))
        for b in sorted(rained, key=bears)[:ROOFED_FIRST]
    ]


def _back(b: BedPlan, may: tuple[Alteration, ...]) -> list[Task]:
    """What was changed for the rain within the last weeks goes back."""
    found = []
    recent = [x for x in b.bed.exposures if x.date is not None and (b.today.date - x.date).days <= 4 * OVER_FOR]
    if "roof_off" in may and any(x.cover == "roof" for x in recent):
        found.append(Task(b.bed.name, "roof_off"))
    if "saucer_on" in may and recent and any(x.saucer for x in b.bed.exposures) and not b.today.exposure.saucer:
        found.append(Task(b.bed.name, "saucer_on"))
    drawn = [m for m in b.bed.mulches if m.kind == "none" and (b.today.date - m.date).days <= 4 * OVER_FOR]
    if "mulch_on" in may and drawn and b.net_mm.mid >= 0:
        found.append(Task(b.bed.name, "mulch_on"))
    return found
