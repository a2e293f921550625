"""Drip lines: the core's own solver against EPANET through wntr, which the tests hold it to."""

from __future__ import annotations

from agronomy.hydraulics.emitters import PLAIN, emitter
from agronomy.hydraulics.lateral import even_lateral, solve
from agronomy.hydraulics.network import Outlet, Tap, solve_network
from benchmarks.rounds import Ratio, compare
from tests.agronomy.epanet import epanet_lateral, epanet_network


def lateral_of_200() -> Ratio:
    """One line of 200 emitters over 60 m. EPANET reads and writes its files on the way, as wntr has it."""
    line = even_lateral(60.0, 200, 13.6, 0.0, emitter(2.0, PLAIN))
    name = "a lateral of 200 emitters: EPANET through wntr / ours (wanted: under 5 ms)"
    return compare(name, lambda: epanet_lateral(line, 10.0), lambda: solve(line, 10.0), 9)


def network_of_20() -> Ratio:
    """A main with 20 laterals of 20 emitters each."""
    line = even_lateral(6.0, 20, 13.6, 0.0, emitter(2.0, PLAIN))
    outlets = [Outlet(0.5, 26.0, 0.0, line)] * 20
    tap = Tap(10.0, 0.0)
    name = "a network of 20 laterals: EPANET through wntr / ours (wanted: under 50 ms)"
    return compare(name, lambda: epanet_network(10.0, outlets), lambda: solve_network(tap, outlets), 5)
