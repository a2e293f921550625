"""Boxes on one line: who drinks more than the others, whether all last from run to run, what to set its timer to."""

from __future__ import annotations

import datetime as dt
from dataclasses import dataclass

import numpy as np

from agronomy.balance import boxes
from agronomy.decide.plan import BedPlan, Plan
from agronomy.describe.water import Programme, Rig
from agronomy.methods.timer import next_run, programme_on

UNLIKE = 1.5  # times as many days as another box on the line lasts: they want lines of their own; common practice
LASTS_AT_MOST = 30  # days looked at; a box that lasts longer is filled for its water's sake; common practice
SURELY = 0.9  # share of the series that a box is to last through until the next run; common practice, no source


@dataclass(frozen=True)
class OnLine:
    """One box. draws_l: on a mean day ahead. lasts_days: from full until it is down, in 9 of 10 series. runs_dry: the
    chance that it is down before the next run. spills_l: what a run of fixed litres pours over its overflow."""

    bed: str
    draws_l: float
    lasts_days: int
    runs_dry: float | None
    spills_l: float


@dataclass(frozen=True)
class Line:
    """every_days: what its timer is set to; best_days: the longest interval through which its thirstiest box lasts.
    unlike: the box that lasts longest lasts UNLIKE times as long as the thirstiest."""

    rig: str
    boxes: tuple[OnLine, ...]
    programme: Programme | None
    next_run: dt.date | None
    best_days: int
    unlike: bool


def lines(plan: Plan) -> tuple[Line, ...]:
    """Every rig whose line has, or had, a timer and feeds boxes. Common practice over the balance's own days."""
    found = []
    for rig in plan.garden.rigs:
        fed = [i for i, b in enumerate(plan.beds) if b.today.rig == rig and _is_box(b)]
        if fed and any(p.on and p.fills for p in rig.programmes):
            found.append(_line(plan, rig, fed))
    return tuple(found)


def _is_box(b: BedPlan) -> bool:
    return b.bed.method == "reservoir" and b.bed.reservoir is not None and b.wicks


def _line(plan: Plan, rig: Rig, fed: list[int]) -> Line:
    programme = programme_on(rig, plan.today)
    coming = next_run(rig, plan.today) if programme and programme.fills else None
    until = (coming - plan.today).days if coming else None
    fed_boxes = tuple(_box(plan, i, programme, until) for i in fed)
    lasts = [x.lasts_days for x in fed_boxes]
    least, most = min(lasts), max(lasts)
    return Line(
        rig.name, fed_boxes, programme if coming else None, coming, max(1, least), most >= UNLIKE * max(1, least)
    )


def _box(plan: Plan, i: int, programme: Programme | None, until: int | None) -> OnLine:
    run, ground, bed = plan.run, plan.beds[i].ground_m2, plan.beds[i].bed
    low, capacity = run.figures_of(i).fill_below, run.figures_of(i).capacity
    days = min(LASTS_AT_MOST, run.n_ahead)
    full = boxes.left_alone(run, i, days, full=True)
    dry = (full < low).mean(axis=1) > 1 - SURELY
    lasts = int(dry.argmax()) if dry.any() else days
    drawn = float(np.diff(full, axis=0, prepend=capacity)[: max(1, lasts)].mean())
    runs_dry, spills = None, 0.0
    if programme and until is not None and until <= days:
        held = boxes.left_alone(run, i, until)
        runs_dry = float((held < low).any(axis=0).mean())
        if programme.litres is not None:
            gets = programme.litres * bed.alike
            spills = max(0.0, gets - (capacity - float(np.median(held[-1]))) * ground)
    return OnLine(bed.name, -drawn * ground, lasts, runs_dry, spills)
