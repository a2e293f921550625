"""A bed's line as it runs: how even, how wide and deep it wets, and what would better it, each with its effect."""

from __future__ import annotations

import dataclasses
from dataclasses import dataclass
from typing import Literal

import numpy as np

from agronomy.decide.dose import MOST_PASSES
from agronomy.decide.plan import BedPlan, Plan
from agronomy.describe.water import Drip
from agronomy.describe.words import Laid
from agronomy.hydraulics.evenness import du_low_quarter, eu
from agronomy.hydraulics.network import Network
from agronomy.hydraulics.sizing import longest_sound_m
from agronomy.methods.choose import method_of
from agronomy.methods.drip import Bulb, DripLine, bulb, spacing_m, wetted_m2
from agronomy.methods.line import emitter_of, rig_at, solved, takes_l_h, together_l_h
from agronomy.methods.tubes import Opened, by_hand, outlet_of, tube_of

MADE_CV = 0.05  # how far emitters differ as they are made; common practice, no source
EVEN_ENOUGH = 0.90  # low quarter over mean; common practice, no source
WIDER_MM = (16.0, 20.4, 26.2)  # usual bores of the next tubes up; common practice, no source
REACHES_ENOUGH = 0.5  # of what roots hold; Keller and Bliesner (1990): a third to two thirds, from memory
MOST = 5000  # emitters that a line may have
BURSTS_M = 25.0  # head at its inlet from which fittings come off; its makers say 2 to 2.5 bar, from memory
REDUCED_M = 10.0
HABIT_MIN = 15.0  # a run that wets the top alone; common practice, no source
RUNS_MIN = (5.0, 10.0, 20.0, 30.0, 45.0, 60.0, 90.0, 120.0, 180.0, 240.0, 360.0)  # whose depth is told

Doing = Literal["both_ends", "wider", "holding", "reducer", "row", "apart"]


@dataclass(frozen=True)
class Change:
    """What might be done to a line, and what it would then be: low quarter over mean [0..1], least and mean flow of its
    emitters [L/h]. bore_mm: of a wider one. reaches: share of what roots hold that it then wets [0..1]. Of a line that
    goes on from another's, "apart": on a feed of its own."""

    what: Doing
    even: float
    least_l_h: float
    mean_l_h: float
    bore_mm: float | None = None
    reaches: float | None = None


@dataclass(frozen=True)
class LineNow:
    """The line of one bed, its tube running alone. flows [L/h], heads [m], where [m from its inlet]: of its first row.

    tube: the beds that it runs through, from the tap on. mean_l_h: of its own emitters.
    even: low quarter over mean; eu: with how far emitters differ as they are made. by_cups: as cups found it. usual: by
    one run of the next soak, or an ordinary one; habit: by HABIT_MIN; deeper: by RUNS_MIN. reaches: share of what roots
    hold that it wets [0..1]. meet: whether their wetted rounds touch.
    """

    bed: str
    tube: tuple[str, ...]
    at_m: tuple[float, ...]
    flows_l_h: tuple[float, ...]
    heads_m: tuple[float, ...]
    nominal_l_h: float
    mean_l_h: float
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
    """A tap with several tubes, each by the beds that it runs through. each: what it gives where all run at once, over
    what it gives alone [0..1]; sound: whether they may."""

    rig: str
    tubes: tuple[tuple[str, ...], ...]
    each: tuple[float, ...]
    sound: bool


def taps(plan: Plan) -> tuple[TapNow, ...]:
    """What may run together: every tap with two tubes and more. By hydraulics/."""
    found = []
    for rig in plan.garden.rigs:
        fed = [b.bed for b in plan.beds if b.today.rig == rig and b.bed.method == "drip" and b.bed.drip]
        heads = [x for x in fed if tube_of(plan.garden, x)[0].name == x.name]
        opened = [x for head in heads if (x := by_hand(plan.garden, head))]
        if len(opened) > 1:
            tubes = tuple(x.tubes[0] for x in opened)
            then = opened[0].rig
            at_once, alone = together_l_h(then, tubes), [takes_l_h(then, x) for x in tubes]
            each = tuple(sum(a) / max(sum(b), 1e-9) for a, b in zip(at_once, alone, strict=True))
            names = tuple(tuple(y.name for y in tube_of(plan.garden, x)) for x in heads)
            found.append(TapNow(rig.name, names, each, min(each) >= EVEN_ENOUGH))
    return tuple(found)


@dataclass(frozen=True)
class HourNow:
    """A tap at an hour at which its pressure was read: its tubes, each running alone. takes_l_h: of all of them
    together; even: low quarter over mean of the line that fares worst."""

    rig: str
    hour: float
    head_m: float
    takes_l_h: float
    even: float


def by_hour(plan: Plan) -> tuple[HourNow, ...]:
    """Every tap whose pressure was read at several hours, hour by hour. By hydraulics/."""
    found = []
    for rig in plan.garden.rigs:
        fed = [b.bed for b in plan.beds if b.today.rig == rig and b.bed.method == "drip" and b.bed.drip]
        tubes = [x.tubes[0] for bed in fed if (x := by_hand(plan.garden, bed)) and x.place == 0]
        for read in sorted(rig.pressures, key=lambda x: x.hour) if len(rig.pressures) > 1 else ():
            then = rig_at(rig, read.hour)
            networks = [network for tube in tubes for network in solved(then, tube)]
            if networks:
                evens = [du_low_quarter(_flows(x).tolist()) for x in networks]
                takes = sum(x.inflow_l_h for x in networks)
                found.append(HourNow(rig.name, read.hour, read.head_m, takes, min(evens)))
    return tuple(found)


def line_now(b: BedPlan) -> LineNow | None:
    """A bed's line; None where a length is open. By hydraulics/ and Schwartzman and Zur (1986)."""
    opened = by_hand(b.today.garden, b.bed)
    network = _network(opened) if opened else None
    if opened is None or network is None:
        return None
    drip = opened.drip
    assert drip.length_m is not None  # or nothing were solved
    first = network.laterals[0]
    flows = _flows(network)
    mean = float(flows.mean())
    n = len(first.flow_l_h)
    spacing = spacing_m(drip) or drip.length_m
    roots = min(b.today.stand.root_depth_m, b.today.depth_m)
    # What the round tells today; else what is missing, or will be by the time it asks for water.
    told = b.dose if b.word == "soak" and b.dose and b.dose.in_hand.run_minutes else None
    lacks = b.net_mm.mid if told else max(b.net_mm.mid, b.trigger_mm)
    ksat, dryness, minutes = b.today.profile.top.ksat, min(1.0, max(0.0, lacks) / b.taw_mm), 60.0
    by_line = method_of(b.today.garden, b.bed, ksat, b.ground_m2)
    assert isinstance(by_line, DripLine)
    if told:
        minutes = by_line.pouring_minutes(told.litres / told.passes)
    elif b.plants and isinstance(b.today.method, DripLine):
        litres = lacks * b.watered_share * b.ground_m2 / b.today.arrives
        minutes = by_line.pouring_minutes(litres / min(MOST_PASSES, by_line.goes(litres, dryness, roots)))
    runs = {m: bulb(drip, mean, m, ksat, dryness) for m in (minutes, HABIT_MIN, *RUNS_MIN)}
    gap = b.bed.width_m / drip.rows if drip.rows > 1 else None
    slope = drip.rise_m / drip.length_m
    return LineNow(
        bed=b.bed.name,
        tube=tuple(x.name for x in tube_of(b.today.garden, b.bed)),
        at_m=tuple(spacing * (i + 1) for i in range(n)),
        flows_l_h=tuple(first.flow_l_h.tolist()),
        heads_m=tuple(first.head_m.tolist()),
        nominal_l_h=drip.flow_l_per_h,
        mean_l_h=mean,
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
        outlet=outlet_of(b.today.garden, b.bed),
        meet=runs[minutes].width_m >= spacing,
        bursts=network.heads_m[0] > BURSTS_M,
        changes=(*_changes(opened, network), *_one_more(b, opened)),
    )


def _flows(network: Network) -> np.ndarray:
    return np.concatenate([s.flow_l_h for s in network.laterals])


def _network(opened: Opened) -> Network | None:
    """The bed's own line of a tube, solved; None where a length is open."""
    of_each = solved(opened.rig, opened.tubes[0])
    return of_each[opened.place] if of_each else None


def _with(opened: Opened, drip: Drip) -> Network:
    """The bed's line as it would run if it were such a one, with all else of its tube as it is."""
    tube = opened.tubes[0]
    network = _network(dataclasses.replace(opened, tubes=((*tube[: opened.place], drip, *tube[opened.place + 1 :]),)))
    assert network is not None
    return network


def _change(what: Doing, network: Network, bore_mm: float | None = None, reaches: float | None = None) -> Change:
    flows = _flows(network)
    return Change(
        what, du_low_quarter(flows.tolist()), float(flows.min()), float(flows.mean()), bore_mm=bore_mm, reaches=reaches
    )


def _one_more(b: BedPlan, opened: Opened) -> tuple[Change, ...]:
    """One more row, where roots hold much that the line does not wet."""
    drip = opened.drip
    if drip.laid != "rows" or b.today.reach >= REACHES_ENOUGH or drip.emitters + drip.emitters // drip.rows > MOST:
        return ()
    then = dataclasses.replace(drip, rows=drip.rows + 1, emitters=drip.emitters + drip.emitters // drip.rows)
    wets = wetted_m2(then, b.today.profile.top.ksat)
    reaches = DripLine(opened.rig, None, wets).reach(b.today.rooted_m2)
    return (_change("row", _with(opened, then), reaches=reaches),)


def _changes(opened: Opened, now: Network) -> tuple[Change, ...]:
    """What would make it more even, the best first; a reducer where its head is too high for its fittings; a feed of
    its own where those before it in its tube leave it little."""
    drip, even = opened.drip, du_low_quarter(_flows(now).tolist())
    found: list[Change] = []
    if drip.length_m is not None and even < EVEN_ENOUGH:
        half = dataclasses.replace(
            drip, rows=min(2 * drip.rows, drip.emitters), length_m=drip.length_m / 2, rise_m=drip.rise_m / 2
        )
        found.append(_change("both_ends", _with(opened, half)))
        wider = next((mm for mm in WIDER_MM if mm > drip.bore_mm), None)
        if wider:
            found.append(_change("wider", _with(opened, dataclasses.replace(drip, bore_mm=wider)), wider))
        if not drip.holding:
            found.append(_change("holding", _with(opened, dataclasses.replace(drip, holding=True))))
    better = [x for x in found if x.even > even + 0.01]
    if now.heads_m[0] > BURSTS_M and opened.tubes[0][0].reducer_m is None:
        reduced = dataclasses.replace(opened.tubes[0][0], reducer_m=REDUCED_M)
        network = _network(dataclasses.replace(opened, tubes=((reduced, *opened.tubes[0][1:]),)))
        assert network is not None
        better.append(_change("reducer", network))
    if opened.place > 0:
        alone = _change("apart", solved(opened.rig, (drip,))[0])
        if float(_flows(now).mean()) < EVEN_ENOUGH * alone.mean_l_h:
            better.append(alone)
    return tuple(sorted(better, key=lambda x: -x.even))
