"""What each device is to be set to, from the garden as it is told: nothing of it is kept apart."""

from __future__ import annotations

import datetime as dt
import uuid
from typing import Any

from agronomy.methods.timer import runs_on
from apps.devices.models import Device, Saying
from apps.garden.convert import rig_of_row
from apps.garden.models import Garden

Json = dict[str, Any]
LOOKED_BACK_DAYS = 14
ORDER = {"clock": 0, "programme": 1}  # what is said first: an order needs a day


def wanted(device: Device) -> dict[str, Json]:
    """By the deed's name, what a device should have been told: its programme, and the day of a garden that has a clock
    of its own, else its zone."""
    garden = device.garden
    clock: Json = {"date": garden.clock_date.isoformat()} if garden.clock_date else {"zone": garden.time_zone}
    if device.kind == "probe" or device.rig is None:
        return {"clock": clock}
    kept = [p for p in device.rig.programmes if p.get("minutes") or not p.get("on", True)]
    return {"programme": {"programmes": kept}, "clock": clock}


def sayings_due(device: Device) -> list[Saying]:
    """What is to be said now: what it was last told differs from what is wanted, or it has not confirmed it yet.

    An older saying of the same kind is overtaken by the new one.
    """
    open_ = {x.body["do"]: x for x in device.sayings.filter(got_at=None)}
    for do, body in wanted(device).items():
        if device.told.get(do) == body:
            continue
        known = open_.get(do)
        if known is not None and {k: v for k, v in known.body.items() if k != "do"} == body:
            continue
        if known is not None:
            known.delete()
        open_[do] = Saying.objects.create(id=uuid.uuid4(), device=device, body={"do": do, **body})
    return sorted(open_.values(), key=lambda x: (ORDER.get(x.body["do"], len(ORDER)), x.made_at))


def waits(device: Device) -> list[str]:
    """What a timer is to do or to be set to and has not confirmed: its programme, and orders."""
    orders = {x.body["do"] for x in device.sayings.all() if x.got_at is None} - wanted(device).keys()
    programme = wanted(device).get("programme", {})
    unset = programme.get("programmes") and device.told.get("programme") != programme
    return sorted(orders | ({"programme"} if unset else set()))


def missed_runs(device: Device) -> dict[int, dt.date]:
    """By outlet, the latest day that is over on which its programme was due and nothing was reported of it."""
    if device.rig is None:
        return {}
    rig, today = rig_of_row(device.rig), device.garden.today
    found = {}
    for outlet in sorted({p.outlet for p in rig.programmes}):
        ran = device.state.get("ran", {}).get(str(outlet), {}).get("date", "")
        since = device.garden.date_at(device.let_in_at) if device.garden.clock_date is None else dt.date.min
        for back in range(1, LOOKED_BACK_DAYS + 1):
            date = today - dt.timedelta(days=back)
            if ran >= date.isoformat() or date <= since:
                break
            run = runs_on(rig, date, outlet)
            if run is not None and run.minutes:
                found[outlet] = date
                break
    return found


def timed_rigs(garden: Garden) -> frozenset[int]:
    """The taps whose timer reports what it did."""
    timers = Device.objects.filter(garden=garden, kind="timer", put_out_at=None)
    return frozenset(x for x in timers.values_list("rig_id", flat=True) if x is not None)
