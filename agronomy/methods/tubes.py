"""Which lines are one tube, with no valve between, and which run at once behind a tap."""

from __future__ import annotations

import dataclasses
import functools
from collections.abc import Iterable, Mapping
from dataclasses import dataclass

from agronomy.describe.garden import Bed, Drip, Garden, Rig
from agronomy.methods.line import Tube, rig_at, takes_l_h, together_l_h
from agronomy.methods.timer import MORNING_STARTS_H

UNNAMED = Rig("")  # a usual flow, where the garden names no hose


def in_order(after: Mapping[str, str | None], name: str) -> tuple[str, ...]:
    """All beds of one tube, from the tap on. after: of each bed with a line, the bed whose line its own goes on from.
    Arithmetic."""
    on = {x: bed for bed, x in after.items() if x in after}
    first, seen = name, {name}
    while (before := after.get(first)) in after and before not in seen:
        assert before is not None
        first = before
        seen.add(first)
    found = [first]
    while found[-1] in on and on[found[-1]] not in found:
        found.append(on[found[-1]])
    return tuple(found)


def tube_of(garden: Garden, bed: Bed) -> tuple[Bed, ...]:
    """The beds whose lines are one tube with that of this one, from the tap on; of a bed without a line, itself.
    Arithmetic."""
    lines = {x.name: x for x in garden.beds if x.method == "drip" and x.drip}
    if bed.method != "drip" or bed.drip is None or not any(x.line_after for x in (bed, *lines.values())):
        return (bed,)
    lines[bed.name] = bed
    return tuple(lines[name] for name in in_order({name: x.line_after for name, x in lines.items()}, bed.name))


def rig_of(garden: Garden, bed: Bed) -> Rig:
    """The hose or tap a bed is watered from: that at the head of its tube, its own, else the garden's first, else a
    usual one. Arithmetic."""
    name = (tube_of(garden, bed)[0] if bed.line_after else bed).rig
    return next((r for r in garden.rigs if r.name == name), garden.rigs[0] if garden.rigs else UNNAMED)


@dataclass(frozen=True)
class Opened:
    """Tubes that run at once behind a tap, and which line of which tube is the bed's own."""

    rig: Rig
    tubes: tuple[Tube, ...]
    tube: int
    place: int

    @property
    def drip(self) -> Drip:
        return self.tubes[self.tube][self.place]

    @functools.cached_property
    def inflow_l_h(self) -> float:
        """What the bed's own line takes in [L/h]. Arithmetic over line.py."""
        if len(self.tubes) == 1:
            return takes_l_h(self.rig, self.tubes[0])[self.place]
        return together_l_h(self.rig, self.tubes)[self.tube][self.place]

    def litres_of(self, minutes: float) -> float:
        """What it gives in so many minutes [L]. Arithmetic."""
        return self.inflow_l_h * minutes / 60

    def at(self, hour: float) -> Opened:
        """The same behind the tap as it is at an hour of the day [h]. Arithmetic."""
        return dataclasses.replace(self, rig=rig_at(self.rig, hour)) if self.rig.pressures else self


def by_hand(garden: Garden, bed: Bed) -> Opened | None:
    """The bed's tube, running alone in the morning, when hands open it; None where nothing is known of its line.
    Arithmetic."""
    beds = tube_of(garden, bed)
    drips = tuple(x.drip for x in beds if x.drip)
    return Opened(rig_of(garden, bed), (drips,), 0, beds.index(bed)).at(MORNING_STARTS_H) if drips else None


def outlet_of(garden: Garden, bed: Bed) -> int:
    """The outlet of its tap's timer that a bed's line hangs on: that of the head of its tube. Arithmetic."""
    head = tube_of(garden, bed)[0].drip
    return head.outlet if head else 1


def by_outlet(garden: Garden, bed: Bed) -> Opened | None:
    """The bed's tube with all that one outlet of its tap's timer opens with it; None where nothing is known of its
    line. Arithmetic."""
    alone, rig = by_hand(garden, bed), rig_of(garden, bed)
    if alone is None:
        return None
    own, outlet = tube_of(garden, bed), outlet_of(garden, bed)
    heads = [x for x in garden.beds if x.method == "drip" and x.drip and tube_of(garden, x)[0] is x and x not in own]
    beside = (
        tuple(y.drip for y in tube_of(garden, x) if y.drip)
        for x in heads
        if rig_of(garden, x) == rig and outlet_of(garden, x) == outlet
    )
    return Opened(rig, (*alone.tubes, *beside), 0, alone.place)


def sharing(garden: Garden, beds: Iterable[int]) -> set[int]:
    """These beds by their places, and all whose lines run at once with one of theirs: by a tube that they share, or an
    outlet of a timer. Arithmetic."""
    found = set(beds)
    timed = {x.name for x in garden.rigs if x.programmes}
    lines = {i: x for i, x in enumerate(garden.beds) if x.method == "drip" and x.drip}
    if not found & lines.keys() or not (timed or any(x.line_after for x in lines.values())):
        return found

    def together(bed: Bed) -> tuple[str, str | int]:
        rig = rig_of(garden, bed).name
        return (rig, outlet_of(garden, bed)) if rig in timed else (rig, tube_of(garden, bed)[0].name)

    run_with = {together(lines[i]) for i in found & lines.keys()}
    return found | {i for i, x in lines.items() if together(x) in run_with}
