"""Out and in again loses nothing; a faulty file has each fault named; the plan as GeoJSON."""

import dataclasses
import itertools
import json
import math
import pathlib
import unittest

from hypothesis import given, settings
from hypothesis import strategies as st

from agronomy import garden_export, garden_file, plan_geojson
from agronomy.describe import garden as g
from tests.agronomy import gardens as t
from tests.agronomy.test_command import GARDEN
from tests.agronomy.test_properties import beds

SAMPLES = pathlib.Path(__file__).parents[2] / "apps" / "exchange" / "sample_gardens"


class RoundTrip(unittest.TestCase):
    @settings(max_examples=60, deadline=None)
    @given(beds(), st.sampled_from(g.STYLES))
    def test_any_garden_comes_back_as_it_went(self, bed, style):
        garden = dataclasses.replace(t.garden(bed), style=style, beds=(_sorted(bed),))
        text = garden_export.garden_as_text(garden)
        self.assertEqual(garden_file.garden_from_json(json.loads(text)), garden)

    def test_every_sample_comes_back(self):
        for path in sorted(SAMPLES.glob("*.json")):
            garden = garden_file.read_garden(path.read_text(encoding="utf-8"))
            again = garden_file.read_garden(garden_export.garden_as_text(garden))
            self.assertEqual(again, garden, path.name)

    def test_all_the_rest_of_a_garden(self):
        garden = dataclasses.replace(
            t.garden(t.bed(x_m=1.0, y_m=2.0, turn_deg=30.0, rig=None)),
            rigs=(g.Rig("Tap", 9.0, t.OPENED, 0.0, 1.0, 20.0),), gauge=(g.Gauge(t.OPENED, 3.5),),
            own_crops=(g.OwnCrop("Red", "tomato", height_m=1.5, days=90),), growth="warmth", heat_rule="unusual",
            people=(g.Person("Bo", (1.0, 2.0, 3.0, 4.0, 5.0, 6.0, 7.0)),), allowed=(g.Allowed(5.0, 9.0, (0, 2)),),
            moves=(g.Move("Bench", t.TODAY, t.OPENED),),
            things=(g.Thing("tree", 1.0, 2.0, 3.0, 3.0, 4.0, 0.0, "sloe"),),
            north_deg=20.0, time_zone="Etc/GMT+1", days=(g.TypedDay(t.OPENED, tmin=8.0, tmax=20.5, rain=0.0),),
        )  # fmt: skip
        self.assertEqual(garden_file.read_garden(garden_export.garden_as_text(garden)), garden)


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
    checks = tuple(c for c in sorted(bed.checks, key=by_date) if c.kind != "probe" or (c.value or 0) >= 1)
    checks = tuple(c for c in checks if c.kind != "dug" or (c.value or 0) <= 1.5)
    soils = tuple(
        dataclasses.replace(x, top_m=x.top_m if x.layers else None, woody_fill_m=min(x.woody_fill_m, 1.2))
        for x in bed.soils
    )
    return dataclasses.replace(
        bed, rig=None, plantings=plantings, checks=checks, soils=soils,
        mulches=tuple(sorted(bed.mulches, key=by_date)), waterings=tuple(sorted(bed.waterings, key=by_date)),
        exposures=tuple(x for x in bed.exposures),
    )  # fmt: skip


class Faults(unittest.TestCase):
    def test_each_fault_is_named_with_its_place(self):
        value = json.loads(json.dumps(GARDEN))
        value["latitude"] = 99
        value["beds"][0]["kind"] = "castle"
        value["beds"][0]["plantings"][0]["count"] = 0
        value["extra"] = 1
        garden, found = garden_export.faults(json.dumps(value))
        self.assertIsNone(garden)
        fields = {e.field for e in found}
        self.assertTrue({"latitude", "beds[0].kind", "beds[0].plantings[0].count"} <= fields, fields)
        self.assertEqual(len(found), 4)

    def test_a_sound_file_has_none_and_no_json_has_one(self):
        garden, found = garden_export.faults(json.dumps(GARDEN))
        self.assertEqual((garden, found), (garden_file.garden_from_json(GARDEN), []))
        for text in ("{", "[1,", '{"name": NaN}', "[" * 100_000):
            garden, found = garden_export.faults(text)
            self.assertEqual((garden, len(found)), (None, 1))
        twice = {**GARDEN, "beds": [GARDEN["beds"][0], GARDEN["beds"][0]]}
        self.assertIn("beds[1]", garden_export.faults(json.dumps(twice))[1][0].field)

    def test_no_more_faults_than_a_person_reads(self):
        value = {**GARDEN, "gauge": [{"date": "x", "rain": -1} for _ in range(500)]}
        self.assertEqual(len(garden_export.faults(json.dumps(value))[1]), garden_export.MOST_FAULTS)


class GeoJson(unittest.TestCase):
    def area(self, ring: list) -> float:
        """Shoelace formula, any text: positive counter-clockwise."""
        return sum(a[0] * b[1] - b[0] * a[1] for a, b in itertools.pairwise(ring)) / 2

    def test_footprints_are_closed_counter_clockwise_and_as_large_as_they_are(self):
        """RFC 7946: outer rings run counter-clockwise and end where they begin."""
        for turn in (0.0, 37.0, 200.0):
            ring = plan_geojson.outline(3.0, -2.0, 2.4, 1.2, turn, False)
            self.assertEqual(ring[0], ring[-1])
            self.assertAlmostEqual(self.area(ring), 2.88, places=3)
        round_ = plan_geojson.outline(0.0, 0.0, 2.0, 2.0, 0.0, True)
        self.assertAlmostEqual(self.area(round_), math.pi, delta=0.05)

    def test_the_plan_of_the_demo(self):
        garden = garden_file.read_garden((SAMPLES / "wrackline_yard.json").read_text(encoding="utf-8"))
        plan = plan_geojson.plan_as_geojson(garden)
        kinds = [f["properties"]["what"] for f in plan["features"]]
        self.assertEqual((kinds.count("bed"), kinds.count("wall"), kinds.count("tap")), (14, 2, 1))
        self.assertEqual(plan["north_deg"], 20)
        self.assertEqual({f["geometry"]["type"] for f in plan["features"]}, {"Polygon", "Point"})
        nowhere = plan_geojson.plan_as_geojson(t.garden())
        self.assertEqual(nowhere["features"], [])


if __name__ == "__main__":
    unittest.main()
