"""Devices through the door: let in once, told, put out; nothing of another's garden."""

from django.test import TestCase

from apps.devices.models import Device, Saying
from tests.apps import world as w


class Devices(TestCase):
    def setUp(self) -> None:
        self.ada = w.person()
        self.garden = w.garden_of(self.ada)
        self.client_ = w.client_of(self.ada)
        self.rig = self.garden.rigs.first()

    def send(self, method, path="", body=None, status=200, client=None, **marks):
        answer = w.send(client or self.client_, method, f"/gardens/{self.garden.pk}/devices{path}", body, **marks)
        self.assertEqual(answer.status_code, status, answer.content)
        return answer.json() if answer.content else None

    def let_in(self, status=201, **said):
        return self.send("post", "", {"name": "Timer", "kind": "timer", "rig": self.rig.pk, **said}, status)

    def test_one_is_let_in_listed_told_and_put_out(self) -> None:
        made = self.let_in()
        self.assertFalse(made["played"])  # nobody told where the simulated one reads
        self.assertNotIn(made["password"], str(list(Device.objects.values())))
        [device] = self.send("get")["devices"]
        self.assertEqual((device["name"], device["at"], device["account"]), ("Timer", self.rig.name, made["account"]))
        self.assertNotIn("password", str(device))
        key = w.new_id()
        for _ in range(2):
            told = self.send("post", f"/{device['id']}/tell", {"do": "run", "minutes": 5}, 202, key=key)
        self.assertIn("run", told["devices"][0]["waits"])
        self.assertEqual(Saying.objects.filter(body__do="run").count(), 1)
        self.send("delete", f"/{device['id']}", None, 204)
        self.assertEqual(self.send("get")["devices"], [])
        self.send("post", f"/{device['id']}/tell", {"do": "close"}, 404)

    def test_faults_name_their_field(self) -> None:
        for wrong, field in (
            ({"kind": "kettle"}, "kind"),
            ({"rig": None}, "rig"),
            ({"name": ""}, "name"),
            ({"kind": "probe"}, "bed"),
        ):
            with self.subTest(wrong):
                fault = self.let_in(400, **wrong)
                self.assertIn(field, [x["field"] for x in fault["fields"]])
        device = self.let_in()
        for order, field in (
            ({"do": "run"}, "minutes"),
            ({"do": "sing"}, "do"),
            ({"do": "run", "minutes": 900}, "minutes"),
        ):
            fault = self.send("post", f"/{device['id']}/tell", order, 400)
            self.assertIn(field, [x["field"] for x in fault["fields"]])

    def test_strangers_find_nothing_and_helpers_see_and_close(self) -> None:
        device = self.let_in()
        eve, bob = w.person("eve"), w.person("bob")
        w.join(self.garden, bob, "helper")
        self.send("get", "", None, 404, w.client_of(eve))
        self.send("post", f"/{device['id']}/tell", {"do": "close"}, 404, w.client_of(eve))
        self.send("delete", f"/{device['id']}", None, 404, w.client_of(eve))
        helper = w.client_of(bob)
        self.assertEqual(len(self.send("get", "", None, 200, helper)["devices"]), 1)
        self.send("post", f"/{device['id']}/tell", {"do": "close"}, 202, helper)
        self.send("delete", f"/{device['id']}", None, 403, helper)
        self.send("post", "", {"name": "Two", "kind": "timer", "rig": self.rig.pk}, 403, helper)

    def test_the_record_tells_of_it_and_it_is_not_taken_back_there(self) -> None:
        device = self.let_in()
        self.send("post", f"/{device['id']}/tell", {"do": "close"}, 202)
        events = w.send(self.client_, "get", f"/gardens/{self.garden.pk}/events").json()["events"]
        kinds = {x["kind"]: x for x in events}
        self.assertFalse(kinds["device_let_in"]["can_undo"])
        self.assertEqual(kinds["device_told"]["told"]["do"], "close")
