"""Rain that was expected, hail and frost, through the door: told, asked about, taken back."""

import datetime as dt
from typing import Any

from apps.garden.models import Event, SizeSighting
from apps.planning.issue import issue_advice
from apps.planning.situation import situation
from tests.api.test_pots import Pots
from tests.apps import world as w

DAY = dt.timedelta(days=1)


class Seen(Pots):
    def typed(self, **by_offset: Any) -> None:
        days = [
            {"date": (w.TODAY + n * DAY).isoformat(), "tmin": 13, "tmax": 23, "rain": 0.0, **by_offset.get(f"d{n}", {})}
            for n in (-1, 1)
        ]
        days[0] |= by_offset.get("behind", {})
        self.send("put", "/days", {"days": days}, status=204)

    def day(self, offset: int) -> Any:
        date = (w.TODAY + offset * DAY).isoformat()
        return next(x for x in self.send("get", "/sky")["days"] if x["date"] == date)

    def test_a_typed_chance_is_kept_and_shown(self) -> None:
        self.typed(d1={"rain": 12.0, "rain_chance": 0.3})
        day = self.day(1)
        self.assertEqual((day["typed"]["rain"], day["typed"]["rain_chance"], day["rain_chance"]), (12.0, 0.3, 0.3))
        told = self.send("put", "/days", {"days": [{"date": w.TODAY.isoformat(), "rain_chance": 0.3}]}, status=400)
        self.assertIn("rain_chance", str(told["fields"]))

    def test_what_was_expected_is_asked_about_until_it_is_told(self) -> None:
        self.typed(behind={"rain": 12.0, "rain_chance": 0.3})
        yesterday = (w.TODAY - DAY).isoformat()
        (hoped,) = self.send("get", "/round")["weather"]["hoped"]
        self.assertEqual(hoped, {"date": yesterday, "rain": 12.0, "chance": 0.3})
        held = {"id": w.new_id(), "date": yesterday, "rain": 6.0, "fell": "night"}
        kept = self.send("post", "/gauge", held, status=201)
        self.assertEqual((self.send("get", "/sky")["weather"]["hoped"], kept["fell"]), ([], "night"))
        self.assertEqual(self.day(-1)["gauge"]["fell"], "night")
        self.send("post", f"/events/{held['id']}/strike", {"back": False})
        self.assertEqual(len(self.send("get", "/round")["weather"]["hoped"]), 1)

    def test_hail_is_noted_once_and_the_round_names_the_beds(self) -> None:
        SizeSighting.objects.update(date=w.TODAY - 2 * DAY)
        told = {"id": w.new_id(), "date": w.TODAY.isoformat(), "what": "hail"}
        self.assertIsNone(self.send("get", "/round")["hail"])
        self.assertEqual(self.send("post", "/seen", told, status=201)["what"], "hail")
        self.assertEqual(self.send("post", "/seen", told, status=201)["id"], told["id"])  # the same mark is one
        self.send("post", "/seen", {**told, "id": w.new_id()}, status=400)
        self.assertEqual(self.send("get", "/round")["hail"]["beds"], [self.bed.name])
        for planting in self.bed.plantings.all():
            seen = {"planting": planting.pk, "height": "waist", "spread_m": 0.3}
            self.send("post", "/sizes", {"sizes": [seen]}, status=204)
        self.assertIsNone(self.send("get", "/round")["hail"])
        self.assertEqual([x["what"] for x in self.day(0)["seen"]], ["hail"])
        self.assertEqual(Event.objects.filter(kind="sky_seen").count(), 1)

    def test_what_was_seen_needs_a_kind_and_a_day_of_the_last_year(self) -> None:
        for wrong in ({"what": "snow"}, {"date": (w.TODAY + DAY).isoformat()}, {"date": "2020-01-01"}):
            told = {"id": w.new_id(), "date": w.TODAY.isoformat(), "what": "frost", **wrong}
            self.send("post", "/seen", told, status=400)

    def test_a_tunnel_is_told_when_to_open(self) -> None:
        self.made(name="Tunnel", exposure={"cover": "tunnel"})
        airing = self.send("get", "/round")["airing"]
        self.assertEqual([x["bed"] for x in airing], ["Tunnel"])

    def test_heat_that_is_told_is_kept_with_the_advice(self) -> None:
        self.assertNotIn("hot", issue_advice(situation(self.garden)).rain[0])
        days = [{"date": (w.TODAY + n * DAY).isoformat(), "tmin": 20, "tmax": 35, "rain": 0.0} for n in range(8)]
        self.send("put", "/days", {"days": days}, status=204)
        self.garden.refresh_from_db()
        first = issue_advice(situation(self.garden)).rain[0]
        self.assertEqual((first["hot"], first["hot_c"]), (1.0, 30.0))
