"""Feeding through the door: a product typed once, a school, a feed in today's water, and what the bed has left."""

import datetime as dt
from typing import Any

from apps.exchange.files import described_garden
from apps.garden.models import Event
from tests.api.test_away import InAGarden
from tests.apps import world as w

DAY = dt.timedelta(days=1)
FRUIT = {"name": "Fruit feed", "kind": "liquid", "dose": 4.0, "every_days": 7, "n_pct": 4.0, "p_pct": 3.0, "k_pct": 8.0}


class Feeding(InAGarden):
    def tell(self, status: int = 200, **said: Any) -> Any:
        return self.send("patch", "", said, status=status)

    def stop(self) -> Any:
        return next(x for x in self.send("get", "/round")["stops"] if x["id"] == self.bed.pk)

    def pour(self, status: int = 201, **more: Any) -> Any:
        poured = {"id": w.new_id(), "bed": self.bed.pk, "litres": 8.0, "passes": 1, "part": "morning", "into": "soil"}
        return self.send("post", "/waterings", {"waterings": [{**poured, **more}]}, status=status)

    def test_a_feed_is_typed_once_asked_for_and_noted_with_its_water(self) -> None:
        self.assertIsNone(self.stop()["feeding"])
        self.tell(feeds=[FRUIT], feeding="weekly", feed="Fruit feed")
        told = self.stop()["feeding"]
        self.assertEqual((told["school"], told["why"], told["last"]), ("weekly", "first", None))
        self.assertAlmostEqual(told["dose"]["amount"], 4.0 * told["dose"]["litres"])
        (kept,) = self.pour(feed="Fruit feed", fed=32.0)
        self.assertEqual((kept["feed"], kept["fed"], kept["litres"]), ("Fruit feed", 32.0, 8.0))
        after = self.stop()["feeding"]
        self.assertEqual((after["last"], after["due"]), (w.TODAY.isoformat(), (w.TODAY + 7 * DAY).isoformat()))
        (bed,) = self.send("get", "/feeding")["beds"]
        self.assertEqual((bed["id"], bed["feeding"]["last"]), (self.bed.pk, w.TODAY.isoformat()))
        self.send("post", f"/events/{kept['id']}/strike", {"back": False})
        self.assertIsNone(self.stop()["feeding"]["last"])

    def test_what_is_no_feed_of_the_garden_is_refused(self) -> None:
        self.pour(status=400, feed="Fruit feed", fed=32.0)
        self.tell(feeds=[FRUIT])
        self.pour(status=400, feed="Other", fed=32.0)
        self.pour(status=400, feed="Fruit feed")
        self.pour(status=400, fed=32.0)
        self.tell(status=400, feeds=[FRUIT, FRUIT])
        self.tell(status=400, feeds=[{**FRUIT, "n_pct": None, "p_pct": None, "k_pct": None}])
        self.tell(status=400, feed="Other")
        self.assertEqual(Event.objects.filter(kind="watering").count(), 0)

    def test_dry_feed_is_noted_without_water_and_the_bed_still_asks_for_its_own(self) -> None:
        grains = {"name": "Grains", "kind": "dry", "dose": 100.0, "every_days": 60, "n_pct": 6.0, "lasts_days": 60}
        self.tell(feeds=[grains], feeding="twice")
        before = self.stop()["word"]
        self.pour(litres=0.0, feed="Grains", fed=288.0)
        self.assertEqual(self.stop()["word"], before)
        self.assertEqual(self.stop()["feeding"]["last"], w.TODAY.isoformat())

    def test_the_garden_file_carries_products_schools_and_feeds(self) -> None:
        self.tell(feeds=[FRUIT], feeding="fortnight", feed="Fruit feed")
        self.pour(feed="Fruit feed", fed=32.0)
        garden = described_garden(self.garden)
        self.garden.refresh_from_db()
        garden = described_garden(self.garden)
        self.assertEqual((garden.feeds[0].n_pct, garden.feeding, garden.feed), (4.0, "fortnight", "Fruit feed"))
        self.assertEqual((garden.beds[0].waterings[0].feed, garden.beds[0].waterings[0].fed), ("Fruit feed", 32.0))
