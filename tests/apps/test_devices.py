"""Timers that obey and report, probes, and a broker between: litres become waterings once, faults are found."""

import datetime as dt
import json
import os
import pathlib
import subprocess
import tempfile
import threading
import time
import uuid
from unittest import mock

import paho.mqtt.client as mqtt
from django.conf import settings
from django.db import connections
from django.test import TestCase, TransactionTestCase, override_settings
from paho.mqtt.enums import CallbackAPIVersion

from agronomy.balance import layout as at
from agronomy.describe.errors import InputError
from agronomy.hydraulics.flow_faults import METER_CV, flow_fault
from apps.base.errors import NotAllowed, NotFound
from apps.devices import accounts, topics
from apps.devices.actions import Hear, LetIn, PutOut, TellDevice, device_of
from apps.devices.listener import Listening, listening
from apps.devices.models import Device, Saying
from apps.devices.play import play
from apps.devices.wanted import missed_runs, sayings_due
from apps.garden.actions.gardens import SaveRig
from apps.garden.models import Garden
from apps.garden.undo import UndoEvent
from apps.planning.situation import situation
from scripts.broker import MOSQUITTO, prepare
from scripts.processes import free_port, listens
from scripts.secrets_kept import secret
from standins.devices.__main__ import House
from standins.devices.device import FAULTS
from standins.devices.device import Device as Played
from standins.devices.runs import due
from tests.agronomy.gardens import days_laid
from tests.apps import world as w

FLOW_L_H = 28.0
DAILY = {"date": w.TODAY.isoformat(), "every_days": 1, "minutes": 60.0, "on": True}
ROW = {"name": "Row", "kind": "row", "length_m": 4.0, "width_m": 0.6, "method": "drip", "soil": {"material": "loam"},
       "drip": {"emitters": 14, "flow_l_per_h": 2.0}, "opening_wetness": "moist",
       "plantings": [{"crop": "runner_bean", "count": 24, "planted": "2025-05-22"}]}  # fmt: skip


class Wired(TestCase):
    """A garden with a row under a timer; the stand-in and the listener speak without a broker between them."""

    def set_up(self) -> None:
        self.ada = w.person()
        self.garden = w.garden_of(self.ada)
        w.type_days(self.ada, self.garden, ahead=14)
        answer = w.send(w.client_of(self.ada), "post", f"/gardens/{self.garden.pk}/beds", ROW)
        assert answer.status_code == 201, answer.content
        self.row = self.garden.beds.get(name="Row")
        self.rig = self.garden.rigs.first()
        self.device, self.password = LetIn(w.by(self.ada), self.garden.pk, "Timer", "timer", self.rig.pk).execute()
        self.house = Listening(0, "")
        self.house._say = self.deliver  # type: ignore[assignment]
        self.wire: list[tuple[str, bytes]] = []
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.memory = pathlib.Path(folder.name) / "memory.json"
        self.played = self.switched_on()

    def switched_on(self) -> Played:
        told = {"garden": self.garden.pk, "account": self.device.account, "kind": self.device.kind}
        return Played({**told, "flows_l_h": {"1": FLOW_L_H}}, self.publish, self.memory)

    def publish(self, topic, body) -> None:
        self.wire.append((topic, body if isinstance(body, bytes) else json.dumps(body).encode()))

    def deliver(self, _, body) -> None:
        self.played.told(body)

    def pump(self) -> None:
        """Both sides until nothing is on the wire."""
        for _ in range(20):
            self.house.say_due()
            if not self.wire:
                return
            sent, self.wire = self.wire, []
            for topic, payload in sent:
                try:
                    self.house.hear(topic, payload)
                except (InputError, NotFound):
                    self.refused += 1

    refused = 0

    def step(self, days: int = 1) -> None:
        for _ in range(days):
            self.garden.refresh_from_db()
            day = self.garden.clock_date + dt.timedelta(days=1)
            Garden.objects.filter(pk=self.garden.pk).update(clock_date=day)
            Saying.objects.filter(got_at=None).update(said_at=None)
            self.pump()
        self.garden.refresh_from_db()
        self.device.refresh_from_db()

    def set_programme(self, **changes) -> None:
        programme = {**DAILY, **changes}
        SaveRig(w.by(self.ada), self.garden.pk, {"programmes": [programme]}, self.rig.pk).execute()
        self.pump()
        self.device.refresh_from_db()

    def litres(self) -> dict[str, float]:
        found: dict[str, float] = {}
        for x in w.events("watering", garden=self.garden, struck_at=None).order_by("date"):
            found[x.date.isoformat()] = found.get(x.date.isoformat(), 0.0) + x.told["litres"]
        return found


class Timers(Wired):
    def setUp(self) -> None:
        self.set_up()

    def test_it_takes_its_programme_runs_on_the_gardens_clock_and_its_litres_are_waterings(self) -> None:
        self.set_programme(every_days=2)
        self.assertEqual(self.device.told["programme"]["programmes"][0]["every_days"], 2)
        self.step(6)
        days = [(w.TODAY + dt.timedelta(days=n)).isoformat() for n in (0, 2, 4, 6)]
        self.assertEqual(list(self.litres()), days)
        for litres in self.litres().values():
            self.assertAlmostEqual(litres, FLOW_L_H, delta=4)
        noted = w.events("watering", garden=self.garden).first()
        self.assertEqual(
            (noted.actor, noted.actor_name, noted.told["way"], noted.bed), ("device", "Timer", "drip", self.row)
        )
        self.assertEqual(self.device.faults, {})
        [bed] = [b for b in situation(self.garden).plan.beds if b.bed.name == "Row"]
        self.assertTrue(bed.today.rig.programmes[0].tells)

    def test_what_the_plan_counts_is_what_was_reported_and_ahead_what_is_set(self) -> None:
        self.set_programme()
        self.played.fault = "missed"
        self.step(3)
        plan = situation(self.garden).plan
        i = next(i for i, b in enumerate(plan.beds) if b.bed.name == "Row")
        n, days = plan.run.n_behind, days_laid(plan.run, i)
        self.assertEqual(days[n - 2 : n, at.MORNING].sum(), 0.0)
        self.assertGreater(days[n + 1, at.MORNING], 0.0)

    def test_another_setting_or_its_undo_reaches_it_without_a_word_more(self) -> None:
        self.set_programme()
        change = SaveRig(w.by(self.ada), self.garden.pk, {"programmes": [{**DAILY, "minutes": 20.0}]}, self.rig.pk)
        change.execute()
        self.pump()
        self.assertEqual(self.played.programmes[0]["minutes"], 20.0)
        UndoEvent(w.by(self.ada), self.garden.pk, change.stamp.id).execute()
        self.pump()
        self.assertEqual(self.played.programmes[0]["minutes"], 60.0)
        self.assertEqual(Saying.objects.filter(got_at=None).count(), 0)

    def test_one_command_waters_once_however_often_it_is_said_and_reported(self) -> None:
        told = TellDevice(w.by(self.ada), self.garden.pk, self.device.pk, "run", 1, 30.0)
        saying = told.execute()
        self.assertEqual(told.execute().pk, saying.pk)
        for _ in range(3):
            Saying.objects.update(said_at=None, got_at=None)
            self.pump()
        self.assertEqual(len(self.litres()), 1)
        self.assertAlmostEqual(sum(self.litres().values()), FLOW_L_H / 2, delta=2)
        # another report of the same command, under an id of its own
        [ran] = list(w.events("watering", garden=self.garden))
        report = topics.Ran(w.TODAY, 30.0, 14.0, command=str(saying.pk))
        Hear(self.device, uuid.uuid4(), report).execute()
        self.assertEqual(w.events("watering", garden=self.garden).count(), 1, ran)

    def test_a_duplicate_a_late_and_a_lost_answer_change_nothing(self) -> None:
        for fault in ("duplicate", "late"):
            with self.subTest(fault):
                self.played.fault = fault
                self.set_programme(date=self.garden.today.isoformat())
                before = dict(self.litres())
                self.step(4)
                self.played.fault = "none"
                self.step()
                self.played.say_again()
                self.pump()
                new = {d: x for d, x in self.litres().items() if d not in before}
                self.assertGreaterEqual(len(new), 4)
                for litres in new.values():
                    self.assertAlmostEqual(litres, FLOW_L_H, delta=4)
        self.assertEqual(self.played.waiting, {})

    def test_switched_off_and_on_again_it_loses_and_repeats_nothing(self) -> None:
        self.set_programme()
        self.step(2)
        self.played.publish = lambda *_: None  # nothing gets through
        day = self.garden.clock_date + dt.timedelta(days=1)
        self.played.told({"id": str(uuid.uuid4()), "do": "clock", "date": day.isoformat()})
        self.assertTrue(self.played.waiting)
        self.played = self.switched_on()
        Garden.objects.filter(pk=self.garden.pk).update(clock_date=day)
        self.garden.refresh_from_db()
        self.played.say_again()
        self.pump()
        self.played.tick()
        self.pump()
        self.assertEqual(len(self.litres()), 4)
        for litres in self.litres().values():
            self.assertAlmostEqual(litres, FLOW_L_H, delta=4)

    def test_faults_of_flow_are_found_by_what_was_expected_and_are_over_with_a_good_run(self) -> None:
        self.set_programme()
        for fault, found in (("no_pressure", "no_flow"), ("blocked", "low_flow")):
            with self.subTest(fault):
                self.played.fault = fault
                self.step()
                self.assertEqual(list(self.device.faults), [found])
                self.assertAlmostEqual(self.device.faults[found]["expected_l"], 28.0)
                self.played.fault = "none"
                self.step()
                self.assertEqual(self.device.faults, {})
        said = [
            (x.told["fault"], x.told["over"])
            for x in w.events("device_fault", garden=self.garden).order_by("recorded_at")
        ]
        self.assertEqual(said, [("no_flow", False), ("no_flow", True), ("low_flow", False), ("low_flow", True)])
        self.played.flows = {1: 3 * FLOW_L_H}
        self.step()
        self.assertEqual(list(self.device.faults), ["high_flow"])

    def test_a_stuck_valve_is_told_to_close_and_what_leaked_is_counted(self) -> None:
        self.set_programme(every_days=30)
        day = self.garden.today.isoformat()
        before = self.litres()[day]
        self.played.fault = "stuck_open"
        TellDevice(w.by(self.ada), self.garden.pk, self.device.pk, "run", 1, 15.0).execute()
        self.pump()
        self.device.refresh_from_db()
        self.assertIsNone(self.played.open_outlet)
        self.assertEqual(self.device.faults, {})
        kinds = [
            (x.told["fault"], x.told["over"])
            for x in w.events("device_fault", garden=self.garden).order_by("recorded_at")
        ]
        self.assertEqual(kinds, [("stuck_open", False), ("stuck_open", True)])
        self.assertAlmostEqual(self.litres()[day] - before, FLOW_L_H * (15 + 45) / 60, delta=4)

    def test_battery_and_missed_runs(self) -> None:
        self.set_programme()
        self.played.fault = "battery_low"
        self.step()
        self.assertEqual(list(self.device.faults), ["battery_low"])
        self.played.fault = "missed"
        self.assertEqual(missed_runs(self.device), {})
        self.step(2)
        self.device.garden.refresh_from_db()
        self.assertEqual(missed_runs(self.device), {1: self.garden.today - dt.timedelta(days=1)})

    def test_what_is_forged_or_nonsense_is_refused_and_nothing_comes_of_it(self) -> None:
        self.set_programme(every_days=30)
        before = dict(self.litres())
        self.played.fault = "forged"
        TellDevice(w.by(self.ada), self.garden.pk, self.device.pk, "run", 1, 10.0).execute()
        self.pump()
        self.assertEqual(self.refused, 3)
        self.assertEqual(len(w.events("watering", garden=self.garden)), len(before) + 1)
        root = f"{topics.ROOT}/{self.garden.pk}/{self.device.account}/report"
        whole = {"id": str(uuid.uuid4()), "kind": "ran", "date": "2025-07-11", "minutes": 10, "litres": 5}
        for payload in (
            b"", b"[]", b"{}", b"\xff\xfe", b"null", b'{"kind": "ran"}', b"[" * 5000, b"x" * 20000,
            json.dumps({**whole, "command": "x" * 5000}).encode(),
            *(json.dumps({**whole, **wrong}).encode() for wrong in (
                {"litres": -1}, {"litres": 1e9}, {"litres": "5"}, {"minutes": None}, {"date": "soon"}, {"id": "7"},
                {"kind": "open_sesame"}, {"outlet": 9}, {"litres": float("nan")},
            )),
        ):  # fmt: skip
            with self.subTest(payload[:40]), self.assertRaises(InputError):
                self.house.hear(root, payload)
        for topic in ("isleshower/1/x/y/report", "a/b", f"{topics.ROOT}/{'9' * 30}/y/report", root + "/more"):
            with self.subTest(topic), self.assertRaises(InputError):
                self.house.hear(topic, json.dumps(whole).encode())
        with self.assertRaises(NotFound):
            self.house.hear(root.replace(self.device.account, "nobody"), json.dumps(whole).encode())
        self.assertEqual(len(w.events("watering", garden=self.garden)), len(before) + 1)

    def test_a_report_of_a_day_that_cannot_be_is_answered_and_counts_nowhere(self) -> None:
        id_ = uuid.uuid4()
        for _ in range(2):
            Hear(self.device, id_, topics.Ran(dt.date(2027, 1, 1), 10.0, 5.0)).execute()
        self.assertEqual(self.litres(), {})
        heard = self.device.__class__.objects.get(pk=self.device.pk)
        self.assertIsNotNone(heard.heard_at)

    def test_a_late_report_of_an_earlier_day_does_not_pass_for_the_last_run(self) -> None:
        self.step()
        for date in (self.garden.today, w.TODAY):
            Hear(self.device, uuid.uuid4(), topics.Ran(date, 60.0, 28.0)).execute()
        self.device.refresh_from_db()
        self.assertEqual(len(self.litres()), 2)
        self.assertEqual(self.device.state["ran"]["1"]["date"], self.garden.today.isoformat())

    def test_a_flood_of_reports_fills_no_record(self) -> None:
        with mock.patch("apps.devices.actions.MOST_REPORTS", 3):
            for _ in range(6):
                Hear(self.device, uuid.uuid4(), topics.Ran(w.TODAY, 1.0, 0.5)).execute()
        self.assertEqual(w.events("watering", garden=self.garden).count(), 3)

    def test_two_outlets_and_two_lines_on_one(self) -> None:
        for name, outlet in (("Beside", 1), ("Second", 2)):
            body = {**ROW, "name": name, "drip": {"emitters": 28, "flow_l_per_h": 2.0, "outlet": outlet}}
            w.send(w.client_of(self.ada), "post", f"/gardens/{self.garden.pk}/beds", body)
        Hear(self.device, uuid.uuid4(), topics.Ran(w.TODAY, 60.0, 84.0)).execute()
        poured = {x.bed.name: x.told["litres"] for x in w.events("watering", garden=self.garden)}
        self.assertEqual(set(poured), {"Row", "Beside"})
        self.assertAlmostEqual(poured["Beside"], 2 * poured["Row"], delta=0.5)
        self.assertAlmostEqual(sum(poured.values()), 84.0)
        Hear(self.device, uuid.uuid4(), topics.Ran(w.TODAY, 60.0, 56.0, outlet=2)).execute()
        self.assertEqual(w.events("watering", garden=self.garden, bed__name="Second").count(), 1)
        Hear(self.device, uuid.uuid4(), topics.Ran(w.TODAY, 60.0, 56.0, outlet=5)).execute()
        self.assertEqual(w.events("watering", garden=self.garden).count(), 3)

    def test_the_flow_rule_holds_its_doubt(self) -> None:
        """Common practice, no source: beyond two standard deviations of line and meter together."""
        self.assertIsNone(flow_fault(30.0, 30.0 * (1 - 1.9 * (0.15**2 + METER_CV**2) ** 0.5), 0.15))
        self.assertEqual(flow_fault(30.0, 30.0 * (1 - 2.1 * (0.15**2 + METER_CV**2) ** 0.5), 0.15), "low_flow")
        self.assertIsNone(flow_fault(30.0, 20.0, 0.35))
        self.assertEqual(flow_fault(30.0, 2.0, 0.35), "no_flow")
        self.assertEqual(flow_fault(30.0, 60.0, 0.15), "high_flow")
        self.assertIsNone(flow_fault(0.0, 5.0, 0.15))


class Probes(Wired):
    def setUp(self) -> None:
        self.set_up()
        PutOut(w.by(self.ada), self.garden.pk, self.device.pk).execute()
        self.device, _ = LetIn(w.by(self.ada), self.garden.pk, "Stick", "probe", bed_id=self.row.pk).execute()
        self.memory.unlink(missing_ok=True)
        self.played = self.switched_on()

    def test_its_readings_are_observations_one_a_day_and_nothing_else(self) -> None:
        self.step(5)
        seen = w.events("observation", garden=self.garden).order_by("date")
        self.assertEqual([x.date for x in seen], [w.TODAY + dt.timedelta(days=n) for n in range(1, 6)])
        self.assertTrue(all(x.told["kind"] == "probe" and x.actor == "device" for x in seen))
        values = [x.told["value"] for x in seen]
        self.assertTrue(all(5 < v < 35 for v in values) and values[0] > values[-1])
        Hear(self.device, uuid.uuid4(), topics.Moisture(self.garden.today, 40.0)).execute()
        self.assertEqual(seen.count(), 5)
        Hear(self.device, uuid.uuid4(), topics.Ran(self.garden.today, 10.0, 5.0)).execute()
        self.assertEqual(w.events("watering", garden=self.garden).count(), 0)
        with self.assertRaises(InputError):
            TellDevice(w.by(self.ada), self.garden.pk, self.device.pk, "run", 1, 5.0).execute()


class LettingIn(TestCase):
    def setUp(self) -> None:
        self.ada = w.person()
        self.garden = w.garden_of(self.ada)
        self.rig = self.garden.rigs.first()

    def let_in(self, **more):
        of = {"name": "Timer", "device_kind": "timer", "rig_id": self.rig.pk, **more}
        return LetIn(w.by(self.ada), self.garden.pk, **of).execute()

    def test_each_has_an_account_of_its_own_and_its_password_is_kept_as_a_hash(self) -> None:
        device, password = self.let_in()
        self.assertNotIn(password, device.password_hash)
        self.assertRegex(device.password_hash, r"^\$7\$101\$[A-Za-z0-9+/=]+\$[A-Za-z0-9+/=]+$")
        self.assertIn(f"topic write {topics.ROOT}/{self.garden.pk}/{device.account}/report", accounts.rights_of(device))
        self.assertNotIn("#", accounts.rights_of(device))

    def test_a_pid_that_was_left_behind_is_no_brokers(self) -> None:
        with tempfile.TemporaryDirectory() as name, override_settings(BROKER_DIR=pathlib.Path(name)):
            folder = pathlib.Path(name)
            (folder / "house_hash").write_text("$7$101$a$b")
            (folder / "mosquitto.pid").write_text(str(os.getpid()))  # this very process would end by it
            device, _ = self.let_in()
            accounts.write_accounts()
            self.assertIn(f"{device.account}:{device.password_hash}", (folder / "passwords").read_text())
            self.assertIn(f"user {device.account}", (folder / "rights").read_text())
            self.assertEqual((folder / "passwords").stat().st_mode & 0o077, 0)

    def test_faults_name_their_field(self) -> None:
        self.let_in()
        for wrong, field in (
            ({}, "name"),
            ({"name": "Two"}, "rig"),
            ({"name": " "}, "name"),
            ({"name": "Two", "device_kind": "kettle"}, "kind"),
            ({"name": "Two", "rig_id": None}, "rig"),
            ({"name": "Two", "device_kind": "probe"}, "bed"),
        ):
            with self.subTest(wrong), self.assertRaises(InputError) as caught:
                self.let_in(**wrong)
            self.assertIn(field, caught.exception.field)

    def test_strangers_and_helpers(self) -> None:
        device, _ = self.let_in()
        eve = w.by(w.person("eve"))
        for action in (
            LetIn(eve, self.garden.pk, "Mine", "timer", self.rig.pk),
            PutOut(eve, self.garden.pk, device.pk),
            TellDevice(eve, self.garden.pk, device.pk, "close"),
        ):
            with self.assertRaises(NotFound):
                action.execute()
        other = w.garden_of(w.person("bob"))
        with self.assertRaises(NotFound):
            TellDevice(w.by(self.ada), self.garden.pk, 10**6, "close").execute()
        with self.assertRaises(NotFound):
            device_of(other.pk, device.account)
        PutOut(w.by(self.ada), self.garden.pk, device.pk).execute()
        with self.assertRaises(NotFound):
            device_of(self.garden.pk, device.account)
        self.assertEqual(self.let_in()[0].name, "Timer")  # its tap is free again

    def test_a_helper_may_close_a_valve_and_let_nobody_in(self) -> None:
        device, _ = self.let_in()
        bob = w.person("bob")
        w.join(self.garden, bob, "helper")
        TellDevice(w.by(bob), self.garden.pk, device.pk, "close").execute()
        with self.assertRaises(NotAllowed):
            LetIn(w.by(bob), self.garden.pk, "Two", "timer", self.rig.pk).execute()


class Pretend(TestCase):
    def test_programmes_run_by_weekday_interval_start_and_outlet(self) -> None:
        friday = dt.date(2025, 7, 11)
        twice = {"date": "2025-07-11", "every_days": 2, "minutes": 20, "starts": [20.0, 6.0], "on": True}
        self.assertEqual(list(due([twice], friday)), [(1, 6.0, 20.0), (1, 20.0, 20.0)])
        self.assertEqual(list(due([twice], friday + dt.timedelta(days=1))), [])
        weekly = {**twice, "weekdays": [1], "outlet": 2}
        self.assertEqual([x[0] for x in due([twice, weekly], friday + dt.timedelta(days=3))], [2, 2])
        off = {**twice, "date": "2025-07-12", "on": False}
        self.assertEqual(list(due([twice, off], friday + dt.timedelta(days=2))), [])
        self.assertEqual(len(FAULTS), 9)


class OverTheBroker(TransactionTestCase):
    """A real broker on loopback, the listener and the stand-in on their own connections."""

    def setUp(self) -> None:
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.folder = pathlib.Path(folder.name)
        self.folder.chmod(0o755)
        self.port = free_port(int(os.environ.get("ISLESHOWER_TEST_BROKER_PORT", "34119")))
        self.broker_folder = self.folder / "broker"
        prepare(self.broker_folder, self.port)
        told = override_settings(
            BROKER_DIR=self.broker_folder, BROKER_PORT=str(self.port), DEVICES_PLAYED=str(self.folder / "played.json")
        )
        told.enable()
        self.addCleanup(told.disable)
        self.broker: subprocess.Popen[bytes] | None = None
        self.start_broker()
        self.addCleanup(self.kill_broker)
        self.ada = w.person()
        self.garden = w.garden_of(self.ada)
        w.send(w.client_of(self.ada), "post", f"/gardens/{self.garden.pk}/beds", ROW)
        self.rig = self.garden.rigs.first()
        self.device, self.password = LetIn(w.by(self.ada), self.garden.pk, "Timer", "timer", self.rig.pk).execute()
        play(self.device, self.password, {1: FLOW_L_H})
        self.house = House(self.folder / "played.json", self.port)
        threading.Thread(target=self.house.run, daemon=True).start()
        self.addCleanup(self.house.stop.set)
        self.listen()

    def listen(self) -> None:
        self.listening = Listening(self.port, secret("broker_password"))
        self.thread = threading.Thread(target=self.run_listener, daemon=True)
        self.thread.start()
        self.addCleanup(self.end_listener)

    def run_listener(self) -> None:
        try:
            self.listening.run()
        finally:
            connections.close_all()

    def end_listener(self) -> None:
        self.listening.stop.set()
        self.thread.join(15)

    def start_broker(self) -> None:
        command = [MOSQUITTO, "-c", str(self.broker_folder / "mosquitto.conf")]
        self.broker = subprocess.Popen(command, stdout=subprocess.DEVNULL, stderr=subprocess.DEVNULL)
        self.until(lambda: listens(self.port))

    def kill_broker(self) -> None:
        if self.broker is not None:
            self.broker.kill()
            self.broker.wait()
            self.broker = None

    def until(self, holds, seconds: float = 40.0) -> None:
        deadline = time.monotonic() + seconds
        while not holds():
            self.assertLess(time.monotonic(), deadline, "it did not come to hold")
            time.sleep(0.1)

    def runs(self) -> int:
        return w.events("watering", garden=self.garden).count()

    def step(self) -> None:
        self.garden.refresh_from_db()
        Garden.objects.filter(pk=self.garden.pk).update(clock_date=self.garden.clock_date + dt.timedelta(days=1))

    def test_a_week_with_the_broker_and_the_listener_killed_in_it_loses_and_doubles_nothing(self) -> None:
        SaveRig(w.by(self.ada), self.garden.pk, {"programmes": [DAILY]}, self.rig.pk).execute()
        self.until(lambda: self.runs() == 1)
        self.assertTrue(listening()[0])
        self.step()
        self.until(lambda: self.runs() == 2)
        self.kill_broker()
        self.step()
        self.until(lambda: not listening()[0])
        self.start_broker()
        self.until(lambda: self.runs() == 3)
        self.end_listener()
        self.step()
        self.kill_broker()  # what it holds for the listener may be gone with it
        self.start_broker()
        self.listen()
        self.step()
        self.until(lambda: self.runs() >= 5)
        time.sleep(2)
        self.assertEqual(self.runs(), 5)
        days = list(w.events("watering", garden=self.garden).order_by("date").values_list("date", flat=True))
        self.assertEqual(days, [w.TODAY + dt.timedelta(days=n) for n in range(5)])

    def test_a_device_reads_and_writes_its_own_topics_and_no_others(self) -> None:
        SaveRig(w.by(self.ada), self.garden.pk, {"programmes": [DAILY]}, self.rig.pk).execute()
        self.until(lambda: self.runs() == 1)
        bob = w.person("bob")
        theirs = w.garden_of(bob)
        other, password = LetIn(w.by(bob), theirs.pk, "Spy", "timer", theirs.rigs.first().pk).execute()
        heard: list[str] = []
        spy = mqtt.Client(CallbackAPIVersion.VERSION2, client_id="spy")
        spy.username_pw_set(other.account, password)
        spy.on_message = lambda _, __, m: heard.append(m.topic)
        spy.on_connect = lambda c, *_: c.subscribe([("isleshower/#", 1), ("#", 1)])
        spy.connect("127.0.0.1", self.port)
        spy.loop_start()
        self.addCleanup(spy.loop_stop)
        self.until(spy.is_connected)
        report = {"id": str(uuid.uuid4()), "kind": "ran", "date": w.TODAY.isoformat(), "minutes": 60, "litres": 500}
        target = f"{topics.ROOT}/{self.garden.pk}/{self.device.account}/report"
        spy.publish(target, json.dumps(report), qos=1).wait_for_publish(5)
        TellDevice(w.by(self.ada), self.garden.pk, self.device.pk, "run", 1, 10.0).execute()
        self.until(lambda: self.runs() == 2)
        self.assertFalse([x for x in w.events("watering", garden=self.garden) if x.told["litres"] > 100])
        own = f"{topics.ROOT}/{theirs.pk}/{other.account}/"
        self.assertFalse([x for x in heard if not x.startswith(own)], heard)
        PutOut(w.by(bob), theirs.pk, other.pk).execute()
        refused = mqtt.Client(CallbackAPIVersion.VERSION2, client_id="spy-2")
        reasons: list[bool] = []
        refused.on_connect = lambda _, __, ___, reason, ____: reasons.append(reason.is_failure)
        refused.username_pw_set(other.account, password)

        def turned_away() -> bool:
            refused.connect("127.0.0.1", self.port)
            refused.loop(1.0)
            refused.loop(1.0)
            return bool(reasons) and reasons[-1]

        self.until(turned_away)


class Settings(TestCase):
    def test_without_a_broker_all_else_works_and_it_is_said(self) -> None:
        self.assertEqual(settings.BROKER_PORT, "")
        self.assertEqual(listening(), (False, None))
        ada = w.person()
        garden = w.garden_of(ada)
        device, _ = LetIn(w.by(ada), garden.pk, "Timer", "timer", garden.rigs.first().pk).execute()
        self.assertEqual(len(sayings_due(device)), 2)
        self.assertEqual(Device.objects.count(), 1)
        told = w.send(w.client_of(ada), "get", f"/gardens/{garden.pk}/devices").json()
        self.assertEqual((told["connected"], told["since"]), (False, None))
        self.assertEqual(told["devices"][0]["waits"], [])
        SaveRig(w.by(ada), garden.pk, {"programmes": [DAILY]}, garden.rigs.first().pk).execute()
        told = w.send(w.client_of(ada), "get", f"/gardens/{garden.pk}/devices").json()
        self.assertEqual(told["devices"][0]["waits"], ["programme"])
