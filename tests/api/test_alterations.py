"""What changed at a bed, by a tap: kept since that day, by a helper too, taken back by its event."""

import datetime as dt
import json

from django.test import TestCase

from apps.exchange.files import ImportGarden
from apps.garden.models import BedRecord, MulchRecord, PlantCount, Planting, Role, SizeSighting
from tests.apps import world as w


class Alterations(TestCase):
    def setUp(self) -> None:
        self.ada = w.person()
        self.garden = w.garden_of(self.ada)
        self.bed = w.bed_of(self.ada, self.garden)
        w.type_days(self.ada, self.garden)
        self.client_ = w.client_of(self.ada)

    def call(self, method: str, path: str, body=None, wanted: int = 200, client=None):
        answer = w.send(client or self.client_, method, f"/gardens/{self.garden.pk}{path}", body)
        self.assertEqual(answer.status_code, wanted, answer.content)
        return answer.json()

    def stop(self):
        return next(x for x in self.call("get", "/round")["stops"] if x["id"] == self.bed.pk)

    def tell(self, what: str, wanted: int = 201, **more):
        return self.call("post", f"/beds/{self.bed.pk}/alterations", {"what": what, **more}, wanted)

    def test_a_tap_is_a_dated_fact_and_its_event_takes_it_back(self) -> None:
        self.assertIn("mulch_on", self.stop()["open_to"])
        kept = self.tell("mulch_on")
        [record] = MulchRecord.objects.filter(bed=self.bed)
        self.assertEqual((record.date, record.kind), (self.garden.today, "straw"))
        self.assertEqual(self.stop()["isle"]["mulch"], "straw")
        self.assertIn("mulch_off", self.stop()["open_to"])
        self.call("post", f"/events/{kept['id']}/strike", {})
        self.assertEqual(self.stop()["isle"]["mulch"], "none")
        self.assertFalse(MulchRecord.objects.filter(bed=self.bed).exists())
        self.call("post", f"/events/{kept['id']}/strike", {"back": True})
        self.assertEqual(self.stop()["isle"]["mulch"], "straw")

    def test_what_a_stop_offers_is_taken_where_plants_grew_with_the_weather(self) -> None:
        """In the heat they outgrow the calendar: the plan sees them tall, and so must the tap."""
        self.garden.growth = "warmth"
        self.garden.save(update_fields=["growth"])
        SizeSighting.objects.all().delete()
        hot = [{"date": (w.TODAY - k * dt.timedelta(days=1)).isoformat(), "tmin": 24, "tmax": 37} for k in range(1, 40)]
        self.client_.put(f"/api/gardens/{self.garden.pk}/days", {"days": hot}, content_type="application/json")
        offered = 0
        for age in range(14, 40, 2):
            Planting.objects.update(planted=self.garden.today - dt.timedelta(days=age), start="transplant")
            if "leaves_off" in self.stop()["open_to"]:
                offered += 1
                kept = self.tell("leaves_off")
                self.call("post", f"/events/{kept['id']}/strike", {})
            else:
                self.tell("leaves_off", wanted=400)
        self.assertTrue(0 < offered < 13)

    def test_twice_under_one_id_is_one_and_the_next_day_is_another(self) -> None:
        key = w.new_id()
        for _ in range(2):
            sent = {"HTTP_IDEMPOTENCY_KEY": str(key)}
            answer = self.client_.post(
                f"/api/gardens/{self.garden.pk}/beds/{self.bed.pk}/alterations",
                {"what": "shade_on"}, content_type="application/json", **sent,
            )  # fmt: skip
            self.assertEqual(answer.status_code, 201, answer.content)
        self.assertEqual(w.events("bed_altered").count(), 1)
        [record] = BedRecord.objects.filter(bed=self.bed, aspect="exposure")
        self.assertEqual(record.value["shade_pct"], 40.0)

    def test_a_helper_may_and_what_does_not_fit_is_refused_by_name(self) -> None:
        bo = w.person("bo")
        self.garden.membership_set.create(user=bo, role=Role.HELPER)
        self.call("post", f"/beds/{self.bed.pk}/alterations", {"what": "mulch_on"}, 201, w.client_of(bo))
        for body, field in (
            ({"what": "saucer_on"}, "what"),
            ({"what": "painted"}, "what"),
            ({"what": "thinned"}, "count"),
            ({"what": "thinned", "count": 6000}, "count"),
            ({"what": "shade_on", "count": 2}, "count"),
        ):
            self.assertEqual(self.tell(body.pop("what"), 400, **body)["fields"][0]["field"], field)
        self.assertFalse(PlantCount.objects.exists())
        self.assertFalse(BedRecord.objects.filter(date=self.garden.today, aspect="exposure").exists())

    def test_lower_leaves_off_go_into_the_file_and_out_again(self) -> None:
        self.bed.plantings.get().sizes.update(height="shoulder", spread_m=0.6)
        self.tell("leaves_off")
        text = self.client_.get(f"/api/gardens/{self.garden.pk}/garden.json").json()
        self.assertEqual(text["beds"][0]["leaves_off"], [{"date": self.garden.today.isoformat(), "below_m": 0.3}])
        again = ImportGarden(w.by(self.ada), json.dumps(text)).execute()
        self.assertEqual(BedRecord.objects.get(bed__garden=again, aspect="leaves").value, {"below_m": 0.3})
