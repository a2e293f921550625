"""Lines behind their tap, solved: what each emitter gives, and what each line takes in."""

from __future__ import annotations

import dataclasses
import functools
import math

import numpy as np

from agronomy.describe.water import Drip, Rig
from agronomy.hydraulics.emitters import HOLDING, PLAIN, SOAKER, Emitter, emitter, gives
from agronomy.hydraulics.friction import fitting_length_m
from agronomy.hydraulics.lateral import even_lateral
from agronomy.hydraulics.network import Network, Outlet, Tap, solve_network, tap_of_readings

# Between tap and line: a connector and a bend, and a filter where there is one; common practice, no source.
FITTINGS = 2
HALVINGS = 40  # of a head: to a millionth of a metre; arithmetic

Tube = tuple[Drip, ...]  # lines of which each goes on from the one before, with no valve between; the first from a tap


def emitter_of(drip: Drip) -> Emitter:
    """A line's emitters, by the flow printed on them. Arithmetic."""
    return emitter(drip.flow_l_per_h, SOAKER if drip.kind == "soaker" else HOLDING if drip.holding else PLAIN)


def tap_of(rig: Rig, drip: Drip) -> Tap:
    """The tap of a line: by its bucket, and by a gauge where one was read. Arithmetic."""
    return _tap(rig, drip.reducer_m)


def _tap(rig: Rig, reducer_m: float | None = None) -> Tap:
    both = rig.throttled_l_per_min, rig.throttled_head_m
    throttled = None if both[0] is None or both[1] is None else (both[0], both[1])
    return tap_of_readings(rig.flow_l_per_min, rig.head_m, throttled, reducer_m)


def rig_at(rig: Rig, hour: float) -> Rig:
    """A tap as it is at an hour of the day [h], by the readings before and after, round the clock; without any, as
    always. What it loses by flow stays. Arithmetic."""
    if not rig.pressures:
        return rig
    heads = {x.hour % 24: x.head_m for x in rig.pressures}
    by_bucket = rig.head_m if rig.head_m is not None else float(np.mean(list(heads.values())))
    c = _tap(dataclasses.replace(rig, head_m=by_bucket)).c
    head = float(np.interp(hour, sorted(heads), [heads[h] for h in sorted(heads)], period=24))
    return dataclasses.replace(
        rig,
        head_m=head,
        flow_l_per_min=math.sqrt(head / c) / 60,
        throttled_l_per_min=None,
        throttled_head_m=None,
        pressures=(),
    )


def outlets_of(tube: Tube) -> tuple[Outlet, ...]:
    """The rows of a tube's lines, each line's from one end of its bed. Geometry; none where a length is open.

    A tube goes on from the end of a single row, through which its water comes, and from the feed of several.
    """
    found: list[Outlet] = []
    for k, drip in enumerate(tube):
        if drip.length_m is None:
            return ()
        each, more = divmod(drip.emitters, drip.rows)
        fittings = FITTINGS + (drip.filtered if k == 0 else 0)
        feed = drip.feed_m + fittings * fitting_length_m(drip.feed_bore_mm)
        for i in range(drip.rows):
            line = even_lateral(
                drip.length_m, each + (1 if i < more else 0), drip.bore_mm, drip.rise_m, emitter_of(drip)
            )
            through = i == 0 and k > 0 and tube[k - 1].rows == 1
            found.append(Outlet(feed if i == 0 else 0.0, drip.feed_bore_mm, 0.0, line, through))
    return tuple(found)


@functools.lru_cache(maxsize=512)
def solved(rig: Rig, tube: Tube) -> tuple[Network, ...]:
    """Each line of a tube behind its tap, which gives to nothing else; none where a length is open. By
    hydraulics/network.py."""
    outlets = outlets_of(tube)
    return _of_each(tube, solve_network(tap_of(rig, tube[0]), outlets)) if outlets else ()


def _of_each(tube: Tube, whole: Network) -> tuple[Network, ...]:
    found, n = [], 0
    for drip in tube:
        rows = slice(n, n + drip.rows)
        mine = whole.laterals[rows]
        found.append(Network(whole.inlet_m, whole.heads_m[rows], mine, sum(x.inflow_l_h for x in mine)))
        n += drip.rows
    return tuple(found)


def takes_l_h(rig: Rig, tube: Tube) -> tuple[float, ...]:
    """What each line of a tube takes in [L/h]: solved, else the sum of what is printed on its emitters. Arithmetic."""
    return tuple(x.inflow_l_h for x in solved(rig, tube)) or tuple(x.emitters * x.flow_l_per_h for x in tube)


@functools.lru_cache(maxsize=512)
def together_l_h(rig: Rig, tubes: tuple[Tube, ...]) -> tuple[tuple[float, ...], ...]:
    """What the lines of several tubes take in [L/h] where all run at once behind one tap, each tube on a feed of its
    own.

    The head behind the tap is found by halving: what it gives at a head is what they take in at it. Arithmetic.
    """
    if len(tubes) == 1:
        return (takes_l_h(rig, tubes[0]),)
    tap = _tap(rig)
    low, high = 0.0, tap.head_m(0.0)
    flows: list[tuple[float, ...]] = []
    for _ in range(HALVINGS):
        head = (low + high) / 2
        flows = [_at_head(head, x) for x in tubes]
        low, high = (head, high) if tap.head_m(sum(map(sum, flows))) > head else (low, head)
    return tuple(flows)


def _at_head(head_m: float, tube: Tube) -> tuple[float, ...]:
    """What the lines of a tube take in behind a tap that holds this head [L/h]."""
    outlets, reducer = outlets_of(tube), tube[0].reducer_m
    if not outlets:
        held = head_m if reducer is None else min(head_m, reducer)
        return tuple(x.emitters * gives(emitter_of(x), held) for x in tube)
    return tuple(x.inflow_l_h for x in _of_each(tube, solve_network(Tap(head_m, 0.0, reducer), outlets)))
