"""The lines that hang on a timer's outlets."""

from __future__ import annotations

from agronomy.describe import garden as g
from agronomy.methods.line import together_l_h
from apps.devices.models import Device
from apps.garden.convert import drip_of, rig_of_row
from apps.garden.models import Bed, Rig


def lines_of(device: Device, outlet: int | None = None) -> list[tuple[Bed, g.Drip]]:
    """The beds that a timer waters, by one of its outlets or all, with their lines; those that name no tap hang on the
    garden's first."""
    first = Rig.objects.filter(garden=device.garden).order_by("pk").values_list("pk", flat=True).first()
    beds = Bed.objects.filter(garden=device.garden, removed_at=None, method="drip").order_by("pk")
    found = []
    for bed in beds:
        told = drip_of(bed)
        if told and (bed.rig_id or first) == device.rig_id:
            drip = g.Drip(**told)
            if outlet in (None, drip.outlet):
                found.append((bed, drip))
    return found


def flows_of(device: Device) -> dict[int, float]:
    """What each outlet of a timer should give [L/h], its lines running at once."""
    if device.rig is None:
        return {}
    rig, by_outlet = rig_of_row(device.rig), dict[int, list[g.Drip]]()
    for _, drip in lines_of(device):
        by_outlet.setdefault(drip.outlet, []).append(drip)
    return {outlet: sum(together_l_h(rig, tuple(drips))) for outlet, drips in by_outlet.items()}
