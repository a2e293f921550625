"""The lines that hang on a timer's outlets."""

from __future__ import annotations

from agronomy.describe import garden as g
from agronomy.methods.line import together_l_h
from apps.devices.models import Device
from apps.garden import lines
from apps.garden.convert import rig_of_row
from apps.garden.models import Bed


def tubes_of(device: Device) -> dict[int, list[lines.Tube]]:
    """What a timer waters by each of its outlets."""
    found: dict[int, list[lines.Tube]] = {}
    for tube in lines.tubes_of(device.garden):
        tap = lines.tap_of(tube)
        if tap is not None and tap.pk == device.rig_id:
            found.setdefault(tube[0][1].outlet, []).append(tube)
    return found


def taken(rig: g.Rig, tubes: list[lines.Tube]) -> list[tuple[Bed, g.Drip, float]]:
    """Each bed on these tubes, its line, and what that takes in [L/h] where all of them run at once."""
    each = together_l_h(rig, tuple(tuple(drip for _, drip in tube) for tube in tubes))
    return [
        (bed, drip, flow)
        for tube, flows in zip(tubes, each, strict=True)
        for (bed, drip), flow in zip(tube, flows, strict=True)
    ]


def flows_of(device: Device) -> dict[int, float]:
    """What each outlet of a timer should give [L/h], its lines running at once."""
    if device.rig is None:
        return {}
    rig = rig_of_row(device.rig)
    return {outlet: sum(takes for _, _, takes in taken(rig, tubes)) for outlet, tubes in tubes_of(device).items()}
