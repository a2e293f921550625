"""Pots and reservoirs through the door: what is buried, boxes on one line, a timer, weights, salts, the source."""

from typing import Any

from agronomy.formats.write_garden import garden_as_text
from agronomy.methods.buried import USUAL_SEEP
from apps.exchange.files import ImportGarden, described_garden
from apps.garden.models import Event
from tests.api.test_away import DAY, InAGarden
from tests.apps import world as w

BOTTLES = {"giver": "bottle", "count": 4, "capacity_l": 6.0, "depth_m": 0.15}
TOMATO = {"crop": "tomato", "count": 2, "planted": "2025-05-20", "height": "waist", "spread_m": 0.5}


class Pots(InAGarden):
    def made(self, **said: Any) -> Any:
        usual = {"kind": "raised", "length_m": 1.5, "width_m": 1.0, "method": "can", "plantings": [TOMATO]}
        return self.send("post", "/beds", {**usual, **said}, status=201)

    def box(self, name: str, **said: Any) -> Any:
        usual = {"kind": "self_watering_box", "length_m": 0.8, "width_m": 0.4, "method": "reservoir"}
        return self.made(**{**usual, "name": name, "reservoir": {"capacity_l": 16.0}, **said})

    def pot(self, name: str) -> Any:
        return next(p for p in self.send("get", "/pots")["pots"] if p["stop"]["name"] == name)


class Buried(Pots):
    def test_it_is_described_shown_filled_timed_and_changed_back(self) -> None:
        bed = self.made(name="Bottle bed", reservoir=BOTTLES)
        self.assertEqual(bed["reservoir"]["count"], 4)
        self.assertEqual(bed["reservoir"]["wick_l_per_day"], 4 * USUAL_SEEP["bottle"])
        pot = self.pot("Bottle bed")
        self.assertEqual((pot["buried"]["giver"], pot["buried"]["plants_each"], pot["weight"]), ("bottle", 0.5, None))
        stop = pot["stop"]
        self.assertEqual((stop["giver"], stop["givers"], stop["isle"]["giver"]), ("bottle", 4, "bottle"))
        filled = {"id": stop["marks"]["watering"], "bed": bed["id"], "litres": 3.0, "into": "reservoir"}
        self.send("post", "/waterings", {"waterings": [filled]}, status=201)
        self.assertAlmostEqual(self.pot("Bottle bed")["stop"]["reservoir_l"]["mid"], 3.0, delta=0.1)
        test = {"kind": "seep", "bed": bed["id"], "given": {"filled_l": 2.0, "readings": [{"hours": 6, "left_l": 1}]}}
        kept = self.send("post", "/measurements", {**test, "id": w.new_id()}, status=201)
        self.assertAlmostEqual(kept["found"]["litres_a_day"], 1.875)
        self.assertAlmostEqual(self.pot("Bottle bed")["buried"]["gives_l_a_day"], 4 * 1.875)
        self.send("post", f"/events/{kept['id']}/strike", {"back": False})
        self.assertAlmostEqual(self.pot("Bottle bed")["stop"]["reservoir_capacity_l"], 6.0)

    def test_a_seep_test_wants_something_buried_and_scales_a_pot(self) -> None:
        box = self.box("Box")
        seep = {"filled_l": 2.0, "readings": [{"hours": 6, "left_l": 1}]}
        for kind, given, bed in (
            ("seep", seep, box["id"]),
            ("weigh", {"soaked_kg": 9.0, "limp_kg": 5.0}, self.made(name="Ground")["id"]),
        ):
            body = {"id": w.new_id(), "kind": kind, "bed": bed, "given": given}
            self.assertEqual(self.send("post", "/measurements", body, status=400)["fields"][0]["field"], "bed")

    def test_files_carry_all_of_it(self) -> None:
        self.made(name="Bottle bed", reservoir=BOTTLES)
        rig = self.send("post", "/rigs", {"name": "Box line"}, status=201)
        programme = {"date": w.TODAY.isoformat(), "every_days": 5, "litres": 3.0}
        self.send("patch", f"/rigs/{rig['id']}", {"programmes": [programme], "salt_ds_m": 0.7})
        self.box("Box", rig=rig["id"])
        before = described_garden(self.garden)
        again = ImportGarden(w.by(self.ada), garden_as_text(before)).execute()
        after = described_garden(again)
        self.assertEqual(after.rigs, before.rigs)
        self.assertEqual([b.reservoir for b in after.beds], [b.reservoir for b in before.beds])


class OnALine(Pots):
    def test_a_timer_is_set_runs_as_taken_and_is_switched_off(self) -> None:
        rig = self.send("post", "/rigs", {"name": "Box line"}, status=201)
        for name in ("East", "West"):
            self.box(name, rig=rig["id"])
        self.assertEqual(self.send("get", "/pots")["lines"], [])
        since = (w.TODAY - 4 * DAY).isoformat()
        programmes = [{"date": since, "every_days": 1}]
        self.send("patch", f"/rigs/{rig['id']}", {"programmes": programmes})
        (line,) = self.send("get", "/pots")["lines"]
        self.assertEqual([x["bed"] for x in line["boxes"]], ["East", "West"])
        self.assertEqual(line["next_run"], (w.TODAY + DAY).isoformat())
        self.assertEqual(self.pot("East")["stop"]["word"], "leave")
        off = [*programmes, {"date": w.TODAY.isoformat(), "on": False}]
        told = self.send("patch", f"/rigs/{rig['id']}", {"programmes": off})
        self.assertEqual([p["on"] for p in told["programmes"]], [True, False])
        self.assertIsNone(self.send("get", "/pots")["lines"][0]["programme"])

    def test_nonsense_names_its_field(self) -> None:
        rig = self.send("post", "/rigs", {"name": "Box line"}, status=201)
        for programme, field in (
            ({"date": "soon"}, "programmes[0].date"),
            ({"date": w.TODAY.isoformat(), "every_days": 0}, "programmes[0].every_days"),
            ({"date": w.TODAY.isoformat(), "litres": -1}, "programmes[0].litres"),
        ):
            with self.subTest(field):
                fault = self.send("patch", f"/rigs/{rig['id']}", {"programmes": [programme]}, status=400)
                self.assertIn(field, [x["field"] for x in fault["fields"]])
        self.assertEqual(self.send("get", "/pots")["garden"]["rigs"][-1]["programmes"], [])


class Scales(Pots):
    def test_a_weight_tells_what_lacks(self) -> None:
        pot = self.made(name="Tub", kind="pot", length_m=0.4, width_m=0.4)
        at = {"id": w.new_id(), "bed": pot["id"], "kind": "weighed", "value": 17.0}
        self.assertEqual(self.send("post", "/observations", at, status=400)["fields"][0]["field"], "kind")
        test = {"id": w.new_id(), "kind": "weigh", "bed": pot["id"], "given": {"soaked_kg": 30.0, "limp_kg": 20.0}}
        self.send("post", "/measurements", test, status=201)
        missing = []
        for kg in (29.0, 21.0):
            said = {**at, "id": w.new_id(), "value": kg}
            self.send("post", "/observations", said, status=201)
            shown = self.pot("Tub")
            missing.append(shown["stop"]["isle"]["net_mm"]["mid"])
            self.assertTrue(shown["weight"]["weighed"])
            self.assertEqual((shown["weight"]["dry"], shown["weight"]["soaked"]), (20.0, 30.0))
        self.assertGreater(missing[1], 2 * missing[0])


class Source(Pots):
    def test_what_it_came_from_is_kept_and_drawn_from_there(self) -> None:
        butt = {"name": "Butt", "holds_l": 200.0, "seen_l": 150.0, "water": "rain"}
        self.send("post", "/rigs", butt, status=201)
        pour = {"id": w.new_id(), "bed": self.made(name="Near")["id"], "litres": 20.0, "rig": "Butt"}
        self.send("post", "/waterings", {"waterings": [pour]}, status=201)
        self.assertEqual(Event.objects.get(pk=pour["id"]).told["rig"], "Butt")
        [level] = [b["level_l"] for b in self.send("get", "/round")["butts"] if b["rig"] == "Butt"]
        self.assertAlmostEqual(level, 130.0)
        nowhere = {**pour, "id": w.new_id(), "rig": "Sea"}
        fault = self.send("post", "/waterings", {"waterings": [nowhere]}, status=400)
        self.assertIn("Sea", fault["text"])


class TurnedWorse(Pots):
    def test_while_they_last_the_round_says_what_comes_through_no_longer(self) -> None:
        self.made(name="Small", kind="pot", length_m=0.25, width_m=0.25)
        kept = self.send("post", "/away", self.days(-1, 6, wanted=0.9), status=201)
        event = Event.objects.get(pk=kept["kept"]["id"])
        told = dict.fromkeys(event.told["foretold"], 0.97)
        Event.objects.filter(pk=event.pk).update(told={**event.told, "foretold": told})
        worse = self.send("get", "/round")["worse"]
        self.assertIn("Small", [x["bed"] for x in worse])
        self.assertEqual({x["foretold"] for x in worse}, {0.97})
        Event.objects.filter(pk=event.pk).update(told={**event.told, "foretold": dict.fromkeys(told, 0.0)})
        self.assertEqual(self.send("get", "/round")["worse"], [])  # it was as bad when the days were kept
        self.send("post", f"/events/{event.pk}/strike", {"back": False})
        self.assertEqual(self.send("get", "/round")["worse"], [])
