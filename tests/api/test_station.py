"""A station's file through the door: looked at, kept, believed in the garden's own order, undone as one, carried on."""

import datetime as dt
from typing import Any

from django.test import TestCase

from agronomy.formats.write_garden import garden_as_text
from apps.exchange.files import ImportGarden, described_garden
from apps.garden.models import Event
from apps.planning.situation import situation
from apps.weather.models import StationDay
from tests.apps import world as w

DAY = dt.timedelta(days=1)
HEADER = "Date,High (°F),Low (°F),Precip (in),Battery\n"


def file_of(days: int, high: float = 86.0, rain: float = 0.0, until: dt.date = w.TODAY - DAY) -> str:
    dates = [until - n * DAY for n in range(days)]
    return HEADER + "".join(f"{d:%m/%d/%Y},{high},59,{rain},12.1\n" for d in sorted(dates))


class Station(TestCase):
    def setUp(self) -> None:
        self.ada = w.person()
        self.garden = w.garden_of(self.ada)
        self.bed = w.bed_of(self.ada, self.garden)
        w.type_days(self.ada, self.garden)
        self.client_ = w.client_of(self.ada)

    def send(self, verb: str, path: str, body: Any = None, status: int = 200, who: Any = None) -> Any:
        answer = w.send(who or self.client_, verb, f"/gardens/{self.garden.pk}{path}", body)
        self.assertEqual(answer.status_code, status, answer.content)
        return answer.json() if answer.content else None

    def day(self, date: dt.date) -> Any:
        return next(x for x in self.send("get", "/sky")["days"] if x["date"] == date.isoformat())

    def believe(self, what: str, *order: str) -> None:
        self.send("patch", "", {"trust": [{"what": what, "order": list(order)}]})

    def test_it_is_looked_at_without_being_kept_and_read_as_told(self) -> None:
        found = self.send("post", "/station/look", {"text": file_of(3)})
        self.assertEqual((found["days"], found["gaps"], found["mapping"]["order"]), (3, 0, "mdy"))
        self.assertEqual([x["variable"] for x in found["mapping"]["columns"]], ["tmax", "tmin", "rain"])
        self.assertAlmostEqual(found["shown"][-1]["tmax"], 30.0)
        self.assertEqual(StationDay.objects.count(), 0)
        mapping = {
            "date": "Date",
            "order": "mdy",
            "columns": [{"column": "Battery", "variable": "wind", "unit": "m_s"}],
        }
        told = self.send("post", "/station/look", {"text": file_of(1), "mapping": mapping})
        self.assertEqual((told["shown"][0]["wind"], told["shown"][0]["tmax"]), (12.1, None))

    def test_its_days_fill_what_nobody_typed_and_a_kept_mapping_is_used_again(self) -> None:
        old = w.TODAY - 60 * DAY
        text = file_of(80).replace("High (°F)", "Aussen")  # a header that no guess fits
        found = self.send("post", "/station/look", {"text": text})
        self.assertNotIn("tmax", [x["variable"] for x in found["mapping"]["columns"]])
        mapping = {**found["mapping"]}
        mapping["columns"].append({"column": "Aussen", "variable": "tmax", "unit": "f"})
        kept = self.send("post", "/station", {"text": text, "mapping": mapping}, status=201)
        self.assertEqual((kept["days"], kept["until"]), (80, (w.TODAY - DAY).isoformat()))
        again = self.send("post", "/station/look", {"text": text})
        self.assertIn("tmax", [x["variable"] for x in again["mapping"]["columns"]])
        facts = situation(self.garden).weather
        self.assertAlmostEqual(facts.sources["station"][old]["tmax"], 30.0)
        self.assertEqual([x["days"] for x in self.send("get", "/sky")["stations"]], [80])

    def test_whom_to_believe_is_by_part_of_the_weather_and_turns_the_answer(self) -> None:
        yesterday = w.TODAY - DAY
        before = self.day(yesterday)
        self.send("post", "/station", {"text": file_of(10, high=104.0, rain=2.0)}, status=201)
        self.assertEqual(self.day(yesterday)["tmax"], before["tmax"])  # typed comes first
        lacked = situation(self.garden).plan.beds[0].net_mm.mid
        self.believe("rain", "station")
        mixed = self.day(yesterday)
        self.assertEqual((mixed["tmax"], mixed["rain"]["mid"]), (before["tmax"], 50.8))
        self.assertIn({"what": "rain", "source": "station"}, mixed["by"])
        self.assertIn({"what": "temperature", "source": "typed"}, mixed["by"])
        self.garden.refresh_from_db()
        self.assertLess(situation(self.garden).plan.beds[0].net_mm.mid, lacked)
        self.believe("temperature", "station")
        self.assertAlmostEqual(self.day(yesterday)["tmax"]["mid"], 40.0)
        self.assertEqual(self.day(yesterday)["rain"], before["rain"])
        orders = {x["what"]: x["order"] for x in self.send("get", "/sky")["trust"]}
        self.assertEqual(orders["temperature"], ["station", "typed", "provider", "climate"])
        fault = self.send("patch", "", {"trust": [{"what": "rain", "order": ["typed", "typed"]}]}, status=400)
        self.assertIn("trust[0]", fault["fields"][0]["field"])

    def test_ten_years_are_one_event_and_undone_as_one(self) -> None:
        self.send("post", "/station", {"text": file_of(5, high=80.6)}, status=201)
        years = self.send("post", "/station", {"text": file_of(3653)}, status=201)
        self.assertEqual(years["days"], 3653)
        self.believe("temperature", "station")
        yesterday = w.TODAY - DAY
        self.assertAlmostEqual(self.day(yesterday)["tmax"]["mid"], 30.0)
        self.send("post", f"/events/{years['id']}/strike", {"back": False})
        self.assertAlmostEqual(self.day(yesterday)["tmax"]["mid"], 27.0)  # the file before counts again
        self.send("post", f"/events/{years['id']}/strike", {"back": True})
        self.assertAlmostEqual(self.day(yesterday)["tmax"]["mid"], 30.0)
        self.assertEqual(Event.objects.filter(kind="station_read").count(), 2)

    def test_the_same_file_sent_twice_is_one(self) -> None:
        key = w.new_id()
        for _ in range(2):
            path = f"/gardens/{self.garden.pk}/station"
            answer = w.send(self.client_, "post", path, {"text": file_of(4)}, key=key)
            self.assertEqual(answer.status_code, 201, answer.content)
        self.assertEqual((StationDay.objects.count(), Event.objects.filter(kind="station_read").count()), (4, 1))

    def test_faults_are_told_and_days_to_come_are_no_facts(self) -> None:
        text = file_of(2) + f"{w.TODAY + 3 * DAY:%m/%d/%Y},70,60,0,1\nnever,1,2,3,4\n"
        kept = self.send("post", "/station", {"text": text}, status=201)
        self.assertEqual((kept["days"], kept["faults"]), (2, 1))
        for body in ({"text": "hello"}, {"text": HEADER}, {"text": ""}, {"text": file_of(1, until=w.TODAY + 9 * DAY)}):
            self.send("post", "/station", body, status=400)
        wrong = {"date": "Date", "order": "mdy", "columns": [{"column": "x", "variable": "tmax", "unit": "f"}]}
        for path in ("/station", "/station/look"):
            fault = self.send("post", path, {"text": file_of(2), "mapping": wrong}, status=400)
            self.assertEqual(fault["fields"][0]["field"], "mapping.columns[0]")
            fault = self.send("post", path, {"text": file_of(2), "mapping": {"dates": 1}}, status=400)
            self.assertIn("mapping", fault["fields"][0]["field"])
        self.assertEqual(Event.objects.filter(kind="station_read").count(), 1)

    def test_a_helper_may_not(self) -> None:
        bo = w.person("bo")
        w.join(self.garden, bo, "helper")
        for path in ("/station", "/station/look"):
            self.send("post", path, {"text": file_of(2)}, status=403, who=w.client_of(bo))

    def test_the_garden_file_carries_its_days_and_whom_to_believe(self) -> None:
        self.send("post", "/station", {"text": file_of(5)}, status=201)
        self.believe("rain", "station", "provider")
        before = described_garden(self.garden)
        self.assertEqual(len(before.station_days), 5)
        after = described_garden(ImportGarden(w.by(self.ada), garden_as_text(before)).execute())
        self.assertEqual((after.station_days, after.trust), (before.station_days, before.trust))
