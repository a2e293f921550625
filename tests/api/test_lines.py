"""Drip lines through the door: solved where their length is known, changed, tried with cups, out and in again."""

from typing import Any

from agronomy.formats.write_garden import garden_as_text
from apps.exchange.files import ImportGarden, described_garden
from tests.api.test_pots import Pots
from tests.apps import world as w

KNOWN = {"emitters": 40, "flow_l_per_h": 2.0, "length_m": 12.0, "rows": 2, "bore_mm": 13.6, "reducer_m": 10.0}


class Lines(Pots):
    def row(self, drip: dict[str, Any], name: str = "Row", status: int = 201) -> Any:
        said = {"kind": "row", "length_m": 12.0, "width_m": 0.8, "method": "drip", "drip": drip, "name": name}
        return self.send("post", "/beds", {**said, "plantings": []}, status=status)

    def test_known_ones_are_solved_and_open_ones_named(self) -> None:
        known, bare = self.row(KNOWN), self.row({"emitters": 10, "flow_l_per_h": 2.0}, "Bare")
        told = self.send("get", "/lines")
        self.assertEqual([x["name"] for x in told["open"]], ["Bare"])
        (line,) = told["lines"]
        self.assertEqual((line["id"], line["rows"], len(line["flows_l_h"])), (known["id"], 2, 20))
        self.assertAlmostEqual(line["inlet_m"], 10.0, delta=0.05)
        self.assertAlmostEqual(line["inflow_l_h"], 80.0, delta=1.0)
        self.assertEqual((bare["drip"]["length_m"], bare["drip"]["bore_mm"]), (None, 13.6))

    def test_its_file_comes_round(self) -> None:
        self.row(KNOWN)
        before = described_garden(self.garden)
        after = described_garden(ImportGarden(w.by(self.ada), garden_as_text(before)).execute())
        self.assertEqual([b.drip for b in after.beds], [b.drip for b in before.beds])
        self.assertEqual(next(b.drip for b in after.beds if b.drip).rows, 2)

    def test_faults_name_their_field(self) -> None:
        for wrong, field in ({"length_m": -1}, "length_m"), ({"bore_mm": 900}, "bore_mm"), ({"rows": 99}, "rows"):
            fault = self.row({**KNOWN, **wrong}, status=400)
            self.assertIn(f"drip.{field}", [x["field"] for x in fault["fields"]])

    def test_cups_set_how_even_it_is_and_longer_it_runs(self) -> None:
        bed = self.row(KNOWN)
        test = {
            "id": w.new_id(),
            "kind": "cups",
            "bed": bed["id"],
            "given": {"minutes": 2, "caught_ml": [60, 70, 30, 66]},
        }
        kept = self.send("post", "/measurements", test, status=201)
        self.assertEqual(kept["found"]["blocked"], [3])
        (line,) = self.send("get", "/lines")["lines"]
        self.assertAlmostEqual(line["by_cups"], 30 / 56.5, places=3)
        self.send("post", f"/events/{kept['id']}/strike", {"back": False})
        self.assertIsNone(self.send("get", "/lines")["lines"][0]["by_cups"])
        body = {**test, "id": w.new_id(), "bed": self.made(name="Ground")["id"]}
        self.assertEqual(self.send("post", "/measurements", body, status=400)["fields"][0]["field"], "bed")

    def test_a_timers_best_setting_is_told_and_is_right_once_it_is_set(self) -> None:
        rig = self.garden.rigs.get()
        planted = {"crop": "french_bean", "count": 30, "planted": "2025-06-01", "height": "knee", "spread_m": 0.3}
        said = {"kind": "row", "length_m": 12.0, "width_m": 0.8, "method": "drip", "drip": KNOWN, "name": "Beans"}
        self.send("post", "/beds", {**said, "plantings": [planted], "rig": rig.pk}, status=201)
        (told,) = self.send("get", "/lines/timers")
        self.assertEqual((told["rig_id"], told["beds"], told["now"]), (rig.pk, ["Beans"], None))
        best = {
            "date": w.TODAY.isoformat(),
            "every_days": told["best"]["every_days"],
            "minutes": told["best"]["minutes"],
        }
        self.send("patch", f"/rigs/{rig.pk}", {"programmes": [best]})
        (then,) = self.send("get", "/lines/timers")
        self.assertEqual(then["now"]["minutes"], told["best"]["minutes"])
        self.assertFalse(then["anew"])

    def test_a_sprinkler_goes_the_whole_way_and_its_cups_too(self) -> None:
        told = {"mm_per_h": 9.0, "wets_m2": 30.0}
        said = {
            "kind": "open",
            "length_m": 4.0,
            "width_m": 2.0,
            "method": "sprinkler",
            "sprinkler": told,
            "name": "Sown",
        }
        made = self.send("post", "/beds", {**said, "plantings": []}, status=201)
        self.assertEqual(made["sprinkler"], {**told, "even": None})
        before = described_garden(self.garden)
        after = described_garden(ImportGarden(w.by(self.ada), garden_as_text(before)).execute())
        self.assertEqual([b.sprinkler for b in after.beds], [b.sprinkler for b in before.beds])
        given = {"minutes": 30, "caught_mm": [4, 5, 6, 5]}
        test = {"id": w.new_id(), "kind": "sprinkler", "bed": made["id"], "given": given}
        self.assertAlmostEqual(self.send("post", "/measurements", test, status=201)["found"]["mm_per_h"], 10.0)
        now = next(b for b in self.send("get", "/beds") if b["id"] == made["id"])
        self.assertEqual(now["sprinkler"], {"mm_per_h": 10.0, "wets_m2": 30.0, "even": 0.8})
        fault = self.send("post", "/beds", {**said, "plantings": [], "sprinkler": {"mm_per_h": 900}}, status=400)
        self.assertIn("sprinkler.mm_per_h", [x["field"] for x in fault["fields"]])

    def test_a_hole_moves_the_depth_that_is_told(self) -> None:
        bed = self.row(KNOWN)
        before = self.send("get", "/lines")["lines"][0]["habit"]["depth_m"]
        given = {"minutes": 20, "deep_cm": 30.0}
        test = {"id": w.new_id(), "kind": "dug", "bed": bed["id"], "given": given}
        found = self.send("post", "/measurements", test, status=201)["found"]
        after = self.send("get", "/lines")["lines"][0]["habit"]["depth_m"]
        self.assertGreater(found["deepens"], 1.5)
        self.assertGreater(after, 1.5 * before)
        self.send("post", "/measurements", {**test, "id": w.new_id(), "bed": self.made(name="Plain")["id"]}, status=400)

    def test_what_may_run_together_is_told_of_a_tap_with_two_lines(self) -> None:
        self.row(KNOWN)
        self.assertEqual(self.send("get", "/lines")["taps"], [])
        self.row({**KNOWN, "emitters": 400, "length_m": 40.0, "reducer_m": None}, "Long")
        (tap,) = self.send("get", "/lines")["taps"]
        self.assertEqual(tap["tubes"], [["Row"], ["Long"]])
        self.assertFalse(tap["sound"])
        self.assertTrue(all(0 < x <= 1.0 + 1e-6 for x in tap["each"]))
