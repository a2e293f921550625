"""The error tree, and every bound of the garden file from both sides."""

import copy
import json
import unittest

from agronomy.describe import errors as e
from agronomy.describe.weather import WEATHER_BOUNDS, check_day
from agronomy.formats.read_garden import garden_and_faults, garden_from_json, garden_schema
from tests.agronomy.test_command import GARDEN


class Errors(unittest.TestCase):
    def test_each_has_a_standard_parent_and_keeps_what_it_is_about(self) -> None:
        for make in (
            lambda: e.require_between("flow", 900, 0.2, 200, "L/min"),
            lambda: e.require_one_of("crop", "tomatoe", ["tomato", "potato"]),
            lambda: e.require_between("flow", True, 0, 1),
        ):
            with self.assertRaises(e.InputError) as caught:
                make()
            error = caught.exception
            self.assertIsInstance(error, ValueError)
            for part in (error.field, error.allowed):
                self.assertIn(part, str(error))
        self.assertEqual(e.require_between("x", 3, 0, 5), 3.0)

    def test_nan_and_infinities_are_refused_by_every_bound(self) -> None:
        for bad in (float("nan"), float("inf"), float("-inf"), "3", None):
            with self.subTest(bad), self.assertRaises(e.OutOfRangeError):
                e.require_between("x", bad, -1e300, 1e300)

    def test_a_long_value_is_cut_short(self) -> None:
        self.assertLess(len(str(e.FormatError("name", "x" * 10_000, "less"))), 200)

    def test_days_are_checked_against_the_bounds_and_themselves(self) -> None:
        for name, (low, high, _) in WEATHER_BOUNDS.items():
            for value, good in ((low, True), (high, True), (low - 0.01, False), (high + 0.01, False)):
                with self.subTest(name, value=value):
                    if good:
                        check_day({"rain": 1.0, name: value})
                    else:
                        with self.assertRaises(e.OutOfRangeError) as caught:
                            check_day({name: value})
                        self.assertIn(name, caught.exception.field)
        for pair in ({"tmin": 20.0, "tmax": 10.0}, {"rhmin": 90.0, "rhmax": 50.0}, {"tmean": 30.0, "tmax": 20.0}):
            with self.assertRaises(e.OutOfRangeError):
                check_day(pair)


def faults_of(garden: dict) -> list:
    return garden_and_faults(json.dumps(garden))[1]


def numbers(schema: dict, path: tuple = ()):
    """Every bounded number of a schema with its path; lists are entered at their first entry."""
    if "minimum" in schema:
        yield path, schema
    for name, child in schema.get("properties", {}).items():
        yield from numbers(child, (*path, name))
    if "items" in schema:
        yield from numbers(schema["items"], (*path, 0))
    for choice in schema.get("anyOf", []):
        yield from numbers(choice, path)


class Bounds(unittest.TestCase):
    """Whatever number the garden file bounds, one just beyond either end is refused by name, and the ends are not."""

    def whole(self) -> dict:
        value = copy.deepcopy(GARDEN)
        bed = value["beds"][0]
        bed["drip"] = {"emitters": 3, "flow_l_per_h": 2.0}
        bed["sprinkler"] = {"mm_per_h": 10.0, "wets_m2": 20.0, "even": 0.8}
        bed["reservoir"] = {"capacity_l": 1000.0, "wick_l_per_day": 5.0, "opening_l": 1.0}
        bed["soil_depth_m"] = 0.3
        bed["leaves_off"] = [{"date": bed["opened"], "below_m": 0.3}]
        bed["signs"] = [{"date": bed["opened"], "signs": ["curl"]}]
        bed["soils"] = [{
            "material": "own_mix", "jar": {"sand_mm": 40, "silt_mm": 40, "clay_mm": 20}, "top_m": 0.2,
            "mix": [{"ingredient": "peat", "parts": 1}], "layers": [{"depth_m": 0.2, "material": "clay"}],
        }]  # fmt: skip
        bed["exposures"] = [{"sun_from_h": 8, "sun_to_h": 13}]
        bed["plantings"][0]["thinned"] = [{"date": "2025-07-01", "count": 3}]
        value["rigs"][0]["programmes"] = [
            {"date": "2025-07-01", "every_days": 7, "minutes": 20, "litres": 3, "weekdays": [1], "starts": [6.0]}
        ]
        value["rigs"][0]["pressures"] = [{"hour": 7.0, "head_m": 10.0}]
        people = [{"name": "Bo", "minutes": [30] * 7}]
        own = [{"name": "Marrow", "like": "courgette"}]
        allowed = [{"from_h": 5, "to_h": 9, "weekdays": [0]}]
        return value | {
            "utc_offset_h": 0,
            "wind_height_m": 2,
            "people": people,
            "own_crops": own,
            "allowed": allowed,
            "things": [{"kind": "wall", "x_m": 0, "y_m": 0, "length_m": 3}],
            "days": [{"date": "2025-07-01"}],
            "station_days": [{"date": "2025-07-01"}],
            "bans": [{"since": "2025-07-01", "until": "2025-07-09"}],
            "exempt": ["drip"],
            "feeds": [{"name": "Feed", "kind": "liquid", "dose": 4.0, "guessed": True, "parts": [{"part": "compost"}]}],
            "trust": [{"what": "rain", "order": ["station"]}],
            "absences": [{"leaves": "2025-07-01", "returns": "2025-07-05"}],
            "climate_days": [{"date": "2024-07-01"}],
            "finger": [{"reading": "dry", "share_of_taw": 0.7, "spread": 0.1}],
        }

    def test_every_number(self) -> None:
        seen = 0
        for path, schema in numbers(garden_schema()):
            for end, beyond in (("minimum", -1), ("maximum", 1)):
                limit = schema[end]
                for value, good in ((limit, True), (limit + beyond * max(1, abs(limit)) * 1.0, False)):
                    seen += 1
                    with self.subTest(path, value=value):
                        garden = self.whole()
                        at = garden
                        for step in path[:-1]:
                            at = at[step]
                        at[path[-1]] = int(value) if schema["type"] == "integer" else value
                        if good:  # what fields ask of each other is another matter
                            said = [fault.allowed for fault in faults_of(garden)]
                            self.assertFalse([x for x in said if " number from " in x], said)
                        else:
                            with self.assertRaises(e.InputError) as caught:
                                garden_from_json(garden)
                            self.assertIn(
                                f"[{path[-1]}]" if isinstance(path[-1], int) else path[-1], caught.exception.field
                            )
        self.assertGreater(seen, 80)

    def test_no_field_beyond_the_schema_and_no_required_one_left_out(self) -> None:
        for name in garden_schema()["properties"]["beds"]["items"]["required"]:
            garden = self.whole()
            del garden["beds"][0][name]
            with self.assertRaises(e.MissingError) as caught:
                garden_from_json(garden)
            self.assertEqual(caught.exception.field, f"beds[0].{name}")
        for place in (
            lambda v: v,
            lambda v: v["beds"][0],
            lambda v: v["beds"][0]["plantings"][0],
            lambda v: v["rigs"][0],
        ):
            garden = self.whole()
            place(garden)["secret"] = 1
            with self.assertRaises(e.FormatError) as refused:
                garden_from_json(garden)
            self.assertEqual(refused.exception.value, "secret")


if __name__ == "__main__":
    unittest.main()
