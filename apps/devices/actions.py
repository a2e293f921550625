"""A device is let in or put out, told to run or to close, and heard: what it reports becomes facts of its garden."""

from __future__ import annotations

import datetime as dt
import uuid
from collections.abc import Callable
from dataclasses import dataclass, field
from typing import Any, ClassVar, Final

from django.db import transaction
from django.utils import timezone

from agronomy.describe.errors import InputError, MissingError, require_between, require_one_of
from agronomy.describe.fields import Name
from agronomy.describe.words import DEVICE_KINDS, DayPart
from agronomy.formats.described import read
from agronomy.hydraulics.flow_faults import flow_fault
from agronomy.methods.drip import line_cv
from agronomy.methods.line import rig_at
from agronomy.methods.timer import EVENING_FROM_H
from apps.accounts.actor import Actor
from apps.base.errors import NotFound
from apps.devices.accounts import hashed, new_account, new_password, write_accounts_once_kept
from apps.devices.lines import taken, tubes_of
from apps.devices.models import Device, Heard, Saying
from apps.devices.topics import Got, Moisture, Ran, Report, State
from apps.garden.action import GardenAction, Stamp
from apps.garden.actions.beds import standing_bed
from apps.garden.convert import rig_of_row
from apps.garden.models import Bed, Event, Garden, Rig
from apps.record.actions import RecordObservation, RecordWatering

Json = dict[str, Any]
MOST_DEVICES: Final = 20  # of one garden
MOST_REPORTS: Final = 1000  # of one device in a day
BATTERY_LOW: Final = 15.0  # %; common practice, no source
OF_A_RUN: Final = ("no_flow", "low_flow", "high_flow")
OPEN_FROM_L_H: Final = 1.0  # of water that nothing asked for; common practice, no source


@dataclass
class LetIn(GardenAction[tuple[Device, str]]):
    """A device gets an account of its own. Its password is told this once."""

    name: str
    device_kind: str
    rig_id: int | None = None
    bed_id: int | None = None

    kind: ClassVar = "device_let_in"

    def do(self) -> tuple[Device, str]:
        name = read(Name, self.name.strip(), "name")
        require_one_of("kind", self.device_kind, DEVICE_KINDS)
        there = Device.objects.filter(garden=self.garden, put_out_at=None)
        if there.count() >= MOST_DEVICES:
            raise InputError("name", name, f"at most {MOST_DEVICES} devices: put one out first")
        if there.filter(name=name).exists():
            raise InputError("name", name, "a name no other device of the garden has")
        rig = self._rig() if self.device_kind == "timer" else None
        bed = self._bed() if self.device_kind == "probe" else None
        if rig is not None and there.filter(rig=rig).exists():
            raise InputError("rig", rig.name, "a tap on which no other timer sits")
        password = new_password()
        device = Device.objects.create(
            garden=self.garden,
            kind=self.device_kind,
            name=name,
            rig=rig,
            bed=bed,
            account=new_account(self.garden.pk),
            password_hash=hashed(password),
        )
        self.told = {"name": name, "at": rig.name if rig else bed.name if bed else ""}
        write_accounts_once_kept()
        return device, password

    def _rig(self) -> Rig:
        if self.rig_id is None:
            raise MissingError("rig", "the tap that it sits on")
        found = Rig.objects.filter(garden=self.garden, pk=self.rig_id).first()
        if found is None:
            raise NotFound("rig")
        return found

    def _bed(self) -> Bed:
        if self.bed_id is None:
            raise MissingError("bed", "the bed that it stands in")
        return standing_bed(self.garden, self.bed_id)

    def again(self, known: Event) -> tuple[Device, str]:
        """Its password was told once: who asks again puts it out and lets it in anew."""
        raise InputError("id", str(known.pk), "a new id: this device was let in already")


def device_in(garden: Garden, device_id: int) -> Device:
    """A device of a garden that is let in. Raises NotFound."""
    found = Device.objects.filter(garden=garden, pk=device_id, put_out_at=None).select_related("rig", "bed").first()
    if found is None:
        raise NotFound("device")
    return found


@dataclass
class PutOut(GardenAction[None]):
    """Its account opens nothing any more; what it reported stays."""

    device_id: int

    kind: ClassVar = "device_put_out"

    def do(self) -> None:
        device = device_in(self.garden, self.device_id)
        device.put_out_at = timezone.now()
        device.save(update_fields=["put_out_at"])
        self.told = {"name": device.name}
        write_accounts_once_kept()

    def again(self, known: Event) -> None:
        return None


@dataclass
class TellDevice(GardenAction[Saying]):
    """Order a timer to run an outlet for some minutes, or to close it. The same order twice is one."""

    device_id: int
    deed: str
    outlet: int = 1
    minutes: float | None = None

    kind: ClassVar = "device_told"

    def do(self) -> Saying:
        device = device_in(self.garden, self.device_id)
        require_one_of("do", self.deed, ("run", "close"))
        require_between("outlet", self.outlet, 1, 8, "")
        if device.kind != "timer":
            raise InputError("device", device.name, "a timer: a probe only reads")
        body: Json = {"do": self.deed, "outlet": self.outlet}
        if self.deed == "run":
            if self.minutes is None:
                raise MissingError("minutes", "for how long it is to run")
            require_between("minutes", self.minutes, 1, 240, "min")
            body["minutes"] = self.minutes
        self.told = {"name": device.name, **body}
        return Saying.objects.create(id=self.stamp.id, device=device, body=body)

    def again(self, known: Event) -> Saying:
        return Saying.objects.get(pk=known.pk)


@dataclass
class NoteFault(GardenAction[None]):
    """Something is wrong with a device or its line, or is so no longer: a line in the record."""

    fault: str
    name: str
    over: bool
    figures: Json = field(default_factory=dict)

    kind: ClassVar = "device_fault"

    def do(self) -> None:
        self.told = {"name": self.name, "fault": self.fault, "over": self.over, **self.figures}


@dataclass
class Hear:
    """What a device reported, taken in once. Returns whether it was new.

    A report that cannot be (a date that is over, a bed that is gone) is noted as refused, so that it is not sent for
    ever; nothing else comes of it.
    """

    device: Device
    id: uuid.UUID
    report: Report

    def execute(self) -> bool:
        refused = ""
        try:
            with transaction.atomic():
                if not self._first():
                    return False
                self._refuse_a_flood()
                self._take_in()
                self._alive()
                return True
        except (InputError, NotFound) as error:
            refused = str(error)[:300]
        with transaction.atomic():
            fresh = self._first(refused)
            self._alive()
        return fresh

    def _first(self, refused: str = "") -> bool:
        """Whether it was not heard before; the device's row is held, so that two of the same wait for each other."""
        self.device = Device.objects.select_for_update().get(pk=self.device.pk)
        _, new = Heard.objects.get_or_create(id=self.id, defaults={"device": self.device, "refused": refused})
        return new

    def _refuse_a_flood(self) -> None:
        """One device fills no garden's record. Raises InputError."""
        day = timezone.now() - dt.timedelta(days=1)
        if Heard.objects.filter(device=self.device, at__gte=day).count() > MOST_REPORTS:
            raise InputError("id", str(self.id), f"at most {MOST_REPORTS} reports in a day")

    def _take_in(self) -> None:
        report = self.report
        deeds: dict[type, Callable[[Any], None]] = {
            Ran: self._ran,
            State: self._state,
            Moisture: self._moisture,
            Got: self._got,
        }
        deeds[type(report)](report)
        battery = getattr(report, "battery", None)
        if battery is not None:
            self.device.state["battery"] = battery
            self._fault("battery_low", battery < BATTERY_LOW, {"battery": battery})

    def _alive(self) -> None:
        self.device.heard_at = timezone.now()
        self.device.save(update_fields=["heard_at", "state", "faults", "told"])

    @property
    def by(self) -> Actor:
        return Actor("device", name=self.device.name, garden_id=self.device.garden_id)

    def _ran(self, ran: Ran) -> None:
        """Its litres, shared by the lines of its outlet as they take in, become waterings of their beds."""
        if self.device.kind != "timer" or self.device.rig is None:
            raise InputError("kind", "ran", "a timer's report")
        tubes = tubes_of(self.device).get(ran.outlet)
        if not tubes:
            raise InputError("outlet", ran.outlet, "an outlet on which a line hangs")
        rig = rig_at(rig_of_row(self.device.rig), ran.start_h)
        lines = taken(rig, tubes)
        whole = sum(flow for _, _, flow in lines)
        part: DayPart = "evening" if ran.start_h >= EVENING_FROM_H else "morning"
        of = ran.command or str(self.id)
        for bed, _, flow in lines:
            litres = ran.litres * (flow / whole if whole > 0 else 1 / len(lines))
            key = uuid.uuid5(self.device_space, f"{of}/{bed.pk}")
            RecordWatering(
                self.by, self.device.garden_id, bed.pk, ran.date, litres, part, way="drip", stamp=Stamp(key)
            ).execute()
        expected = whole * ran.minutes / 60
        last = {"date": ran.date.isoformat(), "minutes": ran.minutes, "litres": ran.litres, "expected_l": expected}
        before = self.device.state.get("ran", {}).get(str(ran.outlet), {})
        if before.get("date", "") <= last["date"]:
            self.device.state["ran"] = {**self.device.state.get("ran", {}), str(ran.outlet): last}
        cv = max(line_cv(drip) for _, drip, _ in lines)
        wrong = flow_fault(expected, ran.litres, cv)
        for fault in OF_A_RUN:
            self._fault(fault, fault == wrong, {"outlet": ran.outlet, "litres": ran.litres, "expected_l": expected})

    @property
    def device_space(self) -> uuid.UUID:
        """Under which the ids of its waterings lie: nobody else's report can come to one of them."""
        return uuid.uuid5(uuid.NAMESPACE_URL, f"isleshower:device:{self.device.pk}")

    def _state(self, state: State) -> None:
        """Water that runs though nothing asked for it: the valve is told to close."""
        stuck = state.open_outlet is not None and state.flow_l_h >= OPEN_FROM_L_H
        self.device.state["open_outlet"] = state.open_outlet if stuck else None
        fresh = self._fault("stuck_open", stuck, {"outlet": state.open_outlet, "flow_l_h": state.flow_l_h})
        if stuck and fresh:
            body: Json = {"do": "close", "outlet": state.open_outlet}
            Saying.objects.create(id=uuid.uuid4(), device=self.device, body=body)

    def _moisture(self, read_: Moisture) -> None:
        """The first reading of a day is what was found at its bed."""
        if self.device.kind != "probe" or self.device.bed_id is None:
            raise InputError("kind", "moisture", "a probe's report")
        self.device.state["moisture"] = {"date": read_.date.isoformat(), "volume_pct": read_.volume_pct}
        RecordObservation(
            self.by,
            self.device.garden_id,
            self.device.bed_id,
            read_.date,
            None,
            "probe",
            max(read_.volume_pct, 1.0),
            stamp=Stamp(uuid.uuid5(self.device_space, f"moisture/{read_.date}")),
        ).execute()

    def _got(self, got: Got) -> None:
        said = Saying.objects.filter(device=self.device, pk=_uuid(got.of)).first()
        if said is None or said.got_at is not None:
            return
        said.got_at = timezone.now()
        said.save(update_fields=["got_at"])
        do = said.body["do"]
        if do in ("programme", "clock") and got.done:
            self.device.told[do] = {name: x for name, x in said.body.items() if name != "do"}

    def _fault(self, fault: str, there: bool, figures: Json) -> bool:
        """Keep a fault since when it is there, or that it is over; whether that is news."""
        known = fault in self.device.faults
        if there == known:
            return False
        if there:
            today = self.device.garden.today.isoformat()
            self.device.faults = {**self.device.faults, fault: {"since": today, **figures}}
        else:
            self.device.faults = {name: x for name, x in self.device.faults.items() if name != fault}
        by = Actor("system")
        NoteFault(by, self.device.garden_id, fault, self.device.name, not there, figures if there else {}).execute()
        return True


def _uuid(told: str) -> uuid.UUID:
    try:
        return uuid.UUID(told)
    except ValueError as error:
        raise InputError("of", told[:40], "the id of what was said") from error


def device_of(garden_id: int, account: str) -> Device:
    """Who speaks on a topic. Raises NotFound for nobody that is let in."""
    found = (
        Device.objects.filter(garden_id=garden_id, account=account, put_out_at=None, garden__removed_at=None)
        .select_related("garden", "rig", "bed")
        .first()
    )
    if found is None:
        raise NotFound("device")
    return found
