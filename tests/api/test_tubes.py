"""One tube through two beds, and a tap's pressure by the hour, through the door."""

import uuid
from typing import Any

from django.test import Client

from agronomy.formats.write_garden import garden_as_text
from apps.devices.actions import Hear, LetIn
from apps.devices.topics import Ran
from apps.exchange.files import ImportGarden, described_garden
from apps.garden.models import Event
from apps.planning.situation import situation
from tests.api.test_away import DAY
from tests.api.test_pots import Pots
from tests.apps import world as w

LINE = {"emitters": 20, "flow_l_per_h": 2.0, "length_m": 6.0}
TOMATO = {"crop": "tomato", "count": 6, "planted": "2025-05-20", "height": "waist", "spread_m": 0.5}
BED = {"kind": "row", "length_m": 6.0, "width_m": 1.0, "method": "drip", "drip": LINE, "plantings": [TOMATO]}


class Tubes(Pots):
    """Beds A and B on one tube; A was wet when it was described, so that B alone asks."""

    def setUp(self) -> None:
        super().setUp()
        self.send("delete", f"/beds/{self.bed.pk}", status=204)
        self.a = self.row("A", opening_wetness="wet")
        self.b = self.row("B", line_after=self.a["id"], opening_wetness="dry")

    def row(self, name: str, **more: Any) -> Any:
        return self.made(**{**BED, "name": name, **more})

    def change(self, bed: Any, status: int = 200, **more: Any) -> Any:
        return self.send("put", f"/beds/{bed['id']}", {**BED, "name": bed["name"], **more}, status=status)

    def stops(self) -> dict[str, Any]:
        return {x["name"]: x for x in self.send("get", "/round")["stops"]}

    def poured(self) -> dict[str, float]:
        events = Event.objects.filter(kind="watering", struck_at=None).select_related("bed")
        return {x.bed.name: x.told["litres"] for x in events if x.bed}

    def test_it_is_kept_renamed_refused_and_comes_round(self) -> None:
        self.assertEqual(self.b["line_after"], self.a["id"])
        self.change({**self.a, "name": "First"})
        told = {x.name: x.line_after for x in described_garden(self.garden).beds}
        self.assertEqual(told, {"First": None, "B": "First"})
        copy = ImportGarden(w.by(self.ada), garden_as_text(described_garden(self.garden))).execute()
        self.assertEqual({x.name: x.line_after for x in described_garden(copy).beds}, told)
        for after, allowed in (
            (self.b["id"], "does not come from this one"),
            (self.a["id"], "goes on to no other"),
            (10**6, "a bed of this garden"),
        ):
            bed = {**self.a, "name": "First"} if after != self.a["id"] else self.row("C")
            fault = self.change(bed, 400, line_after=after)
            self.assertEqual(fault["fields"][0]["field"], "line_after")
            self.assertIn(allowed, fault["fields"][0]["allowed"])
        made = self.send("post", f"/beds/{self.b['id']}/copy", {}, status=201)
        self.assertIsNone(made["line_after"])
        self.send("delete", f"/beds/{self.a['id']}", status=204)
        self.assertIsNone({x.name: x for x in described_garden(self.garden).beds}["B"].line_after)

    def test_one_run_waters_both_is_noted_for_both_and_told_alike(self) -> None:
        stops = self.stops()
        a, b = stops["A"], stops["B"]
        self.assertEqual((a["word"], a["cause"], b["word"], b["cause"]), ("soak", "along", "soak", "trigger"))
        self.assertEqual((a["tube"], b["tube"]), ([self.a["id"], self.b["id"]],) * 2)
        self.assertAlmostEqual(a["dose"]["run_minutes"], b["dose"]["run_minutes"])
        (beside,) = b["line_with"]
        self.assertEqual((beside["id"], beside["mark"]), (self.a["id"], a["marks"]["watering"]))
        self.assertAlmostEqual(beside["per_litre"] * b["dose"]["litres"], a["dose"]["litres"])
        page = self.send("get", f"/beds/{self.a['id']}")
        self.assertEqual((page["stop"]["name"], page["stop"]["dose"]), ("A", a["dose"]))
        ahead = self.send("get", "/ahead")
        of_today = [x["days"][0]["soak"]["litres"]["mid"] for x in ahead["beds"]]
        self.assertEqual(of_today, [a["dose"]["litres"], b["dose"]["litres"]])
        (tube,) = self.send("get", "/lines")["tubes"]
        self.assertEqual(tube["beds"], ["A", "B"])
        self.assertGreater(tube["over"][0], tube["over"][1])

    def test_who_looks_in_opens_it_once(self) -> None:
        until = (w.TODAY + 6 * DAY).isoformat()
        token = self.send("post", "/visitors", {"name": "Wren", "until": until}, status=201)["address"].split("#")[1]
        how = {"content_type": "application/json", "headers": {"Visit": token}}
        stranger = Client()
        (stop,) = stranger.get("/api/visit", **how).json()["stops"]
        self.assertEqual([x["name"] for x in stop["line_with"]], ["B" if stop["name"] == "A" else "A"])
        mark = {"id": stop["marks"]["watering"], "bed": stop["id"], "what": "done", "litres": 10.0}
        for _ in range(2):
            self.assertEqual(stranger.post("/api/visit", mark, **how).status_code, 201)
        self.assertAlmostEqual(self.poured()[stop["name"]], 10.0)
        (other,) = {"A", "B"} - {stop["name"]}
        self.assertAlmostEqual(self.poured()[other], 10.0 * stop["line_with"][0]["per_litre"])
        self.assertEqual(Event.objects.filter(kind="watering").count(), 2)

    def test_a_timers_litres_are_shared_along_the_tube(self) -> None:
        rig = self.garden.rigs.get()
        device, _ = LetIn(w.by(self.ada), self.garden.pk, "Timer", "timer", rig.pk).execute()
        Hear(device, uuid.uuid4(), Ran(w.TODAY, 30.0, 30.0)).execute()
        self.assertEqual(set(self.poured()), {"A", "B"})
        self.assertAlmostEqual(sum(self.poured().values()), 30.0)
        self.assertGreater(self.poured()["A"], self.poured()["B"])

    def test_a_hole_is_read_by_what_its_line_gives_on_the_tube(self) -> None:
        long = {**LINE, "emitters": 300, "length_m": 60.0}
        self.change(self.a, drip=long)
        test = {"kind": "dug", "given": {"minutes": 60, "deep_cm": 20.0}}
        deep = [
            self.send("post", "/measurements/try", {**test, "bed": bed})["found"]["says_cm"]
            for bed in (self.b["id"], self.row("Alone")["id"])
        ]
        self.assertLess(deep[0], 0.97 * deep[1])

    def test_pressure_by_the_hour_is_kept_told_and_refused(self) -> None:
        rig = self.garden.rigs.get()
        read = [{"hour": 7.0, "head_m": 8.0}, {"hour": 23.0, "head_m": 30.0}]
        before = self.stops()["B"]["dose"]["run_minutes"]
        told = self.send("patch", f"/rigs/{rig.pk}", {"pressures": read, "head_m": 25.0})
        self.assertEqual(told["pressures"], read)
        self.assertGreater(self.stops()["B"]["dose"]["run_minutes"], 1.2 * before)
        self.assertEqual([x["hour"] for x in self.send("get", "/lines")["hours"]], [7.0, 23.0])
        self.assertEqual(situation(self.garden).plan.garden.rigs[0].pressures[1].head_m, 30.0)
        copy = described_garden(ImportGarden(w.by(self.ada), garden_as_text(described_garden(self.garden))).execute())
        self.assertEqual(len(copy.rigs[0].pressures), 2)
        for wrong, field in (([*read, read[0]], "pressures"), ([{"hour": 25.0, "head_m": 8.0}], "pressures[0].hour")):
            fault = self.send("patch", f"/rigs/{rig.pk}", {"pressures": wrong}, status=400)
            self.assertEqual(fault["fields"][0]["field"], field)
