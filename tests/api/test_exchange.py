"""Files out and in over the wire: nothing lost on the way round, every fault told, nothing half kept."""

import csv
import datetime as dt
import io
import json
import re
from typing import Any

from django.test import TestCase

from agronomy.describe.cells import from_text
from apps.exchange.samples import SAMPLES, WRACKLINE_YARD, described, make_sample
from apps.garden.models import Bed, Garden, Rig
from apps.weather.models import WeatherDay
from tests.apps import world as w


class Exchange(TestCase):
    def setUp(self) -> None:
        self.ada = w.person()
        self.client_ = w.client_of(self.ada)

    def file(self, garden, name):
        answer = self.client_.get(f"/api/gardens/{garden.pk}/{name}")
        self.assertEqual(answer.status_code, 200)
        self.assertIn(f'-{name}"', answer["Content-Disposition"])
        return answer.content.decode()

    def post(self, path, text, status):
        answer = w.send(self.client_, "post", path, {"text": text})
        self.assertEqual(answer.status_code, status, answer.content[:600])
        return answer.json()

    def test_every_sample_goes_out_and_comes_in_the_same(self) -> None:
        for sample in SAMPLES.values():
            text = self.file(make_sample(sample, self.ada), "garden.json")
            made = self.post("/import/garden", text, 201)
            again = self.file(Garden.objects.get(pk=made["id"]), "garden.json")
            self.assertEqual(json.loads(again), json.loads(text), sample.key)
            self.assertEqual(made["time_zone"], sample.time_zone)

    def test_what_was_described_noted_and_typed_comes_round(self) -> None:
        garden = w.garden_of(self.ada, name="Tar Loft", north_deg=15.0, time_zone="Etc/GMT+1")
        bed = w.bed_of(self.ada, garden)
        w.type_days(self.ada, garden, behind=3, ahead=2)
        today = garden.today
        path = f"/gardens/{garden.pk}"
        mulch = {"kind": "straw", "depth_m": 0.05}
        for method, where, body, status in (
            ("post", "/own-crops", {"name": "Tar Red", "like": "tomato", "days": 90}, 201),
            ("post", "/waterings", {"waterings": [{"id": w.new_id(), "bed": bed.pk, "litres": 12}]}, 201),
            ("post", "/observations", {"id": w.new_id(), "bed": bed.pk, "reading": "wet"}, 201),
            ("post", "/gauge", {"id": w.new_id(), "date": str(today - dt.timedelta(days=1)), "rain": 4.5}, 201),
            ("post", "/things", {"kind": "wall", "x_m": 1, "y_m": 2, "length_m": 4, "height_m": 2}, 201),
            ("patch", "", {"people": [{"name": "Bo", "minutes": [30] * 7}], "heat_rule": "unusual"}, 200),
            ("put", f"/beds/{bed.pk}", {**w.BED, "mulch": mulch, "plantings": []}, 200),
        ):
            answer = w.send(self.client_, method, path + where, body)
            self.assertEqual(answer.status_code, status, f"{where}: {answer.content[:300]}")
        text = self.file(garden, "garden.json")
        value = json.loads(text)
        self.assertEqual((value["name"], value["north_deg"], len(value["days"])), ("Tar Loft", 15.0, 5))
        self.assertEqual([len(value["beds"][0][k]) for k in ("waterings", "observations", "mulches")], [1, 1, 1])
        self.assertEqual([len(value[k]) for k in ("own_crops", "things", "people", "gauge")], [1, 1, 1, 1])
        made = Garden.objects.get(pk=self.post("/import/garden", text, 201)["id"])
        self.assertEqual(json.loads(self.file(made, "garden.json")), value)
        Garden.objects.filter(pk=made.pk).update(clock_date=today)
        rounds = [w.send(self.client_, "get", f"/gardens/{pk}/round").content.decode() for pk in (garden.pk, made.pk)]
        ids = r'"(id|watering|observation|put_off)":("[^"]+"|\d+)'
        stops = [re.sub(ids, "", text[text.index('"stops"') :]) for text in rounds]
        self.assertEqual(*stops)  # what the rows are called differs; what is advised does not

    def test_two_alike_events_of_a_day_and_names_that_look_alike(self) -> None:
        garden = w.garden_of(self.ada)
        bed = w.bed_of(self.ada, garden)
        for _ in range(2):
            w.note("watering", bed, user=self.ada, litres=5.0)
            w.note("observation", bed, user=self.ada, reading="dry")
        for name in ("hose", "Möhre", "Mohre", "🥕", "🍅"):
            Rig.objects.create(garden=garden, name=name)
            w.note("season", garden, name=name, cleared=[])
        value = json.loads(self.file(garden, "garden.json"))
        made = Garden.objects.get(pk=self.post("/import/garden", json.dumps(value), 201)["id"])
        self.assertEqual(json.loads(self.file(made, "garden.json")), value)
        self.assertEqual([len(value["beds"][0][k]) for k in ("waterings", "observations")], [2, 2])
        self.assertEqual((made.rigs.count(), w.events("season", garden=made).count()), (6, 5))

    def test_a_bed_to_come_goes_along(self) -> None:
        garden = w.garden_of(self.ada)
        bed = w.bed_of(self.ada, garden)
        Bed.objects.filter(pk=bed.pk).update(opened=w.TODAY + dt.timedelta(days=20))
        text = self.file(garden, "garden.json")
        self.assertEqual([b["name"] for b in json.loads(text)["beds"]], ["Bench"])
        self.post("/import/garden", text, 201)

    def test_a_bed_of_year_one_or_long_ago_is_refused_at_every_door(self) -> None:
        value = json.loads(self.file(make_sample(WRACKLINE_YARD, self.ada), "garden.json"))
        gardens = Garden.objects.count()
        for opened, said in (("0001-01-01", "from 1900"), ("1900-01-01", "a date from"), ("2099-01-01", "a date from")):
            value["beds"][0]["opened"] = opened
            faulty = self.post("/import/garden", json.dumps(value), 400)
            self.assertIn("beds[0].opened", faulty["text"])
            self.assertIn(said, faulty["text"])
        self.assertEqual(Garden.objects.count(), gardens)
        garden = w.garden_of(self.ada)
        for opened in ("0001-01-01", "1900-01-01", "2025-07-12"):
            bed = {**w.BED, "opened": opened}
            self.assertEqual(w.send(self.client_, "post", f"/gardens/{garden.pk}/beds", bed).status_code, 400)

    def test_hostile_files_get_their_one_line(self) -> None:
        garden = w.garden_of(self.ada)
        days, beds = f"/gardens/{garden.pk}/days/import", f"/gardens/{garden.pk}/beds/import"
        climate = f"/gardens/{garden.pk}/climate"
        value = json.loads(self.file(make_sample(WRACKLINE_YARD, self.ada), "garden.json"))
        half = json.dumps({**value, "name": "\ud800"})
        year_one = "date,tmin,tmax,rain\n0001-01-01,10,20,0\n"
        for path, text, said in (
            ("/import/garden", half, "half a character"),
            ("/import/garden", json.dumps({**value, "climate": {"a": 1}}), "climate"),
            ("/import/garden", json.dumps({**value, "beds": [{**value["beds"][0], "drip": 5}]}), "drip"),
            (days, "x" * 200_000 + ",date\n", "field larger"),
            (days, "date,tmin,tmax,rain\n" + "9" * 200_000, "field larger"),
            (days, year_one, "from 1900 to 2099"),
            (climate, year_one, "from 1900 to 2099"),
            (beds, "bed" + "x" * 200_000 + ",kind\n", "field larger"),
            (beds, "bed,kind,length_m,width_m,crop,count,planted\nA,raised,1,1,pea,3,0001-01-01\n", "from 1900"),
        ):
            with self.subTest(said):
                answer = self.post(path, text, 400)
                self.assertIn(said, answer["text"])
                self.assertLess(len(answer["text"]), 400)

    def test_each_fault_is_told_and_nothing_is_kept(self) -> None:
        value = json.loads(self.file(make_sample(WRACKLINE_YARD, self.ada), "garden.json"))
        value["latitude"] = 91
        value["beds"][1]["kind"] = "castle"
        value["beds"][2]["waterings"] = [{"date": "2025-02-30", "litres": 1}]
        said = self.post("/import/garden", json.dumps(value), 400)
        self.assertEqual(said["code"], "faulty_file")
        fields = {f["field"] for f in said["fields"]}
        self.assertEqual(fields, {"latitude", "beds[1].kind", "beds[2].waterings[0].date"})
        for text in ("", "{}", "[]", "{", '"' + "x" * 6_000_000 + '"', json.dumps({**value, "time_zone": "Moon/Base"})):
            answer = w.send(self.client_, "post", "/import/garden", {"text": text})
            self.assertIn(answer.status_code, (400, 413), text[:30])
        self.assertEqual(Garden.objects.count(), 1)

    def test_the_plan_and_the_beds(self) -> None:
        garden = make_sample(WRACKLINE_YARD, self.ada)
        plan = json.loads(self.file(garden, "map.geojson"))
        beds = [f for f in plan["features"] if f["properties"]["what"] == "bed"]
        self.assertEqual({f["properties"]["name"] for f in beds}, {b.name for b in described(WRACKLINE_YARD).beds})
        rows = list(csv.DictReader(io.StringIO(self.file(garden, "beds.csv"))))
        self.assertEqual(len(rows), sum(max(1, len(b.plantings)) for b in described(WRACKLINE_YARD).beds))
        named = w.garden_of(self.ada)
        w.bed_of(self.ada, named, name="=1+1")
        cells = [c for row in csv.reader(io.StringIO(self.file(named, "beds.csv"))) for c in row]
        self.assertIn("'=1+1", cells)

    def test_what_was_noted_as_lines(self) -> None:
        garden = w.garden_of(self.ada)
        bed = w.bed_of(self.ada, garden, name="-Beans; =2+2")
        feeds = [{"name": "Brew", "kind": "brew", "dose": 100.0, "guessed": True}]
        w.send(self.client_, "patch", f"/gardens/{garden.pk}", {"feeds": feeds})
        poured = {"bed": bed.pk, "litres": 8.0, "part": "morning", "into": "soil", "passes": 1}
        for told in ({}, {"litres": 0.0, "feed": "Brew", "fed": 40.0}):
            rows = {"waterings": [{**poured, **told, "id": w.new_id()}]}
            self.assertEqual(w.send(self.client_, "post", f"/gardens/{garden.pk}/waterings", rows).status_code, 201)
        case = {"id": w.new_id(), "bed": bed.pk, "signs": ["pale", "spots"], "since_days": 3}
        self.assertEqual(w.send(self.client_, "post", f"/gardens/{garden.pk}/signs", case).status_code, 201)
        for follow in ({"look": "finger", "found": "wet"}, {"outcome": "better"}):
            path = f"/gardens/{garden.pk}/signs/{case['id']}/follow"
            self.assertEqual(w.send(self.client_, "post", path, {"id": w.new_id(), **follow}).status_code, 201)
        lines = list(csv.DictReader(io.StringIO(self.file(garden, "record.csv"))))
        self.assertEqual([x["noted"] for x in lines], ["watered", "fed", "signs", "look", "outcome"])
        self.assertEqual({from_text(x["bed"]) for x in lines}, {"-Beans; =2+2"})
        self.assertNotIn("; =", self.file(garden, "record.csv"))
        told = {name: [x[name] for x in lines if x[name]] for name in ("feed", "fed", "signs", "found", "outcome")}
        want = {"feed": ["Brew"], "fed": ["40.0"], "signs": ["pale spots"], "found": ["wet"], "outcome": ["better"]}
        self.assertEqual(told, want)

    def test_days_out_and_in_again(self) -> None:
        garden = w.garden_of(self.ada)
        w.type_days(self.ada, garden, behind=4, ahead=3, rain={-2: 6.5})
        text = self.file(garden, "days.csv")
        kept = list(WeatherDay.objects.order_by("date").values_list("date", "tmin", "tmax", "rain"))
        WeatherDay.objects.all().delete()
        without = "\n".join(line.rsplit(",", 1)[0] for line in text.splitlines()) + "\n"
        self.assertEqual(self.post(f"/gardens/{garden.pk}/days/import", without, 200), {"days": 7})
        again = list(WeatherDay.objects.order_by("date").values_list("date", "tmin", "tmax", "rain"))
        self.assertEqual(again, kept)

    def test_faulty_days_name_their_line_and_change_nothing(self) -> None:
        garden = w.garden_of(self.ada)
        path = f"/gardens/{garden.pk}/days/import"
        head = "date,tmin,tmax,rain\n2025-07-09,10,20,0\n"
        for body, part in (
            ("2025-07-10,10,warm,0\n", "line 3"),
            ("2025-07-10,30,20,0\n", "line 3"),
            ("1999-07-10,10,20,0\n", "days[1].date"),
            ("2025-07-09,10,20,0\n", "2025-07-09"),
        ):
            said = self.post(path, head + body, 400)
            self.assertIn(part, said["text"])
        self.post(path, "", 400)
        self.assertFalse(WeatherDay.objects.exists())


class Bounds(TestCase):
    def test_no_more_gardens_than_a_person_may_have(self) -> None:
        ada = w.person()
        text = '{"format": "isleshower-garden-1", "name": "X", "latitude": 1, "elevation_m": 2, "beds": []}'
        client = w.client_of(ada)
        codes = [w.send(client, "post", "/import/garden", {"text": text}).status_code for _ in range(21)]
        self.assertEqual(codes, [201] * 20 + [400])


class BedsAndPlanIn(TestCase):
    """A spreadsheet of beds and a plan: what goes out comes in, and every fault is named by its line or feature."""

    ada: Any
    garden: Garden
    other: Garden

    @classmethod
    def setUpTestData(cls) -> None:
        cls.ada = w.person()
        cls.garden = w.garden_of(cls.ada)
        w.bed_of(cls.ada, cls.garden, x_m=3.0)
        cls.other = w.garden_of(cls.ada)

    def send(self, path, text, status=200, garden=None):
        where = (garden or self.other).pk
        answer = w.send(w.client_of(self.ada), "post", f"/gardens/{where}{path}", {"text": text})
        self.assertEqual(answer.status_code, status, answer.content[:400])
        return answer.json()

    def test_beds_go_out_and_come_into_another_garden(self) -> None:
        text = w.client_of(self.ada).get(f"/api/gardens/{self.garden.pk}/beds.csv").content.decode()
        self.assertEqual(self.send("/beds/import", text)["beds"], 1)
        copy, bed = self.other.beds.get(), self.garden.beds.get()
        for name in ("name", "kind", "length_m", "width_m", "round", "method"):
            self.assertEqual(getattr(copy, name), getattr(bed, name))
        mine, theirs = copy.plantings.get(), bed.plantings.get()
        for name in ("crop", "count", "planted", "start"):
            self.assertEqual(getattr(mine, name), getattr(theirs, name))
        self.assertEqual((mine.sizes.get().height, mine.sizes.get().spread_m), ("shoulder", 0.6))
        self.assertEqual(copy.records.get(aspect="soil").value["material"], "loam")

    def test_every_fault_of_a_sheet_is_named_and_nothing_is_kept(self) -> None:
        text = (
            "bed,kind,length_m,width_m,round,crop,count,planted\n"
            "One,raised,2,1,,tomato,6,2025-05-12\n"
            "Two,raised,wide,1,,tomato,6,2025-05-12\n"
            "Three,moat,2,1,,,,\n"
            "Four,raised,2,1,,triffid,6,2025-05-12\n"
            "Five,raised,2,1,,tomato,6,soon\n"
            "Six,raised,2,1,perhaps,tomato,,\n"
            ",raised,2,1,,,,\n"
        )
        fields = [f["field"] for f in self.send("/beds/import", text, 400)["fields"]]
        for place in ("line 3 length_m", "line 4 kind", "line 5 crop", "line 6 planted", "line 7 round", "line 8 bed"):
            self.assertTrue(any(place in f for f in fields), (place, fields))
        self.assertEqual(self.other.beds.count(), 0)
        self.assertIn("column kind", self.send("/beds/import", "bed,length_m\nX,1\n", 400)["text"])
        self.send("/beds/import", "", 400)

    def test_a_plan_goes_out_and_comes_in_again(self) -> None:
        client, base = w.client_of(self.ada), f"/gardens/{self.garden.pk}"
        bed = self.garden.beds.get()
        w.send(
            client,
            "put",
            f"{base}/ground",
            {
                "beds": [{"id": bed.pk, "x_m": 3, "y_m": 2, "turn_deg": 30}],
                "rigs": [{"id": self.garden.rigs.get().pk, "x_m": 1, "y_m": 1}],
                "north_deg": 25,
            },
        )
        wall = {"kind": "wall", "name": "quay", "x_m": 5, "y_m": 5, "length_m": 4, "width_m": 0.3, "turn_deg": -20}
        w.send(client, "post", f"{base}/things", wall)
        text = client.get(f"/api{base}/map.geojson").content.decode()
        w.send(
            client,
            "put",
            f"{base}/ground",
            {"beds": [{"id": bed.pk, "x_m": 0, "y_m": 0, "turn_deg": 0}], "north_deg": 0},
        )
        thing = self.garden.things.get()
        thing.x_m = 9.0
        thing.save()
        self.assertEqual(self.send("/map/import", text, garden=self.garden)["features"], 3)
        bed.refresh_from_db()
        thing.refresh_from_db()
        self.garden.refresh_from_db()
        for got, want in (
            (bed.x_m, 3),
            (bed.y_m, 2),
            (bed.turn_deg, 30),
            (thing.x_m, 5),
            (thing.turn_deg, -20),
            (thing.length_m, 4),
            (self.garden.north_deg, 25),
        ):
            self.assertAlmostEqual(got, want, places=2)
        self.assertEqual(self.garden.things.count(), 1)

    def test_a_faulty_plan_moves_nothing(self) -> None:
        square = [[0, 0], [1, 0], [1, 1], [0, 1], [0, 0]]
        polygon = {"type": "Polygon", "coordinates": [square]}

        def plan(*features):
            return json.dumps({"type": "FeatureCollection", "features": list(features)})

        good = {"geometry": polygon, "properties": {"what": "bed", "name": "Bench"}}
        for bad, place in (
            ({"geometry": polygon, "properties": {"what": "bed", "name": "Nobody"}}, "features[1].properties.name"),
            ({"geometry": polygon, "properties": {"what": "castle"}}, "features[1].properties.what"),
            ({"geometry": polygon, "properties": {"what": "bed", "name": ["x"]}}, "features[1].properties.name"),
            ({"geometry": polygon, "properties": {"what": "wall", "height_m": "x"}}, "features[1].height_m"),
            (
                {"geometry": {"type": "Point", "coordinates": [1, 1]}, "properties": {"what": "wall"}},
                "features[1].geometry.type",
            ),
            (
                {"geometry": {"type": "Polygon", "coordinates": [[["a", 0]] * 5]}, "properties": {"what": "wall"}},
                "features[1].geometry.coordinates[0][0]",
            ),
            ({"properties": None}, "features[1].properties"),
        ):
            with self.subTest(place):
                fields = self.send("/map/import", plan(good, bad), 400, self.garden)["fields"]
                self.assertTrue(any(f["field"].startswith(place) for f in fields), fields)
                self.assertNotEqual(self.garden.beds.get().y_m, 0.5)
        for text in ("{", "[]", '{"type": "FeatureCollection", "features": 3}', "NaN"):
            self.send("/map/import", text, 400, self.garden)
