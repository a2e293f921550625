"""Devices as plain values. No rule lives here."""

from __future__ import annotations

from api.present import Json
from apps.devices.listener import listening
from apps.devices.models import Device
from apps.devices.play import can_play
from apps.devices.wanted import missed_runs, waits
from apps.garden.models import Garden

FIGURES = ("outlet", "litres", "expected_l", "flow_l_h", "battery")


def devices_out(garden: Garden) -> Json:
    connected, since = listening()
    there = Device.objects.filter(garden=garden, put_out_at=None).select_related("rig", "bed", "garden")
    return {
        "connected": connected,
        "since": since,
        "can_play": can_play(),
        "devices": [_device(x) for x in there.prefetch_related("sayings")],
    }


def _device(x: Device) -> Json:
    moisture = x.state.get("moisture", {})
    faults = [_fault(fault, told["since"], told) for fault, told in x.faults.items()]
    faults += [_fault("missed_run", day, {"outlet": outlet}) for outlet, day in missed_runs(x).items()]
    return {
        "id": x.pk,
        "kind": x.kind,
        "name": x.name,
        "at": x.rig.name if x.rig else x.bed.name if x.bed else "",
        "rig_id": x.rig_id,
        "bed_id": x.bed_id,
        "account": x.account,
        "heard_at": x.heard_at,
        "battery": x.state.get("battery"),
        "open_outlet": x.state.get("open_outlet"),
        "faults": faults,
        "ran": [{"outlet": int(outlet), **ran} for outlet, ran in sorted(x.state.get("ran", {}).items())],
        "moisture_pct": moisture.get("volume_pct"),
        "moisture_on": moisture.get("date"),
        "waits": waits(x),
    }


def _fault(fault: str, since: object, told: Json) -> Json:
    return {"fault": fault, "since": since, **{name: told.get(name) for name in FIGURES}}
