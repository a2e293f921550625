"""The headless command: what it prints, and one clear line for whatever is wrong."""

import contextlib
import copy
import csv
import io
import json
import pathlib
import tempfile
import unittest
from typing import Any

import jsonschema

from agronomy.__main__ import main
from agronomy.air.reference_et import TIERS
from agronomy.describe.errors import InputError
from agronomy.describe.garden import Watering
from agronomy.formats.described import read
from agronomy.formats.read_garden import read_garden
from tests import reference_data as ref

GARDEN = {
    "format": "isleshower-garden-2", "name": "Test yard", "latitude": 44.6, "longitude": -15.2, "elevation_m": 31,
    "rigs": [{"name": "Hose", "flow_l_per_min": 15.0, "measured": "2025-06-01"}],
    "beds": [
        {
            "name": "Bench", "kind": "raised", "length_m": 2.4, "width_m": 1.2, "opened": "2025-07-01",
            "opening_wetness": "wet", "soils": [{"material": "sandy_loam"}], "rig": "Hose",
            "plantings": [{"crop": "tomato", "count": 6, "planted": "2025-05-10",
                           "sizes": [{"date": "2025-07-05", "height": "shoulder", "spread_m": 0.6}]}],
            "mulches": [{"date": "2025-07-01", "kind": "straw", "depth_m": 0.03, "cover": 0.5}],
            "waterings": [{"date": "2025-07-04", "litres": 30.0}],
            "observations": [{"date": "2025-07-03", "reading": "moist"}],
        },
        {"name": "Row", "kind": "row", "length_m": 3, "width_m": 0.6, "opened": "2025-07-01", "method": "drip",
         "drip": {"emitters": 10, "flow_l_per_h": 2.0},
         "plantings": [{"crop": "pea", "count": 30, "planted": "2025-06-01"}]},
    ],
    "gauge": [{"date": "2025-07-05", "rain": 4.0}],
}  # fmt: skip


def weather_text(members: int = 1) -> str:
    lines = ["date,member,tmin,tmax,rain,note"]
    lines += [f"2025-07-{d:02},,13,{22 + d % 4},{'6.5' if d == 5 else '0'},x" for d in range(1, 9)]
    lines += [f"2025-07-{d:02},{m},14,{24 + m},0,x" for d in range(9, 20) for m in range(members)]
    return "\n".join(lines) + "\n"


class Command(unittest.TestCase):
    def setUp(self) -> None:
        self.folder = pathlib.Path(self.enterContext(tempfile.TemporaryDirectory()))

    def file(self, name: str, text: str | bytes) -> str:
        path = self.folder / name
        path.write_bytes(text if isinstance(text, bytes) else text.encode())
        return str(path)

    def run_it(self, *arguments: str) -> tuple[int, str, str]:
        out, err = io.StringIO(), io.StringIO()
        with contextlib.redirect_stdout(out), contextlib.redirect_stderr(err):
            try:
                code = main(list(arguments))
            except SystemExit as stop:
                code = int(stop.code or 0)
        return code, out.getvalue(), err.getvalue()

    def plan(self, garden=GARDEN, weather: str | None = None, today="2025-07-09", *more: str):
        g = self.file("garden.json", garden if isinstance(garden, (str, bytes)) else json.dumps(garden))
        w = self.file("weather.csv", weather_text() if weather is None else weather)
        return self.run_it("plan", g, w, "--today", today, *more)

    def test_plan_prints_plan_and_ledger(self) -> None:
        for members in (1, 5):
            code, out, err = self.plan(weather=weather_text(members))
            self.assertEqual((code, err), (0, ""))
            value = json.loads(out)
            bed = value["beds"][0]
            days = value["fortnight"]["beds"][0]["days"]
            self.assertEqual(len(days), 14)
            self.assertEqual({w["style"] for w in bed["ways"]}, {"ample", "steady", "sparing"})
            self.assertAlmostEqual(sum(bed["today_by_the_hour"]["hourly_l"]), bed["today_by_the_hour"]["litres"])
            self.assertTrue(all(x["source"] for x in bed["rests_on"]))
            self.assertEqual(len(bed["ledger"]), 8)
            day = bed["ledger"][4]
            self.assertEqual((day["date"], day["P"]), ("2025-07-05", 4.0))  # the gauge beats the file
            self.assertTrue({"ET0", "Kcb", "Ke", "Ks", "DP", "RAW", "TAW", "De"} <= set(day))
            self.assertTrue(set(day) - {"date"} <= set(value["units"]))
            lines = bed["arithmetic_mm"]
            self.assertAlmostEqual(sum(v for k, v in lines.items() if k != "depletion"), lines["depletion"], places=9)

    def test_each_ledger_day_closes(self) -> None:
        for bed in json.loads(self.plan()[1])["beds"]:
            for d in bed["ledger"]:
                rooted = d["Dr_open"] + d["Dr_reached"] - d["C"] - d["I"] - d["P_r"] - d["W_wick"]
                self.assertAlmostEqual(rooted + d["E"] + d["T"] + d["DP"], d["Dr_close"], delta=1e-9)
                bare = d["Do_open"] - d["Dr_reached"] - d["P_o"] + d["E_o"] + d["DP_o"]
                self.assertAlmostEqual(bare, d["Do_close"], delta=1e-9)

    def test_a_climate_goes_on_where_the_weather_ends(self) -> None:
        two_days = "date,tmin,tmax,rain\n2025-07-10,14,27,0\n2025-07-11,14,27,0\n"
        path = self.file("w.csv", two_days)
        alone = self.run_it(
            "plan", self.file("g.json", json.dumps(GARDEN | {"climate": "temperate"})), path, "--today", "2025-07-11"
        )
        self.assertEqual((alone[0], alone[2]), (0, ""))
        expected = json.loads(alone[1])["fortnight"]["beds"][0]["days"]
        self.assertEqual(len(expected), 14)
        self.assertGreater(max(x["net"]["high"] - x["net"]["low"] for x in expected), 5.0)
        self.refused(
            self.run_it(
                "plan", self.file("h.json", json.dumps(GARDEN | {"climate": "file"})), path, "--today", "2025-07-11"
            ),
            "climate_days",
        )

    def test_schema_describes_the_file(self) -> None:
        code, out, _ = self.run_it("--schema")
        schema = json.loads(out)
        self.assertEqual(code, 0)
        jsonschema.Draft202012Validator.check_schema(schema)
        jsonschema.validate(GARDEN, schema)

    def test_et0_takes_any_sufficient_columns(self) -> None:
        text = "date,tmin,tmax,rs,rhmin,rhmax,wind\n2025-07-01,14,27,25,42,90,3.5\n"
        text += "2025-07-03,14,27,,,,\n2025-07-04,14,27,25,,,\n"
        code, out, err = self.run_it("et0", self.file("w.csv", text), "--latitude", "45", "--elevation", "100")
        self.assertEqual((code, err), (0, ""))
        rows = list(csv.DictReader(io.StringIO(out)))
        self.assertEqual(list(rows[0]), ["date", "et0_mm", "tier"])
        self.assertEqual([r["tier"] for r in rows], ["full", "hargreaves", "no-humidity"])
        self.assertTrue({r["tier"] for r in rows} <= set(TIERS))

    def test_et0_options_change_the_answer(self) -> None:
        path = self.file("w.csv", "date,tmin,tmax,rs,ea,wind\n2025-10-20,9,14,1.6,1.1,2\n")
        base = ("et0", path, "--latitude", "52", "--elevation", "50")
        value = lambda *more: float(self.run_it(*base, *more)[1].splitlines()[1].split(",")[1])  # noqa: E731
        case = ref.cases()["pm-overcast-branch"]  # 20 October is day 293
        self.assertAlmostEqual(value(), case.expect("et0_fao_cap_only")[0], delta=case.expect("et0_fao_cap_only")[1])
        floored = case.expect("et0_asce_floor")
        self.assertAlmostEqual(value("--rs-floor", "0.3"), floored[0], delta=floored[1])
        self.assertLess(value("--wind-height", "10"), value())
        bare = self.file("t.csv", "date,tmin,tmax\n2025-07-01,14,27\n")
        et = lambda *more: self.run_it("et0", bare, "--latitude", "45", "--elevation", "9", *more)[1].split("\n")[1]  # noqa: E731
        self.assertEqual(
            len({et(), et("--pm-always"), et("--pm-always", "--coastal"), et("--pm-always", "--dryness", "2")}), 4
        )

    def test_et0_reaches_from_pole_to_pole(self) -> None:
        path = self.file("w.csv", "date,tmin,tmax\n2025-06-21,-2,8\n2025-12-21,-20,-12\n")
        for latitude in ("-90", "-70", "0", "70", "90"):
            code, out, err = self.run_it("et0", path, "--latitude", latitude, "--elevation", "5")
            self.assertEqual((code, err), (0, ""))
            values = [float(line.split(",")[1]) for line in out.splitlines()[1:]]
            self.assertTrue(all(0 <= v < 10 for v in values))
        dark = self.run_it("et0", path, "--latitude", "70", "--elevation", "5")[1].splitlines()[2]
        self.assertEqual(float(dark.split(",")[1]), 0.0)  # polar night: no sun to evaporate with

    def refused(self, answer: tuple[int, str, str], *words: str) -> None:
        code, out, err = answer
        self.assertEqual((code, out), (2, ""), err)
        self.assertEqual(len(err.strip().splitlines()), 1, err)
        self.assertNotIn("Traceback", err)
        for word in words:
            self.assertIn(word, err)

    def test_bad_weather_is_one_clear_line(self) -> None:
        et0 = lambda text: self.run_it("et0", self.file("w.csv", text), "--latitude", "45", "--elevation", "100")  # noqa: E731
        cases = {
            "": ("header",),
            "tmin,tmax\n1,2\n": ("line 1", "date"),
            "date,colour\n2025-07-01,red\n": ("header", "tmin"),
            "date,tmin,tmax\n": ("rows",),
            "date,tmin,tmax\n2025-07-01,10,20\n2025-07-01,10,20\n": ("line 3", "once", "line 2"),
            "date,tmin,tmax\n01/07/2025,10,20\n": ("line 2", "date", "YYYY-MM-DD"),
            "date,tmin,tmax\n2025-02-30,10,20\n": ("line 2", "2025-02-30"),
            "date,tmin,tmax\n2025-07-01,ten,20\n": ("line 2", "tmin", "ten"),
            "date,tmin,tmax\n2025-07-01,nan,20\n": ("line 2", "tmin", "nan"),
            "date,tmin,tmax\n2025-07-01,inf,20\n": ("line 2", "tmin"),
            "date,tmin,tmax\n2025-07-01,95,120\n": ("line 2", "tmin", "95", "50"),
            "date,tmin,tmax\n2025-07-01,25,20\n": ("line 2", "tmin", "highest of the same day"),
            "date,tmin,tmax\n2025-07-01,10\n": ("line 2", "3 cells"),
            "date,tmax\n2025-07-01,20\n": ("2025-07-01", "tmin and tmax"),
            "date,tmin,tmin,tmax\n2025-07-01,1,1,20\n": ("tmin", "once"),
            "date,member,tmin,tmax\n2025-07-01,3,1,20\n": ("line 2", "member"),
            "date,member,tmin,tmax\n2025-07-01,-1,1,20\n": ("line 2", "member"),
        }
        for text, words in cases.items():
            with self.subTest(text):
                self.refused(et0(text), *words)
        self.refused(self.run_it("et0", "/nowhere.csv", "--latitude", "45", "--elevation", "1"), "/nowhere.csv")
        self.refused(
            self.run_it("et0", self.file("b.csv", b"\xff\xfe\x00"), "--latitude", "45", "--elevation", "1"), "UTF-8"
        )
        self.refused(
            self.run_it("et0", self.file("w.csv", "x"), "--latitude", "95", "--elevation", "1"), "--latitude", "95"
        )
        self.refused(self.run_it("et0", self.file("w.csv", "x"), "--latitude", "nan", "--elevation", "1"), "--latitude")
        self.refused(self.run_it("et0", self.file("w.csv", "x")), "--latitude")
        self.refused(self.run_it("sing"), "sing")
        self.refused(self.run_it(), "plan")

    def test_bad_gardens_are_one_clear_line(self) -> None:
        def changed(path: str, value: object) -> dict:
            garden = copy.deepcopy(GARDEN)
            at: Any
            at, *steps = garden, *path.split("/")
            for step in steps[:-1]:
                at = at[int(step) if step.isdigit() else step]
            at[int(steps[-1]) if steps[-1].isdigit() else steps[-1]] = value
            return garden

        cases = [
            ("beds/0/length_m", -2, ("beds[0].length_m", "-2", "0.08 to 100 m")),
            ("beds/0/length_m", "long", ("beds[0].length_m", "number")),
            ("beds/0/kind", "rasied", ("beds[0].kind", "rasied", "did you mean raised")),
            ("beds/0/plantings/0/crop", "tomatoe", ("plantings[0].crop", "did you mean tomato")),
            ("beds/0/plantings/0/count", 0, ("plantings[0].count",)),
            ("beds/0/plantings/0/planted", "2025-13-01", ("planted", "2025-13-01", "YYYY-MM-DD")),
            ("beds/0/colour", "red", ("beds[0]", "colour", "only the fields")),
            ("beds/0/rig", "Tap", ("beds[0].rig", "Tap", "Hose")),
            ("beds/1/name", "Bench", ("beds[1]", "Bench", "once")),
            ("beds/1/drip", None, ("drip", "method is drip")),
            ("beds/0/opened", "2025-08-01", ("opened", "2025-08-01", "today")),
            ("beds/0/round", True, ("width_m", "round")),
            ("latitude", 91, ("latitude", "91", "66")),
            ("beds", [], ("beds", "at least one")),
            ("beds/0/waterings/0/litres", -5, ("waterings[0].litres", "-5")),
            ("format", "other", ("format", "isleshower-garden-2")),
        ]  # fmt: skip
        for path, value, words in cases:
            with self.subTest(path, value=value):
                self.refused(self.plan(changed(path, value)), *words)
        missing = {k: v for k, v in GARDEN.items() if k != "latitude"}
        self.refused(self.plan(missing), "latitude", "missing")
        self.refused(self.plan("{"), "line 1", "JSON")
        self.refused(self.plan("[" * 100_000), "garden.json")
        self.refused(self.plan("null"), "garden")
        self.refused(self.plan('{"name": NaN}'), "NaN")
        self.refused(self.plan(b"\xff"), "UTF-8")

    def test_bad_days_and_uneven_members(self) -> None:
        self.refused(self.plan(GARDEN, None, "2025-07-09", "--days", "0"), "days", "0")
        self.refused(self.plan(GARDEN, None, "tomorrow"), "--today", "tomorrow")
        self.refused(self.plan(GARDEN, None, "2025-06-30"), "before")
        self.refused(self.plan(GARDEN, weather_text(3).replace("2025-07-12,2,14,26,0,x\n", "")), "2025-07-12", "member")


class GardenFile(unittest.TestCase):
    def test_the_reader_keeps_everything(self) -> None:
        garden = read_garden(json.dumps(GARDEN))
        bed = garden.beds[0]
        self.assertEqual((bed.waterings[0].litres, bed.plantings[0].sizes[0].height), (30.0, "shoulder"))
        self.assertEqual((garden.rigs[0].measured.isoformat(), garden.gauge[0].rain), ("2025-06-01", 4.0))

    def test_a_piece_is_checked_by_the_same_words(self) -> None:
        with self.assertRaises(InputError) as caught:
            read(Watering, {"date": "2025-07-01", "litres": 9e9})
        self.assertEqual((caught.exception.field, caught.exception.allowed), ("litres", "a number from 0 to 5000 L"))


if __name__ == "__main__":
    unittest.main()
