"""EPANET 2.2 through wntr, as a second opinion on lines."""

from __future__ import annotations

import os
import tempfile
import warnings
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any

import numpy as np

from agronomy.hydraulics.lateral import Lateral
from agronomy.hydraulics.network import Outlet


@dataclass(frozen=True)
class Theirs:
    head_m: np.ndarray
    flow_l_h: np.ndarray


def epanet_lateral(line: Lateral, head_m: float) -> Theirs:
    net = _Net(head_m)
    names = net.chain("tap", line, 0.0)
    heads, flows = net.run(names, line.emitter.x)
    return Theirs(heads, flows)


def epanet_network(head_m: float, outlets: Sequence[Outlet]) -> list[np.ndarray]:
    net, before, chains = _Net(head_m), "tap", list[list[str]]()
    heights = {"tap": 0.0}
    for i, o in enumerate(outlets):
        node, start = f"main{i}", chains[-1][-1] if o.through else before
        heights[node] = heights[start] + o.rise_m
        net.junction(node, heights[node], 0.0)
        net.pipe(start, node, o.length_m, o.bore_mm)
        chains.append(net.chain(node, o.lateral, heights[node]))
        heights[chains[-1][-1]] = heights[node] + float(o.lateral.rise_m.sum())
        before = node
    return [net.run(names, outlets[0].lateral.emitter.x)[1] for names in chains]


class _Net:
    def __init__(self, head_m: float) -> None:
        with warnings.catch_warnings():
            warnings.simplefilter("ignore")
            import wntr
        self.wntr: Any = wntr
        self.wn = wntr.network.WaterNetworkModel()
        self.wn.add_reservoir("tap", base_head=head_m)
        with warnings.catch_warnings():
            warnings.simplefilter("ignore")  # that the roughness is not changed with the law
            self.wn.options.hydraulic.headloss = "D-W"
        self.wn.options.hydraulic.inpfile_units = "LPS"  # in psi an exponent other than 0.5 would be lost on the way
        self.wn.options.hydraulic.viscosity = 1.0
        self.wn.options.hydraulic.accuracy = 1e-6
        self.wn.options.hydraulic.trials = 500
        self.wn.options.time.duration = 0
        self.pipes = 0

    def junction(self, name: str, elevation: float, k_si: float) -> None:
        self.wn.add_junction(name, base_demand=0.0, elevation=elevation)
        self.wn.get_node(name).emitter_coefficient = k_si or None

    def pipe(self, a: str, b: str, length: float, bore_mm: float) -> None:
        self.pipes += 1
        self.wn.add_pipe(f"p{self.pipes}", a, b, length=length, diameter=bore_mm / 1000, roughness=0.0015 / 1000)

    def chain(self, start: str, line: Lateral, elevation: float) -> list[str]:
        names, before, height = [], start, elevation
        for i, (length, bore, rise) in enumerate(zip(line.length_m, line.bore_mm, line.rise_m, strict=True)):
            height += rise
            name = f"{start}e{i}"
            self.junction(name, height, line.emitter.k / 3.6e6)
            self.pipe(before, name, float(length), float(bore))
            names.append(name)
            before = name
        return names

    def run(self, names: list[str], x: float) -> tuple[np.ndarray, np.ndarray]:
        self.wn.options.hydraulic.emitter_exponent = x
        with tempfile.TemporaryDirectory() as folder, warnings.catch_warnings():
            warnings.simplefilter("ignore")
            results = self.wntr.sim.EpanetSimulator(self.wn).run_sim(file_prefix=os.path.join(folder, "net"))
        pressure = results.node["pressure"].iloc[0][names].to_numpy()
        return pressure, results.node["demand"].iloc[0][names].to_numpy() * 3.6e6
