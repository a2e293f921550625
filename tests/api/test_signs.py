"""Something looks wrong, through the door: weighed, noted, looked at again, closed, taken back; by a visitor too."""

import datetime as dt
from typing import Any

from django.test import Client

from apps.exchange.files import described_garden
from apps.garden.models import Event, Garden
from apps.record.away import OpenVisit
from tests.api.test_away import InAGarden
from tests.apps import world as w

DAY = dt.timedelta(days=1)


class Signs(InAGarden):
    def see(self, *signs: str, status: int = 201, **more: Any) -> Any:
        told = {"id": w.new_id(), "bed": self.bed.pk, "signs": list(signs), **more}
        return self.send("post", "/signs", told, status=status)

    def follow(self, case: str, status: int = 201, **told: Any) -> Any:
        return self.send("post", f"/signs/{case}/follow", {"id": w.new_id(), **told}, status=status)

    def test_it_is_weighed_before_anything_is_kept(self) -> None:
        tried = self.send("post", f"/beds/{self.bed.pk}/signs/try", {"signs": ["droop_dawn"]})
        self.assertEqual(Event.objects.filter(kind="signs_seen").count(), 0)
        self.assertTrue(1 <= len(tried["suspects"]) <= 3)
        self.assertEqual(
            sorted((x["chance"] for x in tried["suspects"]), reverse=True), [x["chance"] for x in tried["suspects"]]
        )
        looked = self.send(
            "post", f"/beds/{self.bed.pk}/signs/try",
            {"signs": ["droop_dawn"], "looks": [{"look": "finger", "found": "dry"}]},
        )  # fmt: skip
        self.assertEqual(looked["suspects"][0]["trouble"], "thirst")
        self.assertNotEqual(looked["look"], "finger")

    def test_a_case_is_noted_followed_closed_and_taken_back(self) -> None:
        case = self.see("droop_dawn", "failing", since_days=3)
        self.assertEqual(self.see("curl")["signs"], ["curl"])
        asked = self.follow(case["id"], look="stem_cut", found="ring")
        self.assertEqual(asked["judgement"]["suspects"][0]["trouble"], "wilt")
        self.assertEqual(asked["looks"][0]["found"], "ring")
        ended = self.follow(case["id"], outcome="gone")
        self.assertEqual((ended["outcome"], ended["judgement"]), ("gone", None))
        cases = self.send("get", "/signs")["cases"]
        self.assertEqual([x["signs"] for x in cases], [["curl"], ["droop_dawn", "failing"]])  # what is open comes first
        last = Event.objects.filter(kind="signs_followed").latest("recorded_at")
        self.send("post", f"/events/{last.pk}/strike", {"back": False})
        self.assertIsNone(next(x for x in self.send("get", "/signs")["cases"] if x["id"] == case["id"])["outcome"])
        self.send("post", f"/events/{case['id']}/strike", {"back": False})
        self.assertEqual([x["signs"] for x in self.send("get", "/signs")["cases"]], [["curl"]])
        self.follow(case["id"], outcome="same", status=404)

    def test_the_round_asks_once_its_day_has_come(self) -> None:
        case = self.see("droop_day")
        self.assertEqual(self.send("get", "/round")["cases_due"], [])
        Garden.objects.filter(pk=self.garden.pk).update(clock_date=w.TODAY + 14 * DAY)
        (due,) = self.send("get", "/round")["cases_due"]
        self.assertEqual((due["id"], due["signs"], due["bed"]), (case["id"], ["droop_day"], self.bed.pk))
        self.follow(case["id"], outcome="better")
        self.assertEqual(self.send("get", "/round")["cases_due"], [])

    def test_what_does_not_fit_is_refused_and_nothing_is_kept(self) -> None:
        refused: list[dict[str, Any]] = [
            {"signs": []}, {"signs": ["blue"]}, {"signs": ["curl", "curl"]}, {"since_days": 61},
            {"looks": [{"look": "finger", "found": "ring"}]}, {"date": "2019-01-01"},
        ]  # fmt: skip
        for wrong in refused:
            told = {"id": w.new_id(), "bed": self.bed.pk, "signs": ["curl"], **wrong}
            self.send("post", "/signs", told, status=400)
        case = self.see("curl")["id"]
        odd: list[dict[str, Any]] = [
            {}, {"look": "finger"}, {"look": "finger", "found": "ring"}, {"outcome": "dead"},
            {"look": "finger", "found": "dry", "outcome": "better"},
        ]  # fmt: skip
        for wrong in odd:
            self.follow(case, status=400, **wrong)
        self.follow(w.new_id(), outcome="same", status=404)
        self.assertEqual(Event.objects.filter(kind__startswith="signs").count(), 1)

    def test_a_visitor_tells_what_is_seen(self) -> None:
        _, token = OpenVisit(w.by(self.ada), self.garden.pk, "Wren", self.garden.today).execute()
        looks_in = Client(headers={"Visit": token})
        body = {"id": w.new_id(), "bed": self.bed.pk, "what": "wrong", "signs": ["yellow_below"]}
        answer = looks_in.post("/api/visit", body, content_type="application/json")
        self.assertEqual(answer.status_code, 201, answer.content)
        (case,) = self.send("get", "/signs")["cases"]
        self.assertEqual(case["signs"], ["yellow_below"])

    def test_the_garden_file_carries_a_case_with_all_that_followed(self) -> None:
        case = self.see("curl", since_days=3, looks=[{"look": "finger", "found": "moist"}])
        self.follow(case["id"], look="dawn", found="stands")
        self.follow(case["id"], outcome="better")
        (seen,) = described_garden(self.garden).beds[0].signs
        self.assertEqual([(x.look, x.found) for x in seen.looks], [("finger", "moist"), ("dawn", "stands")])
        self.assertEqual((seen.outcome, seen.ended, seen.since_days), ("better", w.TODAY, 3))
