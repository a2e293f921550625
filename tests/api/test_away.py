"""Going away through the door, and a visitor's link: what it shows, what it takes, and that it ends."""

import datetime as dt
import hashlib
from typing import Any

from django.core.cache import cache
from django.test import Client, TestCase

from apps.exchange.samples import SAMPLES, load_sample
from apps.garden.models import Event
from apps.planning import issue
from apps.planning.situation import situation
from apps.record.actions import RecordWatering
from apps.record.away import OpenVisit
from apps.record.models import VisitorLink
from tests.apps import world as w

DAY = dt.timedelta(days=1)


class InAGarden(TestCase):
    def setUp(self) -> None:
        cache.clear()
        self.ada = w.person()
        self.garden = w.garden_of(self.ada)
        self.bed = w.bed_of(self.ada, self.garden)
        w.type_days(self.ada, self.garden)
        self.client_ = w.client_of(self.ada)
        self.base = f"/gardens/{self.garden.pk}"

    def send(self, verb: str, path: str, body: Any = None, client: Client | None = None, status: int = 200) -> Any:
        answer = w.send(client or self.client_, verb, f"{self.base}{path}", body)
        self.assertEqual(answer.status_code, status, answer.content)
        return answer.json() if answer.content else None

    def days(self, since: int = 1, until: int = 6, **more: Any) -> dict[str, Any]:
        leaves, returns = (w.TODAY + n * DAY for n in (since, until))
        return {"leaves": leaves.isoformat(), "returns": returns.isoformat(), **more}


class Away(InAGarden):
    def test_days_are_tried_without_being_kept_then_kept_and_undone(self) -> None:
        tried = self.send("post", "/away/try", self.days())
        self.assertIsNone(tried["kept"])
        self.assertEqual([x["name"] for x in tried["result"]["beds"]], [self.bed.name])
        self.assertEqual(Event.objects.filter(kind="away").count(), 0)
        kept = self.send("post", "/away", self.days(visits=[(w.TODAY + 3 * DAY).isoformat()]), status=201)
        self.assertEqual(kept["kept"]["visits"], [(w.TODAY + 3 * DAY).isoformat()])
        self.assertEqual(self.send("get", "/away")["kept"]["id"], kept["kept"]["id"])
        self.send("post", f"/events/{kept['kept']['id']}/strike", {"back": False})
        self.assertIsNone(self.send("get", "/away")["kept"])

    def test_faults_name_field_value_and_what_is_allowed(self) -> None:
        for body, field in (
            (self.days(3, 3), "returns"),
            (self.days(1, 60), "returns"),
            (self.days(wanted=0.2), "wanted"),
            (self.days(visits=[w.TODAY.isoformat()]), "visits"),
            ({"leaves": "soon", "returns": w.TODAY.isoformat()}, "leaves"),
        ):
            for path in ("/away/try", "/away"):
                with self.subTest(field, path=path):
                    fault = self.send("post", path, body, status=400)
                    self.assertIn(field, fault["fields"][0]["field"])
        over = self.days(-6, 0)
        self.assertIn("returns", str(self.send("post", "/away", over, status=400)))

    def test_a_helper_sees_it_and_does_not_plan_it_a_stranger_finds_nothing(self) -> None:
        bo = w.person("bo")
        w.join(self.garden, bo, "helper")
        helper = w.client_of(bo)
        self.send("get", "/away", client=helper)
        self.send("post", "/away", self.days(), client=helper, status=403)
        self.send("post", "/visitors", {"name": "Wren", "until": w.TODAY.isoformat()}, client=helper, status=403)
        stranger = w.client_of(w.person("eve"))
        for path in ("/away", "/away/try", "/visitors"):
            self.send("post", path, self.days(), client=stranger, status=404 if path != "/visitors" else 400)
        self.send("get", "/away", client=stranger, status=404)

    def test_what_is_ticked_on_the_day_of_leaving_is_a_fact_and_the_list_grows_shorter(self) -> None:
        before = self.send("post", "/away/try", self.days(0, 9, wanted=0.99))["result"]
        self.assertTrue(before["doing_today"])
        least = before["beds"][0]["least"]
        soak = next(x for x in least if x["what"] == "soak")
        poured = {"id": soak["id"], "bed": self.bed.pk, "litres": soak["litres"]}
        for _ in range(2):  # ticked from two pages, it is one
            self.send("post", "/waterings", {"waterings": [poured]}, status=201)
        self.assertEqual(Event.objects.filter(kind="watering", struck_at=None).count(), 1)
        after = self.send("post", "/away/try", self.days(0, 9, wanted=0.99))["result"]["beds"][0]
        self.assertGreater(after["chance"], before["beds"][0]["chance"])
        self.send("post", f"/events/{soak['id']}/strike", {"back": False})
        again = self.send("post", "/away/try", self.days(0, 9, wanted=0.99))["result"]["beds"][0]["least"]
        self.assertNotEqual(next(x for x in again if x["what"] == "soak")["id"], soak["id"])  # ticked anew, it counts


class Visitor(InAGarden):
    def setUp(self) -> None:
        super().setUp()
        until = (w.TODAY + 6 * DAY).isoformat()
        made = self.send("post", "/visitors", {"name": " Wren ", "until": until}, status=201)
        self.address, self.link = made["address"], made["id"]
        self.token = self.address.split("#")[1]
        self.stranger = Client()

    def visit(self, verb: str = "get", body: Any = None, token: str | None = None) -> Any:
        how = {"content_type": "application/json", "headers": {"Visit": self.token if token is None else token}}
        return getattr(self.stranger, verb)("/api/visit", body, **how)

    def test_the_token_is_kept_as_a_hash_and_stands_in_no_request_line(self) -> None:
        link = VisitorLink.objects.get()
        self.assertEqual(link.token_hash, hashlib.sha256(self.token.encode()).hexdigest())
        self.assertGreaterEqual(len(self.token), 43)  # 256 bits
        self.assertIn("/visit#", self.address)
        self.assertNotIn(self.token, str(self.send("get", "/away")))

    def test_it_shows_the_round_of_the_day_and_nothing_else(self) -> None:
        answer = self.visit()
        self.assertEqual(answer.status_code, 200)
        told = answer.json()
        self.assertEqual(set(told), {"date", "units", "until", "stops", "marked"})
        self.assertEqual([s["name"] for s in told["stops"]], [self.bed.name])
        text = answer.content.decode()
        for private in (self.garden.name, "ada", "latitude", "waterings"):
            self.assertNotIn(private, text)
        self.assertIn("no-store", answer["Cache-Control"])
        self.assertEqual(answer["Referrer-Policy"], "same-origin")
        self.assertFalse(answer.cookies)

    def test_marks_arrive_under_the_visitors_name_once(self) -> None:
        stop = self.visit().json()["stops"][0]
        mark = {"id": stop["marks"]["watering"], "bed": stop["id"], "what": "done"}
        for _ in range(2):
            answer = self.visit("post", mark)
            self.assertEqual(answer.status_code, 201, answer.content)
        self.assertEqual((answer.json()["stops"], answer.json()["marked"]), ([], [self.bed.name]))
        event = Event.objects.get(kind="watering")
        self.assertEqual((event.actor, event.actor_name, event.by), ("visitor", "Wren", None))
        self.assertAlmostEqual(event.told["litres"], stop["dose"]["litres"])
        listed = self.send("get", "/events")["events"]
        self.assertEqual(next(x for x in listed if x["kind"] == "watering")["by"], "Wren")

    def test_another_amount_looked_wet_and_something_wrong(self) -> None:
        bed = self.visit().json()["stops"][0]["id"]
        for what in ({"what": "done", "litres": 2.5}, {"what": "wet"}, {"what": "wrong"}):
            answer = self.visit("post", {"id": w.new_id(), "bed": bed, **what})
            self.assertEqual(answer.status_code, 201, answer.content)
        self.assertEqual(Event.objects.get(kind="watering").told["litres"], 2.5)
        kinds = {e.told["kind"] for e in Event.objects.filter(kind="observation")}
        self.assertEqual(kinds, {"still_wet", "looks_wrong"})
        for body in (
            {"id": w.new_id(), "bed": bed, "what": "done", "litres": -1},
            {"id": w.new_id(), "bed": bed, "what": "wet", "litres": 1},
            {"id": w.new_id(), "bed": bed, "what": "eaten"},
        ):
            self.assertEqual(self.visit("post", body).status_code, 400, body)

    def test_altered_ended_or_over_it_answers_nothing(self) -> None:
        for token in (self.token[:-1] + ("A" if self.token[-1] != "A" else "B"), "", "x" * 5000, self.token.upper()):
            self.assertEqual(self.visit(token=token).status_code, 404)
        self.send("delete", f"/visitors/{self.link}", status=204)
        self.assertEqual(self.visit().status_code, 404)
        self.assertEqual(self.visit("post", {"id": w.new_id(), "bed": self.bed.pk, "what": "done"}).status_code, 404)
        self.send("delete", f"/visitors/{self.link}", status=404)
        VisitorLink.objects.update(ended_at=None)
        self.assertEqual(self.visit().status_code, 200)
        VisitorLink.objects.update(until=w.TODAY - DAY)
        self.assertEqual(self.visit().status_code, 404)

    def test_another_gardens_bed_is_not_reached(self) -> None:
        eve = w.person("eve")
        other = w.bed_of(eve, w.garden_of(eve))
        for what in ("done", "wet", "wrong"):
            answer = self.visit("post", {"id": w.new_id(), "bed": other.pk, "what": what})
            self.assertEqual(answer.status_code, 404, what)
        self.assertEqual(Event.objects.filter(bed=other, kind__in=("watering", "observation")).count(), 0)

    def test_it_is_limited_by_rate(self) -> None:
        codes = {self.visit(token="guess").status_code for _ in range(130)}
        self.assertEqual(codes, {404, 429})

    def test_a_link_is_for_a_name_and_days_that_can_be(self) -> None:
        for name, until, field in (("", w.TODAY, "name"), ("x" * 61, w.TODAY, "name"), ("Wren", w.TODAY - DAY, "until"),
                                   ("Wren", w.TODAY + 90 * DAY, "until")):  # fmt: skip
            with self.subTest(field, until=until):
                fault = self.send("post", "/visitors", {"name": name, "until": until.isoformat()}, status=400)
                self.assertEqual(fault["fields"][0]["field"], field)


class SecondDrink(w.WithProvider, TestCase):
    def test_who_looks_in_is_told_of_it_and_marks_it_of_the_afternoon(self) -> None:
        """Copperpan Court on the day that a pot is to drink twice, everything obeyed before."""
        cache.clear()
        ada = w.person()
        garden, _ = load_sample(SAMPLES["copperpan_court"], ada)
        bed = None
        for _ in range(14):
            plan = situation(garden).plan
            assert plan is not None
            bed = next((b for b in plan.beds if b.again), None)
            if bed:
                break
            for b in plan.beds:
                if b.dose and b.word in ("soak", "check", "fill"):
                    poured = {"litres": b.dose.litres, "into": b.dose.into, "passes": b.dose.passes}
                    RecordWatering(w.by(ada), garden.pk, int(b.bed.key), **poured).execute()
            issue.StepDay(w.by(ada), garden.pk).execute()
            garden.refresh_from_db()
        assert bed is not None
        _, token = OpenVisit(w.by(ada), garden.pk, "Wren", garden.today).execute()
        asks, key = Client(headers={"Visit": token}), int(bed.bed.key)

        def stop() -> Any:
            return next((s for s in asks.get("/api/visit").json()["stops"] if s["id"] == key), None)

        first = stop()
        self.assertEqual((first["second"], first["again_at_h"] is not None), (False, True))
        for _ in range(2):
            now = stop()
            mark = {"id": now["marks"]["watering"], "bed": key, "what": "done"}
            done = asks.post("/api/visit", mark, content_type="application/json")
            self.assertEqual(done.status_code, 201, done.content)
        noted = Event.objects.filter(kind="watering", bed_id=key, date=garden.today).order_by("recorded_at")
        self.assertEqual([x.told["part"] for x in noted], ["morning", "afternoon"])
        self.assertIsNone(stop())
