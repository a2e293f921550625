"""A wet spell through the door: told in the round, ticked as a dated fact, taken back; wet leaves in the sky."""

import datetime as dt

from apps.garden.models import Event
from tests.api.test_pots import Pots
from tests.apps import world as w

DAY = dt.timedelta(days=1)


class Wet(Pots):
    def setUp(self) -> None:
        super().setUp()
        days = [
            {"date": (w.TODAY + n * DAY).isoformat(), "tmin": 14.0, "tmax": 19.0, "rain": 9.0 if -3 <= n <= 1 else 0}
            for n in range(-4, 8)
        ]
        self.send("put", "/days", {"days": days}, status=204)

    def spell(self):
        return self.send("get", "/round")["wet_spell"]

    def test_a_tick_is_a_dated_fact_and_can_be_taken_back(self) -> None:
        pepper = {"crop": "pepper", "count": 1, "planted": "2025-06-01", "height": "knee", "spread_m": 0.3}
        pot = self.made(name="Pot", kind="pot", length_m=0.25, width_m=0.25, round=True, plantings=[pepper])
        told = self.spell()
        self.assertEqual((told["state"], told["since"]), ("here", (w.TODAY - 3 * DAY).isoformat()))
        self.assertIn((pot["id"], "roof_on"), [(x["id"], x["what"]) for x in told["tasks"]])
        self.send("post", f"/beds/{pot['id']}/alterations", {"what": "roof_on"}, status=201)
        self.assertNotIn((pot["id"], "roof_on"), [(x["id"], x["what"]) for x in self.spell()["tasks"]])
        event = Event.objects.filter(kind="bed_altered").latest("recorded_at")
        self.send("post", f"/events/{event.pk}/strike", {"back": False})
        self.assertIn((pot["id"], "roof_on"), [(x["id"], x["what"]) for x in self.spell()["tasks"]])

    def test_the_sky_tells_wet_leaves_day_by_day_and_bed_by_bed(self) -> None:
        sky = self.send("get", "/sky")
        wet = {x["date"]: x["leaves_wet_h"] for x in sky["days"]}
        self.assertGreater(wet[w.TODAY.isoformat()], wet[(w.TODAY + 4 * DAY).isoformat()])
        (risk,) = sky["leaf_risks"]
        self.assertEqual((risk["id"], len(risk["wet_h"])), (self.bed.pk, 7))

    def test_without_rain_there_is_none(self) -> None:
        dry = [{"date": (w.TODAY + n * DAY).isoformat(), "tmin": 14.0, "tmax": 24.0, "rain": 0} for n in range(-4, 8)]
        self.send("put", "/days", {"days": dry}, status=204)
        self.assertIsNone(self.spell())
