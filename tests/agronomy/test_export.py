"""Out and in again loses nothing; a faulty file has each fault named; the plan as GeoJSON."""

import dataclasses
import itertools
import json
import math
import pathlib
import unittest
import zoneinfo

import jsonschema
from hypothesis import given, settings
from hypothesis import strategies as st

from agronomy.describe import garden as g
from agronomy.describe import words
from agronomy.formats import field_tables, map_geojson, older, read_garden, write_garden
from agronomy.formats.described import schema_of
from tests.agronomy import gardens as t
from tests.agronomy.test_command import GARDEN
from tests.agronomy.test_properties import beds

SAMPLES = pathlib.Path(__file__).parents[2] / "apps" / "exchange" / "sample_gardens"


class RoundTrip(unittest.TestCase):
    @settings(max_examples=60, deadline=None)
    @given(beds(), st.sampled_from(words.STYLES))
    def test_any_garden_comes_back_as_it_went(self, bed, style):
        garden = dataclasses.replace(t.garden(bed), style=style, beds=(_sorted(bed),))
        text = write_garden.garden_as_text(garden)
        self.assertEqual(read_garden.garden_from_json(json.loads(text)), garden)

    def test_every_zone_of_the_world_comes_back(self) -> None:
        for zone in sorted(zoneinfo.available_timezones()):
            garden = dataclasses.replace(t.garden(), time_zone=zone)
            self.assertEqual(read_garden.read_garden(write_garden.garden_as_text(garden)), garden, zone)

    def test_every_sample_comes_back(self) -> None:
        for path in sorted(SAMPLES.glob("*.json")):
            garden = read_garden.read_garden(path.read_text(encoding="utf-8"))
            again = read_garden.read_garden(write_garden.garden_as_text(garden))
            self.assertEqual(again, garden, path.name)

    def test_all_the_rest_of_a_garden(self) -> None:
        garden = dataclasses.replace(
            t.garden(t.bed(x_m=1.0, y_m=2.0, turn_deg=30.0, rig=None)),
            rigs=(g.Rig("Tap", 9.0, t.OPENED, 0.0, 1.0, 20.0),),
            gauge=(g.Gauge(t.OPENED, 3.5),),
            own_crops=(g.OwnCrop("Red", "tomato", height_m=1.5, days=90),),
            growth="warmth",
            heat_rule="unusual",
            round_price_mm=2.0,
            prefers="dusk",
            people=(g.Person("Bo", (1.0, 2.0, 3.0, 4.0, 5.0, 6.0, 7.0)),),
            allowed=(g.Allowed(5.0, 9.0, (0, 2)),),
            moves=(g.Move("Bench", t.TODAY, t.OPENED),),
            things=(g.Thing("tree", 1.0, 2.0, 3.0, 3.0, 4.0, 0.0, "sloe"),),
            north_deg=20.0,
            time_zone="Etc/GMT+1",
            days=(g.TypedDay(t.OPENED, tmin=8.0, tmax=20.5, rain=0.0),),
        )
        self.assertEqual(read_garden.read_garden(write_garden.garden_as_text(garden)), garden)


def _sorted(bed: g.Bed) -> g.Bed:
    """The lists of a file are read in the order of their dates."""
    by_date = lambda x: x.date  # noqa: E731
    plantings = tuple(
        dataclasses.replace(
            p,
            sizes=tuple(sorted(p.sizes, key=by_date)),
            thinned=tuple(dataclasses.replace(c, date=max(c.date, p.planted)) for c in sorted(p.thinned, key=by_date)),
        )
        for p in bed.plantings
    )
    checks = tuple(c for c in sorted(bed.observations, key=by_date) if c.kind != "probe" or (c.value or 0) >= 1)
    checks = tuple(c for c in checks if c.kind != "dug" or (c.value or 0) <= 1.5)
    soils = tuple(
        dataclasses.replace(x, top_m=x.top_m if x.layers else None, woody_fill_m=min(x.woody_fill_m, 1.2))
        for x in bed.soils
    )
    return dataclasses.replace(
        bed,
        rig=None,
        plantings=plantings,
        observations=checks,
        soils=soils,
        mulches=tuple(sorted(bed.mulches, key=by_date)),
        waterings=tuple(sorted(bed.waterings, key=by_date)),
        exposures=tuple(x for x in bed.exposures),
    )


class Docs(unittest.TestCase):
    def test_the_page_of_the_garden_file_tells_todays_fields(self) -> None:
        from scripts.field_tables import PAGE, with_tables

        page = PAGE.read_text(encoding="utf-8")
        self.assertEqual(with_tables(page), page, "run scripts/client.sh and commit what changes")
        self.assertIn(
            "| `capacity_l` | up to the overflow; of what is buried, of all together | 0.2 to 1000 L | needed |", page
        )
        self.assertNotIn("`key`", page)

    def test_every_field_says_what_it_means_or_its_name_does(self) -> None:
        """A field without a meaning has a name that a gardener reads as it stands."""
        plain = {
            "date",
            "kind",
            "name",
            "litres",
            "part",
            "into",
            "count",
            "crop",
            "planted",
            "variety",
            "round",
            "ended",
            "length_m",
            "width_m",
            "from_h",
            "to_h",
            "bed",
            "from_date",
            "to_date",
            "rain",
            "latitude",
            "longitude",
            "beds",
            "ingredient",
            "reading",
            "turn_deg",
        }
        for described in field_tables.TABLES:
            for name, said in schema_of(described)["properties"].items():
                self.assertTrue(said.get("description") or name in plain, (described.__name__, name))


class Older(unittest.TestCase):
    def test_a_file_of_version_1_comes_in_as_it_did(self) -> None:
        """It called what was observed of a bed its checks; named, or without its version, it says the same today."""
        garden = t.garden(t.bed(observations=(g.Observation(t.TODAY, "dry"), g.Observation(t.TODAY, kind="still_wet"))))
        new = write_garden.garden_as_json(garden)
        self.assertEqual(new["format"], "isleshower-garden-2")
        old = {**new, "format": "isleshower-garden-1", "beds": [dict(b) for b in new["beds"]]}
        old["beds"][0]["checks"] = old["beds"][0].pop("observations")
        unnamed = {k: v for k, v in old.items() if k != "format"}
        for value in (new, old, unnamed):
            self.assertEqual(read_garden.read_garden(json.dumps(value)), garden)
            self.assertEqual(read_garden.garden_and_faults(json.dumps(value)), (garden, []))
        first = older.schema_of_version_1(read_garden.garden_schema())
        jsonschema.validate(old, first)
        with self.assertRaises(jsonschema.ValidationError):
            jsonschema.validate(new, first)

    def test_the_old_word_is_refused_in_a_new_file_by_its_place(self) -> None:
        new = write_garden.garden_as_json(t.garden())
        new["beds"][0]["checks"] = []
        [fault] = read_garden.garden_and_faults(json.dumps(new))[1]
        self.assertEqual((fault.field, fault.value), ("beds[0]", "checks"))
        odds: tuple[object, ...] = (None, [], "x", {"beds": None}, {"beds": [3]}, {"format": 7})
        for odd in odds:
            self.assertTrue(read_garden.garden_and_faults(json.dumps(odd))[1], odd)


class Faults(unittest.TestCase):
    def test_each_fault_is_named_with_its_place(self) -> None:
        value = json.loads(json.dumps(GARDEN))
        value["latitude"] = 99
        value["beds"][0]["kind"] = "castle"
        value["beds"][0]["plantings"][0]["count"] = 0
        value["extra"] = 1
        garden, found = read_garden.garden_and_faults(json.dumps(value))
        self.assertIsNone(garden)
        fields = {e.field for e in found}
        self.assertTrue({"latitude", "beds[0].kind", "beds[0].plantings[0].count"} <= fields, fields)
        self.assertEqual(len(found), 4)

    def test_a_sound_file_has_none_and_no_json_has_one(self) -> None:
        garden, found = read_garden.garden_and_faults(json.dumps(GARDEN))
        self.assertEqual((garden, found), (read_garden.garden_from_json(GARDEN), []))
        for text in ("{", "[1,", '{"name": NaN}', "[" * 100_000):
            garden, found = read_garden.garden_and_faults(text)
            self.assertEqual((garden, len(found)), (None, 1))
        twice = {**GARDEN, "beds": [GARDEN["beds"][0], GARDEN["beds"][0]]}
        self.assertIn("beds[1]", read_garden.garden_and_faults(json.dumps(twice))[1][0].field)

    def test_no_more_faults_than_a_person_reads(self) -> None:
        value = {**GARDEN, "gauge": [{"date": "x", "rain": -1} for _ in range(500)]}
        self.assertEqual(len(read_garden.garden_and_faults(json.dumps(value))[1]), read_garden.MOST_FAULTS)


class GeoJson(unittest.TestCase):
    def area(self, ring: list[list[float]]) -> float:
        """Shoelace formula, any text: positive counter-clockwise."""
        return sum(a[0] * b[1] - b[0] * a[1] for a, b in itertools.pairwise(ring)) / 2

    def test_footprints_are_closed_counter_clockwise_and_as_large_as_they_are(self) -> None:
        """RFC 7946: outer rings run counter-clockwise and end where they begin."""
        for turn in (0.0, 37.0, 200.0):
            ring = map_geojson.outline(3.0, -2.0, 2.4, 1.2, turn, False)
            self.assertEqual(ring[0], ring[-1])
            self.assertAlmostEqual(self.area(ring), 2.88, places=3)
        round_ = map_geojson.outline(0.0, 0.0, 2.0, 2.0, 0.0, True)
        self.assertAlmostEqual(self.area(round_), math.pi, delta=0.05)

    def test_the_plan_of_the_demo(self) -> None:
        garden = read_garden.read_garden((SAMPLES / "wrackline_yard.json").read_text(encoding="utf-8"))
        plan = map_geojson.map_as_geojson(garden)
        kinds = [f["properties"]["what"] for f in plan["features"]]
        self.assertEqual((kinds.count("bed"), kinds.count("wall"), kinds.count("tap")), (14, 2, 1))
        self.assertEqual(plan["north_deg"], 20)
        self.assertEqual({f["geometry"]["type"] for f in plan["features"]}, {"Polygon", "Point"})
        nowhere = map_geojson.map_as_geojson(t.garden())
        self.assertEqual(nowhere["features"], [])


if __name__ == "__main__":
    unittest.main()
