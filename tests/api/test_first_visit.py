"""A garden made from scratch: its climate stands in until days are typed, and a round comes at once."""

import pathlib
from typing import Any

from django.test import TestCase

from agronomy.sky.climates import GENERIC
from apps.garden.models import Garden
from apps.weather.models import Source, WeatherDay
from tests.apps import world as w

SEATTLE = (pathlib.Path(__file__).parents[1] / "reference" / "seattle_2012_15.csv").read_text()
PLACE = {"name": "Reef End", "latitude": 38, "elevation_m": 60}


class FirstVisit(TestCase):
    ada: Any

    @classmethod
    def setUpTestData(cls) -> None:
        cls.ada = w.person()

    def call(self, method: str, path: str, body=None, status: int = 200):
        answer = w.send(w.client_of(self.ada), method, path, body)
        self.assertEqual(answer.status_code, status, answer.content[:400])
        return answer.json() if answer.content else None

    def described(self, status: int = 201, **values):
        return self.call("post", "/gardens", PLACE | values, status)

    def test_a_round_comes_at_once_from_the_climate_alone(self) -> None:
        made = self.described(climate="hot_dry", method="drip", flow_l_per_min=7.5)
        self.assertEqual((made["method"], made["rigs"][0]["flow_l_per_min"]), ("drip", 7.5))
        self.assertEqual(made["climate_said"], GENERIC["hot_dry"].name)
        # The year is set to high summer, so that the word does not hang on the day of the test.
        Garden.objects.filter(pk=made["id"]).update(clock_date=w.TODAY)
        bed = {
            "name": "Bench",
            "kind": "raised",
            "length_m": 2.4,
            "width_m": 1.2,
            "opening_wetness": "dry",
            "plantings": [{"crop": "tomato", "count": 6, "planted": "2025-05-12"}],
        }
        self.call("post", f"/gardens/{made['id']}/beds", bed, 201)
        r = self.call("get", f"/gardens/{made['id']}/round")
        self.assertEqual((r["lacks"], r["weather"]["source"], r["weather"]["typed_days"]), ("", "climate", 0))
        self.assertIn(r["stops"][0]["word"], ("soak", "check"))
        sky = self.call("get", f"/gardens/{made['id']}/sky")
        self.assertEqual({d["kind"] for d in sky["days"]}, {"climate"})
        self.call(
            "put",
            f"/gardens/{made['id']}/days",
            {
                "days": [
                    {"date": "2025-07-10", "tmin": 20, "tmax": 36, "rain": 0},
                    {"date": "2025-07-12", "tmin": 20, "tmax": 38},
                ]
            },
            204,
        )
        days = {d["date"]: d["kind"] for d in self.call("get", f"/gardens/{made['id']}/sky")["days"]}
        self.assertEqual(
            [days[f"2025-07-{n}"] for n in (9, 10, 11, 12, 13) if n > 9], ["observed", "climate", "typed", "climate"]
        )

    def test_a_place_alone_is_enough_and_what_is_wrong_is_named(self) -> None:
        self.assertEqual(self.described(climate="by_place")["climate"], "dry_summer")
        self.assertEqual(self.described(climate="by_place", latitude=-9, elevation_m=1900)["climate"], "cool_highland")
        for wrong, field in (
            ({"climate": "lunar"}, "climate"),
            ({"climate": "file"}, "weather_file"),
            ({"latitude": 91}, "latitude"),
            ({"climate": "by_place", "latitude": 91}, "latitude"),
            ({"flow_l_per_min": 900}, "flow_l_per_min"),
            ({"method": "prayer"}, "method"),
        ):
            before = Garden.objects.count()
            with self.subTest(wrong):
                self.assertEqual(self.described(400, **wrong)["fields"][0]["field"], field)
                self.assertEqual(Garden.objects.count(), before)

    def test_a_weather_file_is_a_climate_and_its_newest_days_were_observed(self) -> None:
        made = self.described(climate="file", weather_file=SEATTLE)
        self.assertEqual(made["climate"], "file")
        self.assertEqual(WeatherDay.objects.filter(source=Source.CLIMATE).count(), SEATTLE.count("\n") - 1)
        Garden.objects.filter(pk=made["id"]).update(clock_date="2015-07-11")
        bed = {"name": "Bench", "kind": "raised", "length_m": 2.4, "width_m": 1.2, "opened": "2015-06-20"}
        self.call("post", f"/gardens/{made['id']}/beds", bed, 201)
        sky = self.call("get", f"/gardens/{made['id']}/sky")
        kinds = [d["kind"] for d in sky["days"]]
        self.assertEqual((kinds[13], kinds[15]), ("observed", "climate"))
        wet = next(line for line in SEATTLE.splitlines() if line.startswith("2015-07-10"))
        self.assertIn(f"{sky['days'][13]['tmax']['mid']:g}", wet)

    def test_a_bad_weather_file_makes_no_garden_and_tells_its_line(self) -> None:
        for text, words in (
            ("date,tmin,tmax\n2020-01-01,5,3\n", "line 2"),
            ("nonsense", "date"),
            ("date,tmin,tmax\n2020-01-01,1,3\n", "a whole year"),
        ):
            with self.subTest(text):
                answer = self.described(400, climate="file", weather_file=text)
                self.assertIn(words, answer["text"])
        self.assertEqual(Garden.objects.count(), 0)

    def test_the_climate_is_changed_later_and_a_file_replaces_a_file(self) -> None:
        made = self.described()
        self.assertIsNone(made["climate"])
        self.call("patch", f"/gardens/{made['id']}", {"climate": "file"}, 400)
        self.assertEqual(self.call("patch", f"/gardens/{made['id']}", {"climate": "monsoon"})["climate"], "monsoon")
        stamps = set()
        for _ in range(2):
            self.call("post", f"/gardens/{made['id']}/climate", {"text": SEATTLE})
            stamps.add(Garden.objects.get().climate_stamp)
        self.assertEqual((len(stamps), Garden.objects.get().climate), (2, "file"))
        self.assertEqual(WeatherDay.objects.count(), SEATTLE.count("\n") - 1)
        self.call("patch", f"/gardens/{made['id']}", {"climate": None})
        self.assertEqual(self.call("get", f"/gardens/{made['id']}/round")["lacks"], "beds")
