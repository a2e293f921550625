"""A station's file: any header by a mapping, units by their definitions, GHCN-Daily by its readme, faults by line."""

import datetime as dt
import random
import unittest

from agronomy.describe.errors import InputError
from agronomy.formats.station_file import (
    MOST_FAULTS,
    StationColumn,
    StationMapping,
    guessed_mapping,
    read_station,
)

JULY = dt.date(2025, 7, 1)
IMPERIAL = "Date,High Temp (°F),Low Temp (°F),Precip (in),Wind (mph),Solar (W/m2)\n"


def one(text: str, mapping: StationMapping | None = None) -> dict[str, float]:
    (day,) = read_station(text, mapping).days.values()
    return dict(day)


class Units(unittest.TestCase):
    def test_imperial_figures_become_those_of_fao_56(self) -> None:
        """FAO-56, table 3: 1 W/m2 is 0.0864 MJ m-2 d-1. NIST SP 811: 1 in is 25.4 mm, 1 mph is 0.44704 m/s."""
        day = one(IMPERIAL + "7/1/2025,86,59,0.5,10,250\n")
        self.assertAlmostEqual(day["tmax"], 30.0)
        self.assertAlmostEqual(day["tmin"], 15.0)
        self.assertAlmostEqual(day["rain"], 12.7)
        self.assertAlmostEqual(day["wind"], 4.4704)
        self.assertAlmostEqual(day["rs"], 21.6)

    def test_each_unit_by_its_definition(self) -> None:
        """FAO-56, annex 1: 1 cal/cm2 is 4.1868e-2 MJ/m2, 1 kWh/m2 is 3.6 MJ/m2, 1 mbar is 0.1 kPa; 1 knot is 1852 m an
        hour by definition."""
        for variable, unit, told, si in (
            ("rs", "cal_cm2", 500, 20.934), ("rs", "kwh_m2", 5, 18.0), ("ea", "hpa", 15, 1.5),
            ("wind", "kn", 10, 5.1444), ("wind", "km_h", 18, 5.0), ("rain", "cm", 1.2, 12.0),
            ("sunshine_h", "min", 90, 1.5), ("tdew", "f", 50, 10.0),
        ):  # fmt: skip
            mapping = StationMapping("when", "ymd", (StationColumn("x", variable, unit),))
            with self.subTest(variable, unit=unit):
                self.assertAlmostEqual(one(f"when,x\n2025-07-01,{told}\n", mapping)[variable], si, places=3)

    def test_a_unit_of_another_kind_is_refused(self) -> None:
        mapping = StationMapping("date", "ymd", (StationColumn("rain", "rain", "f"),))
        with self.assertRaisesRegex(InputError, r"columns\[0\].unit.*mm"):
            read_station("date,rain\n2025-07-01,3\n", mapping)


class Headers(unittest.TestCase):
    def test_they_are_guessed(self) -> None:
        header = ("Datum", "TX", "TN", "RR", "Max humidity %", "Min humidity %", "Wind km/h", "Dew point °C", "Battery")
        found = {x.column: (x.variable, x.unit) for x in guessed_mapping(header, []).columns}
        self.assertEqual(found, {
            "TX": ("tmax", "c"), "TN": ("tmin", "c"), "RR": ("rain", "mm"), "Max humidity %": ("rhmax", "pct"),
            "Min humidity %": ("rhmin", "pct"), "Wind km/h": ("wind", "km_h"), "Dew point °C": ("tdew", "c"),
        })  # fmt: skip

    def test_the_order_of_dates_is_that_which_the_lines_bear_out(self) -> None:
        for cells, order in ((("13/07/2025", "05/07/2025"), "dmy"), (("07/13/2025",), "mdy"), (("2025.07.13",), "ymd")):
            lines = [f"{x},1" for x in cells]
            self.assertEqual(guessed_mapping(("date", "rain"), lines).order, order)

    def test_where_more_than_one_order_would_do_days_follow_each_other(self) -> None:
        for cells, order in ((("07/08/2025", "07/09/2025"), "mdy"), (("08/07/2025", "09/07/2025"), "dmy")):
            self.assertEqual(guessed_mapping(("date", "rain"), [f"{x},1" for x in cells]).order, order)

    def test_semicolons_decimal_commas_and_a_mark_before_all(self) -> None:
        day = one("\ufeffDatum;tmin;tmax;Regen rain mm\n01.07.2025 00:00;12,5;24,25;3,2\n")
        self.assertEqual(day, {"tmin": 12.5, "tmax": 24.25, "rain": 3.2})

    def test_a_mapping_that_does_not_fit_names_what_would(self) -> None:
        text = "date,rain\n2025-07-01,3\n"
        for mapping, said in (
            (StationMapping("day", "ymd", (StationColumn("rain", "rain", "mm"),)), "mapping.date.*date, rain"),
            (StationMapping("date", "ymd", (StationColumn("snow", "rain", "mm"),)), r"columns\[0\].*date, rain"),
            (StationMapping("date", "ymd", ()), "columns"),
            (StationMapping("date", "ymd", (StationColumn("rain", "rain", "mm"),) * 2), "each variable once"),
            (StationMapping(), "date"),
        ):
            with self.assertRaisesRegex(InputError, said):
                read_station(text, mapping)

    def test_what_is_no_file_of_days_is_refused(self) -> None:
        for text in ("", "   \n", "hello\n", "date\n2025-07-01\n"):
            with self.assertRaises(InputError):
                read_station(text)


class Faults(unittest.TestCase):
    def test_they_are_told_by_line_and_the_rest_is_kept(self) -> None:
        text = "date,tmin,tmax,rain\n2025-07-01,12,24,0\n2025-07-02,12,warm,T\n2025-07-03,30,24,1\nnever,1,2,3\n" \
               "2025-07-01,1,2,3\n2025-07-06,12,24,9999\n2025-07-07\n2025-07-08,-9999,20,-999\n"  # fmt: skip
        found = read_station(text)
        self.assertEqual(
            [(x.line, x.field, x.whole_line) for x in found.faults],
            [(3, "tmax", False), (5, "date", True), (6, "date", True), (7, "rain", False), (4, "tmin", True)],
        )
        self.assertEqual(found.fault_count, 5)
        self.assertEqual(found.days[JULY + dt.timedelta(1)], {"tmin": 12.0, "rain": 0.0})  # a trace is no rain
        self.assertNotIn(JULY + dt.timedelta(2), found.days)
        self.assertEqual(found.days[JULY + dt.timedelta(7)], {"tmax": 20.0})

    def test_a_value_out_of_bounds_is_told_in_its_own_unit(self) -> None:
        (fault,) = read_station(IMPERIAL + "7/1/2025,860,59,0.5,10,250\n").faults
        self.assertEqual((fault.field, fault.value), ("High Temp (°F)", "860"))
        self.assertIn("to 140", fault.allowed)

    def test_rows_of_hours_become_days(self) -> None:
        rows = ["time,temp (C),rh,wind m/s,solar W/m2,rain mm"]
        for k in range(60):  # two whole days, and a morning that is none
            at, h = divmod(k, 24)
            rows.append(f"2025-07-{at + 1:02d} {h:02d}:00,{10 + h},{90 - h},2,{600 * (8 <= h < 16)},{0.5 * (h < 4)}")
        found = read_station("\n".join(rows))
        self.assertEqual((found.form, sorted(found.days)), ("hours", [JULY, JULY + dt.timedelta(1)]))
        day = found.days[JULY]
        self.assertEqual((day["tmin"], day["tmax"], day["tmean"], day["rain"]), (10.0, 33.0, 21.5, 2.0))
        self.assertEqual((day["rhmin"], day["rhmax"], day["wind"]), (67.0, 90.0, 2.0))
        self.assertAlmostEqual(day["rs"], 600 * 8 * 3600 / 1e6)  # W/m2 over eight hours, in MJ; a definition
        (fault,) = found.faults
        self.assertEqual((fault.line, fault.whole_line), (50, True))

    def test_a_column_that_is_blank_for_half_a_day_tells_nothing_of_it(self) -> None:
        rows = [f"2025-07-01 {h:02d}:00,{10 + h},{0.5 if h < 12 else ''}" for h in range(24)]
        found = read_station("time,temp (C),rain mm\n" + "\n".join(rows))
        self.assertEqual(found.days[JULY], {"tmin": 10.0, "tmax": 33.0, "tmean": 21.5})

    def test_a_day_told_twice_is_a_fault_and_no_hour(self) -> None:
        twice = "date,rain\n" + "".join(f"2025-07-0{1 + k % 3},{k}\n" for k in range(12))
        self.assertEqual((read_station(twice).form, read_station(twice).fault_count), ("table", 9))
        by_hour = (
            twice.replace("date,rain", "date,hour,rain")
            .replace(",", ",1,")
            .replace("date,1,hour,1,rain", "date,hour,rain")
        )
        self.assertEqual((read_station(by_hour).form, read_station(by_hour).fault_count), ("hours", 0))

    def test_thousands_of_faults_are_counted_and_some_kept(self) -> None:
        found = read_station("date,rain\n" + "".join(f"2025-07-01,{i}\n" for i in range(5000)))
        self.assertEqual((len(found.faults), found.fault_count, len(found.days)), (MOST_FAULTS, 4999, 1))

    def test_noise_is_refused_or_read_and_never_breaks(self) -> None:
        draw = random.Random(7)
        letters = "date,tmax;\n\t\"'0123456789-./TMAX°é\x00\u202e "
        for _ in range(400):
            text = "date,rain\n" * draw.randint(0, 1) + "".join(draw.choices(letters, k=draw.randint(0, 120)))
            try:
                read_station(text)
            except InputError:
                continue


class Ghcn(unittest.TestCase):
    """GHCN-Daily's readme, from memory: tenths of degrees and mm, a quality flag, -9999 for none. Values invented."""

    def test_a_value_on_each_line(self) -> None:
        told = ("0701,TMAX,289,,,S", "0701,TMIN,134,,,S", "0701,PRCP,127,,,S", "0701,SNOW,0,,,S",
                "0702,TMAX,999,,X,S", "0702,PRCP,3,T,,S")  # fmt: skip
        rows = "".join(f"XX000000001,2025{x},\n" for x in told)
        found = read_station(rows)
        self.assertEqual(found.form, "ghcn_rows")
        day = found.days[JULY]
        self.assertAlmostEqual(day["tmax"], 28.9)
        self.assertAlmostEqual(day["tmin"], 13.4)
        self.assertAlmostEqual(day["rain"], 12.7)
        self.assertEqual([(x.line, x.field) for x in found.faults], [(5, "TMAX")])
        self.assertNotIn("tmax", found.days[JULY + dt.timedelta(1)])
        with self.assertRaisesRegex(InputError, "days of one station"):
            read_station(rows + "YY000000002,20250701,TMAX,289,,,S,\n")

    def test_a_column_for_each_element(self) -> None:
        text = ('STATION,DATE,PRCP,PRCP_ATTRIBUTES,TMAX,TMAX_ATTRIBUTES\n"XX1","2025-07-01","  127",",,S","289",",,S"\n'
                '"XX1","2025-07-02","    0","T,,S","400",",I,S"\n')  # fmt: skip
        found = read_station(text)
        self.assertEqual(found.form, "ghcn_wide")
        self.assertAlmostEqual(found.days[JULY]["rain"], 12.7)
        self.assertEqual(found.days[JULY + dt.timedelta(1)], {"rain": 0.0})
        self.assertEqual([(x.line, x.field) for x in found.faults], [(3, "TMAX")])


if __name__ == "__main__":
    unittest.main()
