"""The bench over the wire: tried, kept, put to use and taken back; fit checks, planting out and the year's turn."""

import datetime as dt
from typing import Any

from django.test import TestCase

from apps.garden.models import Bed, Garden, Planting, Rig
from apps.record.actions import RecordWatering
from tests.apps import world as w

ONE_HANDFUL = {"handfuls": [{"ball": True, "ribbon_cm": 4, "feel": "gritty"}]}


class OverTheWire(TestCase):
    ada: Any
    garden: Garden
    bed: Bed
    rig: Rig

    @classmethod
    def setUpTestData(cls) -> None:
        cls.ada = w.person()
        cls.garden = w.garden_of(cls.ada, climate="temperate")
        cls.bed = w.bed_of(cls.ada, cls.garden)
        w.type_days(cls.ada, cls.garden)
        cls.rig = cls.garden.rigs.get()

    def call(self, method: str, path: str, body=None, status: int = 200, **marks: str):
        answer = w.send(w.client_of(self.ada), method, f"/gardens/{self.garden.pk}{path}", body, **marks)
        self.assertEqual(answer.status_code, status, answer.content[:400])
        return answer.json() if answer.content else None

    def undo(self, made, status: int = 200, back: bool = False):
        return self.call("post", f"/events/{made['id']}/strike", {"back": back}, status)

    def keep(self, kind: str, given: dict, status: int = 201, **about):
        body = {"id": w.new_id(), "kind": kind, "given": given, **about}
        return self.call("post", "/measurements", body, status)

    def pot(self, **more):
        body = {
            "name": "Tub",
            "kind": "pot",
            "length_m": 0.4,
            "width_m": 0.4,
            "round": True,
            "plantings": [{"crop": "tomato", "count": 1, "planted": "2025-06-20"}],
        }
        return self.call("post", "/beds", body | more, 201)


class Bench(OverTheWire):
    rig: Rig
    bed: Bed
    ada: Any
    garden: Garden

    def test_a_bucket_sets_the_flow_and_is_taken_back(self) -> None:
        given = {"alone": [{"litres": 10, "seconds": 50}, {"litres": 10, "seconds": 52}]}
        tried = self.call("post", "/measurements/try", {"kind": "bucket", "given": given, "rig": self.rig.pk})
        self.rig.refresh_from_db()
        self.assertEqual((self.rig.flow_l_per_min, w.events("measurement").count()), (12.0, 0))  # only tried
        kept = self.keep("bucket", given, rig=self.rig.pk)
        self.assertEqual(kept["found"], tried["found"])
        self.rig.refresh_from_db()
        self.assertAlmostEqual(self.rig.flow_l_per_min, kept["found"]["flow_l_per_min"])
        self.assertEqual(self.rig.measured, w.TODAY)
        self.assertEqual(self.call("get", "/measurements")[0]["rig_name"], "Hose")
        self.undo(kept)
        self.rig.refresh_from_db()
        self.assertEqual((self.rig.flow_l_per_min, self.rig.measured, self.rig.flow_cv), (12.0, None, None))
        self.assertEqual(self.call("get", "/measurements"), [])
        self.undo(kept)  # twice is once
        self.undo(kept, back=True)
        self.rig.refresh_from_db()
        self.assertAlmostEqual(self.rig.flow_l_per_min, kept["found"]["flow_l_per_min"])
        self.undo(kept)
        self.rig.refresh_from_db()
        self.assertEqual(self.rig.flow_l_per_min, 12.0)

    def test_what_was_changed_since_is_not_put_back(self) -> None:
        kept = self.keep("bucket", {"alone": [{"litres": 10, "seconds": 50}]}, rig=self.rig.pk)
        Rig.objects.filter(pk=self.rig.pk).update(flow_l_per_min=20.0)
        self.undo(kept)
        self.rig.refresh_from_db()
        self.assertEqual(self.rig.flow_l_per_min, 20.0)

    def test_the_same_test_twice_is_one(self) -> None:
        body = {"id": w.new_id(), "kind": "can", "given": {"trials": [{"litres": 8, "minutes": 2}]}}
        for _ in range(2):
            self.call("post", "/measurements", body, 201)
        self.assertEqual(w.events("measurement").count(), 1)
        self.assertEqual(Garden.objects.get().can_l, 8)

    def test_soil_tests_go_into_the_record_that_holds_and_out_again(self) -> None:
        before = self.call("get", f"/beds/{self.bed.pk}")["bed"]["soils"]
        self.keep("squeeze", ONE_HANDFUL, bed=self.bed.pk)
        hole = {"holes": [{"across_cm": 12, "readings": [{"minutes": 0, "water_cm": 25},
                                                         {"minutes": 60, "water_cm": 24.8}]}]}  # fmt: skip
        drained = self.keep("drain", hole, bed=self.bed.pk)
        soil = self.call("get", f"/beds/{self.bed.pk}")["bed"]["soils"][-1]
        self.assertEqual((soil["feel"], soil["texture"]), (["sandy_clay_loam"], "sandy_clay_loam"))
        self.assertEqual(soil["drainage"], "standing")
        jar = self.keep("jar", {"jars": [{"sand_mm": 60, "silt_mm": 30, "clay_mm": 10}]}, bed=self.bed.pk)
        self.assertEqual(jar["found"]["texture"], "sandy_loam")
        for m in w.events("measurement"):
            self.undo({"id": m.pk})
        self.assertEqual(self.call("get", f"/beds/{self.bed.pk}")["bed"]["soils"], before)
        self.assertTrue(drained["found"]["fall_mm_per_h"] < 5)

    def test_a_pot_gets_the_depth_that_holds_what_was_measured(self) -> None:
        tub = self.pot()
        kept = self.keep("pot", {"shape": "filled", "fillings": [30, 30]}, bed=tub["id"])
        bed = self.call("get", f"/beds/{tub['id']}")["bed"]
        self.assertAlmostEqual(bed["soil_depth_m"] * 0.12566 * 1000, 30, places=1)
        self.undo(kept)
        self.assertIsNone(self.call("get", f"/beds/{tub['id']}")["bed"]["soil_depth_m"])
        self.keep("pot", {"shape": "filled", "fillings": [900]}, 400, bed=tub["id"])
        self.keep("pot", {"shape": "filled", "fillings": [9], "of": "reservoir"}, 400, bed=tub["id"])  # it has none
        box = self.pot(name="Box", kind="self_watering_box", method="reservoir", reservoir={"capacity_l": 20})
        inside = {"shape": "box", "length_cm": 60, "width_cm": 30, "height_cm": 8, "of": "reservoir"}
        self.keep("pot", inside, bed=box["id"])
        self.assertAlmostEqual(Bed.objects.get(pk=box["id"]).reservoir_capacity_l, 0.6 * 0.3 * 0.08 * 1000)
        self.keep("pot", {"shape": "filled", "fillings": [30]}, 400, bed=self.bed.pk)  # a raised bed

    def test_the_finger_is_heard_by_the_plan(self) -> None:
        given = {"full_g": 2000, "limp_g": 1000, "readings": [{"weight_g": 1200, "reading": "moist"}]}
        self.keep("finger", given)
        self.assertEqual(Garden.objects.get().finger[0]["reading"], "moist")
        before = self.call("get", "/round")["stops"][0]["word"]
        self.call("post", "/observations", {"id": w.new_id(), "bed": self.bed.pk, "reading": "moist"}, 201)
        after = self.call("get", "/round")["stops"][0]
        self.assertEqual(after["word"], "soak", before)

    def test_the_meter_is_held_against_what_was_noted(self) -> None:
        for day in (5, 3):
            date = w.TODAY - dt.timedelta(days=day)
            RecordWatering(w.by(self.ada), self.garden.pk, self.bed.pk, date, 100.0, "morning", "soil", 1).execute()
        given = {"since": "2025-07-01", "until": "2025-07-10", "before_l": 5000, "after_l": 5260, "other_l": 20}
        found = self.keep("meter", given, rig=self.rig.pk)["found"]
        self.assertEqual((found["noted_l"], found["ratio"]), (200.0, 1.2))
        self.assertAlmostEqual(Rig.objects.get().flow_l_per_min, 14.4)
        nothing = self.keep("meter", given | {"since": "2025-07-09"}, 400, rig=self.rig.pk)
        self.assertIn("noted", nothing["text"])
        self.keep("meter", given | {"until": "2025-06-01"}, 400, rig=self.rig.pk)

    def test_bad_readings_are_named_and_nothing_is_kept(self) -> None:
        for kind, given, about, field in (
            ("bucket", {"alone": []}, {"rig": self.rig.pk}, "given.alone"),
            ("bucket", {"alone": [{"litres": 10, "seconds": 50}]}, {}, "rig"),
            ("squeeze", {"handfuls": [{"ball": True, "ribbon_cm": 4}]}, {"bed": self.bed.pk}, "feel"),
            ("squeeze", ONE_HANDFUL, {}, "bed"),
            ("can", {"trials": [{"litres": 900, "minutes": 1}]}, {}, "given.trials[0].litres"),
            ("moon", {}, {}, "kind"),
        ):
            with self.subTest(kind=kind, field=field):
                self.assertEqual(self.keep(kind, given, 400, **about)["fields"][0]["field"], field)
        late = {
            "id": w.new_id(),
            "kind": "can",
            "given": {"trials": [{"litres": 9, "minutes": 1}]},
            "date": "2025-07-12",
        }
        self.call("post", "/measurements", late, 400)
        self.assertEqual(w.events("measurement").count(), 0)

    def test_the_garden_file_keeps_the_tests(self) -> None:
        self.keep("squeeze", ONE_HANDFUL, bed=self.bed.pk)
        text = w.client_of(self.ada).get(f"/api/gardens/{self.garden.pk}/garden.json").content.decode()
        made = w.send(w.client_of(self.ada), "post", "/import/garden", {"text": text})
        self.assertEqual(made.status_code, 201, made.content[:300])
        copied = w.events("measurement").get(garden=made.json()["id"])
        self.assertEqual((copied.told["given"], copied.bed.name), (ONE_HANDFUL, "Bench"))


class Fit(OverTheWire):
    garden: Garden
    bed: Bed
    ada: Any

    def test_a_form_is_judged_before_it_is_kept(self) -> None:
        body = {
            "name": "Bucket",
            "kind": "pot",
            "length_m": 0.25,
            "width_m": 0.25,
            "round": True,
            "drain_holes": False,
            "plantings": [{"crop": "winter_squash", "count": 1, "planted": "2025-07-10"}],
        }
        fits = {f["what"]: f for f in self.call("post", "/fit", body)}
        self.assertEqual((fits["mix_volume"]["level"], fits["holes"]["level"]), ("stop", "stop"))
        self.assertIn("soil_warmth", fits)
        self.assertEqual(self.garden.beds.count(), 1)
        again = self.call("post", f"/beds/{self.bed.pk}/fit/try", body | {"length_m": 0.6, "width_m": 0.6})
        self.assertNotEqual(next(f for f in again if f["what"] == "mix_volume")["level"], "stop")
        self.call("post", "/fit", body | {"length_m": -1}, 400)
        standing = {f["what"] for f in self.call("get", f"/beds/{self.bed.pk}/fit")}
        self.assertIn("spacing", standing)

    def test_a_first_bed_is_judged_by_the_climate(self) -> None:
        new = w.garden_of(self.ada, climate="cold_winter", today=dt.date(2025, 3, 1))
        body = {
            "name": "B",
            "kind": "raised",
            "length_m": 2,
            "width_m": 1,
            "plantings": [{"crop": "tomato", "count": 2, "planted": "2025-03-05"}],
        }
        answer = w.send(w.client_of(self.ada), "post", f"/gardens/{new.pk}/fit", body).json()
        self.assertEqual(next(f for f in answer if f["what"] == "soil_warmth")["level"], "stop")

    def test_a_neighbouring_bed_is_named(self) -> None:
        here = {
            "kind": "open",
            "length_m": 2,
            "width_m": 1,
            "plantings": [{"crop": "tomato", "count": 2, "planted": "2025-06-20"}],
        }
        ids = [self.call("post", "/beds", here | {"name": n}, 201)["id"] for n in ("West", "East")]
        self.call("put", "/ground", {"beds": [{"id": i, "x_m": 0, "y_m": 1.2 * k} for k, i in enumerate(ids)]}, 204)
        fits = self.call("get", f"/beds/{ids[0]}/fit")
        self.assertEqual([f["other"] for f in fits if f["what"] == "sharing_across"], ["East"])

    def test_a_mix_is_counted(self) -> None:
        mix = [{"ingredient": "coir", "parts": 1}, {"ingredient": "compost", "parts": 1}]
        answer = w.send(w.client_of(self.ada), "post", "/mix", {"volume_l": 100, "bag_l": 40, "mix": mix})
        self.assertEqual([(x["ingredient"], x["bags"]) for x in answer.json()], [("coir", 2), ("compost", 2)])
        for wrong in ({"volume_l": 0, "bag_l": 40, "mix": mix}, {"volume_l": 10, "bag_l": 40, "mix": []}):
            self.assertEqual(w.send(w.client_of(self.ada), "post", "/mix", wrong).status_code, 400)


class RaisingAndSeasons(OverTheWire):
    bed: Bed

    def tray(self):
        body = {
            "name": "Tray",
            "kind": "tray",
            "length_m": 0.4,
            "width_m": 0.25,
            "plantings": [{"crop": "lettuce", "count": 12, "planted": "2025-06-20", "start": "tray"}],
        }
        return self.call("post", "/beds", body, 201)

    def test_days_are_ranked_and_plants_go_out(self) -> None:
        tray = self.tray()
        (raised,) = self.call("get", f"/beds/{tray['id']}/raising")
        self.assertEqual((len(raised["days"]), raised["count"]), (14, 12))
        self.assertEqual(raised["hardening"][0]["hours"], 2)
        self.assertEqual(self.call("get", f"/beds/{self.bed.pk}/raising"), [])
        path = f"/plantings/{raised['planting']}/plant-out"
        self.call("post", path, {"bed": self.bed.pk, "date": "2025-07-14", "count": 8}, 201)
        self.call("post", path, {"bed": self.bed.pk, "date": "2025-07-14", "count": 99}, 400)
        self.call("post", path, {"bed": self.bed.pk, "date": "2025-07-16", "count": 4}, 201)  # the rest, later
        self.call("post", path, {"bed": self.bed.pk, "date": "2025-07-17", "count": 1}, 400)  # all are to go
        self.call("post", path, {"bed": tray["id"], "date": "2025-07-14", "count": 1}, 400)
        self.call("post", path, {"bed": self.bed.pk, "date": "2025-07-10", "count": 1}, 400)
        self.call("post", path, {"bed": self.bed.pk, "date": "2025-07-14", "count": 1, "start": "sown"}, 400)
        planned = Planting.objects.filter(bed=self.bed, crop="lettuce").earliest("planted")
        self.assertEqual((planned.count, planned.planted, planned.start), (8, dt.date(2025, 7, 14), "transplant"))
        ahead = self.call("get", "/ahead")
        days = next(b for b in ahead["beds"] if b["id"] == self.bed.pk)["days"]
        soak = next(d for d in days if d["date"] == "2025-07-14")["soak"]
        self.assertEqual(soak["how"], "planting")
        self.call("get", f"/beds/{self.bed.pk}")
        Garden.objects.update(clock_date=dt.date(2025, 7, 14))
        stop = next(s for s in self.call("get", "/round")["stops"] if s["id"] == self.bed.pk)
        self.assertEqual((stop["word"], stop["cause"]), ("soak", "planting_in"))
        self.assertGreaterEqual(stop["dose"]["litres"], 8.0)

    def test_a_planting_may_be_planned_but_not_for_another_year(self) -> None:
        body = {"name": "Next", "kind": "raised", "length_m": 2, "width_m": 1}
        planned = [{"crop": "kale", "count": 4, "planted": "2025-08-01"}]
        made = self.call("post", "/beds", body | {"plantings": planned}, 201)
        self.assertEqual(self.call("get", f"/beds/{made['id']}")["stop"]["word"], "empty")
        far = [{"crop": "kale", "count": 4, "planted": "2026-08-01"}]
        field = self.call("post", "/beds", body | {"name": "Far", "plantings": far}, 400)["fields"][0]["field"]
        self.assertEqual(field, "plantings[0].planted")

    def test_a_season_ends_beds_stay_and_it_is_taken_back(self) -> None:
        body = {
            "name": "Herbs",
            "kind": "raised",
            "length_m": 1,
            "width_m": 1,
            "plantings": [{"crop": "sage", "count": 2, "planted": "2025-04-20"}],
        }
        self.call("post", "/beds", body, 201)
        standing = self.call("get", "/seasons")["standing"]
        self.assertEqual([(x["crop"], x["stays"]) for x in standing], [("tomato", False), ("sage", True)])
        stays = [x["planting"] for x in standing if x["stays"]]
        made = self.call("post", "/seasons", {"name": "2025", "stays": stays}, 201)
        self.assertEqual(made["cleared"], 1)
        self.call("post", "/seasons", {"name": "2025", "stays": []}, 400)
        words = {s["name"]: s["word"] for s in self.call("get", "/round")["stops"]}
        self.assertEqual(words["Bench"], "empty")
        again = [{"crop": "potato", "count": 4, "planted": "2025-07-11"}]
        bench = self.call("get", f"/beds/{self.bed.pk}")["bed"]
        old = {k: bench["plantings"][0][k] for k in ("id", "crop", "count", "planted", "removed", "start")}
        here = {"name": "Bench", "kind": "raised", "length_m": 2.4, "width_m": 1.2, "plantings": [old, *again]}
        fits = self.call("post", f"/beds/{self.bed.pk}/fit/try", here)
        self.assertEqual([f["other"] for f in fits if f["what"] == "rotation"], ["tomato"])
        self.assertEqual(self.undo(made)["left"], 0)
        self.assertIsNone(Planting.objects.get(crop="tomato").removed)
        self.assertEqual(self.call("get", "/seasons")["seasons"], [])

    def test_a_planting_taken_out_comes_back(self) -> None:
        planting = self.bed.plantings.get()
        bare = {"name": "Bench", "kind": "raised", "length_m": 2.4, "width_m": 1.2, "plantings": []}
        key = w.new_id()
        self.call("put", f"/beds/{self.bed.pk}", bare, key=key)
        self.assertEqual(self.call("get", f"/beds/{self.bed.pk}")["bed"]["plantings"], [])
        self.assertEqual(self.undo({"id": key}), {"id": key, "struck": True, "left": 0})
        self.assertEqual([p["id"] for p in self.call("get", f"/beds/{self.bed.pk}")["bed"]["plantings"]], [planting.pk])
        self.undo({"id": key}, back=True)
        self.assertEqual(self.call("get", f"/beds/{self.bed.pk}")["bed"]["plantings"], [])

    def test_a_season_can_be_looked_into(self) -> None:
        Planting.objects.create(
            bed=self.bed, crop="pea", count=30, planted=dt.date(2025, 4, 1), removed=dt.date(2025, 6, 30)
        )
        self.call("post", "/seasons", {"name": "2025", "stays": []}, 201)
        (season,) = self.call("get", "/seasons")["seasons"]
        self.assertEqual([(x["crop"], x["bed_name"]) for x in season["grew"]], [("tomato", "Bench"), ("pea", "Bench")])

    def test_only_the_newest_season_is_taken_back(self) -> None:
        ids = [self.call("post", "/seasons", {"name": n, "stays": []}, 201)["id"] for n in ("2024", "2025")]
        self.undo({"id": ids[0]}, 400)
        self.undo({"id": ids[1]})
        self.undo({"id": ids[0]})
        self.assertIsNone(Planting.objects.get(crop="tomato").removed)
