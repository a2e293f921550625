"""A bed's line behind its tap, solved: what each emitter gives, and what the whole takes in."""

from __future__ import annotations

import functools

from agronomy.describe.water import Drip, Rig
from agronomy.hydraulics.emitters import HOLDING, PLAIN, SOAKER, Emitter, emitter, gives
from agronomy.hydraulics.friction import fitting_length_m
from agronomy.hydraulics.lateral import even_lateral
from agronomy.hydraulics.network import Network, Outlet, Tap, solve_network, tap_of_readings

# Between tap and line: a connector and a bend, and a filter where there is one; common practice, no source.
FITTINGS = 2
HALVINGS = 40  # of a head: to a millionth of a metre; arithmetic


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


def outlets_of(drip: Drip) -> tuple[Outlet, ...]:
    """A line's rows behind its feed, all from one end of the bed. Geometry; none where its length is open."""
    if drip.length_m is None:
        return ()
    each, more = divmod(drip.emitters, drip.rows)
    feed = drip.feed_m + (FITTINGS + drip.filtered) * fitting_length_m(drip.feed_bore_mm)
    counts = [each + (1 if i < more else 0) for i in range(drip.rows)]
    return tuple(
        Outlet(
            feed if i == 0 else 0.0,
            drip.feed_bore_mm,
            0.0,
            even_lateral(drip.length_m, n, drip.bore_mm, drip.rise_m, emitter_of(drip)),
        )
        for i, n in enumerate(counts)
    )


@functools.lru_cache(maxsize=512)
def solved(rig: Rig, drip: Drip) -> Network | None:
    """A line behind its tap, running alone; None where its length is open. By hydraulics/network.py."""
    outlets = outlets_of(drip)
    return solve_network(tap_of(rig, drip), outlets) if outlets else None


def inflow_l_h(rig: Rig, drip: Drip) -> float:
    """What a line takes in [L/h]: solved, else the sum of what is printed on its emitters. Arithmetic."""
    network = solved(rig, drip)
    return drip.emitters * drip.flow_l_per_h if network is None else network.inflow_l_h


@functools.lru_cache(maxsize=512)
def together_l_h(rig: Rig, drips: tuple[Drip, ...]) -> tuple[float, ...]:
    """What each of several lines takes in [L/h] where all run at once behind one tap, each on a feed of its own.

    The head behind the tap is found by halving: what it gives at a head is what they take in at it. Arithmetic.
    """
    if len(drips) == 1:
        return (inflow_l_h(rig, drips[0]),)
    tap = _tap(rig)
    low, high = 0.0, tap.head_m(0.0)
    flows = [0.0] * len(drips)
    for _ in range(HALVINGS):
        head = (low + high) / 2
        flows = [_at_head(head, x) for x in drips]
        low, high = (head, high) if tap.head_m(sum(flows)) > head else (low, head)
    return tuple(flows)


def _at_head(head_m: float, drip: Drip) -> float:
    """What a line takes in behind a tap that holds this head [L/h]."""
    outlets = outlets_of(drip)
    if not outlets:
        held = head_m if drip.reducer_m is None else min(head_m, drip.reducer_m)
        return drip.emitters * gives(emitter_of(drip), held)
    return solve_network(Tap(head_m, 0.0, drip.reducer_m), outlets).inflow_l_h
