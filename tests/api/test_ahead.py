"""The days ahead over the wire: moved soaks, the household's limits, the private calendar, sizes, own crops."""

from __future__ import annotations

import datetime as dt

import icalendar
from django.test import TestCase

from apps.garden.models import Bed, Membership, OwnCrop, PlantCount, SizeSighting
from apps.record.models import CalendarFeed
from tests.apps import world as w

DAY = dt.timedelta(days=1)


class Wire(TestCase):
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

    def soaks(self, ahead):
        return [d["date"] for d in ahead["beds"][0]["days"] if d["soak"]]


class Ahead(Wire):
    def test_a_fortnight_of_days_and_a_soak_tried_kept_and_taken_back(self) -> None:
        before = self.call("get", "/ahead")
        self.assertEqual((len(before["days"]), len(before["beds"]), before["lacks"]), (14, 1, ""))
        first = dt.date.fromisoformat(self.soaks(before)[0])
        move = {"bed": self.bed.pk, "from_date": first.isoformat(), "to_date": (first + 2 * DAY).isoformat()}
        tried = self.call("post", "/ahead/try", move)
        self.assertEqual(self.soaks(tried)[0], move["to_date"])
        self.assertGreater(tried["beds"][0]["missed"], tried["beds"][0]["missed_unmoved"])
        self.assertEqual(w.events("moved_soak").count(), 0)
        self.assertEqual(self.call("get", "/ahead")["beds"], before["beds"])
        event = {**move, "id": w.new_id()}
        self.call("post", "/moves", event, 201)
        self.call("post", "/moves", event, 201)  # the same id twice is one event
        kept = self.call("get", "/ahead")
        self.assertEqual(self.soaks(kept), self.soaks(tried))
        self.assertEqual([m["id"] for m in kept["moves"]], [event["id"]])
        self.call("post", f"/events/{event['id']}/strike", {}, 200)
        self.assertEqual(self.call("get", "/ahead")["beds"], before["beds"])

    def test_a_move_that_cannot_be_names_its_field(self) -> None:
        today = self.garden.today
        for change, field in (
            ({"from_date": today - DAY}, "from_date"),
            ({"to_date": today + 14 * DAY}, "to_date"),
            ({"to_date": today + DAY}, "to_date"),
        ):
            said = {"bed": self.bed.pk, "from_date": today + DAY, "to_date": today + 2 * DAY, **change}
            body = {k: v.isoformat() if isinstance(v, dt.date) else v for k, v in said.items()}
            for path, more in (("/ahead/try", {}), ("/moves", {"id": w.new_id()})):
                refused = self.call("post", path, body | more, 400)
                self.assertEqual(refused["fields"][0]["field"], field)
        self.assertEqual(w.events("moved_soak").count(), 0)

    def test_the_household_is_said_and_what_gives_is_told(self) -> None:
        for i in range(4):
            w.bed_of(self.ada, self.garden, name=f"Bed {i}")
        people = [{"name": "Bo", "minutes": [6, 6, 6, 6, 6, 6, 6]}]
        allowed = [{"from_h": 5, "to_h": 9, "weekdays": [0, 1, 2, 3, 4, 5, 6]}]
        kept = self.call("patch", "", {"people": people, "allowed": allowed, "growth": "warmth"})
        self.assertEqual(
            (kept["people"], kept["allowed"], kept["growth"]), (people, [{**allowed[0], "dates": "all"}], "warmth")
        )
        ahead = self.call("get", "/ahead")
        self.assertEqual(ahead["days"][0]["limits"], {"minutes": 6, "tap_minutes": 240, "windows": [[5, 9]]})
        self.assertTrue(ahead["gives"])
        self.assertTrue(all(d["minutes"] <= 6.001 for d in ahead["days"]))
        round_ = self.call("get", "/round")
        self.assertEqual(round_["limits"]["minutes"], 6)
        gave = {s["id"] for s in round_["stops"] if s["gives"]}
        self.assertEqual(gave, {b["id"] for b in ahead["beds"] if b["days"][0]["gave"] == "minutes"})

    def test_a_household_that_cannot_be_is_refused_by_name(self) -> None:
        for body, field in (
            ({"people": [{"name": "Bo", "minutes": [5, 5]}]}, "people[0].minutes"),
            ({"people": [{"name": "Bo", "minutes": [5, 5, 5, 5, 5, 5, 2000]}]}, "people[0].minutes[6]"),
            ({"people": [{"name": "", "minutes": [5] * 7}]}, "people[0].name"),
            ({"allowed": [{"from_h": 9, "to_h": 5}]}, "allowed[0].to_h"),
            ({"allowed": [{"from_h": 5, "to_h": 9, "weekdays": [7]}]}, "allowed[0].weekdays[0]"),
            ({"allowed": [{"from_h": 5, "to_h": 9, "weekdays": []}]}, "allowed[0].weekdays"),
            ({"growth": "magic"}, "growth"),
        ):
            refused = self.call("patch", "", body, 400)
            self.assertEqual(refused["fields"][0]["field"], field)


class Calendar(Wire):
    def test_a_private_address_is_made_read_and_ended(self) -> None:
        self.assertEqual(self.call("get", "/feed"), {"address": None, "open": False})
        before = self.call("post", "/feed", {}, 201)["address"]
        address = self.call("post", "/feed", {}, 201)["address"]
        self.assertEqual(self.client.get(before.split("testserver", 1)[1]).status_code, 404)  # one at a time
        self.assertEqual(self.call("get", "/feed"), {"address": None, "open": True})  # told once
        self.assertEqual(self.client.get(address.split("testserver", 1)[1].swapcase()).status_code, 404)
        path = address.split("testserver", 1)[1]
        nobody = self.client
        answer = nobody.get(path)
        self.assertEqual((answer.status_code, answer["Content-Type"]), (200, "text/calendar; charset=utf-8"))
        self.assertIn("no-store", answer["Cache-Control"])
        calendar = icalendar.Calendar.from_ical(answer.content)  # RFC 5545 by a general library
        events = list(calendar.walk("VEVENT"))
        ahead = self.call("get", "/ahead")
        dates = [e["DTSTART"].dt for e in events]
        self.assertEqual([d.isoformat() for d in dates], [d["date"] for d in ahead["days"] if d["litres"] > 0])
        self.assertEqual(len({str(e["UID"]) for e in events}), len(events))
        self.assertIn("Bench", str(events[0]["DESCRIPTION"]))
        self.call("delete", "/feed", None, 204)
        self.assertEqual(nobody.get(path).status_code, 404)
        self.assertNotEqual(self.call("post", "/feed", {}, 201)["address"], address)

    def test_it_answers_only_while_the_person_belongs_to_the_garden(self) -> None:
        path = self.call("post", "/feed", {}, 201)["address"].split("testserver", 1)[1]
        self.assertEqual(self.client.get("/calendar/guess.ics").status_code, 404)
        Membership.objects.all().delete()
        self.assertEqual(self.client.get(path).status_code, 404)
        kept = CalendarFeed.objects.get().token_hash
        self.assertEqual((len(kept), kept in path), (64, False))


class Plants(Wire):
    def test_sizes_of_many_plantings_in_one_pass(self) -> None:
        other = w.bed_of(self.ada, self.garden, name="Second")
        SizeSighting.objects.all().delete()
        listed = self.call("get", "/sizes")
        self.assertEqual([x["bed"] for x in listed], [self.bed.pk, other.pk])
        self.assertTrue(all(x["due"] and x["seen"] is None for x in listed))
        sizes = [{"planting": x["planting"], "height": "knee", "spread_m": 0.4} for x in listed]
        self.call("post", "/sizes", {"sizes": [sizes[0], {**sizes[1], "spread_m": 90}]}, 400)
        self.assertEqual(SizeSighting.objects.count(), 0)
        self.call("post", "/sizes", {"sizes": sizes}, 204)
        again = self.call("get", "/sizes")
        self.assertTrue(all(x["seen"] == "2025-07-11" and not x["due"] and x["spread_m"] == 0.4 for x in again))
        self.assertEqual(self.call("get", "/round")["sizes_due"], 0)
        eve = w.person("eve")
        far = w.bed_of(eve, w.garden_of(eve), name="Far").plantings.get().pk
        self.call("post", "/sizes", {"sizes": [{**sizes[0], "planting": far}]}, 400)
        refused = self.call("post", "/sizes", {"sizes": [{**sizes[0], "planting": 999_999}]}, 400)
        self.assertEqual(refused["fields"][0]["field"], "sizes[0].planting")

    def test_an_own_crop_is_described_planted_and_kept_while_it_grows(self) -> None:
        made = self.call("post", "/own-crops", {"name": "Skerry Red", "like": "tomato", "height_m": 2.2}, 201)
        self.assertEqual((made["like"], made["height_m"], made["spread_m"]), ("tomato", 2.2, None))
        self.call("post", "/own-crops", {"name": "Skerry Red", "like": "pepper"}, 400)
        self.call("post", "/own-crops", {"name": "Odd", "like": "dragon"}, 400)
        body = {
            "name": "Bench",
            "kind": "raised",
            "length_m": 2.4,
            "width_m": 1.2,
            "plantings": [{"crop": "tomato", "own_crop": made["id"], "count": 4, "planted": "2025-05-20"}],
        }
        wrong = {**body, "plantings": [{**body["plantings"][0], "crop": "pepper"}]}
        self.assertEqual(
            self.call("put", f"/beds/{self.bed.pk}", wrong, 400)["fields"][0]["field"], "plantings[0].crop"
        )
        self.call("put", f"/beds/{self.bed.pk}", body)
        stop = self.call("get", f"/beds/{self.bed.pk}")["stop"]
        self.assertEqual(stop["crops"][0]["variety"], "Skerry Red")
        sources = self.call("get", f"/beds/{self.bed.pk}/sources")
        self.assertIn("height as you gave them", " ".join(c["source"] for c in sources))
        changed = self.call("patch", f"/own-crops/{made['id']}", {"height_m": None, "wet_feet": 3})
        self.assertEqual((changed["height_m"], changed["wet_feet"]), (None, 3))
        self.call("patch", f"/own-crops/{made['id']}", {"like": "pepper"}, 400)
        self.call("delete", f"/own-crops/{made['id']}", None, 400)
        self.call("put", f"/beds/{self.bed.pk}", {**body, "plantings": []})
        key = w.new_id()
        self.call("delete", f"/own-crops/{made['id']}", None, 204, key=key)
        self.assertEqual(self.call("get", "/own-crops"), [])
        self.call("post", "/own-crops", {"name": "Skerry Red", "like": "pepper"}, 201)  # the name is free again
        self.call("post", f"/events/{key}/strike", None, 400)  # and taken
        self.assertEqual(OwnCrop.objects.count(), 2)

    def test_thinning_soil_and_light_become_facts_of_their_dates(self) -> None:
        planting = self.bed.plantings.get().pk
        base = {
            "name": "Bench", "kind": "raised", "length_m": 2.4, "width_m": 1.2,
            "plantings": [{"id": planting, "crop": "tomato", "count": 6, "planted": "2025-05-12", "left": 4,
                           "start": "sown", "buried_m": 0.1}],
            "soil": {"material": "loam", "organic_matter_pct": 6.0, "date": "2025-07-08"},
            "exposure": {"cover": "cloche", "date": "2025-07-09"},
        }  # fmt: skip
        made = self.call("put", f"/beds/{self.bed.pk}", base)
        self.assertEqual(
            [(s["date"], s["organic_matter_pct"]) for s in made["soils"]], [("2025-07-02", 2.5), ("2025-07-08", 6.0)]
        )
        self.assertEqual([(e["date"], e["cover"]) for e in made["exposures"]], [("2025-07-09", "cloche")])
        p = made["plantings"][0]
        self.assertEqual((p["count"], p["left"], p["start"], p["buried_m"]), (6, 4, "sown", 0.1))
        self.assertEqual(PlantCount.objects.get().date, w.TODAY)
        # Without a date the record that holds is corrected, not added to.
        mended = self.call("put", f"/beds/{self.bed.pk}", base | {"soil": {"material": "clay"}})
        self.assertEqual([s["material"] for s in mended["soils"]], ["loam", "clay"])
        late = base | {"soil": {"material": "clay", "date": "2025-07-12"}}
        self.assertEqual(self.call("put", f"/beds/{self.bed.pk}", late, 400)["fields"][0]["field"], "soil.date")
        jar = {"material": "unknown", "jar": {"sand_mm": 20, "silt_mm": 20, "clay_mm": 10}}
        tested = self.call("put", f"/beds/{self.bed.pk}", base | {"soil": jar})
        self.assertEqual(tested["soils"][-1]["texture"], "loam")

    def test_every_kind_of_check_is_kept_and_what_does_not_fit_is_refused(self) -> None:
        for body in (
            {"reading": "moist"},
            {"kind": "still_wet"},
            {"kind": "top", "reading": "dry"},
            {"kind": "probe", "value": 22.5},
            {"kind": "dug", "value": 0.2},
        ):
            self.call("post", "/observations", {"id": w.new_id(), "bed": self.bed.pk, **body}, 201)
        for body, field in (
            ({"kind": "finger"}, "reading"),
            ({"kind": "lifted", "reading": "moist"}, "reading"),
            ({"kind": "probe"}, "value"),
            ({"kind": "probe", "value": 99}, "value"),
            ({"kind": "still_wet", "value": 3}, "value"),
            ({"kind": "dug", "value": 0.1, "reading": "wet"}, "reading"),
            ({"kind": "float", "value": 3}, "kind"),
            ({"kind": "lifted", "reading": "light"}, "kind"),  # this is no pot
            ({"kind": "ran_out"}, "kind"),
            ({"kind": "top", "reading": "wet"}, "reading"),
            ({"kind": "sniffed"}, "kind"),
        ):
            refused = self.call("post", "/observations", {"id": w.new_id(), "bed": self.bed.pk, **body}, 400)
            self.assertEqual(refused["fields"][0]["field"], field, body)
        page = self.call("get", f"/beds/{self.bed.pk}")
        self.assertEqual({c["kind"] for c in page["observations"]}, {"finger", "still_wet", "top", "probe", "dug"})
        Bed.objects.filter(pk=self.bed.pk).update(kind="pot")
        for body in ({"kind": "lifted", "reading": "light"}, {"kind": "ran_out"}, {"kind": "saucer"}):
            self.call("post", "/observations", {"id": w.new_id(), "bed": self.bed.pk, **body}, 201)
