"""What a spreadsheet may take for a formula is told as text, and reads back as it was."""

import csv
import io
import unittest

from hypothesis import given
from hypothesis import strategies as st

from agronomy.describe.cells import as_text, delimiter_of, from_text
from agronomy.describe.errors import FormatError
from agronomy.describe.weather import read_weather_rows
from agronomy.formats.spreadsheet import write_rows

BEGINS = "=+-@\t\r"


class Cells(unittest.TestCase):
    @given(st.text(alphabet=st.sampled_from("a=+-@'\t\r\n,;|\" "), max_size=12))
    def test_every_text_reads_back_as_it_was(self, text: str) -> None:
        self.assertEqual(from_text(as_text(text)), text)
        table = list(csv.reader(io.StringIO(write_rows(("name",), [(text,)]), newline="")))
        self.assertEqual(from_text(table[1][0]) if table[1:] else "", text)

    @given(st.text(alphabet=st.sampled_from("a=+-@'\t,;| "), max_size=12))
    def test_no_part_of_a_cell_begins_a_formula_whatever_separates(self, text: str) -> None:
        """OWASP's list of what begins a formula, from memory."""
        told = as_text(text)
        for separator in ",;|":
            for part in told.split(separator):
                self.assertFalse(part.lstrip(" ").startswith(tuple(BEGINS)), told)

    def test_numbers_stay_numbers(self) -> None:
        text = write_rows(("a", "b", "c"), [(-1.5, None, True)])
        self.assertEqual(text, 'a,b,c\n-1.5,"",1\n')

    def test_what_parts_the_cells_is_found_and_the_comma_of_numbers_with_it(self) -> None:
        for sign in ",;\t|":
            header = f"bed{sign}kind"
            self.assertEqual(delimiter_of(header), sign)
        rows = read_weather_rows(io.StringIO("date;tmin;tmax;rain\n2026-07-01;12,5;24;0\n"))
        self.assertEqual((rows[0].values["tmin"], rows[0].values["tmax"]), (12.5, 24.0))
        with self.assertRaises(FormatError):
            read_weather_rows(io.StringIO('date,tmin,tmax\n2026-07-01,"12,5",24\n'))
        with self.assertRaises(FormatError):
            read_weather_rows(io.StringIO("date," + ",".join(f"c{k}" for k in range(300)) + "\n"))
