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
