"""Two marks of one opening are one event, whoever sends them and however often; the next opening has its own."""

import uuid
from typing import Any
from unittest import mock

from django.db import OperationalError, connection
from django.test import TestCase
from django.test.utils import CaptureQueriesContext

from apps.garden import access, action
from apps.planning.facts import read_beds
from apps.planning.marks import mark_ids
from tests.apps import world as w


class Marks(TestCase):
    def setUp(self) -> None:
        self.ada = w.person()
        self.garden = w.garden_of(self.ada)
        self.bed = w.bed_of(self.ada, self.garden)
        w.type_days(self.ada, self.garden)
        self.pages = [w.client_of(self.ada), w.client_of(self.ada)]

    def stop(self, page=0):
        return w.send(self.pages[page], "get", f"/gardens/{self.garden.pk}/round").json()["stops"][0]

    def post(self, page, path, body, status=201):
        answer = w.send(self.pages[page], "post", f"/gardens/{self.garden.pk}/{path}", body)
        self.assertEqual(answer.status_code, status, answer.content[:300])
        return answer.json() if answer.content else None

    def pour(self, stop, litres, page=0):
        body = {"id": stop["marks"]["watering"], "bed": stop["id"], "litres": litres, "date": "2025-07-11"}
        return self.post(page, "waterings", {"waterings": [body]})[0]

    def test_two_open_pages_and_a_lost_answer_pour_once(self) -> None:
        first, second = self.stop(0), self.stop(1)
        self.assertEqual(first["marks"], second["marks"])
        self.pour(first, 20.0)
        self.pour(first, 20.0)  # the answer was lost, and it is sent again
        kept = self.pour(second, 30.0, page=1)
        self.assertEqual((kept["litres"], w.events("watering").count()), (20.0, 1))

    def test_what_a_helper_noted_meanwhile_becomes_a_question(self) -> None:
        ben = w.person("ben")
        w.join(self.garden, ben, "helper")
        self.pages.append(w.client_of(ben))
        first, second = self.stop(0), self.stop(2)
        at = w.events("watering")
        self.pour(first, 20.0, page=2)
        noted = at.get().occurred_at
        body = {"id": second["marks"]["watering"], "bed": second["id"], "litres": 20.0, "date": "2025-07-11"}
        said = self.post(0, "waterings", {"waterings": [body]}, 409)
        self.assertEqual((said["code"], said["text"]), (
            "noted_by_other", f"ben noted it at {noted:%-H:%M}. Nothing was added."))  # fmt: skip
        self.pour(first, 20.0, page=2)  # his own answer was lost: no question
        # In the round as a whole it stands without one; what is new is kept.
        other = w.bed_of(self.ada, self.garden, name="Second")
        more = {"id": w.new_id(), "bed": other.pk, "litres": 5.0, "date": "2025-07-11"}
        self.assertEqual(len(self.post(0, "waterings", {"waterings": [body, more]})), 2)
        self.assertEqual(at.count(), 2)
        self.post(0, "waterings", {"waterings": [{**body, "id": w.new_id()}]})  # hers as well
        self.assertEqual(at.count(), 3)

    def test_a_whole_round_is_a_handful_of_statements_however_long(self) -> None:
        beds = [self.bed, *(w.bed_of(self.ada, self.garden, name=f"Bed {k}") for k in range(3))]

        def sent(n: int, **more: Any) -> tuple[list[dict[str, Any]], int]:
            rows = [
                {"id": w.new_id(), "bed": beds[k % 4].pk, "litres": 1.0 + k, "date": "2025-07-11", **more}
                for k in range(n)
            ]
            with CaptureQueriesContext(connection) as asked:
                kept = self.post(0, "waterings", {"waterings": rows})
            self.assertEqual([(x["id"], x["litres"]) for x in kept], [(x["id"], x["litres"]) for x in rows])
            return rows, len(asked)

        few, many = sent(4)[1], sent(60, rig=self.garden.rigs.get().name)[1]
        self.assertLessEqual(many, few + 2)
        again = sent(2)[0]
        overtaken = {**again[0], "id": w.new_id()}
        self.post(0, f"events/{overtaken['id']}/strike", {}, 200)
        kept = self.post(0, "waterings", {"waterings": [*again, overtaken]})  # two are there, one was struck before
        self.assertEqual([x["struck"] for x in kept], [False, False, True])
        before = w.events("watering").count()
        for wrong in ({"bed": 999999}, {"date": "2024-01-01"}, {"litres": -1}):
            rows = [{**again[0], "id": w.new_id()}, {**again[1], "id": w.new_id(), **wrong}]
            answer = w.send(self.pages[0], "post", f"/gardens/{self.garden.pk}/waterings", {"waterings": rows})
            self.assertIn(answer.status_code, (400, 404))
        self.assertEqual(w.events("watering").count(), before)  # all or nothing

    def test_a_page_that_somebody_else_opened_keeps_nothing_in_their_name(self) -> None:
        stop = self.stop()
        body = {
            "waterings": [{"id": stop["marks"]["watering"], "bed": stop["id"], "litres": 2.0, "date": "2025-07-11"}]
        }
        for meant, status in (("ben", 403), ("%C3%A4da", 403), ("ada", 201)):
            answer = self.pages[0].post(
                f"/api/gardens/{self.garden.pk}/waterings", body, content_type="application/json",
                headers={"As-Person": meant},
            )  # fmt: skip
            self.assertEqual(answer.status_code, status)
        self.assertEqual(w.events("watering").count(), 1)

    def test_the_id_is_new_after_an_undo_and_for_a_second_drink(self) -> None:
        ids = {self.stop()["marks"]["watering"]}
        poured = self.pour(self.stop(), 20.0)
        ids.add(self.stop()["marks"]["watering"])
        self.post(0, f"events/{poured['id']}/strike", {}, 200)
        after_undo = self.stop()
        ids.add(after_undo["marks"]["watering"])
        self.assertEqual(len(ids), 2)  # the second drink's was never used, and is the one after the undo too
        self.pour(after_undo, 20.0)
        ids.add(self.stop()["marks"]["watering"])
        self.assertEqual(len(ids), 3)
        self.assertEqual(w.events("watering", struck_at=None).count(), 1)

    def test_a_page_from_before_an_undo_is_told_that_it_was_taken_back(self) -> None:
        old = self.stop()
        poured = self.pour(old, 20.0)
        self.post(0, f"events/{poured['id']}/strike", {}, 200)
        self.assertTrue(self.pour(old, 20.0, page=1)["struck"])
        self.assertEqual(w.events("watering", struck_at=None).count(), 0)

    def test_checks_and_put_offs_too(self) -> None:
        stop = self.stop()
        for page, reading in ((0, "wet"), (1, "dry")):
            body = {"id": stop["marks"]["observation"], "bed": stop["id"], "reading": reading}
            self.assertEqual(self.post(page, "observations", body)["reading"], "wet")
            self.post(page, "put-offs", {"id": stop["marks"]["put_off"], "bed": stop["id"], "date": "2025-07-11"})
        self.assertEqual((w.events("observation").count(), w.events("put_off").count()), (1, 1))
        again = self.stop()
        self.assertNotEqual(again["marks"]["observation"], stop["marks"]["observation"])
        self.assertNotEqual(again["marks"]["put_off"], stop["marks"]["put_off"])

    def test_each_day_and_each_bed_has_its_own_and_a_mark_belongs_to_the_day_it_was_shown_on(self) -> None:
        stop = self.stop()
        w.send(self.pages[0], "post", f"/gardens/{self.garden.pk}/step", {"from_date": "2025-07-11"})
        self.assertNotEqual(self.stop()["marks"]["watering"], stop["marks"]["watering"])
        self.assertEqual(self.pour(stop, 20.0)["date"], "2025-07-11")
        self.assertEqual(self.stop()["waterings_today"], [])

    def test_nobody_can_guess_them(self) -> None:
        facts = read_beds(self.garden)[0]
        shown = self.stop()["marks"]["watering"]
        self.assertEqual(str(mark_ids(facts, w.TODAY)["watering"]), shown)
        with self.settings(SECRET_KEY="another-key-0123456789-another-key-0123456789"):
            self.assertNotEqual(str(mark_ids(facts, w.TODAY)["watering"]), shown)
        self.assertEqual(uuid.UUID(shown).version, 4)


class Busy(TestCase):
    """A deadlock and a lock that was not let go are tried once more, and then told as such."""

    def setUp(self) -> None:
        self.ada = w.person()
        self.garden = w.garden_of(self.ada)
        self.bed = w.bed_of(self.ada, self.garden)
        self.client_ = w.client_of(self.ada)

    def pour(self, fails):
        real, lost = access.permitted, iter(fails)

        def permitted(*args):
            if (code := next(lost, 0)) != 0:
                raise OperationalError(code, "try restarting transaction")
            return real(*args)

        with (
            mock.patch.object(action, "permitted", side_effect=permitted) as tried,
            self.assertLogs("api.errors", "WARNING"),
        ):
            body = {"waterings": [{"id": w.new_id(), "bed": self.bed.pk, "litres": 5.0}]}
            answer = w.send(self.client_, "post", f"/gardens/{self.garden.pk}/waterings", body)
        return answer, tried.call_count

    def test_once_more(self) -> None:
        for code in (1213, 1205):
            answer, tried = self.pour([code])
            self.assertEqual((answer.status_code, tried), (201, 2))
        self.assertEqual(w.events("watering").count(), 2)

    def test_and_then_told(self) -> None:
        answer, tried = self.pour([1213, 1213, 1213])
        self.assertEqual((answer.status_code, answer.json()["code"], tried), (503, "busy", 2))
        self.assertIn("Nothing was saved", answer.json()["text"])
        self.assertEqual(w.events("watering").count(), 0)

    def test_too_large_a_body_is_told_in_one_line(self) -> None:
        answer = self.client_.post("/api/import/garden", b'"' + b"x" * 7_000_000 + b'"', "application/json")
        self.assertEqual((answer.status_code, answer.json()["code"]), (413, "too_large"))
