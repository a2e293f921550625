"""The plan over the wire: placed all or none, things described and taken off, a bed copied, days of water."""

import datetime as dt

from django.test import TestCase

from apps.garden.models import Bed, Thing
from tests.apps import world as w


class Plan(TestCase):
    def setUp(self) -> None:
        self.ada = w.person()
        self.garden = w.garden_of(self.ada)
        self.bed = w.bed_of(self.ada, self.garden)
        w.type_days(self.ada, self.garden, ahead=14)
        self.client_ = w.client_of(self.ada)

    def call(self, method, path, body=None, status=200, **marks):
        answer = w.send(self.client_, method, f"/gardens/{self.garden.pk}{path}", body, **marks)
        self.assertEqual(answer.status_code, status, answer.content[:400])
        return answer.json() if answer.content else None

    def test_every_beds_water_from_its_opening_to_two_weeks_ahead(self) -> None:
        ground = self.call("get", "/ground")
        bed = ground["beds"][0]
        self.assertEqual((bed["x_m"], bed["turn_deg"], bed["sun_share"]), (None, 0.0, 1.0))
        dates = [d["date"] for d in bed["days"]]
        first = w.TODAY - dt.timedelta(days=9)  # its opening
        self.assertEqual(dates[0], first.isoformat())
        self.assertEqual(dates, [(first + dt.timedelta(days=i)).isoformat() for i in range(9 + 14)])
        page = self.call("get", f"/beds/{self.bed.pk}")
        self.assertEqual([d["net_mm"] for d in bed["days"][:9]], [d["net_mm"] for d in page["behind"]])
        self.assertEqual([d["net_mm"] for d in bed["days"][9:]], [d["net_mm"]["mid"] for d in page["ahead"]])

    def test_places_are_kept_all_or_none(self) -> None:
        rig = self.garden.rigs.get()
        other = w.bed_of(self.ada, self.garden, name="Second")
        self.call(
            "put",
            "/ground",
            {
                "beds": [{"id": self.bed.pk, "x_m": 2.0, "y_m": 3.5, "turn_deg": 15}],
                "north_deg": 340,
                "rigs": [{"id": rig.pk, "x_m": 0.0, "y_m": 0.0, "hose_m": 20}],
            },
            204,
        )
        ground = self.call("get", "/ground")
        placed = ground["beds"][0]
        self.assertEqual((placed["x_m"], placed["y_m"], placed["turn_deg"]), (2.0, 3.5, 15.0))
        self.assertEqual((ground["north_deg"], ground["garden"]["rigs"][0]["hose_m"]), (340.0, 20.0))
        for beds, field in (
            ([{"id": self.bed.pk, "x_m": 9.0}, {"id": other.pk, "x_m": 900.0}], "beds[1].x_m"),
            ([{"id": self.bed.pk, "x_m": 9.0}, {"id": 999_999}], "beds[1].id"),
            ([{"id": self.bed.pk, "x_m": 9.0, "length_m": 0.0}], "beds[0].length_m"),
        ):
            refused = self.call("put", "/ground", {"beds": beds}, 400)
            self.assertEqual(refused["fields"][0]["field"], field)
            self.bed.refresh_from_db()
            self.assertEqual(self.bed.x_m, 2.0)
        self.call("put", "/ground", {"beds": [{"id": self.bed.pk, "x_m": None, "y_m": None}]}, 204)
        self.assertIsNone(self.call("get", "/ground")["beds"][0]["x_m"])

    def test_a_wall_takes_light_and_the_round_knows(self) -> None:
        self.call("put", "/ground", {"beds": [{"id": self.bed.pk, "x_m": 0.0, "y_m": 0.0}]}, 204)
        thirst = lambda: self.call("get", f"/beds/{self.bed.pk}/sources")[0]["value"]  # noqa: E731
        open_ground = thirst()
        wall = {"kind": "wall", "x_m": 0.0, "y_m": -1.0, "length_m": 12.0, "height_m": 3.0, "name": "lane wall"}
        made = self.call("post", "/things", wall, 201)
        shaded = self.call("get", "/ground")["beds"][0]["sun_share"]
        self.assertTrue(0.2 < shaded < 0.9, shaded)
        self.assertLess(thirst(), open_ground)
        self.call("patch", f"/things/{made['id']}", {"height_m": 0.0})
        self.assertAlmostEqual(thirst(), open_ground, places=6)
        self.call("patch", f"/things/{made['id']}", {"length_m": 0.0}, 400)
        self.call("post", "/things", {**wall, "kind": "castle"}, 400)
        self.call("post", "/things", {"kind": "wall"}, 400)
        key = w.new_id()
        self.call("delete", f"/things/{made['id']}", None, 204, key=key)
        self.assertEqual(self.call("get", "/ground")["things"], [])
        self.call("patch", f"/things/{made['id']}", {"name": "gone"}, 404)
        self.call("post", f"/events/{key}/strike", {})
        self.assertEqual([x["name"] for x in self.call("get", "/ground")["things"]], ["lane wall"])
        self.assertEqual(Thing.objects.count(), 1)

    def test_a_copy_is_like_the_bed_but_empty(self) -> None:
        self.call(
            "put",
            f"/beds/{self.bed.pk}",
            {
                "name": "Bench",
                "kind": "raised",
                "length_m": 2.4,
                "width_m": 1.2,
                "soil": {"material": "clay", "organic_matter_pct": 4.0},
                "exposure": {"cover": "cloche"},
                "mulch": {"kind": "straw", "depth_m": 0.04, "cover": 1.0},
            },
        )
        made = self.call("post", f"/beds/{self.bed.pk}/copy", {}, 201)
        self.assertEqual((made["name"], made["plantings"], made["opened"]), ("Bench 2", [], "2025-07-11"))
        self.assertEqual((made["soils"][-1]["material"], made["exposures"][-1]["cover"]), ("clay", "cloche"))
        self.assertEqual(made["mulch"]["kind"], "straw")
        self.assertEqual(self.call("post", f"/beds/{self.bed.pk}/copy", {}, 201)["name"], "Bench 3")
        self.assertEqual(Bed.objects.filter(garden=self.garden).count(), 3)
        self.assertEqual(self.call("get", "/round")["stops"][1]["word"], "empty")

    def test_a_helper_looks_but_does_not_move(self) -> None:
        ben = w.person("ben")
        w.join(self.garden, ben, "helper")
        client = w.client_of(ben)
        base = f"/gardens/{self.garden.pk}"
        self.assertEqual(w.send(client, "get", f"{base}/ground").status_code, 200)
        for method, path, body in (
            ("put", "/ground", {"beds": []}),
            ("post", f"/beds/{self.bed.pk}/copy", {}),
            ("post", "/things", {"kind": "wall", "x_m": 0, "y_m": 0, "length_m": 1}),
        ):
            self.assertEqual(w.send(client, method, base + path, body).status_code, 403)
