"""A bed's line as it runs: how even, how wide and deep it wets, and what would better it, each with its effect."""

from __future__ import annotations

import dataclasses
from dataclasses import dataclass
from typing import Literal

import numpy as np

from agronomy.decide.dose import MOST_PASSES
from agronomy.decide.plan import BedPlan, Plan
from agronomy.describe.water import Drip, Rig
from agronomy.describe.words import Laid
from agronomy.hydraulics.evenness import du_low_quarter, eu
from agronomy.hydraulics.network import Network
from agronomy.hydraulics.sizing import longest_sound_m
from agronomy.methods.drip import Bulb, DripLine, bulb, run_minutes, spacing_m, wetted_m2
from agronomy.methods.line import emitter_of, inflow_l_h, solved, together_l_h

MADE_CV = 0.05  # how far emitters differ as they are made; common practice, no source
EVEN_ENOUGH = 0.90  # low quarter over mean; common practice, no source
WIDER_MM = (16.0, 20.4, 26.2)  # usual bores of the next tubes up; common practice, no source
REACHES_ENOUGH = 0.5  # of what roots hold; Keller and Bliesner (1990): a third to two thirds, from memory
MOST = 5000  # emitters that a line may have
BURSTS_M = 25.0  # head at its inlet from which fittings come off; its makers say 2 to 2.5 bar, from memory
REDUCED_M = 10.0
HABIT_MIN = 15.0  # a run that wets the top alone; common practice, no source
RUNS_MIN = (5.0, 10.0, 20.0, 30.0, 45.0, 60.0, 90.0, 120.0, 180.0, 240.0, 360.0)  # whose depth is told

Doing = Literal["both_ends", "wider", "holding", "reducer", "row"]


@dataclass(frozen=True)
class Change:
    """What might be done to a line, and what it would then be: low quarter over mean [0..1], least and mean flow of its
    emitters [L/h]. bore_mm: of a wider one. reaches: share of what roots hold that it then wets [0..1]."""

    what: Doing
    even: float
    least_l_h: float
    mean_l_h: float
    bore_mm: float | None = None
    reaches: float | None = None


@dataclass(frozen=True)
class LineNow:
    """The line of one bed, running alone. flows [L/h], heads [m] and where [m from its inlet] of its first row.

    even: low quarter over mean; eu: with how far emitters differ as they are made. by_cups: as cups found it. usual: by
    one run of the next soak, or an ordinary one; habit: by HABIT_MIN; deeper: by RUNS_MIN. reaches: share of what roots
    hold that it wets [0..1]. meet: whether their wetted rounds touch.
    """

    bed: str
    at_m: tuple[float, ...]
    flows_l_h: tuple[float, ...]
    heads_m: tuple[float, ...]
    nominal_l_h: float
    inflow_l_h: float
    inlet_m: float
    even: float
    eu: float
    by_cups: float | None
    longest_m: float
    spacing_m: float
    rows: int
    row_gap_m: float | None
    usual: Bulb
    habit: Bulb
    deeper: tuple[Bulb, ...]
    roots_m: float
    reaches: float
    laid: Laid
    outlet: int
    meet: bool
    bursts: bool
    changes: tuple[Change, ...]


def drip_lines(plan: Plan) -> tuple[LineNow, ...]:
    """The line of every bed that is watered by one whose length is known, the least even first."""
    found = [x for b in plan.beds if b.bed.method == "drip" and b.bed.drip and (x := line_now(b))]
    return tuple(sorted(found, key=lambda x: x.even))


@dataclass(frozen=True)
class TapNow:
    """A tap with several lines. each: what it gives where all run at once, over what it gives alone [0..1]; sound:
    whether they may."""

    rig: str
    beds: tuple[str, ...]
    each: tuple[float, ...]
    sound: bool


def taps(plan: Plan) -> tuple[TapNow, ...]:
    """What may run together: every tap with two lines and more. By hydraulics/."""
    found = []
    for rig in plan.garden.rigs:
        fed = [
            (b.bed.name, b.bed.drip) for b in plan.beds if b.today.rig == rig and b.bed.method == "drip" and b.bed.drip
        ]
        if len(fed) > 1:
            lines = tuple(drip for _, drip in fed)
            each = tuple(
                q / max(inflow_l_h(rig, drip), 1e-9) for q, drip in zip(together_l_h(rig, lines), lines, strict=True)
            )
            found.append(TapNow(rig.name, tuple(name for name, _ in fed), each, min(each) >= EVEN_ENOUGH))
    return tuple(found)


def line_now(b: BedPlan) -> LineNow | None:
    """A bed's line; None where its length is open. By hydraulics/ and Schwartzman and Zur (1986)."""
    drip, rig = b.bed.drip, b.today.rig
    network = solved(rig, drip) if drip else None
    if drip is None or network is None or drip.length_m is None:
        return None
    first = network.laterals[0]
    flows = _flows(network)
    mean = float(flows.mean())
    n = len(first.flow_l_h)
    spacing = spacing_m(drip) or drip.length_m
    roots = min(b.today.stand.root_depth_m, b.today.depth_m)
    # What the round tells today; else what is missing, or will be by the time it asks for water.
    told = b.dose if b.word == "soak" and b.dose and b.dose.in_hand.run_minutes else None
    lacks, by_line = b.net_mm.mid if told else max(b.net_mm.mid, b.trigger_mm), b.today.method
    ksat, dryness, minutes = b.today.profile.top.ksat, min(1.0, max(0.0, lacks) / b.taw_mm), 60.0
    if told:
        minutes = run_minutes(told.litres / told.passes, rig, drip)
    elif b.plants and isinstance(by_line, DripLine):
        litres = lacks * b.watered_share * b.ground_m2 / b.today.arrives
        minutes = run_minutes(litres / min(MOST_PASSES, by_line.goes(litres, dryness, roots)), rig, drip)
    runs = {m: bulb(drip, mean, m, ksat, dryness) for m in (minutes, HABIT_MIN, *RUNS_MIN)}
    gap = b.bed.width_m / drip.rows if drip.rows > 1 else None
    slope = drip.rise_m / drip.length_m
    return LineNow(
        bed=b.bed.name,
        at_m=tuple(spacing * (i + 1) for i in range(n)),
        flows_l_h=tuple(first.flow_l_h.tolist()),
        heads_m=tuple(first.head_m.tolist()),
        nominal_l_h=drip.flow_l_per_h,
        inflow_l_h=network.inflow_l_h,
        inlet_m=network.heads_m[0],
        even=du_low_quarter(flows.tolist()),
        eu=eu(flows.tolist(), MADE_CV),
        by_cups=drip.even,
        longest_m=longest_sound_m(emitter_of(drip), spacing, drip.bore_mm, slope, network.heads_m[0]),
        spacing_m=spacing,
        rows=drip.rows,
        row_gap_m=gap,
        usual=runs[minutes],
        habit=runs[HABIT_MIN],
        deeper=tuple(runs[m] for m in RUNS_MIN),
        roots_m=roots,
        reaches=b.today.reach,
        laid=drip.laid,
        outlet=drip.outlet,
        meet=runs[minutes].width_m >= spacing,
        bursts=network.heads_m[0] > BURSTS_M,
        changes=(*_changes(rig, drip, du_low_quarter(flows.tolist())), *_one_more(b, rig, drip)),
    )


def _flows(network: Network) -> np.ndarray:
    return np.concatenate([s.flow_l_h for s in network.laterals])


def _one_more(b: BedPlan, rig: Rig, drip: Drip) -> tuple[Change, ...]:
    """One more row, where roots hold much that the line does not wet."""
    if drip.laid != "rows" or b.today.reach >= REACHES_ENOUGH or drip.emitters + drip.emitters // drip.rows > MOST:
        return ()
    then = dataclasses.replace(drip, rows=drip.rows + 1, emitters=drip.emitters + drip.emitters // drip.rows)
    network = solved(rig, then)
    assert network is not None
    flows = _flows(network)
    reaches = DripLine(rig, then, wetted_m2(then, b.today.profile.top.ksat)).reach(b.today.rooted_m2)
    return (Change("row", du_low_quarter(flows.tolist()), float(flows.min()), float(flows.mean()), reaches=reaches),)


def _changes(rig: Rig, drip: Drip, even: float) -> tuple[Change, ...]:
    """What would make it more even, the best first; a reducer where its head is too high for its fittings."""
    tried: list[tuple[Doing, Drip, float | None]] = []
    if drip.length_m is not None and even < EVEN_ENOUGH:
        half = dataclasses.replace(
            drip, rows=min(2 * drip.rows, drip.emitters), length_m=drip.length_m / 2, rise_m=drip.rise_m / 2
        )
        tried.append(("both_ends", half, None))
        wider = next((mm for mm in WIDER_MM if mm > drip.bore_mm), None)
        if wider:
            tried.append(("wider", dataclasses.replace(drip, bore_mm=wider), wider))
        if not drip.holding:
            tried.append(("holding", dataclasses.replace(drip, holding=True), None))
    before = solved(rig, drip)
    if before and before.heads_m[0] > BURSTS_M and drip.reducer_m is None:
        tried.append(("reducer", dataclasses.replace(drip, reducer_m=REDUCED_M), None))
    found = []
    for what, then, bore in tried:
        network = solved(rig, then)
        assert network is not None
        flows = _flows(network)
        found.append(Change(what, du_low_quarter(flows.tolist()), float(flows.min()), float(flows.mean()), bore))
    better = [x for x in found if x.what == "reducer" or x.even > even + 0.01]
    return tuple(sorted(better, key=lambda x: -x.even))
