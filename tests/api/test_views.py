"""What each view says: the words of a day, the page of a bed, the sky, and describing a garden over the wire."""

import dataclasses
import datetime as dt
import uuid

from django.test import TestCase

from agronomy.describe import garden as g
from apps.garden.models import Bed, Garden
from apps.planning.situation import situation
from tests.apps import world as w


class Views(TestCase):
    def setUp(self) -> None:
        self.ada = w.person()
        self.garden = w.garden_of(self.ada)
        self.client_ = w.client_of(self.ada)
        self.base = f"/gardens/{self.garden.pk}"

    def call(self, method, path, body=None, status=200, **marks):
        answer = w.send(self.client_, method, self.base + path, body, **marks)
        self.assertEqual(answer.status_code, status, answer.content[:400])
        return answer.json() if answer.content else None

    def test_an_empty_garden_says_what_it_lacks(self) -> None:
        self.assertEqual((self.call("get", "/round")["lacks"], self.call("get", "/round")["stops"]), ("beds", []))
        bed = w.bed_of(self.ada, self.garden)
        self.assertEqual(self.call("get", "/round")["lacks"], "weather")
        page = self.call("get", f"/beds/{bed.pk}")
        self.assertEqual((page["lacks"], page["stop"], page["behind"]), ("weather", None, []))
        sky = self.call("get", "/sky")
        self.assertEqual(len(sky["days"]), 30)
        self.assertTrue(all(d["tmax"] is None for d in sky["days"]))
        self.assertEqual(sky["weather"]["source"], "none")

    def test_a_stop_carries_all_that_a_hand_needs(self) -> None:
        w.bed_of(self.ada, self.garden)
        w.type_days(self.ada, self.garden)
        day = self.call("get", "/round")
        stop = day["stops"][0]
        self.assertEqual(
            (stop["word"], stop["crops"][0]["height"], stop["crops"][0]["stage"]), ("soak", "shoulder", "development")
        )
        hose = stop["dose"]["hose"]
        self.assertAlmostEqual(
            hose["bases"] * hose["base_s"] + hose["patches"] * hose["patch_s"],
            (stop["dose"]["minutes"] - 0.5 * stop["dose"]["passes"]) * 60,
            places=6,
        )
        band = stop["dose"]["litres_band"]
        self.assertTrue(band["low"] <= stop["dose"]["litres"] <= band["high"])
        isle = stop["isle"]
        self.assertAlmostEqual(isle["net_mm"]["mid"], stop["why"]["depletion_mm"], places=9)
        self.assertTrue(isle["net_mm"]["low"] <= isle["net_mm"]["mid"] <= isle["net_mm"]["high"])
        self.assertEqual(day["weather"]["source"], "typed")
        self.assertTrue(4 < day["hours"]["sunrise"] < 8)

    def test_the_page_of_a_bed_holds_two_weeks_each_way(self) -> None:
        bed = w.bed_of(self.ada, self.garden, opened=w.TODAY - dt.timedelta(days=30))
        w.type_days(self.ada, self.garden, behind=31, rain={-3: 7.0})
        page = self.call("get", f"/beds/{bed.pk}")
        self.assertEqual((len(page["behind"]), len(page["ahead"])), (14, 14))
        self.assertEqual(page["behind"][-1]["date"], "2025-07-10")
        rainy = next(d for d in page["behind"] if d["rain_mm"])
        self.assertEqual((rainy["date"], rainy["rain_mm"]), ("2025-07-08", 7.0))
        self.assertAlmostEqual(rainy["rain_in_mm"] + rainy["held_mm"], 7.0, places=9)
        self.assertEqual([a["weather"] for a in page["ahead"]][:6], ["typed"] * 5 + ["resampled"])
        for d in page["ahead"]:
            self.assertTrue(d["net_mm"]["low"] <= d["net_mm"]["mid"] <= d["net_mm"]["high"])

    def test_a_round_marked_done_shows_and_can_be_taken_back(self) -> None:
        bed = w.bed_of(self.ada, self.garden)
        w.type_days(self.ada, self.garden)
        event, litres = w.new_id(), self.call("get", "/round")["stops"][0]["dose"]["litres"]
        self.call("post", "/waterings", {"waterings": [{"id": event, "bed": bed.pk, "litres": litres}]}, 201)
        stop = self.call("get", "/round")["stops"][0]
        self.assertEqual((stop["word"], stop["waterings_today"][0]["id"], stop["dose"]), ("done", event, None))
        self.call("post", f"/events/{event}/strike", {})
        self.assertEqual(self.call("get", "/round")["stops"][0]["word"], "soak")
        page = self.call("get", f"/beds/{bed.pk}")
        self.assertEqual([x["struck"] for x in page["waterings"]], [True])
        put_off = w.new_id()
        self.call("post", "/put-offs", {"id": put_off, "bed": bed.pk}, 201)
        self.assertEqual(self.call("get", "/round")["stops"][0]["put_off"], put_off)
        check = w.new_id()
        self.call("post", "/observations", {"id": check, "bed": bed.pk, "reading": "wet"}, 201)
        stop = self.call("get", "/round")["stops"][0]
        self.assertEqual((stop["observation_today"]["id"], stop["word"]), (check, "leave"))
        self.assertIn("observed", [x["what"] for x in stop["why"]["lines"]])

    def test_a_bed_over_the_wire_comes_back_as_it_was_said(self) -> None:
        said = {
            "name": "Net Row", "kind": "row", "length_m": 4.0, "width_m": 0.6, "soil": {"material": "loam"},
            "method": "drip", "drip": {"emitters": 14, "flow_l_per_h": 2.0}, "opening_wetness": "moist",
            "plantings": [{"crop": "runner_bean", "count": 24, "planted": "2025-05-22",
                           "height": "overhead", "spread_m": 0.35}],
            "mulch": {"kind": "straw", "depth_m": 0.04, "cover": 0.8},
        }  # fmt: skip
        made = self.call("post", "/beds", said, 201)
        for name in ("name", "kind", "length_m", "width_m", "method", "mulch", "opening_wetness"):
            self.assertEqual(made[name], said[name])
        usual = {f.name: f.default for f in dataclasses.fields(g.Drip) if f.default is not dataclasses.MISSING}
        self.assertEqual(made["drip"], {**usual, **said["drip"]})  # and what was left open, as it is taken
        soil = made["soils"][0]
        self.assertEqual((soil["material"], soil["organic_matter_pct"], soil["texture"]), ("loam", 2.5, ""))
        self.assertEqual(
            made["plantings"][0]["sizes"], [{"date": "2025-07-11", "height": "overhead", "spread_m": 0.35}]
        )
        self.assertEqual(self.call("get", "/beds"), [made])
        changed = self.call("put", f"/beds/{made['id']}", {**said, "method": "hose", "drip": None, "plantings": []})
        self.assertEqual((changed["method"], changed["drip"], changed["plantings"]), ("hose", None, []))
        key = w.new_id()
        self.call("delete", f"/beds/{made['id']}", None, 204, key=key)
        self.assertEqual(self.call("get", "/beds"), [])
        self.call("post", f"/events/{key}/strike", {})
        self.assertEqual(Bed.objects.get().removed_at, None)

    def test_the_garden_and_its_hoses_can_be_described_again(self) -> None:
        changed = self.call("patch", "", {"name": "Other", "latitude": -36.0, "style": "ample"})
        self.assertEqual((changed["name"], changed["latitude"], changed["style"]), ("Other", -36.0, "ample"))
        self.assertEqual(self.call("patch", "", {"latitude": 99}, 400)["fields"][0]["field"], "latitude")
        rig = self.call("post", "/rigs", {"name": "Tap", "flow_l_per_min": 9.5, "measured": "2025-07-10"}, 201)
        self.assertEqual(rig["measured"], "2025-07-10")
        again = self.call("patch", f"/rigs/{rig['id']}", {"flow_l_per_min": 10.5})
        self.assertEqual((again["name"], again["flow_l_per_min"]), ("Tap", 10.5))
        mine = w.send(self.client_, "get", "/gardens").json()
        self.assertEqual([r["name"] for r in mine[0]["rigs"]], ["Hose", "Tap"])

    def test_the_sky_shows_typed_days_the_gauge_and_what_is_made_of_them(self) -> None:
        w.bed_of(self.ada, self.garden)
        days = [{"date": f"2025-07-{d:02}", "tmin": 14.0, "tmax": 24.0 + d % 3, "rain": 1.0} for d in range(1, 14)]
        self.call("put", "/days", {"days": days}, 204)
        reading = self.call("post", "/gauge", {"id": w.new_id(), "date": "2025-07-09", "rain": 6.5}, 201)
        sky = {d["date"]: d for d in self.call("get", "/sky")["days"]}
        self.assertEqual((sky["2025-07-10"]["kind"], sky["2025-07-12"]["kind"]), ("observed", "typed"))
        self.assertEqual((sky["2025-07-09"]["rain"]["mid"], sky["2025-07-10"]["rain"]["mid"]), (6.5, 1.0))
        self.assertEqual(sky["2025-07-09"]["gauge"]["id"], reading["id"])
        self.assertEqual(sky["2025-07-20"]["kind"], "resampled")
        self.assertEqual(sky["2025-07-10"]["tier"], "hargreaves")
        self.assertGreater(sky["2025-07-10"]["et0"]["mid"], 2)
        self.assertEqual(sky["2025-07-10"]["typed"]["tmin"], 14.0)
        self.call("post", f"/events/{reading['id']}/strike")
        sky = {d["date"]: d for d in self.call("get", "/sky")["days"]}
        self.assertEqual((sky["2025-07-09"]["rain"]["mid"], sky["2025-07-09"]["gauge"]), (1.0, None))

    def test_a_morning_s_reading_is_told_afterwards_as_the_plan_takes_it(self) -> None:
        w.bed_of(self.ada, self.garden)
        w.type_days(self.ada, self.garden, rain={0: 5.0})
        for read, holds in ((9.0, 9.0), (2.0, 5.0)):  # what fell by then is the least; more was seen elsewhere
            event = {"id": str(uuid.uuid4()), "date": "2025-07-11", "rain": read}
            self.call("post", "/gauge", event, 201)
            Garden.objects.update(clock_date=w.TODAY + dt.timedelta(days=1))
            with self.subTest(read):
                [day] = [d for d in self.call("get", "/sky")["days"] if d["date"] == "2025-07-11"]
                p = situation(Garden.objects.get(pk=self.garden.pk)).plan
                taken = p.run.weather.rain[p.run.weather.dates.index(w.TODAY)].mean()
                self.assertEqual((day["rain"]["mid"], float(taken)), (holds, holds))
            Garden.objects.update(clock_date=w.TODAY)

    def test_stepping_the_clock_is_the_owners(self) -> None:
        w.bed_of(self.ada, self.garden)
        w.type_days(self.ada, self.garden)
        self.assertEqual(self.call("post", "/step")["today"], "2025-07-12")
        self.assertEqual(self.call("get", "/round")["garden"]["today"], "2025-07-12")
        self.assertEqual(self.call("post", "/visit"), {"weather_fresh": True})

    def test_the_catalogue_holds_every_word_a_form_needs(self) -> None:
        words = w.send(self.client_, "get", "/catalogue").json()
        self.assertGreaterEqual(len(words["crops"]), 12)
        self.assertTrue(all(c["source"] for c in words["crops"]))
        self.assertIn("self_watering_box", [k["key"] for k in words["kinds"]])
        self.assertEqual(list(words["heights"]), ["ankle", "knee", "waist", "shoulder", "overhead", "tall"])
